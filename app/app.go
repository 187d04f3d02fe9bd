// Package app holds what a user can do, with neither HTTP nor SQL: a file for each use case. The server and the command
// line call it, and it builds for the browser. What it needs kept it asks of the stores that it names.
package app

import (
	"context"
	"crypto/sha256"
	"errors"
	"hash/maphash"
	"io"
	"log/slog"
	"sync"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/identify"
	"zestythicket/core/walk"

	"github.com/google/uuid"
	lru "github.com/hashicorp/golang-lru/v2"
)

// App is the application on a guide and a store.
type App struct {
	// Store keeps what is to be kept. Nil where nothing is: then only what asks the guide can be done.
	Store Store
	// Now tells the time, Log takes what its people need to know.
	Now func() time.Time
	Log *slog.Logger

	// WriteCalendar writes entries in the form that calendars read (iCalendar, RFC 5545).
	WriteCalendar func(list []CalendarEntry, now time.Time) ([]byte, error)
	// WriteLocated writes places and records in a format: geojson, gpx or csv.
	WriteLocated func(to io.Writer, format string, list []Located) error

	// WriteEverything writes all that is kept of an owner, WriteArchive their records as a Darwin Core archive.
	WriteEverything func(ctx context.Context, s *Session, to io.Writer) error
	WriteArchive    func(ctx context.Context, s *Session, q Leaving, to io.Writer) error
	// ReadImport reads a file through. Where take is given, it is called with each photograph of the file, one at a time in memory.
	ReadImport func(ctx context.Context, f ImportFile, take func(*PhotographPiece) error) (*Arriving, error)

	// MapFile names the map that lies in the data folder; empty for none.
	MapFile func() string
	// KeepBackups keeps backups; nil where none are kept.
	KeepBackups Backups

	// Darkroom reads photographs.
	Darkroom Darkroom

	incoming  incomings
	backingUp struct {
		sync.Mutex
		making  bool
		trouble string
	}
	guides  *guides
	stale   chan string // owners of whom something is to be worked out anew
	exposed chan string // owners of whom photographs are to be developed
	loupe   sync.Mutex  // held while a photograph is decoded for whoever asks what colour it has
	turns   [256]sync.Mutex
	seed    maphash.Seed
	// rulings are the latest, by all that they were worked out from: tabs that follow each other, undo, and whoever comes back ask
	// for the same. They are never written to.
	rulings *lru.Cache[[sha256.Size]byte, *identify.Shown]
	// plans are the latest plans of walks, likewise.
	plans *lru.Cache[[sha256.Size]byte, *walk.Plan]
}

// mostRulings is how many rulings are kept, of some hundred kilobytes each. Common practice; no source.
const mostRulings = 128

// mostPlans is how many plans of walks are kept, of some ten kilobytes each. Common practice; no source.
const mostPlans = 32

// New makes an application on a valid guide. Files reads and writes guides of the users' own.
func New(base *guide.Source, store Store, files GuideFiles) *App {
	rulings, _ := lru.New[[sha256.Size]byte, *identify.Shown](mostRulings) // the number is above 0
	plans, _ := lru.New[[sha256.Size]byte, *walk.Plan](mostPlans)
	a := &App{
		plans: plans, WriteCalendar: func([]CalendarEntry, time.Time) ([]byte, error) {
			return nil, errors.New("calendars are not written here")
		},
		WriteLocated: func(io.Writer, string, []Located) error { return errors.New("positions are not written here") },
		WriteEverything: func(context.Context, *Session, io.Writer) error {
			return errors.New("what is kept is not written here")
		},
		WriteArchive: func(context.Context, *Session, Leaving, io.Writer) error {
			return errors.New("archives are not written here")
		},
		ReadImport: func(context.Context, ImportFile, func(*PhotographPiece) error) (*Arriving, error) {
			return nil, errors.New("files are not read here")
		},
		MapFile:  func() string { return "" },
		Darkroom: noDarkroom{}, exposed: make(chan string, 64),
		Store: store, Now: func() time.Time { return time.Now().UTC() }, Log: slog.New(slog.DiscardHandler),
		stale: make(chan string, 64), seed: maphash.MakeSeed(), rulings: rulings,
	}
	a.guides = newGuides(base, store, files)
	return a
}

// Session is what one owner can do, with one and the same guide to the end.
type Session struct {
	*App
	Owner string
	Guide *guide.Snapshot

	settings *Settings // once they were asked for
}

// Session begins a session of an owner, with the guide as it is in use now. It is made for one request and not kept.
func (a *App) Session(ctx context.Context, owner string) (*Session, error) {
	s, err := a.guides.of(ctx, owner)
	if err != nil {
		return nil, err
	}
	return &Session{App: a, Owner: owner, Guide: s}, nil
}

// oneAtATime waits until nobody else here changes the record, and gives what lets the next one in: who worked a change out on
// what another changed meanwhile would have to work it out again.
func (a *App) oneAtATime(id string) (done func()) {
	turn := &a.turns[maphash.String(a.seed, id)%uint64(len(a.turns))]
	turn.Lock()
	return turn.Unlock
}

// NewID makes an id: a UUID of version 7, which sorts by time.
func NewID() string { return uuid.Must(uuid.NewV7()).String() }

// unread tells that something kept cannot be read. Where nobody waits for the answer any more it is not said: then it is the reading
// that was broken off.
func (s *Session) unread(ctx context.Context, kind, id string, err error) {
	if ctx.Err() == nil {
		s.Log.Error("what is kept cannot be read", "kind", kind, "id", id, "cause", err)
	}
}
