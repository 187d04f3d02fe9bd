package ruling_test

import (
	"cmp"
	"encoding/json"
	"math"
	"math/rand/v2"
	"slices"
	"testing"
	"testing/quick"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
	"zestythicket/guidefile"
)

// random makes a guide and a record on it from a seed.
func random(seed uint64) (*guide.Matrix, *evidence.Record, *rand.Rand) {
	r := rand.New(rand.NewPCG(seed, 1))
	g := guidetest.Random(r)
	rec := &evidence.Record{ID: "x", Readings: []evidence.Reading{}}
	for n := range g.Columns {
		if r.IntN(3) > 0 {
			rec.Readings = append(rec.Readings, guidetest.RandomReading(r, &g.Columns[n]))
		}
	}
	if r.IntN(2) == 0 {
		rec.Target = g.Taxa[r.IntN(len(g.Taxa))].ID
	}
	return g, rec, r
}

func rule(t *testing.T, g *guide.Matrix, rec *evidence.Record) *identify.Identification {
	t.Helper()
	a, err := identify.Identify(g, rec)
	if err != nil {
		t.Fatal(err)
	}
	return a
}

// canHave tells whether a column of the record could still be read, judged as that taxon.
func canHave(t *testing.T, g *guide.Matrix, rec *evidence.Record, column int, working *string) bool {
	t.Helper()
	s, err := evidence.Open(g, rec)
	if err != nil {
		t.Fatal(err)
	}
	taxon := -1
	if working != nil {
		taxon, _ = g.Taxon(*working)
	}
	return s.CanHave(column, taxon)
}

