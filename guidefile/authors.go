package guidefile

import (
	"bytes"
	"encoding/json"
	"fmt"
	"os"
	"path/filepath"

	"zestythicket/core/guide"
	"zestythicket/core/trial"
)

// Descriptions reads what another author says of a guide's taxa: every JSON file of a folder, in the order of their names.
// The error names the file and what is wrong.
func Descriptions(folder string, g *guide.Matrix) ([]trial.Described, error) {
	files, err := filepath.Glob(filepath.Join(folder, "*.json"))
	if err != nil || len(files) == 0 {
		return nil, fmt.Errorf("%s: there is no JSON file of descriptions", folder)
	}
	var out []trial.Described
	for _, file := range files {
		b, err := os.ReadFile(file)
		if err != nil {
			return nil, err
		}
		d := json.NewDecoder(bytes.NewReader(b))
		d.DisallowUnknownFields()
		var some []trial.Described
		if err := d.Decode(&some); err != nil {
			return nil, fmt.Errorf("%s: these are no descriptions: %w", file, err)
		}
		if err := trial.CheckDescriptions(g, some); err != nil {
			return nil, fmt.Errorf("%s: %w", file, err)
		}
		out = append(out, some...)
	}
	return out, nil
}

// Errors gives the file of errors that a guide's own scores and another author's descriptions come to.
func Errors(place, descriptions string) ([]byte, error) {
	g, err := Load(place)
	if err != nil {
		return nil, err
	}
	author, err := Descriptions(descriptions, g)
	if err != nil {
		return nil, err
	}
	errs := trial.Errors(g, author)
	b := bytes.NewBufferString(`# yaml-language-server: $schema=schemas/errors.json
# How often an honest, careful observer's answer differs from what the guide says of a taxon, from 0 to 1. Worked out from
# where two authors who did not know of each other differ (guide/authors), shrunk towards the value of the footing; source:
# memory, both authors. Made by "make guide"; not to be changed by hand.
`)
	for i := range g.Columns {
		if e, ok := errs[g.Columns[i].ID]; ok {
			fmt.Fprintf(b, "%s: %g\n", g.Columns[i].ID, e)
		}
	}
	return b.Bytes(), nil
}
