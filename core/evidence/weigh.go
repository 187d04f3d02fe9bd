package evidence

import (
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Balances is how all readings together stand for one taxon against others, by taxon; of those it was not asked for, 0.
type Balances struct {
	// Balance is the sum of all lines, Slips the smallest number of lines that count in full and would all have to be misread
	// for what is left of them not to speak for the taxon any more; but no more than there are lines that cut, on which was
	// read what the other never shows.
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
	// Left is what of it counts for slips: of a hint only what speaks for the other. Cuts tells that what the other never
	// shows was read on it firmly, and outweighs what speaks for the other.
	Left policy.Centibans
	Cuts bool
	// Entries are the readings that weigh anything.
	Entries []*Entry
}

// weigher gathers the readings of one line.
type weigher struct {
	best, worst, hint, cut policy.Centibans
	full                   bool
}

func (g *weigher) add(e *Entry, w guide.Weight) {
	if w.Full && e.Firm {
		g.full = true
		g.best, g.worst = max(g.best, w.Centibans), min(g.worst, w.Centibans)
		if w.Cut {
			g.cut = max(g.cut, w.Centibans)
		}
		return
	}
	hint := policy.Hint(w.Centibans)
	g.hint, g.worst = max(g.hint, hint), min(g.worst, hint)
}

// sum is what the line comes to. Hints on a line that counts in full lower it and do not raise it.
func (g *weigher) sum() lineSum {
	if !g.full {
		return lineSum{weight: policy.LineWeight(g.hint, g.worst, false), left: g.worst}
	}
	w := policy.LineWeight(g.best, g.worst, true)
	return lineSum{weight: w, left: w, full: true, cuts: g.cut > 0 && policy.LineWeight(g.cut, g.worst, true) > 0}
}

// lineSum is what a line comes to: for the balance, and for slips.
type lineSum struct {
	weight, left policy.Centibans
	full, cuts   bool
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
		if l.Weight, l.Left, l.Full, l.Cuts = sum.weight, sum.left, sum.full, sum.cuts; l.Entries != nil {
			out = append(out, l)
		}
	}
	slices.SortStableFunc(out, func(a, b LineWeight) int { return int(b.Weight - a.Weight) })
	return out
}

// StandsOn is how lines stand together, each by itself.
func StandsOn(lines []LineWeight) Stands {
	var t total
	for _, l := range lines {
		t.add(lineSum{l.Weight, l.Left, l.Full, l.Cuts})
	}
	return t.stands()
}

// total adds lines up.
type total struct {
	full, hints, left policy.Centibans
	weights           []policy.Centibans // of the lines that count in full and speak for the taxon
	cuts              int
}

func (t *total) add(l lineSum) {
	if l.full {
		t.full += l.weight
	} else {
		t.hints += l.weight
	}
	t.left += l.left
	if l.left > 0 {
		t.weights = append(t.weights, l.left)
	}
	if l.cuts {
		t.cuts++
	}
}

func (t *total) stands() Stands {
	s := Stands{Balance: t.full + min(t.hints, policy.MostHints)}
	for t.left > 0 && s.Slips < min(t.cuts, mostSlips) { // what is left is above 0, so something weighs
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

// Weigh works out how the readings stand for a taxon against those of a set.
func (s *Sheet) Weigh(taxon int, against guide.Bits) *Balances {
	n := len(s.Guide.Taxa)
	b := &Balances{Balance: s.Weights(n), Slips: s.bytes(n)}
	type prepared struct {
		pattern []uint32
		rows    []lineSum
		line    []*Entry // of several readings
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
			lines = append(lines, prepared{line: speaking})
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
			for _, e := range p.line {
				if e.Speaks(h) {
					g.add(e, e.Weigh(taxon, h))
				}
			}
			t.add(g.sum())
		}
		st := t.stands()
		b.Balance[h], b.Slips[h] = st.Balance, uint8(st.Slips)
	})
	return b
}

// Reaching works out how a taxon would stand if more were read.
type Reaching struct {
	sheet          *Sheet
	taxon, against int
	line           weigher
	begun          bool
	total          total
}

// Reaching begins with nothing; the lines are then gone through one by one, by Line, with what may be read on each added.
func (s *Sheet) Reaching(taxon, against int) *Reaching {
	return &Reaching{sheet: s, taxon: taxon, against: against}
}

// Line goes on to the next line, and takes what was read on it, but for the columns that are left out.
func (r *Reaching) Line(line int, leaveOut func(column int) bool) {
	r.end()
	r.line, r.begun = weigher{}, true
	for _, e := range r.sheet.Line(line) {
		if e.Speaks(r.taxon) && e.Speaks(r.against) && (leaveOut == nil || !leaveOut(e.Number)) {
			r.line.add(e, e.Weigh(r.taxon, r.against))
		}
	}
}

// Add takes the most that a column of the line may weigh.
func (r *Reaching) Add(p guide.Prospect) {
	g := &r.line
	if p.Full {
		g.full = true
		g.best, g.cut = max(g.best, p.Most), max(g.cut, p.MostCut)
		return
	}
	g.hint = max(g.hint, p.Most)
}

func (r *Reaching) end() {
	if r.begun {
		r.total.add(r.line.sum())
	}
}

// Stands is how it would stand.
func (r *Reaching) Stands() Stands {
	r.end()
	r.begun = false
	return r.total.stands()
}
