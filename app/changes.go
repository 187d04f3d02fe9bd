package app

import (
	"context"
	"slices"
	"strings"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
)

// NewReading is a reading as it is made: of the character's states, or a number in any unit of length, or unseen.
type NewReading struct {
	evidence.Reading
	// Unit is that of the numbers; empty for the character's own.
	Unit string
	// Afresh tells that it is one more look at what was read before, with that hidden.
	Afresh bool
	// By is the name of who looked afresh, empty for the same person as before; Piece is what they looked at, empty for the same
	// piece and evidence.Another for another of the same find.
	By, Piece string
}

func (n *NewReading) made(r evidence.Reading) events.Made {
	return events.Made{Reading: r, Afresh: n.Afresh, By: strings.TrimSpace(n.By), Piece: n.Piece}
}

// Read keeps a reading; it supersedes one of the same character. A reading that changes one which was shown to be in the
// way, or on which two devices disagree, is held: it counts as unsure until it is read afresh.
func (s *Session) Read(ctx context.Context, id string, w Write, n NewReading) (*Record, error) {
	r, err := s.reading(n)
	if err != nil {
		return nil, err
	}
	return s.change(ctx, id, w, events.Read, r.Character, n.made(r), func(now *events.Record, blamed func() ([]string, error)) (*step, error) {
		if err := s.faded(ctx, &r); err != nil {
			return nil, err
		}
		return s.madeStep(now, n.made(r), blamed)
	})
}

// reading is a reading in the character's own unit, checked.
func (s *Session) reading(n NewReading) (evidence.Reading, error) {
	r, m := n.Reading, s.Guide.Matrix
	if c, ok := m.Column(r.Character); ok {
		if err := r.In(n.Unit, m.Columns[c].Unit); err != nil {
			return r, refuse(err)
		}
		r.Character = m.Columns[c].ID
	}
	return r, refuse(r.Check(m))
}

// madeStep keeps a reading, held where it changes one that was in the way, or on which two looks differ. The error tells of a
// further look without a first one, or at one that has faded.
func (s *Session) madeStep(now *events.Record, made events.Made, blamed func() ([]string, error)) (*step, error) {
	was := now.Find(made.Reading.Character)
	switch {
	case made.Afresh && (was == nil || was.Unseen != ""):
		return nil, refused("there is no first look at this, so there can be no second one; read it first")
	case made.Afresh:
		both := was.Reading
		both.Looks = append(slices.Clone(was.Looks), made.Look())
		return &step{body: made}, refuse(both.Check(s.Guide.Matrix))
	case was != nil:
		in, err := blamed()
		if err != nil {
			return nil, err
		}
		_, how, _ := was.Counts()
		made.Held = was.Disputed || how == evidence.Differing || slices.Contains(in, made.Reading.Character)
	}
	return &step{body: made}, nil
}

// AnswerKey keeps an answer of a walked key as a reading: states of the character, or none for who can't tell. Who can't
// tell now leaves what was read before as it is; kept tells whether anything was kept.
func (s *Session) AnswerKey(ctx context.Context, id string, w Write, character string, states []string) (r *Record, kept bool, err error) {
	n := NewReading{Reading: evidence.Reading{Character: character, States: states, Sure: len(states) > 0}}
	if len(states) == 0 {
		n.States, n.Unseen = nil, evidence.NotChecked
	}
	reading, err := s.reading(n)
	if err != nil {
		return nil, false, err
	}
	r, err = s.change(ctx, id, w, events.Read, character, events.Made{Reading: reading}, func(now *events.Record, blamed func() ([]string, error)) (*step, error) {
		if kept = len(states) > 0 || now.Find(reading.Character) == nil; !kept {
			return nil, nil
		}
		return s.madeStep(now, events.Made{Reading: reading}, blamed)
	})
	return r, kept, err
}

// ClearReading takes the reading of a character away.
func (s *Session) ClearReading(ctx context.Context, id string, w Write, character string) (*Record, error) {
	return s.change(ctx, id, w, events.Clear, character, events.Cleared{Character: character}, nil)
}

// Describe changes what a record is about.
func (s *Session) Describe(ctx context.Context, id string, w Write, about About) (*Record, error) {
	if err := about.check(); err != nil {
		return nil, err
	}
	return s.change(ctx, id, w, events.Details, "", about.event(), nil)
}

// Close closes a record with what was done. Its ruling is kept as it is then.
func (s *Session) Close(ctx context.Context, id string, w Write, c Closing) (*Record, error) {
	return s.change(ctx, id, w, events.Close, "", c.event(), nil)
}

// Undo takes the last change back, Redo brings back what was undone last. Both name the operation, so that they mean the
// same wherever they arrive.
func (s *Session) Undo(ctx context.Context, id string, w Write) (*Record, error) {
	return s.change(ctx, id, w, events.Undo, "", nil, func(now *events.Record, _ func() ([]string, error)) (*step, error) {
		return &step{body: events.Reversal{Op: now.LastOp}}, nil
	})
}

// Redo brings back what was undone last.
func (s *Session) Redo(ctx context.Context, id string, w Write) (*Record, error) {
	return s.change(ctx, id, w, events.Redo, "", nil, func(now *events.Record, _ func() ([]string, error)) (*step, error) {
		return &step{body: events.Reversal{Op: now.NextOp}}, nil
	})
}

// Reopen opens a closed record again.
func (s *Session) Reopen(ctx context.Context, id string, w Write) (*Record, error) {
	return s.change(ctx, id, w, events.Reopen, "", nil, nil)
}

// Delete deletes a record; Restore brings it back.
func (s *Session) Delete(ctx context.Context, id string, w Write) (*Record, error) {
	return s.change(ctx, id, w, events.Delete, "", nil, nil)
}

// Restore brings a deleted record back.
func (s *Session) Restore(ctx context.Context, id string, w Write) (*Record, error) {
	return s.change(ctx, id, w, events.Restore, "", nil, nil)
}
