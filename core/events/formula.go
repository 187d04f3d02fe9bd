package events

import (
	"cmp"
	"errors"
	"time"

	"zestythicket/core/kitchen"
)

// FormulaStream is a mixture that somebody records.
const FormulaStream StreamKind = "formula"

// Compose is the kind of event that says what a mixture is made of; Change makes it another. Besides them there are Undo, Redo, Delete and
// Restore.
const Compose Kind = "compose"

var formulaKinds = map[Kind]kindRule{
	Compose: {1, func() any { return new(kitchen.Formula) }},
	Change:  {1, func() any { return new(kitchen.Formula) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Formula is what a recorded mixture comes to.
type Formula struct {
	Is      kitchen.Formula
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// ErrFormulaDeleted tells that a formula is deleted.
var ErrFormulaDeleted = errors.New("the formula is deleted; restore it first")

// FoldFormula works out what a recorded mixture comes to from its events, given in any order: the last that was said and not taken back.
// The error is an *UnknownError where one is of a kind or version that this program does not know.
func FoldFormula(list []Event) (Formula, error) {
	f := Formula{Revision: RevisionOf(list)}
	h, err := follow(list, Compose, erasing(&f.Deleted))
	if err != nil {
		return f, err
	}
	for _, c := range h.standing() {
		if body, ok := c.body.(*kitchen.Formula); ok {
			f.Is = *body
		}
	}
	f.LastOp, f.NextOp, f.Created, f.Changed = h.last, h.next, h.created, h.changed
	return f, nil
}

// Allows tells whether an event that is made now goes with what the formula says now; of events made elsewhere nothing is asked.
func (f *Formula) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, f.Deleted, ErrFormulaDeleted), reversible(kind, f.LastOp, f.NextOp))
}
