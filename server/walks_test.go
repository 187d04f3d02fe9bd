package server_test

import (
	"net/http"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/walk"
	"zestythicket/server/web"
)

// inTheValley says where the user looks.
func (r rig) inTheValley() {
	r.Helper()
	var set app.Settings
	r.do("GET", "/api/v1/settings", "", &set)
	r.do("PUT", "/api/v1/settings", `{"observer":"","place":{"name":"Velna valley","latitude":49.3,"longitude":19.3,"elevation_m":620},"region":"11","no_colour":false,
		"no_smell":false,"all_tools":true,"kit":[],"taught":[],"units":"metric","poison_centre":"","emergency_service":""}`, &set)
}

func inSeason(t *testing.T, a *app.Almanac, id string) app.InSeason {
	t.Helper()
	i := slices.IndexFunc(a.Taxa, func(x app.InSeason) bool { return x.Taxon == id })
	if i < 0 {
		t.Fatalf("the almanac has no %s", id)
	}
	return a.Taxa[i]
}

// What is noted of the year is kept, changes what the almanac says, and is taken back.
func TestTheAlmanac(t *testing.T) {
	r := serve(t)
	r.inTheValley()
	var a app.Almanac
	r.do("GET", "/api/v1/almanac?date=2026-09-05", "", &a)
	x := inSeason(t, &a, "cantharellus-cibarius")
	if !a.Yours || a.Today != 248 || x.State != "in-season" || x.Spans[0].Says != "9 June to 2 November" || x.Rain != "" || a.Rain != "No weather entered." || len(x.Doubles) < 3 || len(a.Harmful) < 20 {
		t.Errorf("%+v", x)
	}
	post := func(path, rest string) {
		t.Helper()
		r.do("POST", "/api/v1/almanac/"+path+"?date=2026-09-05", `{`+op()+rest+`}`, &a)
	}
	post("follow", `,"taxon":"sambucus-nigra","stars":3`)
	if a.Taxa[0].Taxon != "sambucus-nigra" || a.Taxa[0].Stars != 3 {
		t.Errorf("first stands %s", a.Taxa[0].Taxon)
	}
	one := app.NewID()
	post("dates", `,"id":"`+one+`","taxon":"cantharellus-cibarius","organ":"habit","edge":"first","seen":"2026-06-03","note":"Hollin Fold"`)
	if len(a.Dates) != 1 || !strings.Contains(inSeason(t, &a, "cantharellus-cibarius").Own, "early this year, from 1 date") || !strings.HasPrefix(a.Year, "2026 is ") {
		t.Errorf("%+v, %q", a.Dates, a.Year)
	}
	post("dates/forget", `,"id":"`+one+`"`)
	if len(a.Dates) != 0 || a.Year != "" {
		t.Errorf("still %+v", a.Dates)
	}
	post("undo", "")
	if len(a.Dates) != 1 || !a.CanRedo {
		t.Error("what was forgotten does not come back")
	}
	post("weather", `,"days":[{"date":"2026-09-03","rain_mm":22,"tmin_c":8,"tmax_c":17}]`)
	if x := inSeason(t, &a, "cantharellus-cibarius"); x.Rain != "Enough rain on 3 September: look from 8 September." || !x.Wet {
		t.Errorf("rain: %q", x.Rain)
	}
	var in struct {
		Almanac app.Almanac
		Gaps    string
	}
	r.do("POST", "/api/v1/almanac/weather/table?date=2026-09-05", `{`+op()+`,"name":"station.csv","text":"date,tmin_c,tmax_c,rain_mm\n2026-09-01,7,18,0\n2026-09-03,,,1\n"}`, &in)
	if in.Gaps == "" || in.Almanac.Weather.Days != 2 || in.Almanac.Weather.Missing != 1 || inSeason(t, &in.Almanac, "cantharellus-cibarius").Wet {
		t.Errorf("%+v %q", in.Almanac.Weather, in.Gaps)
	}
	post("weather/station", `,"from":"2026-07-08","to":"2026-09-05"`)
	if a.Weather.Days != 60 || !slices.Contains(a.Weather.Sources, app.StandIn) {
		t.Errorf("%+v", a.Weather)
	}
	for body, says := range map[string]string{
		`follow {"taxon":"nobody","stars":1`:                                                                    "no taxon",
		`follow {"taxon":"sambucus-nigra","stars":4`:                                                            "stars",
		`dates {"id":"` + one + `","taxon":"sambucus-nigra","organ":"fruit","edge":"first","seen":"5 May"`:      "not a day",
		`dates {"id":"` + one + `","taxon":"sambucus-nigra","organ":"fruit","edge":"first","seen":"2999-01-01"`: "still to come",
		`weather/table {"name":"a","text":"date,rain\n"`:                                                        "degrees Celsius",
		`weather {"days":[{"date":"2026-09-03","rain_mm":-1}]`:                                                  "no rain",
	} {
		path, rest, _ := strings.Cut(body, " ")
		if status, _, text := r.send("POST", "/api/v1/almanac/"+path, rest+","+op()+`}`, nil); status != http.StatusUnprocessableEntity && status != http.StatusNotFound || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", body, status, text)
		}
	}
	status, head, text := r.send("GET", "/api/v1/calendar.ics", "", nil)
	if status != 200 || !strings.HasPrefix(head.Get("Content-Type"), "text/calendar") || strings.Count(text, "BEGIN:VEVENT") != 2 || !strings.Contains(text, "SUMMARY:Elder begins") {
		t.Errorf("%d %s", status, text)
	}
	// A place and a region on two sides of the globe are not both right.
	if status, _, text := r.send("PUT", "/api/v1/settings", `{"observer":"","place":{"latitude":-49.3,"longitude":19.3},"region":"11","no_colour":false,
		"no_smell":false,"all_tools":true,"kit":[],"taught":[],"units":"metric","poison_centre":"","emergency_service":""}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "Middle Europe") {
		t.Errorf("%d %s", status, text)
	}
}

// outing is a walk of two hours through two made-up places.
const outing = `"outing":{"name":"Over the fold","date":"2026-09-05","region":"11","minutes":120,
	"start":{"name":"Velna church","latitude":49.3,"longitude":19.3,"elevation_m":620},
	"targets":[{"taxon":"cantharellus-cibarius","pieces":4,"stars":3},{"taxon":"vaccinium-myrtillus","pieces":1,"stars":1}],
	"places":[{"id":"fold","name":"Hollin Fold","latitude":49.3012,"longitude":19.2987,"elevation_m":660,"grows":["cantharellus-cibarius"],"afoot":"A bog on the left."},
		{"id":"moor","name":"High Moor","latitude":49.304,"longitude":19.29,"elevation_m":760,"grows":["vaccinium-myrtillus"]}]}`

// A walk from its plan to its end: what is missing from the bag changes the plan at once; a record made on it takes over place and kit and
// is linked; what was done can be taken back.
func TestAWalkFromPlanToEnd(t *testing.T) {
	r := serve(t)
	r.inTheValley()
	id := app.NewID()
	at := "/api/v1/walks/" + id
	var w app.Walk
	first := op()
	r.do("POST", "/api/v1/walks", `{"id":"`+id+`",`+first+`,`+outing+`}`, &w)
	if w.Plan == nil || w.State != app.WalkPlanned || len(w.Plan.Round.Chosen) != 2 || !w.Plan.Round.Optimal || len(w.Advice) != 2 || w.Advice[0].Cautions == "" {
		t.Fatalf("%+v", w)
	}
	r.do("POST", "/api/v1/walks", `{"id":"`+id+`",`+first+`,`+outing+`}`, &w) // the same again is the same
	if status, _, _ := r.send("POST", "/api/v1/walks", `{"id":"`+id+`",`+op()+`,`+outing+`}`, nil); status != http.StatusConflict {
		t.Errorf("planned twice: %d", status)
	}
	do := func(does, rest string) {
		t.Helper()
		r.do("POST", at+"/"+does, `{`+op()+rest+`}`, &w)
	}
	if status, _, text := r.send("POST", "/api/v1/records", `{"id":"`+app.NewID()+`",`+op()+`,"about":{"kingdom":"fungi","walk":"`+id+`"}}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "not begun") {
		t.Errorf("a record on a walk that has not begun: %d %s", status, text)
	}
	do("pack", `,"item":"knife","is":"missing"`)
	if told := w.Plan.Targets[0].Telling; told.Told != walk.Cannot || !slices.Equal(told.Missing, []string{"knife"}) || len(w.Plan.Round.Chosen) != 1 {
		t.Errorf("without a knife: %+v", told)
	}
	do("undo", "")
	if w.Plan.Targets[0].Telling.Told == walk.Cannot || !w.CanRedo {
		t.Error("the knife does not come back")
	}
	for _, item := range []string{"knife", "card", "paper bags"} {
		do("pack", `,"item":"`+item+`","is":"packed"`)
	}
	do("begin", "")
	if w.State != app.WalkUnderWay {
		t.Errorf("%s", w.State)
	}
	// A record made on it.
	made := `{"id":"` + app.NewID() + `",` + op() + `,"about":{"kingdom":"fungi","walk":"` + id + `"}}`
	var rec app.Record
	r.do("POST", "/api/v1/records", made, &rec)
	if rec.About.Place.Name != "Velna church" || *rec.About.Place.ElevationM != 620 || !slices.Equal(rec.About.Kit, []string{"card", "knife"}) || rec.About.Date != "2026-09-05" {
		t.Errorf("%+v", rec.About)
	}
	do("pack", `,"item":"card","is":"missing"`)
	r.do("POST", "/api/v1/records", made, &rec) // sent again, although the bag is another by now
	if !slices.Equal(rec.About.Kit, []string{"card", "knife"}) {
		t.Errorf("%+v", rec.About)
	}
	do("end", `,"ending":{"found":"Nine, four too small.","taken":"five","left":"The small ones."}`)
	if w.State != app.WalkEnded || w.Ending.Taken != "five" || len(w.Records) != 1 || w.Records[0].ID != rec.ID {
		t.Errorf("%+v", w)
	}
	if status, _, text := r.send("POST", at+"/pack", `{`+op()+`,"item":"lens","is":"packed"}`, nil); status != http.StatusConflict || !strings.Contains(text, "reopen") {
		t.Errorf("packed after the end: %d %s", status, text)
	}
	do("reopen", "")
	do("delete", "")
	var rows []app.WalkRow
	if r.do("GET", "/api/v1/walks", "", &rows); len(rows) != 0 {
		t.Errorf("deleted, and listed: %+v", rows)
	}
	do("restore", "")
	if r.do("GET", "/api/v1/walks", "", &rows); len(rows) != 1 || rows[0].Name != "Over the fold" || rows[0].Targets[0] != "Golden chanterelle" {
		t.Errorf("%+v", rows)
	}
	// After a restart it is as it was.
	r.stop()
	again := serveAt(t, shipped(t), r.dir, web.DefaultPace)
	again.do("GET", at, "", &w)
	if w.State != app.WalkUnderWay || w.Bag["knife"] != "packed" || w.Outing.Places[0].Afoot == "" {
		t.Errorf("%+v", w)
	}
	var cards []app.Card
	again.do("GET", "/api/v1/cards?walk="+id, "", &cards)
	if len(cards) != 2 || len(cards[0].MustSee) == 0 || len(cards[0].Doubles) == 0 || cards[0].Doubles[0].Tell == "" || len(cards[0].Checks) == 0 || cards[0].Cautions == "" {
		t.Errorf("%+v", cards)
	}
}

