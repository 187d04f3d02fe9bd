package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"zestythicket/core/place"

	"github.com/spf13/cobra"
)

// mostRing is the greatest size of a list of points, in bytes.
const mostRing = 100_000

func ringCommand() *cobra.Command {
	return &cobra.Command{
		Use:   "ring < points.json",
		Short: "The circle through pieces that stand in an arc, [[x, y], …] in metres, and where to look for the others",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			in, err := io.ReadAll(io.LimitReader(c.InOrStdin(), mostRing))
			if err != nil {
				return err
			}
			var list [][]float64
			err = json.Unmarshal(in, &list)
			points := make([][2]float64, len(list))
			for i, p := range list {
				if len(p) != 2 {
					err = errors.Join(err, fmt.Errorf("point %d has %d numbers", i+1, len(p)))
					break
				}
				points[i] = [2]float64(p)
			}
			if err != nil {
				return fmt.Errorf("standard input is no list of points [[x, y], …] in metres: %w", err)
			}
			r, err := place.FitRing(points)
			if err != nil {
				return err
			}
			return json.NewEncoder(c.OutOrStdout()).Encode(r)
		},
	}
}
