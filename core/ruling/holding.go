package ruling

import (
	"zestythicket/core/policy"
)

// Holding is a line of evidence on which a harmful taxon still holds: characters that can still be read, and on which the
// working name shows something that would count in full against it.
type Holding struct {
	Line       string   `json:"line"`
	Characters []string `json:"characters"`
}

// Holdings lists for each of the taxa, by their ids, the lines that would still cut it, in the order of the guide.
func (r *Ruling) Holdings(ids []string) [][]Holding {
	out := make([][]Holding, len(ids))
	g := r.sheet.Guide
	for i, id := range ids {
		out[i] = []Holding{}
		taxon, ok := g.Taxon(id)
		if !ok || r.working < 0 {
			continue
		}
		has := map[int]policy.Centibans{}
		for _, l := range r.sheet.LinesBetween(r.working, taxon) {
			has[l.Line] = l.Left
		}
		at := map[int]int{}
		for k := range r.openColumns() {
			o := &r.open[k]
			col := &g.Columns[o.number]
			prospect := o.prospect(col, col.Pattern[taxon])
			cut := prospect.Cuts()
			if cut < policy.WorthALine || cut <= has[col.Line] {
				continue
			}
			n, ok := at[col.Line]
			if !ok {
				n = len(out[i])
				at[col.Line] = n
				out[i] = append(out[i], Holding{Line: g.Lines[col.Line]})
			}
			out[i][n].Characters = append(out[i][n].Characters, col.ID)
		}
	}
	return out
}
