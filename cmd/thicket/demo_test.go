package main

import (
	"context"
	"log/slog"
	"testing"

	"zestythicket/app"
	"zestythicket/demo"
	"zestythicket/guidefile"
	"zestythicket/photos"
	"zestythicket/store"
)

func demoVerdicts(t *testing.T, dir string) map[string]int {
	t.Helper()
	g, err := guidefile.ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := store.Open(dir, slog.New(slog.DiscardHandler))
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	ctx := context.Background()
	a := app.New(g, kept, guidefile.Files{})
	a.Darkroom = photos.Darkroom{}
	s, err := a.Session(ctx, "local")
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(ctx, s); err != nil {
		t.Fatal(err)
	}
	page, err := s.Records(ctx, app.RecordQuery{Limit: 100})
	if err != nil || len(page.Rows) != 11 {
		t.Fatalf("%+v (%v)", page, err)
	}
	out := map[string]int{}
	for _, r := range page.Rows {
		out[string(r.Verdict)]++
	}
	return out
}
