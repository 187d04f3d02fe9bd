package events

import (
	"cmp"
	"errors"
	"time"
)

// TaskStream is something that is waited for: a tincture that steeps, a vine left to dry, a place to come back to.
const TaskStream StreamKind = "task"

// The kinds of event of a task, besides Undo, Redo, Delete and Restore.
const (
	Await Kind = "await"
	Done  Kind = "done"
)

var taskKinds = map[Kind]kindRule{
	Await:   {1, func() any { return new(Awaited) }},
	Done:    {1, func() any { return new(Finished) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Awaited is what is waited for, from when and until when.
type Awaited struct {
	What  string    `json:"what"`
	Why   string    `json:"why,omitempty"`
	From  time.Time `json:"from"`
	Until time.Time `json:"until,omitzero"`
	// Batch, Formula and Place are what it is about; empty for nothing.
	Batch   string `json:"batch,omitempty"`
	Formula string `json:"formula,omitempty"`
	// Place is the place that one comes back to.
	Place string `json:"place,omitempty"`
}

// Finished is what came of it.
type Finished struct {
	Note string `json:"note,omitempty"`
}

// Task is what a task comes to.
type Task struct {
	Awaited Awaited
	Done    *Finished
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// ErrTaskDeleted tells that a task is deleted.
var ErrTaskDeleted = errors.New("the task is deleted; restore it first")

// FoldTask works out what a task comes to from its events, given in any order. The error is an *UnknownError where one is of a kind or version
// that this program does not know.
func FoldTask(list []Event) (Task, error) {
	t := Task{Revision: RevisionOf(list)}
	h, err := follow(list, Await, erasing(&t.Deleted))
	if err != nil {
		return t, err
	}
	for _, c := range h.standing() {
		switch body := c.body.(type) {
		case *Awaited:
			t.Awaited = *body
		case *Finished:
			t.Done = body
		}
	}
	t.LastOp, t.NextOp, t.Created, t.Changed = h.last, h.next, h.created, h.changed
	return t, nil
}

// Allows tells whether an event that is made now goes with what the task says now; of events made elsewhere nothing is asked.
func (t *Task) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, t.Deleted, ErrTaskDeleted), reversible(kind, t.LastOp, t.NextOp))
}
