package exchange_test

import (
	"bytes"
	"context"
	"encoding/csv"
	"encoding/json"
	"encoding/xml"
	"io"
	"log/slog"
	"math"
	"slices"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/core/place"
	"zestythicket/demo"
	"zestythicket/exchange"
	"zestythicket/guidefile"
	"zestythicket/photos"
	"zestythicket/store"
)

// empty is a session of somebody who has nothing yet, and what keeps it.
func empty(t testing.TB) (*app.Session, *store.Store) {
	t.Helper()
	g, err := guidefile.ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := store.Open(t.TempDir(), slog.New(slog.DiscardHandler))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { kept.Close() })
	a := app.New(g, kept, guidefile.Files{})
	exchange.Into(a)
	a.Darkroom = photos.Darkroom{}
	s, err := a.Session(context.Background(), "me")
	if err != nil {
		t.Fatal(err)
	}
	return s, kept
}

// filled is a session of the demo, and what keeps it.
func filled(t testing.TB) (*app.Session, *store.Store) {
	t.Helper()
	s, kept := empty(t)
	if err := demo.Fill(context.Background(), s); err != nil {
		t.Fatal(err)
	}
	return s, kept
}

// leaving is what the demo gives away, beside a place whose name is a formula, in a format.
func leaving(t *testing.T, format string, q app.Leaving) string {
	t.Helper()
	s, _ := filled(t)
	w := app.Write{Op: app.NewID()}
	shape := app.PlaceShape{Form: "point", At: []app.Position{{Latitude: 49.312345, Longitude: 19.345678}}}
	if _, err := s.PlotPlace(context.Background(), app.NewID(), w, shape, app.PlaceDetails{Name: `=1+1 & "<b>"`, Note: "-2, by the weir\x07"}); err != nil {
		t.Fatal(err)
	}
	list, err := s.Located(context.Background(), q)
	if err != nil {
		t.Fatal(err)
	}
	var out bytes.Buffer
	if err := exchange.Write(&out, format, list); err != nil {
		t.Fatal(err)
	}
	return out.String()
}

// By rule nothing that leaves tells where a place is nearer than its cell of 0.1°: no digit of a position, no name and no note of one's own.
func TestWhatLeavesIsCoarse(t *testing.T) {
	for _, format := range exchange.Formats {
		text := leaving(t, format, app.Leaving{})
		for _, secret := range []string{"49.31", "49.30", "19.34", "19.30", "Hollin", "Pasture", "weir", "Velna", "Mirel"} {
			if strings.Contains(text, secret) {
				t.Errorf("%s tells %q", format, secret)
			}
		}
		if !strings.Contains(text, "49.35") || !strings.Contains(text, "cantharellus-cibarius") && !strings.Contains(text, "Golden chanterelle") {
			t.Errorf("%s: %.300s", format, text)
		}
	}
}

// Exactly, GeoJSON has longitude first, closed edges against the clock (RFC 7946, 3.1.6) and the areas that the application says.
func TestGeoJSON(t *testing.T) {
	var c struct {
		Type     string
		Features []struct {
			ID       string
			Geometry struct {
				Type        string
				Coordinates json.RawMessage
			}
			Properties map[string]any
		}
	}
	text := leaving(t, "geojson", app.Leaving{Exact: true})
	if err := json.Unmarshal([]byte(text), &c); err != nil || c.Type != "FeatureCollection" {
		t.Fatalf("%v: %.300s", err, text)
	}
	kinds := map[string]int{}
	for _, f := range c.Features {
		kinds[f.Geometry.Type]++
		if f.Geometry.Type != "Polygon" {
			continue
		}
		var rings [][][2]float64
		if err := json.Unmarshal(f.Geometry.Coordinates, &rings); err != nil || len(rings) != 1 {
			t.Fatal(err)
		}
		edge, twice := rings[0], 0.0
		for i := 1; i < len(edge); i++ {
			twice += edge[i-1][0]*edge[i][1] - edge[i][0]*edge[i-1][1]
		}
		if edge[0] != edge[len(edge)-1] || twice <= 0 || math.Abs(edge[0][0]-19.3) > 0.1 || math.Abs(edge[0][1]-49.3) > 0.1 {
			t.Errorf("%v of %v", edge, f.Properties["name"])
		}
	}
	for _, kind := range []string{"Point", "LineString", "Polygon", "MultiPoint"} {
		if kinds[kind] == 0 {
			t.Errorf("there is no %s among %v", kind, kinds)
		}
	}
	one := leaving(t, "geojson", app.Leaving{Exact: true, Taxon: "tilia-cordata"})
	if n := strings.Count(one, `"Feature"`); n != 1 {
		t.Errorf("of one taxon: %d", n)
	}
	july := leaving(t, "geojson", app.Leaving{Exact: true, From: "2026-07-01", To: "2026-07-31"})
	if n := strings.Count(july, `"date":"2026-07`); n == 0 || n != strings.Count(july, `"Feature"`) {
		t.Errorf("of July: %d of %d", n, strings.Count(july, `"Feature"`))
	}
}

