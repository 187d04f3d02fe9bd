package app

import (
	"context"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"
	"zestythicket/core/kitchen"
)

// Batch is a batch of food as it is shown.
type Batch struct {
	ID      string    `json:"id"`
	Created time.Time `json:"created"`
	Changed time.Time `json:"changed"`
	Deleted bool      `json:"deleted"`
	Closed  bool      `json:"closed"`
	Note    string    `json:"note" doc:"What was written when it was used up"`
	Name    string    `json:"name"`
	Date    string    `json:"date"`
	// Of is what it was made of, each with a way back to every specimen.
	Of    []BatchOrigin `json:"of"`
	Taxa  []string      `json:"taxa"`
	Names []string      `json:"names" doc:"What it was gathered as"`
	// Steps are the strictest preparation of all that is in it, with how far each is; Lacking says what is not done yet.
	Steps   []BatchStep   `json:"steps"`
	Lacking []string      `json:"lacking" doc:"What must be done and was not, each in a sentence; empty where all was"`
	State   string        `json:"state" doc:"What was done to it, in words"`
	Why     []string      `json:"why" doc:"What the guide says of its preparation besides"`
	Timers  []BatchTimer  `json:"timers"`
	Weights []BatchWeight `json:"weights" doc:"What it weighed, stage by stage"`
	Shelved string        `json:"shelved" doc:"How it is kept"`
	Until   string        `json:"until" doc:"The day until which it is kept; empty for not said"`
	Meals   []BatchMeal   `json:"meals"`
	Now     time.Time     `json:"now" doc:"What the program's clock says: timers run by it"`
	// Trouble tells that something it was made of is no longer what it was.
	Trouble string `json:"trouble" doc:"Why what is in it is in doubt; empty where it is not"`
	CanUndo bool   `json:"can_undo"`
	CanRedo bool   `json:"can_redo"`
}

// BatchOrigin is something that went into a batch.
type BatchOrigin struct {
	Stream events.StreamKind `json:"stream"`
	ID     string            `json:"id"`
	Pieces int               `json:"pieces" doc:"How many pieces of a basket; 0 for all of it"`
	Name   string            `json:"name"`
}

// BatchStep is a step of a batch's preparation with how far it is.
type BatchStep struct {
	Do       guide.Doing `json:"do"`
	Says     string      `json:"says" doc:"The step in words"`
	Minutes  float64     `json:"minutes" doc:"How long at least; 0 where it does not matter"`
	Must     bool        `json:"must" doc:"It is no food before this is done"`
	Done     float64     `json:"done" doc:"For how many seconds it was done, what runs counted in"`
	Left     float64     `json:"left" doc:"For how many seconds it is still to be done"`
	Running  bool        `json:"running"`
	Finished bool        `json:"finished"`
}

// BatchTimer is a timer of a batch.
type BatchTimer struct {
	ID      string      `json:"id"`
	Batch   string      `json:"batch"`
	Name    string      `json:"name" doc:"The batch's"`
	Do      guide.Doing `json:"do"`
	Says    string      `json:"says" doc:"What it does: fry, boil"`
	Minutes float64     `json:"minutes"`
	From    time.Time   `json:"from"`
	Ends    time.Time   `json:"ends"`
	Running bool        `json:"running"`
	// Done is for how many seconds it ran.
	Done float64 `json:"done"`
}

// BatchWeight is what a batch weighed at a stage.
type BatchWeight struct {
	At events.Stage `json:"at"`
	G  float64      `json:"g"`
	// Left is how much that is of the fresh weight, in per cent; Usual what is left as a rule, and Source where that comes from.
	Left   float64 `json:"left" doc:"Of the fresh weight, in per cent; 0 where that is not known"`
	Usual  float64 `json:"usual" doc:"What is left as a rule, in per cent; 0 where that is not known"`
	Source string  `json:"source" doc:"Where the rule comes from"`
}

// BatchMeal is a meal of a batch.
type BatchMeal struct {
	events.Meal
	Names []string `json:"names" doc:"Who ate"`
}

// BatchRow is a batch in a list.
type BatchRow struct {
	ID      string    `json:"id"`
	Changed time.Time `json:"changed"`
	Closed  bool      `json:"closed"`
	Name    string    `json:"name"`
	Date    string    `json:"date"`
	Lacking bool      `json:"lacking" doc:"Something that must be done was not"`
	Until   string    `json:"until"`
}

