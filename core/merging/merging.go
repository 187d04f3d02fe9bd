// Package merging takes what another author says of a guide's taxa into the guide's scores.
package merging

import (
	"cmp"
	"fmt"
	"maps"
	"math"
	"slices"
	"strconv"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/trial"
)

// Merging says how another author's descriptions go into a guide.
type Merging struct {
	// Author is the id of the source that the descriptions come from. What stands of a taxon that names it among its sources
	// is left as it is.
	Author string
	// Weight is how much the author counts beside what stands, from 0 to 1.
	Weight float64
	// Refused lists what the author says and the guide does not take.
	Refused []Refusal
}

// Refusal is what an author says of a taxon and a human eye turned down: states of a character, or without states all
// that is said of it.
type Refusal struct {
	Taxon, Character string
	States           []string
	Why              string
}

// Check tells what is wrong with a refusal on a guide: a taxon, character or state that it does not have, or no reason.
func (r *Refusal) Check(g *guide.Matrix) error {
	if _, ok := g.Taxon(r.Taxon); !ok {
		return fmt.Errorf("the guide has no taxon %q", r.Taxon)
	}
	n, ok := g.Column(r.Character)
	if !ok {
		return fmt.Errorf("%s: the guide has no character %q", r.Taxon, r.Character)
	}
	for _, id := range r.States {
		if _, ok := g.Columns[n].State(id); !ok {
			return fmt.Errorf("%s: %s has no state %q", r.Taxon, r.Character, id)
		}
	}
	if r.Why == "" {
		return fmt.Errorf("%s, %s: a refusal says why", r.Taxon, r.Character)
	}
	return nil
}

// Added is a state that one author alone says a taxon shows, and how often, over all forms, from 0 to 1.
type Added struct {
	Taxon, Character, State string
	Share                   float64
}

// What another author alone says is taken of a taxon with a use if one of its forms shows it one time in ten, of a harmful
// one if one does one time in twenty: rarer answers are what careful people err by. Found by trial: docs/engine.md.
const (
	takenOfUseful  = 0.1
	takenOfHarmful = 0.05
)

// shareSteps are the shares that merged scores are rounded to: nobody knows them more exactly. Common practice.
var shareSteps = []float64{1, 0.8, 0.6, 0.5, 0.4, 0.3, 0.2, 0.15, 0.1, 0.07, 0.05, 0.03, 0.02}

// Merge takes an author's descriptions into the scores of a guide's taxa, and gives the merged scores by taxon, and
// what only the author says of taxa with a use. A harmful taxon shows whatever either says that it shows; one with a use what
// both say, and what one alone says as seldom as that makes it.
func Merge(g *guide.Matrix, author []trial.Described, m Merging) (map[string]guide.Scores, []Added) {
	out := map[string]guide.Scores{}
	var added []Added
	for i := range author {
		d := &author[i]
		t, ok := g.Taxon(d.Taxon)
		if !ok {
			continue
		}
		tx := &g.Taxa[t]
		scores := guide.Scores{}
		for n := range g.Columns {
			col := &g.Columns[n]
			mine, stands := col.Patterns[col.Pattern[t]].Score, col.Scored.Has(t)
			if stands {
				scores[col.ID] = mine
			}
			refused, all := m.refused(tx.ID, col.ID)
			theirs := answers(d, col, refused)
			if all || len(theirs.points) == 0 || stands && slices.Contains(tx.Sources, m.Author) {
				continue
			}
			one := merger{Merging: m, col: col, useful: tx.Useful() && tx.Harm != guide.Deadly}
			if col.Kind != guide.States {
				if score := one.numbers(mine, stands, theirs); score.Numeric() {
					scores[col.ID] = score
				}
				continue
			}
			score, extra := one.states(mine, stands, theirs)
			if len(score.States) == 0 {
				continue
			}
			scores[col.ID] = score
			for _, e := range extra {
				if one.useful {
					added = append(added, Added{tx.ID, col.ID, e, theirs.of(e).weight})
				}
			}
		}
		out[tx.ID] = scores
	}
	return out, added
}

// refused lists the states of a score that are not taken; all tells that nothing of it is.
func (m *Merging) refused(taxon, character string) (states []string, all bool) {
	for _, r := range m.Refused {
		if r.Taxon == taxon && r.Character == character {
			states, all = append(states, r.States...), all || len(r.States) == 0
		}
	}
	return states, all
}

// answered is what an author says of a character over all forms: how often each state or count is read, or of a measure
// points of its distribution, in rising order, each with its weight.
type answered struct {
	points []point
	lo, hi float64 // of a measure: the lowest and highest that any form has one time in twenty
}

