package checks

import (
	"math"
	"math/bits"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

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
	out = slices.DeleteFunc(out, func(o option) bool { return !o.tells(len(demanded)) && o.entropyFall <= 1e-9 })
	if len(out) == 0 && a.r.Code() == ruling.NotOut {
		// Only an answer that is not usual for what it may be would still tell; one keeps looking for no less.
		for _, n := range a.r.Telling() {
			out = append(out, a.weigh(n))
		}
	}
	return out
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
			o.gain += prob[k] * a.gain(col.Scored, col.Has[k], line, a.conflictWeight(o.column, k))
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

// conflictWeight is what a conflict of a reading of the state would count.
func (a *asker) conflictWeight(n, state int) policy.Quarters {
	return policy.Weight(a.s.CanBeFirm(n, 1<<state, a.r.WorkingTaxon()), a.g.Columns[n].Full())
}

// gain is what a conflict of that weight, on that line, would add against the missing taxa of scored that are not in has.
func (a *asker) gain(scored, has guide.Bits, line []*evidence.Entry, weight policy.Quarters) float64 {
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
			sum += float64(bits.OnesCount64(hit&half))*g.worth(weight, policy.Whole/2) +
				float64(bits.OnesCount64(hit&quarter))*g.worth(weight, policy.Whole/4) +
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
	weight := a.numberConflictWeight(o.column)
	outside, beyond := a.s.Set(), a.s.Set()
	line := a.s.Line(col.Line)
	for _, p := range at {
		mid := middle(&col.Patterns[p])
		clear(outside)
		clear(beyond)
		col.AddOutside(mid, mid, outside, beyond)
		if !col.Size || col.Full() {
			clear(beyond)
		}
		share := a.mass[p] / seen * (1 - a.mass[0])
		o.gain += share * a.gain(outside, beyond, line, weight)
		clear(outside)
		o.gain += share * a.gain(beyond, outside, line, 2*weight)
	}
}

// numberConflictWeight is what a conflict of a number would count where it is not far beyond the greatest.
func (a *asker) numberConflictWeight(n int) policy.Quarters {
	return policy.Weight(a.s.CanBeFirm(n, 0, a.r.WorkingTaxon()), a.g.Columns[n].Full())
}

// middle is a usual value of a measure or count.
func middle(p *guide.Pattern) float64 {
	mid := p.Span.Low + (p.Span.High-p.Span.Low)/2
	if math.IsInf(mid, 0) || math.IsNaN(mid) {
		mid = max(p.Span.Min, 0)
	}
	return mid
}

// entropy is that of chances that sum to 1, in natural units.
func entropy(chances []float64) float64 {
	h := 0.0
	for _, p := range chances {
		if p > 0 {
			h -= p * math.Log(p)
		}
	}
	return math.Round(h/leastChance) * leastChance
}
