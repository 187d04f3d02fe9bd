package demo

import (
	"context"
	"log/slog"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/app"
	"zestythicket/guidefile"
	"zestythicket/photos"
	"zestythicket/store"
)

func session(t *testing.T, now time.Time) *app.Session {
	t.Helper()
	g, err := guidefile.ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := store.Open(t.TempDir(), slog.New(slog.DiscardHandler))
	if err != nil {
		t.Fatal(err)
	}
	t.Cleanup(func() { kept.Close() })
	a := app.New(g, kept, guidefile.Files{})
	a.Darkroom = photos.Darkroom{}
	a.Now = func() time.Time { return now }
	s, err := a.Session(context.Background(), "me")
	if err != nil {
		t.Fatal(err)
	}
	return s
}

// The demo is set in a made-up place, and each record's history reads back as the record. It shows every verdict but one.
func TestTheScenario(t *testing.T) {
	ctx := context.Background()
	s := session(t, time.Now())
	if err := Fill(ctx, s); err != nil {
		t.Fatal(err)
	}
	sc, err := Load()
	if err != nil {
		t.Fatal(err)
	}
	if len(sc.Records) != 11 || sc.Settings.Place.Name != "Velna valley" {
		t.Fatalf("%d records, set at %s", len(sc.Records), sc.Settings.Place.Name)
	}
	for _, f := range sc.Records {
		r, err := s.Record(ctx, f.ID)
		if err != nil {
			t.Fatal(err)
		}
		if len(r.Readings) != len(f.Readings) || r.About.Date != f.About.Date || (r.Closing == nil) != (f.Closing == nil) || !r.Created.Equal(f.At) {
			t.Errorf("%s reads back as %+v", f.ID, r.About)
		}
		for _, x := range f.Readings {
			if i := slices.IndexFunc(r.Readings, func(k app.Kept) bool { return k.Character == x.Character }); i < 0 || r.Readings[i].Confirmed != x.Confirmed {
				t.Errorf("%s: %s was made twice: %v", f.ID, x.Character, x.Confirmed)
			}
		}
	}
}

// A practice is a copy that says what it is, in the past, and leaves what it is a copy of as it was.
func TestPractice(t *testing.T) {
	ctx, now := context.Background(), time.Date(2026, 11, 25, 8, 0, 0, 0, time.UTC)
	s := session(t, now)
	f, err := Practice()
	if err != nil {
		t.Fatal(err)
	}
	for range 2 {
		r, err := s.Practise(ctx, app.NewID(), f)
		if err != nil {
			t.Fatal(err)
		}
		if len(r.Readings) != len(f.Readings) || !strings.Contains(r.About.Note, "made-up") || r.About.Place.Latitude != nil || r.Changed.After(now) {
			t.Errorf("the practice is about %+v", r.About)
		}
	}
	if again, err := Practice(); err != nil || again.About.Note != f.About.Note || strings.Contains(f.About.Note, "made-up") {
		t.Error("the practice changed the find that it is a copy of")
	}
}
