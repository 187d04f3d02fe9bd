package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// Lacks says what an observer does without, beside the settings.
type Lacks struct {
	Without  []string `query:"without,explode" maxItems:"100" doc:"Tools that are not at hand"`
	NoColour bool     `query:"no_colour" doc:"Cannot tell colours"`
	NoSmell  bool     `query:"no_smell" doc:"Cannot smell"`
}

func (l Lacks) lacks() app.Lacks { return app.Lacks(l) }

func (a *api) compareRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/compare", "compare-taxa", "On what a taxon differs from up to four others, the firmest first"),
		func(ctx context.Context, s *app.Session, in *struct {
			Lacks
			Target string   `query:"target" required:"true"`
			Others []string `query:"other,explode" maxItems:"4"`
			Date   string   `query:"date" doc:"Only what is there to be seen that day; empty for any"`
		}) (*app.Comparison, error) {
			return s.Compare(ctx, in.Target, in.Others, in.Date, in.lacks())
		})
}
