package main

import (
	"bufio"
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"zestythicket/app"
	"zestythicket/core/guide"
	"zestythicket/core/trial"
	"zestythicket/guidefile"

	"github.com/spf13/cobra"
)

type trialOptions struct {
	trial.Options
	limit, simulate, gaps int
	omit, authors         string
	described             trial.AuthorOptions
	leftOut, checked      bool
}

func trialCommand(flag *guideFlag) *cobra.Command {
	var o trialOptions
	c := &cobra.Command{
		Use:   "trial < specimens.jsonl",
		Short: "Put whole specimens through the asking loop; the summary goes to standard error",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			g, err := flag.load()
			if err != nil {
				return err
			}
			return runTrial(c, g, o)
		},
	}
	f := c.Flags()
	f.IntVar(&o.Misreads, "misreads", 0, "wrong answers, at random places among the first so many and three questions")
	f.BoolVar(&o.Worst, "worst", false, "try every single wrong answer along the path")
	f.BoolVar(&o.Twice, "twice", false, "with --misreads or --worst: a second look is misread the same way")
	f.Uint64Var(&o.Seed, "seed", 1, "for the random places, answers and specimens")
	f.StringVar(&o.Region, "region", "", "where the specimens stand, by level 2 code; only those of its continent are shown")
	f.IntVar(&o.limit, "limit", 0, "take only the first so many specimens")
	f.IntVar(&o.simulate, "simulate", 0, "draw so many specimens of every taxon from the guide instead of reading any")
	f.StringVar(&o.omit, "omit", "", "leave this taxon out of the guide, though its specimens are shown")
	f.IntVar(&o.gaps, "gaps", 0, "leave each harmful taxon out of the guide in turn and show so many of its specimens")
	f.StringVar(&o.authors, "authors", "", "draw specimens from the descriptions in this folder, by another author than the guide's, instead of reading any")
	f.IntVar(&o.described.PerTaxon, "per-taxon", 5, "with --authors: so many of every taxon, by the shares of its forms")
	f.IntVar(&o.described.PerForm, "per-form", 0, "with --authors: so many of every form instead")
	f.BoolVar(&o.described.Named, "named", false, "with --authors: only those that are asked for by a name")
	f.BoolVar(&o.described.Gathered, "gathered", false, "with --authors: only forms of which the author does not say that nobody would gather them")
	f.BoolVar(&o.described.Dated, "dated", false, "with --authors: each is found on a day in a month of its form, at the guide's reference place")
	f.BoolVar(&o.checked, "checked", false, "with --dated: as if every season of the guide were held against a source, so that a date is a hint")
	f.BoolVar(&o.leftOut, "left-out", false, "with --authors: harmful ones alone, each on a guide without its taxon")
	c.MarkFlagsMutuallyExclusive("misreads", "worst")
	c.MarkFlagsMutuallyExclusive("authors", "simulate", "gaps")
	c.MarkFlagsMutuallyExclusive("authors", "omit")
	c.MarkFlagsMutuallyExclusive("gaps", "simulate")
	c.MarkFlagsMutuallyExclusive("gaps", "omit")
	return c
}

func runTrial(c *cobra.Command, g *guide.Matrix, o trialOptions) error {
	if o.Misreads < 0 || o.limit < 0 || o.simulate < 0 || o.gaps < 0 {
		return errors.New("misreads, limit, simulate and gaps are numbers from 0 up")
	}
	if o.Region != "" && !guide.RegionCode(o.Region) {
		return fmt.Errorf("%q is not a level 2 region code such as \"11\"", o.Region)
	}
	if o.authors != "" {
		return runAuthors(c, g, o)
	}
	if o.leftOut || o.described.Named || o.described.Gathered || o.described.Dated || o.checked || o.described.PerForm != 0 {
		return errors.New("named, gathered, dated, checked, per-form and left-out go with authors: name the folder of descriptions")
	}
	if o.gaps > 0 {
		gaps, err := trial.Gaps(g, o.gaps, o.Options)
		if err != nil {
			return err
		}
		return writeLines(c.OutOrStdout(), gaps)
	}
	var specimens []trial.Specimen
	var err error
	if o.simulate > 0 {
		specimens = trial.Draw(g, o.simulate, o.Seed)
	} else if specimens, err = readSpecimens(c.InOrStdin()); err != nil {
		return err
	}
	if o.Region != "" {
		specimens = trial.Living(specimens, o.Region)
	}
	if o.limit > 0 {
		specimens = specimens[:min(o.limit, len(specimens))]
	}
	if o.omit != "" {
		if g, err = without(g, o.omit); err != nil {
			return err
		}
	}
	results, err := trial.Run(g, specimens, o.Options)
	if err != nil {
		return err
	}
	if err := writeLines(c.OutOrStdout(), results); err != nil {
		return err
	}
	return json.NewEncoder(c.ErrOrStderr()).Encode(trial.Summarize(results))
}

// runAuthors puts specimens of other authors' descriptions through the loop.
func runAuthors(c *cobra.Command, g *guide.Matrix, o trialOptions) error {
	if o.described.PerTaxon < 1 || o.described.PerForm < 0 {
		return errors.New("per-taxon is a number from 1 up, per-form one from 0 up")
	}
	author, err := guidefile.Descriptions(o.authors, g)
	if err != nil {
		return err
	}
	if o.checked {
		g = trial.Checked(g)
	}
	o.described.Seed = o.Seed
	specimens := trial.DrawDescribed(g, author, o.described)
	if o.Region != "" {
		specimens = trial.Living(specimens, o.Region)
	}
	if o.limit > 0 {
		specimens = specimens[:min(o.limit, len(specimens))]
	}
	run := trial.Run
	if o.leftOut {
		run = trial.RunWithout
	}
	results, err := run(g, specimens, o.Options)
	if err != nil {
		return err
	}
	if err := writeLines(c.OutOrStdout(), results); err != nil {
		return err
	}
	return json.NewEncoder(c.ErrOrStderr()).Encode(trial.Outcomes(g, results))
}

// writeLines writes a line of JSON for each of the values.
func writeLines[T any](to io.Writer, values []T) error {
	w := bufio.NewWriter(to)
	enc := json.NewEncoder(w)
	for i := range values {
		if err := enc.Encode(&values[i]); err != nil {
			return err
		}
	}
	return w.Flush()
}

func readSpecimens(in io.Reader) ([]trial.Specimen, error) {
	var out []trial.Specimen
	lines := bufio.NewScanner(in)
	lines.Buffer(nil, app.MaxLine)
	for n := 1; lines.Scan(); n++ {
		if len(bytes.TrimSpace(lines.Bytes())) == 0 {
			continue
		}
		var s trial.Specimen
		d := json.NewDecoder(bytes.NewReader(lines.Bytes()))
		d.DisallowUnknownFields()
		if err := d.Decode(&s); err != nil {
			return nil, fmt.Errorf("line %d: this is not a specimen: %w", n, err)
		}
		out = append(out, s)
	}
	return out, lines.Err()
}

// without is the guide with a taxon left out, and with it what names it.
func without(g *guide.Matrix, id string) (*guide.Matrix, error) {
	n, ok := g.Taxon(id)
	if !ok {
		return nil, fmt.Errorf("omit: there is no taxon %q", id)
	}
	return guide.Compile(g.Without(g.Taxa[n].ID))
}
