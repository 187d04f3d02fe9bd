package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/kitchen"
)

// stepsOf is the preparation of a batch: the strictest of all that it holds, and of all that still fits on its records.
func (s *Session) stepsOf(ctx context.Context, b *events.Batch) []guide.Step {
	var besides []string
	for _, id := range b.Prepared.Records {
		if r, err := s.Record(ctx, id); err == nil && r.Ruling != nil {
			for _, c := range r.Ruling.Fitting {
				if c.Odd == 0 && !slices.Contains(b.Prepared.Taxa, c.Taxon) && !slices.Contains(besides, c.Taxon) {
					besides = append(besides, c.Taxon)
				}
			}
		}
	}
	return kitchen.Strictest(s.preparations(b.Prepared.Taxa), s.preparations(besides))
}

// preparations are those of taxa, in their order.
func (s *Session) preparations(taxa []string) []*guide.Preparation {
	var out []*guide.Preparation
	for _, id := range taxa {
		if n, ok := s.Guide.Matrix.Taxon(id); ok {
			out = append(out, s.Guide.Matrix.Taxa[n].Preparation)
		}
	}
	return out
}

func (s *Session) batchView(ctx context.Context, o *standing[events.Batch]) (*Batch, error) {
	b, now := &o.now, s.Now()
	out := &Batch{
		ID: o.ID, Created: b.Created, Changed: b.Changed, Deleted: b.Deleted, Closed: b.Closing != nil, Name: b.Prepared.Name, Date: b.Prepared.Date,
		Of: []BatchOrigin{}, Taxa: b.Prepared.Taxa, Names: []string{}, Steps: []BatchStep{}, Why: []string{}, Timers: s.timersOf(o), Weights: []BatchWeight{}, Meals: []BatchMeal{},
		Now: now, CanUndo: b.LastOp != "" && b.Closing == nil, CanRedo: b.NextOp != "" && b.Closing == nil,
	}
	if b.Closing != nil {
		out.Note = b.Closing.Note
	}
	if b.Shelved != nil {
		out.Shelved, out.Until = b.Shelved.How, b.Shelved.Until
	}
	for _, id := range b.Prepared.Taxa {
		out.Names = append(out.Names, s.nameOf(id))
		if n, ok := s.Guide.Matrix.Taxon(id); ok {
			if t := &s.Guide.Matrix.Taxa[n]; t.Preparation.Around() != "" {
				out.Why = append(out.Why, t.DisplayName()+": "+string(t.Preparation.Around()))
			}
		}
	}
	for _, x := range b.Prepared.Of {
		origin := BatchOrigin{Stream: x.Stream, ID: x.ID, Pieces: len(x.Pieces)}
		if taxon, _, _, err := s.goesIn(ctx, x); err != nil {
			out.Trouble = strings.TrimSpace(out.Trouble + " " + guide.AtStart(err.Error()) + ".")
		} else {
			origin.Name = s.nameOf(taxon)
		}
		out.Of = append(out.Of, origin)
	}
	for _, id := range b.Prepared.Records {
		if r, err := s.Record(ctx, id); err == nil {
			for _, why := range r.NotToEat {
				out.Trouble = strings.TrimSpace(out.Trouble + " " + why)
			}
		}
	}
	if out.Trouble != "" {
		out.Trouble += " Eat nothing of it until that is settled."
	}
	progress := kitchen.Done(s.stepsOf(ctx, b), b.Runs(), now)
	var in []*guide.Taxon
	for _, id := range b.Prepared.Taxa {
		if n, ok := s.Guide.Matrix.Taxon(id); ok {
			in = append(in, &s.Guide.Matrix.Taxa[n])
		}
	}
	out.Keeps, out.NotSo, out.Over = kitchen.Longest(in, progress, now.Local()), kitchen.NeverInOil, kitchen.Over(out.Until, now.Local())
	out.Lacking = kitchen.Lacking(progress)
	out.State = kitchen.State(progress)
	for i := range progress {
		p := &progress[i]
		out.Steps = append(out.Steps, BatchStep{p.Do, p.Words(), p.Minutes, p.Must, p.Done, p.Left(), !p.Running.IsZero(), p.Finished})
	}
	if err := s.weights(ctx, o, out); err != nil {
		return nil, err
	}
	house, err := s.household(ctx)
	if err != nil {
		return nil, err
	}
	for _, m := range b.Meals {
		out.Meals = append(out.Meals, BatchMeal{m, namesOf(house, m.Who)})
	}
	return out, nil
}

// timersOf are the timers of a batch.
func (s *Session) timersOf(o *standing[events.Batch]) []BatchTimer {
	out := []BatchTimer{}
	for _, t := range o.now.Timers {
		to := t.To
		if to.IsZero() {
			to = s.Now()
		}
		out = append(out, BatchTimer{
			ID: t.Timer, Batch: o.ID, Name: o.now.Prepared.Name, Do: t.Do, Says: strings.ToLower(kitchen.DoingWord(t.Do)), Minutes: t.Minutes,
			From: t.From, Ends: t.From.Add(time.Duration(t.Minutes * float64(time.Minute))), Running: t.To.IsZero() && o.now.Closing == nil && !o.now.Deleted, Done: max(0, to.Sub(t.From).Seconds()),
		})
	}
	return out
}

// weights puts in what a batch weighed, with what is left as a rule: the user's own mean of other batches of the same kind, else the guide's.
func (s *Session) weights(ctx context.Context, o *standing[events.Batch], out *Batch) error {
	var others []map[kitchen.Stage]float64
	if len(o.now.Prepared.Taxa) == 1 {
		streams, err := s.Store.List(ctx, s.Owner, events.BatchStream, ListQuery{Limit: mostBatches})
		if err != nil {
			return err
		}
		for i := range streams {
			var l batchListing
			if streams[i].ID != o.ID && json.Unmarshal(streams[i].Listing, &l) == nil && slices.Equal(l.Prepared.Taxa, o.now.Prepared.Taxa) {
				others = append(others, l.Weights)
			}
		}
	}
	for _, stage := range kitchen.Stages {
		w := BatchWeight{At: stage, G: o.now.Weights[stage]}
		if stage != kitchen.Fresh {
			w.Left, _ = kitchen.Yield(o.now.Weights[kitchen.Fresh], w.G) // 0 where that is not known
			w.Usual, w.Source = s.guideYield(o.now.Prepared.Taxa, stage)
			if usual, of := kitchen.UsualYield(others, stage); of > 0 {
				w.Usual, w.Source = usual, fmt.Sprintf("your own mean of %d", of)
			}
		}
		out.Weights = append(out.Weights, w)
	}
	return nil
}

// guideYield is what the guide says is left of a kind at a stage, in per cent, and where it has that from.
func (s *Session) guideYield(taxa []string, at kitchen.Stage) (float64, string) {
	if len(taxa) != 1 {
		return 0, ""
	}
	n, ok := s.Guide.Matrix.Taxon(taxa[0])
	if !ok || s.Guide.Matrix.Taxa[n].Yield == nil {
		return 0, ""
	}
	y := s.Guide.Matrix.Taxa[n].Yield
	left := map[kitchen.Stage]float64{kitchen.Trimmed: y.Trimmed, kitchen.Cooked: y.Cooked, kitchen.Dried: y.Dried}[at]
	if left == 0 {
		return 0, ""
	}
	return 100 * left, "the guide, by common practice"
}
