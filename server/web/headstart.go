package web

import (
	"encoding/json"
	"html"
	"io/fs"
	"net/url"
	"strings"
)

// headStartFile says, beside the built page, what each view is shown with.
const headStartFile = "head-start.json"

// headStart is what a browser may fetch together with a page, before any script has run.
type headStart struct {
	Fonts []string
	Views []struct {
		// Path is the view's address, with “:name” for what varies.
		Path    string
		Modules []string
		// Asks are addresses below that of the API, with the same names in them.
		Asks []string
	}
}

// readHeadStart reads what the build wrote; without it, pages fetch one thing after the other.
func readHeadStart(files fs.FS) headStart {
	var out headStart
	if b, err := fs.ReadFile(files, headStartFile); err == nil {
		_ = json.Unmarshal(b, &out) // what cannot be read is no head start
	}
	return out
}

// links are the elements of a page's head that ask for what the view at an address is shown with. All of it comes after what the page
// says by itself was drawn.
func (h *headStart) links(path string) string {
	var b strings.Builder
	link := func(attributes, to string) {
		b.WriteString(`<link ` + attributes + ` fetchpriority="low" href="` + html.EscapeString(to) + `" />`)
	}
	for _, font := range h.Fonts {
		link(`rel="preload" as="font" type="font/woff2" crossorigin`, font)
	}
	for _, v := range h.Views {
		given, ok := varies(v.Path, path)
		if !ok {
			continue
		}
		for _, m := range v.Modules {
			link(`rel="modulepreload" crossorigin`, m)
		}
		for _, ask := range v.Asks {
			for name, value := range given {
				ask = strings.ReplaceAll(ask, name, url.PathEscape(value))
			}
			link(`rel="preload" as="fetch" crossorigin`, "/api/v1"+ask)
		}
		break
	}
	return b.String()
}

// varies gives what stands for the names of a pattern in an address, and whether the address is one of it.
func varies(pattern, path string) (map[string]string, bool) {
	want, have := strings.Split(pattern, "/"), strings.Split(path, "/")
	if len(want) != len(have) {
		return nil, false
	}
	out := map[string]string{}
	for i, w := range want {
		switch {
		case strings.HasPrefix(w, ":") && have[i] != "":
			out[w] = have[i]
		case w != have[i]:
			return nil, false
		}
	}
	return out, true
}
