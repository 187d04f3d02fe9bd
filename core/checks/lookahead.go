package checks

import (
	"math"
	"math/bits"
	"slices"
	"sync"

	"zestythicket/core/policy"
)

// How far the asking looks ahead: so many of the best options by gain are played to the end against so many of the
// likeliest taxa and so many of the harmful ones not out, with so many columns to ask for. Found by trial; the figures
// stand in docs/engine.md.
const (
	triedOptions   = 4
	triedSpecimens = 40
	triedColumns   = 16
	rowWords       = 2
	triedRows      = 64 * rowWords
	mostDepth      = 10
	mostPoints     = 120
)

// rows is a set of harmful taxa, by their place in a preview.
type rows [rowWords]uint64

func (r *rows) set(i int)   { r[i>>6] |= 1 << (i & 63) }
func (r *rows) clear(i int) { r[i>>6] &^= 1 << (i & 63) }

// A preview reckons weights in units of half the most that a line weighs; a harmful taxon needs so many at most.
const (
	unit      = policy.MostWeight / 2
	planes    = 3
	mostUnits = 1<<planes - 1
)

// played is a column as a preview holds it.
type played struct {
	column, line int
	effort       float64
	rests        uint32 // the columns that come before it, by their place
	mates        uint32 // the others on its line
	answers      []outcome
}

// outcome is what a column may be read as: a state, or the usual value of a specimen.
type outcome struct {
	one, two rows   // the rows against which it weighs one unit, and two
	shows    uint64 // the specimens that usually show it
	fits     uint64 // those for which it is not odd
}

// put puts down what it weighs against a row.
func (x *outcome) put(row int, w policy.Centibans) {
	switch {
	case w >= 3*unit/2:
		x.two.set(row)
	case w >= unit:
		x.one.set(row)
	}
}

// preview is what is still open, small enough to be played to the end many times.
type preview struct {
	columns []played
	hopeful uint64 // the specimens that could be taken
	mustSee []uint32
	taxa    []int
	missing []int
	weight  []float64
	sums    [triedSpecimens / 8][256]float64 // the weight of every set of eight specimens
	states  [mostDepth + 2]state             // by depth
	made    [mostDepth + 1]madeCut
	list    []int
	points  int // played out for one option
}

var previews = sync.Pool{New: func() any { return new(preview) }}

// state is one point of a preview: how many units each harmful taxon needs still, bit by bit, which specimens it may be,
// and which of those that could be taken still fit.
type state struct {
	needs      [planes]rows
	asked      uint32
	may, stand uint64
}

// take takes one unit off what the rows of one need, and two off those of two, down to nothing.
func (s *state) take(one, two rows) {
	for w := range one {
		a, b, c := s.needs[0][w], s.needs[1][w], s.needs[2][w]
		by2 := two[w] & (b | c)
		c ^= by2 &^ b
		b ^= by2
		by1 := (one[w] | two[w]&^by2) & (a | b | c)
		low := by1 &^ a
		a ^= by1
		c ^= low &^ b
		b ^= low
		s.needs[0][w], s.needs[1][w], s.needs[2][w] = a, b, c
	}
}

// ahead puts the first of the options, which are in the order of their gain, in the order of the effort that is to be
// expected in all when they are asked first.
func (a *asker) ahead(options []option) {
	n := a.comparable(options)
	if n < 2 {
		return
	}
	v := previews.Get().(*preview)
	defer previews.Put(v)
	start, ok := v.setUp(a, options)
	if !ok {
		return
	}
	least := math.Inf(1)
	for i := range n {
		at := slices.IndexFunc(v.columns, func(c played) bool { return c.column == options[i].column })
		if at < 0 { // there was no room for it
			n = i
			break
		}
		v.points = 0
		options[i].effort = v.ask(at, &start, 0, least)
		least = min(least, options[i].effort)
	}
	slices.SortStableFunc(options[:n], func(x, y option) int {
		switch {
		case x.effort < y.effort-1e-9:
			return -1
		case y.effort < x.effort-1e-9:
			return 1
		}
		return 0
	})
}

// comparable counts the first options that are played to the end.
func (a *asker) comparable(options []option) int { return min(triedOptions, a.alike(options)) }

// alike counts the first options among which gain alone decides.
func (a *asker) alike(options []option) int {
	careful := a.r.Fits().Meets(a.g.Touching)
	for i := range options {
		o, first := &options[i], &options[0]
		if o.demand != first.demand || o.home != first.home || careful && o.lookOnly != first.lookOnly {
			return i
		}
	}
	return len(options)
}

// madeCut is what was weighed on a line earlier in a preview.
type madeCut struct {
	line int
	cut  rows
}

