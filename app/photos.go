package app

import (
	"context"
	"encoding/json"
	"regexp"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/gauge"
	"zestythicket/core/guide"
)

// Photo is a photograph as it is shown.
type Photo struct {
	ID      string    `json:"id"`
	Created time.Time `json:"created"`
	Of      Subject   `json:"of"`
	// Record is the record that what it is of belongs to, and Kingdom what that is.
	Record  string    `json:"record"`
	Kingdom string    `json:"kingdom"`
	Title   string    `json:"title" doc:"What it is of, in words"`
	Name    string    `json:"name" doc:"What its file was called"`
	Caption string    `json:"caption"`
	Deleted bool      `json:"deleted"`
	CanUndo bool      `json:"can_undo"`
	CanRedo bool      `json:"can_redo"`
	File    PhotoFile `json:"file"`
	// Measures and Colours are what can be read off a photograph of that kingdom; both are left out in lists.
	Measures []PhotoCharacter `json:"measures,omitempty" doc:"Lengths that can be measured on it"`
	Colours  []PhotoCharacter `json:"colours,omitempty" doc:"Characters whose colours can be compared with it"`
	Known    []KnownLength    `json:"known,omitempty" doc:"Things whose length is known: the user's own, and a bank card"`
}

// photos says how photographs are kept.
var photos = streamKind[events.Photo]{
	kind: events.PhotoStream, begins: events.Take, fold: events.FoldPhoto,
	allows: func(p *events.Photo, kind events.Kind) error { return p.Allows(kind) },
	undoes: func(p *events.Photo) (string, string) { return p.LastOp, p.NextOp },
	list: func(s *Stream, p *events.Photo) error {
		s.Deleted = p.Deleted
		s.Search = guide.Fold(p.Taken.Of.ID + " " + p.Taken.Of.Piece + " " + p.Caption)
		s.Listing = json.RawMessage("{}")
		return nil
	},
}

// mostPhotos is how many photographs are shown of one thing, the latest changed. Common practice; no source.
const mostPhotos = 200

// subject finds what a photograph is of: the record that it belongs to, that record's kingdom, and it in words.
func (s *Session) subject(ctx context.Context, of Subject) (record, kingdom, title string, err error) {
	record = of.ID
	switch of.Stream {
	case events.PickingStream:
		o, err := pickings.open(ctx, s, of.ID)
		if err != nil {
			return "", "", "", err
		}
		record, title = o.now.Of.Record, "Basket: "+s.nameOf(o.now.Of.Taxon)
		if of.Piece != "" {
			at := slices.IndexFunc(o.now.Pieces, func(l events.Looked) bool { return l.Piece == of.Piece })
			if at < 0 {
				return "", "", "", refused("the basket has no piece %s", of.Piece)
			}
			title += ", piece " + number(float64(at+1))
		}
	case events.PrintStream:
		o, err := prints.open(ctx, s, of.ID)
		if err != nil {
			return "", "", "", err
		}
		record, title = o.now.Laid.Record, strings.TrimSuffix("Spore print: "+o.now.Laid.Tray, ": ")
	case events.BatchStream:
		o, err := batches.open(ctx, s, of.ID)
		if err != nil {
			return "", "", "", err
		}
		title = "Batch: " + o.now.Prepared.Name
		if record = ""; len(o.now.Prepared.Records) == 1 {
			record = o.now.Prepared.Records[0]
		}
	case events.PlaceStream:
		o, err := places.open(ctx, s, of.ID)
		if err != nil {
			return "", "", "", err
		}
		record, title = "", "Place: "+o.now.About.Name
	case events.RecordStream:
	default:
		return "", "", "", refused("%q is nothing that a photograph can be of: a record, a basket (picking), a print, a batch or a place", of.Stream)
	}
	if of.Piece != "" && of.Stream != events.PickingStream {
		return "", "", "", refused("only a basket has pieces")
	}
	if record == "" {
		return "", "", title, nil // of several records none is the one that is read on
	}
	st, err := s.Store.Find(ctx, s.Owner, events.RecordStream, record)
	if err != nil {
		return "", "", "", err
	}
	var l listing
	_ = json.Unmarshal(st.Listing, &l) // what cannot be read has no name
	if kingdom = l.Kingdom; title == "" {
		title = l.find()
	}
	return record, kingdom, title, nil
}

var sha = regexp.MustCompile("^[0-9a-f]{64}$")

// AddPhoto puts a photograph whose file was taken in beside what it is of, with a client's id.
func (s *Session) AddPhoto(ctx context.Context, id string, w Write, t Taken) (*Photo, error) {
	if utf8.RuneCountInString(t.Name) > mostName {
		return nil, refused("a file's name may have %d signs", mostName)
	}
	if _, _, _, err := s.subject(ctx, t.Of); err != nil {
		return nil, err
	}
	if files, err := s.photoFiles(ctx, t.File); err != nil || len(files) == 0 || !sha.MatchString(t.File) {
		if err == nil {
			err = refused("no file %q was taken in; send it first", t.File)
		}
		return nil, err
	}
	return s.toPhoto(ctx, id, w, events.Take, t)
}

