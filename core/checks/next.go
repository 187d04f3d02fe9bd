// Package checks works out what to look at next: which characters would tell most, for the least work.
package checks

import (
	"cmp"
	"math"
	"math/bits"
	"slices"
	"sync"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"
)

// Suggestion is a character worth reading, and why.
type Suggestion struct {
	Character string `json:"character"`
	// Gain is the strength it is expected to add against harmful taxa that are not out, weighted by their harm.
	Gain float64 `json:"gain"`
	// Minutes is the work, in minutes, with what it rests on.
	Minutes float64     `json:"minutes"`
	Where   guide.Where `json:"where"`
	Why     string      `json:"why"`
}

// Most is the greatest number of suggestions that Next gives.
const Most = 8

// The weight of a gain against a taxon, by its harm. Common practice; no published source.
func weightOf(h guide.Harm) float64 {
	switch h {
	case guide.Deadly:
		return 8
	case guide.Serious, guide.Unknown:
		return 4
	}
	return 1
}

// option is a column that can still be had, while its worth is compared.
type option struct {
	column         int
	gain, minutes  float64
	entropyFall    float64
	demand         int // place among the demanded columns, or their number
	lookOnly, home bool
	effort         float64 // in all, as looking ahead has it
}

// Next suggests what to read, the best first; nothing where nothing that can be read would change the ruling.
// A reading that is to be looked at again comes alone.
func Next(r *ruling.Ruling) []Suggestion {
	out := []Suggestion{}
	a := newAsker(r)
	defer askers.Put(a)
	if n := r.AgainColumn(); n >= 0 {
		col := &a.g.Columns[n]
		return append(out, Suggestion{
			Character: col.ID, Minutes: col.MinutesOf(), Where: col.WhereOf(),
			Why: "One answer does not go with the others. Look afresh, as if for the first time.",
		})
	}
	if r.Verdict != guide.KeepLooking {
		return out
	}
	options := a.options()
	a.order(options)
	if r.Code() == ruling.NotOut {
		a.ahead(options)
	}
	taken := map[int]bool{}
	for _, o := range options {
		for _, n := range a.first[o.column] {
			if taken[n] || len(out) == Most {
				continue
			}
			taken[n] = true
			out = append(out, a.suggestion(n, o))
		}
	}
	return out
}

// asker weighs what could be read next against what the ruling still lacks.
type asker struct {
	g *guide.Compiled
	r *ruling.Ruling
	s *evidence.Sheet
	// words lists the words of a set in which a harmful taxon is that is not out.
	words  []int
	groups []group
	// hopeful is the set of taxa that could be taken, likely lists them, chance tells how likely each is.
	hopeful guide.Bits
	likely  []int
	chance  []float64
	mass    []float64 // by pattern, zero between uses
	room    [guide.MaxStates]float64
	found   []option
	first   [][]int // by column: what comes before it, and itself
}

// group is the harmful taxa that still need as much as each other to be out: the words of their set that are not empty,
// and which words those are.
type group struct {
	at     []int
	bits   []uint64
	needs  evidence.Quarters
	weight float64
	deadly bool // hints add nothing
}

// worth is what a conflict of that weight on a line that is worth something already adds, times the weight of the harm.
func (g *group) worth(weight, had evidence.Quarters) float64 {
	if weight <= had || weight < evidence.Whole && g.deadly {
		return 0
	}
	return g.weight * float64(min(weight-had, g.needs)) / float64(evidence.Whole)
}

// mostLikely is the greatest number of taxa, the likeliest, over which the states of a column are weighed.
const mostLikely = 128

var askers = sync.Pool{New: func() any { return new(asker) }}

func newAsker(r *ruling.Ruling) *asker {
	a := askers.Get().(*asker)
	*a = asker{
		g: r.Sheet().Guide, r: r, s: r.Sheet(), words: a.words[:0], groups: a.groups[:0], likely: a.likely[:0],
		chance: a.chance[:0], mass: a.mass, found: a.found[:0], first: a.first[:0],
	}
	missing := r.Missing()
	for w := range missing {
		if missing[w] != 0 {
			a.words = append(a.words, w)
		}
	}
	for _, harm := range harms {
		a.group(harm)
	}
	a.hopeful = r.Likely()
	a.likely = a.likeliest(a.hopeful, mostLikely, a.likely)
	total := 0.0
	for _, t := range a.likely {
		chance := math.Exp(r.Posterior(t) - r.Posterior(a.likely[0]))
		a.chance = append(a.chance, chance)
		total += chance
	}
	for i := range a.chance {
		a.chance[i] /= total
	}
	return a
}

