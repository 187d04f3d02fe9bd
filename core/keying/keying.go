// Package keying makes a key of a part of a guide: questions asked one after the other, each with a few leads, until a
// name is left. It narrows down; it rules nothing harmful out, and what is read on the way goes to the ruling.
package keying

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/season"
)

// Scope says for what a key is made. What is left empty restricts nothing.
type Scope struct {
	// Kingdom is plantae or fungi. A key needs one.
	Kingdom string `json:"kingdom"`
	// Month is 1 to 12: only taxa that are there then, and only what is there to be seen of them.
	Month int `json:"month,omitempty"`
	// Region is a level 2 region code: taxa that live on its continent.
	Region string `json:"region,omitempty"`
	// Place is where the guide's seasons are moved to; nil for its reference place.
	Place *season.Site `json:"place,omitempty"`
	// Stage leaves out what taxa show at other stages only.
	Stage string `json:"stage,omitempty"`
	// Observer restricts to what can be seen with those tools and senses; LookOnly to what needs no touching.
	Observer evidence.Observer `json:"observer,omitzero"`
	LookOnly bool              `json:"look_only,omitempty"`
}

// Key is a part of a guide made ready to be asked through.
type Key struct {
	Scope Scope
	// Taxa is the set that the key leads to.
	Taxa guide.Bits

	g       *guide.Matrix
	columns []column
	grave   guide.Bits
}

// column is a character as the key asks for it.
type column struct {
	*guide.Column
	number int
	// has holds for each state the taxa that lead to it: those that show it one time in ten or oftener.
	has     []guide.Bits
	silent  guide.Bits // the taxa that it says nothing of
	penalty float64
}

// Branch is one answer to a question: states that lead the same way, and the taxa that are left then.
type Branch struct {
	States []int
	Taxa   guide.Bits
}

// Question is what a key asks at one point.
type Question struct {
	Column   *guide.Column
	Branches []Branch
}

// leastGain is the least, in bits, that a question must be expected to tell.
const leastGain = 1e-6

// New makes a key of a part of a guide. The error says what is wrong with the part, or that nothing is in it.
func New(g *guide.Matrix, part Scope) (*Key, error) {
	if _, ok := g.Kingdoms[part.Kingdom]; !ok {
		return nil, fmt.Errorf("kingdom %q is neither plantae nor fungi", part.Kingdom)
	}
	if part.Month < 0 || part.Month > 12 {
		return nil, fmt.Errorf("month %d is not one of 1 to 12", part.Month)
	}
	if part.Region != "" && !guide.RegionCode(part.Region) {
		return nil, fmt.Errorf("%q is not a level 2 region code", part.Region)
	}
	if err := guide.CheckStage(part.Stage); err != nil {
		return nil, err
	}
	if part.Place != nil {
		if err := part.Place.Check(); err != nil {
			return nil, err
		}
	}
	k := &Key{Scope: part, Taxa: g.Kingdoms[part.Kingdom].Copy(), g: g, grave: g.Grave}
	if part.Region != "" {
		away := guide.NewBits(len(g.Taxa))
		g.Elsewhere(part.Region, away)
		k.Taxa.AndNot(away)
	}
	if part.Month > 0 {
		for _, t := range k.Taxa.Members() {
			if k.season(t).Absent(k.day(), g.Taxa[t].Useful()) {
				k.Taxa.Clear(t)
			}
		}
	}
	if !k.Taxa.Any() {
		return nil, errors.New("nothing in the guide is left for such a key; ask for another month, region or kingdom")
	}
	for n := range g.Columns {
		if col := &g.Columns[n]; k.mayAsk(col) {
			k.columns = append(k.columns, k.ready(n))
		}
	}
	return k, nil
}

// season is when the parts of a taxon are there, at the place of the key.
func (k *Key) season(t int) guide.Season {
	of := k.g.Taxa[t].Season
	if k.Scope.Place == nil {
		return of
	}
	return season.At(of, *k.Scope.Place, season.Site(k.g.Meta.Reference), 0)
}

func (k *Key) day() time.Time { return guide.MidMonth(time.Month(k.Scope.Month)) }

// mayAsk tells whether a key of the part may ask for a character. Measures are left to the bench.
func (k *Key) mayAsk(col *guide.Column) bool {
	return col.Kind == guide.States && col.Organ != "specimen" && col.Scored.Meets(k.Taxa) &&
		!(k.Scope.LookOnly && col.Touches()) && k.Scope.Observer.Can(col)
}

// ready works out which taxa each state of a character leads to.
func (k *Key) ready(n int) column {
	g := k.g
	c := column{Column: &g.Columns[n], number: n, silent: k.Taxa.Copy(), penalty: 1}
	if !c.Full() {
		c.penalty = policy.KeyHint
	}
	c.penalty /= 1 + policy.KeyPerMinute*(c.MinutesOf()+policy.KeyWait*c.WaitMinutes)
	for range c.States {
		c.has = append(c.has, guide.NewBits(len(g.Taxa)))
	}
	k.Taxa.Each(func(t int) {
		if !c.Scored.Has(t) || k.Scope.Month > 0 && !k.season(t).In(c.Organ, k.day()) {
			return
		}
		for s, share := range k.shares(c.Column, c.Pattern[t]) {
			if share >= policy.Often {
				c.has[s].Set(t)
				c.silent.Clear(t)
			}
		}
	})
	return c
}

