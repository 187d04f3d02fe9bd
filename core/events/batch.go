package events

import (
	"cmp"
	"errors"
	"slices"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/kitchen"
)

// BatchStream is a batch of food: what it was made of, what was done to it, and who ate of it.
const BatchStream StreamKind = "batch"

// The kinds of event of a batch, besides Weigh, Undo, Redo, Close, Reopen, Delete and Restore. All can be undone but the first and those.
const (
	Prepare Kind = "prepare"
	Start   Kind = "start"
	Stop    Kind = "stop"
	Did     Kind = "did"
	Shelve  Kind = "shelve"
	Eat     Kind = "eat"
)

var batchKinds = map[Kind]kindRule{
	Prepare: {1, func() any { return new(Prepared) }},
	Weigh:   {1, func() any { return new(Scaled) }},
	Start:   {1, func() any { return new(Started) }},
	Stop:    {1, func() any { return new(Stopped) }},
	Did:     {1, func() any { return new(Step) }},
	Shelve:  {1, func() any { return new(Shelved) }},
	Eat:     {1, func() any { return new(Meal) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Close:   {1, func() any { return new(Emptied) }},
	Reopen:  {1, nil},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Origin is what went into a batch: a basket, some of its pieces, or what one record is of.
type Origin struct {
	Stream StreamKind `json:"stream"`
	ID     string     `json:"id"`
	// Pieces are pieces of a basket; none for all of it.
	Pieces []string `json:"pieces,omitempty"`
}

// Prepared is what a batch begins with.
type Prepared struct {
	Name string   `json:"name"`
	Of   []Origin `json:"of"`
	// Taxa is what it was gathered as, the records what they were then: it stays known when those are changed.
	Taxa    []string `json:"taxa"`
	Records []string `json:"records"`
	Date    string   `json:"date,omitempty"`
}

// Scaled is a weight in grams at a stage.
type Scaled struct {
	At kitchen.Stage `json:"at"`
	G  float64       `json:"g"`
}

// Started is a timer that was started: a step that is done for so many minutes.
type Started struct {
	Timer   string      `json:"timer"`
	Do      guide.Doing `json:"do"`
	Minutes float64     `json:"minutes"`
}

// Stopped is a timer that was stopped.
type Stopped struct {
	Timer string `json:"timer"`
}

// Step is a step without a time that was done.
type Step struct {
	Do guide.Doing `json:"do"`
}

// Shelved is how a food is kept, and until when.
type Shelved struct {
	How   string `json:"how"`
	Until string `json:"until,omitempty"`
}

// Meal is somebody eating of a batch.
type Meal struct {
	ID string    `json:"id"`
	At time.Time `json:"at"`
	// Who are people of the household, by their ids; G is how much they ate of it, in grams, 0 for not said.
	Who []string `json:"who"`
	G   float64  `json:"g,omitempty"`
	Raw bool     `json:"raw,omitempty"`
	// Drink tells that alcohol went with it.
	Drink bool `json:"drink,omitempty"`
	// Told is what was said before it was noted, and noted all the same.
	Told []string `json:"told,omitempty"`
}

// Timer is a timer of a batch.
type Timer struct {
	Started
	From time.Time
	// To is when it was stopped; zero while it runs.
	To time.Time
}

// Batch is what a batch comes to.
type Batch struct {
	Prepared Prepared
	Weights  map[kitchen.Stage]float64
	Timers   []Timer
	// Did are the steps without a time that were done, and when.
	Did     []kitchen.Run
	Shelved *Shelved
	Meals   []Meal
	Closing *Emptied
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// Runs are the times for which steps were done.
func (b *Batch) Runs() []kitchen.Run {
	out := slices.Clone(b.Did)
	for _, t := range b.Timers {
		out = append(out, kitchen.Run{Do: t.Do, From: t.From, To: t.To})
	}
	return out
}

// The errors of an event that does not go with what a batch says.
var (
	ErrBatchClosed  = errors.New("the batch is used up; reopen it first")
	ErrBatchOpen    = errors.New("the batch is not used up")
	ErrBatchDeleted = errors.New("the batch is deleted; restore it first")
)

// FoldBatch works out what a batch comes to from its events, given in any order. The error is an *UnknownError where one is of a kind or
// version that this program does not know.
func FoldBatch(list []Event) (Batch, error) {
	b := Batch{Weights: map[kitchen.Stage]float64{}, Revision: RevisionOf(list)}
	h, err := follow(list, Prepare, ending(&b.Closing, &b.Deleted))
	if err != nil {
		return b, err
	}
	for _, c := range h.standing() {
		at := c.event.At
		switch body := c.body.(type) {
		case *Prepared:
			b.Prepared = *body
		case *Scaled:
			b.Weights[body.At] = body.G
		case *Started:
			b.Timers = append(b.Timers, Timer{Started: *body, From: at})
		case *Stopped:
			for i := range b.Timers {
				if b.Timers[i].Timer == body.Timer && b.Timers[i].To.IsZero() {
					b.Timers[i].To = at
				}
			}
		case *Step:
			b.Did = append(b.Did, kitchen.Run{Do: body.Do, From: at, To: at})
		case *Shelved:
			b.Shelved = body
		case *Meal:
			b.Meals = append(b.Meals, *body)
		}
	}
	b.LastOp, b.NextOp, b.Created, b.Changed = h.last, h.next, h.created, h.changed
	return b, nil
}

// Allows tells whether an event that is made now goes with what the batch says now; of events made elsewhere nothing is asked.
func (b *Batch) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, b.Deleted, ErrBatchDeleted), closable(kind, b.Closing != nil, ErrBatchClosed, ErrBatchOpen), reversible(kind, b.LastOp, b.NextOp))
}
