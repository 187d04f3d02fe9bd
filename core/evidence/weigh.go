package evidence

import (
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Balances is how all readings together stand for one taxon against others, by taxon; of those it was not asked for, 0.
type Balances struct {
	balance []policy.Centibans
	slips   []uint8
	built   guide.Bits
}

// Stands is how the readings stand for a taxon against another.
type Stands struct {
	// Balance is the sum of all lines.
	Balance policy.Centibans
	// Slips is the smallest number of looks that would all have to be wrong before what is left of the lines in full no longer
	// speaks for the taxon, or no longer lies far enough from what the other shows.
	Slips int
	// Built tells that something built into the specimen is among what cuts the other.
	Built bool
}

// Of is how the readings stand against a taxon.
func (b *Balances) Of(taxon int) Stands {
	return Stands{b.balance[taxon], int(b.slips[taxon]), b.built.Has(taxon)}
}

// Meets tells whether a standard is met.
func (s Stands) Meets(standard policy.Standard) bool {
	return s.Balance >= standard.Balance && s.Slips >= standard.Slips && (s.Built || !standard.Built)
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
	// LeftTwice and DepthTwice are what of these stays when what was made once is taken away. Built tells that what cuts on it is
	// built into the specimen.
	LeftTwice  policy.Centibans
	DepthTwice policy.Depth
	Built      bool
	// Entries are the readings that weigh anything; Leaning those made once that its weight and its depth hang on.
	Entries, Leaning []*Entry
}

// Looks is how many looks would have to be wrong for the line to weigh nothing.
func (l *LineWeight) Looks() int {
	if l.twice() {
		return 2
	}
	return 1
}

func (l *LineWeight) twice() bool {
	return l.Left > 0 && l.LeftTwice == l.Left && l.DepthTwice == l.Depth
}

// once is what goes with one look.
func (l *LineWeight) once() (policy.Centibans, policy.Depth) {
	return max(0, l.Left) - l.LeftTwice, l.Depth - l.DepthTwice
}

// weigher gathers the readings of one line: what all of them say, and what those say that were made twice.
type weigher struct {
	worst, hint policy.Centibans
	all, twice  heaviest
	full        bool
}

// heaviest is what weighs most and goes deepest of some readings in full.
type heaviest struct {
	// best is of all, cut of those that the other never shows, deep of those of the greatest depth that it does show.
	best, cut, deep said
	depth           policy.Depth
}

// said is what a reading weighs, and whether it is of what is built.
type said struct {
	weight policy.Centibans
	built  bool
	entry  *Entry
}

func (h *said) take(by said, weight policy.Centibans) {
	if weight > h.weight || weight == h.weight && weight > 0 && by.built && !h.built {
		*h = said{weight, by.built, by.entry}
	}
}

// see takes what a reading in full weighs: for the balance, as one that the other never shows, and as one of a depth.
func (h *heaviest) see(by said, weight, cut policy.Centibans, depth policy.Depth, deep policy.Centibans) {
	h.best.take(by, weight)
	h.cut.take(by, cut)
	if depth > h.depth {
		h.depth, h.deep = depth, said{}
	}
	if depth == h.depth && depth > 0 {
		h.deep.take(by, deep)
	}
}

// cuts is how deep that goes beside the worst on the line, and what cuts.
func (h *heaviest) cuts(worst policy.Centibans) (policy.Depth, said) {
	switch {
	case h.cut.weight+worst >= policy.WorthALine:
		return policy.Whole, h.cut
	case h.deep.weight+worst >= policy.WorthALine:
		return h.depth, h.deep
	}
	return 0, said{}
}

func (g *weigher) add(e *Entry, w guide.Weight) { g.addAs(e, w, e.Confirmed) }

// addAs takes what a reading weighs as if it had been made twice, or once.
func (g *weigher) addAs(e *Entry, w guide.Weight, twice bool) {
	if !w.Full || !e.Firm {
		hint := policy.Hint(w.Centibans)
		g.hint, g.worst = max(g.hint, hint), min(g.worst, hint)
		return
	}
	g.worst = min(g.worst, w.Centibans)
	by := said{built: e.Column.Built(), entry: e}
	if w.Cut {
		g.inFull(twice, by, w.Centibans, w.Centibans, 0, 0)
	} else {
		g.inFull(twice, by, w.Centibans, 0, w.Depth, w.Centibans)
	}
}

func (g *weigher) inFull(twice bool, by said, weight, cut policy.Centibans, depth policy.Depth, deep policy.Centibans) {
	g.full = true
	g.all.see(by, weight, cut, depth, deep)
	if twice {
		g.twice.see(by, weight, cut, depth, deep)
	}
}

// sum is what the line comes to.
func (g *weigher) sum() lineSum {
	if !g.full {
		return lineSum{weight: policy.LineWeight(g.hint, g.worst, false), left: g.worst}
	}
	depth, by := g.all.cuts(g.worst)
	deepTwice, _ := g.twice.cuts(g.worst)
	return lineSum{
		weight: policy.LineWeight(max(g.all.best.weight, g.hint), g.worst, true), full: true, built: depth > 0 && by.built,
		left: policy.LineWeight(g.all.best.weight, g.worst, true), leftTwice: max(0, policy.LineWeight(g.twice.best.weight, g.worst, true)),
		depth: depth, depthTwice: min(depth, deepTwice),
	}
}

// lineSum is what a line comes to: for the balance, and for slips; of the latter also what is left of it when what was made
// once is taken away.
type lineSum struct {
	weight, left, leftTwice policy.Centibans
	depth, depthTwice       policy.Depth
	full, built             bool
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
		l.Weight, l.Left, l.LeftTwice, l.Depth, l.DepthTwice, l.Full, l.Built = sum.weight, sum.left, sum.leftTwice, sum.depth, sum.depthTwice, sum.full, sum.built
		if l.Entries == nil {
			continue
		}
		_, by := g.all.cuts(g.worst)
		for k, e := range []*Entry{g.all.best.entry, by.entry} {
			if goes, depth := l.once(); e != nil && (k == 0 && goes > 0 || k == 1 && depth > 0) && !slices.Contains(l.Leaning, e) {
				l.Leaning = append(l.Leaning, e)
			}
		}
		out = append(out, l)
	}
	if w := s.dated(taxon, against); w > 0 {
		out = append(out, LineWeight{Line: SeasonLine, Weight: w})
	}
	slices.SortStableFunc(out, func(a, b LineWeight) int { return int(b.Weight - a.Weight) })
	return out
}

