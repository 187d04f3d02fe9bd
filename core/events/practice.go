package events

import (
	"time"
)

// PracticeStream is what somebody practised: there is one for an owner.
const PracticeStream StreamKind = "practice"

// The kinds of event of practice. None is taken back: what was answered was answered.
const (
	Judge  Kind = "judge"
	Recall Kind = "recall"
)

var practiceKinds = map[Kind]kindRule{
	Judge:  {1, func() any { return new(Judged) }},
	Recall: {1, func() any { return new(Recalled) }},
}

// Judged is a call on a made-up specimen.
type Judged struct {
	// Looked is the taxon that was looked for, Of the one that it was; Seed and Number draw it again.
	Looked string `json:"looked"`
	Of     string `json:"of"`
	Seed   uint64 `json:"seed"`
	Number int    `json:"number"`
	// Call is take, leave or show; Sure how sure of it, from 0 to 1; Points what it was worth without the minutes.
	Call   string  `json:"call"`
	Sure   float64 `json:"sure"`
	Points float64 `json:"points"`
	// Looks are the characters that were looked at, Minutes the work that they took.
	Looks   []string `json:"looks,omitempty"`
	Minutes float64  `json:"minutes,omitempty"`
	// Card is the pair that it belongs to; empty where it was what was looked for.
	Card string `json:"card,omitempty"`
	// Wrong tells that the call was worth nothing.
	Wrong bool `json:"wrong,omitempty"`
}

// Recalled is a card that was answered.
type Recalled struct {
	Card string `json:"card"`
	// Right is what would have been right, Answered what was said.
	Right    string `json:"right"`
	Answered string `json:"answered"`
	// Character is that of a state; empty for other cards.
	Character string `json:"character,omitempty"`
	// Unsure tells that it was answered without being sure.
	Unsure bool `json:"unsure,omitempty"`
}

// Judgement is a call and when it was made; Recollection a card that was answered, likewise.
type Judgement struct {
	Judged
	At time.Time
}

// Recollection is a card that was answered, and when.
type Recollection struct {
	Recalled
	At time.Time
}

// Practice is what was practised.
type Practice struct {
	Judged   []Judgement
	Recalled []Recollection

	Created, Changed time.Time
	Revision         Revision
}

// FoldPractice works out what was practised from its events, given in any order. The error is an *UnknownError where one is of a kind or version that this
// program does not know.
func FoldPractice(list []Event) (Practice, error) {
	p := Practice{Revision: RevisionOf(list)}
	h, err := follow(list, "", func(*Event, any) bool { return false })
	if err != nil {
		return p, err
	}
	for _, c := range h.changes {
		switch body := c.body.(type) {
		case *Judged:
			p.Judged = append(p.Judged, Judgement{*body, c.event.At})
		case *Recalled:
			p.Recalled = append(p.Recalled, Recollection{*body, c.event.At})
		}
	}
	p.Created, p.Changed = h.created, h.changed
	return p, nil
}

// Allows tells whether an event that is made now goes with what was practised: any does.
func (p *Practice) Allows(Kind) error { return nil }
