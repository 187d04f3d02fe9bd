package server_test

import (
	"bytes"
	"encoding/json"
	"math/rand/v2"
	"net/http"
	"net/url"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/guidefile"
	"zestythicket/server/api"
)

func TestTheDescriptionOfTheAPIIsKept(t *testing.T) {
	want, err := api.Description()
	if err != nil {
		t.Fatal(err)
	}
	got, err := os.ReadFile("../web/src/api/openapi.json")
	if err != nil || !bytes.Equal(bytes.TrimSpace(got), bytes.TrimSpace(want)) {
		t.Errorf("openapi.json is stale (%v); make guide writes it anew", err)
	}
}

func TestAReadingChangesTheRuling(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi","region":"11"`)
	if v := r.read(rec, `"character":"cut-section","states":["outline"],"sure":true`); v.Ruling.Verdict != "leave" || v.Ruling.Reasons[0].Code != "sign" {
		t.Errorf("got %v", v.Ruling.Reasons)
	}
	var v app.Record
	r.do("POST", rec+"/undo", `{`+op()+`}`, &v)
	if v.Ruling.Verdict != "keep-looking" || len(v.Readings) != 0 || !v.CanRedo || v.Events != 3 {
		t.Errorf("undone: %s, %v", v.Ruling.Verdict, v.Readings)
	}
	if v = r.read(rec, `"character":"cap-diameter","value":2,"unit":"in","sure":true`); *v.Readings[0].Value != 50.8 {
		t.Errorf("two inches are kept as %v mm", *v.Readings[0].Value)
	}
	var taxa []app.Taxon
	r.do("GET", "/api/v1/taxa?q=langermannia", "", &taxa)
	if len(taxa) != 1 || taxa[0].ID != "calvatia-gigantea" {
		t.Errorf("an older name finds %v", taxa)
	}
}

// A reading that was shown to be in the way and is then changed does not count as sure until it is read afresh.
func TestAChangedReadingThatStoodInTheWayIsHeld(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi","target":"boletus-edulis","region":"11"`)
	r.read(rec, `"character":"underside","states":["pores"],"sure":true`)
	if v := r.read(rec, `"character":"stem-ring","states":["skirt"],"sure":true`); v.Ruling.Again != "stem-ring" {
		t.Fatalf("got %v", v.Ruling.Reasons)
	}
	held := r.read(rec, `"character":"stem-ring","states":["none"],"sure":true`)
	if got := held.Readings[1]; got.Sure || !got.Held {
		t.Errorf("changed from the list: %+v", got)
	}
	if got := r.read(rec, `"character":"stem-ring","states":["none"],"sure":true,"afresh":true`).Readings[1]; !got.Sure || got.Held || got.Agreement != "once" {
		t.Errorf("read afresh: %+v", got)
	}
	again := r.start(`"kingdom":"fungi","target":"boletus-edulis"`)
	r.read(again, `"character":"stem-ring","states":["skirt"],"sure":true`)
	if v := r.read(again, `"character":"stem-ring","states":["skirt"],"sure":true,"afresh":true`); !v.Readings[0].Confirmed || v.Ruling.Verdict != "no-match" {
		t.Errorf("confirmed: %+v, %s", v.Readings[0], v.Ruling.Verdict)
	}
}

