package ruling

import (
	"cmp"
	"math"
	"math/bits"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

const (
	rareWeight   = 0.1 // of a rare state, or one of another stage, against 1 for a usual one; common practice
	outOfSeason  = 0.3 // on the prior of a taxon that is not about at the date; common practice
	outOfRegion  = 0.1 // on the prior of a taxon not known from the record's region; common practice
	softTimes    = 3   // a soft reading is misread so many times as often; common practice
	mostMisread  = 0.5 // but no more often than this
	rankRounding = 1e-9
)

// misread is the chance that a reading is wrong.
func misread(e *evidence.Entry) float64 {
	if e.Firm {
		return e.Column.Trust.Misread
	}
	return min(mostMisread, softTimes*e.Column.Trust.Misread)
}

// classes is the number of things a reading of the column can say: its states, or usual, extreme and outside.
func classes(col *guide.Column) int {
	if col.Kind == guide.States {
		return len(col.States)
	}
	return 3
}

// Shares fills into with the weights with which something scored p shows each class of the column: 1 for usual, 0.1
// for rare ones and those of another stage than the given one ("" for not known), 0 for others. They sum to total.
func Shares(col *guide.Column, p *guide.Pattern, stage string, into []float64) (total float64) {
	clear(into)
	if col.Kind != guide.States {
		into[0], into[1] = 1, rareWeight
		return 1 + rareWeight
	}
	for _, sh := range p.Shown {
		w := 1.0
		if sh.Rare || sh.When != "" && stage != "" && sh.When != stage {
			w = rareWeight
		}
		into[sh.State] = max(into[sh.State], w)
	}
	for _, w := range into {
		total += w
	}
	return total
}

// read gives the classes of the column that the reading takes in, for something scored p, as bits.
func read(e *evidence.Entry, p *guide.Pattern) uint64 {
	if e.Column.Kind == guide.States {
		return e.Mask
	}
	var mask uint64
	s := p.Span
	if e.Lo <= s.High && e.Hi >= s.Low {
		mask |= 1
	}
	if e.Lo <= s.Max && e.Hi >= s.Min && (e.Lo < s.Low || e.Hi > s.High) {
		mask |= 2
	}
	if e.Lo < s.Min || e.Hi > s.Max {
		mask |= 4
	}
	return mask
}

// posteriors ranks every taxon by a naive Bayes posterior, as natural logarithms; readings on one line of evidence
// contribute the mean of their logarithms, once.
func posteriors(s *evidence.Sheet) []float64 {
	g := s.Guide
	post := make([]float64, len(g.Taxa))
	for i := range g.Taxa {
		t := &g.Taxa[i]
		if s.HasDate && !t.Season.Any(s.Date) {
			post[i] += math.Log(outOfSeason)
		}
		if s.Record.Region != "" && len(t.Regions) > 0 && !slices.Contains(t.Regions, s.Record.Region) {
			post[i] += math.Log(outOfRegion)
		}
	}
	sum := make([]float64, len(g.Taxa))
	s.EachLine(func(line []*evidence.Entry) {
		n := 0
		clear(sum)
		for _, e := range line {
			if !e.Seen() {
				continue
			}
			n++
			byPattern := likelihoods(e, s.Record.Stage)
			for t, p := range e.Column.Pattern {
				sum[t] += byPattern[p]
			}
		}
		if n > 0 {
			for t := range sum {
				post[t] += sum[t] / float64(n)
			}
		}
	})
	for t := range post {
		post[t] = math.Round(post[t]/rankRounding) * rankRounding
	}
	return post
}

// likelihoods gives the logarithm of the chance of the reading for each of the column's patterns; for pattern 0, and
// for all of them where the reading has faded, that of silence.
func likelihoods(e *evidence.Entry, stage string) []float64 {
	col := e.Column
	m := classes(col)
	out := make([]float64, len(col.Patterns))
	n := 1
	if col.Kind == guide.States {
		n = bits.OnesCount64(e.Mask)
	}
	silence := math.Log(float64(n) / float64(m))
	eps := misread(e)
	w := make([]float64, m)
	for i := range col.Patterns {
		out[i] = silence
		if i == 0 || e.Faded {
			continue
		}
		p := &col.Patterns[i]
		total := Shares(col, p, stage, w)
		mask := read(e, p)
		chance := 0.0
		for k := range w {
			if mask&(1<<k) != 0 {
				chance += (1-eps)*w[k]/total + eps/float64(m)
			}
		}
		out[i] = math.Log(chance)
	}
	return out
}

// ranked orders taxa by posterior, the likeliest first; ties by id.
func (r *Ruling) ranked(taxa guide.Bits) []int {
	var order []int
	taxa.Each(func(t int) { order = append(order, t) })
	slices.SortFunc(order, func(a, b int) int {
		if c := cmp.Compare(r.post[b], r.post[a]); c != 0 {
			return c
		}
		return cmp.Compare(r.sheet.Guide.Taxa[a].ID, r.sheet.Guide.Taxa[b].ID)
	})
	return order
}
