package app

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// Record is a record with its ruling: worked out anew for an open one, as it was frozen for a closed one.
type Record struct {
	ID       string         `json:"id"`
	Created  time.Time      `json:"created"`
	Changed  time.Time      `json:"changed"`
	Deleted  bool           `json:"deleted"`
	About    About          `json:"about"`
	Readings []Kept         `json:"readings"`
	Closing  *Ended         `json:"closing,omitempty"`
	CanUndo  bool           `json:"can_undo"`
	CanRedo  bool           `json:"can_redo"`
	Ruling   identify.Shown `json:"ruling"`
	// Frozen tells that the ruling is the one of the day the record was closed, with that guide and engine.
	Frozen    bool   `json:"frozen"`
	GuideHash string `json:"guide_hash"`
	Engine    string `json:"engine"`
	Events    int    `json:"events" doc:"How many events its history holds"`
	Unruled   int    `json:"unruled" doc:"How many changes came in from elsewhere that the closing had not seen"`
	// Revision is what there is of it: to be sent back with the next change as what was seen.
	Revision events.Revision `json:"revision"`
}

// Row is a record in a list.
type Row struct {
	ID          string        `json:"id"`
	Changed     time.Time     `json:"changed"`
	Kingdom     string        `json:"kingdom"`
	Date        string        `json:"date"`
	Place       string        `json:"place"`
	Observer    string        `json:"observer"`
	Verdict     guide.Verdict `json:"verdict,omitempty" doc:"Left out where it is being worked out anew, or cannot be"`
	Reason      string        `json:"reason"`
	Working     string        `json:"working"`
	WorkingName string        `json:"working_name"`
	Margin      *int          `json:"margin"`
	Odd         string        `json:"odd" doc:"What is unusual for the working name and stands, in a sentence; empty for nothing"`
	Done        string        `json:"done" enum:"took,left,kept,"`
	Closed      bool          `json:"closed"`
	Deleted     bool          `json:"deleted"`
	Stale       bool          `json:"stale" doc:"Whether it is being worked out anew: guide, rules or settings have changed since"`
}

// listing is what is listed of a record, as it is kept.
type listing struct {
	Kingdom     string        `json:"kingdom"`
	Date        string        `json:"date"`
	Place       string        `json:"place"`
	Observer    string        `json:"observer"`
	Verdict     guide.Verdict `json:"verdict"`
	Reason      string        `json:"reason"`
	Working     string        `json:"working"`
	WorkingName string        `json:"working_name"`
	Margin      *int          `json:"margin"`
	Odd         string        `json:"odd,omitempty"`
	Done        string        `json:"done"`
	// Blamed are the characters whose readings were shown to be in the way.
	Blamed []string `json:"blamed,omitempty"`
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

// Records lists records that hold every word of the query, the latest change first.
func (s *Session) Records(ctx context.Context, query string, deleted bool) ([]Row, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, guide.Fold(query), deleted)
	if err != nil {
		return nil, err
	}
	basis := s.basis(set)
	rows := make([]Row, len(streams))
	for i := range streams {
		st := &streams[i]
		var l listing
		if err := json.Unmarshal(st.Listing, &l); err != nil {
			return nil, fmt.Errorf("record %s: what is listed of it cannot be read: %w", st.ID, err)
		}
		rows[i] = Row{
			ID: st.ID, Changed: st.Changed, Kingdom: l.Kingdom, Date: l.Date, Place: l.Place, Observer: l.Observer, Verdict: l.Verdict,
			Reason: l.Reason, Working: l.Working, WorkingName: l.WorkingName, Margin: l.Margin, Odd: l.Odd, Done: l.Done, Closed: st.Closed,
			Deleted: st.Deleted, Stale: !st.Closed && st.Basis != basis,
		}
		if rows[i].Stale { // what no longer holds is not shown, least of all that nothing harmful fits
			rows[i].Verdict, rows[i].Reason, rows[i].Margin, rows[i].Odd = "", "", nil, ""
		}
	}
	if slices.ContainsFunc(rows, func(r Row) bool { return r.Stale }) {
		s.touch()
	}
	return rows, nil
}

