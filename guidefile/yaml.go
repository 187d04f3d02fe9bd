package guidefile

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"math"
	"regexp"
	"strings"

	"go.yaml.in/yaml/v4"
)

// shallow is what every YAML is read with: lists and objects that stand too deep in each other are refused while their signs
// are counted, before anything is built of them.
var shallow = yaml.WithPlugin(depthLimit{})

type depthLimit struct{}

func (depthLimit) CheckDepth(depth int, _ *yaml.DepthContext) error {
	if depth > deepest {
		return errTooDeep
	}
	return nil
}

func (depthLimit) CheckAlias(aliases, _ int) error {
	if aliases > 0 {
		return errAlias
	}
	return nil
}

var errAlias = errors.New("a guide takes no YAML aliases; write it out")

// readYAML reads YAML as plain values, and where each stands. One document is read and not more: what came after it would be
// lost without a word.
func (f *file) readYAML() error {
	l, err := yaml.NewLoader(bytes.NewReader(f.bytes), shallow)
	if err != nil {
		return err
	}
	var doc, next yaml.Node
	if err := l.Load(&doc); errors.Is(err, io.EOF) {
		f.places = &place{line: 1}
		return nil
	} else if err != nil {
		return f.yamlError(err)
	}
	if err := l.Load(&next); err == nil {
		return fmt.Errorf("%s:%d: another document begins here, and would not be read; put it into a file of its own", f.name, next.Line)
	} else if !errors.Is(err, io.EOF) {
		return f.yamlError(err)
	}
	for doc.Kind == yaml.DocumentNode && len(doc.Content) == 1 {
		doc = *doc.Content[0]
	}
	f.value, f.places, err = f.plainYAML(&doc)
	return err
}

// plainYAML gives the value of a node, as JSON would have it, and where it stands. The error names the line of what JSON has
// no word for.
func (f *file) plainYAML(n *yaml.Node) (any, *place, error) {
	fault := func(n *yaml.Node, format string, args ...any) (any, *place, error) {
		return nil, nil, fmt.Errorf("%s:%d: %s", f.name, n.Line, fmt.Sprintf(format, args...))
	}
	p := &place{line: n.Line}
	switch n.Kind {
	case yaml.MappingNode:
		out := make(map[string]any, len(n.Content)/2)
		p.keys = make(map[string]*place, len(n.Content)/2)
		for i := 0; i+1 < len(n.Content); i += 2 {
			key := n.Content[i]
			if key.Kind != yaml.ScalarNode {
				return fault(key, "a key is a word, not a list or an object")
			}
			if p.keys[key.Value] != nil {
				return fault(key, "%q stands twice here; which is meant?", key.Value)
			}
			v, in, err := f.plainYAML(n.Content[i+1])
			if err != nil {
				return nil, nil, err
			}
			in.line = key.Line
			out[key.Value], p.keys[key.Value] = v, in
		}
		return out, p, nil
	case yaml.SequenceNode:
		out := make([]any, len(n.Content))
		p.items = make([]*place, len(n.Content))
		for i, c := range n.Content {
			var err error
			if out[i], p.items[i], err = f.plainYAML(c); err != nil {
				return nil, nil, err
			}
		}
		return out, p, nil
	case yaml.AliasNode:
		return fault(n, "%v", errAlias)
	case yaml.ScalarNode:
		var v any
		switch n.ShortTag() {
		case "!!str", "!!timestamp":
			v = n.Value
		case "!!null":
		case "!!bool", "!!int", "!!float":
			if err := n.Decode(&v); err != nil {
				return fault(n, "%q cannot be read: %v", n.Value, err)
			}
			if x, ok := v.(float64); ok && (math.IsNaN(x) || math.IsInf(x, 0)) {
				return fault(n, "%q is no number that anything could have", n.Value)
			}
		default:
			return fault(n, "a guide has no use for what is marked %s", n.Tag)
		}
		return v, p, nil
	}
	return nil, p, nil
}

