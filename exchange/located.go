package exchange

import (
	"encoding/csv"
	"encoding/json"
	"encoding/xml"
	"fmt"
	"io"
	"strconv"
	"strings"

	"zestythicket/app"
	"zestythicket/core/place"
)

// Formats are the forms in which places and records leave.
var Formats = []string{"geojson", "gpx", "csv"}

// Write writes places and records in a format, one after the other. The error names a format that is none.
func Write(to io.Writer, format string, list []app.Located) error {
	switch format {
	case "geojson":
		return geoJSON(to, list)
	case "gpx":
		return gpx(to, list)
	case "csv":
		return table(to, list)
	}
	return fmt.Errorf("there is no format %q: %s", format, strings.Join(Formats, ", "))
}

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
		for name, value := range map[string]string{"date": l.Date, "verdict": string(l.Verdict), "note": l.Note} {
			if value != "" {
				props[name] = value
			}
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

// waypoint and track are those of GPX 1.1 (https://www.topografix.com/GPX/1/1/).
type waypoint struct {
	XMLName xml.Name `xml:"wpt"`
	Lat     float64  `xml:"lat,attr"`
	Lon     float64  `xml:"lon,attr"`
	Name    string   `xml:"name"`
	Cmt     string   `xml:"cmt,omitempty"`
	Desc    string   `xml:"desc,omitempty"`
	Type    string   `xml:"type"`
}

type track struct {
	XMLName xml.Name `xml:"trk"`
	Name    string   `xml:"name"`
	Cmt     string   `xml:"cmt,omitempty"`
	Desc    string   `xml:"desc,omitempty"`
	Type    string   `xml:"type"`
	Points  []struct {
		Lat float64 `xml:"lat,attr"`
		Lon float64 `xml:"lon,attr"`
	} `xml:"trkseg>trkpt"`
}

// gpx writes points as waypoints first, then lines and the edges of areas as tracks, in the order that the format asks for.
func gpx(to io.Writer, list []app.Located) error {
	if _, err := io.WriteString(to, xml.Header+`<gpx version="1.1" creator="Zesty Thicket" xmlns="http://www.topografix.com/GPX/1/1">`); err != nil {
		return err
	}
	e := xml.NewEncoder(to)
	e.Indent("", " ")
	says := func(l *app.Located) string {
		parts := []string{}
		for _, p := range []string{l.Date, strings.Join(l.Names, ", "), within(l.Shape.AccuracyM)} {
			if p != "" {
				parts = append(parts, p)
			}
		}
		return strings.Join(parts, "; ")
	}
	for i := range list {
		l := &list[i]
		if l.Shape.Form != place.Point && l.Shape.Form != place.Arc {
			continue
		}
		for _, p := range l.Shape.At {
			if err := e.Encode(waypoint{Lat: p.Latitude, Lon: p.Longitude, Name: clean(l.Name), Cmt: clean(says(l)), Desc: clean(l.Note), Type: l.Kind}); err != nil {
				return err
			}
		}
	}
	for i := range list {
		l := &list[i]
		if l.Shape.Form != place.Line && l.Shape.Form != place.Area {
			continue
		}
		t := track{Name: clean(l.Name), Cmt: clean(says(l)), Desc: clean(l.Note), Type: l.Kind}
		at := l.Shape.At
		if l.Shape.Form == place.Area && at[0] != at[len(at)-1] {
			at = append(at[:len(at):len(at)], at[0])
		}
		for _, p := range at {
			t.Points = append(t.Points, struct {
				Lat float64 `xml:"lat,attr"`
				Lon float64 `xml:"lon,attr"`
			}{p.Latitude, p.Longitude})
		}
		if err := e.Encode(t); err != nil {
			return err
		}
	}
	_, err := io.WriteString(to, "\n</gpx>\n")
	return err
}

func within(metres float64) string {
	if metres == 0 {
		return ""
	}
	return "within " + strconv.FormatFloat(metres, 'f', -1, 64) + " m"
}

// clean leaves out what may not stand in a line of XML.
func clean(text string) string {
	return strings.Map(func(r rune) rune {
		if r < ' ' && r != '\n' && r != '\t' || r == 0xFFFE || r == 0xFFFF {
			return ' '
		}
		return r
	}, text)
}

// columns are those of the table.
var columns = []string{"kind", "id", "date", "name", "taxa", "verdict", "form", "latitude", "longitude", "accuracy_m", "note"}

// table writes a line for each position (RFC 4180). A cell that a program of tables could take for a formula gets an apostrophe before it.
func table(to io.Writer, list []app.Located) error {
	w := csv.NewWriter(to)
	w.UseCRLF = true
	if err := w.Write(columns); err != nil {
		return err
	}
	number := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	for i := range list {
		l := &list[i]
		for _, p := range l.Shape.At {
			row := []string{l.Kind, l.ID, l.Date, Harmless(l.Name), strings.Join(l.Taxa, " "), string(l.Verdict), string(l.Shape.Form), number(p.Latitude), number(p.Longitude), number(l.Shape.AccuracyM), Harmless(l.Note)}
			if err := w.Write(row); err != nil {
				return err
			}
		}
	}
	w.Flush()
	return w.Error()
}

// Harmless gives a text that no program of tables takes for a formula.
func Harmless(cell string) string {
	if cell != "" && strings.ContainsRune("=+-@\t\r", rune(cell[0])) {
		return "'" + cell
	}
	return cell
}
