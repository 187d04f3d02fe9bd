package guidefile

import (
	"errors"
	"fmt"
	"strings"

	"zestythicket/app"
	"zestythicket/core/guide"
)

// Files reads and writes overlays for the application.
type Files struct{}

var _ app.GuideFiles = Files{}

// ReadOverlay reads an overlay and lays it over a guide.
func (Files) ReadOverlay(name string, text []byte, over *guide.Source) (*guide.Overlay, *guide.Source, error) {
	return ReadOverlay(name, text, over)
}

// WriteOverlay gives an overlay as YAML.
func (Files) WriteOverlay(o *guide.Overlay) ([]byte, error) { return WriteOverlay(o) }

// Schema is the JSON Schema of a guide.
func (Files) Schema() []byte { return Schema() }

// Plainly words what is wrong with something that was typed into a form, not read from a file's lines.
func (Files) Plainly(err error) error {
	var r *Refused
	if !errors.As(err, &r) {
		return err
	}
	var says []string
	for _, p := range r.Diagnostics {
		steps := strings.SplitN(p.At, "/", 4) // "", taxa or corrections, number, rest
		if len(steps) == 4 && steps[3] != "" {
			says = append(says, steps[3]+": "+p.Says)
		} else {
			says = append(says, p.Says)
		}
	}
	if r.More > 0 {
		says = append(says, fmt.Sprintf("and %d more", r.More))
	}
	return errors.New(strings.Join(says, "; "))
}
