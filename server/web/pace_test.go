package web_test

import (
	"io"
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"time"

	"zestythicket/server/web"
)

// What has come in whole may be worked on for longer than a stall may last: the limit is on what is still to come.
func TestWhatTakesLongToAnswerIsNotLetGoOf(t *testing.T) {
	pace := web.Pace{Stall: 250 * time.Millisecond, Whole: time.Minute}
	s := httptest.NewServer(pace.Handler(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if _, err := io.ReadAll(r.Body); err != nil {
			t.Error(err)
		}
		select {
		case <-r.Context().Done():
			t.Errorf("a %s is let go of while it is worked on", r.Method)
		case <-time.After(time.Second):
		}
		_, _ = io.WriteString(w, "done")
	})))
	defer s.Close()
	for method, body := range map[string]string{"GET": "", "DELETE": "", "PUT": strings.Repeat("x", 10_000)} {
		req, err := http.NewRequest(method, s.URL, strings.NewReader(body))
		if err != nil {
			t.Fatal(err)
		}
		resp, err := http.DefaultClient.Do(req)
		if err != nil {
			t.Errorf("%s: %v", method, err)
			continue
		}
		if b, _ := io.ReadAll(resp.Body); string(b) != "done" {
			t.Errorf("%s is answered %q", method, b)
		}
		resp.Body.Close()
	}
}
