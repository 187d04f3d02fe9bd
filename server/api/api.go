// Package api answers over HTTP with JSON, a file for each resource: a request is decoded, the application is called, what
// it says is encoded. There are no rules of the job here.
package api

import (
	"context"
	"encoding/json"
	"fmt"
	"net/http"
	"sync"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
)

// Owner is whose everything is: there is one, until there is a login.
const Owner = "local"

// MaxBody is the greatest size of a request's body in bytes.
const MaxBody = 1 << 20

// MostOf is the greatest size of a request's body in bytes: a photograph may have more than all else.
func MostOf(r *http.Request) int64 {
	if r.URL.Path == photoFilesPath {
		return mostUpload
	}
	return MaxBody
}

// api is what the routes work on.
type api struct {
	app *app.App
	// practice is the made-up find to practise on.
	practice app.Find
	// copying is held while a copy of everything is made.
	copying sync.Mutex
	// dir is the data folder.
	dir string
}

// Mount puts the API's routes on a router, under /api/v1.
func Mount(r chi.Router, a *app.App, practice app.Find, dir string) {
	all := &api{app: a, practice: practice, dir: dir}
	routes(humachi.New(r, config()), all)
	all.streams(r)
	r.Get("/api/v1/copy", all.copy)
	r.Get("/api/v1/map.pmtiles", all.mapFile)
	r.Get(photoFilesPath+"/{file}/{size}", all.picture)
}

func routes(h huma.API, a *api) {
	a.guideRoutes(h)
	a.taxonRoutes(h)
	a.settingsRoutes(h)
	a.recordRoutes(h)
	a.readingRoutes(h)
	a.keyRoutes(h)
	a.compareRoutes(h)
	a.overlayRoutes(h)
	a.almanacRoutes(h)
	a.walkRoutes(h)
	a.pickingRoutes(h)
	a.printRoutes(h)
	a.photoRoutes(h)
	a.kitchenRoutes(h)
	a.householdRoutes(h)
	a.formulaRoutes(h)
	a.taskRoutes(h)
	a.placeRoutes(h)
	a.exchangeRoutes(h)
	a.drillRoutes(h)
}

func config() huma.Config {
	huma.DefaultArrayNullable = false // lists are empty, never null
	huma.ValidateStrictCasing = true  // a key in another case is another key: it is not read, so it must not be taken
	c := huma.DefaultConfig("Zesty Thicket", "1.0.0")
	c.OpenAPIPath = "/api/v1/openapi"
	c.SchemasPath = ""
	c.DocsPath = ""
	c.CreateHooks = nil // no links to schemas in the answers
	c.Components.Schemas = vocabulary()
	return c
}

// Description gives the description of the API as JSON (OpenAPI), without a store or a guide.
func Description() ([]byte, error) {
	h := humachi.New(chi.NewRouter(), config())
	routes(h, &api{})
	return json.MarshalIndent(h.OpenAPI(), "", " ")
}

// operation describes a route.
func operation(method, path, id, summary string) huma.Operation {
	return huma.Operation{
		OperationID: id, Method: method, Path: "/api/v1" + path, Summary: summary, DefaultStatus: http.StatusOK,
		MaxBodyBytes: MaxBody, BodyReadTimeout: -1, // how long a body may take is for the whole server to say
	}
}

// body is an answer with the given JSON body.
type body[T any] struct{ Body T }

type none struct{}

// register makes a route of what an owner asks: the session is begun once, and stays with the same guide to the end.
func register[In, Out any](a *api, h huma.API, op huma.Operation, ask func(context.Context, *app.Session, *In) (Out, error)) {
	huma.Register(h, op, func(ctx context.Context, in *In) (*body[Out], error) {
		s, err := a.app.Session(ctx, Owner)
		if err != nil {
			return nil, a.problem(err)
		}
		out, err := ask(ctx, s, in)
		if err != nil {
			return nil, a.problem(err)
		}
		return &body[Out]{out}, nil
	})
}

// fileBody is an answer that is kept as a file.
type fileBody struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

// registerFile makes a route of something that is kept as a file.
func registerFile[In any](a *api, h huma.API, op huma.Operation, kind, name string, ask func(context.Context, *app.Session, *In) ([]byte, error)) {
	huma.Register(h, op, func(ctx context.Context, in *In) (*fileBody, error) {
		s, err := a.app.Session(ctx, Owner)
		if err != nil {
			return nil, a.problem(err)
		}
		b, err := ask(ctx, s, in)
		if err != nil {
			return nil, a.problem(err)
		}
		return &fileBody{kind, fmt.Sprintf("attachment; filename=%q", name), b}, nil
	})
}
