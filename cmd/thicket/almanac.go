package main

import (
	"encoding/json"
	"fmt"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

type almanacOptions struct {
	at             season.Place
	date           string
	kingdom, taxon string
}

func almanacCommand(flag *guideFlag) *cobra.Command {
	var o almanacOptions
	c := &cobra.Command{
		Use:   "almanac --lat 49.3 --lon 19.3",
		Short: "What is there when at a place; a JSON line for each part of a taxon",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			if !c.Flags().Changed("elevation") {
				o.at.ElevationM = g.Meta.Reference.ElevationM
			}
			return almanac(c, g, o)
		},
	}
	f := c.Flags()
	f.Float64Var(&o.at.Latitude, "lat", 0, "latitude in degrees, north positive")
	f.Float64Var(&o.at.Longitude, "lon", 0, "longitude in degrees, east positive")
	f.Float64Var(&o.at.ElevationM, "elevation", 0, "metres above the sea (default: that of the guide's reference place)")
	f.StringVar(&o.date, "date", "", "the day, such as 2026-05-10 (default: today)")
	f.StringVar(&o.kingdom, "kingdom", "", "plantae or fungi alone")
	f.StringVar(&o.taxon, "taxon", "", "one taxon alone, by its id")
	_ = c.MarkFlagRequired("lat")
	_ = c.MarkFlagRequired("lon")
	return c
}

// almanacLine tells of a part of a taxon on a day.
type almanacLine struct {
	Taxon       string `json:"taxon"`
	DisplayName string `json:"display_name"`
	season.Part
	// Doubles are the harmful taxa that it is taken for and of which anything is there then.
	Doubles []string `json:"doubles"`
}

func almanac(c *cobra.Command, g *guide.Matrix, o almanacOptions) error {
	if err := o.at.Check(); err != nil {
		return err
	}
	day := time.Now()
	if o.date != "" {
		var err error
		if day, err = time.Parse(time.DateOnly, o.date); err != nil {
			return fmt.Errorf("date %q is not a day such as 2026-05-10", o.date)
		}
	}
	if _, ok := g.Kingdoms[o.kingdom]; !ok && o.kingdom != "" {
		return fmt.Errorf("kingdom %q is neither plantae nor fungi", o.kingdom)
	}
	if _, ok := g.Taxon(o.taxon); !ok && o.taxon != "" {
		return fmt.Errorf("the guide has no taxon %q", o.taxon)
	}
	reference := season.Place(g.Meta.Reference)
	parts := func(t *guide.Taxon) ([]season.Part, error) {
		return season.Parts(t.Season, guide.Organs, o.at, reference, day, 0)
	}
	out := json.NewEncoder(c.OutOrStdout())
	for i := range g.Taxa {
		t := g.Described(i)
		if o.kingdom != "" && t.Kingdom != o.kingdom || o.taxon != "" && t.ID != o.taxon {
			continue
		}
		list, err := parts(t)
		if err != nil {
			return err
		}
		doubles := []string{}
		for _, l := range t.Lookalikes {
			n, ok := g.Taxon(l.Taxon)
			if !ok || g.Taxa[n].Harm == guide.NoHarm {
				continue
			}
			of, err := parts(g.Described(n))
			if err != nil {
				return err
			}
			there := len(of) == 0
			for _, p := range of {
				there = there || p.State.There()
			}
			if there {
				doubles = append(doubles, l.Taxon)
			}
		}
		for _, p := range list {
			if err := out.Encode(almanacLine{t.ID, t.DisplayName(), p, doubles}); err != nil {
				return err
			}
		}
	}
	return nil
}
