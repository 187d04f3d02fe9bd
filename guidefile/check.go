package guidefile

import (
	"errors"
	"fmt"
	"io/fs"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"zestythicket/core/guide"
	shipped "zestythicket/guide"
)

// Waiver lets a finding stand, with the reason. About may end in "/*": then it is all findings of that kind about what stands before it.
type Waiver struct {
	Lint  string `yaml:"lint"`
	About string `yaml:"about"`
	Why   string `yaml:"why"`
}

// Judged is a finding, with the reason for letting it stand where there is one.
type Judged struct {
	guide.Finding
	Waived string `json:"waived,omitempty"`
}

// Check lints a guide; place is where it was loaded from, "" for the shipped one. Waivers stand in a file
// waivers.yaml beside the guide's others.
func Check(g *guide.Matrix, place string) ([]Judged, error) {
	b := shipped.Waivers
	if place != "" {
		var err error
		if b, err = os.ReadFile(filepath.Join(place, "waivers.yaml")); err != nil {
			b = nil
			if info, e := os.Stat(place); e == nil && info.IsDir() && !errors.Is(err, fs.ErrNotExist) {
				return nil, err
			}
		}
	}
	var list []Waiver
	if err := loadYAML("waivers.yaml", b, &list); err != nil {
		return nil, err
	}
	var out []Judged
	for _, f := range g.Lint() {
		j := Judged{Finding: f}
		for _, w := range list {
			if w.Lint == f.Lint && (w.About == f.About || strings.HasSuffix(w.About, "/*") && strings.HasPrefix(f.About, strings.TrimSuffix(w.About, "*"))) {
				j.Waived = w.Why
			}
		}
		out = append(out, j)
	}
	return out, nil
}

// Between these the page about the guide tells of its waivers.
const (
	waiversBegin = "<!-- waivers: written by make guide -->\n"
	waiversEnd   = "<!-- /waivers -->\n"
)

// WithWaivers gives a page in which the findings that are let stand are told anew, lint by lint, each with its reason.
func WithWaivers(page string, found []Judged) (string, error) {
	before, rest, ok := strings.Cut(page, waiversBegin)
	_, after, closed := strings.Cut(rest, waiversEnd)
	if !ok || !closed {
		return "", errors.New("it has no place for waivers")
	}
	abouts := map[string]map[string][]string{} // by lint and reason
	for _, f := range found {
		if f.Waived != "" {
			if abouts[f.Lint] == nil {
				abouts[f.Lint] = map[string][]string{}
			}
			abouts[f.Lint][f.Waived] = append(abouts[f.Lint][f.Waived], f.About)
		}
	}
	var out strings.Builder
	for _, lint := range slices.Sorted(maps.Keys(abouts)) {
		reasons, n := abouts[lint], 0
		for _, about := range reasons {
			n += len(about)
		}
		fmt.Fprintf(&out, "\n**%s** (%d)\n\n", lint, n)
		for _, why := range slices.SortedFunc(maps.Keys(reasons), func(a, b string) int { return strings.Compare(reasons[a][0], reasons[b][0]) }) {
			fmt.Fprintf(&out, "- %s: %s\n", strings.Join(reasons[why], ", "), why)
		}
	}
	return before + waiversBegin + out.String() + "\n" + waiversEnd + after, nil
}
