package guide

import (
	"math"

	"zestythicket/core/policy"
)

// stretch is a part of the scale of a measure, by natural logarithms, and how many of the readings lie in it.
type stretch struct{ from, to, share float64 }

// stretches gives how readings of a measure are spread for something of that span when they err with chance e.
func stretches(s Span, e float64) [7]stretch {
	low, high, least, most := s.Low, s.High, s.Min*policy.MeasureBelow, s.Max*policy.MeasureAbove
	if math.IsInf(high, 1) {
		high = max(low, policy.LeastSize) * policy.FarWidth
	}
	if math.IsInf(low, -1) {
		low = high / policy.FarWidth
	}
	if math.IsInf(least, -1) {
		least = low
	}
	if math.IsInf(most, 1) {
		most = high
	}
	at := func(v float64) float64 { return math.Log(max(v, policy.LeastSize)) }
	a, b := at(low), at(high)
	if wider := math.Log(policy.LeastWidth) - (b - a); wider > 0 {
		a, b = a-wider/2, b+wider/2
	}
	l, m := min(at(least), a), max(at(most), b)
	usual, outer := (1-e)*policy.UsualRange, (1-e)*(1-policy.UsualRange)
	if rim := (a - l) + (m - b); rim > 0 {
		outer /= rim
	} else {
		usual, outer = usual+outer, 0
	}
	near, far := e/2*(1-policy.FarError), e/2*policy.FarError
	double, on := math.Log(policy.FarBeyond), math.Log(policy.FarWidth)
	return [7]stretch{
		{l - double - on, l - double, far}, {l - double, l, near}, {l, a, outer * (a - l)}, {a, b, usual},
		{b, m, outer * (m - b)}, {m, m + double, near}, {m + double, m + double + on, far},
	}
}

func (s stretch) density() float64 { return s.share / (s.to - s.from) }

// measured is the bearing of a measure: the mean density of readings over what was read.
func (col *Column) measured(r Read) Bearing {
	e := col.Error
	if r.Soft {
		e = softError(e)
	}
	b := newBearing(len(col.Patterns))
	lo, hi := math.Log(max(r.Lo, policy.LeastSize)), math.Log(max(r.Hi, policy.LeastSize))
	widest := math.Log(policy.FarWidth)
	for i := 1; i < len(col.Patterns); i++ {
		parts := stretches(col.Patterns[i].Span, e)
		b.Log[i] = policy.CentibansOf(densityOver(parts[:], lo, hi))
		var all moments
		for _, s := range parts {
			if s.share > 0 {
				all.add(s.share, policy.CentibansOf(s.density()))
			}
		}
		b.moments(i, &all)
		widest = max(widest, parts[4].to-parts[2].from)
	}
	b.Log[0] = policy.CentibansOf(1 / widest)
	return b
}

// densityOver is the mean density between two points, or at one. Beyond the last stretch it is as thin as there.
func densityOver(parts []stretch, lo, hi float64) float64 {
	last := len(parts) - 1
	if lo == hi {
		for i, s := range parts {
			if s.share > 0 && (i == last || lo < s.to) && (i == 0 || lo >= s.from) {
				return s.density()
			}
		}
		return parts[last].density()
	}
	sum := 0.0
	for i, s := range parts {
		from, to := max(lo, s.from), min(hi, s.to)
		if i == 0 {
			from = lo
		}
		if i == last {
			to = hi
		}
		if s.share > 0 && to > from {
			sum += s.density() * (to - from)
		}
	}
	return sum / (hi - lo)
}
