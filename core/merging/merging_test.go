package merging_test

import (
	"encoding/json"
	"strings"
	"testing"

	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/merging"
	"zestythicket/core/trial"
)

func text(s guide.Score) string {
	b, _ := json.Marshal(s) // numbers and texts can be written
	return string(b)
}

const twoTaxa = `{"guide":{"id":"g"},"sources":[{"id":"first","kind":"memory"},{"id":"second","kind":"memory"},{"id":"practice","kind":"practice"}],"characters":[
 {"id":"edge","organ":"cap","kind":"states","name":"Edge","question":"?","how":"Look.","states":[{"id":"even","name":"E"},{"id":"wavy","name":"W"},{"id":"torn","name":"T"},{"id":"split","name":"S"}]},
 {"id":"width","organ":"cap","kind":"measure","unit":"mm","name":"Width","question":"?","how":"Measure."},
 {"id":"seeds","organ":"fruit","kind":"count","name":"Seeds","question":"?","how":"Count."}],
"taxa":[
 {"id":"good","name":"Good one","kingdom":"fungi","use":"edible","harm":"none","sources":["first"],
  "scores":{"edge":[{"state":"even","src":"practice"},{"state":"wavy","when":"old"},"split"],"width":{"min":20,"low":40,"high":60,"max":80},"seeds":[2,4]}},
 {"id":"bad","name":"Bad one","kingdom":"fungi","use":"none","harm":"deadly","sources":["first"],"scores":{"edge":["even"],"width":{"min":20,"low":40,"high":60,"max":80}}}]}`

func form(share float64, edge map[string]float64) trial.Form {
	return trial.Form{Name: "any", Share: share, Scores: map[string]map[string]float64{
		"edge": edge, "width": {trial.P5: 10, trial.P50: 30, trial.P95: 100}, "seeds": {"3": 0.98, "9": 0.02},
	}}
}

func merged(author []trial.Described, m merging.Merging) (map[string]guide.Scores, []merging.Added) {
	return merging.Merge(guidetest.Compile(twoTaxa), author, m)
}

// What both say stays, by how often they say it; what one alone says of a taxon with a use is as seldom as that makes it; a
// harmful one shows whatever either says one of its forms shows. Worked out by hand from weights of a half.
func TestMerge(t *testing.T) {
	both := func(taxon string) trial.Described {
		return trial.Described{Taxon: taxon, Forms: []trial.Form{
			form(0.75, map[string]float64{"even": 0.92, "wavy": 0.08}), form(0.25, map[string]float64{"even": 0.86, "wavy": 0.04, "torn": 0.1}),
		}}
	}
	scores, added := merged([]trial.Described{both("good"), both("bad")}, merging.Merging{Author: "second", Weight: 0.5})
	for _, c := range []struct{ taxon, character, want string }{
		// (1/3 + 0.905)/2, (1/3 + 0.07)/2, (1/3 + 0)/2 and (0 + 0.025)/2, beside the greatest, to the nearest step.
		{"good", "edge", `[{"state":"even","src":["practice","second"]},{"state":"wavy","share":0.3,"when":"old"},{"state":"split","share":0.3,"src":"first"},{"state":"torn","share":0.02,"src":"second"}]`},
		{"good", "width", `{"min":10,"low":25,"high":79,"max":100}`}, // the middle of 40 and 10.6, of 60 and 98
		{"good", "seeds", `[2,3,4]`},
		{"bad", "edge", `["even",{"state":"wavy","share":0.03,"src":"second"},{"state":"torn","share":0.02,"src":"second"}]`},
		{"bad", "width", `{"min":10,"low":11,"high":98,"max":100}`},
		{"bad", "seeds", `{"min":3,"max":3,"src":"second"}`},
	} {
		if got := text(scores[c.taxon][c.character]); got != c.want {
			t.Errorf("%s: %s got %s, want %s", c.taxon, c.character, got, c.want)
		}
	}
	if len(added) != 1 || added[0].State != "torn" || added[0].Taxon != "good" {
		t.Errorf("only the second says of what is taken: %+v", added)
	}

	scores, _ = merged([]trial.Described{both("good")}, merging.Merging{Author: "second", Weight: 0.5, Refused: []merging.Refusal{
		{Taxon: "good", Character: "edge", States: []string{"torn"}}, {Taxon: "good", Character: "width"},
	}})
	if got := text(scores["good"]["edge"]); strings.Contains(got, "torn") {
		t.Errorf("what was refused is taken: %s", got)
	}
	if got := text(scores["good"]["width"]); got != `{"min":20,"low":40,"high":60,"max":80}` {
		t.Errorf("what was refused altogether is taken: %s", got)
	}
	if scores["bad"] != nil {
		t.Error("a taxon that the author says nothing of changes")
	}
}
