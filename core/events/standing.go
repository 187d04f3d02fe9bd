package events

import (
	"reflect"
	"slices"
	"time"
)

// change is an event that can be undone, decoded.
type change struct {
	event *Event
	body  any
}

// history is what a stream's events come to, whatever they are about: the changes, and which of them were taken back.
type history struct {
	begins           Kind
	changes          []change
	undone           map[string]bool // by operation
	redo             []string        // the operations that redo would bring back, the next one last
	last, next       string          // the operation that undo takes back, and the one that redo brings back; empty for none
	created, changed time.Time
}

// follow goes through events in the order in which they count. Lasting takes those that cannot be undone, and tells which they are.
// What begins a stream is never undone either. The error is an *UnknownError where one is of a kind or version that this program does
// not know.
func follow(list []Event, begins Kind, lasting func(e *Event, body any) bool) (*history, error) {
	h := &history{begins: begins, undone: map[string]bool{}}
	for _, e := range Order(list) {
		body, err := e.Decode()
		if err != nil {
			return h, err
		}
		if h.created.IsZero() || e.At.Before(h.created) {
			h.created = e.At
		}
		if e.At.After(h.changed) {
			h.changed = e.At
		}
		switch e.Kind {
		case Undo:
			op := body.(*Reversal).Op
			if !h.undone[op] {
				h.undone[op], h.redo = true, append(h.redo, op)
			}
		case Redo:
			op := body.(*Reversal).Op
			h.undone[op] = false
			h.redo = slices.DeleteFunc(h.redo, func(o string) bool { return o == op })
		default:
			if !lasting(e, body) {
				h.changes, h.redo = append(h.changes, change{e, body}), nil
			}
		}
	}
	if n := len(h.redo); n > 0 {
		h.next = h.redo[n-1]
	}
	return h, nil
}

// standing lists the changes that were not taken back.
func (h *history) standing() []change {
	var out []change
	for _, c := range h.changes {
		if c.event.Kind != h.begins {
			if h.undone[c.event.Op] {
				continue
			}
			h.last = c.event.Op
		}
		out = append(out, c)
	}
	return out
}

// fields is a description that is made again as a whole, of which each time the fields count that its maker changed: two who change
// different ones beside each other both keep what they wrote; of one field the later counts.
type fields[T any] struct {
	told []told[T]
}

// told is a description, with the fields that its maker changed.
type told[T any] struct {
	event   *Event
	value   T
	changed []int
}

// put takes over what the maker of a description changed; all of it where it is the first one.
func (f *fields[T]) put(into *T, e *Event, value T, first bool) {
	var base T
	for i := range f.told {
		if d := &f.told[i]; e.Saw(d.event) {
			copyFields(&base, &d.value, d.changed)
		}
	}
	t := told[T]{event: e, value: value}
	was, is := reflect.ValueOf(base), reflect.ValueOf(value)
	for i := range is.NumField() {
		if first || !reflect.DeepEqual(was.Field(i).Interface(), is.Field(i).Interface()) {
			t.changed = append(t.changed, i)
		}
	}
	f.told = append(f.told, t)
	copyFields(into, &value, t.changed)
}

func copyFields[T any](to, from *T, fields []int) {
	into, of := reflect.ValueOf(to).Elem(), reflect.ValueOf(from).Elem()
	for _, i := range fields {
		into.Field(i).Set(of.Field(i))
	}
}

// erasing takes what deletes and restores a stream of which nothing else lasts; it tells whether the event does.
func erasing(deleted *bool) func(e *Event, body any) bool {
	return func(e *Event, _ any) bool {
		if e.Kind != Delete && e.Kind != Restore {
			return false
		}
		*deleted = e.Kind == Delete
		return true
	}
}

// erasable tells whether an event that is made now goes with a stream that is deleted or not.
func erasable(kind Kind, deleted bool, errDeleted error) error {
	switch {
	case deleted && kind != Restore:
		return errDeleted
	case !deleted && kind == Restore:
		return ErrNotDeleted
	}
	return nil
}

// ending takes what closes, reopens, deletes and restores a stream; it tells whether the event does.
func ending(closing **Emptied, deleted *bool) func(e *Event, body any) bool {
	erases := erasing(deleted)
	return func(e *Event, body any) bool {
		switch e.Kind {
		case Close:
			*closing = body.(*Emptied)
		case Reopen:
			*closing = nil
		default:
			return erases(e, body)
		}
		return true
	}
}

// closable tells whether an event that is made now goes with a stream that is closed or not.
func closable(kind Kind, closed bool, errClosed, errOpen error) error {
	switch {
	case !closed && kind == Reopen:
		return errOpen
	case closed && kind != Reopen && kind != Delete && kind != Restore:
		return errClosed
	}
	return nil
}
