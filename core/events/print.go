package events

import (
	"cmp"
	"errors"
	"time"
)

// PrintStream is a spore print, from laying the cap down to what fell.
const PrintStream StreamKind = "print"

// The kinds of event of a print, besides Undo, Redo, Delete and Restore.
const (
	Lay    Kind = "lay"
	Result Kind = "result"
)

var printKinds = map[Kind]kindRule{
	Lay:     {1, func() any { return new(Laid) }},
	Result:  {1, func() any { return new(Fell) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Surface is what a print falls on.
type Surface string

// The surfaces: half white and half black shows any colour.
const (
	HalfHalf Surface = "half-white-half-black"
	White    Surface = "white"
	Black    Surface = "black"
	Glass    Surface = "glass"
)

// Surfaces lists them all.
var Surfaces = []Surface{HalfHalf, White, Black, Glass}

// Laid is a cap laid down for a print, or a deposit that fell by itself.
type Laid struct {
	Record string `json:"record"`
	// Tray is where it lies among others, in the user's own words.
	Tray    string  `json:"tray,omitempty"`
	Surface Surface `json:"surface"`
	// Natural tells that it fell by itself, on the cap below or a leaf: there is nothing to wait for.
	Natural bool `json:"natural,omitempty"`
}

// Fell is what was found under the cap: a state of the print's character, or nothing.
type Fell struct {
	State string `json:"state,omitempty"`
}

// Print is what a print comes to.
type Print struct {
	Laid    Laid
	Result  *Fell
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// ErrPrintDeleted tells that a print is deleted.
var ErrPrintDeleted = errors.New("the print is deleted; restore it first")

// FoldPrint works out what a print comes to from its events, given in any order. The error is an *UnknownError where one is of a kind or
// version that this program does not know.
func FoldPrint(list []Event) (Print, error) {
	p := Print{Revision: RevisionOf(list)}
	h, err := follow(list, Lay, erasing(&p.Deleted))
	if err != nil {
		return p, err
	}
	for _, c := range h.standing() {
		switch body := c.body.(type) {
		case *Laid:
			p.Laid = *body
		case *Fell:
			p.Result = body
		}
	}
	p.LastOp, p.NextOp, p.Created, p.Changed = h.last, h.next, h.created, h.changed
	return p, nil
}

// Allows tells whether an event that is made now goes with what the print says now; of events made elsewhere nothing is asked.
func (p *Print) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, p.Deleted, ErrPrintDeleted), reversible(kind, p.LastOp, p.NextOp))
}
