package guide

import (
	"math"

	"zestythicket/core/policy"
)

// Weight is what a reading weighs for one taxon against another, before the caps of its line.
type Weight struct {
	Centibans policy.Centibans
	// Full tells that it counts in full when it is firm; Cut that the other never shows what was read and this one does.
	Full, Cut bool
	// Depth is how far the reading lies from what the other shows, where this one shows it and it speaks for this one by a
	// line's worth; of what the other never shows whatever it weighs.
	Depth policy.Depth
}

// Weigh is what a reading weighs for something scored own against something scored other, from their chances: nothing
// where either is not scored. What the other never shows and this one does weighs nothing less than 0, and what this one
// never shows and the other does nothing more.
func (col *Column) Weigh(r Read, b *Bearing, own, other uint32) Weight {
	if own == 0 || other == 0 {
		return Weight{}
	}
	neverOther, neverOwn := col.Never(other, r), col.Never(own, r)
	return weightOf(b.Log[own]-b.Log[other], neverOwn, neverOther, col.DepthOf(other, r), col.FullFor(neverOther))
}

// WeighAnswer is what an answer, a state or count, weighs for names that all show it and of which it has the chance of that
// logarithm, against something scored other; firm tells whether it would be read firmly.
func (col *Column) WeighAnswer(class int, log policy.Centibans, logs []policy.Centibans, other uint32, firm bool) Weight {
	return weightOf(log-logs[other], false, !col.ShowsClass(other, class), col.depth[other][class], firm && col.Full())
}

// weightOf caps a weight, and holds it to what it must not say whatever the chances are.
func weightOf(w policy.Centibans, neverOwn, neverOther bool, depth policy.Depth, full bool) Weight {
	out := Weight{Full: full, Cut: neverOther && !neverOwn}
	if out.Cut || !neverOwn && w >= policy.WorthALine {
		out.Depth = depth
	}
	switch {
	case neverOther && !neverOwn:
		w = max(w, 0)
	case neverOwn && !neverOther:
		w = min(w, 0)
	}
	if out.Centibans = min(max(w, policy.LeastWeight), policy.MostWeight); !full {
		out.Centibans = policy.Hint(w)
	}
	return out
}

// Prospect is what reading a column firmly may weigh for something scored own against something scored other.
type Prospect struct {
	// Most is the most of any answer that own shows, however seldom; MostCut the most of those that the other never shows
	// and that count in full, 0 for none.
	Most, MostCut policy.Centibans
	// Deepest is the greatest depth of those that the other does show and that count in full, DeepestWeight what it weighs.
	Deepest       policy.Depth
	DeepestWeight policy.Centibans
	// Least is the least of the answers that own gives one time in ten or oftener, and of all its usual numbers; SureDepth the least
	// depth of those, 0 where they do not count in full.
	Least     policy.Centibans
	SureDepth policy.Depth
	// Full tells that the most counts in full.
	Full bool
}

// Prospect works out what firm readings of the states in mask may weigh; of a number the mask does not matter.
func (col *Column) Prospect(own, other uint32, mask uint64) Prospect {
	if own == 0 || other == 0 {
		return Prospect{}
	}
	p := Prospect{Most: math.MinInt32, Least: math.MaxInt32, SureDepth: policy.Whole}
	add := func(w Weight, usual bool) {
		if w.Centibans > p.Most {
			p.Most, p.Full = w.Centibans, w.Full
		}
		switch {
		case !w.Full:
		case w.Cut:
			p.MostCut = max(p.MostCut, w.Centibans)
		case w.Depth > p.Deepest || w.Depth == p.Deepest && w.Centibans > p.DeepestWeight:
			p.Deepest, p.DeepestWeight = w.Depth, w.Centibans
		}
		if usual {
			p.Least = min(p.Least, w.Centibans)
			if p.SureDepth = min(p.SureDepth, w.Depth); !w.Full {
				p.SureDepth = 0
			}
		}
	}
	if col.Kind == Measure {
		s := stretches(col.Patterns[own].Span, col.Error)
		span := col.Patterns[own].Span
		usual := func(at float64) bool { return s[3].from <= at && at <= s[3].to }
		points := []float64{s[3].from, (s[3].from + s[3].to) / 2, s[3].to}
		for _, part := range stretches(col.Patterns[other].Span, col.Error) { // within the own range the other may have its own
			if middle := (part.from + part.to) / 2; part.share > 0 && usual(middle) {
				points = append(points, middle)
			}
		}
		for _, end := range []float64{span.Min, span.Max} {
			if !math.IsInf(end, 0) {
				points = append(points, math.Log(max(end, policy.LeastSize)))
			}
		}
		for _, at := range points {
			v := math.Round(math.Exp(at)*1e6) / 1e6 // the end itself again, where one range may begin at which another ends
			r := Read{Lo: v, Hi: v}
			b := Bearing{Log: make([]policy.Centibans, len(col.Patterns))}
			for _, k := range []uint32{own, other} {
				parts := stretches(col.Patterns[k].Span, col.Error)
				b.Log[k] = policy.CentibansOf(densityOver(parts[:], at, at))
			}
			add(col.Weigh(r, &b, own, other), usual(at))
		}
		return p
	}
	t := col.chancesAt("", false)
	for k := range col.classes() {
		r := Read{Mask: 1 << k, Lo: float64(k), Hi: float64(k)}
		if col.Never(own, r) || col.Kind == States && mask&(1<<k) == 0 {
			continue
		}
		add(col.Weigh(r, &Bearing{Log: t.log[k]}, own, other), t.p[own][k] >= policy.Often || col.Patterns[own].usually(k))
	}
	if p.Most == math.MinInt32 {
		return Prospect{}
	}
	if p.Least == math.MaxInt32 { // shows so many that none is frequent: all of them are reckoned with
		p.Least, p.SureDepth = 0, 0
	}
	return p
}

// Cuts is the most that any answer weighs that counts in full and is half a slip or more from what the other shows; 0 for
// none.
func (p *Prospect) Cuts() policy.Centibans {
	if p.Deepest >= policy.Seldom {
		return max(p.MostCut, p.DeepestWeight)
	}
	return p.MostCut
}

// Prospects gives the prospects of a column for something scored own against every pattern, when all its states can be
// read firmly. They are worked out once, where they are not too many to keep.
func (col *Column) Prospects(own uint32) []Prospect {
	kept := own < uint32(len(col.prospects))
	if kept {
		if p := col.prospects[own].Load(); p != nil {
			return *p
		}
	}
	out := make([]Prospect, len(col.Patterns))
	for other := range out {
		out[other] = col.Prospect(own, uint32(other), All)
	}
	if kept {
		col.prospects[own].Store(&out)
	}
	return out
}

// keptProspects is the greatest number of patterns for which the prospects of a column are kept.
const keptProspects = 512

// All has a bit for every state a column may have.
const All = ^uint64(0)

// ShowsClass tells whether something scored as the pattern shows a state or count, however seldom, at any stage.
func (col *Column) ShowsClass(pattern uint32, class int) bool {
	if col.Kind == States {
		return col.Masks[pattern]&(1<<class) != 0
	}
	return !col.Never(pattern, Read{Lo: float64(class), Hi: float64(class)})
}

// MayShow gives the states or counts that are not odd for something scored as the pattern.
func (col *Column) MayShow(pattern uint32) uint64 {
	if col.Kind == States {
		return col.Masks[pattern] | col.Patterns[pattern].Near
	}
	var mask uint64
	for n := range col.classes() {
		if !col.Odd(pattern, Read{Lo: float64(n), Hi: float64(n)}) {
			mask |= 1 << n
		}
	}
	return mask
}
