package api

import (
	"context"
	"net/http"
	"os"
	"path/filepath"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

func (a *api) settingsRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/settings", "get-settings", "The user's settings"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Settings, error) { return s.ShownSettings(ctx) })
	register(a, h, operation(http.MethodPut, "/settings", "put-settings", "Keep the user's settings"),
		func(ctx context.Context, s *app.Session, in *struct{ Body app.Settings }) (*app.Settings, error) {
			return s.KeepSettings(ctx, in.Body)
		})
	register(a, h, operation(http.MethodGet, "/lacks", "get-lacks", "What the user does without, as the settings have it"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.Lacks, error) { return s.Lacks(ctx) })
}

// copy answers with a copy of the whole database, taken while it is in use: one at a time, for it takes as much room again,
// and to no other site, which could not read it but have it made.
func (a *api) copy(w http.ResponseWriter, r *http.Request) {
	if from := r.Header.Get("Sec-Fetch-Site"); from != "" && from != "same-origin" && from != "none" {
		Problem(w, http.StatusForbidden, "copies are not made for other sites")
		return
	}
	if !a.copying.TryLock() {
		w.Header().Set("Retry-After", "5")
		Problem(w, http.StatusServiceUnavailable, "a copy is being made already; try again when it is there")
		return
	}
	defer a.copying.Unlock()
	dir, err := os.MkdirTemp("", "thicket-copy-")
	if err == nil {
		defer os.RemoveAll(dir)
		err = a.app.Store.CopyTo(r.Context(), filepath.Join(dir, "copy.db"))
	}
	if err != nil {
		a.app.Log.Error("no copy could be made", "cause", err)
		Problem(w, http.StatusInternalServerError, "no copy could be made: "+err.Error())
		return
	}
	w.Header().Set("Content-Type", "application/vnd.sqlite3")
	w.Header().Set("Content-Disposition", `attachment; filename="thicket-`+a.app.Now().Local().Format("2006-01-02")+`.db"`)
	http.ServeFile(w, r, filepath.Join(dir, "copy.db"))
}
