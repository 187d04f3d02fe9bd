package app

import (
	"context"
	"encoding/json"
	"errors"
	"slices"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"
)

// Picking is a picking as it is shown.
type Picking struct {
	ID      string            `json:"id"`
	Created time.Time         `json:"created"`
	Changed time.Time         `json:"changed"`
	Deleted bool              `json:"deleted"`
	Closed  bool              `json:"closed"`
	Note    string            `json:"note" doc:"What was written when it was closed"`
	Record  string            `json:"record" doc:"The record that it was begun from"`
	Taxon   string            `json:"taxon"`
	Name    string            `json:"name"`
	Date    string            `json:"date"`
	Place   Place             `json:"place"`
	Walk    string            `json:"walk"`
	Seen    int               `json:"seen" doc:"How many pieces the stand had; 0 for not said"`
	G       float64           `json:"g" doc:"What is in the basket, in grams; 0 for not weighed"`
	Pieces  []events.Looked   `json:"pieces"`
	Basket  harvest.Basket    `json:"basket"`
	Allowed harvest.Allowance `json:"allowed"`
	// Looks are what is looked at on each piece: what put the nearest harmful ones out on the record, and the must-sees.
	Looks      []CardLine       `json:"looks" doc:"What is looked at on each piece"`
	Trace      string           `json:"trace" doc:"Whose leaf it is: what is asked before a piece may pass; empty where it stands alone"`
	Conditions []PieceCondition `json:"conditions" doc:"What is done with a piece, by what is wrong with it"`
	Doubles    []Taxon          `json:"doubles" doc:"What it is taken for, the gravest first"`
	// NotToEat says of the places that it was gathered at why nothing of them is eaten.
	NotToEat []string `json:"not_to_eat" doc:"Why nothing of the places that it was gathered at is eaten"`
	// Trouble tells that the record it was begun from no longer says what it said.
	Trouble string `json:"trouble" doc:"Why what is in it is in doubt; empty where it is not"`
	CanUndo bool   `json:"can_undo"`
	CanRedo bool   `json:"can_redo"`
	// Revision is what there is of it: to be sent back with the next change as what was seen.
	Revision events.Revision `json:"revision"`
}

// PickingRow is a picking in a list.
type PickingRow struct {
	ID      string    `json:"id"`
	Changed time.Time `json:"changed"`
	Closed  bool      `json:"closed"`
	Taxon   string    `json:"taxon"`
	Name    string    `json:"name"`
	Date    string    `json:"date"`
	Place   string    `json:"place"`
	In      int       `json:"in" doc:"How many pieces are in it"`
}

// The errors of a piece that must wait.
var (
	// ErrClean: hands and knife are to be cleaned first.
	ErrClean = errors.New("clean hands and knife first, and tick it: what was handled last must not come to the next piece")
	// ErrAgain: pieces are to be checked again first.
	ErrAgain = errors.New("some pieces are still to be checked again; check them, or take them out as not checked by undoing what they were")
)

// pickings says how pickings are kept.
var pickings = streamKind[events.Picking]{
	kind: events.PickingStream, begins: events.Gather, fold: events.FoldPicking,
	allows: func(p *events.Picking, kind events.Kind) error { return p.Allows(kind) },
	undoes: func(p *events.Picking) (string, string) { return p.LastOp, p.NextOp },
	list: func(s *Stream, p *events.Picking) error {
		s.Deleted, s.Closed = p.Deleted, p.Closing != nil
		s.Search = guide.Fold(p.Of.Taxon + " " + p.Of.Place.Name + " " + p.Of.Date + " " + p.Of.Record)
		in, taken := 0, 0
		for _, l := range p.Pieces {
			if harvest.InBasket(l) {
				in++
			}
		}
		if p.Closing != nil {
			taken = in
		}
		b, err := json.Marshal(pickingListing{p.Of, in, taken, p.G})
		s.Listing = b
		return err
	},
}

// pickingListing is what is listed of a picking, as it is kept.
type pickingListing struct {
	Of    events.Gathering `json:"of"`
	In    int              `json:"in"`
	Taken int              `json:"taken"`
	G     float64          `json:"g,omitempty"`
}

// mostPickings is how many pickings are listed, and asked for what was taken at a place. Common practice; no source.
const mostPickings = 500

