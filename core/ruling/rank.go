package ruling

import (
	"cmp"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// posteriors ranks taxa by a naive Bayes posterior, as logarithms in centibans; readings on one line of evidence contribute
// the mean of their logarithms, once.
type posteriors struct {
	s      *evidence.Sheet
	seen   bool      // anything was
	filled bool      // known holds all
	known  []float64 // by taxon, where it is worked out already
	worked guide.Bits
}

func newPosteriors(s *evidence.Sheet) posteriors {
	p := posteriors{s: s}
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
				sum += float64(logOf(e, e.Column.Pattern[taxon]))
				n++
			}
		}
		if n > 0 {
			post += sum / float64(n)
		}
	}
	p.known[taxon] = post
	p.worked.Set(taxon)
	return post
}

// logOf is the logarithm of the chance of a reading for one of its column's patterns; that of silence where it has faded.
func logOf(e *evidence.Entry, pattern uint32) policy.Centibans {
	if e.Faded {
		pattern = 0
	}
	return e.Bearing().Log[pattern]
}

// room borrows room for the posteriors from the sheet.
func (p *posteriors) room() {
	if p.known == nil {
		p.known, p.worked = p.s.Floats(len(p.s.Guide.Taxa)), p.s.Set()
	}
}

// prior is the logarithm of how likely a taxon is before anything is read, up to what is the same for all.
func (p *posteriors) prior(taxon int) float64 {
	s, t, prior := p.s, &p.s.Guide.Taxa[taxon], 0.0
	if s.HasDate && s.Season(taxon).Absent(s.Date, t.Useful()) {
		prior += outOfSeason
	}
	if s.Record.Region != "" && len(t.Regions) > 0 && !slices.Contains(t.Regions, s.Record.Region) {
		prior += outOfRegion
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
			switch {
			case !e.Seen():
				continue
			case e.Faded:
				for t := range sums {
					sums[t] += float64(e.Bearing().Log[0])
				}
			default:
				addTo(sums, e.Column.Pattern, e.Bearing().Log)
			}
			n++
		}
		for t := range p.known {
			if n > 0 {
				p.known[t] += sums[t] / float64(n)
			}
		}
	}
	for t := range p.known {
		p.worked.Set(t)
	}
}

var outOfSeason, outOfRegion = float64(policy.CentibansOf(policy.OutOfSeason)), float64(policy.CentibansOf(policy.OutOfRegion))

// addTo adds to the sums what each taxon's pattern adds.
func addTo(sums []float64, pattern []uint32, adds []policy.Centibans) {
	sums = sums[:len(pattern)]
	for t, k := range pattern {
		sums[t] += float64(adds[k])
	}
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

// Posterior is the logarithm of how likely a taxon is, in centibans, up to what is the same for all.
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
