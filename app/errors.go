package app

import (
	"errors"
	"fmt"

	"zestythicket/core/events"
)

// The errors of what was asked for that callers tell apart.
var (
	// ErrNotFound: there is no such record.
	ErrNotFound = errors.New("there is no such record")
	// ErrExists: a record of that id is there already.
	ErrExists = errors.New("a record of that id is there already")
	// ErrOperationReused: an operation's id was used before, for something else.
	ErrOperationReused = errors.New("this operation was used before, for something else, so nothing was done; an operation's id is made anew for each change")
	// ErrFull: the disk is full; nothing of the operation was kept.
	ErrFull = errors.New("the disk is full, so this was not saved; everything saved before is still there. Free some space and try again")
	// ErrBusy: so much is being written at once that this was not taken; nothing of it was kept.
	ErrBusy = errors.New("so much is being saved at once that this was not; try again in a moment")
	// ErrDamaged: the database's file is not as it was written.
	ErrDamaged = errors.New("the database is damaged; stop the program, keep its file aside and put a copy in its place")
	// ErrReadOnly: the file may not be written to.
	ErrReadOnly = errors.New("the database cannot be written to; look at the rights of its file and folder")
	// ErrChanged: a stream got other events meanwhile; whoever gets it tries again. It does not leave this package.
	ErrChanged = errors.New("the stream was changed meanwhile")
)

// Refused is an error of what was asked for, not of the application: it says what would be right.
type Refused struct{ error }

// Unwrap gives the error itself.
func (r Refused) Unwrap() error { return r.error }

func refused(format string, args ...any) error { return Refused{fmt.Errorf(format, args...)} }

// Refuse makes an error one of what was asked for; nil stays nil.
func Refuse(err error) error { return refuse(err) }

func refuse(err error) error {
	if err == nil {
		return nil
	}
	return Refused{err}
}

// Missing is something of the guide that was asked for and is not there: "no taxon x".
type Missing struct{ What string }

// Error says what is not there.
func (m Missing) Error() string { return "the guide has " + m.What }

// Conflicts are the errors of changes that do not go with what a record says now.
var Conflicts = []error{
	events.ErrClosed, events.ErrDeleted, events.ErrNotClosed, events.ErrNotDeleted, events.ErrNothingToUndo, events.ErrNothingToRedo, events.ErrNotRead,
	events.ErrWalkEnded, events.ErrWalkOpen, events.ErrWalkBegun, events.ErrWalkDeleted,
	events.ErrPickingClosed, events.ErrPickingOpen, events.ErrPickingDeleted, ErrClean, ErrAgain,
	events.ErrPrintDeleted, events.ErrPhotoDeleted,
	events.ErrBatchClosed, events.ErrBatchOpen, events.ErrBatchDeleted, events.ErrTaskDeleted, events.ErrFormulaDeleted,
}
