package checks

import "slices"

// cover is a weighted set multi-cover with precedences: choose items of least cost so that every row is met on as many
// lines as it needs, a line counting once however many of its items are chosen, and every chosen item with what it
// rests on.
type cover struct {
	cost []int64
	line []int
	// rows[i] lists the rows that item i meets; rests[i] all that it brings, directly or not.
	rows  [][]int
	rests [][]int
	need  []int
	must  []int
	// items lists, for each row, the items that meet it.
	items [][]int
	lines int
}

// The most nodes a search looks at before it gives up proving; none of the guides known comes near it.
const mostNodes = 5_000_000

// search is a branch and bound over the items. An item is chosen, barred or open.
type search struct {
	*cover
	state   []int8
	best    int64
	found   []int
	nodes   int
	scratch []int64
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
	s := &search{cover: c, state: make([]int8, len(c.cost)), best: below, scratch: make([]int64, len(c.cost))}
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
	met := s.metLines(row)
	for _, i := range s.items[row] {
		if s.state[i] != open || met[s.line[i]] {
			continue
		}
		if w := float64(len(s.rows[i])) / float64(s.cost[i]+1); best < 0 || w > worth {
			best, worth = i, w
		}
	}
	return best
}

// metLines marks the lines on which the row is met already.
func (s *search) metLines(row int) []bool {
	met := make([]bool, s.lines)
	for _, i := range s.items[row] {
		if s.state[i] == chosen {
			met[s.line[i]] = true
		}
	}
	return met
}

// bound gives a lower bound on the cost still to come, by raising the dual of each row in turn as far as the costs
// left allow, and the row that has the least room; row is -1 where all are met, ok false where one cannot be.
func (s *search) bound() (total int64, row int, ok bool) {
	left := s.scratch
	for i := range left {
		left[i] = 0
		if s.state[i] == open {
			left[i] = s.cost[i]
		}
	}
	row = -1
	room := 1 << 30
	price := make([]int64, s.lines)
	users := map[int]int64{}
	for r := range s.need {
		met := s.metLines(r)
		missing := s.need[r]
		for _, m := range met {
			if m {
				missing--
			}
		}
		if missing <= 0 {
			continue
		}
		clear(users)
		for _, i := range s.items[r] {
			if s.state[i] == open && !met[s.line[i]] {
				users[i]++
				for _, k := range s.rests[i] {
					users[k]++
				}
			}
		}
		for l := range price {
			price[l] = -1
		}
		for _, i := range s.items[r] {
			if s.state[i] != open || met[s.line[i]] {
				continue
			}
			if p := s.reach(i, left, users); price[s.line[i]] < 0 || p < price[s.line[i]] {
				price[s.line[i]] = p
			}
		}
		var prices []int64
		for _, p := range price {
			if p >= 0 {
				prices = append(prices, p)
			}
		}
		if len(prices) < missing {
			return 0, r, false
		}
		if free := len(prices) - missing; free < room {
			room, row = free, r
		}
		slices.Sort(prices)
		for _, p := range prices[:missing] {
			total += p
		}
		s.consume(r, met, price, prices[missing-1], left, users)
	}
	return total, row, true
}

// reach is how far the dual of a line may rise by this item: its share of what is left of its own cost, and of the cost
// of what it rests on. All that use a cost in this row share it alike.
func (s *search) reach(i int, left []int64, users map[int]int64) int64 {
	p := left[i] / users[i]
	for _, k := range s.rests[i] {
		p += left[k] / users[k]
	}
	return p
}

// consume takes what the row's dual uses up off the costs left.
func (s *search) consume(r int, met []bool, price []int64, top int64, left []int64, users map[int]int64) {
	share := map[int]int64{}
	for k, n := range users {
		share[k] = left[k] / n
	}
	for _, i := range s.items[r] {
		if s.state[i] != open || met[s.line[i]] {
			continue
		}
		use := min(price[s.line[i]], top)
		own := min(use, share[i])
		left[i] -= own
		use -= own
		for _, k := range s.rests[i] {
			take := min(use, share[k])
			left[k] -= take
			use -= take
		}
	}
}