// Record gives a record with its ruling.
func (s *Session) Record(ctx context.Context, id string) (*Record, error) {
	stream, list, err := s.Store.Load(ctx, s.Owner, events.RecordStream, id)
	if err != nil {
		return nil, err
	}
	now, err := events.FoldRecord(list)
	if err != nil {
		return nil, refuse(err)
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	var shown *identify.Shown
	if !stream.Closed || stream.Frozen == nil {
		if shown, err = s.rule(id, &now, set); err != nil {
			return nil, err
		}
	}
	return s.view(&stream, &now, shown, set)
}

// rule rules on what a record says, seen by who is set.
func (s *Session) rule(id string, now *events.Record, set *Settings) (*identify.Shown, error) {
	shown, err := identify.Show(s.Guide.Matrix, now.Evidence(id, set.observer()))
	if err != nil {
		return nil, refused("this record was made with another guide and cannot be ruled on with this one: %w", err)
	}
	return shown, nil
}

// view is a record as it is shown. Shown may be nil where the stream holds a frozen ruling.
func (s *Session) view(stream *Stream, now *events.Record, shown *identify.Shown, set *Settings) (*Record, error) {
	r := &Record{
		ID: stream.ID, Created: now.Created, Changed: now.Changed, Deleted: now.Deleted, About: aboutOf(now.About), Readings: []Kept{},
		Closing: endedOf(now.Closing, set.imperial()), CanUndo: now.LastOp != "" && now.Closing == nil, CanRedo: now.NextOp != "" && now.Closing == nil,
		GuideHash: s.Guide.Hash, Engine: ruling.Engine, Events: stream.Events, Unruled: now.Unruled, Revision: now.Revision,
	}
	for _, k := range now.Readings {
		r.Readings = append(r.Readings, Kept{k, readingSays(s.Guide.Matrix, &k.Reading, set.imperial())})
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
	r.Ruling = *shown
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
			h.Reading, h.Afresh, h.Held = &body.Reading, body.Afresh, body.Held
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
	if known, err := s.replayed(ctx, id, steps[0].Op); known || err != nil {
		if err != nil {
			return nil, err
		}
		return s.Record(ctx, id)
	}
	var list []events.Event
	for _, st := range steps {
		e, err := s.event(id, st, list)
		if err != nil {
			return nil, err
		}
		list = append(list, e)
	}
	stream := Stream{Kind: events.RecordStream, ID: id, Owner: s.Owner, Created: list[0].At}
	r, err := s.keep(ctx, stream, nil, list)
	if errors.Is(err, ErrExists) { // perhaps sent twice at once
		if known, e := s.replayed(ctx, id, steps[0].Op); known && e == nil {
			return s.Record(ctx, id)
		}
	}
	return r, err
}

// replayed tells whether an operation was kept on the record already. On another one it is a mistake.
func (s *Session) replayed(ctx context.Context, id, op string) (bool, error) {
	on, known, err := s.Store.Operation(ctx, s.Owner, op)
	if known && on != id {
		return false, ErrOperationReused
	}
	return known, err
}

// event makes the event of a step that comes after others.
func (s *Session) event(id string, st step, before []events.Event) (events.Event, error) {
	e, err := events.New(events.RecordStream, st.kind, st.body)
	if err != nil {
		return e, err
	}
	e.ID, e.Op, e.StreamID, e.Owner, e.At, e.Device = NewID(), st.Op, id, s.Owner, st.at, st.Device
	if e.Device == "" {
		e.Device = Here
	}
	e.Seen = events.RevisionOf(before)
	if st.Seen != nil {
		for device, most := range e.Seen {
			e.Seen[device] = min(most, st.Seen[device])
		}
	}
	for i := range before {
		if before[i].Device == e.Device {
			e.Number = max(e.Number, before[i].Number)
		}
	}
	e.Number++
	if e.Number > 1 {
		e.Seen[e.Device] = e.Number - 1 // whatever else it missed, a device has seen what it made itself
	}
	for device, n := range e.Seen {
		if n == 0 {
			delete(e.Seen, device)
		}
	}
	return e, e.Check()
}

// How often a change is worked out anew where the record got others meanwhile.
const mostTries = 20

// change adds an event to a record and gives what the record says then. Prepare gives what the event says, from what the
// record said before; nil for no event, where nothing is to be changed.
func (s *Session) change(ctx context.Context, id string, w Write, kind events.Kind, character string, prepare func(now *events.Record, blamed func() ([]string, error)) (*step, error)) (*Record, error) {
	if known, err := s.replayed(ctx, id, w.Op); known || err != nil {
		if err != nil {
			return nil, err
		}
		return s.Record(ctx, id)
	}
	for range mostTries {
		stream, list, err := s.Store.Load(ctx, s.Owner, events.RecordStream, id)
		if err != nil {
			return nil, err
		}
		if slices.ContainsFunc(list, func(e events.Event) bool { return e.Op == w.Op }) { // sent twice at once
			return s.Record(ctx, id)
		}
		now, err := events.FoldRecord(list)
		if err != nil {
			return nil, refuse(err)
		}
		if err := now.Allows(kind, character); err != nil {
			return nil, err
		}
		st, err := prepare(&now, func() ([]string, error) { return s.blamed(ctx, &stream, &now) })
		if err != nil {
			return nil, err
		}
		if st == nil {
			return s.Record(ctx, id)
		}
		st.Write, st.at, st.kind = w, s.Now(), kind
		e, err := s.event(id, *st, list)
		if err != nil {
			return nil, err
		}
		r, err := s.keep(ctx, stream, list, []events.Event{e})
		if !errors.Is(err, ErrChanged) {
			return r, err
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
func (s *Session) keep(ctx context.Context, stream Stream, had, news []events.Event) (*Record, error) {
	now, err := events.FoldRecord(slices.Concat(had, news))
	if err != nil {
		return nil, refuse(err)
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	last := news[len(news)-1].Kind
	stays := now.Closing != nil && stream.Frozen != nil && last != events.Close // it was ruled on when it was closed
	var shown *identify.Shown
	var bad error
	if !stays {
		shown, bad = s.rule(stream.ID, &now, set)
	}
	stream.Changed, stream.Deleted, stream.Closed, stream.Events = now.Changed, now.Deleted, now.Closing != nil, len(had)+len(news)
	switch {
	case stays:
	case bad != nil && (last == events.Delete || last == events.Restore): // both are possible whatever the guide says
		stream.Basis = ""
	case bad != nil:
		return nil, bad
	default:
		if err := s.list(&stream, &now, shown, set); err != nil {
			return nil, err
		}
	}
	if err := s.Store.Add(ctx, Addition{Stream: stream, New: news, Had: len(had)}); err != nil {
		return nil, err
	}
	if bad != nil {
		return nil, bad
	}
	return s.view(&stream, &now, shown, set)
}

// list puts in what is listed of a record, and the ruling to be kept with a closed one.
func (s *Session) list(stream *Stream, now *events.Record, shown *identify.Shown, set *Settings) error {
	l := listing{
		Kingdom: now.About.Kingdom, Date: now.About.Date, Place: now.About.Place.Name, Observer: now.About.Observer,
		Verdict: shown.Verdict, Reason: shown.Says, Margin: shown.Margin, Blamed: shown.Blamed,
	}
	for _, o := range shown.Odd {
		l.Odd = strings.TrimSpace(l.Odd + " " + o.Text)
	}
	words := []string{l.Place, l.Observer, l.Date, now.About.Note, string(l.Verdict)}
	if shown.Working != nil {
		n, _ := s.Guide.Matrix.Taxon(*shown.Working)
		t := &s.Guide.Matrix.Taxa[n]
		l.Working, l.WorkingName = t.ID, t.DisplayName()
		words = append(append(append(words, t.Common...), t.Synonyms...), t.Name, t.Family)
	}
	stream.Frozen, stream.Basis = nil, s.basis(set)
	if now.Closing != nil {
		l.Done = now.Closing.Done
		words = append(words, now.Closing.Note, l.Done)
		frozen, err := json.Marshal(identify.Freeze(shown, s.Guide.Hash))
		if err != nil {
			return err
		}
		stream.Frozen = frozen
	}
	stream.Search = guide.Fold(strings.Join(words, " "))
	b, err := json.Marshal(l)
	stream.Listing = b
	return err
}
