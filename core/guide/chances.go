package guide

import (
	"math"
	"math/bits"
	"slices"
	"sync"

	"zestythicket/core/policy"
)

// Read is what was read of a column: states as bits, or a number between Lo and Hi. A soft reading errs more often.
type Read struct {
	Mask   uint64
	Lo, Hi float64
	Soft   bool
	// Stage is the specimen's, empty where it is not known.
	Stage string
}

// Bearing is what one reading says of everything that is scored alike, by pattern of the column; of pattern 0, which is
// not scored, Log holds what silence is worth and the others nothing.
type Bearing struct {
	// Log is the logarithm of the chance of the reading, P(reading | taxon); of a measure, that of its density.
	Log []policy.Centibans
	// Mean, Variance and Third are the moments of -Log over all that could have been read in its place, the second and third
	// about the mean, in centibans, their square and their cube: whole numbers, so that no machine's rounding decides
	// anything.
	Mean            []policy.Centibans
	Variance, Third []int64
}

func newBearing(patterns int) Bearing {
	return Bearing{
		make([]policy.Centibans, patterns), make([]policy.Centibans, patterns), make([]int64, patterns), make([]int64, patterns),
	}
}

// moments puts the moments of -Log for a pattern down.
func (b *Bearing) moments(pattern int, m *moments) {
	mean := m.sum
	b.Mean[pattern] = policy.Centibans(math.Round(mean))
	b.Variance[pattern] = int64(math.Round(max(0, m.square-mean*mean)))
	b.Third[pattern] = int64(math.Round(m.cube - 3*mean*m.square + 2*mean*mean*mean))
}

// moments gathers -Log and its powers, by chance.
type moments struct{ sum, square, cube float64 }

func (m *moments) add(chance float64, log policy.Centibans) {
	x := -float64(log)
	m.sum, m.square, m.cube = m.sum+chance*x, m.square+chance*x*x, m.cube+chance*x*x*x
}

// Bearing works out the chance of a reading for every pattern. It is the one place where that is done: P = (1-e)·share,
// and of e, the column's error, half to the states next to those shown and half evenly to all. The slices are the
// matrix's own where they can be; they are not to be written to.
func (col *Column) Bearing(r Read) Bearing {
	if col.Kind == Measure {
		return col.measured(r)
	}
	t := col.chancesAt(r.Stage, r.Soft)
	mask := r.Mask
	if col.Kind == Count {
		mask = col.countMask(r.Lo, r.Hi)
	}
	if bits.OnesCount64(mask) == 1 {
		return Bearing{t.log[bits.TrailingZeros64(mask)], t.single.Mean, t.single.Variance, t.single.Third}
	}
	return t.several(mask)
}

// Chances gives the chance of each class of the column, its states or counts, for something scored as the pattern, when
// it is read firmly.
func (col *Column) Chances(pattern uint32, stage string) []float64 {
	return col.chancesAt(stage, false).p[pattern]
}

// Logs gives the logarithms of those chances, by class, then pattern; soft ones where the reading would be soft.
func (col *Column) Logs(stage string, soft bool) [][]policy.Centibans {
	return col.chancesAt(stage, soft).log
}

// table holds the chances of a column of states or counts, at one stage and firm or soft.
type table struct {
	p      [][]float64          // by pattern, then class
	log    [][]policy.Centibans // by class, then pattern
	single Bearing              // of a reading of one class, without its logarithm
}

// tables are those of one stage: the firm one, and the soft one, worked out when it is first asked for.
type tables struct {
	firm table
	soft func() *table
}

// otherStage stands for a known stage that no score of a column names.
const otherStage = "\x00"

func (col *Column) chancesAt(stage string, soft bool) *table {
	t, ok := col.chances[stage]
	if !ok {
		t = col.chances[otherStage]
	}
	if soft {
		return t.soft()
	}
	return &t.firm
}

