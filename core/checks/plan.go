package checks

import (
	"fmt"
	"io"
	"math"
	"slices"
	"strings"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
	"zestythicket/core/season"
)

// Request is what a plan is asked for: to tell a target from everything harmful, given the day, the place, the tools and
// the senses.
type Request struct {
	Target  string
	Purpose evidence.Purpose
	Date    string
	Region  string
	// Place is where the guide's seasons are moved to; nil for its reference place.
	Place    *season.Site
	Observer evidence.Observer
	// Seen holds the characters that were read already, each as the target shows it; they cost nothing.
	Seen []string
}

// Plan is the set of checks of least total work that separates a target from every harmful taxon, whichever of its frequent
// answers each is read as.
type Plan struct {
	Target string  `json:"target"`
	Checks []Check `json:"checks"`
	// Minutes is the total work, in minutes; waiting is not counted.
	Minutes float64 `json:"minutes"`
	// Optimal tells that no set of less work will do, proved.
	Optimal    bool         `json:"optimal"`
	Covered    []Covered    `json:"covered"`
	Impossible []Impossible `json:"impossible"`
}

// Check is a character to read, the work in minutes, and the harmful taxa that it separates.
type Check struct {
	Character string   `json:"character"`
	Minutes   float64  `json:"minutes"`
	Separates []string `json:"separates"`
}

// Covered is a harmful taxon with what the plan, with what was seen, weighs against it at least, in decibans, and how many
// slips it surely makes; beside each what is needed.
type Covered struct {
	Taxon        string  `json:"taxon"`
	Balance      float64 `json:"balance"`
	Needed       float64 `json:"needed"`
	Margin       int     `json:"margin"`
	MarginNeeded int     `json:"margin_needed"`
}

// Impossible is a harmful taxon that cannot be separated by enough lines that day, and what would do it; or the target
// itself, where it may not be named that day.
type Impossible struct {
	Taxon string `json:"taxon"`
	Why   string `json:"why"`
}

// Problem is a plan as a weighted set multi-cover, before it is solved.
type Problem struct {
	g       *guide.Matrix
	sheet   *evidence.Sheet
	seen    map[int]bool
	harmful []int
	// needed is what each harmful taxon needs. The cover has three rows for each, one after the other, that need what of it can
	// be had that day: the balance, the depth, and something built that cuts.
	needed  []policy.Standard
	columns []int // the options, by column
	cover   cover
}

// NewProblem sets the problem of a wish up. The error names what is wrong with the wish.
func NewProblem(g *guide.Matrix, w Request) (*Problem, error) {
	if w.Target == "" {
		return nil, fmt.Errorf("name the taxon to plan for")
	}
	s, err := evidence.Open(g, &evidence.Record{Purpose: w.Purpose, Target: w.Target, Date: w.Date, Region: w.Region, Place: w.Place, Observer: w.Observer})
	if err != nil {
		return nil, err
	}
	p := &Problem{g: g, sheet: s, seen: map[int]bool{}}
	for _, id := range w.Seen {
		n, ok := g.Column(id)
		if !ok {
			return nil, fmt.Errorf("seen: there is no character %q", id)
		}
		p.seen[n] = true
	}
	ruling.Rule(s).Missing().Each(func(t int) {
		if t != s.Target {
			p.harmful = append(p.harmful, t)
		}
	})
	p.options()
	p.rows()
	return p, nil
}

// options finds the columns that can be read that day, or were, in the order of their ids.
func (p *Problem) options() {
	for n := range p.g.Columns {
		if p.available(n) {
			p.columns = append(p.columns, n)
		}
	}
	slices.SortFunc(p.columns, func(a, b int) int { return strings.Compare(p.g.Columns[a].ID, p.g.Columns[b].ID) })
	at := map[int]int{}
	for i, n := range p.columns {
		at[n] = i
	}
	for _, n := range p.columns {
		col := &p.g.Columns[n]
		var cost int64
		if !p.seen[n] {
			cost = composite(col)
		}
		p.cover.cost = append(p.cover.cost, cost)
		p.cover.line = append(p.cover.line, col.Line)
		var rests []int
		for _, on := range p.rests(n, nil) {
			rests = append(rests, at[on])
		}
		p.cover.rests = append(p.cover.rests, rests)
	}
	for i, n := range p.columns {
		if p.seen[n] || slices.Contains(p.g.Taxa[p.sheet.Target].MustSee, p.g.Columns[n].ID) {
			p.cover.must = append(p.cover.must, i)
		}
	}
	p.cover.lines = len(p.g.Lines)
}

// available tells whether a column, and all it rests on, was seen or can be had.
func (p *Problem) available(n int) bool {
	for _, on := range append(p.rests(n, nil), n) {
		if !p.seen[on] && !p.sheet.CanHave(on, p.sheet.Target) {
			return false
		}
	}
	return true
}

