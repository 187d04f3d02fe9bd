package walk

import (
	"fmt"
	"io"
	"math"
	"math/bits"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Naismith's rule: an hour for each five kilometres (three miles) and one for each 600 metres (2,000 feet) of ascent. W. W. Naismith,
// Scottish Mountaineering Club Journal 2, 1892; from memory. Where no path is known the straight line is taken longer by a third:
// common practice, no source.
const (
	metresAnHour = 5000
	ascentAnHour = 600
	detour       = 1.3
	hour         = 60
)

// earth is the mean radius of the earth in metres (IUGG 1980, from memory).
const earth = 6_371_009

// farthest is how far from the start a place may lie, in metres: nobody walks there and back in a day. Common practice; no source.
const farthest = 60_000

// ExactPlaces is up to how many places the best round is found and proved.
const ExactPlaces = 12

// Naismith is how many minutes a way takes by the rule: its length, and the metres that it rises.
func Naismith(metres, ascent float64) float64 {
	return metres/metresAnHour*hour + max(0, ascent)/ascentAnHour*hour
}

// metres is the distance between two sites along the ground of a sphere.
func metres(a, b season.Site) float64 {
	rad := func(deg float64) float64 { return deg * math.Pi / 180 }
	dLat, dLon := rad(b.Latitude-a.Latitude), rad(b.Longitude-a.Longitude)
	h := math.Pow(math.Sin(dLat/2), 2) + math.Cos(rad(a.Latitude))*math.Cos(rad(b.Latitude))*math.Pow(math.Sin(dLon/2), 2)
	return 2 * earth * math.Asin(math.Min(1, math.Sqrt(h)))
}

// way is how many minutes it takes from one site to another without a path.
func way(a, b season.Site) float64 {
	return Naismith(metres(a, b)*detour, b.ElevationM-a.ElevationM)
}

// Round is what fits into the time.
type Round struct {
	// Chosen are the targets, Through the ids of the places in the order in which they are gone to; one begins and ends at the start.
	Chosen  []string `json:"chosen"`
	Through []string `json:"through"`
	Stars   int      `json:"stars"`
	// Minutes is how long it takes, Walking of them.
	Minutes float64 `json:"minutes"`
	Walking float64 `json:"walking_minutes"`
	// Legs are the minutes from each place to the next, the start first and last.
	Legs []float64 `json:"legs"`
	// Optimal tells that no round within the time has more stars, and none of as many takes less time, proved.
	Optimal bool      `json:"optimal"`
	LeftOut []LeftOut `json:"left_out"`
}

// LeftOut is a target that is not in the round, and what it would take.
type LeftOut struct {
	Taxon string `json:"taxon"`
	Why   string `json:"why"`
	// Minutes is how much more time the round would need with it; 0 where time is not what it lacks.
	Minutes float64 `json:"minutes,omitempty"`
}

// trip is the choice of targets and places as numbers.
type trip struct {
	ways  [][]float64 // minutes between places; the start is the last one
	stars []int
	costs []float64 // minutes of each target
	at    []uint64  // the places of each target, a bit each; 0 for anywhere
	limit float64
}

// round chooses targets and places.
func (d *day) round(aims []Aim) Round {
	t, of := d.trip(aims)
	in, through, optimal := t.solve()
	r := Round{Chosen: []string{}, Through: []string{}, Legs: []float64{}, Optimal: optimal, LeftOut: []LeftOut{}}
	last := len(t.ways) - 1
	for _, p := range through {
		r.Through = append(r.Through, d.Places[p].ID)
		r.Legs = append(r.Legs, t.ways[last][p])
		last = p
	}
	if len(through) > 0 {
		r.Legs = append(r.Legs, t.ways[last][len(t.ways)-1])
	}
	for _, m := range r.Legs {
		r.Walking += m
	}
	r.Minutes = r.Walking
	for k, i := range of {
		if !slices.Contains(in, k) {
			continue
		}
		r.Chosen, r.Stars, r.Minutes = append(r.Chosen, aims[i].Taxon), r.Stars+t.stars[k], r.Minutes+t.costs[k]
	}
	for i := range aims {
		if k := slices.Index(of, i); k < 0 {
			r.LeftOut = append(r.LeftOut, d.cannot(&aims[i]))
		} else if !slices.Contains(in, k) {
			r.LeftOut = append(r.LeftOut, t.noTime(k, in, &aims[i], r.Minutes))
		}
	}
	return r
}

// trip puts the targets that can be looked for into numbers; of says which they are.
func (d *day) trip(aims []Aim) (t *trip, of []int) {
	t = &trip{limit: d.Minutes}
	sites := []season.Site{}
	for _, p := range d.Places {
		sites = append(sites, p.Site)
	}
	sites = append(sites, d.Start.Site)
	for _, a := range sites {
		row := []float64{}
		for _, b := range sites {
			row = append(row, way(a, b))
		}
		t.ways = append(t.ways, row)
	}
	for i := range aims {
		a := &aims[i]
		if a.Telling.Told == Gone || a.Telling.Told == Cannot {
			continue
		}
		var at uint64
		for p := range d.Places {
			if slices.Contains(a.Places, d.Places[p].ID) {
				at |= 1 << p
			}
		}
		of, t.stars, t.at = append(of, i), append(t.stars, a.Stars), append(t.at, at)
		t.costs = append(t.costs, a.Telling.First+a.Telling.Further*float64(a.Pieces-1))
	}
	return t, of
}

// cannot says why a target is not looked for at all.
func (d *day) cannot(a *Aim) LeftOut {
	out := LeftOut{Taxon: a.Taxon}
	tell := &a.Telling
	switch {
	case tell.Told == Gone && a.Part.InDays > 0:
		out.Why = fmt.Sprintf("Not there yet: about %d days to go.", a.Part.InDays)
	case tell.Told == Gone:
		out.Why = "Its season is over."
	case len(tell.Missing) > 0:
		out.Why = fmt.Sprintf("It cannot be told without %s.", Tools(tell.Missing))
	default:
		out.Why = "It cannot be told that day."
	}
	if tell.Told == Cannot && tell.From != "" {
		out.Why += fmt.Sprintf(" From %s on it can be named.", tell.From)
	}
	return out
}

// Tools names tools with their article: "a knife and gloves".
func Tools(list []string) string {
	named := make([]string, len(list))
	for i, tool := range list {
		named[i] = "a " + tool
		if strings.HasSuffix(tool, "s") && tool != "lens" {
			named[i] = tool
		}
	}
	return joined(named)
}

func joined(words []string) string {
	if n := len(words); n > 1 {
		return strings.Join(words[:n-1], ", ") + " and " + words[n-1]
	}
	return strings.Join(words, "")
}

// noTime says how much more time the round would need with a target.
func (t *trip) noTime(k int, in []int, a *Aim, had float64) LeftOut {
	more := *t
	more.limit = math.Inf(1)
	more.stars, more.costs, more.at = nil, nil, nil
	for _, i := range append(slices.Clone(in), k) {
		more.stars, more.costs, more.at = append(more.stars, 1), append(more.costs, t.costs[i]), append(more.at, t.at[i])
	}
	_, through, _ := more.solve()
	need := more.length(through)
	for _, c := range more.costs {
		need += c
	}
	over := math.Ceil(need - t.limit)
	return LeftOut{a.Taxon, fmt.Sprintf("It would take %.0f minutes more than there are, beside what is chosen.", max(1, over)), max(1, over)}
}

// length is how long one walks through places, from the start and back.
func (t *trip) length(through []int) float64 {
	start := len(t.ways) - 1
	sum, last := 0.0, start
	for _, p := range through {
		sum += t.ways[last][p]
		last = p
	}
	if last != start {
		sum += t.ways[last][start]
	}
	return sum
}

// solve finds the targets and the round with the most stars within the time, and of those the shortest.
func (t *trip) solve() (in, through []int, optimal bool) {
	if n := len(t.ways) - 1; n <= ExactPlaces {
		in, through = t.exact(n)
		return in, through, true
	}
	in, through = t.good()
	return in, through, false
}

// exact finds the best by dynamic programming over the sets of places: the shortest round through each, then the best choice of
// the targets that it has.
func (t *trip) exact(n int) (in, through []int) {
	tours := t.tours(n)
	best, bestMinutes, bestSet := -1, math.Inf(1), 0
	for set, tour := range tours.length {
		if tour > t.limit {
			continue
		}
		stars, minutes := t.choose(uint64(set), t.limit-tour, nil)
		if minutes += tour; stars > best || stars == best && minutes < bestMinutes {
			best, bestMinutes, bestSet = stars, minutes, set
		}
	}
	t.choose(uint64(bestSet), t.limit-tours.length[bestSet], &in)
	return in, tours.through(bestSet)
}

// tours holds the shortest round through each set of places, and from where its last place was come to.
type tours struct {
	n      int
	length []float64
	last   []int8
	from   []int8 // by set and last place
}

// tours finds them, after R. Bellman and after M. Held and R. M. Karp (1962).
func (t *trip) tours(n int) *tours {
	out := &tours{n, make([]float64, 1<<n), make([]int8, 1<<n), make([]int8, n<<n)}
	to := make([]float64, n<<n)
	for i := range to {
		to[i] = math.Inf(1)
	}
	start := n
	for set := 1; set < 1<<n; set++ {
		out.length[set] = math.Inf(1)
		for p := range n {
			if set&(1<<p) == 0 {
				continue
			}
			at := set*n + p
			if before := set &^ (1 << p); before == 0 {
				to[at], out.from[at] = t.ways[start][p], -1
			} else {
				for q := range n {
					if before&(1<<q) != 0 && to[before*n+q]+t.ways[q][p] < to[at] {
						to[at], out.from[at] = to[before*n+q]+t.ways[q][p], int8(q)
					}
				}
			}
			if l := to[at] + t.ways[p][start]; l < out.length[set] {
				out.length[set], out.last[set] = l, int8(p)
			}
		}
	}
	return out
}

// through is the order in which a set of places is gone through.
func (o *tours) through(set int) []int {
	var out []int
	if set == 0 {
		return out
	}
	for p := int(o.last[set]); p >= 0; {
		out = append(out, p)
		before := o.from[set*o.n+p]
		set &^= 1 << p
		p = int(before)
	}
	slices.Reverse(out)
	return out
}

// choose finds among the targets that can be found at those places the ones with the most stars within the minutes, and of those the
// fewest minutes: for each number of stars the least time. Into takes which they are.
func (t *trip) choose(set uint64, limit float64, into *[]int) (stars int, minutes float64) {
	var had []int
	most := 0
	for k := range t.stars {
		if t.at[k] == 0 || t.at[k]&set != 0 {
			had, most = append(had, k), most+t.stars[k]
		}
	}
	least := make([]float64, most+1)
	for s := 1; s <= most; s++ {
		least[s] = math.Inf(1)
	}
	var took []uint64 // for each target a bit for each number of stars, where the choice is asked for
	words := most/64 + 1
	if into != nil {
		took = make([]uint64, words*len(had))
	}
	for i, k := range had {
		for s := most; s >= t.stars[k]; s-- {
			if with := least[s-t.stars[k]] + t.costs[k]; with < least[s] {
				least[s] = with
				if into != nil {
					took[i*words+s/64] |= 1 << (s % 64)
				}
			}
		}
	}
	for s := most; s > 0; s-- {
		if least[s] <= limit {
			stars, minutes = s, least[s]
			break
		}
	}
	if into == nil {
		return stars, minutes
	}
	*into = []int{}
	for i, s := len(had)-1, stars; i >= 0; i-- {
		if took[i*words+s/64]&(1<<(s%64)) != 0 {
			*into = append(*into, had[i])
			s -= t.stars[had[i]]
		}
	}
	slices.Sort(*into)
	return stars, minutes
}

// good finds a good choice where there are too many places to try all: places are added where that brings the most stars, then the
// least time, and left out again where that costs none; the round is turned and moved until nothing of that shortens it. It proves
// nothing.
func (t *trip) good() (in, through []int) {
	n := len(t.ways) - 1
	value := func(through []int) (int, float64) {
		var set uint64
		for _, p := range through {
			set |= 1 << p
		}
		walked := t.length(through)
		if walked > t.limit {
			return -1, walked
		}
		stars, minutes := t.choose(set, t.limit-walked, nil)
		return stars, minutes + walked
	}
	better := func(a, b []int) bool {
		sa, ma := value(a)
		sb, mb := value(b)
		return sa > sb || sa == sb && ma < mb-1e-9
	}
	for {
		best := through
		for p := range n {
			if at := slices.Index(through, p); at >= 0 {
				if less := slices.Delete(slices.Clone(through), at, at+1); better(less, best) {
					best = less
				}
				continue
			}
			// two at once too: one may bring nothing before the other is there
			for _, more := range append([]int{-1}, seq(n)...) {
				next := t.inserted(through, p)
				if more >= 0 && more != p && !slices.Contains(next, more) {
					next = t.inserted(next, more)
				}
				if next = t.shortened(next); better(next, best) {
					best = next
				}
			}
		}
		if !better(best, through) {
			break
		}
		through = best
	}
	var set uint64
	for _, p := range through {
		set |= 1 << p
	}
	t.choose(set, t.limit-t.length(through), &in)
	return in, through
}

func seq(n int) []int {
	out := make([]int, n)
	for i := range out {
		out[i] = i
	}
	return out
}

// inserted is the round with another place where it is the least way round.
func (t *trip) inserted(through []int, p int) []int {
	var best []int
	for at := 0; at <= len(through); at++ {
		if next := slices.Insert(slices.Clone(through), at, p); best == nil || t.length(next) < t.length(best) {
			best = next
		}
	}
	return best
}

// shortened turns stretches of a round while that shortens it.
func (t *trip) shortened(through []int) []int {
	for again := true; again; {
		again = false
		for i := range through {
			for k := i + 1; k < len(through); k++ {
				next := slices.Clone(through)
				slices.Reverse(next[i : k+1])
				if t.length(next) < t.length(through)-1e-9 {
					through, again = next, true
				}
			}
		}
	}
	return through
}

// WriteLP writes the choice of a walk in the LP format that general solvers read. The error names what is wrong with the request.
func WriteLP(g *guide.Matrix, r *Request, w io.Writer) error {
	if err := r.Check(g); err != nil {
		return err
	}
	d, err := dayOf(g, r)
	if err != nil {
		return err
	}
	t, _ := d.trip(d.aims())
	return t.writeLP(w)
}

// writeLP writes the choice in the LP format that general solvers read: the most stars, and of those the fewest minutes, within the
// time.
func (t *trip) writeLP(w io.Writer) error {
	n := len(t.ways) - 1
	b := &strings.Builder{}
	total := t.limit + 1 // more than any round within the time takes
	var worth, time, binary []string
	for k := range t.stars {
		worth = append(worth, fmt.Sprintf("%.9f t%d", float64(t.stars[k])-t.costs[k]/total, k))
		time, binary = append(time, fmt.Sprintf("%.9f t%d", t.costs[k], k)), append(binary, fmt.Sprintf("t%d", k))
	}
	out, into := make([][]string, n+1), make([][]string, n+1)
	for i := range n + 1 {
		for j := range n + 1 {
			if i == j {
				continue
			}
			x := fmt.Sprintf("x%d_%d", i, j)
			worth = append(worth, fmt.Sprintf("- %.9f %s", t.ways[i][j]/total, x))
			time, binary = append(time, fmt.Sprintf("%.9f %s", t.ways[i][j], x)), append(binary, x)
			out[i], into[j] = append(out[i], x), append(into[j], x)
		}
	}
	fmt.Fprintf(b, "Maximize\n worth: %s\nSubject To\n time: %s <= %.9f\n", plus(worth), plus(time), t.limit)
	for p := range n {
		fmt.Fprintf(b, " out%d: %s - y%d = 0\n into%d: %s - y%d = 0\n", p, plus(out[p]), p, p, plus(into[p]), p)
		binary = append(binary, fmt.Sprintf("y%d", p))
		// every place that is gone to is gone through from the start
		fmt.Fprintf(b, " once%d: y%d - s <= 0\n", p, p)
	}
	if n > 0 {
		fmt.Fprintf(b, " begins: %s - s = 0\n ends: %s - s = 0\n", plus(out[n]), plus(into[n]))
		binary = append(binary, "s")
	}
	for i := range n { // each comes after the one before it (C. E. Miller, A. W. Tucker, R. A. Zemlin, 1960)
		for j := range n {
			if i != j {
				fmt.Fprintf(b, " after%d_%d: u%d - u%d + %d x%d_%d <= %d\n", i, j, i, j, n, i, j, n-1)
			}
		}
		fmt.Fprintf(b, " least%d: u%d >= 0\n most%d: u%d <= %d\n", i, i, i, i, n)
	}
	for k, at := range t.at {
		if at == 0 {
			continue
		}
		var ys []string
		for p := at; p != 0; p &= p - 1 {
			ys = append(ys, fmt.Sprintf("y%d", bits.TrailingZeros64(p)))
		}
		fmt.Fprintf(b, " found%d: %s - t%d >= 0\n", k, plus(ys), k)
	}
	fmt.Fprintf(b, "Binary\n %s\nEnd\n", strings.Join(binary, "\n "))
	_, err := io.WriteString(w, b.String())
	return err
}

// plus joins terms, some of which begin with a minus, over lines that are not too long for a solver.
func plus(terms []string) string {
	if len(terms) == 0 {
		return "0 none"
	}
	return strings.ReplaceAll(strings.Join(terms, "\n + "), "+ -", "-")
}
