package guide

import (
	"crypto/md5"
	"fmt"
	"slices"
	"strings"
	"sync"

	"zestythicket/core/policy"
)

// Matrix is a guide turned into a matrix: every name a number, and for every character and state the set of taxa
// that show it. It is never written to after Compile, so many goroutines may read it at once.
type Matrix struct {
	*Source
	// Columns are the compiled characters, in the guide's order.
	Columns []Column
	// Lines names the lines of evidence; a Column's Line is an index into it.
	Lines []string
	// Useful, Touching and the kingdoms are sets of taxa: those with a use, those with contact, those of a kingdom.
	Useful, Touching Bits
	Kingdoms         map[string]Bits
	// Harms holds the taxa of each class of harm; Grave those whose harm is grave.
	Harms map[Harm]Bits
	Grave Bits
	// Groups holds the taxa with a use of each group; Genera the number of taxa of each genus.
	Groups map[string]Bits
	Genera map[string]int
	// SignNeeds and GateNeeds hold what each sign, and each gate by readings, needs to have been read; GateTaxa the taxa
	// of each gate.
	SignNeeds, GateNeeds [][]Requirement
	GateTaxa             []Bits

	// Rank is every taxon's place in the order of their ids.
	Rank []uint32
	// SampleOrder holds the taxa in an order that has nothing to do with what they show, drawn from their ids: whoever takes the
	// first so many of a set takes a fair sample. Lot is every taxon's place in it.
	SampleOrder, Lot []uint32

	charOf, taxonOf, lineOf map[string]int
	// called gives what the taxa are called; it is worked out when it is first asked for.
	called func() *names
	// continents holds the taxa known from each continent, anywhere those of which the guide does not say where.
	continents map[string]Bits
	anywhere   Bits
}

// Compile checks a guide and turns it into its matrix. The error names the first problem; Validate lists all. The
// matrix holds the scores; the taxa of the compiled guide have none of their own, and AsWritten gives the guide back whole.
func Compile(g *Source) (*Matrix, error) {
	if p := g.Validate(); len(p) > 0 {
		return nil, fmt.Errorf("the guide does not make sense: %s", p[0])
	}
	return CompileValid(g), nil
}

// CompileValid makes the matrix of a guide that Validate found no problems in; with any other it may panic.
func CompileValid(g *Source) *Matrix {
	n := len(g.Taxa)
	c := &Matrix{
		Useful: NewBits(n), Touching: NewBits(n), Kingdoms: map[string]Bits{}, Harms: map[Harm]Bits{},
		Grave: NewBits(n), Groups: map[string]Bits{}, Genera: map[string]int{}, continents: map[string]Bits{}, anywhere: NewBits(n),
		charOf: map[string]int{}, taxonOf: make(map[string]int, n), lineOf: map[string]int{},
	}
	for _, h := range []Harm{Deadly, Serious, Upset, NoHarm, Unknown} {
		c.Harms[h] = NewBits(n)
	}
	for _, k := range []string{"plantae", "fungi"} {
		c.Kingdoms[k] = NewBits(n)
	}
	for i := range g.Taxa {
		t := &g.Taxa[i]
		c.taxonOf[t.ID] = i
		for _, a := range t.Aliases {
			c.taxonOf[a] = i
		}
		c.Kingdoms[t.Kingdom].Set(i)
		c.Harms[t.Harm].Set(i)
		if t.Useful() {
			c.Useful.Set(i)
		}
		if t.Contact != nil {
			c.Touching.Set(i)
		}
		if t.Harm.Grave() {
			c.Grave.Set(i)
		}
		if t.Group != "" && t.Useful() {
			setIn(c.Groups, t.Group, i, n)
		}
		c.Genera[t.Genus()]++
		if len(t.Regions) == 0 {
			c.anywhere.Set(i)
		}
		for _, code := range t.Regions {
			setIn(c.continents, Continent(code), i, n)
		}
	}
	for i := range g.Characters {
		c.addColumn(&g.Characters[i], n)
	}
	for i := range c.Columns {
		col := &c.Columns[i]
		if e, ok := g.Errors[col.ID]; ok {
			col.Error = e
		}
		col.Requires = c.requirements(col.RestsOn)
		col.StateRequires = make([][]Requirement, len(col.States))
		for s := range col.States {
			col.StateRequires[s] = c.requirements(col.States[s].RestsOn)
		}
	}
	all := 0
	for i := range g.Taxa {
		all += len(g.Taxa[i].Scores)
	}
	scores, scored := make([]Score, 0, all), make([][]scoredTaxon, len(c.Columns))
	for i := range g.Taxa {
		for id, sc := range g.Taxa[i].Scores {
			at := c.charOf[id]
			scores = append(scores, sc)
			scored[at] = append(scored[at], scoredTaxon{i, &scores[len(scores)-1]})
		}
	}
	for i := range g.Signs {
		c.SignNeeds = append(c.SignNeeds, c.requirements(g.Signs[i].All))
	}
	for i := range g.Gates {
		c.GateNeeds = append(c.GateNeeds, c.requirements(g.Gates[i].All))
		c.GateTaxa = append(c.GateTaxa, gateTaxa(g, &g.Gates[i]))
	}
	var filled sync.WaitGroup
	for i := range c.Columns {
		filled.Go(func() { c.Columns[i].fill(scored[i]) })
	}
	filled.Wait()
	own := *g
	own.Taxa = slices.Clone(g.Taxa)
	for i := range own.Taxa {
		own.Taxa[i].Scores = nil
	}
	c.Source = &own
	c.called = sync.OnceValue(c.callings)
	_, c.Rank = ordered(g.Taxa, func(t *Taxon) string { return t.ID })
	c.SampleOrder, c.Lot = ordered(g.Taxa, func(t *Taxon) string {
		sum := md5.Sum([]byte(t.ID))
		return string(sum[:])
	})
	return c
}

