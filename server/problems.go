package server

import (
	"encoding/json"
	"errors"
	"net/http"

	"zestythicket/core/journal"
	"zestythicket/store"

	"github.com/danielgtaylor/huma/v2"
)

// refused is an error of what was asked for, not of the server.
type refused struct{ error }

// asProblem gives an error the HTTP status that tells what kind it is.
func asProblem(err error) error {
	var r refused
	status := http.StatusInternalServerError
	switch {
	case errors.As(err, &r):
		status = http.StatusUnprocessableEntity
	case errors.Is(err, store.ErrNotFound):
		status = http.StatusNotFound
	case errors.Is(err, store.ErrFull):
		status = http.StatusInsufficientStorage
	case errors.Is(err, store.ErrReadOnly):
		status = http.StatusServiceUnavailable
	default:
		for _, e := range []error{
			store.ErrExists, journal.ErrClosed, journal.ErrDeleted, journal.ErrNotClosed, journal.ErrNotDeleted,
			journal.ErrNothingToUndo, journal.ErrNothingToRedo, journal.ErrNotRead,
		} {
			if errors.Is(err, e) {
				status = http.StatusConflict
			}
		}
	}
	return huma.NewError(status, err.Error())
}

// problem answers with problem details (RFC 9457).
func problem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(map[string]any{"title": http.StatusText(status), "status": status, "detail": detail})
}
