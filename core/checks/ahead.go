package checks

import (
	"math"
	"math/bits"
	"slices"
	"sync"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"
)

// How far the asking looks ahead: so many of the best options by gain are played to the end against so many of the
// likeliest taxa and so many of the harmful ones not out, with so many columns to ask for. Found by trial; the figures
// stand in docs/engine.md.
const (
	triedOptions   = 4
	triedSpecimens = 40
	triedColumns   = 16
	rowWords       = 2
	triedRows      = 64 * rowWords
	mostDepth      = 10
)

// perQuestion is the effort of a question beside its work, in minutes. Common practice; no published source.
const perQuestion = 0.25

// rows is a set of harmful taxa, by their place in a preview.
type rows [rowWords]uint64

func (r *rows) set(i int) { r[i>>6] |= 1 << (i & 63) }

// played is a column as a preview holds it.
type played struct {
	column, line int
	effort       float64
	rests        uint32 // the columns that come before it, by their place
	mates        uint32 // the others on its line
	answers      []answer
}

// answer is what a column may be read as: a state, or the usual value of a specimen.
type answer struct {
	cut, hint rows   // the rows that it conflicts with in full and by half
	shows     uint64 // the specimens that usually show it
	fits      uint64 // those that it does not conflict with in full
}

// preview is what is still open, small enough to be played to the end many times.
type preview struct {
	columns []played
	// Two lines rule the deadly out, one those that upset, one with a hint the others.
	deadly, upset rows
	hopeful       uint64 // the specimens that could be taken
	mustSee       []uint32
	taxa          []int
	missing       []int
	weight        []float64
	sums          [triedSpecimens / 8][256]float64 // the weight of every set of eight specimens
	states        [mostDepth + 2]state             // by depth
	made          [mostDepth + 1]madeCut
	list          []int
}

var previews = sync.Pool{New: func() any { return new(preview) }}

// state is one point of a preview: how far the harmful taxa are ruled out, which specimens it may be, and which of
// those that could be taken still fit.
type state struct {
	one, two, hint rows
	asked          uint32
	may, stand     uint64
}

// ahead puts the first of the options, which are in the order of their gain, in the order of the effort that is to be
// expected in all when they are asked first.
func (a *asker) ahead(options []option) {
	n := a.comparable(options)
	if n < 2 {
		return
	}
	v := previews.Get().(*preview)
	defer previews.Put(v)
	start, ok := v.lay(a, options)
	if !ok {
		return
	}
	least := math.Inf(1)
	for i := range n {
		at := slices.IndexFunc(v.columns, func(c played) bool { return c.column == options[i].column })
		if at < 0 { // there was no room for it
			n = i
			break
		}
		options[i].effort = v.ask(at, &start, 0, least)
		least = min(least, options[i].effort)
	}
	slices.SortStableFunc(options[:n], func(x, y option) int {
		switch {
		case x.effort < y.effort-1e-9:
			return -1
		case y.effort < x.effort-1e-9:
			return 1
		}
		return 0
	})
}

// comparable counts the first options among which gain alone decides.
func (a *asker) comparable(options []option) int {
	careful := a.r.Fits().Meets(a.g.Touching)
	for i := range options {
		o, first := &options[i], &options[0]
		if i == triedOptions || o.demand != first.demand || o.home != first.home || careful && o.lookOnly != first.lookOnly {
			return i
		}
	}
	return len(options)
}

