package server_test

import (
	"context"
	"encoding/json"
	"net/http"
	"net/url"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/demo"
	"zestythicket/server/api"
	"zestythicket/server/web"
	"zestythicket/store"
)

// sendFile sends a file in.
func (r rig) sendFile(path, text string) (int, string) {
	r.Helper()
	status, _, says := r.send("POST", path, text, func(q *http.Request) { q.Header.Set("Content-Type", "application/octet-stream") })
	return status, says
}

// incoming sends a file in and waits until nothing is done with it any more.
func (r rig) incoming(name, text string) app.Incoming {
	r.Helper()
	var in app.Incoming
	status, says := r.sendFile("/api/v1/incoming?name="+url.QueryEscape(name), text)
	if status != http.StatusOK {
		r.Fatalf("%s: %d %s", name, status, says)
	}
	if err := json.Unmarshal([]byte(says), &in); err != nil {
		r.Fatal(err)
	}
	return r.settled(in.ID)
}

func (r rig) settled(id string) app.Incoming {
	r.Helper()
	for range 1000 {
		var in app.Incoming
		if r.do("GET", "/api/v1/incoming/"+id, "", &in); in.State != app.IncomingRead && in.State != app.IncomingTaking {
			return in
		}
		time.Sleep(10 * time.Millisecond)
	}
	r.Fatal("nothing comes of a file that was sent in")
	return app.Incoming{}
}

// A file is sent in, looked at, taken once however often it is asked for, and taken back; what nobody takes is let go of, file and all.
func TestFilesThatAreSentIn(t *testing.T) {
	r := serve(t)
	in := r.incoming("../walk.csv", "lat,lon,name\n49.31,19.31,Weir\n95,19,Nowhere\n")
	if in.State != app.IncomingPlanned || in.Name != "walk.csv" || in.Done != 1 || in.Plan.New != 1 || in.Plan.Refused != 1 {
		t.Fatalf("%+v %+v", in, in.Plan)
	}
	var taken app.Incoming
	r.do("POST", "/api/v1/incoming/"+in.ID+"/take", `{"leave_out":false}`, &taken)
	if refused := r.settled(in.ID); refused.State != app.IncomingFailed || !strings.Contains(refused.Trouble, "nothing was") {
		t.Errorf("%+v", refused)
	}
	in = r.incoming("walk.csv", "lat,lon,name\n49.31,19.31,Weir\n95,19,Nowhere\n")
	for range 2 {
		r.do("POST", "/api/v1/incoming/"+in.ID+"/take", `{"leave_out":true}`, &taken)
	}
	if in = r.settled(in.ID); in.State != app.IncomingTaken || in.Brought.New != 1 || in.Brought.ID != in.ID {
		t.Fatalf("%+v", in)
	}
	var list []app.Brought
	if r.do("GET", "/api/v1/imports", "", &list); len(list) != 1 || list[0].Name != "walk.csv" || list[0].Format != "csv" {
		t.Errorf("%+v", list)
	}
	var rows []app.PatchRow
	if r.do("GET", "/api/v1/places", "", &rows); len(rows) != 1 || rows[0].Name != "Weir" {
		t.Errorf("%+v", rows)
	}
	var back app.Brought
	if r.do("POST", "/api/v1/imports/"+in.ID+"/undo", "", &back); back.Undone == nil {
		t.Errorf("%+v", back)
	}
	if r.do("GET", "/api/v1/places", "", &rows); len(rows) != 0 {
		t.Errorf("%+v", rows)
	}
	if status, _, _ := r.send("POST", "/api/v1/imports/"+app.NewID()+"/undo", "", nil); status != http.StatusNotFound {
		t.Errorf("an import that is not there is taken back: %d", status)
	}
	for range 6 { // more than are held at once
		in = r.incoming("walk.csv", "lat,lon\n49.31,19.31\n")
	}
	r.do("POST", "/api/v1/incoming/"+in.ID+"/drop", "", &struct{}{})
	if status, _, text := r.send("GET", "/api/v1/incoming/"+in.ID, "", nil); status != 422 || !strings.Contains(text, "send it again") {
		t.Errorf("%d %s", status, text)
	}
	files, err := os.ReadDir(filepath.Join(r.dir, api.IncomingFolder))
	if err != nil || len(files) > 4 {
		t.Errorf("%d files are held, %v", len(files), err)
	}
	for says, c := range map[string][2]string{"is empty": {"?name=x", ""}, "what the file is called": {"", "x"}} {
		if status, text := r.sendFile("/api/v1/incoming"+c[0], c[1]); status != 422 || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", says, status, text)
		}
	}
	if in := r.incoming("x", "nothing that is known"); in.State != app.IncomingFailed || !strings.Contains(in.Trouble, "in no format") {
		t.Errorf("%+v", in)
	}
}

