package events

import (
	"cmp"
	"slices"

	"zestythicket/core/evidence"
)

// FoldRecord works out what a record says from its events, given in any order. The error is an *UnknownError where one is
// of a kind or version that this program does not know.
func FoldRecord(list []Event) (Record, error) {
	r := Record{Revision: RevisionOf(list)}
	f := folding{live: map[string][]said{}}
	h, err := follow(list, Create, func(e *Event, body any) bool { return f.add(&r, e, body) })
	if err != nil {
		return r, err
	}
	for _, d := range h.standing() {
		f.apply(&r, d)
	}
	r.LastOp, r.NextOp, r.Created, r.Changed = h.last, h.next, h.created, h.changed
	if r.Closing != nil {
		for _, d := range h.changes {
			if !f.closing.Saw(d.event) {
				r.Unruled++
			}
		}
	}
	f.settle(&r)
	return r, nil
}

// said is what one event says of a character: a reading, or none where it was cleared.
type said struct {
	event *Event
	kept  *Kept
}

// folding is a fold on its way.
type folding struct {
	closing *Event
	// live holds for each character what was said of it and not seen by whoever spoke of it later: one thing, unless it
	// was read on several devices at once.
	live  map[string][]said
	about fields[About]
}

// add takes what cannot be undone; it tells whether the event is such.
func (f *folding) add(r *Record, e *Event, body any) bool {
	switch e.Kind {
	case Close:
		r.Closing, f.closing = body.(*Closing), e
	case Reopen:
		r.Closing, f.closing = nil, nil
	case Delete, Restore:
		r.Deleted = e.Kind == Delete
	default:
		return false
	}
	return true
}

func (f *folding) apply(r *Record, c change) {
	switch body := c.body.(type) {
	case *About:
		f.about.put(&r.About, c.event, *body, c.event.Kind == Create)
	case *Made:
		k := body.kept(c.event, f.seenOf(body.Reading.Character, c.event))
		f.say(r, k.Character, said{c.event, &k})
	case *Cleared:
		f.say(r, body.Character, said{c.event, nil})
	}
}

// looksKept is the version of a reading from which on one that was made afresh is a further look.
const looksKept = 2

// kept is the reading as it counts, beside what its maker had seen of the character; nil for nothing. One that was made afresh is
// one more look at that, unless that was held or disputed: then it stands in its place, as looked at once. Before looks were
// kept, in version 1, what was made afresh stood in place of what was read before, as confirmed.
func (m *Made) kept(e *Event, was *Kept) Kept {
	k := Kept{Reading: m.Reading, At: e.At, Held: m.Held}
	switch {
	case m.Held:
		k.Sure = false
	case e.Version < looksKept:
		k.Confirmed = m.Afresh
	case m.Afresh && was != nil && was.Unseen == "" && was.Sure && !was.Held && !was.Disputed:
		k.Reading = was.Reading
		k.Looks = append(slices.Clone(was.Looks), m.Look())
	}
	return k
}

// Look is what was made as one more look at what was read before. One of which its maker was not sure neither confirms that nor
// speaks against it: it is still to be made.
func (m *Made) Look() evidence.FurtherLook {
	r := &m.Reading
	if r.Unseen == "" && !r.Sure {
		return evidence.FurtherLook{Unseen: evidence.NotChecked, By: cmp.Or(m.By, evidence.Self), Piece: m.Piece}
	}
	return evidence.FurtherLook{
		States: r.States, Value: r.Value, Low: r.Low, High: r.High, Unseen: r.Unseen, By: cmp.Or(m.By, evidence.Self), Piece: m.Piece, Handled: r.Handled,
	}
}

// seenOf is the latest reading of a character that the maker of an event had seen, as disputed where they had seen several that
// say otherwise; nil for none.
func (f *folding) seenOf(character string, e *Event) *Kept {
	var out *Kept
	for _, o := range f.live[character] {
		if o.kept == nil || !e.Saw(o.event) {
			continue
		}
		k := *o.kept
		k.Disputed = out != nil && !sayAlike(&out.Reading, &k.Reading)
		out = &k
	}
	return out
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
				k.Disputed, k.Sure, k.Confirmed, k.Looks = true, false, false, nil
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