// Pickings lists the pickings, the latest change first.
func (s *Session) Pickings(ctx context.Context) ([]PickingRow, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.PickingStream, ListQuery{Limit: mostPickings})
	if err != nil {
		return nil, err
	}
	out := []PickingRow{}
	for i := range streams {
		r := PickingRow{ID: streams[i].ID, Changed: streams[i].Changed, Closed: streams[i].Closed}
		var l pickingListing
		if json.Unmarshal(streams[i].Listing, &l) != nil {
			r.Name = "What is listed of this picking cannot be read; open it."
		} else {
			r.Taxon, r.Name, r.Date, r.Place, r.In = l.Of.Taxon, s.nameOf(l.Of.Taxon), l.Of.Date, l.Of.Place.Name, l.In
		}
		out = append(out, r)
	}
	return out, nil
}

// Picking gives a picking.
func (s *Session) Picking(ctx context.Context, id string) (*Picking, error) {
	o, err := pickings.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	return s.pickingView(ctx, o)
}

// BeginPicking begins a picking from a record that was ruled clear, with a client's id.
func (s *Session) BeginPicking(ctx context.Context, id string, w Write, record string) (*Picking, error) {
	r, err := s.Record(ctx, record)
	if err != nil {
		return nil, err
	}
	if says := unclear(r); says != "" {
		return nil, refused("%s A picking is begun from a record on which everything harmful was ruled out", says)
	}
	place := events.Place(r.About.Place)
	return s.toPicking(ctx, id, w, events.Gather, events.Gathering{Record: record, Taxon: *r.Ruling.Working, Date: r.About.Date, Place: place, Walk: r.About.Walk}, nil)
}

// unclear says why a record does not clear what was found; empty where it does.
func unclear(r *Record) string {
	switch {
	case r.Deleted:
		return "The record is deleted."
	case r.Ruling == nil:
		return "The record cannot be ruled on."
	case r.About.Purpose == string(evidence.Touch):
		return "The record was made to touch it, not to eat it."
	case r.Ruling.Verdict != guide.RuledClear || r.Ruling.Working == nil:
		return "The record is not ruled clear: " + r.Ruling.Says
	}
	return ""
}

// toPicking adds an event to a picking. Before is asked what it says first.
func (s *Session) toPicking(ctx context.Context, id string, w Write, kind events.Kind, says any, before func(*events.Picking) error) (*Picking, error) {
	if before != nil {
		o, err := pickings.open(ctx, s, id)
		if err != nil {
			return nil, err
		}
		if known, err := s.replayed(ctx, id, w.Op, kind, says); err != nil || known {
			if err != nil {
				return nil, err
			}
			return s.pickingView(ctx, o)
		}
		if err := o.now.Allows(kind); err != nil {
			return nil, err
		}
		if err := before(&o.now); err != nil {
			return nil, err
		}
	}
	o, err := pickings.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.pickingView(ctx, o)
}

// LookAtPiece says what a look at a piece came to; the same piece again is looked at again.
func (s *Session) LookAtPiece(ctx context.Context, id string, w Write, l events.Looked) (*Picking, error) {
	switch {
	case !slices.Contains([]events.Finding{events.Passes, events.Doubtful, events.Another, events.Unchecked}, l.Is):
		return nil, refused("%q is not what a look can come to", l.Is)
	case l.Is == events.Passes && !slices.Contains(guide.Keepings, l.Keeping):
		return nil, refused("say what is done with a piece that passes: keep, trim or leave")
	case l.Is != events.Passes && l.Keeping != "":
		return nil, refused("only a piece that passes is kept, trimmed or left")
	}
	if l.Other != "" {
		if _, err := s.find(l.Other); err != nil {
			return nil, err
		}
	}
	return s.toPicking(ctx, id, w, events.Piece, l, func(p *events.Picking) error {
		again := slices.ContainsFunc(p.Pieces, func(x events.Looked) bool { return x.Piece == l.Piece })
		if len(p.Pieces) >= harvest.MostPieces && !again {
			return refused("a picking holds at most %d pieces; begin another", harvest.MostPieces)
		}
		if harvest.Of(s.Guide.Matrix, p).Clean != "" {
			return ErrClean
		}
		return nil
	})
}

