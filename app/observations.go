package app

import (
	"context"
	"slices"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Observation is a record as it leaves for others' collections of data: what was seen where and when, and what was read.
type Observation struct {
	Located
	// Observer is who looked; empty where positions are coarse, for it could tell more.
	Observer string
	// Scientific is the taxon that the record goes by once all that is harmful was ruled out; empty before.
	Scientific string
	// Readings are those that count, numbers in the unit that Units has by character.
	Readings []evidence.Reading
	Units    map[string]string
}

// Observations gives the records that are asked for, the earliest day first, one at a time; those without a position too.
func (s *Session) Observations(ctx context.Context, q Leaving, each func(*Observation) error) error {
	if err := s.checkLeaving(&q); err != nil {
		return err
	}
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostGiven})
	if err != nil {
		return err
	}
	type dated struct{ id, date string }
	var list []dated
	var found []Located
	for i := range streams {
		l, err := s.locatedRecord(ctx, &streams[i])
		if err != nil {
			return err
		}
		if q.asks(&l) {
			list, found = append(list, dated{streams[i].ID, l.Date}), append(found, l)
		}
	}
	order := make([]int, len(list))
	for i := range order {
		order[i] = i
	}
	slices.SortStableFunc(order, func(a, b int) int { return byDay(list[a].date, list[b].date) })
	for _, i := range order {
		o, err := s.open(ctx, list[i].id)
		if err != nil {
			return err
		}
		out := &Observation{Located: found[i], Observer: o.now.About.Observer, Units: map[string]string{}}
		out.Note = o.now.About.Note
		s.leave(&out.Located, q)
		if !q.Exact {
			out.Observer = ""
		}
		if len(out.Taxa) > 0 {
			if n, ok := s.Guide.Matrix.Taxon(out.Taxa[0]); ok {
				out.Scientific = s.Guide.Matrix.Taxa[n].Name
			}
		}
		for _, k := range o.now.Readings {
			if k.Unseen != "" {
				continue
			}
			together, _, _ := k.Reading.Counts()
			out.Readings = append(out.Readings, together)
			if c, ok := s.Guide.Matrix.Column(k.Character); ok {
				out.Units[k.Character] = s.Guide.Matrix.Columns[c].Unit
			}
		}
		if err := each(out); err != nil {
			return err
		}
	}
	return nil
}

// byDay puts days in order, those that are not known last.
func byDay(a, b string) int {
	switch {
	case a == b:
		return 0
	case b == "" || a != "" && a < b:
		return -1
	}
	return 1
}

// locatedRecord is what is listed of a record, at its position where it has one.
func (s *Session) locatedRecord(ctx context.Context, st *Stream) (Located, error) {
	l, err := s.found(ctx, st)
	if err != nil {
		return Located{}, refused("record %s cannot be read, and nothing is given away without it: %w", st.ID, err)
	}
	r := Located{Kind: "record", ID: st.ID, Name: l.find(), Date: l.Date, Verdict: l.Verdict, Kingdom: l.Kingdom, Place: l.Place}
	if l.At.Latitude != nil && l.At.Longitude != nil {
		r.Shape = pointAt(*l.At.Latitude, *l.At.Longitude)
		if l.At.AccuracyM != nil {
			r.Shape.AccuracyM = *l.At.AccuracyM
		}
	}
	if l.Verdict == guide.RuledClear && l.Working != "" {
		r.Taxa = []string{l.Working}
	}
	return r, nil
}
