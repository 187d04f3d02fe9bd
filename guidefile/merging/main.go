// Merging takes what another author says of a guide's taxa into their scores, and lists what only that author says of taxa
// with a use and a deadly or serious taxon shows: merging -author ID [-weight W] [-refused FILE] GUIDE DESCRIPTIONS.
// A human eye reads the list, refuses what is wrong, and runs it again on the files as they were.
package main

import (
	"cmp"
	"flag"
	"fmt"
	"log"
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/merging"
	"zestythicket/guidefile"
)

func main() {
	log.SetFlags(0)
	author := flag.String("author", "", "the id of the source that the descriptions come from")
	weight := flag.Float64("weight", 0.5, "how much the author counts beside what stands, from 0 to 1")
	refused := flag.String("refused", "", "a file of what is not taken")
	flag.Parse()
	if flag.NArg() != 2 || *author == "" || *weight <= 0 || *weight > 1 {
		log.Fatal("merging -author ID [-weight W] [-refused FILE] GUIDE DESCRIPTIONS")
	}
	if err := run(flag.Arg(0), flag.Arg(1), *refused, merging.Merging{Author: *author, Weight: *weight}); err != nil {
		log.Fatal(err)
	}
}

func run(place, descriptions, refused string, m merging.Merging) error {
	g, err := guidefile.Load(place)
	if err != nil {
		return err
	}
	if refused != "" {
		if m.Refused, err = guidefile.Refusals(refused, g); err != nil {
			return err
		}
	}
	author, err := guidefile.Descriptions(descriptions, g)
	if err != nil {
		return err
	}
	scores, added := merging.Merge(g, author, m)
	if err := guidefile.WriteScores(place, g, scores); err != nil {
		return err
	}
	merged, err := guidefile.Load(place)
	if err != nil {
		return err
	}
	report(merged, added)
	return nil
}

// report lists what only the author says of taxa with a use, in full, where something deadly or serious of those that they
// are taken for shows it too: what would be taken, were it wrong.
func report(g *guide.Matrix, added []merging.Added) {
	slices.SortStableFunc(added, func(a, b merging.Added) int { return cmp.Compare(b.Share, a.Share) })
	for _, a := range added {
		n, _ := g.Column(a.Character)
		col := &g.Columns[n]
		if !col.Full() {
			continue
		}
		t, _ := g.Taxon(a.Taxon)
		state, _ := col.State(a.State)
		for _, l := range g.Taxa[t].Lookalikes {
			if h, ok := g.Taxon(l.Taxon); ok && g.Taxa[h].Harm.Grave() && col.Scored.Has(h) && col.ShowsClass(col.Pattern[h], state) {
				fmt.Printf("%.2f %s %s %s (as %s)\n", a.Share, a.Taxon, a.Character, a.State, l.Taxon)
				break
			}
		}
	}
}
