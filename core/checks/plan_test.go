package checks_test

import (
	"bufio"
	"flag"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"
	"testing/quick"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/policy"
	"zestythicket/guidefile"
)

var lpDir = flag.String("lp", "", "write every plan instance to this folder, in the LP format")

func pose(t testing.TB, g *guide.Matrix, w checks.Request) *checks.Problem {
	t.Helper()
	p, err := checks.NewProblem(g, w)
	if err != nil {
		t.Fatal(err)
	}
	return p
}

// instances names plan problems of three kinds: of the small guide in every month, of the public data set, of random
// guides.
func instances(t testing.TB) map[string]*checks.Problem {
	t.Helper()
	out := map[string]*checks.Problem{}
	g := guidetest.Small()
	for i := range g.Taxa {
		if !g.Taxa[i].Useful() {
			continue
		}
		for month := range 13 {
			w := checks.Request{Target: g.Taxa[i].ID}
			if month > 0 {
				w.Date = fmt.Sprintf("2026-%02d-15", month)
			}
			out[fmt.Sprintf("small-%s-%02d", w.Target, month)] = pose(t, g, w)
		}
	}
	f, err := os.Open("../identify/testdata/gilled-mushrooms.csv")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	table := guidetest.ReadRows(f)
	for seed := range 25 {
		r := rand.New(rand.NewPCG(uint64(seed), 3))
		d := table.Guide(r.Perm(len(table.Rows))[:40])
		n := 0
		for i := range d.Taxa {
			if d.Taxa[i].Useful() && n < 4 {
				n++
				out[fmt.Sprintf("dataset-%02d-%s", seed, d.Taxa[i].ID)] = pose(t, d, checks.Request{Target: d.Taxa[i].ID})
			}
		}
	}
	for seed := range 120 {
		r := guidetest.Random(rand.New(rand.NewPCG(uint64(seed), 4)))
		out[fmt.Sprintf("random-%03d", seed)] = pose(t, r, checks.Request{Target: r.Taxa[0].ID})
	}
	return out
}

// Source: GLPK's glpsol, run by testdata/optima.sh; its optima are kept in testdata/optima.txt.
func TestOptimaAreThoseOfAGeneralSolver(t *testing.T) {
	all := instances(t)
	if *lpDir != "" {
		for name, p := range all {
			f, err := os.Create(filepath.Join(*lpDir, name+".lp"))
			if err == nil {
				err = p.WriteLP(f)
			}
			if err != nil {
				t.Fatal(err)
			}
			f.Close()
		}
		return
	}
	f, err := os.Open("testdata/optima.txt")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	n := 0
	for lines := bufio.NewScanner(f); lines.Scan(); {
		name, text, _ := strings.Cut(lines.Text(), " ")
		if name == "#" {
			continue
		}
		want, err := strconv.ParseFloat(text, 64)
		if err != nil || all[name] == nil {
			t.Fatalf("%q: %v", lines.Text(), err)
		}
		n++
		if plan := all[name].Solve(); math.Abs(plan.Minutes-want) > 1e-6 || !plan.Optimal {
			t.Errorf("%s: %v minutes (proved: %v), the solver finds %v", name, plan.Minutes, plan.Optimal, want)
		}
	}
	if n < 300 || n != len(all) {
		t.Errorf("%d instances of %d were compared", n, len(all))
	}
}