// batches says how batches are kept.
var batches = streamKind[events.Batch]{
	kind: events.BatchStream, begins: events.Prepare, fold: events.FoldBatch,
	allows: func(b *events.Batch, kind events.Kind) error { return b.Allows(kind) },
	undoes: func(b *events.Batch) (string, string) { return b.LastOp, b.NextOp },
	list: func(s *Stream, b *events.Batch) error {
		s.Deleted, s.Closed = b.Deleted, b.Closing != nil
		ids := ""
		for _, o := range b.Prepared.Of {
			ids += " " + o.ID
		}
		s.Search = guide.Fold(b.Prepared.Name + " " + strings.Join(b.Prepared.Taxa, " ") + " " + strings.Join(b.Prepared.Records, " ") + ids + " " + b.Prepared.Date)
		l, err := json.Marshal(batchListing{b.Prepared, b.Weights})
		s.Listing = l
		return err
	},
}

// batchListing is what is listed of a batch, as it is kept.
type batchListing struct {
	Prepared events.Prepared          `json:"prepared"`
	Weights  map[events.Stage]float64 `json:"weights"`
}

// mostBatches is how many batches are listed, and looked through for meals. Common practice; no source.
const mostBatches = 500

// Batches lists the batches, the latest change first.
func (s *Session) Batches(ctx context.Context) ([]BatchRow, error) {
	all, err := s.allBatches(ctx)
	if err != nil {
		return nil, err
	}
	out := []BatchRow{}
	for _, o := range all {
		b := &o.now
		r := BatchRow{ID: o.ID, Changed: o.Changed, Closed: b.Closing != nil, Name: b.Prepared.Name, Date: b.Prepared.Date}
		r.Lacking = len(kitchen.Lacking(kitchen.Done(s.stepsOf(ctx, b), b.Runs(), s.Now()))) > 0
		if b.Shelved != nil {
			r.Until = b.Shelved.Until
		}
		out = append(out, r)
	}
	return out, nil
}

// allBatches opens the batches that are not deleted, the latest change first.
func (s *Session) allBatches(ctx context.Context) ([]*standing[events.Batch], error) {
	streams, err := s.Store.List(ctx, s.Owner, events.BatchStream, ListQuery{Limit: mostBatches})
	if err != nil {
		return nil, err
	}
	var out []*standing[events.Batch]
	for i := range streams {
		o, err := batches.open(ctx, s, streams[i].ID)
		if err != nil {
			s.Log.Error("a batch cannot be read", "batch", streams[i].ID, "cause", err)
			continue
		}
		out = append(out, o)
	}
	return out, nil
}

// Batch gives a batch.
func (s *Session) Batch(ctx context.Context, id string) (*Batch, error) {
	o, err := batches.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	return s.batchView(ctx, o)
}

// PrepareBatch begins a batch of what was gathered, with a client's id. What is not cleared any more, or still to be checked again, goes into none.
func (s *Session) PrepareBatch(ctx context.Context, id string, w Write, name string, of []events.Origin) (*Batch, error) {
	switch {
	case len(of) == 0:
		return nil, refused("a batch is made of something: a basket or a record")
	case utf8.RuneCountInString(name) > mostName:
		return nil, refused("a batch's name has at most %d signs", mostName)
	}
	p := events.Prepared{Name: name, Of: of, Taxa: []string{}, Records: []string{}}
	for _, o := range of {
		taxon, record, date, err := s.goesIn(ctx, o)
		if err != nil {
			return nil, err
		}
		if !slices.Contains(p.Taxa, taxon) {
			p.Taxa = append(p.Taxa, taxon)
		}
		if !slices.Contains(p.Records, record) {
			p.Records = append(p.Records, record)
		}
		p.Date = max(p.Date, date)
	}
	if p.Name == "" {
		var names []string
		for _, t := range p.Taxa {
			names = append(names, s.nameOf(t))
		}
		p.Name = strings.Join(names, ", ")
	}
	return s.toBatch(ctx, id, w, events.Prepare, p)
}

// goesIn finds what an origin is: its taxon, record and day. The error says why nothing of it goes into a batch.
func (s *Session) goesIn(ctx context.Context, o events.Origin) (taxon, record, date string, err error) {
	switch o.Stream {
	case events.PickingStream:
		p, err := s.Picking(ctx, o.ID)
		switch {
		case err != nil:
			return "", "", "", err
		case p.Deleted:
			return "", "", "", refused("the basket is deleted; restore it first")
		case p.Trouble != "":
			return "", "", "", refused("%s Nothing of it goes into a batch", p.Trouble)
		case len(p.Basket.Again) > 0 || p.Basket.Clean != "":
			return "", "", "", refused("in the basket of %s there is still something to be checked or cleaned first", guide.InSentence(p.Name))
		case p.Basket.In == 0:
			return "", "", "", refused("the basket of %s holds nothing", guide.InSentence(p.Name))
		}
		for _, piece := range o.Pieces {
			if !slices.ContainsFunc(p.Pieces, func(l events.Looked) bool { return l.Piece == piece && harvest.InBasket(l) }) {
				return "", "", "", refused("piece %s is not in the basket: it lies apart, was left, or was another kind", piece)
			}
		}
		return p.Taxon, p.Record, p.Date, nil
	case events.RecordStream:
		r, err := s.Record(ctx, o.ID)
		if err != nil {
			return "", "", "", err
		}
		if says := unclear(r); says != "" {
			return "", "", "", refused("%s Nothing of it goes into a batch", says)
		}
		return *r.Ruling.Working, o.ID, r.About.Date, nil
	}
	return "", "", "", refused("%q is nothing that a batch is made of: a basket (picking) or a record", o.Stream)
}