func TestAClosedRecordKeepsItsRuling(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"plantae","target":"anthriscus-sylvestris"`)
	var v app.Record
	r.do("POST", rec+"/close", `{`+op()+`,"closing":{"done":"left"}}`, &v)
	before, _ := json.Marshal(v.Ruling)
	r.do("PUT", "/api/v1/settings", `{"observer":"","place":{},"region":"","no_colour":true,"no_smell":true,"all_tools":false,"kit":[],"taught":["carrot-family"],"units":"imperial","poison_centre":"","emergency_service":""}`, &app.Settings{})
	r.do("GET", rec, "", &v)
	if after, _ := json.Marshal(v.Ruling); !v.Frozen || v.GuideHash == "" || !bytes.Equal(before, after) {
		t.Error("the ruling of a closed record changed with the settings")
	}
	for _, action := range []string{"/delete", "/restore"} {
		r.do("POST", rec+action, `{`+op()+`}`, &v)
		if after, _ := json.Marshal(v.Ruling); !v.Frozen || !bytes.Equal(before, after) {
			t.Errorf("the ruling of a closed record changed with %s", action)
		}
	}
	if status, _, text := r.send("POST", rec+"/readings", `{`+op()+`,"character":"root","states":["taproot"]}`, nil); status != http.StatusConflict {
		t.Errorf("a reading of a closed record: %d %s", status, text)
	}
	r.do("POST", rec+"/reopen", `{`+op()+`}`, &v)
	if now, _ := json.Marshal(v.Ruling); v.Frozen || bytes.Equal(before, now) {
		t.Error("a reopened record is ruled on as it stands now")
	}
	r.do("POST", rec+"/delete", `{`+op()+`}`, &v)
	rows := r.list("")
	r.do("POST", rec+"/restore", `{`+op()+`}`, &v)
	if len(rows) != 0 || v.Deleted {
		t.Errorf("%d records, deleted %v", len(rows), v.Deleted)
	}
}

func TestBadRequestsGetProblemDetails(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	for name, c := range map[string]struct {
		method, path, body string
		status             int
		says               string
	}{
		"an unknown character":  {"POST", rec + "/readings", `{` + op() + `,"character":"stem-bse","states":["sac"]}`, 422, "did you mean"},
		"an unknown state":      {"POST", rec + "/readings", `{` + op() + `,"character":"stem-base","states":["bag"]}`, 422, "its states are"},
		"a negative measure":    {"POST", rec + "/readings", `{` + op() + `,"character":"cap-diameter","value":-1}`, 422, "measure"},
		"not JSON":              {"POST", rec + "/readings", `{not json`, 400, "invalid"},
		"a field that is none":  {"POST", rec + "/readings", `{` + op() + `,"character":"stem-base","states":["sac"],"colour":1}`, 422, "unexpected"},
		"a key in another case": {"POST", rec + "/readings", `{` + op() + `,"character":"stem-base","States":["sac"],"states":["plain"]}`, 422, "unexpected"},
		"an id in another case": {"POST", "/api/v1/records", `{"id":"` + app.NewID() + `","ID":"",` + op() + `,"about":{"kingdom":"fungi"}}`, 422, "unexpected"},
		"an id with its urn":    {"POST", "/api/v1/records", `{"id":"urn:uuid:` + app.NewID() + `",` + op() + `,"about":{"kingdom":"fungi"}}`, 422, "UUID"},
		"an id in braces":       {"POST", "/api/v1/records", `{"id":"{` + app.NewID() + `}",` + op() + `,"about":{"kingdom":"fungi"}}`, 422, "UUID"},
		"an op that is no UUID": {"POST", rec + "/undo", `{"op":"1"}`, 422, "uuid"},
		"nothing to undo":       {"POST", rec + "/undo", `{` + op() + `}`, 409, "nothing to undo"},
		"no such record":        {"GET", "/api/v1/records/none", "", 404, "no such record"},
		"no such path":          {"GET", "/api/v1/nothing", "", 404, "openapi.json"},
		"a method that is none": {"DELETE", "/api/v1/records", "", 405, "DELETE"},
		"no kingdom":            {"POST", "/api/v1/records", `{"id":"` + app.NewID() + `",` + op() + `,"about":{"kingdom":""}}`, 422, "kingdom"},
		"half a place":          {"POST", "/api/v1/records", `{"id":"` + app.NewID() + `",` + op() + `,"about":{"kingdom":"fungi","place":{"latitude":3}}}`, 422, "together"},
		"a gate that is none":   {"PUT", "/api/v1/settings", `{"observer":"","place":{},"region":"","no_colour":false,"no_smell":false,"all_tools":true,"kit":[],"taught":["x"],"units":"metric","poison_centre":"","emergency_service":""}`, 422, "no gate"},
		"100 MB":                {"POST", rec + "/readings", `{"character":"` + strings.Repeat("x", 100<<20) + `"}`, 413, "too large"},
	} {
		status, head, text := r.send(c.method, c.path, c.body, nil)
		if status != c.status || !strings.Contains(text, c.says) || head.Get("Content-Type") != "application/problem+json" {
			t.Errorf("%s: got %d %s %.300s, want %d … %s …", name, status, head.Get("Content-Type"), text, c.status, c.says)
		}
	}
	if v := r.read(rec, `"character":"root","unseen":"lost"`); len(v.Readings) != 1 {
		t.Error("a bad request left something behind")
	}
}

func TestOtherOriginsAndUnknownNamesReachNothing(t *testing.T) {
	r := serve(t)
	for name, c := range map[string]struct {
		set    func(*http.Request)
		status int
	}{
		"another origin":    {func(q *http.Request) { q.Header.Set("Origin", "https://elsewhere.example") }, 403},
		"a sibling site":    {func(q *http.Request) { q.Header.Set("Sec-Fetch-Site", "same-site") }, 403},
		"a rebound name":    {func(q *http.Request) { q.Host = "rebound.example:8737" }, 421},
		"the machine's own": {func(q *http.Request) { q.Host = "localhost:8737" }, 422},
	} {
		status, head, text := r.send("POST", "/api/v1/records", `{}`, c.set)
		if status != c.status {
			t.Errorf("%s: got %d %s, want %d", name, status, text, c.status)
		}
		if head.Get("X-Content-Type-Options") != "nosniff" || head.Get("Cache-Control") != "no-store" || head.Get("Content-Security-Policy") == "" {
			t.Errorf("%s: a refusal has the headers %v", name, head)
		}
	}
	if status, _, _ := r.send("GET", "/", "", func(q *http.Request) { q.Host = "rebound.example" }); status != 421 {
		t.Errorf("a page by a rebound name: got %d", status)
	}
}

func TestPagesCarryAStrictPolicy(t *testing.T) {
	r := serve(t)
	_, head, page := r.send("GET", "/bench/whatever", "", nil)
	policy := head.Get("Content-Security-Policy")
	_, nonce, _ := strings.Cut(policy, "style-src 'nonce-")
	nonce, _, _ = strings.Cut(nonce, "'")
	for _, want := range []string{"default-src 'none'", "script-src 'self';", "frame-ancestors 'none'"} {
		if !strings.Contains(policy, want) {
			t.Errorf("the policy lacks %s: %s", want, policy)
		}
	}
	if strings.Contains(policy, "unsafe") || len(nonce) < 20 || page != "<script nonce="+nonce+">" {
		t.Errorf("policy %s, page %s", policy, page)
	}
	if _, again, _ := r.send("GET", "/", "", nil); again.Get("Content-Security-Policy") == policy {
		t.Error("the nonce is the same twice")
	}
	// A map of one's own is the one other place that pictures come from; nothing else is let through with it.
	var set app.Settings
	r.do("GET", "/api/v1/settings", "", &set)
	with := func(tiles string) (int, string) {
		set.Tiles = app.Tiles{URL: tiles}
		body, err := json.Marshal(set)
		if err != nil {
			t.Fatal(err)
		}
		status, _, text := r.send("PUT", "/api/v1/settings", string(body), nil)
		return status, text
	}
	for _, tiles := range []string{
		"https://tiles.example/{z}/{x}.png", "https://tiles.example/{z}/{x}/{y}/{y}", "http://tiles.example/{z}/{x}/{y}", "javascript:{z}{x}{y}", "{z}/{x}/{y}", "https://a;script-src *;/{z}/{x}/{y}",
		"https://*.example/{z}/{x}/{y}", "https://me:pw@tiles.example/{z}/{x}/{y}", "https://{s}.example/{z}/{x}/{y}", "https://{z}{x}{y}", "https:///{z}/{x}/{y}",
	} {
		if status, text := with(tiles); status != 422 {
			t.Errorf("%q is taken as a map: %d %s", tiles, status, text)
		}
	}
	for tiles, host := range map[string]string{"https://tiles.example/v1/{z}/{x}/{y}.png?key=a": "https://tiles.example", "http://127.0.0.1:8099/{z}/{x}/{y}": "http://127.0.0.1:8099", "": ""} {
		if status, text := with(tiles); status != 200 {
			t.Errorf("%q is refused: %s", tiles, text)
		}
		_, head, _ := r.send("GET", "/places", "", nil)
		_, images, _ := strings.Cut(head.Get("Content-Security-Policy"), "img-src ")
		images, _, _ = strings.Cut(images, ";")
		if want := strings.TrimSpace("'self' data: blob: " + host); images != want {
			t.Errorf("with the map %q pictures come from %q, want %q", tiles, images, want)
		}
	}
	if status, head, _ := r.send("GET", "/assets/a.js", "", nil); status != 200 || !strings.Contains(head.Get("Cache-Control"), "immutable") {
		t.Errorf("a script: %d %v", status, head)
	}
	if status, _, _ := r.send("GET", "/assets/none.js", "", nil); status != 404 {
		t.Errorf("a script that is none: %d", status)
	}
	if status, head, _ := r.send("GET", "/docs", "", nil); status != 200 || !strings.Contains(head.Get("Content-Type"), "text/html") {
		t.Errorf("no reference page is served: %d %v", status, head)
	}
	if status, _, text := r.send("GET", "/api/v1/copy", "", nil); status != 200 || !strings.HasPrefix(text, "SQLite format 3\x00") {
		t.Errorf("the copy: %d %.20q", status, text)
	}
}

// A misspelt name, a key walked with a "can't tell", two taxa beside each other, a family and a taxon's page.
func TestLeafingThroughTheGuide(t *testing.T) {
	r := serve(t)
	var found []app.Taxon
	for query, want := range map[string]string{"chantrelle": "cantharellus-cibarius", "Amanita faloides": "amanita-phalloides", "cow parsly": "anthriscus-sylvestris"} {
		r.do("GET", "/api/v1/taxa?q="+url.QueryEscape(query), "", &found)
		if len(found) == 0 || found[0].ID != want {
			t.Errorf("%q finds %+v", query, found)
		}
	}
	if r.do("GET", "/api/v1/taxa?q=zzzzqq", "", &found); len(found) > 0 {
		t.Errorf("nonsense finds %d taxa", len(found))
	}
	var step app.KeyStep
	r.do("GET", "/api/v1/key?kingdom=fungi&month=10", "", &step)
	first := step
	if step.Character == "" || len(step.Leads) < 2 || step.Left < 50 || len(step.Taxa) != 30 || step.Taxa[0].Harm != "deadly" {
		t.Errorf("the first step: %+v", step)
	}
	step = app.KeyStep{}
	r.do("GET", "/api/v1/key?kingdom=fungi&month=10&answer="+first.Character+":", "", &step)
	if step.Left != first.Left || step.Character == first.Character {
		t.Errorf("who cannot tell follows every way: %d of %d, asked for %s", step.Left, first.Left, step.Character)
	}
	step = app.KeyStep{}
	r.do("GET", "/api/v1/key?kingdom=fungi&month=10&answer="+first.Character+":"+first.Leads[0].States[0], "", &step)
	if step.Left != first.Leads[0].Left || step.Left >= first.Left {
		t.Errorf("a lead to %d leaves %d", first.Leads[0].Left, step.Left)
	}
	var view app.Comparison
	r.do("GET", "/api/v1/compare?target=allium-ursinum&other=convallaria-majalis&date=2026-04-20", "", &view)
	with := len(view.Rows)
	view = app.Comparison{}
	r.do("GET", "/api/v1/compare?target=allium-ursinum&other=convallaria-majalis&date=2026-04-20&without=knife&no_smell=true", "", &view)
	if len(view.Rows) >= with || slices.ContainsFunc(view.Rows, func(row app.ComparisonRow) bool { return row.Character == "plant-scent" }) {
		t.Errorf("without a knife and with no nose %d of %d rows are left", len(view.Rows), with)
	}
	if len(view.Rows) < 5 || len(view.Usual) != 2 || view.Usual[0]["leaves-to-stalk"] != "one" || view.Others[0].Harm != "deadly" {
		t.Errorf("side by side: %d rows, %v", len(view.Rows), view.Usual)
	}
	var family app.Family
	r.do("GET", "/api/v1/families/apiaceae", "", &family)
	if family.Name != "Apiaceae" || !slices.Contains(family.Older, "Umbelliferae") || len(family.Taxa) < 10 || len(family.Traits) == 0 {
		t.Errorf("the family: %+v", family)
	}
	var page app.TaxonPage
	r.do("GET", "/api/v1/taxa/amanita-phalloides/page?stage=young", "", &page)
	if page.Usual["cap-shape"] != "ball" || !slices.Contains(page.Stages, "young") || page.View.ID != "amanita-phalloides" || len(page.Scores) < 20 {
		t.Errorf("the page: %v, %v", page.Usual, page.Stages)
	}
	from := map[string]string{}
	for _, score := range page.Scores {
		from[score.Character] = score.Source
	}
	if !strings.Contains(from["stem-base"], "In a loose sac: Common practice") || !strings.Contains(from["cap-diameter"], "second author") {
		t.Errorf("where it comes from: %q, %q", from["stem-base"], from["cap-diameter"])
	}
	for path, want := range map[string]int{
		"/api/v1/key?kingdom=fungi&answer=underside": 422, "/api/v1/key?kingdom=fungi&answer=underside:gils": 422, "/api/v1/key?kingdom=animalia": 422,
		"/api/v1/key?kingdom=plantae&region=9x": 422, "/api/v1/compare?target=allium-ursinum": 422, "/api/v1/key?kingdom=fungi&without=axe": 422, "/api/v1/compare?target=x&other=y": 422,
		"/api/v1/families/Nothingaceae": 404, "/api/v1/taxa/none/page": 404,
	} {
		if status, _, text := r.send("GET", path, "", nil); status != want {
			t.Errorf("%s: %d %s", path, status, text)
		}
	}
	var printed app.PrintedKey
	if r.do("GET", "/api/v1/key/printed?kingdom=plantae&month=4", "", &printed); len(printed.Steps) < 20 || printed.Mean == 0 {
		t.Errorf("the printed key has %d steps", len(printed.Steps))
	}
	status, head, text := r.send("GET", "/api/v1/key/printed.txt?kingdom=plantae&month=4", "", nil)
	if status != 200 || !strings.Contains(head.Get("Content-Disposition"), "key.txt") || !strings.Contains(text, "never eat on its word") {
		t.Errorf("the key as text: %d %.200s", status, text)
	}
}

func TestPractice(t *testing.T) {
	r := serve(t)
	var rec app.Record
	id := app.NewID()
	r.do("POST", "/api/v1/practice", `{"id":"`+id+`"}`, &rec)
	if rec.ID != id || rec.Ruling.Verdict != guide.KeepLooking || len(rec.Ruling.Next) < 2 || rec.Ruling.Next[0].Character != "specimen-base" || rec.Ruling.Next[1].Character != "stem-base" || !strings.Contains(rec.About.Note, "made-up") {
		t.Errorf("the practice asks for %+v", rec.Ruling.Next)
	}
	if rec = r.read("/api/v1/records/"+id, `"character":"stem-base","states":["sac"],"sure":true`); rec.Ruling.Verdict != guide.Leave {
		t.Errorf("with a sac it is ruled %s", rec.Ruling.Verdict)
	}
	if status, _, _ := r.send("POST", "/api/v1/practice", `{"id":"x"}`, nil); status != 422 {
		t.Errorf("a bad id gives %d", status)
	}
	events := rec.Events
	if r.do("POST", "/api/v1/practice", `{"id":"`+id+`"}`, &rec); rec.Events != events {
		t.Errorf("the same practice begun twice has %d events, want %d", rec.Events, events)
	}
	other := serveGuide(t, guidetest.Compile(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x"}]}],"taxa":[{"id":"agaricus-campestris","name":"A b","kingdom":"fungi","use":"edible","harm":"none","scores":{"a":["x"]}}]}`).AsWritten())
	if status, _, text := other.send("POST", "/api/v1/practice", `{"id":"`+app.NewID()+`"}`, nil); status != 422 || !strings.Contains(text, "made for the shipped guide") {
		t.Errorf("with another guide: %d %s", status, text)
	}
	if rows := other.list(""); len(rows) != 0 {
		t.Errorf("a practice that could not be begun left %d records", len(rows))
	}
}

