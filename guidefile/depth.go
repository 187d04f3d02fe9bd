package guidefile

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"

	"github.com/goccy/go-yaml/lexer"
	"github.com/goccy/go-yaml/token"
)

// deepest is how deep lists and objects may stand in each other: nothing in a guide needs half of it.
const deepest = 40

var errTooDeep = errors.New("nothing in a guide stands that deep; is a bracket missing?")

// oneShallow refuses YAML in which lists and objects stand too deep in each other, and more than one document, before it is
// parsed: the parser works by recursion, and takes the first document alone. It counts signs, not brackets: one in a
// comment or a text is none.
func (f *file) oneShallow() error {
	flow, begun := 0, false
	var columns []int // where the lists and objects begin that stand in each other by their indents
	block := func(column int) {
		for len(columns) > 0 && columns[len(columns)-1] > column {
			columns = columns[:len(columns)-1]
		}
		if len(columns) == 0 || columns[len(columns)-1] < column {
			columns = append(columns, column)
		}
	}
	for _, t := range lexer.Tokenize(string(f.bytes)) {
		switch t.Type {
		case token.SequenceStartType, token.MappingStartType:
			flow++
		case token.SequenceEndType, token.MappingEndType:
			flow = max(0, flow-1)
		case token.SequenceEntryType, token.MappingKeyType:
			if flow == 0 {
				block(t.Position.Column)
			}
		case token.MappingValueType:
			if key := t.Prev; flow == 0 && key != nil {
				block(key.Position.Column)
			}
		case token.DocumentHeaderType:
			if begun {
				return fmt.Errorf("%s:%d: another document begins here, and would not be read; put it into a file of its own", f.name, t.Position.Line)
			}
		}
		if t.Type != token.CommentType && t.Type != token.DirectiveType {
			begun = true
		}
		if flow+len(columns) > deepest {
			return fmt.Errorf("%s:%d: %w", f.name, t.Position.Line, errTooDeep)
		}
	}
	return nil
}

// plainJSON refuses JSON in which lists and objects stand too deep in each other, and keys that stand twice in one object:
// a decoder takes the last of them and says nothing. It leaves alone what is no JSON; that is told better by who reads it.
func (f *file) plainJSON() error {
	d := json.NewDecoder(bytes.NewReader(f.bytes))
	at := func() int { return 1 + bytes.Count(f.bytes[:min(int(d.InputOffset()), len(f.bytes))], []byte("\n")) }
	type level struct {
		keys  map[string]bool // of an object; nil for a list
		value bool            // of an object: what comes next is a value
	}
	var open []level
	for {
		t, err := d.Token()
		if errors.Is(err, io.EOF) || err != nil {
			return nil
		}
		if n := len(open); n > 0 && open[n-1].keys != nil {
			if key, ok := t.(string); ok && !open[n-1].value {
				if open[n-1].keys[key] {
					return fmt.Errorf("%s:%d: %q stands twice here; which is meant?", f.name, at(), key)
				}
				open[n-1].keys[key], open[n-1].value = true, true
				continue
			}
			open[n-1].value = false
		}
		switch t {
		case json.Delim('{'):
			open = append(open, level{keys: map[string]bool{}})
		case json.Delim('['):
			open = append(open, level{})
		case json.Delim('}'), json.Delim(']'):
			open = open[:len(open)-1]
		}
		if len(open) > deepest {
			return fmt.Errorf("%s:%d: %w", f.name, at(), errTooDeep)
		}
	}
}
