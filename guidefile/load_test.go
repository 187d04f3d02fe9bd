package guidefile

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"reflect"
	"slices"
	"strings"
	"testing"
	"testing/fstest"
	"time"

	"zestythicket/core/guide"
)

func TestTheEmbeddedGuideIsThatOfTheFiles(t *testing.T) {
	b, err := Pack("../guide")
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.Equal(b, ShippedJSON()) {
		t.Error("shipped.json is stale; make guide writes it anew")
	}
	g, err := ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	if kept, err := os.ReadFile("../web/src/drawings/vocabulary.ts"); err != nil || !bytes.Equal(kept, Vocabulary(g)) {
		t.Errorf("vocabulary.ts is stale (%v); make guide writes it anew", err)
	}
}

func TestTheShippedGuideIsWhatItPromises(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	useful, harmful := 0, 0
	var scores []int
	for i := range g.Taxa {
		scores = append(scores, len(g.ScoresOf(i)))
		if tx := &g.Taxa[i]; tx.Useful() {
			useful++
		} else if tx.Harm != guide.NoHarm {
			harmful++
		}
	}
	slices.Sort(scores)
	if len(g.Taxa) < 170 || useful < 80 || harmful < 75 || len(g.Characters) < 90 || scores[len(scores)/2] < 22 {
		t.Errorf("%d taxa, %d of them with a use, %d harmful; %d characters; %d scores in the median", len(g.Taxa), useful, harmful, len(g.Characters), scores[len(scores)/2])
	}
	found, err := Check(g, "")
	if err != nil {
		t.Fatal(err)
	}
	for _, f := range found {
		if f.Waived == "" {
			t.Errorf("%s: %s", f.Lint, f.Says)
		}
	}
	for kingdom, taxa := range g.Kingdoms {
		lines := map[int]bool{}
		for n := range g.Columns {
			if col := &g.Columns[n]; col.Full() && col.Scored.Meet(taxa) == taxa.Count() {
				lines[col.Line] = true
			}
		}
		if len(lines) < 12 {
			t.Errorf("%s: only %d lines that count in full are scored on every taxon", kingdom, len(lines))
		}
	}
	for i := range g.Taxa {
		if n := len(g.ScoresOf(i)); n < 18 {
			t.Errorf("%s has %d scores", g.Taxa[i].ID, n)
		}
	}
}

const oneFile = `{"characters": [
  {"id": "a", "kind": "states", "states": [{"id": "x"}, {"id": "y"}]},
  {"id": "m", "kind": "measure", "unit": "mm"}],
 "taxa": [
  {"id": "good", "name": "Good one", "kingdom": "fungi", "use": "edible", "harm": "none", "scores": {"a": ["x"], "m": {"min": 1, "max": 2}}},
  {"id": "bad", "name": "Bad one", "kingdom": "fungi", "use": "none", "harm": "deadly", "contact": {"burns": true}, "group": null, "scores": {
    "a": ["y"]}}],
 "signs": [{"id": "s", "all": {"a": ["y"]}, "verdict": "leave"}],
 "gates": [{"id": "g", "genera": ["Bad"], "needs": "taught", "why": "so"}]}`

func put(t *testing.T, name, text string) string {
	t.Helper()
	path := filepath.Join(t.TempDir(), name)
	if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
		t.Fatal(err)
	}
	return path
}

func TestOneFileOfCharactersTaxaSignsAndGatesLoads(t *testing.T) {
	g, err := Load(put(t, "some.json", oneFile))
	if err != nil {
		t.Fatal(err)
	}
	if n, _ := g.Taxon("bad"); g.Taxa[n].Contact == nil || g.Taxa[n].Contact.Does != "burns: true" {
		t.Error("what contact does is lost")
	}
}

func TestABrokenGuideIsRefusedWithFileLineAndReason(t *testing.T) {
	for name, c := range map[string]struct {
		from, to, says string
		line           int
	}{
		"a state that is none":   {`"a": ["y"]}`, `"a": ["z"]}`, `"z" is not a state of "a"`, 7},
		"a field that is none":   {`"unit": "mm"`, `"units": "mm"`, "'units'", 3},
		"a use that is none":     {`"use": "edible"`, `"use": "tasty"`, "must be one of", 5},
		"a field that is needed": {`"harm": "deadly", `, ``, "'harm'", 6},
		"a negative number":      {`"min": 1`, `"min": -1`, "minimum", 5},
		"not JSON":               {`"signs"`, `signs`, "this is not JSON", 8},
	} {
		path := put(t, "some.json", strings.Replace(oneFile, c.from, c.to, 1))
		_, err := Load(path)
		if err == nil || !strings.HasPrefix(err.Error(), fmt.Sprintf("%s:%d: ", path, c.line)) || !strings.Contains(err.Error(), c.says) || strings.Contains(err.Error(), "\n") {
			t.Errorf("%s: got %v, want line %d and … %s …", name, err, c.line, c.says)
		}
	}
}

