package app

import (
	"context"
	"slices"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/harvest"
)

// Kitchen is what came home: what waits to be made into something, the batches, what runs, and what is waited for.
type Kitchen struct {
	CameHome []PickingRow `json:"came_home" doc:"Closed baskets of which no batch was made"`
	Batches  []BatchRow   `json:"batches"`
	Timers   []BatchTimer `json:"timers" doc:"Those that run, the first to end first"`
	Now      time.Time    `json:"now" doc:"What the program's clock says: timers run by it"`
}

// Kitchen gives what came home.
func (s *Session) Kitchen(ctx context.Context) (*Kitchen, error) {
	all, err := s.allBatches(ctx, false)
	if err != nil {
		return nil, err
	}
	out := &Kitchen{CameHome: []PickingRow{}, Batches: s.batchRows(ctx, all), Timers: s.running(all), Now: s.Now()}
	used := map[string]bool{}
	for _, o := range all {
		for _, x := range o.now.Prepared.Of {
			used[x.ID] = true
		}
	}
	baskets, err := s.Pickings(ctx)
	if err != nil {
		return nil, err
	}
	for _, p := range baskets {
		if p.Closed && p.In > 0 && !used[p.ID] {
			out.CameHome = append(out.CameHome, p)
		}
	}
	return out, nil
}

// Urgent is what every view says until it is seen to.
type Urgent struct {
	Dirty  []Dirty      `json:"dirty" doc:"Open baskets after which hands and knife are to be cleaned"`
	Prints []Print      `json:"prints" doc:"Spore prints that can be looked at, while their time lasts"`
	Timers []BatchTimer `json:"timers" doc:"Timers that run, the first to end first"`
	Tasks  []Task       `json:"tasks" doc:"What is waited for and whose time has come within the last day"`
	Now    time.Time    `json:"now" doc:"What the program's clock says"`
}

// newlyDue is for how long every view says that the time of something that is waited for has come; then it stands in the list. Common practice;
// no source.
const newlyDue = 24 * time.Hour

// Urgent gives what every view says until it is seen to.
func (s *Session) Urgent(ctx context.Context) (*Urgent, error) {
	out := &Urgent{Prints: []Print{}, Tasks: []Task{}, Now: s.Now()}
	var err error
	if out.Dirty, err = s.Dirty(ctx); err != nil {
		return nil, err
	}
	bench, err := s.Prints(ctx)
	if err != nil {
		return nil, err
	}
	for _, p := range bench.Prints {
		if p.State == harvest.Ready && !p.Done && !p.Natural {
			out.Prints = append(out.Prints, p)
		}
	}
	tasks, err := s.Tasks(ctx)
	if err != nil {
		return nil, err
	}
	for _, t := range tasks {
		if t.Due && !t.Done && out.Now.Sub(t.From) < newlyDue {
			out.Tasks = append(out.Tasks, t)
		}
	}
	out.Timers, err = s.timers(ctx)
	return out, err
}

// timers are those that run, the first to end first.
func (s *Session) timers(ctx context.Context) ([]BatchTimer, error) {
	all, err := s.allBatches(ctx, true)
	return s.running(all), err
}

// running are the timers of batches that run, the first to end first.
func (s *Session) running(all []*standing[events.Batch]) []BatchTimer {
	out := []BatchTimer{}
	for _, o := range all {
		for _, t := range s.timersOf(o) {
			if t.Running {
				out = append(out, t)
			}
		}
	}
	slices.SortStableFunc(out, func(a, b BatchTimer) int { return a.Ends.Compare(b.Ends) })
	return out
}
