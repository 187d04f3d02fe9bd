package store

import (
	"encoding/json"
	"fmt"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"
)

// stream is a row of what is listed of a stream.
type stream struct {
	ID      string `gorm:"primaryKey"`
	Kind    string
	Owner   string
	Created time.Time
	Changed time.Time
	Deleted bool
	Closed  bool
	Events  int
	Basis   string
	Listing string
	Search  string
	Frozen  *string
	Fold    string
}

func (stream) TableName() string { return "streams" }

func rowOf(s *app.Stream) *stream {
	row := &stream{
		ID: s.ID, Kind: string(s.Kind), Owner: s.Owner, Created: s.Created, Changed: s.Changed, Deleted: s.Deleted, Closed: s.Closed,
		Events: s.Events, Basis: s.Basis, Listing: string(s.Listing), Search: s.Search,
		Fold: string(s.Fold),
	}
	if s.Frozen != nil {
		frozen := string(s.Frozen)
		row.Frozen = &frozen
	}
	return row
}

func (r *stream) stream() app.Stream {
	s := app.Stream{
		Kind: events.StreamKind(r.Kind), ID: r.ID, Owner: r.Owner, Created: r.Created, Changed: r.Changed, Deleted: r.Deleted, Closed: r.Closed,
		Events: r.Events, Basis: r.Basis, Listing: json.RawMessage(r.Listing), Search: r.Search,
	}
	if r.Fold != "" {
		s.Fold = json.RawMessage(r.Fold)
	}
	if r.Frozen != nil {
		s.Frozen = json.RawMessage(*r.Frozen)
	}
	return s
}

// event is a row of an event; Seq is the order in which events arrived.
type event struct {
	Seq      uint `gorm:"primaryKey;autoIncrement"`
	ID       string
	Op       string
	Kind     string
	StreamID string
	Stream   string
	Owner    string
	Device   string
	Number   int
	At       time.Time
	Seen     string
	Version  int
	Body     string
}

func (event) TableName() string { return "events" }

func eventRow(e *events.Event) (*event, error) {
	seen, err := json.Marshal(e.Seen)
	return &event{
		ID: e.ID, Op: e.Op, Kind: string(e.Kind), Stream: string(e.Stream), StreamID: e.StreamID, Owner: e.Owner, Device: e.Device,
		Number: e.Number, At: e.At, Seen: string(seen), Version: e.Version, Body: string(e.Body),
	}, err
}

func (r *event) event() (events.Event, error) {
	e := events.Event{
		ID: r.ID, Op: r.Op, Stream: events.StreamKind(r.Stream), StreamID: r.StreamID, Owner: r.Owner, Device: r.Device, Number: r.Number,
		At: r.At, Kind: events.Kind(r.Kind), Version: r.Version,
	}
	if r.Body != "" {
		e.Body = json.RawMessage(r.Body)
	}
	if err := json.Unmarshal([]byte(r.Seen), &e.Seen); err != nil {
		return e, fmt.Errorf("event %s cannot be read: %w", r.ID, err)
	}
	return e, nil
}

// setting holds an owner's settings as a document.
type setting struct {
	Owner   string `gorm:"primaryKey"`
	Changed time.Time
	Body    string
}

func (setting) TableName() string { return "settings" }

// overlay is a version of what an owner lays over the guide. Versions are only ever added.
type overlay struct {
	Seq   uint `gorm:"primaryKey;autoIncrement"`
	Op    string
	Owner string
	At    time.Time
	Body  string
}

func (overlay) TableName() string { return "overlays" }
