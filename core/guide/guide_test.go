package guide

import (
	"encoding/json"
	"slices"
	"strings"
	"testing"

	"time"
	"zestythicket/core/policy"
)

const sample = `{"characters":[
 {"id":"a","kind":"states","states":[{"id":"x"},{"id":"y","aliases":["why"]}],"aliases":["alpha"]},
 {"id":"m","kind":"measure","unit":"mm"},{"id":"n","kind":"count"}],
"taxa":[{"id":"t","name":"Genus one","kingdom":"fungi","use":"edible","harm":"none","common":["Great Tête"],"synonyms":["Old genus"],"scores":{"a":["x"],"m":{"low":10,"high":20},"n":[4,6]}}],
"sources":[{"id":"memory","kind":"memory"}]}`

func parse(t *testing.T, text string) *Source {
	t.Helper()
	var g Source
	if err := json.Unmarshal([]byte(text), &g); err != nil {
		t.Fatal(err)
	}
	return &g
}

func TestValidateRefusesWhatCannotBeMeant(t *testing.T) {
	if p := parse(t, sample).Validate(); len(p) > 0 {
		t.Fatalf("the sample is refused: %v", p)
	}
	for name, c := range map[string]struct{ from, to, at, says string }{
		"an unknown state":         {`"a":["x"]`, `"a":["z"]`, "/taxa/0/scores/a/0", "not a state"},
		"an unknown character":     {`"a":["x"]`, `"b":["x"]`, "/taxa/0/scores/b", "no character"},
		"a range turned round":     {`"low":10,"high":20`, `"low":30,"high":20`, "/taxa/0/scores/m", "must rise"},
		"a negative measure":       {`"low":10`, `"low":-1`, "/taxa/0/scores/m", "cannot be measured"},
		"states for a measure":     {`"m":{"low":10,"high":20}`, `"m":["x"]`, "/taxa/0/scores/m", "give numbers"},
		"a number for states":      {`"a":["x"]`, `"a":3`, "/taxa/0/scores/a", "give a list of its states"},
		"an id twice":              {`"id":"m"`, `"id":"a"`, "/characters/1/id", "stands twice"},
		"an unknown kingdom":       {`"fungi"`, `"animalia"`, "/taxa/0/kingdom", "none of"},
		"an unknown harm":          {`"harm":"none"`, `"harm":"some"`, "/taxa/0/harm", "none of"},
		"a region that is none":    {`"common"`, `"regions":["1"],"common"`, "/taxa/0/regions/0", "level 2"},
		"a day that is none":       {`"common"`, `"season":{"leaf":[{"from":"02-31","to":"03-01"}]},"common"`, "/taxa/0/season/leaf/0", "month and day"},
		"an unknown source":        {`"common"`, `"sources":["book"],"common"`, "/taxa/0/sources/0", "no source"},
		"an unknown must-see":      {`"common"`, `"must_see":["q"],"common"`, "/taxa/0/must_see/0", "no character"},
		"a lookalike that is none": {`"common"`, `"lookalikes":[{"taxon":"u"}],"common"`, "/taxa/0/lookalikes/0/taxon", "no taxon"},
		"resting on itself":        {`"id":"a",`, `"id":"a","rests_on":{"a":["x"]},`, "/characters/0/rests_on", "rest on itself"},
		"resting on a measure":     {`"id":"n",`, `"id":"n","rests_on":{"m":["x"]},`, "/characters/2/rests_on/m", "only characters with states"},
		"a sign of nothing":        {`"sources"`, `"signs":[{"id":"s","all":{},"verdict":"leave"}],"sources"`, "/signs/0/all", "at least one"},
		"a sign that clears":       {`"sources"`, `"signs":[{"id":"s","all":{"a":["x"]},"verdict":"ruled-clear"}],"sources"`, "/signs/0/verdict", "none of"},
		"a gate for nobody":        {`"sources"`, `"gates":[{"id":"g"}],"sources"`, "/gates/0", "needs families"},
		"hours turned round":       {`"common"`, `"onset":{"from_h":6,"to_h":1},"common"`, "/taxa/0/onset", "hours"},
	} {
		t.Run(name, func(t *testing.T) {
			found := parse(t, strings.Replace(sample, c.from, c.to, 1)).Validate()
			for _, p := range found {
				if p.At == c.at && strings.Contains(p.Says, c.says) {
					return
				}
			}
			t.Errorf("got %v, want %s: … %s …", found, c.at, c.says)
		})
	}
}

