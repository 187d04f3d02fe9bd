package exchange

import (
	"bufio"
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/base64"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"time"

	"zestythicket/app"
)

// Everything is a document of lines, each a JSON value by itself (JSON Lines): a head, pieces, and an end that says how many they were and what they come
// to, so that a file that was cut is not taken for a whole one. The schema is that of a line.
const (
	everythingName    = "zesty-thicket-everything"
	everythingVersion = 1
)

// head is the first line.
type head struct {
	Document string    `json:"document"`
	Version  int       `json:"version"`
	At       time.Time `json:"at"`
}

// end is the last line: how many pieces there were, and the SHA-256 of all lines before it, of photographs that of what they are called by alone: that is the
// SHA-256 of what they hold.
type end struct {
	Pieces int    `json:"pieces"`
	SHA256 string `json:"sha256"`
}

// line is any line of the document as it is read: an event and settings are left as they are written, so that what they hold and should not is seen.
type line struct {
	Document   string               `json:"document"`
	Version    int                  `json:"version"`
	Settings   json.RawMessage      `json:"settings"`
	Overlay    *app.OverlayPiece    `json:"overlay"`
	Event      json.RawMessage      `json:"event"`
	Frozen     *app.FrozenPiece     `json:"frozen"`
	Photograph *app.PhotographPiece `json:"photograph"`
	End        *end                 `json:"end"`
}

// WriteEverything writes all that is kept, a piece at a time.
func WriteEverything(ctx context.Context, s *app.Session, to io.Writer) error {
	sum, n := sha256.New(), 0
	out := bufio.NewWriterSize(to, 1<<16)
	lines := json.NewEncoder(io.MultiWriter(out, sum))
	lines.SetEscapeHTML(false) // so that what is kept leaves as it stands
	if err := lines.Encode(head{everythingName, everythingVersion, s.Now()}); err != nil {
		return err
	}
	err := s.Everything(ctx, func(p *app.Piece) error {
		if n++; p.Photograph != nil {
			sum.Write([]byte(p.Photograph.File))
			return errors.Join(ctx.Err(), writePhotograph(out, p.Photograph))
		}
		return errors.Join(ctx.Err(), lines.Encode(p))
	})
	if err != nil {
		return err
	}
	is := hex.EncodeToString(sum.Sum(nil))
	if err := lines.Encode(map[string]end{"end": {n, is}}); err != nil {
		return err
	}
	return out.Flush()
}

// writePhotograph writes a photograph's line without holding it in memory once more.
func writePhotograph(out *bufio.Writer, p *app.PhotographPiece) error {
	_, err := fmt.Fprintf(out, `{"photograph":{"file":%q,"data":"`, p.File)
	if err == nil {
		data := base64.NewEncoder(base64.StdEncoding, out)
		_, err = data.Write(p.Data)
		err = errors.Join(err, data.Close())
	}
	if err == nil {
		_, err = out.WriteString("\"}}\n")
	}
	return err
}

// mostLine is how long a line may be: a photograph in Base64, and what stands around it.
const mostLine = app.MostPhoto*4/3 + 1<<20

// readEverything reads the document through. Lines that cannot be taken are refused one by one; a head or an end that is missing, or what was changed or cut
// on its way, breaks the whole.
func readEverything(ctx context.Context, from io.Reader, a *app.Arriving, take func(*app.PhotographPiece) error) error {
	in := bufio.NewReaderSize(from, 1<<20)
	sum, pieces := sha256.New(), 0
	a.Frozen = map[string]json.RawMessage{}
	var whole *end
	for n := 1; ; n++ {
		if err := ctx.Err(); err != nil {
			return err
		}
		text, err := nextLine(in)
		if errors.Is(err, io.EOF) && len(text) == 0 {
			break
		}
		if err != nil && !errors.Is(err, io.EOF) {
			a.Broken = fmt.Sprintf("line %d: %v", n, err)
			return nil
		}
		if whole != nil {
			a.Broken = fmt.Sprintf("line %d comes after the end", n)
			return nil
		}
		var l line
		if err := json.Unmarshal(text, &l); err != nil {
			pieces++
			refuse(a, n, "This is not a line of such a document: "+err.Error()+".")
			sum.Write(text)
			continue
		}
		if n == 1 {
			switch {
			case l.Document != everythingName:
				a.Broken = "it does not begin as a document of everything does"
			case l.Version > everythingVersion:
				a.Broken = fmt.Sprintf("it is written in version %d of its form, and this program reads up to %d; use a newer one", l.Version, everythingVersion)
			case l.Version < 1:
				a.Broken = "it does not say in which version of its form it is written"
			}
			if a.Broken != "" {
				return nil
			}
			sum.Write(text)
			continue
		}
		if whole = l.End; whole != nil {
			continue
		}
		if l.Photograph != nil {
			sum.Write([]byte(l.Photograph.File))
		} else {
			sum.Write(text)
		}
		pieces++
		if err := piece(a, n, &l, take); err != nil {
			return err
		}
	}
	switch {
	case whole == nil:
		a.Broken = "its end is missing: the file was cut"
	case whole.Pieces != pieces || whole.SHA256 != hex.EncodeToString(sum.Sum(nil)):
		a.Broken = "it is not as it was written: its end says something else than what stands before it"
	}
	return nil
}

