package main

import (
	"context"
	"fmt"
	"log/slog"
	"net/http"
	"sync"
	"sync/atomic"
	"time"

	"zestythicket/app"
	"zestythicket/server/api"
	"zestythicket/store"
)

// opened is everything that works on a database: the application, what answers for it, and what it works out meanwhile.
type opened struct {
	app     *app.App
	handler http.Handler
	// closes ends its work and closes the database.
	closes func()
}

// house is a running program on a data folder that it holds. A backup can be put in the place of its database meanwhile: who asks anything then is told to
// come again in a moment.
type house struct {
	store.Backups
	log  *slog.Logger
	open func(*house) (*opened, error)
	// failed takes what ends the program.
	failed chan error

	now      atomic.Pointer[opened]
	moving   atomic.Bool
	using    sync.RWMutex // held for reading by whoever is answered
	restored atomic.Pointer[app.Restored]
}

// begin opens what is there.
func (h *house) begin() error {
	o, err := h.open(h)
	if err == nil {
		h.now.Store(o)
	}
	return err
}

// ServeHTTP answers a request.
func (h *house) ServeHTTP(w http.ResponseWriter, r *http.Request) {
	if h.moving.Load() {
		h.wait(w)
		return
	}
	h.using.RLock()
	defer h.using.RUnlock()
	o := h.now.Load()
	if o == nil {
		h.wait(w)
		return
	}
	o.handler.ServeHTTP(w, r)
}

func (h *house) wait(w http.ResponseWriter) {
	w.Header().Set("Retry-After", "2")
	api.Problem(w, http.StatusServiceUnavailable, "a backup is being put in the place of everything; try again in a moment")
}

// Restore looks a backup through and puts it in the place of everything, once all who are being answered were.
func (h *house) Restore(name string) error {
	if err := h.Sound(name); err != nil {
		return err
	}
	if !h.moving.CompareAndSwap(false, true) {
		return fmt.Errorf("a backup is being put in the place of everything already")
	}
	go h.move(name)
	return nil
}

func (h *house) move(name string) {
	h.using.Lock()
	defer h.using.Unlock()
	defer h.moving.Store(false)
	was := h.now.Swap(nil)
	now := was.app.Now()
	was.closes()
	done := &app.Restored{Name: name, At: now}
	aside, err := h.Backups.Restore(name, now)
	if done.Aside = aside; err != nil {
		h.log.Error("no backup was put in the place of everything", "cause", err)
		done.Trouble = err.Error()
	}
	h.restored.Store(done)
	if err := h.begin(); err != nil { // without a database there is nothing to go on with
		h.failed <- err
	}
}

// Restored tells how the latest restoring went; nil for none.
func (h *house) Restored() *app.Restored { return h.restored.Load() }

// close ends the work and closes the database, whoever is still being answered.
func (h *house) close() {
	for h.moving.Load() {
		time.Sleep(10 * time.Millisecond)
	}
	if o := h.now.Swap(nil); o != nil {
		o.closes()
	}
}

// working runs what an application works out by itself, and gives what ends that and waits for its end.
func working(a *app.App) (ends func()) {
	ctx, cancel := context.WithCancel(context.Background())
	done := make(chan struct{})
	go func() {
		defer close(done)
		a.Run(ctx, api.Owner)
	}()
	return func() {
		cancel()
		<-done
	}
}

var _ app.Backups = (*house)(nil)

// The program waits so long for those who are being answered when it is told to end.
const farewell = 5 * time.Second