func TestScoresReadBackTheSame(t *testing.T) {
	for _, text := range []string{`["x",{"state":"y","rare":true,"when":"old"}]`, `{"min":1,"max":2}`, `[4,6]`} {
		var s Score
		if err := json.Unmarshal([]byte(text), &s); err != nil {
			t.Fatal(err)
		}
		if b, _ := json.Marshal(s); string(b) != text {
			t.Errorf("%s comes back as %s", text, b)
		}
	}
	for _, text := range []string{`[]`, `["x",4]`, `true`, `{"most":3}`} {
		if err := json.Unmarshal([]byte(text), new(Score)); err == nil {
			t.Errorf("%s is taken for a score", text)
		}
	}
}

func TestNamesAreFound(t *testing.T) {
	c, err := Compile(parse(t, sample))
	if err != nil {
		t.Fatal(err)
	}
	for query, by := range map[string]string{"tete": "Great Tête", "GREAT": "Great Tête", "genus one": "Genus one", "old": "Old genus", "": "Great Tête"} {
		if hits := c.Find(query); len(hits) != 1 || hits[0].By != by {
			t.Errorf("%q finds %v, want %q", query, hits, by)
		}
	}
	if hits := c.Find("great tete"); len(hits) != 1 || hits[0].Taxon != 0 {
		t.Errorf("two words find %v", hits)
	}
	if hits := c.Find("nothing"); len(hits) != 0 {
		t.Errorf("nothing finds %v", hits)
	}
	if n, ok := c.Column("alpha"); !ok || n != 0 {
		t.Error("a character is not found by its alias")
	}
	if n, ok := c.Columns[0].State("why"); !ok || n != 1 {
		t.Error("a state is not found by its alias")
	}
}

func TestSeasonsRunOverTheYearsEnd(t *testing.T) {
	s := Season{"bud": {{From: "11-01", To: "02-29"}}, "leaf": {}}
	for day, want := range map[string]bool{"2026-12-24": true, "2026-02-28": true, "2026-03-01": false, "2026-10-31": false, "2026-11-01": true} {
		at, _ := time.Parse(time.DateOnly, day)
		if s.In("bud", at) != want || s.Any(at) != want || s.In("leaf", at) != want || !s.In("root", at) {
			t.Errorf("%s: got %v, want %v", day, s.In("bud", at), want)
		}
	}
}

// A taxon is called absent only where windows are given and the day is a month outside each of them, a fortnight for one with a
// use; years and slopes differ by as much. Source: common practice.
func TestAbsent(t *testing.T) {
	s := Season{"flower": {{From: "06-10", To: "07-20"}}, "fruit": {{From: "11-20", To: "12-20"}}}
	for day, want := range map[string]bool{
		"2026-05-11": false, "2026-05-10": true, "2026-08-19": false, "2026-08-20": true, "2026-10-21": false, "2026-01-19": false, "2026-01-20": true,
	} {
		at, _ := time.Parse(time.DateOnly, day)
		if s.Absent(at, false) != want {
			t.Errorf("%s: absent is %v", day, !want)
		}
	}
	if late, _ := time.Parse(time.DateOnly, "2026-08-05"); s.Absent(late, false) || !s.Absent(late, true) {
		t.Error("16 days after its end one with a use is to be absent, a harmful one not")
	}
	if (Season{}).Absent(time.Now(), true) || (Season{"leaf": {}}).Absent(time.Now(), true) {
		t.Error("what has no windows is called absent")
	}
}

