package main

import (
	"encoding/json"
	"fmt"
	"strconv"
	"strings"

	"zestythicket/core/colour"
	"zestythicket/core/guide"

	"github.com/spf13/cobra"
)

func colourCommand(flag *guideFlag) *cobra.Command {
	var character, rgb, card string
	c := &cobra.Command{
		Use:   "colour --character ID --rgb 200,120,60",
		Short: "The two states of a character that come nearest to a colour, with their distance (CIEDE2000)",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			return compareColour(c, g, character, rgb, card)
		},
	}
	f := c.Flags()
	f.StringVar(&character, "character", "", "the character's id")
	f.StringVar(&rgb, "rgb", "", "red, green and blue in sRGB, 0 to 255")
	f.StringVar(&card, "card", "", "how a white card looks in the same light, as red, green and blue")
	_ = c.MarkFlagRequired("character")
	_ = c.MarkFlagRequired("rgb")
	return c
}

func compareColour(c *cobra.Command, g *guide.Matrix, character, rgb, card string) error {
	of, err := threeNumbers(rgb)
	if err != nil {
		return fmt.Errorf("rgb: %w", err)
	}
	var white *colour.RGB
	if card != "" {
		w, err := threeNumbers(card)
		if err != nil {
			return fmt.Errorf("card: %w", err)
		}
		white = &w
	}
	offer, err := colour.Offered(g, character, of, white)
	if err != nil {
		return err
	}
	return json.NewEncoder(c.OutOrStdout()).Encode(offer)
}

// threeNumbers reads a colour such as "200,120,60".
func threeNumbers(text string) (colour.RGB, error) {
	parts := strings.Split(text, ",")
	var v [3]float64
	for i := range v {
		var err error
		if len(parts) != len(v) {
			return colour.RGB{}, fmt.Errorf("%q is not three numbers such as 200,120,60", text)
		}
		if v[i], err = strconv.ParseFloat(strings.TrimSpace(parts[i]), 64); err != nil {
			return colour.RGB{}, fmt.Errorf("%q is not three numbers such as 200,120,60", text)
		}
	}
	c := colour.RGB{R: v[0], G: v[1], B: v[2]}
	return c, c.Check()
}
