package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/place"

	"github.com/google/uuid"
)

// Spot is a place, or a find, that a foreign file tells of.
type Spot struct {
	Line int
	// Kind is "place" or "record".
	Kind string
	// ID is what the file knows it by; empty for nothing. A UUID is taken over, so that what left here comes back as what it was.
	ID         string
	Name, Note string
	Date       string
	// Observer is who looked, Kingdom plantae or fungi, Place what is said of where it was; all of a find.
	Observer, Kingdom, Place string
	// Taxa are the names that the file gives: ids, scientific or common names.
	Taxa  []string
	Shape place.Shape
	// Coarse tells that its position was made coarse before it left.
	Coarse bool
	// Readings are those of a find. Whoever did not make them here takes none of them for sure.
	Readings []evidence.Reading
	// Told is what is to be known of it, in a sentence; empty for nothing.
	Told string
}

// spotSpace is the name space of the ids of what foreign files tell of, importedBy the device that their events are said to be of.
var spotSpace = uuid.MustParse("0197c0de-0a1a-7aac-8000-000000000003")

const importedBy = "import"

// near is by how many degrees a position may differ and still be the same: a centimetre. Common practice; no source.
const near = 1e-7

// stream is the id of the stream that a spot comes to.
func (p *Spot) stream() string {
	if id, err := uuid.Parse(p.ID); err == nil {
		return id.String()
	}
	key := p.ID
	if key == "" {
		b, _ := json.Marshal([]any{p.Name, p.Date, p.Taxa, p.Shape.Form, p.Shape.At}) // plain values can be written
		key = string(b)
	}
	return uuid.NewSHA1(spotSpace, []byte(p.Kind+"\x00"+key)).String()
}

// spots works out what comes of places and finds that a foreign file tells of.
func (b *bringing) spots(s *Session) func(context.Context, *Arriving) error {
	return func(ctx context.Context, a *Arriving) error {
		if len(a.Spots) == 0 {
			return nil
		}
		set, err := s.Settings(ctx)
		if err != nil {
			return err
		}
		names, usual := s.namesOfTaxa(), Place{}.site(set.Place, s.Guide.Matrix)
		seen := map[string]int{}
		for i := range a.Spots {
			p := &a.Spots[i]
			id := p.stream()
			addition, does, err := s.spot(ctx, p, id, set, names)
			item := ImportItem{Kind: p.Kind, ID: id, Name: cmp.Or(p.Name, strings.Join(p.Taxa, ", ")), Line: p.Line, Reason: p.Told}
			if err == nil && usual != nil && place.Swapped(p.Shape.Middle(), place.Position{Latitude: usual.Latitude, Longitude: usual.Longitude}) {
				err = fmt.Errorf("latitude and longitude seem to be swapped: it lies far from where you usually look, and the other way round it lies there")
			}
			if p.Shape.AccuracyM >= vague && item.Reason == "" {
				item.Reason = fmt.Sprintf("Its position is known to within %g km only.", math.Round(p.Shape.AccuracyM/100)/10)
			}
			switch at := seen[id]; {
			case ctx.Err() != nil:
				return ctx.Err()
			case err != nil:
				item.Does, item.Reason = DoesRefuse, guide.AtStart(err.Error())+"."
			case at > 0:
				item.Does, item.Reason = DoesSame, fmt.Sprintf("It stands in line %d already.", at)
			default:
				if item.Does = does; addition != nil {
					b.Additions = append(b.Additions, *addition)
				}
			}
			seen[id] = max(seen[id], p.Line)
			b.add(item)
		}
		return nil
	}
}

// vague is the accuracy, in metres, from which a position is told as such. Common practice; no source.
const vague = 1000

// namesOfTaxa gives the ids of taxa by their names, folded; a name of two taxa is of none.
func (s *Session) namesOfTaxa() map[string]string {
	out := map[string]string{}
	for i := range s.Guide.Matrix.Taxa {
		t := &s.Guide.Matrix.Taxa[i]
		for _, n := range append(append([]string{t.ID, t.Name}, t.Synonyms...), t.Common...) {
			n = guide.Fold(n)
			if had, ok := out[n]; ok && had != t.ID {
				out[n] = ""
				continue
			}
			out[n] = t.ID
		}
	}
	return out
}

