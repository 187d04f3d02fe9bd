package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
)

// Does is what taking something in would do.
type Does string

// What taking it in would do: it is new; it is there already as it comes in; it is there and would change; it cannot be taken, for what the reason says;
// what is here stays as it is.
const (
	DoesNew     Does = "new"
	DoesSame    Does = "same"
	DoesChange  Does = "changed"
	DoesRefuse  Does = "refused"
	DoesNothing Does = "stays"
)

// ImportItem is one thing that comes in.
type ImportItem struct {
	// Kind is the kind of its stream, or "settings", "guide", "photograph", or "line" where nothing more is known of it.
	Kind string `json:"kind"`
	ID   string `json:"id"`
	Name string `json:"name" doc:"What it is called; empty where it has no name"`
	Does Does   `json:"does"`
	// Line is where it stands in its file, from 1; 0 where it stands in several, or that is not known.
	Line   int    `json:"line" doc:"The line, or the entry, of the file; 0 where that is not known"`
	Reason string `json:"reason" doc:"Why it cannot be taken, or what is to be known of it; empty for nothing"`
}

// ImportPlan is what taking a file in would come to, before anything is taken.
type ImportPlan struct {
	Format string `json:"format" enum:"jsonl,geojson,gpx,csv,dwca"`
	// Items lists it, what is refused first, then what changes, what is new and what is the same; at most some hundreds.
	Items   []ImportItem `json:"items" doc:"What is refused first, then what changes, what is new, the rest; the first 500"`
	New     int          `json:"new"`
	Same    int          `json:"same"`
	Changed int          `json:"changed"`
	Refused int          `json:"refused"`
	Stays   int          `json:"stays"`
	// Broken says why nothing of it can be taken; empty where it can.
	Broken string `json:"broken" doc:"Why nothing of it can be taken; empty where it can"`
	// Asks is what the guide of one's own that comes with it makes easier that ought to be hard.
	Asks []guide.Loosening `json:"asks" doc:"What the guide of one's own that comes with it makes easier"`
}

// Arriving is what was read from a file.
type Arriving struct {
	Format string
	Events []ArrivingEvent
	// Frozen are the rulings of closed records, by the record.
	Frozen   map[string]json.RawMessage
	Settings json.RawMessage
	Overlays []OverlayPiece
	// Photographs are the files of photographs, with the lines that they stand in.
	Photographs []ArrivingFile
	// Spots are places and finds that a foreign file tells of.
	Spots []Spot
	// Refused are lines that cannot be read.
	Refused []ImportItem
	// Broken says why nothing of the file can be taken; empty where it can.
	Broken string
}

// ArrivingEvent is an event and its line.
type ArrivingEvent struct {
	events.Event
	Line int
}

// ArrivingFile is a photograph's file and its line.
type ArrivingFile struct {
	File string
	Line int
}

// ImportFile is a file that is to be read: it may be read more than once.
type ImportFile struct {
	io.ReaderAt
	Size int64
	// Name is what the file was called; Format is what it is, or empty to find out.
	Name, Format string
}

// Brought is an import that was taken.
type Brought struct {
	ID      string     `json:"id"`
	Name    string     `json:"name" doc:"What the file was called"`
	Format  string     `json:"format" enum:"jsonl,geojson,gpx,csv,dwca"`
	At      time.Time  `json:"at"`
	New     int        `json:"new"`
	Changed int        `json:"changed"`
	Undone  *time.Time `json:"undone,omitempty" doc:"When it was taken back; left out where it was not"`
}

// BroughtStream is a stream that got events by an import.
type BroughtStream struct {
	Kind events.StreamKind
	ID   string
	// Events are the ids of those that came.
	Events []string
}

// Bringing is an import as it is kept, with all that it brings.
type Bringing struct {
	Brought
	Additions []Addition
	// Settings are put where none are; nil for none. Overlays likewise.
	Settings json.RawMessage
	Overlays []OverlayPiece
}

// bringing is an import that was worked out.
type bringing struct {
	Bringing
	plan ImportPlan
}

