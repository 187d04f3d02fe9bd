// Package events keeps what happened: streams of events, each made on some device, and the folds that work out from a set
// of them what is so now. Nothing is erased; undo and redo are events too.
//
// The same set of events folds to the same state, whatever the order in which they arrived, so that what was read on
// several devices can be put together. Each event says which others its maker had seen; those it had not seen happened
// beside it.
package events

import (
	"encoding/json"
	"errors"
	"fmt"
	"time"
)

// StreamKind is what a stream is the history of.
type StreamKind string

// The kinds of stream.
const RecordStream StreamKind = "record"

// Kind is what an event did.
type Kind string

// Event is one thing that happened in a stream. It is a document: it is stored, copied and exchanged in this form.
type Event struct {
	// ID is a UUID of version 7, made by whoever made the event.
	ID string `json:"id"`
	// Op is the maker's id of the operation, a UUID. Several events may belong to one; the same operation twice counts once.
	Op       string     `json:"op"`
	Stream   StreamKind `json:"stream"`
	StreamID string     `json:"stream_id"`
	Owner    string     `json:"owner"`
	// Device is where it was made, Number its place among that device's events of the stream, from 1.
	Device string `json:"device"`
	Number int    `json:"number"`
	// At is the maker's own clock.
	At time.Time `json:"at"`
	// Seen is what the maker had seen of the stream.
	Seen    Revision `json:"seen"`
	Kind    Kind     `json:"kind"`
	Version int      `json:"version"`
	// Body is what the event says, as its kind and version have it; empty where the kind says it all.
	Body json.RawMessage `json:"body,omitempty"`
}

// Revision tells how much of a stream was seen: for each device, that all its events up to so many were.
type Revision map[string]int

// Saw tells whether the maker of the event had seen the other.
func (e *Event) Saw(other *Event) bool { return other.Number <= e.Seen[other.Device] }

// Document is the version of the form that events are written in.
const Document = 1

// kindRule is what is known of a kind of event: the newest version this program reads, and what its body is.
type kindRule struct {
	version int
	body    func() any
}

// registry holds every kind of event of every kind of stream. One that is not in it is refused by name.
var registry = map[StreamKind]map[Kind]kindRule{RecordStream: recordKinds, AlmanacStream: almanacKinds, WalkStream: walkKinds, PickingStream: pickingKinds, PrintStream: printKinds, PhotoStream: photoKinds, BatchStream: batchKinds, HouseholdStream: householdKinds, TaskStream: taskKinds, FormulaStream: formulaKinds, PlaceStream: placeKinds, PracticeStream: practiceKinds}

// UnknownError tells that an event is of a kind, or in a version, that this program does not know. Nothing of it is
// dropped: whoever gets the error has to leave the whole stream as it is.
type UnknownError struct {
	Event         string
	Stream        StreamKind
	Kind          Kind
	Version, Most int
}

// Error names the kind and the version.
func (e *UnknownError) Error() string {
	if e.Most > 0 {
		return fmt.Sprintf("event %s: %q of a %s is written in version %d, and this program reads up to %d; use a newer one", e.Event, e.Kind, e.Stream, e.Version, e.Most)
	}
	return fmt.Sprintf("event %s: this program knows no event %q of a stream %q; it was made by a newer one", e.Event, e.Kind, e.Stream)
}

// Decode reads what an event says: a pointer to the type that its kind has in the registry, nil for kinds that say it all.
// The error is an *UnknownError for a kind or version that is not known.
func (e *Event) Decode() (any, error) {
	rule, ok := registry[e.Stream][e.Kind]
	if !ok {
		return nil, &UnknownError{Event: e.ID, Stream: e.Stream, Kind: e.Kind, Version: e.Version}
	}
	if e.Version < 1 || e.Version > rule.version {
		return nil, &UnknownError{Event: e.ID, Stream: e.Stream, Kind: e.Kind, Version: e.Version, Most: rule.version}
	}
	if rule.body == nil {
		return nil, nil
	}
	body := rule.body()
	if err := json.Unmarshal(e.Body, body); err != nil {
		return nil, fmt.Errorf("event %s (%s) cannot be read: %w", e.ID, e.Kind, err)
	}
	return body, nil
}

// Check tells what is wrong with an event that was made elsewhere.
func (e *Event) Check() error {
	for _, must := range []struct{ name, value string }{{"id", e.ID}, {"op", e.Op}, {"stream_id", e.StreamID}, {"owner", e.Owner}, {"device", e.Device}} {
		if must.value == "" {
			return fmt.Errorf("event %s: %s is empty", e.ID, must.name)
		}
	}
	if e.Number < 1 {
		return fmt.Errorf("event %s: its number is %d; numbers begin at 1", e.ID, e.Number)
	}
	if e.At.IsZero() {
		return fmt.Errorf("event %s does not say when it happened", e.ID)
	}
	if e.Seen[e.Device] >= e.Number {
		return fmt.Errorf("event %s says that it had seen itself", e.ID)
	}
	_, err := e.Decode()
	return err
}

// New makes an event of a kind out of what it says; nil for kinds that say it all. Whoever keeps it fills in the rest:
// its id, operation, stream, owner, device, number, time and what its maker had seen.
func New(stream StreamKind, kind Kind, body any) (Event, error) {
	e := Event{Stream: stream, Kind: kind, Version: registry[stream][kind].version}
	if e.Version == 0 {
		return e, errors.New("there is no event " + string(kind) + " of a " + string(stream))
	}
	if body == nil {
		return e, nil
	}
	b, err := json.Marshal(body)
	e.Body = b
	return e, err
}

// Kinds lists the kinds of event of a kind of stream.
func Kinds(stream StreamKind) []Kind {
	var out []Kind
	for k := range registry[stream] {
		out = append(out, k)
	}
	return out
}
