package app

import (
	"cmp"
	"context"
	"encoding/json"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/kitchen"
)

// RecordedFormula is a recorded mixture, worked out.
type RecordedFormula struct {
	ID      string          `json:"id"`
	Changed time.Time       `json:"changed"`
	Deleted bool            `json:"deleted"`
	Is      kitchen.Formula `json:"is"`
	// Mixed is what it comes to; left out where it does not, for what Trouble says.
	Mixed   *kitchen.Mixed `json:"mixed,omitempty"`
	Trouble string         `json:"trouble" doc:"Why it cannot be worked out; empty where it can"`
	CanUndo bool           `json:"can_undo"`
	CanRedo bool           `json:"can_redo"`
}

// formulas says how recorded mixtures are kept.
var formulas = streamKind[events.Formula]{
	kind: events.FormulaStream, fold: events.FoldFormula,
	allows: func(f *events.Formula, kind events.Kind) error { return f.Allows(kind) },
	undoes: func(f *events.Formula) (string, string) { return f.LastOp, f.NextOp },
	list: func(s *Stream, f *events.Formula) error {
		s.Deleted, s.Search = f.Deleted, guide.Fold(f.Is.Name)
		s.Listing = json.RawMessage("{}")
		return nil
	},
}

// mostFormulas is how many mixtures are listed. Common practice; no source.
const mostFormulas = 200

// Formulas lists the recorded mixtures, the latest change first.
func (s *Session) Formulas(ctx context.Context) ([]RecordedFormula, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.FormulaStream, ListQuery{Limit: mostFormulas})
	if err != nil {
		return nil, err
	}
	out := []RecordedFormula{}
	for i := range streams {
		f, err := s.Formula(ctx, streams[i].ID)
		if err != nil {
			s.unread(ctx, "formula", streams[i].ID, err)
			continue
		}
		out = append(out, *f)
	}
	return out, nil
}

// Formula gives a recorded mixture.
func (s *Session) Formula(ctx context.Context, id string) (*RecordedFormula, error) {
	o, err := formulas.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	return s.formulaView(o), nil
}

func (s *Session) formulaView(o *standing[events.Formula]) *RecordedFormula {
	f := &RecordedFormula{ID: o.ID, Changed: o.Changed, Deleted: o.now.Deleted, Is: o.now.Is, CanUndo: o.now.LastOp != "", CanRedo: o.now.NextOp != ""}
	var err error
	if f.Mixed, err = kitchen.Mix(s.Guide.Matrix, f.Is); err != nil {
		f.Trouble = guide.AtStart(err.Error()) + "."
	}
	return f
}

// dropped gives a mixture the user's own dropper, where it names none.
func (s *Session) dropped(ctx context.Context, f kitchen.Formula) (kitchen.Formula, error) {
	set, err := s.Settings(ctx)
	if err == nil && f.Drops > 0 && f.PerML == 0 {
		f.PerML = kitchen.PerML(set.Dropper)
	}
	return f, err
}

// MixFormula works a mixture out, by the user's own dropper; nothing is kept.
func (s *Session) MixFormula(ctx context.Context, f kitchen.Formula) (*kitchen.Mixed, error) {
	f, err := s.dropped(ctx, f)
	if err != nil {
		return nil, err
	}
	m, err := kitchen.Mix(s.Guide.Matrix, f)
	return m, refuse(err)
}

// PutFormula records a mixture, with a client's id, or changes it. What does not add up is refused; what exceeds a limit is kept, and says so.
func (s *Session) PutFormula(ctx context.Context, id string, w Write, f kitchen.Formula) (*RecordedFormula, error) {
	if utf8.RuneCountInString(f.Name) > mostName {
		return nil, refused("a mixture's name has at most %d signs", mostName)
	}
	f, err := s.dropped(ctx, f)
	if err != nil {
		return nil, err
	}
	if _, err := kitchen.Mix(s.Guide.Matrix, f); err != nil {
		return nil, refuse(err)
	}
	kind := events.Compose
	if _, err := s.Store.Find(ctx, s.Owner, events.FormulaStream, id); err == nil {
		kind = events.Change
		if made, err := s.Store.Operation(ctx, s.Owner, w.Op); err == nil && len(made) > 0 {
			kind = made[0].Kind // sent twice
		}
	}
	return s.toFormula(ctx, id, w, kind, f)
}

func (s *Session) toFormula(ctx context.Context, id string, w Write, kind events.Kind, says any) (*RecordedFormula, error) {
	o, err := formulas.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.formulaView(o), nil
}

// UndoFormula takes the last change of a mixture back.
func (s *Session) UndoFormula(ctx context.Context, id string, w Write) (*RecordedFormula, error) {
	return s.toFormula(ctx, id, w, events.Undo, nil)
}

// RedoFormula brings back what was undone last.
func (s *Session) RedoFormula(ctx context.Context, id string, w Write) (*RecordedFormula, error) {
	return s.toFormula(ctx, id, w, events.Redo, nil)
}

// DeleteFormula deletes a mixture; RestoreFormula brings it back.
func (s *Session) DeleteFormula(ctx context.Context, id string, w Write) (*RecordedFormula, error) {
	return s.toFormula(ctx, id, w, events.Delete, nil)
}

// RestoreFormula brings a deleted mixture back.
func (s *Session) RestoreFormula(ctx context.Context, id string, w Write) (*RecordedFormula, error) {
	return s.toFormula(ctx, id, w, events.Restore, nil)
}

// Dilution asks how a spirit is diluted, how much is poured on a weight, and how much drops are; what is not given is not answered.
type Dilution struct {
	Have    float64 `json:"have" required:"false" doc:"Strength of the spirit that is there, in per cent by volume"`
	Want    float64 `json:"want" required:"false" doc:"Strength that is wanted, in per cent by volume"`
	ML      float64 `json:"ml" required:"false" doc:"How much of it"`
	G       float64 `json:"g" required:"false" doc:"Weight of herb, in grams"`
	Dried   bool    `json:"dried" required:"false" doc:"The herb is dried"`
	Drops   float64 `json:"drops" required:"false"`
	Counted float64 `json:"counted" required:"false" doc:"How many drops of one's own dropper were counted into 5 ml; 0 for the one of the settings"`
}

// Reckon dilutes, pours and counts drops: a sentence for each that was asked. Nothing is kept.
func (s *Session) Reckon(ctx context.Context, q Dilution) ([]string, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	out := []string{}
	if q.Have != 0 || q.Want != 0 || q.ML != 0 {
		d, err := kitchen.Dilute(q.Have, q.Want, q.ML)
		if err != nil {
			return nil, refuse(err)
		}
		out = append(out, d.Says(set.imperial()))
	}
	if q.G != 0 {
		says, err := kitchen.PourSaid(q.G, q.Dried, set.imperial())
		if err != nil {
			return nil, refuse(err)
		}
		out = append(out, says)
	}
	if q.Drops != 0 {
		says, err := kitchen.DropsSaid(q.Drops, cmp.Or(q.Counted, set.Dropper))
		if err != nil {
			return nil, refuse(err)
		}
		out = append(out, says)
	}
	return out, nil
}