// What cannot be planned is said in a word, and nothing is kept of it; a target that the guide no longer has is told and left out.
func TestWalksThatCannotBePlanned(t *testing.T) {
	r := serve(t)
	for change, says := range map[[2]string]string{
		{`"minutes":120`, `"minutes":0`}:                                            "0 minutes",
		{`"latitude":49.3,`, `"latitude":91,`}:                                      "latitude 91",
		{`"elevation_m":620`, `"elevation_m":12000`}:                                "12000 m",
		{`"latitude":49.3012,"longitude":19.2987`, `"latitude":-49,"longitude":19`}: "no walk goes",
		{`"region":"11"`, `"region":"70"`}:                                          "Subarctic America",
		{`"taxon":"vaccinium-myrtillus"`, `"taxon":"amanita-phalloides"`}:           "no use",
		{`"date":"2026-09-05"`, `"date":"tomorrow"`}:                                "not a day",
	} {
		if !strings.Contains(outing, change[0]) {
			t.Fatalf("the walk does not say %s", change[0])
		}
		body := `{"id":"` + app.NewID() + `",` + op() + `,` + strings.Replace(outing, change[0], change[1], 1) + `}`
		if status, _, text := r.send("POST", "/api/v1/walks", body, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", change[1], status, text)
		}
	}
	var rows []app.WalkRow
	if r.do("GET", "/api/v1/walks", "", &rows); len(rows) != 0 {
		t.Errorf("something was kept: %+v", rows)
	}
	// A taxon of one's own is a target, and is taken out of the guide again.
	var change app.OverlayChange
	own := `"taxon":{"id":"weir-leaf","name":"Folium aquae","family":"Asteraceae","kingdom":"plantae","use":"edible","harm":"none","scores":{"leaf-margin":` + shows("entire") + `}}`
	r.do("PUT", "/api/v1/overlay/taxa/weir-leaf", `{`+op()+`,`+own+`}`, &change)
	if !change.Saved {
		r.do("PUT", "/api/v1/overlay/taxa/weir-leaf", `{`+op()+`,"confirm":"`+change.Confirm+`",`+own+`}`, &change)
	}
	id := app.NewID()
	var w app.Walk
	r.do("POST", "/api/v1/walks", `{"id":"`+id+`",`+op()+`,`+strings.Replace(outing, "vaccinium-myrtillus", "weir-leaf", 1)+`}`, &w)
	r.do("POST", "/api/v1/overlay/undo", `{`+op()+`}`, &change)
	r.do("GET", "/api/v1/walks/"+id, "", &w)
	if len(w.Outing.Targets) != 2 || w.Plan == nil || len(w.Plan.Targets) != 1 || !strings.Contains(w.Trouble, "weir-leaf") {
		t.Errorf("%q, %+v", w.Trouble, w.Plan)
	}
	for path, want := range map[string]int{"/walks/" + app.NewID(): 404, "/cards?taxon=nobody": 404, "/cards?taxon=amanita-phalloides": 422, "/almanac?date=soon": 422} {
		if status, _, text := r.send("GET", "/api/v1"+path, "", nil); status != want {
			t.Errorf("%s: %d %s", path, status, text)
		}
	}
	// A clock that is set back loses nothing: what was noted later in time still counts after what it had seen.
	now := r.app.Now
	r.app.Now = func() time.Time { return now().AddDate(-1, 0, 0) }
	r.do("POST", "/api/v1/walks/"+id+"/pack", `{`+op()+`,"item":"lens","is":"packed"}`, &w)
	r.app.Now = now
	if w.Bag["lens"] != "packed" {
		t.Errorf("with a clock set back: %+v", w.Bag)
	}
}
