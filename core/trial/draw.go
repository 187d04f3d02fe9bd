package trial

import (
	"fmt"
	"math"
	"math/rand/v2"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Draw makes n whole specimens of every taxon of a guide from its scores: usual states, rare ones rarely, one stage
// for the whole specimen, measures and counts within their range. It is fresh, whole and dug out: characters that no
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
	tx := &g.Taxa[t]
	for k := range n {
		r := rand.New(rand.NewPCG(seed, uint64(t)<<32|uint64(k)))
		sp := Specimen{
			ID: fmt.Sprintf("%s-%d", tx.ID, k), Kingdom: tx.Kingdom, Readings: map[string]Value{}, Taxon: tx,
			Harmful: harms(tx),
		}
		stage := drawStage(g, t, r)
		for i := range g.Columns {
			col := &g.Columns[i]
			switch {
			case col.Scored.Has(t):
				sp.Readings[col.ID] = draw(col, &col.Patterns[col.Pattern[t]], stage, r)
			case col.Scored.Count() == 0 && col.Kind == guide.States:
				sp.Readings[col.ID] = Value{State: col.States[0].ID}
			}
		}
		out = append(out, sp)
	}
	return out
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

func draw(col *guide.Column, p *guide.Pattern, stage string, r *rand.Rand) Value {
	if col.Kind != guide.States {
		if p.Counts != nil {
			v := float64(p.Counts[r.IntN(len(p.Counts))])
			return Value{Value: &v}
		}
		lo, hi := max(p.Span.Low, 0), p.Span.High
		if math.IsInf(hi, 1) {
			hi = lo
		}
		v := math.Round(lo + r.Float64()*(hi-lo))
		return Value{Value: &v}
	}
	var usual, rare []int
	for _, sh := range p.Shown {
		switch {
		case sh.When != "" && sh.When != stage:
		case sh.Rare():
			rare = append(rare, sh.State)
		default:
			usual = append(usual, sh.State)
		}
	}
	from := usual
	if len(from) == 0 || len(rare) > 0 && r.Float64() < policy.DrawnRare {
		from = rare
	}
	if len(from) == 0 {
		from = []int{p.Shown[0].State}
	}
	return Value{State: col.States[from[r.IntN(len(from))]].ID}
}