// rests lists all that a reading of what the target shows on the column rests on, directly or not.
func (p *Problem) rests(n int, into []int) []int {
	col := &p.g.Columns[n]
	for l := range col.RequirementsFor(col.Patterns[col.Pattern[p.sheet.Target]].Mask) {
		if !slices.Contains(into, l.Column) {
			into = p.rests(l.Column, append(into, l.Column))
		}
	}
	return into
}

// The cost of a check in one number: a thousandth of a minute outweighs any number of checks, a check any footing.
const (
	perMilli = 1 << 26
	perCheck = 1 << 16
)

func composite(col *guide.Column) int64 {
	soft := int64(math.Round(col.Error * 100))
	if !col.Full() {
		soft += 100
	}
	return int64(math.Round(col.MinutesOf()*1000))*perMilli + perCheck + soft
}

// rows finds what each option weighs against each harmful taxon and whether it cuts, and how much of what that needs can be
// had.
func (p *Problem) rows() {
	p.cover.rows = make([][]int, len(p.columns))
	for r, h := range p.harmful {
		standard := ruling.StandardFor(p.g.Taxa[h].Harm, p.sheet.Record.Purpose)
		p.needed = append(p.needed, standard)
		var balance, cuts, built coverRow
		for i, n := range p.columns {
			w, depth := p.weighs(n, h)
			if w <= 0 {
				continue
			}
			line := p.g.Columns[n].Line
			balance.add(i, line, int(w))
			if depth > 0 {
				cuts.add(i, line, int(depth))
				if p.g.Columns[n].Built() {
					built.add(i, line, 1)
				}
			}
			p.cover.rows[i] = append(p.cover.rows[i], rowsEach*r)
		}
		p.put(balance, int(standard.Balance))
		p.put(cuts, standard.Slips*int(policy.Whole))
		if standard.Built {
			p.put(built, 1)
		} else {
			p.put(built, 0)
		}
	}
}

// rowsEach is how many rows of the cover each harmful taxon has.
const rowsEach = 3

// slips are as many looks, each made once, as lines of that depth together surely take to be wrong.
func slips(depth int) int { return depth / int(policy.Whole) }

// coverRow is a row of the cover while it is gathered, with the most that each line can weigh for it.
type coverRow struct {
	items, weighs []int
	lines         map[int]int
}

func (c *coverRow) add(item, line, weight int) {
	c.items, c.weighs = append(c.items, item), append(c.weighs, weight)
	if c.lines == nil {
		c.lines = map[int]int{}
	}
	c.lines[line] = max(c.lines[line], weight)
}

// put puts a row into the cover, which needs as much as that, or all that can be had.
func (p *Problem) put(row coverRow, needed int) {
	can := 0
	for _, w := range row.lines {
		can += w
	}
	p.cover.need = append(p.cover.need, min(needed, can))
	p.cover.items, p.cover.weighs = append(p.cover.items, row.items), append(p.cover.weighs, row.weighs)
}

// weighs is the least that the column weighs against the harmful taxon over the answers that the target gives one time in
// ten or oftener, where they count in full, and how deep they surely go.
func (p *Problem) weighs(n, harmful int) (weight policy.Centibans, depth policy.Depth) {
	col := &p.g.Columns[n]
	if !col.Scored.Has(p.sheet.Target) || !col.Scored.Has(harmful) {
		return 0, 0
	}
	x := col.Prospects(col.Pattern[p.sheet.Target])[col.Pattern[harmful]]
	if !col.Full() && x.SureDepth == 0 || x.Least <= 0 {
		return 0, 0
	}
	return x.Least, x.SureDepth
}

// Solve finds the plan.
func (p *Problem) Solve() *Plan {
	out := &Plan{Target: p.g.Taxa[p.sheet.Target].ID, Checks: []Check{}, Covered: []Covered{}, Impossible: []Impossible{}}
	items, _, proved, _ := p.cover.solve() // there is always a cover: no row needs more lines than it can have
	out.Optimal = proved
	for _, i := range items {
		col := &p.g.Columns[p.columns[i]]
		c := Check{Character: col.ID, Minutes: col.MinutesOf(), Separates: []string{}}
		for _, r := range p.cover.rows[i] {
			c.Separates = append(c.Separates, p.g.Taxa[p.harmful[r/rowsEach]].ID)
		}
		slices.Sort(c.Separates)
		if !p.seen[p.columns[i]] {
			out.Checks = append(out.Checks, c)
			out.Minutes += c.Minutes
		}
	}
	out.Minutes = math.Round(out.Minutes*1000) / 1000
	for r, h := range p.harmful {
		need := p.needed[r]
		out.Covered = append(out.Covered, Covered{
			p.g.Taxa[h].ID, policy.Centibans(p.cover.weighsFor(rowsEach*r, items)).In(), need.Balance.In(), slips(p.cover.weighsFor(rowsEach*r+1, items)), need.Slips,
		})
	}
	slices.SortFunc(out.Covered, func(a, b Covered) int { return strings.Compare(a.Taxon, b.Taxon) })
	out.Impossible = p.Impossible()
	return out
}

