package server_test

import (
	"encoding/json"
	"fmt"
	"math"
	"net/http"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/core/place"
	"zestythicket/server/api"
)

// area is a rectangle of so many degrees round a position, as the API takes it.
func area(latitude, longitude, half float64) string {
	at := func(n, e float64) string {
		return fmt.Sprintf(`{"latitude":%.5f,"longitude":%.5f}`, latitude+n*half, longitude+e*half)
	}
	return `{"form":"area","at":[` + at(-1, -1) + `,` + at(-1, 1) + `,` + at(1, 1) + `,` + at(1, -1) + `]}`
}

// A place from the map to the record: what pollutes it is said on every record there, linked or not, until it is undone; its visits tell the almanac.
func TestAPlaceFromTheMapToTheRecord(t *testing.T) {
	r := serve(t)
	var now time.Time
	r.cook(&now)
	id := app.NewID()
	at := "/api/v1/places/" + id
	var p app.Patch
	// The demo's chanterelle stood at 49.3012, 19.2987; the pasture's field mushrooms at 49.3049, 19.3062.
	r.do("POST", "/api/v1/places", `{"id":"`+id+`",`+op()+`,"shape":`+area(49.3012, 19.2987, 0.0005)+`,"about":{"name":"Hollin Fold","grows":["cantharellus-cibarius"],"owner":"The parish"}}`, &p)
	if len(p.Records) == 0 || p.Records[0].ID == "" || math.Abs(p.SquareMetres-111.2*72.5) > 30 || p.NotToEat != "" || len(p.Grows) != 1 || p.Grows[0].Name != "Golden chanterelle" {
		t.Fatalf("%+v", p)
	}
	var rec app.Record
	if r.do("GET", "/api/v1/records/"+clearedRecord, "", &rec); len(rec.NotToEat) != 0 {
		t.Errorf("%q", rec.NotToEat)
	}
	r.do("PUT", at+"/about", `{`+op()+`,"about":{"name":"Hollin Fold","grows":["cantharellus-cibarius"],"owner":"The parish","pollution":["dump","road"]}}`, &p)
	if r.do("GET", "/api/v1/records/"+clearedRecord, "", &rec); len(rec.NotToEat) != 1 || !strings.Contains(rec.NotToEat[0], "Not to eat. Hollin Fold: a road with traffic is within 20 m, and it lies on or below an old dump.") {
		t.Errorf("%q", rec.NotToEat)
	}
	if r.do("GET", "/api/v1/records/"+openRecord, "", &rec); len(rec.NotToEat) != 0 {
		t.Errorf("a record of elsewhere: %q", rec.NotToEat)
	}
	// So it is on the demo's open basket from there, and the place's own limit counts.
	var picking app.Picking
	basket := "/api/v1/pickings/01960000-0000-7000-8000-00000000d001"
	if r.do("GET", basket, "", &picking); len(picking.NotToEat) != 1 || strings.Contains(picking.Allowed.Says, "rotected") {
		t.Errorf("%q, %+v", picking.NotToEat, picking.Allowed)
	}
	r.do("PUT", at+"/about", `{`+op()+`,"about":{"name":"Hollin Fold","grows":["cantharellus-cibarius"],"limits":[{"taxon":"cantharellus-cibarius","protected":true}]}}`, &p)
	if r.do("GET", basket, "", &picking); len(picking.NotToEat) != 0 || !strings.Contains(picking.Allowed.Says, "rotected") {
		t.Errorf("%q, %+v", picking.NotToEat, picking.Allowed)
	}
	r.do("POST", at+"/undo", `{`+op()+`}`, &p)
	r.do("POST", at+"/undo", `{`+op()+`}`, &p)
	if r.do("GET", "/api/v1/records/"+clearedRecord, "", &rec); len(rec.NotToEat) != 0 || !p.CanRedo {
		t.Errorf("undone: %q", rec.NotToEat)
	}

	// One tree that stands in it, visited thrice: it was in flower first on the second visit.
	tree := app.NewID()
	r.do("POST", "/api/v1/places", `{"id":"`+tree+`",`+op()+`,"shape":{"form":"point","at":[{"latitude":49.3011,"longitude":19.2986}],"accuracy_m":5},"about":{"name":"The lime at the gate","taxon":"tilia-cordata","within":"`+id+`"}}`, &p)
	if p.Within == nil || p.Within.Name != "Hollin Fold" {
		t.Errorf("%+v", p.Within)
	}
	for day, is := range map[string]string{"2026-06-10": "not-yet", "2026-06-20": "in-season", "2026-07-30": "over"} {
		r.do("POST", "/api/v1/places/"+tree+"/visits", `{`+op()+`,"visit":{"id":"`+day+`","date":"`+day+`","stages":[{"taxon":"tilia-cordata","organ":"flower","is":"`+is+`"}]}}`, &p)
	}
	if len(p.Visits) != 3 || p.Visits[0].Date != "2026-07-30" {
		t.Errorf("%+v", p.Visits)
	}
	var a app.Almanac
	r.do("GET", "/api/v1/almanac", "", &a)
	told := map[string]string{}
	for _, d := range a.Dates {
		if d.Place == tree {
			told[string(d.Edge)] = d.Date
		}
	}
	if told["first"] != "2026-06-20" || told["last"] != "2026-06-20" {
		t.Errorf("the visits tell %v", told)
	}
	r.do("POST", "/api/v1/places/"+tree+"/visits/forget", `{`+op()+`,"visit":"2026-06-10"}`, &p)
	if len(p.Visits) != 2 {
		t.Errorf("%+v", p.Visits)
	}
	r.do("GET", at, "", &p)
	if len(p.Individuals) != 1 || p.Individuals[0].ID != tree {
		t.Errorf("%+v", p.Individuals)
	}
	var m app.Map
	r.do("GET", "/api/v1/map", "", &m)
	if len(m.Places) != 7 || m.Centre == nil || math.Abs(m.Centre.Latitude-49.3) > 1e-9 || len(m.Now) == 0 {
		t.Errorf("%d places round %+v, %d taxa now", len(m.Places), m.Centre, len(m.Now))
	}
	for _, rec := range m.Records {
		if (rec.Taxon == "cantharellus-cibarius") != (rec.ID == clearedRecord) || rec.At.Latitude < 49.2 {
			t.Errorf("%+v", rec)
		}
	}
	var task app.Task
	r.do("POST", "/api/v1/tasks", `{"id":"`+app.NewID()+`",`+op()+`,"what":"Come back to the lime","from":"2026-10-01T06:00:00Z","place":"`+tree+`"}`, &task)
	if task.Place != tree {
		t.Errorf("%+v", task)
	}
}

