package server

import (
	"context"
	"net/http"

	"zestythicket/core/evidence"
	"zestythicket/core/journal"

	"github.com/danielgtaylor/huma/v2"
)

// readingBody is a reading as it is sent: of the character's states, or a number in any unit of length, or unseen.
type readingBody struct {
	Op        string   `json:"op" format:"uuid"`
	Character string   `json:"character"`
	States    []string `json:"states,omitempty" nullable:"false"`
	Value     *float64 `json:"value,omitempty"`
	Low       *float64 `json:"low,omitempty"`
	High      *float64 `json:"high,omitempty"`
	Unit      string   `json:"unit,omitempty" enum:"mm,cm,m,in,ft" doc:"Left out: the character's own"`
	Sure      bool     `json:"sure,omitempty"`
	Handled   int      `json:"handled,omitempty" doc:"How many scented pieces were handled before"`
	Unseen    string   `json:"unseen,omitempty" enum:"not-checked,lost,not-in-season,no-tool,cannot-perceive"`
	Afresh    bool     `json:"afresh,omitempty" doc:"Read without being shown what hangs on it"`
}

func (a *App) readingRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodPost, "/records/{id}/readings", "make-reading", "Keep a reading; it supersedes one of the same character"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id"`
			Body readingBody
		}) (*body[recordView], error) {
			r := evidence.Reading{
				Character: in.Body.Character, States: in.Body.States, Value: in.Body.Value, Low: in.Body.Low, High: in.Body.High,
				Sure: in.Body.Sure, Handled: in.Body.Handled, Unseen: evidence.Unseen(in.Body.Unseen),
			}
			if n, ok := a.Guide.Column(r.Character); ok {
				if err := r.In(in.Body.Unit, a.Guide.Columns[n].Unit); err != nil {
					return nil, asProblem(refused{err})
				}
				r.Character = a.Guide.Columns[n].ID
			}
			if err := r.Check(a.Guide); err != nil {
				return nil, asProblem(refused{err})
			}
			return answer(a.append(ctx, in.ID, journal.Event{Op: in.Body.Op, Kind: journal.Read, Reading: &r, Afresh: in.Body.Afresh}))
		})
	huma.Register(api, operation(http.MethodPost, "/records/{id}/clear", "clear-reading", "Take the reading of a character away"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id"`
			Body struct {
				Op        string `json:"op" format:"uuid"`
				Character string `json:"character"`
			}
		}) (*body[recordView], error) {
			return answer(a.append(ctx, in.ID, journal.Event{Op: in.Body.Op, Kind: journal.Clear, Character: in.Body.Character}))
		})
}
