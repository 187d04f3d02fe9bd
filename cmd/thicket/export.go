package main

import (
	"bufio"
	"errors"
	"fmt"
	"slices"
	"strings"

	"zestythicket/app"
	"zestythicket/exchange"

	"github.com/spf13/cobra"
)

func exportCommand(flag *guideFlag) *cobra.Command {
	var o serveOptions
	var format string
	var q app.Leaving
	c := &cobra.Command{
		Use:   "export --format " + strings.Join(exchange.Leaving(), "|"),
		Short: "Everything (jsonl), or records and places with their positions, coarse unless --exact is said",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			if !slices.Contains(exchange.Leaving(), format) {
				return fmt.Errorf("there is no format %q: %s", format, strings.Join(exchange.Leaving(), ", "))
			}
			if format == "jsonl" && (q != app.Leaving{}) {
				return errors.New("jsonl is everything as it is kept: it has no --from, --to, --taxon or --exact")
			}
			return export(c, flag, o, format, q)
		},
	}
	f := c.Flags()
	f.StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	f.StringVar(&format, "format", "", strings.Join(exchange.Leaving(), ", "))
	f.StringVar(&q.From, "from", "", "first day, such as 2026-05-10")
	f.StringVar(&q.To, "to", "", "last day")
	f.StringVar(&q.Taxon, "taxon", "", "one taxon's id")
	f.BoolVar(&q.Exact, "exact", false, "positions, names and notes as they are; else the cell of 0.1 degrees that they lie in, alone")
	return c
}

func export(c *cobra.Command, flag *guideFlag, o serveOptions, format string, q app.Leaving) error {
	session, release, err := ownSession(c.Context(), flag, o)
	if err != nil {
		return err
	}
	defer release()
	out := bufio.NewWriter(c.OutOrStdout())
	switch format {
	case "jsonl":
		err = exchange.WriteEverything(c.Context(), session, out)
	case "dwca":
		err = exchange.WriteArchive(c.Context(), session, q, out)
	default:
		var list []app.Located
		if list, err = session.Located(c.Context(), q); err == nil {
			err = exchange.Write(out, format, list)
		}
	}
	if err != nil {
		return err
	}
	return out.Flush()
}