func (s *Session) toPhoto(ctx context.Context, id string, w Write, kind events.Kind, says any) (*Photo, error) {
	o, err := photos.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.photoView(ctx, o)
}

// CaptionPhoto writes something under a photograph; empty for nothing.
func (s *Session) CaptionPhoto(ctx context.Context, id string, w Write, text string) (*Photo, error) {
	if utf8.RuneCountInString(text) > mostNote {
		return nil, refused("what is written under it has more than %d signs", mostNote)
	}
	return s.toPhoto(ctx, id, w, events.Caption, events.Captioned{Text: text})
}

// UndoPhoto takes the last change of a photograph back.
func (s *Session) UndoPhoto(ctx context.Context, id string, w Write) (*Photo, error) {
	return s.toPhoto(ctx, id, w, events.Undo, nil)
}

// RedoPhoto brings back what was undone last.
func (s *Session) RedoPhoto(ctx context.Context, id string, w Write) (*Photo, error) {
	return s.toPhoto(ctx, id, w, events.Redo, nil)
}

// DeletePhoto deletes a photograph; RestorePhoto brings it back.
func (s *Session) DeletePhoto(ctx context.Context, id string, w Write) (*Photo, error) {
	return s.toPhoto(ctx, id, w, events.Delete, nil)
}

// RestorePhoto brings a deleted photograph back.
func (s *Session) RestorePhoto(ctx context.Context, id string, w Write) (*Photo, error) {
	return s.toPhoto(ctx, id, w, events.Restore, nil)
}

// Photo gives a photograph.
func (s *Session) Photo(ctx context.Context, id string) (*Photo, error) {
	o, err := photos.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	return s.photoView(ctx, o)
}

func (s *Session) photoView(ctx context.Context, o *standing[events.Photo]) (*Photo, error) {
	files, err := s.photoFiles(ctx, o.now.Taken.File)
	if err != nil {
		return nil, err
	}
	record, kingdom, title, err := s.subject(ctx, o.now.Taken.Of)
	if err != nil {
		title = "What it is of is not there"
	}
	p := s.asPhoto(o, files, record, kingdom, title)
	p.Measures, p.Colours = s.readOff(kingdom)
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	p.Known = append(slices.Clone(set.Known), KnownLength{"A bank card, its long side", gauge.Card})
	return p, nil
}

func (s *Session) asPhoto(o *standing[events.Photo], files map[string]PhotoFile, record, kingdom, title string) *Photo {
	p := &o.now
	f, there := files[p.Taken.File]
	if !there {
		f = PhotoFile{File: p.Taken.File, State: PhotoBroken, Trouble: "Its file is not here."}
	}
	return &Photo{
		ID: o.ID, Created: p.Created, Of: p.Taken.Of, Record: record, Kingdom: kingdom, Title: title, Name: p.Taken.Name, Caption: p.Caption,
		Deleted: p.Deleted, CanUndo: p.LastOp != "", CanRedo: p.NextOp != "", File: f,
	}
}

// PhotosOf lists the photographs of something, the earliest taken in first; of a basket those of its pieces too.
func (s *Session) PhotosOf(ctx context.Context, kind StreamKind, id string) ([]Photo, error) {
	record, kingdom, _, err := s.subject(ctx, Subject{Stream: kind, ID: id})
	if err != nil {
		return nil, err
	}
	streams, err := s.Store.List(ctx, s.Owner, events.PhotoStream, ListQuery{Words: strings.Fields(guide.Fold(id)), Limit: mostPhotos})
	if err != nil {
		return nil, err
	}
	var list []*standing[events.Photo]
	var names []string
	for i := range streams {
		o, err := photos.open(ctx, s, streams[i].ID)
		if err != nil {
			s.unread(ctx, "photograph", streams[i].ID, err)
			continue
		}
		if of := o.now.Taken.Of; of.ID == id && of.Stream == kind {
			list, names = append(list, o), append(names, o.now.Taken.File)
		}
	}
	files, err := s.photoFiles(ctx, names...)
	if err != nil {
		return nil, err
	}
	out := []Photo{}
	for _, o := range list {
		_, _, title, err := s.subject(ctx, o.now.Taken.Of)
		if err != nil {
			title = "A piece that is not there any more"
		}
		out = append(out, *s.asPhoto(o, files, record, kingdom, title))
	}
	slices.SortStableFunc(out, func(a, b Photo) int { return a.Created.Compare(b.Created) })
	return out, nil
}
