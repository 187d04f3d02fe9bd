package guide

import (
	"encoding/json"
	"strings"
	"testing"
)

// A harvest and a preparation are read from a text, a list of texts or their parts, and put into sentences.
func TestHarvestAndPreparationAreRead(t *testing.T) {
	for text, want := range map[string]string{
		`"Cut it."`:       "Cut it.",
		`["Cut.","Dry."]`: "Cut. Dry.",
		`{"part":"young leaves","stage":"before flowering","how":"pluck","share":0.333,"smallest_stand":20,"comes_again":"yes"}`: "Young leaves: before flowering. Pluck it. Take at most a third. Take nothing where there are fewer than 20. Comes again: yes.",
		`{"says":"Leave buttons","how":"lever","leave":"half of a ring","share":0.15}`:                                           "Leave buttons. Lever the whole of it out. Take at most 15 of 100. Half of a ring.",
	} {
		var h Harvest
		if err := json.Unmarshal([]byte(text), &h); err != nil || string(h.Prose()) != want {
			t.Errorf("%s: %q, %v", text, h.Prose(), err)
		}
	}
	for text, want := range map[string]string{
		`"Cook."`: "Cook.",
		`{"steps":[{"do":"boil","minutes":15,"must":true},{"do":"discard-water"},{"do":"dry","minutes":4320,"at_c":40,"note":"in the shade"}],"why":"Raw ones poison"}`: "Boil for 15 minutes. Throw the water away. Dry for 3 days at 40 °C. In the shade. Raw ones poison.",
		`{"says":"Cook through.","steps":[{"do":"fry","minutes":10}]}`:                       "Cook through.",
		`{"steps":[{"do":"steep","minutes":720},{"do":"wash","note":"Wash leaf by leaf."}]}`: "Steep for 12 hours. Wash leaf by leaf.",
	} {
		var p Preparation
		if err := json.Unmarshal([]byte(text), &p); err != nil || string(p.Prose()) != want {
			t.Errorf("%s: %q, %v", text, p.Prose(), err)
		}
	}
	var none *Harvest
	if none.Prose() != "" || (*Preparation)(nil).Prose() != "" || (*Preparation)(nil).Around() != "" {
		t.Error("what is not said says something")
	}
	if err := json.Unmarshal([]byte(`{"share":"half"}`), &Harvest{}); err == nil {
		t.Error("a share in words is taken")
	}
}

// Whoever changes the texts of a taxon loses nothing that the form does not show.
func TestWhatAFormDoesNotShowIsKept(t *testing.T) {
	was := &Taxon{
		Members: []string{"A b"}, Scouting: "red", AfterRain: &AfterRain{MM: 20, WithinDays: 14, FromDays: 5}, Beyond: []Outsider{{"C d", "blue"}},
		Dose: &Dose{ShareMax: 0.1}, Yield: &Yield{Dried: 0.1}, Harvest: &Harvest{Part: "leaves", How: Cut}, Preparation: &Preparation{Steps: []Step{{Do: Boil, Must: true}}},
	}
	same := &Taxon{Harvest: &Harvest{Says: was.Harvest.Prose()}, Preparation: &Preparation{Says: was.Preparation.Prose()}}
	same.KeepUnseen(was)
	if same.Harvest.How != Cut || len(same.Preparation.Steps) != 1 || same.Scouting != "red" || same.AfterRain == nil || same.Dose == nil || same.Yield == nil || len(same.Members)+len(same.Beyond) != 2 {
		t.Errorf("%+v", same)
	}
	other := &Taxon{Harvest: &Harvest{Says: "Dig it."}}
	other.KeepUnseen(was)
	if other.Harvest.Prose() != "Dig it." || other.Preparation != nil {
		t.Errorf("what was written anew became %q", other.Harvest.Prose())
	}
}

