package server_test

import (
	"bytes"
	"fmt"
	"image"
	"image/color"
	"image/jpeg"
	"image/png"
	"math"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/demo"
	"zestythicket/server/web"
	"zestythicket/store"
)

// takeIn sends a photograph's file and puts it beside what it is of.
func (r rig) takeIn(file []byte, of string) app.Photo {
	r.Helper()
	var f app.PhotoFile
	r.do("POST", "/api/v1/photographs", string(file), &f)
	var p app.Photo
	r.do("POST", "/api/v1/photos", `{"id":"`+app.NewID()+`",`+op()+`,"file":"`+f.File+`",`+of+`}`, &p)
	return p
}

// developed waits until a photograph is.
func (r rig) developed(id string) app.Photo {
	r.Helper()
	for range 1000 {
		var p app.Photo
		if r.do("GET", "/api/v1/photos/"+id, "", &p); p.File.State != app.PhotoDeveloping {
			return p
		}
		time.Sleep(10 * time.Millisecond)
	}
	r.Fatal("a photograph is not developed")
	return app.Photo{}
}

func of(stream, id string) string { return `"of":"` + stream + `","of_id":"` + id + `"` }

// patches draws a chart of colours, side by side, each 100 pixels wide.
func patches(t *testing.T, light [3]float64, colours ...[3]float64) []byte {
	t.Helper()
	img := image.NewRGBA(image.Rect(0, 0, 100*len(colours), 100))
	for x := range img.Bounds().Dx() {
		for y := range 100 {
			var v [3]uint8
			for i := range v {
				// In light of another colour: each of the three is so much of it, as light adds up.
				lin := colours[x/100][i] / 255
				if lin > 0.04045 {
					lin = math.Pow((lin+0.055)/1.055, 2.4)
				} else {
					lin /= 12.92
				}
				lin *= light[i]
				if lin > 0.0031308 {
					lin = 1.055*math.Pow(lin, 1/2.4) - 0.055
				} else {
					lin *= 12.92
				}
				v[i] = uint8(math.Round(255 * lin))
			}
			img.SetRGBA(x, y, color.RGBA{v[0], v[1], v[2], 255})
		}
	}
	var b bytes.Buffer
	if err := png.Encode(&b, img); err != nil {
		t.Fatal(err)
	}
	return b.Bytes()
}

// A photograph is sent, developed by and by, listed with what it is of, shown in its sizes with its own type, given away without what the camera
// wrote; it is measured on, and its colours are compared. Nothing of that changes the record.
func TestAPhotographFromTheFileToTheReading(t *testing.T) {
	r := serve(t)
	record := strings.TrimPrefix(r.start(`"kingdom":"fungi","date":"2026-09-05"`), "/api/v1/records/")
	drawn, err := demo.Drawn("chanterelle-beside-a-ruler")
	if err != nil {
		t.Fatal(err)
	}
	p := r.developed(r.takeIn(drawn, of("record", record)).ID)
	if p.File.State != app.PhotoReady || p.File.Width != 1200 || p.File.Height != 880 || p.Record != record || p.Kingdom != "fungi" {
		t.Fatalf("%+v", p)
	}
	for size, wide := range map[string]int{"list": 320, "screen": 1200, "original": 1200} {
		status, head, body := r.send("GET", "/api/v1/photographs/"+p.File.File+"/"+size, "", nil)
		c, err := jpeg.DecodeConfig(strings.NewReader(body))
		if status != 200 || head.Get("Content-Type") != "image/jpeg" || head.Get("X-Content-Type-Options") != "nosniff" || err != nil || c.Width != wide {
			t.Errorf("%s: %d %s, %d wide, %v", size, status, head.Get("Content-Type"), c.Width, err)
		}
		if !strings.Contains(head.Get("Cache-Control"), "immutable") || !strings.Contains(head.Get("Content-Security-Policy"), "default-src 'none'") {
			t.Errorf("%s: %v", size, head)
		}
	}
	for path, want := range map[string]int{p.File.File + "/huge": http.StatusUnprocessableEntity, strings.Repeat("0", 64) + "/list": http.StatusNotFound, "..%2f..%2fetc/list": http.StatusNotFound} {
		if status, head, _ := r.send("GET", "/api/v1/photographs/"+path, "", nil); status != want || head.Get("Content-Type") != "application/problem+json" {
			t.Errorf("%s: %d %s", path, status, head.Get("Content-Type"))
		}
	}

	// The cap is drawn 62 mm across, four pixels to the mm, as the ruler below it is.
	ask := `{"known":{"from":{"x":320,"y":750},"to":{"x":720,"y":750}},"of":{"from":{"x":340,"y":304},"to":{"x":588,"y":304}},"mm":100,"tilt":5,"shown":1,"character":"cap-diameter"}`
	var l app.Length
	r.do("POST", "/api/v1/photos/"+p.ID+"/measured", ask, &l)
	if l.Unit != "mm" || l.Low > 62 || l.High < 62 || l.High-l.Low > 4 {
		t.Errorf("%+v", l)
	}
	for is, says := range map[string]string{
		`"mm":100`: `"mm":0`, `"x":720,"y":750`: `"x":320,"y":750`, `"cap-diameter"`: `"cap-colour"`, `"x":588`: `"x":99999`, `"tilt":5`: `"tilt":89`,
	} {
		status, _, text := r.send("POST", "/api/v1/photos/"+p.ID+"/measured", strings.Replace(ask, is, says, 1), nil)
		if status != http.StatusUnprocessableEntity {
			t.Errorf("%s: %d %s", says, status, text)
		}
	}
	var c app.PhotoColour
	r.do("POST", "/api/v1/photos/"+p.ID+"/coloured", `{"character":"cap-colour","at":{"x":460,"y":270}}`, &c)
	if len(c.Nearest) != 2 || c.Carded || c.Nearest[0].Distance > c.Nearest[1].Distance || !strings.Contains(c.Nearest[0].Name+c.Nearest[1].Name, "ellow") && !strings.Contains(c.Nearest[0].Name, "range") {
		t.Errorf("%+v", c)
	}
	var list []app.Photo
	if r.do("GET", "/api/v1/photos?of=record&id="+record, "", &list); len(list) != 1 || list[0].ID != p.ID {
		t.Errorf("%+v", list)
	}
	var rec app.Record
	if r.do("GET", "/api/v1/records/"+record, "", &rec); len(rec.Readings) != 0 {
		t.Errorf("a photograph read something by itself: %+v", rec.Readings)
	}
	// Under it something is written; it is deleted and comes back, the same file a second time takes no room.
	r.do("POST", "/api/v1/photos/"+p.ID+"/caption", `{`+op()+`,"text":"by the fold"}`, &p)
	r.do("POST", "/api/v1/photos/"+p.ID+"/undo", `{`+op()+`}`, &p)
	if p.Caption != "" || !p.CanRedo {
		t.Errorf("%+v", p)
	}
	r.do("POST", "/api/v1/photos/"+p.ID+"/delete", `{`+op()+`}`, &p)
	if r.do("GET", "/api/v1/photos?of=record&id="+record, "", &list); len(list) != 0 {
		t.Errorf("a deleted one is listed: %+v", list)
	}
	r.do("POST", "/api/v1/photos/"+p.ID+"/restore", `{`+op()+`}`, &p)
	if again := r.takeIn(drawn, of("record", record)); again.File.State != app.PhotoReady {
		t.Errorf("what is there already is developed anew: %+v", again.File)
	}
}

