// Package exchange holds the open formats that go in and out. They are built on versioned documents, each with a JSON
// Schema, never on what the API answers or the tables of the database.
package exchange

import (
	"bytes"
	"embed"
	"errors"
	"fmt"
	"slices"
	"strings"
	"sync"

	"zestythicket/app"

	"github.com/santhosh-tekuri/jsonschema/v6"
)

//go:embed schemas/*.json
var files embed.FS

// Into gives an application the formats that go in and out.
func Into(a *app.App) {
	a.WriteCalendar, a.WriteLocated, a.WriteEverything, a.WriteArchive, a.ReadImport = Calendar, Write, WriteEverything, WriteArchive, ReadImport
}

// Documents lists the documents that have a schema here.
var Documents = []string{"event", "everything", "frozen-ruling", "settings"}

// Schema gives the JSON Schema of a document, by its name.
func Schema(document string) ([]byte, error) {
	if !slices.Contains(Documents, document) {
		return nil, fmt.Errorf("there is no document %q; documents are %s", document, strings.Join(Documents, ", "))
	}
	return files.ReadFile("schemas/" + document + ".json")
}

// Check holds a document, as JSON, against its schema. The error says where it does not keep to it.
func Check(document string, text []byte) error {
	s, err := compiled()
	if err != nil {
		return err
	}
	schema, ok := s[document]
	if !ok {
		_, err := Schema(document)
		return err
	}
	v, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
	if err != nil {
		return fmt.Errorf("this is not JSON: %w", err)
	}
	var bad *jsonschema.ValidationError
	if err := schema.Validate(v); errors.As(err, &bad) {
		return errors.New(strings.ReplaceAll(bad.Error(), "\n", " "))
	}
	return nil
}

var compiled = sync.OnceValues(func() (map[string]*jsonschema.Schema, error) {
	out := map[string]*jsonschema.Schema{}
	for _, name := range Documents {
		text, err := Schema(name)
		if err != nil {
			return nil, err
		}
		doc, err := jsonschema.UnmarshalJSON(bytes.NewReader(text))
		if err != nil {
			return nil, fmt.Errorf("%s: %w", name, err)
		}
		c := jsonschema.NewCompiler()
		c.AssertFormat()
		if err := c.AddResource(name, doc); err != nil {
			return nil, err
		}
		if out[name], err = c.Compile(name); err != nil {
			return nil, err
		}
	}
	return out, nil
})