func refuse(a *app.Arriving, n int, reason string) {
	a.Refused = append(a.Refused, app.ImportItem{Kind: "line", Does: app.DoesRefuse, Line: n, Reason: reason})
}

// piece takes a piece.
func piece(a *app.Arriving, n int, p *line, take func(*app.PhotographPiece) error) error {
	bad := func(what string, err error) error {
		refuse(a, n, what+" is not as it has to be: "+err.Error()+".")
		return nil
	}
	switch {
	case p.Event != nil:
		e := app.ArrivingEvent{Line: n}
		if err := json.Unmarshal(p.Event, &e.Event); err != nil {
			return bad("The event", err)
		}
		if _, err := e.Decode(); err != nil {
			return bad("The event", err)
		}
		if take == nil { // else it was looked at before
			if err := Check("event", p.Event); err != nil {
				return bad("The event", err)
			}
		}
		a.Events = append(a.Events, e)
	case p.Frozen != nil:
		if err := Check("frozen-ruling", p.Frozen.Ruling); err != nil {
			return bad("The ruling", err)
		}
		a.Frozen[p.Frozen.Record] = p.Frozen.Ruling
	case p.Settings != nil:
		if err := Check("settings", p.Settings); err != nil {
			return bad("What was set", err)
		}
		a.Settings = p.Settings
	case p.Overlay != nil:
		a.Overlays = append(a.Overlays, *p.Overlay)
	case p.Photograph != nil:
		is := sha256.Sum256(p.Photograph.Data)
		if hex.EncodeToString(is[:]) != p.Photograph.File {
			refuse(a, n, "The photograph is not the one that it says it is.")
			return nil
		}
		a.Photographs = append(a.Photographs, app.ArrivingFile{File: p.Photograph.File, Line: n})
		if take != nil {
			return take(p.Photograph)
		}
	default:
		refuse(a, n, "This line holds nothing that is known here; it was made by a newer program.")
	}
	return nil
}

// nextLine reads a line with its end. The error tells that it is too long.
func nextLine(in *bufio.Reader) ([]byte, error) {
	var out []byte
	for {
		part, err := in.ReadSlice('\n')
		out = append(out, part...)
		if len(out) > mostLine {
			return nil, errors.New("it is longer than any line of such a document")
		}
		if !errors.Is(err, bufio.ErrBufferFull) {
			return out, err
		}
	}
}

// ReadImport reads a file that comes in, whatever format it is in.
func ReadImport(ctx context.Context, f app.ImportFile, take func(*app.PhotographPiece) error) (*app.Arriving, error) {
	format := f.Format
	if format == "" {
		format = recognised(f)
	}
	a := &app.Arriving{Format: format}
	from := io.NewSectionReader(f, 0, f.Size)
	if format == "jsonl" {
		return a, readEverything(ctx, from, a, take)
	}
	read, ok := readers[format]
	switch {
	case !ok:
		return nil, app.Refuse(fmt.Errorf("%s is in no format that is read here: JSON Lines of this program, GeoJSON, GPX, a table (CSV) or a Darwin Core archive", f.Name))
	case f.Size > mostForeign:
		a.Broken = fmt.Sprintf("it has %d MB, and such a file may have %d; cut it into parts", f.Size>>20, mostForeign>>20)
	default:
		if err := read(ctx, from, a); err != nil {
			a.Broken = err.Error()
		}
	}
	return a, ctx.Err()
}

// mostForeign is how large a foreign file may be: it is read into memory. mostSpots is how many places and finds it may tell of. Common practice; no source.
const (
	mostForeign = 50 << 20
	mostSpots   = 20_000
)

// recognised finds out by its first bytes what a file is.
func recognised(f app.ImportFile) string {
	b := make([]byte, 4096)
	n, _ := f.ReadAt(b, 0) // what cannot be read is in no format
	b = bytes.TrimLeft(bytes.TrimPrefix(b[:n], []byte("\xef\xbb\xbf")), " \t\r\n")
	first, _, _ := bytes.Cut(b, []byte("\n"))
	switch {
	case bytes.HasPrefix(b, []byte("PK\x03\x04")):
		return "dwca"
	case bytes.HasPrefix(b, []byte("{")) && bytes.Contains(first, []byte(everythingName)):
		return "jsonl"
	case bytes.HasPrefix(b, []byte("{")):
		return "geojson"
	case bytes.Contains(b, []byte("<gpx")):
		return "gpx"
	case bytes.Contains(bytes.ToLower(first), []byte("latitude")) || bytes.Contains(bytes.ToLower(first), []byte("lat")):
		return "csv"
	}
	return ""
}
