package web

import (
	"bytes"
	"errors"
	"io"
	"net"
	"net/http"

	"zestythicket/server/api"
)

// WholeBody reads what was sent before anything is done with it, up to one byte more than the API takes, which refuses that by
// itself; large files are written to the disk as they come. What does not come whole, or in broken pieces, is refused as its sender's mistake.
func WholeBody(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Body == nil || r.Body == http.NoBody || api.IsStream(r) {
			next.ServeHTTP(w, r)
			return
		}
		b, err := io.ReadAll(io.LimitReader(r.Body, api.MostOf(r)+1))
		if err != nil {
			var slow net.Error
			if errors.As(err, &slow) && slow.Timeout() {
				api.Problem(w, http.StatusRequestTimeout, "what was being sent stopped coming")
				return
			}
			api.Problem(w, http.StatusBadRequest, "what was sent did not come whole: "+err.Error())
			return
		}
		r.Body = struct {
			io.Reader
			io.Closer
		}{io.MultiReader(bytes.NewReader(b), r.Body), r.Body}
		next.ServeHTTP(w, r)
	})
}
