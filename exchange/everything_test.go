package exchange_test

import (
	"archive/zip"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"os"
	"reflect"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/exchange"
	"zestythicket/store"
)

var background = context.Background()

// everything is all that is kept, as it leaves.
func everything(t testing.TB, s *app.Session) string {
	t.Helper()
	var out bytes.Buffer
	if err := exchange.WriteEverything(background, s, &out); err != nil {
		t.Fatal(err)
	}
	return out.String()
}

func fileOf(name, text string) app.ImportFile {
	return app.ImportFile{ReaderAt: strings.NewReader(text), Size: int64(len(text)), Name: name}
}

// pieces are the lines of a document but for its head, which says when it was written, and its end.
func pieces(text string) []string {
	list := strings.Split(strings.TrimSpace(text), "\n")
	return list[1 : len(list)-1]
}

func plan(t testing.TB, s *app.Session, name, text string) *app.ImportPlan {
	t.Helper()
	p, err := s.PlanImport(background, fileOf(name, text))
	if err != nil {
		t.Fatal(err)
	}
	return p
}

func take(t testing.TB, s *app.Session, name, text string) *app.Brought {
	t.Helper()
	b, err := s.TakeImport(background, app.NewID(), fileOf(name, text), app.Taking{})
	if err != nil {
		t.Fatal(err)
	}
	return b
}

var blamed = regexp.MustCompile(`,"blamed":\[[^]]*\]`)

// streamsOf lists every stream that is kept, and what is listed of it.
func streamsOf(t testing.TB, s *app.Session, kept *store.Store) map[string]string {
	t.Helper()
	out := map[string]string{}
	for _, kind := range []events.StreamKind{
		events.RecordStream, events.AlmanacStream, events.WalkStream, events.PickingStream, events.PrintStream, events.PhotoStream, events.BatchStream,
		events.HouseholdStream, events.TaskStream, events.FormulaStream, events.PlaceStream, events.PracticeStream,
	} {
		list, err := kept.List(background, s.Owner, kind, app.ListQuery{Limit: 1000})
		if err != nil {
			t.Fatal(err)
		}
		for _, st := range list {
			listed := string(st.Listing)
			if st.Closed { // which readings were in the way is asked of open records alone, and worked out anew where one is reopened
				listed = blamed.ReplaceAllString(listed, "")
			}
			out[string(kind)+" "+st.ID] = fmt.Sprint(st.Changed.UnixMilli(), st.Closed, st.Events, listed, st.Search, string(st.Frozen))
		}
	}
	return out
}

// What leaves, whole, comes in whole: every event, ruling and photograph, what was set, and what is listed of it all. Once more it changes nothing, and it
// is taken back in one step, after which nothing is there; and then it can come again.
func TestEverythingComesBack(t *testing.T) {
	from, kept := filled(t)
	text := everything(t, from)
	to, there := empty(t)
	p := plan(t, to, "all.jsonl", text)
	if p.Broken != "" || p.Refused+p.Same+p.Changed+p.Stays > 0 || p.New < 35 || p.Format != "jsonl" {
		t.Fatalf("%+v", p)
	}
	if len(streamsOf(t, to, there)) > 0 {
		t.Error("a plan changed something")
	}
	b := take(t, to, "all.jsonl", text)
	if err := to.Refresh(background, to.Owner); err != nil {
		t.Fatal(err)
	}
	if want, got := pieces(text), pieces(everything(t, to)); !slices.Equal(want, got) {
		t.Errorf("%d pieces left, %d came", len(want), len(got))
	}
	want, got := streamsOf(t, from, kept), streamsOf(t, to, there)
	for id, is := range want {
		if got[id] != is {
			t.Errorf("%s\n was %s\n  is %s", id, apart(is, got[id]), apart(got[id], is))
		}
	}
	if again := plan(t, to, "all.jsonl", text); again.New+again.Changed+again.Refused+again.Stays > 0 || again.Same != p.New {
		t.Errorf("once more: %+v", again)
	}
	if none := take(t, to, "all.jsonl", text); none.New+none.Changed > 0 {
		t.Errorf("%+v", none)
	}
	undone, err := to.UndoImport(background, b.ID)
	if err != nil || undone.Undone == nil || len(streamsOf(t, to, there)) > 0 {
		t.Fatalf("%+v, %v: %d streams are left", undone, err, len(streamsOf(t, to, there)))
	}
	if set, err := there.Settings(background, to.Owner); err != nil || set != nil {
		t.Errorf("%s, %v", set, err)
	}
	if twice, err := to.UndoImport(background, b.ID); err != nil || !twice.Undone.Equal(*undone.Undone) {
		t.Errorf("%+v, %v", twice, err)
	}
	take(t, to, "all.jsonl", text)
	if want, got := pieces(text), pieces(everything(t, to)); !slices.Equal(want, got) {
		t.Errorf("after it was taken back %d pieces came of %d", len(got), len(want))
	}
	list, err := to.Imports(background)
	if err != nil || len(list) != 2 || list[0].Undone != nil || list[1].Undone == nil {
		t.Errorf("%+v, %v", list, err)
	}
}

