package api

import (
	"context"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) guideRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/guide", "get-guide", "What can be read, and what there is"),
		func(_ context.Context, s *app.Session, _ *none) (*app.Guide, error) { return s.ViewGuide(), nil })
	huma.Register(h, operation(http.MethodGet, "/guide/schema", "get-guide-schema", "The JSON Schema of a guide"),
		func(context.Context, *none) (*struct {
			ContentType string `header:"Content-Type"`
			Body        []byte
		}, error) {
			return &struct {
				ContentType string `header:"Content-Type"`
				Body        []byte
			}{"application/schema+json", a.app.GuideSchema()}, nil
		})
}
