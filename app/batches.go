package app

import (
	"context"
	"encoding/json"
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
	// Keeps tells for how long it may be kept at most, and NotSo how it is not.
	Keeps []kitchen.Keeps `json:"keeps" doc:"For how long it may be kept at most, from today on, by where; the guide's own word comes first"`
	NotSo string          `json:"not_so" doc:"How it must not be kept"`
	Over  string          `json:"over" doc:"That the day until which it is kept is over; empty where it is not"`
	Meals []BatchMeal     `json:"meals"`
	Now   time.Time       `json:"now" doc:"What the program's clock says: timers run by it"`
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
	Says    string      `json:"says" doc:"What it makes of the food: fried, boiled"`
	Minutes float64     `json:"minutes"`
	From    time.Time   `json:"from"`
	Ends    time.Time   `json:"ends"`
	Running bool        `json:"running"`
	// Done is for how many seconds it ran.
	Done float64 `json:"done"`
}

// BatchWeight is what a batch weighed at a stage.
type BatchWeight struct {
	At kitchen.Stage `json:"at"`
	G  float64       `json:"g"`
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
	Taxa    []string  `json:"taxa" doc:"What is in it, each once"`
	Name    string    `json:"name"`
	Date    string    `json:"date"`
	Lacking bool      `json:"lacking" doc:"It is not used up, and something that must be done was not"`
	Until   string    `json:"until"`
	Shelved string    `json:"shelved" doc:"How it is kept"`
	Over    string    `json:"over" doc:"That the day until which it is kept is over; empty where it is not"`
	State   string    `json:"state" doc:"What was done to it, in words"`
	ToDo    []string  `json:"to_do" doc:"What must be done and was not, each in a sentence; empty of one that is used up"`
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
	Prepared events.Prepared           `json:"prepared"`
	Weights  map[kitchen.Stage]float64 `json:"weights"`
}

// mostBatches is how many batches are listed, and looked through for meals. Common practice; no source.
const mostBatches = 500

// batchRows lists batches.
func (s *Session) batchRows(ctx context.Context, all []*standing[events.Batch]) []BatchRow {
	out := []BatchRow{}
	for _, o := range all {
		b := &o.now
		r := BatchRow{ID: o.ID, Changed: o.Changed, Closed: b.Closing != nil, Taxa: append([]string{}, b.Prepared.Taxa...), Name: b.Prepared.Name, Date: b.Prepared.Date}
		progress := kitchen.Done(s.stepsOf(ctx, b), b.Runs(), s.Now())
		r.State, r.ToDo = kitchen.State(progress), []string{}
		if !r.Closed {
			r.ToDo = kitchen.Lacking(progress)
		}
		r.Lacking = len(r.ToDo) > 0
		if b.Shelved != nil {
			r.Until, r.Shelved = b.Shelved.Until, b.Shelved.How
			if !r.Closed {
				r.Over = kitchen.Over(r.Until, s.Now().Local())
			}
		}
		out = append(out, r)
	}
	return out
}

// allBatches opens the batches that are not deleted, the latest change first; on request those alone that are not used up.
func (s *Session) allBatches(ctx context.Context, open bool) ([]*standing[events.Batch], error) {
	streams, err := s.Store.List(ctx, s.Owner, events.BatchStream, ListQuery{Limit: mostBatches})
	if err != nil {
		return nil, err
	}
	var out []*standing[events.Batch]
	for i := range streams {
		if open && streams[i].Closed {
			continue
		}
		o, err := batches.open(ctx, s, streams[i].ID)
		if err != nil {
			s.unread(ctx, "batch", streams[i].ID, err)
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
func (s *Session) WeighBatch(ctx context.Context, id string, w Write, at kitchen.Stage, g float64) (*Batch, error) {
	o, err := batches.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	if err := kitchen.Weigh(o.now.Weights, at, g); err != nil {
		return nil, refuse(err)
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
