package server_test

import (
	"bufio"
	"bytes"
	"context"
	"encoding/json"
	"fmt"
	"io"
	"net"
	"net/http"
	"net/http/httptest"
	"slices"
	"strings"
	"sync"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/server/api"
	"zestythicket/server/web"
)

// dial opens a connection of its own and sends the head of a request, and no more.
func (r rig) dial(head string) net.Conn {
	r.Helper()
	c, err := net.Dial("tcp", strings.TrimPrefix(r.url, "http://"))
	if err != nil {
		r.Fatal(err)
	}
	if _, err := io.WriteString(c, strings.ReplaceAll(head, "\n", "\r\n")); err != nil {
		r.Fatal(err)
	}
	return c
}

// Whoever stalls in the middle of an upload, or stops reading what is sent, holds up nobody else: not the word that the
// server is well, not a ruling, not a change of the overlay.
func TestWhoStallsHoldsUpNobody(t *testing.T) {
	r := serveAt(t, shipped(t), t.TempDir(), web.Pace{Stall: time.Hour, Whole: time.Hour})
	rec := r.start(`"kingdom":"fungi"`)
	host := "Host: 127.0.0.1\n"
	for _, head := range []string{
		"POST /api/v1/overlay/import HTTP/1.1\n" + host + "Content-Type: application/json\nContent-Length: 500000\n\n{\"op\":",
		"PUT /api/v1/settings HTTP/1.1\n" + host + "Content-Type: application/json\nContent-Length: 5000\n\n{",
		"POST " + rec + "/readings HTTP/1.1\n" + host + "Content-Type: application/json\nContent-Length: 5000\n\n{",
		strings.Repeat("GET /api/v1/guide HTTP/1.1\n"+host+"\n", 200), // pipelined, and nothing of the answers is ever read
	} {
		defer r.dial(head).Close()
	}
	time.Sleep(100 * time.Millisecond) // until all of them are under way
	swift := func(what string, f func()) {
		t.Helper()
		done := make(chan struct{})
		go func() {
			defer close(done)
			f()
		}()
		select {
		case <-done:
		case <-time.After(time.Minute): // it would be an hour; how long it takes is logged
			t.Fatalf("%s waits for whoever stalls", what)
		}
	}
	for name, ask := range map[string]func(){
		"the word that it is well": func() {
			if status, _, _ := r.send("GET", "/healthz", "", nil); status != http.StatusNoContent {
				t.Errorf("healthz: %d", status)
			}
		},
		"a ruling":          func() { r.read(rec, `"character":"underside","states":["gills"],"sure":true`) },
		"an overlay change": func() { r.correct("amanita-citrina", "Lemon one", app.NewID()) },
		"the guide":         func() { r.do("GET", "/api/v1/guide", "", &app.Guide{}) },
		"the list":          func() { r.rows("") },
	} {
		began := time.Now()
		swift(name, ask)
		t.Logf("%s: %d ms", name, time.Since(began).Milliseconds())
	}
}

// A slow upload lives as long as something of it keeps coming; one that stalls is let go of.
func TestASlowUploadLivesAndAStalledOneDoesNot(t *testing.T) {
	r := serveAt(t, shipped(t), t.TempDir(), web.Pace{Stall: time.Second, Whole: time.Minute})
	body := `{"id":"` + app.NewID() + `",` + op() + `,"about":{"kingdom":"fungi","note":"` + strings.Repeat("slowly ", 10) + `"}}`
	head := fmt.Sprintf("POST /api/v1/records HTTP/1.1\nHost: 127.0.0.1\nContent-Type: application/json\nContent-Length: %d\n\n", len(body))
	slow := r.dial(head)
	defer slow.Close()
	for len(body) > 0 { // more than three times as long as a stall may be
		n := min(10, len(body))
		if _, err := io.WriteString(slow, body[:n]); err != nil {
			t.Fatalf("the slow one was let go of: %v", err)
		}
		body = body[n:]
		time.Sleep(240 * time.Millisecond)
	}
	resp, err := http.ReadResponse(bufio.NewReader(slow), nil)
	if err != nil || resp.StatusCode != http.StatusOK {
		t.Fatalf("the slow one was answered %v (%v)", resp, err)
	}
	stalled := r.dial(head + "{")
	defer stalled.Close()
	if err := stalled.SetReadDeadline(time.Now().Add(20 * time.Second)); err != nil {
		t.Fatal(err)
	}
	if _, err := io.ReadAll(stalled); err != nil { // it ends because the server ends it
		t.Errorf("the stalled one is held on to: %v", err)
	}
}

