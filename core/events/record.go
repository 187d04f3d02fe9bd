package events

import (
	"errors"
	"slices"
	"time"

	"zestythicket/core/evidence"
)

// The kinds of event of a record. Details, Read and Clear can be undone; a closed record is reopened, a deleted one
// restored.
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

// RecordKinds lists them all.
var RecordKinds = []Kind{Create, Details, Read, Clear, Undo, Redo, Close, Reopen, Delete, Restore}

var recordKinds = map[Kind]kindRule{
	Create:  {2, func() any { return new(About) }}, // 2: walk, kit and elevation
	Details: {2, func() any { return new(About) }},
	Read:    {2, func() any { return new(Made) }}, // 2: by and piece
	Clear:   {1, func() any { return new(Cleared) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Close:   {1, func() any { return new(Closing) }},
	Reopen:  {1, nil},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// About is what a record is about, apart from its readings: what Create and Details set.
type About struct {
	Kingdom string           `json:"kingdom"`
	Purpose evidence.Purpose `json:"purpose,omitempty"`
	Target  string           `json:"target,omitempty"`
	// Date is a day such as 2026-05-10.
	Date   string `json:"date,omitempty"`
	Region string `json:"region,omitempty"`
	Stage  string `json:"stage,omitempty"`
	Place  Place  `json:"place,omitzero"`
	// Observer is the name of who looked.
	Observer string `json:"observer,omitempty"`
	Note     string `json:"note,omitempty"`
	// Walk is the id of the walk it was made on. Kit is what was carried then; nil for what the settings say.
	Walk string   `json:"walk,omitempty"`
	Kit  []string `json:"kit,omitzero"`
}

// Place is where a specimen stood: degrees (WGS 84) with an accuracy in metres, or only a name.
type Place struct {
	// ID is a place that is kept; empty for none.
	ID        string   `json:"id,omitempty"`
	Name      string   `json:"name,omitempty"`
	Latitude  *float64 `json:"latitude,omitempty"`
	Longitude *float64 `json:"longitude,omitempty"`
	AccuracyM *float64 `json:"accuracy_m,omitempty"`
	// ElevationM is in metres above the sea.
	ElevationM *float64 `json:"elevation_m,omitempty"`
}

// Made is a reading as it was made. Afresh: one more look at what was read before, with that hidden. Held: it changed a reading
// that had been shown to be in the way, or that two devices disagreed on, so it is unsure until it is read afresh.
type Made struct {
	Reading evidence.Reading `json:"reading"`
	Afresh  bool             `json:"afresh,omitempty"`
	Held    bool             `json:"held,omitempty"`
	// By is who looked afresh, empty for the same person as before; Piece what they looked at, empty for the same piece.
	By    string `json:"by,omitempty"`
	Piece string `json:"piece,omitempty"`
}

// Cleared names the character of which the reading was taken away.
type Cleared struct {
	Character string `json:"character"`
}

// Reversal names the operation that is undone, or redone.
type Reversal struct {
	Op string `json:"op"`
}

// Closing is how a record ended: took, left, or kept for a second opinion.
type Closing struct {
	Done string `json:"done"`
	// AmountG is how much was taken, in grams; nil where it was not weighed.
	AmountG *float64 `json:"amount_g,omitempty"`
	Note    string   `json:"note,omitempty"`
}

// Kept is a reading that counts, and when it was made. Held: it waits to be read afresh. Disputed: it was read otherwise
// on another device, by somebody who did not know of this reading; it counts as unsure until it is read afresh.
type Kept struct {
	evidence.Reading
	At       time.Time `json:"at"`
	Held     bool      `json:"held,omitempty"`
	Disputed bool      `json:"disputed,omitempty"`
}

// Record is what a record says now.
type Record struct {
	About About
	// Readings are those that count, one a character, in the order of the characters' first readings.
	Readings []Kept
	Closing  *Closing
	// Unruled is the number of changes that the closing of a closed record had not seen: made elsewhere, and not part of
	// what it was closed on.
	Unruled int
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
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

// Find gives the reading of a character that counts; nil where there is none.
func (r *Record) Find(character string) *Kept {
	if i := r.index(character); i >= 0 {
		return &r.Readings[i]
	}
	return nil
}

func (r *Record) index(character string) int {
	return slices.IndexFunc(r.Readings, func(k Kept) bool { return k.Character == character })
}

// Allows tells whether an event that is made now goes with what the record says now; of events made elsewhere nothing is
// asked. Character is what Clear is about.
func (r *Record) Allows(kind Kind, character string) error {
	switch {
	case r.Deleted && kind != Restore:
		return ErrDeleted
	case !r.Deleted && kind == Restore:
		return ErrNotDeleted
	case r.Closing == nil && kind == Reopen:
		return ErrNotClosed
	case r.Closing != nil && kind != Reopen && kind != Delete && kind != Restore:
		return ErrClosed
	case kind == Undo && r.LastOp == "":
		return ErrNothingToUndo
	case kind == Redo && r.NextOp == "":
		return ErrNothingToRedo
	case kind == Clear && r.Find(character) == nil:
		return ErrNotRead
	}
	return nil
}

// Evidence is the record as the engine rules on it, seen by that observer.
func (r *Record) Evidence(id string, o evidence.Observer) *evidence.Record {
	if r.About.Kit != nil {
		o.Kit = r.About.Kit
	}
	rec := &evidence.Record{
		ID: id, Purpose: r.About.Purpose, Kingdom: r.About.Kingdom, Target: r.About.Target, Date: r.About.Date,
		Region: r.About.Region, Stage: r.About.Stage, Observer: o, Readings: []evidence.Reading{},
	}
	for _, k := range r.Readings {
		rec.Readings = append(rec.Readings, k.Reading)
	}
	return rec
}
