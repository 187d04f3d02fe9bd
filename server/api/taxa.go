package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) taxonRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/taxa", "find-taxa", "Find taxa by any common, scientific or older name"),
		func(_ context.Context, s *app.Session, in *struct {
			Query   string `query:"q" maxLength:"200"`
			Kingdom string `query:"kingdom" enum:"plantae,fungi,"`
		}) ([]app.Taxon, error) {
			return s.FindTaxa(in.Query, in.Kingdom), nil
		})
	register(a, h, operation(http.MethodGet, "/taxa/{id}", "get-taxon", "All that the guide says of a taxon"),
		func(_ context.Context, s *app.Session, in *At) (*app.TaxonDocument, error) {
			return s.TaxonDocument(in.ID)
		})
	register(a, h, operation(http.MethodGet, "/taxa/{id}/page", "get-taxon-page", "A taxon's page: all that the guide says, and what its figure is drawn from"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Stage string `query:"stage" enum:"young,mature,old,wet,dry,frosted,"`
			Month int    `query:"month" minimum:"0" maximum:"12" doc:"The figure shows only what is there then; 0 for all"`
		}) (*app.TaxonPage, error) {
			return s.TaxonPage(ctx, in.ID, in.Stage, in.Month)
		})
	register(a, h, operation(http.MethodGet, "/figures", "list-figures", "What small figures of all taxa are drawn from, by taxon"),
		func(_ context.Context, s *app.Session, in *struct {
			Of []string `query:"of,explode" maxItems:"60" doc:"The characters that are drawn"`
		}) (map[string]app.Figure, error) {
			return s.Figures(in.Of), nil
		})
	register(a, h, operation(http.MethodGet, "/families/{name}", "get-family", "A family: its taxa, and what they share"),
		func(_ context.Context, s *app.Session, in *struct {
			Name string `path:"name"`
		}) (*app.Family, error) {
			return s.Family(in.Name)
		})
}
