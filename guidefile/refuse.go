package guidefile

import (
	"bytes"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"

	"zestythicket/core/guide"
	shipped "zestythicket/guide"

	"github.com/santhosh-tekuri/jsonschema/v6"
	"golang.org/x/text/language"
	"golang.org/x/text/message"
)

// Refused is why a guide may not be used: each fault with its file, line and reason.
type Refused struct {
	// Diagnostics are the first faults, mostTold of them at most; More is how many there are besides.
	Diagnostics []Diagnostic
	More        int
}

// mostTold is how many faults are told: nobody reads more before mending what they read.
const mostTold = 20

// Diagnostic is something wrong in a guide's file.
type Diagnostic struct {
	File string
	Line int
	// At points at it within what was read, as RFC 6901 does.
	At   string
	Says string
}

func (p Diagnostic) String() string { return fmt.Sprintf("%s:%d: %s", p.File, p.Line, p.Says) }

// Error gives the first problem in one line, and how many more there are.
func (r *Refused) Error() string {
	says := r.Diagnostics[0].String()
	if n := len(r.Diagnostics) - 1 + r.More; n > 0 {
		says += fmt.Sprintf(" (and %d more)", n)
	}
	return says
}

func (d *Document) refuse(found []guide.Violation) *Refused {
	r := &Refused{More: max(0, len(found)-mostTold)}
	for _, p := range found[:min(len(found), mostTold)] {
		f, in := d.stands(p.At)
		r.Diagnostics = append(r.Diagnostics, Diagnostic{f.name, f.line(in), p.At, strings.ReplaceAll(p.Says, "\n", " ")})
	}
	return r
}

// stands finds the file that what stands at a pointer of the whole came from, and the pointer within that file.
func (d *Document) stands(at string) (*file, string) {
	for _, p := range d.parts {
		if at == p.at || strings.HasPrefix(at, p.at+"/") {
			return p.file, p.in + at[len(p.at):]
		}
	}
	return d.files[0], at
}

// line is the line of what stands at a pointer, or of the nearest thing around it.
func (f *file) line(pointer string) int {
	if f.places == nil {
		return 1
	}
	return f.places.at(pointer).line
}

func unescape(step string) string {
	return strings.NewReplacer("~1", "/", "~0", "~").Replace(step)
}

var compiledSchema = compiled("urn:zesty-thicket:guide", shipped.Schema)

// compiled compiles the schema of an id, once, out of documents that may point at each other by their ids.
func compiled(id string, documents ...[]byte) func() (*jsonschema.Schema, error) {
	return sync.OnceValues(func() (*jsonschema.Schema, error) {
		c := jsonschema.NewCompiler()
		for _, b := range documents {
			doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(b))
			if err != nil {
				return nil, err
			}
			if err := c.AddResource(fmt.Sprint(doc.(map[string]any)["$id"]), doc); err != nil {
				return nil, err
			}
		}
		return c.Compile(id)
	})
}

// against holds a value, written as JSON, against a schema.
func against(compiled func() (*jsonschema.Schema, error), b []byte) []guide.Violation {
	s, err := compiled()
	if err != nil {
		return []guide.Violation{{Says: err.Error()}}
	}
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(b))
	if err != nil {
		return []guide.Violation{{Says: err.Error()}}
	}
	var bad *jsonschema.ValidationError
	if !errors.As(s.Validate(v), &bad) {
		return nil
	}
	return leaves(bad)
}

// leaves gives the innermost causes of a schema's refusal; of the ways a value could have been right, those that went
// deepest.
func leaves(e *jsonschema.ValidationError) []guide.Violation {
	if len(e.Causes) == 0 {
		at := ""
		for _, s := range e.InstanceLocation {
			at += "/" + strings.NewReplacer("~", "~0", "/", "~1").Replace(s)
		}
		return []guide.Violation{{At: at, Says: e.ErrorKind.LocalizedString(message.NewPrinter(language.English))}}
	}
	var out []guide.Violation
	deepest := 0
	for _, c := range e.Causes {
		deepest = max(deepest, len(c.InstanceLocation))
	}
	either := slices.Equal(e.ErrorKind.KeywordPath(), []string{"anyOf"})
	for _, c := range e.Causes {
		if either && len(out) > 0 {
			break
		}
		if !either || len(c.InstanceLocation) == deepest {
			out = append(out, leaves(c)...)
		}
	}
	return out
}
