package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// merger puts into a stream what all its events come to. Frozen is the ruling that came with a closed record; nil for none.
type merger interface {
	put(s *Session, stream *Stream, list []events.Event, frozen json.RawMessage, set *Settings) error
}

// mergers are those of all kinds of stream.
var mergers = map[events.StreamKind]merger{
	events.RecordStream: recordMerger{}, events.AlmanacStream: &almanacs, events.WalkStream: &walks, events.PickingStream: &pickings,
	events.PrintStream: &prints, events.PhotoStream: &photos, events.BatchStream: &batches, events.HouseholdStream: &households,
	events.TaskStream: &tasks, events.FormulaStream: &formulas, events.PlaceStream: &places, events.PracticeStream: &practices,
}

func (k *streamKind[T]) put(_ *Session, stream *Stream, list []events.Event, _ json.RawMessage, _ *Settings) error {
	now, err := k.fold(list)
	if err != nil {
		return err
	}
	if k.begins != "" && !slices.ContainsFunc(list, func(e events.Event) bool { return e.Kind == k.begins }) {
		return fmt.Errorf("its beginning (%s) is missing", k.begins)
	}
	stream.Events, stream.Created, stream.Changed = len(list), list[0].At, list[0].At
	for i := range list {
		stream.Created, stream.Changed = earliest(stream.Created, list[i].At), latest(stream.Changed, list[i].At)
	}
	return k.list(stream, &now)
}

func earliest(a, b time.Time) time.Time {
	if b.Before(a) {
		return b
	}
	return a
}

func latest(a, b time.Time) time.Time {
	if b.After(a) {
		return b
	}
	return a
}

type recordMerger struct{}

// put lists a closed record by the ruling that it was closed with, an open one without a ruling: that is worked out anew, a little at a time.
func (recordMerger) put(s *Session, stream *Stream, list []events.Event, frozen json.RawMessage, set *Settings) error {
	now, err := events.FoldRecord(list)
	if err != nil {
		return err
	}
	if !slices.ContainsFunc(list, func(e events.Event) bool { return e.Kind == events.Create }) {
		return errors.New("its beginning (create) is missing")
	}
	stream.Created = now.Created
	kept := stream.Frozen
	stays := now.Closing != nil && kept != nil && stream.Closed // it was ruled on when it was closed
	if err := s.settle(stream, &now, len(list)); err != nil || stays {
		return err
	}
	if now.Closing == nil {
		l := listing{
			Kingdom: now.About.Kingdom, Date: now.About.Date, Place: now.About.Place.Name, At: Place(now.About.Place), Form: listingForm,
			Observer: now.About.Observer, Reason: "It is being ruled on.",
		}
		stream.Frozen, stream.Basis, stream.Search = nil, "", ""
		stream.Listing, err = json.Marshal(l)
		return err
	}
	if frozen != nil {
		var f ruling.Frozen
		if err := json.Unmarshal(frozen, &f); err != nil {
			return fmt.Errorf("the ruling that came with it cannot be read: %w", err)
		}
		shown, err := identify.Thaw(&f)
		if err != nil {
			return fmt.Errorf("the ruling that came with it cannot be read: %w", err)
		}
		if shown.Working != nil && !s.hasTaxon(*shown.Working) {
			shown.Working = nil // the guide has it no longer; the ruling itself says its name
		}
		err = s.list(stream, &now, shown, set)
		stream.Frozen = frozen
		return err
	}
	shown, trouble := s.rule(stream.ID, &now, set)
	if trouble != nil {
		return s.listTrouble(stream, &now, trouble, set)
	}
	return s.list(stream, &now, shown, set)
}

// merged works out what a stream comes to with the events that come in, in any order; those that are there already change nothing. Ops holds the stream
// of each operation that came in so far.
func (s *Session) merged(ctx context.Context, incoming []ArrivingEvent, frozen json.RawMessage, set *Settings, ops map[string]string) (*ImportItem, *Addition, error) {
	first := &incoming[0]
	item := &ImportItem{Kind: string(first.Stream), ID: first.StreamID, Line: first.Line, Does: DoesRefuse}
	for i := range incoming {
		e := &incoming[i]
		err := e.Check()
		switch {
		case err == nil && e.Owner != s.Owner:
			err = fmt.Errorf("event %s is somebody else's", e.ID)
		case err == nil && e.Stream != first.Stream:
			err = fmt.Errorf("event %s is of a %s, others of the same stream are of a %s", e.ID, e.Stream, first.Stream)
		case err == nil && ops[e.Op] != "" && ops[e.Op] != e.StreamID:
			err = fmt.Errorf("operation %s is of two streams", e.Op)
		}
		if err != nil {
			item.Line, item.Reason = e.Line, err.Error()
			return item, nil, nil
		}
		ops[e.Op] = e.StreamID
	}
	stream, had, err := s.Store.Load(ctx, s.Owner, "", first.StreamID)
	if isMissing(err) {
		stream, err = Stream{Kind: first.Stream, ID: first.StreamID, Owner: s.Owner}, nil
	}
	if err != nil {
		return nil, nil, err
	}
	if stream.Kind != first.Stream {
		item.Reason = fmt.Sprintf("its id is that of a %s here", stream.Kind)
		return item, nil, nil
	}
	type slot struct {
		device string
		number int
	}
	known, taken := map[string]bool{}, map[slot]string{}
	for i := range had {
		known[had[i].ID], taken[slot{had[i].Device, had[i].Number}] = true, had[i].ID
	}
	var news []events.Event
	for i := range incoming {
		e := &incoming[i]
		if known[e.ID] {
			continue
		}
		at := slot{e.Device, e.Number}
		if other := taken[at]; other != "" {
			item.Line, item.Reason = e.Line, fmt.Sprintf("event %s stands where event %s is already: both are number %d of device %s, which made two histories of one", e.ID, other, e.Number, e.Device)
			return item, nil, nil
		}
		known[e.ID], taken[at] = true, e.ID
		news = append(news, e.Event)
	}
	if len(news) == 0 {
		item.Does, item.Name = DoesSame, nameOfStream(&stream)
		return item, nil, nil
	}
	if err := mergers[first.Stream].put(s, &stream, slices.Concat(had, news), frozen, set); err != nil {
		item.Reason = err.Error()
		return item, nil, nil
	}
	item.Name = nameOfStream(&stream)
	if item.Does = DoesNew; len(had) > 0 {
		item.Does = DoesChange
	}
	return item, &Addition{Stream: stream, New: news, Had: len(had)}, nil
}