// correct gives a taxon a common name.
func (r rig) correct(taxon, name, op string) app.OverlayChange {
	r.Helper()
	var got app.OverlayChange
	r.do("PUT", "/api/v1/overlay/corrections/"+taxon, `{"op":"`+op+`","common":["`+name+`"],"note":"","scores":{}}`, &got)
	return got
}

// An operation that is sent again changes nothing, in memory or on disk, now or after a restart: A, then B, then A again
// leaves B.
func TestAReplayedChangeOfTheOverlayChangesNothing(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	called := func(r rig) string {
		var o app.Overlay
		r.do("GET", "/api/v1/overlay", "", &o)
		return o.Corrections[0].Common[0]
	}
	r.correct("amanita-citrina", "First name", opA)
	r.correct("amanita-citrina", "Second name", opB)
	if again := r.correct("amanita-citrina", "First name", opA); !again.Saved || again.Overlay.Corrections[0].Common[0] != "Second name" {
		t.Errorf("sent again: %+v", again.Overlay.Corrections)
	}
	if got := called(r); got != "Second name" {
		t.Errorf("in memory it is %q", got)
	}
	r.stop()
	if got := called(serveAt(t, shipped(t), dir, web.DefaultPace)); got != "Second name" {
		t.Errorf("after a restart it is %q", got)
	}
}

// The same for readings: sent again, also after others and after a restart, nothing changes.
func TestAReplayedReadingChangesNothing(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	rec := r.start(`"kingdom":"fungi"`)
	first := `{"op":"` + opA + `","character":"underside","states":["gills"],"sure":true}`
	r.do("POST", rec+"/readings", first, &app.Record{})
	want, _ := json.Marshal(r.read(rec, `"character":"underside","states":["pores"],"sure":true`))
	for range 2 {
		var got app.Record
		r.do("POST", rec+"/readings", first, &got)
		if b, _ := json.Marshal(got); string(b) != string(want) {
			t.Errorf("sent again: %+v", got.Readings)
		}
		r.stop()
		r = serveAt(t, shipped(t), dir, web.DefaultPace)
	}
	if status, _, text := r.send("POST", r.start(`"kingdom":"fungi"`)+"/readings", first, nil); status != http.StatusConflict || !strings.Contains(text, "used before") {
		t.Errorf("the same operation on another record: %d %.200s", status, text)
	}
}

// What a guide of one's own says holds after a restart too, and in the list of records as soon as it is kept.
func TestAnOverlayIsInUseAfterARestartAndInTheList(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	r.start(`"kingdom":"fungi","target":"agaricus-campestris"`)
	r.correct("agaricus-campestris", "Pink bottom", opA)
	r.rows("") // until all is up to date
	if rows := r.rows("pink+bottom"); len(rows) != 1 {
		t.Errorf("the list finds %d by the new name", len(rows))
	}
	r.stop()
	r = serveAt(t, shipped(t), dir, web.DefaultPace)
	var found []app.Taxon
	if r.do("GET", "/api/v1/taxa?q=pink+bottom", "", &found); len(found) != 1 || found[0].Own != app.Corrected {
		t.Errorf("after a restart the name finds %+v", found)
	}
}

