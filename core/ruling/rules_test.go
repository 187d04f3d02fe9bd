package ruling_test

import (
	"encoding/json"
	"strings"
	"testing"

	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// small is a guide in which every rule can be met: good is what one would take, killer its deadly lookalike, hurter a
// serious one, sickener an upsetting one, stinger one not to touch, plain one that is nothing to anybody.
const small = `{"characters":[
 {"id":"gills","organ":"underside","kind":"states","name":"Gills","states":[{"id":"free"},{"id":"joined"},{"id":"none"}]},
 {"id":"base","organ":"stem","kind":"states","name":"Base","needs":["knife"],"states":[{"id":"plain","absence":true,"rests_on":{"dug":["whole"]}},{"id":"sac"}]},
 {"id":"dug","organ":"specimen","kind":"states","name":"Dug","states":[{"id":"whole"},{"id":"torn"}]},
 {"id":"ring","organ":"stem","kind":"states","name":"Ring","line":"veil","states":[{"id":"none"},{"id":"skirt"}]},
 {"id":"scraps","organ":"cap","kind":"states","name":"Scraps","line":"veil","footing":"surface","states":[{"id":"none"},{"id":"some"}]},
 {"id":"tint","organ":"cap","kind":"states","name":"Tint","footing":"colour","states":[{"id":"brown"},{"id":"green"}]},
 {"id":"smell","organ":"scent","kind":"states","name":"Smell","footing":"scent","fades_after":3,"states":[{"id":"fruit"},{"id":"foul"}]},
 {"id":"width","organ":"cap","kind":"measure","name":"Width","unit":"mm"},
 {"id":"petals","organ":"flower","kind":"count","name":"Petals"}],
"taxa":[
 {"id":"good","name":"Bonus edulis","kingdom":"fungi","use":"edible","harm":"none","regions":["11"],"must_see":["base"],
  "season":{"underside":[{"from":"06-01","to":"10-31"}]},
  "scores":{"gills":["free",{"state":"none","rare":true}],"base":["plain"],"ring":["none"],"scraps":["none"],"tint":["brown"],"smell":["fruit"],"width":{"min":20,"low":30,"high":60,"max":100},"petals":5}},
 {"id":"killer","name":"Malus mortifer","kingdom":"fungi","use":"none","harm":"deadly","regions":["11"],
  "scores":{"gills":["joined"],"base":["sac"],"ring":["skirt"],"scraps":["some"],"tint":["green"],"smell":["foul"],"width":{"min":20,"max":40},"petals":[4,6]}},
 {"id":"hurter","name":"Malus nocens","kingdom":"fungi","use":"none","harm":"serious","regions":["11"],
  "scores":{"gills":["joined"],"base":["sac"],"ring":["none"],"tint":["green"],"petals":5}},
 {"id":"sickener","name":"Malus vomens","kingdom":"fungi","use":"none","harm":"upset","scores":{"gills":["joined"],"base":["plain"],"ring":["none"]}},
 {"id":"stinger","name":"Urens tactus","kingdom":"fungi","use":"none","harm":"none","contact":{"does":"Burns.","handling":"Gloves."},"scores":{"gills":["joined"],"base":["plain","sac"],"tint":["green"],"ring":["skirt"]}},
 {"id":"plain","name":"Nihil planum","kingdom":"fungi","use":"none","harm":"none","scores":{"gills":["none"],"base":["sac"],"ring":["none"],"scraps":["some"]}},
 {"id":"faraway","name":"Malus remotus","kingdom":"fungi","use":"none","harm":"deadly","regions":["50"],"scores":{"gills":["free"],"base":["plain"],"ring":["none"],"scraps":["none"]}},
 {"id":"hard","name":"Bonus durus","kingdom":"fungi","use":"conditional","harm":"serious","regions":["11"],"scores":{"gills":["joined"],"base":["plain"],"ring":["skirt"],"scraps":["none"]}}],
"signs":[{"id":"ring-and-sac","all":{"ring":["skirt"],"base":["sac"]},"verdict":"leave"},{"id":"foul","all":{"smell":["foul"]},"verdict":"show-someone","spares":["good"]}],
"gates":[{"id":"bonus","genera":["Bonus"],"needs":"taught"}]}`

func TestRules(t *testing.T) {
	g := guidetest.Compile(small)
	const (
		free  = `{"character":"gills","states":["free"],"sure":true}`
		dug   = `{"character":"dug","states":["whole"],"sure":true}`
		plain = `{"character":"base","states":["plain"],"sure":true}`
		sac   = `{"character":"base","states":["sac"],"sure":true}`
		none  = `{"character":"ring","states":["none"],"sure":true}`
		skirt = `{"character":"ring","states":["skirt"],"sure":true}`
		at11  = `"region":"11",`
		bonus = `"observer":{"taught":["bonus"]},`
	)
	told := map[ruling.Code]bool{}
	for name, c := range map[string]struct{ about, readings, verdict, code string }{
		"1 a sign that holds":                         {`"target":"good",` + at11, skirt + "," + sac, "leave", "sign"},
		"1 a working name that is deadly":             {`"target":"killer",` + at11, free, "leave", "target-harmful"},
		"1 a working name serious without a use":      {`"target":"hurter",` + at11, "", "leave", "target-harmful"},
		"2 only harmful ones fit":                     {at11, sac + "," + none, "leave", "only-harmful-fits"},
		"2 what fits is nothing one would take":       {at11, `{"character":"gills","states":["none"],"sure":true},` + sac + `,{"character":"scraps","states":["some"],"sure":true}`, "leave", "nothing-to-take"},
		"2 the working name has no use":               {`"target":"plain",` + at11, "", "leave", "nothing-to-take"},
		"3 one reading in the way is asked for again": {at11 + `"target":"good",`, free + "," + none + `,{"character":"scraps","states":["some"],"sure":true}`, "keep-looking", "look-again"},
		"3 confirmed, it stands":                      {at11 + `"target":"good",`, free + "," + none + `,{"character":"scraps","states":["some"],"sure":true,"confirmed":true}`, "no-match", "target-conflicts"},
		"3 nothing fits":                              {at11, `{"character":"gills","states":["free"],"sure":true,"confirmed":true},{"character":"base","states":["sac"],"sure":true,"confirmed":true},{"character":"ring","states":["skirt"],"sure":false,"confirmed":true},{"character":"scraps","states":["some"],"sure":true,"confirmed":true}`, "no-match", "nothing-fits"},
		"4 a sign that soft readings would make":      {at11 + `"target":"hard",`, skirt + `,{"character":"base","states":["sac","plain"]},{"character":"base","states":["sac"]}`, "keep-looking", "sign-possible"},
		"5 a harmful one is not out":                  {at11, free, "keep-looking", "not-out"},
		"5 one cannot be told apart without a knife":  {at11 + `"target":"good","observer":{"kit":[]},"date":"2026-01-10",`, none, "leave", "cannot-be-separated"},
		"5 a continent away counts without a region":  {`"target":"good",` + bonus, free + "," + dug + "," + plain + "," + none, "leave", "cannot-be-separated"},
		"6 a must-see is missing":                     {at11, free + "," + none + `,{"character":"base","states":["plain"],"sure":true},{"character":"petals","value":5,"sure":true}`, "keep-looking", "must-see"},
		"6 a must-see can no longer be had":           {at11, free + "," + none + `,{"character":"tint","states":["brown"],"sure":true},{"character":"base","unseen":"lost"}`, "leave", "must-see"},
		"7 a gate":                                    {at11, free + "," + dug + "," + plain + "," + none, "show-someone", "gate"},
		"7 a sign to show somebody":                   {at11 + `"target":"hard",` + bonus, `{"character":"gills","states":["joined"],"sure":true},` + dug + "," + plain + "," + skirt + `,{"character":"smell","states":["foul"],"sure":true},{"character":"petals","value":3,"sure":true}`, "show-someone", "sign"},
		"8 clear":                                     {at11 + bonus, free + "," + dug + "," + plain + "," + none, "ruled-clear", "all-out"},
		"8 a sign spares a name that fits":            {at11 + bonus, free + "," + dug + "," + plain + "," + none + `,{"character":"smell","states":["foul"],"sure":true}`, "ruled-clear", "all-out"},
		"6 too few lines of its own":                  {at11 + `"target":"hard","observer":{"taught":["bonus"]},`, `{"character":"scraps","states":["none"]},{"character":"petals","value":3,"sure":true},{"character":"width","value":90,"sure":true},` + skirt, "keep-looking", "too-little-seen"},
	} {
		t.Run(name, func(t *testing.T) {
			rec := guidetest.Record(`{"id":"x",` + c.about + `"readings":[` + c.readings + `]}`)
			a, err := identify.Identify(g, rec)
			if err != nil {
				t.Fatal(err)
			}
			if string(a.Verdict) != c.verdict || string(a.Why.Code) != c.code {
				b, _ := json.Marshal(a)
				t.Errorf("got %s (%s), want %s (%s)\n%s", a.Verdict, a.Why.Code, c.verdict, c.code, b)
			}
			for _, r := range append(a.Reasons, a.Why) {
				if told[r.Code] = true; r.Text == "" || strings.Contains(strings.ToLower(r.Text), "safe") {
					t.Errorf("a reason says %q", r.Text)
				}
			}
		})
	}
	// Every reason is given to one of these: one that nobody can see is none.
	bare := guidetest.Compile(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]}],"taxa":[{"id":"t","name":"A b","kingdom":"fungi","use":"edible","harm":"none","scores":{"a":["x"]}}]}`)
	if a, err := identify.Identify(bare, guidetest.Record(`{"id":"x","readings":[{"character":"a","states":["x"],"sure":true}]}`)); err == nil {
		told[a.Why.Code] = true
	}
	for _, code := range ruling.Codes {
		if !told[code] {
			t.Errorf("no record here is told %s", code)
		}
	}
	if len(told) != len(ruling.Codes) {
		t.Errorf("%d codes are told, %d are listed", len(told), len(ruling.Codes))
	}
}

// Every standard of how a reading weighs, against one taxon.
func TestStandards(t *testing.T) {
	g := guidetest.Compile(small)
	for name, c := range map[string]struct {
		taxon, readings           string
		against, strength, needed float64
		margin                    int
	}{
		"a firm conflict in full":                      {"killer", `{"character":"gills","states":["free"],"sure":true}`, 1, 1, 2, 1},
		"a soft one counts half, not for deadly":       {"killer", `{"character":"gills","states":["free"]}`, 0.5, 0, 2, 0},
		"a soft one counts half":                       {"hurter", `{"character":"gills","states":["free"]}`, 0.5, 0.5, 1.5, 0},
		"a hint counts half":                           {"hurter", `{"character":"tint","states":["brown"],"sure":true}`, 0.5, 0.5, 1.5, 0},
		"a soft hint counts a quarter":                 {"hurter", `{"character":"tint","states":["brown"]}`, 0.25, 0.25, 1.5, 0},
		"hints and soft ones add a half at most":       {"hurter", `{"character":"tint","states":["brown"],"sure":true},{"character":"gills","states":["free"]}`, 1, 0.5, 1.5, 0},
		"serious: one line and a hint will do":         {"hurter", `{"character":"tint","states":["brown"],"sure":true},{"character":"gills","states":["free"],"sure":true}`, 1.5, 1.5, 1.5, 1},
		"characters on one line count once":            {"killer", `{"character":"ring","states":["none"],"sure":true},{"character":"scraps","states":["none"],"sure":true}`, 1, 1, 2, 1},
		"the heaviest of a line counts":                {"killer", `{"character":"ring","states":["none"]},{"character":"scraps","states":["none"],"sure":true}`, 1, 1, 2, 1},
		"what rests on nothing read is soft":           {"hurter", `{"character":"base","states":["plain"],"sure":true}`, 0.5, 0.5, 1.5, 0},
		"what rests on the wrong state is soft":        {"hurter", `{"character":"dug","states":["torn"],"sure":true},{"character":"base","states":["plain"],"sure":true}`, 0.5, 0.5, 1.5, 0},
		"what rests on an unsure reading is soft":      {"hurter", `{"character":"dug","states":["whole"]},{"character":"base","states":["plain"],"sure":true}`, 0.5, 0.5, 1.5, 0},
		"what rests on a firm one is firm":             {"hurter", `{"character":"dug","states":["whole"],"sure":true},{"character":"base","states":["plain"],"sure":true}`, 1, 1, 1.5, 1},
		"a state that overlaps is no conflict":         {"killer", `{"character":"gills","states":["free","joined"],"sure":true}`, 0, 0, 2, 0},
		"unseen is silent":                             {"killer", `{"character":"gills","unseen":"lost"}`, 0, 0, 2, 0},
		"the latest counts, unseen included":           {"killer", `{"character":"gills","states":["free"],"sure":true},{"character":"gills","unseen":"lost"}`, 0, 0, 2, 0},
		"a character not scored is silent":             {"sickener", `{"character":"tint","states":["brown"],"sure":true}`, 0, 0, 1, 0},
		"upset: one line will do":                      {"sickener", `{"character":"gills","states":["free"],"sure":true}`, 1, 1, 1, 1},
		"a scent before the nose is tired is a hint":   {"killer", `{"character":"smell","states":["fruit"],"handled":2,"sure":true}`, 0.5, 0, 2, 0},
		"a faded scent is silent":                      {"killer", `{"character":"smell","states":["fruit"],"handled":3,"sure":true}`, 0, 0, 2, 0},
		"a measure within a tenth is no conflict":      {"killer", `{"character":"width","value":44,"sure":true}`, 0, 0, 2, 0},
		"a measure beyond it is a hint":                {"killer", `{"character":"width","value":44.1,"sure":true}`, 0.5, 0, 2, 0},
		"a measure below nine tenths is a hint":        {"killer", `{"character":"width","value":17.9,"sure":true}`, 0.5, 0, 2, 0},
		"twice the greatest is still a hint":           {"killer", `{"character":"width","value":80,"sure":true}`, 0.5, 0, 2, 0},
		"more than twice the greatest counts in full":  {"killer", `{"character":"width","value":80.1,"sure":true}`, 1, 1, 2, 1},
		"a span that touches the range is no conflict": {"killer", `{"character":"width","low":44,"high":90,"sure":true}`, 0, 0, 2, 0},
		"a count between two that are shown conflicts": {"killer", `{"character":"petals","value":5,"sure":true}`, 1, 1, 2, 1},
		"a span of counts that takes one in does not":  {"killer", `{"character":"petals","low":5,"high":6,"sure":true}`, 0, 0, 2, 0},
	} {
		t.Run(name, func(t *testing.T) {
			a, err := identify.Identify(g, guidetest.Record(`{"id":"x","region":"11","readings":[`+c.readings+`]}`))
			if err != nil {
				t.Fatal(err)
			}
			for _, h := range a.Harmful {
				if h.Taxon == c.taxon {
					if h.Against != c.against || h.Strength != c.strength || h.Needed != c.needed || h.Margin != c.margin {
						t.Errorf("got against %v strength %v needed %v margin %d, want %v %v %v %d", h.Against, h.Strength, h.Needed, h.Margin, c.against, c.strength, c.needed, c.margin)
					}
					return
				}
			}
			t.Errorf("%s is not among the harmful taxa", c.taxon)
		})
	}
}

func TestScopeAndPurpose(t *testing.T) {
	g := guidetest.Compile(small)
	names := func(about string) (harmful, apart []string) {
		a, err := identify.Identify(g, guidetest.Record(`{"id":"x",`+about+`"readings":[]}`))
		if err != nil {
			t.Fatal(err)
		}
		for _, h := range a.Harmful {
			harmful = append(harmful, h.Taxon)
		}
		return harmful, a.Apart
	}
	for about, want := range map[string]string{
		`"target":"good",`:                   "faraway killer hard hurter sickener|",
		`"target":"good","region":"12",`:     "killer hard hurter sickener|faraway",
		`"target":"hard","region":"11",`:     "killer hurter sickener|faraway",
		`"target":"good","purpose":"touch",`: "stinger|",
		`"kingdom":"plantae",`:               "|",
		`"target":"killer","region":"50",`:   "faraway sickener|hard hurter",
	} {
		h, apart := names(about)
		got := strings.Join(h, " ") + "|" + strings.Join(apart, " ")
		if got != want {
			t.Errorf("%s got %q, want %q", about, got, want)
		}
	}
}