// A chart of colours in three lights: with the white card the state whose colour it is comes first each time, without it not always.
func TestColoursUnderThreeLights(t *testing.T) {
	r := serve(t)
	record := strings.TrimPrefix(r.start(`"kingdom":"fungi"`), "/api/v1/records/")
	var bench app.PrintBench
	r.do("GET", "/api/v1/prints", "", &bench)
	var ids []string
	var colours [][3]float64
	for _, st := range bench.States {
		var red, green, blue int
		if n, _ := fmt.Sscanf(st.Swatch, "#%02x%02x%02x", &red, &green, &blue); n == 3 {
			ids, colours = append(ids, st.ID), append(colours, [3]float64{float64(red), float64(green), float64(blue)})
		}
	}
	if len(ids) < 8 {
		t.Fatalf("a spore print names only %v", ids)
	}
	wrong := 0
	for name, light := range map[string][3]float64{"a bulb": {1, 0.78, 0.5}, "shade": {0.78, 0.9, 1}, "under leaves": {0.82, 1, 0.7}} {
		chart := patches(t, light, append(colours, [3]float64{245, 245, 245})...)
		p := r.takeIn(chart, of("record", record))
		for i, id := range ids {
			var c app.PhotoColour
			at := fmt.Sprintf(`{"character":"spore-print","at":{"x":%d,"y":50}`, 100*i+50)
			r.do("POST", "/api/v1/photos/"+p.ID+"/coloured", at+fmt.Sprintf(`,"card":{"x":%d,"y":50}}`, 100*len(ids)+50), &c)
			if !c.Carded || c.Nearest[0].State != id {
				t.Errorf("%s: %s is offered as %s (%.1f), then %s (%.1f)", name, id, c.Nearest[0].State, c.Nearest[0].Distance, c.Nearest[1].State, c.Nearest[1].Distance)
			}
			if r.do("POST", "/api/v1/photos/"+p.ID+"/coloured", at+"}", &c); c.Nearest[0].State != id {
				wrong++
			}
		}
	}
	if wrong == 0 {
		t.Error("without the card no light misleads: the chart shows nothing")
	}
}

