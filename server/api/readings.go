package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// newReading is a reading as it is sent: of the character's states, or a number in any unit of length, or unseen.
type newReading struct {
	Write
	Character string           `json:"character"`
	States    []string         `json:"states,omitempty" nullable:"false"`
	Value     *float64         `json:"value,omitempty"`
	Low       *float64         `json:"low,omitempty"`
	High      *float64         `json:"high,omitempty"`
	Unit      string           `json:"unit,omitempty" enum:"mm,cm,m,in,ft" doc:"Left out: the character's own"`
	Sure      bool             `json:"sure,omitempty"`
	Handled   int              `json:"handled,omitempty" doc:"How many scented pieces were handled before"`
	Unseen    app.UnseenReason `json:"unseen,omitempty"`
	Afresh    bool             `json:"afresh,omitempty" doc:"One more look at what was read before, made with that hidden"`
	By        string           `json:"by,omitempty" maxLength:"200" doc:"Who looked afresh; left out for the same person as before"`
	Piece     string           `json:"piece,omitempty" enum:"another" doc:"That another piece of the same find was looked at; left out for the same one"`
}

// keyAnswer tells what came of an answer of a walked key.
type keyAnswer struct {
	Record *app.Record `json:"record"`
	Kept   bool        `json:"kept" doc:"Whether it was kept as a reading; who can't tell now leaves what was read before"`
}

func (a *api) readingRoutes(h huma.API) {
	register(a, h, operation(http.MethodPost, "/records/{id}/readings", "make-reading", "Keep a reading; it supersedes one of the same character"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body newReading
		}) (*app.Record, error) {
			b := &in.Body
			r := app.Reading{
				Character: b.Character, States: b.States, Value: b.Value, Low: b.Low, High: b.High, Sure: b.Sure, Handled: b.Handled, Unseen: b.Unseen,
			}
			return s.Read(ctx, in.ID, b.write(), app.NewReading{Reading: r, Unit: b.Unit, Afresh: b.Afresh, By: b.By, Piece: b.Piece})
		})
	register(a, h, operation(http.MethodPost, "/records/{id}/key-answers", "answer-key", "Keep an answer of a walked key as a reading"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Character string   `json:"character"`
				States    []string `json:"states" doc:"None for who can't tell"`
			}
		}) (*keyAnswer, error) {
			r, kept, err := s.AnswerKey(ctx, in.ID, in.Body.write(), in.Body.Character, in.Body.States)
			return &keyAnswer{r, kept}, err
		})
	register(a, h, operation(http.MethodPost, "/records/{id}/clear", "clear-reading", "Take the reading of a character away"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Character string `json:"character"`
			}
		}) (*app.Record, error) {
			return s.ClearReading(ctx, in.ID, in.Body.write(), in.Body.Character)
		})
}