// All that is kept is given to whoever is on the page, and to no other site.
func TestEverythingIsGiven(t *testing.T) {
	r := serve(t)
	r.start(`"kingdom":"fungi","note":"by the weir"`)
	status, h, text := r.send("GET", "/api/v1/everything.jsonl", "", nil)
	if status != 200 || !strings.Contains(text, "by the weir") || !strings.HasSuffix(text, "\"}}\n") || !strings.Contains(h.Get("Content-Disposition"), ".jsonl") {
		t.Errorf("%d %v %s", status, h, text)
	}
	if status, _, _ := r.send("GET", "/api/v1/everything.jsonl", "", func(q *http.Request) { q.Header.Set("Sec-Fetch-Site", "cross-site") }); status != http.StatusForbidden {
		t.Errorf("given to another site: %d", status)
	}
	var sum app.KeptSum
	if r.do("GET", "/api/v1/kept", "", &sum); sum.Records != 1 || sum.Events != 1 || sum.Photographs != 0 {
		t.Errorf("%+v", sum)
	}
	if in := r.incoming("all.jsonl", text); in.Plan == nil || in.Plan.Same != 1 || in.Plan.New > 0 {
		t.Errorf("%+v", in.Plan)
	}
}

// kept are backups in a folder, none of which can be put in the place of everything here.
type kept struct{ store.Backups }

func (kept) Restore(string) error    { return context.Canceled }
func (kept) Restored() *app.Restored { return nil }

// A backup is made when one is due by the program's clock, where there is anything; so many are kept, and what was brought is no part of those.
func TestBackupsByASchedule(t *testing.T) {
	now := time.Date(2026, 9, 1, 8, 0, 0, 0, time.UTC)
	r := serveWith(t, shipped(t), t.TempDir(), web.DefaultPace, func(*app.App, context.Context, ...string) {})
	if status, _, text := r.send("GET", "/api/v1/backups", "", nil); status != 422 || !strings.Contains(text, "not kept here") {
		t.Errorf("%d %s", status, text)
	}
	r.app.Now = func() time.Time { return now }
	r.app.KeepBackups = kept{store.Backups{Dir: r.dir}}
	// run lets the program work for as long as it takes to look once whether a backup is due.
	run := func() app.BackupState {
		t.Helper()
		ctx, cancel := context.WithTimeout(context.Background(), 300*time.Millisecond)
		defer cancel()
		r.app.Run(ctx, api.Owner)
		var b app.BackupState
		r.do("GET", "/api/v1/backups", "", &b)
		return b
	}
	if b := run(); len(b.Files) != 0 || b.Days != 7 || b.Keep != 4 || b.Due == nil {
		t.Errorf("of nothing: %+v", b)
	}
	s, err := r.app.Session(context.Background(), api.Owner)
	if err == nil {
		err = demo.Fill(context.Background(), s)
	}
	if err != nil {
		t.Fatal(err)
	}
	if b := run(); len(b.Files) != 1 || !b.Files[0].Own || !b.Latest.Equal(now) || !b.Due.Equal(now.AddDate(0, 0, 7)) || b.Trouble != "" {
		t.Fatalf("the first: %+v", b)
	}
	now = now.AddDate(0, 0, 6)
	if b := run(); len(b.Files) != 1 {
		t.Errorf("before it is due: %+v", b)
	}
	_, _, copied := r.send("GET", "/api/v1/copy", "", nil)
	if status, text := r.sendFile("/api/v1/backups/brought", copied); status != 200 || !strings.Contains(text, `"own":false`) {
		t.Errorf("brought: %d %s", status, text)
	}
	for range 6 {
		now = now.AddDate(0, 0, 7)
		run()
	}
	b := run()
	own := 0
	for _, f := range b.Files {
		if f.Own {
			own++
		}
	}
	if own != 4 || len(b.Files) != 5 || !b.Latest.Equal(now) {
		t.Errorf("%d of %d: %+v", own, len(b.Files), b)
	}
	if status, _, text := r.send("GET", "/api/v1/backups/"+b.Files[0].Name+"/file", "", nil); status != 200 || !strings.HasPrefix(text, "SQLite format 3\x00") {
		t.Errorf("%d %.40q", status, text)
	}
	r.do("POST", "/api/v1/backups/"+b.Files[0].Name+"/remove", "", &b)
	if len(b.Files) != 4 {
		t.Errorf("%+v", b)
	}
	for _, name := range []string{"..%2Fthicket.db", "thicket.db", "thicket-20260101-000000.db", "in-use"} {
		for method, path := range map[string]string{"GET": "/file", "POST": "/remove"} {
			if status, _, text := r.send(method, "/api/v1/backups/"+name+path, "", nil); status < 400 || status >= 500 {
				t.Errorf("%s%s: %d %s", name, path, status, text)
			}
		}
	}
	for _, text := range []string{"", "SQLite format 3\x00" + strings.Repeat("x", 200), copied[:len(copied)/2]} {
		if status, says := r.sendFile("/api/v1/backups/brought", text); status != 422 || !strings.Contains(says, "nothing of it was kept") && !strings.Contains(says, "is empty") {
			t.Errorf("brought: %d %s", status, says)
		}
	}
	if r.do("GET", "/api/v1/backups", "", &b); len(b.Files) != 4 {
		t.Errorf("%+v", b)
	}
	set := app.DefaultSettings()
	set.BackupDays = 0
	if _, err := s.KeepSettings(context.Background(), set); err != nil {
		t.Fatal(err)
	}
	now = now.AddDate(1, 0, 0)
	if b := run(); len(b.Files) != 4 || b.Due != nil {
		t.Errorf("never by itself: %+v", b)
	}
}
