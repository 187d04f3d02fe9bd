package main

import (
	"fmt"
	"io"
	"log/slog"
	"os"
	"path/filepath"
	"time"

	"zestythicket/app"
	"zestythicket/core/season"
	"zestythicket/guidefile"
	"zestythicket/server/api"

	"github.com/spf13/cobra"
)

func weatherCommand(g *guideFlag) *cobra.Command {
	c := &cobra.Command{Use: "weather", Short: "Days of weather in a place", Args: cobra.NoArgs}
	c.AddCommand(stationCommand(), weatherImportCommand(g))
	return c
}

func weatherImportCommand(g *guideFlag) *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use:   "import FILE",
		Short: "Take days of weather from a CSV table (date,tmin_c,tmax_c,rain_mm) into the almanac, all or none; - reads standard input",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			return weatherImport(c, g, o, args[0])
		},
	}
	c.Flags().StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	return c
}

// mostTable is the greatest size of a table, in bytes: ten years with room to spare.
const mostTable = 500_000

func weatherImport(c *cobra.Command, g *guideFlag, o serveOptions, file string) error {
	in, name := c.InOrStdin(), "standard input"
	if file != "-" {
		f, err := os.Open(file)
		if err != nil {
			return fmt.Errorf("the table cannot be read: %w", err)
		}
		defer f.Close()
		in, name = f, filepath.Base(file)
	}
	table, err := io.ReadAll(io.LimitReader(in, mostTable+1))
	if err != nil {
		return fmt.Errorf("the table cannot be read: %w", err)
	}
	if len(table) > mostTable {
		return fmt.Errorf("%s has more than %d kB; a table has at most that", name, mostTable/1000)
	}
	base, err := g.source()
	if err != nil {
		return err
	}
	dir, err := dataFolder(o)
	if err != nil {
		return err
	}
	s, release, err := openStore(dir, slog.New(slog.DiscardHandler), func() error { return nil })
	if err != nil {
		return err
	}
	defer release()
	session, err := app.New(base, s, guidefile.Files{}).Session(c.Context(), api.Owner)
	if err != nil {
		return err
	}
	a, gaps, err := session.ImportWeather(c.Context(), app.Write{Op: app.NewID()}, name, string(table), "")
	if err != nil {
		return fmt.Errorf("%s: %w", name, err)
	}
	fmt.Fprintf(c.OutOrStdout(), "%s was taken; %d days are known, from %s to %s.\n", name, a.Weather.Days, a.Weather.From, a.Weather.To)
	if gaps != "" {
		fmt.Fprintf(c.OutOrStdout(), "Of the table, %s.\n", gaps)
	}
	return nil
}

func stationCommand() *cobra.Command {
	var from, to string
	var seed uint64
	c := &cobra.Command{
		Use:   "station --from 2026-08-01 --to 2026-09-05",
		Short: "A made-up series from the stand-in station of the demo's valley, as a CSV table",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			var at [2]time.Time
			for i, day := range []string{from, to} {
				var err error
				if at[i], err = time.Parse(time.DateOnly, day); err != nil {
					return fmt.Errorf("%q is not a day such as 2026-05-10", day)
				}
			}
			if days := at[1].Sub(at[0]).Hours() / 24; days < 0 || days >= season.MostDays {
				return fmt.Errorf("from %s to %s are not 1 to %d days", from, to, season.MostDays)
			}
			return season.WriteCSV(c.OutOrStdout(), season.Station(seed, at[0], at[1]))
		},
	}
	f := c.Flags()
	f.StringVar(&from, "from", "", "the first day")
	f.StringVar(&to, "to", "", "the last day")
	f.Uint64Var(&seed, "seed", 1, "another seed is another series")
	_ = c.MarkFlagRequired("from")
	_ = c.MarkFlagRequired("to")
	return c
}
