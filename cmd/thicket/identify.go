package main

import (
	"zestythicket/app"

	"github.com/spf13/cobra"
)

func identifyCommand(flag *guideFlag) *cobra.Command {
	return &cobra.Command{
		Use:   "identify < records.jsonl > rulings.jsonl",
		Short: "Rule on records, one JSON object a line",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			return app.IdentifyLines(g, c.InOrStdin(), c.OutOrStdout())
		},
	}
}
