package app

import (
	"bytes"
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/json"
	"errors"
	"fmt"
	"maps"
	"time"

	"zestythicket/core/drill"
	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// Record is a record with its ruling: worked out anew for an open one, as it was frozen for a closed one.
type Record struct {
	ID       string    `json:"id"`
	Created  time.Time `json:"created"`
	Changed  time.Time `json:"changed"`
	Deleted  bool      `json:"deleted"`
	About    About     `json:"about"`
	Readings []Kept    `json:"readings"`
	Closing  *Ended    `json:"closing,omitempty"`
	CanUndo  bool      `json:"can_undo"`
	CanRedo  bool      `json:"can_redo"`
	// Ruling is left out where there is none, and Trouble says why.
	Ruling  *identify.Shown `json:"ruling,omitempty"`
	Trouble string          `json:"trouble" doc:"Why it cannot be ruled on, and what to do; empty where it can"`
	// Frozen tells that the ruling is the one of the day the record was closed, with that guide and engine.
	Frozen    bool   `json:"frozen"`
	GuideHash string `json:"guide_hash"`
	Engine    string `json:"engine"`
	Events    int    `json:"events" doc:"How many events its history holds"`
	Unruled   int    `json:"unruled" doc:"How many changes came in from elsewhere that the closing had not seen"`
	// Revision is what there is of it: to be sent back with the next change as what was seen.
	Revision events.Revision `json:"revision"`
	// Misread are the characters whose readings count as unsure because the user misreads them in practice.
	Misread []string `json:"misread,omitempty" doc:"Characters whose readings count as unsure until they are made afresh, because the user misreads them in practice"`
	// NotToEat says of the places that it was found at why nothing of them is eaten.
	NotToEat []string `json:"not_to_eat" doc:"Why nothing of the places that it was found at is eaten; empty where nothing is said against them"`
}

// Write is what every change of a record carries.
type Write struct {
	// Op is the operation's id; the same one twice counts once.
	Op string
	// Device is where it was made; empty for here.
	Device string
	// Seen is what its maker had seen of the record; nil for all that there is.
	Seen events.Revision
}

// Here is the device of whoever does not name one.
const Here = "here"

// Record gives a record with its ruling.
func (s *Session) Record(ctx context.Context, id string) (*Record, error) {
	o, err := s.open(ctx, id)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	var shown *identify.Shown
	var trouble error
	if !o.Closed || o.Frozen == nil {
		shown, trouble = s.rule(id, &o.now, set)
	}
	return s.placed(ctx)(s.view(&o.Stream, &o.now, shown, trouble, set))
}

// placed says of a record what is known of the places that it was found at.
func (s *Session) placed(ctx context.Context) func(*Record, error) (*Record, error) {
	return func(r *Record, err error) (*Record, error) {
		if err == nil {
			r.NotToEat, err = s.notToEat(ctx, &r.About.Place)
		}
		return r, err
	}
}

// rule rules on what a record says, seen by who is set.
func (s *Session) rule(id string, now *events.Record, set *Settings) (*identify.Shown, error) {
	if t := now.About.Target; t != "" {
		if _, ok := s.Guide.Matrix.Taxon(t); !ok {
			return nil, refused("the name that this record goes by, %q, is no longer in your guide: choose another in its details, or none; what was read is kept", t)
		}
	}
	evidence := now.Evidence("", set.observer())
	evidence.Place = Place(now.About.Place).site(set.Place, s.Guide.Matrix)
	drill.Soften(evidence.Readings, set.misread)
	text, err := json.Marshal(evidence)
	if err != nil {
		return nil, err
	}
	from := sha256.Sum256(append(text, s.basis(set)...))
	shown, ok := s.rulings.Get(from)
	if !ok {
		if shown, err = identify.Show(s.Guide.Matrix, evidence); err != nil {
			return nil, refused("this record was made with another guide and cannot be ruled on with this one: %w", err)
		}
		s.rulings.Add(from, shown)
	}
	of := *shown
	of.ID = id
	return &of, nil
}

// view is a record as it is shown. Shown may be nil where the stream holds a frozen ruling, or where there is none, for what
// trouble says.
func (s *Session) view(stream *Stream, now *events.Record, shown *identify.Shown, trouble error, set *Settings) (*Record, error) {
	r := &Record{
		ID: stream.ID, Created: now.Created, Changed: now.Changed, Deleted: now.Deleted, About: aboutOf(now.About), Readings: []Kept{},
		Closing: endedOf(now.Closing, set.imperial()), CanUndo: now.LastOp != "" && now.Closing == nil, CanRedo: now.NextOp != "" && now.Closing == nil,
		GuideHash: s.Guide.Hash, Engine: ruling.Engine, Events: stream.Events, Unruled: now.Unruled, Revision: now.Revision,
	}
	for _, k := range now.Readings {
		if now.Closing == nil && len(drill.Soften([]evidence.Reading{k.Reading}, set.misread)) > 0 {
			k.Sure, k.Held = false, true
			r.Misread = append(r.Misread, k.Character)
		}
		together, how, _ := k.Reading.Counts()
		k.Reading = together
		r.Readings = append(r.Readings, Kept{k, readingSays(s.Guide.Matrix, &k.Reading, set.imperial()), how})
	}
	if stream.Closed && stream.Frozen != nil {
		var f ruling.Frozen
		err := json.Unmarshal(stream.Frozen, &f)
		if err == nil {
			shown, err = identify.Thaw(&f)
		}
		if err != nil {
			return nil, fmt.Errorf("the ruling kept with record %s cannot be read: %w", stream.ID, err)
		}
		r.Frozen, r.GuideHash, r.Engine = true, f.Guide, f.Engine
	}
	if r.Ruling = shown; shown == nil && trouble != nil {
		r.Trouble = guide.AtStart(trouble.Error()) + "."
	}
	return r, nil
}

// Happened is an event of a record, as its history is told.
type Happened struct {
	Op     string      `json:"op"`
	At     time.Time   `json:"at"`
	Kind   events.Kind `json:"kind"`
	Device string      `json:"device"`
	// About is what create and details set; Reading what read made; Character what clear is about; Closing what close set;
	// Undoes the operation that undo took back, or redo brought back.
	About     *About            `json:"about,omitempty"`
	Reading   *evidence.Reading `json:"reading,omitempty"`
	Afresh    bool              `json:"afresh,omitempty"`
	By        string            `json:"by,omitempty" doc:"Who looked afresh, where that was somebody else"`
	Held      bool              `json:"held,omitempty"`
	Character string            `json:"character,omitempty"`
	Closing   *Ended            `json:"closing,omitempty"`
	Undoes    string            `json:"undoes,omitempty"`
}

// History tells all that ever happened to a record, in the order in which it counts.
func (s *Session) History(ctx context.Context, id string) ([]Happened, error) {
	_, list, err := s.Store.Load(ctx, s.Owner, events.RecordStream, id)
	if err != nil {
		return nil, err
	}
	out := []Happened{}
	for _, e := range events.Order(list) {
		h := Happened{Op: e.Op, At: e.At, Kind: e.Kind, Device: e.Device}
		body, err := e.Decode()
		if err != nil {
			return nil, refuse(err)
		}
		switch body := body.(type) {
		case *events.About:
			about := aboutOf(*body)
			h.About = &about
		case *events.Made:
			h.Reading, h.Afresh, h.By, h.Held = &body.Reading, body.Afresh, body.By, body.Held
		case *events.Cleared:
			h.Character = body.Character
		case *events.Closing:
			h.Closing = endedOf(body, false)
			h.Closing.Weighed = ""
		case *events.Reversal:
			h.Undoes = body.Op
		}
		out = append(out, h)
	}
	return out, nil
}

// Start starts a record with a client's id.
func (s *Session) Start(ctx context.Context, id string, w Write, about About) (*Record, error) {
	if err := about.check(); err != nil {
		return nil, err
	}
	if err := s.fromWalk(ctx, w, &about); err != nil {
		return nil, err
	}
	return s.begin(ctx, id, []step{{w, s.Now(), events.Create, about.event()}})
}

// step is something that is to happen to a record.
type step struct {
	Write
	at   time.Time
	kind events.Kind
	body any
}

// begin starts a record with a history, all of it or nothing.
func (s *Session) begin(ctx context.Context, id string, steps []step) (*Record, error) {
	defer s.oneAtATime(id)()
	again := func() (bool, error) { return s.replayed(ctx, id, steps[0].Op, steps[0].kind, steps[0].body) }
	if known, err := again(); known || err != nil {
		if err != nil {
			return nil, err
		}
		return s.Record(ctx, id)
	}
	o := &opened{Stream: Stream{Kind: events.RecordStream, ID: id, Owner: s.Owner, Created: steps[0].at}}
	var list []events.Event
	sofar := opened{Stream: o.Stream, now: events.Record{Revision: events.Revision{}}}
	for _, st := range steps {
		e, err := s.event(ctx, &sofar, st)
		if err != nil {
			return nil, err
		}
		list = append(list, e)
		sofar.Events, sofar.now.Revision[e.Device] = len(list), e.Number
	}
	o.list = []events.Event{}
	r, err := s.keep(ctx, o, list)
	if errors.Is(err, ErrExists) { // perhaps sent twice at once
		if known, e := again(); known && e == nil {
			return s.Record(ctx, id)
		}
	}
	return r, err
}

// replayed tells whether an operation was kept on the record already, as it was sent now. On another record, or saying
// something else, it is a mistake.
func (s *Session) replayed(ctx context.Context, id, op string, kind events.Kind, says any) (bool, error) {
	made, err := s.Store.Operation(ctx, s.Owner, op)
	if err != nil || len(made) == 0 {
		return false, err
	}
	e := &made[0]
	body, err := e.Decode()
	if err != nil {
		return false, refuse(err)
	}
	if m, ok := body.(*events.Made); ok {
		m.Held = false // whether it is held is ours to say, and whether it has faded
		if sent, ok := says.(events.Made); ok {
			m.Reading.Handled = sent.Reading.Handled
		}
	}
	if _, ok := body.(*events.Reversal); ok {
		body = nil // what it takes back is ours to say
	}
	was, _ := json.Marshal(body) // what was decoded, and what was sent, can be written
	is, _ := json.Marshal(says)
	if e.StreamID != id || e.Kind != kind || !bytes.Equal(was, is) {
		return false, ErrOperationReused
	}
	return true, nil
}

// event makes the event of a step that comes after all that there is.
func (s *Session) event(ctx context.Context, o *opened, st step) (events.Event, error) {
	device := cmp.Or(st.Device, Here)
	number := o.now.Revision[device]
	if !o.now.Whole(o.Events) { // beyond a gap there may be more of this device's
		list, err := s.all(ctx, o)
		if err != nil {
			return events.Event{}, err
		}
		number = lastOf(list, device)
	}
	return s.newEvent(events.RecordStream, o.ID, o.now.Revision, number, st)
}

// lastOf is the number of a device's last event.
func lastOf(list []events.Event, device string) int {
	n := 0
	for i := range list {
		if list[i].Device == device {
			n = max(n, list[i].Number)
		}
	}
	return n
}

// newEvent makes the event of a step in a stream of which there is so much, so many of them its device's.
func (s *Session) newEvent(kind events.StreamKind, id string, there events.Revision, number int, st step) (events.Event, error) {
	e, err := events.New(kind, st.kind, st.body)
	if err != nil {
		return e, err
	}
	e.ID, e.Op, e.StreamID, e.Owner, e.At, e.Device = NewID(), st.Op, id, s.Owner, st.at, cmp.Or(st.Device, Here)
	e.Seen = events.Revision{}
	for device, most := range there {
		if st.Seen != nil {
			most = min(most, st.Seen[device])
		}
		e.Seen[device] = most
	}
	e.Number = number + 1
	if number > 0 {
		e.Seen[e.Device] = number // whatever else it missed, a device has seen what it made itself
	}
	maps.DeleteFunc(e.Seen, func(_ string, n int) bool { return n == 0 })
	return e, e.Check()
}

// How often a change is worked out anew where the record got others meanwhile.
const mostTries = 20

// change adds an event to a record and gives what the record says then. Says is what was sent, nil where the kind says it all.
// Prepare gives what the event says where that depends on what the record said before, nil for no event; without one it says
// what was sent.
func (s *Session) change(ctx context.Context, id string, w Write, kind events.Kind, character string, says any, prepare func(now *events.Record, blamed func() ([]string, error)) (*step, error)) (*Record, error) {
	defer s.oneAtATime(id)()
	for range mostTries {
		if known, err := s.replayed(ctx, id, w.Op, kind, says); known || err != nil {
			if err != nil {
				return nil, err
			}
			return s.Record(ctx, id)
		}
		o, err := s.open(ctx, id)
		if err != nil {
			return nil, err
		}
		if err := o.now.Allows(kind, character); err != nil {
			return nil, err
		}
		st := &step{body: says}
		if prepare != nil {
			if st, err = prepare(&o.now, func() ([]string, error) { return s.blamed(ctx, &o.Stream, &o.now) }); err != nil {
				return nil, err
			}
		}
		if st == nil {
			return s.Record(ctx, id)
		}
		st.Write, st.at, st.kind = w, s.Now(), kind
		e, err := s.event(ctx, o, *st)
		if err == nil {
			var r *Record
			if r, err = s.keep(ctx, o, []events.Event{e}); err == nil {
				return r, nil
			}
		}
		if !errors.Is(err, ErrChanged) {
			return nil, err
		}
	}
	return nil, fmt.Errorf("record %s is changed so often at once that this change found no place; try again", id)
}

// blamed are the characters that were shown to be in the way, as it was worked out last; worked out anew where that no
// longer holds.
func (s *Session) blamed(ctx context.Context, stream *Stream, now *events.Record) ([]string, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	var l listing
	if stream.Basis == s.basis(set) && json.Unmarshal(stream.Listing, &l) == nil {
		return l.Blamed, nil
	}
	shown, err := s.rule(stream.ID, now, set)
	if err != nil {
		return nil, err
	}
	return shown.Blamed, nil
}

// keep adds events to a stream, with what is listed of it, and gives the record as it is then: one ruling for both.
func (s *Session) keep(ctx context.Context, o *opened, news []events.Event) (*Record, error) {
	now, err := s.after(ctx, o, news)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	stream, had := o.Stream, o.Events
	last := news[len(news)-1].Kind
	stays := now.Closing != nil && stream.Frozen != nil && last != events.Close // it was ruled on when it was closed
	var shown *identify.Shown
	var trouble error
	if !stays {
		shown, trouble = s.rule(stream.ID, &now, set)
	}
	if trouble != nil {
		// What makes it impossible to rule on is refused; what comes after, and is no fault of its own, is kept.
		back := last == events.Undo || last == events.Redo || last == events.Delete || last == events.Restore
		if had == 0 || last == events.Close {
			return nil, trouble
		}
		if _, before := s.rule(stream.ID, &o.now, set); before == nil && !back {
			return nil, trouble
		}
	}
	if err := s.settle(&stream, &now, had+len(news)); err != nil {
		return nil, err
	}
	switch {
	case stays:
	case trouble != nil:
		err = s.listTrouble(&stream, &now, trouble, set)
	default:
		err = s.list(&stream, &now, shown, set)
	}
	if err != nil {
		return nil, err
	}
	if err := s.Store.Add(ctx, Addition{Stream: stream, New: news, Had: had}); err != nil {
		return nil, err
	}
	return s.placed(ctx)(s.view(&stream, &now, shown, trouble, set))
}
