package store

import (
	"encoding/json"
	"fmt"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"

	"gorm.io/gorm"
)

// streamsVersion is the migration that puts records and their events into streams of events of any kind.
const streamsVersion = "0004"

// oldRecord is a record's row as it was before there were streams.
type oldRecord struct {
	ID, Owner                string
	Created, Changed         time.Time
	Deleted, Closed          bool
	Kingdom                  string
	Date, Place, Observer    string
	Verdict, Reason, Working string
	WorkingName              string
	Margin                   *int
	Done, Search             string
	Frozen                   string
	GuideHash, Engine        string
}

// oldEvent is an event as it was written then: one form for all kinds, undo without a name.
type oldEvent struct {
	Op        string            `json:"op"`
	At        time.Time         `json:"at"`
	Kind      events.Kind       `json:"kind"`
	About     *events.About     `json:"about"`
	Reading   *evidence.Reading `json:"reading"`
	Afresh    bool              `json:"afresh"`
	Held      bool              `json:"held"`
	Character string            `json:"character"`
	Closing   *events.Closing   `json:"closing"`
}

// toStreams turns records, their events and guides of one's own into streams and overlays. Nothing of them is left out.
func toStreams(tx *gorm.DB) error {
	before := statements(
		`ALTER TABLE events RENAME TO old_events`,
		`DROP INDEX events_by_record`,
		`DROP TRIGGER events_stay`,
		`DROP TRIGGER events_remain`,
		`CREATE TABLE streams (id text PRIMARY KEY, kind text NOT NULL, owner text NOT NULL, created datetime, changed datetime,
			deleted numeric NOT NULL, closed numeric NOT NULL, events integer NOT NULL, basis text NOT NULL, listing text NOT NULL,
			search text NOT NULL, frozen text)`,
		`CREATE INDEX streams_by_change ON streams (owner, kind, deleted, changed)`,
		`CREATE TABLE events (seq integer PRIMARY KEY AUTOINCREMENT, id text NOT NULL UNIQUE, op text NOT NULL, stream text NOT NULL,
			stream_id text NOT NULL REFERENCES streams (id), owner text NOT NULL, device text NOT NULL, number integer NOT NULL,
			at datetime NOT NULL, seen text NOT NULL, kind text NOT NULL, version integer NOT NULL, body text NOT NULL,
			UNIQUE (stream_id, device, number))`,
		`CREATE INDEX events_by_stream ON events (stream_id, seq)`,
		`CREATE INDEX events_by_op ON events (op)`,
		`ALTER TABLE own_guides RENAME TO overlays`,
		`DROP TABLE names`,
		`DROP TABLE names_of`,
	)
	if err := before(tx); err != nil {
		return err
	}
	var records []oldRecord
	if err := tx.Table("records").Find(&records).Error; err != nil {
		return err
	}
	for i := range records {
		if err := records[i].move(tx); err != nil {
			return fmt.Errorf("record %s: %w", records[i].ID, err)
		}
	}
	return statements(
		`DROP TABLE old_events`,
		`DROP TABLE records`,
		`CREATE TRIGGER events_stay BEFORE UPDATE ON events BEGIN SELECT raise(ABORT, 'events are never changed'); END`,
		`CREATE TRIGGER events_remain BEFORE DELETE ON events BEGIN SELECT raise(ABORT, 'events are never erased'); END`,
	)(tx)
}

func (r *oldRecord) move(tx *gorm.DB) error {
	var bodies []string
	if err := tx.Table("old_events").Where("record = ?", r.ID).Order("seq").Pluck("body", &bodies).Error; err != nil {
		return err
	}
	list, err := newEvents(r.Owner, r.ID, bodies)
	if err != nil {
		return err
	}
	listing, err := json.Marshal(map[string]any{
		"kingdom": r.Kingdom, "date": r.Date, "place": r.Place, "observer": r.Observer, "verdict": guide.Verdict(r.Verdict), "reason": r.Reason,
		"working": r.Working, "working_name": r.WorkingName, "margin": r.Margin, "done": r.Done,
	})
	if err != nil {
		return err
	}
	s := app.Stream{
		Kind: events.RecordStream, ID: r.ID, Owner: r.Owner, Created: r.Created, Changed: r.Changed, Deleted: r.Deleted, Closed: r.Closed,
		Events: len(list), Listing: listing, Search: r.Search, // without a basis: what is listed of an open one is worked out anew
	}
	if r.Frozen != "" {
		f := ruling.Frozen{Version: 1, Guide: r.GuideHash, Engine: r.Engine}
		if err := json.Unmarshal([]byte(r.Frozen), &f); err != nil {
			return fmt.Errorf("its ruling: %w", err)
		}
		if s.Frozen, err = json.Marshal(f); err != nil {
			return err
		}
	}
	if err := tx.Omit("fold").Create(rowOf(&s)).Error; err != nil { // which came later
		return err
	}
	for i := range list {
		row, err := eventRow(&list[i])
		if err != nil {
			return err
		}
		if err := tx.Create(row).Error; err != nil {
			return err
		}
	}
	return nil
}

// newEvents turns a record's old events, in their order, into events of a stream, all made here, each having seen those
// before it. Undo and redo come to name the operation that they took back and brought back.
func newEvents(owner, record string, bodies []string) ([]events.Event, error) {
	var done, undone []string
	out := make([]events.Event, len(bodies))
	for i, text := range bodies {
		var old oldEvent
		if err := json.Unmarshal([]byte(text), &old); err != nil {
			return nil, fmt.Errorf("event %d cannot be read: %w", i+1, err)
		}
		var body any
		switch old.Kind {
		case events.Create, events.Details:
			body = old.About
		case events.Read:
			if old.Reading == nil {
				return nil, fmt.Errorf("event %d reads nothing", i+1)
			}
			body = events.Made{Reading: *old.Reading, Afresh: old.Afresh, Held: old.Held}
		case events.Clear:
			body = events.Cleared{Character: old.Character}
		case events.Close:
			body = old.Closing
		case events.Undo:
			reversal := events.Reversal{}
			if n := len(done) - 1; n > 0 {
				reversal.Op = done[n]
				undone, done = append(undone, done[n]), done[:n]
			}
			body = reversal
		case events.Redo:
			reversal := events.Reversal{}
			if n := len(undone) - 1; n >= 0 {
				reversal.Op = undone[n]
				done, undone = append(done, undone[n]), undone[:n]
			}
			body = reversal
		}
		switch old.Kind {
		case events.Create, events.Details, events.Read, events.Clear:
			done, undone = append(done, old.Op), nil
		}
		e, err := events.New(events.RecordStream, old.Kind, body)
		if err != nil {
			return nil, err
		}
		e.Version = 1 // as it was made: what was read afresh then stood in place of what was read before
		e.ID, e.Op, e.StreamID, e.Owner, e.Device, e.Number, e.At = old.Op, old.Op, record, owner, app.Here, i+1, old.At
		if e.Seen = (events.Revision{}); i > 0 {
			e.Seen[app.Here] = i
		}
		if err := e.Check(); err != nil {
			return nil, err
		}
		out[i] = e
	}
	return out, nil
}
