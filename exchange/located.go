package exchange

import (
	"bytes"
	"context"
	"errors"
	"fmt"
	"io"
	"maps"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/app"
)

// Formats are the forms in which places and records leave.
var Formats = []string{"geojson", "gpx", "csv"}

// Leaving lists the formats in which anything leaves: everything, a Darwin Core archive, and Formats.
func Leaving() []string { return append([]string{"jsonl", "dwca"}, Formats...) }

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

// readers are those of the foreign formats. The error of one says why nothing of the file can be taken.
var readers = map[string]func(context.Context, *io.SectionReader, *app.Arriving) error{"geojson": readGeoJSON, "gpx": readGPX, "csv": readTable, "dwca": readArchive}

// whole reads a file of text.
func whole(from io.Reader) ([]byte, error) {
	b, err := io.ReadAll(from)
	if err == nil && !utf8.Valid(b) {
		err = errors.New("it is not written in UTF-8")
	}
	return bytes.TrimPrefix(b, []byte("\xef\xbb\xbf")), err
}

// addSpot adds a place or a find, unless there are too many.
func addSpot(a *app.Arriving, p app.Spot) error {
	if len(a.Spots) == mostSpots {
		return fmt.Errorf("it tells of more than %d places and finds; cut it into parts", mostSpots)
	}
	a.Spots = append(a.Spots, p)
	return nil
}

func kindOf(said string) string {
	if said == "record" {
		return said
	}
	return "place"
}

// day is the day of a moment as other programs write it; empty for what is none.
func day(text string) string {
	if len(text) > len(time.DateOnly) {
		text = text[:len(time.DateOnly)]
	}
	if _, err := time.Parse(time.DateOnly, text); err != nil {
		return ""
	}
	return text
}

// Readable lists the formats that are read.
func Readable() []string { return append([]string{"jsonl"}, slices.Sorted(maps.Keys(readers))...) }
