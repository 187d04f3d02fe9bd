package app

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"regexp"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/core/colour"
	"zestythicket/core/events"
	"zestythicket/core/gauge"
	"zestythicket/core/guide"
)

// PhotoSize is a size that a photograph is kept in.
type PhotoSize string

// The sizes: the file as it came, as it fills a screen, as it stands in a list.
const (
	OriginalSize PhotoSize = "original"
	ScreenSize   PhotoSize = "screen"
	ListSize     PhotoSize = "list"
)

// PhotoState is how far on a photograph is.
type PhotoState string

// How far on: it is being made in the sizes that are shown; it is there; it cannot be read.
const (
	PhotoDeveloping PhotoState = "developing"
	PhotoReady      PhotoState = "ready"
	PhotoBroken     PhotoState = "broken"
)

// PhotoFile is what is told of a photograph's file.
type PhotoFile struct {
	File   string     `json:"file" doc:"The SHA-256 of the file, in hexadecimal"`
	Type   string     `json:"type" doc:"Its media type, by what it holds"`
	Width  int        `json:"width" doc:"Of the upright photograph, in pixels"`
	Height int        `json:"height"`
	Taken  string     `json:"taken" doc:"When it was taken, by the camera's clock and without a zone; empty where that is not known or not to be believed"`
	Clock  string     `json:"clock" doc:"What is wrong with the camera's clock; empty for nothing"`
	Place  bool       `json:"place" doc:"Whether the camera wrote into it where it was taken"`
	State  PhotoState `json:"state"`
	// Trouble says why it cannot be read.
	Trouble string `json:"trouble"`
}

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
}

// PhotoCharacter is something that can be read off a photograph.
type PhotoCharacter struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Unit string `json:"unit" doc:"Of a length"`
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

// TakeIn keeps a photograph's file. It is developed by and by.
func (s *Session) TakeIn(ctx context.Context, file []byte) (*PhotoFile, error) {
	e, err := s.Darkroom.Look(file)
	if err != nil {
		return nil, refuse(err)
	}
	sum := sha256.Sum256(file)
	p := Photograph{File: hex.EncodeToString(sum[:]), Exposure: *e}
	if err := s.Store.KeepPhotograph(ctx, s.Owner, s.Now(), &p, file); err != nil {
		return nil, err
	}
	select {
	case s.exposed <- s.Owner:
	default: // enough is waiting: whoever develops asks for all there are
	}
	all, err := s.photoFiles(ctx, p.File)
	if err != nil {
		return nil, err
	}
	f := all[p.File]
	return &f, nil
}

// photoFiles tells of photographs' files.
func (s *Session) photoFiles(ctx context.Context, files ...string) (map[string]PhotoFile, error) {
	list, err := s.Store.Photographs(ctx, s.Owner, files)
	if err != nil {
		return nil, err
	}
	out := map[string]PhotoFile{}
	for _, p := range list {
		f := PhotoFile{File: p.File, Type: p.Type, Width: p.Width, Height: p.Height, Place: p.Located, State: PhotoDeveloping, Trouble: p.Trouble}
		f.Taken, f.Clock = s.believed(p.Taken)
		switch {
		case p.Trouble != "":
			f.State = PhotoBroken
		case p.Developed:
			f.State = PhotoReady
		}
		out[p.File] = f
	}
	return out, nil
}

// oldestPhoto is the first year of which a camera's clock is believed; one whose battery was empty begins again long before. Common practice; no source.
const oldestPhoto = 2000

// believed is when a photograph was taken, where its camera's clock can be right: a day ahead is what time zones can make.
func (s *Session) believed(taken string) (at, wrong string) {
	if taken == "" {
		return "", ""
	}
	t, err := time.Parse("2006-01-02T15:04:05", taken)
	switch {
	case err != nil || t.Year() < oldestPhoto:
		return "", "The camera's clock says " + taken[:min(10, len(taken))] + ", which is too long ago to be believed; it was not taken over."
	case t.After(s.Now().Add(24 * time.Hour)):
		return "", "The camera's clock says " + taken[:10] + ", which is still to come; it was not taken over."
	}
	return taken, ""
}