func (s *Session) toBatch(ctx context.Context, id string, w Write, kind events.Kind, says any) (*Batch, error) {
	o, err := batches.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.batchView(ctx, o)
}

// WeighBatch says what a batch weighed at a stage, in grams. No stage weighs more than one before it.
func (s *Session) WeighBatch(ctx context.Context, id string, w Write, at events.Stage, g float64) (*Batch, error) {
	place := slices.Index(events.Stages, at)
	if place < 0 {
		return nil, refused("%q is no stage at which a batch is weighed: %v", at, events.Stages)
	}
	if !(g > 0 && g <= 1e6) {
		return nil, refused("%g g are no weight of a batch", g)
	}
	o, err := batches.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	for i, stage := range events.Stages {
		other, said := o.now.Weights[stage]
		if !said || i == place {
			continue
		}
		before, after := other, g
		if i > place {
			before, after = g, other
		}
		if _, err := kitchen.Yield(before, after); err != nil {
			return nil, refused("%s and %s: %w", stage, at, err)
		}
	}
	return s.toBatch(ctx, id, w, events.Weigh, events.Scaled{At: at, G: g})
}

// StartTimer starts a timer of a batch: a step is done for so many minutes from now on.
func (s *Session) StartTimer(ctx context.Context, id string, w Write, t events.Started) (*Batch, error) {
	if !slices.Contains(guide.Doings, t.Do) {
		return nil, refused("%q is nothing that is done to food", t.Do)
	}
	if !(t.Minutes > 0 && t.Minutes <= kitchen.MostTimer) {
		return nil, refused("a timer runs for more than 0 and at most %d minutes, not %g; what takes longer is a waiting task", kitchen.MostTimer, t.Minutes)
	}
	return s.toBatch(ctx, id, w, events.Start, t)
}

// StopTimer stops a timer; what was done until then stays done.
func (s *Session) StopTimer(ctx context.Context, id string, w Write, timer string) (*Batch, error) {
	o, err := batches.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	if !slices.ContainsFunc(o.now.Timers, func(t events.Timer) bool { return t.Timer == timer }) {
		return nil, refused("the batch has no timer %s", timer)
	}
	return s.toBatch(ctx, id, w, events.Stop, events.Stopped{Timer: timer})
}

// StepDone says that a step without a time was done.
func (s *Session) StepDone(ctx context.Context, id string, w Write, do guide.Doing) (*Batch, error) {
	if !slices.Contains(guide.Doings, do) {
		return nil, refused("%q is nothing that is done to food", do)
	}
	return s.toBatch(ctx, id, w, events.Did, events.Step{Do: do})
}

// ShelveBatch says how a batch is kept, and until which day.
func (s *Session) ShelveBatch(ctx context.Context, id string, w Write, how, until string) (*Batch, error) {
	if how == "" || utf8.RuneCountInString(how) > mostName {
		return nil, refused("say how it is kept, in at most %d signs", mostName)
	}
	if until != "" {
		if _, err := time.Parse(time.DateOnly, until); err != nil {
			return nil, refused("%q is not a day such as 2026-09-12", until)
		}
	}
	return s.toBatch(ctx, id, w, events.Shelve, events.Shelved{How: how, Until: until})
}

// UseUpBatch ends a batch.
func (s *Session) UseUpBatch(ctx context.Context, id string, w Write, note string) (*Batch, error) {
	if utf8.RuneCountInString(note) > mostNote {
		return nil, refused("the note has more than %d signs", mostNote)
	}
	return s.toBatch(ctx, id, w, events.Close, events.Emptied{Note: note})
}

// UndoBatch takes the last change of a batch back.
func (s *Session) UndoBatch(ctx context.Context, id string, w Write) (*Batch, error) {
	return s.toBatch(ctx, id, w, events.Undo, nil)
}

// RedoBatch brings back what was undone last.
func (s *Session) RedoBatch(ctx context.Context, id string, w Write) (*Batch, error) {
	return s.toBatch(ctx, id, w, events.Redo, nil)
}

