package app

import (
	"context"
	"encoding/json"
	"slices"

	"zestythicket/core/events"
)

// opened is a record as it was opened: what is listed of it, and what its events come to.
type opened struct {
	Stream
	now events.Record
	// list holds its events once they were needed; nil before.
	list []events.Event
}

// fold is what a record's events come to, as it is kept, so that they need not be read again. One of another version is not
// read: it is worked out anew.
type fold struct {
	Version int           `json:"version"`
	Events  int           `json:"events"`
	Record  events.Record `json:"record"`
}

const foldVersion = 1

// open opens a record, a deleted one too.
func (s *Session) open(ctx context.Context, id string) (*opened, error) {
	stream, err := s.Store.Find(ctx, s.Owner, events.RecordStream, id)
	if err != nil {
		return nil, err
	}
	o := &opened{Stream: stream}
	var kept fold
	if stream.Fold != nil && json.Unmarshal(stream.Fold, &kept) == nil && kept.Version == foldVersion && kept.Events == stream.Events {
		o.now = kept.Record
		return o, nil
	}
	if o.Stream, o.list, err = s.Store.Load(ctx, s.Owner, events.RecordStream, id); err != nil {
		return nil, err
	}
	o.Events = len(o.list)
	o.now, err = events.FoldRecord(o.list)
	return o, refuse(err)
}

// all gives the events of what was opened. ErrChanged where it has got others meanwhile.
func (s *Session) all(ctx context.Context, o *opened) ([]events.Event, error) {
	if o.list == nil {
		_, list, err := s.Store.Load(ctx, s.Owner, o.Kind, o.ID)
		if err != nil {
			return nil, err
		}
		if len(list) != o.Events {
			return nil, ErrChanged
		}
		o.list = list
	}
	return o.list, nil
}

// after works out what a record says with more events.
func (s *Session) after(ctx context.Context, o *opened, news []events.Event) (events.Record, error) {
	if len(news) == 1 && o.Events > 0 && o.now.Whole(o.Events) {
		if next, ok, err := o.now.Next(&news[0]); ok || err != nil {
			return next, refuse(err)
		}
	}
	had, err := s.all(ctx, o)
	if err != nil {
		return events.Record{}, err
	}
	now, err := events.FoldRecord(slices.Concat(had, news))
	return now, refuse(err)
}

// settle puts in what so many events of a record come to.
func (s *Session) settle(stream *Stream, now *events.Record, n int) error {
	stream.Changed, stream.Deleted, stream.Closed, stream.Events, stream.Fold = now.Changed, now.Deleted, now.Closing != nil, n, nil
	if !now.Whole(n) {
		return nil
	}
	b, err := json.Marshal(fold{foldVersion, n, *now})
	stream.Fold = b
	return err
}
