package keying_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/keying"
	"zestythicket/core/policy"
	"zestythicket/guidefile"
)

func shipped(t testing.TB) *guide.Matrix {
	t.Helper()
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	return g
}

func key(t testing.TB, g *guide.Matrix, part keying.Scope) *keying.Key {
	t.Helper()
	k, err := keying.New(g, part)
	if err != nil {
		t.Fatal(err)
	}
	return k
}

// walk answers with one of the states that a taxon shows, by lot, until nothing is asked any more; now and then it
// cannot tell. It gives what is left.
func walk(t *testing.T, g *guide.Matrix, k *keying.Key, taxon int, unsure float64, r *rand.Rand) guide.Bits {
	t.Helper()
	var path []keying.Answer
	for {
		set, asked, err := k.After(path)
		if err != nil {
			t.Fatal(err)
		}
		q := k.Ask(set, asked)
		if q == nil {
			return set
		}
		a := keying.Answer{Character: q.Column.ID}
		if q.Column.Scored.Has(taxon) && r.Float64() >= unsure {
			var states []string
			shares := make([]float64, len(q.Column.States))
			if q.Column.Shares(q.Column.Pattern[taxon], "", shares); k.Scope.Stage != "" {
				shares = q.Column.Shows(q.Column.Pattern[taxon], k.Scope.Stage)
			}
			for s, share := range shares {
				if share >= policy.Often {
					states = append(states, q.Column.States[s].ID)
				}
			}
			if len(states) > 0 {
				a.States = states[r.IntN(len(states)):][:1]
			}
		}
		path = append(path, a)
	}
}

// Walked with what a taxon shows one time in ten or oftener, a key arrives at it, whatever of it is shown and though some of it cannot be
// told; and it never stops at a taxon that is taken together with a grave one while something would tell them apart.
func TestEveryTaxonIsReached(t *testing.T) {
	g := shipped(t)
	r := rand.New(rand.NewPCG(1, 2))
	for _, part := range []keying.Scope{
		{Kingdom: "fungi"}, {Kingdom: "fungi", Month: 10, Region: "11"}, {Kingdom: "plantae"}, {Kingdom: "plantae", Month: 4}, {Kingdom: "plantae", Month: 1},
		{Kingdom: "fungi", LookOnly: true, Observer: evidence.Observer{NoColour: true, NoSmell: true, Kit: []string{}}}, {Kingdom: "fungi", Stage: "young"},
	} {
		k := key(t, g, part)
		for _, taxon := range k.Taxa.Members() {
			for _, unsure := range []float64{0, 0.3} {
				if left := walk(t, g, k, taxon, unsure, r); !left.Has(taxon) {
					t.Errorf("%+v: %s is not arrived at", part, g.Taxa[taxon].ID)
				}
			}
		}
	}
}

func TestEveryTaxonOfRandomGuidesIsReached(t *testing.T) {
	for seed := range uint64(40) {
		r := rand.New(rand.NewPCG(seed, 5))
		g := guidetest.Random(r)
		for _, kingdom := range []string{"plantae", "fungi"} {
			k, err := keying.New(g, keying.Scope{Kingdom: kingdom})
			if err != nil {
				continue
			}
			for _, taxon := range k.Taxa.Members() {
				if left := walk(t, g, k, taxon, 0.2, r); !left.Has(taxon) {
					t.Errorf("seed %d: %s is not arrived at", seed, g.Taxa[taxon].ID)
				}
			}
		}
	}
}

// A printed key names every taxon of its scope, every step of it is led to, and what it asks for can be had. Looking alone,
// with 234 plants that vary, is the one key that grows too large to print: it names them all the same, and says so.
func TestAPrintedKeyIsWhole(t *testing.T) {
	g := shipped(t)
	for _, part := range []keying.Scope{{Kingdom: "fungi", Month: 10}, {Kingdom: "plantae"}, {Kingdom: "plantae", Month: 6, LookOnly: true}} {
		k := key(t, g, part)
		b := k.Print()
		k.Weigh(b)
		named, led := map[string]bool{}, map[int]bool{1: true}
		for _, s := range b.Steps {
			n, _ := g.Column(s.Character)
			if part.LookOnly && g.Columns[n].Touches() {
				t.Errorf("%+v asks for %s", part, s.Character)
			}
			if len(s.Leads) < 2 {
				t.Errorf("step %d has %d leads", s.Number, len(s.Leads))
			}
			for _, l := range s.Leads {
				led[l.To] = true
				for _, e := range l.Ends {
					named[e.Taxon] = true
				}
			}
		}
		if len(named) != k.Taxa.Count() || b.Whole == part.LookOnly || b.Taxa != len(named) {
			t.Errorf("%+v: %d of %d taxa are named", part, len(named), k.Taxa.Count())
		}
		for _, s := range b.Steps {
			if !led[s.Number] {
				t.Errorf("nothing leads to step %d", s.Number)
			}
		}
		if b.Mean < 1 || b.Whole && b.Mean > 2*b.Bound || math.IsNaN(b.Mean) {
			t.Errorf("%+v: %.2f questions on average, %.2f at the least", part, b.Mean, b.Bound)
		}
		text := b.Text()
		if strings.Contains(text, "cut short") == b.Whole {
			t.Errorf("%+v: whole %v, and the text says otherwise", part, b.Whole)
		}
		for _, want := range []string{"1. ", "never eat on its word", "DEADLY", g.Taxa[k.Taxa.Members()[0]].Name} {
			if !strings.Contains(text, want) {
				t.Errorf("the printed key does not say %q", want)
			}
		}
		t.Logf("%+v: %d taxa, %d steps, %.2f questions on average; %.2f would be the least", part, b.Taxa, len(b.Steps), b.Mean, b.Bound)
	}
}

