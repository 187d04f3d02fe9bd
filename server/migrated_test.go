package server_test

import (
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"
	"testing"

	"zestythicket/core/guidetest"
	"zestythicket/server/web"
	"zestythicket/store"
	"zestythicket/store/storetest"
)

// A database as the program wrote it before there were streams opens, and of every record the same is shown as then: its
// readings, its history, and the ruling of those that were closed. What was shown then stands beside it (store/testdata/fill.mjs).
func TestADatabaseOfBeforeShowsTheSame(t *testing.T) {
	dir := t.TempDir()
	if err := os.WriteFile(filepath.Join(dir, store.FileName), storetest.Unzip(t, "../store/testdata/version-3.db.gz"), 0o600); err != nil {
		t.Fatal(err)
	}
	b := storetest.Unzip(t, "../store/testdata/version-3.json.gz")
	var was struct {
		Records  map[string]struct{ Shown, History any }
		Listed   []any
		Settings any
	}
	if err := json.Unmarshal(b, &was); err != nil {
		t.Fatal(err)
	}
	if len(was.Records) != 200 {
		t.Fatalf("%d records are kept", len(was.Records))
	}
	for _, rec := range was.Records {
		shown := rec.Shown.(map[string]any)
		if shown["frozen"] == true {
			asItWasFrozen(shown["ruling"].(map[string]any))
			continue
		}
		// Other rules, and another guide, may rule otherwise on what is still open.
		for _, ruled := range []string{"ruling", "engine", "guide_hash"} {
			delete(shown, ruled)
		}
	}
	for _, when := range []string{"brought up to date", "opened again"} {
		r := serveAt(t, guidetest.Small().AsWritten(), dir, web.DefaultPace)
		if n := len(r.rows("")); n != len(was.Listed) {
			t.Errorf("%s: %d records are listed, %d were", when, n, len(was.Listed))
		}
		for id, rec := range was.Records {
			path := "/api/v1/records/" + id
			r.holds(path, rec.Shown, path)
			r.holds(path+"/history", rec.History, path+"/history")
		}
		r.holds("/api/v1/settings", was.Settings, "the settings")
		var overlay struct {
			Taxa, Corrections []map[string]any
			CanUndo           bool `json:"can_undo"`
		}
		r.do("GET", "/api/v1/overlay", "", &overlay)
		if len(overlay.Taxa) != 1 || overlay.Taxa[0]["id"] != "amanita-velnensis" || len(overlay.Corrections) != 2 || !overlay.CanUndo {
			t.Errorf("%s: the overlay is %+v", when, overlay)
		}
		r.stop()
	}
	if _, err := os.Stat(filepath.Join(dir, "thicket-before-0004.db")); err != nil {
		t.Errorf("no copy of what there was is kept aside: %v", err)
	}
}

// asItWasFrozen takes out of a ruling of before what was told otherwise then, in lines of evidence, and puts in its place
// what a line comes to in decibans now.
func asItWasFrozen(was map[string]any) {
	for _, x := range was["harmful"].([]any) {
		h := x.(map[string]any)
		h["balance"], h["needed"] = h["strength"].(float64)*10, h["needed"].(float64)*10
		delete(h, "against")
		delete(h, "strength")
		for _, y := range h["lines"].([]any) {
			l := y.(map[string]any)
			l["weight"], l["cut"] = l["worth"].(float64)*10, l["worth"] == 1.0
			delete(l, "worth")
		}
	}
	for _, x := range was["candidates"].([]any) {
		delete(x.(map[string]any), "against")
	}
}

// holds tells where what is answered differs from all that was shown before; more may stand in it.
func (r rig) holds(path string, was any, what string) {
	r.Helper()
	var is any
	r.do("GET", path, "", &is)
	if d := differs(was, is, ""); d != "" {
		r.Errorf("%s: %s", what, d)
	}
}

func differs(was, is any, at string) string {
	switch was := was.(type) {
	case map[string]any:
		is, ok := is.(map[string]any)
		if !ok {
			return at + " is no object any more"
		}
		for k := range was {
			if d := differs(was[k], is[k], at+"/"+k); d != "" {
				return d
			}
		}
	case []any:
		is, ok := is.([]any)
		if !ok || len(is) != len(was) {
			return fmt.Sprintf("%s had %d items and has %d", at, len(was), len(is))
		}
		for i := range was {
			if d := differs(was[i], is[i], fmt.Sprintf("%s/%d", at, i)); d != "" {
				return d
			}
		}
	default:
		if was != is {
			return fmt.Sprintf("%s was %v and is %v", at, was, is)
		}
	}
	return ""
}
