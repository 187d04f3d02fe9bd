package checks

import (
	"fmt"
	"math/bits"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

// why says in one sentence what reading a column is good for. It never says which answer would rule what out: whoever
// knows what hangs on an answer sees what they hope for.
func (a *asker) why(n int, o option) string {
	if n != o.column {
		return fmt.Sprintf("Do this first: only then does the next one count in full (%s).", called(&a.g.Columns[o.column]))
	}
	if sure, may := a.tells(n); sure.Any() {
		return fmt.Sprintf("The answer tells %s from %s.", a.it(), a.among(sure))
	} else if may.Any() {
		return fmt.Sprintf("Depending on what you find, it can rule out %s.", a.among(may))
	}
	switch code := a.r.Code(); {
	case o.demand == len(a.r.Demanded()):
	case code == ruling.MustSee:
		return fmt.Sprintf("Nobody should call it %s without having seen this.", a.name(a.r.WorkingTaxon()))
	case code == ruling.TooLittleSeen:
		return fmt.Sprintf("Shows whether it is built like %s at all.", a.name(a.r.WorkingTaxon()))
	case code == ruling.SignPossible:
		return "Makes sure whether a warning sign is there."
	}
	if o.gain > 0 {
		return "Adds a little against what is still standing, not enough by itself."
	}
	return "Helps to find which one it is; it rules nothing harmful out."
}

// it is what the record is judged as where that is settled, or simply it.
func (a *asker) it() string {
	if a.settled() {
		return a.name(a.r.WorkingTaxon())
	}
	return "it"
}

// settled tells whether the observer named the working name, or nothing else that could be taken fits.
func (a *asker) settled() bool {
	return a.r.WorkingTaxon() >= 0 && (a.s.Target >= 0 || len(a.likely) == 1)
}

// shown gives the states that the working name shows on a column, or while that is not settled all that could be taken.
func (a *asker) shown(col *guide.Column) (mask uint64) {
	if a.settled() {
		return col.Patterns[col.Pattern[a.r.WorkingTaxon()]].Mask
	}
	for _, t := range a.likely {
		mask |= col.Patterns[col.Pattern[t]].Mask
	}
	return mask
}

func (a *asker) name(taxon int) string { return guide.InSentence(a.g.Taxa[taxon].DisplayName()) }

func called(col *guide.Column) string { return guide.InSentence(col.DisplayName()) }

// tells gives the missing taxa from which all that the column may show differs in full, and those from which some does.
func (a *asker) tells(n int) (sure, may guide.Bits) {
	col, missing := &a.g.Columns[n], a.r.Missing()
	sure, may = a.s.Set(), a.s.Set()
	if w := a.r.WorkingTaxon(); col.Kind != guide.States && w >= 0 && col.Scored.Has(w) {
		into, own := may, &col.Patterns[col.Pattern[w]]
		if a.settled() {
			into = sure
		}
		missing.Each(func(t int) {
			if col.Scored.Has(t) && own.ApartFrom(col, &col.Patterns[col.Pattern[t]]) {
				into.Set(t)
			}
		})
	}
	mask := a.shown(col)
	if mask == 0 || !col.Full() {
		return sure, may
	}
	for _, w := range a.words {
		some, all := uint64(0), ^uint64(0)
		for m := mask; m != 0; m &= m - 1 {
			has := col.Has[bits.TrailingZeros64(m)][w]
			some, all = some|has, all&has
		}
		sure[w] = missing[w] & col.Scored[w] &^ some
		may[w] = missing[w] & col.Scored[w] &^ all
	}
	return sure, may
}

// A sentence names so many taxa at most, and counts the others.
const namedInWhy = 3

// among names taxa with their harm, the gravest first, and counts those there is no room for.
func (a *asker) among(taxa guide.Bits) string {
	var parts []string
	for _, harm := range policy.Harms {
		of := a.g.Harms[harm]
		for _, w := range a.words {
			for m := taxa[w] & of[w]; m != 0 && len(parts) < namedInWhy; m &= m - 1 {
				says := a.name(w<<6 + bits.TrailingZeros64(m))
				if harm == guide.Deadly {
					says += " (deadly)"
				}
				parts = append(parts, says)
			}
		}
	}
	if more := taxa.Count() - len(parts); more > 0 {
		return fmt.Sprintf("%s and %d more", strings.Join(parts, ", "), more)
	}
	if len(parts) == 1 {
		return parts[0]
	}
	return strings.Join(parts[:len(parts)-1], ", ") + " and " + parts[len(parts)-1]
}
