package main

import (
	"encoding/json"
	"fmt"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/keying"
	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

type keyOptions struct {
	scope             keying.Scope
	without           []string
	noColour, noSmell bool
	asJSON            bool
}

func keyCommand(flag *guideFlag) *cobra.Command {
	var o keyOptions
	var site func(season.Site) (*season.Site, error)
	c := &cobra.Command{
		Use:   "key --kingdom fungi",
		Short: "Print a key to a part of the guide",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			if o.scope.Place, err = site(season.Site(g.Meta.Reference)); err != nil {
				return err
			}
			return printKey(c, g, o)
		},
	}
	site = siteFlags(c)
	f := c.Flags()
	f.StringVar(&o.scope.Kingdom, "kingdom", "", "plantae or fungi")
	f.IntVar(&o.scope.Month, "month", 0, "1 to 12: what is there then")
	f.StringVar(&o.scope.Region, "region", "", "level 2 region code: what lives on its continent")
	f.StringVar(&o.scope.Stage, "stage", "", "young, mature or old")
	f.StringSliceVar(&o.without, "without", nil, "tools that are not at hand")
	f.BoolVar(&o.noColour, "no-colour", false, "colours cannot be told")
	f.BoolVar(&o.noSmell, "no-smell", false, "nothing can be smelled")
	f.BoolVar(&o.scope.LookOnly, "look-only", false, "only what can be seen without touching")
	f.BoolVar(&o.asJSON, "json", false, "print it as JSON")
	return c
}

func printKey(c *cobra.Command, g *guide.Matrix, o keyOptions) error {
	observer, err := evidence.Without(g, o.without, o.noColour, o.noSmell)
	if err != nil {
		return err
	}
	o.scope.Observer = observer
	k, err := keying.New(g, o.scope)
	if err != nil {
		return err
	}
	printed := k.Print()
	if o.asJSON {
		k.Weigh(printed)
		return json.NewEncoder(c.OutOrStdout()).Encode(printed)
	}
	_, err = fmt.Fprint(c.OutOrStdout(), printed.Text())
	return err
}
