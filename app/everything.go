package app

import (
	"context"
	"encoding/json"
	"time"

	"zestythicket/core/events"
)

// Piece is one piece of all that is kept, as it leaves and comes in: one of its fields is set.
type Piece struct {
	// Settings is what the owner set, as it is kept.
	Settings json.RawMessage `json:"settings,omitempty"`
	Overlay  *OverlayPiece   `json:"overlay,omitempty"`
	Event    *events.Event   `json:"event,omitempty"`
	Frozen   *FrozenPiece    `json:"frozen,omitempty"`
	// Photograph is a photograph's file.
	Photograph *PhotographPiece `json:"photograph,omitempty"`
}

// OverlayPiece is a version of what the owner lays over the guide.
type OverlayPiece struct {
	Op       string          `json:"op"`
	At       time.Time       `json:"at"`
	Document json.RawMessage `json:"document"`
}

// FrozenPiece is the ruling that was kept with a record when it was closed.
type FrozenPiece struct {
	Record string          `json:"record"`
	Ruling json.RawMessage `json:"ruling"`
}

// PhotographPiece is a photograph's file, by the SHA-256 that it is kept by, and what it holds.
type PhotographPiece struct {
	File string `json:"file"`
	Data []byte `json:"data,omitempty"`
}

// Everything gives all that is kept of the owner, as it was at one moment, piece by piece: the settings, what is laid over the guide in the order of its
// versions, the events in the order in which they came, the rulings of what is closed, the photographs. Each is asked to take a piece, which it does not keep;
// its error ends it.
func (s *Session) Everything(ctx context.Context, each func(*Piece) error) error {
	return s.Store.Everything(ctx, s.Owner, each)
}

// KeptSum is how much is kept, so that one knows what will leave.
type KeptSum struct {
	Records     int   `json:"records"`
	Events      int   `json:"events" doc:"All that ever happened, of records and of all else"`
	Photographs int   `json:"photographs"`
	Bytes       int64 `json:"bytes" doc:"How large the photographs' files are together"`
}

// Kept tells how much is kept.
func (s *Session) Kept(ctx context.Context) (*KeptSum, error) {
	k, err := s.Store.Sum(ctx, s.Owner)
	return &k, err
}
