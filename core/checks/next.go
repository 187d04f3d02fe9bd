// Package checks works out what to look at next: which characters would tell most, for the least work.
package checks

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

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
	settles        map[guide.Harm]int
	names          []string
}

// Next suggests what to read, the best first; nothing where nothing that can be read would change the ruling.
// A reading that is to be looked at again comes alone.
func Next(r *ruling.Ruling) []Suggestion {
	out := []Suggestion{}
	a := newAsker(r)
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
	taken := map[int]bool{}
	for _, o := range options {
		for _, n := range append(a.before(o.column, nil), o.column) {
			if taken[n] || len(out) == Most {
				continue
			}
			taken[n] = true
			out = append(out, a.suggestion(n, o))
		}
	}
	return out
}

type asker struct {
	g       *guide.Compiled
	r       *ruling.Ruling
	s       *evidence.Sheet
	missing []ruling.Missing
	// lines holds, for each missing taxon, what each line is worth already.
	lines  []map[int]evidence.Quarters
	likely []int
	chance []float64
}

func newAsker(r *ruling.Ruling) *asker {
	a := &asker{g: r.Sheet().Guide, r: r, s: r.Sheet(), missing: r.Missing()}
	for _, m := range a.missing {
		worth := map[int]evidence.Quarters{}
		for i := range a.s.Entries {
			e := &a.s.Entries[i]
			worth[e.Column.Line] = max(worth[e.Column.Line], e.Weight(m.Taxon))
		}
		a.lines = append(a.lines, worth)
	}
	set, post := r.Likely()
	top := math.Inf(-1)
	set.Each(func(t int) { top = max(top, post[t]) })
	total := 0.0
	set.Each(func(t int) {
		p := math.Exp(post[t] - top)
		a.likely, a.chance = append(a.likely, t), append(a.chance, p)
		total += p
	})
	for i := range a.chance {
		a.chance[i] /= total
	}
	return a
}

// options weighs every column that can still be had.
func (a *asker) options() []option {
	var out []option
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
		if o.tells(len(demanded)) || o.entropyFall > 1e-9 {
			out = append(out, o)
		}
	}
	// What only narrows down a name is not worth asking for while anything would cut.
	if slices.ContainsFunc(out, func(o option) bool { return o.tells(len(demanded)) }) {
		out = slices.DeleteFunc(out, func(o option) bool { return !o.tells(len(demanded)) })
	}
	return out
}

// tells tells whether the ruling waits for the option or it may cut something.
func (o option) tells(demanded int) bool { return o.gain > 0 || o.demand < demanded }

// weigh works out what a column is expected to tell: over its states, each as likely as the posterior makes it.
func (a *asker) weigh(n int) option {
	col := &a.g.Columns[n]
	o := option{column: n, minutes: col.MinutesOf(), lookOnly: !col.Touches(), home: col.WhereOf() == guide.Home, settles: map[guide.Harm]int{}}
	for _, b := range a.before(n, nil) {
		o.minutes += a.g.Columns[b].MinutesOf()
		o.lookOnly = o.lookOnly && !a.g.Columns[b].Touches()
	}
	if col.Kind == guide.States {
		a.weighStates(col, &o)
	} else {
		a.weighNumbers(col, &o)
	}
	return o
}

func (a *asker) weighStates(col *guide.Column, o *option) {
	m := len(col.States)
	shares := make([]float64, m)
	joint := make([][]float64, m) // state → taxon: how likely both together
	prob := make([]float64, m)
	for k := range joint {
		joint[k] = make([]float64, len(a.likely))
	}
	for i, t := range a.likely {
		p := &col.Patterns[col.Pattern[t]]
		total := 0.0
		if col.Scored.Has(t) {
			total = ruling.Shares(col, p, a.s.Record.Stage, shares)
		}
		for k := range m {
			q := 1 / float64(m)
			if total > 0 {
				q = shares[k] / total
			}
			joint[k][i] = a.chance[i] * q
			prob[k] += joint[k][i]
		}
	}
	for k := range m {
		if prob[k] <= 0 {
			continue
		}
		o.entropyFall -= prob[k] * entropy(joint[k], prob[k])
		weight := evidence.Whole
		if !a.s.CanBeFirm(o.column, 1<<k, a.r.WorkingTaxon()) {
			weight /= 2
		}
		if !col.Trust.Full {
			weight /= 2
		}
		for h, m := range a.missing {
			if col.Scored.Has(m.Taxon) && !col.Has[k].Has(m.Taxon) {
				o.gain += prob[k] * a.worth(h, col, weight)
			}
		}
	}
	o.entropyFall += entropy(a.chance, 1)
	a.settles(o, col, func(own, other *guide.Pattern) bool { return own.Mask&^other.Mask == own.Mask && col.Trust.Full })
}