// SayStand says how many pieces the stand had before anything was taken.
func (s *Session) SayStand(ctx context.Context, id string, w Write, seen int) (*Picking, error) {
	if seen < 0 || seen > 1_000_000 {
		return nil, refused("%d pieces are no stand", seen)
	}
	return s.toPicking(ctx, id, w, events.Stand, events.Stood{Seen: seen}, nil)
}

// WeighPicking says how much is in the basket, in grams.
func (s *Session) WeighPicking(ctx context.Context, id string, w Write, g float64) (*Picking, error) {
	if !(g >= 0 && g <= 1e6) {
		return nil, refused("%g g are no weight of a basket", g)
	}
	return s.toPicking(ctx, id, w, events.Weigh, events.Weighed{G: g}, nil)
}

// ClosePicking ends a picking. While pieces are to be checked again it stays open.
func (s *Session) ClosePicking(ctx context.Context, id string, w Write, note string) (*Picking, error) {
	if utf8.RuneCountInString(note) > mostNote {
		return nil, refused("the note has more than %d signs", mostNote)
	}
	return s.toPicking(ctx, id, w, events.Close, events.Emptied{Note: note}, func(p *events.Picking) error {
		switch b := harvest.Of(s.Guide.Matrix, p); {
		case len(b.Again) > 0:
			return ErrAgain
		case b.Clean != "":
			return ErrClean
		}
		return nil
	})
}

// CleanHands says that hands and knife were cleaned.
func (s *Session) CleanHands(ctx context.Context, id string, w Write) (*Picking, error) {
	return s.toPicking(ctx, id, w, events.Clean, nil, nil)
}

// UndoPicking takes the last change of a picking back.
func (s *Session) UndoPicking(ctx context.Context, id string, w Write) (*Picking, error) {
	return s.toPicking(ctx, id, w, events.Undo, nil, nil)
}

// RedoPicking brings back what was undone last.
func (s *Session) RedoPicking(ctx context.Context, id string, w Write) (*Picking, error) {
	return s.toPicking(ctx, id, w, events.Redo, nil, nil)
}

// ReopenPicking opens a closed picking again.
func (s *Session) ReopenPicking(ctx context.Context, id string, w Write) (*Picking, error) {
	return s.toPicking(ctx, id, w, events.Reopen, nil, nil)
}

// DeletePicking deletes a picking; RestorePicking brings it back.
func (s *Session) DeletePicking(ctx context.Context, id string, w Write) (*Picking, error) {
	return s.toPicking(ctx, id, w, events.Delete, nil, nil)
}

// RestorePicking brings a deleted picking back.
func (s *Session) RestorePicking(ctx context.Context, id string, w Write) (*Picking, error) {
	return s.toPicking(ctx, id, w, events.Restore, nil, nil)
}

