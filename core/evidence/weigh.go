package evidence

import (
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Balances is how all readings together stand for one taxon against others, by taxon; of those it was not asked for, 0.
type Balances struct {
	// Balance is the sum of all lines, Slips the smallest number of lines that count in full and would all have to be misread
	// for what is left of them not to speak for the taxon any more; but no more than their depths come to, how far what was
	// read on them lies from what the other shows.
	Balance []policy.Centibans
	Slips   []uint8
}

// Stands is how the readings stand against one taxon.
type Stands struct {
	Balance policy.Centibans
	Slips   int
}

// Of is how the readings stand against a taxon.
func (b *Balances) Of(taxon int) Stands { return Stands{b.Balance[taxon], int(b.Slips[taxon])} }

// Meets tells whether a standard is met.
func (s Stands) Meets(standard policy.Standard) bool {
	return s.Balance >= standard.Balance && s.Slips >= standard.Slips
}

// mostSlips is as far as slips are counted.
const mostSlips = 250

// LineWeight is what one line of evidence weighs for a taxon against another.
type LineWeight struct {
	Line int
	// Weight is what it adds to the balance. Full tells that it counts in full; a hint otherwise.
	Weight policy.Centibans
	Full   bool
	// Left is what of it counts for slips: of a hint only what speaks for the other. Depth is how far what was read on it
	// firmly lies from what the other shows, where that outweighs what speaks for the other.
	Left  policy.Centibans
	Depth policy.Depth
	// Entries are the readings that weigh anything.
	Entries []*Entry
}

// weigher gathers the readings of one line.
type weigher struct {
	best, worst, hint, cut policy.Centibans
	full                   bool
	// deepest is the greatest depth of what the other does show, and deep what that weighs.
	deepest policy.Depth
	deep    policy.Centibans
}

func (g *weigher) add(e *Entry, w guide.Weight) {
	if w.Full && e.Firm {
		g.full = true
		g.best, g.worst = max(g.best, w.Centibans), min(g.worst, w.Centibans)
		if w.Cut {
			g.cut = max(g.cut, w.Centibans)
		} else {
			g.reaches(w.Depth, w.Centibans)
		}
		return
	}
	hint := policy.Hint(w.Centibans)
	g.hint, g.worst = max(g.hint, hint), min(g.worst, hint)
}

// reaches takes the depth of a reading that the other shows, and what it weighs.
func (g *weigher) reaches(depth policy.Depth, weight policy.Centibans) {
	if depth > g.deepest || depth == g.deepest && weight > g.deep {
		g.deepest, g.deep = depth, weight
	}
}

// depth is the line's.
func (g *weigher) depth() policy.Depth {
	switch {
	case g.cut+g.worst >= policy.LeastDifference:
		return policy.Whole
	case g.deep+g.worst >= policy.WorthALine:
		return g.deepest
	}
	return 0
}

// sum is what the line comes to. Hints on a line that counts in full lower it and do not raise it.
func (g *weigher) sum() lineSum {
	if !g.full {
		return lineSum{weight: policy.LineWeight(g.hint, g.worst, false), left: g.worst}
	}
	w := policy.LineWeight(g.best, g.worst, true)
	return lineSum{weight: w, left: w, full: true, depth: g.depth()}
}

// lineSum is what a line comes to: for the balance, and for slips.
type lineSum struct {
	weight, left policy.Centibans
	full         bool
	depth        policy.Depth
}

// Weigh is what a reading weighs for one taxon against another.
func (e *Entry) Weigh(taxon, against int) guide.Weight {
	if !e.Speaks(taxon) || !e.Speaks(against) {
		return guide.Weight{}
	}
	return e.Column.Weigh(e.Read(""), &e.bearing, e.Column.Pattern[taxon], e.Column.Pattern[against])
}

// LinesBetween lists the lines that weigh anything for a taxon against another, the heaviest first, then in the order of
// the guide.
func (s *Sheet) LinesBetween(taxon, against int) []LineWeight {
	var out []LineWeight
	for _, line := range s.lines {
		var g weigher
		l := LineWeight{Line: line[0].Column.Line}
		for _, e := range line {
			if !e.Speaks(taxon) || !e.Speaks(against) {
				continue
			}
			w := e.Weigh(taxon, against)
			g.add(e, w)
			if w.Centibans != 0 {
				l.Entries = append(l.Entries, e)
			}
		}
		sum := g.sum()
		if l.Weight, l.Left, l.Full, l.Depth = sum.weight, sum.left, sum.full, sum.depth; l.Entries != nil {
			out = append(out, l)
		}
	}
	if w := s.dated(taxon, against); w > 0 {
		out = append(out, LineWeight{Line: SeasonLine, Weight: w})
	}
	slices.SortStableFunc(out, func(a, b LineWeight) int { return int(b.Weight - a.Weight) })
	return out
}

// StandsOn is how lines stand together, each by itself.
func StandsOn(lines []LineWeight) Stands {
	var t total
	for _, l := range lines {
		t.add(lineSum{l.Weight, l.Left, l.Full, l.Depth})
	}
	return t.stands(mostSlips)
}

// total adds lines up.
type total struct {
	full, hints, left policy.Centibans
	// weights are those of the lines that count in full and speak for the taxon; of such as weigh the most that one can,
	// only how many there are.
	weights []policy.Centibans
	tops    int
	depth   int
}

func (t *total) add(l lineSum) {
	if l.full {
		t.full += l.weight
	} else {
		t.hints += l.weight
	}
	t.left += l.left
	switch {
	case l.left == policy.MostWeight:
		t.tops++
	case l.left > 0:
		t.weights = append(t.weights, l.left)
	}
	t.depth += int(l.depth)
}

// stands is how the lines stand together; slips are counted up to most.
func (t *total) stands(most int) Stands {
	s := Stands{Balance: t.full + min(t.hints, policy.MostHints)}
	most = min(t.depth/int(policy.Whole), most)
	if t.left > 0 {
		s.Slips = min(t.tops, most, int((t.left+policy.MostWeight-1)/policy.MostWeight))
		t.left -= policy.MostWeight * policy.Centibans(s.Slips)
	}
	for t.left > 0 && s.Slips < most { // what is left is above 0, so something weighs
		heaviest := 0
		for i, w := range t.weights {
			if w > t.weights[heaviest] {
				heaviest = i
			}
		}
		t.left -= t.weights[heaviest]
		t.weights[heaviest] = 0
		s.Slips++
	}
	return s
}

// weighed is what one of several readings on a line weighs, by pattern of its column.
type weighed struct {
	entry   *Entry
	pattern []uint32
	weights []guide.Weight
}

// Weigh works out how the readings stand for a taxon against those of a set.
func (s *Sheet) Weigh(taxon int, against guide.Bits) *Balances {
	n := len(s.Guide.Taxa)
	b := &Balances{Balance: s.Weights(n), Slips: s.bytes(n)}
	type prepared struct {
		pattern []uint32
		rows    []lineSum
		line    []weighed // of several readings
	}
	var lines []prepared
	for _, line := range s.lines {
		speaking := slices.DeleteFunc(slices.Clone(line), func(e *Entry) bool { return !e.Speaks(taxon) })
		switch len(speaking) {
		case 0:
		case 1:
			e := speaking[0]
			p := prepared{pattern: e.Column.Pattern, rows: make([]lineSum, len(e.Column.Patterns))}
			own := e.Column.Pattern[taxon]
			for k := 1; k < len(p.rows); k++ {
				var g weigher
				g.add(e, e.Column.Weigh(e.Read(""), &e.bearing, own, uint32(k)))
				p.rows[k] = g.sum()
			}
			lines = append(lines, p)
		default:
			p := prepared{}
			for _, e := range speaking {
				w := weighed{e, e.Column.Pattern, make([]guide.Weight, len(e.Column.Patterns))}
				for k := range w.weights {
					w.weights[k] = e.Column.Weigh(e.Read(""), &e.bearing, e.Column.Pattern[taxon], uint32(k))
				}
				p.line = append(p.line, w)
			}
			lines = append(lines, p)
		}
	}
	var t total
	against.Each(func(h int) {
		t = total{weights: t.weights[:0]}
		for i := range lines {
			p := &lines[i]
			if p.line == nil {
				t.add(p.rows[p.pattern[h]])
				continue
			}
			var g weigher
			for i := range p.line {
				if w := &p.line[i]; w.pattern[h] > 0 {
					g.add(w.entry, w.weights[w.pattern[h]])
				}
			}
			t.add(g.sum())
		}
		t.add(lineSum{weight: s.dated(taxon, h)})
		st := t.stands(mostSlips)
		b.Balance[h], b.Slips[h] = st.Balance, uint8(st.Slips)
	})
	return b
}

// Reaching works out how taxa would stand if more were read. Its lines are added one by one, those without readings too.
type Reaching struct {
	sheet *Sheet
	taxon int
	lines []reachLine
	total total
}

// reachLine is a line: by pattern of its only column, or with what was read on it and what may be.
type reachLine struct {
	pattern []uint32
	rows    []lineSum
	read    []*Entry
	open    []MayRead
}

// MayRead is a column that may still be read, or made firm, and what that may weigh against something scored as a pattern.
type MayRead struct {
	Column   *guide.Column
	Prospect func(pattern uint32) guide.Prospect
	soft     *Entry // what was read of it
}

// Reaching begins with nothing.
func (s *Sheet) Reaching(taxon int) *Reaching { return &Reaching{sheet: s, taxon: taxon} }

// Line adds a line: what was read on it, but for the columns that may be read, and those.
func (r *Reaching) Line(line int, open []MayRead) {
	l := reachLine{open: open}
	for _, e := range r.sheet.Line(line) {
		if i := slices.IndexFunc(open, func(m MayRead) bool { return m.Column == e.Column }); i >= 0 {
			open[i].soft = e
		} else if e.Speaks(r.taxon) {
			l.read = append(l.read, e)
		}
	}
	if len(l.read) == 0 && len(open) == 1 && open[0].soft == nil {
		col := open[0].Column
		l.pattern, l.rows = col.Pattern, make([]lineSum, len(col.Patterns))
		for p := 1; p < len(l.rows); p++ {
			var g weigher
			g.may(open[0].Prospect(uint32(p)))
			l.rows[p] = g.sum()
		}
	}
	if len(l.read)+len(open) > 0 {
		r.lines = append(r.lines, l)
	}
}

// may takes the most that a column of the line may weigh.
func (g *weigher) may(p guide.Prospect) {
	if p.Full {
		g.full = true
		g.best, g.cut = max(g.best, p.Most), max(g.cut, p.MostCut)
		g.reaches(p.Deepest, p.DeepestWeight)
		return
	}
	g.hint = max(g.hint, p.Most)
}

// Meets tells whether a taxon could be brought to meet a standard.
func (r *Reaching) Meets(against int, standard policy.Standard) bool {
	t := &r.total
	*t = total{weights: t.weights[:0]}
	for i := range r.lines {
		l := &r.lines[i]
		if l.rows != nil {
			t.add(l.rows[l.pattern[against]])
			continue
		}
		var g weigher
		for _, e := range l.read {
			if e.Speaks(against) {
				g.add(e, e.Weigh(r.taxon, against))
			}
		}
		for _, m := range l.open {
			p := m.Column.Pattern[against]
			if p == 0 {
				continue
			}
			prospect := m.Prospect(p)
			if m.soft != nil && prospect.Most <= 0 { // it is as well left as it is
				g.add(m.soft, m.soft.Weigh(r.taxon, against))
				continue
			}
			g.may(prospect)
		}
		t.add(g.sum())
	}
	t.add(lineSum{weight: r.sheet.dated(r.taxon, against)})
	return t.stands(standard.Slips).Meets(standard)
}