// What is no photograph is refused in words, and what looks like one and is not whole says so; nothing of what there was is lost.
func TestBadPhotographs(t *testing.T) {
	r := serve(t)
	record := strings.TrimPrefix(r.start(`"kingdom":"fungi"`), "/api/v1/records/")
	whole, err := demo.Drawn("basket-of-chanterelles")
	if err != nil {
		t.Fatal(err)
	}
	for name, c := range map[string]struct {
		file   string
		status int
		says   string
	}{
		"nothing":      {"", 0, ""},
		"an SVG":       {`<svg xmlns="http://www.w3.org/2000/svg"/>`, 422, "JPEG, PNG or WebP"},
		"a program":    {"MZ\x90\x00" + strings.Repeat("x", 100), 422, "JPEG, PNG or WebP"},
		"25 MB and 1":  {string(whole) + strings.Repeat("x", app.MostPhoto+1-len(whole)), 422, "may have 25"},
		"26 MB":        {strings.Repeat("x", 26<<20), 413, ""},
		"a JPEG's end": {string(whole[len(whole)-500:]), 422, "JPEG, PNG or WebP"},
	} {
		status, _, text := r.send("POST", "/api/v1/photographs", c.file, nil)
		if c.status == 0 && status < 400 || c.status != 0 && status != c.status || !strings.Contains(text, c.says) {
			t.Errorf("%s: %d %s", name, status, text)
		}
	}
	half := r.developed(r.takeIn(whole[:len(whole)/2], of("record", record)).ID)
	if half.File.State != app.PhotoBroken || !strings.Contains(half.File.Trouble, "cut off") {
		t.Errorf("%+v", half.File)
	}
	if status, _, _ := r.send("GET", "/api/v1/photographs/"+half.File.File+"/screen", "", nil); status != http.StatusNotFound {
		t.Errorf("a size of it is there: %d", status)
	}
	for body, want := range map[string]int{
		`"file":"` + half.File.File + `",` + of("record", app.NewID()):                                      http.StatusNotFound,
		`"file":"` + strings.Repeat("a", 64) + `",` + of("record", record):                                  http.StatusUnprocessableEntity,
		`"file":"` + half.File.File + `",` + of("walk", record):                                             http.StatusUnprocessableEntity,
		`"file":"` + half.File.File + `","piece":"1",` + of("record", record):                               http.StatusUnprocessableEntity,
		`"file":"` + half.File.File + `","name":"` + strings.Repeat("n", 300) + `",` + of("record", record): http.StatusUnprocessableEntity,
	} {
		if status, _, text := r.send("POST", "/api/v1/photos", `{"id":"`+app.NewID()+`",`+op()+`,`+body+`}`, nil); status != want {
			t.Errorf("%s: %d %s", body, status, text)
		}
	}
}

// A camera whose clock is wrong is not believed, and one that wrote where it was is told so.
func TestWhatACameraSays(t *testing.T) {
	r := serve(t)
	record := strings.TrimPrefix(r.start(`"kingdom":"fungi"`), "/api/v1/records/")
	file, err := os.ReadFile(filepath.Join("..", "photos", "testdata", "6.jpg"))
	if err != nil {
		t.Fatal(err)
	}
	for year, c := range map[string]struct{ taken, clock string }{
		"2026": {"2026-09-12T10:31:07", ""}, "2941": {"", "still to come"}, "1970": {"", "too long ago"}, "20x6": {"", ""},
	} {
		p := r.takeIn(bytes.Replace(file, []byte("2026:09"), []byte(year+":09"), 1), of("record", record))
		if p.File.Taken != c.taken || c.clock == "" && p.File.Clock != "" || !strings.Contains(p.File.Clock, c.clock) || !p.File.Place {
			t.Errorf("%s: %+v", year, p.File)
		}
	}
}

// What a program left undeveloped when it ended is developed by the next; a copy made in use holds every photograph, whole.
func TestPhotographsOutlastTheProgram(t *testing.T) {
	dir := t.TempDir()
	r := serveWithoutWork(t, shipped(t), dir)
	record := strings.TrimPrefix(r.start(`"kingdom":"fungi"`), "/api/v1/records/")
	drawn, err := demo.Drawn("print-on-white-and-black")
	if err != nil {
		t.Fatal(err)
	}
	p := r.takeIn(drawn, of("record", record))
	if p.File.State != app.PhotoDeveloping {
		t.Fatalf("%+v", p.File)
	}
	r.stop()
	r = serveAt(t, shipped(t), dir, web.DefaultPace)
	if p = r.developed(p.ID); p.File.State != app.PhotoReady {
		t.Fatalf("%+v", p.File)
	}
	_, _, copied := r.send("GET", "/api/v1/copy", "", nil)
	other := t.TempDir()
	if err := os.WriteFile(filepath.Join(other, store.FileName), []byte(copied), 0o600); err != nil {
		t.Fatal(err)
	}
	r.stop()
	r = serveAt(t, shipped(t), other, web.DefaultPace)
	if _, _, body := r.send("GET", "/api/v1/photographs/"+p.File.File+"/original", "", nil); body != string(drawn) {
		t.Error("the copy holds another file")
	}
	if again := r.developed(p.ID); again.File.State != app.PhotoReady {
		t.Errorf("%+v", again.File)
	}
}
