package checks

import (
	"math/bits"

	"zestythicket/core/guide"
	"zestythicket/core/ruling"
)

// Again says that a character was read before and is to be looked at once more, with what was read hidden.
type Again struct {
	// Between is what the look decides between: what the name usually shows, and what the harmful taxon does that hangs on it, in
	// the order of the character's states, so that nothing tells which was read. Empty where there is no such choice.
	Between []Side `json:"between"`
	// Else tells that two looks differed, so that somebody else is to look.
	Else bool `json:"else,omitempty"`
}

// Side is a taxon with the states of a character that it usually shows and the other does not.
type Side struct {
	Taxon  string   `json:"taxon"`
	States []string `json:"states"`
}

// second is the suggestion to look at a column once more.
func (a *asker) second(s ruling.SecondLook) Suggestion {
	col := &a.g.Columns[s.Column]
	return Suggestion{
		Character: col.ID, Minutes: col.MinutesOf(), Where: col.WhereOf(), Again: &Again{Between: a.between(col, s.Against)},
		Why: "Everything hangs on this one look. Look at another piece if there is one.",
	}
}

// between gives the two sides of a second look.
func (a *asker) between(col *guide.Column, against int) []Side {
	name := a.r.WorkingTaxon()
	if col.Kind != guide.States {
		return []Side{}
	}
	own, other := col.Usual(col.Pattern[name]), col.Usual(col.Pattern[against])
	if both := own & other; own != both {
		own &^= both
	}
	if other &^= own; own == 0 || other == 0 {
		return []Side{}
	}
	sides := []Side{a.side(col, name, own), a.side(col, against, other)}
	if bits.TrailingZeros64(other) < bits.TrailingZeros64(own) {
		sides[0], sides[1] = sides[1], sides[0]
	}
	return sides
}

func (a *asker) side(col *guide.Column, taxon int, states uint64) Side {
	out := Side{Taxon: a.g.Taxa[taxon].ID, States: []string{}}
	for ; states != 0; states &= states - 1 {
		out.States = append(out.States, col.States[bits.TrailingZeros64(states)].ID)
	}
	return out
}
