package main

import (
	"encoding/json"
	"fmt"
	"os"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

type planOptions struct {
	wish              checks.Request
	purpose, lp       string
	without           []string
	noColour, noSmell bool
}

func planCommand(flag *guideFlag) *cobra.Command {
	var o planOptions
	var site func(season.Site) (*season.Site, error)
	c := &cobra.Command{
		Use:   "plan --target ID",
		Short: "The least work that separates a taxon from every harmful one",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			if o.wish.Place, err = site(season.Site(g.Meta.Reference)); err != nil {
				return err
			}
			return plan(c, g, o)
		},
	}
	site = siteFlags(c)
	f := c.Flags()
	f.StringVar(&o.wish.Target, "target", "", "the taxon's id")
	f.StringVar(&o.purpose, "purpose", "eat", "eat or touch")
	f.StringVar(&o.wish.Date, "date", "", "the day, such as 2026-05-10")
	f.StringVar(&o.wish.Region, "region", "", "level 2 region code")
	f.StringSliceVar(&o.without, "without", nil, "tools that are not at hand")
	f.BoolVar(&o.noColour, "no-colour", false, "colours cannot be told")
	f.BoolVar(&o.noSmell, "no-smell", false, "nothing can be smelled")
	f.StringSliceVar(&o.wish.Seen, "seen", nil, "characters that were read already")
	f.StringVar(&o.lp, "lp", "", "also write the problem to this file, in the LP format")
	return c
}

func plan(c *cobra.Command, g *guide.Matrix, o planOptions) error {
	o.wish.Purpose = evidence.Purpose(o.purpose)
	observer, err := evidence.Without(g, o.without, o.noColour, o.noSmell)
	if err != nil {
		return err
	}
	o.wish.Observer = observer
	p, err := checks.NewProblem(g, o.wish)
	if err != nil {
		return err
	}
	if o.lp != "" {
		f, err := os.Create(o.lp)
		if err != nil {
			return fmt.Errorf("the LP file cannot be written: %w", err)
		}
		if err := p.WriteLP(f); err != nil {
			return err
		}
		if err := f.Close(); err != nil {
			return err
		}
	}
	return json.NewEncoder(c.OutOrStdout()).Encode(p.Solve())
}