// Whatever is asked of the views to look at, by chance and against all sense, is answered or refused, never a fault of the
// server.
func TestWhatIsAskedByChanceIsAnsweredOrRefused(t *testing.T) {
	r := serve(t)
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	rnd := rand.New(rand.NewPCG(11, 3))
	one := func(of ...string) string { return of[rnd.IntN(len(of))] }
	taxon := func() string {
		if rnd.IntN(12) == 0 {
			return one("", "none", "../x", "%00", "amanita")
		}
		return g.Taxa[rnd.IntN(len(g.Taxa))].ID
	}
	answers := 0
	for range 200 {
		q := url.Values{}
		for range rnd.IntN(3) {
			q.Add("without", one(append(g.Tools(), "axe")...))
		}
		q.Set("no_smell", one("true", "false"))
		q.Set("no_colour", one("true", "false"))
		path := ""
		switch rnd.IntN(4) {
		case 0:
			path = "/beside"
			q.Set("target", taxon())
			for range rnd.IntN(6) {
				q.Add("other", taxon())
			}
			q.Set("date", one("", "2026-05-10", "2026-13-10", "yesterday"))
		case 1:
			path = "/key"
			q.Set("kingdom", one("fungi", "plantae", "animalia"))
			q.Set("month", strconv.Itoa(rnd.IntN(15)-1))
			q.Set("stage", one("", "young", "mature", "old", "ancient"))
			for range rnd.IntN(3) {
				col := &g.Columns[rnd.IntN(len(g.Columns))]
				states := []string{""}
				for _, s := range col.States {
					states = append(states, s.ID)
				}
				q.Add("answer", col.ID+":"+one(states...))
			}
		case 2:
			path = "/taxa"
			q = url.Values{"q": {one("a", "AMANITA", "'; DROP TABLE names", "\"", "ä ö", "x*y", strings.Repeat("z", 300), "chantrelle")}}
		default:
			path = "/taxa/" + url.PathEscape(taxon()) + "/page"
			q = url.Values{"stage": {one("", "young", "dry", "ripe")}, "month": {strconv.Itoa(rnd.IntN(15) - 1)}}
		}
		switch status, _, text := r.send("GET", "/api/v1"+path+"?"+q.Encode(), "", nil); {
		case status == 200:
			answers++
		case status < 400 || status >= 500 || !strings.Contains(text, "title"):
			t.Errorf("%s?%s: %d %.200s", path, q.Encode(), status, text)
		}
	}
	if answers < 40 {
		t.Errorf("only %d of 200 were answered", answers)
	}
}

