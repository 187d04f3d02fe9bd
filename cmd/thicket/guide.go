package main

import (
	"cmp"
	"encoding/json"
	"fmt"
	"slices"

	"zestythicket/core/trial"
	"zestythicket/guidefile"

	"github.com/spf13/cobra"
)

func guideCommand(flag *guideFlag) *cobra.Command {
	c := &cobra.Command{Use: "guide", Short: "Check a guide, or look something up in it"}
	c.AddCommand(
		&cobra.Command{
			Use: "check", Short: "Validate and lint the guide; a JSON line for each finding", Args: cobra.NoArgs,
			RunE: func(c *cobra.Command, _ []string) error { return checkGuide(c, flag) },
		},
		&cobra.Command{
			Use: "schema", Short: "Print the JSON Schema that guides are held against", Args: cobra.NoArgs,
			RunE: func(c *cobra.Command, _ []string) error {
				_, err := c.OutOrStdout().Write(guidefile.Schema())
				return err
			},
		},
		&cobra.Command{
			Use: "show ID", Short: "Print a taxon or a character as JSON", Args: cobra.ExactArgs(1),
			RunE: func(c *cobra.Command, args []string) error { return showGuide(c, flag, args[0]) },
		},
		&cobra.Command{
			Use: "agreement FOLDER", Args: cobra.ExactArgs(1),
			Short: "Compare the guide with another author's descriptions; a JSON line for each character, where they differ most first",
			RunE:  func(c *cobra.Command, args []string) error { return compareAuthors(c, flag, args[0]) },
		},
	)
	return c
}

func compareAuthors(c *cobra.Command, flag *guideFlag, folder string) error {
	g, err := flag.load()
	if err != nil {
		return err
	}
	author, err := guidefile.Descriptions(folder, g)
	if err != nil {
		return err
	}
	found := trial.Disagreements(g, author)
	slices.SortStableFunc(found, func(a, b trial.Disagreement) int { return cmp.Compare(b.Differs, a.Differs) })
	return writeLines(c.OutOrStdout(), found)
}

func checkGuide(c *cobra.Command, flag *guideFlag) error {
	g, err := flag.load()
	if err != nil {
		return err
	}
	found, err := guidefile.Check(g, flag.place)
	if err != nil {
		return err
	}
	enc := json.NewEncoder(c.OutOrStdout())
	open := 0
	for _, f := range found {
		if f.Waived == "" {
			open++
		}
		if err := enc.Encode(f); err != nil {
			return err
		}
	}
	if err := enc.Encode(map[string]int{
		"characters": len(g.Characters), "taxa": len(g.Taxa), "signs": len(g.Signs), "gates": len(g.Gates),
		"findings": len(found), "waived": len(found) - open,
	}); err != nil {
		return err
	}
	if open > 0 {
		return fmt.Errorf("the guide has %d findings that no waiver lets stand", open)
	}
	return nil
}

func showGuide(c *cobra.Command, flag *guideFlag, id string) error {
	g, err := flag.load()
	if err != nil {
		return err
	}
	enc := json.NewEncoder(c.OutOrStdout())
	if n, ok := g.Taxon(id); ok {
		return enc.Encode(g.Described(n))
	}
	if n, ok := g.Column(id); ok {
		return enc.Encode(&g.Characters[n])
	}
	if hits := g.Find(id); id != "" && len(hits) > 0 {
		return fmt.Errorf("the guide has no taxon or character with the id %q; did you mean %q?", id, g.Taxa[hits[0].Taxon].ID)
	}
	return fmt.Errorf("the guide has no taxon or character with the id %q", id)
}
