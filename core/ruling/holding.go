package ruling

import (
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Holding is a line of evidence on which a harmful taxon still holds: characters that the working name shows something
// on which would cut it in full, and that can still be read.
type Holding struct {
	Line       string   `json:"line"`
	Characters []string `json:"characters"`
}

// Holdings lists for each of the taxa, by their ids, the lines that would still cut it, in the order of the guide.
func (r *Ruling) Holdings(ids []string) [][]Holding {
	out := make([][]Holding, len(ids))
	open := r.stillOpen()
	cut := guide.NewBits(len(r.sheet.Guide.Lines))
	for i, id := range ids {
		out[i] = []Holding{}
		taxon, ok := r.sheet.Guide.Taxon(id)
		if !ok || r.working < 0 {
			continue
		}
		clear(cut)
		for k := range r.sheet.Entries {
			if e := &r.sheet.Entries[k]; e.Weight(taxon) == policy.Whole {
				cut.Set(e.Column.Line)
			}
		}
		out[i] = r.holding(taxon, open, cut)
	}
	return out
}

// openColumn is a column that can still be read, or made firm, and on which the working name shows something: the states of
// it that would count in full, as bits, or for a number whether a reading could be firm.
type openColumn struct {
	number int
	states uint64
	firm   bool
}

func (r *Ruling) stillOpen() []openColumn {
	var out []openColumn
	if r.working < 0 {
		return nil
	}
	for n := range r.sheet.Guide.Columns {
		col := &r.sheet.Guide.Columns[n]
		if !col.Scored.Has(r.working) || !r.canCut(n) {
			continue
		}
		o := openColumn{number: n}
		if col.Kind == guide.States {
			o.states = r.firmable(n)
		} else {
			o.firm = r.sheet.CanBeFirm(n, 0, r.working)
		}
		if o.states != 0 || o.firm {
			out = append(out, o)
		}
	}
	return out
}

func (r *Ruling) holding(taxon int, open []openColumn, cut guide.Bits) []Holding {
	out := []Holding{}
	at := map[int]int{}
	for _, o := range open {
		col := &r.sheet.Guide.Columns[o.number]
		if cut.Has(col.Line) || !col.Scored.Has(taxon) {
			continue
		}
		own, other := &col.Patterns[col.Pattern[r.working]], &col.Patterns[col.Pattern[taxon]]
		if col.Kind == guide.States {
			if o.states&^other.Mask == 0 {
				continue
			}
		} else if outside, beyond := own.CanDiffer(col.Kind, other); !outside || !col.FullFor(beyond) {
			continue
		}
		i, ok := at[col.Line]
		if !ok {
			i = len(out)
			at[col.Line] = i
			out = append(out, Holding{Line: r.sheet.Guide.Lines[col.Line]})
		}
		out[i].Characters = append(out[i].Characters, col.ID)
	}
	return out
}
