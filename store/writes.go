package store

import (
	"context"
	"fmt"
	"sync"

	"zestythicket/app"

	"gorm.io/gorm"
)

// Common practice; no source. docs/reliability.md says how fast they make it.
const (
	// mostWaiting is how many changes may wait to be written; who comes then is told to come again.
	mostWaiting = 256
	// mostAtOnce is how many of them are written through to the disk together.
	mostAtOnce = 64
)

// writes is the queue of what is to be written. SQLite lets one write at a time, and writing through to the disk takes longer
// than all else: what waits meanwhile goes with the next, and nobody is answered before it is on the disk.
type writes struct {
	sync.RWMutex
	waiting chan *change
	done    chan struct{}
}

// change is something to be written, all of it or nothing.
type change struct {
	ctx  context.Context
	do   func(*gorm.DB) error
	err  error
	kept chan struct{}
}

func (w *writes) begin(db *gorm.DB) {
	waiting, done := make(chan *change, mostWaiting), make(chan struct{})
	w.waiting, w.done = waiting, done
	go func() {
		defer close(done)
		for first := range waiting {
			together := []*change{first}
			for more := true; more && len(together) < mostAtOnce; {
				select {
				case c, open := <-waiting:
					if more = open; open {
						together = append(together, c)
					}
				default:
					more = false
				}
			}
			commit(db, together)
			for _, c := range together {
				close(c.kept)
			}
		}
	}()
}

// end lets what waits be written, and takes nothing more.
func (w *writes) end() {
	w.Lock()
	waiting := w.waiting
	w.waiting = nil
	w.Unlock()
	if waiting != nil {
		close(waiting)
		<-w.done
	}
}

// commit writes changes in one transaction, each all or nothing. Where that cannot be ended well, each is written alone, so
// that none is refused for another's sake.
func commit(db *gorm.DB, together []*change) {
	if len(together) > 1 {
		err := db.Transaction(func(tx *gorm.DB) error {
			for i, c := range together {
				point := fmt.Sprintf("change%d", i)
				if err := tx.SavePoint(point).Error; err != nil {
					return err
				}
				if c.err = c.try(tx); c.err != nil {
					if err := tx.RollbackTo(point).Error; err != nil {
						return err
					}
				}
			}
			return nil
		})
		if err == nil {
			return
		}
	}
	for _, c := range together {
		c.err = db.Transaction(c.try)
	}
}

// try does it. What goes wrong beyond all errors is one, of this change alone: others wait behind it.
func (c *change) try(tx *gorm.DB) (err error) {
	defer func() {
		if v := recover(); v != nil {
			err = fmt.Errorf("a change could not be written: %v", v)
		}
	}()
	return c.do(tx.WithContext(context.WithoutCancel(c.ctx))) // who stopped waiting for it is told the truth when asking again
}

// write does what do does as one: all of it or nothing, on the disk when it gives no error. It may be called again where
// the first time came to nothing.
func (s *Store) write(ctx context.Context, do func(*gorm.DB) error) error {
	c := &change{ctx: ctx, do: do, kept: make(chan struct{})}
	s.queue.RLock()
	if s.queue.waiting == nil {
		s.queue.RUnlock()
		return context.Canceled // it is being closed
	}
	select {
	case s.queue.waiting <- c:
		s.queue.RUnlock()
	default:
		s.queue.RUnlock()
		return app.ErrBusy
	}
	<-c.kept
	return plain(c.err)
}
