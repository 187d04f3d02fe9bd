// Package guidefile holds the shipped guide, and reads guides from folders of YAML and from single files. A guide that
// does not validate is refused with the file, the line and the reason.
package guidefile

import (
	"bytes"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path"
	"path/filepath"
	"runtime"
	"slices"
	"strings"
	"sync/atomic"

	"zestythicket/core/guide"
	shipped "zestythicket/guide"

	gojson "github.com/goccy/go-json"
	"golang.org/x/sync/errgroup"
)

// The greatest sizes of a guide's files in bytes. Of YAML whose every sign begins something, a megabyte takes as long to read
// as five of JSON.
const (
	maxJSON = 5 << 20
	maxYAML = 1 << 20
)

// Schema is the JSON Schema of a guide as one JSON object.
func Schema() []byte { return shipped.Schema }

// Shipped is the guide that comes with the program, compiled.
func Shipped() (*guide.Matrix, error) {
	g, err := ShippedSource()
	if err != nil {
		return nil, err
	}
	return guide.CompileValid(g), nil
}

// ShippedSource is the guide that comes with the program. It was held against the schema and its meaning when it was
// generated. It is read on every core, by a decoder that takes half the time of the standard library's; a test holds the two
// together.
func ShippedSource() (*guide.Source, error) {
	taxa, others, ok := unpack(shipped.Shipped)
	if !ok {
		return nil, errors.New("the shipped guide is not as it is packed")
	}
	var g guide.Source
	read := make([]guide.Taxon, len(taxa))
	var group errgroup.Group
	group.Go(func() error {
		if err := gojson.Unmarshal(others, &g); err != nil {
			return fmt.Errorf("the shipped guide: %w", err)
		}
		return nil
	})
	var next atomic.Int64
	for range runtime.GOMAXPROCS(0) {
		group.Go(func() error {
			for {
				t := int(next.Add(1)) - 1
				if t >= len(taxa) {
					return nil
				}
				if err := gojson.Unmarshal(taxa[t], &read[t]); err != nil {
					return fmt.Errorf("the shipped guide, taxon %d: %w", t+1, err)
				}
			}
		})
	}
	if err := group.Wait(); err != nil {
		return nil, err
	}
	g.Taxa = read
	return &g, nil
}

// ShippedJSON is the shipped guide as one JSON object.
func ShippedJSON() []byte { return shipped.Shipped }

// Load reads a guide from a folder of YAML or JSON files, or from one JSON or YAML file. The error is an *Refused
// where the guide was read but does not validate.
func Load(place string) (*guide.Matrix, error) {
	g, err := LoadSource(place)
	if err != nil {
		return nil, err
	}
	return guide.CompileValid(g), nil
}

// LoadSource reads a guide as Load does, and gives it as it is written.
func LoadSource(place string) (*guide.Source, error) {
	d, err := Open(place)
	if err != nil {
		return nil, err
	}
	return d.Source()
}

// Open reads a guide's files into one document without judging it.
func Open(place string) (*Document, error) {
	info, err := os.Stat(place)
	if err != nil {
		return nil, fmt.Errorf("no guide there: %w", err)
	}
	if info.IsDir() {
		return openFolder(os.DirFS(place), place)
	}
	f, err := readFile(os.DirFS(filepath.Dir(place)), filepath.Base(place), place)
	if err != nil {
		return nil, err
	}
	whole, ok := f.value.(map[string]any)
	if !ok {
		return nil, fmt.Errorf("%s:1: a guide is an object with the keys characters and taxa, not %s", place, kindOf(f.value))
	}
	return &Document{whole: whole, files: []*file{f}}, nil
}

// Document is a guide as its files give it, and where each part of it stands.
type Document struct {
	whole map[string]any
	files []*file
	parts []part
}

// part tells that what stands at a pointer of the whole stands in a file, under another pointer.
type part struct {
	at   string
	file *file
	in   string
}

type file struct {
	name  string
	bytes []byte
	value any
	// places says where each value stands.
	places *place
}

func openFolder(dir fs.FS, place string) (*Document, error) {
	d := &Document{whole: map[string]any{"characters": []any{}, "taxa": []any{}}}
	var names []string
	err := fs.WalkDir(dir, ".", func(p string, e fs.DirEntry, err error) error {
		if err != nil {
			return err
		}
		if !e.IsDir() && slices.Contains([]string{".yaml", ".yml", ".json"}, path.Ext(p)) && keyOf(p) != "" {
			names = append(names, p)
		}
		return nil
	})
	if err != nil {
		return nil, err
	}
	if len(names) == 0 {
		return nil, fmt.Errorf("%s holds no guide: no guide.yaml, characters/ or taxa/", place)
	}
	slices.Sort(names)
	for _, name := range names {
		f, err := readFile(dir, name, filepath.Join(place, name))
		if err != nil {
			return nil, err
		}
		if err := d.add(keyOf(name), f); err != nil {
			return nil, err
		}
	}
	return d, nil
}

