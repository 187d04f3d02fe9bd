package app

import (
	"context"
	"encoding/json"
	"slices"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/kitchen"
)

// Task is something that is waited for, as it is shown.
type Task struct {
	ID      string    `json:"id"`
	What    string    `json:"what"`
	Why     string    `json:"why"`
	From    time.Time `json:"from"`
	Until   time.Time `json:"until" doc:"The zero time where nothing was said"`
	Due     bool      `json:"due" doc:"Its time has come"`
	Late    bool      `json:"late" doc:"Its time is over"`
	Done    bool      `json:"done"`
	Note    string    `json:"note" doc:"What came of it"`
	Batch   string    `json:"batch"`
	Formula string    `json:"formula"`
	Place   string    `json:"place"`
	Deleted bool      `json:"deleted"`
	CanUndo bool      `json:"can_undo"`
}

// tasks says how tasks are kept.
var tasks = streamKind[events.Task]{
	kind: events.TaskStream, begins: events.Await, fold: events.FoldTask,
	allows: func(t *events.Task, kind events.Kind) error { return t.Allows(kind) },
	undoes: func(t *events.Task) (string, string) { return t.LastOp, t.NextOp },
	list: func(s *Stream, t *events.Task) error {
		s.Deleted, s.Closed, s.Search = t.Deleted, t.Done != nil, guide.Fold(t.Awaited.What+" "+t.Awaited.Why)
		s.Listing = json.RawMessage("{}")
		return nil
	},
}

// mostTasks is how many tasks are listed, the latest changed. Common practice; no source.
const mostTasks = 200

// Tasks lists what is waited for: what is not done first, by when its time comes.
func (s *Session) Tasks(ctx context.Context) ([]Task, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.TaskStream, ListQuery{Limit: mostTasks})
	if err != nil {
		return nil, err
	}
	out := []Task{}
	for i := range streams {
		o, err := tasks.open(ctx, s, streams[i].ID)
		if err != nil {
			s.unread(ctx, "task", streams[i].ID, err)
			continue
		}
		out = append(out, s.taskView(o))
	}
	slices.SortStableFunc(out, func(a, b Task) int {
		if a.Done != b.Done {
			if a.Done {
				return 1
			}
			return -1
		}
		return a.From.Compare(b.From)
	})
	return out, nil
}

func (s *Session) taskView(o *standing[events.Task]) Task {
	a, now := o.now.Awaited, s.Now()
	t := Task{
		ID: o.ID, What: a.What, Why: a.Why, From: a.From, Until: a.Until, Done: o.now.Done != nil, Batch: a.Batch, Formula: a.Formula, Place: a.Place, Deleted: o.now.Deleted, CanUndo: o.now.LastOp != "",
		Due: !now.Before(a.From), Late: !a.Until.IsZero() && now.After(a.Until),
	}
	if o.now.Done != nil {
		t.Note = o.now.Done.Note
	}
	return t
}

// AwaitTask waits for something, with a client's id. Of a formula that steeps the time is reckoned where it is not said: from when it was
// last changed, so that the same sent twice is the same.
func (s *Session) AwaitTask(ctx context.Context, id string, w Write, a events.Awaited) (*Task, error) {
	if a.From.IsZero() && a.Formula != "" {
		f, err := s.Formula(ctx, a.Formula)
		if err != nil {
			return nil, err
		}
		a.From = f.Changed.Add(kitchen.Steeping)
	}
	switch {
	case a.What == "" || utf8.RuneCountInString(a.What) > mostName:
		return nil, refused("say what is waited for, in at most %d signs", mostName)
	case utf8.RuneCountInString(a.Why) > mostNote:
		return nil, refused("why is said in at most %d signs", mostNote)
	case a.From.IsZero():
		return nil, refused("say from when on it is to be looked at")
	case !a.Until.IsZero() && a.Until.Before(a.From):
		return nil, refused("it would be over before it begins: look at both times again")
	}
	return s.toTask(ctx, id, w, events.Await, a)
}

func (s *Session) toTask(ctx context.Context, id string, w Write, kind events.Kind, says any) (*Task, error) {
	o, err := tasks.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	t := s.taskView(o)
	return &t, nil
}

// FinishTask says that what was waited for is done, and what came of it.
func (s *Session) FinishTask(ctx context.Context, id string, w Write, note string) (*Task, error) {
	if utf8.RuneCountInString(note) > mostNote {
		return nil, refused("the note has more than %d signs", mostNote)
	}
	return s.toTask(ctx, id, w, events.Done, events.Finished{Note: note})
}

// UndoTask takes the last change of a task back.
func (s *Session) UndoTask(ctx context.Context, id string, w Write) (*Task, error) {
	return s.toTask(ctx, id, w, events.Undo, nil)
}

// RedoTask brings back what was undone last.
func (s *Session) RedoTask(ctx context.Context, id string, w Write) (*Task, error) {
	return s.toTask(ctx, id, w, events.Redo, nil)
}

// DeleteTask deletes a task; RestoreTask brings it back.
func (s *Session) DeleteTask(ctx context.Context, id string, w Write) (*Task, error) {
	return s.toTask(ctx, id, w, events.Delete, nil)
}

// RestoreTask brings a deleted task back.
func (s *Session) RestoreTask(ctx context.Context, id string, w Write) (*Task, error) {
	return s.toTask(ctx, id, w, events.Restore, nil)
}
