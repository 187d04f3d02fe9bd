package evidence

import (
	"fmt"
	"slices"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Purpose is what a record is made for.
type Purpose string

// A specimen is looked at to eat it, or to touch, cut or burn it.
const (
	Eat   Purpose = "eat"
	Touch Purpose = "touch"
)

// Record is one specimen: one plant traced to its own stem, or one fruit body, with what was read on it.
type Record struct {
	ID string `json:"id"`
	// Purpose is eat where it is left out.
	Purpose Purpose `json:"purpose,omitempty"`
	// Kingdom is plantae or fungi; empty for the target's, or both.
	Kingdom string `json:"kingdom,omitempty"`
	// Target is the working name, a taxon id; empty for none.
	Target string `json:"target,omitempty"`
	// Date is a day such as 2026-05-10; empty where it is not known.
	Date string `json:"date,omitempty"`
	// Region is a level 2 region code such as 11; empty where it is not known.
	Region string `json:"region,omitempty"`
	// Place is where it stood, to which the guide's seasons are moved; nil where it is not known.
	Place *season.Site `json:"place,omitempty"`
	// Stage is the specimen's own: young, mature, old and so on.
	Stage    string    `json:"stage,omitempty"`
	Observer Observer  `json:"observer,omitzero"`
	Readings []Reading `json:"readings"`
}

// Observer is who looks: what they were taught, their senses and their tools.
type Observer struct {
	// Taught holds the ids of the gates the observer was taught for in person.
	Taught   []string `json:"taught,omitempty"`
	NoColour bool     `json:"no_colour,omitempty"`
	NoSmell  bool     `json:"no_smell,omitempty"`
	// Kit holds the tools at hand. Nil: every tool; empty: none.
	Kit []string `json:"kit,omitzero"`
}

// Check tells what is wrong with a record, naming the first thing found.
func (r *Record) Check(g *guide.Matrix) error {
	switch r.Purpose {
	case "", Eat, Touch:
	default:
		return fmt.Errorf("purpose %q is neither eat nor touch", r.Purpose)
	}
	if _, ok := g.Kingdoms[r.Kingdom]; !ok && r.Kingdom != "" {
		return fmt.Errorf("kingdom %q is neither plantae nor fungi", r.Kingdom)
	}
	if r.Target != "" {
		t, ok := g.Taxon(r.Target)
		if !ok {
			return fmt.Errorf("there is no taxon %q%s", r.Target, nearest(r.Target, taxonIDs(g)))
		}
		if k := g.Taxa[t].Kingdom; r.Kingdom != "" && k != r.Kingdom {
			return fmt.Errorf("target %q is of the kingdom %s, the record of %s", r.Target, k, r.Kingdom)
		}
	}
	if r.Date != "" {
		if _, err := time.Parse(time.DateOnly, r.Date); err != nil {
			return fmt.Errorf("date %q is not a day such as 2026-05-10", r.Date)
		}
	}
	if err := guide.CheckStage(r.Stage); err != nil {
		return err
	}
	if r.Region != "" && !guide.RegionCode(r.Region) {
		return fmt.Errorf("region %q is not a level 2 region code such as \"11\"", r.Region)
	}
	if r.Place != nil {
		if err := r.Place.Check(); err != nil {
			return fmt.Errorf("place: %w", err)
		}
	}
	for _, id := range r.Observer.Taught {
		if !slices.ContainsFunc(g.Gates, func(gate guide.Gate) bool { return gate.ID == id }) {
			return fmt.Errorf("taught: there is no gate %q", id)
		}
	}
	for i := range r.Readings {
		if err := r.Readings[i].Check(g); err != nil {
			return fmt.Errorf("reading %d: %w", i+1, err)
		}
	}
	return nil
}

func taxonIDs(g *guide.Matrix) []string {
	ids := make([]string, len(g.Taxa))
	for i := range g.Taxa {
		ids[i] = g.Taxa[i].ID
	}
	return ids
}
