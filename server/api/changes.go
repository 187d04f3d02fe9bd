package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// Begun is what every change carries that begins a stream with a client's id.
type Begun struct {
	Write
	ID string `json:"id" format:"uuid" pattern:"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$" patternDescription:"a UUID in small letters with its dashes" doc:"A UUID of version 7, made by the client"`
}

// plainChange says all by its kind: undo, delete and the like.
type plainChange[T any] struct {
	does, summary string
	do            func(*app.Session, context.Context, string, app.Write) (T, error)
}

// plain makes the routes of changes that say all by their kind, of streams under a path.
func plain[T any](a *api, h huma.API, under, thing string, changes ...plainChange[T]) {
	for _, c := range changes {
		register(a, h, operation(http.MethodPost, "/"+under+"/{id}/"+c.does, c.does+"-"+thing, c.summary),
			func(ctx context.Context, s *app.Session, in *struct {
				At
				Body struct{ Write }
			}) (T, error) {
				return c.do(s, ctx, in.ID, in.Body.write())
			})
	}
}
