package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// Write is what every change of a record carries.
type Write struct {
	Op     string       `json:"op" format:"uuid" pattern:"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$" patternDescription:"a UUID in small letters with its dashes" doc:"Made anew for each change; the same one twice counts once"`
	Device string       `json:"device,omitempty" maxLength:"64" doc:"Where it was made; left out for here"`
	Seen   app.Revision `json:"seen,omitempty" doc:"The revision that its maker had seen; left out for all that there is"`
}

func (w Write) write() app.Write { return app.Write{Op: w.Op, Device: w.Device, Seen: w.Seen} }

// At is the address of a record.
type At struct {
	ID string `path:"id"`
}

func (a *api) recordRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/records", "list-records", "Records, the latest change first"),
		func(ctx context.Context, s *app.Session, in *struct {
			Query   string `query:"q" maxLength:"200"`
			Deleted bool   `query:"deleted" doc:"Those deleted in the last thirty days, in place of those that are not"`
			After   string `query:"after" maxLength:"100" doc:"What the page before gave as next"`
			Limit   int    `query:"limit" minimum:"1" maximum:"200" default:"20"`
		}) (*app.RecordPage, error) {
			return s.Records(ctx, app.RecordQuery{Query: in.Query, Deleted: in.Deleted, After: in.After, Limit: in.Limit})
		})
	register(a, h, operation(http.MethodPost, "/records", "start-record", "Start a record"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				About app.About `json:"about"`
			}
		}) (*app.Record, error) {
			return s.Start(ctx, in.Body.ID, in.Body.write(), in.Body.About)
		})
	register(a, h, operation(http.MethodPost, "/practice", "start-practice", "Start a record of a made-up specimen, to practise on"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				ID string `json:"id" format:"uuid" pattern:"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$" patternDescription:"a UUID in small letters with its dashes" doc:"A UUID of version 7, made by the client"`
			}
		}) (*app.Record, error) {
			return s.Practise(ctx, in.Body.ID, a.practice)
		})
	register(a, h, operation(http.MethodGet, "/records/{id}", "get-record", "A record with its ruling"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Record, error) { return s.Record(ctx, in.ID) })
	register(a, h, operation(http.MethodGet, "/records/{id}/history", "get-history", "All that ever happened to a record"),
		func(ctx context.Context, s *app.Session, in *At) ([]app.Happened, error) {
			return s.History(ctx, in.ID)
		})
	register(a, h, operation(http.MethodPut, "/records/{id}/about", "put-about", "Change what a record is about"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				About app.About `json:"about"`
			}
		}) (*app.Record, error) {
			return s.Describe(ctx, in.ID, in.Body.write(), in.Body.About)
		})
	register(a, h, operation(http.MethodPost, "/records/{id}/close", "close-record", "Close a record with what was done"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Closing app.Closing `json:"closing"`
			}
		}) (*app.Record, error) {
			return s.Close(ctx, in.ID, in.Body.write(), in.Body.Closing)
		})
	plain(a, h, "records", "record",
		plainChange[*app.Record]{"undo", "Undo the last change", (*app.Session).Undo},
		plainChange[*app.Record]{"redo", "Redo what was undone last", (*app.Session).Redo},
		plainChange[*app.Record]{"reopen", "Reopen a closed record", (*app.Session).Reopen},
		plainChange[*app.Record]{"delete", "Delete a record", (*app.Session).Delete},
		plainChange[*app.Record]{"restore", "Bring a deleted record back", (*app.Session).Restore},
	)
}
