package app

import (
	"context"
	"errors"
	"math/rand/v2"
	"slices"
	"time"

	"zestythicket/core/drill"
	"zestythicket/core/events"
)

// AskCard asks the next card of a deck: what is due first, then what is of a character that is misread and was not asked today, then what was never seen, in an
// order of the seed's. Nil where nothing is left.
func (s *Session) AskCard(ctx context.Context, deck drill.Deck, seed uint64) (*drill.Question, error) {
	p, err := s.practised(ctx)
	if err != nil {
		return nil, err
	}
	learnt := cardsOf(p)
	cards, err := s.deck(ctx, deck, learnt, p)
	if err != nil {
		return nil, err
	}
	bites, err := s.misread(ctx)
	if err != nil {
		return nil, err
	}
	r := rand.New(rand.NewPCG(seed, 1))
	r.Shuffle(len(cards), func(i, j int) { cards[i], cards[j] = cards[j], cards[i] })
	now := s.Now()
	rank := func(card string) int {
		c, known := learnt[card]
		switch {
		case known && c.IsDue(now):
			return 0
		case slices.Contains(bites, drill.CharacterOf(card)) && (!known || now.Sub(c.Seen) > today):
			return 1
		case !known:
			return 2
		}
		return resting
	}
	slices.SortStableFunc(cards, func(a, b string) int { return rank(a) - rank(b) })
	for _, card := range cards {
		if rank(card) == resting && deck == drill.Due {
			break
		}
		q, err := drill.Ask(s.Guide.Matrix, card, seed)
		if errors.Is(err, drill.ErrNoCard) {
			continue // the guide has changed
		}
		return q, err
	}
	return nil, nil
}

// resting is the rank of a card that need not be seen again yet; today how long a card that was asked is not asked again for being misread. Common practice; no source.
const (
	resting = 3
	today   = 12 * time.Hour
)

// deck lists the cards of a deck.
func (s *Session) deck(ctx context.Context, deck drill.Deck, learnt map[string]drill.Card, p *events.Practice) ([]string, error) {
	var cards []string
	switch deck {
	case drill.Due:
		for card, c := range learnt {
			if c.IsDue(s.Now()) {
				cards = append(cards, card)
			}
		}
	case drill.Mistaken:
		all, err := drill.Cards(s.Guide.Matrix, drill.States, drill.Request{})
		if err != nil {
			return nil, err
		}
		wrong := map[string]bool{}
		for _, m := range drill.Misreads(s.Guide.Matrix, readsOf(p)) {
			wrong[m.Character] = m.Wrong > 0
		}
		for _, card := range all {
			if q, err := drill.Ask(s.Guide.Matrix, card, 0); err == nil && wrong[q.Character] {
				cards = append(cards, card)
			}
		}
	default:
		r, err := s.ground(ctx, RoundQuery{})
		if err != nil {
			return nil, err
		}
		if cards, err = drill.Cards(s.Guide.Matrix, deck, r); err != nil {
			return nil, refuse(err)
		}
	}
	slices.Sort(cards)
	return cards, nil
}

// Remembered is what came of an answer.
type Remembered struct {
	Correct bool      `json:"correct"`
	Right   string    `json:"right" doc:"The choice that is right"`
	Due     time.Time `json:"due" doc:"When it is to be seen again"`
	// Bites tells that the character is misread more often than usual from now on.
	Bites bool `json:"bites" doc:"The character is misread more often than usual: its readings count as unsure until they are made afresh"`
}

// RecallCard notes an answer to a card that was asked with a seed.
func (s *Session) RecallCard(ctx context.Context, w Write, card string, seed uint64, answer string, unsure bool) (*Remembered, error) {
	q, err := drill.Ask(s.Guide.Matrix, card, seed)
	if err != nil {
		return nil, refuse(err)
	}
	if !slices.Contains(q.Choices, answer) {
		return nil, refused("%q was not offered", answer)
	}
	before, err := s.misread(ctx)
	if err != nil {
		return nil, err
	}
	o, err := practices.change(ctx, s, s.practiceID(), w, events.Recall, events.Recalled{Card: card, Right: q.Right, Answered: answer, Character: q.Character, Unsure: unsure})
	if err != nil {
		return nil, err
	}
	after, err := s.misread(ctx)
	if err != nil {
		return nil, err
	}
	if !slices.Equal(before, after) { // what is listed of records hangs on it
		s.settings = nil
		s.touch()
	}
	return &Remembered{answer == q.Right, q.Right, cardsOf(&o.now)[card].Due, q.Character != "" && slices.Contains(after, q.Character)}, nil
}
