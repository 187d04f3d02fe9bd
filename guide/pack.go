package guidebook

import "encoding/json"

//go:generate go run ./pack . shipped.json

// Pack reads a guide and gives it as one JSON object, in a form that is the same whenever the guide is.
func Pack(place string) ([]byte, error) {
	d, err := Open(place)
	if err != nil {
		return nil, err
	}
	g, err := d.Guide()
	if err != nil {
		return nil, err
	}
	b, err := json.MarshalIndent(g, "", " ")
	return append(b, '\n'), err
}
