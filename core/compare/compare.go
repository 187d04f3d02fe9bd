// Package compare lays taxa beside one another: on which characters a target differs from each of the others, the firmest
// first.
package compare

import (
	"cmp"
	"errors"
	"fmt"
	"slices"
	"time"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/season"
)

// Most is the greatest number of taxa that stand beside the target.
const Most = 4

// Request says what is laid beside what, and restricts it to what can be seen.
type Request struct {
	Target string
	Others []string
	// Date, where given, restricts to what is there on that day of the target; Observer to those tools and senses.
	Date     string
	Observer evidence.Observer
	Region   string
	// Place is where the guide's seasons are moved to; nil for its reference place.
	Place *season.Site
}

// Row is a character on which the target differs from one of the others at least.
type Row struct {
	Character string `json:"character"`
	// Firm tells that a conflict on it counts in full; Enough that it belongs to the plan of least work that separates the
	// target from everything harmful.
	Firm   bool `json:"firm"`
	Enough bool `json:"enough"`
	// Cells are what each shows, the target first; nil where the guide says nothing.
	Cells []*guide.Score `json:"cells"`
	// Apart tells for each of the others how it stands to the target: whatever either shows one time in ten the other shows
	// seldom or never (always), some of what the target shows (sometimes), or it differs in nothing that would tell (no).
	Apart []Apart `json:"apart"`
}

// Apart tells how a taxon stands apart from the target on a character.
type Apart string

// The ways of standing apart.
const (
	Always    Apart = "always"
	Sometimes Apart = "sometimes"
	Never     Apart = "no"
)

// Rows lays taxa beside one another: firm characters first, then those on which most of the others never show what the
// target shows, then the least work. The error names a taxon that is none, or two of different kingdoms.
func Rows(g *guide.Matrix, w Request) ([]Row, error) {
	taxa, err := numbers(g, w)
	if err != nil {
		return nil, err
	}
	sheet, err := evidence.Open(g, &evidence.Record{Target: w.Target, Date: w.Date, Region: w.Region, Place: w.Place, Observer: w.Observer})
	if err != nil {
		return nil, err
	}
	defer sheet.Close()
	plan, err := checks.NewProblem(g, checks.Request{Target: w.Target, Date: w.Date, Region: w.Region, Place: w.Place, Observer: w.Observer})
	if err != nil {
		return nil, err
	}
	enough := map[string]bool{}
	for _, c := range plan.Solve().Checks {
		enough[c.Character] = true
	}
	out := []Row{}
	for n := range g.Columns {
		col := &g.Columns[n]
		if !col.Scored.Has(taxa[0]) || !sheet.CanHave(n, taxa[0]) {
			continue
		}
		row := Row{Character: col.ID, Firm: col.Full(), Enough: enough[col.ID]}
		for _, t := range taxa {
			row.Cells = append(row.Cells, cell(col, t))
		}
		for _, t := range taxa[1:] {
			row.Apart = append(row.Apart, Between(col, taxa[0], t))
		}
		if row.count(Always)+row.count(Sometimes) > 0 {
			out = append(out, row)
		}
	}
	minutes := func(r Row) float64 {
		n, _ := g.Column(r.Character)
		return g.Columns[n].MinutesOf() + g.Columns[n].WaitMinutes
	}
	slices.SortStableFunc(out, func(a, b Row) int {
		return cmp.Or(before(a.Firm, b.Firm), cmp.Compare(b.count(Always), a.count(Always)),
			cmp.Compare(b.count(Sometimes), a.count(Sometimes)), cmp.Compare(minutes(a), minutes(b)))
	})
	return out, nil
}

func before(a, b bool) int {
	switch {
	case a == b:
		return 0
	case a:
		return -1
	}
	return 1
}

func (r *Row) count(how Apart) int {
	n := 0
	for _, a := range r.Apart {
		if a == how {
			n++
		}
	}
	return n
}

// numbers are the target's and the others' numbers in the guide.
func numbers(g *guide.Matrix, w Request) ([]int, error) {
	if len(w.Others) == 0 || len(w.Others) > Most {
		return nil, fmt.Errorf("name one to %d taxa to lay beside the target", Most)
	}
	if w.Date != "" {
		if _, err := time.Parse(time.DateOnly, w.Date); err != nil {
			return nil, fmt.Errorf("%q is not a day such as 2026-05-10", w.Date)
		}
	}
	var out []int
	for _, id := range append([]string{w.Target}, w.Others...) {
		t, ok := g.Taxon(id)
		switch {
		case !ok:
			return nil, fmt.Errorf("the guide has no taxon %q", id)
		case slices.Contains(out, t):
			return nil, fmt.Errorf("%s is named twice", g.Taxa[t].DisplayName())
		case len(out) > 0 && g.Taxa[t].Kingdom != g.Taxa[out[0]].Kingdom:
			return nil, errors.New("a plant and a mushroom are not laid beside each other: they share no character")
		}
		out = append(out, t)
	}
	return out, nil
}

func cell(col *guide.Column, t int) *guide.Score {
	if !col.Scored.Has(t) {
		return nil
	}
	return &col.Patterns[col.Pattern[t]].Score
}

// Between tells how one taxon differs from the target on a column.
func Between(col *guide.Column, target, other int) Apart {
	if !col.Scored.Has(target) || !col.Scored.Has(other) {
		return Never
	}
	p, q := &col.Patterns[col.Pattern[target]], &col.Patterns[col.Pattern[other]]
	if col.Kind != guide.States {
		switch {
		case q.Outside(col.Kind, p.Span.Min, p.Span.Max):
			return Always
		case p.CanDiffer(col.Kind, q):
			return Sometimes
		}
		return Never
	}
	some, all := seldom(col, target, other)
	if _, back := seldom(col, other, target); !back {
		all = false
	}
	switch {
	case some && all:
		return Always
	case some:
		return Sometimes
	}
	return Never
}

// seldom tells whether some, and all, of what one taxon shows one time in ten or oftener the other shows seldom or never: it
// lies half a slip or more from what that shows.
func seldom(col *guide.Column, one, other int) (some, all bool) {
	shares := make([]float64, len(col.States))
	col.Shares(col.Pattern[one], "", shares)
	all = true
	for k, share := range shares {
		if share >= policy.Often {
			is := col.DepthOf(col.Pattern[other], guide.Read{Mask: 1 << k}) >= policy.Seldom
			some, all = some || is, all && is
		}
	}
	return some, all
}
