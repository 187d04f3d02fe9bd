package trial

import (
	"cmp"
	"slices"

	"zestythicket/core/guide"
)

// Gap is what would come of one harmful taxon if the guide did not hold it: how many of its specimens would be cleared,
// and as what.
type Gap struct {
	Taxon     string         `json:"omitted"`
	Harm      guide.Harm     `json:"harm"`
	Specimens int            `json:"specimens"`
	Cleared   int            `json:"cleared"`
	As        map[string]int `json:"as"`
}

// Gaps leaves every harmful taxon without a use out of the guide in turn and puts n of its specimens through the loop;
// the ones cleared most often come first. It measures what a guide that is never complete costs.
func Gaps(g *guide.Matrix, n int, o Options) ([]Gap, error) {
	out := []Gap{}
	for t := range g.Taxa {
		tx := &g.Taxa[t]
		if tx.Useful() || tx.Harm == guide.NoHarm {
			continue
		}
		results, err := Run(guide.CompileValid(g.Without(tx.ID)), DrawTaxon(g, t, n, o.Seed), o)
		if err != nil {
			return nil, err
		}
		gap := Gap{Taxon: tx.ID, Harm: tx.Harm, Specimens: n, As: map[string]int{}}
		for i := range results {
			if r := &results[i]; r.Verdict == guide.RuledClear {
				gap.Cleared++
				gap.As[r.Working]++
			}
		}
		out = append(out, gap)
	}
	slices.SortFunc(out, func(a, b Gap) int { return cmp.Or(cmp.Compare(b.Cleared, a.Cleared), cmp.Compare(a.Taxon, b.Taxon)) })
	return out, nil
}
