package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"slices"
	"time"

	"zestythicket/core/drill"
	"zestythicket/core/events"
	"zestythicket/core/guide"

	"github.com/google/uuid"
)

// practices says how practice is kept.
var practices = streamKind[events.Practice]{
	kind: events.PracticeStream, fold: events.FoldPractice,
	allows: func(p *events.Practice, kind events.Kind) error { return p.Allows(kind) },
	undoes: func(*events.Practice) (string, string) { return "", "" },
	list: func(s *Stream, p *events.Practice) error {
		l, err := json.Marshal(practiceListing{drill.Counts(readsOf(p))})
		s.Listing = l
		return err
	},
}

// practiceListing is what is listed of practice: how often characters were misread, which rulings ask for each time.
type practiceListing struct {
	Counts []drill.Count `json:"counts"`
}

// practiceSpace is the name space of the ids of owners' practice.
var practiceSpace = uuid.MustParse("0197c0de-0a1a-7aac-8000-000000000004")

func (s *Session) practiceID() string {
	return uuid.NewSHA1(practiceSpace, []byte(s.Owner)).String()
}

// readsOf lists the states that were named.
func readsOf(p *events.Practice) []drill.Read {
	var out []drill.Read
	for _, r := range p.Recalled {
		if r.Character != "" {
			out = append(out, drill.Read{Character: r.Character, Shown: r.Right, Answered: r.Answered})
		}
	}
	return out
}

// practised is what was practised; nothing where nothing was.
func (s *Session) practised(ctx context.Context) (*events.Practice, error) {
	o, err := practices.open(ctx, s, s.practiceID())
	if isMissing(err) {
		return &events.Practice{}, nil
	}
	if err != nil {
		return nil, err
	}
	return &o.now, nil
}

// misread lists the characters that the owner misreads more often than usual.
func (s *Session) misread(ctx context.Context) ([]string, error) {
	st, err := s.Store.Find(ctx, s.Owner, events.PracticeStream, s.practiceID())
	if isMissing(err) {
		return nil, nil
	}
	var l practiceListing
	if err == nil {
		err = json.Unmarshal(st.Listing, &l)
	}
	return drill.Biting(s.Guide.Matrix, l.Counts), err
}

// cardsOf gives what was learnt of each card.
func cardsOf(p *events.Practice) map[string]drill.Card {
	var list []drill.Graded
	for _, j := range p.Judged {
		if j.Card != "" {
			list = append(list, drill.Graded{Card: j.Card, At: j.At, Grade: drill.GradeOfCall(!j.Wrong, j.Sure)})
		}
	}
	for _, r := range p.Recalled {
		list = append(list, drill.Graded{Card: r.Card, At: r.At, Grade: drill.GradeOf(r.Answered == r.Right, r.Unsure)})
	}
	slices.SortStableFunc(list, func(a, b drill.Graded) int { return a.At.Compare(b.At) })
	return drill.Learn(list)
}

// due counts the cards that are to be seen again on the day of a moment.
func due(cards map[string]drill.Card, now time.Time) int {
	n := 0
	for _, c := range cards {
		if c.IsDue(now) {
			n++
		}
	}
	return n
}

// PracticeState is what was practised, and what is to be.
type PracticeState struct {
	Due   int         `json:"due" doc:"How many cards are to be seen again today"`
	Decks []DeckState `json:"decks"`
	// Calls is how many specimens were called, Right how many rightly; Deadly how many deadly ones were taken.
	Calls  int     `json:"calls"`
	Right  int     `json:"right"`
	Deadly int     `json:"deadly" doc:"How many deadly ones were taken"`
	Points float64 `json:"points"`
	// Brier is 0 for perfect and 0.25 for a coin.
	Brier       float64         `json:"brier" doc:"How far sureness lies from what was: 0 is perfect, 0.25 a coin"`
	Calibration []drill.Bin     `json:"calibration" doc:"How often calls of each sureness were right"`
	Days        []PracticeDay   `json:"days" doc:"By day, the latest last; at most 60"`
	Misreads    []drill.Misread `json:"misreads" doc:"What bites first"`
	// Off tells that misreadings count for nothing on the bench, for the user wants it so.
	Off bool `json:"off" doc:"Misreadings count for nothing on the bench, for the user wants it so"`
}

// DeckState is a deck and how far it is learnt.
type DeckState struct {
	Deck  drill.Deck `json:"deck"`
	Cards int        `json:"cards"`
	Seen  int        `json:"seen"`
	Due   int        `json:"due"`
}

// PracticeDay is what was practised on a day.
type PracticeDay struct {
	Date   string  `json:"date"`
	Calls  int     `json:"calls"`
	Cards  int     `json:"cards"`
	Wrong  int     `json:"wrong"`
	Points float64 `json:"points"`
}

// mostDays is how many days of practice are told. Common practice; no source.
const mostDays = 60

// PracticeState tells what was practised, and what is to be.
func (s *Session) PracticeState(ctx context.Context) (*PracticeState, error) {
	p, err := s.practised(ctx)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	learnt := cardsOf(p)
	out := &PracticeState{Decks: []DeckState{}, Days: []PracticeDay{}, Misreads: drill.Misreads(s.Guide.Matrix, readsOf(p)), Off: set.NoMisreads, Calls: len(p.Judged)}
	out.Due = due(learnt, s.Now())
	for _, d := range drill.Decks {
		cards, err := s.deck(ctx, d, learnt, p)
		if err != nil && !isRefused(err) { // nothing may be there in this month
			return nil, err
		}
		state := DeckState{Deck: d, Cards: len(cards)}
		for _, card := range cards {
			if c, ok := learnt[card]; ok {
				if state.Seen++; c.IsDue(s.Now()) {
					state.Due++
				}
			}
		}
		out.Decks = append(out.Decks, state)
	}
	days := map[string]*PracticeDay{}
	on := func(at time.Time) *PracticeDay {
		d := at.Local().Format(time.DateOnly)
		if days[d] == nil {
			days[d] = &PracticeDay{Date: d}
		}
		return days[d]
	}
	var sure []drill.Sure
	for _, j := range p.Judged {
		d := on(j.At)
		d.Calls++
		d.Points += j.Points + drill.Minutes(j.Minutes)
		out.Points += j.Points + drill.Minutes(j.Minutes)
		if sure = append(sure, drill.Sure{P: j.Sure, Right: !j.Wrong}); j.Wrong {
			d.Wrong++
		} else {
			out.Right++
		}
		if n, ok := s.Guide.Matrix.Taxon(j.Of); ok && j.Call == string(drill.Take) && s.Guide.Matrix.Taxa[n].Harm == guide.Deadly {
			out.Deadly++
		}
	}
	for _, r := range p.Recalled {
		d := on(r.At)
		if d.Cards++; r.Answered != r.Right {
			d.Wrong++
		}
	}
	out.Brier, out.Calibration = drill.Brier(sure), drill.Calibration(sure)
	for _, d := range days {
		out.Days = append(out.Days, *d)
	}
	slices.SortFunc(out.Days, func(a, b PracticeDay) int { return cmp.Compare(a.Date, b.Date) })
	out.Days = out.Days[max(0, len(out.Days)-mostDays):]
	return out, nil
}

func isRefused(err error) bool {
	var r Refused
	return errors.As(err, &r)
}
