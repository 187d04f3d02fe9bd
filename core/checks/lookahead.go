package checks

import (
	"math"
	"math/bits"
	"slices"
	"sync"
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

func (r *rows) set(i int) { r[i>>6] |= 1 << (i & 63) }

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
	cut, hint rows   // the rows that it conflicts with in full and by half
	shows     uint64 // the specimens that usually show it
	fits      uint64 // those that it does not conflict with in full
}

// preview is what is still open, small enough to be played to the end many times.
type preview struct {
	columns []played
	// Two lines rule the deadly out, one those that upset, one with a hint the others.
	deadly, upset rows
	hopeful       uint64 // the specimens that could be taken
	mustSee       []uint32
	taxa          []int
	missing       []int
	weight        []float64
	sums          [triedSpecimens / 8][256]float64 // the weight of every set of eight specimens
	states        [mostDepth + 2]state             // by depth
	made          [mostDepth + 1]madeCut
	list          []int
	points        int // played out for one option
}

var previews = sync.Pool{New: func() any { return new(preview) }}

// state is one point of a preview: how far the harmful taxa are ruled out, which specimens it may be, and which of
// those that could be taken still fit.
type state struct {
	one, two, hint rows
	asked          uint32
	may, stand     uint64
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

// comparable counts the first options among which gain alone decides.
func (a *asker) comparable(options []option) int {
	careful := a.r.Fits().Meets(a.g.Touching)
	for i := range options {
		o, first := &options[i], &options[0]
		if i == triedOptions || o.demand != first.demand || o.home != first.home || careful && o.lookOnly != first.lookOnly {
			return i
		}
	}
	return len(options)
}

// madeCut is a cut made on a line earlier in a preview.
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
		fresh := v.fresh(c.line, x.cut, depth)
		for w := range fresh {
			after.two[w] |= after.one[w] & fresh[w]
			after.one[w] |= fresh[w]
			after.hint[w] |= x.hint[w]
		}
		v.made[depth] = madeCut{c.line, fresh}
		share := v.sum(may) / total
		effort += share * v.rest(after, depth+1, (limit-effort)/share)
		if effort > limit+1e-9 {
			return math.Inf(1)
		}
	}
	return effort
}

// fresh gives those of the rows that were not cut before on the line.
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

// open gives the rows that are not out.
func (v *preview) open(s *state) (open rows, lines int) {
	for w := range open {
		all := uint64(0)
		if left := len(v.missing) - 64*w; left >= 64 {
			all = ^uint64(0)
		} else if left > 0 {
			all = 1<<left - 1
		}
		out := s.two[w] | s.one[w]&(v.upset[w]|s.hint[w]&^v.deadly[w])
		open[w] = all &^ out
		lines += 2*bits.OnesCount64(open[w]) - bits.OnesCount64(open[w]&(s.one[w]|v.upset[w]))
	}
	return open, lines
}

// rest is the effort to be expected from here on.
func (v *preview) rest(s *state, depth int, limit float64) float64 {
	open, lines := v.open(s)
	switch {
	case s.stand == 0:
		return 0
	case lines == 0:
		best := bits.TrailingZeros64(s.stand) // the likeliest comes first
		return v.work(v.mustSee[best] &^ s.asked)
	}
	next, least, all := -1, 0.0, float64(lines*bits.OnesCount64(s.stand))
	for i := range v.columns {
		if s.asked&(1<<i) == 0 && all/v.columns[i].effort > -least { // else it could not be better if it did it all
			if g := v.promise(i, s, &open, lines, depth); g < least {
				next, least = i, g
			}
		}
	}
	if next < 0 || depth == mostDepth {
		return float64(lines) // nothing tells any more: it ends without an answer
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
func (v *preview) promise(at int, s *state, open *rows, lines int, depth int) float64 {
	c := &v.columns[at]
	left, total := 0.0, 0.0 // the lines that are left times the taxa that are, over the answers
	for k := range c.answers {
		x := &c.answers[k]
		may := s.may & x.shows
		if may == 0 {
			continue
		}
		cut, fresh := 0, x.cut
		if s.asked&c.mates != 0 {
			fresh = v.fresh(c.line, fresh, depth)
		}
		for w := range open {
			cut += bits.OnesCount64(fresh[w] & open[w])
		}
		sum := v.sum(may)
		total += sum
		left += sum * float64((lines-cut)*bits.OnesCount64(s.stand&x.fits))
	}
	work := c.effort
	if before := c.rests &^ s.asked; before != 0 {
		work += v.work(before)
	}
	return (left - total*float64(lines*bits.OnesCount64(s.stand))) / (total * work)
}
