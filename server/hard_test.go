package server_test

import (
	"context"
	"encoding/json"
	"flag"
	"fmt"
	"math/rand/v2"
	"net/http"
	"path/filepath"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/guidefile"
	"zestythicket/server/api"
	"zestythicket/server/web"
)

// asItIs holds every row of the list to what its record says.
func (r rig) asItIs(when string) {
	r.Helper()
	for _, row := range r.rows("") {
		var v app.Record
		r.do("GET", "/api/v1/records/"+row.ID, "", &v)
		if v.Ruling == nil || v.Ruling.Verdict != row.Verdict || v.Ruling.Says != row.Reason {
			r.Errorf("%s: listed as %s (%s), not as the record has it", when, row.Verdict, row.Reason)
		}
	}
}

const senseless = `{"observer":"","place":{},"region":"","no_colour":true,"no_smell":true,"all_tools":false,"kit":[],"taught":[],"units":"metric","poison_centre":"","emergency_service":""}`

// Whatever a row was worked out with, it is worked out anew where that has changed: settings kept by a program that ended
// before it could, another guide, a record that was deleted meanwhile.
func TestNoRowOutlivesWhatItWasWorkedOutWith(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	var gone string
	for range 4 {
		gone = r.start(`"kingdom":"plantae","target":"anthriscus-sylvestris","date":"2026-05-20"`)
		r.read(gone, `"character":"stem-surface","states":["smooth"],"sure":true`)
	}
	r.do("POST", gone+"/delete", `{`+op()+`}`, &app.Record{})
	r.stop()
	// The settings are kept, and the program ends before a single row is worked out anew.
	half := serveWithoutWork(t, shipped(t), dir)
	half.do("PUT", "/api/v1/settings", senseless, &app.Settings{})
	for _, row := range half.list("") {
		if !row.Stale || row.Verdict != "" {
			t.Errorf("what no longer holds is shown: %+v", row)
		}
	}
	half.stop()
	r = serveAt(t, shipped(t), dir, web.DefaultPace)
	r.asItIs("after settings that nothing was worked out for")
	r.stop()
	other := shipped(t)
	for i := range other.Taxa {
		if other.Taxa[i].ID == "conium-maculatum" {
			other.Taxa[i].Name = "Conium velnense"
		}
	}
	r = serveAt(t, other, dir, web.DefaultPace)
	r.do("POST", gone+"/restore", `{`+op()+`}`, &app.Record{})
	r.asItIs("with another guide, one of them restored")
}

// A record that goes by a name which is no longer in the guide shows what was read, says so in place of a ruling, and can be
// deleted, restored, undone and renamed; nothing that is kept is answered as if it were not.
func TestARecordWhoseNameIsGoneShowsItsReadings(t *testing.T) {
	r := serve(t)
	taxon := `{"id":"boletus-mei","name":"Boletus mei","kingdom":"fungi","family":"Boletaceae","use":"none","harm":"unknown"}`
	var kept app.OverlayChange
	body := func(confirm string) string {
		return `{"op":"` + app.NewID() + `","confirm":"` + confirm + `","taxon":` + taxon + `}`
	}
	if r.do("PUT", "/api/v1/overlay/taxa/boletus-mei", body(""), &kept); !kept.Saved {
		r.do("PUT", "/api/v1/overlay/taxa/boletus-mei", body(kept.Confirm), &kept)
	}
	rec := r.start(`"kingdom":"fungi","target":"boletus-mei"`)
	r.read(rec, `"character":"underside","states":["pores"],"sure":true`)
	remove := `{"op":"` + app.NewID() + `","taxa":["boletus-mei"],"corrections":[]}`
	if r.do("POST", "/api/v1/overlay/remove", remove, &kept); !kept.Saved {
		r.do("POST", "/api/v1/overlay/remove", strings.Replace(remove, `"taxa"`, `"confirm":"`+kept.Confirm+`","taxa"`, 1), &kept)
	}
	says := func(v app.Record, n int) {
		t.Helper()
		if v.Ruling != nil || !strings.Contains(v.Trouble, "no longer in your guide") || len(v.Readings) != n {
			t.Errorf("ruling %v, trouble %q, %d readings", v.Ruling, v.Trouble, len(v.Readings))
		}
	}
	var v app.Record
	r.do("GET", rec, "", &v)
	says(v, 1)
	says(r.read(rec, `"character":"cap-shape","states":["dome"],"sure":true`), 2)
	for _, does := range []string{"undo", "redo", "delete", "restore"} {
		r.do("POST", rec+"/"+does, `{`+op()+`}`, &v)
		says(v, map[string]int{"undo": 1}[does]+map[bool]int{true: 2}[does != "undo"])
	}
	if rows := r.rows(""); len(rows) != 1 || rows[0].Verdict != "" || !strings.Contains(rows[0].Reason, "no longer in your guide") {
		t.Errorf("listed as %+v", rows)
	}
	if status, _, text := r.send("POST", rec+"/close", `{`+op()+`,"closing":{"done":"left"}}`, nil); status != 422 {
		t.Errorf("closed without a ruling to keep: %d %.200s", status, text)
	}
	if r.do("PUT", rec+"/about", `{`+op()+`,"about":{"kingdom":"fungi"}}`, &v); v.Ruling == nil || v.Trouble != "" || len(v.Readings) != 2 {
		t.Errorf("without the name: %q", v.Trouble)
	}
	if status, _, _ := r.send("PUT", rec+"/about", `{`+op()+`,"about":{"kingdom":"fungi","target":"boletus-mei"}}`, nil); status != 422 {
		t.Errorf("a name that is not in the guide is taken: %d", status)
	}
}