// mostShown is how many entries of an import are shown. Common practice; no source.
const mostShown = 500

// PlanImport tells what taking a file in would come to. Nothing is changed.
func (s *Session) PlanImport(ctx context.Context, f ImportFile) (*ImportPlan, error) {
	a, err := s.ReadImport(ctx, f, nil)
	if err != nil {
		return nil, err
	}
	b, err := s.bring(ctx, a)
	if err != nil {
		return nil, err
	}
	return &b.plan, nil
}

// Taking says how a file is taken in.
type Taking struct {
	// LeaveOut takes the rest where something of it is refused.
	LeaveOut bool
	// Guide takes a guide of one's own that comes with it and makes easier what ought to be hard, by whoever has read what.
	Guide bool
}

// TakeImport takes a file in under an id of the caller's, all of it or nothing. Where something of it is refused, or makes easier what ought to be hard, nothing is
// taken unless how says so. The same id twice counts once.
func (s *Session) TakeImport(ctx context.Context, id string, f ImportFile, how Taking) (*Brought, error) {
	if id == "" {
		return nil, refused("an import needs an id of its own")
	}
	had, err := s.Store.Import(ctx, s.Owner, id)
	if err == nil {
		return &had, nil
	} else if !isMissing(err) {
		return nil, err
	}
	for range mostTries {
		a, err := s.ReadImport(ctx, f, nil)
		if err != nil {
			return nil, err
		}
		b, err := s.bring(ctx, a)
		switch {
		case err != nil:
			return nil, err
		case b.plan.Broken != "":
			return nil, refused("nothing was taken: %s", b.plan.Broken)
		case b.plan.Refused > 0 && !how.LeaveOut:
			return nil, refused("%d of it cannot be taken, so nothing was; mend the file, or leave those out", b.plan.Refused)
		case len(b.plan.Asks) > 0 && !how.Guide:
			return nil, refused("the guide of one's own that comes with it makes %d things easier that ought to be hard, so nothing was taken; read what, and say that it is to come", len(b.plan.Asks))
		}
		b.ID, b.Name, b.Format, b.At, b.New, b.Changed = id, f.Name, b.plan.Format, s.Now(), b.plan.New, b.plan.Changed
		if b.New+b.Changed == 0 {
			return &b.Brought, nil // there is nothing in it that is not here: nothing to be kept, nothing to be undone
		}
		if err := s.takePhotographs(ctx, f); err != nil {
			return nil, err
		}
		if err = s.Store.KeepImport(ctx, s.Owner, &b.Bringing); err == nil {
			return &b.Brought, s.broughtIn(ctx)
		}
		if !errors.Is(err, ErrChanged) && !errors.Is(err, ErrExists) {
			return nil, err
		}
	}
	return nil, fmt.Errorf("what is kept is changed so often at once that nothing was taken; try again")
}

// broughtIn lets go of what was worked out from what was there before.
func (s *Session) broughtIn(ctx context.Context) error {
	s.settings = nil
	err := s.guides.again(ctx, s.Owner)
	s.touch()
	select {
	case s.exposed <- s.Owner:
	default: // enough is waiting
	}
	return err
}

// takePhotographs takes in the photographs of a file. Those that belong to nothing, because the rest was not taken, harm nobody.
func (s *Session) takePhotographs(ctx context.Context, f ImportFile) error {
	_, err := s.ReadImport(ctx, f, func(p *PhotographPiece) error {
		e, err := s.Darkroom.Look(p.Data)
		if err != nil {
			return refuse(err)
		}
		return s.Store.KeepPhotograph(ctx, s.Owner, s.Now(), &Photograph{File: p.File, Exposure: *e}, p.Data)
	})
	return err
}

