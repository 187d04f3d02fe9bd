package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) pickingRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/pickings", "list-pickings", "Pickings, the latest change first"),
		func(ctx context.Context, s *app.Session, _ *none) ([]app.PickingRow, error) { return s.Pickings(ctx) })
	register(a, h, operation(http.MethodPost, "/pickings", "begin-picking", "Begin a picking from a record that is ruled clear"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				Record string `json:"record" doc:"The record's id"`
			}
		}) (*app.Picking, error) {
			return s.BeginPicking(ctx, in.Body.ID, in.Body.write(), in.Body.Record)
		})
	register(a, h, operation(http.MethodGet, "/urgent", "list-urgent", "What every view says: hands and knife to be cleaned, prints to be looked at, timers that run"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Urgent, error) { return s.Urgent(ctx) })
	register(a, h, operation(http.MethodGet, "/pickings/{id}", "get-picking", "A picking, and what it comes to"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Picking, error) { return s.Picking(ctx, in.ID) })
	register(a, h, operation(http.MethodPost, "/pickings/{id}/piece", "look-at-piece", "Say what a look at a piece came to"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Piece   string      `json:"piece" format:"uuid" doc:"A UUID of version 7, made by the client; the same one again is looked at again"`
				Is      app.Finding `json:"is"`
				Keeping app.Keeping `json:"keeping,omitempty" doc:"What is done with one that passes"`
				Why     string      `json:"why,omitempty" maxLength:"200" doc:"What is wrong with it"`
				Other   string      `json:"other,omitempty" doc:"What another kind is taken for"`
			}
		}) (*app.Picking, error) {
			b := in.Body
			return s.LookAtPiece(ctx, in.ID, b.write(), app.Looked{Piece: b.Piece, Is: b.Is, Keeping: b.Keeping, Why: b.Why, Other: b.Other})
		})
	register(a, h, operation(http.MethodPost, "/pickings/{id}/stand", "say-stand", "Say how many pieces the stand had"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Seen int `json:"seen" minimum:"0"`
			}
		}) (*app.Picking, error) {
			return s.SayStand(ctx, in.ID, in.Body.write(), in.Body.Seen)
		})
	register(a, h, operation(http.MethodPost, "/pickings/{id}/weigh", "weigh-picking", "Say how much is in the basket"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				G float64 `json:"g" minimum:"0" doc:"Grams"`
			}
		}) (*app.Picking, error) {
			return s.WeighPicking(ctx, in.ID, in.Body.write(), in.Body.G)
		})
	register(a, h, operation(http.MethodPost, "/pickings/{id}/close", "close-picking", "Close a picking"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Note string `json:"note,omitempty" maxLength:"20000"`
			}
		}) (*app.Picking, error) {
			return s.ClosePicking(ctx, in.ID, in.Body.write(), in.Body.Note)
		})
	plain(a, h, "pickings", "picking",
		plainChange[*app.Picking]{"clean", "Say that hands and knife were cleaned", (*app.Session).CleanHands},
		plainChange[*app.Picking]{"undo", "Undo the last change of a picking", (*app.Session).UndoPicking},
		plainChange[*app.Picking]{"redo", "Redo what was undone last", (*app.Session).RedoPicking},
		plainChange[*app.Picking]{"reopen", "Reopen a closed picking", (*app.Session).ReopenPicking},
		plainChange[*app.Picking]{"delete", "Delete a picking", (*app.Session).DeletePicking},
		plainChange[*app.Picking]{"restore", "Bring a deleted picking back", (*app.Session).RestorePicking},
	)
}
