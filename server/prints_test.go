package server_test

import (
	"net/http"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/server/web"
)

// A print waits, is ready, is overdue, by the program's clock, also where that stood still meanwhile; what fell becomes a reading of its
// record, unsure before its time; nothing is kept of what is wrong.
func TestAPrintFromTheCapToTheReading(t *testing.T) {
	r := serve(t)
	now := time.Date(2026, 9, 12, 20, 0, 0, 0, time.UTC)
	r.app.Now = func() time.Time { return now }
	record := r.start(`"kingdom":"fungi","date":"2026-09-12"`)
	id := strings.TrimPrefix(record, "/api/v1/records/")
	plant := strings.TrimPrefix(r.start(`"kingdom":"plantae"`), "/api/v1/records/")
	lay := func(record, more string) (int, string) {
		status, _, text := r.send("POST", "/api/v1/prints", `{"id":"`+app.NewID()+`",`+op()+`,"record":"`+record+`"`+more+`}`, nil)
		return status, text
	}
	for more, want := range map[string]string{`,"surface":"paper"`: "surface", ``: "surface"} {
		if status, text := lay(id, more); status != http.StatusUnprocessableEntity || !strings.Contains(text, want) {
			t.Errorf("%q: %d %s", more, status, text)
		}
	}
	if status, text := lay(plant, `,"surface":"white"`); status != http.StatusUnprocessableEntity || !strings.Contains(text, "only a mushroom") {
		t.Errorf("of a plant: %d %s", status, text)
	}
	if status, _ := lay(app.NewID(), `,"surface":"white"`); status != http.StatusNotFound {
		t.Errorf("of no record: %d", status)
	}
	early, late := app.NewID(), app.NewID()
	var p app.Print
	for _, print := range []string{early, late} {
		r.do("POST", "/api/v1/prints", `{"id":"`+print+`",`+op()+`,"record":"`+id+`","tray":"back left","surface":"half-white-half-black"}`, &p)
	}
	if p.State != "waiting" || p.Until.Sub(p.From) != 10*time.Hour || p.Tray != "back left" {
		t.Errorf("%+v", p)
	}
	reading := func() app.Kept {
		var rec app.Record
		r.do("GET", record, "", &rec)
		for _, k := range rec.Readings {
			if k.Character == "spore-print" {
				return k
			}
		}
		return app.Kept{}
	}
	if status, _, text := r.send("POST", "/api/v1/prints/"+early+"/result", `{`+op()+`,"state":"golden"}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "golden") {
		t.Errorf("a colour that is none: %d %s", status, text)
	}
	now = now.Add(time.Hour)
	r.do("POST", "/api/v1/prints/"+early+"/result", `{`+op()+`,"state":"pink"}`, &p)
	if k := reading(); !p.Done || p.Result != "pink" || k.Sure || k.States[0] != "pink" {
		t.Errorf("looked at after an hour: %+v, %+v", p, k)
	}
	// The program is off while the window begins and ends.
	r.stop()
	again := serveAt(t, shipped(t), r.dir, web.DefaultPace)
	again.app.Now = func() time.Time { return now }
	now = now.Add(20 * time.Hour)
	var bench app.PrintBench
	again.do("GET", "/api/v1/prints", "", &bench)
	if len(bench.Prints) != 2 || bench.Prints[0].ID != late || bench.Prints[0].State != "overdue" || !bench.Prints[1].Done || len(bench.States) < 6 || bench.States[0].Swatch == "" {
		t.Errorf("%+v", bench)
	}
	once := `{` + op() + `,"state":"chocolate"}`
	again.do("POST", "/api/v1/prints/"+late+"/result", once, &p)
	again.do("POST", "/api/v1/prints/"+late+"/result", once, &p) // sent twice, said once
	r.url = again.url
	if k := reading(); !k.Sure || k.States[0] != "chocolate" {
		t.Errorf("%+v", k)
	}
	again.do("POST", "/api/v1/prints/"+late+"/undo", `{`+op()+`}`, &p)
	if p.Done {
		t.Error("undone, and still done")
	}
	again.do("POST", "/api/v1/prints/"+late+"/delete", `{`+op()+`}`, &p)
	again.do("GET", "/api/v1/prints", "", &bench)
	if len(bench.Prints) != 1 {
		t.Errorf("deleted, and listed: %+v", bench.Prints)
	}
	if status, _, text := again.send("POST", "/api/v1/prints/"+late+"/result", `{`+op()+`,"state":""}`, nil); status != http.StatusConflict || !strings.Contains(text, "deleted") {
		t.Errorf("%d %s", status, text)
	}
}