// Changes of the overlay that are made at once are all kept.
func TestChangesOfTheOverlayAtOnceAreAllKept(t *testing.T) {
	r := serve(t)
	taxa := []string{"amanita-citrina", "amanita-rubescens", "agaricus-campestris", "boletus-edulis", "allium-ursinum", "conium-maculatum"}
	var wg sync.WaitGroup
	for _, id := range taxa {
		wg.Go(func() { r.correct(id, "Name of "+id, app.NewID()) })
	}
	wg.Wait()
	var o app.Overlay
	if r.do("GET", "/api/v1/overlay", "", &o); len(o.Corrections) != len(taxa) {
		t.Errorf("%d of %d changes are there", len(o.Corrections), len(taxa))
	}
}

// Who began to be answered before a change is answered by the guide as it was, to the end.
func TestASessionStaysWithItsGuide(t *testing.T) {
	r := serve(t)
	s, err := r.app.Session(context.Background(), api.Owner)
	if err != nil {
		t.Fatal(err)
	}
	before, _ := json.Marshal(s.ViewGuide())
	r.correct("amanita-citrina", "Another name", app.NewID())
	if after, _ := json.Marshal(s.ViewGuide()); !bytes.Equal(before, after) {
		t.Error("the guide changed while it was being told")
	}
	next, err := r.app.Session(context.Background(), api.Owner)
	if err != nil || next.Guide.Hash == s.Guide.Hash {
		t.Errorf("the next one is answered by the old guide (%v)", err)
	}
}

// While the overlay changes, whoever asks is answered by one guide from beginning to end.
func TestEveryAnswerIsOfOneGuide(t *testing.T) {
	r := serve(t)
	var wg sync.WaitGroup
	stop := make(chan struct{})
	wg.Go(func() {
		defer close(stop)
		for i := range 6 {
			r.correct("amanita-citrina", fmt.Sprintf("Name %d", i), app.NewID())
		}
	})
	hashes := map[string]string{}
	for asking := true; asking; {
		select {
		case <-stop:
			asking = false
		default:
		}
		var g app.Guide
		r.do("GET", "/api/v1/guide", "", &g)
		i := slices.IndexFunc(g.Taxa, func(x app.Taxon) bool { return x.ID == "amanita-citrina" })
		names := strings.Join(g.Taxa[i].Common, ", ")
		if was, ok := hashes[g.Hash]; ok && was != names {
			t.Fatalf("the guide %s calls it %s and %s", g.Hash[:8], was, names)
		}
		hashes[g.Hash] = names
	}
	wg.Wait()
	if len(hashes) < 2 {
		t.Errorf("only %d guides were seen", len(hashes))
	}
}

// A gate that the guide no longer has cannot be one that the user was taught for.
func TestAGateThatIsGoneIsNoLongerTaught(t *testing.T) {
	dir := t.TempDir()
	r := serveAt(t, shipped(t), dir, web.DefaultPace)
	set := `{"observer":"","place":{},"region":"","no_colour":false,"no_smell":false,"all_tools":true,"kit":[],"taught":["carrot-family"],"units":"metric","poison_centre":"","emergency_service":""}`
	r.do("PUT", "/api/v1/settings", set, &app.Settings{})
	r.stop()
	without := shipped(t)
	without.Gates = slices.DeleteFunc(without.Gates, func(g guide.Gate) bool { return g.ID == "carrot-family" })
	r = serveAt(t, without, dir, web.DefaultPace)
	var got app.Settings
	if r.do("GET", "/api/v1/settings", "", &got); len(got.Taught) != 0 {
		t.Errorf("taught: %v", got.Taught)
	}
	r.read(r.start(`"kingdom":"plantae"`), `"character":"root","states":["taproot"],"sure":true`) // and records can be ruled on
}

