package main

import (
	"encoding/json"
	"fmt"
	"io"
	"strings"
	"time"

	"zestythicket/app"
	"zestythicket/core/drill"
	"zestythicket/core/guide"
	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

func drillCommand(g *guideFlag) *cobra.Command {
	q := drill.Request{Count: 10}
	var site func(season.Site) (*season.Site, error)
	var month int
	var sheet bool
	c := &cobra.Command{
		Use:   "drill --seed N --count K",
		Short: "Made-up finds to practise on, with what they are and the engine's own path to each; --print for a sheet with the answers on another page",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if month < 0 || month > 12 {
				return fmt.Errorf("a month is 1 to 12, not %d", month)
			}
			m, err := g.load()
			if err != nil {
				return err
			}
			if q.Place, err = site(season.Site(m.Meta.Reference)); err != nil {
				return err
			}
			if month > 0 {
				q.Date = time.Date(time.Now().Year(), time.Month(month), 15, 0, 0, 0, 0, time.UTC).Format(time.DateOnly)
			}
			lines, err := app.DrillSheet(m, q)
			if err != nil {
				return err
			}
			if sheet {
				return printDrill(c.OutOrStdout(), m, lines)
			}
			out := json.NewEncoder(c.OutOrStdout())
			for _, l := range lines {
				if err := out.Encode(l); err != nil {
					return err
				}
			}
			return nil
		},
	}
	f := c.Flags()
	f.Uint64Var(&q.Seed, "seed", 1, "the same seed draws the same")
	f.IntVar(&q.Count, "count", q.Count, "how many, at most 50")
	f.IntVar(&month, "month", 0, "1 to 12; 0 for any time")
	f.StringVar(&q.Region, "region", "", "level 2 code of where they stand")
	f.StringVar(&q.Kingdom, "kingdom", "", "plantae or fungi")
	f.BoolVar(&q.Patch, "patch", false, "drawn as from one mixed patch")
	f.BoolVar(&sheet, "print", false, "a sheet in words; a form feed stands before the answers")
	site = siteFlags(c)
	return c
}

// printDrill writes a sheet: each find with what it shows, and on another page what each is.
func printDrill(to io.Writer, g *guide.Matrix, lines []app.DrillLine) error {
	var b strings.Builder
	name := func(id string) string {
		n, _ := g.Taxon(id) // it was drawn from the guide
		return g.Taxa[n].DisplayName()
	}
	for _, l := range lines {
		fmt.Fprintf(&b, "%d. You look for %s. What you have in front of you:\n", l.Number, strings.ToLower(name(l.Looked)))
		for _, x := range append(l.AtOnce, l.Looks...) {
			fmt.Fprintf(&b, "   %s\n", seenLine(g, x))
		}
		b.WriteString("   Take it, leave it, or show somebody?  ______   How sure?  ____ %\n\n")
	}
	b.WriteString("\fAnswers\n\n")
	for _, l := range lines {
		fmt.Fprintf(&b, "%d. %s", l.Number, name(l.Of))
		if l.Harm != guide.NoHarm {
			fmt.Fprintf(&b, " (%s)", l.Harm)
		}
		fmt.Fprintf(&b, ". The engine, under the name of %s: %s after %g min.\n", strings.ToLower(name(l.Looked)), l.Engine.Verdict, l.Engine.Minutes)
		for _, x := range l.Engine.Looks {
			fmt.Fprintf(&b, "   %s\n", seenLine(g, x))
		}
		b.WriteString("\n")
	}
	b.WriteString("Nobody learns from paper alone: what is eaten is shown to somebody qualified, in person.\n")
	_, err := io.WriteString(to, b.String())
	return err
}

// seenLine says what a find shows, in words.
func seenLine(g *guide.Matrix, x app.Seen) string {
	n, ok := g.Column(x.Character)
	if !ok {
		return x.Character
	}
	col := &g.Columns[n]
	switch {
	case x.Value != nil:
		return strings.TrimSpace(fmt.Sprintf("%s: %g %s", col.Name, *x.Value, col.Unit))
	case x.State == "":
		return col.Name + ": not there"
	}
	k, _ := col.State(x.State) // it was drawn from the guide
	return col.Name + ": " + col.States[k].Name
}