// makeChances works the tables of a column out.
func (col *Column) makeChances() {
	if col.Kind == Measure {
		return
	}
	if col.Kind == Count {
		for i := range col.Patterns[1:] {
			s := col.Patterns[i+1].Span
			for _, v := range []float64{s.Min, s.Low, s.High, s.Max} {
				if !math.IsInf(v, 0) {
					col.most = max(col.most, int(v))
				}
			}
		}
		col.most = min(col.most+1, MaxStates-1)
	}
	m := col.classes()
	besides, depths := make([]float64, m*len(col.Patterns)), make([]policy.Depth, m*len(col.Patterns))
	col.beside, col.depth = make([][]float64, 0, len(col.Patterns)), make([][]policy.Depth, 0, len(col.Patterns))
	for i := range col.Patterns {
		shares, depth := besides[i*m:][:m:m], depths[i*m:][:m:m]
		if i > 0 {
			col.Shares(uint32(i), "", shares)
			most := slices.Max(shares)
			for k := range shares {
				shares[k] /= most
			}
		}
		for k := range shares {
			depth[k] = policy.DepthOf(shares[k])
		}
		col.beside, col.depth = append(col.beside, shares), append(col.depth, depth)
	}
	stages := map[string]bool{"": true, otherStage: true}
	for i := range col.Patterns {
		for _, sh := range col.Patterns[i].Shown {
			stages[sh.When] = true
		}
	}
	col.chances = map[string]*tables{}
	for _, stage := range sortedKeys(stages) {
		if len(stages) == 2 && stage == otherStage { // nothing hangs on the stage
			col.chances[otherStage] = col.chances[""]
			continue
		}
		col.chances[stage] = &tables{col.tableOf(stage, col.Error), sync.OnceValue(func() *table {
			soft := col.tableOf(stage, softError(col.Error))
			return &soft
		})}
	}
}

func softError(e float64) float64 { return min(policy.MostError, policy.SoftTimes*e) }

// classes is the number of states of a column, or of counts that are told apart, from none to more than any.
func (col *Column) classes() int {
	if col.Kind == Count {
		return col.most + 1
	}
	return len(col.States)
}

func (col *Column) tableOf(stage string, e float64) table {
	m, n := col.classes(), len(col.Patterns)
	t := table{p: make([][]float64, 0, n), single: newBearing(n)}
	logs, chances := make([]policy.Centibans, m*n), make([]float64, m*n)
	for k := range m {
		t.log = append(t.log, logs[k*n:][:n:n])
	}
	shares := make([]float64, m)
	for i := range col.Patterns {
		p := chances[i*m:][:m:m]
		if i == 0 {
			for k := range p {
				p[k] = 1 / float64(m)
			}
		} else {
			col.Shares(uint32(i), stage, shares)
			for k := range p {
				p[k] += (1 - e) * shares[k]
			}
			col.err(shares, e, p)
		}
		var all moments
		least := slices.Min(p) // as most that are never shown are
		log := policy.CentibansOf(least)
		for k := range p {
			if t.log[k][i] = log; p[k] != least {
				t.log[k][i] = policy.CentibansOf(p[k])
			}
			all.add(p[k], t.log[k][i])
		}
		if i > 0 {
			t.single.moments(i, &all)
		}
		t.p = append(t.p, p)
	}
	return t
}

// err adds to p what of the error e goes to each class: to those next to what is shown, and to all.
func (col *Column) err(shares []float64, e float64, p []float64) {
	m := len(p)
	even := (1 - policy.NearShare) * e
	for k, share := range shares {
		if share == 0 {
			continue
		}
		near := col.nextTo(k)
		if near == 0 {
			even += policy.NearShare * e * share
			continue
		}
		each := policy.NearShare * e * share / float64(bits.OnesCount64(near))
		for ; near != 0; near &= near - 1 {
			p[bits.TrailingZeros64(near)] += each
		}
	}
	for k := range p {
		p[k] += even / float64(m)
	}
}

// nextTo gives the classes next to a class: the states that it names as near, the counts before and after.
func (col *Column) nextTo(class int) uint64 {
	if col.Kind != Count {
		return col.near[class]
	}
	var near uint64
	if class > 0 {
		near |= 1 << (class - 1)
	}
	if class < col.most {
		near |= 1 << (class + 1)
	}
	return near
}

