package guidefile

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strings"
)

// deepest is how deep lists and objects may stand in each other: nothing in a guide needs half of it.
const deepest = 40

var errTooDeep = errors.New("nothing in a guide stands that deep; is a bracket missing?")

// place is where a value of a file begins, and where what is in it does.
type place struct {
	line  int
	keys  map[string]*place
	items []*place
}

// at finds what stands at a pointer (RFC 6901), or the nearest thing around it.
func (p *place) at(pointer string) *place {
	for _, step := range strings.Split(pointer, "/")[1:] {
		var in *place
		var n int
		if p.keys != nil {
			in = p.keys[unescape(step)]
		} else if _, err := fmt.Sscanf(step, "%d", &n); err == nil && n >= 0 && n < len(p.items) {
			in = p.items[n]
		}
		if in == nil {
			break
		}
		p = in
	}
	return p
}

// plainJSON finds where the values of JSON stand. It refuses JSON in which lists and objects stand too deep in each other,
// and keys that stand twice in one object: a decoder takes the last of them and says nothing. It leaves alone what is no
// JSON; that is told better by who reads it.
func (f *file) plainJSON() error {
	d := json.NewDecoder(bytes.NewReader(f.bytes))
	line, counted := 1, 0
	at := func() int { // of the last token's end, which is on the line that it began on
		end := min(int(d.InputOffset()), len(f.bytes))
		line += bytes.Count(f.bytes[counted:end], []byte("\n"))
		counted = end
		return line
	}
	type level struct {
		*place
		key string // of an object: whose value comes next
		due bool
	}
	f.places = &place{line: 1}
	open := []level{{place: f.places}}
	put := func(p *place) {
		top := &open[len(open)-1]
		switch {
		case len(open) == 1:
			*top.place = *p
		case top.keys != nil:
			top.keys[top.key], top.due = p, false
		default:
			top.items = append(top.items, p)
		}
	}
	for {
		t, err := d.Token()
		if errors.Is(err, io.EOF) || err != nil {
			return nil
		}
		top := &open[len(open)-1]
		if key, ok := t.(string); ok && len(open) > 1 && top.keys != nil && !top.due {
			if top.keys[key] != nil {
				return fmt.Errorf("%s:%d: %q stands twice here; which is meant?", f.name, at(), key)
			}
			top.key, top.due = key, true
			continue
		}
		p := &place{line: at()}
		switch t {
		case json.Delim('{'):
			p.keys = map[string]*place{}
			put(p)
			open = append(open, level{place: p})
		case json.Delim('['):
			put(p)
			open = append(open, level{place: p})
		case json.Delim('}'), json.Delim(']'):
			if open = open[:len(open)-1]; len(open) == 1 {
				return nil // what comes after is told by who reads it
			}
		default:
			put(p)
		}
		if len(open)-1 > deepest {
			return fmt.Errorf("%s:%d: %w", f.name, p.line, errTooDeep)
		}
	}
}
