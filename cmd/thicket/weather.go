package main

import (
	"fmt"
	"time"

	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

func weatherCommand() *cobra.Command {
	c := &cobra.Command{Use: "weather", Short: "Days of weather in a place", Args: cobra.NoArgs}
	c.AddCommand(stationCommand())
	return c
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
