package server

import (
	"bytes"
	"io/fs"
	"net/http"
	"os"
	"path"
	"path/filepath"
	"strings"
)

// nonceMark stands in the built page where the request's own nonce goes.
const nonceMark = "__NONCE__"

// static serves the built front end. Every path that is no file of it is a view of the one page.
func (a *App) static(w http.ResponseWriter, r *http.Request) {
	name := strings.TrimPrefix(path.Clean(r.URL.Path), "/")
	if info, err := fs.Stat(a.Static, name); err == nil && !info.IsDir() && name != "index.html" {
		if strings.HasPrefix(name, "assets/") {
			w.Header().Set("Cache-Control", "public, max-age=31536000, immutable")
		}
		http.ServeFileFS(w, r, a.Static, name)
		return
	}
	if strings.HasPrefix(name, "api/") {
		problem(w, http.StatusNotFound, "there is nothing at "+r.URL.Path+"; /api/v1/openapi.json lists what there is")
		return
	}
	if strings.HasPrefix(name, "assets/") {
		problem(w, http.StatusNotFound, "there is no file "+name)
		return
	}
	page, err := fs.ReadFile(a.Static, "index.html")
	if err != nil {
		problem(w, http.StatusNotFound, "the front end was not built into this program; build it with make build")
		return
	}
	nonce, _ := r.Context().Value(nonceKey{}).(string)
	w.Header().Set("Content-Type", "text/html; charset=utf-8")
	w.Header().Set("Cache-Control", "no-store")
	_, _ = w.Write(bytes.ReplaceAll(page, []byte(nonceMark), []byte(nonce)))
}

// copyDatabase answers with a copy of the whole database, taken while it is in use.
func (a *App) copyDatabase(w http.ResponseWriter, r *http.Request) {
	dir, err := os.MkdirTemp("", "thicket-copy-")
	if err == nil {
		defer os.RemoveAll(dir)
		err = a.Store.CopyTo(r.Context(), filepath.Join(dir, "copy.db"))
	}
	if err != nil {
		problem(w, http.StatusInternalServerError, "no copy could be made: "+err.Error())
		return
	}
	w.Header().Set("Content-Type", "application/vnd.sqlite3")
	w.Header().Set("Content-Disposition", `attachment; filename="thicket-`+a.Now().Format("2006-01-02")+`.db"`)
	http.ServeFile(w, r, filepath.Join(dir, "copy.db"))
}