// bring works out what comes of what was read.
func (s *Session) bring(ctx context.Context, a *Arriving) (*bringing, error) {
	b := &bringing{plan: ImportPlan{Format: a.Format, Items: append([]ImportItem{}, a.Refused...), Broken: a.Broken, Asks: []guide.Loosening{}}}
	if a.Broken == "" {
		for _, step := range []func(context.Context, *Arriving) error{b.aside(s), b.files(s), b.streams(s), b.spots(s)} {
			if err := step(ctx, a); err != nil {
				return nil, err
			}
		}
	}
	for _, i := range b.plan.Items {
		*map[Does]*int{DoesNew: &b.plan.New, DoesSame: &b.plan.Same, DoesChange: &b.plan.Changed, DoesRefuse: &b.plan.Refused, DoesNothing: &b.plan.Stays}[i.Does]++
	}
	rank := map[Does]int{DoesRefuse: 0, DoesNothing: 1, DoesChange: 2, DoesNew: 3, DoesSame: 4}
	slices.SortStableFunc(b.plan.Items, func(x, y ImportItem) int { return cmp.Or(rank[x.Does]-rank[y.Does], x.Line-y.Line) })
	b.plan.Items = b.plan.Items[:min(len(b.plan.Items), mostShown)]
	return b, nil
}

func (b *bringing) add(i ImportItem) { b.plan.Items = append(b.plan.Items, i) }

// aside works out what comes of settings and of what is laid over the guide: they are taken where there are none, and stay where there are others.
func (b *bringing) aside(s *Session) func(context.Context, *Arriving) error {
	return func(ctx context.Context, a *Arriving) error {
		if a.Settings != nil {
			kept, err := s.Store.Settings(ctx, s.Owner)
			if err != nil {
				return err
			}
			i := ImportItem{Kind: "settings", Does: DoesNew}
			switch {
			case kept == nil:
				b.Settings = a.Settings
			case sameJSON(kept, a.Settings):
				i.Does = DoesSame
			default:
				i.Does, i.Reason = DoesNothing, "You have settings here already; they stay as they are."
			}
			b.add(i)
		}
		if len(a.Overlays) == 0 {
			return nil
		}
		kept, err := s.Store.Overlays(ctx, s.Owner, 1)
		if err != nil {
			return err
		}
		last := a.Overlays[len(a.Overlays)-1].Document
		i := ImportItem{Kind: "guide", Does: DoesNew}
		switch {
		case len(kept) > 0 && sameJSON(kept[0], last):
			i.Does = DoesSame
		case len(kept) > 0:
			i.Does, i.Reason = DoesNothing, "You have a guide of your own here already; it stays as it is."
		default:
			overlay, laid, err := s.guides.files.ReadOverlay("the guide of one's own", last, s.Guide.Base)
			if err != nil {
				i.Reason = "It does not go with this guide, and will not be used: " + s.guides.files.Plainly(err).Error()
			} else {
				changed := guide.NewSnapshot(s.Guide.Base, laid, overlay)
				b.plan.Asks = append(guide.Loosened(s.Guide.Source, laid), newFindings(s.Guide, changed)...)
			}
			b.Overlays = a.Overlays
		}
		b.add(i)
		return nil
	}
}

// sameJSON tells whether two documents say the same.
func sameJSON(a, b json.RawMessage) bool {
	var x, y any
	if json.Unmarshal(a, &x) != nil || json.Unmarshal(b, &y) != nil {
		return false
	}
	p, _ := json.Marshal(x) // what was read can be written
	q, _ := json.Marshal(y)
	return string(p) == string(q)
}

// files tells which photographs come in.
func (b *bringing) files(s *Session) func(context.Context, *Arriving) error {
	return func(ctx context.Context, a *Arriving) error {
		for few := range slices.Chunk(a.Photographs, mostPhotos) {
			var names []string
			for _, f := range few {
				names = append(names, f.File)
			}
			there, err := s.Store.Photographs(ctx, s.Owner, names)
			if err != nil {
				return err
			}
			for _, f := range few {
				i := ImportItem{Kind: "photograph", ID: f.File, Line: f.Line, Does: DoesNew}
				if slices.ContainsFunc(there, func(p Photograph) bool { return p.File == f.File }) {
					i.Does = DoesSame
				}
				b.add(i)
			}
		}
		return nil
	}
}

