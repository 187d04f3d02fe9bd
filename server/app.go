// Package server answers over HTTP: the API under /api/v1, and the built front end. The rules of the job are the
// engine's; here they are only asked for.
package server

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"io/fs"
	"net/http"
	"time"

	"zestythicket/core/guide"
	"zestythicket/store"

	"github.com/danielgtaylor/huma/v2"
	"github.com/danielgtaylor/huma/v2/adapters/humachi"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
)

//go:generate go run ./describe ../web/src/api/openapi.json

// Owner is whose the records are: there is one, until there is a login.
const Owner = "local"

// App is what the server works on.
type App struct {
	// Guide is what is ruled with: the guide the App was made on, with the user's own laid over it.
	Guide *guide.Matrix
	Store *store.Store
	// Static holds the built front end, index.html at its root.
	Static fs.FS
	// Hosts are the host names that are answered to, besides those of this machine itself.
	Hosts []string
	// Now tells the time.
	Now func() time.Time

	guideHash string
	mine      mine
}

// New makes an App on a guide and a store, with the front end's files. The other fields may be set before it is used.
func New(g *guide.Matrix, s *store.Store, static fs.FS) *App {
	a := &App{Guide: g, Store: s, Static: static, Now: func() time.Time { return time.Now().UTC() }}
	a.mine.base = g.AsWritten()
	a.guideHash = hashOf(a.mine.base)
	return a
}

// hashOf names a guide by its content.
func hashOf(g *guide.Source) string {
	b, _ := json.Marshal(g) // it was read from JSON or YAML, so it can be written
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:])
}

// Handler puts the server together.
func (a *App) Handler() http.Handler {
	r := chi.NewRouter()
	r.Use(middleware.Recoverer, a.knownHosts, sameOriginWrites, headers, middleware.Compress(9), a.oneGuide)
	api := humachi.New(r, apiConfig())
	a.guideRoutes(api)
	a.settingsRoutes(api)
	a.recordRoutes(api)
	a.readingRoutes(api)
	a.keyRoutes(api)
	a.besideRoutes(api)
	a.ownRoutes(api)
	r.Get("/api/v1/copy", a.copyDatabase)
	r.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) { w.WriteHeader(http.StatusNoContent) })
	r.Get("/*", a.static)
	r.MethodNotAllowed(func(w http.ResponseWriter, q *http.Request) {
		problem(w, http.StatusMethodNotAllowed, q.URL.Path+" does not take "+q.Method)
	})
	return r
}

func apiConfig() huma.Config {
	huma.DefaultArrayNullable = false // lists are empty, never null
	c := huma.DefaultConfig("Zesty Thicket", "1.0.0")
	c.OpenAPIPath = "/api/v1/openapi"
	c.SchemasPath = ""
	c.DocsPath = ""
	c.CreateHooks = nil // no links to schemas in the answers
	return c
}

// OpenAPI gives the description of the API as JSON, without a store or a guide.
func OpenAPI() ([]byte, error) {
	r := chi.NewRouter()
	api := humachi.New(r, apiConfig())
	a := &App{}
	a.guideRoutes(api)
	a.settingsRoutes(api)
	a.recordRoutes(api)
	a.readingRoutes(api)
	a.keyRoutes(api)
	a.besideRoutes(api)
	a.ownRoutes(api)
	return json.MarshalIndent(api.OpenAPI(), "", " ")
}

// operation describes a route.
func operation(method, path, id, summary string) huma.Operation {
	return huma.Operation{
		OperationID: id, Method: method, Path: "/api/v1" + path, Summary: summary, DefaultStatus: http.StatusOK,
		MaxBodyBytes: maxBody,
	}
}

// The greatest size of a request's body in bytes.
const maxBody = 1 << 20

// body is an answer with the given JSON body.
type body[T any] struct{ Body T }

func answer[T any](v T, err error) (*body[T], error) {
	if err != nil {
		return nil, asProblem(err)
	}
	return &body[T]{v}, nil
}

// fileBody is an answer that is kept as a file.
type fileBody struct {
	ContentType string `header:"Content-Type"`
	Disposition string `header:"Content-Disposition"`
	Body        []byte
}

func file(kind, name string, b []byte) *fileBody {
	return &fileBody{kind, fmt.Sprintf("attachment; filename=%q", name), b}
}

type none struct{}