// Scores are read the same the short way and the long one.
func TestScoresAreReadTheShortWay(t *testing.T) {
	for _, text := range []string{
		`{"a":["x",{"state":"y","share":0.3,"when":"young","src":["p","q"]}],"b":{"min":1,"high":2.5,"src":"p"},"c":4}`,
		`{"a":["x\u0041"]}`, `{"c":[1,2,3]}`, `{"a":[{"state":"y","rare":true}]}`, ` { "a" : [ "x" ] } `, `{"b":{"min":1e2}}`,
	} {
		var short Scores
		var long map[string]Score
		if err := json.Unmarshal([]byte(text), &short); err != nil {
			t.Errorf("%s: %v", text, err)
		}
		if err := json.Unmarshal([]byte(text), &long); err != nil {
			t.Errorf("%s: %v", text, err)
		}
		a, _ := json.Marshal(short)
		if b, _ := json.Marshal(long); string(a) != string(b) {
			t.Errorf("%s is read as %s and as %s", text, a, b)
		}
	}
	for _, text := range []string{`{"a":[`, `{"a":["x"]]`, `{"a":[{"stat":"x"}]}`, `{"b":{"mid":1}}`, `{"a":["x",1]}`} {
		var s Scores
		if err := json.Unmarshal([]byte(text), &s); err == nil {
			t.Errorf("%s is taken as %v", text, s)
		}
	}
}

// lintsOf gives what a guide's lints of one kind are about.
func lintsOf(t *testing.T, lint, guide string) []string {
	t.Helper()
	c, err := Compile(parse(t, guide))
	if err != nil {
		t.Fatal(err)
	}
	var out []string
	for _, f := range c.Lint() {
		if f.Lint == lint {
			out = append(out, f.About)
		}
	}
	return out
}

// Each lint of what a guide says in words finds its fault, and nothing once the fault is mended.
func TestLintsOfWhatAGuideSays(t *testing.T) {
	const characters = `{"guide":{"covers":["1","7"]},"characters":[
	 {"id":"leaf","organ":"leaf","kind":"states","states":[{"id":"x"},{"id":"y"}]},{"id":"bloom","organ":"flower","kind":"states","states":[{"id":"x"},{"id":"y"}]},
	 {"id":"sap","organ":"stem","kind":"states","states":[{"id":"clear"},{"id":"milky"}]}],"taxa":[`
	good := func(more string) string {
		return `{"id":"good","name":"Bona una","common":["Good herb"],"kingdom":"plantae","use":"edible","harm":"none","regions":["11"],
		 "season":{"leaf":[{"from":"04-01","to":"06-30"}],"flower":[{"from":"07-01","to":"07-31"}]},"scores":{"leaf":["x"],"bloom":["x"],"sap":["clear"]}` + more + `}`
	}
	bad := func(more string) string {
		return `{"id":"bad","name":"Mala una","common":["Bad herb"],"kingdom":"plantae","use":"none","harm":"deadly","scores":{"leaf":["y"],"bloom":["y"],"sap":["milky"]}` + more + `}`
	}
	look := `,"lookalikes":[{"taxon":"bad","tell":"%"}]`
	kin := `,{"id":"k1","name":"Mala b","kingdom":"plantae","use":"none","harm":"none","scores":{"leaf":["x"]}},{"id":"k2","name":"Mala c","kingdom":"plantae","use":"none","harm":"none","scores":{"leaf":["x"]}},
	 {"id":"k3","name":"Mala d","kingdom":"plantae","use":"none","harm":"none","scores":{"leaf":["x"]}}`
	for _, c := range []struct{ lint, about, faulty, mended string }{
		{"must-see-blind", "good/bad", good(look+`,"must_see":["leaf"]`) + "," + strings.Replace(bad(""), `["y"]`, `["y","x"]`, 1), good(look+`,"must_see":["leaf"]`) + "," + bad("")},
		{"must-see-out-of-season", "good", good(`,"must_see":["bloom"],"harvest":{"organ":"leaf"}`), good(`,"must_see":["bloom"],"harvest":{"organ":"flower"}`)},
		{"lookalike-apart", "good/bad", good(look) + "," + bad(`,"regions":["71"]`), good(look) + "," + bad(`,"regions":["12"]`)},
		{"regions-narrow", "bad/good", strings.Replace(good(look), `["11"]`, `["11","71"]`, 1) + "," + bad(`,"regions":["12"]`), strings.Replace(good(look), `["11"]`, `["11","30"]`, 1) + "," + bad(`,"regions":["12"]`)},
		{"harm-unnamed", "bad", good("") + "," + bad(""), good(look) + "," + bad("")},
		{"sibling-alone", "bad/leaf/x", bad("") + kin, strings.Replace(bad(""), `["y"]`, `["y","x"]`, 1) + kin},
		{"caution-missing", "good", good(""), good(`,"cautions":"Little."`)},
		{"onset-missing", "bad", bad(""), bad(`,"onset":{"from_h":1,"to_h":2}`)},
		{"harm-against-cautions", "good", good(`,"cautions":"It has killed."`), good(`,"cautions":"Little."`)},
		{"synonym-is-taxon", "good/bad", good(`,"synonyms":["Mala una"]`) + "," + bad(""), good(`,"synonyms":["Bona duo"]`) + "," + bad("")},
		{"tell-against-scores", "good/bad", good(strings.Replace(look, "%", "Good herb has milky sap.", 1)) + "," + bad(""), good(strings.Replace(look, "%", "Bad herb has milky sap; good herb has no milky sap.", 1)) + "," + bad("")},
		{"harvest-thin", "good", good(`,"harvest":"Cut it."`), good(`,"harvest":{"organ":"leaf","part":"leaf","how":"cut","share":0.3}`)},
		{"harvest-without-season", "good", good(`,"harvest":{"organ":"bud"}`), good(`,"harvest":{"organ":"leaf"}`)},
		{"cooking-unsaid", "good", strings.Replace(good(`,"preparation":"Cook."`), `"edible"`, `"cooked-only"`, 1), strings.Replace(good(`,"preparation":{"steps":[{"do":"boil","must":true}]}`), `"edible"`, `"cooked-only"`, 1)},
	} {
		if got := lintsOf(t, c.lint, characters+c.faulty+"]}"); len(got) != 1 || got[0] != c.about {
			t.Errorf("%s: got %v, want %s", c.lint, got, c.about)
		}
		if got := lintsOf(t, c.lint, characters+c.mended+"]}"); len(got) > 0 && got[0] == c.about {
			t.Errorf("%s: mended, and still found: %v", c.lint, got)
		}
	}
}