func folder(change map[string]string) fstest.MapFS {
	files := fstest.MapFS{}
	for name, text := range map[string]string{
		"guide.yaml":             "id: small\n",
		"characters/all.yaml":    "- id: a\n  kind: states\n  states:\n    - {id: x}\n    - {id: y}\n",
		"taxa/fungi/good.yaml":   "id: good\nname: Good one\nkingdom: fungi\nuse: edible\nharm: none\nscores:\n  a: [x]\n",
		"taxa/fungi/worse.yaml":  "id: bad\nname: Bad one\nkingdom: fungi\nuse: none\nharm: deadly\nscores:\n  a: [y]\n",
		"pack/main.go":           "package main\n",
		"taxa/fungi/ignored.txt": "not a guide\n",
	} {
		if with, ok := change[name]; ok {
			text = with
		}
		files[name] = &fstest.MapFile{Data: []byte(text)}
	}
	return files
}

func TestAFolderIsRefusedByTheFileThatIsWrong(t *testing.T) {
	d, err := openFolder(folder(nil), "f")
	if err != nil {
		t.Fatal(err)
	}
	if g, err := d.Source(); err != nil || len(g.Taxa) != 2 || g.Meta.ID != "small" {
		t.Fatalf("the folder itself is refused: %v", err)
	}
	for name, c := range map[string]struct{ file, text, want string }{
		"meaning":   {"taxa/fungi/worse.yaml", "id: bad\nkingdom: fungi\nuse: none\nharm: deadly\nscores:\n  a: [z]\n", `f/taxa/fungi/worse.yaml:6: "z" is not a state`},
		"schema":    {"characters/all.yaml", "- id: a\n  kind: states\n  states: [{id: x}, {id: y}]\n- id: b\n  kind: smelly\n", "f/characters/all.yaml:5: "},
		"syntax":    {"taxa/fungi/good.yaml", "id: good\nscores: [a\n", "f/taxa/fungi/good.yaml:"},
		"twice":     {"taxa/fungi/good.yaml", "id: bad\nkingdom: fungi\nuse: edible\nharm: none\n", "f/taxa/fungi/worse.yaml:1: "},
		"an alias":  {"taxa/fungi/good.yaml", "id: &x good\nname: *x\n", "f/taxa/fungi/good.yaml:2: a guide takes no YAML aliases"},
		"not a map": {"guide.yaml", "just a text\n", "f/guide.yaml:1: "},
	} {
		d, err := openFolder(folder(map[string]string{c.file: c.text}), "f")
		if err == nil {
			_, err = d.Source()
		}
		if err == nil || !strings.HasPrefix(err.Error(), c.want) {
			t.Errorf("%s: got %v, want %s …", name, err, c.want)
		}
	}
	if _, err := openFolder(fstest.MapFS{"readme.md": {}}, "f"); err == nil {
		t.Error("a folder without a guide is taken for one")
	}
	var refused *Refused
	if _, err := Load(put(t, "x.json", `{"characters":[],"taxa":[{}]}`)); !errors.As(err, &refused) || len(refused.Diagnostics) == 0 {
		t.Errorf("got %v", err)
	}
}

