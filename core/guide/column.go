package guide

import (
	"encoding/binary"
	"iter"
	"math"
	"math/bits"
	"slices"
	"sync/atomic"

	"zestythicket/core/policy"
)

// Column is one compiled character.
type Column struct {
	*Character
	// Line is the number of the character's line; Trust how far its footing is trusted.
	Line        int
	Reliability policy.Reliability
	// Error is how often an honest reading differs from what the guide says: the guide's own, or its footing's.
	Error float64
	// Size is true where a number counts in full that the other never shows (footing size).
	Size bool
	// Scored is the set of taxa that the guide scores for this character.
	Scored Bits
	// Has holds, for each state, the set of taxa that show it, rarely or at any stage included.
	Has []Bits
	// Patterns are the distinct scores; Pattern gives each taxon's, 0 for not scored (Patterns[0] is empty).
	Patterns []Pattern
	Pattern  []uint32
	// Masks gives the patterns' masks, close together.
	Masks []uint64
	// Requires is what every reading rests on; StateBase what a reading of each state rests on besides.
	Requires      []Requirement
	StateRequires [][]Requirement

	stateOf map[string]int
	near    []uint64         // by state: those next to it
	beside  [][]float64      // by pattern, then class: how often it is shown beside what is shown most, over all stages
	depth   [][]policy.Depth // by pattern, then class: the depth of reading it
	most    int              // of a count: the class of all that is more than anything shows
	chances map[string]*tables
	// prospects by pattern, each worked out when it is first asked for; none where there are too many patterns.
	prospects []atomic.Pointer[[]Prospect]
}

// Full tells whether a reading of the character counts in full, whatever is read.
func (col *Column) Full() bool { return col.Reliability.Full }

// Built tells whether the character is one that is built into the specimen, so that it can carry a ruling.
func (col *Column) Built() bool { return col.Reliability.Built }

// Fades tells whether a reading says nothing any more that was made after so many scented pieces.
func (col *Column) Fades(handled int) bool { return col.FadesAfter > 0 && handled >= col.FadesAfter }

// FullFor tells whether a reading counts in full against something: on any character that does, and a size that the other
// never shows.
func (col *Column) FullFor(neverOther bool) bool { return col.Full() || col.Size && neverOther }

// Pattern is one way of scoring a character, shared by all taxa that score alike.
type Pattern struct {
	// Shown lists states with their limits, for characters of kind states; Mask has a bit for each.
	// Near has a bit for each other state that is next to one of those.
	Shown []ShownState
	Mask  uint64
	Near  uint64
	// Span and Counts are for measures and counts.
	Span   Span
	Counts []int
	// Score is what the guide says in its own words, with the source.
	Score Score
}

// ShownState is a state by number, with its limits.
type ShownState struct {
	State int
	// Share is how often it is shown beside the others; 1 for a usual one.
	Share float64
	When  string
}

// Requirement is one thing a reading rests on: that column read, and within the states of Mask.
type Requirement struct {
	Column int
	Mask   uint64
}

// MaxStates is the greatest number of states a character may have.
const MaxStates = 64

// scoredTaxon is what the guide says that a taxon shows for one character.
type scoredTaxon struct {
	taxon int
	score *Score
}

// fill works out the patterns of a column's scores, given by taxon, and the chances of what may be read of them. Columns are
// filled at once.
func (col *Column) fill(scored []scoredTaxon) {
	seen := make(map[string]uint32, len(scored)/2)
	col.Patterns = slices.Grow(col.Patterns, len(scored)/2)
	var key []byte
	var shown []ShownState
	for i := range scored {
		t, sc := scored[i].taxon, scored[i].score
		col.Scored.Set(t)
		key, shown = key[:0], shown[:0]
		if sc.Numeric() {
			key = sc.key(key)
		}
		for k := range sc.States {
			sh := &sc.States[k]
			s := ShownState{col.stateOf[sh.State], sh.Beside(), sh.When}
			col.Has[s.State].Set(t)
			shown = append(shown, s)
			key = binary.LittleEndian.AppendUint64(append(key, byte(s.State)), math.Float64bits(s.Share))
			key = append(append(append(append(key, sh.When...), '|'), sh.Src...), ';')
		}
		num, known := seen[string(key)]
		if !known {
			num = uint32(len(col.Patterns))
			p := Pattern{Counts: sc.Counts, Score: *sc, Shown: slices.Clone(shown)}
			if sc.Numeric() {
				p.Span = sc.Span()
			}
			for _, s := range shown {
				p.Mask |= 1 << s.State
			}
			col.Patterns = append(col.Patterns, p)
			seen[string(key)] = num
		}
		col.Pattern[t] = num
	}
	for k := range col.Patterns {
		p := &col.Patterns[k]
		for m := p.Mask; m != 0; m &= m - 1 {
			p.Near |= col.near[bits.TrailingZeros64(m)]
		}
		p.Near &^= p.Mask
		col.Masks = append(col.Masks, p.Mask)
	}
	col.makeChances()
	if len(col.Patterns) <= keptProspects {
		col.prospects = make([]atomic.Pointer[[]Prospect], len(col.Patterns))
	}
}

// State finds a state's number by its id or an alias.
func (col *Column) State(id string) (int, bool) { i, ok := col.stateOf[id]; return i, ok }

// Outside tells whether lo..hi lies wholly outside what the pattern shows, with the slack that a measure is given
// (a tenth at either end).
func (p *Pattern) Outside(kind Kind, lo, hi float64) bool {
	switch {
	case kind == Measure:
		return hi < policy.MeasureBelow*p.Span.Min || lo > policy.MeasureAbove*p.Span.Max
	case p.Counts == nil:
		return hi < p.Span.Min || lo > p.Span.Max
	}
	return !slices.ContainsFunc(p.Counts, func(n int) bool { return lo <= float64(n) && float64(n) <= hi })
}

// CanDiffer tells whether something that shows p could be measured or counted so that it lies outside q.
func (p *Pattern) CanDiffer(kind Kind, q *Pattern) bool {
	switch {
	case kind == Measure:
		return p.Span.Min < policy.MeasureBelow*q.Span.Min || p.Span.Max > policy.MeasureAbove*q.Span.Max
	case p.Span.Min < q.Span.Min || p.Span.Max > q.Span.Max:
		return true
	case q.Counts == nil:
		return false
	}
	for n := math.Max(p.Span.Min, q.Span.Min); n <= math.Min(p.Span.Max, q.Span.Max); n++ {
		if !p.Outside(kind, n, n) && q.Outside(kind, n, n) {
			return true
		}
	}
	return false
}

// RequirementsFor gives what a reading of the states in mask rests on, the column's own requirements first.
func (col *Column) RequirementsFor(mask uint64) iter.Seq[Requirement] {
	return func(yield func(Requirement) bool) {
		for _, l := range col.Requires {
			if !yield(l) {
				return
			}
		}
		for s := range col.StateRequires {
			if mask&(1<<s) == 0 {
				continue
			}
			for _, l := range col.StateRequires[s] {
				if !yield(l) {
					return
				}
			}
		}
	}
}
