package app

import (
	"context"
	"encoding/json"
	"slices"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"

	"github.com/google/uuid"
)

// printCharacter is the character that a print is read as.
const printCharacter = "spore-print"

// Print is a spore print as it is shown.
type Print struct {
	ID      string           `json:"id"`
	Record  string           `json:"record"`
	Name    string           `json:"name" doc:"What its record goes by"`
	Tray    string           `json:"tray"`
	Surface events.Surface   `json:"surface"`
	Natural bool             `json:"natural"`
	Laid    time.Time        `json:"laid"`
	From    time.Time        `json:"from" doc:"From when it is to be looked at"`
	Until   time.Time        `json:"until"`
	State   harvest.Ripeness `json:"state"`
	Done    bool             `json:"done" doc:"Whether it was looked at"`
	Result  string           `json:"result" doc:"The state that was found; empty for nothing, or not looked at yet"`
	Deleted bool             `json:"deleted"`
	CanUndo bool             `json:"can_undo"`
}

// PrintBench is all prints, those to be looked at first, and what they can show.
type PrintBench struct {
	Prints []Print      `json:"prints"`
	States []PrintState `json:"states" doc:"What a print can show"`
}

// PrintState is a state of a print with its colour.
type PrintState struct {
	ID     string `json:"id"`
	Name   string `json:"name"`
	Swatch string `json:"swatch" doc:"Its colour in sRGB, such as #4b2b2a; empty for none"`
}

// prints says how prints are kept.
var prints = streamKind[events.Print]{
	kind: events.PrintStream, begins: events.Lay, fold: events.FoldPrint,
	allows: func(p *events.Print, kind events.Kind) error { return p.Allows(kind) },
	undoes: func(p *events.Print) (string, string) { return p.LastOp, p.NextOp },
	list: func(s *Stream, p *events.Print) error {
		s.Deleted, s.Closed, s.Search = p.Deleted, p.Result != nil, guide.Fold(p.Laid.Record+" "+p.Laid.Tray)
		s.Listing = json.RawMessage("{}")
		return nil
	},
}

// mostPrints is how many prints are shown, the latest changed. Common practice; no source.
const mostPrints = 100

// Prints gives the print bench: those that are to be looked at first, then those that wait, then those that are done.
func (s *Session) Prints(ctx context.Context) (*PrintBench, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.PrintStream, ListQuery{Limit: mostPrints})
	if err != nil {
		return nil, err
	}
	out := &PrintBench{Prints: []Print{}, States: []PrintState{}}
	if n, ok := s.Guide.Matrix.Column(printCharacter); ok {
		for _, st := range s.Guide.Matrix.Columns[n].States {
			out.States = append(out.States, PrintState{st.ID, st.Name, st.Swatch})
		}
	}
	for i := range streams {
		o, err := prints.open(ctx, s, streams[i].ID)
		if err != nil {
			s.unread(ctx, "print", streams[i].ID, err)
			continue
		}
		out.Prints = append(out.Prints, s.printView(ctx, o))
	}
	place := func(p Print) int {
		if p.Done {
			return 3
		}
		return slices.Index([]harvest.Ripeness{harvest.Overdue, harvest.Ready, harvest.Waiting}, p.State)
	}
	slices.SortStableFunc(out.Prints, func(a, b Print) int { return place(a) - place(b) })
	return out, nil
}

func (s *Session) printView(ctx context.Context, o *standing[events.Print]) Print {
	p := &o.now
	out := Print{
		ID: o.ID, Record: p.Laid.Record, Name: "A mushroom", Tray: p.Laid.Tray, Surface: p.Laid.Surface, Natural: p.Laid.Natural, Laid: p.Created,
		From: p.Created.Add(harvest.PrintFrom), Until: p.Created.Add(harvest.PrintTo), State: harvest.RipenessOf(p.Created, s.Now(), p.Laid.Natural),
		Done: p.Result != nil, Deleted: p.Deleted, CanUndo: p.LastOp != "",
	}
	if p.Result != nil {
		out.Result = p.Result.State
	}
	if st, err := s.Store.Find(ctx, s.Owner, events.RecordStream, p.Laid.Record); err == nil {
		var l listing
		if json.Unmarshal(st.Listing, &l) == nil {
			out.Name = l.find()
		}
	}
	return out
}

// LayPrint lays a cap of a record's mushroom down for a print, with a client's id.
func (s *Session) LayPrint(ctx context.Context, id string, w Write, l events.Laid) (*Print, error) {
	switch {
	case !slices.Contains(events.Surfaces, l.Surface):
		return nil, refused("%q is no surface to lay a print on", l.Surface)
	case utf8.RuneCountInString(l.Tray) > mostName:
		return nil, refused("where it lies is said in at most %d signs", mostName)
	}
	o, err := s.open(ctx, l.Record)
	if err != nil {
		return nil, err
	}
	if o.now.About.Kingdom != "fungi" {
		return nil, refused("only a mushroom has a spore print")
	}
	return s.toPrint(ctx, id, w, events.Lay, l)
}

func (s *Session) toPrint(ctx context.Context, id string, w Write, kind events.Kind, says any) (*Print, error) {
	o, err := prints.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	v := s.printView(ctx, o)
	return &v, nil
}

// FinishPrint says what was found under a cap; empty for nothing. What fell becomes a reading of its record, unsure where it was looked at
// before its time. The reading is made first: what is not kept on the record is not said of the print either.
func (s *Session) FinishPrint(ctx context.Context, id string, w Write, state string) (*Print, error) {
	o, err := prints.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	if known, err := s.replayed(ctx, id, w.Op, events.Result, events.Fell{State: state}); known || err != nil {
		v := s.printView(ctx, o)
		return &v, err
	}
	if err := o.now.Allows(events.Result); err != nil {
		return nil, err
	}
	if state != "" {
		op, err := uuid.Parse(w.Op)
		if err != nil {
			return nil, refused("op %q is no UUID", w.Op)
		}
		ripe := harvest.RipenessOf(o.now.Created, s.Now(), o.now.Laid.Natural) != harvest.Waiting
		reading := Write{Op: uuid.NewSHA1(op, []byte("reading")).String(), Device: w.Device}
		if _, err := s.Read(ctx, o.now.Laid.Record, reading, NewReading{Reading: evidence.Reading{Character: printCharacter, States: []string{state}, Sure: ripe}}); err != nil {
			return nil, err
		}
	}
	return s.toPrint(ctx, id, w, events.Result, events.Fell{State: state})
}

// UndoPrint takes the last change of a print back; the reading that it made on its record stays, and is undone there.
func (s *Session) UndoPrint(ctx context.Context, id string, w Write) (*Print, error) {
	return s.toPrint(ctx, id, w, events.Undo, nil)
}

// RedoPrint brings back what was undone last.
func (s *Session) RedoPrint(ctx context.Context, id string, w Write) (*Print, error) {
	return s.toPrint(ctx, id, w, events.Redo, nil)
}

// DeletePrint deletes a print; RestorePrint brings it back.
func (s *Session) DeletePrint(ctx context.Context, id string, w Write) (*Print, error) {
	return s.toPrint(ctx, id, w, events.Delete, nil)
}

// RestorePrint brings a deleted print back.
func (s *Session) RestorePrint(ctx context.Context, id string, w Write) (*Print, error) {
	return s.toPrint(ctx, id, w, events.Restore, nil)
}
