package events

import (
	"maps"
	"slices"
)

// Whole tells whether the record was worked out from so many events and no device's numbers have a gap.
func (r *Record) Whole(n int) bool {
	sum := 0
	for _, m := range r.Revision {
		sum += m
	}
	return sum == n
}

// Next works out what a whole record says after one more event, from what it says now: where the maker of the event had seen
// all that there is, and takes nothing back. Else ok is false, and all events are to be folded.
func (r *Record) Next(e *Event) (next Record, ok bool, err error) {
	for device, n := range r.Revision {
		if e.Seen[device] < n {
			return next, false, nil
		}
	}
	if e.Number != r.Revision[e.Device]+1 || e.Kind == Create || e.Kind == Undo || e.Kind == Redo {
		return next, false, nil
	}
	body, err := e.Decode()
	if err != nil {
		return next, false, err
	}
	next = *r // what is shared with the record as it was is never written to
	next.Revision, next.Readings = maps.Clone(r.Revision), slices.Clone(r.Readings)
	next.Revision[e.Device] = e.Number
	if e.At.Before(next.Created) {
		next.Created = e.At
	}
	if e.At.After(next.Changed) {
		next.Changed = e.At
	}
	switch body := body.(type) {
	case *About:
		next.About = *body
	case *Made:
		k := body.kept(e, next.Find(body.Reading.Character))
		if at := next.index(k.Character); at >= 0 {
			next.Readings[at] = k
		} else {
			next.Readings = append(next.Readings, k)
		}
	case *Cleared:
		if at := next.index(body.Character); at >= 0 {
			next.Readings = slices.Delete(next.Readings, at, at+1)
		}
	case *Closing:
		next.Closing, next.Unruled = body, 0
		return next, true, nil
	case nil:
		if e.Kind == Reopen {
			next.Closing, next.Unruled = nil, 0
		} else {
			next.Deleted = e.Kind == Delete
		}
		return next, true, nil
	}
	next.LastOp, next.NextOp = e.Op, ""
	if next.Closing != nil {
		next.Unruled++
	}
	return next, true, nil
}
