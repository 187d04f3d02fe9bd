package main

import (
	"encoding/json"

	"zestythicket/core/harvest"

	"github.com/spf13/cobra"
)

// bounded is what a picking could still hold.
type bounded struct {
	Pieces  int    `json:"pieces"`
	Checked int    `json:"checked"`
	Wrong   int    `json:"wrong"`
	Others  int    `json:"others"`
	Says    string `json:"says"`
}

func boundCommand() *cobra.Command {
	var b bounded
	c := &cobra.Command{
		Use:   "bound --pieces N --checked m",
		Short: "How many of the pieces that were not checked could still be of another kind, at 95 %",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			var err error
			if b.Others, err = harvest.Bound(b.Pieces, b.Checked, b.Wrong); err != nil {
				return err
			}
			b.Says = harvest.Says(b.Pieces, b.Checked, b.Others)
			return json.NewEncoder(c.OutOrStdout()).Encode(b)
		},
	}
	f := c.Flags()
	f.IntVar(&b.Pieces, "pieces", 0, "how many pieces there are")
	f.IntVar(&b.Checked, "checked", 0, "how many of them, taken at random, were checked")
	f.IntVar(&b.Wrong, "wrong", 0, "how many of the checked ones were of another kind")
	_ = c.MarkFlagRequired("pieces")
	_ = c.MarkFlagRequired("checked")
	return c
}
