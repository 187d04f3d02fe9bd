package app

import (
	"context"
	"fmt"
	"time"

	"zestythicket/core/drill"
	"zestythicket/core/events"
	"zestythicket/core/evidence"

	"github.com/google/uuid"
)

// Find is a made-up find: what it is about, what was read on it, how it ended.
type Find struct {
	ID       string             `json:"id"`
	At       time.Time          `json:"at"`
	About    events.About       `json:"about"`
	Readings []evidence.Reading `json:"readings"`
	Closing  *events.Closing    `json:"closing,omitempty"`
}

// Import makes a record of a find: its start, a reading every half minute, its end, all of it or nothing. The same again
// changes nothing.
func (s *Session) Import(ctx context.Context, f Find) (*Record, error) {
	space, err := uuid.Parse(f.ID)
	if err != nil {
		return nil, refused("%q is no UUID", f.ID)
	}
	at := f.At
	var steps []step
	add := func(kind events.Kind, body any) {
		op := uuid.NewSHA1(space, []byte(fmt.Sprint(len(steps)))).String()
		steps = append(steps, step{Write: Write{Op: op}, at: at, kind: kind, body: body})
		at = at.Add(30 * time.Second)
	}
	add(events.Create, f.About)
	for i := range f.Readings {
		if err := f.Readings[i].Check(s.Guide.Matrix); err != nil {
			return nil, refuse(err)
		}
		r := f.Readings[i]
		r.Confirmed = false
		add(events.Read, events.Made{Reading: r})
		if f.Readings[i].Confirmed {
			add(events.Read, events.Made{Reading: r, Afresh: true})
		}
	}
	if f.Closing != nil {
		add(events.Close, *f.Closing)
	}
	return s.begin(ctx, f.ID, steps)
}

// Practise makes a record to practise on, a copy of a made-up find, last read a little while ago. It bears a note that says
// so. The error tells where the guide is not the one that the find was made for.
func (s *Session) Practise(ctx context.Context, id string, f Find) (*Record, error) {
	f.ID, f.At, f.Closing = id, s.Now().Add(-10*time.Minute), nil
	f.About.Observer, f.About.Place = "", events.Place{Name: "Practice, not a real find"}
	f.About.Note = "A made-up mushroom to practise on. Delete it when you are done."
	for i := range f.Readings {
		if err := f.Readings[i].Check(s.Guide.Matrix); err != nil {
			return nil, refused("the practice is made for the shipped guide: %w", err)
		}
	}
	return s.Import(ctx, f)
}

// Rehearsed is a card of made-up practice: how it was answered, and when; or a specimen that was called.
type Rehearsed struct {
	At   time.Time `json:"at"`
	Card string    `json:"card,omitempty"`
	// Wrong answers it wrongly, Unsure without being sure.
	Wrong  bool `json:"wrong,omitempty"`
	Unsure bool `json:"unsure,omitempty"`
	// Seed and Number draw the specimen, in a month; Call, Percent and Looks are what was said of it.
	Seed    uint64     `json:"seed,omitempty"`
	Month   int        `json:"month,omitempty"`
	Number  int        `json:"number,omitempty"`
	Call    drill.Call `json:"call,omitempty"`
	Percent int        `json:"percent,omitempty"`
	Looks   []string   `json:"looks,omitempty"`
}

// Rehearse notes made-up practice. What is answered wrongly is answered with the first choice that is wrong.
func (s *Session) Rehearse(ctx context.Context, w Write, r Rehearsed) error {
	if r.Card == "" {
		_, err := s.Judge(ctx, w, RoundQuery{Seed: r.Seed, Count: r.Number, Month: r.Month}, r.Number, Judging{Call: r.Call, Percent: r.Percent, Looks: r.Looks})
		return err
	}
	q, err := drill.Ask(s.Guide.Matrix, r.Card, r.Seed)
	if err != nil {
		return refuse(err)
	}
	answer := q.Right
	for _, c := range q.Choices {
		if r.Wrong && c != q.Right {
			answer = c
			break
		}
	}
	_, err = s.RecallCard(ctx, w, r.Card, r.Seed, answer, r.Unsure)
	return err
}