// An operation's id that was used before is refused for anything else, by word of it; the same again is the same.
func TestAnOperationIsUsedOnce(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	id := app.NewID()
	send := func(method, path, body string) (int, string) {
		status, _, text := r.send(method, path, `{"op":"`+id+`",`+body, nil)
		return status, text
	}
	reading := `"character":"underside","states":["gills"],"sure":true}`
	if status, text := send("POST", rec+"/readings", reading); status != 200 {
		t.Fatal(status, text)
	}
	r.read(rec, `"character":"cap-shape","states":["dome"],"sure":true`)
	if status, text := send("POST", rec+"/readings", reading); status != 200 || !strings.Contains(text, `"dome"`) {
		t.Errorf("the same again: %d %.200s", status, text)
	}
	for what, c := range map[string][3]string{
		"another state":     {"POST", rec + "/readings", `"character":"underside","states":["pores"],"sure":true}`},
		"another character": {"POST", rec + "/readings", `"character":"cap-shape","states":["dome"],"sure":true}`},
		"read afresh":       {"POST", rec + "/readings", `"afresh":true,` + reading},
		"another change":    {"POST", rec + "/clear", `"character":"underside"}`},
		"an undo":           {"POST", rec + "/undo", `"seen":{}}`},
		"another record":    {"POST", r.start(`"kingdom":"fungi"`) + "/readings", reading},
		"a new record":      {"POST", "/api/v1/records", `"id":"` + app.NewID() + `","about":{"kingdom":"fungi"}}`},
	} {
		if status, text := send(c[0], c[1], c[2]); status != http.StatusConflict || !strings.Contains(text, "used before") {
			t.Errorf("%s: %d %.200s", what, status, text)
		}
	}
	r.correct("amanita-citrina", "One name", opA)
	if again := r.correct("amanita-citrina", "One name", opA); !again.Saved {
		t.Error("the same correction again is not answered")
	}
	if status, _, text := r.send("PUT", "/api/v1/overlay/corrections/amanita-citrina", `{"op":"`+opA+`","common":["Another"],"note":"","scores":{}}`, nil); status != http.StatusConflict {
		t.Errorf("another correction: %d %.200s", status, text)
	}
}

// readOnly is a store that takes nothing.
type readOnly struct {
	app.Store
	testing.TB
}

func (s readOnly) Add(context.Context, ...app.Addition) error {
	s.Error("a record is written")
	return app.ErrReadOnly
}
func (s readOnly) Relist(context.Context, []app.Stream) error {
	s.Error("a list is written")
	return app.ErrReadOnly
}
func (s readOnly) KeepSettings(context.Context, string, time.Time, json.RawMessage) error {
	s.Error("settings are written")
	return app.ErrReadOnly
}
func (s readOnly) KeepOverlay(context.Context, string, string, time.Time, json.RawMessage) error {
	s.Error("an overlay is written")
	return app.ErrReadOnly
}

