package web

import (
	"bytes"
	"crypto/sha256"
	"encoding/hex"
	"net/http"
	"slices"
	"strings"
)

// Below handles what is asked at or below some addresses in one way, all else in another.
func Below(addresses []string, there, elsewhere func(http.Handler) http.Handler) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		a, b := there(next), elsewhere(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if isBelow(addresses, r) {
				a.ServeHTTP(w, r)
				return
			}
			b.ServeHTTP(w, r)
		})
	}
}

func isBelow(addresses []string, r *http.Request) bool {
	return slices.ContainsFunc(addresses, func(at string) bool { return r.URL.Path == at || strings.HasPrefix(r.URL.Path, at+"/") })
}

// Tagged gives the answers to what is asked below some addresses a tag of what they say. Whoever has the same already is told
// so, and nothing more is sent. A browser may keep them, but asks each time whether they still hold.
func Tagged(below ...string) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if r.Method != http.MethodGet || !isBelow(below, r) {
				next.ServeHTTP(w, r)
				return
			}
			held := &held{ResponseWriter: w, status: http.StatusOK}
			next.ServeHTTP(held, r)
			if held.status != http.StatusOK {
				w.WriteHeader(held.status)
				_, _ = w.Write(held.body.Bytes())
				return
			}
			sum := sha256.Sum256(held.body.Bytes())
			tag := `W/"` + hex.EncodeToString(sum[:12]) + `"`
			w.Header().Set("ETag", tag)
			w.Header().Set("Cache-Control", "private, no-cache")
			if slices.Contains(strings.Split(strings.ReplaceAll(r.Header.Get("If-None-Match"), " ", ""), ","), tag) {
				w.WriteHeader(http.StatusNotModified)
				return
			}
			_, _ = w.Write(held.body.Bytes())
		})
	}
}

// held is an answer that is kept until it is whole.
type held struct {
	http.ResponseWriter
	status int
	body   bytes.Buffer
}

func (h *held) WriteHeader(status int) { h.status = status }

func (h *held) Write(b []byte) (int, error) { return h.body.Write(b) }
