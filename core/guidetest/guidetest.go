// Package guidetest makes guides for tests: a small one whose every value has a purpose, and random ones.
package guidetest

import (
	_ "embed"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Compile compiles a guide given as JSON. It panics where the guide is wrong: that is a mistake of the test.
func Compile(text string) *guide.Matrix {
	var g guide.Source
	if err := json.Unmarshal([]byte(text), &g); err != nil {
		panic(err)
	}
	c, err := guide.Compile(&g)
	if err != nil {
		panic(err)
	}
	return c
}

//go:embed testdata/small-guide.json
var small string

// Small is a guide of 25 taxa that real plants and mushrooms stand behind, and that stays as it is: records and plans
// worked out by hand or by another program are held against it, and do not change when the shipped guide grows.
func Small() *guide.Matrix { return Compile(small) }

// Record reads a record from JSON, and panics where it is none.
func Record(text string) *evidence.Record {
	var r evidence.Record
	if err := json.Unmarshal([]byte(text), &r); err != nil {
		panic(err)
	}
	return &r
}

var (
	footings = []guide.Footing{guide.Structure, guide.Surface, guide.Print, guide.Reaction, guide.Size, guide.Colour, guide.Scent, guide.Place}
	harms    = []guide.Harm{guide.Deadly, guide.Serious, guide.Upset, guide.NoHarm, guide.Unknown}
	uses     = []guide.Use{guide.Edible, guide.CookedOnly, guide.Conditional, guide.NoUse, guide.NoUse}
)

// Random makes a guide of a few characters and taxa, with shared lines, things that rest on others, rare states, states near
// each other, characters that are often misread, measures and counts.
func Random(r *rand.Rand) *guide.Matrix {
	g := &guide.Source{Errors: map[string]float64{}}
	for i := range 4 + r.IntN(6) {
		c := guide.Character{ID: fmt.Sprintf("c%d", i), Organ: guide.Organs[r.IntN(len(guide.Organs))], Footing: footings[r.IntN(len(footings))], Kind: guide.States}
		if r.IntN(3) == 0 {
			c.Line = fmt.Sprintf("line%d", r.IntN(3))
		}
		if r.IntN(5) == 0 {
			c.FadesAfter = 2
		}
		switch r.IntN(6) {
		case 0:
			c.Kind = guide.Measure
		case 1:
			c.Kind = guide.Count
		default:
			for s := range 2 + r.IntN(4) {
				c.States = append(c.States, guide.State{ID: fmt.Sprintf("s%d", s)})
			}
			for s := range len(c.States) - 1 {
				if x, y := &c.States[s], &c.States[s+1]; r.IntN(3) == 0 {
					x.Near, y.Near = append(x.Near, y.ID), append(y.Near, x.ID)
				}
			}
		}
		if r.IntN(2) == 0 {
			g.Errors[c.ID] = 0.01 + 0.49*r.Float64()
		}
		if i > 0 && r.IntN(4) == 0 {
			if on := g.Characters[r.IntN(i)]; on.Kind == guide.States {
				c.RestsOn = guide.Requires{on.ID: {on.States[0].ID}}
			}
		}
		g.Characters = append(g.Characters, c)
	}
	for i := range 3 + r.IntN(6) {
		t := guide.Taxon{
			ID: fmt.Sprintf("t%d", i), Name: fmt.Sprintf("Genus%d species%d", i%3, i), Kingdom: "fungi",
			Use: uses[r.IntN(len(uses))], Harm: harms[r.IntN(len(harms))], Scores: guide.Scores{},
		}
		for _, c := range g.Characters {
			if r.IntN(6) > 0 {
				t.Scores[c.ID] = randomScore(r, c)
			}
		}
		g.Taxa = append(g.Taxa, t)
	}
	c, err := guide.Compile(g)
	if err != nil {
		panic(err)
	}
	return c
}

func randomScore(r *rand.Rand, c guide.Character) guide.Score {
	if c.Kind == guide.States {
		var s guide.Score
		for _, k := range r.Perm(len(c.States))[:1+r.IntN(2)] {
			s.States = append(s.States, guide.Shown{State: c.States[k].ID, Rare: r.IntN(4) == 0})
		}
		return s
	}
	ends := []float64{float64(r.IntN(60)), float64(r.IntN(60)), float64(r.IntN(60)), float64(r.IntN(60))}
	slices.Sort(ends)
	return guide.Score{Range: &guide.Range{Min: &ends[0], Low: &ends[1], High: &ends[2], Max: &ends[3]}}
}

// RandomReading reads a column of a guide at random.
func RandomReading(r *rand.Rand, col *guide.Column) evidence.Reading {
	rd := evidence.Reading{Character: col.ID, Sure: r.IntN(5) > 0, Handled: r.IntN(4)}
	rd.Confirmed = rd.Sure && r.IntN(3) == 0
	if r.IntN(8) == 0 {
		rd.Sure, rd.Unseen = false, evidence.UnseenReasons[r.IntN(len(evidence.UnseenReasons))]
		return rd
	}
	if col.Kind == guide.States {
		for _, k := range r.Perm(len(col.States))[:1+r.IntN(2)] {
			rd.States = append(rd.States, col.States[k].ID)
		}
		return rd
	}
	v := float64(r.IntN(130))
	rd.Value = &v
	return rd
}