// Whoever only asks has nothing written, so that a full disk or one that may not be written to answers as any other.
func TestAskingWritesNothing(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	r.app.Store = readOnly{r.store, t}
	for _, path := range []string{
		"/records", "/records?deleted=true", "/guide", "/settings", "/lacks", "/overlay", "/taxa?q=amnita", "/taxa?q=false+champignon", "/taxa/amanita-citrina",
		"/taxa/amanita-citrina/page", "/families/Amanitaceae", "/copy", strings.TrimPrefix(rec, "/api/v1"), strings.TrimPrefix(rec, "/api/v1") + "/history",
	} {
		if status, _, text := r.send("GET", "/api/v1"+path, "", nil); status != 200 {
			t.Errorf("%s: %d %.200s", path, status, text)
		}
	}
}

// busy is a store to which too much is being written.
type busy struct{ app.Store }

func (busy) Add(context.Context, ...app.Addition) error { return app.ErrBusy }

// Beyond what can wait to be written, a change is refused by word of it and when to come again; nothing of it is kept.
func TestTooMuchAtOnceIsToldToComeAgain(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	r.app.Store = busy{r.store}
	reading := `{` + op() + `,"character":"underside","states":["gills"],"sure":true}`
	status, h, text := r.send("POST", rec+"/readings", reading, nil)
	if status != http.StatusServiceUnavailable || h.Get("Retry-After") != "1" || !strings.Contains(text, "try again in a moment") {
		t.Errorf("%d, Retry-After %q, %.200s", status, h.Get("Retry-After"), text)
	}
	r.app.Store = r.store
	var v app.Record
	if r.do("POST", rec+"/readings", reading, &v); v.Events != 2 {
		t.Errorf("sent again, there are %d events", v.Events)
	}
}

// Every answer of every route, whatever it says, bears the same headers.
func TestEveryAnswerBearsTheHeaders(t *testing.T) {
	r := serve(t)
	b, err := api.Description()
	if err != nil {
		t.Fatal(err)
	}
	var described struct{ Paths map[string]map[string]any }
	if err := json.Unmarshal(b, &described); err != nil {
		t.Fatal(err)
	}
	seen := map[int]int{}
	look := func(method, path, body string, set func(*http.Request)) {
		status, h, _ := r.send(method, path, body, set)
		seen[status]++
		for name, want := range map[string]string{
			"Content-Security-Policy": "default-src 'none'", "X-Content-Type-Options": "nosniff", "Referrer-Policy": "no-referrer",
			"Cross-Origin-Opener-Policy": "same-origin", "Cross-Origin-Resource-Policy": "same-origin", "Permissions-Policy": "camera=()",
		} {
			if !strings.HasPrefix(h.Get(name), want) {
				t.Errorf("%s %s (%d): %s is %q", method, path, status, name, h.Get(name))
			}
		}
		// What hangs on the guide alone a browser may keep, if it asks each time whether it still holds.
		kept := h.Get("ETag") != "" && h.Get("Cache-Control") == "private, no-cache"
		if strings.HasPrefix(path, "/api/") && h.Get("Cache-Control") != "no-store" && !kept {
			t.Errorf("%s %s (%d): it may be kept on the way: %q", method, path, status, h.Get("Cache-Control"))
		}
	}
	for path, methods := range described.Paths {
		path = strings.NewReplacer("{id}", "amanita-citrina", "{name}", "Amanitaceae").Replace(path)
		for method := range methods {
			method = strings.ToUpper(method)
			look(method, path, "", nil)
			look(method, path, `{"op":7}`, nil)
			look(method, path, "", func(q *http.Request) { q.Host = "evil.example" })
			look(method, path, "{}", func(q *http.Request) { q.Header.Set("Sec-Fetch-Site", "cross-site") })
			look("TRACE", path, "", nil)
		}
	}
	for _, path := range []string{"/", "/bench/x", "/assets/a.js", "/assets/none.js", "/healthz", "/robots.txt", "/api/v1/copy", "/api/v1/none", "/api/v1/openapi.json"} {
		look("GET", path, "", nil)
	}
	for _, status := range []int{200, 403, 404, 405, 421, 422} {
		if seen[status] == 0 {
			t.Errorf("no answer was %d: %v", status, seen)
		}
	}
}