// Exposed lists those of the lines without any single look at which what is left of them would no longer
// speak for the taxon, or no longer lie far enough from what the other shows.
func Exposed(lines []LineWeight) []LineWeight {
	var t total
	for _, l := range lines {
		t.add(l.sum())
	}
	var out []LineWeight
	for _, l := range lines {
		if goes, depth := l.once(); goes > 0 && goes >= t.left || depth > 0 && int(depth) > t.spare() {
			out = append(out, l)
		}
	}
	return out
}

// HangsOn tells whether without some of the lines, by their places, what is left would no longer speak for the taxon, or no longer
// lie far enough from what the other shows.
func HangsOn(lines []LineWeight, places ...int) bool {
	var t total
	for i := range lines {
		t.add(lines[i].sum())
	}
	goes, depth := policy.Centibans(0), 0
	for _, i := range places {
		if lines[i].Left <= 0 {
			return false
		}
		goes, depth = goes+lines[i].Left, depth+int(lines[i].Depth)
	}
	return t.left <= goes || depth > t.spare()
}

func (l *LineWeight) sum() lineSum {
	return lineSum{l.Weight, l.Left, l.LeftTwice, l.Depth, l.DepthTwice, l.Full, l.Built}
}

// StandsOn is how lines stand together, each by itself.
func StandsOn(lines []LineWeight) Stands {
	var t total
	for _, l := range lines {
		t.add(l.sum())
	}
	return t.stands(mostSlips)
}

// total adds lines up.
type total struct {
	full, hints, left policy.Centibans
	depth, counter    int
	built             bool
	weights, depths   tally
}

// tally holds amounts that take one look to go, and those that take two; of the most that there can be only how many.
type tally struct {
	once, twice []int
	tops        [2]int
}

func (t *tally) reset() { t.once, t.twice, t.tops = t.once[:0], t.twice[:0], [2]int{} }

func (t *tally) add(amount, most int, twice bool) {
	switch {
	case amount <= 0:
	case amount == most && twice:
		t.tops[1]++
	case amount == most:
		t.tops[0]++
	case twice:
		t.twice = append(t.twice, amount)
	default:
		t.once = append(t.once, amount)
	}
}

