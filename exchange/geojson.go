package exchange

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"strconv"
	"strings"

	"zestythicket/app"
	"zestythicket/core/place"

	"github.com/paulmach/orb"
	"github.com/paulmach/orb/simplify"
)

// feature is a GeoJSON feature (RFC 7946): positions are longitude before latitude, and an area's edge is closed and runs against the clock.
type feature struct {
	Type       string         `json:"type"`
	ID         string         `json:"id"`
	Geometry   geometry       `json:"geometry"`
	Properties map[string]any `json:"properties"`
}

type geometry struct {
	Type        string `json:"type"`
	Coordinates any    `json:"coordinates"`
}

func lonLat(p place.Position) [2]float64 { return [2]float64{p.Longitude, p.Latitude} }

func shapeOf(s *place.Shape) geometry {
	var line [][2]float64
	for _, p := range s.At {
		line = append(line, lonLat(p))
	}
	switch s.Form {
	case place.Line:
		return geometry{"LineString", line}
	case place.Arc:
		return geometry{"MultiPoint", line}
	case place.Area:
		return geometry{"Polygon", [][][2]float64{edge(line)}}
	}
	return geometry{"Point", line[0]}
}

// edge closes an area's edge and lets it run against the clock, as RFC 7946 has it (3.1.6).
func edge(line [][2]float64) [][2]float64 {
	if line[0] != line[len(line)-1] {
		line = append(line, line[0])
	}
	twice := 0.0
	for i := 1; i < len(line); i++ {
		twice += (line[i][0] - line[i-1][0]) * (line[i][1] + line[i-1][1])
	}
	if twice > 0 { // with the clock
		for i, j := 0, len(line)-1; i < j; i, j = i+1, j-1 {
			line[i], line[j] = line[j], line[i]
		}
	}
	return line
}

func geoJSON(to io.Writer, list []app.Located) error {
	if _, err := io.WriteString(to, `{"type":"FeatureCollection","features":[`); err != nil {
		return err
	}
	for i := range list {
		l := &list[i]
		props := map[string]any{"kind": l.Kind, "name": l.Name}
		for name, value := range map[string]string{"date": l.Date, "verdict": string(l.Verdict), "kingdom": l.Kingdom, "place": l.Place, "note": l.Note} {
			if value != "" {
				props[name] = value
			}
		}
		if l.Coarse {
			props["coarse"] = true
		}
		if len(l.Taxa) > 0 {
			props["taxa"], props["names"] = l.Taxa, l.Names
		}
		if l.Shape.AccuracyM > 0 {
			props["accuracy_m"] = l.Shape.AccuracyM
		}
		b, err := json.Marshal(feature{"Feature", l.ID, shapeOf(&l.Shape), props})
		if err != nil {
			return err
		}
		if i > 0 {
			b = append([]byte(",\n"), b...)
		}
		if _, err := to.Write(b); err != nil {
			return err
		}
	}
	_, err := io.WriteString(to, "]}\n")
	return err
}

// members are what a GeoJSON object may hold at its top.
type members struct {
	Type     string          `json:"type"`
	CRS      json.RawMessage `json:"crs"`
	Geometry json.RawMessage `json:"geometry"`
}

// readGeoJSON reads GeoJSON (RFC 7946): a collection of features, a feature, or a geometry alone.
func readGeoJSON(ctx context.Context, from *io.SectionReader, a *app.Arriving) error {
	text, err := whole(from)
	if err != nil {
		return err
	}
	var top members
	if err := json.Unmarshal(text, &top); err != nil {
		return fmt.Errorf("it is not JSON: %w", err)
	}
	// The standard of before 2016 knew other systems of coordinates; what is in one would lie elsewhere.
	if c := string(top.CRS); c != "" && c != "null" && !strings.Contains(c, "CRS84") && !strings.Contains(c, "4326") {
		return errors.New("its positions are in another system of coordinates than WGS 84; GeoJSON has no other")
	}
	switch top.Type {
	case "FeatureCollection":
		return features(ctx, text, a)
	case "Feature":
		return aFeature(a, 1, text)
	case "Point", "LineString", "Polygon", "MultiPoint", "MultiLineString", "MultiPolygon", "GeometryCollection":
		b, err := json.Marshal(map[string]any{"type": "Feature", "geometry": json.RawMessage(text)})
		if err != nil {
			return err
		}
		return aFeature(a, 1, b)
	}
	return fmt.Errorf("its type is %q; GeoJSON that is read here is a FeatureCollection, a Feature or a geometry", top.Type)
}

// features goes through the features of a collection, wherever they stand in it.
func features(ctx context.Context, text []byte, a *app.Arriving) error {
	dec := json.NewDecoder(bytes.NewReader(text))
	line, counted := 1, int64(0)
	if _, err := dec.Token(); err != nil {
		return err
	}
	found := false
	for dec.More() {
		name, err := dec.Token()
		if err != nil {
			return err
		}
		if name != "features" {
			var skip json.RawMessage
			if err := dec.Decode(&skip); err != nil {
				return err
			}
			continue
		}
		if open, err := dec.Token(); err != nil || open != json.Delim('[') {
			return errors.New("its features are no list")
		}
		for found = true; dec.More(); {
			var raw json.RawMessage
			if err := errors.Join(ctx.Err(), dec.Decode(&raw)); err != nil {
				return err
			}
			start := dec.InputOffset() - int64(len(raw))
			line, counted = line+bytes.Count(text[counted:start], []byte("\n")), start
			if err := aFeature(a, line, raw); err != nil {
				return err
			}
		}
		if _, err := dec.Token(); err != nil {
			return err
		}
	}
	if !found {
		return errors.New("it has no features")
	}
	return nil
}