// What is sent in broken pieces is the sender's fault, a copy for another site is refused, and one is made at a time.
func TestSmallHardships(t *testing.T) {
	r := serve(t)
	c := r.dial("POST /api/v1/records HTTP/1.1\nHost: 127.0.0.1\nContent-Type: application/json\nTransfer-Encoding: chunked\n\nzz\nnonsense\n0\n\n")
	defer c.Close()
	answer := make([]byte, 12)
	if _, err := c.Read(answer); err != nil || string(answer) != "HTTP/1.1 400" {
		t.Errorf("a malformed body is answered %q (%v)", answer, err)
	}
	if status, _, _ := r.send("GET", "/api/v1/copy", "", func(q *http.Request) { q.Header.Set("Sec-Fetch-Site", "cross-site") }); status != http.StatusForbidden {
		t.Errorf("a copy for another site: %d", status)
	}
	for _, id := range []string{"urn:uuid:" + app.NewID(), "{" + app.NewID() + "}", strings.ReplaceAll(app.NewID(), "-", ""), strings.ToUpper(app.NewID()), `../../x\u0000`, ""} {
		if status, _, _ := r.send("POST", "/api/v1/records", `{"id":"`+id+`",`+op()+`,"about":{"kingdom":"fungi"}}`, nil); status != 422 {
			t.Errorf("the id %s is taken: %d", id, status)
		}
	}
	for _, more := range []string{`"ID":""`, `"About":{"kingdom":"plantae"}`, `"OP":"x"`} {
		if status, _, _ := r.send("POST", "/api/v1/records", `{"id":"`+app.NewID()+`",`+op()+`,"about":{"kingdom":"fungi"},`+more+`}`, nil); status != 422 {
			t.Errorf("%s is taken: %d", more, status)
		}
	}
	rec := r.start(`"kingdom":"fungi"`)
	for _, reading := range []string{`"character":"cap-diameter","value":99999999`, `"character":"cap-diameter","low":1,"high":60,"unit":"ft"`} {
		if status, _, text := r.send("POST", rec+"/readings", `{`+op()+`,"sure":true,`+reading+`}`, nil); status != 422 || !strings.Contains(text, "1500 mm at the most") {
			t.Errorf("%s: %d %.200s", reading, status, text)
		}
	}
	if status, _, _ := r.send("GET", "/api/v1/records?after=nonsense", "", nil); status != 422 {
		t.Errorf("a page after nonsense: %d", status)
	}
}

// A copy is named after the day that it is where it is made.
func TestACopyIsNamedAfterTheDayHere(t *testing.T) {
	was := time.Local
	time.Local = time.FixedZone("two hours ahead", 2*60*60)
	defer func() { time.Local = was }()
	r := serve(t)
	r.app.Now = func() time.Time { return time.Date(2026, 8, 14, 23, 30, 0, 0, time.UTC) }
	if _, h, _ := r.send("GET", "/api/v1/copy", "", nil); !strings.Contains(h.Get("Content-Disposition"), "thicket-2026-08-15.db") {
		t.Errorf("it is named %s", h.Get("Content-Disposition"))
	}
}

// A clock that is set back leaves nothing changed before it was created.
func TestAClockSetBack(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	r.app.Now = func() time.Time { return time.Now().UTC().Add(-48 * time.Hour) }
	v := r.read(rec, `"character":"underside","states":["gills"],"sure":true`)
	if v.Changed.Before(v.Created) {
		t.Errorf("changed at %s, created at %s", v.Changed, v.Created)
	}
}

// A row that cannot be read keeps neither the program from starting nor any other row from being shown.
func TestABadRowStandsAlone(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	ctx := context.Background()
	bad, good := r.start(`"kingdom":"fungi"`), r.start(`"kingdom":"plantae"`)
	stream, _, err := r.store.Load(ctx, api.Owner, events.RecordStream, filepath.Base(bad))
	if err != nil {
		t.Fatal(err)
	}
	stream.Listing, stream.Basis = []byte("{"), ""
	if err := r.store.Relist(ctx, []app.Stream{stream}); err != nil {
		t.Fatal(err)
	}
	if err := r.store.KeepOverlay(ctx, api.Owner, app.NewID(), time.Now(), []byte(`{"taxa": 7`)); err != nil {
		t.Fatal(err)
	}
	if err := r.store.KeepSettings(ctx, api.Owner, time.Now(), []byte(`{"observer": 7`)); err != nil {
		t.Fatal(err)
	}
	r.stop()
	r = serveAt(t, shipped(t), dir, web.DefaultPace)
	var set app.Settings
	if r.do("GET", "/api/v1/settings", "", &set); !strings.Contains(set.Trouble, "save them anew") {
		t.Errorf("settings: %q", set.Trouble)
	}
	if status, _, text := r.send("GET", good, "", nil); status == 200 || !strings.Contains(text, "save them anew") {
		t.Errorf("ruled on without knowing what one cannot tell: %d %.200s", status, text)
	}
	r.do("PUT", "/api/v1/settings", senseless, &set)
	if rows := r.rows(""); len(rows) != 2 {
		t.Errorf("%+v", rows)
	}
	r.do("GET", good, "", &app.Record{})
	var o app.Overlay
	if r.do("GET", "/api/v1/overlay", "", &o); o.Trouble == "" {
		t.Error("an overlay that cannot be read is not told")
	}
	var kept app.OverlayChange
	if r.do("POST", "/api/v1/overlay/undo", `{`+op()+`}`, &kept); !kept.Saved || kept.Overlay.Trouble != "" {
		t.Errorf("taken back: %+v", kept.Overlay)
	}
}

