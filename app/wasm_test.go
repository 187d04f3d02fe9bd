package app_test

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"os"
	"os/exec"
	"path/filepath"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/guidefile"
)

const small = "../core/guidetest/testdata/small-guide.json"

// The application runs in a browser too: built for WebAssembly and run by Node.js, it rules on every worked record, and on
// 200 records by lot, to the letter as it does here.
func TestRulesAlikeInWebAssembly(t *testing.T) {
	node, err := exec.LookPath("node")
	if err != nil {
		t.Fatal("Node.js is needed, which builds the front end too")
	}
	engine := filepath.Join(t.TempDir(), "engine.wasm")
	build := exec.Command("go", "build", "-o", engine, "../cmd/engine")
	build.Env = append(os.Environ(), "GOOS=js", "GOARCH=wasm")
	if out, err := build.CombinedOutput(); err != nil {
		t.Fatalf("%v\n%s", err, out)
	}
	root, err := exec.Command("go", "env", "GOROOT").Output()
	if err != nil {
		t.Fatal(err)
	}
	run := func(m *guide.Matrix, records string, args ...string) {
		t.Helper()
		var want bytes.Buffer
		if err := app.IdentifyLines(m, strings.NewReader(records), &want); err != nil {
			t.Fatal(err)
		}
		wasm := exec.Command(node, append([]string{"--stack-size=8192", filepath.Join(strings.TrimSpace(string(root)), "lib/wasm/wasm_exec_node.js"), engine}, args...)...)
		wasm.Stdin = strings.NewReader(records)
		wasm.Env = []string{"PATH=" + os.Getenv("PATH")} // a long environment does not fit into its memory
		var wrong bytes.Buffer
		wasm.Stderr = &wrong
		got, err := wasm.Output()
		if err != nil {
			t.Fatalf("%v\n%s", err, wrong.String())
		}
		if !bytes.Equal(got, want.Bytes()) {
			for i, line := range strings.Split(want.String(), "\n") {
				if other := strings.Split(string(got)+"\n\n", "\n")[i]; other != line {
					t.Errorf("record %d is ruled otherwise from %s", i+1, apart(other, line))
				}
			}
			t.Fatalf("%d bytes came back, want %d", len(got), want.Len())
		}
	}
	page, err := os.ReadFile("../docs/rulings.md")
	if err != nil {
		t.Fatal(err)
	}
	var worked strings.Builder
	for _, w := range guidetest.WorkedRecords(page) {
		fmt.Fprintln(&worked, strings.ReplaceAll(w.Record, "\n", " "))
	}
	run(guidetest.Small(), worked.String(), small)
	shipped, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	run(shipped, byLot(t, shipped, 200))
}

// byLot makes records of taxa drawn from a guide, with readings of what they show and a few of what they do not.
func byLot(t *testing.T, m *guide.Matrix, n int) string {
	t.Helper()
	r := rand.New(rand.NewPCG(11, 26))
	var out strings.Builder
	for i := range n {
		taxon := r.IntN(len(m.Taxa))
		rec := evidence.Record{ID: fmt.Sprint(i), Kingdom: m.Taxa[taxon].Kingdom, Date: fmt.Sprintf("2026-%02d-14", 1+r.IntN(12))}
		if r.IntN(2) == 0 {
			rec.Target = m.Taxa[taxon].ID
		}
		for _, c := range r.Perm(len(m.Columns))[:r.IntN(25)] {
			col := &m.Columns[c]
			reading := guidetest.RandomReading(r, col)
			if col.Scored.Has(taxon) && col.Kind == guide.States && r.IntN(5) > 0 {
				reading = evidence.Reading{Character: col.ID, States: []string{col.States[col.Patterns[col.Pattern[taxon]].Shown[0].State].ID}, Sure: true}
			}
			rec.Readings = append(rec.Readings, reading)
		}
		b, err := json.Marshal(rec)
		if err != nil {
			t.Fatal(err)
		}
		fmt.Fprintln(&out, string(b))
	}
	return out.String()
}

// apart gives the place at which two lines part.
func apart(a, b string) string {
	i := 0
	for i < len(a) && i < len(b) && a[i] == b[i] {
		i++
	}
	from := max(0, i-80)
	return fmt.Sprintf("here on:\n%.200s\n%.200s", a[from:], b[from:])
}
