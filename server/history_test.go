package server_test

import (
	"fmt"
	"net/http"
	"strings"
	"sync"
	"testing"

	"zestythicket/app"
)

// Twenty readings at once, and every one sent twice: all are kept, each once.
func TestReadingsAtOnceAreAllKeptOnce(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi"`)
	var guide app.Guide
	r.do("GET", "/api/v1/guide", "", &guide)
	var wg sync.WaitGroup
	n := 0
	for _, c := range guide.Characters {
		if c.Kind != "states" || n == 20 {
			continue
		}
		n++
		body := fmt.Sprintf(`{%s,"character":%q,"states":[%q],"sure":true}`, op(), c.ID, c.States[0].ID)
		for range 2 {
			wg.Go(func() {
				if status, _, text := r.send("POST", rec+"/readings", body, nil); status != http.StatusOK {
					t.Errorf("%s: %d %s", c.ID, status, text)
				}
			})
		}
	}
	wg.Wait()
	var v app.Record
	r.do("GET", rec, "", &v)
	if len(v.Readings) != n || v.Events != n+1 {
		t.Errorf("%d readings and %d events, want %d and %d", len(v.Readings), v.Events, n, n+1)
	}
}

// All that ever happened is told, in order, with what was superseded and undone.
func TestTheHistoryIsWhole(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"fungi","note":"first"`)
	r.read(rec, `"character":"underside","states":["gills"],"sure":true`)
	r.read(rec, `"character":"underside","states":["ridges"],"sure":true`)
	var v app.Record
	r.do("PUT", rec+"/about", `{`+op()+`,"about":{"kingdom":"fungi","target":"cantharellus-cibarius","note":"second"}}`, &v)
	if !v.Ruling.Named || *v.Ruling.Working != "cantharellus-cibarius" {
		t.Errorf("the name is not taken: %+v", v.Ruling.Working)
	}
	r.do("POST", rec+"/undo", `{`+op()+`}`, &v)
	if v.About.Note != "first" || v.Ruling.Named {
		t.Errorf("undone, it is about %+v", v.About)
	}
	r.do("POST", rec+"/redo", `{`+op()+`}`, &v)
	r.do("POST", rec+"/clear", `{`+op()+`,"character":"underside"}`, &v)
	if v.About.Note != "second" || len(v.Readings) != 0 {
		t.Errorf("redone and cleared: %+v", v)
	}
	var events []app.Happened
	r.do("GET", rec+"/history", "", &events)
	var kinds []string
	for _, e := range events {
		kinds = append(kinds, string(e.Kind))
	}
	if got := strings.Join(kinds, " "); got != "create read read details undo redo clear" {
		t.Errorf("got %s", got)
	}
	if events[1].Reading.States[0] != "gills" || events[2].Reading.States[0] != "ridges" {
		t.Error("what was superseded is lost")
	}
}

// The same start sent twice makes one record; another with its id is refused.
func TestARecordIsStartedOnce(t *testing.T) {
	r := serve(t)
	id := app.NewID()
	body := `{"id":"` + id + `",` + op() + `,"about":{"kingdom":"plantae"}}`
	for range 2 {
		r.do("POST", "/api/v1/records", body, &app.Record{})
	}
	if status, _, text := r.send("POST", "/api/v1/records", `{"id":"`+id+`",`+op()+`,"about":{"kingdom":"fungi"}}`, nil); status != http.StatusConflict {
		t.Errorf("another record of that id: %d %s", status, text)
	}
	rows := r.list("")
	if len(rows) != 1 || rows[0].Kingdom != "plantae" {
		t.Errorf("%+v", rows)
	}
}

// What was set changes the ruling: a sense, a tool, what one was taught.
func TestSettingsChangeTheRuling(t *testing.T) {
	r := serve(t)
	rec := r.start(`"kingdom":"plantae","target":"anthriscus-sylvestris","date":"2026-05-20","region":"11"`)
	for _, c := range []string{"leaf-division twice", "stem-hair short-hairs", "specimen-whole whole", "umbel-bracts none", "umbel-bracteoles all-round", "leaf-margin cut",
		"growth-form herb", "inflorescence umbel", "stem-blotches flushed", "stem-section grooved", "stem-core hollow", "leaf-shape lance", "root taproot", "leaf-attachment sheathing", "specimen-bud found", "specimen-shoot full-grown", "winter-leaves green", "petal-tip whole"} {
		character, state, _ := strings.Cut(c, " ")
		r.read(rec, fmt.Sprintf(`"character":%q,"states":[%q],"sure":true`, character, state))
	}
	set := func(with string) app.Record {
		var v app.Record
		body := `{"observer":"","place":{},"region":"","no_colour":false,"no_smell":false,"all_tools":true,"kit":[],"taught":[` + with + `],"units":"metric","poison_centre":"1","emergency_service":"2"}`
		r.do("PUT", "/api/v1/settings", body, &app.Settings{})
		r.do("GET", rec, "", &v)
		return v
	}
	if v := set(""); v.Ruling.Verdict != "show-someone" {
		t.Errorf("not taught: %s, %s", v.Ruling.Verdict, v.Ruling.Says)
	}
	if v := set(`"carrot-family"`); v.Ruling.Verdict != "ruled-clear" || len(v.Ruling.Reasons) != 0 || v.Ruling.Says == "" {
		t.Errorf("taught: %s, %s", v.Ruling.Verdict, v.Ruling.Says)
	}
	rows := r.list("umbelliferae+chervil")
	if len(rows) != 1 {
		t.Errorf("an older family's name and another common one find %d records", len(rows))
	}
	var taxon map[string]any
	r.do("GET", "/api/v1/taxa/anthriscus-sylvestris", "", &taxon)
	if taxon["handling"] == "" || taxon["scores"] == nil {
		t.Errorf("the taxon: %v", taxon)
	}
	if status, _, _ := r.send("GET", "/api/v1/taxa/none", "", nil); status != http.StatusNotFound {
		t.Errorf("a taxon that is none: %d", status)
	}
}