// lay sets the preview up. It tells whether there is anything to play.
func (v *preview) lay(a *asker, options []option) (state, bool) {
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
	for _, lot := range a.g.Lots {
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
		needs := ruling.Needed(harm, purpose) - ruling.Strength(a.s.Tally().Standing(t), harm)
		if needs <= evidence.Whole && ruling.LinesNeeded(harm, purpose) > 1 {
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
		v.weight = append(v.weight, math.Exp(a.r.Posterior(t)-a.r.Posterior(v.taxa[0])))
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
	p := played{column: n, line: col.Line, effort: col.MinutesOf() + perQuestion}
	if len(v.columns) < cap(v.columns) { // what stood there before lends its room
		old := &v.columns[:len(v.columns)+1][len(v.columns)]
		p.answers = old.answers[:0]
	}
	for _, b := range a.before(n) {
		if at := slices.IndexFunc(v.columns, func(c played) bool { return c.column == b }); at >= 0 {
			p.rests |= 1 << at
		} else {
			p.effort += a.g.Columns[b].MinutesOf() + perQuestion
		}
	}
	if col.Kind == guide.States {
		v.playStates(a, col, &p)
	} else {
		v.playNumbers(a, col, &p)
	}
	line := a.s.Line(col.Line)
	p.answers = slices.DeleteFunc(p.answers, func(x answer) bool { return x.shows == 0 })
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
		if !col.Trust.Full {
			mask = ^uint64(0)
		}
		for k := range m {
			p.answers[k].shows |= (usual >> k & 1) << x
			p.answers[k].fits |= (mask >> k & 1) << x
		}
	}
	full, half := uint64(0), uint64(0) // the states that would count so
	for k := range m {
		switch weight := a.weightOf(p.column, k); {
		case p.answers[k].shows == 0:
		case weight == evidence.Whole:
			full |= 1 << k
		case weight == evidence.Whole/2:
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
			switch full := col.Trust.Full || col.Size && beyond; {
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
				if outside && (col.Trust.Full || col.Size && beyond) {
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

// madeCut is a cut made on a line earlier in a preview.
type madeCut struct {
	line int
	cut  rows
}

// ask is the effort to be expected when a column is asked next and the best by the look of it after, until everything
// harmful is out or nothing that could be taken is left; infinite where it comes to more than the limit.
func (v *preview) ask(at int, s *state, depth int, limit float64) float64 {
	c := &v.columns[at]
	effort := v.work(c.rests&^s.asked | 1<<at)
	total := 0.0
	for k := range c.answers {
		total += v.sum(s.may & c.answers[k].shows)
	}
	for k := range c.answers {
		x := &c.answers[k]
		may := s.may & x.shows
		if may == 0 {
			continue
		}
		after := &v.states[depth+1]
		*after = *s
		after.asked |= c.rests | 1<<at
		after.may, after.stand = may, s.stand&x.fits
		fresh := v.fresh(c.line, x.cut, depth)
		for w := range fresh {
			after.two[w] |= after.one[w] & fresh[w]
			after.one[w] |= fresh[w]
			after.hint[w] |= x.hint[w]
		}
		v.made[depth] = madeCut{c.line, fresh}
		share := v.sum(may) / total
		effort += share * v.rest(after, depth+1, (limit-effort)/share)
		if effort > limit+1e-9 {
			return math.Inf(1)
		}
	}
	return effort
}

// fresh gives those of the rows that were not cut before on the line.
func (v *preview) fresh(line int, cut rows, depth int) rows {
	for i := range v.made[:depth] {
		if m := &v.made[i]; m.line == line {
			for w := range cut {
				cut[w] &^= m.cut[w]
			}
		}
	}
	return cut
}

// sum is the weight of a set of specimens together.
func (v *preview) sum(set uint64) float64 {
	sum := 0.0
	for k := 0; set != 0; k++ {
		sum += v.sums[k][set&255]
		set >>= 8
	}
	return sum
}

// addUp works out the weights of sets of specimens, each from the set without its first.
func (v *preview) addUp() {
	for k := range v.sums {
		for set := 1; set < 256 && 8*k < len(v.weight); set++ {
			sum := v.sums[k][set&(set-1)]
			if i := 8*k + bits.TrailingZeros(uint(set)); i < len(v.weight) {
				sum += v.weight[i]
			}
			v.sums[k][set] = sum
		}
	}
}

// open gives the rows that are not out.
func (v *preview) open(s *state) (open rows, lines int) {
	for w := range open {
		all := uint64(0)
		if left := len(v.missing) - 64*w; left >= 64 {
			all = ^uint64(0)
		} else if left > 0 {
			all = 1<<left - 1
		}
		out := s.two[w] | s.one[w]&(v.upset[w]|s.hint[w]&^v.deadly[w])
		open[w] = all &^ out
		lines += 2*bits.OnesCount64(open[w]) - bits.OnesCount64(open[w]&(s.one[w]|v.upset[w]))
	}
	return open, lines
}

// rest is the effort to be expected from here on.
func (v *preview) rest(s *state, depth int, limit float64) float64 {
	open, lines := v.open(s)
	switch {
	case s.stand == 0:
		return 0
	case lines == 0:
		best := bits.TrailingZeros64(s.stand) // the likeliest comes first
		return v.work(v.mustSee[best] &^ s.asked)
	}
	next, least, all := -1, 0.0, float64(lines*bits.OnesCount64(s.stand))
	for i := range v.columns {
		if s.asked&(1<<i) == 0 && all/v.columns[i].effort > -least { // else it could not be better if it did it all
			if g := v.promise(i, s, &open, lines, depth); g < least {
				next, least = i, g
			}
		}
	}
	if next < 0 || depth == mostDepth {
		return float64(lines) // nothing tells any more: it ends without an answer
	}
	return v.ask(next, s, depth, limit)
}

// work is the effort of asking for all of a set of columns.
func (v *preview) work(columns uint32) float64 {
	sum := 0.0
	for m := columns; m != 0; m &= m - 1 {
		sum += v.columns[bits.TrailingZeros32(m)].effort
	}
	return sum
}

// promise is what is expected to be left to do to either end once a column is asked, less what is left now, for its
// effort: the harmful ones to be ruled out, or what could be taken to fall away.
func (v *preview) promise(at int, s *state, open *rows, lines int, depth int) float64 {
	c := &v.columns[at]
	left, total := 0.0, 0.0 // the lines that are left times the taxa that are, over the answers
	for k := range c.answers {
		x := &c.answers[k]
		may := s.may & x.shows
		if may == 0 {
			continue
		}
		cut, fresh := 0, x.cut
		if s.asked&c.mates != 0 {
			fresh = v.fresh(c.line, fresh, depth)
		}
		for w := range open {
			cut += bits.OnesCount64(fresh[w] & open[w])
		}
		sum := v.sum(may)
		total += sum
		left += sum * float64((lines-cut)*bits.OnesCount64(s.stand&x.fits))
	}
	work := c.effort
	if before := c.rests &^ s.asked; before != 0 {
		work += v.work(before)
	}
	return (left - total*float64(lines*bits.OnesCount64(s.stand))) / (total * work)
}
