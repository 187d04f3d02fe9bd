package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) printRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/prints", "list-prints", "The print bench: spore prints, those to be looked at first"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.PrintBench, error) { return s.Prints(ctx) })
	register(a, h, operation(http.MethodPost, "/prints", "lay-print", "Lay a cap down for a spore print"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				Record  string      `json:"record"`
				Tray    string      `json:"tray,omitempty" maxLength:"200" doc:"Where it lies among others"`
				Surface app.Surface `json:"surface"`
				Natural bool        `json:"natural,omitempty" doc:"It fell by itself: there is nothing to wait for"`
			}
		}) (*app.Print, error) {
			b := in.Body
			return s.LayPrint(ctx, b.ID, b.write(), app.Laid{Record: b.Record, Tray: b.Tray, Surface: b.Surface, Natural: b.Natural})
		})
	register(a, h, operation(http.MethodPost, "/prints/{id}/result", "finish-print", "Say what was found under a cap; it becomes a reading of its record"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				State string `json:"state" maxLength:"64" doc:"A state of the spore print; empty where nothing fell"`
			}
		}) (*app.Print, error) {
			return s.FinishPrint(ctx, in.ID, in.Body.write(), in.Body.State)
		})
	register(a, h, operation(http.MethodGet, "/waiting", "list-waiting", "What lies apart and is to be finished at home"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Waiting, error) { return s.WaitingAtHome(ctx) })
	plain(a, h, "prints", "print",
		plainChange[*app.Print]{"undo", "Undo the last change of a print", (*app.Session).UndoPrint},
		plainChange[*app.Print]{"redo", "Redo what was undone last", (*app.Session).RedoPrint},
		plainChange[*app.Print]{"delete", "Delete a print", (*app.Session).DeletePrint},
		plainChange[*app.Print]{"restore", "Bring a deleted print back", (*app.Session).RestorePrint},
	)
}
