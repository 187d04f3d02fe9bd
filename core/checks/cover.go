package checks

import (
	"math"
	"slices"
)

// cover is a weighted set multi-cover with precedences: choose items of least cost so that what they weigh for every row
// comes to what it needs, a line counting once, with the heaviest of its items that are chosen, and every chosen item with
// what it rests on.
type cover struct {
	cost []int64
	line []int
	// rows[i] lists the rows that item i weighs for; rests[i] all that it brings, directly or not.
	rows  [][]int
	rests [][]int
	need  []int
	must  []int
	// items lists, for each row, the items that weigh anything for it, and weighs what, both in the same order.
	items  [][]int
	weighs [][]int
	lines  int
}

// The most nodes a search looks at before it gives up proving; none of the guides known comes near it.
const mostNodes = 5_000_000

// search is a branch and bound over the items. An item is chosen, barred or open.
type search struct {
	*cover
	state []int8
	best  int64
	found []int
	nodes int
	// Room that is used again at every node.
	scratch, users, shares, rent []float64
	met, lineMost                []int
	offers                       []offer
}

const (
	open   int8 = 0
	chosen int8 = 1
	barred int8 = -1
)

// solve gives the items of least cost and that cost; proved is false where the search was cut short, ok where there is
// no cover at all. Among covers of equal cost it gives the one that holds the earliest items.
func (c *cover) solve() (items []int, cost int64, proved, ok bool) {
	s := c.start(1 << 62)
	s.descend(s.given())
	if s.found == nil {
		return nil, 0, s.nodes < mostNodes, false
	}
	items, cost, proved = s.found, s.best, s.nodes < mostNodes
	if proved {
		items = c.earliest(items, cost)
	}
	return items, cost, proved, true
}

func (c *cover) start(below int64) *search {
	n := len(c.cost)
	s := &search{
		cover: c, state: make([]int8, n), best: below, scratch: make([]float64, n), users: make([]float64, n), shares: make([]float64, n),
		rent: make([]float64, c.lines), met: make([]int, c.lines), lineMost: make([]int, c.lines),
	}
	for _, i := range c.must {
		s.choose(i)
	}
	return s
}

// earliest finds, among all covers of that cost, the one whose sorted items come first.
func (c *cover) earliest(items []int, cost int64) []int {
	var in, out []int
	known := items
	for i := range c.cost {
		if slices.Contains(known, i) {
			in = append(in, i)
			continue
		}
		s := c.start(cost + 1)
		feasible := true
		for _, k := range append(slices.Clone(in), i) {
			s.choose(k)
		}
		for _, k := range out {
			feasible = feasible && s.state[k] != chosen
			s.state[k] = barred
		}
		if feasible && s.given() <= cost {
			s.descend(s.given())
		}
		if s.found != nil {
			known = s.found
			in = append(in, i)
		} else {
			out = append(out, i)
		}
	}
	return known
}

func (s *search) choose(i int) {
	s.state[i] = chosen
	for _, k := range s.rests[i] {
		s.state[k] = chosen
	}
}

// given is the cost of what is chosen.
func (s *search) given() int64 {
	var sum int64
	for i, st := range s.state {
		if st == chosen {
			sum += s.cost[i]
		}
	}
	return sum
}

// descend looks for a better cover below this node, whose chosen items cost so much.
func (s *search) descend(cost int64) {
	if s.nodes++; s.nodes >= mostNodes || cost >= s.best {
		return
	}
	bound, row, ok := s.bound()
	if !ok || cost+bound >= s.best {
		return
	}
	if row < 0 {
		s.best = cost
		s.found = []int{}
		for i, st := range s.state {
			if st == chosen {
				s.found = append(s.found, i)
			}
		}
		return
	}
	pick := s.branchItem(row)
	before := slices.Clone(s.state)
	s.choose(pick)
	s.descend(s.given())
	copy(s.state, before)
	s.state[pick] = barred
	for i := range s.state { // what rests on a barred item cannot be had either
		if s.state[i] == open && slices.Contains(s.rests[i], pick) {
			s.state[i] = barred
		}
	}
	s.descend(cost)
	copy(s.state, before)
}

// branchItem is the open item of the row that meets the most rows for its cost.
func (s *search) branchItem(row int) int {
	best, worth := -1, 0.0
	met, _ := s.metLines(row)
	for k, i := range s.items[row] {
		if s.state[i] != open || s.weighs[row][k] <= met[s.line[i]] {
			continue
		}
		if w := float64(len(s.rows[i])) / float64(s.cost[i]+1); best < 0 || w > worth {
			best, worth = i, w
		}
	}
	return best
}

