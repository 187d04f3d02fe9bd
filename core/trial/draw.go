package trial

import (
	"fmt"
	"math"
	"math/rand/v2"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Draw makes n whole specimens of every taxon of a guide from its scores: each state as often as it is shown,
// one stage for the whole specimen, measures and counts within their range. It is fresh, whole and dug out: characters that no
// taxon is scored for are read as their first state.
func Draw(g *guide.Matrix, n int, seed uint64) []Specimen {
	var out []Specimen
	for t := range g.Taxa {
		out = append(out, DrawTaxon(g, t, n, seed)...)
	}
	return out
}

// DrawTaxon makes n whole specimens of one taxon, by its number, as Draw does.
func DrawTaxon(g *guide.Matrix, t, n int, seed uint64) []Specimen {
	var out []Specimen
	for k := range n {
		sp := DrawOne(g, t, rand.New(rand.NewPCG(seed, uint64(t)<<32|uint64(k))))
		sp.ID = fmt.Sprintf("%s-%d", g.Taxa[t].ID, k)
		out = append(out, sp)
	}
	return out
}

// DrawOne makes one whole specimen of a taxon, by its number, as Draw does.
func DrawOne(g *guide.Matrix, t int, r *rand.Rand) Specimen {
	tx := &g.Taxa[t]
	sp := Specimen{Kingdom: tx.Kingdom, Readings: map[string]Value{}, Taxon: tx, Harmful: harms(tx)}
	stage := drawStage(g, t, r)
	for i := range g.Columns {
		col := &g.Columns[i]
		switch {
		case col.Scored.Has(t):
			sp.Readings[col.ID] = draw(col, col.Pattern[t], stage, r)
		case col.Scored.Count() == 0 && col.Kind == guide.States:
			sp.Readings[col.ID] = Value{State: col.States[0].ID}
		}
	}
	return sp
}

// harms tells whether a specimen of the taxon must not be cleared.
func harms(t *guide.Taxon) bool {
	return t.Harm == guide.Deadly || !t.Useful() && t.Harm != guide.NoHarm
}

// drawStage picks one of the stages that the taxon's scores name, or none.
func drawStage(g *guide.Matrix, t int, r *rand.Rand) string {
	stages := []string{""}
	for i := range g.Columns {
		col := &g.Columns[i]
		for _, sh := range col.Patterns[col.Pattern[t]].Shown {
			if sh.When != "" {
				stages = append(stages, sh.When)
			}
		}
	}
	return stages[r.IntN(len(stages))]
}

// draw draws a reading as often as the scores say that it is shown; a specimen of a stage shows nothing of another one
// where it can show something else.
func draw(col *guide.Column, pattern uint32, stage string, r *rand.Rand) Value {
	if col.Kind == guide.Measure {
		v := math.Round(drawSize(col.Patterns[pattern].Span, r))
		return Value{Value: &v}
	}
	weights := col.Shows(pattern, stage)
	k := pick(weights, r)
	if col.Kind == guide.Count {
		v := float64(k)
		return Value{Value: &v}
	}
	return Value{State: col.States[k].ID}
}

// drawSize draws a size: from the usual range as often as most sizes lie there, else from what lies outside it.
func drawSize(s guide.Span, r *rand.Rand) float64 {
	low, high := max(s.Low, 0), s.High
	if math.IsInf(high, 1) {
		high = low
	}
	least, most := max(min(s.Min, low), 0), s.Max
	if math.IsInf(most, 1) {
		most = high
	}
	under, over := low-least, most-high
	if under+over <= 0 || r.Float64() < policy.UsualRange {
		return low + r.Float64()*(high-low)
	}
	if at := r.Float64() * (under + over); at < under {
		return least + at
	} else {
		return high + at - under
	}
}
