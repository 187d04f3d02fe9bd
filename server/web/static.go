package web

import (
	"bytes"
	"io/fs"
	"net/http"
	"path"
	"strings"

	"zestythicket/server/api"
)

// nonceMark stands in the built page where the request's own nonce goes.
const nonceMark = "__NONCE__"

// Static serves the built front end, index.html at its root. Every path that is no file of it is a view of the one page. Images gives the one other
// origin that the page may fetch pictures from; empty for none.
func Static(files fs.FS, images func(*http.Request) string) http.HandlerFunc {
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if info, err := fs.Stat(files, name); err == nil && !info.IsDir() && name != "index.html" {
			if strings.HasPrefix(name, "assets/") {
				w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			http.ServeFileFS(w, r, files, name)
			return
		}
		if strings.HasPrefix(name, "api/") {
			api.Problem(w, http.StatusNotFound, "there is nothing at "+r.URL.Path+"; /api/v1/openapi.json lists what there is")
			return
		}
		if strings.HasPrefix(name, "assets/") {
			api.Problem(w, http.StatusNotFound, "there is no file "+name)
			return
		}
		page, err := fs.ReadFile(files, "index.html")
		if err != nil {
			api.Problem(w, http.StatusNotFound, "the front end was not built into this program; build it with make build")
			return
		}
		nonce, _ := r.Context().Value(nonceKey{}).(string)
		if from := images(r); from != "" {
			w.Header().Set("Content-Security-Policy", policy(nonce, " "+from))
		}
		w.Header().Set("Content-Type", "text/html; charset=utf-8")
		w.Header().Set("Cache-Control", "no-store")
		_, _ = w.Write(bytes.ReplaceAll(page, []byte(nonceMark), []byte(nonce)))
	}
}
