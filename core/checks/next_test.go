package checks_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"testing/quick"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guidetest"
	"zestythicket/core/ruling"
)

// small holds one good taxon and harmful ones that each character tells from it in a way of its own.
const small = `{"characters":[
 {"id":"cheap","organ":"cap","kind":"states","name":"Cheap","minutes":1,"states":[{"id":"g"},{"id":"b"}]},
 {"id":"dear","organ":"cap","kind":"states","name":"Dear","minutes":10,"states":[{"id":"g"},{"id":"b"}]},
 {"id":"home","organ":"print","kind":"states","name":"Home","where":"home","wait_minutes":240,"states":[{"id":"g"},{"id":"b"}]},
 {"id":"leaning","organ":"stem","kind":"states","name":"Leaning","rests_on":{"dug":["whole"]},"states":[{"id":"g"},{"id":"b"}]},
 {"id":"dug","organ":"specimen","kind":"states","name":"Dug","minutes":2,"states":[{"id":"whole"},{"id":"torn"}]},
 {"id":"look","organ":"habit","kind":"states","name":"Look","touch":false,"minutes":20,"states":[{"id":"g"},{"id":"b"}]},
 {"id":"hint","organ":"cap","kind":"states","name":"Hint","footing":"colour","minutes":0.1,"states":[{"id":"g"},{"id":"b"}]},
 {"id":"size","organ":"cap","kind":"measure","name":"Size","unit":"mm","minutes":1}],
"taxa":[
 {"id":"good","name":"Good one","kingdom":"fungi","use":"edible","harm":"none","scores":{"cheap":["g"],"dear":["g"],"home":["g"],"leaning":["g"],"look":["g"],"hint":["g"],"size":{"min":100,"max":120}}},
 {"id":"bad","name":"Bad one","kingdom":"fungi","use":"none","harm":"deadly","scores":{"cheap":["b"],"dear":["b"],"home":["b"],"leaning":["b"],"look":["b"],"hint":["b"],"size":{"min":10,"max":20}}}]}`

func next(t *testing.T, guide, record string) []checks.Suggestion {
	t.Helper()
	s, err := evidence.Open(guidetest.Compile(guide), guidetest.Record(record))
	if err != nil {
		t.Fatal(err)
	}
	return checks.Next(ruling.Rule(s))
}

func ids(list []checks.Suggestion) string {
	var out []string
	for _, s := range list {
		out = append(out, s.Character)
	}
	return strings.Join(out, " ")
}

func TestARecordWithoutANameBeginsWithWhatAnybodySees(t *testing.T) {
	g := strings.Replace(small, `"id":"dear",`, `"id":"dear","obvious":true,`, 1)
	g = strings.Replace(g, `"id":"leaning",`, `"id":"leaning","obvious":true,`, 1)
	for name, c := range map[string]struct{ record, first string }{
		"the best of what is obvious":                    {`{"id":"x","kingdom":"fungi","readings":[]}`, "leaning"},
		"not where something better would be passed by":  {`{"id":"x","kingdom":"fungi","readings":[{"character":"hint","states":["g"],"sure":true}]}`, "size"},
		"not where a name says what to look at":          {`{"id":"x","target":"good","readings":[]}`, "hint"},
		"and not once enough was read to go by the gain": {`{"id":"x","kingdom":"fungi","readings":[{"character":"hint","states":["g"],"sure":true},{"character":"cheap","states":["b"],"sure":false}]}`, "size"},
	} {
		got := next(t, g, c.record)
		if len(got) == 0 || got[0].Character != c.first {
			t.Errorf("%s: it begins with %s, not %s", name, ids(got), c.first)
		}
	}
}

