package trial_test

import (
	"encoding/json"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/trial"
)

// secondAuthor is what somebody who had not seen the guide's scores wrote of its taxa (guide/authors/README.md).
func secondAuthor(t testing.TB) []trial.Described {
	t.Helper()
	files, err := filepath.Glob("../../guide/authors/second/*.json")
	if err != nil || len(files) == 0 {
		t.Fatal("no descriptions", err)
	}
	var out []trial.Described
	for _, file := range files {
		b, err := os.ReadFile(file)
		if err != nil {
			t.Fatal(err)
		}
		var some []trial.Described
		if err := json.Unmarshal(b, &some); err != nil {
			t.Fatal(file, err)
		}
		out = append(out, some...)
	}
	return out
}

// What is drawn follows what the author says: the shares of forms, the chances of states, the middle of measures; and the
// names are those under which it would be gathered.
func TestSpecimensFollowTheirDescription(t *testing.T) {
	g := shipped(t)
	author := []trial.Described{{Taxon: "amanita-phalloides", Forms: []trial.Form{
		{Name: "open", Share: 3, Scores: map[string]map[string]float64{
			"stem-ring": {"skirt": 0.8, "none": 0.2}, "stem-width": {"p5": 10, "p50": 15, "p95": 20},
		}},
		{Name: "egg", Share: 1, Scores: map[string]map[string]float64{"underside": {"closed": 1}}},
	}}}
	if err := trial.CheckDescriptions(g, author); err != nil {
		t.Fatal(err)
	}
	drawn := trial.DrawDescribed(g, author, trial.AuthorOptions{PerTaxon: 2000, Seed: 5})
	names, open, skirt, width := map[string]int{}, 0, 0, 0.0
	for _, s := range drawn {
		names[s.Target]++
		if !s.Harmful || s.Absent != evidence.NotInSeason || s.Readings["specimen-base"].State != "dug-out-whole" {
			t.Fatalf("%+v", s)
		}
		if s.Form != "open" {
			continue
		}
		open++
		width += *s.Readings["stem-width"].Value
		if s.Readings["stem-ring"].State == "skirt" {
			skirt++
		}
	}
	n := float64(len(drawn))
	if p := float64(open) / n; math.Abs(p-0.75) > 0.02 {
		t.Errorf("%.3f are open, the share is 0.75", p)
	}
	if p := float64(skirt) / float64(open); math.Abs(p-0.8) > 0.02 {
		t.Errorf("%.3f show a skirt, the chance is 0.8", p)
	}
	if mean := width / float64(open); math.Abs(mean-15) > 0.2 {
		t.Errorf("the stem is %.2f wide on average, the middle is 15", mean)
	}
	for name, times := range names {
		if k, ok := g.Taxon(name); times != 2000 || name != "" && (!ok || !g.Taxa[k].Useful()) {
			t.Errorf("asked for as %q %d times", name, times)
		}
	}
	if len(names) < 3 || names[""] == 0 {
		t.Errorf("asked for as %v", names)
	}
	again := trial.DrawDescribed(g, author, trial.AuthorOptions{PerForm: 3, Named: true, Seed: 5})
	if len(again) != 6*(len(names)-1) || again[0].Form != "open" || again[3].Form != "egg" || again[0].Target == "" {
		t.Errorf("%d specimens of every form by name", len(again))
	}
}

func TestDescriptionsThatMakeNoSenseAreRefused(t *testing.T) {
	g := shipped(t)
	for says, scores := range map[string]map[string]map[string]float64{
		"no character":    {"beard": {"long": 1}},
		"no state":        {"stem-ring": {"beard": 1}},
		"do not rise":     {"stem-width": {"p5": 9, "p50": 5, "p95": 20}},
		"it has p5":       {"stem-width": {"9": 1}},
		"is a count":      {"petal-count": {"five": 1}},
		"has a chance":    {"stem-ring": {"skirt": 0}},
		`"skirt" is not `: {"stem-ring": {"skirt": -1}},
	} {
		author := []trial.Described{{Taxon: "boletus-edulis", Forms: []trial.Form{{Name: "x", Share: 1, Scores: scores}}}}
		if err := trial.CheckDescriptions(g, author); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%v: %v, want %q", scores, err, says)
		}
	}
	for says, author := range map[string][]trial.Described{
		"no taxon":          {{Taxon: "boletus-nullius"}},
		"no form has share": {{Taxon: "boletus-edulis"}},
	} {
		if err := trial.CheckDescriptions(g, author); err == nil {
			t.Errorf("%s is taken", says)
		}
	}
	if err := trial.CheckDescriptions(g, secondAuthor(t)); err != nil {
		t.Error(err)
	}
}

