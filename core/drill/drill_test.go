package drill_test

import (
	"encoding/json"
	"fmt"
	"math"
	"os"
	"slices"
	"strings"
	"testing"

	"zestythicket/core/drill"
	"zestythicket/core/guide"
	"zestythicket/core/season"
	"zestythicket/guidefile"

	"gonum.org/v1/gonum/stat/distuv"
)

func shipped(t testing.TB) *guide.Matrix {
	t.Helper()
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	return g
}

// valley is where and when the demo's user looks.
func valley(seed uint64, n int) drill.Request {
	return drill.Request{Seed: seed, Count: n, Region: "11", Date: "2026-09-12", Place: &season.Site{Latitude: 49.3, Longitude: 19.3, ElevationM: 620}}
}

// The same seed draws the same; what is drawn is what is looked for or something that it is taken for, known from there; and a whole piece shows nothing that the
// guide does not say of it.
func TestWhatIsDrawn(t *testing.T) {
	g := shipped(t)
	all, err := drill.Draw(g, valley(7, 50))
	if err != nil {
		t.Fatal(err)
	}
	again, _ := drill.Draw(g, valley(7, 50))
	targets, unsound := 0, 0
	for i := range all {
		s := &all[i]
		if s.Of != again[i].Of || len(s.Readings) != len(again[i].Readings) || fmt.Sprint(s.Condition) != fmt.Sprint(again[i].Condition) {
			t.Fatal("the same seed draws something else")
		}
		looked, of := &g.Taxa[s.Looked], &g.Taxa[s.Of]
		if s.Of == s.Looked {
			targets++
		} else if !slices.ContainsFunc(looked.Lookalikes, func(l guide.Lookalike) bool { return l.Taxon == of.ID }) {
			t.Errorf("%s is drawn for %s", of.ID, looked.ID)
		}
		if err := s.Check(g); err != nil {
			t.Error(err)
		}
		sound := true
		for _, c := range s.Condition {
			sound = sound && slices.Contains([]string{"dug-out-whole", "fresh", "whole"}, c.State)
		}
		if !sound {
			unsound++
			continue
		}
		for id, v := range s.Readings {
			n, _ := g.Column(id)
			col := &g.Columns[n]
			if k, ok := col.State(v.State); v.State != "" && ok && col.Scored.Has(s.Of) && col.Masks[col.Pattern[s.Of]]&(1<<k) == 0 {
				t.Errorf("a sound %s shows %s of %s", of.ID, v.State, id)
			}
		}
		if at := s.AtOnce(g); len(at) == 0 || len(s.Looks(g)) == 0 || slices.Contains(at, "specimen-base") {
			t.Errorf("%s: %v at once", of.ID, at)
		}
	}
	if targets < 15 || targets > 35 || unsound < 8 || unsound > 35 {
		t.Errorf("%d of 50 are what is looked for, %d are not sound", targets, unsound)
	}
	patch := valley(3, 10)
	patch.Patch = true
	for _, s := range must(drill.Draw(g, patch))(t) {
		if s.Looked != must(drill.Draw(g, patch))(t)[0].Looked {
			t.Error("a patch is looked through for several kinds")
		}
	}
}

func must[T any](v T, err error) func(testing.TB) T {
	return func(t testing.TB) T {
		t.Helper()
		if err != nil {
			t.Fatal(err)
		}
		return v
	}
}

