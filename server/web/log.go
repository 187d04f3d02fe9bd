package web

import (
	"log/slog"
	"net/http"
	"runtime/debug"
	"time"

	"github.com/go-chi/chi/v5/middleware"
)

// Log writes one line for each request: what was asked, what was answered, how much and how long it took. What somebody
// typed stands in the address of a search, so the query is left out.
func Log(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			began := time.Now()
			ww := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
			defer func() {
				level := slog.LevelInfo
				if ww.Status() >= http.StatusInternalServerError && r.Context().Err() == nil { // who asked still waits for it
					level = slog.LevelError
				}
				log.Log(r.Context(), level, "request", "method", r.Method, "path", r.URL.Path, "status", ww.Status(), "bytes", ww.BytesWritten(), "ms", time.Since(began).Milliseconds())
			}()
			next.ServeHTTP(ww, r)
		})
	}
}

// Recover answers for a panic with a problem, and logs it with where it was.
func Recover(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			defer func() {
				if v := recover(); v != nil && v != http.ErrAbortHandler {
					log.Error("a request made the server panic", "path", r.URL.Path, "cause", v, "stack", string(debug.Stack()))
					w.WriteHeader(http.StatusInternalServerError)
				} else if v != nil {
					panic(v)
				}
			}()
			next.ServeHTTP(w, r)
		})
	}
}
