package logbook_test

import (
	"slices"
	"strings"
	"testing"

	"zestythicket/core/logbook"
)

func ptr(n int) *int { return &n }

// By hand: a record of 350 g of which two baskets of 400 and 60 g were begun is 460 g; a visit of that day, place and taxon adds nothing, one of the day
// after its 80 g; another record without a basket its own 90 g. Of 12 pieces left, seven were wormed.
func TestAYear(t *testing.T) {
	list := []logbook.Entry{
		{Kind: logbook.Record, ID: "r1", Date: "2026-08-14", Taxa: []string{"cantharellus-cibarius"}, Place: "fold", People: []string{"Mirel"}, G: 350, Margin: ptr(3)},
		{Kind: logbook.Basket, ID: "b1", Within: "r1", Date: "2026-08-14", Taxa: []string{"cantharellus-cibarius"}, Place: "fold", G: 400, Left: 9, LeftWhy: map[string]int{"wormed": 6, "soaked": 3}},
		{Kind: logbook.Basket, ID: "b2", Within: "r1", Date: "2026-08-20", Taxa: []string{"cantharellus-cibarius"}, Place: "fold", G: 60, Left: 3, LeftWhy: map[string]int{"wormed": 1, "too small": 2}},
		{Kind: logbook.Visit, ID: "v1", Within: "fold", Date: "2026-08-14", Taxa: []string{"cantharellus-cibarius"}, Place: "fold", G: 400},
		{Kind: logbook.Visit, ID: "v2", Within: "fold", Date: "2026-08-15", Taxa: []string{"cantharellus-cibarius"}, Place: "fold", G: 80},
		// A basket that was not weighed leaves its record what it says.
		{Kind: logbook.Basket, ID: "b3", Within: "r2", Date: "2026-09-01", Taxa: []string{"boletus-edulis"}},
		{Kind: logbook.Record, ID: "r2", Date: "2026-09-01", Taxa: []string{"boletus-edulis"}, G: 90, People: []string{"Mirel"}},
		{Kind: logbook.Record, ID: "r3", Date: "2026-09-01", Taxa: []string{}},
		{Kind: logbook.Meal, ID: "m1", Within: "x", Date: "2026-08-14", Taxa: []string{"cantharellus-cibarius", "boletus-edulis"}, People: []string{"Mirel", "Ode"}, G: 120},
		{Kind: logbook.Record, ID: "r0", Date: "2025-08-14", Taxa: []string{"cantharellus-cibarius"}, G: 1000},
	}
	b, err := logbook.Of(list, 2026)
	if err != nil {
		t.Fatal(err)
	}
	if want := (logbook.Sum{Found: 3, Meals: 1, TakenG: 630, EatenG: 120, Left: 12}); b.Sum != want {
		t.Errorf("%+v, want %+v", b.Sum, want)
	}
	show := func(rows []logbook.Tally) string {
		var out []string
		for _, r := range rows {
			out = append(out, r.Key)
		}
		return strings.Join(out, " ")
	}
	for got, want := range map[string]string{
		show(b.Days): "2026-08-14 2026-08-15 2026-08-20 2026-09-01", show(b.Taxa): "cantharellus-cibarius boletus-edulis", show(b.Places): "fold", show(b.People): "Mirel Ode",
	} {
		if got != want {
			t.Errorf("%s, want %s", got, want)
		}
	}
	if first := b.Taxa[0]; first.TakenG != 540 || first.Found != 1 || first.Meals != 1 || b.Places[0].TakenG != 540 {
		t.Errorf("%+v, %+v", first, b.Places[0])
	}
	if !slices.Equal(b.LeftWhy, []logbook.Why{{Why: "wormed", Left: 7}, {Why: "soaked", Left: 3}, {Why: "too small", Left: 2}}) {
		t.Errorf("%+v", b.LeftWhy)
	}
	if len(b.Margins) != 1 || b.Entries[b.Margins[0]].ID != "r1" || len(b.Entries) != 9 {
		t.Errorf("%v of %d", b.Margins, len(b.Entries))
	}
	// Whatever the order in which entries come, the year is the same.
	slices.Reverse(list)
	again, err := logbook.Of(list, 2026)
	if err != nil || again.Sum != b.Sum || show(again.Taxa) != show(b.Taxa) || show(again.Days) != show(b.Days) {
		t.Errorf("the other way round: %+v", again)
	}
	if years := logbook.Years(list); !slices.Equal(years, []int{2026, 2025}) {
		t.Errorf("%v", years)
	}
	if none, err := logbook.Of(list, 2024); err != nil || none.Found != 0 || len(none.Days) != 0 {
		t.Errorf("%+v, %v", none, err)
	}
	if _, err := logbook.Of(list, 0); err == nil {
		t.Error("there is no year 0")
	}
}
