package evidence

import (
	"slices"
	"sync"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// arena lends room to one sheet, so that laying a record out again and again needs no new memory.
type arena struct {
	words    slab[uint64]
	floats   slab[float64]
	weights  slab[policy.Centibans]
	octets   slab[uint8]
	entries  []Entry
	parts    []packedFit
	speaking []speaker
	entryAt  []int32
	latest   []*Reading
	order    []*Entry
	lines    [][]*Entry
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

// Weights lends n weights, all zero. They are good until the sheet is closed.
func (s *Sheet) Weights(n int) []policy.Centibans { return s.arena.weights.take(n) }

func (s *Sheet) bytes(n int) []uint8 { return s.arena.octets.take(n) }

// Close gives back the memory that the sheet's sets stand in. Nothing of the sheet, or of what was worked out from it,
// may be used after; a sheet that is never closed is let go of like anything else.
func (s *Sheet) Close() {
	if s.arena != nil {
		*s.arena = arena{
			words: slab[uint64]{room: s.arena.words.room}, floats: slab[float64]{room: s.arena.floats.room},
			weights: slab[policy.Centibans]{room: s.arena.weights.room}, octets: slab[uint8]{room: s.arena.octets.room},
			parts: s.arena.parts, speaking: s.arena.speaking[:0], entries: s.Entries[:0], entryAt: s.entryAt[:0],
			latest: s.arena.latest[:0], order: s.arena.order[:0], lines: s.lines[:0],
		}
		arenas.Put(s.arena)
		*s = Sheet{}
	}
}
