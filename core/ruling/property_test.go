package ruling_test

import (
	"encoding/json"
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

// A slow and plain counting of conflicts, straight from the scores, agrees with the matrix.
func TestAgainstAgreesWithPlainCounting(t *testing.T) {
	check := func(seed uint64) bool {
		g, rec, _ := random(seed)
		for _, h := range rule(t, g, rec).Harmful {
			n, _ := g.Taxon(h.Taxon)
			against, margin := countPlainly(g, g.Described(n), rec)
			if against != h.Against || margin != h.Margin {
				t.Logf("seed %d: %s got %v and %d, want %v and %d", seed, h.Taxon, h.Against, h.Margin, against, margin)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 400}); err != nil {
		t.Error(err)
	}
}

func countPlainly(g *guide.Matrix, taxon *guide.Taxon, rec *evidence.Record) (against float64, margin int) {
	latest := map[string]evidence.Reading{}
	for _, r := range rec.Readings {
		latest[r.Character] = r
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
		return r.Sure
	}
	lines := map[string]float64{}
	for id, r := range latest {
		n, _ := g.Column(id)
		c := &g.Characters[n]
		score, ok := taxon.Scores[id]
		if !ok || r.Unseen != "" || c.FadesAfter > 0 && r.Handled >= c.FadesAfter {
			continue
		}
		full, conflict := policy.Footings[c.FootingOf()].Full, false
		if c.Kind == guide.States {
			conflict = !slices.ContainsFunc(score.States, func(s guide.Shown) bool { return slices.Contains(r.States, s.State) })
		} else {
			slack := 0.1
			if c.Kind == guide.Count {
				slack = 0
			}
			conflict = *r.Value < (1-slack)**score.Range.Min || *r.Value > (1+slack)**score.Range.Max
			full = full || c.FootingOf() == guide.Size && *r.Value > 2**score.Range.Max
		}
		if !conflict {
			continue
		}
		w := 1.0
		if !firm(id) {
			w /= 2
		}
		if !full {
			w /= 2
		}
		lines[c.LineOf()] = max(lines[c.LineOf()], w)
	}
	for _, w := range lines {
		against += w
		if w == 1 {
			margin++
		}
	}
	return against, margin
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

// Without the readings of a weak point the taxa it brings back fit; without fewer of its lines they do not; and every
// line without which a harmful taxon that is out would fit is a weak point.
func TestWeakPoints(t *testing.T) {
	points := 0
	check := func(seed uint64) bool {
		g, rec, _ := random(seed)
		a := rule(t, g, rec)
		told := len(a.Weakest)
		points += told
		fits := func(without []string, taxon string) bool {
			less := *rec
			less.Readings = slices.DeleteFunc(slices.Clone(rec.Readings), func(r evidence.Reading) bool { return slices.Contains(without, r.Character) })
			s, err := evidence.Open(g, &less)
			if err != nil {
				t.Fatal(err)
			}
			n, _ := g.Taxon(taxon)
			return s.Tallies().Fits.Has(n)
		}
		for _, w := range a.Weakest {
			for _, taxon := range w.BringsBack {
				if !fits(w.Readings, taxon) || !out(a, taxon) {
					t.Logf("seed %d: without %v %s does not fit", seed, w.Readings, taxon)
					return false
				}
			}
			if n, ok := g.Column(w.Check); w.Check != "" && (!ok || !canHave(t, g, rec, n, a.Working)) {
				t.Logf("seed %d: %s cannot be had", seed, w.Check)
				return false
			}
		}
		if a.Verdict != guide.RuledClear || told == ruling.MostWeakPoints {
			return true
		}
		for _, h := range a.Harmful {
			for _, l := range h.Lines {
				named := slices.ContainsFunc(a.Weakest, func(w ruling.WeakPoint) bool {
					return slices.Equal(w.Readings, l.Characters) && slices.Contains(w.BringsBack, h.Taxon)
				})
				if h.Status == ruling.Out && h.Against-l.Worth < 1 != named {
					t.Logf("seed %d: %s on %s is a weak point or not: %v", seed, h.Taxon, l.Line, named)
					return false
				}
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 2000}); err != nil {
		t.Error(err)
	}
	if points == 0 {
		t.Error("no ruling had a weak point")
	}
}

func out(a *identify.Identification, taxon string) bool {
	return slices.ContainsFunc(a.Harmful, func(h ruling.Harmful) bool { return h.Taxon == taxon && h.Status == ruling.Out })
}

// A whole specimen of a deadly or serious taxon, read with any one reading wrong, to whatever state, is never cleared.
func TestNoSingleMisreadingClearsAHarmfulSpecimen(t *testing.T) {
	check := func(seed uint64) bool {
		r := rand.New(rand.NewPCG(seed, 2))
		g := guidetest.Random(r)
		for n := range g.Taxa {
			if h := g.Taxa[n].Harm; (h == guide.Deadly || h == guide.Serious) && !misreadingsNeverClear(t, g, n) {
				t.Logf("seed %d, %s", seed, g.Taxa[n].ID)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 150}); err != nil {
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
			if !misreadingsNeverClear(t, g, n) {
				t.Error("it can be cleared by one misreading")
			}
		})
	}
}

// misreadingsNeverClear reads all a taxon shows, then each reading in turn as every other state, named and unnamed.
func misreadingsNeverClear(t *testing.T, g *guide.Matrix, taxon int) bool {
	t.Helper()
	whole := everything(g, taxon)
	for i := range whole {
		n, _ := g.Column(whole[i].Character)
		for _, wrong := range others(&g.Columns[n]) {
			readings := slices.Clone(whole)
			readings[i] = wrong
			// What has no use, or does not fit, is never cleared, whatever the name; what is named as itself is ruled on as itself.
			rec := &evidence.Record{ID: "x", Readings: readings}
			sheet, err := evidence.Open(g, rec)
			if err != nil {
				t.Fatal(err)
			}
			targets := sheet.Tallies().Fits.Copy()
			targets.And(g.Useful)
			targets.Clear(taxon)
			names := append([]int{-1}, targets.Members()...)
			if sheet.Tallies().Margin.Of(taxon) == 0 {
				// Nothing at all speaks against it, so no name does either: one of them, and none, stand for all.
				names = names[:min(2, len(names))]
			}
			for _, target := range names {
				if rec.Target = ""; target >= 0 {
					rec.Target = g.Taxa[target].ID
				}
				s, err := evidence.Open(g, rec)
				if err != nil {
					t.Fatal(err)
				}
				if r := ruling.Rule(s); r.Verdict == guide.RuledClear && r.WorkingTaxon() != taxon {
					b, _ := json.Marshal(rec)
					t.Logf("cleared: %s", b)
					return false
				}
				s.Close()
			}
			sheet.Close()
		}
	}
	return true
}

func everything(g *guide.Matrix, taxon int) []evidence.Reading {
	var out []evidence.Reading
	for n := range g.Columns {
		col := &g.Columns[n]
		if !col.Scored.Has(taxon) {
			continue
		}
		p := &col.Patterns[col.Pattern[taxon]]
		rd := evidence.Reading{Character: col.ID, Sure: true, Confirmed: true}
		if col.Kind == guide.States {
			rd.States = []string{col.States[p.Shown[0].State].ID}
		} else {
			v := p.Span.Min
			rd.Value = &v
		}
		out = append(out, rd)
	}
	return out
}

func others(col *guide.Column) []evidence.Reading {
	var out []evidence.Reading
	for _, s := range col.States {
		out = append(out, evidence.Reading{Character: col.ID, States: []string{s.ID}, Sure: true, Confirmed: true})
	}
	if col.Kind != guide.States {
		for _, v := range []float64{0, 30, 1000} {
			out = append(out, evidence.Reading{Character: col.ID, Value: &v, Sure: true, Confirmed: true})
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

// The matrix against a walk over the scores of every taxon, on the shipped guide with half of its characters read.
func BenchmarkConflicts(b *testing.B) {
	g, err := guidefile.Shipped()
	if err != nil {
		b.Fatal(err)
	}
	r := rand.New(rand.NewPCG(1, 1))
	rec := &evidence.Record{ID: "x"}
	for n := range g.Columns {
		if n%2 == 0 {
			rd := guidetest.RandomReading(r, &g.Columns[n])
			rec.Readings = append(rec.Readings, rd)
		}
	}
	b.Run("matrix", func(b *testing.B) {
		for b.Loop() {
			sheet, err := evidence.Open(g, rec)
			if err != nil {
				b.Fatal(err)
			}
			sheet.Tallies()
		}
	})
	b.Run("walk over scores", func(b *testing.B) {
		var taxa []*guide.Taxon
		for t := range g.Taxa {
			taxa = append(taxa, g.Described(t))
		}
		for b.Loop() {
			for t := range g.Taxa {
				countPlainly(g, taxa[t], rec)
			}
		}
	})
}

// Another sure reading that conflicts never lowers the margin of a taxon, whatever else was read.
func TestACutNeverLowersAMargin(t *testing.T) {
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
		for taxon := range g.Taxa {
			x, y := before.Tallies().Of(taxon), after.Tallies().Of(taxon)
			if y.Margin < x.Margin || y.Against < x.Against {
				t.Logf("seed %d: %s falls from %+v to %+v", seed, g.Taxa[taxon].ID, x, y)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 1000}); err != nil {
		t.Error(err)
	}
}

// A reading of everything that a taxon shows never conflicts with it.
func TestATaxonFitsItself(t *testing.T) {
	check := func(seed uint64) bool {
		g := guidetest.Random(rand.New(rand.NewPCG(seed, 6)))
		for n := range g.Taxa {
			s, err := evidence.Open(g, &evidence.Record{Readings: everything(g, n)})
			if err != nil {
				t.Fatal(err)
			}
			if st := s.Tallies().Of(n); st.Against != 0 || !st.Fits() {
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 300}); err != nil {
		t.Error(err)
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
