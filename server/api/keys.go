package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// KeyScope is the part of the guide that a key is asked for.
type KeyScope struct {
	Lacks
	Kingdom  string `query:"kingdom" required:"true" enum:"plantae,fungi"`
	Month    int    `query:"month" minimum:"0" maximum:"12" doc:"0 for any"`
	Region   string `query:"region" maxLength:"2" doc:"Level 2 region code, or empty"`
	Stage    string `query:"stage" enum:"young,mature,old,"`
	LookOnly bool   `query:"look_only" doc:"Only what can be seen without touching"`
}

func (k KeyScope) scope() app.KeyScope {
	return app.KeyScope{Kingdom: k.Kingdom, Month: k.Month, Region: k.Region, Stage: k.Stage, LookOnly: k.LookOnly, Lacks: k.lacks()}
}

func (a *api) keyRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/key", "walk-key", "The next question of a key, after the answers given"),
		func(ctx context.Context, s *app.Session, in *struct {
			KeyScope
			Answers []string `query:"answer,explode" maxItems:"100" doc:"character:state+state for each answer; character: where it cannot be told"`
		}) (*app.KeyStep, error) {
			return s.WalkKey(ctx, in.scope(), in.Answers)
		})
	register(a, h, operation(http.MethodGet, "/key/printed", "print-key", "A key written out, to print"),
		func(ctx context.Context, s *app.Session, in *KeyScope) (*app.PrintedKey, error) {
			return s.PrintKey(ctx, in.scope())
		})
	registerFile(a, h, operation(http.MethodGet, "/key/printed.txt", "key-text", "A key written out as plain text"), "text/plain; charset=utf-8", "key.txt",
		func(ctx context.Context, s *app.Session, in *KeyScope) ([]byte, error) {
			p, err := s.PrintKey(ctx, in.scope())
			if err != nil {
				return nil, err
			}
			return []byte(p.Text()), nil
		})
}
