package guide

import (
	"fmt"
	"math"
	"slices"
	"strings"
	"time"
)

// Usual gives a state for every character of states that a taxon is scored for: the first of those that it shows most
// often, of no other stage than the given one; one of the stage itself comes first.
func (c *Matrix) Usual(t int, stage string) map[string]string {
	out := map[string]string{}
	for n := range c.Columns {
		col := &c.Columns[n]
		if !col.Scored.Has(t) || col.Kind != States {
			continue
		}
		best, most := -1, 0.0
		for _, s := range col.Patterns[col.Pattern[t]].Shown {
			worth := s.Share
			switch s.When {
			case stage: // of the stage itself, or of none where none is asked for
				worth++
			case "":
			default:
				continue
			}
			if worth > most {
				best, most = s.State, worth
			}
		}
		if best >= 0 {
			out[col.ID] = col.States[best].ID
		}
	}
	return out
}

// Stages are the stages and weathers that a specimen can be in.
var Stages = []string{"young", "mature", "old", "wet", "dry", "frosted"}

// CheckStage tells what is wrong with a stage; none at all is nothing wrong.
func CheckStage(stage string) error {
	if stage == "" || slices.Contains(Stages, stage) {
		return nil
	}
	return fmt.Errorf("stage %q is none of %s", stage, strings.Join(Stages, ", "))
}

// Stages lists the stages and weathers that a taxon's scores speak of.
func (c *Matrix) Stages(t int) []string {
	out := []string{}
	for n := range c.Columns {
		col := &c.Columns[n]
		for _, s := range col.Patterns[col.Pattern[t]].Shown {
			if s.When != "" && !slices.Contains(out, s.When) {
				out = append(out, s.When)
			}
		}
	}
	slices.Sort(out)
	return out
}

// Sizes gives a number for every measure and count that a taxon is scored for: the middle of what is usual, or the first
// of a set of counts. One with an open end has none.
func (c *Matrix) Sizes(t int) map[string]float64 {
	out := map[string]float64{}
	for n := range c.Columns {
		col := &c.Columns[n]
		if !col.Scored.Has(t) || col.Kind == States {
			continue
		}
		p := &col.Patterns[col.Pattern[t]]
		if len(p.Counts) > 0 {
			out[col.ID] = float64(p.Counts[0])
		} else if middle := (p.Span.Low + p.Span.High) / 2; !math.IsInf(middle, 0) && !math.IsNaN(middle) {
			out[col.ID] = middle
		}
	}
	return out
}

// ThereIn tells whether a character's organ is there on the day, on a taxon at the guide's reference place.
func (c *Matrix) ThereIn(t int, character string, day time.Time) bool {
	n, ok := c.Column(character)
	return ok && c.Taxa[t].Season.In(c.Columns[n].Organ, day)
}

// BearsOn is the set of taxa that are scored for a column, or for one whose readings rest on it.
func (c *Matrix) BearsOn(column int) Bits {
	taxa := c.Columns[column].Scored.Copy()
	rests := func(on []Requirement) bool {
		return slices.ContainsFunc(on, func(r Requirement) bool { return r.Column == column })
	}
	for i := range c.Columns {
		if other := &c.Columns[i]; rests(other.Requires) || slices.ContainsFunc(other.StateRequires, rests) {
			taxa.Or(other.Scored)
		}
	}
	return taxa
}

// Tools are all tools that a character needs, in alphabetical order.
func (c *Matrix) Tools() []string {
	all := []string{}
	for n := range c.Columns {
		all = append(all, c.Columns[n].Needs...)
	}
	slices.Sort(all)
	return slices.Compact(all)
}
