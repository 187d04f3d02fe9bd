package app

import (
	"context"
	"fmt"
	"slices"

	"zestythicket/core/events"
)

// Merge takes in events that were made elsewhere, of any streams of the owner's, in any order: all of them or none. Those
// that are there already change nothing. The error names an event that cannot be taken.
func (s *Session) Merge(ctx context.Context, incoming []events.Event) error {
	for i := range incoming {
		if err := incoming[i].Check(); err != nil {
			return refuse(err)
		}
		if incoming[i].Owner != s.Owner {
			return refused("event %s is somebody else's", incoming[i].ID)
		}
	}
	for range mostTries {
		additions, err := s.merged(ctx, incoming)
		if err != nil || len(additions) == 0 {
			return err
		}
		if err := s.Store.Add(ctx, additions...); err != ErrChanged {
			return err
		}
	}
	return fmt.Errorf("the records are changed so often at once that nothing was taken; try again")
}

// merged works out what the streams come to with the events that are new to them.
func (s *Session) merged(ctx context.Context, incoming []events.Event) ([]Addition, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	var ids []string
	by := map[string][]events.Event{}
	for _, e := range incoming {
		if by[e.StreamID] == nil {
			ids = append(ids, e.StreamID)
		}
		by[e.StreamID] = append(by[e.StreamID], e)
	}
	var out []Addition
	for _, id := range ids {
		stream, had, err := s.Store.Load(ctx, s.Owner, events.RecordStream, id)
		if err == ErrNotFound {
			stream, err = Stream{Kind: events.RecordStream, ID: id, Owner: s.Owner}, nil
		}
		if err != nil {
			return nil, err
		}
		known := map[string]bool{}
		for i := range had {
			known[had[i].ID] = true
		}
		var news []events.Event
		for _, e := range by[id] {
			if !known[e.ID] {
				known[e.ID] = true
				news = append(news, e)
			}
		}
		if len(news) == 0 {
			continue
		}
		now, err := events.FoldRecord(slices.Concat(had, news))
		if err != nil {
			return nil, refuse(err)
		}
		stream.Created = now.Created
		stays := now.Closing != nil && stream.Frozen != nil && stream.Closed
		if err := s.settle(&stream, &now, len(had)+len(news)); err != nil {
			return nil, err
		}
		if !stays {
			shown, trouble := s.rule(id, &now, set)
			if trouble != nil {
				err = s.listTrouble(&stream, &now, trouble, set)
			} else {
				err = s.list(&stream, &now, shown, set)
			}
			if err != nil {
				return nil, err
			}
		}
		out = append(out, Addition{Stream: stream, New: news, Had: len(had)})
	}
	return out, nil
}