func (s *Session) pickingView(ctx context.Context, o *standing[events.Picking]) (*Picking, error) {
	m, p := s.Guide.Matrix, &o.now
	out := &Picking{
		ID: o.ID, Created: p.Created, Changed: p.Changed, Deleted: p.Deleted, Closed: p.Closing != nil, Record: p.Of.Record, Taxon: p.Of.Taxon, Name: s.nameOf(p.Of.Taxon), Date: p.Of.Date, Place: Place(p.Of.Place), Walk: p.Of.Walk, Seen: p.Seen, G: p.G,
		Pieces: append([]events.Looked{}, p.Pieces...), Basket: harvest.Of(m, p), Looks: []CardLine{}, Conditions: []PieceCondition{}, Doubles: []Taxon{},
		CanUndo: p.LastOp != "" && p.Closing == nil, CanRedo: p.NextOp != "" && p.Closing == nil, Revision: p.Revision,
	}
	if p.Closing != nil {
		out.Note = p.Closing.Note
	}
	n, ok := m.Taxon(p.Of.Taxon)
	if !ok {
		out.Trouble = "What it was gathered as is no longer in your guide. Eat nothing of it before somebody who knows it has seen it."
		return out, nil
	}
	for _, x := range m.ConditionsOf(n) {
		out.Conditions = append(out.Conditions, PieceCondition{x.Sign, x.Then, string(x.How)})
	}
	doubles := guide.NewBits(len(m.Taxa))
	for _, l := range m.Taxa[n].Lookalikes {
		if k, ok := m.Taxon(l.Taxon); ok && m.Taxa[k].Harm.Hurts() {
			doubles.Set(k)
		}
	}
	for _, k := range m.GravestFirst(doubles) {
		out.Doubles = append(out.Doubles, s.taxon(k))
	}
	taken, today, err := s.takenBefore(ctx, o)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	at := Place(p.Of.Place)
	own, err := s.limitAt(ctx, set.limit(p.Of.Taxon), &at, p.Of.Taxon)
	if err != nil {
		return nil, err
	}
	if out.NotToEat, err = s.notToEat(ctx, &at); err != nil {
		return nil, err
	}
	out.Allowed = harvest.Allowed(&m.Taxa[n], p.Seen, taken, out.Basket.In, own, today+p.G)
	if c := harvest.Traces(&m.Taxa[n]); c != "" {
		if k, ok := m.Column(c); ok {
			out.Trace = m.Columns[k].Question
		}
	}
	r, err := s.Record(ctx, p.Of.Record)
	if isMissing(err) {
		out.Trouble = "The record that it was begun from is not there."
		return out, nil
	}
	if err != nil {
		return nil, err
	}
	if says := unclear(r); says != "" {
		out.Trouble = says + " Nothing in this basket is cleared any more."
	} else if *r.Ruling.Working != p.Of.Taxon {
		out.Trouble = "The record that it was begun from goes by another name now. Nothing in this basket is cleared any more."
	}
	if r.Ruling != nil {
		for _, character := range harvest.Looks(&m.Taxa[n], r.Ruling.Harmful) {
			out.Looks = append(out.Looks, s.cardLine(n, character))
		}
	}
	return out, nil
}

// takenBefore is how many pieces of the same taxon other closed pickings of the same year took at the same named place, and how many grams of it
// lie in the other baskets of the same day.
func (s *Session) takenBefore(ctx context.Context, o *standing[events.Picking]) (pieces int, today float64, err error) {
	of := o.now.Of
	if len(of.Date) < 4 {
		return 0, 0, nil
	}
	streams, err := s.Store.List(ctx, s.Owner, events.PickingStream, ListQuery{Limit: mostPickings})
	if err != nil {
		return 0, 0, err
	}
	for i := range streams {
		var l pickingListing
		if streams[i].ID == o.ID || json.Unmarshal(streams[i].Listing, &l) != nil || l.Of.Taxon != of.Taxon {
			continue
		}
		if l.Of.Date == of.Date {
			today += l.G
		}
		if of.Place.Name != "" && l.Of.Place.Name == of.Place.Name && len(l.Of.Date) >= 4 && l.Of.Date[:4] == of.Date[:4] {
			pieces += l.Taken
		}
	}
	return pieces, today, nil
}

// Dirty is a picking after which hands and knife are to be cleaned.
type Dirty struct {
	Picking string `json:"picking"`
	After   string `json:"after" doc:"What was handled"`
}

// Dirty lists the open pickings after which hands and knife are still to be cleaned.
func (s *Session) Dirty(ctx context.Context) ([]Dirty, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.PickingStream, ListQuery{Limit: mostPickings})
	if err != nil {
		return nil, err
	}
	out := []Dirty{}
	for i := range streams {
		if streams[i].Closed {
			continue
		}
		o, err := pickings.open(ctx, s, streams[i].ID)
		if err != nil {
			s.unread(ctx, "picking", streams[i].ID, err)
			continue
		}
		if after := harvest.Of(s.Guide.Matrix, &o.now).Clean; after != "" {
			out = append(out, Dirty{o.ID, after})
		}
	}
	return out, nil
}

// faded makes a reading that fades one that has, while hands and knife are still to be cleaned: what is smelled then may be what was
// handled before.
func (s *Session) faded(ctx context.Context, r *evidence.Reading) error {
	n, ok := s.Guide.Matrix.Column(r.Character)
	if !ok || s.Guide.Matrix.Columns[n].FadesAfter == 0 || r.Unseen != "" {
		return nil
	}
	dirty, err := s.Dirty(ctx)
	if err == nil && len(dirty) > 0 {
		r.Handled = max(r.Handled, s.Guide.Matrix.Columns[n].FadesAfter)
	}
	return err
}