// spot works out what comes of one: what is to be added, nil for nothing. The error says why it cannot be taken.
func (s *Session) spot(ctx context.Context, p *Spot, id string, set *Settings, names map[string]string) (*Addition, Does, error) {
	if err := p.Shape.Check(); err != nil {
		return nil, "", err
	}
	kind := events.PlaceStream
	if p.Kind == "record" {
		kind = events.RecordStream
	}
	stream, had, err := s.Store.Load(ctx, s.Owner, "", id)
	switch {
	case isMissing(err):
		stream = Stream{Kind: kind, ID: id, Owner: s.Owner}
	case err != nil:
		return nil, "", err
	case stream.Kind != kind:
		return nil, "", fmt.Errorf("its id is that of a %s here", stream.Kind)
	case stream.Deleted:
		return nil, "", fmt.Errorf("it was deleted here; restore it first, if you want it back")
	case kind == events.RecordStream:
		return nil, DoesSame, nil // a record changes by what is read, not by where a file says that it was
	}
	var steps []step
	if kind == events.PlaceStream {
		steps, err = s.placeSteps(p, had, names)
	} else {
		steps, err = s.recordSteps(p, names)
	}
	if err != nil || len(steps) == 0 {
		return nil, DoesSame, err
	}
	list := slices.Clone(had)
	for _, st := range steps {
		e, err := s.newEvent(kind, id, events.RevisionOf(list), lastOf(list, importedBy), st)
		if err != nil {
			return nil, "", err
		}
		list = append(list, e)
	}
	if err := mergers[kind].put(s, &stream, list, nil, set); err != nil {
		return nil, "", err
	}
	does := DoesNew
	if len(had) > 0 {
		does = DoesChange
	}
	return &Addition{Stream: stream, New: list[len(had):], Had: len(had)}, does, nil
}

// brings is a step of an import.
func (s *Session) brings(kind events.Kind, body any) step {
	return step{Write{Op: NewID(), Device: importedBy}, s.Now(), kind, body}
}

// placeSteps is what makes a place what a file says of it; nothing where it is that already. Coarse positions say nothing new of a place that is known.
func (s *Session) placeSteps(p *Spot, had []events.Event, names map[string]string) ([]step, error) {
	if len(had) > 0 && p.Coarse {
		return nil, nil
	}
	grows, unknown := sorted(p.Taxa, names)
	note := p.Note
	if len(unknown) > 0 {
		note = strings.TrimSpace(note + "\nIn the file it goes by: " + strings.Join(unknown, ", ") + ".")
	}
	if len(had) == 0 {
		d := place.Details{Name: p.Name, Grows: grows, Note: note}
		if strings.TrimSpace(d.Name) == "" {
			d.Name = strings.TrimSpace("Unnamed " + string(p.Shape.Form) + " " + p.Date)
		}
		return []step{s.brings(events.Plot, events.Plotted{Shape: p.Shape, About: d})}, d.Check(s.hasTaxon)
	}
	now, err := events.FoldPlace(had)
	if err != nil {
		return nil, err
	}
	var steps []step
	var what []string
	if !alike(&now.Shape, &p.Shape) {
		what = append(what, "where it lies")
		if now.Shape.Form != p.Shape.Form {
			what[0] = fmt.Sprintf("the %s becomes a %s", now.Shape.Form, p.Shape.Form)
		}
		steps = append(steps, s.brings(events.Move, p.Shape))
	}
	d := now.About
	if p.Name != "" && p.Name != d.Name {
		what, d.Name = append(what, fmt.Sprintf("%q is named otherwise", d.Name)), p.Name
	}
	if note != "" && note != d.Note {
		what, d.Note = append(what, "its note"), note
	}
	for _, g := range grows {
		if g != d.Taxon && !slices.Contains(d.Grows, g) {
			d.Grows = append(slices.Clone(d.Grows), g)
		}
	}
	if len(d.Grows) != len(now.About.Grows) {
		what = append(what, "what grows there")
	}
	if len(what) > 0 {
		p.Told = strings.TrimSpace(p.Told + " What changes: " + strings.Join(what, ", ") + ".")
	}
	if d.Name != now.About.Name || d.Note != now.About.Note || len(d.Grows) != len(now.About.Grows) {
		steps = append(steps, s.brings(events.Change, d))
	}
	return steps, d.Check(s.hasTaxon)
}

