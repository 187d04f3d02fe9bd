package app_test

import (
	"bytes"
	"strings"
	"testing"

	"zestythicket/app"
	"zestythicket/guidefile"
)

// Whatever stands in the lines, each is answered or refused by its number; nothing makes the program fall.
func FuzzIdentifyLines(f *testing.F) {
	g, err := guidefile.Shipped()
	if err != nil {
		f.Fatal(err)
	}
	f.Add(`{"id":"a","kingdom":"fungi","readings":[{"character":"underside","states":["gills"],"sure":true}]}`)
	f.Add("null\n[]\n{}")
	f.Add(`{"id":"a","readings":[{"character":"cap-diameter","value":1e308,"sure":true}]}`)
	f.Add(strings.Repeat("[", 400))
	f.Fuzz(func(t *testing.T, text string) {
		var out bytes.Buffer
		if err := app.IdentifyLines(g, strings.NewReader(text), &out); err != nil && !strings.HasPrefix(err.Error(), "line ") && !strings.Contains(err.Error(), "longer than") {
			t.Errorf("no line is named: %v", err)
		}
	})
}