// Whatever bytes are taken for a guide, the loader reads or refuses them; it never fails.
func FuzzLoad(f *testing.F) {
	f.Add(oneFile)
	f.Add(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x","rests_on":{"a":["x"]}}]}],"taxa":[]}`)
	f.Add(`{"characters":[],"taxa":[{"id":"t","kingdom":"fungi","use":"none","harm":"none","scores":{"a":[1,"x"]}}]}`)
	dir := f.TempDir()
	f.Fuzz(func(t *testing.T, text string) {
		for _, name := range []string{"some.json", "some.yaml"} {
			path := filepath.Join(dir, name)
			if err := os.WriteFile(path, []byte(text), 0o600); err != nil {
				t.Fatal(err)
			}
			if g, err := Load(path); (g == nil) == (err == nil) {
				t.Errorf("%s: %v", name, err)
			}
		}
	})
}

// What is packed comes apart again, a line a taxon; anything laid out otherwise is told, not read wrongly.
func TestWhatIsPackedComesApart(t *testing.T) {
	taxa, others, ok := unpack(ShippedJSON())
	if !ok || len(taxa) < 400 {
		t.Fatalf("%d taxa, %v", len(taxa), ok)
	}
	for i, line := range append(taxa, others) {
		if !json.Valid(line) {
			t.Errorf("piece %d is no JSON of its own: %.80s", i, line)
		}
	}
	var spread bytes.Buffer
	if err := json.Indent(&spread, ShippedJSON(), "", " "); err != nil {
		t.Fatal(err)
	}
	for name, b := range map[string][]byte{
		"spread out": spread.Bytes(), "empty": nil, "cut off": ShippedJSON()[:1000],
	} {
		if _, _, ok := unpack(b); ok {
			t.Errorf("what is %s is taken for packed", name)
		}
	}
}

// A guide that is written and read again is the same guide.
func TestPackIsStable(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	again, err := Load(put(t, "again.json", string(ShippedJSON())))
	if err != nil {
		t.Fatal(err)
	}
	if len(again.Taxa) != len(g.Taxa) || len(again.Lint()) != len(g.Lint()) {
		t.Error("the shipped guide changes when it is loaded as one file")
	}
	for i := range g.Taxa {
		if strings.Join(g.Taxa[i].Common, "|") != strings.Join(again.Taxa[i].Common, "|") || len(g.ScoresOf(i)) != len(again.ScoresOf(i)) {
			t.Errorf("%s changes", g.Taxa[i].ID)
		}
	}
}

// Every taxon, character and place of the shipped guide says what people need to read.
func TestTheShippedGuideReadsWell(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for i := range g.Taxa {
		tx := &g.Taxa[i]
		if len(tx.Common) == 0 || tx.Family == "" || len(tx.Regions) == 0 || len(tx.Season) == 0 {
			t.Errorf("%s lacks a common name, a family, regions or a season", tx.ID)
		}
		if tx.Useful() && (len(tx.MustSee) == 0 || len(tx.Lookalikes) == 0 || tx.Harvest == nil || tx.Preparation == nil) {
			t.Errorf("%s has a use and lacks must-sees, lookalikes, harvest or preparation", tx.ID)
		}
		for _, l := range tx.Lookalikes {
			if l.Tell == "" {
				t.Errorf("%s does not say how %s is told", tx.ID, l.Taxon)
			}
		}
	}
	for i := range g.Characters {
		for _, s := range g.Characters[i].States {
			if strings.Contains(s.Name, ": true") || s.Name == "" {
				t.Errorf("%s of %s is called %q", s.ID, g.Characters[i].ID, s.Name)
			}
		}
		if !strings.HasSuffix(g.Characters[i].Question, "?") {
			t.Errorf("%s asks %q", g.Characters[i].ID, g.Characters[i].Question)
		}
	}
}

// Of JSON a key that stands twice and lists without end are refused with their line, and of many faults twenty are told.
func TestJSONIsReadStrictly(t *testing.T) {
	for text, want := range map[string]string{
		"{\"characters\":[],\n\"taxa\":[],\"taxa\":[]}": `.json:2: "taxa" stands twice`,
		"{\"taxa\":" + strings.Repeat("[", 100_000):     ".json:1: nothing in a guide stands that deep",
		"{\"taxa\":[{\"id\":\"a\",\n\"id\":\"b\"}]}":    `.json:2: "id" stands twice`,
		"{\"taxa\":[],": "this is not JSON",
	} {
		if _, err := Load(put(t, "x.json", text)); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%.40s: got %v, want %s", text, err, want)
		}
	}
	var refused *Refused
	many := `{"characters":[],"taxa":[` + strings.TrimSuffix(strings.Repeat(`{"id":"a b"},`, 500), ",") + `]}`
	if _, err := Load(put(t, "many.json", many)); !errors.As(err, &refused) || len(refused.Diagnostics) != mostTold || refused.More < 400 || !strings.Contains(err.Error(), "more)") {
		t.Errorf("got %v", err)
	}
	if says := (Files{}).Plainly(refused).Error(); !strings.Contains(says, "and ") || len(says) > 5000 {
		t.Errorf("said: %s", says)
	}
}

// The schema knows the same ways of taking and preparing, and the same that is done with pieces, as the rules do.
func TestTheSchemaListsWhatTheRulesKnow(t *testing.T) {
	var schema struct {
		Defs map[string]json.RawMessage `json:"$defs"`
	}
	if err := json.Unmarshal(Schema(), &schema); err != nil {
		t.Fatal(err)
	}
	lists := func(def string, want any) {
		t.Helper()
		text, err := json.Marshal(want)
		var plain bytes.Buffer
		if err == nil {
			err = json.Compact(&plain, schema.Defs[def])
		}
		if err != nil || !strings.Contains(plain.String(), `"enum":`+string(text)) {
			t.Errorf("%s: the schema does not list %s (%v)", def, text, err)
		}
	}
	lists("harvest", guide.Takings)
	lists("preparation", guide.Doings)
	lists("condition", guide.Keepings)
}