// metLines gives what weighs for the row already, line by line, and what is missing.
func (s *search) metLines(row int) (met []int, missing int) {
	met = s.met
	clear(met)
	for k, i := range s.items[row] {
		if s.state[i] == chosen {
			met[s.line[i]] = max(met[s.line[i]], s.weighs[row][k])
		}
	}
	missing = s.need[row]
	for _, w := range met {
		missing -= w
	}
	return met, missing
}

// offer is an open item as it stands for one row: the line it is on, what it would add, of no more than is missing, and
// what of the costs is left that it may use up.
type offer struct {
	item, line, gain int
	price            float64
}

// bound gives a lower bound on the cost still to come, by raising the dual of each row in turn as far as the costs left
// allow, and the row that has the least room; row is -1 where all are met, ok false where one cannot be.
//
// Of a row with m missing, y·m - Σ over its lines of max(0, max(gain·y - price)) is a bound for every y ≥ 0: the dual of its
// linear relaxation in which each line is taken once.
func (s *search) bound() (total int64, row int, ok bool) {
	left := s.scratch
	for i := range left {
		left[i] = 0
		if s.state[i] == open {
			left[i] = float64(s.cost[i])
		}
	}
	row = -1
	room, sum := math.Inf(1), 0.0
	for r := range s.need {
		met, missing := s.metLines(r)
		if missing <= 0 {
			continue
		}
		clear(s.users)
		offers := s.offers[:0]
		for k, i := range s.items[r] {
			if gain := s.weighs[r][k] - met[s.line[i]]; s.state[i] == open && gain > 0 {
				offers = append(offers, offer{item: i, line: s.line[i], gain: min(gain, missing)})
				s.users[i]++
				for _, k := range s.rests[i] {
					s.users[k]++
				}
			}
		}
		s.offers = offers
		most := s.lineMost
		clear(most)
		can := 0
		for k := range offers {
			o := &offers[k]
			o.price = left[o.item] / s.users[o.item]
			for _, on := range s.rests[o.item] {
				o.price += left[on] / s.users[on]
			}
			if o.gain > most[o.line] {
				can += o.gain - most[o.line]
				most[o.line] = o.gain
			}
		}
		if can < missing {
			return 0, r, false
		}
		if free := float64(can) / float64(missing); free < room {
			room, row = free, r
		}
		y, value := s.raise(offers, missing)
		sum += value
		s.consume(offers, y, left)
	}
	return int64(math.Floor(sum * (1 - 1e-9))), row, true
}

// raise finds how far the dual of a row is best raised, and what that adds to the bound.
func (s *search) raise(offers []offer, missing int) (best, most float64) {
	for k := range offers {
		y := offers[k].price / float64(offers[k].gain)
		s.rents(offers, y)
		value := y * float64(missing)
		for _, rent := range s.rent {
			value -= rent
		}
		if value > most {
			best, most = y, value
		}
	}
	return best, most
}

// rents works out for each line what it must give up for being taken once at most.
func (s *search) rents(offers []offer, y float64) {
	clear(s.rent)
	for i := range offers {
		o := &offers[i]
		s.rent[o.line] = max(s.rent[o.line], float64(o.gain)*y-o.price)
	}
}

// consume takes what the row's dual uses up off the costs left, of what it rests on before its own.
func (s *search) consume(offers []offer, y float64, left []float64) {
	s.rents(offers, y)
	share := s.shares
	for i, n := range s.users {
		if n > 0 {
			share[i] = left[i] / n
		}
	}
	for i := range offers {
		o := &offers[i]
		use := max(0, float64(o.gain)*y-s.rent[o.line])
		own := min(use, share[o.item])
		left[o.item] -= own
		use -= own
		for _, k := range s.rests[o.item] {
			take := min(use, share[k])
			left[k] -= take
			use -= take
		}
	}
	for i := range left {
		left[i] = max(0, left[i])
	}
}

// weighsFor is what the items weigh for a row together.
func (c *cover) weighsFor(row int, items []int) int {
	lines, sum := map[int]int{}, 0
	for k, i := range c.items[row] {
		if slices.Contains(items, i) {
			lines[c.line[i]] = max(lines[c.line[i]], c.weighs[row][k])
		}
	}
	for _, w := range lines {
		sum += w
	}
	return sum
}
