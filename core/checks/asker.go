package checks

import (
	"cmp"
	"math"
	"slices"
	"sync"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

// asker weighs what could be read next against what the ruling still lacks.
type asker struct {
	g *guide.Matrix
	r *ruling.Ruling
	s *evidence.Sheet
	// rows are the harmful taxa that are not out.
	rows []row
	// hopeful is the set of taxa that could be taken, likely lists them, chance tells how likely each is.
	hopeful guide.Bits
	likely  []int
	chance  []float64
	mass    []float64 // by pattern, zero between uses
	found   []option
	first   [][]int // by column: what comes before it, and itself
}

// row is a harmful taxon that is not out: what its balance lacks, what it lacks in all, its slips included, and how much
// that counts.
type row struct {
	taxon         int
	balance, need policy.Centibans
	weight        float64
}

// credit is what a weight is worth against the taxon: up to what it needs, a hint up to what its balance lacks.
func (r *row) credit(w policy.Centibans, cut bool) float64 {
	need := r.balance
	if cut {
		need = r.need
	}
	return r.weight * min(w, need).In()
}

// mostRows is the greatest number of harmful taxa against which columns are weighed; of more, so many by lot.
const mostRows = 1024

// mostLikely is the greatest number of taxa, the likeliest, over which the states of a column are weighed.
const mostLikely = 128

var askers = sync.Pool{New: func() any { return new(asker) }}

func newAsker(r *ruling.Ruling) *asker {
	a := askers.Get().(*asker)
	*a = asker{
		g: r.Sheet().Guide, r: r, s: r.Sheet(), rows: a.rows[:0], likely: a.likely[:0],
		chance: a.chance[:0], mass: a.mass, found: a.found[:0], first: a.first[:0],
	}
	a.layRows()
	a.hopeful = r.Likely()
	a.likely = a.likeliest(a.hopeful, mostLikely, a.likely)
	total := 0.0
	for _, t := range a.likely {
		chance := likeness(r.Posterior(t) - r.Posterior(a.likely[0]))
		a.chance = append(a.chance, chance)
		total += chance
	}
	for i := range a.chance {
		a.chance[i] /= total
	}
	return a
}

// likeness is the chance beside that of the likeliest, from the difference of their logarithms in centibans. It is rounded, so that the
// last bits of an exponential, which machines work out in their own ways, decide nothing.
func likeness(difference float64) float64 {
	return max(leastChance, math.Round(math.Pow(10, difference/100)/leastChance)*leastChance)
}

// leastChance is the smallest chance that is told from none, and the step that chances are rounded to.
const leastChance = 1e-12

// likeliest gives the n likeliest taxa of a set, the likeliest first, in the room of the slice; of equally likely ones
// the first by lot.
func (a *asker) likeliest(set guide.Bits, n int, taxa []int) []int {
	taxa = taxa[:0]
	top, equal := math.Inf(-1), 0
	set.Each(func(t int) {
		switch p := a.r.Posterior(t); {
		case p > top:
			top, equal = p, 1
		case p == top:
			equal++
		}
	})
	if equal >= n {
		for _, t := range a.g.SampleOrder {
			if set.Has(int(t)) && a.r.Posterior(int(t)) == top {
				if taxa = append(taxa, int(t)); len(taxa) == n {
					break
				}
			}
		}
		return taxa
	}
	order := func(x, y int) int {
		return cmp.Or(cmp.Compare(a.r.Posterior(y), a.r.Posterior(x)), cmp.Compare(a.g.Lot[x], a.g.Lot[y]))
	}
	set.Each(func(t int) {
		if len(taxa) == n {
			if order(t, taxa[n-1]) > 0 {
				return
			}
			taxa = taxa[:n-1]
		}
		at, _ := slices.BinarySearchFunc(taxa, t, order)
		taxa = slices.Insert(taxa, at, t)
	})
	return taxa
}

// layRows lists the harmful taxa that are not out, the first by lot of too many.
func (a *asker) layRows() {
	missing := a.r.Missing()
	add := func(t int) {
		st, standard := a.r.Standing(t)
		a.rows = append(a.rows, row{
			taxon: t, balance: max(0, standard.Balance-st.Balance), need: standard.Need(st.Balance, st.Slips), weight: a.g.Taxa[t].Harm.AskingWeight(),
		})
	}
	if missing.Count() <= mostRows {
		missing.Each(add)
		return
	}
	for _, t := range a.g.SampleOrder {
		if missing.Has(int(t)) {
			if add(int(t)); len(a.rows) == mostRows {
				return
			}
		}
	}
}