// streams puts the events that come in beside those that are there.
func (b *bringing) streams(s *Session) func(context.Context, *Arriving) error {
	return func(ctx context.Context, a *Arriving) error {
		set, err := s.Settings(ctx)
		if err != nil {
			return err
		}
		var ids []string
		by := map[string][]ArrivingEvent{}
		for _, e := range a.Events {
			if by[e.StreamID] == nil {
				ids = append(ids, e.StreamID)
			}
			by[e.StreamID] = append(by[e.StreamID], e)
		}
		ops := map[string]string{} // the stream of each operation
		for _, id := range ids {
			if ctx.Err() != nil {
				return ctx.Err()
			}
			i, addition, err := s.merged(ctx, by[id], a.Frozen[id], set, ops)
			if err != nil {
				return err
			}
			if i.Does == DoesNew || i.Does == DoesChange {
				b.Additions = append(b.Additions, *addition)
			}
			b.add(*i)
		}
		return nil
	}
}

// UndoImport takes an import back, all of it or nothing: what it brought goes, as long as nothing of that was changed since.
func (s *Session) UndoImport(ctx context.Context, id string) (*Brought, error) {
	for range mostTries {
		was, err := s.Store.Import(ctx, s.Owner, id)
		if isMissing(err) {
			return nil, missingError{"import"}
		}
		if err != nil || was.Undone != nil {
			return &was, err
		}
		left, err := s.without(ctx, id)
		if err != nil {
			return nil, err
		}
		at := s.Now()
		if err = s.Store.Withdraw(ctx, s.Owner, id, at, left); err == nil {
			was.Undone = &at
			return &was, s.broughtIn(ctx)
		}
		if !errors.Is(err, ErrChanged) {
			return nil, err
		}
	}
	return nil, fmt.Errorf("what is kept is changed so often at once that nothing was taken back; try again")
}

// without works out what the streams of an import come to without what it brought.
func (s *Session) without(ctx context.Context, id string) ([]Addition, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	streams, err := s.Store.BroughtStreams(ctx, s.Owner, id)
	if err != nil {
		return nil, err
	}
	var left []Addition
	var since []string
	for _, b := range streams {
		stream, list, err := s.Store.Load(ctx, s.Owner, b.Kind, b.ID)
		if err != nil {
			return nil, err
		}
		came := map[string]bool{}
		for _, e := range b.Events {
			came[e] = true
		}
		// What came last is what the import brought, unless something was added since.
		n := len(list) - len(b.Events)
		if slices.ContainsFunc(list[n:], func(e events.Event) bool { return !came[e.ID] }) {
			since = append(since, cmp.Or(nameOfStream(&stream), string(b.Kind)+" "+b.ID))
			continue
		}
		rest := list[:n]
		a := Addition{Stream: stream, Had: len(list)}
		if a.Stream.Events = n; n > 0 {
			if err := mergers[b.Kind].put(s, &a.Stream, rest, nil, set); err != nil {
				return nil, err
			}
		}
		left = append(left, a)
	}
	if len(since) > 0 {
		return nil, refused("this was changed since the import, so nothing was taken back: %s. Undo those changes first, or delete what you do not want", strings.Join(since[:min(len(since), 5)], ", "))
	}
	return left, nil
}

// Imports lists what was taken in, the latest first.
func (s *Session) Imports(ctx context.Context) ([]Brought, error) {
	return s.Store.Imports(ctx, s.Owner, mostImports)
}

// mostImports is how many imports are listed. Common practice; no source.
const mostImports = 50

// nameOfStream is what a stream is called in a list; empty where it has no name.
func nameOfStream(s *Stream) string {
	var l struct {
		listing
		About    struct{ Name string } `json:"about"`
		Outing   struct{ Name string } `json:"outing"`
		Prepared struct{ Name string } `json:"prepared"`
	}
	if json.Unmarshal(s.Listing, &l) != nil {
		return ""
	}
	if s.Kind == events.RecordStream {
		return l.find()
	}
	return strings.TrimSpace(cmp.Or(l.About.Name, l.Outing.Name, l.Prepared.Name))
}