// A name typed with one letter left out, doubled or changed for its neighbour still finds its taxon. Short names are too
// little to go by.
func TestMisspeltNamesAreFound(t *testing.T) {
	r := serve(t)
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	rnd := rand.New(rand.NewPCG(5, 8))
	missed, tried := []string{}, 0
	for i := range g.Taxa {
		name := []rune(guide.Fold(g.Taxa[i].Name))
		at := 1 + rnd.IntN(len(name)-2)
		if len(name) < 10 || name[at] == ' ' || name[at+1] == ' ' {
			continue
		}
		typed := slices.Clone(name)
		switch rnd.IntN(3) {
		case 0:
			typed = slices.Delete(typed, at, at+1)
		case 1:
			typed = slices.Insert(typed, at, name[at])
		default:
			typed[at], typed[at+1] = typed[at+1], typed[at]
		}
		tried++
		var found []app.Taxon
		r.do("GET", "/api/v1/taxa?q="+url.QueryEscape(string(typed)), "", &found)
		if !slices.ContainsFunc(found, func(v app.Taxon) bool { return v.ID == g.Taxa[i].ID }) {
			missed = append(missed, string(typed))
		}
	}
	t.Logf("%d of %d misspelt names are missed: %q", len(missed), tried, missed)
	if tried < 150 || len(missed) > 0 {
		t.Errorf("%d of %d misspelt names find nothing of theirs: %q", len(missed), tried, missed)
	}
}

