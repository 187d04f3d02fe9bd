package exchange_test

import (
	"context"
	"encoding/json"
	"log/slog"
	"reflect"
	"slices"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/core/events"
	"zestythicket/core/ruling"
	"zestythicket/demo"
	"zestythicket/exchange"
	"zestythicket/guidefile"
	"zestythicket/store"
)

// Whatever is kept of a demo, and of what happens to its records then, keeps to the schemas.
func TestWhatIsKeptKeepsToTheSchemas(t *testing.T) {
	ctx := context.Background()
	g, err := guidefile.ShippedSource()
	if err != nil {
		t.Fatal(err)
	}
	kept, err := store.Open(t.TempDir(), slog.New(slog.DiscardHandler))
	if err != nil {
		t.Fatal(err)
	}
	defer kept.Close()
	s, err := app.New(g, kept, guidefile.Files{}).Session(ctx, "me")
	if err != nil {
		t.Fatal(err)
	}
	if err := demo.Fill(ctx, s); err != nil {
		t.Fatal(err)
	}
	w := func() app.Write { return app.Write{Op: app.NewID()} }
	page, err := s.Records(ctx, app.RecordQuery{Limit: 100})
	if err != nil {
		t.Fatal(err)
	}
	for _, row := range page.Rows {
		r, err := s.Record(ctx, row.ID)
		if err == nil && r.Closing != nil {
			r, err = s.Reopen(ctx, row.ID, w())
		}
		if err == nil {
			_, err = s.ClearReading(ctx, row.ID, w(), r.Readings[0].Character)
		}
		for _, do := range []func(context.Context, string, app.Write) (*app.Record, error){s.Undo, s.Redo, s.Undo, s.Delete, s.Restore} {
			if err == nil {
				_, err = do(ctx, row.ID, w())
			}
		}
		if err == nil {
			_, err = s.Describe(ctx, row.ID, w(), app.About{Kingdom: row.Kingdom, Note: "seen again"})
		}
		if err == nil {
			_, err = s.Close(ctx, row.ID, w(), app.Closing{Done: "left", Note: "by the weir"})
		}
		if err != nil {
			t.Fatal(err)
		}
	}
	seen := map[events.Kind]bool{}
	for _, row := range page.Rows {
		stream, list, err := kept.Load(ctx, "me", events.RecordStream, row.ID)
		if err != nil {
			t.Fatal(err)
		}
		for i := range list {
			b, err := json.Marshal(&list[i])
			if err != nil {
				t.Fatal(err)
			}
			if seen[list[i].Kind] = true; exchange.Check("event", b) != nil {
				t.Errorf("%s\n%v", b, exchange.Check("event", b))
			}
		}
		if err := exchange.Check("frozen-ruling", stream.Frozen); err != nil {
			t.Errorf("record %s: %v", row.ID, err)
		}
	}
	if len(seen) != len(events.RecordKinds) {
		t.Errorf("only %v were seen", seen)
	}
	set, err := kept.Settings(ctx, "me")
	if err != nil {
		t.Fatal(err)
	}
	if err := exchange.Check("settings", set); err != nil {
		t.Error(err)
	}
}

// A schema and the type that is kept name the same fields: a field cannot come or go without its schema and a version.
func TestSchemasNameEveryField(t *testing.T) {
	for name, of := range map[string]reflect.Type{"event": reflect.TypeFor[events.Event](), "frozen-ruling": reflect.TypeFor[ruling.Frozen]()} {
		text, err := exchange.Schema(name)
		if err != nil {
			t.Fatal(err)
		}
		var schema struct{ Properties map[string]any }
		if err := json.Unmarshal(text, &schema); err != nil {
			t.Fatal(err)
		}
		var fields []string
		for i := range of.NumField() {
			field, _, _ := strings.Cut(of.Field(i).Tag.Get("json"), ",")
			fields = append(fields, field)
			if _, ok := schema.Properties[field]; !ok {
				t.Errorf("the schema of %s has no %s", name, field)
			}
		}
		for p := range schema.Properties {
			if !slices.Contains(fields, p) {
				t.Errorf("nothing in %s is called %s", name, p)
			}
		}
	}
}

func TestWhatDoesNotKeepToASchemaIsRefused(t *testing.T) {
	const event = `{"id":"01960000-0000-7000-8000-000000000001","op":"01960000-0000-7000-8000-000000000002","stream":"record","stream_id":"r","owner":"me","device":"here","number":1,"at":"2026-11-26T08:00:00Z","seen":{},"kind":"clear","version":1,"body":{"character":"a"}}`
	if err := exchange.Check("event", []byte(event)); err != nil {
		t.Fatal(err)
	}
	for name, change := range map[string][2]string{
		"a kind that is none":    {`"clear"`, `"shear"`},
		"another version":        {`"version":1`, `"version":2`},
		"a field too many":       {`"owner"`, `"x":1,"owner"`},
		"a body of another kind": {`{"character":"a"}`, `{"op":"a"}`},
		"a time that is none":    {`2026-11-26T08:00:00Z`, `yesterday`},
		"a number that is none":  {`"number":1`, `"number":0`},
		"an id that is no UUID":  {`"id":"01960000`, `"id":"0196`},
		"the end of it":          {`}}`, `}`},
	} {
		if err := exchange.Check("event", []byte(strings.Replace(event, change[0], change[1], 1))); err == nil {
			t.Errorf("%s is taken", name)
		}
	}
	if _, err := exchange.Schema("nothing"); err == nil {
		t.Error("a document that is none has a schema")
	}
}
