package app

import (
	"context"
	"errors"
	"fmt"

	"zestythicket/core/events"
)

// streamKind says how streams of a kind are read, what they allow and how they are listed. Records, which are ruled on, have their own
// ways.
type streamKind[T any] struct {
	kind events.StreamKind
	// begins is the kind of event that begins one; empty where any does.
	begins events.Kind
	fold   func([]events.Event) (T, error)
	allows func(*T, events.Kind) error
	// undoes names the operations that undo takes back and redo brings back.
	undoes func(*T) (last, next string)
	// list puts in what is listed of it.
	list func(*Stream, *T) error
}

// standing is a stream as it stands: its events and what they come to.
type standing[T any] struct {
	Stream
	list []events.Event
	now  T
}

// missingError tells that there is no such stream.
type missingError struct{ what events.StreamKind }

func (m missingError) Error() string        { return fmt.Sprintf("there is no such %s", m.what) }
func (m missingError) Is(target error) bool { return target == ErrNotFound }

func isMissing(err error) bool { return errors.Is(err, ErrNotFound) }

// open opens a stream, a deleted one too.
func (k *streamKind[T]) open(ctx context.Context, s *Session, id string) (*standing[T], error) {
	stream, list, err := s.Store.Load(ctx, s.Owner, k.kind, id)
	if isMissing(err) {
		return nil, missingError{k.kind}
	}
	if err != nil {
		return nil, err
	}
	now, err := k.fold(list)
	return &standing[T]{stream, list, now}, refuse(err)
}

// change adds an event to a stream, or begins it, and gives what the stream comes to then. Says is what was sent;
// nil where the kind says it all.
func (k *streamKind[T]) change(ctx context.Context, s *Session, id string, w Write, kind events.Kind, says any) (*standing[T], error) {
	begins := k.begins == "" || k.begins == kind
	defer s.oneAtATime(id)()
	for range mostTries {
		if known, err := s.replayed(ctx, id, w.Op, kind, says); known || err != nil {
			if err != nil {
				return nil, err
			}
			return k.open(ctx, s, id)
		}
		o, err := k.open(ctx, s, id)
		if begins && isMissing(err) {
			o, err = &standing[T]{Stream: Stream{Kind: k.kind, ID: id, Owner: s.Owner, Created: s.Now()}}, nil
		}
		if err != nil {
			return nil, err
		}
		if len(o.list) > 0 && k.begins == kind {
			return nil, ErrExists
		}
		next, err := k.next(s, o, w, kind, says)
		if err != nil {
			return nil, err
		}
		if err = s.Store.Add(ctx, Addition{Stream: next.Stream, New: next.list[len(o.list):], Had: len(o.list)}); err == nil {
			return next, nil
		}
		if !errors.Is(err, ErrChanged) && (!errors.Is(err, ErrExists) || !begins) {
			return nil, err
		}
	}
	return nil, fmt.Errorf("%s %s is changed so often at once that this change found no place; try again", k.kind, id)
}

// next is a stream with one more event.
func (k *streamKind[T]) next(s *Session, o *standing[T], w Write, kind events.Kind, says any) (*standing[T], error) {
	if err := k.allows(&o.now, kind); err != nil {
		return nil, err
	}
	body := says
	if last, next := k.undoes(&o.now); kind == events.Undo {
		body = events.Reversal{Op: last}
	} else if kind == events.Redo {
		body = events.Reversal{Op: next}
	}
	device := w.Device
	if device == "" {
		device = Here
	}
	e, err := s.newEvent(k.kind, o.ID, events.RevisionOf(o.list), lastOf(o.list, device), step{w, s.Now(), kind, body})
	if err != nil {
		return nil, err
	}
	out := &standing[T]{Stream: o.Stream, list: append(o.list[:len(o.list):len(o.list)], e)}
	if out.now, err = k.fold(out.list); err != nil {
		return nil, refuse(err)
	}
	out.Events, out.Changed = len(out.list), e.At
	return out, k.list(&out.Stream, &out.now)
}
