package events

import (
	"reflect"
	"slices"

	"zestythicket/core/evidence"
)

// FoldRecord works out what a record says from its events, given in any order. The error is an *UnknownError where one is
// of a kind or version that this program does not know.
func FoldRecord(list []Event) (Record, error) {
	r := Record{Revision: RevisionOf(list)}
	f := folding{undone: map[string]bool{}, live: map[string][]said{}}
	for _, e := range Order(list) {
		body, err := e.Decode()
		if err != nil {
			return r, err
		}
		if r.Created.IsZero() || e.At.Before(r.Created) {
			r.Created = e.At
		}
		if e.At.After(r.Changed) {
			r.Changed = e.At
		}
		f.add(&r, e, body)
	}
	for _, d := range f.changes {
		if d.event.Kind == Create { // what began it is never undone; it is deleted
			f.apply(&r, d)
		} else if !f.undone[d.event.Op] {
			f.apply(&r, d)
			r.LastOp = d.event.Op
		}
	}
	if n := len(f.redo); n > 0 {
		r.NextOp = f.redo[n-1]
	}
	if r.Closing != nil {
		for _, d := range f.changes {
			if !f.closing.Saw(d.event) {
				r.Unruled++
			}
		}
	}
	f.settle(&r)
	return r, nil
}

// change is an event that can be undone, decoded.
type change struct {
	event *Event
	body  any
}

// said is what one event says of a character: a reading, or none where it was cleared.
type said struct {
	event *Event
	kept  *Kept
}

// folding is a fold on its way.
type folding struct {
	changes []change
	undone  map[string]bool // by operation
	redo    []string        // the operations that redo would bring back, the next one last
	closing *Event
	// live holds for each character what was said of it and not seen by whoever spoke of it later: one thing, unless it
	// was read on several devices at once.
	live    map[string][]said
	details []told
}

// told is a description of the record, with the fields that its maker changed.
type told struct {
	event   *Event
	about   About
	changed []int
}

func (f *folding) add(r *Record, e *Event, body any) {
	switch e.Kind {
	case Create, Details, Read, Clear:
		f.changes, f.redo = append(f.changes, change{e, body}), nil
	case Undo:
		op := body.(*Reversal).Op
		if !f.undone[op] {
			f.undone[op], f.redo = true, append(f.redo, op)
		}
	case Redo:
		op := body.(*Reversal).Op
		f.undone[op] = false
		f.redo = slices.DeleteFunc(f.redo, func(o string) bool { return o == op })
	case Close:
		r.Closing, f.closing = body.(*Closing), e
	case Reopen:
		r.Closing, f.closing = nil, nil
	case Delete, Restore:
		r.Deleted = e.Kind == Delete
	}
}

func (f *folding) apply(r *Record, c change) {
	switch body := c.body.(type) {
	case *About:
		f.describe(r, c.event, *body)
	case *Made:
		k := body.kept(c.event)
		f.say(r, k.Character, said{c.event, &k})
	case *Cleared:
		f.say(r, body.Character, said{c.event, nil})
	}
}

// kept is the reading as it counts.
func (m *Made) kept(e *Event) Kept {
	k := Kept{Reading: m.Reading, At: e.At, Held: m.Held}
	k.Confirmed = m.Afresh
	if m.Held {
		k.Sure = false
	}
	return k
}

// say lets what is said of a character stand in place of all that its maker had seen, and keeps the readings in the order
// of the characters' first ones.
func (f *folding) say(r *Record, character string, s said) {
	live := slices.DeleteFunc(f.live[character], func(o said) bool { return s.event.Saw(o.event) })
	f.live[character] = append(live, s)
	reads := slices.ContainsFunc(f.live[character], func(o said) bool { return o.kept != nil })
	at := slices.IndexFunc(r.Readings, func(k Kept) bool { return k.Character == character })
	switch {
	case reads && at < 0:
		r.Readings = append(r.Readings, Kept{Reading: evidence.Reading{Character: character}})
	case !reads && at >= 0:
		r.Readings = slices.Delete(r.Readings, at, at+1)
	}
}

// settle puts in the readings that count: the latest of what was said and not seen by another. Where others say
// otherwise, it is unsure until it is read afresh by somebody who knows of them.
func (f *folding) settle(r *Record) {
	for i := range r.Readings {
		live := f.live[r.Readings[i].Character]
		last := len(live) - 1
		for live[last].kept == nil {
			last--
		}
		k := *live[last].kept
		for _, other := range live {
			if other.kept == nil || !sayAlike(&k.Reading, &other.kept.Reading) {
				k.Disputed, k.Sure, k.Confirmed = true, false, false
			}
		}
		r.Readings[i] = k
	}
}

// sayAlike tells whether two readings say the same, however sure.
func sayAlike(a, b *evidence.Reading) bool {
	x, y := slices.Sorted(slices.Values(a.States)), slices.Sorted(slices.Values(b.States))
	return slices.Equal(x, y) && a.Unseen == b.Unseen && same(a.Value, b.Value) && same(a.Low, b.Low) && same(a.High, b.High)
}

func same(a, b *float64) bool { return a == b || a != nil && b != nil && *a == *b }

// describe takes over the fields that the maker of a description changed, so that two who change different ones beside
// each other both keep what they wrote; of one field the later counts.
func (f *folding) describe(r *Record, e *Event, about About) {
	var base About
	for i := range f.details {
		if d := &f.details[i]; e.Saw(d.event) {
			copyFields(&base, &d.about, d.changed)
		}
	}
	t := told{event: e, about: about}
	was, is := reflect.ValueOf(base), reflect.ValueOf(about)
	for i := range is.NumField() {
		if e.Kind == Create || !reflect.DeepEqual(was.Field(i).Interface(), is.Field(i).Interface()) {
			t.changed = append(t.changed, i)
		}
	}
	f.details = append(f.details, t)
	copyFields(&r.About, &about, t.changed)
}

func copyFields(to, from *About, fields []int) {
	into, of := reflect.ValueOf(to).Elem(), reflect.ValueOf(from).Elem()
	for _, i := range fields {
		into.Field(i).Set(of.Field(i))
	}
}
