package guidetest

import (
	"encoding/csv"
	"fmt"
	"io"
	"slices"
	"strings"

	"zestythicket/core/guide"
)

// Rows is a table of specimens: the names of the columns, and rows of the number, the class and the states.
type Rows struct {
	Header []string
	Rows   [][]string
}

// ReadRows reads a table from comma-separated values. It panics where it is none.
func ReadRows(r io.Reader) Rows {
	all, err := csv.NewReader(r).ReadAll()
	if err != nil {
		panic(err)
	}
	return Rows{all[0], all[1:]}
}

// Guide makes a guide of some of the rows: every row a taxon (edible: edible; poisonous: deadly), every character of
// footing structure and a line of its own, with the states that any row of the table has.
func (t Rows) Guide(rows []int, signs ...guide.Sign) *guide.Matrix {
	return compile(t.guide(rows, signs...))
}

// Footed makes a guide as Guide does, with the footings and lines that the data set's notes give its characters.
func (t Rows) Footed(rows []int) *guide.Matrix {
	g := t.guide(rows)
	for i := range g.Characters {
		c := &g.Characters[i]
		switch {
		case c.ID == "odor":
			c.Footing = guide.Scent
		case c.ID == "spore-print-color":
			c.Footing = guide.Print
		case c.ID == "bruises":
			c.Footing = guide.Reaction
		case c.ID == "population", c.ID == "habitat":
			c.Footing = guide.Place
		case strings.Contains(c.ID, "color"):
			c.Footing = guide.Colour
		}
		switch {
		case strings.HasPrefix(c.ID, "stalk-surface"):
			c.Line = "stalk-surface"
		case strings.HasPrefix(c.ID, "stalk-color"):
			c.Line = "stalk-color"
		case strings.HasPrefix(c.ID, "ring-"):
			c.Line = "ring"
		}
	}
	return compile(g)
}

// Padded makes a guide as Guide does, of the characters that no row of the table leaves empty, each with so many states:
// those that no row has fill up what is missing.
func (t Rows) Padded(rows []int, states int) *guide.Matrix {
	g := t.guide(rows)
	kept := g.Characters[:0]
	for k, c := range g.Characters {
		if slices.ContainsFunc(t.Rows, func(row []string) bool { return row[k+2] == "" }) {
			for i := range g.Taxa {
				delete(g.Taxa[i].Scores, c.ID)
			}
			continue
		}
		for len(c.States) < states {
			c.States = append(c.States, guide.State{ID: fmt.Sprintf("none-%d", len(c.States))})
		}
		kept = append(kept, c)
	}
	g.Characters = kept
	return compile(g)
}

func compile(g *guide.Source) *guide.Matrix {
	c, err := guide.Compile(g)
	if err != nil {
		panic(err)
	}
	return c
}

func (t Rows) guide(rows []int, signs ...guide.Sign) *guide.Source {
	g := &guide.Source{Signs: signs}
	for k := 2; k < len(t.Header); k++ {
		c := guide.Character{ID: t.Header[k], Kind: guide.States}
		for _, row := range t.Rows {
			if row[k] != "" && !slices.ContainsFunc(c.States, func(s guide.State) bool { return s.ID == row[k] }) {
				c.States = append(c.States, guide.State{ID: row[k]})
			}
		}
		g.Characters = append(g.Characters, c)
	}
	for _, i := range rows {
		row := t.Rows[i]
		tx := guide.Taxon{ID: "row" + row[0], Name: "Row " + row[0], Kingdom: "fungi", Use: guide.Edible, Harm: guide.NoHarm, Scores: guide.Scores{}}
		if row[1] == "poisonous" {
			tx.Use, tx.Harm = guide.NoUse, guide.Deadly
		}
		for k := 2; k < len(t.Header); k++ {
			if row[k] != "" {
				tx.Scores[t.Header[k]] = guide.Score{States: []guide.Shown{{State: row[k]}}}
			}
		}
		g.Taxa = append(g.Taxa, tx)
	}
	return g
}