// Where all that is left to read takes a table and time, the ruling says to finish at home.
func TestWhatCanOnlyBeFinishedAtHomeSaysSo(t *testing.T) {
	r := serveGuide(t, guidetest.Compile(`{"characters":[
	 {"id":"gills","kind":"states","organ":"underside","states":[{"id":"a"},{"id":"b"}]},
	 {"id":"print","kind":"states","organ":"print","footing":"print","where":"home","states":[{"id":"pink"},{"id":"white"}]}],
	 "taxa":[{"id":"good","name":"Bonus bonus","kingdom":"fungi","use":"edible","harm":"none","scores":{"gills":["a"],"print":["pink"]}},
	  {"id":"bad","name":"Malus malus","kingdom":"fungi","use":"none","harm":"deadly","scores":{"gills":["b"],"print":["white"]}}]}`).AsWritten())
	v := r.read(r.start(`"kingdom":"fungi","target":"good"`), `"character":"gills","states":["a"],"sure":true`)
	codes := []string{}
	for _, c := range v.Ruling.Cautions {
		codes = append(codes, string(c.Code))
	}
	if v.Ruling.Next[0].Where != "home" || !slices.Contains(codes, "finish-at-home") {
		t.Errorf("next %+v, cautions %v", v.Ruling.Next, codes)
	}
}

// A reading that the ruling shows to be in the way is reported as such, and a change of it is held: the one that is asked for
// again, and each of those that speak against the name.
func TestWhatIsInTheWayIsReported(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi","target":"boletus-edulis"`)
	if v := r.read(rec, `"character":"stem-ring","states":["skirt"],"sure":true`); v.Ruling.Again != "stem-ring" {
		t.Errorf("asked for again: %q", v.Ruling.Again)
	}
	v := r.read(rec, `"character":"stem-ring","states":["skirt"],"sure":true,"afresh":true`)
	if v.Ruling.Verdict != "no-match" || v.Ruling.Reasons[0].Code != "target-conflicts" {
		t.Fatalf("got %s, %+v", v.Ruling.Verdict, v.Ruling.Reasons)
	}
	v = r.read(rec, `"character":"stem-ring","states":["none"],"sure":true`)
	if k := v.Readings[0]; k.Sure || !k.Held || v.Ruling.Verdict == "no-match" {
		t.Errorf("changed without being read afresh: %+v, %s", k, v.Ruling.Verdict)
	}
}

// A reading that is unusual for the name and often misread is asked for once more; then it stands, is told, and a change of it
// is held.
func TestAnOddReadingStandsAndIsTold(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi","target":"boletus-edulis"`)
	if v := r.read(rec, `"character":"cap-surface","states":["scaly"],"sure":true`); v.Ruling.Again != "cap-surface" || len(v.Ruling.Odd) > 0 {
		t.Errorf("asked for again: %q, told %+v", v.Ruling.Again, v.Ruling.Odd)
	}
	v := r.read(rec, `"character":"cap-surface","states":["scaly"],"sure":true,"afresh":true`)
	if len(v.Ruling.Odd) != 1 || v.Ruling.Odd[0].Text != "Unusual for penny bun: skin of the cap, scaly or warty; does not wipe off." || v.Ruling.Verdict != "keep-looking" {
		t.Fatalf("%s, told %+v", v.Ruling.Verdict, v.Ruling.Odd)
	}
	for _, row := range r.rows("") {
		if strings.HasSuffix(rec, row.ID) && row.Odd != v.Ruling.Odd[0].Text {
			t.Errorf("in the list it says %q", row.Odd)
		}
	}
	if v = r.read(rec, `"character":"cap-surface","states":["smooth"],"sure":true`); !v.Readings[0].Held {
		t.Errorf("changed after it was told: %+v", v.Readings[0])
	}
}

