package app

import (
	"context"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/logbook"
)

// YearBook is a year of the user's, counted.
type YearBook struct {
	logbook.Book
	// Years are those of which anything is kept, the latest first.
	Years []int `json:"years"`
	// Names are what the taxa and the places of it are called, by their keys.
	Names map[string]string `json:"names"`
}

// YearBook counts a year; 0 for the latest of which anything is kept, else this one.
func (s *Session) YearBook(ctx context.Context, year int) (*YearBook, error) {
	list, names, err := s.entries(ctx)
	if err != nil {
		return nil, err
	}
	out := &YearBook{Years: logbook.Years(list), Names: names}
	if year == 0 {
		if year = s.Now().Local().Year(); len(out.Years) > 0 {
			year = out.Years[0]
		}
	}
	b, err := logbook.Of(list, year)
	if err != nil {
		return nil, refuse(err)
	}
	out.Book = *b
	return out, nil
}

// entries are all that is counted, with what its taxa and places are called.
func (s *Session) entries(ctx context.Context) ([]logbook.Entry, map[string]string, error) {
	var out []logbook.Entry
	names := map[string]string{}
	add := func(e logbook.Entry) {
		if e.Taxa == nil {
			e.Taxa = []string{}
		}
		for _, t := range e.Taxa {
			names[t] = s.nameOf(t)
		}
		out = append(out, e)
	}
	streams, all, err := s.patches(ctx)
	if err != nil {
		return nil, nil, err
	}
	where := func(at *Place) string { return placeKey(at, streams, all) }
	for i := range all {
		id, p := streams[i].ID, &all[i]
		names[id] = p.About.Name
		for _, v := range p.Visits {
			e := logbook.Entry{Kind: logbook.Visit, ID: v.ID, Within: id, Date: v.Date, Name: p.About.Name, Place: id, G: v.TakenG, Left: v.LeftPieces}
			for _, st := range v.Stages {
				e.Taxa = append(e.Taxa, st.Taxon)
			}
			add(e)
		}
	}
	records, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostGiven})
	if err != nil {
		return nil, nil, err
	}
	for i := range records {
		l, err := s.found(ctx, &records[i])
		if err != nil {
			s.unread(ctx, "record", records[i].ID, err)
			continue
		}
		e := logbook.Entry{Kind: logbook.Record, ID: records[i].ID, Date: l.Date, Name: l.find(), Place: where(&l.At), G: l.G}
		if l.Verdict == guide.RuledClear && l.Working != "" {
			e.Taxa, e.Margin = []string{l.Working}, l.Margin
		}
		if l.Observer != "" {
			e.People = []string{l.Observer}
		}
		add(e)
	}
	baskets, err := s.Store.List(ctx, s.Owner, events.PickingStream, ListQuery{Limit: mostPickings})
	if err != nil {
		return nil, nil, err
	}
	for i := range baskets {
		o, err := pickings.open(ctx, s, baskets[i].ID)
		if err != nil {
			s.unread(ctx, "picking", baskets[i].ID, err)
			continue
		}
		p := &o.now
		e := logbook.Entry{
			Kind: logbook.Basket, ID: o.ID, Within: p.Of.Record, Date: o.Created.Local().Format(time.DateOnly), Name: s.nameOf(p.Of.Taxon),
			Taxa: []string{p.Of.Taxon}, G: p.G, LeftWhy: map[string]int{},
		}
		at := Place(p.Of.Place)
		e.Place = where(&at)
		for _, x := range p.Pieces {
			if x.Keeping == guide.LeaveIt {
				e.Left++
				why := x.Why
				if why == "" {
					why = "not said"
				}
				e.LeftWhy[why]++
			}
		}
		add(e)
	}
	house, err := s.household(ctx)
	if err != nil {
		return nil, nil, err
	}
	eaten, err := s.allBatches(ctx, false)
	if err != nil {
		return nil, nil, err
	}
	for _, o := range eaten {
		for _, m := range o.now.Meals {
			add(logbook.Entry{
				Kind: logbook.Meal, ID: m.ID, Within: o.ID, Date: m.At.Local().Format(time.DateOnly), Name: o.now.Prepared.Name, Taxa: o.now.Prepared.Taxa,
				People: namesOf(house, m.Who), G: m.G,
			})
		}
	}
	return out, names, nil
}

// placeKey is what a place is counted under: the id of the kept one that it is, or lies in, which stands in no other itself; else its name.
func placeKey(p *Place, streams []Stream, all []patchListing) string {
	for i := range all {
		if p.growsAt(streams[i].ID, &all[i].Shape) {
			if in := all[i].About.Within; in != "" {
				return in
			}
			return streams[i].ID
		}
	}
	if p.ID != "" {
		return p.ID
	}
	return p.Name
}
