package checks

import (
	"math/rand/v2"
	"slices"
	"testing"
	"testing/quick"
)

// randomCover makes a small problem in which lines are shared, items rest on earlier ones, and some are demanded.
func randomCover(r *rand.Rand) cover {
	c := cover{lines: 4}
	n := 3 + r.IntN(7)
	for i := range n {
		c.cost = append(c.cost, int64(1+r.IntN(5)))
		c.line = append(c.line, r.IntN(c.lines))
		var rests []int
		if i > 0 && r.IntN(3) == 0 {
			on := r.IntN(i)
			rests = append(slices.Clone(c.rests[on]), on)
		}
		c.rests = append(c.rests, rests)
		c.rows = append(c.rows, nil)
	}
	if r.IntN(4) == 0 {
		c.must = []int{r.IntN(n)}
	}
	for row := range 1 + r.IntN(4) {
		var items, weighs []int
		lines := map[int]int{}
		for i := range n {
			if r.IntN(2) == 0 {
				w := 1 + r.IntN(5)
				items, weighs = append(items, i), append(weighs, w)
				lines[c.line[i]] = max(lines[c.line[i]], w)
				c.rows[i] = append(c.rows[i], row)
			}
		}
		can := 0
		for _, w := range lines {
			can += w
		}
		c.items, c.weighs = append(c.items, items), append(c.weighs, weighs)
		c.need = append(c.need, min(1+r.IntN(8), can))
	}
	return c
}

// holds tells whether a set of items, as bits, is a cover, and what it costs.
func (c *cover) holds(set int) (cost int64, ok bool) {
	for i := range c.cost {
		if set&(1<<i) == 0 {
			if slices.Contains(c.must, i) {
				return 0, false
			}
			continue
		}
		cost += c.cost[i]
		for _, k := range c.rests[i] {
			if set&(1<<k) == 0 {
				return 0, false
			}
		}
	}
	for r, need := range c.need {
		lines := map[int]int{}
		for k, i := range c.items[r] {
			if set&(1<<i) != 0 {
				lines[c.line[i]] = max(lines[c.line[i]], c.weighs[r][k])
			}
		}
		for _, w := range lines {
			need -= w
		}
		if need > 0 {
			return 0, false
		}
	}
	return cost, true
}

// Every set there is, tried one by one, gives the same least cost and the same first set among those of that cost.
func TestTheSearchFindsWhatTryingAllFinds(t *testing.T) {
	check := func(seed uint64) bool {
		c := randomCover(rand.New(rand.NewPCG(seed, 8)))
		var best []int
		least := int64(1 << 62)
		for set := range 1 << len(c.cost) {
			cost, ok := c.holds(set)
			if !ok || cost > least {
				continue
			}
			var items []int
			for i := range c.cost {
				if set&(1<<i) != 0 {
					items = append(items, i)
				}
			}
			if cost < least || earlier(items, best) {
				least, best = cost, items
			}
		}
		items, cost, proved, ok := c.solve()
		if !ok || !proved || cost != least || !slices.Equal(items, best) {
			t.Logf("seed %d: got %v for %d, want %v for %d", seed, items, cost, best, least)
			return false
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 1500}); err != nil {
		t.Error(err)
	}
}

// earlier tells whether a holds an item, earlier than any on which the two differ, that b does not.
func earlier(a, b []int) bool {
	for i := range 64 {
		in, also := slices.Contains(a, i), slices.Contains(b, i)
		if in != also {
			return in
		}
	}
	return false
}

// The bound is never above what a cover really costs.
func TestTheBoundIsABound(t *testing.T) {
	check := func(seed uint64) bool {
		c := randomCover(rand.New(rand.NewPCG(seed, 9)))
		s := c.start(1 << 62)
		bound, _, ok := s.bound()
		_, cost, _, solved := c.solve()
		return ok == solved && (!ok || s.given()+bound <= cost)
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 1500}); err != nil {
		t.Error(err)
	}
}

func TestWhatCannotBeCoveredIsToldSo(t *testing.T) {
	c := cover{cost: []int64{1}, line: []int{0}, rests: [][]int{nil}, rows: [][]int{{0}}, items: [][]int{{0}}, weighs: [][]int{{1}}, need: []int{2}, lines: 1}
	if _, _, proved, ok := c.solve(); ok || !proved {
		t.Error("one line is taken for two")
	}
}
