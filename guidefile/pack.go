package guidefile

import (
	"bytes"
	"encoding/json"
	"slices"

	"zestythicket/core/guide"
)

// What Pack writes around the taxa, a line for each. JSON has no end of a line within a text, so they are found again without
// reading anything else.
var (
	beforeTaxa   = []byte("{\"taxa\":[\n")
	betweenTaxa  = []byte(",\n")
	afterTaxa    = []byte("\n],\n")
	beforeOthers = []byte("{")
)

// Pack reads a guide and gives it as one JSON object, a line for each of its things, in a form that is the same whenever the guide is.
func Pack(place string) ([]byte, error) {
	d, err := Open(place)
	if err != nil {
		return nil, err
	}
	g, err := d.Source()
	if err != nil {
		return nil, err
	}
	taxa := make([][]byte, len(g.Taxa))
	for i := range g.Taxa {
		if taxa[i], err = json.Marshal(&g.Taxa[i]); err != nil {
			return nil, err
		}
	}
	others, err := json.Marshal(struct {
		*guide.Source
		Taxa *struct{} `json:"taxa,omitempty"` // in the place of the guide's own
	}{Source: g})
	if err != nil {
		return nil, err
	}
	for _, start := range []string{`{"id":`, `"signs":[`, `"gates":[`, `"conditions":[`, `"sources":[`, `"errors":{`} {
		others = bytes.ReplaceAll(others, []byte(","+start), []byte(",\n"+start))
	}
	return slices.Concat(beforeTaxa, bytes.Join(taxa, betweenTaxa), afterTaxa, bytes.TrimPrefix(others, beforeOthers), []byte("\n")), nil
}

// unpack gives what Pack wrote apart: each taxon, and all else as an object of its own. ok is false where it is laid out otherwise.
func unpack(b []byte) (taxa [][]byte, others []byte, ok bool) {
	b, begun := bytes.CutPrefix(b, beforeTaxa)
	lines, rest, ended := bytes.Cut(b, afterTaxa)
	return bytes.Split(lines, betweenTaxa), slices.Concat(beforeOthers, rest), begun && ended
}
