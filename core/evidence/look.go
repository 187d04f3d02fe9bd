package evidence

import (
	"fmt"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// FurtherLook is one more look at what a reading says, made with that hidden, at the same piece or another of the same find:
// exactly one of States, Value, Low with High, or Unseen where it could not be made.
type FurtherLook struct {
	States []string `json:"states,omitempty"`
	Value  *float64 `json:"value,omitempty"`
	Low    *float64 `json:"low,omitempty"`
	High   *float64 `json:"high,omitempty"`
	Unseen Unseen   `json:"unseen,omitempty"`
	// By is who looked: Self, or the name of somebody else.
	By string `json:"by"`
	// Piece is the piece that was looked at: empty for the same one, Another for another of the same find that is not
	// counted, or the id of one that is.
	Piece string `json:"piece,omitempty"`
	// Handled is the number of scented pieces handled before.
	Handled int `json:"handled,omitempty"`
}

// Self is the one who made the first reading; Another is another piece of the same find.
const (
	Self    = "self"
	Another = "another"
)

// Answer is a look as a reading of the character by itself.
func (l *FurtherLook) Answer(character string) Reading {
	return Reading{Character: character, States: l.States, Value: l.Value, Low: l.Low, High: l.High, Unseen: l.Unseen, Sure: l.Unseen == "", Handled: l.Handled}
}

// Agreement is what the looks at one character come to.
type Agreement string

// A character was looked at once; twice with the same answer; or twice with answers that differ. Settled: two looks differed,
// and somebody else's agreed with one of them, which counts once.
const (
	Once      Agreement = "once"
	Twice     Agreement = "twice"
	Differing Agreement = "differing"
	Settled   Agreement = "settled"
)

// Counts is what a reading and all further looks come to together, how they agree, and whether it was said that no further
// look can be had. Two looks with the same answer make it confirmed; what either saw counts. Two that differ leave it unsure,
// however often the same people look again, until somebody else agrees with one of them alone.
func (r *Reading) Counts() (out Reading, how Agreement, ended bool) {
	out, how = *r, Once
	if r.Confirmed {
		how = Twice
	}
	var second Reading
	who := []string{Self}
	for i := range r.Looks {
		l := &r.Looks[i]
		if ended = l.Unseen != "" && l.Unseen != NotChecked; l.Unseen != "" {
			continue
		}
		look := l.Answer(r.Character)
		switch {
		case how == Once && agree(&out, &look):
			out, how = both(out, look), Twice
		case how == Once:
			second, how = look, Differing
		case how == Differing && !slices.Contains(who, l.By):
			if first := agree(&out, &look); first != agree(&second, &look) {
				if how = Settled; !first {
					out.States, out.Value, out.Low, out.High = second.States, second.Value, second.Low, second.High
				}
				out = both(out, look)
			}
		}
		who = append(who, l.By)
	}
	if how == Differing {
		out = both(out, second)
		out.Sure = false
	}
	out.Confirmed, out.Looks = how == Twice, nil
	return out, how, ended
}

// agree tells whether two readings say the same: of states, any in common; of numbers, no further apart than hands err.
func agree(a, b *Reading) bool {
	if a.States != nil {
		return slices.ContainsFunc(a.States, func(s string) bool { return slices.Contains(b.States, s) })
	}
	alo, ahi := a.bounds()
	blo, bhi := b.bounds()
	return max(alo, blo) <= policy.SameNumber*min(ahi, bhi)
}

// both is a reading of what either says.
func both(a, b Reading) Reading {
	if a.States != nil {
		a.States = slices.Clone(a.States)
		for _, s := range b.States {
			if !slices.Contains(a.States, s) {
				a.States = append(a.States, s)
			}
		}
		return a
	}
	alo, ahi := a.bounds()
	blo, bhi := b.bounds()
	if lo, hi := min(alo, blo), max(ahi, bhi); lo != hi {
		a.Value, a.Low, a.High = nil, &lo, &hi
	}
	return a
}

// checkLooks tells what is wrong with the further looks of a reading.
func (r *Reading) checkLooks(g *guide.Matrix, col *guide.Column) error {
	if len(r.Looks) == 0 {
		return nil
	}
	switch {
	case r.Unseen != "":
		return fmt.Errorf("%s: there is no first look to which this would be the second; read it first", r.Character)
	case col.Fades(r.Handled):
		return fmt.Errorf("%s: the first look has faded, so a second one proves nothing; read it afresh", r.Character)
	}
	for i := range r.Looks {
		l := &r.Looks[i]
		if strings.TrimSpace(l.By) == "" {
			return fmt.Errorf("%s: look %d is by nobody; say %q or a name", r.Character, i+2, Self)
		}
		answer := l.Answer(r.Character)
		if err := answer.Check(g); err != nil {
			return fmt.Errorf("look %d: %w", i+2, err)
		}
		if col.Fades(l.Handled) {
			return fmt.Errorf("%s: look %d has faded: %d scented pieces were handled before", r.Character, i+2, l.Handled)
		}
	}
	return nil
}

// CanLookTwice tells whether a reading may still be made a second time, with what was read hidden.
func (e *Entry) CanLookTwice() bool { return e.Firm && e.Agreement == Once && !e.Ended }

// Stands tells whether a sure reading has been asked for again as often as it can be.
func (e *Entry) Stands() bool { return e.Agreement != Once || e.Ended }

// AskElse tells whether two looks at it differed, so that somebody else is to look.
func (e *Entry) AskElse() bool { return e.Agreement == Differing && !e.Ended }