// Impossible lists the harmful taxa that cannot be separated that day, whatever is read, and the target itself where it may not
// be named that day.
func (p *Problem) Impossible() []Impossible {
	out, target := []Impossible{}, &p.g.Taxa[p.sheet.Target]
	for r, h := range p.harmful {
		if need := p.needed[r]; p.cover.need[rowsEach*r] < int(need.Balance) || slips(p.cover.need[rowsEach*r+1]) < need.Slips || need.Built && p.cover.need[rowsEach*r+2] == 0 {
			out = append(out, Impossible{p.g.Taxa[h].ID, p.why(r)})
		}
	}
	for _, id := range target.MustSee {
		if n, _ := p.g.Column(id); !slices.Contains(p.columns, n) {
			says := fmt.Sprintf("It may not be called that without this, which cannot be read that day: %s.", strings.ToLower(p.g.Columns[n].DisplayName()))
			out = append(out, Impossible{target.ID, says})
		}
	}
	slices.SortStableFunc(out, func(a, b Impossible) int { return strings.Compare(a.Taxon, b.Taxon) })
	return out
}

// why says what would separate a harmful taxon that cannot be separated that day: another time, a tool, a sense.
func (p *Problem) why(r int) string {
	season := p.sheet.Season(p.sheet.Target)
	var would []string
	for n := range p.g.Columns {
		col := &p.g.Columns[n]
		if w, _ := p.weighs(n, p.harmful[r]); w < policy.WorthALine || p.available(n) {
			continue
		}
		says := strings.ToLower(col.DisplayName())
		if ws := season[col.Organ]; len(ws) > 0 && p.sheet.HasDate && !season.In(col.Organ, p.sheet.Date) {
			says += fmt.Sprintf(" from %s to %s", ws[0].From, ws[0].To)
		} else if len(col.Needs) > 0 {
			says += " with " + strings.Join(col.Needs, " and ")
		}
		would = append(would, says)
	}
	have := fmt.Sprintf("%d of %d looks that would have to be wrong can be had that day.", slips(p.cover.need[rowsEach*r+1]), p.needed[r].Slips)
	if slips(p.cover.need[rowsEach*r+1]) == p.needed[r].Slips {
		have = "What can be read that day does not weigh enough."
	}
	if len(would) == 0 {
		return have + " This guide knows no other feature that surely separates them."
	}
	return fmt.Sprintf("%s These would add to them: %s.", have, strings.Join(would, "; "))
}

// WriteLP writes the problem in the LP format that general solvers read: minimize the work in minutes, subject to the
// balance, in centibans, and the lines that each harmful taxon needs.
func (p *Problem) WriteLP(w io.Writer) error {
	b := &strings.Builder{}
	var sum, binary []string
	for i, n := range p.columns {
		if !p.seen[n] {
			sum = append(sum, fmt.Sprintf("%g x%d", p.g.Columns[n].MinutesOf(), i))
		}
		binary = append(binary, fmt.Sprintf("x%d", i))
	}
	fmt.Fprintf(b, "\\ Checks that separate %s\n", p.g.Taxa[p.sheet.Target].ID)
	for i, n := range p.columns {
		fmt.Fprintf(b, "\\ x%d is %s\n", i, p.g.Columns[n].ID)
	}
	if len(sum) == 0 {
		sum = []string{"0 none"}
	}
	fmt.Fprintf(b, "Minimize\n work: %s\nSubject To\n", strings.Join(sum, " + "))
	for _, i := range p.cover.must {
		fmt.Fprintf(b, " must%d: x%d = 1\n", i, i)
	}
	for i, rests := range p.cover.rests {
		for _, k := range rests {
			fmt.Fprintf(b, " rests%d_%d: x%d - x%d >= 0\n", i, k, k, i)
		}
	}
	for r, need := range p.cover.need {
		byLine, weighs := map[int][]string{}, []string{}
		for k, i := range p.cover.items[r] {
			y := fmt.Sprintf("y%d_%d", r, i)
			fmt.Fprintf(b, " use%d_%d: x%d - %s >= 0\n", r, i, i, y)
			byLine[p.cover.line[i]] = append(byLine[p.cover.line[i]], y)
			weighs, binary = append(weighs, fmt.Sprintf("%d %s", p.cover.weighs[r][k], y)), append(binary, y)
		}
		for l := range p.cover.lines {
			if ys, ok := byLine[l]; ok {
				fmt.Fprintf(b, " line%d_%d: %s <= 1\n", r, l, strings.Join(ys, " + "))
			}
		}
		if len(weighs) > 0 {
			fmt.Fprintf(b, " need%d: %s >= %d\n", r, strings.Join(weighs, " + "), need)
		}
	}
	fmt.Fprintf(b, " anchor: none = 0\nBinary\n %s\nEnd\n", strings.Join(binary, "\n "))
	_, err := io.WriteString(w, b.String())
	return err
}