// likeliest gives the n likeliest taxa of a set, the likeliest first, in the room of the slice; of equally likely ones
// the first by lot.
func (a *asker) likeliest(set guide.Bits, n int, taxa []int) []int {
	taxa = taxa[:0]
	top, equal := math.Inf(-1), 0
	set.Each(func(t int) {
		switch p := a.r.Posterior(t); {
		case p > top:
			top, equal = p, 1
		case p == top:
			equal++
		}
	})
	if equal >= n {
		for _, t := range a.g.Lots {
			if set.Has(int(t)) && a.r.Posterior(int(t)) == top {
				if taxa = append(taxa, int(t)); len(taxa) == n {
					break
				}
			}
		}
		return taxa
	}
	order := func(x, y int) int {
		return cmp.Or(cmp.Compare(a.r.Posterior(y), a.r.Posterior(x)), cmp.Compare(a.g.Lot[x], a.g.Lot[y]))
	}
	set.Each(func(t int) {
		if len(taxa) == n {
			if order(t, taxa[n-1]) > 0 {
				return
			}
			taxa = taxa[:n-1]
		}
		at, _ := slices.BinarySearchFunc(taxa, t, order)
		taxa = slices.Insert(taxa, at, t)
	})
	return taxa
}

var harms = []guide.Harm{guide.Deadly, guide.Serious, guide.Unknown, guide.Upset, guide.NoHarm}

// group sorts the missing taxa of a harm by what they still need.
func (a *asker) group(harm guide.Harm) {
	needed := ruling.Needed(harm, a.s.Record.Purpose)
	missing, of := a.r.Missing(), a.g.Harms[harm]
	if !of.Meets(missing) {
		return
	}
	first := len(a.groups)
	for needs := evidence.Quarters(1); needs <= needed; needs++ {
		if len(a.groups) < cap(a.groups) { // what stood there before lends its room
			a.groups = a.groups[:len(a.groups)+1]
		} else {
			a.groups = append(a.groups, group{})
		}
		g := &a.groups[len(a.groups)-1]
		*g = group{at: g.at[:0], bits: g.bits[:0], needs: needs, weight: weightOf(harm), deadly: harm == guide.Deadly}
	}
	for _, w := range a.words {
		left := of[w] & missing[w]
		for needs := evidence.Quarters(1); needs <= needed && left != 0; needs++ {
			if hit := left & a.r.Stronger(harm, w, needed-needs); hit != 0 {
				g := &a.groups[first+int(needs)-1]
				g.at, g.bits = append(g.at, w), append(g.bits, hit)
				left &^= hit
			}
		}
	}
}

// options weighs every column that can still be had.
func (a *asker) options() []option {
	out := a.found
	demanded := a.r.Demanded()
	for n := range a.g.Columns {
		if !a.s.CanHave(n, a.r.WorkingTaxon()) {
			continue
		}
		o := a.weigh(n)
		o.demand = len(demanded)
		if i := slices.Index(demanded, n); i >= 0 {
			o.demand = i
		}
		out = append(out, o)
	}
	a.found = out
	// What only narrows down a name is not worth asking for while anything would cut.
	if slices.ContainsFunc(out, func(o option) bool { return o.tells(len(demanded)) }) {
		out = slices.DeleteFunc(out, func(o option) bool { return !o.tells(len(demanded)) })
	}
	for i := range out {
		a.narrow(out, i)
	}
	return slices.DeleteFunc(out, func(o option) bool { return !o.tells(len(demanded)) && o.entropyFall <= 1e-9 })
}

// narrow works out how far an option is expected to narrow the name down, where another gains as much for the work.
func (a *asker) narrow(options []option, i int) {
	o := &options[i]
	col := &a.g.Columns[o.column]
	if col.Kind != guide.States || !slices.ContainsFunc(options, func(x option) bool {
		return x.column != o.column && x.perMinute() == o.perMinute() || o.gain == 0
	}) {
		return
	}
	a.spread(col)
	o.entropyFall = a.entropyFall(col)
	clear(a.mass[:len(col.Patterns)])
}

// spread lays the chances of the likely taxa on the patterns of a column.
func (a *asker) spread(col *guide.Column) {
	if len(a.mass) < len(col.Patterns) {
		a.mass = make([]float64, len(col.Patterns))
	}
	for i, t := range a.likely {
		a.mass[col.Pattern[t]] += a.chance[i]
	}
}