// yamlError says what is wrong with YAML, and on which line.
func (f *file) yamlError(err error) error {
	for _, ours := range []error{errTooDeep, errAlias} { // the parser keeps their words alone
		if strings.Contains(err.Error(), ours.Error()) {
			return fmt.Errorf("%s:%d: %w", f.name, lineOf(err), ours)
		}
	}
	says := err.Error()
	var e *yaml.LoadError
	if errors.As(err, &e) {
		says = e.Message
	}
	if key := unknownKey.FindStringSubmatch(says); key != nil {
		return fmt.Errorf("%s:%d: there is no key %q here", f.name, lineOf(err), key[1])
	}
	return fmt.Errorf("%s:%d: this is not YAML: %s", f.name, lineOf(err), says)
}

var unknownKey = regexp.MustCompile(`field (\S+) not found in type`)

// lineOf is the line that an error of the YAML names, 1 where it names none.
func lineOf(err error) int {
	var e *yaml.LoadError
	if !errors.As(err, &e) {
		return 1
	}
	return max(1, e.Mark.Line)
}

// loadYAML reads a list of the project's own out of YAML; an empty file is an empty list. The error names a key that is not
// known, a line.
func loadYAML(name string, b []byte, out any) error {
	l, err := yaml.NewLoader(bytes.NewReader(b), shallow, yaml.WithKnownFields(), yaml.WithSingleDocument())
	if err != nil {
		return err
	}
	if err := l.Load(out); err != nil && !errors.Is(err, io.EOF) {
		return (&file{name: name}).yamlError(err)
	}
	if err := l.Load(new(yaml.Node)); !errors.Is(err, io.EOF) {
		return fmt.Errorf("%s: there is more than one document in it", name)
	}
	return nil
}

// bare is text that YAML takes for the same text without quotes, whatever stands around it.
var bare = regexp.MustCompile(`^\p{L}[\p{L}\p{N} ,.;()/+-]*$`)

// writeYAML writes JSON as YAML, its keys in their order. What could be taken for anything but text, now or by another
// reader, stands in quotes with its unusual signs escaped.
func writeYAML(text []byte) ([]byte, error) {
	d := json.NewDecoder(bytes.NewReader(text))
	d.UseNumber()
	doc, err := nodeOf(d)
	if err != nil {
		return nil, err
	}
	return yaml.Dump(doc, yaml.WithIndent(2), yaml.WithLineWidth(-1), yaml.WithUnicode(true))
}

// nodeOf is the next value of JSON as a node of YAML; nil for the end of a list or an object.
func nodeOf(d *json.Decoder) (*yaml.Node, error) {
	t, err := d.Token()
	if err != nil {
		return nil, err
	}
	n := &yaml.Node{Kind: yaml.ScalarNode, Value: fmt.Sprint(t)}
	switch t := t.(type) {
	case nil:
		n.Value, n.Tag = "null", "!!null"
	case bool:
		n.Tag = "!!bool"
	case json.Number:
	case string:
		if n.Tag = "!!str"; !isBare(t) {
			n.Style = yaml.DoubleQuotedStyle
		}
	case json.Delim:
		if t == ']' || t == '}' {
			return nil, nil
		}
		n.Kind, n.Value = map[json.Delim]yaml.Kind{'[': yaml.SequenceNode, '{': yaml.MappingNode}[t], ""
		for {
			in, err := nodeOf(d)
			if err != nil {
				return nil, err
			}
			if in == nil {
				break
			}
			n.Content = append(n.Content, in)
		}
		if len(n.Content) == 0 {
			n.Style = yaml.FlowStyle
		}
	}
	return n, nil
}

// isBare tells whether YAML takes a text for the same text without quotes.
func isBare(text string) bool {
	var v any
	return bare.MatchString(text) && !strings.HasSuffix(text, " ") && yaml.Load([]byte(text), &v) == nil && v == text
}

// jsonOf is a value as JSON.
func jsonOf(v any) ([]byte, error) { return json.Marshal(withoutNulls(v)) }