// A specimen that shows what the target usually does on the checks, and on what they rest on, cuts every harmful taxon as
// deep as the plan promises.
func TestThePlansSetReallySeparates(t *testing.T) {
	check := func(seed uint64) bool {
		r := rand.New(rand.NewPCG(seed, 5))
		g := guidetest.Random(r)
		target := r.IntN(len(g.Taxa))
		plan := pose(t, g, checks.Request{Target: g.Taxa[target].ID}).Solve()
		rec := &evidence.Record{Target: plan.Target}
		for _, c := range plan.Checks {
			n, _ := g.Column(c.Character)
			rec.Readings = append(rec.Readings, showsAny(r, &g.Columns[n], target))
		}
		// What is rested on is read within the states that make the rest firm.
		for i := range rec.Readings {
			n, _ := g.Column(rec.Readings[i].Character)
			for on, states := range g.Characters[n].RestsOn {
				for k := range rec.Readings {
					if rec.Readings[k].Character == on {
						rec.Readings[k].States = states[:1]
					}
				}
			}
		}
		s, err := evidence.Open(g, rec)
		if err != nil {
			t.Fatal(err)
		}
		for _, c := range plan.Covered {
			n, _ := g.Taxon(c.Taxon)
			deepest := map[int]policy.Depth{}
			for i := range s.Entries {
				if w := s.Entries[i].Weigh(target, n); w.Full {
					line := s.Entries[i].Column.Line
					deepest[line] = max(deepest[line], w.Depth)
				}
			}
			depth := 0
			for _, d := range deepest {
				depth += int(d)
			}
			// A reading that had to be within other states than the target's may cut less; all others must cut.
			if slips := depth / int(policy.Whole); slips < c.Margin-len(resting(g, plan)) {
				t.Logf("seed %d: %s is cut %d deep, the plan says %d slips", seed, c.Taxon, depth, c.Margin)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 300}); err != nil {
		t.Error(err)
	}
}

// resting lists the checks of a plan that others of it rest on.
func resting(g *guide.Matrix, plan *checks.Plan) (out []string) {
	for _, c := range plan.Checks {
		n, _ := g.Column(c.Character)
		for on := range g.Characters[n].RestsOn {
			out = append(out, on)
		}
	}
	return out
}

// showsAny reads a state that the taxon shows one time in ten or oftener, or any usual number, for plans go by those.
func showsAny(r *rand.Rand, col *guide.Column, taxon int) evidence.Reading {
	rd := evidence.Reading{Character: col.ID, Sure: true}
	if !col.Scored.Has(taxon) {
		rd.States = []string{col.States[0].ID}
		return rd
	}
	p := &col.Patterns[col.Pattern[taxon]]
	if col.Kind == guide.States {
		for _, k := range r.Perm(len(col.States)) {
			if p.Mask&(1<<k) != 0 && (rd.States == nil || col.Chances(col.Pattern[taxon], "")[k] >= policy.Often) {
				rd.States = []string{col.States[k].ID}
			}
		}
		return rd
	}
	v := p.Span.Low + float64(r.IntN(int(p.Span.High-p.Span.Low)+1))
	rd.Value = &v
	return rd
}

func TestPlanTellsWhatCannotBeDoneThatDay(t *testing.T) {
	g := guidetest.Small()
	winter := pose(t, g, checks.Request{Target: "anthriscus-sylvestris", Date: "2026-01-15"}).Solve()
	var named []string
	for _, i := range winter.Impossible {
		named = append(named, i.Taxon)
		if i.Taxon == "aethusa-cynapium" && !strings.Contains(i.Why, "from 04-20 to 07-10") {
			t.Errorf("fool's parsley: %s", i.Why)
		}
	}
	if !slices.Contains(named, "aethusa-cynapium") || !slices.Contains(named, "anthriscus-sylvestris") {
		t.Errorf("in January: %v", named)
	}
	may := pose(t, g, checks.Request{Target: "anthriscus-sylvestris", Date: "2026-05-15"}).Solve()
	if len(may.Impossible) > 0 || !may.Optimal {
		t.Errorf("in May: %+v", may)
	}
	all := []string{}
	for _, c := range may.Checks {
		all = append(all, c.Character)
	}
	if done := pose(t, g, checks.Request{Target: "anthriscus-sylvestris", Date: "2026-05-15", Seen: all}).Solve(); len(done.Checks) > 0 || done.Minutes != 0 {
		t.Errorf("with all of it seen: %+v", done.Checks)
	}
	for _, c := range may.Checks {
		if i := slices.Index(may.Checks[0].Separates, "nobody"); i >= 0 || c.Minutes <= 0 {
			t.Errorf("%+v", c)
		}
	}
	for name, w := range map[string]checks.Request{
		"no target": {}, "an unknown one": {Target: "x"}, "an unknown character": {Target: "castanea-sativa", Seen: []string{"x"}},
		"a day that is none": {Target: "castanea-sativa", Date: "soon"},
	} {
		if _, err := checks.NewProblem(g, w); err == nil {
			t.Errorf("%s is planned for", name)
		}
	}
}

func BenchmarkPlanEveryTargetEveryMonth(b *testing.B) {
	g, err := guidefile.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	for b.Loop() {
		for i := range g.Taxa {
			for month := range 12 {
				pose(b, g, checks.Request{Target: g.Taxa[i].ID, Date: fmt.Sprintf("2026-%02d-15", month+1)}).Solve()
			}
		}
	}
}
