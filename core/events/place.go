package events

import (
	"cmp"
	"errors"
	"slices"
	"time"

	"zestythicket/core/place"
)

// PlaceStream is a place, or one tree, shrub or vine on it that is visited again, or an arc of pieces.
const PlaceStream StreamKind = "place"

// The kinds of event of a place, besides Change, Forget, Undo, Redo, Delete and Restore.
const (
	Plot  Kind = "plot"
	Move  Kind = "move"
	Visit Kind = "visit"
)

var placeKinds = map[Kind]kindRule{
	Plot:    {1, func() any { return new(Plotted) }},
	Move:    {1, func() any { return new(place.Shape) }},
	Change:  {1, func() any { return new(place.Details) }},
	Visit:   {1, func() any { return new(place.Visit) }},
	Forget:  {1, func() any { return new(Forgotten) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Plotted is a place that was put on the map.
type Plotted struct {
	Shape place.Shape   `json:"shape"`
	About place.Details `json:"about"`
}

// Patch is what a place comes to.
type Patch struct {
	Shape place.Shape
	About place.Details
	// Visits are in the order of their days.
	Visits  []place.Visit
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// ErrPlaceDeleted tells that a place is deleted.
var ErrPlaceDeleted = errors.New("the place is deleted; restore it first")

// FoldPlace works out what a place comes to from its events, given in any order. The error is an *UnknownError where one is of a kind or version
// that this program does not know.
func FoldPlace(list []Event) (Patch, error) {
	p := Patch{Revision: RevisionOf(list)}
	h, err := follow(list, Plot, erasing(&p.Deleted))
	if err != nil {
		return p, err
	}
	var about fields[place.Details]
	for _, c := range h.standing() {
		switch body := c.body.(type) {
		case *Plotted:
			p.Shape = body.Shape
			about.put(&p.About, c.event, body.About, true)
		case *place.Shape:
			p.Shape = *body
		case *place.Details:
			about.put(&p.About, c.event, *body, false)
		case *place.Visit:
			p.Visits = append(slices.DeleteFunc(p.Visits, func(v place.Visit) bool { return v.ID == body.ID }), *body)
		case *Forgotten:
			p.Visits = slices.DeleteFunc(p.Visits, func(v place.Visit) bool { return v.ID == body.ID })
		}
	}
	slices.SortStableFunc(p.Visits, func(a, b place.Visit) int { return cmp.Compare(a.Date, b.Date) })
	p.LastOp, p.NextOp, p.Created, p.Changed = h.last, h.next, h.created, h.changed
	return p, nil
}

// Allows tells whether an event that is made now goes with what the place says now; of events made elsewhere nothing is asked.
func (p *Patch) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, p.Deleted, ErrPlaceDeleted), reversible(kind, p.LastOp, p.NextOp))
}