// A closed record that was listed before listings said where is on the map all the same, and its listing is mended while nobody waits.
func TestWhatWasListedBeforeThePlaces(t *testing.T) {
	r := serve(t)
	var now time.Time
	r.cook(&now)
	ctx := t.Context()
	listing := func() (app.Stream, map[string]any) {
		st, err := r.app.Store.Find(ctx, api.Owner, events.RecordStream, clearedRecord)
		if err != nil {
			t.Fatal(err)
		}
		of := map[string]any{}
		if err := json.Unmarshal(st.Listing, &of); err != nil {
			t.Fatal(err)
		}
		return st, of
	}
	st, of := listing()
	delete(of, "at")
	delete(of, "form")
	var err error
	if st.Listing, err = json.Marshal(of); err != nil || !st.Closed {
		t.Fatal(err)
	}
	if err := r.app.Store.Relist(ctx, []app.Stream{st}); err != nil {
		t.Fatal(err)
	}
	var m app.Map
	r.do("GET", "/api/v1/map", "", &m)
	if !slices.ContainsFunc(m.Records, func(x app.MappedRecord) bool { return x.ID == clearedRecord && x.At.Latitude > 49 }) {
		t.Error("it is not on the map")
	}
	if err := r.app.Refresh(ctx, api.Owner); err != nil {
		t.Fatal(err)
	}
	if _, of = listing(); of["at"] == nil || of["verdict"] != "ruled-clear" || of["done"] != "took" {
		t.Errorf("%v", of)
	}
}

// The demo's year: eleven records, of which the chanterelles' basket is not weighed yet; bilberries and field mushrooms count by their baskets, and the
// visit to the pasture on that day, which says the same, adds nothing.
func TestTheDemosYear(t *testing.T) {
	r := serve(t)
	var now time.Time
	r.cook(&now)
	var y app.YearBook
	r.do("GET", "/api/v1/year", "", &y)
	if y.Year != 2026 || y.Found != 11 || y.Meals != 1 || y.EatenG != 150 || len(y.Years) != 2 || y.Names["cantharellus-cibarius"] != "Golden chanterelle" {
		t.Errorf("%d: %+v of %v", y.Year, y.Sum, y.Years)
	}
	taken := map[string]float64{}
	for _, x := range y.Taxa {
		taken[x.Key] = x.TakenG
	}
	for taxon, g := range map[string]float64{"cantharellus-cibarius": 350, "calvatia-gigantea": 900, "vaccinium-myrtillus": 140, "tilia-cordata": 120, "agaricus-campestris": 420} {
		if taken[taxon] != g {
			t.Errorf("%s: %g g, want %g", taxon, taken[taxon], g)
		}
	}
	if len(y.Margins) == 0 || y.Entries[y.Margins[0]].Margin == nil || len(y.LeftWhy) != 1 || y.LeftWhy[0].Left != 1 {
		t.Errorf("%v, %+v", y.Margins, y.LeftWhy)
	}
	if r.do("GET", "/api/v1/year?year=2025", "", &y); y.Year != 2025 || y.TakenG != 380 || y.Found != 0 {
		t.Errorf("2025: %+v", y.Sum)
	}
}