// develop makes photographs in the sizes that are shown, one after the other, until the context ends: at first those of the owners named that an
// earlier run left, then whenever one is taken in.
func (a *App) develop(ctx context.Context, owners []string) {
	if a.Store == nil {
		return
	}
	for _, o := range owners {
		a.developAll(ctx, o)
	}
	for {
		select {
		case o := <-a.exposed:
			a.developAll(ctx, o)
		case <-ctx.Done():
			return
		}
	}
}

func (a *App) developAll(ctx context.Context, owner string) {
	files, err := a.Store.Undeveloped(ctx, owner)
	for _, file := range files {
		if err != nil || ctx.Err() != nil {
			break
		}
		err = a.developOne(ctx, owner, file)
	}
	if err != nil && ctx.Err() == nil {
		a.Log.Error("photographs could not be developed", "owner", owner, "cause", err)
	}
}

func (a *App) developOne(ctx context.Context, owner, file string) error {
	b, err := a.Store.Picture(ctx, owner, file, OriginalSize)
	if err != nil {
		return err
	}
	trouble := ""
	screen, list, err := a.Darkroom.Develop(b)
	if err != nil {
		trouble = guide.AtStart(err.Error()) + "."
	}
	return a.Store.Developed(ctx, owner, file, screen, list, trouble)
}

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
	case events.RecordStream:
	default:
		return "", "", "", refused("%q is nothing that a photograph can be of: a record, a basket (picking), a print or a batch", of.Stream)
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
	return p, nil
}

