package main

import (
	"errors"

	"zestythicket/core/season"

	"github.com/spf13/cobra"
)

// siteFlags add flags for the place that seasons are moved to. The function gives it, with the guide's own height where none is named; nil where
// no place is.
func siteFlags(c *cobra.Command) func(reference season.Site) (*season.Site, error) {
	var at season.Site
	f := c.Flags()
	f.Float64Var(&at.Latitude, "lat", 0, "latitude in degrees, north positive: seasons are those of that place")
	f.Float64Var(&at.Longitude, "lon", 0, "longitude in degrees, east positive")
	f.Float64Var(&at.ElevationM, "elevation", 0, "metres above the sea (default: that of the guide's reference place)")
	given := func(name string) bool { return f.Lookup(name).Changed }
	return func(reference season.Site) (*season.Site, error) {
		switch {
		case given("lat") != given("lon"):
			return nil, errors.New("lat and lon are given together")
		case !given("lat"):
			if given("elevation") {
				return nil, errors.New("elevation goes with lat and lon")
			}
			return nil, nil
		}
		if !given("elevation") {
			at.ElevationM = reference.ElevationM
		}
		return &at, at.Check()
	}
}