// looks is the smallest number of looks, up to most, that would all have to be wrong for so much or more to go.
func (t *tally) looks(amount, top, most int) int {
	if amount <= 0 {
		return 0
	}
	slices.SortFunc(t.once, descending)
	slices.SortFunc(t.twice, descending)
	for k := 1; k < most; k++ {
		goes, ones, twos := 0, 0, 0
		for at := k; at > 0; { // the heaviest two that are looked at once, or one that was twice
			one := t.at(ones, 0, top)
			if at == 1 {
				goes += one
				break
			}
			pair, double := one+t.at(ones+1, 0, top), t.at(twos, 1, top)
			if double > pair {
				goes += double
				twos++
				at -= 2
				continue
			}
			if one == 0 {
				break
			}
			goes += one
			ones++
			at--
		}
		if goes >= amount {
			return k
		}
	}
	return most
}

func descending(a, b int) int { return b - a }

// at is the i-th greatest of those that take one look, or two.
func (t *tally) at(i, kind, top int) int {
	if i < t.tops[kind] {
		return top
	}
	rest := t.once
	if kind == 1 {
		rest = t.twice
	}
	if i -= t.tops[kind]; i < len(rest) {
		return rest[i]
	}
	return 0
}

func (t *total) reset() {
	once, twice := t.weights, t.depths
	once.reset()
	twice.reset()
	*t = total{weights: once, depths: twice}
}

func (t *total) add(l lineSum) {
	if l.full {
		t.full += l.weight
		if l.left <= policy.CounterEvidence {
			t.counter++
		}
	} else {
		t.hints += l.weight
	}
	t.left += l.left
	t.depth += int(l.depth)
	t.built = t.built || l.built
	t.weights.add(int(max(0, l.left)-l.leftTwice), int(policy.MostWeight), false)
	t.weights.add(int(l.leftTwice), int(policy.MostWeight), true)
	t.depths.add(int(l.depth-l.depthTwice), int(policy.Whole), false)
	t.depths.add(int(l.depthTwice), int(policy.Whole), true)
}

// spare is how much of the depth may go before what is left no longer comes to a whole one, and one more for every line in full
// that clearly speaks for the other.
func (t *total) spare() int { return t.depth - int(policy.Whole)*(1+t.counter) }

// stands is how the lines stand together; slips are counted up to most.
func (t *total) stands(most int) Stands {
	s := Stands{Balance: t.full + min(t.hints, policy.MostHints), Built: t.built}
	if spare := t.spare(); t.left > 0 && spare >= 0 {
		s.Slips = t.weights.looks(int(t.left), int(policy.MostWeight), t.depths.looks(spare+1, int(policy.Whole), most))
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
	b := &Balances{balance: s.Weights(n), slips: s.bytes(n), built: s.Set()}
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
		t.reset()
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
		b.balance[h], b.slips[h] = st.Balance, uint8(st.Slips)
		if st.Built {
			b.built.Set(h)
		}
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
			g.may(col, open[0].Prospect(uint32(p)))
			l.rows[p] = g.sum()
		}
	}
	if len(l.read)+len(open) > 0 {
		r.lines = append(r.lines, l)
	}
}

// may takes the most that a column of the line may weigh, looked at twice.
func (g *weigher) may(col *guide.Column, p guide.Prospect) {
	if p.Full {
		g.inFull(true, said{built: col.Built()}, p.Most, p.MostCut, p.Deepest, p.DeepestWeight)
		return
	}
	g.hint = max(g.hint, p.Most)
}

// Meets tells whether a taxon could be brought to meet a standard.
func (r *Reaching) Meets(against int, standard policy.Standard) bool {
	t := &r.total
	t.reset()
	for i := range r.lines {
		l := &r.lines[i]
		if l.rows != nil {
			t.add(l.rows[l.pattern[against]])
			continue
		}
		var g weigher
		for _, e := range l.read {
			if e.Speaks(against) {
				g.addAs(e, e.Weigh(r.taxon, against), e.Confirmed || e.CanLookTwice())
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
			g.may(m.Column, prospect)
		}
		t.add(g.sum())
	}
	t.add(lineSum{weight: r.sheet.dated(r.taxon, against)})
	return t.stands(max(1, standard.Slips)).Meets(standard)
}
