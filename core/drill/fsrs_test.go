package drill_test

import (
	"encoding/json"
	"math"
	"os"
	"testing"
	"time"

	"zestythicket/core/drill"
)

// A thousand random histories, worked out by the published scheduler (npm's ts-fsrs, testdata/histories.mjs): stability and difficulty to a millionth,
// intervals to the day.
func TestFSRS(t *testing.T) {
	b, err := os.ReadFile("testdata/histories.json")
	if err != nil {
		t.Fatal(err)
	}
	var histories [][][5]float64
	if err := json.Unmarshal(b, &histories); err != nil || len(histories) != 1000 {
		t.Fatalf("%d histories, %v", len(histories), err)
	}
	reviews := 0
	for h, list := range histories {
		var m drill.Memory
		for n, r := range list {
			grade := drill.Grade(r[0])
			wait := m.Wait(r[1], grade)
			m = m.After(r[1], grade)
			if reviews++; math.Abs(m.Stability-r[2]) > 1e-6 || math.Abs(m.Difficulty-r[3]) > 1e-6 || wait != int(r[4]) {
				t.Fatalf("history %d, review %d: stability %.8f, difficulty %.8f, %d days; want %v", h, n, m.Stability, m.Difficulty, wait, r[2:])
			}
		}
	}
	if reviews < 4000 {
		t.Errorf("%d reviews", reviews)
	}
}

// What was answered wrongly is due on the next day; what was right waits longer each time.
func TestCardsComeBack(t *testing.T) {
	at := time.Date(2026, 9, 1, 20, 0, 0, 0, time.UTC)
	var c drill.Card
	if c.IsDue(at) {
		t.Error("a card that was never seen is due")
	}
	c = c.Answer(at, drill.Again)
	if c.Wrong != 1 || c.IsDue(at) || !c.IsDue(at.Add(8*time.Hour)) {
		t.Errorf("wrong: %+v", c)
	}
	last := 0.0
	for range 4 {
		at = c.Due
		c = c.Answer(at, drill.Good)
		wait := c.Due.Sub(at).Hours() / 24
		if wait <= last {
			t.Errorf("it waits %g days after %g", wait, last)
		}
		last = wait
	}
}
