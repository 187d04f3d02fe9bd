package main

import (
	"encoding/json"
	"fmt"
	"os"

	"zestythicket/core/guide"
	"zestythicket/core/walk"

	"github.com/spf13/cobra"
)

func walkCommand(flag *guideFlag) *cobra.Command {
	c := &cobra.Command{Use: "walk", Short: "Plan a walk", Args: cobra.NoArgs}
	var lp string
	plan := &cobra.Command{
		Use:   "plan < walk.json",
		Short: "What to look for, what looks like it there, how each is told that day, what to carry, which of it fits into the time",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			return walkPlan(c, g, lp)
		},
	}
	plan.Flags().StringVar(&lp, "lp", "", "also write the choice of targets and places to this file, in the LP format")
	c.AddCommand(plan)
	return c
}

func walkPlan(c *cobra.Command, g *guide.Matrix, lp string) error {
	var r walk.Request
	d := json.NewDecoder(c.InOrStdin())
	d.DisallowUnknownFields()
	if err := d.Decode(&r); err != nil {
		return fmt.Errorf("the walk cannot be read: %w", err)
	}
	p, err := walk.Make(g, &r)
	if err != nil {
		return err
	}
	if lp != "" {
		f, err := os.Create(lp)
		if err != nil {
			return fmt.Errorf("the LP file cannot be written: %w", err)
		}
		if err := walk.WriteLP(g, &r, f); err != nil {
			return err
		}
		if err := f.Close(); err != nil {
			return err
		}
	}
	return json.NewEncoder(c.OutOrStdout()).Encode(p)
}