// tells tells whether the ruling waits for the option or it may cut something.
func (o option) tells(demanded int) bool { return o.gain > 0 || o.demand < demanded }

// weigh works out what a column is expected to tell: over its states, each as likely as the posterior makes it.
func (a *asker) weigh(n int) option {
	col := &a.g.Columns[n]
	o := option{column: n, minutes: col.MinutesOf(), lookOnly: !col.Touches(), home: col.WhereOf() == guide.Home}
	for _, b := range a.before(n) {
		o.minutes += a.g.Columns[b].MinutesOf()
		o.lookOnly = o.lookOnly && !a.g.Columns[b].Touches()
	}
	a.spread(col)
	if col.Kind == guide.States {
		a.weighStates(col, &o)
	} else {
		a.weighNumbers(col, &o)
	}
	clear(a.mass[:len(col.Patterns)])
	return o
}

func (a *asker) weighStates(col *guide.Column, o *option) {
	var room [guide.MaxStates]float64
	prob := room[:len(col.States)]
	a.eachPattern(col, func(mass float64, shares []float64) {
		for k := range prob {
			prob[k] += mass * shares[k]
		}
	})
	line := a.s.Line(col.Line)
	for k := range prob {
		if prob[k] > 0 {
			o.gain += prob[k] * a.gain(col.Scored, col.Has[k], line, a.weightOf(o.column, k))
		}
	}
}

// entropyFall is the entropy of the states less what is left of it within each pattern.
func (a *asker) entropyFall(col *guide.Column) float64 {
	var room [guide.MaxStates]float64
	prob, within := room[:len(col.States)], 0.0
	a.eachPattern(col, func(mass float64, shares []float64) {
		for k := range prob {
			prob[k] += mass * shares[k]
		}
		within += mass * entropy(shares)
	})
	return entropy(prob) - within
}

// eachPattern gives the patterns of the likely taxa, their chance, and how often each shows the states of the column.
func (a *asker) eachPattern(col *guide.Column, f func(mass float64, shares []float64)) {
	shares := a.room[:len(col.States)]
	for p := range col.Patterns {
		if a.mass[p] == 0 {
			continue
		}
		total := 0.0
		if p > 0 {
			total = ruling.Shares(col, &col.Patterns[p], a.s.Record.Stage, shares)
		}
		for k := range shares {
			if total > 0 {
				shares[k] /= total
			} else {
				shares[k] = 1 / float64(len(shares))
			}
		}
		f(a.mass[p], shares)
	}
}

// weightOf is what a conflict of a reading of the state would count.
func (a *asker) weightOf(n, state int) evidence.Quarters {
	weight := evidence.Whole
	if !a.s.CanBeFirm(n, 1<<state, a.r.WorkingTaxon()) {
		weight /= 2
	}
	if !a.g.Columns[n].Trust.Full {
		weight /= 2
	}
	return weight
}

// gain is what a conflict of that weight, on that line, would add against the missing taxa of scored that are not in has.
func (a *asker) gain(scored, has guide.Bits, line []*evidence.Entry, weight evidence.Quarters) float64 {
	sum := 0.0
	if line == nil {
		for i := range a.groups {
			g := &a.groups[i]
			worth := g.worth(weight, 0)
			if worth == 0 {
				continue
			}
			n, words, has := 0, g.bits[:len(g.at)], has[:len(scored)]
			for k, w := range g.at {
				n += bits.OnesCount64(words[k] & scored[w] &^ has[w])
			}
			sum += float64(n) * worth
		}
		return sum
	}
	for i := range a.groups {
		g := &a.groups[i]
		if g.worth(weight, 0) == 0 {
			continue
		}
		for k, w := range g.at {
			hit := g.bits[k] & scored[w] &^ has[w]
			if hit == 0 {
				continue
			}
			whole, half, quarter := evidence.WorthOn(line, w)
			sum += float64(bits.OnesCount64(hit&half))*g.worth(weight, evidence.Whole/2) +
				float64(bits.OnesCount64(hit&quarter))*g.worth(weight, evidence.Whole/4) +
				float64(bits.OnesCount64(hit&^(whole|half|quarter)))*g.worth(weight, 0)
		}
	}
	return sum
}

// mostNumbers is the greatest number of values at which a measure or count is weighed.
const mostNumbers = 12