// Three pieces of a ring of 5 m lead to where the fourth stands; with it, there is less to look for.
func TestPiecesOfARing(t *testing.T) {
	r := serve(t)
	middle := place.Position{Latitude: 49.305, Longitude: 19.306}
	on := func(bearing float64) string {
		s := place.Ahead(middle, bearing, 5)
		return fmt.Sprintf(`{"latitude":%.9f,"longitude":%.9f}`, s.Latitude, s.Longitude)
	}
	id := app.NewID()
	var p app.Patch
	r.do("POST", "/api/v1/places", `{"id":"`+id+`",`+op()+`,"shape":{"form":"arc","at":[`+on(0)+`,`+on(40)+`,`+on(80)+`]},"about":{"name":"The ring in the pasture","grows":["agaricus-campestris"],"piece_g":40}}`, &p)
	if p.Ring == nil || math.Abs(p.Ring.Geometric.R-5) > 0.05 || place.Metres(p.Ring.Middle, middle) > 0.05 || math.Abs(p.Ring.ArcDeg-80) > 1 || len(p.Ring.Lacks) != 1 {
		t.Fatalf("%+v %s", p.Ring, p.NoRing)
	}
	if d := place.Metres(p.Ring.Lacks[0], place.Ahead(middle, 220, 5)); d > 0.1 {
		t.Errorf("the gap lies %g m off", d)
	}
	if e := p.Ring.Pieces; e.Expected != 7 || e.Low != 3 || e.High != 12 || e.HighG != 480 { // 2 distances on 80°, 280° left; Poisson by SciPy
		t.Errorf("%+v", e)
	}
	// Going where the list says leads there.
	last := p.Shape.At[2]
	var fourth place.Position
	r.do("GET", fmt.Sprintf("/api/v1/ahead?latitude=%g&longitude=%g&bearing=%g&metres=%g", last.Latitude, last.Longitude, p.Ring.Gaps[0].BearingDeg, p.Ring.Gaps[0].Metres), "", &fourth)
	if d := place.Metres(fourth, p.Ring.Lacks[0]); d > 0.1 {
		t.Errorf("the way to the gap ends %g m beside it", d)
	}
	for _, ask := range []string{"bearing=400&metres=5", "bearing=0&metres=0", "bearing=0&metres=900"} {
		if status, _, text := r.send("GET", "/api/v1/ahead?latitude=49&longitude=19&"+ask, "", nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, "a direction is") {
			t.Errorf("%s: %d %s", ask, status, text)
		}
	}
	r.do("PUT", "/api/v1/places/"+id+"/shape", `{`+op()+`,"shape":{"form":"arc","at":[`+on(0)+`,`+on(40)+`,`+on(80)+`,`+on(220)+`]}}`, &p)
	if p.Ring == nil || p.Ring.ArcDeg < 200 || p.Ring.Pieces.Expected >= 7 {
		t.Errorf("with a fourth: %+v", p.Ring)
	}
	p = app.Patch{}
	r.do("PUT", "/api/v1/places/"+id+"/shape", `{`+op()+`,"shape":{"form":"arc","at":[`+on(0)+`,`+on(40)+`]}}`, &p)
	if p.Ring != nil || !strings.Contains(p.NoRing, "three or more") {
		t.Errorf("two: %+v, %q", p.Ring, p.NoRing)
	}
}

