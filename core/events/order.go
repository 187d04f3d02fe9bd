package events

import (
	"cmp"
	"container/heap"
	"slices"
)

// Order puts a set of events in the one order in which they are folded, whatever the order they are given in: each after
// all that its maker had seen; of those that happened beside each other the earlier by their makers' clocks first, then by
// id. The clocks of devices may be wrong: they decide only where nothing else does.
func Order(events []Event) []*Event {
	o := ordering{by: map[string]*line{}, waiting: map[*Event][]*Event{}}
	o.ready = make(queue, len(events))
	for i := range events {
		e := &events[i]
		o.ready[i] = e
		d := o.by[e.Device]
		if d == nil {
			d = &line{done: map[*Event]bool{}}
			o.by[e.Device] = d
		}
		d.events = append(d.events, e)
	}
	for _, d := range o.by {
		slices.SortFunc(d.events, func(a, b *Event) int { return cmp.Or(cmp.Compare(a.Number, b.Number), cmp.Compare(a.ID, b.ID)) })
	}
	heap.Init(&o.ready)
	out := make([]*Event, 0, len(events))
	left := len(events)
	for left > 0 {
		if len(o.ready) == 0 { // they say that they have seen each other, which cannot be: the clocks decide
			o.ready = append(o.ready, o.earliestWaiting())
		}
		e := heap.Pop(&o.ready).(*Event)
		if before := o.missing(e); before != nil && !o.forced[e] {
			o.waiting[before] = append(o.waiting[before], e)
			continue
		}
		out = append(out, e)
		left--
		o.by[e.Device].take(e)
		for _, w := range o.waiting[e] {
			heap.Push(&o.ready, w)
		}
		delete(o.waiting, e)
	}
	return out
}

// ordering is how far the order has come.
type ordering struct {
	by      map[string]*line
	ready   queue
	waiting map[*Event][]*Event // by the event that they wait for
	forced  map[*Event]bool
}

// line holds one device's events by their numbers, and which of them have their place.
type line struct {
	events []*Event
	first  int // the first that has none
	done   map[*Event]bool
}

func (l *line) take(e *Event) {
	l.done[e] = true
	for l.first < len(l.events) && l.done[l.events[l.first]] {
		delete(l.done, l.events[l.first])
		l.first++
	}
}

// missing is an event that the maker of e had seen and that has no place yet; nil where there is none.
func (o *ordering) missing(e *Event) *Event {
	for device, number := range e.Seen {
		if l := o.by[device]; l != nil && l.first < len(l.events) {
			if first := l.events[l.first]; first.Number <= number && first != e {
				return first
			}
		}
	}
	return nil
}

// earliestWaiting takes out the earliest of those that wait, and lets it go ahead.
func (o *ordering) earliestWaiting() *Event {
	var best, of *Event
	for before, list := range o.waiting {
		for _, e := range list {
			if best == nil || earlier(e, best) {
				best, of = e, before
			}
		}
	}
	o.waiting[of] = slices.DeleteFunc(o.waiting[of], func(e *Event) bool { return e == best })
	if o.forced == nil {
		o.forced = map[*Event]bool{}
	}
	o.forced[best] = true
	return best
}

func earlier(a, b *Event) bool {
	return cmp.Or(a.At.Compare(b.At), cmp.Compare(a.ID, b.ID)) < 0
}

// queue is a heap of events, the earliest on top.
type queue []*Event

func (q queue) Len() int           { return len(q) }
func (q queue) Less(i, j int) bool { return earlier(q[i], q[j]) }
func (q queue) Swap(i, j int)      { q[i], q[j] = q[j], q[i] }
func (q *queue) Push(x any)        { *q = append(*q, x.(*Event)) }
func (q *queue) Pop() any {
	old := *q
	last := old[len(old)-1]
	*q = old[:len(old)-1]
	return last
}

// RevisionOf tells how much of a stream a set of events is. What comes after a gap in a device's numbers does not count as
// seen: better twice asked than once believed.
func RevisionOf(events []Event) Revision {
	numbers := map[string][]int{}
	for i := range events {
		numbers[events[i].Device] = append(numbers[events[i].Device], events[i].Number)
	}
	out := Revision{}
	for device, list := range numbers {
		slices.Sort(list)
		n := 0
		for _, k := range list {
			if k == n+1 {
				n = k
			}
		}
		if n > 0 {
			out[device] = n
		}
	}
	return out
}
