package events

import (
	"cmp"
	"errors"
	"time"
)

// PhotoStream is a photograph: what it is of, and what is written under it.
const PhotoStream StreamKind = "photo"

// The kinds of event of a photograph, besides Undo, Redo, Delete and Restore.
const (
	Take    Kind = "take"
	Caption Kind = "caption"
)

var photoKinds = map[Kind]kindRule{
	Take:    {1, func() any { return new(Taken) }},
	Caption: {1, func() any { return new(Captioned) }},
	Undo:    {1, func() any { return new(Reversal) }},
	Redo:    {1, func() any { return new(Reversal) }},
	Delete:  {1, nil},
	Restore: {1, nil},
}

// Subject is what a photograph is of: a record, a basket or one of its pieces, a print, a batch of food, a place.
type Subject struct {
	Stream StreamKind `json:"stream"`
	ID     string     `json:"id"`
	// Piece is a piece of a basket; empty for all of it.
	Piece string `json:"piece,omitempty"`
}

// Taken is a photograph that was taken in.
type Taken struct {
	// File is the SHA-256 of its file, in hexadecimal: the file is kept by that name.
	File string  `json:"file"`
	Of   Subject `json:"of"`
	// Name is what its file was called.
	Name string `json:"name,omitempty"`
}

// Captioned is what is written under a photograph.
type Captioned struct {
	Text string `json:"text,omitempty"`
}

// Photo is what a photograph comes to.
type Photo struct {
	Taken   Taken
	Caption string
	Deleted bool
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp   string
	Created, Changed time.Time
	Revision         Revision
}

// ErrPhotoDeleted tells that a photograph is deleted.
var ErrPhotoDeleted = errors.New("the photograph is deleted; restore it first")

// FoldPhoto works out what a photograph comes to from its events, given in any order. The error is an *UnknownError where one is of a kind or
// version that this program does not know.
func FoldPhoto(list []Event) (Photo, error) {
	p := Photo{Revision: RevisionOf(list)}
	h, err := follow(list, Take, erasing(&p.Deleted))
	if err != nil {
		return p, err
	}
	for _, c := range h.standing() {
		switch body := c.body.(type) {
		case *Taken:
			p.Taken = *body
		case *Captioned:
			p.Caption = body.Text
		}
	}
	p.LastOp, p.NextOp, p.Created, p.Changed = h.last, h.next, h.created, h.changed
	return p, nil
}

// Allows tells whether an event that is made now goes with what the photograph says now; of events made elsewhere nothing is asked.
func (p *Photo) Allows(kind Kind) error {
	return cmp.Or(erasable(kind, p.Deleted, ErrPhotoDeleted), reversible(kind, p.LastOp, p.NextOp))
}