type point struct {
	key    string
	at     float64
	weight float64 // how often it is read, over all forms
	most   float64 // how often it is read of the form that shows it most
}

func (a *answered) of(state string) point {
	for _, p := range a.points {
		if p.key == state {
			return p
		}
	}
	return point{}
}

// steps is into how many points a form's distribution of a measure is cut.
const steps = 40

func answers(d *trial.Described, col *guide.Column, refused []string) answered {
	out := answered{lo: math.Inf(1), hi: math.Inf(-1)}
	sums, most := map[string]float64{}, map[string]float64{}
	total := 0.0
	for k := range d.Forms {
		f := &d.Forms[k]
		says := f.Scores[col.ID]
		if len(says) == 0 || f.Share == 0 {
			continue
		}
		total += f.Share
		if col.Kind == guide.Measure {
			out.lo, out.hi = min(out.lo, says[trial.P5]), max(out.hi, says[trial.P95])
			for i := range steps {
				out.points = append(out.points, point{at: quantile(says, (float64(i)+0.5)/steps), weight: f.Share / steps})
			}
			continue
		}
		sum := 0.0
		for _, v := range says {
			sum += v
		}
		for key, v := range says {
			if k, ok := col.State(key); ok && col.Kind == guide.States {
				key = col.States[k].ID
			}
			if !slices.Contains(refused, key) {
				sums[key] += f.Share * v / sum
				most[key] = max(most[key], v/sum)
			}
		}
	}
	for _, key := range slices.Sorted(maps.Keys(sums)) {
		at, _ := strconv.ParseFloat(key, 64) // of a state it does not matter
		out.points = append(out.points, point{key, at, sums[key], most[key]})
	}
	for i := range out.points {
		out.points[i].weight /= total
	}
	slices.SortStableFunc(out.points, func(a, b point) int { return cmp.Compare(a.at, b.at) })
	return out
}

// quantile is where a share of the answers lies below, by straight lines between the three points that are given.
func quantile(says map[string]float64, p float64) float64 {
	lo, mid, hi := says[trial.P5], says[trial.P50], says[trial.P95]
	switch {
	case p <= 0.05:
		return lo
	case p < 0.5:
		return lo + (mid-lo)*(p-0.05)/0.45
	case p < 0.95:
		return mid + (hi-mid)*(p-0.5)/0.45
	}
	return hi
}

// quantile is the point below which a share of all answers lies.
func (a *answered) quantile(p float64) float64 {
	sum := 0.0
	for _, x := range a.points {
		if sum += x.weight; sum >= p {
			return x.at
		}
	}
	return a.points[len(a.points)-1].at
}

// merger merges one score.
type merger struct {
	Merging
	col    *guide.Column
	useful bool
}

func (m *merger) takes(p point) bool {
	if m.useful {
		return p.most >= takenOfUseful
	}
	return p.most >= takenOfHarmful
}

// states merges a score of states; extra are those that only the author says.
func (m *merger) states(mine guide.Score, stands bool, theirs answered) (out guide.Score, extra []string) {
	own := map[string]float64{}
	for _, sh := range mine.States {
		own[sh.State] = max(own[sh.State], sh.Beside())
	}
	total := 0.0
	for _, w := range own {
		total += w
	}
	weight := m.Weight
	if !stands {
		weight, total = 1, 1
	}
	mixed, most := map[string]float64{}, 0.0
	for k := range m.col.States {
		id := m.col.States[k].ID
		q := theirs.of(id)
		if own[id] == 0 && !m.takes(q) {
			continue
		}
		mixed[id] = (1-weight)*own[id]/total + weight*q.weight
		most = max(most, mixed[id])
	}
	for k := range m.col.States {
		id := m.col.States[k].ID
		w, ok := mixed[id]
		if !ok {
			continue
		}
		base := guide.Shown{State: id, Share: step(w / most)}
		if base.Share == 1 {
			base.Share = 0
		}
		q := theirs.of(id)
		if own[id] == 0 {
			base.Src = guide.Src(m.Author)
			out.States, extra = append(out.States, base), append(extra, id)
			continue
		}
		for _, sh := range whens(mine.States, id) {
			v := base
			v.When, v.Src = sh.When, sh.Src
			switch {
			case q.weight == 0 && v.Src == "":
				v.Src = firstAuthor
			case q.weight > 0 && v.Src != "":
				v.Src = guide.SrcOf(append(v.Src.IDs(), m.Author)...)
			}
			out.States = append(out.States, v)
		}
	}
	slices.SortStableFunc(out.States, func(a, b guide.Shown) int { return cmp.Compare(b.Beside(), a.Beside()) })
	return out, extra
}