// Hemlock, cowbane, foxglove and deadly nightshade are in leaf in May, whatever their windows for flowers say: a key for May
// must not leave them out. Source: common knowledge of the trade.
func TestAKeyForMayHoldsWhatKillsInMay(t *testing.T) {
	g := shipped(t)
	k := key(t, g, keying.Scope{Kingdom: "plantae", Month: 5, Region: "11"})
	for _, id := range []string{"conium-maculatum", "cicuta-virosa", "digitalis-purpurea", "atropa-belladonna"} {
		if n, ok := g.Taxon(id); !ok || !k.Taxa.Has(n) {
			t.Errorf("%s is left out", id)
		}
	}
}

func TestWhatIsNoPartOfAGuide(t *testing.T) {
	g := shipped(t)
	for want, part := range map[string]keying.Scope{
		"neither plantae nor fungi": {}, "not one of 1 to 12": {Kingdom: "fungi", Month: 13}, "not a level 2": {Kingdom: "fungi", Region: "xx"},
	} {
		if _, err := keying.New(g, part); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%+v: got %v, want … %s …", part, err, want)
		}
	}
	// Of a continent that the guide does not cover nothing is left out; of one that it does, nothing may be left.
	if _, err := keying.New(g, keying.Scope{Kingdom: "plantae", Region: "90"}); err != nil {
		t.Error(err)
	}
	bare := guidetest.Compile(`{"guide":{"covers":["1"]},"characters":[],"taxa":[{"id":"t","name":"T t","kingdom":"plantae","use":"none","harm":"none","regions":["71"]}]}`)
	if _, err := keying.New(bare, keying.Scope{Kingdom: "plantae", Region: "11"}); err == nil || !strings.Contains(err.Error(), "nothing in the guide") {
		t.Error(err)
	}
	k := key(t, g, keying.Scope{Kingdom: "fungi"})
	for want, a := range map[string]keying.Answer{
		"no character": {Character: "none"}, "no state": {Character: "underside", States: []string{"none"}},
		"does not ask": {Character: "leaf-margin", States: []string{"entire"}},
	} {
		if _, _, err := k.After([]keying.Answer{a}); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%+v: got %v, want … %s …", a, err, want)
		}
	}
}

func BenchmarkPrint(b *testing.B) {
	g := shipped(b)
	for b.Loop() {
		key(b, g, keying.Scope{Kingdom: "fungi", Month: 10}).Print().Text()
	}
}

// A key asks for nothing that who walks it cannot see, and for nothing that only shows at another stage.
func TestAKeyAsksForWhatCanBeSeen(t *testing.T) {
	g := shipped(t)
	r := rand.New(rand.NewPCG(4, 9))
	tools := g.Tools()
	for range 24 {
		kit := []string{}
		for _, tool := range tools {
			if r.IntN(2) == 0 {
				kit = append(kit, tool)
			}
		}
		part := keying.Scope{
			Kingdom: []string{"fungi", "plantae"}[r.IntN(2)], Month: r.IntN(13), Stage: []string{"", "young", "mature", "old"}[r.IntN(4)],
			LookOnly: r.IntN(4) == 0, Observer: evidence.Observer{NoColour: r.IntN(2) == 0, NoSmell: r.IntN(2) == 0, Kit: kit},
		}
		k := key(t, g, part)
		for _, step := range k.Print().Steps {
			n, _ := g.Column(step.Character)
			col := &g.Columns[n]
			if !part.Observer.Can(col) || part.LookOnly && col.Touches() {
				t.Errorf("%+v is asked for %s", part, step.Character)
			}
			if part.Month == 0 {
				continue
			}
			day := guide.MidMonth(time.Month(part.Month))
			if !slices.ContainsFunc(k.Taxa.Members(), func(taxon int) bool { return g.ThereIn(taxon, step.Character, day) }) {
				t.Errorf("%+v is asked for %s, which nothing has then", part, step.Character)
			}
		}
	}
}
