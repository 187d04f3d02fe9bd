package app

import (
	"bytes"
	"context"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/place"
)

// Leaving says what is given away: of which days and which taxon, and whether positions are exact. They are coarse unless that is said, each time.
type Leaving struct {
	// From and To are days such as 2026-05-10; empty for no bound.
	From, To string
	// Taxon is a taxon's id; empty for all.
	Taxon string
	// Exact gives positions, and what could tell them, as they are.
	Exact bool
}

// Located is a place or a record at its position, as it is given away.
type Located struct {
	// Kind is "place" or "record".
	Kind string
	ID   string
	Name string
	// Date is the day of a record, or of a place's latest visit.
	Date string
	// Taxa are those that grow at a place, or the one that a record goes by once all that is harmful was ruled out; Names are theirs.
	Taxa, Names []string
	Verdict     guide.Verdict
	// Kingdom is that of a record, plantae or fungi, and Place what is said of where it was found.
	Kingdom, Place string
	Shape          place.Shape
	// Coarse tells that its position was made coarse.
	Coarse bool
	Note   string
}

// mostGiven is how many records are given away at most. Common practice; no source.
const mostGiven = 100_000

// GiveAway writes what is asked for in a format; "zip" is a Darwin Core archive.
func (s *Session) GiveAway(ctx context.Context, format string, q Leaving) ([]byte, error) {
	if format == "zip" {
		var out bytes.Buffer
		err := s.WriteArchive(ctx, s, q, &out)
		return out.Bytes(), err
	}
	list, err := s.Located(ctx, q)
	if err != nil {
		return nil, err
	}
	var out bytes.Buffer
	err = s.WriteLocated(&out, format, list)
	return out.Bytes(), err
}

// checkLeaving tells what is wrong with what is asked for.
func (s *Session) checkLeaving(q *Leaving) error {
	for _, day := range []string{q.From, q.To} {
		if _, err := time.Parse(time.DateOnly, day); day != "" && err != nil {
			return refused("%q is not a day such as 2026-05-10", day)
		}
	}
	if q.From != "" && q.To != "" && q.From > q.To {
		return refused("from %s to %s is no time", q.From, q.To)
	}
	if _, err := s.find(q.Taxon); q.Taxon != "" && err != nil {
		return err
	}
	return nil
}

// asks tells whether something is asked for.
func (q *Leaving) asks(l *Located) bool {
	return (q.Taxon == "" || slices.Contains(l.Taxa, q.Taxon)) && (q.From == "" || l.Date >= q.From) && (q.To == "" || l.Date <= q.To && l.Date != "")
}

// leave names what leaves and, unless exactly is said, makes it coarse.
func (s *Session) leave(l *Located, q Leaving) {
	for _, t := range l.Taxa {
		l.Names = append(l.Names, s.nameOf(t))
	}
	if q.Exact {
		return
	}
	l.Name, l.Note, l.Place, l.Coarse = strings.Join(l.Names, ", "), "", "", true
	if len(l.Shape.At) > 0 {
		at, accuracy := place.Coarse(l.Shape.Middle())
		l.Shape = place.Shape{Form: place.Point, At: []place.Position{at}, AccuracyM: accuracy}
	}
}

func pointAt(latitude, longitude float64) place.Shape {
	return place.Shape{Form: place.Point, At: []place.Position{{Latitude: latitude, Longitude: longitude}}}
}

// Located lists places and records with their positions, the places first, by name, then the records by their day. Where positions are coarse, a shape
// leaves as the middle of its cell with the accuracy that that has, and names and notes of one's own, which could tell more, stay here.
func (s *Session) Located(ctx context.Context, q Leaving) ([]Located, error) {
	if err := s.checkLeaving(&q); err != nil {
		return nil, err
	}
	var out []Located
	add := func(l Located) {
		if q.asks(&l) {
			s.leave(&l, q)
			out = append(out, l)
		}
	}
	streams, all, err := s.patches(ctx)
	if err != nil {
		return nil, err
	}
	for i := range all {
		l := Located{Kind: "place", ID: streams[i].ID, Name: all[i].About.Name, Shape: all[i].Shape, Note: all[i].About.Note}
		for _, t := range s.taxonNames(all[i].About) {
			l.Taxa = append(l.Taxa, t.Taxon)
		}
		if n := len(all[i].Visits); n > 0 {
			l.Date = all[i].Visits[n-1].Date
		}
		add(l)
	}
	slices.SortStableFunc(out, func(a, b Located) int { return strings.Compare(guide.Fold(a.Name), guide.Fold(b.Name)) })
	places := len(out)
	records, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostGiven})
	if err != nil {
		return nil, err
	}
	for i := range records {
		l, err := s.locatedRecord(ctx, &records[i])
		if err != nil {
			return nil, err
		}
		if len(l.Shape.At) > 0 {
			add(l)
		}
	}
	slices.SortStableFunc(out[places:], func(a, b Located) int { return strings.Compare(a.Date, b.Date) })
	return out, nil
}
