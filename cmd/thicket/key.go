package main

import (
	"encoding/json"
	"fmt"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/keying"

	"github.com/spf13/cobra"
)

type keyOptions struct {
	part              keying.Scope
	without           []string
	noColour, noSmell bool
	asJSON            bool
}

func keyCommand(b *book) *cobra.Command {
	var o keyOptions
	c := &cobra.Command{
		Use:   "key --kingdom fungi",
		Short: "Print a key to a part of the guide",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := b.load()
			if err != nil {
				return err
			}
			return printKey(c, g, o)
		},
	}
	f := c.Flags()
	f.StringVar(&o.part.Kingdom, "kingdom", "", "plantae or fungi")
	f.IntVar(&o.part.Month, "month", 0, "1 to 12: what is there then")
	f.StringVar(&o.part.Region, "region", "", "level 2 region code: what lives on its continent")
	f.StringVar(&o.part.Stage, "stage", "", "young, mature or old")
	f.StringSliceVar(&o.without, "without", nil, "tools that are not at hand")
	f.BoolVar(&o.noColour, "no-colour", false, "colours cannot be told")
	f.BoolVar(&o.noSmell, "no-smell", false, "nothing can be smelled")
	f.BoolVar(&o.part.LookOnly, "look-only", false, "only what can be seen without touching")
	f.BoolVar(&o.asJSON, "json", false, "print it as JSON")
	return c
}

func printKey(c *cobra.Command, g *guide.Matrix, o keyOptions) error {
	observer, err := evidence.Without(g, o.without, o.noColour, o.noSmell)
	if err != nil {
		return err
	}
	o.part.Observer = observer
	k, err := keying.New(g, o.part)
	if err != nil {
		return err
	}
	booklet := k.Print()
	if o.asJSON {
		k.Weigh(booklet)
		return json.NewEncoder(c.OutOrStdout()).Encode(booklet)
	}
	_, err = fmt.Fprint(c.OutOrStdout(), booklet.Text())
	return err
}
