package main

import (
	"context"
	"testing"

	"zestythicket/guidefile"
	"zestythicket/server"
	"zestythicket/store"
)

func demoVerdicts(t *testing.T, dir string) map[string]int {
	t.Helper()
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	s, err := store.Open(dir)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	if err := fillDemo(context.Background(), server.New(g, s, nil)); err != nil {
		t.Fatal(err)
	}
	rows, err := s.List(context.Background(), server.Owner, "", false)
	if err != nil || len(rows) != 10 {
		t.Fatalf("%d records (%v)", len(rows), err)
	}
	out := map[string]int{}
	for _, r := range rows {
		out[r.Verdict]++
	}
	return out
}
