package guidefile

import (
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"zestythicket/core/guide"
	shipped "zestythicket/guide"
)

// MaxOverlay is the greatest size in bytes of a user's own guide.
const MaxOverlay = 512 << 10

// OverlaySchema is the JSON Schema of a user's own guide: taxa as in any guide, and corrections.
func OverlaySchema() []byte { return shipped.OverlaySchema }

// ReadOverlay reads a user's own guide from YAML or JSON and lays it over a guide. The error is a *Refused with the lines
// where it was read but does not validate, by the rules that hold for any guide and those for a user's own.
func ReadOverlay(name string, b []byte, over *guide.Source) (*guide.Overlay, *guide.Source, error) {
	if len(b) > MaxOverlay {
		return nil, nil, fmt.Errorf("%s: a guide of your own has at most %d kB; this has %d kB. Is it the right file?", name, MaxOverlay>>10, len(b)>>10)
	}
	f := &file{name: name, bytes: b}
	read := f.readYAML
	if json.Valid(b) { // JSON is YAML too, and read several times faster
		read = f.readJSON
	}
	if err := read(); err != nil {
		return nil, nil, err
	}
	whole, ok := f.value.(map[string]any)
	if !ok && f.value != nil {
		return nil, nil, fmt.Errorf("%s:1: a guide of your own is an object with the keys taxa and corrections, not %s", name, kindOf(f.value))
	}
	d := &Document{whole: whole, files: []*file{f}}
	text, err := jsonOf(d.whole)
	if err != nil {
		return nil, nil, err
	}
	if whole == nil {
		text = []byte("{}")
	}
	if found := against(compiledOverlaySchema, text); len(found) > 0 {
		return nil, nil, d.refuse(found)
	}
	own, err := decode[guide.Overlay](text)
	if err != nil {
		return nil, nil, d.refuse([]guide.Violation{{Says: err.Error()}})
	}
	laid, err := d.lay(own, over)
	return own, laid, err
}

// lay lays a user's own over a guide and holds the whole against sense; what is wrong is told where it stands in the
// user's own.
func (d *Document) lay(own *guide.Overlay, over *guide.Source) (*guide.Source, error) {
	found := own.Against(over)
	laid := over.With(own)
	for _, p := range laid.Validate() {
		var n int
		if _, err := fmt.Sscanf(p.At, "/taxa/%d", &n); err != nil {
			continue // not of the user's making
		}
		rest := strings.TrimPrefix(p.At, fmt.Sprintf("/taxa/%d", n))
		if n >= len(over.Taxa) {
			found = append(found, guide.Violation{At: fmt.Sprintf("/taxa/%d%s", n-len(over.Taxa), rest), Says: p.Says})
			continue
		}
		if i := slices.IndexFunc(own.Corrections, func(c guide.Correction) bool { return c.Taxon == over.Taxa[n].ID }); i >= 0 {
			found = append(found, guide.Violation{At: fmt.Sprintf("/corrections/%d%s", i, rest), Says: p.Says})
		}
	}
	if len(found) > 0 {
		return nil, d.refuse(found)
	}
	return laid, nil
}

// WriteOverlay gives a user's own guide as YAML, in the form that ReadOverlay reads.
func WriteOverlay(own *guide.Overlay) ([]byte, error) {
	b, err := json.Marshal(own)
	if err != nil {
		return nil, err
	}
	return writeYAML(b)
}

var compiledOverlaySchema = compiled("urn:zesty-thicket:overlay", shipped.Schema, shipped.OverlaySchema)