// What cannot be drawn is refused in words.
func TestWhatCannotBeDrawn(t *testing.T) {
	g := shipped(t)
	for says, q := range map[string]drill.Request{
		"1 to 50": {Count: 0}, "not 51": {Count: 51}, "another month": {Count: 1, Targets: []string{"amanita-phalloides"}}, "not a day": {Count: 1, Date: "soon"},
	} {
		if _, err := drill.Draw(g, q); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
}

// Over ten thousand draws states come as often as the guide's shares say (chi-square, at 0.001): caps and undersides of the golden chanterelle, what it is taken
// for evenly, and sound pieces as often as is said.
func TestDrawsFollowTheShares(t *testing.T) {
	g := shipped(t)
	taxon, ok := g.Taxon("cantharellus-cibarius")
	if !ok {
		t.Fatal("there is no chanterelle")
	}
	const draws = 10_000
	counts, of, base := map[string]map[string]int{}, map[int]int{}, map[string]int{}
	stages := map[string]int{}
	for seed := range uint64(draws / 50) {
		for _, s := range must(drill.Draw(g, drill.Request{Seed: seed, Count: 50, Targets: []string{"cantharellus-cibarius"}}))(t) {
			of[s.Of]++
			base[s.Condition[0].State]++
			if s.Of != taxon || slices.ContainsFunc(s.Condition, func(c drill.PieceState) bool {
				return !slices.Contains([]string{"dug-out-whole", "fresh", "whole"}, c.State)
			}) {
				continue
			}
			stages["all"]++
			for id, v := range s.Readings {
				if counts[id] == nil {
					counts[id] = map[string]int{}
				}
				counts[id][v.State]++
			}
		}
	}
	fits := func(name string, got map[string]int, want map[string]float64) {
		t.Helper()
		n, chi, cells := 0, 0.0, 0
		for _, k := range got {
			n += k
		}
		for state, share := range want {
			if share > 0 {
				expected := share * float64(n)
				chi += math.Pow(float64(got[state])-expected, 2) / expected
				cells++
			} else if got[state] > 0 {
				t.Errorf("%s: %q is drawn, which has no share", name, state)
			}
		}
		if cells < 2 {
			return
		}
		if most := (distuv.ChiSquared{K: float64(cells - 1)}).Quantile(0.999); chi > most {
			t.Errorf("%s: chi-square %.1f of %d cells, at most %.1f: %v, want %v", name, chi, cells, most, got, want)
		}
	}
	tested := 0
	for n := range g.Columns {
		col := &g.Columns[n]
		if col.Kind != guide.States || !col.Scored.Has(taxon) || hasStages(col, taxon) {
			continue
		}
		want := map[string]float64{}
		for k, share := range col.Shows(col.Pattern[taxon], "") {
			want[col.States[k].ID] = share
		}
		tested++
		fits(col.ID, counts[col.ID], want)
	}
	if tested < 10 || stages["all"] < 2000 {
		t.Errorf("%d characters over %d specimens", tested, stages["all"])
	}
	fits("base", base, map[string]float64{"dug-out-whole": 0.8, "cut-off": 0.1, "torn-off": 0.1})
	kinds, want := map[string]int{}, map[string]float64{"cantharellus-cibarius": 0.5}
	for n, k := range of {
		kinds[g.Taxa[n].ID] = k
		if n != taxon {
			want[g.Taxa[n].ID] = 0.5 / float64(len(of)-1)
		}
	}
	fits("mixture", kinds, want)
}

// hasStages tells whether a taxon's score for a character depends on a stage, so that shares depend on which was drawn.
func hasStages(col *guide.Column, taxon int) bool {
	return slices.ContainsFunc(col.Patterns[col.Pattern[taxon]].Shown, func(s guide.ShownState) bool { return s.When != "" })
}

// What a call is worth, by hand: a mistake costs what it does at table.
func TestPoints(t *testing.T) {
	taxon := func(use guide.Use, harm guide.Harm) *guide.Taxon { return &guide.Taxon{Use: use, Harm: harm} }
	good := taxon("eat", guide.NoHarm)
	for _, c := range []struct {
		is   *guide.Taxon
		told bool
		call drill.Call
		want float64
	}{
		{taxon(guide.NoUse, guide.Deadly), false, drill.Take, -1000}, {taxon(guide.NoUse, guide.Serious), false, drill.Take, -200}, {taxon(guide.NoUse, guide.Unknown), false, drill.Take, -200},
		{taxon(guide.NoUse, guide.Upset), false, drill.Take, -30}, {taxon(guide.NoUse, guide.NoHarm), false, drill.Take, -1}, {taxon("eat", guide.Deadly), true, drill.Take, -1000},
		{good, true, drill.Take, 20}, {good, false, drill.Take, 0}, {good, true, drill.Leave, -5}, {good, false, drill.Leave, 10}, {good, true, drill.Show, -2}, {good, false, drill.Show, 5},
		{taxon(guide.NoUse, guide.Deadly), false, drill.Leave, 10}, {taxon(guide.NoUse, guide.Deadly), false, drill.Show, 5},
	} {
		if got := drill.Points(c.is, c.told, c.call); got != c.want {
			t.Errorf("%s of %s, %s, told %v: %g, want %g", c.call, c.is.Use, c.is.Harm, c.told, got, c.want)
		}
	}
	if drill.Minutes(3) != -3 || drill.Right(0) || !drill.Right(5) {
		t.Error("minutes or what is right")
	}
}

// Brier's score by hand: four calls at 0.9, 0.8, 0.7 and 0.6, the third wrong: (0.01 + 0.04 + 0.49 + 0.16) / 4 = 0.175.
func TestBrier(t *testing.T) {
	list := []drill.Sure{{P: 0.9, Right: true}, {P: 0.8, Right: true}, {P: 0.7}, {P: 0.6, Right: true}}
	if got := drill.Brier(list); math.Abs(got-0.175) > 1e-12 {
		t.Errorf("%g", got)
	}
	if drill.Brier(nil) != 0 {
		t.Error("nothing was called")
	}
	bins := drill.Calibration(append(list, drill.Sure{P: 0.99, Right: true}, drill.Sure{P: 0.5}))
	for i, want := range []drill.Bin{{50, 1, 0}, {60, 1, 1}, {70, 1, 0}, {80, 1, 1}, {90, 1, 1}, {99, 1, 1}} {
		if bins[i] != want {
			t.Errorf("%+v, want %+v", bins[i], want)
		}
	}
}

// What is misread at least, by SciPy: beta.ppf(0.05, 20·usual + wrong, 20·(1 − usual) + right).
func TestAtLeast(t *testing.T) {
	for _, c := range []struct {
		usual          float64
		wrong, answers int
		want           float64
	}{
		{0.05, 0, 5, 0.002134938369701545}, {0.05, 1, 1, 0.018065203085418632}, {0.05, 3, 3, 0.06459561534990062}, {0.02, 3, 63, 0.01265579252813672}, {0.05, 5, 10, 0.09415502607649034},
	} {
		if got := drill.AtLeast(c.usual, c.wrong, c.answers); math.Abs(got-c.want) > 1e-9 {
			t.Errorf("%d of %d, usually %g: %.12f, want %.12f", c.wrong, c.answers, c.usual, got, c.want)
		}
	}
}

// A character bites once it is misread so often that nineteen chances in twenty speak for more than usual.
func TestWhatIsMisread(t *testing.T) {
	g := shipped(t)
	n, _ := g.Column("stem-ring")
	usual := g.Columns[n].Error
	list := func(wrong, right int) []drill.Read {
		var out []drill.Read
		for range wrong {
			out = append(out, drill.Read{Character: "stem-ring", Shown: "skirt", Answered: "none"})
		}
		for range right {
			out = append(out, drill.Read{Character: "stem-ring", Shown: "skirt", Answered: "skirt"})
		}
		return out
	}
	for _, c := range [][2]int{{0, 5}, {1, 0}, {3, 0}, {3, 60}, {5, 5}} {
		m := drill.Misreads(g, append(list(c[0], c[1]), drill.Read{Character: "gone", Shown: "a", Answered: "b"}))
		if len(m) != 1 || m[0].Answers != c[0]+c[1] || m[0].Wrong != c[0] || m[0].Usual != usual {
			t.Fatalf("%v: %+v", c, m)
		}
		if want := (20*usual + float64(c[0])) / (20 + float64(c[0]+c[1])); math.Abs(m[0].Own-want) > 1e-12 {
			t.Errorf("%v: %g, want %g", c, m[0].Own, want)
		}
		if m[0].Bites != (m[0].Low > usual && c[0] > 0) || m[0].Low >= m[0].Own {
			t.Errorf("%v: %+v", c, m[0])
		}
	}
	if m := drill.Misreads(g, list(5, 5)); !m[0].Bites || m[0].Taken[0] != (drill.Mistaking{Shown: "skirt", Answered: "none", Times: 5}) {
		t.Errorf("half of all misread: %+v", m[0])
	}
	if m := drill.Misreads(g, list(0, 5)); m[0].Bites {
		t.Errorf("none misread: %+v", m[0])
	}
}

// Every card of every deck can be asked, has one right answer among its choices, and is the same for the same seed; a pair's right answer parts the two for
// certain, and the others do not.
func TestQuestions(t *testing.T) {
	g := shipped(t)
	for _, d := range []drill.Deck{drill.Pairs, drill.States, drill.Families, drill.Season, drill.Deadly} {
		cards, err := drill.Cards(g, d, valley(1, 1))
		if err != nil || len(cards) < 10 {
			t.Fatalf("%s: %d cards, %v", d, len(cards), err)
		}
		for i, card := range cards {
			q, err := drill.Ask(g, card, uint64(i))
			if err != nil {
				t.Error(err)
				continue
			}
			same, _ := drill.Ask(g, card, uint64(i))
			if !slices.Contains(q.Choices, q.Right) || len(q.Choices) < 2 || fmt.Sprint(q.Choices) != fmt.Sprint(same.Choices) {
				t.Errorf("%s: %+v", card, q)
			}
			sorted := slices.Clone(q.Choices)
			slices.Sort(sorted)
			if len(slices.Compact(sorted)) != len(q.Choices) {
				t.Errorf("%s offers one twice: %v", card, q.Choices)
			}
		}
	}
	for _, card := range []string{"pair:amanita-phalloides/nothing", "state:cap-shape/cube", "family:nothing", "weather:rain", "state:cap-diameter/x", ""} {
		if _, err := drill.Ask(g, card, 1); err == nil {
			t.Errorf("%q is asked", card)
		}
	}
	if drill.PairCard("b", "a") != drill.PairCard("a", "b") {
		t.Error("a pair turned round is another card")
	}
}

// What would have given it away is told, the firmest first; nothing is told of what was looked for. The engine's own path to each specimen ends.
func TestWhatGivesItAway(t *testing.T) {
	g := shipped(t)
	told, cleared := 0, 0
	for _, s := range must(drill.Draw(g, valley(11, 20)))(t) {
		list := drill.GivesAway(g, &s, []string{"underside"})
		if s.Of == s.Looked && list != nil {
			t.Errorf("%s would have been given away", s.Taxon.ID)
		}
		for _, l := range list {
			n, _ := g.Column(l.Character)
			col := &g.Columns[n]
			k, _ := col.State(l.Shows)
			if of, looked := col.Shows(col.Pattern[s.Of], "")[k], col.Shows(col.Pattern[s.Looked], "")[k]; s.Readings[l.Character].State != l.Shows || col.Masks[col.Pattern[s.Looked]]&(1<<k) != 0 && of < 3*looked {
				t.Errorf("%s for %s: %+v is shown %g and %g", s.Taxon.ID, s.Target, l, of, looked)
			}
		}
		if len(list) > 0 {
			told++
		}
		r, path, err := drill.Engine(g, &s, "11")
		if err != nil || len(path) == 0 && r.Checks > 0 {
			t.Errorf("%s: %+v, %v", s.Taxon.ID, r, err)
		}
		if r.Verdict == guide.RuledClear {
			cleared++
			if g.Taxa[s.Of].Harm == guide.Deadly {
				t.Errorf("%s is cleared as %s", g.Taxa[s.Of].ID, r.Working)
			}
		}
	}
	if told < 4 || cleared < 2 {
		t.Errorf("%d were given away, %d cleared", told, cleared)
	}
}

func BenchmarkRoundOfTen(b *testing.B) {
	g := shipped(b)
	for i := 0; b.Loop(); i++ {
		must(drill.Draw(g, valley(uint64(i), 10)))(b)
	}
}

// A hundred lists of calls, scored by scikit-learn's brier_score_loss (testdata/brier.py).
func TestBrierAgainstAnother(t *testing.T) {
	b, err := os.ReadFile("testdata/brier.json")
	if err != nil {
		t.Fatal(err)
	}
	var cases []struct {
		Sure  []float64
		Right []int
		Brier float64
	}
	if err := json.Unmarshal(b, &cases); err != nil || len(cases) != 100 {
		t.Fatalf("%d cases, %v", len(cases), err)
	}
	for i, c := range cases {
		var list []drill.Sure
		for n := range c.Sure {
			list = append(list, drill.Sure{P: c.Sure[n], Right: c.Right[n] == 1})
		}
		if got := drill.Brier(list); math.Abs(got-c.Brier) > 1e-12 {
			t.Errorf("case %d: %g, want %g", i, got, c.Brier)
		}
	}
}
