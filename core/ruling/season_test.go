package ruling_test

import (
	"fmt"
	"slices"
	"strings"
	"testing"

	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// A day far outside every season of a harmful taxon, moved to the place, is a hint of 3 decibans on a line of its own: only where all
// of its windows are checked, the place is known, the name itself is about, and it is not deadly.
func TestTheSeasonIsAHint(t *testing.T) {
	const guide = `{"guide":{"reference":{"latitude":50,"longitude":15,"elevation_m":300}},"characters":[{"id":"gills","kind":"states","organ":"underside","states":[{"id":"free"},{"id":"joined"}]}],"taxa":[
	 {"id":"good","name":"Bonus edulis","kingdom":"fungi","use":"edible","harm":"none","season":{"habit":[{"from":"09-01","to":"12-15"}]},"scores":{"gills":["free"]}},
	 {"id":"bad","name":"Malus vernalis","kingdom":"fungi","use":"none","harm":"%s","season":{"habit":[{"from":"04-01","to":"05-31"%s}],"bud":[{"from":"03-20","to":"04-30","checked":true}]},"scores":{"gills":["joined"]}}]}`
	for name, c := range map[string]struct {
		harm, checked, about string
		want                 bool
	}{
		"in the autumn":               {"serious", `,"checked":true`, `"date":"2026-10-01","place":{"latitude":50,"longitude":15,"elevation_m":300},`, true},
		"43 days after its end":       {"upset", `,"checked":true`, `"date":"2026-09-10","place":{"latitude":50,"longitude":15,"elevation_m":300},`, true},
		"one window is not checked":   {"serious", ``, `"date":"2026-10-01","place":{"latitude":50,"longitude":15,"elevation_m":300},`, false},
		"a deadly one":                {"deadly", `,"checked":true`, `"date":"2026-10-01","place":{"latitude":50,"longitude":15,"elevation_m":300},`, false},
		"no day":                      {"serious", `,"checked":true`, `"place":{"latitude":50,"longitude":15,"elevation_m":300},`, false},
		"no place":                    {"serious", `,"checked":true`, `"date":"2026-10-01",`, false},
		"in its season":               {"serious", `,"checked":true`, `"date":"2026-05-01","place":{"latitude":50,"longitude":15,"elevation_m":300},`, false},
		"the name is not about":       {"serious", `,"checked":true`, `"date":"2026-07-25","place":{"latitude":50,"longitude":15,"elevation_m":300},`, false},
		"in the south of the equator": {"serious", `,"checked":true`, `"date":"2026-10-01","place":{"latitude":-50,"longitude":15,"elevation_m":300},`, false},
	} {
		g := guidetest.Compile(fmt.Sprintf(guide, c.harm, c.checked))
		a, err := identify.Identify(g, guidetest.Record(`{"id":"x","target":"good",`+c.about+`"readings":[{"character":"gills","states":["free"],"sure":true}]}`))
		if err != nil {
			t.Fatal(err)
		}
		if len(a.Harmful) != 1 {
			t.Fatalf("%s: %+v", name, a.Harmful)
		}
		h := a.Harmful[0]
		i := slices.IndexFunc(h.Lines, func(l ruling.LineWeight) bool { return l.Line == "season" })
		if (i >= 0) != c.want {
			t.Errorf("%s: %+v", name, h.Lines)
		}
		if i >= 0 && (h.Lines[i].Weight != 3 || h.Lines[i].Full || h.Lines[i].Cut || len(h.Lines[i].Characters) != 0) {
			t.Errorf("%s: %+v", name, h.Lines[i])
		}
		bare, err := identify.Identify(g, guidetest.Record(`{"id":"x","target":"good","readings":[{"character":"gills","states":["free"],"sure":true}]}`))
		if err != nil {
			t.Fatal(err)
		}
		want := bare.Harmful[0].Balance
		if c.want {
			want += 3
		}
		if h.Balance != want || h.Margin != bare.Harmful[0].Margin {
			t.Errorf("%s: balance %v, margin %d; want %v, %d", name, h.Balance, h.Margin, want, bare.Harmful[0].Margin)
		}
	}
	if _, err := identify.Identify(guidetest.Compile(fmt.Sprintf(guide, "serious", "")), guidetest.Record(`{"id":"x","place":{"latitude":91,"longitude":0,"elevation_m":0},"readings":[]}`)); err == nil || !strings.Contains(err.Error(), "latitude 91") {
		t.Errorf("a place that is none: %v", err)
	}
}
