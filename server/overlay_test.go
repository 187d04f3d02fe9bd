package server_test

import (
	"net/http"
	"strings"
	"testing"

	"zestythicket/app"
)

const opA, opB, opC, opD = "01960000-0000-7000-8000-00000000a001", "01960000-0000-7000-8000-00000000a002",
	"01960000-0000-7000-8000-00000000a003", "01960000-0000-7000-8000-00000000a004"

// shows is a score of one state, as it is sent.
func shows(state string) string {
	return `{"states":[{"state":"` + state + `","rare":false,"when":""}],"counts":[]}`
}

// A local name is kept at once and found by; a correction that makes a deadly one easier to rule out is kept only with
// the word that the answer gave; undo brings back what was.
func TestOwnGuideIsKeptAndAsksTwice(t *testing.T) {
	r := serve(t)
	var got app.OverlayChange
	r.do("PUT", "/api/v1/overlay/corrections/amanita-phalloides", `{"op":"`+opA+`","common":["Green one of the weir"],"note":"By the weir.","scores":{}}`, &got)
	if !got.Saved || len(got.Overlay.Corrections) != 1 {
		t.Fatalf("a local name: %+v", got)
	}
	var found []app.Taxon
	r.do("GET", "/api/v1/taxa?q=green+one+of+the+weir", "", &found)
	if len(found) != 1 || found[0].ID != "amanita-phalloides" || found[0].Own != "corrected" {
		t.Fatalf("found %+v", found)
	}
	narrower := `"common":["Green one of the weir"],"note":"","scores":{"stem-ring":` + shows("skirt") + `}`
	r.do("PUT", "/api/v1/overlay/corrections/amanita-phalloides", `{"op":"`+opB+`",`+narrower+`}`, &got)
	if got.Saved || len(got.Asks) == 0 || got.Confirm == "" || !strings.Contains(got.Asks[0].Says, "easier to rule out") {
		t.Fatalf("a narrower death cap: %+v", got)
	}
	r.do("PUT", "/api/v1/overlay/corrections/amanita-phalloides", `{"op":"`+opB+`","confirm":"nonsense",`+narrower+`}`, &got)
	if got.Saved {
		t.Fatal("kept on a word that was not given")
	}
	r.do("PUT", "/api/v1/overlay/corrections/amanita-phalloides", `{"op":"`+opB+`","confirm":"`+got.Confirm+`",`+narrower+`}`, &got)
	if !got.Saved {
		t.Fatalf("confirmed and not kept: %+v", got)
	}
	var page app.TaxonPage
	r.do("GET", "/api/v1/taxa/amanita-phalloides/page", "", &page)
	for _, s := range page.Scores {
		if s.Character == "stem-ring" && (!s.Own || len(s.Score.States) != 1) {
			t.Errorf("the page shows %+v", s)
		}
	}
	var back app.OverlayChange
	r.do("POST", "/api/v1/overlay/undo", `{"op":"`+opC+`"}`, &back)
	if !back.Saved || len(back.Overlay.Corrections[0].Scores) != 0 || back.Overlay.Corrections[0].Note != "By the weir." {
		t.Errorf("undone: %+v", back)
	}
}