// Weights worked out slowly and plainly, straight from the scores by the formulas of docs/engine.md, agree with the matrix:
// the balance and the slips of every harmful taxon. Measures are left out here; chances_test.go of the guide has them.
func TestWeightsAgreeWithPlainReckoning(t *testing.T) {
	compared := 0
	check := func(seed uint64) bool {
		g, rec, _ := random(seed)
		rec.Readings = slices.DeleteFunc(rec.Readings, func(r evidence.Reading) bool {
			n, _ := g.Column(r.Character)
			return g.Columns[n].Kind == guide.Measure
		})
		a := rule(t, g, rec)
		if a.Working == nil {
			return true
		}
		x, _ := g.Taxon(*a.Working)
		for _, h := range a.Harmful {
			n, _ := g.Taxon(h.Taxon)
			balance, slips := reckonPlainly(g, g.Described(x), g.Described(n), rec)
			compared++
			if math.Abs(balance-h.Balance) > 1e-6 || slips != h.Margin {
				t.Logf("seed %d: %s got %v and %d, want %v and %d", seed, h.Taxon, h.Balance, h.Margin, balance, slips)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 400}); err != nil || compared == 0 {
		t.Error(err, compared)
	}
}

// plainShares are how often a taxon shows each state, or count up to the most that is told apart.
func plainShares(c *guide.Character, s guide.Score, most int) (share map[int]float64, m int) {
	share, m = map[int]float64{}, len(c.States)
	if c.Kind == guide.Count {
		m = most + 1
		for n := range m {
			switch v := float64(n); {
			case *s.Range.Low <= v && v <= *s.Range.High:
				share[n] = 1
			case *s.Range.Min <= v && v <= *s.Range.Max:
				share[n] = 0.1
			}
		}
	}
	for k := range c.States {
		for _, sh := range s.States {
			if sh.State == c.States[k].ID {
				share[k] = 1
				if sh.Rare {
					share[k] = 0.1
				}
			}
		}
	}
	total := 0.0
	for _, w := range share {
		total += w
	}
	for k := range share {
		share[k] /= total
	}
	return share, m
}

func plainlyRead(c *guide.Character, r *evidence.Reading, k, most int) bool {
	if c.Kind == guide.States {
		return slices.Contains(r.States, c.States[k].ID)
	}
	return k == min(int(*r.Value), most)
}

// plainChance is the chance that a taxon gives a reading of states, or of a whole number.
func plainChance(c *guide.Character, s guide.Score, r *evidence.Reading, e float64, most int) float64 {
	share, m := plainShares(c, s, most)
	near := func(k int) (out []int) {
		for n := range m {
			if c.Kind == guide.Count && (n == k-1 || n == k+1) || c.Kind == guide.States && slices.Contains(c.States[k].Near, c.States[n].ID) {
				out = append(out, n)
			}
		}
		return out
	}
	chance := 0.0
	for k := range m {
		if !plainlyRead(c, r, k, most) {
			continue
		}
		chance += (1-e)*share[k] + e/2/float64(m)
		for from, w := range share {
			switch n := near(from); {
			case len(n) == 0:
				chance += e / 2 * w / float64(m)
			case slices.Contains(n, k):
				chance += e / 2 * w / float64(len(n))
			}
		}
	}
	return chance
}

func reckonPlainly(g *guide.Matrix, x, h *guide.Taxon, rec *evidence.Record) (balance float64, slips int) {
	latest := map[string]evidence.Reading{}
	for _, r := range rec.Readings {
		latest[r.Character] = r
	}
	faded := func(id string) bool {
		n, _ := g.Column(id)
		return g.Characters[n].FadesAfter > 0 && latest[id].Handled >= g.Characters[n].FadesAfter
	}
	var firm func(id string) bool
	firm = func(id string) bool {
		r := latest[id]
		n, _ := g.Column(id)
		for on, states := range g.Characters[n].RestsOn {
			o, ok := latest[on]
			if !ok || o.Unseen != "" || !firm(on) || slices.ContainsFunc(o.States, func(s string) bool { return !slices.Contains(states, s) }) {
				return false
			}
		}
		return r.Sure && !faded(id)
	}
	type top struct{ best, cut, deepest, deep float64 } // of all readings of a line, and of those that were made twice
	type line struct {
		worst, hint float64
		of          [2]top
		full        bool
	}
	lines := map[string]*line{}
	for id, r := range latest {
		n, _ := g.Column(id)
		c := &g.Characters[n]
		own, ok1 := x.Scores[id]
		other, ok2 := h.Scores[id]
		if !ok1 || !ok2 || r.Unseen != "" || faded(id) {
			continue
		}
		most := 0
		for t := range g.Taxa {
			if s, ok := g.Described(t).Scores[id]; ok && c.Kind == guide.Count {
				most = max(most, int(*s.Range.Max))
			}
		}
		most = min(most+1, 63)
		e, ok := g.Errors[id]
		if !ok {
			e = policy.Footings[c.FootingOf()].Misread
		}
		if !firm(id) {
			e = min(0.5, 3*e)
		}
		never := func(s guide.Score) bool {
			if c.Kind == guide.Count {
				return *r.Value < *s.Range.Min || *r.Value > *s.Range.Max
			}
			return !slices.ContainsFunc(s.States, func(sh guide.Shown) bool { return slices.Contains(r.States, sh.State) })
		}
		// In tenths of a deciban, as the engine has them.
		w := (math.Round(100*math.Log10(plainChance(c, own, &r, e, most))) - math.Round(100*math.Log10(plainChance(c, other, &r, e, most)))) / 10
		depth := 0.0 // of what the other shows: how far the reading lies from that, 1 for one of it in twenty of what it shows most
		if share, m := plainShares(c, other, most); !never(own) && w >= 5 {
			sum := 0.0
			for k := range m {
				if plainlyRead(c, &r, k, most) {
					sum += share[k]
				}
			}
			most := 0.0
			for k := range m {
				most = max(most, share[k])
			}
			depth = math.Floor(1e-7+100*min(1, math.Log(min(1, sum/most))/math.Log(0.05))) / 100
		}
		cut := never(other) && !never(own)
		if cut {
			w = max(w, 0)
		} else if never(own) && !never(other) {
			w = min(w, 0)
		}
		l := lines[c.LineOf()]
		if l == nil {
			l = &line{}
			lines[c.LineOf()] = l
		}
		full := policy.Footings[c.FootingOf()].Full || c.FootingOf() == guide.Size && never(other)
		w = min(10, max(-8, w))
		if full && firm(id) {
			l.full, l.worst = true, min(l.worst, w)
			for k := range l.of {
				if t := &l.of[k]; k == 0 || r.Confirmed {
					if t.best = max(t.best, w); cut {
						t.cut = max(t.cut, w)
					} else if depth > t.deepest || depth == t.deepest && w > t.deep {
						t.deepest, t.deep = depth, w
					}
				}
			}
		} else {
			w = min(4, max(-4, w))
			l.hint, l.worst = max(l.hint, w), min(l.worst, w)
		}
	}
	hints, left, depth, asked := 0.0, 0.0, 0.0, 1.0
	type leaning struct {
		weight, depth float64
		looks         int
	}
	var on []leaning
	for _, l := range lines {
		if !l.full {
			hints += min(4, max(-4, l.hint+l.worst))
			left += l.worst
			continue
		}
		balance += min(10, max(-8, max(l.of[0].best, l.hint)+l.worst))
		var of [2]leaning
		for k, t := range l.of {
			of[k].weight = min(10, max(-8, t.best+l.worst))
			if t.cut+l.worst >= 5-1e-9 {
				of[k].depth = 1
			} else if t.deep+l.worst >= 5-1e-9 {
				of[k].depth = t.deepest
			}
		}
		if of[0].weight <= -7.5+1e-9 {
			asked++
		}
		left, depth = left+of[0].weight, depth+of[0].depth
		twice := leaning{max(0, of[1].weight), min(of[0].depth, of[1].depth), 2}
		on = append(on, twice, leaning{max(0, of[0].weight) - twice.weight, of[0].depth - twice.depth, 1})
	}
	// Every set of lines is tried: the fewest looks without which it no longer speaks for the name, or too little of its depth is left.
	slips = math.MaxInt
	for set := range 1 << len(on) {
		w, d, looks := left, depth, 0
		for i, l := range on {
			if set&(1<<i) != 0 {
				w, d, looks = w-max(0, l.weight), d-l.depth, looks+l.looks
			}
		}
		if w <= 1e-9 || d < asked-1e-7 {
			slips = min(slips, looks)
		}
	}
	return balance + min(8, hints), slips
}

// A record that fits no taxon is never cleared, and what is cleared fits its working name with every deadly taxon out.
func TestWhatFitsNothingIsNeverCleared(t *testing.T) {
	check := func(seed uint64) bool {
		g, rec, _ := random(seed)
		a := rule(t, g, rec)
		if a.Verdict != guide.RuledClear {
			return true
		}
		if !slices.ContainsFunc(a.Fitting, func(f ruling.Fitting) bool { return f.Taxon == *a.Working }) {
			return false
		}
		return !slices.ContainsFunc(a.Harmful, func(h ruling.Harmful) bool { return h.Status != ruling.Out })
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 4000}); err != nil {
		t.Error(err)
	}
}