// What was changed here and there comes to both changes; what was changed since an import is not taken back with it.
func TestTwoHistoriesComeTogether(t *testing.T) {
	here, _ := filled(t)
	page, err := here.Records(background, app.RecordQuery{Limit: 50})
	if err != nil {
		t.Fatal(err)
	}
	at := slices.IndexFunc(page.Rows, func(r app.Row) bool { return !r.Closed })
	id := page.Rows[at].ID
	before := everything(t, here)
	there, _ := empty(t)
	take(t, there, "all.jsonl", before)
	note := func(s *app.Session, device, text string) {
		r, err := s.Record(background, id)
		if err != nil {
			t.Fatal(err)
		}
		about := r.About
		about.Note = text
		if _, err := s.Describe(background, id, app.Write{Op: app.NewID(), Device: device}, about); err != nil {
			t.Fatal(err)
		}
	}
	note(there, "phone", "seen from the phone")
	p := plan(t, here, "phone.jsonl", everything(t, there))
	if p.Changed != 1 || p.New+p.Refused+p.Stays > 0 || p.Items[0].ID != id || p.Items[0].Name == "" {
		t.Fatalf("%+v", p.Items[0])
	}
	b := take(t, here, "phone.jsonl", everything(t, there))
	if r, err := here.Record(background, id); err != nil || r.About.Note != "seen from the phone" {
		t.Fatalf("%+v, %v", r, err)
	}
	if _, err := here.UndoImport(background, b.ID); err != nil {
		t.Fatal(err)
	}
	if want, got := pieces(before), pieces(everything(t, here)); !slices.Equal(want, got) {
		t.Error("taken back, it is not what it was before")
	}
	b = take(t, here, "phone.jsonl", everything(t, there))
	note(here, "desk", "and from the desk")
	if _, err := here.UndoImport(background, b.ID); err == nil || !strings.Contains(err.Error(), "changed since") {
		t.Errorf("what was changed since was taken back: %v", err)
	}
	note(there, "desk", "another of the same device")
	text := everything(t, there)
	p = plan(t, here, "phone.jsonl", text)
	if p.Refused != 1 || !strings.Contains(p.Items[0].Reason, "two histories of one") || p.Items[0].Line == 0 {
		t.Errorf("%+v", p.Items[0])
	}
	if _, err := here.TakeImport(background, app.NewID(), fileOf("phone.jsonl", text), app.Taking{}); err == nil || !strings.Contains(err.Error(), "nothing was") {
		t.Errorf("%v", err)
	}
}

