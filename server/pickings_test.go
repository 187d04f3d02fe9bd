package server_test

import (
	"net/http"
	"slices"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/demo"
	"zestythicket/server/api"
)

const (
	clearedRecord = "01960000-0000-7000-8000-000000000001" // a golden chanterelle
	openRecord    = "01960000-0000-7000-8000-000000000005"
)

// A picking from the record that cleared its kind to its end: another kind sends back what was not checked, hands are cleaned before the next
// piece, it is not closed before, and it says so at once when its record is no longer clear.
func TestAPickingFromPieceToPiece(t *testing.T) {
	r := serve(t)
	s, err := r.app.Session(t.Context(), api.Owner)
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(t.Context(), s); err != nil {
		t.Fatal(err)
	}
	id := app.NewID()
	at := "/api/v1/pickings/" + id
	var p app.Picking
	if status, _, text := r.send("POST", "/api/v1/pickings", `{"id":"`+app.NewID()+`",`+op()+`,"record":"`+openRecord+`"}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "not ruled clear") {
		t.Errorf("begun from what is not clear: %d %s", status, text)
	}
	r.do("POST", "/api/v1/pickings", `{"id":"`+id+`",`+op()+`,"record":"`+clearedRecord+`"}`, &p)
	if p.Name != "Golden chanterelle" || len(p.Looks) < 3 || len(p.Conditions) == 0 || len(p.Doubles) < 3 || p.Doubles[0].Harm != "deadly" || p.Place.Name == "" {
		t.Fatalf("%+v", p)
	}
	pieces := []string{}
	piece := func(rest string) {
		t.Helper()
		pieces = append(pieces, app.NewID())
		r.do("POST", at+"/piece", `{`+op()+`,"piece":"`+pieces[len(pieces)-1]+`",`+rest+`}`, &p)
	}
	r.do("POST", at+"/stand", `{`+op()+`,"seen":60}`, &p)
	for range 3 {
		piece(`"is":"passes","keeping":"keep"`)
	}
	for range 8 {
		piece(`"is":"unchecked"`)
	}
	if p.Basket.In != 11 || p.Basket.Bound == 0 || p.Allowed.Most != 30 || p.Allowed.Over {
		t.Errorf("%+v %+v", p.Basket, p.Allowed)
	}
	piece(`"is":"another","other":"omphalotus-olearius"`)
	if len(p.Basket.Again) != 8 || p.Basket.Clean != "" {
		t.Errorf("%+v", p.Basket)
	}
	if status, _, text := r.send("POST", at+"/close", `{`+op()+`}`, nil); status != http.StatusConflict || !strings.Contains(text, "checked again") {
		t.Errorf("closed before it is checked: %d %s", status, text)
	}
	for i, again := range slices.Clone(p.Basket.Again) {
		then := "keep"
		if i < 2 {
			then = "trim"
		} else if i == 2 {
			then = "leave"
		}
		r.do("POST", at+"/piece", `{`+op()+`,"piece":"`+again+`","is":"passes","keeping":"`+then+`"}`, &p)
	}
	if p.Basket.In != 10 || p.Basket.Says != "Every piece was checked." || p.Basket.Trimmed != 2 || p.Basket.Left != 1 || len(p.Basket.Again) != 0 {
		t.Errorf("%+v", p.Basket)
	}
	// A deadly one: the next piece waits until hands and knife are clean.
	piece(`"is":"another","other":"cortinarius-rubellus"`)
	next := `"piece":"` + app.NewID() + `","is":"passes","keeping":"keep"`
	if status, _, text := r.send("POST", at+"/piece", `{`+op()+`,`+next+`}`, nil); status != http.StatusConflict || !strings.Contains(text, "clean hands") {
		t.Errorf("with dirty hands: %d %s", status, text)
	}
	// Until then it is told everywhere, and what is smelled counts as faded.
	if dirty := r.dirty(); len(dirty) != 1 || dirty[0].Picking != id || dirty[0].After != "fool's webcap" && dirty[0].After != "deadly webcap" {
		t.Errorf("%+v", dirty)
	}
	smelled := func() int {
		path := r.start(`"kingdom":"fungi"`)
		rec := r.read(path, `"character":"scent","states":["apricot"],"sure":true`)
		return rec.Readings[0].Handled
	}
	if smelled() == 0 {
		t.Error("with dirty hands a scent is fresh")
	}
	r.do("POST", at+"/clean", `{`+op()+`}`, &p)
	if dirty := r.dirty(); len(dirty) != 0 || smelled() != 0 {
		t.Errorf("cleaned, and still %+v", dirty)
	}
	once := op()
	r.do("POST", at+"/piece", `{`+once+`,`+next+`}`, &p)
	r.do("POST", at+"/piece", `{`+once+`,`+next+`}`, &p) // sent twice, counted once
	if p.Basket.In != 11 || p.Basket.Clean != "" {
		t.Errorf("%+v", p.Basket)
	}
	r.do("POST", at+"/undo", `{`+op()+`}`, &p)
	r.do("POST", at+"/redo", `{`+op()+`}`, &p)
	r.do("POST", at+"/weigh", `{`+op()+`,"g":410}`, &p)
	r.do("POST", at+"/close", `{`+op()+`,"note":"half of the patch left"}`, &p)
	var rows []app.PickingRow
	if r.do("GET", "/api/v1/pickings", "", &rows); len(rows) != 4 || rows[0].ID != id || !rows[0].Closed || rows[0].In != 11 || p.G != 410 {
		t.Errorf("%+v", rows)
	}
	// A record that was made to touch something clears nothing to eat, whatever it comes to.
	touch := strings.TrimPrefix(r.start(`"kingdom":"fungi","purpose":"touch","target":"cantharellus-cibarius"`), "/api/v1/records/")
	if status, _, text := r.send("POST", "/api/v1/pickings", `{"id":"`+app.NewID()+`",`+op()+`,"record":"`+touch+`"}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "made to touch") {
		t.Errorf("begun from what was only touched: %d %s", status, text)
	}
	// Another of the same year at the same place takes what is left.
	other := app.NewID()
	r.do("POST", "/api/v1/pickings", `{"id":"`+other+`",`+op()+`,"record":"`+clearedRecord+`"}`, &p)
	if r.do("POST", "/api/v1/pickings/"+other+"/stand", `{`+op()+`,"seen":30}`, &p); p.Allowed.Taken != 11 || p.Allowed.Most != 4 {
		t.Errorf("%+v", p.Allowed)
	}
	// The record is reopened, and a reading of it changed: the picking says so at once.
	var rec app.Record
	r.do("POST", "/api/v1/records/"+clearedRecord+"/reopen", `{`+op()+`}`, &rec)
	r.read("/api/v1/records/"+clearedRecord, `"character":"underside","states":["gills"],"sure":true`)
	if r.do("GET", at, "", &p); !strings.Contains(p.Trouble, "not ruled clear") {
		t.Errorf("its record is no longer clear, and it says %q", p.Trouble)
	}
	for body, says := range map[string]string{
		`"piece":"` + app.NewID() + `","is":"eaten"`:                     "expected value",
		`"piece":"` + app.NewID() + `","is":"passes"`:                    "keep, trim or leave",
		`"piece":"` + app.NewID() + `","is":"doubtful","keeping":"keep"`: "only a piece that passes",
		`"piece":"` + app.NewID() + `","is":"another","other":"nobody"`:  "no taxon",
		`"piece":"one","is":"passes","keeping":"keep"`:                   "uuid",
	} {
		if status, _, text := r.send("POST", "/api/v1/pickings/"+other+"/piece", `{`+op()+`,`+body+`}`, nil); status < 400 || status >= 500 || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", body, status, text)
		}
	}
}

// dirty lists the baskets after which hands and knife are to be cleaned.
func (r rig) dirty() []app.Dirty {
	r.Helper()
	var u app.Urgent
	r.do("GET", "/api/v1/urgent", "", &u)
	return u.Dirty
}
