package web

import (
	"net/http"
	"net/http/httptest"
	"strings"
	"testing"
	"testing/fstest"
)

func answer(h http.Handler, path string, headers ...string) *httptest.ResponseRecorder {
	q := httptest.NewRequest(http.MethodGet, path, nil)
	for i := 0; i < len(headers); i += 2 {
		q.Header.Set(headers[i], headers[i+1])
	}
	w := httptest.NewRecorder()
	h.ServeHTTP(w, q)
	return w
}

func TestThePageAsksForWhatItsViewIsShownWith(t *testing.T) {
	files := fstest.MapFS{
		"index.html":      {Data: []byte("<head></head><body>")},
		"head-start.json": {Data: []byte(`{"fonts":["/assets/f.woff2"],"views":[{"path":"/guide/words","modules":["/assets/Words.js"]},{"path":"/guide/:id","modules":["/assets/Taxon.js"],"asks":["/settings","/taxa/:id/page"]}]}`)},
	}
	page := Static(files, func(*http.Request) string { return "" })
	for path, want := range map[string][]string{
		"/guide/words":          {"/assets/f.woff2", "/assets/Words.js"},
		"/guide/amanita-virosa": {"/assets/Taxon.js", "/api/v1/settings", "/api/v1/taxa/amanita-virosa/page"},
		"/guide/%22%3E%3Cx":     {"/api/v1/taxa/%22%3E%3Cx/page"},
		"/guide/":               {"/assets/f.woff2"},
		"/nothing/of/it":        {"/assets/f.woff2"},
	} {
		body := answer(page, path).Body.String()
		for _, w := range want {
			if !strings.Contains(body, `href="`+w+`"`) {
				t.Errorf("%s does not ask for %s: %s", path, w, body)
			}
		}
		if strings.Contains(path, "words") == strings.Contains(body, "Taxon.js") && path != "/guide/" && path != "/nothing/of/it" {
			t.Errorf("%s asks for another view's parts: %s", path, body)
		}
	}
	if body := answer(Static(fstest.MapFS{"index.html": {Data: []byte("<head></head>")}}, func(*http.Request) string { return "" }), "/").Body.String(); body != "<head></head>" {
		t.Errorf("a page without a head start is %q", body)
	}
}

func TestFilesAreSentAsTheBuildPressedThem(t *testing.T) {
	files := fstest.MapFS{"assets/a.js": {Data: []byte("plain")}, "assets/a.js.br": {Data: []byte("pressed")}, "assets/b.js": {Data: []byte("small")}}
	h := Static(files, func(*http.Request) string { return "" })
	for _, c := range []struct{ path, takes, body, encoding string }{
		{"/assets/a.js", "gzip, br", "pressed", "br"},
		{"/assets/a.js", "gzip", "plain", ""},
		{"/assets/b.js", "br", "small", ""},
	} {
		got := answer(h, c.path, "Accept-Encoding", c.takes)
		if got.Body.String() != c.body || got.Header().Get("Content-Encoding") != c.encoding || !strings.Contains(got.Header().Get("Content-Type"), "javascript") {
			t.Errorf("%s for %q: %q, %v", c.path, c.takes, got.Body, got.Header())
		}
	}
	if got := answer(h, "/assets/a.js", "Accept-Encoding", "gzip"); got.Header().Get("Vary") != "Accept-Encoding" {
		t.Error("what lies between may send the pressed file to who cannot read it")
	}
}

func TestWhatIsHeldAlreadyIsNotSentAgain(t *testing.T) {
	says := "one"
	h := Tagged("/guide")(http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if strings.HasSuffix(r.URL.Path, "none") {
			http.Error(w, "none", http.StatusNotFound)
			return
		}
		_, _ = w.Write([]byte(says))
	}))
	first := answer(h, "/guide/x")
	tag := first.Header().Get("ETag")
	if first.Body.String() != "one" || tag == "" {
		t.Fatalf("%q, %v", first.Body, first.Header())
	}
	if got := answer(h, "/guide/x", "If-None-Match", `"other", `+tag); got.Code != http.StatusNotModified || got.Body.Len() > 0 {
		t.Errorf("the same again: %d, %q", got.Code, got.Body)
	}
	says = "two"
	if got := answer(h, "/guide/x", "If-None-Match", tag); got.Code != http.StatusOK || got.Body.String() != "two" {
		t.Errorf("another: %d, %q", got.Code, got.Body)
	}
	if got := answer(h, "/guide/none"); got.Code != http.StatusNotFound || got.Header().Get("ETag") != "" {
		t.Errorf("a refusal: %d, %v", got.Code, got.Header())
	}
	for _, path := range []string{"/guides", "/records"} {
		if got := answer(h, path); got.Header().Get("ETag") != "" {
			t.Errorf("%s may be kept", path)
		}
	}
}