// Whatever is wrong with a file is told, and nothing of it is taken.
func TestWhatCannotComeIn(t *testing.T) {
	from, _ := filled(t)
	text := everything(t, from)
	lines := strings.SplitAfter(text, "\n")
	for name, c := range map[string]struct{ text, says string }{
		"cut in the middle":      {text[:len(text)/2], "the file was cut"},
		"without its end":        {strings.Join(lines[:len(lines)-2], ""), "the file was cut"},
		"changed on its way":     {strings.Replace(text, "2026", "2025", 1), "not as it was written"},
		"a line taken out":       {strings.Join(slices.Delete(slices.Clone(lines), 3, 4), ""), "not as it was written"},
		"a newer one":            {strings.Replace(text, `"version":1`, `"version":2`, 1), "use a newer one"},
		"without a version":      {`{"document":"zesty-thicket-everything"}` + "\n", "which version"},
		"something after it":     {text + "{}\n", "after the end"},
		"nothing after its head": {lines[0], "the file was cut"},
	} {
		to, there := empty(t)
		if p := plan(t, to, "x.jsonl", c.text); !strings.Contains(p.Broken, c.says) {
			t.Errorf("%s: %q", name, p.Broken)
		}
		if _, err := to.TakeImport(background, app.NewID(), fileOf("x.jsonl", c.text), app.Taking{LeaveOut: true}); err == nil || len(streamsOf(t, to, there)) > 0 {
			t.Errorf("%s was taken: %v", name, err)
		}
	}
	for name, c := range map[string]struct{ text, says string }{
		"nothing":        {"", "in no format"},
		"another's file": {"SQLite format 3\x00", "in no format"},
	} {
		to, _ := empty(t)
		if _, err := to.PlanImport(background, fileOf("x", c.text)); err == nil || !strings.Contains(err.Error(), c.says) {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// sealed puts a head and an end about pieces.
func sealed(t *testing.T, list ...string) string {
	t.Helper()
	s, _ := empty(t)
	text := everything(t, s)
	head, _, _ := strings.Cut(text, "\n")
	all := head + "\n" + strings.Join(list, "\n") + "\n"
	hashed := head + "\n"
	for _, l := range list {
		if file, ok := strings.CutPrefix(l, `{"photograph":{"file":"`); ok {
			hashed += file[:64]
		} else {
			hashed += l + "\n"
		}
	}
	return all + fmt.Sprintf(`{"end":{"pieces":%d,"sha256":"%s"}}`, len(list), sum(hashed)) + "\n"
}

// A line that cannot be taken is refused by its number and its reason; the rest comes in only where that is said to be left out.
func TestLinesThatAreRefused(t *testing.T) {
	from, _ := filled(t)
	list := pieces(everything(t, from))
	place := list[slices.IndexFunc(list, func(l string) bool { return strings.Contains(l, `"kind":"plot"`) })]
	for reason, line := range map[string]string{
		"not a line of such a document": "{",
		"made by a newer program":       `{"weather":[]}`,
		"knows no event":                strings.Replace(place, `"kind":"plot"`, `"kind":"teleport"`, 1),
		"use a newer one":               strings.Replace(place, `"version":1`, `"version":9`, 1),
		"not the one that it says":      `{"photograph":{"file":"` + strings.Repeat("0", 64) + `","data":"AAAA"}}`,
		"not as it has to be":           strings.Replace(place, `"owner":"me"`, `"owner":"me","colour":"red"`, 1),
		"somebody else's":               strings.Replace(place, `"owner":"me"`, `"owner":"you"`, 1),
		"beginning (plot) is missing":   strings.Replace(strings.Replace(place, `"kind":"plot"`, `"kind":"delete"`, 1), place[strings.Index(place, `,"body"`):], "}}", 1),
	} {
		to, there := empty(t)
		text := sealed(t, list[0], line)
		p := plan(t, to, "x.jsonl", text)
		if p.Broken != "" || p.Refused != 1 || p.Items[0].Line != 3 || !strings.Contains(p.Items[0].Reason, reason) {
			t.Errorf("%s: %q, %+v", reason, p.Broken, p.Items)
			continue
		}
		if _, err := to.TakeImport(background, app.NewID(), fileOf("x.jsonl", text), app.Taking{}); err == nil {
			t.Errorf("%s: taken without a word", reason)
		}
		id := app.NewID()
		b, err := to.TakeImport(background, id, fileOf("x.jsonl", text), app.Taking{LeaveOut: true})
		if err != nil || b.New != 1 || len(streamsOf(t, to, there)) > 0 {
			t.Errorf("%s: %+v, %v", reason, b, err)
		}
		if again, err := to.TakeImport(background, id, fileOf("x.jsonl", text), app.Taking{LeaveOut: true}); err != nil || !reflect.DeepEqual(again.New, b.New) {
			t.Errorf("sent twice: %+v, %v", again, err)
		}
	}
}

// What was set, and laid over the guide, stays where there is something already.
func TestWhatWasSetStays(t *testing.T) {
	from, _ := filled(t)
	to, _ := empty(t)
	set := app.DefaultSettings()
	set.Observer = "Somebody else"
	if _, err := to.KeepSettings(background, set); err != nil {
		t.Fatal(err)
	}
	p := plan(t, to, "all.jsonl", everything(t, from))
	if p.Stays != 1 || p.Items[0].Kind != "settings" || p.Items[0].Does != app.DoesNothing {
		t.Errorf("%+v", p.Items[0])
	}
	take(t, to, "all.jsonl", everything(t, from))
	if set, err := to.Settings(background); err != nil || set.Observer != "Somebody else" {
		t.Errorf("%+v, %v", set, err)
	}
}

// Places and finds that leave exactly, in any of the open formats, come back as what they were: here as the same, elsewhere as new, with the same shapes.
func TestOpenFormatsComeBack(t *testing.T) {
	from, _ := filled(t)
	for _, format := range exchange.Formats {
		list, err := from.Located(background, app.Leaving{Exact: true})
		if err != nil {
			t.Fatal(err)
		}
		var out bytes.Buffer
		if err := exchange.Write(&out, format, list); err != nil {
			t.Fatal(err)
		}
		if p := plan(t, from, "x."+format, out.String()); p.Format != format || p.Same != len(list) || p.New+p.Changed+p.Refused > 0 {
			t.Errorf("%s: %d left; %+v", format, len(list), p)
		}
		to, _ := empty(t)
		b := take(t, to, "x."+format, out.String())
		there, err := to.Located(background, app.Leaving{Exact: true})
		if err != nil || b.New != len(list) || len(there) != len(list) {
			t.Fatalf("%s: %d left, %+v came, %d are there, %v", format, len(list), b, len(there), err)
		}
		for i := range there {
			at := slices.IndexFunc(list, func(l app.Located) bool { return l.ID == there[i].ID })
			if at < 0 || there[i].Kind != list[at].Kind || !near(&there[i], &list[at]) {
				t.Errorf("%s: %+v is not what left", format, there[i])
			}
			if there[i].Verdict == "ruled-clear" {
				t.Errorf("%s: a find came in with a ruling: %+v", format, there[i])
			}
		}
		if again := plan(t, to, "x."+format, out.String()); again.Same != len(list) {
			t.Errorf("%s once more: %+v", format, again)
		}
		if _, err := to.UndoImport(background, b.ID); err != nil {
			t.Error(err)
		}
		if left, err := to.Located(background, app.Leaving{Exact: true}); err != nil || len(left) > 0 {
			t.Errorf("%s: %d are left, %v", format, len(left), err)
		}
		// Coarse, what is known here says nothing new.
		list, err = from.Located(background, app.Leaving{})
		out.Reset()
		if err != nil || exchange.Write(&out, format, list) != nil {
			t.Fatal(err)
		}
		if p := plan(t, from, "x."+format, out.String()); p.Same != len(list) {
			t.Errorf("%s, coarse: %+v", format, p)
		}
	}
}

func near(a, b *app.Located) bool {
	x, y := a.Shape.Middle(), b.Shape.Middle()
	d := max(x.Latitude-y.Latitude, y.Latitude-x.Latitude, x.Longitude-y.Longitude, y.Longitude-x.Longitude)
	return a.Shape.Form == b.Shape.Form && len(a.Shape.At) == len(b.Shape.At) && d < 1e-6
}

// A place that was moved and renamed in a file is changed here, and that is taken back in one step.
func TestAFileChangesAPlace(t *testing.T) {
	s, _ := filled(t)
	list, err := s.Located(background, app.Leaving{Exact: true})
	if err != nil {
		t.Fatal(err)
	}
	at := slices.IndexFunc(list, func(l app.Located) bool { return l.Kind == "place" && l.Shape.Form == "point" })
	was := list[at]
	changed := was
	changed.Name, changed.Shape.At = "By the other weir", []app.Position{{Latitude: was.Shape.At[0].Latitude + 0.001, Longitude: was.Shape.At[0].Longitude}}
	var out bytes.Buffer
	if err := exchange.Write(&out, "geojson", []app.Located{changed}); err != nil {
		t.Fatal(err)
	}
	b := take(t, s, "x.geojson", out.String())
	p, err := s.Patch(background, was.ID)
	if err != nil || b.Changed != 1 || p.About.Name != "By the other weir" || p.Shape.At[0] != changed.Shape.At[0] {
		t.Errorf("%+v, %+v, %v", b, p, err)
	}
	if _, err := s.UndoImport(background, b.ID); err != nil {
		t.Fatal(err)
	}
	if p, err := s.Patch(background, was.ID); err != nil || p.About.Name != was.Name || p.Shape.At[0] != was.Shape.At[0] {
		t.Errorf("%+v, %v", p, err)
	}
}

// Bad files of other programs: each is told for what it is, and none fills the memory or writes beside itself.
func TestForeignFilesThatAreBad(t *testing.T) {
	zipped := func(files map[string]string) string {
		var out bytes.Buffer
		z := zip.NewWriter(&out)
		for name, text := range files {
			f, err := z.Create(name)
			if err == nil {
				_, err = f.Write([]byte(text))
			}
			if err != nil {
				t.Fatal(err)
			}
		}
		if err := z.Close(); err != nil {
			t.Fatal(err)
		}
		return out.String()
	}
	bomb := `<?xml version="1.0"?><!DOCTYPE gpx [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">]><gpx version="1.1"><wpt lat="49" lon="19"><name>&b;</name></wpt></gpx>`
	meta := func(core, term string) string {
		return `<archive xmlns="http://rs.tdwg.org/dwc/text/"><core encoding="UTF-8" fieldsTerminatedBy="," fieldsEnclosedBy='"' ignoreHeaderLines="1" rowType="` + core +
			`"><files><location>o.csv</location></files><id index="0"/><field index="1" term="http://rs.tdwg.org/dwc/terms/decimalLatitude"/><field index="2" term="http://rs.tdwg.org/dwc/terms/decimalLongitude"/><field index="3" term="http://rs.tdwg.org/dwc/terms/kingdom"/><field index="4" term="` + term + `"/></core></archive>`
	}
	occurrence, rows := "http://rs.tdwg.org/dwc/terms/Occurrence", "id,la,lo,k,x\n1,49.31,19.31,Plantae,blue\n"
	for name, c := range map[string]struct{ text, says string }{
		"an entity bomb":            {bomb, "declares a document type"},
		"an entity that is nowhere": {`<gpx version="1.1"><wpt lat="49" lon="19"><name>&b;</name></wpt></gpx>`, "cannot be read as XML"},
		"a GPX that was cut":        {`<gpx version="1.1"><wpt lat="49" lon="19">`, "cannot be read as XML"},
		"no GPX":                    {`<kml><!-- <gpx --></kml>`, "it is no GPX"},
		"GeoJSON that was cut":      {`{"type":"FeatureCollection","features":[`, "not JSON"},
		"another JSON":              {`{"type":"Topology"}`, `its type is "Topology"`},
		"another system":            {`{"type":"FeatureCollection","crs":{"type":"name","properties":{"name":"EPSG:3857"}},"features":[]}`, "another system of coordinates"},
		"a table without positions": {"name,lat\nweir,49\n", `no column "longitude"`},
		"a table with two columns":  {"lat,latitude,lon\n1,1,1\n", "two columns"},
		"an archive that was cut":   {zipped(map[string]string{"meta.xml": meta(occurrence, "x")})[:60], "no whole archive"},
		"path traversal":            {zipped(map[string]string{"meta.xml": meta(occurrence, "x"), "../o.csv": rows}), "outside of it"},
		"an absolute path":          {zipped(map[string]string{"meta.xml": meta(occurrence, "x"), "/etc/o.csv": rows}), "outside of it"},
		"a path of another system":  {zipped(map[string]string{"meta.xml": meta(occurrence, "x"), `..\o.csv`: rows}), "outside of it"},
		"without meta.xml":          {zipped(map[string]string{"o.csv": rows}), "does not say what it holds"},
		"another core":              {zipped(map[string]string{"meta.xml": meta("http://rs.tdwg.org/dwc/terms/Taxon", "x"), "o.csv": rows}), "no table of Darwin Core occurrences"},
		"a table that is not there": {zipped(map[string]string{"meta.xml": meta(occurrence, "x")}), "it has no o.csv"},
		"not UTF-8":                 {"lat,lon,name\n49,19,\xff\xfe\n", "UTF-8"},
	} {
		to, _ := empty(t)
		if p := plan(t, to, "x", c.text); !strings.Contains(p.Broken, c.says) {
			t.Errorf("%s: %+v", name, p)
		}
	}
	to, _ := empty(t)
	p := plan(t, to, "x.zip", zipped(map[string]string{"meta.xml": meta(occurrence, "http://example.org/terms/mood"), "o.csv": rows}))
	if p.New != 1 || p.Stays != 1 || !strings.Contains(p.Items[0].Reason, "not Darwin Core's") {
		t.Errorf("another's terms: %+v", p)
	}
	big := app.ImportFile{ReaderAt: strings.NewReader(bomb), Size: 200 << 20, Name: "walk.gpx", Format: "gpx"}
	if p, err := to.PlanImport(background, big); err != nil || !strings.Contains(p.Broken, "200 MB") {
		t.Errorf("%+v, %v", p, err)
	}
}

// What a file tells of is refused one by one, each with its line.
func TestForeignLinesThatAreBad(t *testing.T) {
	s, _ := filled(t) // who usually looks in the valley
	for reason, c := range map[string]struct {
		name, text string
		line       int
	}{
		"seem to be swapped":        {"x.geojson", "{\"type\":\"FeatureCollection\",\n\"features\":[\n{\"type\":\"Feature\",\"properties\":{},\"geometry\":{\"type\":\"Point\",\"coordinates\":[49.3,19.3]}}]}", 3},
		"from -90 to 90":            {"x.geojson", `{"type":"Point","coordinates":[49.3,119.3]}`, 1},
		"crosses itself":            {"x.geojson", `{"type":"Polygon","coordinates":[[[19.30,49.30],[19.31,49.31],[19.31,49.30],[19.30,49.31],[19.30,49.30]]]}`, 1},
		"has no position":           {"x.geojson", `{"type":"Feature","geometry":null,"properties":{}}`, 1},
		"is no place that is kept":  {"x.geojson", `{"type":"MultiPolygon","coordinates":[]}`, 1},
		`"north", "19" is no posit`: {"x.gpx", "<gpx version=\"1.1\">\n<wpt lat=\"north\" lon=\"19\"/></gpx>", 2},
		`"", "" is no position`:     {"x.csv", "lat,lon\n,\n", 2},
		"no accuracy in metres":     {"x.csv", "lat,lon,accuracy\n49,19,some\n", 2},
		"plant or a mushroom":       {"x.csv", "kind,lat,lon\nrecord,49.3,19.3\n", 2},
		"form of a place":           {"x.csv", "lat,lon,form\n49.3,19.3,cloud\n", 2},
	} {
		p := plan(t, s, c.name, c.text)
		if p.Broken != "" || p.Refused != 1 || p.Items[0].Line != c.line || !strings.Contains(p.Items[0].Reason, reason) {
			t.Errorf("%s: %q %+v", reason, p.Broken, p.Items)
		}
	}
}

// At the pole, at the line of dates, and known to 5 km only: such positions are taken for what they are; a line across that of dates is told how to draw.
func TestPositionsAtTheEdge(t *testing.T) {
	s, _ := empty(t)
	text := "id;lat;lon;accuracy;name;form\r\na;90;0;5;Pole;point\r\nb;-49,5;180;5000;=Far;point\r\nc;10;179,99;;Across;line\r\nc;10;-179,99;;Across;line\r\n"
	p := plan(t, s, "x.csv", text)
	if p.New != 2 || p.Refused != 1 || p.Items[0].Line != 4 || !strings.Contains(p.Items[0].Reason, "drawn as two") ||
		!slices.ContainsFunc(p.Items, func(i app.ImportItem) bool { return strings.Contains(i.Reason, "within 5 km") }) {
		t.Fatalf("%+v", p)
	}
	if _, err := s.TakeImport(background, app.NewID(), fileOf("x.csv", text), app.Taking{LeaveOut: true}); err != nil {
		t.Fatal(err)
	}
	list, err := s.Places(background)
	if err != nil || len(list) != 2 || list[0].Name != "=Far" || list[0].Shape.At[0].Longitude != 180 || list[1].Middle.Latitude != 90 {
		t.Errorf("%+v, %v", list, err)
	}
}

// The published list of Darwin Core terms (https://dwc.tdwg.org/list/, names alone) has every term that is written.
func TestDarwinCoreTerms(t *testing.T) {
	b, err := os.ReadFile("testdata/dwc-terms.txt")
	if err != nil {
		t.Fatal(err)
	}
	known := strings.Fields(string(b))
	s, _ := filled(t)
	files := archive(t, s, app.Leaving{Exact: true})
	n := 0
	for _, part := range strings.Split(files["meta.xml"], `term="http://rs.tdwg.org/dwc/terms/`)[1:] {
		term, _, _ := strings.Cut(part, `"`)
		if n++; !slices.Contains(known, term) {
			t.Errorf("there is no term %q", term)
		}
	}
	if n < 20 || !slices.Contains(known, "Occurrence") || !slices.Contains(known, "MeasurementOrFact") {
		t.Errorf("%d terms are written", n)
	}
}

// archive gives the files of what leaves as a Darwin Core archive.
func archive(t *testing.T, s *app.Session, q app.Leaving) map[string]string {
	t.Helper()
	var out bytes.Buffer
	if err := exchange.WriteArchive(background, s, q, &out); err != nil {
		t.Fatal(err)
	}
	return unzip(t, out.String())
}

func unzip(t *testing.T, text string) map[string]string {
	t.Helper()
	z, err := zip.NewReader(strings.NewReader(text), int64(len(text)))
	if err != nil {
		t.Fatal(err)
	}
	files := map[string]string{}
	for _, f := range z.File {
		r, err := f.Open()
		if err != nil {
			t.Fatal(err)
		}
		var b bytes.Buffer
		if _, err := b.ReadFrom(r); err != nil {
			t.Fatal(err)
		}
		files[f.Name] = b.String()
	}
	return files
}

// A Darwin Core archive leaves without telling where or who, unless exactly is said; then it comes back as finds whose readings are unsure and on which
// nothing was ruled.
func TestArchive(t *testing.T) {
	from, _ := filled(t)
	coarse := archive(t, from, app.Leaving{})
	for _, secret := range []string{"49.31", "19.34", "Hollin", "Mirel", "weir"} {
		if strings.Contains(strings.Join([]string{coarse["occurrence.csv"], coarse["measurementorfact.csv"], coarse["eml.xml"]}, ""), secret) {
			t.Errorf("it tells %q", secret)
		}
	}
	var out bytes.Buffer
	if err := exchange.WriteArchive(background, from, app.Leaving{Exact: true}, &out); err != nil {
		t.Fatal(err)
	}
	to, _ := empty(t)
	p := plan(t, to, "x.zip", out.String())
	if p.New == 0 || p.Format != "dwca" || p.Broken != "" {
		t.Fatalf("%+v", p)
	}
	if _, err := to.TakeImport(background, app.NewID(), fileOf("x.zip", out.String()), app.Taking{LeaveOut: p.Refused > 0}); err != nil {
		t.Fatal(err)
	}
	page, err := to.Records(background, app.RecordQuery{Limit: 50})
	if err != nil || len(page.Rows) != p.New {
		t.Fatalf("%+v, %v", page, err)
	}
	readings := 0
	for _, row := range page.Rows {
		was, err := from.Record(background, row.ID)
		if err != nil {
			t.Fatal(err)
		}
		is, err := to.Record(background, row.ID)
		if err != nil {
			t.Fatal(err)
		}
		seen := map[string]string{}
		for _, k := range was.Readings {
			b, _ := json.Marshal([]any{k.States, k.Value, k.Low, k.High})
			seen[k.Character] = string(b)
		}
		for _, k := range is.Readings {
			b, _ := json.Marshal([]any{k.States, k.Value, k.Low, k.High})
			if readings++; seen[k.Character] != string(b) || k.Sure {
				t.Errorf("%s was read as %s, came as %s, sure: %v", k.Character, seen[k.Character], b, k.Sure)
			}
		}
		if is.Closing != nil || is.About.Target != "" || is.Ruling == nil || is.Ruling.Verdict == "ruled-clear" {
			t.Errorf("%s came in as more than it is: %+v", row.ID, is.Ruling)
		}
	}
	if readings < 20 {
		t.Errorf("%d readings came", readings)
	}
}

func sum(text string) string {
	s := sha256.Sum256([]byte(text))
	return hex.EncodeToString(s[:])
}

// apart is a text from a little before where it parts from another.
func apart(a, b string) string {
	n := 0
	for n < len(a) && n < len(b) && a[n] == b[n] {
		n++
	}
	return a[max(0, n-60):min(len(a), n+200)]
}

// Every line of everything keeps to its schema, with a guide of one's own in it too; what is no such line does not.
func TestLinesKeepToTheSchema(t *testing.T) {
	s, _ := filled(t)
	w := app.OverlayWrite{Op: app.NewID()}
	if c, err := s.Correct(background, w, "urtica-dioica", []string{"Stinger"}, "behind the barn", nil); err != nil || !c.Saved {
		t.Fatalf("%+v, %v", c, err)
	}
	text := everything(t, s)
	kinds := map[string]bool{}
	for _, l := range strings.Split(strings.TrimSpace(text), "\n") {
		if err := exchange.Check("everything", []byte(l)); err != nil {
			t.Errorf("%.100s: %v", l, err)
		}
		kinds[strings.Split(l, `"`)[1]] = true
	}
	if len(kinds) != 7 {
		t.Errorf("%v", kinds)
	}
	for _, l := range []string{`{}`, `{"event":1}`, `{"event":{},"end":{}}`, `{"weather":{}}`, `{"document":"zesty-thicket-everything","version":2,"at":"2026-01-01T00:00:00Z"}`} {
		if exchange.Check("everything", []byte(l)) == nil {
			t.Errorf("%s is taken", l)
		}
	}
	to, _ := empty(t)
	p := plan(t, to, "all.jsonl", text)
	if len(p.Asks) != 0 || !slices.ContainsFunc(p.Items, func(i app.ImportItem) bool { return i.Kind == "guide" && i.Does == app.DoesNew }) {
		t.Errorf("%+v %+v", p.Asks, p.Items[:3])
	}
	b := take(t, to, "all.jsonl", text)
	again, err := to.Session(background, "me")
	if err != nil || len(again.Guide.Overlay.Corrections) != 1 || again.Guide.Trouble != "" {
		t.Fatalf("%+v, %v", again.Guide.Overlay, err)
	}
	if _, err := again.UndoImport(background, b.ID); err != nil {
		t.Fatal(err)
	}
	if after, err := to.Session(background, "me"); err != nil || len(after.Guide.Overlay.Corrections) != 0 {
		t.Errorf("%+v, %v", after.Guide.Overlay, err)
	}
}

// A guide of one's own that makes easier what ought to be hard does not come in unless whoever has read what says so.
func TestAGuideThatMakesThingsEasier(t *testing.T) {
	from, _ := filled(t)
	taxon := app.TaxonDocument{ID: "boletus-velnensis", Name: "Boletus velnensis", Kingdom: "fungi", Family: "Boletaceae", Use: "edible", Harm: "none"}
	c, err := from.KeepTaxon(background, app.OverlayWrite{Op: app.NewID()}, taxon.ID, taxon)
	if err == nil && !c.Saved {
		c, err = from.KeepTaxon(background, app.OverlayWrite{Op: app.NewID(), Confirm: c.Confirm}, taxon.ID, taxon)
	}
	if err != nil || !c.Saved {
		t.Fatalf("%+v, %v", c, err)
	}
	text := everything(t, from)
	to, there := empty(t)
	if p := plan(t, to, "all.jsonl", text); len(p.Asks) == 0 {
		t.Fatal("nothing is asked")
	}
	if _, err := to.TakeImport(background, app.NewID(), fileOf("all.jsonl", text), app.Taking{LeaveOut: true}); err == nil || !strings.Contains(err.Error(), "easier") || len(streamsOf(t, to, there)) > 0 {
		t.Errorf("it came in without a word: %v", err)
	}
	if b, err := to.TakeImport(background, app.NewID(), fileOf("all.jsonl", text), app.Taking{Guide: true}); err != nil || b.New == 0 {
		t.Errorf("%+v, %v", b, err)
	}
}