// Page after page the list holds every record once; deleted ones are listed apart, for thirty days.
func TestTheListComesInPages(t *testing.T) {
	r := serve(t)
	want := map[string]bool{}
	for range 12 {
		want[filepath.Base(r.start(`"kingdom":"fungi","note":"by the weir"`))] = true
	}
	for _, query := range []string{"", "weir+by"} {
		left := len(want)
		for after, pages := "", 1; ; pages++ {
			var page app.RecordPage
			r.do("GET", "/api/v1/records?limit=5&q="+query+"&after="+after, "", &page)
			for _, row := range page.Rows {
				if want[row.ID] {
					left--
				}
			}
			if after = page.Next; after == "" {
				if left != 0 || pages != 3 {
					t.Errorf("%q: %d records are missing after %d pages", query, left, pages)
				}
				break
			}
		}
	}
	gone := r.start(`"kingdom":"fungi"`)
	r.do("POST", gone+"/delete", `{`+op()+`}`, &app.Record{})
	deleted := func() int {
		var page app.RecordPage
		r.do("GET", "/api/v1/records?deleted=true", "", &page)
		return len(page.Rows)
	}
	if n := deleted(); n != 1 {
		t.Errorf("%d deleted ones are listed", n)
	}
	r.app.Now = func() time.Time { return time.Now().UTC().Add(31 * 24 * time.Hour) }
	if n := deleted(); n != 0 {
		t.Errorf("after a month %d deleted ones are listed", n)
	}
}

// What a record's events come to is kept and read again as it was: a record of many readings is opened without reading them.
func TestWhatIsFoldedIsKept(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi","note":"first"`)
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	ctx, draw := context.Background(), rand.New(rand.NewPCG(1, 2))
	for range 60 {
		c := &g.Characters[draw.IntN(len(g.Characters))]
		switch n := draw.IntN(8); {
		case n == 0:
			r.send("POST", rec+"/undo", `{`+op()+`}`, nil)
		case n == 1:
			r.send("POST", rec+"/clear", `{`+op()+`,"character":"`+c.ID+`"}`, nil)
		case len(c.States) > 0:
			r.send("POST", rec+"/readings", `{`+op()+`,"character":"`+c.ID+`","states":["`+c.States[draw.IntN(len(c.States))].ID+`"],"sure":true}`, nil)
		default:
			r.send("POST", rec+"/readings", `{`+op()+`,"character":"`+c.ID+`","unseen":"not-checked"}`, nil)
		}
		stream, list, err := r.store.Load(ctx, api.Owner, events.RecordStream, filepath.Base(rec))
		if err != nil {
			t.Fatal(err)
		}
		var kept struct {
			Events int
			Record events.Record
		}
		if err := json.Unmarshal(stream.Fold, &kept); err != nil || kept.Events != len(list) {
			t.Fatalf("%d of %d events are folded (%v)", kept.Events, len(list), err)
		}
		whole, err := events.FoldRecord(list)
		got, _ := json.Marshal(kept.Record)
		if want, _ := json.Marshal(whole); err != nil || string(got) != string(want) {
			t.Fatalf("kept is\n%s, all events say\n%s (%v)", got, want, err)
		}
	}
}

// counting is a store that counts how often all events of a record are read.
type counting struct {
	app.Store
	loads int
}

func (s *counting) Load(ctx context.Context, owner string, kind events.StreamKind, id string) (app.Stream, []events.Event, error) {
	s.loads++
	return s.Store.Load(ctx, owner, kind, id)
}

