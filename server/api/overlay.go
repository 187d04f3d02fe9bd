package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// OverlayWrite is what every change of an overlay carries.
type OverlayWrite struct {
	Op      string `json:"op" format:"uuid" pattern:"^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$" patternDescription:"a UUID in small letters with its dashes"`
	Confirm string `json:"confirm,omitempty" maxLength:"64" doc:"The word that the answer gave, once what it asks was read"`
}

func (w OverlayWrite) write() app.OverlayWrite { return app.OverlayWrite{Op: w.Op, Confirm: w.Confirm} }

func (a *api) overlayRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/overlay", "get-overlay", "What the user lays over the guide"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Overlay, error) { return s.Overlay(ctx) })
	registerFile(a, h, operation(http.MethodGet, "/overlay.yaml", "export-overlay", "What the user lays over the guide, as YAML"), "application/yaml", "my-guide.yaml",
		func(_ context.Context, s *app.Session, _ *none) ([]byte, error) { return s.ExportOverlay() })
	register(a, h, operation(http.MethodPut, "/overlay/taxa/{id}", "put-own-taxon", "Keep a taxon of the user's own"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				OverlayWrite
				Taxon app.TaxonDocument `json:"taxon"`
			}
		}) (*app.OverlayChange, error) {
			return s.KeepTaxon(ctx, in.Body.write(), in.ID, in.Body.Taxon)
		})
	register(a, h, operation(http.MethodPut, "/overlay/corrections/{id}", "put-correction", "Keep names, a note or corrections of a taxon of the guide"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				OverlayWrite
				Common []string             `json:"common"`
				Note   string               `json:"note"`
				Scores map[string]app.Score `json:"scores" doc:"By character"`
			}
		}) (*app.OverlayChange, error) {
			b := &in.Body
			return s.Correct(ctx, b.write(), in.ID, b.Common, b.Note, b.Scores)
		})
	register(a, h, operation(http.MethodPost, "/overlay/remove", "remove-from-overlay", "Take entries out of what the user lays over the guide"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				OverlayWrite
				Taxa        []string `json:"taxa"`
				Corrections []string `json:"corrections"`
			}
		}) (*app.OverlayChange, error) {
			return s.RemoveFromOverlay(ctx, in.Body.write(), in.Body.Taxa, in.Body.Corrections)
		})
	register(a, h, operation(http.MethodPost, "/overlay/import", "import-overlay", "Lay a file over what the user lays over the guide"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				OverlayWrite
				Name string `json:"name" maxLength:"200" doc:"The file's name, for what is said of it"`
				Text string `json:"text" doc:"YAML or JSON, as it is exported"`
			}
		}) (*app.OverlayChange, error) {
			return s.ImportOverlay(ctx, in.Body.write(), in.Body.Name, in.Body.Text)
		})
	register(a, h, operation(http.MethodPost, "/overlay/undo", "undo-overlay", "Take back the last change of what the user lays over the guide"),
		func(ctx context.Context, s *app.Session, in *struct{ Body OverlayWrite }) (*app.OverlayChange, error) {
			return s.UndoOverlay(ctx, in.Body.write())
		})
}