// aFeature takes a feature.
func aFeature(a *app.Arriving, line int, raw json.RawMessage) error {
	var f struct {
		Type       string         `json:"type"`
		ID         any            `json:"id"`
		Properties map[string]any `json:"properties"`
		Geometry   *struct {
			Type        string          `json:"type"`
			Coordinates json.RawMessage `json:"coordinates"`
		} `json:"geometry"`
	}
	if err := json.Unmarshal(raw, &f); err != nil || f.Type != "Feature" {
		refuse(a, line, "This is no feature.")
		return nil
	}
	if f.Geometry == nil {
		refuse(a, line, "It has no position.")
		return nil
	}
	shape, told, err := shapeFrom(f.Geometry.Type, f.Geometry.Coordinates)
	if err != nil {
		refuse(a, line, err.Error()+".")
		return nil
	}
	says := func(names ...string) string {
		for _, n := range names {
			switch v := f.Properties[n].(type) {
			case string:
				return strings.TrimSpace(v)
			case float64:
				return strconv.FormatFloat(v, 'f', -1, 64)
			}
		}
		return ""
	}
	p := app.Spot{
		Line: line, Kind: kindOf(says("kind")), Name: says("name", "title", "Name"), Note: says("note", "description", "desc"), Date: day(says("date", "time")),
		Observer: says("observer"), Kingdom: says("kingdom"), Place: says("place"), Shape: shape, Told: told,
	}
	switch id := f.ID.(type) {
	case string:
		p.ID = id
	case float64:
		p.ID = strconv.FormatFloat(id, 'f', -1, 64)
	}
	for _, n := range []string{"taxa", "names"} {
		if list, ok := f.Properties[n].([]any); ok && p.Taxa == nil {
			for _, t := range list {
				if t, ok := t.(string); ok {
					p.Taxa = append(p.Taxa, t)
				}
			}
		}
	}
	if p.Taxa == nil {
		if t := says("taxon", "species", "scientificName"); t != "" {
			p.Taxa = []string{t}
		}
	}
	p.Shape.AccuracyM, _ = f.Properties["accuracy_m"].(float64)
	p.Coarse, _ = f.Properties["coarse"].(bool)
	return addSpot(a, p)
}

// shapeFrom is a geometry as a place's shape. Heights are left out, and so are the holes of areas, which is said.
func shapeFrom(kind string, raw json.RawMessage) (s place.Shape, told string, err error) {
	list := func(of [][]float64) {
		for _, c := range of {
			if len(c) < 2 {
				err = errors.New("a position has a longitude and a latitude")
				return
			}
			s.At = append(s.At, place.Position{Latitude: c[1], Longitude: c[0]})
		}
	}
	into := func(v any) bool {
		if e := json.Unmarshal(raw, v); e != nil {
			err = errors.New("its coordinates cannot be read")
		}
		return err == nil
	}
	var point []float64
	var line [][]float64
	var area [][][]float64
	switch kind {
	case "Point":
		if s.Form = place.Point; into(&point) {
			list([][]float64{point})
		}
	case "MultiPoint":
		if s.Form = place.Arc; into(&line) {
			list(line)
		}
	case "LineString":
		if s.Form = place.Line; into(&line) {
			list(line)
		}
	case "Polygon":
		if s.Form = place.Area; into(&area) {
			if len(area) == 0 {
				return s, "", errors.New("an area without an edge")
			}
			if len(area) > 1 {
				told = "Its holes are left out."
			}
			list(area[0])
		}
	default:
		return s, "", fmt.Errorf("a %s is no place that is kept here: make single points, lines or areas of it", kind)
	}
	unclose(&s)
	thinned := thin(&s)
	return s, strings.TrimSpace(told + " " + thinned), err
}

// unclose takes the position away that closes an area's edge: here it closes by itself.
func unclose(s *place.Shape) {
	if n := len(s.At) - 1; s.Form == place.Area && n > 0 && s.At[0] == s.At[n] {
		s.At = s.At[:n]
	}
}

// thin leaves so many positions of a line or an edge as a place may have, those that its form hangs on most (M. Visvalingam & J. D. Whyatt, Line
// generalisation by repeated elimination of points, 1993).
func thin(s *place.Shape) string {
	n := len(s.At)
	if n <= place.MostSpots || s.Form == place.Point || s.Form == place.Arc {
		return ""
	}
	line := make(orb.LineString, n)
	for i, p := range s.At {
		line[i] = orb.Point{p.Longitude, p.Latitude}
	}
	line = simplify.VisvalingamKeep(place.MostSpots).LineString(line)
	s.At = s.At[:0]
	for _, p := range line {
		s.At = append(s.At, place.Position{Latitude: p[1], Longitude: p[0]})
	}
	return fmt.Sprintf("It has %d positions, of which %d are kept.", n, len(s.At))
}