// ReopenBatch opens a batch again that was used up.
func (s *Session) ReopenBatch(ctx context.Context, id string, w Write) (*Batch, error) {
	return s.toBatch(ctx, id, w, events.Reopen, nil)
}

// DeleteBatch deletes a batch; RestoreBatch brings it back.
func (s *Session) DeleteBatch(ctx context.Context, id string, w Write) (*Batch, error) {
	return s.toBatch(ctx, id, w, events.Delete, nil)
}

// RestoreBatch brings a deleted batch back.
func (s *Session) RestoreBatch(ctx context.Context, id string, w Write) (*Batch, error) {
	return s.toBatch(ctx, id, w, events.Restore, nil)
}

// stepsOf is the preparation of a batch: the strictest of all that it holds, and of all that still fits on its records.
func (s *Session) stepsOf(ctx context.Context, b *events.Batch) []guide.Step {
	var of []*guide.Preparation
	ids := slices.Clone(b.Prepared.Taxa)
	for _, id := range b.Prepared.Records {
		if r, err := s.Record(ctx, id); err == nil && r.Ruling != nil {
			for _, c := range r.Ruling.Fitting {
				if c.Odd == 0 && !slices.Contains(ids, c.Taxon) {
					ids = append(ids, c.Taxon)
				}
			}
		}
	}
	for _, id := range ids {
		if n, ok := s.Guide.Matrix.Taxon(id); ok {
			of = append(of, s.Guide.Matrix.Taxa[n].Preparation)
		}
	}
	return kitchen.Strictest(of)
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
	if out.Trouble != "" {
		out.Trouble += " Eat nothing of it until that is settled."
	}
	progress := kitchen.Done(s.stepsOf(ctx, b), b.Runs(), now)
	out.Lacking = kitchen.Lacking(progress)
	out.State = foodState(progress)
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

// foodState says what was done to a food.
func foodState(progress []kitchen.Progress) string {
	var done []string
	for i := range progress {
		p := &progress[i]
		word := strings.ToLower(kitchen.DoingWord(p.Do))
		switch {
		case p.Finished:
			done = append(done, word)
		case p.Done > 0:
			done = append(done, fmt.Sprintf("%s %.0f of %.0f minutes", word, p.Done/60-0.5+1e-9, p.Minutes))
		}
	}
	if len(done) == 0 {
		return "Nothing was done to it yet."
	}
	return guide.AtStart(strings.Join(done, ", ")) + "."
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
	usual := map[events.Stage][]float64{}
	if len(o.now.Prepared.Taxa) == 1 {
		streams, err := s.Store.List(ctx, s.Owner, events.BatchStream, ListQuery{Limit: mostBatches})
		if err != nil {
			return err
		}
		for i := range streams {
			var l batchListing
			if streams[i].ID == o.ID || json.Unmarshal(streams[i].Listing, &l) != nil || !slices.Equal(l.Prepared.Taxa, o.now.Prepared.Taxa) {
				continue
			}
			for stage, g := range l.Weights {
				if left, err := kitchen.Yield(l.Weights[events.Fresh], g); err == nil && stage != events.Fresh {
					usual[stage] = append(usual[stage], left)
				}
			}
		}
	}
	for _, stage := range events.Stages {
		w := BatchWeight{At: stage, G: o.now.Weights[stage]}
		if stage != events.Fresh {
			w.Left, _ = kitchen.Yield(o.now.Weights[events.Fresh], w.G) // 0 where that is not known
			w.Usual, w.Source = s.guideYield(o.now.Prepared.Taxa, stage)
			if own := usual[stage]; len(own) > 0 {
				sum := 0.0
				for _, v := range own {
					sum += v
				}
				w.Usual, w.Source = sum/float64(len(own)), fmt.Sprintf("your own mean of %d", len(own))
			}
		}
		out.Weights = append(out.Weights, w)
	}
	return nil
}

// guideYield is what the guide says is left of a kind at a stage, in per cent, and where it has that from.
func (s *Session) guideYield(taxa []string, at events.Stage) (float64, string) {
	if len(taxa) != 1 {
		return 0, ""
	}
	n, ok := s.Guide.Matrix.Taxon(taxa[0])
	if !ok || s.Guide.Matrix.Taxa[n].Yield == nil {
		return 0, ""
	}
	y := s.Guide.Matrix.Taxa[n].Yield
	left := map[events.Stage]float64{events.Trimmed: y.Trimmed, events.Cooked: y.Cooked, events.Dried: y.Dried}[at]
	if left == 0 {
		return 0, ""
	}
	return 100 * left, "the guide, by common practice"
}