func TestLintsFindWhatIsLikelyWrong(t *testing.T) {
	g := parse(t, `{"characters":[
	 {"id":"a","kind":"states","states":[{"id":"x","absence":true},{"id":"y"},{"id":"z"}]},
	 {"id":"idle","kind":"states","states":[{"id":"x"}]}],
	"taxa":[
	 {"id":"good","name":"G g","kingdom":"fungi","use":"edible","harm":"none","group":"pair","scores":{"a":["x"]}},
	 {"id":"bad","name":"B b","kingdom":"fungi","use":"none","harm":"deadly","group":"pair","scores":{"a":["y"]}}],
	"signs":[{"id":"s","all":{"a":["x"]},"verdict":"leave"}]}`)
	c, err := Compile(g)
	if err != nil {
		t.Fatal(err)
	}
	got := map[string]string{}
	for _, f := range c.Lint() {
		got[f.Lint] = f.About
	}
	for lint, about := range map[string]string{
		"text-missing": "idle", "absence-unproved": "a/x", "source-missing": "bad", "not-separable": "good/bad",
		"sign-not-sparing": "s/good", "group-harm": "pair/bad", "character-unused": "idle", "state-unused": "a/z", "few-scores": "bad",
	} {
		if got[lint] != about {
			t.Errorf("%s: got %q, want %q", lint, got[lint], about)
		}
	}
}

// Two that are told apart by flower and fruit alone cannot be told apart in leaf, nor where what a reading rests on is gone.
func TestSeparationIsHeldAgainstTheMonths(t *testing.T) {
	for stem, want := range map[string]string{
		`"organ":"stem"`: "in January, April",
		`"organ":"leaf"`: "in January, June",
		`"organ":"stem","rests_on":{"opened":["x"]}`: "in January, April, June",
	} {
		c, err := Compile(parse(t, `{"characters":[
		 {"id":"petals","organ":"flower","kind":"states","states":[{"id":"x"},{"id":"y"}]},
		 {"id":"section",`+stem+`,"kind":"states","states":[{"id":"x"},{"id":"y"}]},
		 {"id":"opened","organ":"fruit","kind":"states","states":[{"id":"x"}]}],
		"taxa":[
		 {"id":"good","name":"G g","kingdom":"plantae","use":"edible","harm":"none","scores":{"petals":["x"],"section":["x"]},
		  "season":{"bud":[{"from":"01-01","to":"01-31"}],"leaf":[{"from":"04-01","to":"04-30"}],"flower":[{"from":"04-10","to":"04-20"},{"from":"06-01","to":"06-30"}],
		   "stem":[{"from":"06-01","to":"06-30"}],"fruit":[{"from":"12-01","to":"12-02"}]}},
		 {"id":"bad","name":"B b","kingdom":"plantae","use":"none","harm":"deadly","scores":{"petals":["y"],"section":["y"]}}]}`))
		if err != nil {
			t.Fatal(err)
		}
		says := ""
		for _, f := range c.Lint() {
			if f.Lint == "not-separable-in-season" {
				says = f.Says
			}
		}
		if !strings.HasSuffix(says, want) {
			t.Errorf("with %s: got %q, want … %s", stem, says, want)
		}
	}
}

func TestBitsAreSets(t *testing.T) {
	a, b := NewBits(130), NewBits(130)
	for _, i := range []int{0, 64, 129} {
		a.Set(i)
	}
	b.Set(64)
	b.Or(a)
	if b.Clear(0); a.Count() != 3 || a.Meet(b) != 2 || !a.Has(129) || b.Has(0) {
		t.Errorf("%v %v", a, b)
	}
}

// A guide without a taxon is whole: nothing names it any more.
func TestWithoutATaxon(t *testing.T) {
	g := parse(t, `{"characters":[{"id":"a","kind":"states","states":[{"id":"x"}]}],
	"taxa":[
	 {"id":"one","name":"One","kingdom":"fungi","use":"none","harm":"deadly","scores":{"a":["x"]}},
	 {"id":"two","name":"Two","kingdom":"fungi","use":"edible","harm":"none","lookalikes":[{"taxon":"one","tell":"so"}]}],
	"signs":[{"id":"s","all":{"a":["x"]},"verdict":"leave","spares":["one","two"]}],
	"gates":[{"id":"only","taxa":["one"]},{"id":"both","taxa":["one","two"]}]}`)
	less := g.Without("one")
	if p := less.Validate(); len(p) > 0 {
		t.Errorf("it no longer makes sense: %v", p)
	}
	if len(less.Taxa) != 1 || len(less.Taxa[0].Lookalikes) != 0 || len(less.Signs[0].Spares) != 1 || len(less.Gates) != 1 {
		t.Errorf("%+v", less)
	}
	if len(g.Taxa) != 2 || len(g.Signs[0].Spares) != 2 || len(g.Gates) != 2 || len(g.Taxa[1].Lookalikes) != 1 {
		t.Error("the guide itself was changed")
	}
}

