package evidence

import (
	"math/bits"
	"sync"

	"zestythicket/core/guide"
)

// Counter counts up to a few dozen for every taxon, 64 taxa at a time: plane p holds bit p of every taxon's count.
type Counter struct{ planes []guide.Bits }

// addWord adds one to the counts of the taxa of word w that carry names, from the given plane up.
func (c *Counter) addWord(w int, carry uint64, plane int) {
	for p := plane; carry != 0; p++ {
		old := c.planes[p][w]
		c.planes[p][w] = old ^ carry
		carry &= old
	}
}

// AddWord adds one to the counts of the taxa of word w that hit names.
func (c *Counter) AddWord(w int, hit uint64) { c.addWord(w, hit, 0) }

// AtLeast tells which of the 64 taxa of word w have a count of n or more.
func (c *Counter) AtLeast(w, n int) uint64 {
	if n <= 0 {
		return ^uint64(0)
	}
	if bits.Len(uint(n)) > len(c.planes) {
		return 0
	}
	more, same := uint64(0), ^uint64(0)
	for p := len(c.planes) - 1; p >= 0; p-- {
		bit := c.planes[p][w]
		if n>>p&1 == 1 {
			same &= bit
		} else {
			more |= same & bit
			same &^= bit
		}
	}
	return more | same
}

// Of is the count of one taxon.
func (c *Counter) Of(taxon int) int {
	n := 0
	for p, plane := range c.planes {
		n |= int(plane[taxon>>6]>>(taxon&63)&1) << p
	}
	return n
}

// Least is the smallest count of any taxon of a set, and false where the set is empty.
func (c *Counter) Least(set guide.Bits) (least int, ok bool) {
	for w, word := range set {
		if word == 0 {
			continue
		}
		for n := 0; !ok || n < least; n++ {
			if word&^c.AtLeast(w, n+1) != 0 {
				least, ok = n, true
				break
			}
		}
		if least == 0 {
			break
		}
	}
	return least, ok
}

// Tally is what all readings together say against every taxon.
type Tally struct {
	// Margin counts the lines worth the whole, Part the quarters of the lines worth less.
	Margin, Part Counter
	// Fits is the set of taxa that may still be the one, whatever the record's scope.
	Fits guide.Bits
}

// Standing is what is said against one taxon.
func (t *Tally) Standing(taxon int) Standing {
	m := t.Margin.Of(taxon)
	return Standing{Against: Whole*Quarters(m) + Quarters(t.Part.Of(taxon)), Margin: m}
}

// store lends sets to one sheet, so that laying a record out again and again needs no new memory.
type store struct {
	slab []uint64
	used int
}

var stores = sync.Pool{New: func() any { return new(store) }}

// take lends n words, all zero.
func (s *store) take(n int) []uint64 {
	if s.used+n > len(s.slab) {
		s.slab = make([]uint64, max(2*len(s.slab), n, 512)) // what was lent before stays with its holders
		s.used = 0
	}
	out := s.slab[s.used : s.used+n : s.used+n]
	s.used += n
	clear(out)
	return out
}

// Set lends an empty set with room for every taxon. It is good until the sheet is closed.
func (s *Sheet) Set() guide.Bits { return s.Words((len(s.Guide.Taxa) + 63) / 64) }

// Words lends n words, all zero. They are good until the sheet is closed.
func (s *Sheet) Words(n int) []uint64 {
	if s.store == nil {
		s.store = stores.Get().(*store)
	}
	return s.store.take(n)
}

// Counter lends a counter of zeros that can count to most. It is good until the sheet is closed.
func (s *Sheet) Counter(most int) Counter {
	c := Counter{make([]guide.Bits, bits.Len(uint(most)))}
	for p := range c.planes {
		c.planes[p] = s.Set()
	}
	return c
}

// Close gives back the memory that the sheet's sets stand in. Nothing of the sheet, or of what was worked out from it,
// may be used after; a sheet that is never closed is let go of like anything else.
func (s *Sheet) Close() {
	if s.store != nil {
		s.store.used = 0
		stores.Put(s.store)
		*s = Sheet{}
	}
}

// Tally counts what the readings say against every taxon; the first call does the work.
func (s *Sheet) Tally() *Tally {
	if s.tally != nil {
		return s.tally
	}
	t := &Tally{Margin: s.Counter(len(s.lines)), Part: s.Counter(2 * len(s.lines)), Fits: s.Set()}
	for i := range s.Entries {
		s.bear(&s.Entries[i])
	}
	s.count(t)
	s.tally = t
	return t
}

// bear works out the set of taxa that a reading conflicts with; none where it says nothing.
func (s *Sheet) bear(e *Entry) {
	col := e.Column
	if !e.Seen() || e.Faded {
		return
	}
	e.against = s.Set()
	if col.Kind != guide.States {
		if col.Size {
			e.beyond = s.Set()
		}
		col.AddOutside(e.Lo, e.Hi, e.against, e.beyond)
		return
	}
	copy(e.against, col.Scored)
	for m := e.Mask; m != 0; m &= m - 1 {
		e.against.AndNot(col.Has[bits.TrailingZeros64(m)])
	}
}

// count adds the lines of evidence up, 64 taxa at a time.
func (s *Sheet) count(t *Tally) {
	for w := range t.Fits {
		for _, line := range s.lines {
			whole, half, quarter := WorthOn(line, w)
			t.Margin.addWord(w, whole, 0)
			t.Part.addWord(w, half, 1)
			t.Part.addWord(w, quarter, 0)
		}
		t.Fits[w] = ^(t.Margin.AtLeast(w, 1) | t.Part.AtLeast(w, int(Whole)))
	}
	if spare := len(s.Guide.Taxa) & 63; spare != 0 {
		t.Fits[len(t.Fits)-1] &= 1<<spare - 1
	}
}

// WorthOn tells against which of the 64 taxa of word w the readings of one line are worth the whole, half and a quarter.
// The sheet's Tally must have been called.
func WorthOn(line []*Entry, w int) (whole, half, quarter uint64) {
	for _, e := range line {
		if e.against == nil {
			continue
		}
		hit := e.against[w]
		if e.beyond != nil {
			add(e.worth(true), e.beyond[w]&hit, &whole, &half, &quarter)
			hit &^= e.beyond[w]
		}
		add(e.worth(false), hit, &whole, &half, &quarter)
	}
	half &^= whole
	quarter &^= whole | half
	return whole, half, quarter
}

func add(worth Quarters, hit uint64, whole, half, quarter *uint64) {
	switch worth {
	case Whole:
		*whole |= hit
	case Whole / 2:
		*half |= hit
	default:
		*quarter |= hit
	}
}

// OnLine tells against which of the 64 taxa of word w a line of evidence, by its number, is worth the whole, half and a
// quarter already. Tally must have been called.
func (s *Sheet) OnLine(line, w int) (whole, half, quarter uint64) {
	return WorthOn(s.Line(line), w)
}

// Line gives the readings on a line of evidence, by its number.
func (s *Sheet) Line(line int) []*Entry {
	for _, l := range s.lines {
		if l[0].Column.Line == line {
			return l
		}
	}
	return nil
}