// What cannot be a place is refused in words, and nothing of it is kept.
func TestPlacesThatCannotBe(t *testing.T) {
	r := serve(t)
	for says, body := range map[string]string{
		"crosses itself":        `"shape":{"form":"area","at":[{"latitude":49.3,"longitude":19.3},{"latitude":49.301,"longitude":19.301},{"latitude":49.3,"longitude":19.301},{"latitude":49.301,"longitude":19.3}]},"about":{"name":"X"}`,
		"in their order":        `"shape":{"form":"line","at":[{"latitude":49.3,"longitude":19.3},{"latitude":19.3,"longitude":49.3}]},"about":{"name":"X"}`,
		"give the place a name": `"shape":{"form":"point","at":[{"latitude":49.3,"longitude":19.3}]},"about":{"name":" "}`,
		"no taxon":              `"shape":{"form":"point","at":[{"latitude":49.3,"longitude":19.3}]},"about":{"name":"X","grows":["nothing"]}`,
		"no place":              `"shape":{"form":"point","at":[{"latitude":49.3,"longitude":19.3}]},"about":{"name":"X","within":"nowhere"}`,
		"a latitude is":         `"shape":{"form":"point","at":[{"latitude":149.3,"longitude":19.3}]},"about":{"name":"X"}`,
	} {
		if status, _, text := r.send("POST", "/api/v1/places", `{"id":"`+app.NewID()+`",`+op()+`,`+body+`}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", says, status, text)
		}
	}
	var all []app.PatchRow
	if r.do("GET", "/api/v1/places", "", &all); len(all) != 0 {
		t.Errorf("%+v", all)
	}
	id := app.NewID()
	var p app.Patch
	r.do("POST", "/api/v1/places", `{"id":"`+id+`",`+op()+`,"shape":{"form":"point","at":[{"latitude":90,"longitude":0}],"accuracy_m":5000},"about":{"name":"The pole"}}`, &p)
	for says, visit := range map[string]string{"still to come": `"date":"2999-01-01"`, "not a day": `"date":"soon"`, "expected value to be one of": `"date":"2026-01-01","stages":[{"taxon":"boletus-edulis","organ":"habit","is":"odd"}]`} {
		if status, _, text := r.send("POST", "/api/v1/places/"+id+"/visits", `{`+op()+`,"visit":{"id":"v",`+visit+`}}`, nil); status != http.StatusUnprocessableEntity || !strings.Contains(text, says) {
			t.Errorf("%s: %d %s", says, status, text)
		}
	}
	r.do("POST", "/api/v1/places/"+id+"/delete", `{`+op()+`}`, &p)
	if r.do("GET", "/api/v1/places", "", &all); !p.Deleted || len(all) != 0 {
		t.Errorf("%+v", all)
	}
	if r.do("POST", "/api/v1/places/"+id+"/restore", `{`+op()+`}`, &p); p.Deleted {
		t.Error("it stays deleted")
	}
}

// A photograph belongs to a place as it does to a record, and the place is named on it.
func TestAPhotographOfAPlace(t *testing.T) {
	r := serve(t)
	id := app.NewID()
	var p app.Patch
	r.do("POST", "/api/v1/places", `{"id":"`+id+`",`+op()+`,"shape":{"form":"point","at":[{"latitude":49.3,"longitude":19.3}]},"about":{"name":"The old lime"}}`, &p)
	photo := r.developed(r.takeIn(patches(t, [3]float64{1, 1, 1}, [3]float64{200, 30, 30}), of("place", id)).ID)
	if photo.Title != "Place: The old lime" || photo.Record != "" || photo.File.State != app.PhotoReady {
		t.Errorf("%+v", photo)
	}
	var list []app.Photo
	if r.do("GET", "/api/v1/photos?of=place&id="+id, "", &list); len(list) != 1 || list[0].ID != photo.ID {
		t.Errorf("%+v", list)
	}
	if status, _, _ := r.send("GET", "/api/v1/photos?of=place&id="+app.NewID(), "", nil); status != 404 {
		t.Errorf("of a place that is not there: %d", status)
	}
}

// As much of a map in the data folder is given as is asked for; without one there is none.
func TestAMapInTheDataFolder(t *testing.T) {
	r := serve(t)
	if status, _, text := r.send("GET", "/api/v1/map.pmtiles", "", nil); status != 404 || !strings.Contains(text, "no map") {
		t.Errorf("%d %s", status, text)
	}
	if err := os.WriteFile(filepath.Join(r.dir, "valley.pmtiles"), []byte("PMTiles, made up"), 0o600); err != nil {
		t.Fatal(err)
	}
	var m app.Map
	if r.do("GET", "/api/v1/map", "", &m); m.File != "valley.pmtiles" {
		t.Errorf("%+v", m)
	}
	status, h, text := r.send("GET", "/api/v1/map.pmtiles", "", func(q *http.Request) { q.Header.Set("Range", "bytes=2-6") })
	if status != http.StatusPartialContent || text != "Tiles" || h.Get("Content-Range") != "bytes 2-6/16" {
		t.Errorf("%d %v %q", status, h, text)
	}
}
