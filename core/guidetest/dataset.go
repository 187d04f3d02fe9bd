package guidetest

import (
	"encoding/csv"
	"io"
	"slices"

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
func (t Rows) Guide(rows []int, signs ...guide.Sign) *guide.Compiled {
	g := &guide.Guide{Signs: signs}
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
		tx := guide.Taxon{ID: "row" + row[0], Name: "Row " + row[0], Kingdom: "fungi", Use: guide.Edible, Harm: guide.NoHarm, Scores: guide.ScoreCard{}}
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
	c, err := guide.Compile(g)
	if err != nil {
		panic(err)
	}
	return c
}