// Two characters that tell the same taxa apart in the same way are found, unless they share a line or are hints.
func TestTwinsAreFound(t *testing.T) {
	taxa := ""
	for i, s := range []string{"x", "y", "z", "x", "y", "z", "x", "y"} {
		if i > 0 {
			taxa += ","
		}
		id := string(rune('a' + i))
		taxa += `{"id":"` + id + `","name":"N","kingdom":"fungi","use":"none","harm":"none","sources":["m"],"scores":{"p":["` + s + `"],"q":["` + s + `"]}}`
	}
	for extra, want := range map[string]bool{``: true, `"line":"p",`: false, `"footing":"colour",`: false} {
		c, err := Compile(parse(t, `{"characters":[
		 {"id":"p","organ":"cap","kind":"states","name":"P","question":"?","how":".","states":[{"id":"x"},{"id":"y"},{"id":"z"}]},
		 {"id":"q","organ":"cap","kind":"states","name":"Q","question":"?","how":".",`+extra+`"states":[{"id":"x"},{"id":"y"},{"id":"z"}]}],"taxa":[`+taxa+`]}`))
		if err != nil {
			t.Fatal(err)
		}
		found := slices.DeleteFunc(c.Lint(), func(f Finding) bool { return f.Lint == "few-scores" || f.Lint == "near-missing" })
		if got := len(found) == 1 && found[0].Lint == "twin-characters"; got != want {
			t.Errorf("with %q: %v", extra, found)
		}
	}
}

// Ranges fill what they leave out; what lies apart does so over all of it.
func TestRangesAndWhatLiesApart(t *testing.T) {
	c, err := Compile(parse(t, `{"characters":[{"id":"m","kind":"measure","unit":"mm"},{"id":"n","kind":"count"}],"taxa":[
	 {"id":"a","name":"A","kingdom":"fungi","use":"none","harm":"none","scores":{"m":{"low":10,"max":20},"n":[2,4]}},
	 {"id":"b","name":"B","kingdom":"fungi","use":"none","harm":"none","scores":{"m":{"min":41,"high":60},"n":3}},
	 {"id":"c","name":"C","kingdom":"fungi","use":"none","harm":"none","scores":{"m":{"min":30},"n":{"min":3,"max":5}}}]}`))
	if err != nil {
		t.Fatal(err)
	}
	m, n := &c.Columns[0], &c.Columns[1]
	at := func(col *Column, t int) *Pattern { return &col.Patterns[col.Pattern[t]] }
	if s := at(m, 0).Span; s != (Span{10, 10, 20, 20}) {
		t.Errorf("low and max give %+v", s)
	}
	for _, x := range []struct {
		col        *Column
		own, other int
		sure, can  bool
	}{
		{m, 1, 0, true, true},   // all of 41 to 60 is more than twice 20
		{m, 0, 1, true, true},   // and the other way round
		{m, 2, 0, true, true},   // 30 and more lies above 22
		{n, 0, 1, true, true},   // 2 and 4, never 3
		{n, 0, 2, false, true},  // 4 lies within 3 to 5, 2 does not
		{n, 1, 2, false, false}, // 3 lies within
	} {
		if got := x.col.Prospects(x.col.Pattern[x.own])[x.col.Pattern[x.other]].SureDepth == policy.Whole; got != x.sure {
			t.Errorf("%s of %d surely cuts %d: %v", x.col.ID, x.own, x.other, got)
		}
		if got := at(x.col, x.own).CanDiffer(x.col.Kind, at(x.col, x.other)); got != x.can {
			t.Errorf("%s of %d can differ from %d: %v", x.col.ID, x.own, x.other, got)
		}
	}
}
