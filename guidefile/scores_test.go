package guidefile

import (
	"os"
	"path/filepath"
	"strings"
	"testing"

	"zestythicket/core/guide"
	"zestythicket/core/merging"
)

// Scores are written into a taxon's file and read back the same; all else of the file stays; and what an author said is not
// taken in twice.
func TestScoresAreWrittenBack(t *testing.T) {
	folder := t.TempDir()
	if err := os.CopyFS(folder, os.DirFS("../guide")); err != nil {
		t.Fatal(err)
	}
	g, err := Load(folder)
	if err != nil {
		t.Fatal(err)
	}
	path := filepath.Join(folder, "taxa/fungi/cantharellus-cibarius.yaml")
	before, err := os.ReadFile(path)
	if err != nil {
		t.Fatal(err)
	}
	n, _ := g.Taxon("cantharellus-cibarius")
	same := map[string]guide.Scores{"cantharellus-cibarius": {}}
	for i := range g.Columns {
		if col := &g.Columns[i]; col.Scored.Has(n) {
			same["cantharellus-cibarius"][col.ID] = col.Patterns[col.Pattern[n]].Score
		}
	}
	if err := WriteScores(folder, g, same); err != nil {
		t.Fatal(err)
	}
	after, err := os.ReadFile(path)
	if err != nil || string(after) != string(before) {
		t.Errorf("%v\n%s", err, after)
	}
	author, err := Descriptions("../guide/authors/second", g)
	if err != nil {
		t.Fatal(err)
	}
	again, _ := merging.Merge(g, author, merging.Merging{Author: "second", Weight: 0.7})
	for character, score := range same["cantharellus-cibarius"] {
		if got := scoreText(again["cantharellus-cibarius"][character]); got != scoreText(score) {
			t.Errorf("%s is taken in twice: %s", character, got)
		}
	}
	if err := os.WriteFile(path, []byte("id: x\n"), 0o600); err != nil {
		t.Fatal(err)
	}
	if err := WriteScores(folder, g, same); err == nil || !strings.Contains(err.Error(), "no scores") {
		t.Errorf("a file without scores: %v", err)
	}
	if _, err := Refusals("../guide/authors/second/refused.yaml", g); err != nil {
		t.Error(err)
	}
	wrong := filepath.Join(folder, "wrong.yaml")
	for text, want := range map[string]string{
		"": "no such file", "- {taxon: none, character: sap, why: x}": "no taxon", "- {taxon: amanita-fulva, character: none, why: x}": "no character",
		"- {taxon: amanita-fulva, character: stem-base, states: [none], why: x}": "no state", "- {taxon: amanita-fulva, character: stem-base}": "says why",
		"- {taxon: amanita-fulva, charakter: stem-base}": `wrong.yaml:1: there is no key "charakter"`,
	} {
		if text != "" {
			if err := os.WriteFile(wrong, []byte(text), 0o600); err != nil {
				t.Fatal(err)
			}
		}
		if _, err := Refusals(wrong, g); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: %v, want … %s …", text, err, want)
		}
		_ = os.Remove(wrong)
	}
}
