package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) walkRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/walks", "list-walks", "Walks, the latest change first"),
		func(ctx context.Context, s *app.Session, _ *none) ([]app.WalkRow, error) { return s.Walks(ctx) })
	register(a, h, operation(http.MethodPost, "/walks", "plan-walk", "Plan a walk"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				Outing app.Outing `json:"outing"`
			}
		}) (*app.Walk, error) {
			return s.PlanWalk(ctx, in.Body.ID, in.Body.write(), in.Body.Outing)
		})
	register(a, h, operation(http.MethodGet, "/walks/{id}", "get-walk", "A walk with its plan"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Walk, error) { return s.Walk(ctx, in.ID) })
	register(a, h, operation(http.MethodGet, "/walks/{id}/look", "look-for", "What else there is to look for on a walk"),
		func(ctx context.Context, s *app.Session, in *At) ([]app.Candidate, error) {
			return s.LookFor(ctx, in.ID)
		})
	register(a, h, operation(http.MethodPut, "/walks/{id}/outing", "put-outing", "Change what a walk is about"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Outing app.Outing `json:"outing"`
			}
		}) (*app.Walk, error) {
			return s.ChangeWalk(ctx, in.ID, in.Body.write(), in.Body.Outing)
		})
	register(a, h, operation(http.MethodPost, "/walks/{id}/pack", "pack-for-walk", "Say of something to carry whether it is in the bag"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Item string      `json:"item" maxLength:"200"`
				Is   app.Packing `json:"is"`
			}
		}) (*app.Walk, error) {
			return s.PackForWalk(ctx, in.ID, in.Body.write(), app.Packed{Item: in.Body.Item, Is: in.Body.Is})
		})
	register(a, h, operation(http.MethodPost, "/walks/{id}/end", "end-walk", "End a walk with what was found, left and taken"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Ending app.Ending `json:"ending"`
			}
		}) (*app.Walk, error) {
			return s.EndWalk(ctx, in.ID, in.Body.write(), in.Body.Ending)
		})
	plain(a, h, "walks", "walk",
		plainChange[*app.Walk]{"begin", "Begin a walk: what is not packed is not carried", (*app.Session).BeginWalk},
		plainChange[*app.Walk]{"undo", "Undo the last change of a walk", (*app.Session).UndoWalk},
		plainChange[*app.Walk]{"redo", "Redo what was undone last", (*app.Session).RedoWalk},
		plainChange[*app.Walk]{"reopen", "Reopen a walk that has ended", (*app.Session).ReopenWalk},
		plainChange[*app.Walk]{"delete", "Delete a walk", (*app.Session).DeleteWalk},
		plainChange[*app.Walk]{"restore", "Bring a deleted walk back", (*app.Session).RestoreWalk},
	)
}