// firstAuthor is the source of what stood in a guide before another author's word came in.
const firstAuthor guide.Src = "first"

// whens gives the entries of a state; where one of them is not of a stage, that alone, with whoever says any of them.
func whens(states []guide.Shown, id string) []guide.Shown {
	var out []guide.Shown
	var always *guide.Shown
	for i := range states {
		if sh := states[i]; sh.State == id {
			if out = append(out, sh); sh.When == "" {
				always = &states[i]
			}
		}
	}
	if always != nil {
		one := *always
		for _, sh := range out {
			if one.Src == "" {
				one.Src = sh.Src
			}
		}
		return []guide.Shown{one}
	}
	return out
}

func step(share float64) float64 {
	best := shareSteps[0]
	for _, s := range shareSteps {
		if math.Abs(math.Log(share/s)) < math.Abs(math.Log(share/best)) {
			best = s
		}
	}
	return best
}

// numbers merges a range or a set of counts. A harmful taxon's is as wide as either has it; of one with a use the usual
// range lies between the two, the extremes are as wide as either.
func (m *merger) numbers(mine guide.Score, stands bool, theirs answered) guide.Score {
	var out guide.Score
	if m.col.Kind == guide.Count {
		return m.counts(mine, stands, theirs)
	}
	low, high := theirs.quantile(0.05), theirs.quantile(0.95)
	s := guide.Span{Min: theirs.lo, Low: low, High: high, Max: theirs.hi}
	if stands {
		s = m.between(mine.Span(), s)
	} else {
		out.Src = guide.Src(m.Author)
	}
	out.Range = rangeOf(s)
	out.Range.Src = out.Src
	return out
}

func (m *merger) between(a, b guide.Span) guide.Span {
	out := guide.Span{Min: min(a.Min, b.Min), Max: max(a.Max, b.Max), Low: min(a.Low, b.Low), High: max(a.High, b.High)}
	if m.useful && !math.IsInf(a.Low, 0) && !math.IsInf(a.High, 0) {
		out.Low, out.High = (1-m.Weight)*a.Low+m.Weight*b.Low, (1-m.Weight)*a.High+m.Weight*b.High
	}
	return out
}

func (m *merger) counts(mine guide.Score, stands bool, theirs answered) guide.Score {
	var shown []int
	often := guide.Span{Low: math.Inf(1), High: math.Inf(-1), Min: math.Inf(1), Max: math.Inf(-1)}
	for _, p := range theirs.points {
		if m.takes(p) {
			shown = append(shown, int(p.at))
			often.Min, often.Max = min(often.Min, p.at), max(often.Max, p.at)
		}
		if p.weight >= policy.Often {
			often.Low, often.High = min(often.Low, p.at), max(often.High, p.at)
		}
	}
	if shown == nil { // nothing is said often enough
		return mine
	}
	if often.Low > often.High {
		often.Low, often.High = often.Min, often.Max
	}
	var out guide.Score
	if !stands {
		out.Src = guide.Src(m.Author)
		out.Range = rangeOf(often)
		out.Range.Src = out.Src
		return out
	}
	out.Src = mine.Src
	if mine.Counts != nil {
		out.Counts = append(slices.Clone(mine.Counts), shown...)
		slices.Sort(out.Counts)
		out.Counts = slices.Compact(out.Counts)
		return out
	}
	a := mine.Span()
	out.Range = rangeOf(guide.Span{Min: min(a.Min, often.Min), Max: max(a.Max, often.Max), Low: min(a.Low, often.Low), High: max(a.High, often.High)})
	out.Range.Src = out.Src
	return out
}

// rangeOf writes a span as a range, its numbers rounded to what one would measure.
func rangeOf(s guide.Span) *guide.Range {
	at := func(v float64) *float64 {
		if math.IsInf(v, 0) {
			return nil
		}
		unit := 0.1
		for _, u := range []float64{1, 5, 10, 50} {
			if v >= 20*u || u == 1 && v >= 5 {
				unit = u
			}
		}
		v = math.Round(math.Round(v/unit)*unit*10) / 10
		return &v
	}
	out := &guide.Range{Min: at(s.Min), Low: at(s.Low), High: at(s.High), Max: at(s.Max)}
	if out.Min != nil && out.Low != nil && *out.Min == *out.Low {
		out.Low = nil
	}
	if out.High != nil && out.Max != nil && *out.High == *out.Max {
		out.High = nil
	}
	return out
}