// ask is the effort to be expected when a column is asked next and the best by the look of it after, until everything
// harmful is out or nothing that could be taken is left; infinite where it comes to more than the limit.
func (v *preview) ask(at int, s *state, depth int, limit float64) float64 {
	c := &v.columns[at]
	effort := v.work(c.rests&^s.asked | 1<<at)
	total := 0.0
	for k := range c.answers {
		total += v.sum(s.may & c.answers[k].shows)
	}
	for k := range c.answers {
		x := &c.answers[k]
		may := s.may & x.shows
		if may == 0 {
			continue
		}
		after := &v.states[depth+1]
		*after = *s
		after.asked |= c.rests | 1<<at
		after.may, after.stand = may, s.stand&x.fits
		one, two := v.fresh(c.line, x.one, depth), v.fresh(c.line, x.two, depth)
		after.take(one, two)
		for w := range one {
			one[w] |= two[w]
		}
		v.made[depth] = madeCut{c.line, one}
		share := v.sum(may) / total
		effort += share * v.rest(after, depth+1, (limit-effort)/share)
		if effort > limit+1e-9 {
			return math.Inf(1)
		}
	}
	return effort
}

// fresh gives those of the rows against which nothing was weighed before on the line.
func (v *preview) fresh(line int, cut rows, depth int) rows {
	for i := range v.made[:depth] {
		if m := &v.made[i]; m.line == line {
			for w := range cut {
				cut[w] &^= m.cut[w]
			}
		}
	}
	return cut
}

// sum is the weight of a set of specimens together.
func (v *preview) sum(set uint64) float64 {
	sum := 0.0
	for k := 0; set != 0; k++ {
		sum += v.sums[k][set&255]
		set >>= 8
	}
	return sum
}

// addUp works out the weights of sets of specimens, each from the set without its first.
func (v *preview) addUp() {
	for k := range v.sums {
		for set := 1; set < 256 && 8*k < len(v.weight); set++ {
			sum := v.sums[k][set&(set-1)]
			if i := 8*k + bits.TrailingZeros(uint(set)); i < len(v.weight) {
				sum += v.weight[i]
			}
			v.sums[k][set] = sum
		}
	}
}

// open gives the rows that need one unit or more, and two or more, and how many units in all.
func (s *state) open() (open, two rows, units int) {
	for w := range open {
		a, b, c := s.needs[0][w], s.needs[1][w], s.needs[2][w]
		two[w] = b | c
		open[w] = a | two[w]
		units += bits.OnesCount64(a) + 2*bits.OnesCount64(b) + 4*bits.OnesCount64(c)
	}
	return open, two, units
}

// rest is the effort to be expected from here on.
func (v *preview) rest(s *state, depth int, limit float64) float64 {
	open, two, units := s.open()
	switch {
	case s.stand == 0:
		return 0
	case units == 0:
		best := bits.TrailingZeros64(s.stand) // the likeliest comes first
		return v.work(v.mustSee[best] &^ s.asked)
	}
	next, least, all := -1, 0.0, float64(units*bits.OnesCount64(s.stand))
	for i := range v.columns {
		if s.asked&(1<<i) == 0 && all/v.columns[i].effort > -least { // else it could not be better if it did it all
			if g := v.promise(i, s, &open, &two, units, depth); g < least {
				next, least = i, g
			}
		}
	}
	if next < 0 || depth == mostDepth {
		return float64(units) / 2 // nothing tells any more: it ends without an answer
	}
	if v.points++; v.points > mostPoints {
		return all / -least // as if all went on as well as the next question does
	}
	return v.ask(next, s, depth, limit)
}

// work is the effort of asking for all of a set of columns.
func (v *preview) work(columns uint32) float64 {
	sum := 0.0
	for m := columns; m != 0; m &= m - 1 {
		sum += v.columns[bits.TrailingZeros32(m)].effort
	}
	return sum
}

// promise is what is expected to be left to do to either end once a column is asked, less what is left now, for its
// effort: the harmful ones to be ruled out, or what could be taken to fall away.
func (v *preview) promise(at int, s *state, open, atLeastTwo *rows, units, depth int) float64 {
	c := &v.columns[at]
	left, total := 0.0, 0.0 // the units that are left times the taxa that are, over the answers
	for k := range c.answers {
		x := &c.answers[k]
		may := s.may & x.shows
		if may == 0 {
			continue
		}
		taken, one, two := 0, x.one, x.two
		if s.asked&c.mates != 0 {
			one, two = v.fresh(c.line, one, depth), v.fresh(c.line, two, depth)
		}
		for w := range open {
			taken += bits.OnesCount64((one[w]|two[w])&open[w]) + bits.OnesCount64(two[w]&atLeastTwo[w])
		}
		sum := v.sum(may)
		total += sum
		left += sum * float64((units-taken)*bits.OnesCount64(s.stand&x.fits))
	}
	work := c.effort
	if before := c.rests &^ s.asked; before != 0 {
		work += v.work(before)
	}
	return (left - total*float64(units*bits.OnesCount64(s.stand))) / (total * work)
}
