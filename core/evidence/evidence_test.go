package evidence_test

import (
	"strings"
	"testing"

	"zestythicket/core/evidence"
	"zestythicket/core/guidetest"
)

const small = `{"characters":[
 {"id":"stem-base","organ":"stem","kind":"states","needs":["knife"],"states":[{"id":"plain","rests_on":{"dug":["whole"]}},{"id":"sac"}]},
 {"id":"dug","organ":"specimen","kind":"states","states":[{"id":"whole"},{"id":"torn"}]},
 {"id":"width","organ":"cap","kind":"measure","unit":"mm"},{"id":"petals","organ":"flower","kind":"count"},
 {"id":"tint","organ":"cap","kind":"states","footing":"colour","states":[{"id":"red"},{"id":"blue"}]},
 {"id":"spots","organ":"cap","kind":"states","rests_on":{"tint":["red"]},"states":[{"id":"few"}]},
 {"id":"foot","organ":"stem","kind":"states","rests_on":{"dug":["whole"]},"states":[{"id":"broad"}]},
 {"id":"smell","organ":"scent","kind":"states","footing":"scent","states":[{"id":"foul"}]}],
"taxa":[{"id":"one","name":"One","kingdom":"fungi","use":"edible","harm":"none","season":{"flower":[{"from":"05-01","to":"06-30"}]},"scores":{"width":{"min":1,"max":2}}}],
"gates":[{"id":"g","taxa":["one"]}]}`

func TestBadRecordsAreToldWhatIsWrong(t *testing.T) {
	g := guidetest.Compile(small)
	for text, want := range map[string]string{
		`"readings":[{"character":"stem-bse","states":["sac"]}]`:            `did you mean "stem-base"`,
		`"readings":[{"character":"stem-base","states":["bag"]}]`:           "its states are plain, sac",
		`"readings":[{"character":"stem-base","states":[]}]`:                "name at least one state",
		`"readings":[{"character":"stem-base"}]`:                            "exactly one of states, value",
		`"readings":[{"character":"stem-base","states":["sac"],"value":1}]`: "exactly one",
		`"readings":[{"character":"stem-base","value":1}]`:                  "read as states",
		`"readings":[{"character":"width","states":["sac"]}]`:               "give a value",
		`"readings":[{"character":"width","value":-3}]`:                     "not something one can measure",
		`"readings":[{"character":"width","low":5,"high":3}]`:               "is above high",
		`"readings":[{"character":"width","low":5}]`:                        "given together",
		`"readings":[{"character":"petals","value":4.5}]`:                   "not a whole number",
		`"readings":[{"character":"width","unseen":"asleep"}]`:              "no reason for not seeing",
		`"readings":[{"character":"width","value":1,"handled":-1}]`:         "cannot be -1",
		`"target":"two","readings":[]`:                                      `no taxon "two"`,
		`"target":"one","kingdom":"plantae","readings":[]`:                  "of the kingdom fungi",
		`"kingdom":"animalia","readings":[]`:                                "neither plantae nor fungi",
		`"purpose":"look","readings":[]`:                                    "neither eat nor touch",
		`"date":"2026-13-01","readings":[]`:                                 "not a day",
		`"region":"1","readings":[]`:                                        "level 2",
		`"observer":{"taught":["h"]},"readings":[]`:                         `no gate "h"`,
	} {
		_, err := evidence.Open(g, guidetest.Record(`{"id":"x",`+text+`}`))
		if err == nil || !strings.Contains(err.Error(), want) || strings.Contains(err.Error(), "\n") {
			t.Errorf("%s: got %v, want … %s …", text, err, want)
		}
	}
}

