package api

import (
	"reflect"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
)

const schemas = "#/components/schemas/"

// vocabulary is a registry of schemas in which every type of words is a schema of its own that lists them: whoever
// generates types from the description gets a union, and a forgotten case does not compile there.
func vocabulary() huma.Registry {
	r := huma.NewMapRegistry(schemas, huma.DefaultSchemaNamer)
	name[app.Apart](r)
	name[app.Call](r)
	name[app.CautionCode](r)
	name[app.Deck](r)
	name[app.QuestionKind](r)
	name[app.Doing](r)
	name[app.EntryKind](r)
	name[app.EventKind](r)
	name[app.Finding](r)
	name[app.Footing](r)
	name[app.Harm](r)
	name[app.Keeping](r)
	name[app.Kind](r)
	name[app.Nearness](r)
	name[app.Organ](r)
	name[app.OverlayKind](r)
	name[app.Packing](r)
	name[app.PartState](r)
	name[app.PhotoState](r)
	name[app.PlaceForm](r)
	name[app.Pollution](r)
	name[app.Spreads](r)
	name[app.ReasonCode](r)
	name[app.Ripeness](r)
	name[app.SeasonEdge](r)
	name[app.Surface](r)
	name[app.Stage](r)
	name[app.Status](r)
	name[app.Told](r)
	name[app.UnseenReason](r)
	name[app.Use](r)
	name[app.Verdict](r)
	name[app.WalkState](r)
	name[app.Where](r)
	return r
}

func name[T ~string](r huma.Registry) {
	r.RegisterTypeAlias(reflect.TypeFor[T](), reflect.TypeFor[word[T]]())
}

// word stands for a type of words where its schema is asked for.
type word[T ~string] string

// Schema names the schema that lists the words.
func (word[T]) Schema(r huma.Registry) *huma.Schema {
	w := app.Vocabulary[reflect.TypeFor[T]()]
	if r.Map()[w.Name] == nil {
		s := &huma.Schema{Type: huma.TypeString}
		for _, v := range w.Values {
			s.Enum = append(s.Enum, v)
		}
		s.PrecomputeMessages()
		r.Map()[w.Name] = s
	}
	return &huma.Schema{Ref: schemas + w.Name}
}