// Shares fills into with how often something scored as the pattern shows each class of a column of states or counts;
// they sum to 1. Where the stage is known, states of another count less.
func (col *Column) Shares(pattern uint32, stage string, into []float64) {
	col.weigh(&col.Patterns[pattern], stage, policy.OtherStage, into)
	normalize(into)
}

// Shows gives how often something scored as the pattern shows each class at exactly that stage or, empty, at none that its
// scores name: states of others are left out, unless it shows nothing else.
func (col *Column) Shows(pattern uint32, stage string) []float64 {
	into := make([]float64, col.classes())
	if stage == "" {
		stage = otherStage
	}
	for _, other := range []float64{0, 1} {
		col.weigh(&col.Patterns[pattern], stage, other, into)
		if slices.ContainsFunc(into, func(w float64) bool { return w > 0 }) {
			break
		}
	}
	normalize(into)
	return into
}

func normalize(weights []float64) {
	total := 0.0
	for _, w := range weights {
		total += w
	}
	for k := range weights {
		weights[k] /= total
	}
}

// weigh puts into into how often each class is shown beside a usual one; states of another stage than a known one count
// that much of it.
func (col *Column) weigh(p *Pattern, stage string, other float64, into []float64) {
	clear(into)
	switch {
	case col.Kind != Count:
		for _, sh := range p.Shown {
			w := sh.Share
			if sh.When != "" && stage != "" && sh.When != stage {
				w *= other
			}
			into[sh.State] = max(into[sh.State], w)
		}
	case p.Counts != nil:
		for _, n := range p.Counts {
			into[min(n, col.most)] = 1
		}
	default:
		for n := range into {
			switch v := float64(n); {
			case p.usually(n):
				into[n] = 1
			case p.Span.Min <= v && v <= p.Span.Max:
				into[n] = policy.RareShare
			}
		}
		if p.Span.Min > float64(col.most) {
			into[col.most] = 1
		}
	}
}

// usually tells whether a number is one that a score of a count gives as usual; of states, never.
func (p *Pattern) usually(n int) bool {
	if p.Counts != nil {
		return slices.Contains(p.Counts, n)
	}
	return p.Shown == nil && p.Span.Low <= float64(n) && float64(n) <= p.Span.High
}

// countMask gives the counts of lo to hi as classes; what is more than any goes to the last.
func (col *Column) countMask(lo, hi float64) uint64 {
	from, to := min(int(min(lo, MaxStates)), col.most), min(int(min(hi, MaxStates)), col.most)
	return (1<<(to-from+1) - 1) << from
}

// several is the bearing of a reading that takes in several classes, or none: their chances together, and of all that
// could have been read each other class by itself.
func (t *table) several(mask uint64) Bearing {
	b := newBearing(len(t.p))
	for i, p := range t.p {
		together := 0.0
		for k := range p {
			if mask&(1<<k) != 0 {
				together += p[k]
			}
		}
		b.Log[i] = policy.CentibansOf(together)
		var all moments
		all.add(together, b.Log[i])
		for k := range p {
			if mask&(1<<k) == 0 {
				all.add(p[k], t.log[k][i])
			}
		}
		if i > 0 {
			b.moments(i, &all)
		}
	}
	return b
}

// Odd tells whether a reading is odd for something scored as the pattern: neither what it shows, however seldom and at
// any stage, nor next to that.
func (col *Column) Odd(pattern uint32, r Read) bool {
	p := &col.Patterns[pattern]
	switch col.Kind {
	case States:
		return r.Mask&(p.Mask|p.Near) == 0
	case Count:
		return p.Outside(Count, r.Lo-1, r.Hi+1)
	}
	return p.Outside(Measure, r.Lo, r.Hi)
}