// What does not validate is refused with what is wrong, and nothing of it is kept.
func TestOwnGuideRefusesAndKeepsNothing(t *testing.T) {
	r := serve(t)
	for name, c := range map[string]struct{ method, path, body, says string }{
		"an unknown character": {"PUT", "/overlay/corrections/amanita-phalloides", `{"op":"` + opA + `","common":[],"note":"","scores":{"cap-song":` + shows("loud") + `}}`, "scores/cap-song: no character has the id"},
		"an unknown taxon":     {"PUT", "/overlay/corrections/nobody", `{"op":"` + opA + `","common":["X"],"note":"","scores":{}}`, "no taxon"},
		"markup in a name":     {"PUT", "/overlay/corrections/amanita-phalloides", `{"op":"` + opA + `","common":["<img src=x>"],"note":"","scores":{}}`, "markup"},
		"a page's address":     {"PUT", "/overlay/taxa/words", `{"op":"` + opA + `","taxon":{"id":"words","name":"Verbum meum","family":"Verbaceae","kingdom":"fungi","use":"none","harm":"none","scores":{"underside":` + shows("gills") + `}}}`, "address of a page"},
		"half a taxon":         {"PUT", "/overlay/taxa/mine", `{"op":"` + opA + `","taxon":{"id":"mine","name":"Quid meum","kingdom":"fungi","use":"none","harm":"none"}}`, "family: a taxon of your own needs its scientific family"},
		"one wrong of two":     {"POST", "/overlay/import", `{"op":"` + opA + `","name":"a.yaml","text":"corrections:\n  - {taxon: amanita-phalloides, note: x}\n  - {taxon: nobody, note: x}\n"}`, "a.yaml:3: "},
		"nothing":              {"POST", "/overlay/import", `{"op":"` + opA + `","name":"a.yaml","text":""}`, "neither taxa nor corrections"},
	} {
		t.Run(name, func(t *testing.T) {
			status, _, text := r.send(c.method, "/api/v1"+c.path, c.body, nil)
			if status != http.StatusUnprocessableEntity || !strings.Contains(text, c.says) {
				t.Errorf("%d %s", status, text)
			}
			var own app.Overlay
			r.do("GET", "/api/v1/overlay", "", &own)
			if len(own.Taxa)+len(own.Corrections) != 0 || own.CanUndo {
				t.Errorf("something was kept: %+v", own)
			}
		})
	}
	if status, _, _ := r.send("POST", "/api/v1/overlay/import", `{"op":"`+opA+`","name":"a.yaml","text":"`+strings.Repeat("x", 2<<20)+`"}`, nil); status != http.StatusRequestEntityTooLarge {
		t.Errorf("2 MB: %d", status)
	}
}

// A harmful taxon of the user's own stands in the way of a ruling, and in the list of records, as soon as it is kept.
func TestOwnHarmfulTaxonStandsInTheWay(t *testing.T) {
	r := serve(t)
	id := "01960000-0000-7000-8000-00000000b001"
	var rec app.Record
	r.do("POST", "/api/v1/records", `{"id":"`+id+`","op":"`+opD+`","about":{"kingdom":"fungi","target":"cantharellus-cibarius","purpose":"eat","date":"","region":"","stage":"","observer":"","note":"","place":{"name":""}}}`, &rec)
	was := len(rec.Ruling.Harmful)
	var got app.OverlayChange
	put := `"taxon":{"id":"false-mine","name":"Falsus meus","family":"Falsaceae","kingdom":"fungi","use":"none","harm":"deadly","scores":{"underside":` + shows("ridges") + `}}`
	r.do("PUT", "/api/v1/overlay/taxa/false-mine", `{"op":"`+opA+`",`+put+`}`, &got)
	r.do("PUT", "/api/v1/overlay/taxa/false-mine", `{"op":"`+opA+`","confirm":"`+got.Confirm+`",`+put+`}`, &got)
	if !got.Saved || len(got.Overlay.Taxa) != 1 {
		t.Fatalf("%+v", got)
	}
	r.do("GET", "/api/v1/records/"+id, "", &rec)
	if len(rec.Ruling.Harmful) != was+1 {
		t.Errorf("%d harmful taxa, want one more than %d", len(rec.Ruling.Harmful), was)
	}
	var again app.OverlayChange
	r.do("POST", "/api/v1/overlay/remove", `{"op":"`+opB+`","taxa":["false-mine"],"corrections":[]}`, &again)
	if again.Saved || len(again.Asks) == 0 {
		t.Errorf("a deadly one went without a question: %+v", again)
	}
	status, head, text := r.send("GET", "/api/v1/overlay.yaml", "", nil)
	if status != 200 || !strings.Contains(head.Get("Content-Disposition"), "my-guide.yaml") || !strings.Contains(text, "false-mine") {
		t.Errorf("export: %d %s", status, text)
	}
}