// shares are how often something scored as the pattern shows each state; at the stage of the key, if it has one.
func (k *Key) shares(col *guide.Column, pattern uint32) []float64 {
	if k.Scope.Stage != "" {
		return col.Shows(pattern, k.Scope.Stage)
	}
	out := make([]float64, len(col.States))
	col.Shares(pattern, "", out)
	return out
}

// weight counts the taxa of a set, grave ones more.
func (k *Key) weight(set guide.Bits) float64 {
	return float64(set.Count() + (policy.KeyGrave-1)*set.Meet(k.grave))
}

// Ask gives the question for a set of taxa; nil where nothing that may be asked tells them apart any more. Columns in
// asked are not asked again.
func (k *Key) Ask(set guide.Bits, asked []int) *Question {
	if set.Count() < 2 {
		return nil
	}
	var best *column
	most := 0.0 // a question that is not worth its ways is asked only where much hangs on it
	if set.Count() > policy.KeyTogether || set.Meets(k.grave) && set.Meets(k.g.Useful) {
		most = math.Inf(-1)
	}
	room := guide.NewBits(len(k.g.Taxa))
	for i := range k.columns {
		c := &k.columns[i]
		if slices.Contains(asked, c.number) {
			continue
		}
		gain, double := k.gain(c, set, room)
		if score := gain*c.penalty - policy.KeyDoubles*double; gain > leastGain && score > most {
			best, most = c, score
		}
	}
	if best == nil {
		return nil
	}
	return &Question{best.Column, k.leads(best, set)}
}

// gain is what a question is expected to tell, in bits, each answer as likely as the taxa of the set make it; and double
// by how much the taxa are more afterwards, all leads together, than before: one that may answer in several ways goes on
// in each.
func (k *Key) gain(c *column, set, room guide.Bits) (gain, double float64) {
	left, likely, total := 0.0, 0.0, 0.0
	chances := k.chances(c, set)
	for s := range c.has {
		alive := false
		for w := range room {
			room[w] = set[w] & (c.has[s][w] | c.silent[w])
			alive = alive || set[w]&c.has[s][w] != 0
		}
		if !alive {
			continue
		}
		weight := k.weight(room)
		total += weight
		likely += chances[s]
		left += chances[s] * math.Log2(weight)
	}
	if total == 0 {
		return 0, 0
	}
	whole := k.weight(set)
	return math.Log2(whole) - left/likely, math.Log2(total / whole)
}

// chances gives for each state how often it is answered, over the taxa of a set, grave ones counting more; together they
// are the weight of the set.
func (k *Key) chances(c *column, set guide.Bits) []float64 {
	out := make([]float64, len(c.States))
	set.Each(func(t int) {
		weight := 1.0
		if k.grave.Has(t) {
			weight = policy.KeyGrave
		}
		pattern := c.Pattern[t]
		if c.silent.Has(t) { // what it shows is not there
			pattern = 0
		}
		for s, p := range c.Chances(pattern, k.Scope.Stage) {
			out[s] += weight * p
		}
	})
	return out
}

// leads gives the answers that taxa of the set lead to; states that leave the same ones are one lead.
func (k *Key) leads(c *column, set guide.Bits) []Branch {
	var out []Branch
	for s := range c.has {
		if !c.has[s].Meets(set) {
			continue
		}
		taxa := set.Copy()
		for w := range taxa {
			taxa[w] &= c.has[s][w] | c.silent[w]
		}
		if i := slices.IndexFunc(out, func(l Branch) bool { return slices.Equal(l.Taxa, taxa) }); i >= 0 {
			out[i].States = append(out[i].States, s)
			continue
		}
		out = append(out, Branch{[]int{s}, taxa})
	}
	return out
}

// Answer is what was answered on the way: states of a character, or none for "can't tell".
type Answer struct {
	Character string   `json:"character"`
	States    []string `json:"states,omitempty"`
}

// After gives the taxa that are left after answers, and the columns that were asked. Who can't tell follows every way.
func (k *Key) After(path []Answer) (set guide.Bits, asked []int, err error) {
	set = k.Taxa.Copy()
	for _, a := range path {
		r := evidence.Reading{Character: a.Character, States: a.States}
		if len(a.States) == 0 {
			r.Unseen = evidence.NotChecked
		}
		if err := r.Check(k.g); err != nil {
			return nil, nil, err
		}
		n, _ := k.g.Column(a.Character)
		asked = append(asked, n)
		i := slices.IndexFunc(k.columns, func(c column) bool { return c.number == n })
		if i < 0 {
			return nil, nil, fmt.Errorf("a key of this part does not ask for %q", a.Character)
		}
		if len(a.States) == 0 {
			continue
		}
		c := &k.columns[i]
		stays := c.silent.Copy()
		for _, id := range a.States {
			s, _ := c.State(id)
			stays.Or(c.has[s])
		}
		set.And(stays)
	}
	return set, asked, nil
}
