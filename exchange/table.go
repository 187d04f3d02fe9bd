package exchange

import (
	"bytes"
	"context"
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"slices"
	"strconv"
	"strings"

	"zestythicket/app"
	"zestythicket/core/place"
)

// columns are those of the table.
var columns = []string{"kind", "id", "date", "name", "taxa", "verdict", "form", "latitude", "longitude", "accuracy_m", "coarse", "kingdom", "place", "note"}

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
			row := []string{l.Kind, l.ID, l.Date, Harmless(l.Name), strings.Join(l.Taxa, "; "), string(l.Verdict), string(l.Shape.Form), number(p.Latitude), number(p.Longitude), number(l.Shape.AccuracyM), strconv.FormatBool(l.Coarse), l.Kingdom, Harmless(l.Place), Harmless(l.Note)}
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

// headings are the columns that a table's are known by.
var headings = map[string]string{
	"lat": "latitude", "y": "latitude", "decimallatitude": "latitude", "lon": "longitude", "lng": "longitude", "long": "longitude", "x": "longitude",
	"decimallongitude": "longitude", "title": "name", "description": "note", "desc": "note", "accuracy": "accuracy_m",
	"coordinateuncertaintyinmeters": "accuracy_m", "species": "taxa", "taxon": "taxa", "scientificname": "taxa", "eventdate": "date",
}

// readTable reads a table with a line of headings (RFC 4180), or one whose cells are parted by semicolons or tabs.
func readTable(ctx context.Context, from *io.SectionReader, a *app.Arriving) error {
	text, err := whole(from)
	if err != nil {
		return err
	}
	first, _, _ := bytes.Cut(text, []byte("\n"))
	r := csv.NewReader(bytes.NewReader(text))
	r.FieldsPerRecord = -1
	for _, c := range ";\t" {
		if strings.Count(string(first), string(c)) > strings.Count(string(first), string(r.Comma)) {
			r.Comma = c
		}
	}
	top, err := r.Read()
	if err != nil {
		return fmt.Errorf("its headings cannot be read: %w", err)
	}
	at := map[string]int{}
	var others []string
	for i, h := range top {
		h = strings.ToLower(strings.TrimSpace(h))
		if known, ok := headings[h]; ok {
			h = known
		}
		if _, ok := at[h]; ok {
			return fmt.Errorf("it has two columns %q", h)
		}
		at[h] = i
		if !slices.Contains(columns, h) && h != "kingdom" && h != "observer" {
			others = append(others, strings.TrimSpace(top[i]))
		}
	}
	for _, must := range []string{"latitude", "longitude"} {
		if _, ok := at[must]; !ok {
			return fmt.Errorf("it has no column %q; its first line says what its columns are", must)
		}
	}
	if len(others) > 0 {
		a.Refused = append(a.Refused, app.ImportItem{Kind: "line", Line: 1, Does: app.DoesNothing, Reason: "These columns are not taken over: " + strings.Join(others, ", ") + "."})
	}
	for {
		row, err := r.Read()
		if errors.Is(err, io.EOF) {
			return ctx.Err()
		}
		if err != nil {
			return fmt.Errorf("the table cannot be read: %w", err)
		}
		line, _ := r.FieldPos(0)
		if err := tableRow(a, line, row, at, r.Comma); err != nil {
			return err
		}
	}
}

// tableRow takes a row; one of the same id as the one before is a further position of the same place.
func tableRow(a *app.Arriving, line int, row []string, at map[string]int, comma rune) error {
	cell := func(name string) string {
		i, ok := at[name]
		if !ok || i >= len(row) {
			return ""
		}
		return plainCell(row[i])
	}
	number := func(name string) (float64, error) {
		c := cell(name)
		if comma != ',' {
			c = strings.ReplaceAll(c, ",", ".")
		}
		return strconv.ParseFloat(c, 64)
	}
	lat, e1 := number("latitude")
	lon, e2 := number("longitude")
	if e1 != nil || e2 != nil {
		refuse(a, line, fmt.Sprintf("%q, %q is no position.", cell("latitude"), cell("longitude")))
		return nil
	}
	here := place.Position{Latitude: lat, Longitude: lon}
	p := app.Spot{
		Line: line, Kind: kindOf(cell("kind")), ID: cell("id"), Name: cell("name"), Note: cell("note"), Date: day(cell("date")), Observer: cell("observer"),
		Kingdom: strings.ToLower(cell("kingdom")), Place: cell("place"), Shape: place.Shape{Form: place.Form(cell("form")), At: []place.Position{here}}, Coarse: cell("coarse") == "true",
	}
	if p.Shape.Form == "" {
		p.Shape.Form = place.Point
	}
	if c := cell("accuracy_m"); c != "" {
		m, err := number("accuracy_m")
		if err != nil {
			refuse(a, line, fmt.Sprintf("%q is no accuracy in metres.", c))
			return nil
		}
		p.Shape.AccuracyM = m
	}
	for _, t := range strings.FieldsFunc(cell("taxa"), func(r rune) bool { return r == '|' || r == ';' }) {
		p.Taxa = append(p.Taxa, strings.TrimSpace(t))
	}
	if n := len(a.Spots) - 1; n >= 0 && p.ID != "" && a.Spots[n].ID == p.ID && p.Shape.Form != place.Point {
		a.Spots[n].Shape.At = append(a.Spots[n].Shape.At, here)
		return nil
	}
	return addSpot(a, p)
}
