package demo

import (
	"strings"
	"testing"
	"time"

	"zestythicket/core/journal"
)

// The demo is set in a made-up place, and each record's history reads back as the record.
func TestTheScenario(t *testing.T) {
	s, err := Load()
	if err != nil {
		t.Fatal(err)
	}
	if len(s.Records) != 10 || len(s.Settings) == 0 {
		t.Fatalf("%d records", len(s.Records))
	}
	for i := range s.Records {
		r := &s.Records[i]
		state := journal.Fold(r.Events())
		if len(state.Readings) != len(r.Readings) || state.About.Date != r.About.Date || (state.Closing == nil) != (r.Closing == nil) {
			t.Errorf("%s reads back as %+v", r.ID, state)
		}
	}
}

// A practice is a copy that says what it is, in the past, with operations of its own each time.
func TestPractice(t *testing.T) {
	now := time.Date(2026, 11, 25, 8, 0, 0, 0, time.UTC)
	one, err := Practice(now)
	if err != nil {
		t.Fatal(err)
	}
	two, err := Practice(now)
	if err != nil {
		t.Fatal(err)
	}
	if len(one) != len(two) || one[0].About == nil || !strings.Contains(one[0].About.Note, "made-up") || one[0].About.Place.Latitude != nil {
		t.Errorf("the practice is about %+v", one[0].About)
	}
	seen := map[string]bool{}
	for _, e := range append(one, two...) {
		if seen[e.Op] || e.At.After(now) {
			t.Errorf("event %s at %s", e.Op, e.At)
		}
		seen[e.Op] = true
	}
	s, err := Load()
	if err != nil {
		t.Fatal(err)
	}
	for i := range s.Records {
		if s.Records[i].ID == practised && strings.Contains(s.Records[i].About.Note, "made-up") {
			t.Error("the practice changed the record that it is a copy of")
		}
	}
}