// recordSteps makes a find out of what a file says of it. It carries no ruling: whatever name it goes by there stands in its note, and its readings are
// unsure until they are made afresh.
func (s *Session) recordSteps(p *Spot, names map[string]string) ([]step, error) {
	about := About{Kingdom: p.Kingdom, Date: p.Date, Observer: p.Observer, Note: p.Note, Place: Place{Name: p.Place}}
	known, unknown := sorted(p.Taxa, names)
	for _, t := range known {
		n, _ := s.Guide.Matrix.Taxon(t)
		if about.Kingdom == "" {
			about.Kingdom = s.Guide.Matrix.Taxa[n].Kingdom
		}
		unknown = append(unknown, s.Guide.Matrix.Taxa[n].DisplayName())
	}
	if len(unknown) > 0 {
		about.Note = strings.TrimSpace(about.Note + "\nIn the file it goes by: " + strings.Join(unknown, ", ") + ". Nothing of that was checked here.")
	}
	at := p.Shape.Middle()
	about.Place.Latitude, about.Place.Longitude = &at.Latitude, &at.Longitude
	if p.Shape.AccuracyM > 0 {
		about.Place.AccuracyM = &p.Shape.AccuracyM
	}
	if err := about.check(); err != nil {
		return nil, err
	}
	steps := []step{s.brings(events.Create, about.event())}
	var skipped []string
	for _, r := range p.Readings {
		reading, err := s.reading(NewReading{Reading: r})
		if err != nil {
			skipped = append(skipped, r.Character)
			continue
		}
		steps = append(steps, s.brings(events.Read, events.Made{Reading: reading, Held: true}))
	}
	if len(skipped) > 0 {
		p.Told = strings.TrimSpace(p.Told + " The guide has no such characters or states, so they are left out: " + strings.Join(skipped, ", ") + ".")
	}
	return steps, nil
}

// sorted parts names into ids of taxa of the guide, and those that it does not know.
func sorted(list []string, names map[string]string) (known, unknown []string) {
	for _, n := range list {
		switch id := names[guide.Fold(n)]; {
		case id == "":
			unknown = append(unknown, n)
		case !slices.Contains(known, id):
			known = append(known, id)
		}
	}
	return known, unknown
}

// alike tells whether two shapes lie on the same ground.
func alike(a, b *place.Shape) bool {
	return a.Form == b.Form && math.Abs(a.AccuracyM-b.AccuracyM) < 0.5 && slices.EqualFunc(open(a), open(b), func(x, y place.Position) bool {
		return math.Abs(x.Latitude-y.Latitude) < near && math.Abs(x.Longitude-y.Longitude) < near
	})
}

// open is an area's edge without the position that closes it, beginning in the south-west and against the clock; other shapes as they are.
func open(s *place.Shape) []place.Position {
	at := slices.Clone(s.At)
	if s.Form != place.Area {
		return at
	}
	if n := len(at) - 1; n > 0 && at[0] == at[n] {
		at = at[:n]
	}
	twice, first := 0.0, 0
	for i := range at {
		j := (i + 1) % len(at)
		twice += at[i].Longitude*at[j].Latitude - at[j].Longitude*at[i].Latitude
		if p, q := at[i], at[first]; p.Longitude < q.Longitude || p.Longitude == q.Longitude && p.Latitude < q.Latitude {
			first = i
		}
	}
	at = slices.Concat(at[first:], at[:first])
	if twice < 0 {
		slices.Reverse(at[1:])
	}
	return at
}
