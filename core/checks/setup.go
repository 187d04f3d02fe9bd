package checks

import (
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// setUp sets the preview up. It tells whether there is anything to play.
func (v *preview) setUp(a *asker, options []option) (state, bool) {
	var start state
	v.missing, v.columns, v.mustSee = v.missing[:0], v.columns[:0], v.mustSee[:0]
	v.hopeful = 0
	v.layRows(a, &start)
	v.laySpecimens(a)
	if len(v.missing) == 0 || v.hopeful == 0 {
		return start, false
	}
	v.addUp()
	start.may, start.stand = 1<<len(v.taxa)-1, v.hopeful
	for _, o := range options {
		for _, n := range a.before(o.column) {
			v.add(a, n)
		}
		v.add(a, o.column)
	}
	for i, t := range v.taxa {
		must := uint32(0)
		if v.hopeful&(1<<i) != 0 {
			for _, id := range a.g.Taxa[t].MustSee {
				n, _ := a.g.Column(id)
				if e := a.s.Entry(n); e == nil || !e.Firm {
					if at := v.add(a, n); at >= 0 {
						must |= 1<<at | v.columns[at].rests
					}
				}
			}
		}
		v.mustSee = append(v.mustSee, must)
	}
	return start, true
}

// layRows picks the harmful taxa that are not out, of too many the first by lot, with what each still needs.
func (v *preview) layRows(a *asker, start *state) {
	v.list = v.list[:0]
	for i := range a.rows {
		v.list = append(v.list, i)
	}
	if len(v.list) > triedRows {
		slices.SortFunc(v.list, func(x, y int) int { return int(a.g.Lot[a.rows[x].taxon]) - int(a.g.Lot[a.rows[y].taxon]) })
		v.list = v.list[:triedRows]
	}
	for row, i := range v.list {
		v.missing = append(v.missing, a.rows[i].taxon)
		needs := min(mostUnits, int((a.rows[i].need+unit-1)/unit))
		for plane := range start.needs {
			if needs>>plane&1 == 1 {
				start.needs[plane].set(row)
			}
		}
	}
}

// laySpecimens picks the likeliest of the taxa that fit: what the specimen might be. Those that can be taken come first.
func (v *preview) laySpecimens(a *asker) {
	v.taxa = append(v.taxa[:0], a.likely[:min(len(a.likely), triedSpecimens*2/3)]...)
	v.hopeful = 1<<len(v.taxa) - 1
	others := a.s.Set()
	copy(others, a.r.Fits())
	others.AndNot(a.hopeful)
	v.list = a.likeliest(others, triedSpecimens-len(v.taxa), v.list)
	v.taxa, v.weight = append(v.taxa, v.list...), v.weight[:0]
	for _, t := range v.taxa {
		v.weight = append(v.weight, likeness(a.r.Posterior(t)-a.r.Posterior(v.taxa[0])))
	}
}

// add takes a column into the preview, and gives its place; -1 where there is no room or it cannot be had.
func (v *preview) add(a *asker, n int) int {
	if at := slices.IndexFunc(v.columns, func(c played) bool { return c.column == n }); at >= 0 {
		return at
	}
	if len(v.columns) == triedColumns || !a.s.CanHave(n, a.r.WorkingTaxon()) {
		return -1
	}
	col := &a.g.Columns[n]
	p := played{column: n, line: col.Line, effort: col.MinutesOf() + policy.PerQuestion}
	if len(v.columns) < cap(v.columns) { // what stood there before lends its room
		old := &v.columns[:len(v.columns)+1][len(v.columns)]
		p.answers = old.answers[:0]
	}
	for _, b := range a.before(n) {
		if at := slices.IndexFunc(v.columns, func(c played) bool { return c.column == b }); at >= 0 {
			p.rests |= 1 << at
		} else {
			p.effort += a.g.Columns[b].MinutesOf() + policy.PerQuestion
		}
	}
	if col.Kind == guide.Measure {
		v.playMeasure(a, col, &p)
	} else {
		v.playClasses(a, col, &p)
	}
	p.answers = slices.DeleteFunc(p.answers, func(x outcome) bool { return x.shows == 0 })
	if line, w := a.s.Line(col.Line), a.r.WorkingTaxon(); line != nil && w >= 0 {
		for row, t := range v.missing {
			for _, e := range line {
				if e.Weigh(w, t).Centibans >= unit {
					for k := range p.answers {
						p.answers[k].one.clear(row)
						p.answers[k].two.clear(row)
					}
				}
			}
		}
	}
	for i := range v.columns {
		if other := &v.columns[i]; other.line == p.line {
			p.mates |= 1 << i
			other.mates |= 1 << len(v.columns)
		}
	}
	v.columns = append(v.columns, p)
	return len(v.columns) - 1
}

// playClasses plays the states or counts of a column: what each specimen usually shows, what it may, and what each answer
// weighs against the rows for those specimens that show it.
func (v *preview) playClasses(a *asker, col *guide.Column, p *played) {
	stage := a.s.Record.Stage
	logs := col.Logs(stage, false)
	m := len(logs)
	p.answers = grown(p.answers, m)
	var room [2 * guide.MaxStates]float64
	sums, weights := room[:m], room[guide.MaxStates:][:m]
	for x, t := range v.taxa {
		q := col.Pattern[t]
		chances := col.Chances(q, stage)
		usual, mask := ^uint64(0), ^uint64(0)
		if q > 0 {
			usual = heaviest(chances)
			if col.Full() {
				mask = col.MayShow(q)
			}
		}
		for k := range m {
			p.answers[k].shows |= (usual >> k & 1) << x
			p.answers[k].fits |= (mask >> k & 1) << x
			if q > 0 && usual>>k&1 == 1 {
				sums[k] += v.weight[x] * chances[k]
				weights[k] += v.weight[x]
			}
		}
	}
	for k := range m {
		if weights[k] == 0 {
			continue
		}
		mask := uint64(0)
		if col.Kind == guide.States {
			mask = 1 << k
		}
		x := answer{class: k, log: policy.CentibansOf(sums[k] / weights[k]), logs: logs[k], firm: a.s.CanBeFirm(p.column, mask, a.r.WorkingTaxon())}
		for row, t := range v.missing {
			if q := col.Pattern[t]; q > 0 {
				w, _ := x.against(col, q)
				p.answers[k].put(row, w)
			}
		}
	}
}

// heaviest gives the places of the heaviest shares, as bits.
func heaviest(shares []float64) (set uint64) {
	most := slices.Max(shares)
	for k, w := range shares {
		if w == most {
			set |= 1 << k
		}
	}
	return set
}

// playMeasure takes the ways in which the specimens are scored for its states.
func (v *preview) playMeasure(a *asker, col *guide.Column, p *played) {
	var ways []uint32
	for x, t := range v.taxa {
		q := col.Pattern[t]
		at := slices.Index(ways, q)
		if at < 0 && (len(ways) < mostNumbers) {
			at = len(ways)
			ways = append(ways, q)
			p.answers = append(p.answers, outcome{fits: ^uint64(0)})
		}
		p.answers[max(0, at)].shows |= 1 << x
	}
	firm := a.s.CanBeFirm(p.column, 0, a.r.WorkingTaxon())
	for k, q := range ways {
		if q == 0 {
			continue
		}
		prospects := col.Prospects(q)
		for row, t := range v.missing {
			w := (prospects[col.Pattern[t]].Most + prospects[col.Pattern[t]].Least) / 2
			if !firm {
				w = min(w, policy.MostHint)
			}
			p.answers[k].put(row, w)
		}
	}
}

// grown gives a slice of n zero values, in the room of the old one if it is enough.
func grown[T any](old []T, n int) []T {
	out := slices.Grow(old[:0], n)[:n]
	clear(out)
	return out
}
