package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// RoundOf says which round is meant, in an address.
type RoundOf struct {
	Seed    uint64 `query:"seed" doc:"The same number draws the same round"`
	Count   int    `query:"count" minimum:"1" maximum:"50" default:"10"`
	Month   int    `query:"month" minimum:"0" maximum:"12" doc:"0 for this month"`
	Kingdom string `query:"kingdom" enum:"plantae,fungi,"`
	Patch   bool   `query:"patch" doc:"Drawn as from one mixed patch, of one kind that is looked for"`
}

func (q RoundOf) query() app.RoundQuery {
	return app.RoundQuery{Seed: q.Seed, Count: q.Count, Month: q.Month, Kingdom: q.Kingdom, Patch: q.Patch}
}

// Numbered is a specimen of a round, from 1.
type Numbered struct {
	Number int `path:"number" minimum:"1" maximum:"50"`
}

func (a *api) drillRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/practice", "get-practice", "What was practised, and what is to be"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.PracticeState, error) {
			return s.PracticeState(ctx)
		})
	register(a, h, operation(http.MethodGet, "/practice/round", "get-round", "A round of made-up specimens"),
		func(ctx context.Context, s *app.Session, in *RoundOf) (*app.DrillRound, error) {
			return s.Round(ctx, in.query())
		})
	register(a, h, operation(http.MethodGet, "/practice/round/{number}/look", "look-at-specimen", "What a specimen of a round shows for a character"),
		func(ctx context.Context, s *app.Session, in *struct {
			RoundOf
			Numbered
			Character string `query:"character" required:"true" maxLength:"64"`
		}) (*app.Seen, error) {
			return s.LookAt(ctx, in.query(), in.Number, in.Character)
		})
	register(a, h, operation(http.MethodPost, "/practice/round/{number}/call", "call-specimen", "Say what is to be done with a specimen of a round, and hear what it was"),
		func(ctx context.Context, s *app.Session, in *struct {
			RoundOf
			Numbered
			Body struct {
				Write
				app.Judging
			}
		}) (*app.JudgedRound, error) {
			return s.Judge(ctx, in.Body.write(), in.query(), in.Number, in.Body.Judging)
		})
	register(a, h, operation(http.MethodGet, "/practice/cards/{deck}", "ask-card", "The next card of a deck"),
		func(ctx context.Context, s *app.Session, in *struct {
			Deck app.Deck `path:"deck"`
			Seed uint64   `query:"seed"`
		}) (*asked, error) {
			q, err := s.AskCard(ctx, in.Deck, in.Seed)
			return &asked{q}, err
		})
	register(a, h, operation(http.MethodPost, "/practice/cards", "answer-card", "Answer a card that was asked"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Write
				Card   string `json:"card" maxLength:"200"`
				Seed   uint64 `json:"seed" doc:"The seed that it was asked with"`
				Answer string `json:"answer" maxLength:"100"`
				Unsure bool   `json:"unsure,omitempty"`
			}
		}) (*app.Remembered, error) {
			b := in.Body
			return s.RecallCard(ctx, b.write(), b.Card, b.Seed, b.Answer, b.Unsure)
		})
}

// asked is a card that is asked; none where nothing is left.
type asked struct {
	Question *app.Question `json:"question,omitempty" doc:"Left out where nothing is left"`
}
