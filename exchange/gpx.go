package exchange

import (
	"context"
	"encoding/xml"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"zestythicket/app"
	"zestythicket/core/place"
)

// waypoint and track are those of GPX 1.1 (https://www.topografix.com/GPX/1/1/).
type waypoint struct {
	XMLName xml.Name `xml:"wpt"`
	Lat     float64  `xml:"lat,attr"`
	Lon     float64  `xml:"lon,attr"`
	Name    string   `xml:"name"`
	Cmt     string   `xml:"cmt,omitempty"`
	Desc    string   `xml:"desc,omitempty"`
	Type    string   `xml:"type"`
	Own     own      `xml:"extensions>thicket"`
}

type track struct {
	XMLName xml.Name `xml:"trk"`
	Name    string   `xml:"name"`
	Cmt     string   `xml:"cmt,omitempty"`
	Desc    string   `xml:"desc,omitempty"`
	Type    string   `xml:"type"`
	Own     own      `xml:"extensions>thicket"`
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
	ours := func(l *app.Located) own {
		return own{ID: l.ID, Form: l.Shape.Form, AccuracyM: l.Shape.AccuracyM, Taxa: strings.Join(l.Taxa, " "), Kingdom: l.Kingdom, Place: clean(l.Place), Coarse: l.Coarse}
	}
	for i := range list {
		l := &list[i]
		if l.Shape.Form != place.Point && l.Shape.Form != place.Arc {
			continue
		}
		for _, p := range l.Shape.At {
			if err := e.Encode(waypoint{Lat: p.Latitude, Lon: p.Longitude, Name: clean(l.Name), Cmt: clean(says(l)), Desc: clean(l.Note), Type: l.Kind, Own: ours(l)}); err != nil {
				return err
			}
		}
	}
	for i := range list {
		l := &list[i]
		if l.Shape.Form != place.Line && l.Shape.Form != place.Area {
			continue
		}
		t := track{Name: clean(l.Name), Cmt: clean(says(l)), Desc: clean(l.Note), Type: l.Kind, Own: ours(l)}
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

// own is what this program writes into a GPX's extensions, so that a place comes back as what it was.
type own struct {
	XMLName   xml.Name   `xml:"urn:zesty-thicket:gpx thicket"`
	ID        string     `xml:"id,attr"`
	Form      place.Form `xml:"form,attr"`
	AccuracyM float64    `xml:"accuracy_m,attr,omitempty"`
	Taxa      string     `xml:"taxa,attr,omitempty"`
	Kingdom   string     `xml:"kingdom,attr,omitempty"`
	Place     string     `xml:"place,attr,omitempty"`
	Coarse    bool       `xml:"coarse,attr,omitempty"`
}

// gpxPart is a waypoint, a route or a track as it is read.
type gpxPart struct {
	Lat        string `xml:"lat,attr"`
	Lon        string `xml:"lon,attr"`
	Name       string `xml:"name"`
	Cmt        string `xml:"cmt"`
	Desc       string `xml:"desc"`
	Time       string `xml:"time"`
	Type       string `xml:"type"`
	Extensions struct {
		Own *own `xml:"urn:zesty-thicket:gpx thicket"`
	} `xml:"extensions"`
	Route    []gpxPart `xml:"rtept"`
	Segments []struct {
		Points []gpxPart `xml:"trkpt"`
	} `xml:"trkseg"`
}

// readGPX reads GPX 1.0 and 1.1. A document that declares a type of its own is refused: that is where entities come from.
func readGPX(ctx context.Context, from *io.SectionReader, a *app.Arriving) error {
	dec := xml.NewDecoder(from)
	arcs := map[string]int{} // where the pieces of an arc, which are waypoints of one id, are put together
	depth := 0
	for {
		token, err := dec.Token()
		if errors.Is(err, io.EOF) && depth == 0 {
			return nil
		}
		if err = errors.Join(ctx.Err(), err); err != nil {
			return fmt.Errorf("it cannot be read as XML: %w", err)
		}
		switch t := token.(type) {
		case xml.Directive:
			return errors.New("it declares a document type, which GPX has no need of, and which can be made to fill the memory; it is not read")
		case xml.EndElement:
			depth--
		case xml.StartElement:
			if depth == 0 && t.Name.Local != "gpx" {
				return fmt.Errorf("it is no GPX: it begins with <%s>", t.Name.Local)
			}
			line, _ := dec.InputPos()
			if !slices.Contains([]string{"wpt", "rte", "trk"}, t.Name.Local) {
				depth++
				continue
			}
			var p gpxPart
			if err := dec.DecodeElement(&p, &t); err != nil {
				return fmt.Errorf("it cannot be read as XML: %w", err)
			}
			if err := gpxSpots(a, line, t.Name.Local, &p, arcs); err != nil {
				return err
			}
		}
	}
}

// gpxSpots takes a waypoint, a route, or a track, whose segments are lines of their own.
func gpxSpots(a *app.Arriving, line int, element string, p *gpxPart, arcs map[string]int) error {
	spot := app.Spot{Line: line, Kind: kindOf(p.Type), Name: strings.TrimSpace(p.Name), Note: strings.TrimSpace(p.Desc), Date: day(p.Time)}
	lines := [][]gpxPart{{*p}}
	spot.Shape.Form = place.Line
	switch element {
	case "wpt":
		spot.Shape.Form = place.Point
	case "rte":
		lines = [][]gpxPart{p.Route}
	default:
		lines = nil
		for _, s := range p.Segments {
			if len(s.Points) > 0 {
				lines = append(lines, s.Points)
			}
		}
	}
	if o := p.Extensions.Own; o != nil {
		spot.ID, spot.Coarse, spot.Taxa, spot.Shape.AccuracyM = o.ID, o.Coarse, strings.Fields(o.Taxa), o.AccuracyM
		spot.Kingdom, spot.Place = o.Kingdom, o.Place
		if (element == "wpt") == (o.Form == place.Point || o.Form == place.Arc) && o.Form != "" {
			spot.Shape.Form = o.Form
		}
	} else if spot.Note == "" {
		spot.Note = strings.TrimSpace(p.Cmt)
	}
	for n, points := range lines {
		s := spot
		if n > 0 {
			s.Name, s.ID = fmt.Sprintf("%s (%d)", s.Name, n+1), ""
		}
		for _, at := range points {
			lat, e1 := strconv.ParseFloat(strings.TrimSpace(at.Lat), 64)
			lon, e2 := strconv.ParseFloat(strings.TrimSpace(at.Lon), 64)
			if e1 != nil || e2 != nil {
				refuse(a, line, fmt.Sprintf("%q, %q is no position.", at.Lat, at.Lon))
				return nil
			}
			s.Shape.At = append(s.Shape.At, place.Position{Latitude: lat, Longitude: lon})
		}
		if at, ok := arcs[s.ID]; ok && s.Shape.Form == place.Arc {
			a.Spots[at].Shape.At = append(a.Spots[at].Shape.At, s.Shape.At...)
			continue
		}
		if s.Shape.Form == place.Arc && s.ID != "" {
			arcs[s.ID] = len(a.Spots)
		}
		unclose(&s.Shape)
		s.Told = thin(&s.Shape)
		if err := addSpot(a, s); err != nil {
			return err
		}
	}
	return nil
}
