package identify_test

import (
	"testing"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/identify"
	guidebook "zestythicket/guide"
)

// shows answers a question about a specimen that shows every usual thing its taxon does.
func shows(g *guide.Compiled, t, n int) evidence.Reading {
	col := &g.Columns[n]
	r := evidence.Reading{Character: col.ID, Sure: true}
	if !col.Scored.Has(t) {
		if col.Organ == "specimen" {
			r.States = []string{col.States[0].ID}
		} else {
			r.Sure, r.Unseen = false, evidence.Lost
		}
		return r
	}
	p := &col.Patterns[col.Pattern[t]]
	if col.Kind == guide.States {
		for _, s := range p.Shown {
			if !s.Rare && (s.When == "" || s.When == "mature") || len(p.Shown) == 1 {
				r.States = []string{col.States[s.State].ID}
				break
			}
		}
		if r.States == nil {
			r.States = []string{col.States[p.Shown[0].State].ID}
		}
		return r
	}
	v := (p.Span.Low + p.Span.High) / 2
	if col.Kind == guide.Count {
		v = p.Span.Low
	}
	r.Value = &v
	return r
}

func TestEveryTaxonOfTheGuideWalkedAsAsked(t *testing.T) {
	g, err := guidebook.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for i := range g.Taxa {
		rec := &evidence.Record{ID: g.Taxa[i].ID, Kingdom: g.Taxa[i].Kingdom}
		asked := ""
		var a *identify.Answer
		for range 60 {
			a, err = identify.Record(g, rec)
			if err != nil {
				t.Fatal(err)
			}
			if a.Verdict != guide.KeepLooking || len(a.Next) == 0 {
				break
			}
			n, _ := g.Column(a.Next[0].Character)
			r := shows(g, i, n)
			r.Confirmed = a.Reasons[0].Code == "look-again"
			asked += " " + a.Next[0].Character
			rec.Readings = append(rec.Readings, r)
		}
		w := "-"
		if a.Working != nil {
			w = *a.Working
		}
		m := -1
		if a.Margin != nil {
			m = *a.Margin
		}
		t.Logf("%-26s %-13s %-20s %-24s margin %d, %d asked:%s", g.Taxa[i].ID, a.Verdict, a.Reasons[0].Code, w, m, len(rec.Readings), asked)
	}
}
