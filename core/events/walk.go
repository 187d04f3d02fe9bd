package events

import (
	"errors"
	"time"
)

// WalkStream is a walk, from its plan to what came of it.
const WalkStream StreamKind = "walk"

// The kinds of event of a walk, besides Undo, Redo, Reopen, Delete and Restore. Change and Pack can be undone.
const (
	Plan   Kind = "plan"
	Change Kind = "change"
	Pack   Kind = "pack"
	Begin  Kind = "begin"
	End    Kind = "end"
)

var walkKinds = map[Kind]kindRule{
	Plan:    {1, func() any { return new(Outing) }},
	Change:  {1, func() any { return new(Outing) }},
	Pack:    {1, func() any { return new(Packed) }},
	Begin:   {1, nil},
	End:     {1, func() any { return new(Ending) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Reopen:  {1, nil},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Outing is what a walk is about: what Plan and Change set.
type Outing struct {
	Name string `json:"name,omitempty"`
	// Date is a day such as 2026-09-05.
	Date   string `json:"date"`
	Region string `json:"region,omitempty"`
	// Start is where it begins and ends; its id is empty.
	Start   Spot    `json:"start"`
	Minutes float64 `json:"minutes"`
	// Who comes, in the planner's own words.
	Who     string   `json:"who,omitempty"`
	Targets []Target `json:"targets,omitempty"`
	Places  []Spot   `json:"places,omitempty"`
	Note    string   `json:"note,omitempty"`
}

// Target is a taxon to look for, how many pieces are wanted, and how much: 1 to 3 stars.
type Target struct {
	Taxon  string `json:"taxon"`
	Pieces int    `json:"pieces"`
	Stars  int    `json:"stars"`
}

// Spot is somewhere to go: degrees (WGS 84) and metres above the sea.
type Spot struct {
	ID         string  `json:"id,omitempty"`
	Name       string  `json:"name,omitempty"`
	Latitude   float64 `json:"latitude"`
	Longitude  float64 `json:"longitude"`
	ElevationM float64 `json:"elevation_m"`
	// Grows lists the taxa that were found there, or are expected.
	Grows []string `json:"grows,omitempty"`
	// Afoot is what is dangerous there besides what grows.
	Afoot string `json:"afoot,omitempty"`
}

// Packing says whether something to carry is in the bag.
type Packing string

// Whether it is: in the bag, not to be had, or not said.
const (
	InBag   Packing = "packed"
	Missing Packing = "missing"
	NotSaid Packing = ""
)

// Packed says of something to carry whether it is in the bag.
type Packed struct {
	Item string  `json:"item"`
	Is   Packing `json:"is,omitempty"`
}

// Ending is what came of a walk, in the walker's own words.
type Ending struct {
	Found string `json:"found,omitempty"`
	Left  string `json:"left,omitempty"`
	Taken string `json:"taken,omitempty"`
}

// Walk is what a walk comes to.
type Walk struct {
	Outing Outing
	// Bag says of what to carry whether it is in the bag.
	Bag map[string]Packing
	// Began and Ended are when; nil for not yet.
	Began, Ended *time.Time
	Ending       *Ending
	Deleted      bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// The errors of an event that does not go with what a walk says.
var (
	ErrWalkEnded   = errors.New("the walk has ended; reopen it first")
	ErrWalkOpen    = errors.New("the walk has not ended")
	ErrWalkBegun   = errors.New("the walk has begun already")
	ErrWalkDeleted = errors.New("the walk is deleted; restore it first")
)

// FoldWalk works out what a walk comes to from its events, given in any order. The error is an *UnknownError where one is of a kind or
// version that this program does not know.
func FoldWalk(list []Event) (Walk, error) {
	w := Walk{Bag: map[string]Packing{}, Revision: RevisionOf(list)}
	h, err := follow(list, Plan, w.lasting)
	if err != nil {
		return w, err
	}
	var about fields[Outing]
	for _, c := range h.standing() {
		switch body := c.body.(type) {
		case *Outing:
			about.put(&w.Outing, c.event, *body, c.event.Kind == Plan)
		case *Packed:
			if w.Bag[body.Item] = body.Is; body.Is == NotSaid {
				delete(w.Bag, body.Item)
			}
		}
	}
	w.LastOp, w.NextOp, w.Created, w.Changed = h.last, h.next, h.created, h.changed
	return w, nil
}

// lasting takes what cannot be undone; it tells whether the event is such.
func (w *Walk) lasting(e *Event, body any) bool {
	switch e.Kind {
	case Begin:
		if w.Began == nil {
			w.Began = &e.At
		}
	case End:
		w.Ending, w.Ended = body.(*Ending), &e.At
	case Reopen:
		w.Ending, w.Ended = nil, nil
	case Delete, Restore:
		w.Deleted = e.Kind == Delete
	default:
		return false
	}
	return true
}

// Allows tells whether an event that is made now goes with what the walk says now; of events made elsewhere nothing is asked.
func (w *Walk) Allows(kind Kind) error {
	switch {
	case w.Deleted && kind != Restore:
		return ErrWalkDeleted
	case !w.Deleted && kind == Restore:
		return ErrNotDeleted
	case w.Ended == nil && kind == Reopen:
		return ErrWalkOpen
	case w.Ended != nil && kind != Reopen && kind != Delete && kind != Restore:
		return ErrWalkEnded
	case w.Began != nil && kind == Begin:
		return ErrWalkBegun
	}
	return reversible(kind, w.LastOp, w.NextOp)
}
