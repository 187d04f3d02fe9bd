// Package guide holds the shipped guide: its YAML in this folder, and the form of it that the program carries. It only
// hands the files out; guidefile reads them.
package guide

import _ "embed"

//go:generate go run ../guidefile/errors authors/first/guide.json authors/second errors.yaml
//go:generate go run ../guidefile/pack . shipped.json
//go:generate go run ../guidefile/waived . ../docs/guide.md
//go:generate go run ../guidefile/vocabulary . ../web/src/drawings/vocabulary.ts

// Shipped is the guide as one JSON object, checked when it was made from the YAML.
//
//go:embed shipped.json
var Shipped []byte

// Schema is the JSON Schema of a guide; OverlaySchema that of what a user lays over one.
var (
	//go:embed schema.json
	Schema []byte
	//go:embed overlay.schema.json
	OverlaySchema []byte
)

// Waivers are the lint findings that are meant, each with its reason.
//
//go:embed waivers.yaml
var Waivers []byte
