package ruling_test

import (
	"strings"
	"testing"

	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// hands is a guide about touching: nettle burns, balm does not, weed burns and may be eaten; twins are one group.
const hands = `{"characters":[
 {"id":"leaf","organ":"leaf","kind":"states","name":"Leaf","touch":false,"states":[{"id":"round"},{"id":"long"},{"id":"lobed"}]},
 {"id":"stem","organ":"stem","kind":"states","name":"Stem","states":[{"id":"square"},{"id":"round"}]},
 {"id":"root","organ":"root","kind":"states","name":"Root","states":[{"id":"white"},{"id":"red"}]},
 {"id":"hue","organ":"flower","kind":"states","name":"Hue","footing":"colour","states":[{"id":"white"},{"id":"red"}]}],
"taxa":[
 {"id":"balm","name":"Melitta mitis","kingdom":"plantae","family":"Mitaceae","use":"edible","harm":"none","scores":{"leaf":["round"],"stem":["square"],"root":["white"],"hue":["white"]}},
 {"id":"nettle","name":"Urens acris","kingdom":"plantae","use":"none","harm":"none","contact":{"does":"It stings.","handling":"Gloves."},"scores":{"leaf":["long"],"stem":["round"],"root":["red"],"hue":["red"]}},
 {"id":"weed","name":"Edax urens","kingdom":"plantae","use":"edible","harm":"none","contact":{"does":"It burns.","handling":"Gloves."},"scores":{"leaf":["lobed"],"stem":["round"],"root":["red"],"hue":["red"]}},
 {"id":"twin-a","name":"Gemina prima","kingdom":"plantae","group":"twins","use":"cooked-only","harm":"serious","scores":{"leaf":["lobed"],"stem":["square"]}},
 {"id":"twin-b","name":"Gemina altera","kingdom":"plantae","group":"twins","use":"cooked-only","harm":"serious","scores":{"leaf":["lobed"],"stem":["square"]}},
 {"id":"twin-c","name":"Gemina mala","kingdom":"plantae","group":"twins","use":"none","harm":"deadly","scores":{"leaf":["lobed"],"stem":["square"]}}],
"gates":[{"id":"long-leaves","all":{"leaf":["long","lobed"]},"needs":"taught","why":"Look twice."},{"id":"mild","families":["Mitaceae"],"why":"A family."}],
"signs":[{"id":"red-square","all":{"root":["red"],"stem":["square"]},"verdict":"show-someone","spares":["twin-a"]}]}`

func ruled(t *testing.T, record string) *identify.Identification {
	t.Helper()
	a, err := identify.Identify(guidetest.Compile(hands), guidetest.Record(`{"id":"x",`+record+`}`))
	if err != nil {
		t.Fatal(err)
	}
	return a
}

func harmfulOf(a *identify.Identification) string {
	var out []string
	for _, h := range a.Harmful {
		out = append(out, h.Taxon)
	}
	return strings.Join(out, " ")
}

// To touch it, what has no contact is what one would take, and everything with contact must be out by 1½.
func TestTouching(t *testing.T) {
	const round = `{"character":"leaf","states":["round"],"sure":true}`
	for name, c := range map[string]struct{ record, verdict, code, working string }{
		"only what stings fits":            {`"purpose":"touch","readings":[{"character":"leaf","states":["long"],"sure":true}]`, "leave", "only-harmful-fits", ""},
		"the working name stings":          {`"purpose":"touch","target":"weed","readings":[]`, "leave", "nothing-to-take", "weed"},
		"one line is too little":           {`"purpose":"touch","target":"balm","readings":[` + round + `]`, "keep-looking", "not-out", "balm"},
		"one line and a hint are enough":   {`"purpose":"touch","target":"balm","observer":{"taught":["mild"]},"readings":[` + round + `,{"character":"stem","states":["square"],"sure":true},{"character":"hue","states":["white"],"sure":true}]`, "ruled-clear", "all-out", "balm"},
		"what shares too much with one":    {`"purpose":"touch","target":"twin-c","readings":[{"character":"leaf","states":["lobed"],"sure":true}]`, "leave", "cannot-be-separated", "twin-c"},
		"a deadly one may not be eaten":    {`"target":"twin-c","readings":[]`, "leave", "target-harmful", "twin-c"},
		"a sign to show somebody possible": {`"purpose":"touch","target":"balm","readings":[` + round + `,{"character":"stem","states":["square"],"sure":true},{"character":"root","states":["red"]},{"character":"hue","states":["white"],"sure":true}]`, "keep-looking", "sign-possible", "balm"},
	} {
		a := ruled(t, c.record)
		working := ""
		if a.Working != nil {
			working = *a.Working
		}
		if string(a.Verdict) != c.verdict || string(a.Why.Code) != c.code || working != c.working {
			t.Errorf("%s: got %s, %s as %q, want %s, %s as %q", name, a.Verdict, a.Why.Code, working, c.verdict, c.code, c.working)
		}
	}
	if got := harmfulOf(ruled(t, `"purpose":"touch","readings":[]`)); got != "nettle weed" {
		t.Errorf("to be ruled out for touching: %s", got)
	}
}

// Those of the working name's group that have a use need not be told apart from it; those without a use must be.
func TestAGroupNeedNotBeToldApart(t *testing.T) {
	for target, want := range map[string]string{"twin-a": "twin-c", "twin-c": "", "balm": "twin-c twin-a twin-b"} {
		a := ruled(t, `"target":"`+target+`","readings":[]`)
		got := map[string]bool{}
		for _, id := range strings.Fields(harmfulOf(a)) {
			got[id] = true
		}
		for _, id := range strings.Fields(want) {
			if !got[id] {
				t.Errorf("%s: %s is not to be ruled out", target, id)
			}
			delete(got, id)
		}
		if len(got) > 0 {
			t.Errorf("%s: %v are to be ruled out as well", target, got)
		}
	}
	all := ruled(t, `"target":"twin-a","readings":[{"character":"leaf","states":["lobed"],"sure":true},{"character":"stem","states":["square"],"sure":true}]`)
	found := false
	for _, c := range all.Cautions {
		found = found || c.Code == "one-group" && strings.Contains(c.Text, "twins")
	}
	if !found {
		t.Errorf("that all of it is one group is not said: %+v", all.Cautions)
	}
}

// A gate is told of from the first moment that what fits, or what was read firmly, calls for it.
func TestGatesAreToldOf(t *testing.T) {
	for readings, want := range map[string]string{
		``: "mild",
		`{"character":"leaf","states":["long"],"sure":true}`:                                                                        "long-leaves",
		`{"character":"leaf","states":["long"]}`:                                                                                    "mild",
		`{"character":"leaf","states":["round","long"],"sure":true}`:                                                                "mild",
		`{"character":"leaf","states":["lobed"],"sure":true},{"character":"stem","states":["square"],"sure":true}`:                  "long-leaves",
		`{"character":"leaf","states":["round"],"sure":true},{"character":"stem","states":["square"],"sure":true,"confirmed":true}`: "mild",
	} {
		if got := strings.Join(ruled(t, `"readings":[`+readings+`]`).Gates, " "); got != want {
			t.Errorf("%s calls for %q, want %q", readings, got, want)
		}
	}
}

// What is read as soft makes a sign possible; firm, it holds; and a spared name that fits is spared in both.
func TestSignsAreSparedAndPossible(t *testing.T) {
	const square = `{"character":"stem","states":["square"],"sure":true}`
	holds := ruled(t, `"target":"balm","readings":[`+square+`,{"character":"root","states":["red"],"sure":true,"confirmed":true},{"character":"leaf","states":["lobed"],"sure":true,"confirmed":true}]`)
	if holds.Verdict != "no-match" {
		t.Errorf("a sign to show somebody comes after what does not fit: %s", holds.Verdict)
	}
	spared := ruled(t, `"target":"twin-a","readings":[`+square+`,{"character":"root","states":["red"]}]`)
	if spared.Why.Code == ruling.SignPossible {
		t.Error("a sign is possible against a name that it spares")
	}
	two := ruled(t, `"target":"balm","readings":[{"character":"stem","states":["square","round"],"sure":true},{"character":"root","states":["red"]}]`)
	if two.Why.Code == ruling.SignPossible {
		t.Error("a sign is possible on a reading with a state outside of it")
	}
}

// Every sentence says something, and none says what a ruling must never say.
func TestNoSentencePromisesAnything(t *testing.T) {
	for seed := range uint64(300) {
		g, rec, _ := random(seed)
		a, err := identify.Identify(g, rec)
		if err != nil {
			t.Fatal(err)
		}
		var texts []string
		for _, r := range a.Reasons {
			texts = append(texts, r.Text)
		}
		for _, c := range a.Cautions {
			texts = append(texts, c.Text)
		}
		for _, n := range a.Next {
			texts = append(texts, n.Why)
		}
		for _, text := range append(texts, a.Why.Text) {
			low := strings.ToLower(text)
			if text == "" || strings.Contains(low, "safe") || strings.Contains(low, "edible") || strings.Contains(text, "%!") {
				t.Errorf("seed %d says %q", seed, text)
			}
		}
	}
}
