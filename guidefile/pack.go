package guidefile

import (
	"bytes"
	"encoding/json"
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
	b, err := json.Marshal(g)
	if err != nil {
		return nil, err
	}
	for _, start := range []string{`{"id":`, `"taxa":[`, `"signs":[`, `"gates":[`, `"conditions":[`, `"sources":[`, `"errors":{`} {
		b = bytes.ReplaceAll(b, []byte(","+start), []byte(",\n"+start))
	}
	return append(b, '\n'), nil
}
