package guidetest

import (
	"fmt"
	"math/rand/v2"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// In a large guide, taxa stand in genera of this many, which share most of what they show; every fourth has a use.
const genusSize = 20

// Large makes a guide of so many taxa and characters: every twelfth character a measure, every fifth of the others a
// hint, two in seven sharing a line with the one before. The taxa of a genus differ from its type in three characters
// of ten.
func Large(taxa, characters int, seed uint64) *guide.Source {
	r := rand.New(rand.NewPCG(seed, 3))
	g := &guide.Source{}
	for i := range characters {
		c := guide.Character{ID: fmt.Sprintf("c%02d", i), Kind: guide.States, Footing: guide.Structure}
		switch {
		case i%12 == 11:
			c.Kind, c.Footing, c.Unit = guide.Measure, guide.Size, "mm"
		case i%5 == 4:
			c.Footing = guide.Colour
		}
		if i%7 > 4 {
			c.Line = fmt.Sprintf("c%02d", i-1)
		}
		if c.Kind == guide.States {
			for s := range 3 + r.IntN(4) {
				c.States = append(c.States, guide.State{ID: fmt.Sprintf("s%d", s)})
			}
		}
		g.Characters = append(g.Characters, c)
	}
	harms := []guide.Harm{guide.Deadly, guide.Serious, guide.Upset, guide.Upset, guide.NoHarm}
	var kind guide.Scores
	for i := range taxa {
		if i%genusSize == 0 {
			kind = card(r, g, nil)
		}
		t := guide.Taxon{
			ID: fmt.Sprintf("t%06d", i), Name: fmt.Sprintf("Genus%d species%d", i/genusSize, i), Kingdom: "fungi",
			Use: guide.NoUse, Harm: harms[r.IntN(len(harms))], Scores: card(r, g, kind),
		}
		if i%4 == 0 {
			t.Use, t.Harm = guide.Edible, guide.NoHarm
		}
		g.Taxa = append(g.Taxa, t)
	}
	return g
}

// card scores a taxon; like, where it is given, is what seven characters of ten are taken from.
func card(r *rand.Rand, g *guide.Source, like guide.Scores) guide.Scores {
	out := make(guide.Scores, len(g.Characters))
	for i := range g.Characters {
		c := &g.Characters[i]
		switch {
		case like != nil && r.IntN(10) < 7:
			out[c.ID] = like[c.ID]
		case c.Kind == guide.Measure:
			lo := float64(5 * (1 + r.IntN(20)))
			hi := lo * float64(2+r.IntN(3))
			out[c.ID] = guide.Score{Range: &guide.Range{Low: &lo, High: &hi}}
		default:
			s := guide.Score{States: []guide.Shown{{State: c.States[r.IntN(len(c.States))].ID}}}
			if other := c.States[r.IntN(len(c.States))].ID; r.IntN(4) == 0 && other != s.States[0].State {
				s.States = append(s.States, guide.Shown{State: other, Rare: true})
			}
			out[c.ID] = s
		}
	}
	return out
}

// ReadOf reads the first n characters of a guide as the taxon shows them, surely.
func ReadOf(g *guide.Matrix, taxon, n int) *evidence.Record {
	rec := &evidence.Record{ID: "x", Readings: []evidence.Reading{}}
	for i := range g.Columns[:n] {
		col := &g.Columns[i]
		p := &col.Patterns[col.Pattern[taxon]]
		rd := evidence.Reading{Character: col.ID, Sure: true}
		if col.Kind == guide.States {
			rd.States = []string{col.States[p.Shown[0].State].ID}
		} else {
			v := p.Span.Low
			rd.Value = &v
		}
		rec.Readings = append(rec.Readings, rd)
	}
	return rec
}
