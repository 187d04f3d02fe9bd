package checks

import (
	"math"
	"slices"

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
	if col.Kind == guide.Measure || !slices.ContainsFunc(options, func(x option) bool {
		return x.column != o.column && x.perMinute() == o.perMinute() || o.gain == 0
	}) {
		return
	}
	a.spread(col)
	o.entropyFall = steady(a.entropyFall(col))
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
	if w := a.r.WorkingTaxon(); len(a.rows) == 0 || a.settled() && !col.Scored.Has(w) {
		return o
	}
	a.spread(col)
	if col.Kind == guide.Measure {
		a.weighMeasure(col, &o)
	} else {
		a.weighClasses(col, &o)
	}
	clear(a.mass[:len(col.Patterns)])
	return o
}

// weighClasses weighs every answer of states or counts, for the names that are left against each row.
func (a *asker) weighClasses(col *guide.Column, o *option) {
	answers := a.answers(col, o.column)
	lines := a.standing(col.Line)
	for i := range a.rows {
		r := &a.rows[i]
		q := col.Pattern[r.taxon]
		if q == 0 {
			continue
		}
		for k := range answers {
			x := &answers[k]
			if x.chance < leastAnswer {
				continue
			}
			w, cut := x.against(col, q)
			if lines != nil {
				w = lines[i].adds(w)
				cut = cut && w > 0
			}
			o.gain += x.chance * r.credit(w, cut)
		}
	}
	o.gain = max(0, o.gain)
}

// leastAnswer is the chance below which an answer is not reckoned with.
const leastAnswer = 0.01

// answer is one answer to a column, how likely it is, and how likely those names make it that it speaks for.
type answer struct {
	class  int
	chance float64
	log    policy.Centibans   // the logarithm of the chance for the names that give it
	logs   []policy.Centibans // of everything that is scored alike, by pattern
	firm   bool
}

// against is what the answer weighs against something scored as the pattern, and whether that counts as a cut.
func (x *answer) against(col *guide.Column, pattern uint32) (policy.Centibans, bool) {
	w := col.WeighAnswer(x.class, x.log, x.logs, pattern, x.firm)
	return w.Centibans, w.Depth > 0 && w.Full
}

// answers lists the answers to a column: of the working name where that is settled, else of all that is likely.
func (a *asker) answers(col *guide.Column, n int) []answer {
	stage := a.s.Record.Stage
	logs := col.Logs(stage, false)
	out := make([]answer, len(logs))
	squares := make([]float64, len(logs))
	add := func(p uint32, mass float64) {
		for k, c := range col.Chances(p, stage) {
			out[k].chance += mass * c
			squares[k] += mass * c * c
		}
	}
	if a.settled() {
		add(col.Pattern[a.r.WorkingTaxon()], 1)
	} else {
		for p := 1; p < len(col.Patterns); p++ {
			if mass := a.mass[p]; mass > 0 {
				add(uint32(p), mass)
			}
		}
	}
	for k := range out {
		x := &out[k]
		if x.chance == 0 {
			continue
		}
		x.class, x.logs, x.log = k, logs[k], policy.CentibansOf(squares[k]/x.chance)
		if mask := uint64(1) << k; col.Kind == guide.States {
			x.firm = a.s.CanBeFirm(n, mask, a.r.WorkingTaxon())
		} else {
			x.firm = a.s.CanBeFirm(n, 0, a.r.WorkingTaxon())
		}
	}
	return out
}

// lineSoFar is what a line that was read already weighs against a row.
type lineSoFar struct{ best, worst policy.Centibans }

// adds is what a further reading of that weight adds to it.
func (l lineSoFar) adds(w policy.Centibans) policy.Centibans {
	return policy.LineWeight(max(l.best, w), min(l.worst, w), true) - policy.LineWeight(l.best, l.worst, true)
}

// standing is what a line that was read already weighs against each row; nil where it was not.
func (a *asker) standing(line int) []lineSoFar {
	read, w := a.s.Line(line), a.r.WorkingTaxon()
	if read == nil || w < 0 {
		return nil
	}
	out := make([]lineSoFar, len(a.rows))
	for i := range a.rows {
		for _, e := range read {
			x := e.Weigh(w, a.rows[i].taxon).Centibans
			out[i].best, out[i].worst = max(out[i].best, x), min(out[i].worst, x)
		}
	}
	return out
}

// mostNumbers is the greatest number of ways of scoring a measure that are weighed.
const mostNumbers = 12

// weighMeasure weighs a measure in the middle of what may come of it for each likely pattern; of many patterns the first.
func (a *asker) weighMeasure(col *guide.Column, o *option) {
	var at []uint32
	if a.settled() {
		if p := col.Pattern[a.r.WorkingTaxon()]; p > 0 {
			at = append(at, p)
		}
	} else {
		for _, t := range a.likely {
			if p := col.Pattern[t]; p > 0 && !slices.Contains(at, p) {
				if at = append(at, p); len(at) == mostNumbers {
					break
				}
			}
		}
	}
	total := 0.0
	for _, p := range at {
		total += a.mass[p]
	}
	for _, p := range at {
		prospects, share := col.Prospects(p), 1/float64(len(at))
		if total > 0 {
			share = a.mass[p] / total
		}
		for i := range a.rows {
			r := &a.rows[i]
			if q := col.Pattern[r.taxon]; q > 0 {
				x := &prospects[q]
				o.gain += share * r.credit((x.Most+x.Least)/2, x.SureDepth > 0)
			}
		}
	}
	o.gain = max(0, o.gain)
}

// entropyFall is the entropy of the states less what is left of it within each pattern.
func (a *asker) entropyFall(col *guide.Column) float64 {
	prob, within := make([]float64, len(col.Logs("", false))), 0.0
	for p, mass := range a.mass[:len(col.Patterns)] {
		if mass == 0 {
			continue
		}
		chances := col.Chances(uint32(p), a.s.Record.Stage)
		for k, c := range chances {
			prob[k] += mass * c
		}
		within += mass * entropy(chances)
	}
	return entropy(prob) - within
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