// A change that was made on an older state than another's is put together by the rule for two devices, never silently.
func TestTwoWhoReadAtOnceAreToldSo(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	var before app.Record
	r.do("GET", rec, "", &before)
	seen, _ := json.Marshal(before.Revision)
	send := func(device, state string) (v app.Record) {
		r.do("POST", rec+"/readings", `{`+op()+`,"device":"`+device+`","seen":`+string(seen)+`,"character":"underside","states":["`+state+`"],"sure":true}`, &v)
		return v
	}
	send("one", "gills")
	v := send("two", "pores")
	if k := v.Readings[0]; k.Sure || !k.Disputed || k.States[0] != "pores" {
		t.Fatalf("read otherwise by one who had not seen it: %+v", k)
	}
	if v = r.read(rec, `"character":"underside","states":["gills"],"sure":true`); v.Readings[0].Sure || !v.Readings[0].Held {
		t.Errorf("changed without being read afresh: %+v", v.Readings[0])
	}
	if v = r.read(rec, `"character":"underside","states":["gills"],"sure":true,"afresh":true`); !v.Readings[0].Sure || v.Readings[0].Disputed {
		t.Errorf("read afresh: %+v", v.Readings[0])
	}
}

// Settings change while another writes: the list says of each row that it is not up to date yet, and never shows a verdict that no
// longer holds.
func TestAListNeverShowsWhatNoLongerHolds(t *testing.T) {
	r := serve(t)
	for range 30 {
		r.start(`"kingdom":"plantae","target":"anthriscus-sylvestris","date":"2026-05-20"`)
	}
	set := `{"observer":"","place":{},"region":"","no_colour":false,"no_smell":true,"all_tools":false,"kit":[],"taught":[],"units":"metric","poison_centre":"","emergency_service":""}`
	r.do("PUT", "/api/v1/settings", set, &app.Settings{})
	at := r.list("")
	fresh := map[string]app.Row{}
	for _, row := range r.rows("") {
		fresh[row.ID] = row
		var v app.Record
		r.do("GET", "/api/v1/records/"+row.ID, "", &v)
		if v.Ruling.Verdict != row.Verdict || v.Ruling.Says != row.Reason {
			t.Fatalf("listed as %s (%s), ruled %s (%s)", row.Verdict, row.Reason, v.Ruling.Verdict, v.Ruling.Says)
		}
	}
	for _, row := range at {
		if now := fresh[row.ID]; row.Stale && row.Verdict != "" || !row.Stale && (row.Verdict != now.Verdict || row.Reason != now.Reason) {
			t.Errorf("shown meanwhile: %+v; now %+v", row, now)
		}
	}
}

// BenchmarkReading makes readings over HTTP, each with its ruling.
func BenchmarkReading(b *testing.B) {
	r := serve(b)
	rec := r.start(`"kingdom":"fungi"`)
	states := []string{"gills", "ridges"}
	for i := 0; b.Loop(); i++ {
		r.read(rec, `"character":"underside","states":["`+states[i%2]+`"],"sure":true`)
		if i%20 == 19 {
			b.StopTimer()
			rec = r.start(`"kingdom":"fungi"`)
			b.StartTimer()
		}
	}
}

// BenchmarkReadingAtTheServer makes readings with nothing of a network or a client in the way.
func BenchmarkReadingAtTheServer(b *testing.B) {
	r := serve(b)
	rec := r.start(`"kingdom":"fungi"`)
	states := []string{"gills", "ridges"}
	for i := 0; b.Loop(); i++ {
		req := httptest.NewRequest("POST", "http://127.0.0.1"+rec+"/readings", strings.NewReader(`{`+op()+`,"character":"underside","states":["`+states[i%2]+`"],"sure":true}`))
		req.Header.Set("Content-Type", "application/json")
		req.Header.Set("Accept-Encoding", "gzip")
		w := httptest.NewRecorder()
		if r.handler.ServeHTTP(w, req); w.Code != http.StatusOK {
			b.Fatal(w.Body)
		}
		if i%20 == 19 {
			b.StopTimer()
			rec = r.start(`"kingdom":"fungi"`)
			b.StartTimer()
		}
	}
}