// readOff lists what can be read off a photograph of something of a kingdom: its lengths, and the characters that name colours.
func (s *Session) readOff(kingdom string) (measures, colours []PhotoCharacter) {
	m := s.Guide.Matrix
	if kingdom == "" {
		return nil, nil
	}
	for i := range m.Columns {
		col := &m.Columns[i]
		if of, ok := m.Kingdoms[kingdom]; ok && !col.Scored.Meets(of) {
			continue // it is asked of nothing there
		}
		c := PhotoCharacter{col.ID, col.DisplayName(), col.Unit}
		named := 0
		for _, st := range col.States {
			if st.Swatch != "" {
				named++
			}
		}
		if _, err := (gauge.Measured{}).In(col.Unit); col.Kind == guide.Measure && err == nil {
			measures = append(measures, c)
		} else if named > 1 {
			colours = append(colours, c)
		}
	}
	return measures, colours
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
			s.Log.Error("a photograph cannot be read", "photo", streams[i].ID, "cause", err)
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

// PhotoPicture gives a photograph's file in a size, and its media type. ErrNotFound where it is not there (yet).
func (s *Session) PhotoPicture(ctx context.Context, file string, size PhotoSize) (body []byte, kind string, err error) {
	if !slices.Contains([]PhotoSize{OriginalSize, ScreenSize, ListSize}, size) {
		return nil, "", refused("%q is no size: original, screen or list", size)
	}
	if body, err = s.Store.Picture(ctx, s.Owner, file, size); err != nil || size != OriginalSize {
		return body, "image/jpeg", err
	}
	files, err := s.photoFiles(ctx, file)
	return body, files[file].Type, err
}

// StrippedPhoto gives a photograph as it came, but for what the camera wrote into it.
func (s *Session) StrippedPhoto(ctx context.Context, file string) (body []byte, kind string, err error) {
	body, kind, err = s.PhotoPicture(ctx, file, OriginalSize)
	if err != nil {
		return nil, "", err
	}
	body, err = s.Darkroom.Stripped(body)
	return body, kind, refuse(err)
}

// Gauged asks how long something on a photograph is.
type Gauged struct {
	Known gauge.Stretch `json:"known" doc:"The two ends of what is known, in pixels of the upright photograph"`
	Of    gauge.Stretch `json:"of" doc:"The two ends of what is measured"`
	MM    float64       `json:"mm" doc:"How long what is known is, in mm"`
	Tilt  float64       `json:"tilt" doc:"How far either may lean out of the picture, in degrees"`
	Shown float64       `json:"shown" doc:"How many pixels of the photograph a pixel of the screen showed where the points were put, the most of them"`
	// Character is what is measured; empty for nothing in particular.
	Character string `json:"character,omitempty"`
}

// Length is how long something on a photograph is, in mm and in the unit of the character that was asked for.
type Length struct {
	Low  float64 `json:"low" doc:"In the unit"`
	High float64 `json:"high" doc:"In the unit"`
	Unit string  `json:"unit"`
}

// MeasurePhoto measures on a photograph. Nothing is kept: what it gives can be read as a measure of the record.
func (s *Session) MeasurePhoto(ctx context.Context, id string, q Gauged) (*Length, error) {
	o, err := s.Photo(ctx, id)
	if err != nil {
		return nil, err
	}
	m, err := gauge.Measure(o.File.Width, o.File.Height, q.Known, q.Of, q.MM, q.Tilt, q.Shown)
	if err != nil {
		return nil, refuse(err)
	}
	unit := "mm"
	if q.Character != "" {
		n, ok := s.Guide.Matrix.Column(q.Character)
		if !ok || s.Guide.Matrix.Columns[n].Kind != guide.Measure {
			return nil, refused("%q is no measure of the guide", q.Character)
		}
		unit = s.Guide.Matrix.Columns[n].Unit
		if m, err = m.In(unit); err != nil {
			return nil, refuse(err)
		}
	}
	return &Length{m.Low, m.High, unit}, nil
}

// around is how far round a point its colour is taken: 9 by 9 pixels. Source: the design.
const around = 4

// Coloured asks which states of a character the colour at a point of a photograph comes near to.
type Coloured struct {
	Character string       `json:"character"`
	At        gauge.Point  `json:"at" doc:"In pixels of the upright photograph"`
	Card      *gauge.Point `json:"card,omitempty" doc:"A point of a white card in the same light; left out for none"`
}

// PhotoColour is a colour of a photograph beside the states that it comes nearest to. None is taken for it.
type PhotoColour struct {
	Seen      string       `json:"seen" doc:"The colour as it is on the photograph, in sRGB, such as #c8a060"`
	Corrected string       `json:"corrected" doc:"As it is when the card is white"`
	Carded    bool         `json:"carded" doc:"Whether it was corrected by a white card"`
	Nearest   []NearColour `json:"nearest"`
}

// NearColour is a state with how far a colour is from it.
type NearColour struct {
	State    string  `json:"state"`
	Name     string  `json:"name"`
	Swatch   string  `json:"swatch"`
	Distance float64 `json:"distance" doc:"By CIEDE2000; about 1 is what an eye just sees"`
}

// ColourOfPhoto compares the colour at a point of a photograph with the states of a character. Nothing is kept.
func (s *Session) ColourOfPhoto(ctx context.Context, id string, q Coloured) (*PhotoColour, error) {
	o, err := s.Photo(ctx, id)
	if err != nil {
		return nil, err
	}
	file, _, err := s.PhotoPicture(ctx, o.File.File, OriginalSize)
	if err != nil {
		return nil, err
	}
	at := []gauge.Point{q.At}
	if q.Card != nil {
		at = append(at, *q.Card)
	}
	means, err := s.coloursAt(file, at)
	if err != nil {
		return nil, refuse(err)
	}
	seen := means[0]
	var card *colour.RGB
	if q.Card != nil {
		card = &means[1]
	}
	offer, err := colour.Offered(s.Guide.Matrix, q.Character, seen, card)
	if err != nil {
		return nil, refuse(err)
	}
	out := &PhotoColour{Seen: seen.Hex(), Corrected: colour.RGB{R: offer.Corrected[0], G: offer.Corrected[1], B: offer.Corrected[2]}.Hex(), Carded: offer.Card}
	n, _ := s.Guide.Matrix.Column(q.Character) // it was found before
	col := &s.Guide.Matrix.Columns[n]
	for _, x := range offer.Nearest {
		k, _ := col.State(x.State)
		out.Nearest = append(out.Nearest, NearColour{x.State, col.States[k].Name, col.States[k].Swatch, x.Distance})
	}
	return out, nil
}

// coloursAt are the colours of a photograph at points. One photograph at a time is decoded for whoever asks: each takes much room.
func (a *App) coloursAt(file []byte, at []gauge.Point) ([]colour.RGB, error) {
	a.loupe.Lock()
	defer a.loupe.Unlock()
	pixels, err := a.Darkroom.Around(file, around, at)
	if err != nil {
		return nil, err
	}
	out := make([]colour.RGB, len(at))
	for i := range at {
		if out[i], err = colour.Mean(pixels[i]); err != nil {
			return nil, err
		}
	}
	return out, nil
}
