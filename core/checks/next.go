// Package checks works out what to look at next: which characters would tell most, for the least work.
package checks

import (
	"cmp"
	"math"
	"slices"

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
	// Again is set where it was read before; nil for a first look.
	Again *Again `json:"again,omitempty"`
}

// Most is the greatest number of suggestions that Next gives.
const Most = 8

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
			Character: col.ID, Minutes: col.MinutesOf(), Where: col.WhereOf(), Again: &Again{Between: []Side{}},
			Why: "One answer does not go with the others. Look afresh, as if for the first time.",
		})
	}
	if r.Verdict != guide.KeepLooking {
		return out
	}
	if again := r.SecondLooks(); again != nil {
		for _, s := range again[:min(Most, len(again))] {
			out = append(out, a.second(s))
		}
		return out
	}
	options := a.options()
	a.order(options)
	obvious := -1
	switch {
	case r.Code() != ruling.NotOut:
	case a.s.Target < 0 && len(a.s.Entries) < obviousFirst && a.putObvious(options):
		obvious = options[0].column
	default:
		a.ahead(options)
	}
	taken := map[int]bool{}
	for _, o := range options {
		for _, n := range a.first[o.column] {
			if o.column == obvious && n != obvious {
				continue // what it rests on can wait: until then it is a hint
			}
			if taken[n] || len(out) == Most {
				continue
			}
			taken[n] = true
			out = append(out, a.suggestion(n, o))
		}
	}
	return out
}

// On a record without a name the first obviousFirst readings are asked of what anybody sees in a second, the first of them in any case, a
// further one if it promises, for its work, obviousShare of what is best or more: a beginner finds the way in, and on average it costs
// less than half a check. Found by trial: docs/engine.md.
const (
	obviousFirst = 2
	obviousShare = 0.6
)

// putObvious puts first what is obvious and promises most, if anything is that could come first at all.
func (a *asker) putObvious(options []option) bool {
	for i, o := range options[:a.alike(options)] {
		if a.g.Columns[o.column].Obvious && (len(a.s.Entries) == 0 || o.perMinute() >= obviousShare*options[0].perMinute()) {
			copy(options[1:i+1], options[:i])
			options[0] = o
			return true
		}
	}
	return false
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
		a.first[n] = append(a.requirements(n, a.first[n]), n)
	}
	return a.first[n][:len(a.first[n])-1]
}

func (a *asker) requirements(n int, seen []int) []int {
	w, mask := a.r.WorkingTaxon(), uint64(0)
	if col := &a.g.Columns[n]; w >= 0 {
		mask = col.Patterns[col.Pattern[w]].Mask
	}
	for l := range a.g.Columns[n].RequirementsFor(mask) {
		e := a.s.Entry(l.Column)
		if e != nil && e.Firm || slices.Contains(seen, l.Column) || !a.s.CanHave(l.Column, w) {
			continue
		}
		seen = append(a.requirements(l.Column, seen), l.Column)
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
func (o option) perMinute() float64 { return steady(o.gain / max(o.minutes, 0.05)) }

// steady rounds what is compared, so that what is alike stays alike whatever a machine's last bits are.
func steady(v float64) float64 { return math.Round(v*1e6) / 1e6 }

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
	if e := a.s.Entry(n); e != nil && e.AskElse() {
		sg.Again = &Again{Between: []Side{}, Else: true}
		sg.Why = "Two looks at it differ, so neither counts. Ask somebody else to look, without telling what you saw."
	}
	return sg
}