// Small figures show the characters that were asked for alone; what harms says which useful ones it is mistaken for, and by which tell.
func TestFiguresAndWhatIsMistaken(t *testing.T) {
	r := serve(t)
	var figures map[string]app.Figure
	r.do("GET", "/api/v1/figures?of=cap-shape&of=stem-width&of=growth-form", "", &figures)
	g := shipped(t)
	if len(figures) != len(g.Taxa) {
		t.Errorf("%d figures of %d taxa", len(figures), len(g.Taxa))
	}
	chanterelle := figures["cantharellus-cibarius"]
	if chanterelle.Kingdom != "fungi" || chanterelle.Shown["cap-shape"] != "funnel" || len(chanterelle.Shown) != 1 || chanterelle.Sizes["stem-width"] <= 0 || len(chanterelle.Sizes) != 1 {
		t.Errorf("the chanterelle's is %+v", chanterelle)
	}
	if ivy := figures["toxicodendron-radicans"]; ivy.Kingdom != "plantae" || ivy.Shown["growth-form"] != "woody-climber" {
		t.Errorf("poison ivy's is %+v", figures["toxicodendron-radicans"])
	}
	for i := range g.Taxa {
		of := &g.Taxa[i]
		if of.ID != "omphalotus-olearius" && of.ID != "toxicodendron-radicans" {
			continue
		}
		var page app.TaxonPage
		r.do("GET", "/api/v1/taxa/"+of.ID+"/page", "", &page)
		if len(page.TakenAs) == 0 {
			t.Errorf("%s is mistaken for nothing", of.ID)
		}
		for _, as := range page.TakenAs {
			n := slices.IndexFunc(g.Taxa, func(x guide.Taxon) bool { return x.ID == as.Taxon.ID })
			if n < 0 || !slices.ContainsFunc(g.Taxa[n].Lookalikes, func(l guide.Lookalike) bool { return l.Taxon == of.ID && l.Tell == as.Tell }) {
				t.Errorf("%s: %s does not list it, or with another tell", of.ID, as.Taxon.ID)
			}
		}
	}
}