// long makes a record of so many readings and gives its address.
func (r rig) long(readings int) string {
	r.Helper()
	f := app.Find{ID: app.NewID(), At: time.Now().Add(-30 * 24 * time.Hour), About: events.About{Kingdom: "fungi"}}
	for i := range readings {
		f.Readings = append(f.Readings, evidence.Reading{Character: "underside", States: []string{[]string{"gills", "pores"}[i%2]}, Sure: true})
	}
	s, err := r.app.Session(context.Background(), api.Owner)
	if err == nil {
		_, err = s.Import(context.Background(), f)
	}
	if err != nil {
		r.Fatal(err)
	}
	return "/api/v1/records/" + f.ID
}

// A record of however many readings is opened, and read further, from what they came to last; only what takes something back
// reads them all.
func TestALongRecordIsNotReadAnew(t *testing.T) {
	r := serve(t)
	rec := r.long(3000) // more than one statement can insert
	c := &counting{Store: r.store}
	r.app.Store = c
	var v app.Record
	r.do("GET", rec, "", &v)
	r.read(rec, `"character":"cap-shape","states":["dome"],"sure":true`)
	if v = r.read(rec, `"character":"underside","states":["ridges"],"sure":true`); v.Events != 3003 || c.loads != 0 {
		t.Errorf("%d events; all were read %d times", v.Events, c.loads)
	}
	if r.do("POST", rec+"/undo", `{`+op()+`}`, &v); v.Events != 3004 || len(v.Readings) != 2 || v.Readings[0].States[0] != "pores" || c.loads != 1 {
		t.Errorf("undone: %+v, all were read %d times", v.Readings, c.loads)
	}
}

// BenchmarkOpenLong opens a record of 20,000 events over HTTP.
func BenchmarkOpenLong(b *testing.B) {
	r := serve(b)
	rec := r.long(20_000)
	for b.Loop() {
		r.do("GET", rec, "", &app.Record{})
	}
}

var (
	clients = flag.Int("clients", 50, "how many write at once in the test of the load")
	writes  = flag.Int("writes", 10, "how many times each of them does")
)

// Many write at once, on records of their own and on one and the same: nobody is refused, and everything is there. How long
// it took is told, not judged.
func TestManyWriteAtOnce(t *testing.T) {
	r := serve(t)
	for _, one := range []bool{false, true} {
		r.manyWrite(one, "what others have read too", func(_, n int) string {
			return `"character":"underside","states":["` + []string{"gills", "pores"}[n%2] + `"],"sure":true`
		})
		// Each number is read by nobody else, so that every reading is ruled on anew.
		r.manyWrite(one, "what nobody else has read", func(i, n int) string {
			return fmt.Sprintf(`"character":"cap-diameter","value":%.4f,"sure":true`, 10+float64(i)+float64(n)/1000)
		})
	}
}

// manyWrite lets many write at once, on one record or each on their own, and tells how long it took.
func (r rig) manyWrite(one bool, what string, readings func(client, n int) string) {
	t := r.TB
	recs := make([]string, *clients)
	for i := range recs {
		if recs[i] = recs[0]; !one || i == 0 {
			recs[i] = r.start(`"kingdom":"fungi"`)
		}
	}
	var wg sync.WaitGroup
	took := make([][]time.Duration, *clients)
	began := time.Now()
	for i, rec := range recs {
		wg.Go(func() {
			for n := range *writes {
				at := time.Now()
				reading := readings(i, n)
				if status, _, text := r.send("POST", rec+"/readings", `{`+op()+`,"device":"`+fmt.Sprint(i)+`",`+reading+`}`, nil); status != 200 {
					t.Errorf("%d %.200s", status, text)
				}
				took[i] = append(took[i], time.Since(at))
			}
		})
	}
	wg.Wait()
	all := slices.Concat(took...)
	slices.Sort(all)
	t.Logf("%d clients, one record: %v, %s: %d writes, %.0f a second; half in %v, 99 in 100 in %v, the longest %v", *clients, one, what, len(all),
		float64(len(all))/time.Since(began).Seconds(), all[len(all)/2].Round(time.Millisecond), all[len(all)*99/100].Round(time.Millisecond), all[len(all)-1].Round(time.Millisecond))
	for i, rec := range recs {
		want := 1 + *writes
		if one {
			want = 1 + *writes**clients
		}
		var v app.Record
		if r.do("GET", rec, "", &v); v.Events != want {
			t.Errorf("record %d has %d events, want %d", i, v.Events, want)
		}
	}
}
