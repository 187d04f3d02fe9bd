package server_test

import (
	"encoding/json"
	"fmt"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
)

// A round tells what is seen at once and no more; a look is told when it is asked for; what it was is told once it was called, by the same operation once.
func TestARound(t *testing.T) {
	r := serve(t)
	const round = "?seed=7&count=10&month=9"
	var drawn app.DrillRound
	if r.do("GET", "/api/v1/practice/round"+round, "", &drawn); len(drawn.Specimens) != 10 || !strings.HasSuffix(drawn.Date, "-09-15") {
		t.Fatalf("%+v", drawn)
	}
	_, _, text := r.send("GET", "/api/v1/practice/round"+round, "", nil)
	if strings.Contains(text, `"of"`) {
		t.Errorf("the round tells what it is: %s", text)
	}
	deadly := 0
	for _, s := range drawn.Specimens {
		path := fmt.Sprintf("/api/v1/practice/round/%d", s.Number)
		var seen app.Seen
		if r.do("GET", path+"/look"+round+"&character="+s.Looks[0].Character, "", &seen); seen.Character != s.Looks[0].Character || seen.State == "" && seen.Value == nil {
			t.Errorf("%+v", seen)
		}
		body := `{` + op() + `,"call":"take","percent":80,"looks":["` + s.Looks[0].Character + `","nothing"]}`
		var j, again app.JudgedRound
		r.do("POST", path+"/call"+round, body, &j)
		if r.do("POST", path+"/call"+round, body, &again); again.Points != j.Points {
			t.Errorf("sent twice: %+v, %+v", j, again)
		}
		if j.Of.Harm == "deadly" {
			deadly++
			if j.Points != -1000 || j.Right || j.Due == nil || time.Until(*j.Due) > 25*time.Hour {
				t.Errorf("%+v", j)
			}
		}
		if j.Minutes != s.Looks[0].Minutes || j.Cost != -j.Minutes || len(j.Engine.Looks) == 0 {
			t.Errorf("%+v", j)
		}
	}
	var p app.PracticeState
	if r.do("GET", "/api/v1/practice", "", &p); deadly != 2 || p.Calls != 10 || p.Deadly != 2 || len(p.Days) != 1 || p.Brier <= 0 {
		t.Errorf("%d deadly: %+v", deadly, p)
	}
	for says, path := range map[string]string{"no specimen 11": "/11/look" + round + "&character=root", "no character": "/1/look" + round + "&character=nothing", "a month is": "/1/look?month=13&character=root", "50": "/1/look?count=51&character=root"} {
		if status, _, text := r.send("GET", "/api/v1/practice/round"+path, "", nil); status != 422 || !strings.Contains(text, says) && says != "a month is" {
			t.Errorf("%s: %d %s", says, status, text)
		}
	}
	if status, _, _ := r.send("POST", "/api/v1/practice/round/1/call"+round, `{`+op()+`,"call":"eat","percent":80,"looks":[]}`, nil); status != 422 {
		t.Errorf("it may be eaten: %d", status)
	}
}

// Cards are asked without their answers; what is misread often enough lowers a reading on a record until it is made afresh, unless that is turned off, and the list
// of records follows.
func TestWhatIsMisreadLowersReadings(t *testing.T) {
	r := serve(t)
	record := r.start(`"kingdom":"fungi"`)
	r.read(record, `"character":"stem-ring","states":["skirt"],"sure":true`)
	wrong := 0
	for seed := 1; wrong < 6 && seed < 100; seed++ {
		s, err := r.app.Session(t.Context(), "local")
		if err != nil {
			t.Fatal(err)
		}
		if err := s.Rehearse(t.Context(), app.Write{Op: app.NewID()}, app.Rehearsed{Card: "state:stem-ring/skirt", Seed: uint64(seed), Wrong: true}); err != nil {
			t.Fatal(err)
		}
		wrong++
	}
	var rec app.Record
	if r.do("GET", record, "", &rec); len(rec.Misread) != 1 || rec.Readings[0].Sure || !rec.Readings[0].Held {
		t.Errorf("%+v %+v", rec.Misread, rec.Readings)
	}
	var set map[string]any
	r.do("GET", "/api/v1/settings", "", &set)
	with := func(off bool) {
		set["no_misreads"] = off
		b, err := json.Marshal(set)
		if err != nil {
			t.Fatal(err)
		}
		r.do("PUT", "/api/v1/settings", string(b), &set)
	}
	with(true)
	var off app.Record
	if r.do("GET", record, "", &off); len(off.Misread) != 0 || !off.Readings[0].Sure {
		t.Errorf("turned off: %+v", off.Readings)
	}
	with(false)
	if again := r.read(record, `"character":"stem-ring","states":["skirt"],"sure":true,"afresh":true`); len(again.Misread) != 0 || !again.Readings[0].Sure {
		t.Errorf("looked at afresh: %+v", again.Readings)
	}
	r.rows("") // the list comes up to date
	var asked struct{ Question app.Question }
	if r.do("GET", "/api/v1/practice/cards/misread?seed=3", "", &asked); asked.Question.Character != "stem-ring" {
		t.Errorf("%+v", asked)
	}
	_, _, text := r.send("GET", "/api/v1/practice/cards/pairs?seed=3", "", nil)
	if strings.Contains(text, "right") || !strings.Contains(text, `"choices"`) {
		t.Errorf("a card tells its answer: %s", text)
	}
	if status, _, text := r.send("POST", "/api/v1/practice/cards", `{`+op()+`,"card":"state:stem-ring/skirt","seed":3,"answer":"cube"}`, nil); status != 422 || !strings.Contains(text, "was not offered") {
		t.Errorf("%d %s", status, text)
	}
}
