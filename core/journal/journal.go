// Package journal keeps the history of a record: every reading and change as an event, nothing erased. What a record
// says now is worked out from its events; undo and redo are events too.
package journal

import (
	"errors"
	"slices"
	"time"

	"zestythicket/core/evidence"
)

// Kind is what an event did.
type Kind string

// The kinds of event. Details, Read and Clear can be undone; a closed record is reopened, a deleted one restored.
const (
	Create  Kind = "create"
	Details Kind = "details"
	Read    Kind = "read"
	Clear   Kind = "clear"
	Undo    Kind = "undo"
	Redo    Kind = "redo"
	Close   Kind = "close"
	Reopen  Kind = "reopen"
	Delete  Kind = "delete"
	Restore Kind = "restore"
)

// Event is one thing that happened to a record.
type Event struct {
	// Op is the client's id of the operation, a UUID; the same operation twice counts once.
	Op   string    `json:"op"`
	At   time.Time `json:"at"`
	Kind Kind      `json:"kind"`
	// About is what Create and Details set.
	About *About `json:"about,omitempty"`
	// Reading is what Read made. Afresh: without being shown what hangs on it. Held: it changed a reading that had
	// been shown to be in the way, so it is unsure until it is read afresh.
	Reading *evidence.Reading `json:"reading,omitempty"`
	Afresh  bool              `json:"afresh,omitempty"`
	Held    bool              `json:"held,omitempty"`
	// Character is what Clear takes the reading of away.
	Character string `json:"character,omitempty"`
	// Closing is what Close sets.
	Closing *Closing `json:"closing,omitempty"`
}

// About is what a record is about, apart from its readings.
type About struct {
	Kingdom string           `json:"kingdom" enum:"plantae,fungi"`
	Purpose evidence.Purpose `json:"purpose,omitempty" enum:"eat,touch"`
	Target  string           `json:"target,omitempty"`
	// Date is a day such as 2026-05-10.
	Date   string `json:"date,omitempty"`
	Region string `json:"region,omitempty"`
	Stage  string `json:"stage,omitempty"`
	Place  Place  `json:"place,omitzero"`
	// Observer is the name of who looked.
	Observer string `json:"observer,omitempty" maxLength:"200"`
	Note     string `json:"note,omitempty" maxLength:"20000"`
}

// Place is where a specimen stood: degrees (WGS 84) with an accuracy in metres, or only a name.
type Place struct {
	Name      string   `json:"name,omitempty" maxLength:"200"`
	Latitude  *float64 `json:"latitude,omitempty" minimum:"-90" maximum:"90"`
	Longitude *float64 `json:"longitude,omitempty" minimum:"-180" maximum:"180"`
	AccuracyM *float64 `json:"accuracy_m,omitempty" minimum:"0"`
}

// Closing is how a record ended: took, left, or kept for a second opinion.
type Closing struct {
	Done string `json:"done" enum:"took,left,kept"`
	// AmountG is how much was taken, in grams; nil where it was not weighed.
	AmountG *float64 `json:"amount_g,omitempty" minimum:"0"`
	Note    string   `json:"note,omitempty" maxLength:"20000"`
}

// Kept is a reading that counts, when it was made, and whether it waits to be read afresh.
type Kept struct {
	evidence.Reading
	At   time.Time `json:"at"`
	Held bool      `json:"held,omitempty"`
}

// State is what a record says now.
type State struct {
	About About
	// Readings are those that count, one a character, in the order of the characters' first readings.
	Readings []Kept
	Closing  *Closing
	Deleted  bool
	// CanUndo and CanRedo tell whether there is anything to undo or redo.
	CanUndo, CanRedo bool
	Created, Changed time.Time
}

// The errors of an event that does not go with what the record says.
var (
	ErrNothingToUndo = errors.New("there is nothing to undo")
	ErrNothingToRedo = errors.New("there is nothing to redo")
	ErrClosed        = errors.New("the record is closed; reopen it first")
	ErrNotClosed     = errors.New("the record is not closed")
	ErrDeleted       = errors.New("the record is deleted; restore it first")
	ErrNotDeleted    = errors.New("the record is not deleted")
	ErrNotRead       = errors.New("that character was not read, so there is nothing to clear")
)

// Fold works out what a record says from its events, in order.
func Fold(events []Event) State {
	var s State
	var done, undone []Event
	for _, e := range events {
		if s.Created.IsZero() {
			s.Created = e.At
		}
		s.Changed = e.At
		switch e.Kind {
		case Create, Details, Read, Clear:
			done, undone = append(done, e), nil
		case Undo:
			if n := len(done) - 1; n > 0 {
				undone, done = append(undone, done[n]), done[:n:n]
			}
		case Redo:
			if n := len(undone) - 1; n >= 0 {
				done, undone = append(done, undone[n]), undone[:n:n]
			}
		case Close:
			s.Closing = e.Closing
		case Reopen:
			s.Closing = nil
		case Delete, Restore:
			s.Deleted = e.Kind == Delete
		}
	}
	for _, e := range done {
		s.apply(e)
	}
	s.CanUndo, s.CanRedo = len(done) > 1, len(undone) > 0
	return s
}

func (s *State) apply(e Event) {
	switch e.Kind {
	case Create, Details:
		s.About = *e.About
	case Read:
		r := Kept{Reading: *e.Reading, At: e.At, Held: e.Held}
		r.Confirmed = e.Afresh
		if e.Held {
			r.Sure = false
		}
		if i := s.find(r.Character); i >= 0 {
			s.Readings[i] = r
		} else {
			s.Readings = append(s.Readings, r)
		}
	case Clear:
		if i := s.find(e.Character); i >= 0 {
			s.Readings = slices.Delete(s.Readings, i, i+1)
		}
	}
}

func (s *State) find(character string) int {
	return slices.IndexFunc(s.Readings, func(r Kept) bool { return r.Character == character })
}

// Allows tells whether an event goes with what the record says now.
func (s *State) Allows(e Event) error {
	switch {
	case s.Deleted && e.Kind != Restore:
		return ErrDeleted
	case !s.Deleted && e.Kind == Restore:
		return ErrNotDeleted
	case s.Closing == nil && e.Kind == Reopen:
		return ErrNotClosed
	case s.Closing != nil && e.Kind != Reopen && e.Kind != Delete && e.Kind != Restore:
		return ErrClosed
	case e.Kind == Undo && !s.CanUndo:
		return ErrNothingToUndo
	case e.Kind == Redo && !s.CanRedo:
		return ErrNothingToRedo
	case e.Kind == Clear && s.find(e.Character) < 0:
		return ErrNotRead
	}
	return nil
}

// Record is the record as the engine rules on it, seen by that observer.
func (s *State) Record(id string, o evidence.Observer) *evidence.Record {
	rec := &evidence.Record{
		ID: id, Purpose: s.About.Purpose, Kingdom: s.About.Kingdom, Target: s.About.Target, Date: s.About.Date,
		Region: s.About.Region, Stage: s.About.Stage, Observer: o, Readings: []evidence.Reading{},
	}
	for _, r := range s.Readings {
		rec.Readings = append(rec.Readings, r.Reading)
	}
	return rec
}
