package evidence

import (
	"math/bits"
	"slices"
	"sync"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Counter counts up to a few dozen for every taxon, 64 taxa at a time. The planes of 64 taxa stand together: plane p
// holds bit p of each one's count.
type Counter struct {
	words  []uint64
	planes int
}

// of gives the planes of word w.
func (c *Counter) of(w int) []uint64 { return c.words[w*c.planes : (w+1)*c.planes] }

// addWord adds one to the counts of the taxa of word w that carry names, from the given plane up.
func (c *Counter) addWord(w int, carry uint64, plane int) {
	planes := c.of(w)
	for p := plane; carry != 0; p++ {
		old := planes[p]
		planes[p] = old ^ carry
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
	if bits.Len(uint(n)) > c.planes {
		return 0
	}
	planes := c.of(w)
	more, same := uint64(0), ^uint64(0)
	for p := len(planes) - 1; p >= 0; p-- {
		if n>>p&1 == 1 {
			same &= planes[p]
		} else {
			more |= same & planes[p]
			same &^= planes[p]
		}
	}
	return more | same
}

// Of is the count of one taxon.
func (c *Counter) Of(taxon int) int {
	n := 0
	for p, plane := range c.of(taxon >> 6) {
		n |= int(plane>>(taxon&63)&1) << p
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

// Tallies is what all readings together say against every taxon.
type Tallies struct {
	// Margin counts the lines worth the whole, Part the quarters of the lines worth less.
	Margin, Part Counter
	// Fits is the set of taxa that may still be the one, whatever the record's scope.
	Fits guide.Bits
}

// Of is what is said against one taxon.
func (t *Tallies) Of(taxon int) Tally {
	m := t.Margin.Of(taxon)
	return Tally{Against: policy.Whole*policy.Quarters(m) + policy.Quarters(t.Part.Of(taxon)), Margin: m}
}

// arena lends room to one sheet, so that laying a record out again and again needs no new memory.
type arena struct {
	words   slab[uint64]
	floats  slab[float64]
	entries []Entry
	entryAt []int32
	latest  []*Reading
	order   []*Entry
	lines   [][]*Entry
}

var arenas = sync.Pool{New: func() any { return new(arena) }}

// slab is room for values of one type, lent piece by piece.
type slab[T any] struct {
	room []T
	used int
}

// take lends n values, all zero.
func (s *slab[T]) take(n int) []T {
	if s.used+n > len(s.room) {
		s.room = make([]T, max(2*len(s.room), n, 512)) // what was lent before stays with its holders
		s.used = 0
	}
	out := s.room[s.used : s.used+n : s.used+n]
	s.used += n
	clear(out)
	return out
}

// zeroed gives n zero values, in the old room where it is enough.
func zeroed[T any](old []T, n int) []T {
	out := slices.Grow(old[:0], n)[:n]
	clear(out)
	return out
}

// Set lends an empty set with room for every taxon. It is good until the sheet is closed.
func (s *Sheet) Set() guide.Bits { return s.Words((len(s.Guide.Taxa) + 63) / 64) }

// Words lends n words, all zero. They are good until the sheet is closed.
func (s *Sheet) Words(n int) []uint64 { return s.arena.words.take(n) }

// Floats lends n numbers, all zero. They are good until the sheet is closed.
func (s *Sheet) Floats(n int) []float64 { return s.arena.floats.take(n) }

// Counter lends a counter of zeros that can count to most. It is good until the sheet is closed.
func (s *Sheet) Counter(most int) Counter {
	planes := bits.Len(uint(most))
	return Counter{s.Words(planes * ((len(s.Guide.Taxa) + 63) / 64)), planes}
}

// Close gives back the memory that the sheet's sets stand in. Nothing of the sheet, or of what was worked out from it,
// may be used after; a sheet that is never closed is let go of like anything else.
func (s *Sheet) Close() {
	if s.arena != nil {
		*s.arena = arena{
			words: slab[uint64]{room: s.arena.words.room}, floats: slab[float64]{room: s.arena.floats.room}, entries: s.Entries[:0], entryAt: s.entryAt[:0],
			latest: s.arena.latest[:0], order: s.arena.order[:0], lines: s.lines[:0],
		}
		arenas.Put(s.arena)
		*s = Sheet{}
	}
}

// Tallies counts what the readings say against every taxon; the first call does the work.
func (s *Sheet) Tallies() *Tallies {
	t := &s.tally
	if t.Fits != nil {
		return t
	}
	*t = Tallies{Margin: s.Counter(len(s.lines)), Part: s.Counter(2 * len(s.lines)), Fits: s.Set()}
	for i := range s.Entries {
		s.bear(&s.Entries[i])
	}
	s.count(t)
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
func (s *Sheet) count(t *Tallies) {
	for w := range t.Fits {
		for _, line := range s.lines {
			whole, half, quarter := WorthOn(line, w)
			t.Margin.addWord(w, whole, 0)
			t.Part.addWord(w, half, 1)
			t.Part.addWord(w, quarter, 0)
		}
		t.Fits[w] = ^(t.Margin.AtLeast(w, 1) | t.Part.AtLeast(w, int(policy.Whole)))
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

func add(worth policy.Quarters, hit uint64, whole, half, quarter *uint64) {
	switch worth {
	case policy.Whole:
		*whole |= hit
	case policy.Whole / 2:
		*half |= hit
	default:
		*quarter |= hit
	}
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