// Meets tells whether a reading meets a must-see of something scored as the pattern: all that was read is what it usually shows
// or, where people err on the character, next to that and not what it rarely shows; of a measure, not outside what it shows.
func (col *Column) Meets(pattern uint32, r Read) bool {
	if col.Kind == Measure {
		return !col.Never(pattern, r)
	}
	mask := r.Mask
	if col.Kind == Count {
		mask = col.countMask(r.Lo, r.Hi)
	}
	return mask != 0 && mask&^col.meeting(pattern) == 0
}

// meeting gives the states or numbers that meet a must-see of something scored as the pattern.
func (col *Column) meeting(pattern uint32) uint64 {
	usual := col.Usual(pattern)
	may := usual
	if col.Error > policy.HardlyMisread {
		for m := usual; m != 0; m &= m - 1 {
			next := col.nextTo(bits.TrailingZeros64(m))
			for ; next != 0; next &= next - 1 {
				if k := bits.TrailingZeros64(next); col.beside[pattern][k] == 0 {
					may |= 1 << k
				}
			}
		}
	}
	return may
}

// Usual gives the states or numbers that something scored as the pattern usually shows: UsualShare of what it shows most, or
// more. Of a measure, or of what is not scored, none.
func (col *Column) Usual(pattern uint32) (usual uint64) {
	if pattern == 0 || col.Kind == Measure {
		return 0
	}
	for k, beside := range col.beside[pattern] {
		if beside >= policy.UsualShare {
			usual |= 1 << k
		}
	}
	return usual
}

// Never tells whether something scored as the pattern never shows what was read, however seldom, at any stage.
func (col *Column) Never(pattern uint32, r Read) bool {
	p := &col.Patterns[pattern]
	if col.Kind == States {
		return r.Mask&p.Mask == 0
	}
	return p.Outside(col.Kind, r.Lo, r.Hi)
}

// DepthOf is how far a reading lies from what something scored as the pattern shows, over all its stages, by how often it
// shows it beside what it shows most: of several states by all of them together, of a measure only what it never shows.
func (col *Column) DepthOf(pattern uint32, r Read) policy.Depth {
	if col.Kind == Measure {
		if col.Never(pattern, r) {
			return policy.Whole
		}
		return 0
	}
	mask := r.Mask
	if col.Kind == Count {
		mask = col.countMask(r.Lo, r.Hi)
	}
	share := 0.0
	for ; mask != 0; mask &= mask - 1 {
		share += col.beside[pattern][bits.TrailingZeros64(mask)]
	}
	return policy.DepthOf(share)
}

// nearMasks gives for each state of a character those that are near it.
func nearMasks(col *Column) []uint64 {
	out := make([]uint64, len(col.States))
	for k := range col.States {
		for _, id := range col.States[k].Near {
			out[k] |= 1 << col.stateOf[id]
		}
	}
	return out
}

// Scale gives the states of the scale that a state lies on, in order: those that are near each other one after the other,
// three or more, none of them near anything else, from the end that the character lists first. Nil where there is none.
func (col *Column) Scale(state int) []int {
	end, seen := -1, uint64(0)
	for next := uint64(1) << state; next != 0; {
		k := bits.TrailingZeros64(next)
		next &^= 1 << k
		seen |= 1 << k
		switch near := col.near[k]; bits.OnesCount64(near) {
		case 1:
			if end < 0 || k < end {
				end = k
			}
			fallthrough
		case 2:
			next |= near &^ seen
		default:
			return nil
		}
	}
	if end < 0 || bits.OnesCount64(seen) < 3 { // a ring, or a pair
		return nil
	}
	out, left := []int{end}, seen&^(1<<end)
	for left != 0 {
		k := bits.TrailingZeros64(col.near[out[len(out)-1]] & left)
		out, left = append(out, k), left&^(1<<k)
	}
	return out
}

// Beside is how often the state is shown beside a usual one, from 0 to 1: its share, or what the words stand for.
func (sh *Shown) Beside() float64 {
	switch {
	case sh.Share > 0:
		return sh.Share
	case sh.Rare:
		return policy.RareShare
	case sh.Sometimes:
		return policy.SometimesShare
	}
	return 1
}