// weighNumbers weighs a measure or count in the middle of what each likely pattern usually shows; of many patterns
// the heaviest.
func (a *asker) weighNumbers(col *guide.Column, o *option) {
	var at []uint32
	for _, t := range a.likely {
		if p := col.Pattern[t]; p > 0 && !slices.Contains(at, p) {
			at = append(at, p)
			if len(at) == mostNumbers {
				break
			}
		}
	}
	seen := 0.0
	for _, p := range at {
		seen += a.mass[p]
	}
	weight := a.weightOfNumber(o.column)
	outside, beyond := a.s.Set(), a.s.Set()
	line := a.s.Line(col.Line)
	for _, p := range at {
		mid := middle(&col.Patterns[p])
		clear(outside)
		clear(beyond)
		col.AddOutside(mid, mid, outside, beyond)
		if !col.Size || col.Trust.Full {
			clear(beyond)
		}
		share := a.mass[p] / seen * (1 - a.mass[0])
		o.gain += share * a.gain(outside, beyond, line, weight)
		clear(outside)
		o.gain += share * a.gain(beyond, outside, line, 2*weight)
	}
}

// weightOfNumber is what a conflict of a number would count where it is not far beyond the greatest.
func (a *asker) weightOfNumber(n int) evidence.Quarters {
	weight := evidence.Whole
	if !a.s.CanBeFirm(n, 0, a.r.WorkingTaxon()) {
		weight /= 2
	}
	if !a.g.Columns[n].Trust.Full {
		weight /= 2
	}
	return weight
}

// middle is a usual value of a measure or count.
func middle(p *guide.Pattern) float64 {
	mid := p.Span.Low + (p.Span.High-p.Span.Low)/2
	if math.IsInf(mid, 0) || math.IsNaN(mid) {
		mid = max(p.Span.Min, 0)
	}
	return mid
}

// before lists what a reading of the column rests on and is not firmly read yet, each after what it rests on itself.
// What only some states rest on comes in where the working name shows one of them.
func (a *asker) before(n int) []int {
	if len(a.first) < len(a.g.Columns) {
		a.first = slices.Grow(a.first, len(a.g.Columns))[:len(a.g.Columns)]
		for i := range a.first {
			a.first[i] = a.first[i][:0]
		}
	}
	if len(a.first[n]) == 0 {
		a.first[n] = append(a.lean(n, a.first[n]), n)
	}
	return a.first[n][:len(a.first[n])-1]
}

func (a *asker) lean(n int, seen []int) []int {
	w, mask := a.r.WorkingTaxon(), uint64(0)
	if col := &a.g.Columns[n]; w >= 0 {
		mask = col.Patterns[col.Pattern[w]].Mask
	}
	for l := range a.g.Columns[n].LeansFor(mask) {
		e := a.s.Entry(l.Column)
		if e != nil && e.Firm || slices.Contains(seen, l.Column) || !a.s.CanHave(l.Column, w) {
			continue
		}
		seen = append(a.lean(l.Column, seen), l.Column)
	}
	return seen
}

// order puts the best option first: what is only looked at while something that must not be touched may be it, what
// needs taking home last, what the verdict waits for, then the gain for the work.
func (a *asker) order(options []option) {
	careful := a.r.Fits().Meets(a.g.Touching)
	slices.SortFunc(options, func(x, y option) int {
		return cmp.Or(
			last(careful && !x.lookOnly, careful && !y.lookOnly),
			last(x.home, y.home),
			cmp.Compare(x.demand, y.demand),
			cmp.Compare(y.perMinute(), x.perMinute()),
			cmp.Compare(y.entropyFall, x.entropyFall),
			cmp.Compare(a.g.Columns[x.column].ID, a.g.Columns[y.column].ID),
		)
	})
}

// perMinute is the gain for the work; looking at something takes a few seconds at the least.
func (o option) perMinute() float64 { return o.gain / max(o.minutes, 0.05) }

func last(x, y bool) int {
	switch {
	case x == y:
		return 0
	case x:
		return 1
	}
	return -1
}

// suggestion makes a suggestion of a column, which is the option's own or comes before it.
func (a *asker) suggestion(n int, o option) Suggestion {
	col := &a.g.Columns[n]
	sg := Suggestion{Character: col.ID, Gain: math.Round(o.gain*1e4) / 1e4, Minutes: o.minutes, Where: col.WhereOf(), Why: a.why(n, o)}
	if n != o.column {
		sg.Minutes = col.MinutesOf()
	}
	return sg
}

// entropy is that of chances that sum to 1, in natural units.
func entropy(chances []float64) float64 {
	h := 0.0
	for _, p := range chances {
		if p > 0 {
			h -= p * math.Log(p)
		}
	}
	return h
}
