package checks

import (
	"math/bits"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

// setUp sets the preview up. It tells whether there is anything to play.
func (v *preview) setUp(a *asker, options []option) (state, bool) {
	var start state
	v.missing, v.columns, v.mustSee = v.missing[:0], v.columns[:0], v.mustSee[:0]
	v.deadly, v.upset, v.hopeful = rows{}, rows{}, 0
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

// layRows picks the harmful taxa that are not out, of too many the first by lot.
func (v *preview) layRows(a *asker, start *state) {
	missing, purpose := a.r.Missing(), a.s.Record.Purpose
	for _, lot := range a.g.SampleOrder {
		t := int(lot)
		if !missing.Has(t) {
			continue
		}
		row, harm := len(v.missing), a.g.Taxa[t].Harm
		v.missing = append(v.missing, t)
		switch {
		case harm == guide.Deadly:
			v.deadly.set(row)
		case harm == guide.Upset && purpose != evidence.Touch:
			v.upset.set(row)
		}
		needs := ruling.Needed(harm, purpose) - ruling.Strength(a.s.Tallies().Of(t), harm)
		if needs <= policy.Whole && ruling.LinesNeeded(harm, purpose) > 1 {
			start.one.set(row)
		}
		if len(v.missing) == triedRows {
			break
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
	if col.Kind == guide.States {
		v.playStates(a, col, &p)
	} else {
		v.playNumbers(a, col, &p)
	}
	line := a.s.Line(col.Line)
	p.answers = slices.DeleteFunc(p.answers, func(x outcome) bool { return x.shows == 0 })
	for k := range p.answers {
		x := &p.answers[k]
		if line == nil {
			break
		}
		for row, t := range v.missing {
			if (x.cut[row>>6]|x.hint[row>>6])&(1<<(row&63)) != 0 {
				if whole, _, _ := evidence.WorthOn(line, t>>6); whole&(1<<(t&63)) != 0 {
					x.cut[row>>6] &^= 1 << (row & 63)
					x.hint[row>>6] &^= 1 << (row & 63)
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

func (v *preview) playStates(a *asker, col *guide.Column, p *played) {
	var room [guide.MaxStates]float64
	m := len(col.States)
	shares := room[:m]
	p.answers = grown(p.answers, m)
	for x, t := range v.taxa {
		usual, mask := ^uint64(0), ^uint64(0)
		if q := col.Pattern[t]; q > 0 {
			ruling.Shares(col, &col.Patterns[q], a.s.Record.Stage, shares)
			usual = heaviest(shares)
			mask = col.Patterns[q].Mask
		}
		if !col.Full() {
			mask = ^uint64(0)
		}
		for k := range m {
			p.answers[k].shows |= (usual >> k & 1) << x
			p.answers[k].fits |= (mask >> k & 1) << x
		}
	}
	full, half := uint64(0), uint64(0) // the states that would count so
	for k := range m {
		switch weight := a.conflictWeight(p.column, k); {
		case p.answers[k].shows == 0:
		case weight == policy.Whole:
			full |= 1 << k
		case weight == policy.Whole/2:
			half |= 1 << k
		}
	}
	for row, t := range v.missing {
		q := col.Pattern[t]
		if q == 0 {
			continue
		}
		differ := (full | half) &^ col.Masks[q]
		for ; differ != 0; differ &= differ - 1 {
			if k := bits.TrailingZeros64(differ); full&(1<<k) != 0 {
				p.answers[k].cut.set(row)
			} else {
				p.answers[k].hint.set(row)
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

// playNumbers takes the usual value of each specimen for a state.
func (v *preview) playNumbers(a *asker, col *guide.Column, p *played) {
	var values []float64
	of := make([]int, len(v.taxa))
	for x, t := range v.taxa {
		of[x] = -1
		if q := col.Pattern[t]; q > 0 {
			mid := middle(&col.Patterns[q])
			if of[x] = slices.Index(values, mid); of[x] < 0 && len(values) < mostNumbers {
				of[x] = len(values)
				values = append(values, mid)
			}
		}
	}
	m := max(1, len(values))
	p.answers = grown(p.answers, m)
	firm := a.s.CanBeFirm(p.column, 0, a.r.WorkingTaxon())
	for k, value := range values {
		for row, t := range v.missing {
			q := col.Pattern[t]
			if q == 0 {
				continue
			}
			outside, beyond := col.Patterns[q].Outside(col.Kind, value, value)
			switch full := col.FullFor(beyond); {
			case outside && full && firm:
				p.answers[k].cut.set(row)
			case outside && (full || firm):
				p.answers[k].hint.set(row)
			}
		}
	}
	for x, t := range v.taxa {
		p.answers[max(0, of[x])].shows |= 1 << x
		for k := range p.answers {
			if q := col.Pattern[t]; q > 0 && k < len(values) {
				outside, beyond := col.Patterns[q].Outside(col.Kind, values[k], values[k])
				if outside && col.FullFor(beyond) {
					continue
				}
			}
			p.answers[k].fits |= 1 << x
		}
	}
}

// grown gives a slice of n zero values, in the room of the old one if it is enough.
func grown[T any](old []T, n int) []T {
	out := slices.Grow(old[:0], n)[:n]
	clear(out)
	return out
}
