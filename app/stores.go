package app

import (
	"context"
	"encoding/json"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
)

// Store is everything that is kept.
type Store interface {
	Streams
	Preferences
	Overlays
	Photographs
	Imports
	// CopyTo writes a copy of everything to a new file, while it is in use.
	CopyTo(ctx context.Context, path string) error
}

// Stream is what is listed of a stream; its events say the rest.
type Stream struct {
	Kind             events.StreamKind
	ID, Owner        string
	Created, Changed time.Time
	Deleted, Closed  bool
	// Events is the number of its events that the rest was worked out from.
	Events int
	// Basis names all else that it was worked out with: guide, rules, what the owner set. Where that has changed, the listing
	// no longer holds.
	Basis string
	// Listing is what is shown of it in a list, as its kind has it, as JSON; Search all it can be found by, folded.
	Listing json.RawMessage
	Search  string
	// Frozen is a document that was kept when the stream was closed; nil for none.
	Frozen json.RawMessage
	// Fold is what its events come to, as a document; nil where they are to be folded.
	Fold json.RawMessage
}

// ListQuery asks for a page of a list of streams, the latest change first.
type ListQuery struct {
	// Words are what each of them holds, folded.
	Words []string
	// Deleted asks for the deleted ones in place of all others.
	Deleted bool
	// Since leaves out what was changed earlier; zero for nothing.
	Since time.Time
	// After is the last one of the page before, by its change and its id; zero for the first page.
	After   time.Time
	AfterID string
	Limit   int
}

// Addition is what a stream comes to with new events.
type Addition struct {
	Stream Stream
	New    []events.Event
	// Had is the number of events that it is worked out from, 0 for a new stream.
	Had int
}

// Streams keeps streams of events. Events are only ever added.
type Streams interface {
	// Find gives a stream of a kind, or of any where that is empty, a deleted one too. ErrNotFound where there is none.
	Find(ctx context.Context, owner string, kind events.StreamKind, id string) (Stream, error)
	// Load gives a stream of a kind, or of any where that is empty, and its events, in the order in which they arrived; a deleted one too. ErrNotFound where there is
	// none.
	Load(ctx context.Context, owner string, kind events.StreamKind, id string) (Stream, []events.Event, error)
	// Add keeps additions, all or none. ErrChanged where a stream has got other events than it was said to have had,
	// ErrExists where a new one is there already, ErrOperationReused where an operation belongs to another stream.
	Add(ctx context.Context, additions ...Addition) error
	// Operation gives the events of an operation that was kept; none where it was not.
	Operation(ctx context.Context, owner, op string) ([]events.Event, error)
	// List gives a page of an owner's streams of a kind.
	List(ctx context.Context, owner string, kind events.StreamKind, q ListQuery) ([]Stream, error)
	// Stale gives open streams, deleted ones too, whose listing was worked out with another basis, the latest change first, at most so many.
	Stale(ctx context.Context, owner string, kind events.StreamKind, basis string, most int) ([]Stream, error)
	// Relist puts in what is listed of streams that have got no events since.
	Relist(ctx context.Context, streams []Stream) error
}

// Preferences keeps what an owner set once, as a document.
type Preferences interface {
	// Settings gives the document; nil where nothing was kept.
	Settings(ctx context.Context, owner string) (json.RawMessage, error)
	KeepSettings(ctx context.Context, owner string, at time.Time, document json.RawMessage) error
}

// Overlays keeps the versions of what an owner lays over the guide. They are only ever added.
type Overlays interface {
	// Overlays gives the latest versions as documents, the newest first, at most so many.
	Overlays(ctx context.Context, owner string, most int) ([]json.RawMessage, error)
	// OverlayOf gives the version that an operation made, and the one before it, nil for none; known tells whether it was kept.
	OverlayOf(ctx context.Context, owner, op string) (made, before json.RawMessage, known bool, err error)
	// KeepOverlay adds a version.
	KeepOverlay(ctx context.Context, owner, op string, at time.Time, document json.RawMessage) error
}

// Photograph is what is known of a photograph's file.
type Photograph struct {
	// File is the SHA-256 of the file, in hexadecimal, by which it is kept.
	File string
	Exposure
	// Developed tells that it was decoded; then it is there in all sizes, or Trouble says why not.
	Developed bool
	Trouble   string
}

// Photographs keeps the files of photographs, by what they hold.
type Photographs interface {
	// KeepPhotograph keeps a photograph's file; one that is kept already stays as it is.
	KeepPhotograph(ctx context.Context, owner string, at time.Time, p *Photograph, file []byte) error
	// Developed keeps the sizes of a photograph that are shown, or why there are none.
	Developed(ctx context.Context, owner, file string, screen, list []byte, trouble string) error
	// Photographs gives what is known of photographs by their files; those that are not there are left out.
	Photographs(ctx context.Context, owner string, files []string) ([]Photograph, error)
	// Picture gives a photograph in a size. ErrNotFound where it is not there.
	Picture(ctx context.Context, owner, file string, size PhotoSize) ([]byte, error)
	// Undeveloped gives the files of an owner's photographs that are not developed yet, the oldest first.
	Undeveloped(ctx context.Context, owner string) ([]string, error)
}

// Imports keeps what came in from files, and gives all that is kept to be written to one.
type Imports interface {
	// Everything gives all that is kept of an owner, as it was at one moment, as Session.Everything has it.
	Everything(ctx context.Context, owner string, each func(*Piece) error) error
	// Sum tells how much is kept of an owner.
	Sum(ctx context.Context, owner string) (KeptSum, error)
	// Import gives an import. ErrNotFound where there is none.
	Import(ctx context.Context, owner, id string) (Brought, error)
	// Imports lists what was taken in, the latest first, at most so many.
	Imports(ctx context.Context, owner string, most int) ([]Brought, error)
	// KeepImport keeps an import with all that it brings, or nothing of it. The errors are those of Add.
	KeepImport(ctx context.Context, owner string, in *Bringing) error
	// BroughtStreams gives the streams that an import brought events of.
	BroughtStreams(ctx context.Context, owner, id string) ([]BroughtStream, error)
	// Withdraw takes an import back and leaves its streams as they are given; those without events go. ErrChanged where one has got others meanwhile.
	Withdraw(ctx context.Context, owner, id string, at time.Time, left []Addition) error
}

// GuideFiles reads and writes overlays in the forms that people write them in.
type GuideFiles interface {
	// ReadOverlay reads an overlay from YAML or JSON and lays it over a guide. The error names file, line and reason.
	ReadOverlay(name string, text []byte, over *guide.Source) (*guide.Overlay, *guide.Source, error)
	// Schema is the JSON Schema of a guide.
	Schema() []byte
	// WriteOverlay gives an overlay in the form that ReadOverlay reads.
	WriteOverlay(o *guide.Overlay) ([]byte, error)
	// Plainly words what is wrong with something that was typed into a form, not read from a file's lines.
	Plainly(err error) error
}
