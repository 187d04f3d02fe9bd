package main

import (
	"encoding/json"
	"fmt"
	"io"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/kitchen"

	"github.com/spf13/cobra"
)

func formulaCommand(flag *guideFlag) *cobra.Command {
	return &cobra.Command{
		Use:   "formula < formula.json",
		Short: "Work a recorded mixture out: each part in millilitres, what exceeds a limit, the cautions",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			return mix(c, g)
		},
	}
}

// mostFormula is the greatest size of a formula's text, in bytes.
const mostFormula = 100_000

func mix(c *cobra.Command, g *guide.Matrix) error {
	d := json.NewDecoder(io.LimitReader(c.InOrStdin(), mostFormula))
	d.DisallowUnknownFields()
	var f kitchen.Formula
	if err := d.Decode(&f); err != nil {
		return fmt.Errorf("standard input is no formula: %w", err)
	}
	mixed, err := kitchen.Mix(g, f)
	if err != nil {
		return err
	}
	return json.NewEncoder(c.OutOrStdout()).Encode(mixed)
}

func sheetCommand(flag *guideFlag) *cobra.Command {
	var o serveOptions
	var person, at string
	c := &cobra.Command{
		Use:   "sheet --person NAME --at 2026-09-13T05:00:00Z",
		Short: "The emergency sheet: whom to call, what to keep, what was eaten and what stands nearest to it",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			first := time.Time{}
			if at != "" {
				var err error
				if first, err = time.Parse(time.RFC3339, at); err != nil {
					return fmt.Errorf("--at %q is no time such as 2026-09-13T05:00:00Z", at)
				}
			}
			return sheet(c, flag, o, person, first)
		},
	}
	f := c.Flags()
	f.StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	f.StringVar(&person, "person", "", "whom it is about, by name; empty for everybody")
	f.StringVar(&at, "at", "", "when the first sign came (RFC 3339); empty for now")
	return c
}

func sheet(c *cobra.Command, flag *guideFlag, o serveOptions, person string, first time.Time) error {
	session, release, err := ownSession(c.Context(), flag, o)
	if err != nil {
		return err
	}
	defer release()
	id := ""
	if person != "" {
		h, err := session.Household(c.Context())
		if err != nil {
			return err
		}
		for _, p := range append(h.People, h.Gone...) {
			if p.Name == person {
				id = p.ID
			}
		}
		if id == "" {
			return fmt.Errorf("nobody of the household is called %q", person)
		}
	}
	out, err := session.Sheet(c.Context(), id, first)
	if err != nil {
		return err
	}
	return json.NewEncoder(c.OutOrStdout()).Encode(out)
}
