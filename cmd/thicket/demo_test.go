package main

import (
	"context"
	"log/slog"
	"testing"

	"zestythicket/app"
	"zestythicket/demo"
	"zestythicket/guidefile"
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
	s, err := app.New(g, kept, guidefile.Files{}).Session(ctx, "local")
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(ctx, s); err != nil {
		t.Fatal(err)
	}
	rows, err := s.Records(ctx, "", false)
	if err != nil || len(rows) != 10 {
		t.Fatalf("%d records (%v)", len(rows), err)
	}
	out := map[string]int{}
	for _, r := range rows {
		out[string(r.Verdict)]++
	}
	return out
}
