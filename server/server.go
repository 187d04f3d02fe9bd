// Package server puts the application on HTTP: the API under /api/v1, and the built front end.
package server

import (
	"io"
	"io/fs"
	"net/http"

	"zestythicket/app"
	"zestythicket/server/api"
	"zestythicket/server/web"

	"github.com/andybalholm/brotli"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
)

//go:generate go run ./describe ../web/src/api/openapi.json

// Options say how the server answers.
type Options struct {
	// Static holds the built front end, index.html at its root.
	Static fs.FS
	// Hosts are the host names that are answered to, besides those of this machine itself.
	Hosts []string
	// Practice is the made-up find to practise on.
	Practice app.Find
	// Dir is the data folder, in which large files that are sent in lie until they are taken.
	Dir string
	// Pace is how long requests may go on.
	Pace web.Pace
}

// Answers are made anew each time, and beyond this level take longer to press than they save on the way; those that stay the same
// for long are pressed harder, and with Brotli; the front end's files are asked for once, and the build pressed most of them.
const (
	answersPressed = 1
	slowPressed    = 5
	filesPressed   = 9
)

// slowAnswers are the addresses whose answers stay the same for long: what hangs on the guide alone.
var slowAnswers = []string{"/api/v1/guide", "/api/v1/taxa", "/api/v1/families", "/api/v1/figures", "/api/v1/lacks", "/api/v1/compare", "/api/v1/formulas"}

// Handler puts the server together.
func Handler(a *app.App, o Options) http.Handler {
	if o.Dir != "" {
		a.MapFile = func() string { return api.MapFile(o.Dir) }
	}
	r := chi.NewRouter()
	r.Use(web.Log(a.Log), web.Headers, web.Recover(a.Log), o.Pace.Handler, web.KnownHosts(o.Hosts), web.SameOriginWrites, web.WholeBody)
	r.Group(func(r chi.Router) {
		r.Use(web.Below(slowAnswers, pressedHard().Handler, middleware.Compress(answersPressed)), web.Tagged(slowAnswers...))
		api.Mount(r, a, o.Practice, o.Dir)
	})
	r.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) { w.WriteHeader(http.StatusNoContent) })
	r.With(middleware.Compress(filesPressed)).Get("/*", web.Static(o.Static, func(q *http.Request) string { return tiles(a, q) }))
	r.MethodNotAllowed(func(w http.ResponseWriter, q *http.Request) {
		api.Problem(w, http.StatusMethodNotAllowed, q.URL.Path+" does not take "+q.Method)
	})
	return r
}

func pressedHard() *middleware.Compressor {
	c := middleware.NewCompressor(slowPressed)
	c.SetEncoder("br", func(w io.Writer, level int) io.Writer { return brotli.NewWriterLevel(w, level) })
	return c
}

// tiles is the one other origin that pages may fetch pictures from: the map that the user set. Where that cannot be read, there is none.
func tiles(a *app.App, q *http.Request) string {
	s, err := a.Session(q.Context(), api.Owner)
	if err != nil {
		return ""
	}
	set, err := s.Settings(q.Context())
	if err != nil {
		return ""
	}
	return set.Tiles.Origin()
}