func TestWhatCanStillBeHad(t *testing.T) {
	g := guidetest.Compile(small)
	for text, want := range map[string]bool{
		`"readings":[]|stem-base`: true,
		`"readings":[{"character":"stem-base","states":["sac"],"sure":true}]|stem-base`: false,
		`"readings":[{"character":"stem-base","states":["sac"]}]|stem-base`:             true,
		`"readings":[{"character":"stem-base","unseen":"not-checked"}]|stem-base`:       true,
		`"readings":[{"character":"stem-base","unseen":"lost"}]|stem-base`:              false,
		`"observer":{"kit":[]},"readings":[]|stem-base`:                                 false,
		`"observer":{"kit":["knife"]},"readings":[]|stem-base`:                          true,
		`"observer":{"no_colour":true},"readings":[]|tint`:                              false,
		`"observer":{"no_smell":true},"readings":[]|smell`:                              false,
		`"date":"2026-05-10","readings":[]|petals`:                                      true,
		`"date":"2026-07-10","readings":[]|petals`:                                      false,
		`"date":"2026-07-10","readings":[]|width`:                                       true,
		`"readings":[{"character":"tint","states":["blue"],"sure":true}]|spots`:         false,
		`"readings":[{"character":"tint","states":["blue"]}]|spots`:                     true,
		`"readings":[{"character":"tint","states":["red"],"sure":true}]|spots`:          true,
		`"readings":[{"character":"dug","states":["torn"],"sure":true}]|foot`:           true,
	} {
		about, character, _ := strings.Cut(text, "|")
		s, err := evidence.Open(g, guidetest.Record(`{"id":"x","target":"one",`+about+`}`))
		if err != nil {
			t.Fatal(err)
		}
		n, _ := g.Column(character)
		if got := s.CanHave(n, 0); got != want {
			t.Errorf("%s: got %v, want %v", text, got, want)
		}
	}
}

func TestWhatCanBeMadeFirm(t *testing.T) {
	g := guidetest.Compile(small)
	base, _ := g.Column("stem-base")
	for readings, want := range map[string]bool{
		``: true,
		`{"character":"dug","states":["whole"],"sure":true}`: true,
		`{"character":"dug","states":["torn"],"sure":true}`:  false,
		`{"character":"dug","states":["torn"]}`:              true,
		`{"character":"dug","unseen":"lost"}`:                false,
	} {
		s, err := evidence.Open(g, guidetest.Record(`{"id":"x","readings":[`+readings+`]}`))
		if err != nil {
			t.Fatal(err)
		}
		if got := s.CanBeFirm(base, 1, -1); got != want {
			t.Errorf("plain, with %s: got %v, want %v", readings, got, want)
		}
		if !s.CanBeFirm(base, 2, -1) {
			t.Error("a sac rests on nothing, so it can always be firm")
		}
	}
}

// The inch is 25.4 mm by the international agreement of 1959.
func TestLengthsAreTurnedIntoTheCharactersUnit(t *testing.T) {
	for _, c := range []struct {
		value     float64
		from, own string
		want      float64
	}{{2, "in", "mm", 50.8}, {3.5, "cm", "mm", 35}, {1, "ft", "cm", 30.48}, {40, "mm", "mm", 40}, {7, "", "mm", 7}} {
		r := evidence.Reading{Character: "width", Value: &c.value}
		if err := r.In(c.from, c.own); err != nil || *r.Value != c.want {
			t.Errorf("%v %s is %v %s (%v), want %v", c.value, c.from, *r.Value, c.own, err, c.want)
		}
	}
	v := 1.0
	if (&evidence.Reading{Value: &v}).In("stone", "mm") == nil || (&evidence.Reading{Value: &v}).In("mm", "") == nil {
		t.Error("a unit that makes no sense is taken")
	}
}

func TestWithoutToolsAndSenses(t *testing.T) {
	g := guidetest.Compile(small)
	if o, err := evidence.Without(g, []string{"knife"}, false, true); err != nil || o.Kit == nil || len(o.Kit) != 0 || o.NoColour || !o.NoSmell {
		t.Errorf("without the only tool and a nose: %+v (%v); a nil kit would be every tool", o, err)
	}
	if o, err := evidence.Without(g, nil, true, false); err != nil || o.Kit != nil || !o.NoColour {
		t.Errorf("with every tool: %+v (%v)", o, err)
	}
	if _, err := evidence.Without(g, []string{"axe"}, false, false); err == nil || !strings.Contains(err.Error(), `no tool "axe"`) {
		t.Errorf("an unknown tool: %v", err)
	}
	for _, c := range []struct {
		o    evidence.Observer
		id   string
		able bool
	}{
		{evidence.Observer{}, "stem-base", true}, {evidence.Observer{Kit: []string{}}, "stem-base", false}, {evidence.Observer{Kit: []string{"knife"}}, "stem-base", true},
		{evidence.Observer{NoColour: true}, "tint", false}, {evidence.Observer{NoColour: true}, "smell", true}, {evidence.Observer{NoSmell: true}, "smell", false},
		{evidence.Observer{NoSmell: true, NoColour: true, Kit: []string{}}, "width", true},
	} {
		n, _ := g.Column(c.id)
		if c.o.Can(&g.Columns[n]) != c.able {
			t.Errorf("%+v can read %s: %v", c.o, c.id, !c.able)
		}
	}
}