func (a *asker) weighNumbers(col *guide.Column, o *option) {
	for i, t := range a.likely {
		if !col.Scored.Has(t) {
			continue
		}
		p := &col.Patterns[col.Pattern[t]]
		mid := p.Span.Low + (p.Span.High-p.Span.Low)/2
		if math.IsInf(mid, 0) || math.IsNaN(mid) {
			mid = max(p.Span.Min, 0)
		}
		for h, m := range a.missing {
			if !col.Scored.Has(m.Taxon) {
				continue
			}
			if out, beyond := col.Patterns[col.Pattern[m.Taxon]].Outside(col.Kind, mid, mid); out {
				weight := evidence.Whole
				if !col.Trust.Full && !(col.Size && beyond) {
					weight /= 2
				}
				o.gain += a.chance[i] * a.worth(h, col, weight)
			}
		}
	}
	a.settles(o, col, func(own, other *guide.Pattern) bool {
		out, beyond := other.Outside(col.Kind, own.Span.Low, own.Span.High)
		return out && (col.Trust.Full || col.Size && beyond)
	})
}

// worth is what a conflict of that weight on the column would add to the strength against a missing taxon, up to what
// it still needs, times the weight of its harm.
func (a *asker) worth(h int, col *guide.Column, weight evidence.Quarters) float64 {
	m := a.missing[h]
	tx := &a.g.Taxa[m.Taxon]
	had := a.lines[h][col.Line]
	if weight <= had || weight < evidence.Whole && tx.Harm == guide.Deadly {
		return 0
	}
	return weightOf(tx.Harm) * float64(min(weight-had, m.Needed-m.Strength)) / float64(evidence.Whole)
}

// settles counts the missing taxa that the working name differs from on the column whatever it shows.
func (a *asker) settles(o *option, col *guide.Column, apart func(own, other *guide.Pattern) bool) {
	w := a.r.WorkingTaxon()
	if w < 0 || !col.Scored.Has(w) {
		return
	}
	for _, m := range a.missing {
		if col.Scored.Has(m.Taxon) && apart(&col.Patterns[col.Pattern[w]], &col.Patterns[col.Pattern[m.Taxon]]) {
			tx := &a.g.Taxa[m.Taxon]
			o.settles[tx.Harm]++
			o.names = append(o.names, tx.Called())
		}
	}
}

// before lists what a reading of the column rests on and is not firmly read yet, each after what it rests on itself.
// What only some states rest on comes in where the working name shows one of them.
func (a *asker) before(n int, seen []int) []int {
	w, mask := a.r.WorkingTaxon(), uint64(0)
	if col := &a.g.Columns[n]; w >= 0 {
		mask = col.Patterns[col.Pattern[w]].Mask
	}
	for l := range a.g.Columns[n].LeansFor(mask) {
		e := a.s.Entry(l.Column)
		if e != nil && e.Firm || slices.Contains(seen, l.Column) || !a.s.CanHave(l.Column, w) {
			continue
		}
		seen = append(a.before(l.Column, seen), l.Column)
	}
	return seen
}

// order puts the best option first: what is only looked at while something that must not be touched may be it, what
// needs taking home last, what the verdict waits for, then the gain for the work.
func (a *asker) order(options []option) {
	careful := a.r.Fits().Meet(a.g.Touching) > 0
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

func (a *asker) suggestion(n int, o option) Suggestion {
	col := &a.g.Columns[n]
	sg := Suggestion{Character: col.ID, Gain: math.Round(o.gain*1e4) / 1e4, Minutes: o.minutes, Where: col.WhereOf()}
	switch {
	case n != o.column:
		sg.Why = fmt.Sprintf("Comes first: what you read of this counts in full only after it: %s.", strings.ToLower(a.g.Columns[o.column].Called()))
	case len(o.names) > 0:
		sg.Why = "Settles " + settled(o)
	case o.demand < len(a.r.Demanded()):
		sg.Why = "The ruling waits for this one."
	case o.gain > 0:
		sg.Why = "May rule out some of what is still standing."
	default:
		sg.Why = "Narrows down what it could be."
	}
	if n != o.column {
		sg.Minutes = col.MinutesOf()
	}
	return sg
}

// settled words what a column settles: how many of which harm, and their names where they are few.
func settled(o option) string {
	var parts []string
	for _, h := range []guide.Harm{guide.Deadly, guide.Serious, guide.Unknown, guide.Upset, guide.NoHarm} {
		if n := o.settles[h]; n > 0 {
			parts = append(parts, fmt.Sprintf("%d %s", n, harmWord[h]))
		}
	}
	says := strings.Join(parts, " and ")
	if len(o.names) <= 3 {
		slices.Sort(o.names)
		says += " (" + strings.ToLower(strings.Join(o.names, ", ")) + ")"
	}
	return says + "."
}

var harmWord = map[guide.Harm]string{
	guide.Deadly: "deadly", guide.Serious: "that put you in hospital", guide.Unknown: "of unknown harm",
	guide.Upset: "that upset", guide.NoHarm: "not to touch",
}

func entropy(joint []float64, total float64) float64 {
	h := 0.0
	for _, p := range joint {
		if p > 0 {
			q := p / total
			h -= q * math.Log(q)
		}
	}
	return h
}