// A taxon's own conditions come before those of its kingdom and organ; what a guide says of pieces must make sense.
func TestConditionsOfPieces(t *testing.T) {
	const taxa = `"characters":[{"id":"a","kind":"states","states":[{"id":"x"}]}],"taxa":[
	 {"id":"leaf","name":"A a","kingdom":"plantae","use":"edible","harm":"none","harvest":{"organ":"leaf"}},
	 {"id":"root","name":"B b","kingdom":"plantae","use":"edible","harm":"none","harvest":{"organ":"root"}},
	 {"id":"bad","name":"C c","kingdom":"plantae","use":"none","harm":"deadly"}]`
	g := parse(t, `{`+taxa+`,"conditions":[
	 {"id":"tough","kingdom":"plantae","organ":"leaf","sign":"tough","then":"leave"},{"id":"wet","kingdom":"plantae","except":["root"],"sign":"wet","then":"trim"},
	 {"id":"young","taxa":["leaf"],"sign":"young","then":"keep"}]}`)
	c, err := Compile(g)
	if err != nil {
		t.Fatal(err)
	}
	for taxon, want := range []string{"young tough wet", "", ""} {
		var got []string
		for _, x := range c.ConditionsOf(taxon) {
			got = append(got, x.ID)
		}
		if strings.Join(got, " ") != want {
			t.Errorf("%s: %v, want %s", c.Taxa[taxon].ID, got, want)
		}
	}
	if left := g.Without("leaf").Conditions; len(left) != 2 || len(g.Without("root").Conditions[1].Except) != 0 {
		t.Errorf("without the leaf: %+v", left)
	}
	for _, faulty := range []string{
		`"conditions":[{"id":"a","sign":"wet","then":"leave"}]`, `"conditions":[{"id":"a","kingdom":"plantae","sign":"wet","then":"eat"}]`,
		`"conditions":[{"id":"a","taxa":["none"],"sign":"wet","then":"leave"}]`, `"conditions":[{"id":"a","kingdom":"plantae","sign":"","then":"leave"}]`,
		`"conditions":[{"id":"a","kingdom":"moss","sign":"wet","then":"leave"}]`,
	} {
		if len(parse(t, `{`+taxa+`,`+faulty+`}`).Validate()) == 0 {
			t.Errorf("%s is taken", faulty)
		}
	}
	for _, faulty := range []string{`"harvest":{"how":"rip"}`, `"preparation":{"steps":[{"do":"nuke"}]}`, `"after_rain":{"mm":20,"within_days":3,"from_days":5}`, `"dose":{"drops":[9,3]}`, `"yield":{"dried":0.1,"src":"nobody"}`} {
		text := `{` + strings.Replace(taxa, `"harvest":{"organ":"leaf"}`, faulty, 1) + `,"sources":[{"id":"memory","kind":"memory"}]}`
		if len(parse(t, text).Validate()) == 0 {
			t.Errorf("%s is taken", faulty)
		}
	}
}
