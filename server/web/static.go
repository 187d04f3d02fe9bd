package web

import (
	"bytes"
	"io/fs"
	"mime"
	"net/http"
	"path"
	"strings"
	"time"

	"zestythicket/server/api"
)

// nonceMark stands in the built page where the request's own nonce goes.
const nonceMark = "__NONCE__"

// Static serves the built front end, index.html at its root. Every path that is no file of it is a view of the one page. Images gives the one other
// origin that the page may fetch pictures from; empty for none.
func Static(files fs.FS, images func(*http.Request) string) http.HandlerFunc {
	start := readHeadStart(files)
	return func(w http.ResponseWriter, r *http.Request) {
		name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
		if info, err := fs.Stat(files, name); err == nil && !info.IsDir() && name != "index.html" {
			if strings.HasPrefix(name, "assets/") {
				w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
			}
			servePressed(w, r, files, name)
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
		page = bytes.Replace(page, []byte("</head>"), []byte(start.links(r.URL.Path)+"</head>"), 1)
		_, _ = w.Write(bytes.ReplaceAll(page, []byte(nonceMark), []byte(nonce)))
	}
}

// servePressed serves a file as the build pressed it with Brotli, where it did and the browser reads that; else as it is.
func servePressed(w http.ResponseWriter, r *http.Request, files fs.FS, name string) {
	pressed, err := fs.ReadFile(files, name+".br")
	if err != nil {
		http.ServeFileFS(w, r, files, name)
		return
	}
	w.Header().Add("Vary", "Accept-Encoding")
	if !strings.Contains(r.Header.Get("Accept-Encoding"), "br") {
		http.ServeFileFS(w, r, files, name)
		return
	}
	w.Header().Set("Content-Encoding", "br")
	w.Header().Set("Content-Type", mime.TypeByExtension(path.Ext(name)))
	http.ServeContent(w, r, name, time.Time{}, bytes.NewReader(pressed))
}
