package app

import (
	"context"

	"zestythicket/core/compare"
)

// Comparison is a taxon beside others: on what it differs from them, the firmest first.
type Comparison struct {
	Target Taxon           `json:"target"`
	Others []Taxon         `json:"others"`
	Rows   []ComparisonRow `json:"rows"`
	// Usual is what each shows usually, the target first, by character: what its figure is drawn from.
	Usual []map[string]string  `json:"usual"`
	Sizes []map[string]float64 `json:"sizes" doc:"Their measures and counts, in the middle of what is usual"`
}

// ComparisonRow is a character, with what each shows; a cell is empty where the guide says nothing.
type ComparisonRow struct {
	Character string          `json:"character"`
	Firm      bool            `json:"firm"`
	Enough    bool            `json:"enough" doc:"Whether it belongs to the least work that separates the target from everything harmful"`
	Cells     []Score         `json:"cells"`
	Apart     []compare.Apart `json:"apart" doc:"For each of the others, whether it shows what the target shows"`
}

// Compare lays a taxon beside others, on what can be seen on a date (empty for any) by who lacks those tools and senses.
func (s *Session) Compare(ctx context.Context, target string, others []string, date string, lacks Lacks) (*Comparison, error) {
	observer, err := s.observer(lacks)
	if err != nil {
		return nil, err
	}
	place, err := s.usualSite(ctx)
	if err != nil {
		return nil, err
	}
	m := s.Guide.Matrix
	rows, err := compare.Rows(m, compare.Request{Target: target, Others: others, Date: date, Observer: observer, Place: place})
	if err != nil {
		return nil, refuse(err)
	}
	out := &Comparison{Others: []Taxon{}, Rows: []ComparisonRow{}}
	for _, r := range rows {
		row := ComparisonRow{r.Character, r.Firm, r.Enough, []Score{}, r.Apart}
		for _, cell := range r.Cells {
			row.Cells = append(row.Cells, scoreOf(cell))
		}
		out.Rows = append(out.Rows, row)
	}
	for i, id := range append([]string{target}, others...) {
		t, _ := m.Taxon(id) // they were compared
		if i == 0 {
			out.Target = s.taxon(t)
		} else {
			out.Others = append(out.Others, s.taxon(t))
		}
		out.Usual, out.Sizes = append(out.Usual, m.Usual(t, "")), append(out.Sizes, m.Sizes(t))
	}
	return out, nil
}
