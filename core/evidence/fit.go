package evidence

import (
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Fit is how well all readings together go with one taxon.
type Fit struct {
	// Excess is by how much they surprise beyond what is to be expected of it, Variance and Third its moments, in centibans,
	// their square and their cube.
	Excess          policy.Centibans
	Variance, Third int64
	// Fitting is the number of firm readings that it shows; Odd that of the sure ones that it never shows, nor what is near.
	Fitting, Odd int
	// Refusing is the number of odd readings that were confirmed and are of a character that hardly anybody misreads.
	Refusing int
}

// Holds tells whether the taxon is one that still fits: the readings surprise by no more than so many standard deviations,
// or by little in all, no more of the sure ones are odd than one for each six firm readings that fit, rounded up, and none
// that hardly anybody misreads was odd twice.
func (f Fit) Holds() bool {
	return f.Refusing == 0 && (f.Excess <= policy.LittleSurprise || !f.beyond(float64(f.Excess))) && f.Odd <= f.mayBeOdd()
}

// Keeps tells whether a name that was given is kept. As long as few readings were made the normal distribution refuses too
// soon: they surprise rarely but then much. So the bound is corrected for how lopsided their distribution is, and one odd
// reading is borne before anything fits. Source of the correction: E. A. Cornish and R. A. Fisher, "Moments and cumulants in
// the specification of distributions", 1938, the first term.
func (f Fit) Keeps() bool {
	const z = policy.MostSurprise
	excess := float64(f.Excess)
	if f.Variance > 0 {
		excess -= float64(max(0, f.Third)) / float64(f.Variance) * (z*z - 1) / 6
	}
	return f.Refusing == 0 && !f.beyond(excess) && f.Odd <= max(1, f.mayBeOdd())
}

func (f Fit) mayBeOdd() int {
	return (f.Fitting + policy.ReadingsToOneOdd - 1) / policy.ReadingsToOneOdd
}

func (f Fit) beyond(excess float64) bool {
	return excess > 0 && excess*excess > policy.MostSurprise*policy.MostSurprise*float64(f.Variance)
}

// part is what one reading adds to the fit of whatever is scored as a pattern.
func (e *Entry) part(pattern uint32) Fit {
	if pattern == 0 {
		return Fit{}
	}
	b, r := &e.bearing, e.Read("")
	f := Fit{Excess: -b.Log[pattern] - b.Mean[pattern], Variance: b.Variance[pattern], Third: b.Third[pattern]}
	if e.Firm && !e.Column.Never(pattern, r) {
		f.Fitting = 1
	}
	if e.Sure && e.Column.Odd(pattern, r) {
		f.Odd = 1
		if e.Confirmed && e.Firm && e.Column.Full() && e.Column.Error <= policy.HardlyMisread {
			f.Refusing = 1
		}
	}
	return f
}

func (f *Fit) add(p Fit) {
	f.Excess += p.Excess
	f.Variance += p.Variance
	f.Third += p.Third
	f.Fitting += p.Fitting
	f.Odd += p.Odd
	f.Refusing += p.Refusing
}

// FitOf is how well the readings go with a taxon.
func (s *Sheet) FitOf(taxon int) Fit { return s.FitWithout(taxon, nil) }

// FitWithout is how well they would go with it if one of them had not been made.
func (s *Sheet) FitWithout(taxon int, without *Entry) Fit {
	var f Fit
	for i := range s.Entries {
		if e := &s.Entries[i]; e != without && e.Speaks(taxon) {
			f.add(e.part(e.Column.Pattern[taxon]))
		}
	}
	return f
}

// Fits is the set of taxa that may still be the one, whatever the record's scope; the first call does the work.
func (s *Sheet) Fits() guide.Bits {
	if s.fit != nil {
		return s.fit
	}
	s.fit = s.Set()
	speaking := s.arena.speaking[:0]
	parts := s.arena.parts[:0]
	for i := range s.Entries {
		e := &s.Entries[i]
		if !e.Seen() || e.Faded {
			continue
		}
		speaking = append(speaking, speaker{pattern: e.Column.Pattern, from: len(parts)})
		for p := range e.Column.Patterns {
			parts = append(parts, packed(e.part(uint32(p))))
		}
	}
	s.arena.speaking, s.arena.parts = speaking, parts
	for t := range s.Guide.Taxa {
		var sum packedFit
		for i := range speaking {
			p := &parts[speaking[i].from+int(speaking[i].pattern[t])]
			sum.excess += p.excess
			sum.variance += p.variance
			sum.counts += p.counts
		}
		if sum.unpacked().Holds() {
			s.fit.Set(t)
		}
	}
	return s.fit
}

// speaker is a reading that says something: the patterns of its column, and where its parts begin.
type speaker struct {
	pattern []uint32
	from    int
}

// packedFit is a fit without its third moment, in little room: the counts stand beside each other, 20 bits for each.
type packedFit struct {
	excess, variance int64
	counts           uint64
}

const countBits = 20

func packed(f Fit) packedFit {
	return packedFit{int64(f.Excess), f.Variance, uint64(f.Fitting) | uint64(f.Odd)<<countBits | uint64(f.Refusing)<<(2*countBits)}
}

func (p packedFit) unpacked() Fit {
	const mask = 1<<countBits - 1
	return Fit{
		Excess: policy.Centibans(p.excess), Variance: p.variance,
		Fitting: int(p.counts & mask), Odd: int(p.counts >> countBits & mask), Refusing: int(p.counts >> (2 * countBits)),
	}
}
