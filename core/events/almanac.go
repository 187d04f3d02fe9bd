package events

import (
	"maps"
	"slices"
	"strings"
	"time"

	"zestythicket/core/season"
)

// AlmanacStream is what an owner notes of the year: there is one.
const AlmanacStream StreamKind = "almanac"

// The kinds of event of an almanac. All can be undone.
const (
	Follow  Kind = "follow"
	Sight   Kind = "sight"
	Forget  Kind = "forget"
	Measure Kind = "measure"
)

var almanacKinds = map[Kind]kindRule{
	Follow:  {1, func() any { return new(Followed) }},
	Sight:   {1, func() any { return new(Sighted) }},
	Forget:  {1, func() any { return new(Forgotten) }},
	Measure: {1, func() any { return new(Measured) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
}

// Followed says how much a taxon is looked forward to: 1 to 3 stars, 0 for no longer.
type Followed struct {
	Taxon string `json:"taxon"`
	Stars int    `json:"stars"`
}

// Sighted is a date of one's own, with an id by which it can be forgotten.
type Sighted struct {
	ID string `json:"id"`
	season.Sighting
	Note string `json:"note,omitempty"`
}

// Forgotten names a date that no longer counts.
type Forgotten struct {
	ID string `json:"id"`
}

// Measured is days of weather, and where they are from. Of a day that was measured before, what is measured now counts.
type Measured struct {
	From string       `json:"from"`
	Days []season.Day `json:"days"`
}

// Almanac is what was noted of the year.
type Almanac struct {
	// Stars are those of the taxa that are followed.
	Stars map[string]int
	// Dates are one's own, in the order in which they were noted.
	Dates []Sighted
	// Weather is the days that were measured, in order, each once. Sources says from where, the latest last.
	Weather []season.Day
	Sources []string
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// FoldAlmanac works out what an almanac says from its events, given in any order. The error is an *UnknownError where one is of a kind
// or version that this program does not know.
func FoldAlmanac(list []Event) (Almanac, error) {
	a := Almanac{Stars: map[string]int{}, Revision: RevisionOf(list)}
	h, err := follow(list, "", func(*Event, any) bool { return false })
	if err != nil {
		return a, err
	}
	days := map[string]season.Day{}
	for _, c := range h.standing() {
		switch body := c.body.(type) {
		case *Followed:
			if a.Stars[body.Taxon] = body.Stars; body.Stars == 0 {
				delete(a.Stars, body.Taxon)
			}
		case *Sighted:
			a.forget(body.ID)
			a.Dates = append(a.Dates, *body)
		case *Forgotten:
			a.forget(body.ID)
		case *Measured:
			for _, d := range body.Days {
				days[d.Date] = over(days[d.Date], d)
			}
			a.Sources = append(slices.DeleteFunc(a.Sources, func(s string) bool { return s == body.From }), body.From)
		}
	}
	a.Weather = slices.SortedFunc(maps.Values(days), func(x, y season.Day) int { return strings.Compare(x.Date, y.Date) })
	a.LastOp, a.NextOp, a.Created, a.Changed = h.last, h.next, h.created, h.changed
	return a, nil
}

func (a *Almanac) forget(id string) {
	a.Dates = slices.DeleteFunc(a.Dates, func(s Sighted) bool { return s.ID == id })
}

// over is a day as it was measured last; what was not measured then stands as it did.
func over(was, is season.Day) season.Day {
	if is.MinC == nil {
		is.MinC = was.MinC
	}
	if is.MaxC == nil {
		is.MaxC = was.MaxC
	}
	if is.RainMM == nil {
		is.RainMM = was.RainMM
	}
	return is
}

// Sightings are the dates alone.
func (a *Almanac) Sightings() []season.Sighting {
	var out []season.Sighting
	for _, d := range a.Dates {
		out = append(out, d.Sighting)
	}
	return out
}

// Allows tells whether an event that is made now goes with what the almanac says now; of events made elsewhere nothing is asked.
func (a *Almanac) Allows(kind Kind) error { return reversible(kind, a.LastOp, a.NextOp) }

// reversible tells whether there is something to undo or redo, where that is asked.
func reversible(kind Kind, last, next string) error {
	switch {
	case kind == Undo && last == "":
		return ErrNothingToUndo
	case kind == Redo && next == "":
		return ErrNothingToRedo
	}
	return nil
}
