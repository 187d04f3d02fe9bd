package ruling

import "zestythicket/core/policy"

// Holding is a line of evidence on which a harmful taxon still holds: characters that the working name shows something
// on which would cut it in full, and that can still be read.
type Holding struct {
	Line       string   `json:"line"`
	Characters []string `json:"characters"`
}

// Holding lists the lines that would still cut a harmful taxon, by its id, in the order of the guide.
func (r *Ruling) Holding(id string) []Holding {
	out := []Holding{}
	taxon, ok := r.sheet.Guide.Taxon(id)
	if !ok || r.working < 0 {
		return out
	}
	s := r.sheet
	cut := map[int]bool{}
	for i := range s.Entries {
		if e := &s.Entries[i]; e.Weight(taxon) == policy.Whole {
			cut[e.Column.Line] = true
		}
	}
	at := map[int]int{}
	for n := range s.Guide.Columns {
		col := &s.Guide.Columns[n]
		if cut[col.Line] || !r.canCut(n) || !r.couldDiffer(n, taxon) {
			continue
		}
		i, ok := at[col.Line]
		if !ok {
			i = len(out)
			at[col.Line] = i
			out = append(out, Holding{Line: s.Guide.Lines[col.Line]})
		}
		out[i].Characters = append(out[i].Characters, col.ID)
	}
	return out
}
