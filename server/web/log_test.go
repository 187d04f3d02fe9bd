package web_test

import (
	"bytes"
	"context"
	"log/slog"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"

	"zestythicket/server/web"
)

// Who leaves a page breaks off what it asked for: that is nobody's failure, and must not hide one in the log.
func TestWhatWasBrokenOffIsNoFailure(t *testing.T) {
	fails := http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) { w.WriteHeader(http.StatusInternalServerError) })
	for _, c := range []struct {
		name, level string
		gone        bool
	}{{"who asked still waits", "level=ERROR", false}, {"who asked is gone", "level=INFO", true}} {
		var said bytes.Buffer
		ctx, leave := context.WithCancel(t.Context())
		if c.gone {
			leave()
		}
		r := httptest.NewRequestWithContext(ctx, "GET", "/x?q=typed", http.NoBody)
		web.Log(slog.New(slog.NewTextHandler(&said, nil)))(fails).ServeHTTP(httptest.NewRecorder(), r)
		leave()
		if !strings.Contains(said.String(), c.level) || strings.Contains(said.String(), "typed") {
			t.Errorf("%s: %s is wanted, and not what was typed: %s", c.name, c.level, &said)
		}
	}
}