// ordered gives the taxa in the order of their keys, and every taxon's place in it.
func ordered(taxa []Taxon, key func(*Taxon) string) (order, place []uint32) {
	keys := make([]string, len(taxa))
	order, place = make([]uint32, len(taxa)), make([]uint32, len(taxa))
	for i := range taxa {
		order[i], keys[i] = uint32(i), key(&taxa[i])
	}
	slices.SortFunc(order, func(a, b uint32) int { return strings.Compare(keys[a], keys[b]) })
	for i, t := range order {
		place[t] = uint32(i)
	}
	return order, place
}

func setIn(sets map[string]Bits, key string, i, n int) {
	if sets[key] == nil {
		sets[key] = NewBits(n)
	}
	sets[key].Set(i)
}

func gateTaxa(g *Source, gate *Gate) Bits {
	out := NewBits(len(g.Taxa))
	for i := range g.Taxa {
		t := &g.Taxa[i]
		if slices.Contains(gate.Families, t.Family) || slices.Contains(gate.Genera, t.Genus()) || slices.Contains(gate.Taxa, t.ID) {
			out.Set(i)
		}
	}
	return out
}

// Covered tells whether the guide claims to hold the harmful taxa of the region's continent; never where the region is not
// known.
func (c *Matrix) Covered(region string) bool {
	return region != "" && slices.Contains(c.Meta.Covers, Continent(region))
}

// Elsewhere adds to the set the taxa that are known from other continents than the region's alone; none where the guide
// does not cover that continent, or the region is not known.
func (c *Matrix) Elsewhere(region string, into Bits) {
	if !c.Covered(region) {
		return
	}
	here := c.continents[Continent(region)]
	for w := range into {
		known := c.anywhere[w]
		if here != nil {
			known |= here[w]
		}
		into[w] |= ^known
	}
}

// ScoresOf gives what the guide says a taxon shows, by character, as it stood in the guide's files.
func (c *Matrix) ScoresOf(taxon int) Scores {
	out := Scores{}
	for i := range c.Columns {
		if col := &c.Columns[i]; col.Scored.Has(taxon) {
			out[col.ID] = col.Patterns[col.Pattern[taxon]].Score
		}
	}
	return out
}

// Described is a taxon with its scores.
func (c *Matrix) Described(taxon int) *Taxon {
	t := c.Taxa[taxon]
	t.Scores = c.ScoresOf(taxon)
	return &t
}

// AsWritten gives the whole guide back, as it was compiled.
func (c *Matrix) AsWritten() *Source {
	out := *c.Source
	out.Taxa = slices.Clone(c.Taxa)
	for i := range out.Taxa {
		out.Taxa[i].Scores = c.ScoresOf(i)
	}
	return &out
}

// Without is the whole guide with a taxon left out, and with it everything that names it.
func (c *Matrix) Without(id string) *Source { return c.AsWritten().Without(id) }

func (c *Matrix) addColumn(ch *Character, n int) {
	line := ch.LineOf()
	if _, ok := c.lineOf[line]; !ok {
		c.lineOf[line] = len(c.Lines)
		c.Lines = append(c.Lines, line)
	}
	col := Column{
		Character: ch, Line: c.lineOf[line], Reliability: policy.Footings[ch.FootingOf()], Size: ch.FootingOf() == Size,
		Scored: NewBits(n), Patterns: make([]Pattern, 1), Pattern: make([]uint32, n), stateOf: map[string]int{},
	}
	for s := range ch.States {
		col.stateOf[ch.States[s].ID] = s
		for _, a := range ch.States[s].Aliases {
			col.stateOf[a] = s
		}
		col.Has = append(col.Has, NewBits(n))
	}
	col.Error, col.near = col.Reliability.Misread, nearMasks(&col)
	for _, id := range append([]string{ch.ID}, ch.Aliases...) {
		c.charOf[id] = len(c.Columns)
	}
	c.Columns = append(c.Columns, col)
}

func (c *Matrix) requirements(r Requires) []Requirement {
	var out []Requirement
	for _, id := range sortedKeys(r) {
		l := Requirement{Column: c.charOf[id]}
		for _, s := range r[id] {
			l.Mask |= 1 << c.Columns[l.Column].stateOf[s]
		}
		out = append(out, l)
	}
	return out
}

// Taxon finds a taxon's number by its id or an alias.
func (c *Matrix) Taxon(id string) (int, bool) { i, ok := c.taxonOf[id]; return i, ok }

// Column finds a character's number by its id or an alias.
func (c *Matrix) Column(id string) (int, bool) { i, ok := c.charOf[id]; return i, ok }

// Genus is the first word of the taxon's name.
func (t *Taxon) Genus() string {
	genus, _, _ := strings.Cut(t.Name, " ")
	return genus
}
