package ruling

import (
	"cmp"
	"math"
	"math/bits"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// rankRounding is what posteriors are rounded to, so that equal ones tie on every machine.
const rankRounding = 1e-9

// misread is the chance that a reading is wrong.
func misread(e *evidence.Entry) float64 {
	if e.Firm {
		return e.Column.Reliability.Misread
	}
	return min(policy.MostMisread, policy.SoftTimes*e.Column.Reliability.Misread)
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
		into[0], into[1] = 1, policy.RareWeight
		return 1 + policy.RareWeight
	}
	for _, sh := range p.Shown {
		w := 1.0
		if sh.Rare || sh.When != "" && stage != "" && sh.When != stage {
			w = policy.RareWeight
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

// posteriors ranks taxa by a naive Bayes posterior, as natural logarithms; readings on one line of evidence contribute
// the mean of their logarithms, once. What each pattern of a column makes of a reading is worked out when first asked for.
type posteriors struct {
	s      *evidence.Sheet
	seen   bool        // anything was
	made   [][]float64 // by entry, by pattern: a number below 0; 0 for not yet
	filled bool        // known holds all
	known  []float64   // by taxon, where it is worked out already
	worked guide.Bits
}

func newPosteriors(s *evidence.Sheet) posteriors {
	p := posteriors{s: s, made: make([][]float64, len(s.Entries))}
	for i := range s.Entries {
		p.seen = p.seen || s.Entries[i].Seen()
	}
	return p
}

// of is the posterior of a taxon, up to what is the same for all.
func (p *posteriors) of(taxon int) float64 {
	s := p.s
	if !p.seen && !s.HasDate && s.Record.Region == "" {
		return 0
	}
	p.room()
	if p.worked.Has(taxon) {
		return p.known[taxon]
	}
	post := p.prior(taxon)
	for _, line := range s.Lines() {
		sum, n := 0.0, 0
		for _, e := range line {
			if e.Seen() {
				sum += p.likelihood(e, e.Column.Pattern[taxon])
				n++
			}
		}
		if n > 0 {
			post += sum / float64(n)
		}
	}
	post = rounded(post)
	p.known[taxon] = post
	p.worked.Set(taxon)
	return post
}

// room borrows room for the posteriors from the sheet.
func (p *posteriors) room() {
	if p.known == nil {
		p.known, p.worked = p.s.Floats(len(p.s.Guide.Taxa)), p.s.Set()
	}
}

func rounded(post float64) float64 { return math.Round(post/rankRounding) * rankRounding }

// prior is the logarithm of how likely a taxon is before anything is read, up to what is the same for all.
func (p *posteriors) prior(taxon int) float64 {
	s, t, prior := p.s, &p.s.Guide.Taxa[taxon], 0.0
	if s.HasDate && !t.Season.Any(s.Date) {
		prior += logOutOfSeason
	}
	if s.Record.Region != "" && len(t.Regions) > 0 && !slices.Contains(t.Regions, s.Record.Region) {
		prior += logOutOfRegion
	}
	return prior
}

// fill works out all posteriors at once, a line of evidence at a time: the same sums in the same order as of.
func (p *posteriors) fill() {
	s := p.s
	if p.filled || !p.seen && !s.HasDate && s.Record.Region == "" {
		return
	}
	p.filled = true
	p.room()
	for t := range p.known {
		p.known[t] = p.prior(t)
	}
	sums := s.Floats(len(s.Guide.Taxa))
	for _, line := range s.Lines() {
		clear(sums)
		n := 0
		for _, e := range line {
			if e.Seen() {
				addTo(sums, e.Column.Pattern, p.likelihoods(e))
				n++
			}
		}
		for t := range p.known {
			if n > 0 {
				p.known[t] += sums[t] / float64(n)
			}
		}
	}
	for t := range p.known {
		p.known[t] = rounded(p.known[t])
		p.worked.Set(t)
	}
}

var logOutOfSeason, logOutOfRegion = math.Log(policy.OutOfSeason), math.Log(policy.OutOfRegion)

// addTo adds to the sums what each taxon's pattern adds.
func addTo(sums []float64, pattern []uint32, adds []float64) {
	sums = sums[:len(pattern)]
	for t, k := range pattern {
		sums[t] += adds[k]
	}
}

// likelihoods gives the likelihood of the reading for every pattern of its column.
func (p *posteriors) likelihoods(e *evidence.Entry) []float64 {
	for k := range e.Column.Patterns {
		p.likelihood(e, uint32(k))
	}
	return p.made[p.s.Index(e)]
}

// likelihood is the logarithm of the chance of the reading for one of the column's patterns; for pattern 0, and for
// all of them where the reading has faded, that of silence.
func (p *posteriors) likelihood(e *evidence.Entry, pattern uint32) float64 {
	i := p.s.Index(e)
	if p.made[i] == nil {
		p.made[i] = p.s.Floats(len(e.Column.Patterns))
	}
	made := &p.made[i][pattern]
	if *made == 0 {
		*made = logChance(e, &e.Column.Patterns[pattern], pattern == 0 || e.Faded, p.s.Record.Stage)
	}
	return *made
}

// logChance is below 0 always: no reading is certain.
func logChance(e *evidence.Entry, p *guide.Pattern, silent bool, stage string) float64 {
	m := classes(e.Column)
	if silent {
		n := 1
		if e.Column.Kind == guide.States {
			n = bits.OnesCount64(e.Mask)
		}
		return min(math.Log(float64(n)/float64(m)), -math.SmallestNonzeroFloat64)
	}
	var room [guide.MaxStates]float64
	w := room[:m]
	total := Shares(e.Column, p, stage, w)
	eps, mask, chance := misread(e), read(e, p), 0.0
	for k := range w {
		if mask&(1<<k) != 0 {
			chance += (1-eps)*w[k]/total + eps/float64(m)
		}
	}
	return min(math.Log(chance), -math.SmallestNonzeroFloat64)
}

// Likeliest is the taxon of the set with the highest posterior, the first by id of several; -1 where the set is empty.
func (r *Ruling) Likeliest(set guide.Bits) int {
	r.rankMany(set)
	best, most := -1, 0.0
	set.Each(func(t int) {
		p := r.post.of(t)
		if best < 0 || p > most || p == most && r.sheet.Guide.Rank[t] < r.sheet.Guide.Rank[best] {
			best, most = t, p
		}
	})
	return best
}

// From this share of all taxa on it is quicker to work out every posterior than each by itself.
const manyTaxa = 1.0 / 8

// rankMany makes ready for the posteriors of a set, where it is large.
func (r *Ruling) rankMany(set guide.Bits) {
	if n := len(r.sheet.Guide.Taxa); n > 64 && float64(set.Count()) > manyTaxa*float64(n) {
		r.post.fill()
	}
}

// ranked orders taxa by posterior, the likeliest first; ties by id.
func (r *Ruling) ranked(taxa guide.Bits) []int {
	r.rankMany(taxa)
	order := taxa.Members()
	post := make(map[int]float64, len(order))
	for _, t := range order {
		post[t] = r.post.of(t)
	}
	slices.SortFunc(order, func(a, b int) int {
		return cmp.Or(cmp.Compare(post[b], post[a]), cmp.Compare(r.sheet.Guide.Rank[a], r.sheet.Guide.Rank[b]))
	})
	return order
}

// Posterior is the logarithm of how likely a taxon is, up to what is the same for all.
func (r *Ruling) Posterior(taxon int) float64 { return r.post.of(taxon) }

// Likely is the set of taxa that fit and could be taken, or where there are none all that fit.
func (r *Ruling) Likely() guide.Bits {
	may := r.sheet.Set()
	copy(may, r.fits)
	may.And(r.takeable)
	if !may.Any() {
		copy(may, r.fits)
	}
	return may
}
