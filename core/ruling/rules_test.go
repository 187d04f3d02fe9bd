package ruling_test

import (
	"encoding/json"
	"strings"
	"testing"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// small is a guide in which every rule can be met: good is what one would take, killer its deadly lookalike, hurter a
// serious one, sickener an upsetting one, stinger one not to touch, plain one that is nothing to anybody.
const small = `{"guide":{"covers":["1","5"]},"characters":[
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
  "scores":{"gills":["joined"],"base":["sac"],"ring":["none"],"scraps":["some"],"tint":["green"],"petals":5}},
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
		"3 confirmed, it stands":                      {at11 + `"target":"good",`, `{"character":"gills","states":["joined"],"sure":true,"confirmed":true},{"character":"ring","states":["skirt"],"sure":true,"confirmed":true}`, "no-match", "target-conflicts"},
		"3 one hint that is odd twice stands":         {at11 + `"target":"good",`, free + "," + none + `,{"character":"tint","states":["green"],"sure":true,"confirmed":true}`, "keep-looking", "not-out"},
		"3 one that hardly anybody misreads refuses":  {at11 + `"target":"good",`, free + "," + none + `,{"character":"scraps","states":["some"],"sure":true,"confirmed":true}`, "no-match", "target-conflicts"},
		"3 nothing fits":                              {at11, `{"character":"gills","states":["free"],"sure":true,"confirmed":true},{"character":"base","states":["sac"],"sure":true,"confirmed":true},{"character":"ring","states":["skirt"],"sure":false,"confirmed":true},{"character":"scraps","states":["some"],"sure":true,"confirmed":true}`, "no-match", "nothing-fits"},
		"4 a sign that soft readings would make":      {at11 + `"target":"hard",`, skirt + `,{"character":"base","states":["sac","plain"]},{"character":"base","states":["sac"]}`, "keep-looking", "sign-possible"},
		"5 a harmful one is not out":                  {at11, free, "keep-looking", "not-out"},
		"5 one cannot be told apart without a knife":  {at11 + `"target":"good","observer":{"kit":[]},"date":"2026-01-10",`, none, "leave", "cannot-be-separated"},
		"5 a continent away counts without a region":  {`"target":"good",` + bonus, free + "," + dug + "," + plain + "," + none, "leave", "cannot-be-separated"},
		"6 a must-see is missing":                     {at11, free + "," + none + `,{"character":"base","states":["plain"],"sure":true},{"character":"scraps","states":["none"],"sure":true},{"character":"tint","states":["brown"],"sure":true}`, "keep-looking", "must-see"},
		"6 a must-see can no longer be had":           {at11, free + "," + none + `,{"character":"scraps","states":["none"],"sure":true},{"character":"tint","states":["brown"],"sure":true},{"character":"base","unseen":"lost"}`, "leave", "must-see"},
		"7 a gate":                                    {at11, free + "," + dug + "," + plain + "," + none, "show-someone", "gate"},
		"7 a sign to show somebody":                   {at11 + `"target":"hard",` + bonus, `{"character":"gills","states":["joined"],"sure":true},` + dug + "," + plain + "," + skirt + `,{"character":"smell","states":["foul"],"sure":true},{"character":"scraps","states":["none"],"sure":true}`, "show-someone", "sign"},
		"8 clear":                                     {at11 + bonus, free + "," + dug + "," + plain + "," + none, "ruled-clear", "all-out"},
		"7 an odd reading before anything is cleared": {at11 + bonus, free + "," + dug + "," + plain + "," + none + `,{"character":"smell","states":["foul"],"sure":true}`, "keep-looking", "look-again"},
		"8 a sign spares a name that fits":            {at11 + bonus, free + "," + dug + "," + plain + "," + none + `,{"character":"smell","states":["foul"],"sure":true,"confirmed":true}`, "ruled-clear", "all-out"},
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
	// One line rules out what merely upsets; that alone does not show what it is.
	mild := guidetest.Compile(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]},{"id":"b","kind":"states","states":[{"id":"x"},{"id":"y"}]}],"taxa":[
	 {"id":"good","name":"G g","kingdom":"plantae","use":"edible","harm":"none","scores":{"a":["x"],"b":["x"]}},
	 {"id":"ill","name":"I i","kingdom":"plantae","use":"none","harm":"upset","scores":{"a":["y"]}}]}`)
	if a, err := identify.Identify(mild, guidetest.Record(`{"id":"x","readings":[{"character":"a","states":["x"],"sure":true}]}`)); err == nil {
		told[a.Why.Code] = true
	}
	// What hangs on one look alone is asked for once more, with nothing told of it.
	seldom := guidetest.Compile(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]},{"id":"b","kind":"states","states":[{"id":"x"},{"id":"y"}]}],"taxa":[
	 {"id":"good","name":"G g","kingdom":"plantae","use":"edible","harm":"none","scores":{"a":["x"],"b":["x"]}},
	 {"id":"ill","name":"I i","kingdom":"plantae","use":"none","harm":"serious","scores":{"a":["y"],"b":["y",{"state":"x","share":0.2}]}}]}`)
	for looks, want := range map[string]ruling.Code{
		``: ruling.LookTwice, `,"looks":[{"states":["x"],"by":"self","piece":"another"}]`: ruling.AllOut,
		`,"looks":[{"unseen":"lost","by":"self"}]`:                             ruling.CannotBeSeparated,
		`,"looks":[{"states":["y"],"by":"self"}]`:                              ruling.NotOut,
		`,"looks":[{"states":["y"],"by":"self"},{"states":["x"],"by":"Mira"}]`: ruling.CannotBeSeparated,
	} {
		a, err := identify.Identify(seldom, guidetest.Record(`{"id":"x","target":"good","readings":[{"character":"a","states":["x"],"sure":true`+looks+`},{"character":"b","states":["x"],"sure":true}]}`))
		if err != nil {
			t.Fatal(err)
		}
		if told[a.Why.Code] = true; a.Why.Code != want {
			t.Errorf("with %q: %s, want %s", looks, a.Why.Code, want)
		}
		if want == ruling.LookTwice && (len(a.Next) != 1 || a.Next[0].Character != "a" || a.Next[0].Again == nil || len(a.Next[0].Again.Between) != 2) {
			t.Errorf("asked for %+v", a.Next)
		}
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

// A must-see whose states lie near each other: where people often take one for the other (an error of 0.2), the neighbour of what the
// name shows will do; where hardly anybody does (0.05), the name has to show what was read. What fails is asked for again before the
// name is given up for it.
func TestAMustSeeIsMetByWhatTheNameShows(t *testing.T) {
	const near = `{"errors":{"core":ERROR},"characters":[
	 {"id":"core","kind":"states","states":[{"id":"solid","near":["pith"]},{"id":"pith","near":["solid","hollow"]},{"id":"hollow","near":["pith"]}]},
	 {"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]},{"id":"b","kind":"states","states":[{"id":"x"},{"id":"y"}]},{"id":"c","kind":"states","states":[{"id":"x"},{"id":"y"}]}],
	"taxa":[{"id":"good","name":"G g","kingdom":"plantae","use":"edible","harm":"none","must_see":["core"],"scores":{"core":["solid"],"a":["x"],"b":["x"],"c":["x"]}},
	 {"id":"ill","name":"I i","kingdom":"plantae","use":"none","harm":"serious","scores":{"core":["solid","pith","hollow"],"a":["y"],"b":["y"],"c":["y"]}}]}`
	for name, c := range map[string]struct{ err, core, confirmed, verdict, code string }{
		"what it shows, seldom misread":           {"0.05", "solid", "false", "ruled-clear", "all-out"},
		"near it, seldom misread, looked at once": {"0.05", "pith", "false", "keep-looking", "look-again"},
		"near it, seldom misread, looked again":   {"0.05", "pith", "true", "leave", "must-see"},
		"near it, often misread":                  {"0.2", "pith", "true", "ruled-clear", "all-out"},
		"far from it, often misread, once":        {"0.2", "hollow", "false", "keep-looking", "look-again"},
		"far from it, often misread, again":       {"0.2", "hollow", "true", "leave", "must-see"},
	} {
		for _, target := range []string{"", `"target":"good",`} {
			t.Run(name+" "+target, func(t *testing.T) {
				g := guidetest.Compile(strings.Replace(near, "ERROR", c.err, 1))
				a, err := identify.Identify(g, guidetest.Record(`{"id":"x",`+target+`"readings":[{"character":"a","states":["x"],"sure":true},
				 {"character":"b","states":["x"],"sure":true},{"character":"c","states":["x"],"sure":true},
				 {"character":"core","states":["`+c.core+`"],"sure":true,"confirmed":`+c.confirmed+`}]}`))
				if err != nil {
					t.Fatal(err)
				}
				if string(a.Verdict) != c.verdict || string(a.Why.Code) != c.code {
					t.Errorf("got %s (%s), want %s (%s)", a.Verdict, a.Why.Code, c.verdict, c.code)
				}
			})
		}
	}
}

// How readings weigh for good against one taxon, by the formula with the errors of the footings: structure 0.02, surface
// 0.05, colour 0.12, scent 0.15, size 0.05. A firm reading in full comes to more than ten decibans here and is capped; by
// hand, free gills are 10·log₁₀((0.98/1.1 + 0.02/3) / (0.02/3)) = 21 of good against killer.
func TestHowReadingsWeigh(t *testing.T) {
	g := guidetest.Compile(small)
	for name, c := range map[string]struct {
		taxon, readings string
		least, most     float64 // the balance
		margin          int
	}{
		"a firm cut in full":                           {"killer", `{"character":"gills","states":["free"],"sure":true}`, 10, 10, 1},
		"a soft one is a hint":                         {"killer", `{"character":"gills","states":["free"]}`, 4, 4, 0},
		"a colour counts like what is built":           {"hurter", `{"character":"tint","states":["brown"],"sure":true}`, 10, 10, 1},
		"unsure of it, it is a hint":                   {"hurter", `{"character":"tint","states":["brown"]}`, 4, 4, 0},
		"what speaks for the other":                    {"hurter", `{"character":"tint","states":["green"],"sure":true}`, -8, -8, 0},
		"one look less weighs against two for it":      {"killer", `{"character":"gills","states":["free"],"sure":true},{"character":"width","value":89,"sure":true},{"character":"ring","states":["skirt"],"sure":true}`, 12, 12, 1},
		"looked at twice, two looks must be wrong":     {"killer", `{"character":"gills","states":["free"],"sure":true,"confirmed":true}`, 10, 10, 2},
		"twice and once, three":                        {"killer", `{"character":"gills","states":["free"],"sure":true,"confirmed":true},{"character":"ring","states":["none"],"sure":true}`, 20, 20, 3},
		"looked at again with the same answer":         {"killer", `{"character":"gills","states":["free"],"sure":true,"looks":[{"states":["free"],"by":"self"}]}`, 10, 10, 2},
		"two looks that differ are unsure":             {"killer", `{"character":"gills","states":["free"],"sure":true,"looks":[{"states":["joined"],"by":"self"}]}`, -4, 0, 0},
		"settled by somebody else, it counts once":     {"killer", `{"character":"gills","states":["free"],"sure":true,"looks":[{"states":["joined"],"by":"self"},{"states":["free"],"by":"Mira"}]}`, 10, 10, 1},
		"not by the same person":                       {"killer", `{"character":"gills","states":["free"],"sure":true,"looks":[{"states":["joined"],"by":"self"},{"states":["free"],"by":"self"}]}`, -4, 0, 0},
		"what the name never shows and the other does": {"killer", `{"character":"gills","states":["joined"],"sure":true}`, -8, -8, 0},
		"two lines in full":                            {"killer", `{"character":"gills","states":["free"],"sure":true},{"character":"ring","states":["none"],"sure":true}`, 20, 20, 2},
		"one for and one against, nothing is left":     {"killer", `{"character":"gills","states":["free"],"sure":true},{"character":"ring","states":["skirt"],"sure":true}`, 2, 2, 0},
		"hints together":                               {"killer", `{"character":"gills","states":["free"]},{"character":"tint","states":["brown"]},{"character":"smell","states":["fruit"]}`, 8, 8, 0},
		"characters on one line count once":            {"killer", `{"character":"ring","states":["none"],"sure":true},{"character":"scraps","states":["none"],"sure":true}`, 10, 10, 1},
		"and what speaks on it for the other is off":   {"killer", `{"character":"ring","states":["none"],"sure":true},{"character":"scraps","states":["some"],"sure":true}`, 2, 2, 0},
		"what rests on nothing read is soft":           {"hurter", `{"character":"base","states":["plain"],"sure":true}`, 4, 4, 0},
		"what rests on the wrong state is soft":        {"hurter", `{"character":"dug","states":["torn"],"sure":true},{"character":"base","states":["plain"],"sure":true}`, 4, 4, 0},
		"what rests on an unsure reading is soft":      {"hurter", `{"character":"dug","states":["whole"]},{"character":"base","states":["plain"],"sure":true}`, 4, 4, 0},
		"what rests on a firm one is firm":             {"hurter", `{"character":"dug","states":["whole"],"sure":true},{"character":"base","states":["plain"],"sure":true}`, 10, 10, 1},
		"both states say next to nothing":              {"killer", `{"character":"gills","states":["free","joined"],"sure":true}`, -0.6, 0, 0},
		"what both show, the name seldom":              {"plain", `{"character":"gills","states":["none"],"sure":true}`, -8, -8, 0},
		"unseen is silent":                             {"killer", `{"character":"gills","unseen":"lost"}`, 0, 0, 0},
		"the latest counts, unseen included":           {"killer", `{"character":"gills","states":["free"],"sure":true},{"character":"gills","unseen":"lost"}`, 0, 0, 0},
		"a character not scored is silent":             {"sickener", `{"character":"tint","states":["brown"],"sure":true}`, 0, 0, 0},
		"a scent before the nose is tired":             {"killer", `{"character":"smell","states":["fruit"],"handled":2,"sure":true}`, 10, 10, 1},
		"a faded scent is silent":                      {"killer", `{"character":"smell","states":["fruit"],"handled":3,"sure":true}`, 0, 0, 0},
		"a measure within both":                        {"killer", `{"character":"width","value":35,"sure":true}`, -1, 2, 0},
		"a measure outside what the other shows":       {"killer", `{"character":"width","value":60,"sure":true}`, 4.2, 4.2, 0},
		"further out it weighs more":                   {"killer", `{"character":"width","value":89,"sure":true}`, 10, 10, 1},
		"a count between two that are shown":           {"killer", `{"character":"petals","value":5,"sure":true}`, 10, 10, 1},
		"a span of counts that takes one in":           {"killer", `{"character":"petals","low":5,"high":6,"sure":true}`, 2, 4, 0},
	} {
		t.Run(name, func(t *testing.T) {
			s, err := evidence.Open(g, guidetest.Record(`{"id":"x","region":"11","readings":[`+c.readings+`]}`))
			if err != nil {
				t.Fatal(err)
			}
			good, _ := g.Taxon("good")
			n, _ := g.Taxon(c.taxon)
			only := guide.NewBits(len(g.Taxa))
			only.Set(n)
			st := s.Weigh(good, only).Of(n)
			if b := st.Balance.In(); b < c.least || b > c.most || st.Slips != c.margin {
				t.Errorf("got a balance of %v and %d slips, want %v to %v and %d", b, st.Slips, c.least, c.most, c.margin)
			}
			if again := evidence.StandsOn(s.LinesBetween(good, n)); again != st {
				t.Errorf("its lines come to %+v, and it stands at %+v", again, st)
			}
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
