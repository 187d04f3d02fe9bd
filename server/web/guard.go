// Package web is all of the server that knows nothing of what is served: who is answered, how long they may take, what
// stands in the headers, and the files of the built front end.
package web

import (
	"context"
	"crypto/rand"
	"encoding/base64"
	"net"
	"net/http"
	"slices"
	"strings"

	"zestythicket/server/api"
)

// KnownHosts answers only to the names of this machine itself and those given, so that a name made to point at this machine
// reaches nothing.
func KnownHosts(hosts []string) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			host := r.Host
			if h, _, err := net.SplitHostPort(host); err == nil {
				host = h
			}
			host = strings.ToLower(strings.Trim(host, "[]"))
			if !slices.Contains(hosts, host) && !IsLoopback(host) {
				api.Problem(w, http.StatusMisdirectedRequest, "this server does not answer to the name "+host+"; start it with --host to allow it")
				return
			}
			next.ServeHTTP(w, r)
		})
	}
}

// IsLoopback tells whether a host name or address is this machine itself.
func IsLoopback(host string) bool {
	ip := net.ParseIP(host)
	return host == "localhost" || ip != nil && ip.IsLoopback()
}

// SameOriginWrites refuses requests from other origins that would change anything.
func SameOriginWrites(next http.Handler) http.Handler {
	p := http.NewCrossOriginProtection()
	p.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		api.Problem(w, http.StatusForbidden, "requests from other sites may not change anything here")
	}))
	return p.Handler(next)
}

type nonceKey struct{}

// policy is the content security policy of a page with such a nonce; images is what it may fetch pictures from besides.
func policy(nonce, images string) string {
	return "default-src 'none'; script-src 'self'; style-src 'nonce-" + nonce + "'; img-src 'self' data: blob:" + images + "; " +
		"font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'none'; base-uri 'none'; frame-ancestors 'none'"
}

// Headers gives every answer, refusals too, a strict content security policy with a nonce of its own for styles; what the API
// says is not to be kept by anything on the way.
func Headers(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		raw := make([]byte, 18)
		_, _ = rand.Read(raw) // never fails
		nonce := base64.RawURLEncoding.EncodeToString(raw)
		h := w.Header()
		h.Set("Content-Security-Policy", policy(nonce, ""))
		h.Set("X-Content-Type-Options", "nosniff")
		if strings.HasPrefix(r.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		h.Set("Cross-Origin-Resource-Policy", "same-origin")
		h.Set("Permissions-Policy", "camera=(), microphone=(), geolocation=(self)")
		next.ServeHTTP(w, r.WithContext(context.WithValue(r.Context(), nonceKey{}, nonce)))
	})
}
