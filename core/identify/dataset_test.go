package identify_test

import (
	"os"
	"slices"
	"testing"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// rows reads the public data set.
func rows(t testing.TB) guidetest.Rows {
	t.Helper()
	f, err := os.Open("testdata/gilled-mushrooms.csv")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	return guidetest.ReadRows(f)
}

// first lists the numbers of the first n rows.
func first(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}

func readAll(header, row []string) *evidence.Record {
	rec := &evidence.Record{ID: row[0]}
	for k := 2; k < len(header); k++ {
		if row[k] != "" {
			rec.Readings = append(rec.Readings, evidence.Reading{Character: header[k], States: []string{row[k]}, Sure: true})
		}
	}
	return rec
}

// Source: the data set named in testdata/README.md. On full readings every edible row is cleared, every poisonous one left.
func TestDataSetRowsAreRuledRight(t *testing.T) {
	table := rows(t)
	header, all := table.Header, table.Rows
	g := table.Guide(first(len(all)))
	step := 1
	if testing.Short() {
		step = 20
	}
	for i := 0; i < len(all); i += step {
		want := guide.RuledClear
		if all[i][1] == "poisonous" {
			want = guide.Leave
		}
		if got := verdict(t, g, readAll(header, all[i])); got != want {
			t.Errorf("row %s (%s): got %s", all[i][0], all[i][1], got)
		}
	}
}

func verdict(t *testing.T, g *guide.Matrix, rec *evidence.Record) guide.Verdict {
	t.Helper()
	s, err := evidence.Open(g, rec)
	if err != nil {
		t.Fatal(err)
	}
	defer s.Close()
	return ruling.Rule(s).Verdict
}

// Source: the footings and lines that the data set's notes give its characters, and their share of edible rows that
// reach strength 2 (99.1 % on the whole set). No poisonous row is cleared on full readings, and most edible ones are.
func TestDataSetWithItsFootings(t *testing.T) {
	table := rows(t)
	g := table.Footed(first(len(table.Rows)))
	clears, edible := 0, 0
	for i, row := range table.Rows {
		got := verdict(t, g, readAll(table.Header, table.Rows[i]))
		if row[1] == "edible" {
			edible++
			if got == guide.RuledClear {
				clears++
			}
		} else if got == guide.RuledClear {
			t.Errorf("poisonous row %s is cleared", row[0])
		}
	}
	share := float64(clears) / float64(edible)
	if share < 0.98 {
		t.Errorf("%.1f %% of edible rows are cleared, at least 98 %% wanted", 100*share)
	}
	t.Logf("%d of %d edible rows are cleared, %.2f %%", clears, edible, 100*share)
}

// Source: Duch, Adamczak and Grabczewski, quoted in the data set's notes: of 8,124 rows the rules miss 120, 48, 8 and 0
// poisonous ones, each rule added to those before, and take no edible row for poisonous. The sample holds 2,000 rows.
func TestPublishedRulesRunAsSigns(t *testing.T) {
	table := rows(t)
	header, all := table.Header, table.Rows
	not := func(character string, but ...string) []string {
		var out []string
		at := slices.Index(header, character)
		for _, row := range all {
			if v := row[at]; v != "" && !slices.Contains(but, v) && !slices.Contains(out, v) {
				out = append(out, v)
			}
		}
		return out
	}
	rules := []guide.Sign{
		{ID: "odor", Verdict: guide.Leave, All: guide.Requires{"odor": not("odor", "almond", "anise", "none")}},
		{ID: "green-print", Verdict: guide.Leave, All: guide.Requires{"spore-print-color": {"green"}}},
		{ID: "scaly", Verdict: guide.Leave, All: guide.Requires{"odor": {"none"}, "stalk-surface-below-ring": {"scaly"}, "stalk-color-above-ring": not("stalk-color-above-ring", "brown")}},
		{ID: "leaves", Verdict: guide.Leave, All: guide.Requires{"habitat": {"leaves"}, "cap-color": {"white"}}},
	}
	published := []int{120, 48, 8, 0}
	// All rules are signs of one guide, whose taxa do not matter here; a row is taken for poisonous by the first n rules where one of those signs holds.
	full := table.Guide(first(20), rules...)
	missed, wrong := make([]int, len(rules)), make([]int, len(rules))
	for _, row := range all {
		a, err := identify.Identify(full, readAll(header, row))
		if err != nil {
			t.Fatal(err)
		}
		caughtBy := len(rules)
		for _, why := range a.Reasons {
			if at := slices.IndexFunc(rules, func(s guide.Sign) bool { return s.ID == why.Sign }); at >= 0 {
				caughtBy = min(caughtBy, at)
			}
		}
		for n := range rules {
			switch caught := caughtBy <= n; {
			case row[1] == "poisonous" && !caught:
				missed[n]++
			case row[1] == "edible" && caught:
				wrong[n]++
			}
		}
	}
	share := float64(len(all)) / 8124
	for n := range rules {
		expect := float64(published[n]) * share
		if d := float64(missed[n]) - expect; d*d > 9*max(expect, 1) { // three standard deviations of a count
			t.Errorf("after %d rules %d poisonous rows are missed; %.1f are to be expected", n+1, missed[n], expect)
		}
		if wrong[n] > 0 {
			t.Errorf("after %d rules %d edible rows are taken for poisonous", n+1, wrong[n])
		}
	}
	t.Logf("poisonous rows missed after each rule: %v", missed)
}

// BenchmarkDataSet rules, with what to look at next, on a guide of the data set's 2,000 rows after two readings.
func BenchmarkDataSet(b *testing.B) {
	table := rows(b)
	g := table.Guide(first(len(table.Rows)))
	rec := readAll(table.Header, table.Rows[0])
	rec.Readings = rec.Readings[:2]
	b.ReportAllocs()
	for b.Loop() {
		if _, err := identify.Identify(g, rec); err != nil {
			b.Fatal(err)
		}
	}
}