// Without the readings of a weak point nothing is left that speaks against the taxa it brings back; they are out with them;
// and the check that is named can be had.
func TestWeakPoints(t *testing.T) {
	points := 0
	check := func(seed uint64) bool {
		g, rec, _ := random(seed)
		a := rule(t, g, rec)
		points += len(a.Weakest)
		for _, w := range a.Weakest {
			less := *rec
			less.Target = *a.Working
			less.Readings = slices.DeleteFunc(slices.Clone(rec.Readings), func(r evidence.Reading) bool { return slices.Contains(w.Readings, r.Character) })
			left := rule(t, g, &less)
			for _, taxon := range w.BringsBack {
				i := slices.IndexFunc(left.Harmful, func(h ruling.Harmful) bool { return h.Taxon == taxon })
				if !out(a, taxon) || i < 0 || left.Harmful[i].Margin > 0 {
					t.Logf("seed %d: without %v something still speaks against %s", seed, w.Readings, taxon)
					return false
				}
			}
			if n, ok := g.Column(w.Check); w.Check != "" && (!ok || !canHave(t, g, rec, n, a.Working)) {
				t.Logf("seed %d: %s cannot be had", seed, w.Check)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 4000}); err != nil {
		t.Error(err)
	}
	if points == 0 {
		t.Error("no ruling had a weak point")
	}
}

func out(a *identify.Identification, taxon string) bool {
	return slices.ContainsFunc(a.Harmful, func(h ruling.Harmful) bool { return h.Taxon == taxon && h.Status == ruling.Out })
}

// A whole specimen of a deadly or serious taxon, whatever it shows of what the guide says that it shows, as long as it shows
// that together one time in twenty or oftener, read with any one reading wrong, to whatever state, is never cleared.
func TestNoSingleMisreadingClearsAHarmfulSpecimen(t *testing.T) {
	check := func(seed uint64) bool {
		r := rand.New(rand.NewPCG(seed, 2))
		g := guidetest.Random(r)
		for n := range g.Taxa {
			if h := g.Taxa[n].Harm; (h == guide.Deadly || h == guide.Serious) && !misreadingsNeverClear(t, g, n, r) {
				t.Logf("seed %d, %s", seed, g.Taxa[n].ID)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 300}); err != nil {
		t.Error(err)
	}
}

// The same on the shipped guide, for every deadly and serious taxon of it.
func TestNoSingleMisreadingClearsOnTheShippedGuide(t *testing.T) {
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for n := range g.Taxa {
		if h := g.Taxa[n].Harm; h != guide.Deadly && h != guide.Serious {
			continue
		}
		t.Run(g.Taxa[n].ID, func(t *testing.T) {
			t.Parallel()
			if !misreadingsNeverClear(t, g, n, rand.New(rand.NewPCG(uint64(n), 11))) {
				t.Error("it can be cleared by one misreading")
			}
		})
	}
}

// misreadingsNeverClear reads all a taxon shows, rare states as likely as any while they are not too rare together, then
// each reading in turn as every other state. Whatever name is given, the taxon itself is then not out: it could only be,
// and what it has been taken for be cleared, by two slips.
func misreadingsNeverClear(t *testing.T, g *guide.Matrix, taxon int, r *rand.Rand) bool {
	t.Helper()
	whole := everything(g, taxon, r)
	some := len(whole) > 20 // a ruling takes longer than all the weighing; of long records a few are ruled on
	for i := range whole {
		n, _ := g.Column(whole[i].Character)
		for _, wrong := range others(&g.Columns[n]) {
			readings := slices.Clone(whole)
			readings[i] = wrong
			rec := &evidence.Record{ID: "x", Readings: readings}
			sheet, err := evidence.Open(g, rec)
			if err != nil {
				t.Fatal(err)
			}
			if !some || r.IntN(20) == 0 {
				if u := ruling.Rule(sheet); u.Verdict == guide.RuledClear && u.WorkingTaxon() != taxon {
					b, _ := json.Marshal(rec)
					t.Logf("cleared: %s", b)
					return false
				}
			}
			g.Useful.Each(func(name int) {
				if g.Taxa[name].Kingdom != g.Taxa[taxon].Kingdom || name == taxon {
					return
				}
				if evidence.StandsOn(sheet.LinesBetween(name, taxon)).Meets(g.Taxa[taxon].Harm.Standard()) {
					b, _ := json.Marshal(rec)
					t.Logf("out as %s: %s", g.Taxa[name].ID, b)
					t.Fail()
				}
			})
			sheet.Close()
		}
	}
	return !t.Failed()
}

// everything reads all that a taxon shows: of several states, or of a range, any; but of what it shows seldomer than
// something else no more than is together as rare as one in twenty.
func everything(g *guide.Matrix, taxon int, r *rand.Rand) []evidence.Reading {
	var out []evidence.Reading
	left := 1.0 // of one in twenty, by its logarithm; written out here, whatever the engine says
	for _, n := range r.Perm(len(g.Columns)) {
		col := &g.Columns[n]
		if !col.Scored.Has(taxon) {
			continue
		}
		p := &col.Patterns[col.Pattern[taxon]]
		rd := evidence.Reading{Character: col.ID, Sure: true, Confirmed: true}
		if col.Kind == guide.States {
			rd.States = []string{col.States[shown(col, taxon, &left, r)].ID}
		} else {
			v := p.Span.Low
			if p.Counts != nil {
				v = float64(p.Counts[r.IntN(len(p.Counts))])
			}
			rd.Value = &v
		}
		out = append(out, rd)
	}
	return out
}

// shown picks a state that a taxon shows, and takes how rare it is from what is left; the one that it shows most where it is
// too rare.
func shown(col *guide.Column, taxon int, left *float64, r *rand.Rand) int {
	pattern := col.Pattern[taxon]
	some := col.Patterns[pattern].Shown
	best := slices.MaxFunc(some, func(a, b guide.ShownState) int { return cmp.Compare(a.Share, b.Share) }).State
	shares := make([]float64, len(col.States))
	col.Shares(pattern, "", shares)
	state := some[r.IntN(len(some))].State
	rarity := math.Log(shares[state]/shares[best]) / math.Log(0.05)
	if rarity >= *left {
		return best
	}
	*left -= rarity
	return state
}

func others(col *guide.Column) []evidence.Reading {
	var out []evidence.Reading
	for _, s := range col.States {
		out = append(out, evidence.Reading{Character: col.ID, States: []string{s.ID}, Sure: true})
	}
	if col.Kind != guide.States {
		for _, v := range []float64{0, 30, 1000} {
			if col.Most > 0 {
				v = min(v, col.Most) // more is no reading
			}
			out = append(out, evidence.Reading{Character: col.ID, Value: &v, Sure: true})
		}
	}
	return out
}

// The order of readings of different characters does not matter.
func TestOrderDoesNotMatter(t *testing.T) {
	check := func(seed uint64) bool {
		g, rec, r := random(seed)
		a := rule(t, g, rec)
		turned := *rec
		turned.Readings = slices.Clone(rec.Readings)
		r.Shuffle(len(turned.Readings), func(i, j int) {
			turned.Readings[i], turned.Readings[j] = turned.Readings[j], turned.Readings[i]
		})
		x, _ := json.Marshal(a)
		y, _ := json.Marshal(rule(t, g, &turned))
		return string(x) == string(y)
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 400}); err != nil {
		t.Error(err)
	}
}

// What a harmful taxon never shows and the name does never lowers its slips; what the name never shows and the harmful one
// does never raises them; whatever else was read.
func TestSlipsGoTheRightWay(t *testing.T) {
	up, down := 0, 0
	check := func(seed uint64) bool {
		g, rec, r := random(seed)
		before, err := evidence.Open(g, rec)
		if err != nil {
			t.Fatal(err)
		}
		n := r.IntN(len(g.Columns))
		if before.Entry(n) != nil {
			return true
		}
		more := *rec
		more.Readings = append(slices.Clone(rec.Readings), guidetest.RandomReading(r, &g.Columns[n]))
		after, err := evidence.Open(g, &more)
		if err != nil {
			t.Fatal(err)
		}
		e := after.Entry(n)
		all := guide.NewBits(len(g.Taxa))
		for taxon := range g.Taxa {
			all.Set(taxon)
		}
		// A reading on which others rest changes those as well; that is not what is asked here.
		for i := range before.Entries {
			if old := &before.Entries[i]; old.Firm != after.Entry(old.Number).Firm {
				return true
			}
		}
		for name := range g.Taxa {
			x, y := before.Weigh(name, all), after.Weigh(name, all)
			for taxon := range g.Taxa {
				was, is := x.Of(taxon).Slips, y.Of(taxon).Slips
				switch {
				case e.Conflicts(taxon) && e.Fits(name):
					up++
					if is < was {
						t.Logf("seed %d: %s against %s falls from %d to %d", seed, g.Taxa[name].ID, g.Taxa[taxon].ID, was, is)
						return false
					}
				case e.Fits(taxon) && e.Conflicts(name):
					down++
					if is > was {
						t.Logf("seed %d: %s against %s rises from %d to %d", seed, g.Taxa[name].ID, g.Taxa[taxon].ID, was, is)
						return false
					}
				}
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 1500}); err != nil {
		t.Error(err)
	}
	if up == 0 || down == 0 {
		t.Errorf("%d and %d were looked at", up, down)
	}
}

// Colour, scent, place and date alone never clear anything, nor do readings of which nobody was sure; and whatever is
// cleared has two looks in full behind every deadly and serious taxon, one of them at what is built where it is deadly, and one
// behind every other.
func TestHintsNeverClear(t *testing.T) {
	cleared := 0
	check := func(seed uint64) bool {
		g, rec, r := random(seed)
		if name, ok := g.Taxon(rec.Target); ok && g.Taxa[name].Useful() {
			rec.Readings = everything(g, name, r)
		}
		a := rule(t, g, rec)
		if a.Verdict == guide.RuledClear {
			cleared++
			for _, h := range a.Harmful {
				looks, built := 0, false
				for _, l := range h.Lines {
					if l.Full && l.Cut {
						looks += l.Looks
						built = built || slices.ContainsFunc(l.Characters, func(id string) bool {
							n, _ := g.Column(id)
							return g.Columns[n].Built()
						})
					}
				}
				if looks < h.MarginNeeded || h.Margin < h.MarginNeeded || h.Harm == guide.Deadly && !built {
					t.Logf("seed %d: %s has %d looks in full, built: %v", seed, h.Taxon, looks, built)
					return false
				}
			}
		}
		whole := everything(g, r.IntN(len(g.Taxa)), r)
		hints := slices.DeleteFunc(slices.Clone(whole), func(x evidence.Reading) bool {
			n, _ := g.Column(x.Character)
			return g.Columns[n].Built()
		})
		unsure := slices.Clone(whole)
		for i := range unsure {
			unsure[i].Sure = false
		}
		for _, readings := range [][]evidence.Reading{hints, unsure} {
			if a := rule(t, g, &evidence.Record{ID: "x", Target: rec.Target, Readings: readings}); a.Verdict == guide.RuledClear {
				t.Logf("seed %d: cleared by %d readings", seed, len(readings))
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 6000}); err != nil || cleared == 0 {
		t.Error(err, cleared)
	}
}

// A reading of everything that is usual for a taxon fits it.
func TestATaxonFitsItself(t *testing.T) {
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for n := range g.Taxa {
		var usual []evidence.Reading
		for id, state := range g.Usual(n, "") {
			usual = append(usual, evidence.Reading{Character: id, States: []string{state}, Sure: true})
		}
		s, err := evidence.Open(g, &evidence.Record{Readings: usual})
		if err != nil {
			t.Fatal(err)
		}
		if f := s.FitOf(n); !f.Holds() || f.Odd > 0 || !s.Fits().Has(n) {
			t.Errorf("%s: %+v", g.Taxa[n].ID, f)
		}
	}
}

// How well each taxon fits, worked out for all at once, is what is worked out for one; and a reading left out is one that
// was not made.
func TestFittingAllIsFittingEach(t *testing.T) {
	check := func(seed uint64) bool {
		g, rec, _ := random(seed)
		s, err := evidence.Open(g, rec)
		if err != nil {
			t.Fatal(err)
		}
		for n := range g.Taxa {
			if s.Fits().Has(n) != s.FitOf(n).Holds() {
				return false
			}
			for i := range s.Entries {
				e := &s.Entries[i]
				less := *rec
				less.Readings = slices.DeleteFunc(slices.Clone(rec.Readings), func(r evidence.Reading) bool { return r.Character == e.Column.ID })
				without, err := evidence.Open(g, &less)
				if err != nil {
					t.Fatal(err)
				}
				for k := range s.Entries { // what rests on it would be soft
					if old := without.Entry(s.Entries[k].Number); old != nil && old.Firm != s.Entries[k].Firm {
						return true
					}
				}
				if s.FitWithout(n, e) != without.FitOf(n) {
					return false
				}
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 500}); err != nil {
		t.Error(err)
	}
}

// Nothing is firm that rests on a faded reading.
func TestFadedSupportIsSoft(t *testing.T) {
	g := guidetest.Compile(`{"characters":[
	 {"id":"smell","kind":"states","footing":"scent","fades_after":3,"states":[{"id":"foul"},{"id":"none"}]},
	 {"id":"snap","kind":"states","rests_on":{"smell":["foul"]},"states":[{"id":"a"},{"id":"b"}]},
	 {"id":"core","kind":"states","rests_on":{"snap":["a"]},"states":[{"id":"a"},{"id":"b"}]}],"taxa":[]}`)
	for handled, want := range map[string]bool{"0": true, "3": false} {
		s, err := evidence.Open(g, guidetest.Record(`{"readings":[{"character":"smell","states":["foul"],"sure":true,"handled":`+handled+`},
		 {"character":"snap","states":["a"],"sure":true},{"character":"core","states":["a"],"sure":true}]}`))
		if err != nil {
			t.Fatal(err)
		}
		for i := range s.Entries {
			if s.Entries[i].Firm != want {
				t.Errorf("%s pieces handled: %s is firm: %v", handled, s.Entries[i].Column.ID, s.Entries[i].Firm)
			}
		}
	}
}

// Whatever bytes are taken for a record, the engine answers or refuses; it never fails.
func FuzzRecord(f *testing.F) {
	f.Add(`{"id":"a","readings":[]}`)
	f.Add(`{"id":"a","target":"good","date":"2026-05-10","region":"11","readings":[{"character":"width","low":1,"high":1e300,"sure":true}]}`)
	f.Add(`{"id":"a","purpose":"touch","observer":{"kit":[],"no_smell":true},"readings":[{"character":"gills","states":["free","free"],"handled":9}]}`)
	g := guidetest.Compile(small)
	f.Fuzz(func(t *testing.T, text string) {
		var rec evidence.Record
		if json.Unmarshal([]byte(text), &rec) != nil {
			return
		}
		a, err := identify.Identify(g, &rec)
		if err == nil {
			if _, err := json.Marshal(a); err != nil {
				t.Errorf("the answer cannot be written: %v", err)
			}
		}
	})
}
