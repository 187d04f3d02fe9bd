package app

import (
	"context"
	"io"
	"sync"
	"sync/atomic"
	"time"

	"zestythicket/core/guide"
)

// IncomingState is how far on a file is that was sent in.
type IncomingState string

// How far on: it is being read; what it would come to is worked out; it is being taken in; it was; it cannot be.
const (
	IncomingRead    IncomingState = "reading"
	IncomingPlanned IncomingState = "planned"
	IncomingTaking  IncomingState = "taking"
	IncomingTaken   IncomingState = "taken"
	IncomingFailed  IncomingState = "failed"
)

// Incoming is a file that was sent in, before and while it is taken.
type Incoming struct {
	ID    string        `json:"id"`
	Name  string        `json:"name" doc:"What the file was called"`
	Bytes int64         `json:"bytes"`
	State IncomingState `json:"state" enum:"reading,planned,taking,taken,failed"`
	// Done is the share of the work that is behind, from 0 to 1, as far as it can be told.
	Done    float64     `json:"done" doc:"The share of the work that is behind, from 0 to 1, as far as it can be told"`
	Plan    *ImportPlan `json:"plan,omitempty" doc:"What taking it in would come to, once that is worked out"`
	Brought *Brought    `json:"brought,omitempty" doc:"What was taken in, once it was"`
	Trouble string      `json:"trouble" doc:"Why it cannot be read, or was not taken; empty where nothing is wrong"`
}

// Files that were sent in and that nobody takes are let go of after so long, or where so many others came since. Common practice; no source.
const (
	incomingFor  = time.Hour
	mostIncoming = 4
)

// incomings are the files that were sent in.
type incomings struct {
	sync.Mutex
	list []*incoming
	jobs sync.WaitGroup
}

// incoming is one of them. It is read by one job at a time.
type incoming struct {
	sync.Mutex
	Incoming
	owner string
	file  ImportFile
	drop  func()
	came  time.Time
	stop  context.CancelFunc
	read  atomic.Int64
}

// passes is how often a file is read when it is looked at and when it is taken: for what it holds, and then for its photographs.
var passes = map[IncomingState]float64{IncomingRead: 1, IncomingTaking: 2}

// counted counts what was read of a file.
type counted struct {
	io.ReaderAt
	of *incoming
}

// ReadAt reads.
func (c counted) ReadAt(p []byte, at int64) (int, error) {
	n, err := c.ReaderAt.ReadAt(p, at)
	c.of.read.Add(int64(n))
	return n, err
}

// Receive takes a file in hand that was sent in: it is read by and by. Drop lets go of the file.
func (s *Session) Receive(f ImportFile, drop func()) *Incoming {
	in := &incoming{Incoming: Incoming{ID: NewID(), Name: f.Name, Bytes: f.Size, State: IncomingRead}, owner: s.Owner, file: f, drop: drop, came: time.Now()}
	in.file.ReaderAt = counted{f.ReaderAt, in}
	s.incoming.Lock()
	var gone []*incoming
	keep := s.incoming.list[:0:0]
	for i, o := range s.incoming.list {
		if time.Since(o.came) > incomingFor || len(s.incoming.list)-i >= mostIncoming {
			gone = append(gone, o)
		} else {
			keep = append(keep, o)
		}
	}
	s.incoming.list = append(keep, in)
	s.incoming.Unlock()
	for _, o := range gone {
		o.letGo()
	}
	s.job(in, func(ctx context.Context) error {
		plan, err := s.PlanImport(ctx, in.file)
		in.set(func(i *Incoming) { i.Plan, i.State = plan, IncomingPlanned })
		return err
	})
	return in.view()
}

// job does something with a file, after what is being done with it.
func (s *Session) job(in *incoming, do func(context.Context) error) {
	ctx, cancel := context.WithCancel(context.Background())
	in.set(func(*Incoming) { in.stop = cancel })
	in.read.Store(0)
	s.incoming.jobs.Add(1)
	go func() {
		defer s.incoming.jobs.Done()
		defer cancel()
		if err := do(ctx); err != nil {
			s.Log.Info("a file that was sent in was not taken", "file", in.Name, "cause", err)
			in.set(func(i *Incoming) { i.State, i.Trouble = IncomingFailed, guide.AtStart(err.Error())+"." })
		}
	}()
}

func (in *incoming) set(change func(*Incoming)) {
	in.Lock()
	defer in.Unlock()
	change(&in.Incoming)
}

func (in *incoming) view() *Incoming {
	in.Lock()
	defer in.Unlock()
	v := in.Incoming
	if p := passes[v.State]; p > 0 && v.Bytes > 0 {
		v.Done = min(float64(in.read.Load())/float64(v.Bytes)/p, 1)
	} else {
		v.Done = 1
	}
	return &v
}

// letGo ends what is done with a file, and lets go of it.
func (in *incoming) letGo() {
	in.set(func(*Incoming) {
		if in.stop != nil {
			in.stop()
		}
	})
	in.drop()
}

func (s *Session) received(id string) (*incoming, error) {
	s.incoming.Lock()
	defer s.incoming.Unlock()
	for _, in := range s.incoming.list {
		if in.ID == id && in.owner == s.Owner {
			return in, nil
		}
	}
	return nil, refused("this file is here no longer; send it again")
}

// Received tells how far on a file is that was sent in.
func (s *Session) Received(id string) (*Incoming, error) {
	in, err := s.received(id)
	if err != nil {
		return nil, err
	}
	return in.view(), nil
}

// TakeReceived takes in a file that was sent in and looked at, as TakeImport has it.
func (s *Session) TakeReceived(id string, how Taking) (*Incoming, error) {
	in, err := s.received(id)
	if err != nil {
		return nil, err
	}
	begins := false
	in.set(func(i *Incoming) {
		if i.State == IncomingPlanned {
			begins, i.State = true, IncomingTaking
		}
	})
	if !begins {
		return in.view(), nil // sent twice, or not yet looked at
	}
	s.job(in, func(ctx context.Context) error {
		b, err := s.TakeImport(ctx, id, in.file, how)
		if err == nil {
			in.set(func(i *Incoming) { i.Brought, i.State = b, IncomingTaken })
		}
		return err
	})
	return in.view(), nil
}

// DropReceived lets go of a file that was sent in; nothing of it is taken.
func (s *Session) DropReceived(id string) {
	s.incoming.Lock()
	var gone []*incoming
	keep := s.incoming.list[:0:0]
	for _, in := range s.incoming.list {
		if in.ID == id && in.owner == s.Owner {
			gone = append(gone, in)
		} else {
			keep = append(keep, in)
		}
	}
	s.incoming.list = keep
	s.incoming.Unlock()
	for _, in := range gone {
		in.letGo()
	}
}

// dropAll lets go of all files, and waits until nothing is done with any.
func (a *App) dropAll() {
	a.incoming.Lock()
	list := a.incoming.list
	a.incoming.list = nil
	a.incoming.Unlock()
	for _, in := range list {
		in.letGo()
	}
	a.incoming.jobs.Wait()
}
