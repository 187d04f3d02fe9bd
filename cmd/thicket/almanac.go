package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"os"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

type almanacOptions struct {
	at             season.Site
	date           string
	kingdom, taxon string
	own            string
}

func almanacCommand(flag *guideFlag) *cobra.Command {
	var o almanacOptions
	var site func(season.Site) (*season.Site, error)
	c := &cobra.Command{
		Use:   "almanac --lat 49.3 --lon 19.3",
		Short: "What is there when at a place; a JSON line for each part of a taxon",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			at, err := site(season.Site(g.Meta.Reference))
			if err != nil {
				return err
			}
			o.at = *at // the flags are required
			return almanac(c, g, o)
		},
	}
	site = siteFlags(c)
	f := c.Flags()
	f.StringVar(&o.date, "date", "", "the day, such as 2026-05-10 (default: today)")
	f.StringVar(&o.kingdom, "kingdom", "", "plantae or fungi alone")
	f.StringVar(&o.taxon, "taxon", "", "one taxon alone, by its id")
	f.StringVar(&o.own, "own", "", "a file with dates of your own, a JSON line each: {\"taxon\", \"organ\", \"edge\": \"first\" or \"last\", \"date\"}")
	_ = c.MarkFlagRequired("lat")
	_ = c.MarkFlagRequired("lon")
	return c
}

// almanacLine tells of a part of a taxon on a day.
type almanacLine struct {
	Taxon       string `json:"taxon"`
	DisplayName string `json:"display_name"`
	season.Part
	// Own is what dates of one's own say of the taxon, OwnYear of the year; left out where there are none.
	Own     *season.Correction `json:"own,omitempty"`
	OwnYear *season.Correction `json:"own_year,omitempty"`
	// Doubles are the harmful taxa that it is taken for and that may be about then.
	Doubles []string `json:"doubles"`
}

func almanac(c *cobra.Command, g *guide.Matrix, o almanacOptions) error {
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
	own, err := ownDates(o.own)
	if err != nil {
		return err
	}
	corrections := season.Correct(g, o.at, own)
	all, err := season.Almanac(g, o.at, day, corrections)
	if err != nil {
		return err
	}
	out := json.NewEncoder(c.OutOrStdout())
	for i := range all {
		t := &g.Taxa[all[i].Number]
		if o.kingdom != "" && t.Kingdom != o.kingdom || o.taxon != "" && t.ID != o.taxon {
			continue
		}
		line := almanacLine{Taxon: t.ID, DisplayName: t.DisplayName(), Doubles: []string{}}
		if own, ok := corrections.Taxa[t.ID]; ok {
			line.Own = &own
		}
		if year, ok := corrections.Years[day.Year()]; ok {
			line.OwnYear = &year
		}
		for _, n := range all[i].Doubles {
			line.Doubles = append(line.Doubles, g.Taxa[n].ID)
		}
		for _, line.Part = range all[i].Parts {
			if err := out.Encode(line); err != nil {
				return err
			}
		}
	}
	return nil
}

// ownDates reads dates of one's own, a line of JSON each; none where no file is named.
func ownDates(file string) ([]season.Sighting, error) {
	if file == "" {
		return nil, nil
	}
	f, err := os.Open(file)
	if err != nil {
		return nil, fmt.Errorf("own dates: %w", err)
	}
	defer f.Close()
	var out []season.Sighting
	d := json.NewDecoder(f)
	d.DisallowUnknownFields()
	for {
		var s season.Sighting
		switch err := d.Decode(&s); {
		case errors.Is(err, io.EOF):
			return out, nil
		case err != nil:
			return nil, fmt.Errorf("own dates: date %d: %w", len(out)+1, err)
		}
		if err := s.Check(); err != nil {
			return nil, fmt.Errorf("own dates: date %d: %w", len(out)+1, err)
		}
		out = append(out, s)
	}
}
