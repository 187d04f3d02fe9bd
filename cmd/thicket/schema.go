package main

import (
	"slices"
	"strings"

	"zestythicket/exchange"
	"zestythicket/guidefile"

	"github.com/spf13/cobra"
)

// schemaCommand prints the JSON Schemas of the documents that go in and out.
func schemaCommand() *cobra.Command {
	documents := append([]string{"guide", "overlay"}, exchange.Documents...)
	return &cobra.Command{
		Use:       "schema " + strings.Join(documents, " | "),
		Short:     "Print the JSON Schema of a document",
		Args:      cobra.MatchAll(cobra.ExactArgs(1), cobra.OnlyValidArgs),
		ValidArgs: documents,
		RunE: func(c *cobra.Command, args []string) error {
			text, err := []byte(nil), error(nil)
			switch {
			case args[0] == "guide":
				text = guidefile.Schema()
			case args[0] == "overlay":
				text = guidefile.OverlaySchema()
			case slices.Contains(exchange.Documents, args[0]):
				text, err = exchange.Schema(args[0])
			}
			if err == nil {
				_, err = c.OutOrStdout().Write(text)
			}
			return err
		},
	}
}