func TestGPX(t *testing.T) {
	text := leaving(t, "gpx", app.Leaving{Exact: true})
	var g struct {
		XMLName xml.Name `xml:"http://www.topografix.com/GPX/1/1 gpx"`
		Version string   `xml:"version,attr"`
		Wpt     []struct {
			Lat  float64 `xml:"lat,attr"`
			Name string  `xml:"name"`
			Desc string  `xml:"desc"`
		} `xml:"wpt"`
		Trk []struct {
			Name   string `xml:"name"`
			Points []struct {
				Lon float64 `xml:"lon,attr"`
			} `xml:"trkseg>trkpt"`
		} `xml:"trk"`
	}
	if err := xml.Unmarshal([]byte(text), &g); err != nil || g.Version != "1.1" {
		t.Fatalf("%v: %.400s", err, text)
	}
	at := slices.IndexFunc(g.Wpt, func(w struct {
		Lat  float64 `xml:"lat,attr"`
		Name string  `xml:"name"`
		Desc string  `xml:"desc"`
	}) bool {
		return w.Name == `=1+1 & "<b>"`
	})
	if at < 0 || g.Wpt[at].Lat != 49.312345 || g.Wpt[at].Desc != "-2, by the weir " {
		t.Errorf("%+v", g.Wpt)
	}
	for _, tr := range g.Trk {
		if n := len(tr.Points); n < 4 || tr.Name == "Long Pasture" && (n != 5 || tr.Points[0] != tr.Points[4]) {
			t.Errorf("%+v", tr)
		}
	}
	if len(g.Trk) != 3 {
		t.Errorf("%d tracks", len(g.Trk))
	}
}

// A cell that a program of tables would take for a formula is text there.
func TestTable(t *testing.T) {
	r := csv.NewReader(strings.NewReader(leaving(t, "csv", app.Leaving{Exact: true})))
	head, err := r.Read()
	if err != nil {
		t.Fatal(err)
	}
	name, note := slices.Index(head, "name"), slices.Index(head, "note")
	seen := false
	for {
		row, err := r.Read()
		if err == io.EOF {
			break
		}
		if err != nil {
			t.Fatal(err)
		}
		for _, cell := range []string{row[name], row[note]} {
			if cell != "" && strings.Contains("=+-@", cell[:1]) {
				t.Errorf("%q is a formula", cell)
			}
		}
		seen = seen || row[name] == `'=1+1 & "<b>"` && strings.HasPrefix(row[note], "'-2")
	}
	if !seen {
		t.Error("the formula is not there as text")
	}
	for in, want := range map[string]string{"=1": "'=1", "+1": "'+1", "-1": "'-1", "@a": "'@a", "\tx": "'\tx", "a=1": "a=1", "": ""} {
		if got := exchange.Harmless(in); got != want {
			t.Errorf("%q becomes %q", in, got)
		}
	}
}

func TestWhatCannotLeave(t *testing.T) {
	s, _ := filled(t)
	for says, q := range map[string]app.Leaving{"is not a day": {From: "soon"}, "is no time": {From: "2026-08-01", To: "2026-07-01"}, "no taxon": {Taxon: "nothing"}} {
		if _, err := s.Located(context.Background(), q); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
	if err := exchange.Write(io.Discard, "doc", nil); err == nil || !strings.Contains(err.Error(), "no format") {
		t.Error(err)
	}
	if _, accuracy := place.Coarse(place.Position{Latitude: 49.3, Longitude: 19.3}); accuracy < 5000 {
		t.Errorf("a cell is %g m wide", accuracy)
	}
}