// The page about the guide tells of every waiver, each with its reason.
func TestThePageTellsOfEveryWaiver(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	found, err := Check(g, "")
	if err != nil {
		t.Fatal(err)
	}
	page, err := os.ReadFile("../docs/guide.md")
	if err != nil {
		t.Fatal(err)
	}
	if text, err := WithWaivers(string(page), found); err != nil || text != string(page) {
		t.Errorf("docs/guide.md does not tell of the waivers as they are; make guide writes them anew (%v)", err)
	}
	if _, err := WithWaivers("no place", found); err == nil {
		t.Error("a page without a place for them is taken")
	}
}

// The fast decoder reads the shipped guide as the standard library's does.
func TestTheShippedGuideIsDecodedRight(t *testing.T) {
	fast, err := ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	var plain guide.Source
	if err := json.Unmarshal(ShippedJSON(), &plain); err != nil {
		t.Fatal(err)
	}
	if !reflect.DeepEqual(fast, &plain) {
		for i := range plain.Taxa {
			if !reflect.DeepEqual(fast.Taxa[i], plain.Taxa[i]) {
				t.Errorf("%s is read otherwise", plain.Taxa[i].ID)
			}
		}
		t.Error("the shipped guide is read otherwise")
	}
}

// BenchmarkShipped loads the embedded guide: decoded, checked, compiled.
func BenchmarkShipped(b *testing.B) {
	for b.Loop() {
		if _, err := Shipped(); err != nil {
			b.Fatal(err)
		}
	}
}

// What figures are drawn from: measures in the middle of what is usual, counts, and only what is there in a month.
func TestWhatFiguresAreDrawnFrom(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	calocybe, _ := g.Taxon("calocybe-gambosa")
	ivy, _ := g.Taxon("toxicodendron-radicans")
	if mm := g.Sizes(calocybe)["cap-diameter"]; mm != 75 { // 50 to 100 mm, common practice
		t.Errorf("the cap of St George's is %v mm", mm)
	}
	if n := g.Sizes(ivy)["leaflet-count"]; n != 3 {
		t.Errorf("poison ivy has %v leaflets", n)
	}
	may, january := time.Date(2026, 5, 15, 0, 0, 0, 0, time.UTC), time.Date(2026, 1, 15, 0, 0, 0, 0, time.UTC)
	ramsons, _ := g.Taxon("allium-ursinum")
	for _, c := range []struct {
		character string
		day       time.Time
		there     bool
	}{{"leaf-veins", may, true}, {"leaf-veins", january, false}, {"petal-count", january, false}, {"nothing", may, false}} {
		if g.ThereIn(ramsons, c.character, c.day) != c.there {
			t.Errorf("ramsons in %s: %s there: %v", c.day.Month(), c.character, !c.there)
		}
	}
	if tools := g.Tools(); !slices.Contains(tools, "knife") || !slices.IsSorted(tools) {
		t.Errorf("the tools are %v", tools)
	}
}

// Every name of every taxon finds it, whatever its case and marks; a name that two share is told of on both.
func TestEveryNameFindsItsTaxon(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for i := range g.Taxa {
		for _, name := range g.Taxa[i].Names() {
			for _, asked := range []string{name, strings.ToUpper(name), guide.Fold(name)} {
				if !slices.ContainsFunc(g.Find(asked), func(h guide.Hit) bool { return h.Taxon == i }) {
					t.Errorf("%q does not find %s", asked, g.Taxa[i].ID)
				}
			}
		}
		for _, other := range g.Namesakes(i) {
			if other == i || !slices.Contains(g.Namesakes(other), i) {
				t.Errorf("%s is a namesake of %s, and not the other way round", g.Taxa[i].ID, g.Taxa[other].ID)
			}
		}
	}
}

// What errors are given for the shipped guide is what its own scores and the other author's descriptions come to.
func TestErrorsAreNotStale(t *testing.T) {
	want, err := Errors("../guide/authors/first/guide.json", "../guide/authors/second")
	if err != nil {
		t.Fatal(err)
	}
	got, err := os.ReadFile("../guide/errors.yaml")
	if err != nil {
		t.Fatal(err)
	}
	if string(got) != string(want) {
		t.Error("guide/errors.yaml is stale: make guide")
	}
	if _, err := Errors("../guide", t.TempDir()); err == nil {
		t.Error("a folder without descriptions is taken")
	}
}