func TestNextOrdersByWhatItGainsForTheWork(t *testing.T) {
	for name, c := range map[string]struct{ guide, record, want string }{
		"by gain for the minutes, home last": {
			small, `{"id":"x","target":"good","readings":[]}`, "hint size cheap dug leaning dear look home",
		},
		"what was read is not asked again": {
			small, `{"id":"x","target":"good","readings":[{"character":"cheap","states":["g"],"sure":true}]}`, "hint size dug leaning dear look home",
		},
		"what rests on something read comes alone": {
			small, `{"id":"x","target":"good","readings":[{"character":"dug","states":["whole"],"sure":true}]}`, "hint size cheap leaning dear look home",
		},
		"what cannot be made firm is worth no more than a hint": {
			small, `{"id":"x","target":"good","readings":[{"character":"dug","states":["torn"],"sure":true}]}`, "hint size cheap leaning dear look home",
		},
		"looking comes first while something not to touch may be it": {
			strings.Replace(small, `"harm":"deadly"`, `"harm":"deadly","contact":{"does":"Burns."}`, 1), `{"id":"x","target":"good","readings":[]}`,
			"look hint size cheap dug leaning dear home",
		},
		"the same against a serious one": {
			strings.Replace(small, "deadly", "serious", 1), `{"id":"x","target":"good","readings":[]}`, "hint size cheap dug leaning dear look home",
		},
		"cleared, nothing is asked": {
			small, `{"id":"x","target":"good","readings":[{"character":"cheap","states":["g"],"sure":true},{"character":"dear","states":["g"],"sure":true}]}`, "",
		},
		"a look-again comes alone": {
			small, `{"id":"x","target":"good","readings":[{"character":"cheap","states":["b"],"sure":true},{"character":"dear","states":["g"],"sure":true}]}`, "cheap",
		},
	} {
		if got := ids(next(t, c.guide, c.record)); got != c.want {
			t.Errorf("%s: got %q, want %q", name, got, c.want)
		}
	}
}

// The gain of a character is the weight that it is expected to add, in decibans, up to what is needed, times 8 against a
// deadly taxon: a cut weighs 10 at most, and the one answer in a hundred that errs weighs 8 the other way. Two states that
// are shown alike: half the time a cut, half the time 10·log₁₀(0.5/0.99). Logarithms are rounded
// to a tenth of a deciban.
func TestGainIsWeightedByHarmAndChance(t *testing.T) {
	for name, c := range map[string]struct {
		guide string
		gain  float64
	}{
		"deadly":                    {small, 8 * (0.99*10 - 0.01*8)},
		"serious":                   {strings.Replace(small, "deadly", "serious", 1), 4 * (0.99*10 - 0.01*8)},
		"upset needs only 8":        {strings.Replace(small, "deadly", "upset", 1), 0.99*8 - 0.01*8},
		"either state alike":        {strings.Replace(small, `{"cheap":["g"],"dear"`, `{"cheap":["g","b"],"dear"`, 1), 8 * (0.5*10 + 0.5*-3)},
		"the cutting state is rare": {strings.Replace(small, `{"cheap":["g"],"dear"`, `{"cheap":["b",{"state":"g","rare":true}],"dear"`, 1), 8 * (0.0991*10 + 0.9009*-0.4)},
	} {
		list := next(t, c.guide, `{"id":"x","target":"good","readings":[]}`)
		at := slices.IndexFunc(list, func(s checks.Suggestion) bool { return s.Character == "cheap" })
		if at < 0 || math.Abs(list[at].Gain-c.gain) > 0.8 {
			t.Errorf("%s: got %v, want %v", name, list, c.gain)
		}
	}
}

func TestEverySuggestionSaysWhy(t *testing.T) {
	for _, s := range next(t, small, `{"id":"x","target":"good","readings":[]}`) {
		if s.Why == "" || s.Minutes <= 0 || s.Where == "" {
			t.Errorf("%+v", s)
		}
		if s.Character == "cheap" && s.Why != "The answer tells good one from bad one (deadly)." {
			t.Errorf("cheap: %s", s.Why)
		}
	}
}

// On random guides and records nothing is asked for that was read surely, ended, or cannot be had; nothing twice; and
// never more than the most.
func TestNothingIsAskedForInVain(t *testing.T) {
	check := func(seed uint64) bool {
		r := rand.New(rand.NewPCG(seed, 10))
		g := guidetest.Random(r)
		rec := &evidence.Record{ID: "x", Observer: evidence.Observer{NoColour: r.IntN(2) == 0, NoSmell: r.IntN(2) == 0}}
		for n := range g.Columns {
			if r.IntN(3) == 0 {
				rec.Readings = append(rec.Readings, guidetest.RandomReading(r, &g.Columns[n]))
			}
		}
		s, err := evidence.Open(g, rec)
		if err != nil {
			t.Fatal(err)
		}
		rule := ruling.Rule(s)
		list := checks.Next(rule)
		asked := map[string]bool{}
		for _, x := range list {
			n, _ := g.Column(x.Character)
			if asked[x.Character] || rule.AgainColumn() < 0 && !s.CanHave(n, rule.WorkingTaxon()) {
				t.Logf("seed %d asks for %s: %+v", seed, x.Character, list)
				return false
			}
			asked[x.Character] = true
		}
		return len(list) <= checks.Most
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 1500}); err != nil {
		t.Error(err)
	}
}
