package guide

import (
	"cmp"
	"slices"
	"sort"

	"zestythicket/core/policy"
)

// numberOrder holds the taxa scored for a measure or count in the order of their ends, so that those wholly below or
// above a reading are found by a search: the sets of all taxa up to every so many-th place are kept, and only the few
// between two such places are added one by one.
type numberOrder struct {
	byMin, byMax []uint32
	// above[i] holds the taxa from byMin[i*stride] on, below[i] those of byMax before i*stride.
	above, below []Bits
	stride       int
	gapped       []gap
}

// gap is a set of counts that is not a range, with the taxa that are scored so.
type gap struct {
	pattern int
	taxa    Bits
}

// keptSets is the number of sets kept for either end.
const keptSets = 32

func newNumberOrder(col *Column, taxa int) *numberOrder {
	o := &numberOrder{}
	col.Scored.Each(func(t int) { o.byMin = append(o.byMin, uint32(t)) })
	o.byMax = slices.Clone(o.byMin)
	span := func(t uint32) Span { return col.Patterns[col.Pattern[t]].Span }
	slices.SortStableFunc(o.byMin, func(a, b uint32) int { return cmp.Compare(span(a).Min, span(b).Min) })
	slices.SortStableFunc(o.byMax, func(a, b uint32) int { return cmp.Compare(span(a).Max, span(b).Max) })
	o.stride = len(o.byMin)/keptSets + 1
	below, above := NewBits(taxa), col.Scored.Copy()
	for i := range o.byMin {
		if i%o.stride == 0 {
			o.below, o.above = append(o.below, below.Copy()), append(o.above, above.Copy())
		}
		below.Set(int(o.byMax[i]))
		above.Clear(int(o.byMin[i]))
	}
	for p := range col.Patterns {
		if col.Patterns[p].Counts != nil {
			g := gap{pattern: p, taxa: NewBits(taxa)}
			col.Scored.Each(func(t int) {
				if col.Pattern[t] == uint32(p) {
					g.taxa.Set(t)
				}
			})
			o.gapped = append(o.gapped, g)
		}
	}
	return o
}

// addAbove adds the taxa from that place of byMin on.
func (o *numberOrder) addAbove(from int, into Bits) {
	k := (from + o.stride - 1) / o.stride
	end := len(o.byMin)
	if k < len(o.above) {
		into.Or(o.above[k])
		end = k * o.stride
	}
	for _, t := range o.byMin[from:end] {
		into.Set(int(t))
	}
}

// addBelow adds the taxa of byMax before that place.
func (o *numberOrder) addBelow(to int, into Bits) {
	if len(o.below) == 0 {
		return
	}
	k := min(to/o.stride, len(o.below)-1)
	into.Or(o.below[k])
	for _, t := range o.byMax[k*o.stride : to] {
		into.Set(int(t))
	}
}

// AddOutside adds to outside the taxa that lo..hi conflicts with, and to beyond those of them whose greatest it is more
// than twice, as Pattern.Outside tells them. Either may be nil.
func (col *Column) AddOutside(lo, hi float64, outside, beyond Bits) {
	o := col.order
	span := func(t uint32) Span { return col.Patterns[col.Pattern[t]].Span }
	low, high := 1.0, 1.0
	if col.Kind == Measure {
		low, high = policy.MeasureBelow, policy.MeasureAbove
	}
	if outside != nil {
		o.addAbove(sort.Search(len(o.byMin), func(i int) bool { return hi < low*span(o.byMin[i]).Min }), outside)
		o.addBelow(sort.Search(len(o.byMax), func(i int) bool { return lo <= high*span(o.byMax[i]).Max }), outside)
		for _, g := range o.gapped {
			if out, _ := col.Patterns[g.pattern].Outside(col.Kind, lo, hi); out {
				outside.Or(g.taxa)
			}
		}
	}
	if beyond != nil {
		o.addBelow(sort.Search(len(o.byMax), func(i int) bool { return lo <= policy.FarBeyond*span(o.byMax[i]).Max }), beyond)
	}
}

// AddDiffering adds the taxa from which something scored p could differ in full, as Pattern.CanDiffer tells it.
func (col *Column) AddDiffering(p *Pattern, into Bits) {
	if col.Kind == Measure {
		full, beyond := into, Bits(nil)
		if !col.Full() {
			full, beyond = nil, into
			if !col.Size {
				return
			}
		}
		col.AddOutside(p.Span.Max, p.Span.Min, full, beyond) // the ends change places: either may lie outside
		return
	}
	can := make([]bool, len(col.Patterns))
	for q := 1; q < len(col.Patterns); q++ {
		outside, beyond := p.CanDiffer(col.Kind, &col.Patterns[q])
		can[q] = outside && col.FullFor(beyond)
	}
	col.Scored.Each(func(t int) {
		if can[col.Pattern[t]] {
			into.Set(t)
		}
	})
}
