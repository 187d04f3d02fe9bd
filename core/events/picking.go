package events

import (
	"cmp"
	"errors"
	"slices"
	"time"

	"zestythicket/core/guide"
)

// PickingStream is a picking: one taxon at one place, piece by piece.
const PickingStream StreamKind = "picking"

// The kinds of event of a picking, besides Undo, Redo, Close, Reopen, Delete and Restore. All of these can be undone but the first.
const (
	Gather Kind = "gather"
	Stand  Kind = "stand"
	Piece  Kind = "piece"
	Clean  Kind = "clean"
	Weigh  Kind = "weigh"
)

var pickingKinds = map[Kind]kindRule{
	Gather:  {1, func() any { return new(Gathering) }},
	Stand:   {1, func() any { return new(Stood) }},
	Piece:   {1, func() any { return new(Looked) }},
	Clean:   {1, nil},
	Weigh:   {1, func() any { return new(Weighed) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Close:   {1, func() any { return new(Emptied) }},
	Reopen:  {1, nil},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Gathering is what a picking is of: the record that it was begun from, its taxon, day and place.
type Gathering struct {
	Record string `json:"record"`
	Taxon  string `json:"taxon"`
	Date   string `json:"date,omitempty"`
	Place  Place  `json:"place,omitzero"`
	Walk   string `json:"walk,omitempty"`
}

// Stood says how many pieces the stand had before anything was taken.
type Stood struct {
	Seen int `json:"seen"`
}

// Finding is what a look at a piece came to.
type Finding string

// What it came to: it passes; it is doubtful and lies apart; it is another kind; it was not checked.
const (
	Passes    Finding = "passes"
	Doubtful  Finding = "doubtful"
	Another   Finding = "another"
	Unchecked Finding = "unchecked"
)

// Looked is a piece that was looked at, or counted without. The same piece again is looked at again.
type Looked struct {
	Piece string  `json:"piece"`
	Is    Finding `json:"is"`
	// Keeping is what is done with one that passes, Why the condition it is in.
	Keeping guide.Keeping `json:"keeping,omitempty"`
	Why     string        `json:"why,omitempty"`
	// Other is what another kind is taken for: a taxon's id, or empty.
	Other string `json:"other,omitempty"`
}

// Weighed is how much is in the basket, in grams.
type Weighed struct {
	G float64 `json:"g"`
}

// Emptied is how a picking ended.
type Emptied struct {
	Note string `json:"note,omitempty"`
}

// Picking is what a picking comes to.
type Picking struct {
	Of Gathering
	// Seen is how many pieces the stand had; 0 where that was not said.
	Seen int
	// Pieces are the latest looks at each piece, in the order in which the pieces were first looked at.
	Pieces []Looked
	// Order tells of each piece at which change it was looked at last, Cleaned at which hands and knife were cleaned last; 0 for never.
	Order   map[string]int
	Cleaned int
	G       float64
	Closing *Emptied
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// The errors of an event that does not go with what a picking says.
var (
	ErrPickingClosed  = errors.New("the picking is closed; reopen it first")
	ErrPickingOpen    = errors.New("the picking is not closed")
	ErrPickingDeleted = errors.New("the picking is deleted; restore it first")
)

// FoldPicking works out what a picking comes to from its events, given in any order. The error is an *UnknownError where one is of a kind
// or version that this program does not know.
func FoldPicking(list []Event) (Picking, error) {
	p := Picking{Order: map[string]int{}, Revision: RevisionOf(list)}
	h, err := follow(list, Gather, ending(&p.Closing, &p.Deleted))
	if err != nil {
		return p, err
	}
	for i, c := range h.standing() {
		switch body := c.body.(type) {
		case *Gathering:
			p.Of = *body
		case *Stood:
			p.Seen = body.Seen
		case *Weighed:
			p.G = body.G
		case *Looked:
			at := slices.IndexFunc(p.Pieces, func(l Looked) bool { return l.Piece == body.Piece })
			if p.Order[body.Piece] = i; at < 0 {
				p.Pieces = append(p.Pieces, *body)
			} else {
				p.Pieces[at] = *body
			}
		case nil:
			p.Cleaned = i
		}
	}
	p.LastOp, p.NextOp, p.Created, p.Changed = h.last, h.next, h.created, h.changed
	return p, nil
}

// Allows tells whether an event that is made now goes with what the picking says now; of events made elsewhere nothing is asked.
func (p *Picking) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, p.Deleted, ErrPickingDeleted), closable(kind, p.Closing != nil, ErrPickingClosed, ErrPickingOpen), reversible(kind, p.LastOp, p.NextOp))
}