// A harmful taxon that is left out does not stand in its own way: specimens of it are judged by the rest of the guide.
func TestLeftOut(t *testing.T) {
	g := shipped(t)
	var few []trial.Described
	for _, d := range secondAuthor(t) {
		if d.Taxon == "amanita-virosa" || d.Taxon == "boletus-edulis" {
			few = append(few, d)
		}
	}
	results, err := trial.RunWithout(g, trial.DrawDescribed(g, few, trial.AuthorOptions{PerTaxon: 2, Seed: 1}), trial.Options{})
	if err != nil || len(results) == 0 {
		t.Fatal(len(results), err)
	}
	for _, r := range results {
		if r.Taxon.ID != "amanita-virosa" || r.Working == "amanita-virosa" || strings.Contains(strings.Join(r.Why, " "), "amanita-virosa") {
			t.Errorf("%+v", r)
		}
	}
	if out := trial.Outcomes(g, results); len(out.Harmful) != 1 || out.Harmful[0].Harm != guide.Deadly || out.Harmful[0].Named+out.Harmful[0].Unnamed != len(results) {
		t.Errorf("%+v", out)
	}
}

// By hand: half of the other author's answers are near what the guide knows of the penny bun's stem base, a tenth is neither.
func TestDisagreementsByHand(t *testing.T) {
	g := shipped(t)
	n, _ := g.Taxon("boletus-edulis")
	col, _ := g.Column("stem-base")
	p := &g.Columns[col].Patterns[g.Columns[col].Pattern[n]]
	var shown, near, odd string
	for k := range g.Columns[col].States {
		switch id := g.Columns[col].States[k].ID; {
		case p.Mask&(1<<k) != 0:
			shown = id
		case p.Near&(1<<k) != 0:
			near = id
		default:
			odd = id
		}
	}
	author := []trial.Described{{Taxon: "boletus-edulis", Forms: []trial.Form{
		{Name: "one", Share: 1, Scores: map[string]map[string]float64{"stem-base": {shown: 0.4, near: 0.5, odd: 0.1}}},
		{Name: "two", Share: 1, Scores: map[string]map[string]float64{"stem-base": {shown: 1}}},
	}}}
	found := trial.Disagreements(g, author)
	if len(found) != 1 || found[0] != (trial.Disagreement{Character: "stem-base", Taxa: 1, Differs: 0.3, Odd: 0.05}) {
		t.Errorf("%+v", found)
	}
	// Shrunk towards structure's 0.02 as if that were known of ten more taxa.
	if e := trial.Errors(g, author)["stem-base"]; math.Abs(e-(0.3+10*0.02)/11) > 0.001 {
		t.Errorf("the error is %v", e)
	}
}

// Season as evidence, as if every window of the guide were checked: specimens of harmful taxa that another author describes, found on any
// day of the year, whatever their season (every other taxon, to be quick), are none of them cleared where they are serious; of those that merely upset no
// more than without any date. What counts against deadly ones is not touched by dates at all.
func TestSeasonAsEvidenceClearsNothingHarmful(t *testing.T) {
	plain := shipped(t)
	g := trial.Checked(plain)
	var harmful []trial.Described
	for i, d := range secondAuthor(t) {
		if n, _ := g.Taxon(d.Taxon); i%2 == 0 && !g.Taxa[n].Useful() && (g.Taxa[n].Harm == guide.Serious || g.Taxa[n].Harm == guide.Upset) {
			harmful = append(harmful, d)
		}
	}
	specimens := trial.DrawDescribed(g, harmful, trial.AuthorOptions{PerTaxon: 1, Seed: 15})
	far, r := 0, rand.New(rand.NewPCG(15, 3))
	for i := range specimens {
		s := &specimens[i]
		day := time.Date(2026, 1, 1+r.IntN(365), 0, 0, 0, 0, time.UTC)
		s.Date = day.Format(time.DateOnly)
		if n, _ := g.Taxon(s.Taxon.ID); g.Taxa[n].Season.Checked() && g.Taxa[n].Season.Outside(day, policy.SeasonFar) {
			far++
		}
	}
	if far < len(specimens)/6 {
		t.Fatalf("only %d of %d are found far outside their season", far, len(specimens))
	}
	cleared := func(of *guide.Matrix) map[guide.Harm]int {
		results, err := trial.Run(of, specimens, trial.Options{})
		if err != nil {
			t.Fatal(err)
		}
		out := map[guide.Harm]int{}
		for _, h := range trial.Outcomes(of, results).Harmful {
			out[h.Harm] = h.NamedCleared + h.UnnamedCleared
		}
		return out
	}
	with, without := cleared(g), cleared(plain)
	if with[guide.Serious] > 0 || with[guide.Upset] > without[guide.Upset]+1 {
		t.Errorf("with dates as evidence %v are cleared, without %v", with, without)
	}
	t.Logf("%d specimens, %d of them far outside their season; cleared with dates as evidence %v, without %v", len(specimens), far, with, without)
}
