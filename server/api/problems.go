package api

import (
	"context"
	"encoding/json"
	"errors"
	"net/http"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

// conflicts are the errors of what does not go with how things are now.
var conflicts = append([]error{app.ErrExists, app.ErrOperationReused}, app.Conflicts...)

// problem gives an error the HTTP status that tells what kind it is. What is the server's own fault is logged with its
// cause.
func (a *api) problem(err error) error {
	var r app.Refused
	var m app.Missing
	status := http.StatusInternalServerError
	switch {
	case errors.As(err, &r):
		status = http.StatusUnprocessableEntity
	case errors.Is(err, app.ErrNotFound), errors.As(err, &m):
		status = http.StatusNotFound
	case errors.Is(err, app.ErrFull):
		status = http.StatusInsufficientStorage
	case errors.Is(err, app.ErrReadOnly):
		status = http.StatusServiceUnavailable
	case errors.Is(err, app.ErrBusy):
		return huma.ErrorWithHeaders(huma.NewError(http.StatusServiceUnavailable, err.Error()), http.Header{"Retry-After": {"1"}})
	default:
		for _, e := range conflicts {
			if errors.Is(err, e) {
				status = http.StatusConflict
			}
		}
	}
	if status >= http.StatusInternalServerError && !errors.Is(err, context.Canceled) {
		a.app.Log.Error("a request could not be answered", "status", status, "cause", err)
	}
	return huma.NewError(status, err.Error())
}

// Problem answers with problem details (RFC 9457).
func Problem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(map[string]any{"title": http.StatusText(status), "status": status, "detail": detail})
}
