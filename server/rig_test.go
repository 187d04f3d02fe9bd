package server_test

import (
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"zestythicket/app"
	"zestythicket/core/guide"
	"zestythicket/demo"
	"zestythicket/exchange"
	"zestythicket/guidefile"
	"zestythicket/photos"
	"zestythicket/server"
	"zestythicket/server/api"
	"zestythicket/server/web"
	"zestythicket/store"
)

// rig is a server on a data folder, with a client that speaks JSON to it.
type rig struct {
	testing.TB
	url, dir string
	app      *app.App
	store    *store.Store
	handler  http.Handler
	stop     func()
}

var silent = slog.New(slog.DiscardHandler)

func serve(t testing.TB) rig {
	t.Helper()
	return serveAt(t, shipped(t), t.TempDir(), web.DefaultPace)
}

func shipped(t testing.TB) *guide.Source {
	t.Helper()
	g, err := guidefile.ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	return g
}

func serveGuide(t testing.TB, g *guide.Source) rig {
	t.Helper()
	return serveAt(t, g, t.TempDir(), web.DefaultPace)
}

func serveAt(t testing.TB, g *guide.Source, dir string, pace web.Pace) rig {
	t.Helper()
	return serveWith(t, g, dir, pace, (*app.App).Run)
}

// serveWithoutWork serves as a program does that ends before it works anything out in the background.
func serveWithoutWork(t testing.TB, g *guide.Source, dir string) rig {
	t.Helper()
	return serveWith(t, g, dir, web.DefaultPace, func(*app.App, context.Context, ...string) {})
}

func serveWith(t testing.TB, g *guide.Source, dir string, pace web.Pace, work func(*app.App, context.Context, ...string)) rig {
	t.Helper()
	s, err := store.Open(dir, silent)
	if err != nil {
		t.Fatal(err)
	}
	practice, err := demo.Practice()
	if err != nil {
		t.Fatal(err)
	}
	a := app.New(g, s, guidefile.Files{})
	exchange.Into(a)
	a.Darkroom = photos.Darkroom{}
	ctx, cancel := context.WithCancel(context.Background())
	working := make(chan struct{})
	go func() {
		defer close(working)
		work(a, ctx, api.Owner)
	}()
	handler := server.Handler(a, server.Options{
		Static:   fstest.MapFS{"index.html": {Data: []byte("<script nonce=__NONCE__>")}, "assets/a.js": {Data: []byte("1")}},
		Practice: practice, Pace: pace, Dir: dir,
	})
	srv := httptest.NewServer(handler)
	stopped := false
	stop := func() {
		if !stopped {
			stopped = true
			srv.Close()
			cancel()
			<-working
			s.Close()
		}
	}
	t.Cleanup(stop)
	return rig{t, srv.URL, dir, a, s, handler, stop}
}

// send sends a request and gives the status, the headers and the body.
func (r rig) send(method, path, body string, set func(*http.Request)) (int, http.Header, string) {
	r.Helper()
	req, err := http.NewRequest(method, r.url+path, strings.NewReader(body))
	if err != nil {
		r.Fatal(err)
	}
	if body != "" {
		req.Header.Set("Content-Type", "application/json")
	}
	if set != nil {
		set(req)
	}
	resp, err := http.DefaultClient.Do(req)
	if err != nil {
		r.Fatal(err)
	}
	defer resp.Body.Close()
	b, err := io.ReadAll(resp.Body)
	if err != nil {
		r.Fatal(err)
	}
	return resp.StatusCode, resp.Header, string(b)
}

// do sends a request that must be answered well, and reads the answer into v.
func (r rig) do(method, path, body string, v any) {
	r.Helper()
	status, _, text := r.send(method, path, body, nil)
	if status != http.StatusOK {
		r.Fatalf("%s %s: %d %s", method, path, status, text)
	}
	if err := json.Unmarshal([]byte(text), v); err != nil {
		r.Fatal(err)
	}
}

func op() string { return `"op":"` + app.NewID() + `"` }

func (r rig) start(about string) string {
	r.Helper()
	id := app.NewID()
	r.do("POST", "/api/v1/records", `{"id":"`+id+`",`+op()+`,"about":{`+about+`}}`, &app.Record{})
	return "/api/v1/records/" + id
}

func (r rig) read(path, reading string) app.Record {
	r.Helper()
	var v app.Record
	r.do("POST", path+"/readings", `{`+op()+`,`+reading+`}`, &v)
	return v
}

// list lists records as they are now, a page of many.
func (r rig) list(query string) []app.Row {
	r.Helper()
	var page app.RecordPage
	r.do("GET", "/api/v1/records?limit=200&q="+query, "", &page)
	return page.Rows
}

// rows lists the records once all of them are up to date.
func (r rig) rows(query string) []app.Row {
	r.Helper()
	for range 500 {
		rows := r.list(query)
		stale := false
		for _, row := range rows {
			stale = stale || row.Stale
		}
		if !stale {
			return rows
		}
		time.Sleep(10 * time.Millisecond)
	}
	r.Fatal("the list does not come up to date")
	return nil
}
