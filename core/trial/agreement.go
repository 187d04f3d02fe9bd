package trial

import (
	"math"
	"strconv"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Disagreement is how far another author and the guide differ on one character.
type Disagreement struct {
	Character string `json:"character"`
	// Taxa is the number of taxa that both score for it, by the shares of the forms that show it.
	Taxa float64 `json:"taxa"`
	// Differs is the share of the author's answers that the guide says the taxon never shows, Odd that of those which are
	// not even near one that it does.
	Differs float64 `json:"differs"`
	Odd     float64 `json:"odd"`
}

// Disagreements compares an author's descriptions with a guide, character by character in the guide's order; characters
// that no taxon is scored for by both are left out.
func Disagreements(g *guide.Matrix, author []Described) []Disagreement {
	sums := make([]Disagreement, len(g.Columns))
	for i := range author {
		t, ok := g.Taxon(author[i].Taxon)
		if !ok {
			continue
		}
		total := 0.0
		for _, f := range author[i].Forms {
			total += f.Share
		}
		for k := range author[i].Forms {
			f := &author[i].Forms[k]
			for n := range g.Columns {
				col := &g.Columns[n]
				says := f.Scores[col.ID]
				if len(says) == 0 || !col.Scored.Has(t) {
					continue
				}
				differs, odd := differing(col, col.Pattern[t], says)
				share := f.Share / total
				sums[n].Taxa += share
				sums[n].Differs += share * differs
				sums[n].Odd += share * odd
			}
		}
	}
	var out []Disagreement
	for n := range sums {
		if d := sums[n]; d.Taxa > 0 {
			out = append(out, Disagreement{g.Columns[n].ID, rounded3(d.Taxa), rounded3(d.Differs / d.Taxa), rounded3(d.Odd / d.Taxa)})
		}
	}
	return out
}

// differing is the share of an author's answers that something scored as the pattern never shows, and that are odd for it.
func differing(col *guide.Column, pattern uint32, says map[string]float64) (differs, odd float64) {
	total := 0.0
	add := func(r guide.Read, w float64) {
		total += w
		if col.Never(pattern, r) {
			differs += w
		}
		if col.Odd(pattern, r) {
			odd += w
		}
	}
	if col.Kind == guide.Measure {
		// Five points of the distribution stand for the rest of it.
		lo, mid, hi := says[P5], says[P50], says[P95]
		for _, p := range []struct{ at, weight float64 }{{lo, 1}, {(lo + mid) / 2, 2}, {mid, 3}, {(mid + hi) / 2, 2}, {hi, 1}} {
			add(guide.Read{Lo: p.at, Hi: p.at}, p.weight)
		}
		return differs / total, odd / total
	}
	for _, key := range sortedKeys(says) {
		if col.Kind == guide.Count {
			v, _ := strconv.ParseFloat(key, 64) // the descriptions were checked
			add(guide.Read{Lo: math.Trunc(v), Hi: math.Trunc(v)}, says[key])
			continue
		}
		k, _ := col.State(key)
		add(guide.Read{Mask: 1 << k}, says[key])
	}
	return differs / total, odd / total
}

// Errors estimates for every character how often an honest, careful observer's answer differs from what a guide says: as
// often as two authors differ on it, shrunk towards the value of its footing as if that were known of PriorTaxa more taxa.
func Errors(g *guide.Matrix, author []Described) map[string]float64 {
	out := map[string]float64{}
	for _, d := range Disagreements(g, author) {
		n, _ := g.Column(d.Character)
		footing := g.Columns[n].Reliability.Misread
		e := (d.Taxa*d.Differs + policy.PriorTaxa*footing) / (d.Taxa + policy.PriorTaxa)
		out[d.Character] = rounded3(min(policy.MostError, max(policy.LeastError, e)))
	}
	return out
}
