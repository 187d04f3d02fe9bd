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
	// words lists the words of a set in which a harmful taxon is that is not out.
	words  []int
	groups []group
	// hopeful is the set of taxa that could be taken, likely lists them, chance tells how likely each is.
	hopeful guide.Bits
	likely  []int
	chance  []float64
	mass    []float64 // by pattern, zero between uses
	room    [guide.MaxStates]float64
	found   []option
	first   [][]int // by column: what comes before it, and itself
}

// group is the harmful taxa that still need as much as each other to be out: the words of their set that are not empty,
// and which words those are.
type group struct {
	at     []int
	bits   []uint64
	needs  policy.Quarters
	weight float64
	hints  bool // whether what is worth less than the whole adds anything
}

// worth is what a conflict of that weight on a line that is worth something already adds, times the weight of the harm.
func (g *group) worth(weight, had policy.Quarters) float64 {
	if weight <= had || weight < policy.Whole && !g.hints {
		return 0
	}
	return g.weight * float64(min(weight-had, g.needs)) / float64(policy.Whole)
}

// mostLikely is the greatest number of taxa, the likeliest, over which the states of a column are weighed.
const mostLikely = 128

var askers = sync.Pool{New: func() any { return new(asker) }}

func newAsker(r *ruling.Ruling) *asker {
	a := askers.Get().(*asker)
	*a = asker{
		g: r.Sheet().Guide, r: r, s: r.Sheet(), words: a.words[:0], groups: a.groups[:0], likely: a.likely[:0],
		chance: a.chance[:0], mass: a.mass, found: a.found[:0], first: a.first[:0],
	}
	missing := r.Missing()
	for w := range missing {
		if missing[w] != 0 {
			a.words = append(a.words, w)
		}
	}
	for _, harm := range policy.Harms {
		a.group(harm)
	}
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

// likeness is the chance beside that of the likeliest, from the difference of their logarithms. It is rounded, so that the
// last bits of an exponential, which machines work out in their own ways, decide nothing.
func likeness(difference float64) float64 {
	return max(leastChance, math.Round(math.Exp(difference)/leastChance)*leastChance)
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

// group sorts the missing taxa of a harm by what they still need.
func (a *asker) group(harm guide.Harm) {
	needed := ruling.Needed(harm, a.s.Record.Purpose)
	missing, of := a.r.Missing(), a.g.Harms[harm]
	if !of.Meets(missing) {
		return
	}
	first := len(a.groups)
	for needs := policy.Quarters(1); needs <= needed; needs++ {
		if len(a.groups) < cap(a.groups) { // what stood there before lends its room
			a.groups = a.groups[:len(a.groups)+1]
		} else {
			a.groups = append(a.groups, group{})
		}
		g := &a.groups[len(a.groups)-1]
		*g = group{at: g.at[:0], bits: g.bits[:0], needs: needs, weight: harm.AskingWeight(), hints: harm.HintsCountFor() > 0}
	}
	for _, w := range a.words {
		left := of[w] & missing[w]
		for needs := policy.Quarters(1); needs <= needed && left != 0; needs++ {
			if hit := left & a.r.Stronger(harm, w, needed-needs); hit != 0 {
				g := &a.groups[first+int(needs)-1]
				g.at, g.bits = append(g.at, w), append(g.bits, hit)
				left &^= hit
			}
		}
	}
}
