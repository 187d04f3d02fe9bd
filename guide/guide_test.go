package guidebook

import (
	"bytes"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"strings"
	"testing"
	"testing/fstest"
)

func TestTheEmbeddedGuideIsThatOfTheFiles(t *testing.T) {
	b, err := Pack(".")
	if err != nil {
		t.Fatal(err)
	}
	if !bytes.Equal(b, shipped) {
		t.Error("shipped.json is stale; make guide writes it anew")
	}
}

func TestTheShippedGuideIsWhatItPromises(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	if len(g.Taxa) < 24 || len(g.Characters) < 40 {
		t.Errorf("%d taxa and %d characters", len(g.Taxa), len(g.Characters))
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
			if col := &g.Columns[n]; col.Trust.Full && col.Scored.Meet(taxa) == taxa.Count() {
				lines[col.Line] = true
			}
		}
		if len(lines) < 12 {
			t.Errorf("%s: only %d lines that count in full are scored on every taxon", kingdom, len(lines))
		}
	}
	for i := range g.Taxa {
		if n := len(g.Taxa[i].Scores); n < 18 {
			t.Errorf("%s has %d scores", g.Taxa[i].ID, n)
		}
	}
}

const oneFile = `{"characters": [
  {"id": "a", "kind": "states", "states": [{"id": "x"}, {"id": "y"}]},
  {"id": "m", "kind": "measure", "unit": "mm"}],
 "taxa": [
  {"id": "good", "name": "Good one", "kingdom": "fungi", "use": "edible", "harm": "none", "scores": {"a": ["x"], "m": {"min": 1, "max": 2}}},
  {"id": "bad", "name": "Bad one", "kingdom": "fungi", "use": "none", "harm": "deadly", "contact": {"burns": true}, "scores": {
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
	if g, err := d.Compile(); err != nil || len(g.Taxa) != 2 || g.Meta.ID != "small" {
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
			_, err = d.Compile()
		}
		if err == nil || !strings.HasPrefix(err.Error(), c.want) {
			t.Errorf("%s: got %v, want %s …", name, err, c.want)
		}
	}
	if _, err := openFolder(fstest.MapFS{"readme.md": {}}, "f"); err == nil {
		t.Error("a folder without a guide is taken for one")
	}
	var refused *Refused
	if _, err := Load(put(t, "x.json", `{"characters":[],"taxa":[{}]}`)); !errors.As(err, &refused) || len(refused.Problems) == 0 {
		t.Errorf("got %v", err)
	}
}
