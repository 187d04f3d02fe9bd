package app

import (
	"context"
	"time"

	"zestythicket/core/events"
)

// batch is the number of listings that are written at once: few enough that no other write waits long.
const batch = 5

// touch says that something of the owner's is to be worked out anew.
func (s *Session) touch() {
	select {
	case s.stale <- s.Owner:
	default: // enough is waiting already; lists say what is not up to date
	}
}

// Run works out anew what no longer holds, a little at a time, until the context ends: at first for the owners named, then
// whenever settings or a guide change.
func (a *App) Run(ctx context.Context, owners ...string) {
	defer a.dropAll()
	backedUp := make(chan struct{})
	defer func() { <-backedUp }()
	go func() {
		defer close(backedUp)
		for _, o := range owners[:min(1, len(owners))] { // a backup is of everybody's
			a.backUp(ctx, o)
		}
	}()
	developing := make(chan struct{})
	defer func() { <-developing }()
	go func() {
		defer close(developing)
		a.develop(ctx, owners)
	}()
	for _, o := range owners {
		a.refresh(ctx, o)
	}
	for {
		select {
		case o := <-a.stale:
			a.refresh(ctx, o)
		case <-ctx.Done():
			return
		}
	}
}

func (a *App) refresh(ctx context.Context, owner string) {
	if err := a.Refresh(ctx, owner); err != nil && ctx.Err() == nil {
		a.Log.Error("what is listed could not be worked out anew", "owner", owner, "cause", err)
	}
}

// Refresh works out anew what is listed of an owner's open records and no longer holds. Between batches others may write;
// a record that is changed meanwhile is worked out by whoever changes it.
func (a *App) Refresh(ctx context.Context, owner string) error {
	for {
		began := time.Now()
		s, err := a.Session(ctx, owner) // anew each time: the guide may change meanwhile
		if err != nil {
			return err
		}
		set, err := s.Settings(ctx)
		if err != nil {
			return err
		}
		rows, err := s.Store.Stale(ctx, owner, events.RecordStream, s.basis(set), batch)
		if err != nil {
			return err
		}
		if len(rows) == 0 {
			return s.locate(ctx)
		}
		for i := range rows {
			if err := s.relist(ctx, &rows[i], set); err != nil {
				return err
			}
		}
		if err := s.Store.Relist(ctx, rows); err != nil {
			return err
		}
		select {
		case <-ctx.Done():
			return ctx.Err()
		case <-time.After(time.Since(began) / 2): // whoever waits goes first, and finds a core that is free
		}
	}
}

// relist works out what is listed of a record. One that cannot be read, or ruled on with this guide, says so, and keeps no other
// from being worked out.
func (s *Session) relist(ctx context.Context, stream *Stream, set *Settings) error {
	o, err := s.open(ctx, stream.ID)
	if err != nil {
		if ctx.Err() != nil {
			return err
		}
		s.unread(ctx, "record", stream.ID, err)
		return s.listTrouble(stream, &events.Record{}, err, set)
	}
	*stream = o.Stream
	shown, trouble := s.rule(stream.ID, &o.now, set)
	if trouble != nil {
		return s.listTrouble(stream, &o.now, trouble, set)
	}
	return s.list(stream, &o.now, shown, set)
}