// keyOf is the key of the whole that a file of the folder belongs under; empty for files that are none of the guide's.
func keyOf(name string) string {
	switch dir := strings.Split(name, "/"); {
	case len(dir) > 1 && (dir[0] == "characters" || dir[0] == "taxa"):
		return dir[0]
	case len(dir) == 1:
		base := strings.TrimSuffix(name, path.Ext(name))
		if slices.Contains([]string{"guide", "characters", "taxa", "signs", "gates", "sources", "conditions", "errors"}, base) {
			return base
		}
	}
	return ""
}

func (d *Document) add(key string, f *file) error {
	d.files = append(d.files, f)
	if key == "guide" || key == "errors" {
		m, ok := f.value.(map[string]any)
		if !ok {
			return fmt.Errorf("%s:1: give the key %s, not %s", f.name, key, kindOf(f.value))
		}
		if inner, ok := m[key]; ok && len(m) == 1 {
			d.whole[key] = inner
			d.parts = append(d.parts, part{"/" + key, f, "/" + key})
			return nil
		}
		d.whole[key] = m
		d.parts = append(d.parts, part{"/" + key, f, ""})
		return nil
	}
	list, _ := d.whole[key].([]any)
	switch v := f.value.(type) {
	case nil:
	case map[string]any:
		d.parts = append(d.parts, part{fmt.Sprintf("/%s/%d", key, len(list)), f, ""})
		list = append(list, v)
	case []any:
		for i, it := range v {
			d.parts = append(d.parts, part{fmt.Sprintf("/%s/%d", key, len(list)), f, fmt.Sprintf("/%d", i)})
			list = append(list, it)
		}
	default:
		return fmt.Errorf("%s:1: give an item or a list of %s, not %s", f.name, key, kindOf(v))
	}
	d.whole[key] = list
	return nil
}

// readFile reads a YAML or JSON file as plain values.
func readFile(dir fs.FS, name, shown string) (*file, error) {
	h, err := dir.Open(name)
	if err != nil {
		return nil, fmt.Errorf("no guide there: %w", err)
	}
	defer h.Close()
	most, kind := maxYAML, "YAML"
	if path.Ext(name) == ".json" {
		most, kind = maxJSON, "JSON"
	}
	b, err := io.ReadAll(io.LimitReader(h, int64(most)+1))
	if err != nil {
		return nil, fmt.Errorf("%s: %w", shown, err)
	}
	if len(b) > most {
		return nil, fmt.Errorf("%s: a file of a guide has at most %d MB of %s; lay it in parts into a folder", shown, most>>20, kind)
	}
	f := &file{name: shown, bytes: b}
	if path.Ext(name) == ".json" {
		err = f.readJSON()
	} else {
		err = f.readYAML()
	}
	return f, err
}

func (f *file) readJSON() error {
	if err := f.plainJSON(); err != nil {
		return err
	}
	d := json.NewDecoder(bytes.NewReader(f.bytes))
	d.UseNumber()
	err := d.Decode(&f.value)
	if err == nil {
		if _, more := d.Token(); more != io.EOF {
			err = errors.New("there is more after the end of the object")
		}
	}
	if err == nil {
		return nil
	}
	offset := d.InputOffset()
	if s := (*json.SyntaxError)(nil); errors.As(err, &s) {
		offset = s.Offset
	}
	line := 1 + bytes.Count(f.bytes[:min(int(offset), len(f.bytes))], []byte("\n"))
	return fmt.Errorf("%s:%d: this is not JSON: %w", f.name, line, err)
}

func kindOf(v any) string {
	switch v.(type) {
	case nil:
		return "nothing"
	case []any:
		return "a list"
	case string:
		return "a text"
	}
	return fmt.Sprintf("%T", v)
}

// Source holds the document against the schema, then against sense, and gives the guide if it validates, an *Refused if not.
func (d *Document) Source() (*guide.Source, error) {
	b, err := jsonOf(d.whole)
	if err != nil {
		return nil, err
	}
	if found := against(compiledSchema, b); len(found) > 0 {
		return nil, d.refuse(found)
	}
	g, err := decode[guide.Source](b)
	if err != nil {
		return nil, d.refuse([]guide.Violation{{Says: err.Error()}})
	}
	if found := g.Validate(); len(found) > 0 {
		return nil, d.refuse(found)
	}
	return g, nil
}

// withoutNulls takes out of every object what is given as null: a field given so is one left out.
func withoutNulls(v any) any {
	switch v := v.(type) {
	case map[string]any:
		for k, e := range v {
			if e == nil {
				delete(v, k)
			} else {
				v[k] = withoutNulls(e)
			}
		}
	case []any:
		for i := range v {
			v[i] = withoutNulls(v[i])
		}
	}
	return v
}

func decode[T any](b []byte) (*T, error) {
	var v T
	dec := json.NewDecoder(bytes.NewReader(b))
	dec.DisallowUnknownFields()
	if err := dec.Decode(&v); err != nil {
		return nil, err
	}
	return &v, nil
}
