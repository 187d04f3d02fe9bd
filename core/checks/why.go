package checks

import (
	"fmt"
	"math/bits"
	"strings"

	"zestythicket/core/guide"
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

// it is what the record is judged as, or simply it.
func (a *asker) it() string {
	if w := a.r.WorkingTaxon(); w >= 0 {
		return a.name(w)
	}
	return "it"
}

func (a *asker) name(taxon int) string { return lowered(ruling.Called(&a.g.Taxa[taxon])) }

func called(col *guide.Column) string { return lowered(col.Called()) }

// lowered makes a name fit the middle of a sentence; a scientific name keeps its capital.
func lowered(s string) string {
	if s == "" || strings.Contains(s, ".") {
		return s
	}
	return strings.ToLower(s[:1]) + s[1:]
}

// tells gives the missing taxa from which the working name differs in full on the column whatever it shows, and those
// from which some of what it shows differs.
func (a *asker) tells(n int) (sure, may guide.Bits) {
	col, w := &a.g.Columns[n], a.r.WorkingTaxon()
	sure, may = a.s.Set(), a.s.Set()
	if w < 0 || !col.Scored.Has(w) {
		return sure, may
	}
	own := &col.Patterns[col.Pattern[w]]
	if col.Kind != guide.States {
		a.r.Missing().Each(func(t int) {
			if col.Scored.Has(t) && own.ApartFrom(col, &col.Patterns[col.Pattern[t]]) {
				sure.Set(t)
			}
		})
		return sure, may
	}
	if !col.Trust.Full {
		return sure, may
	}
	missing := a.r.Missing()
	for _, w := range a.words {
		some, all := uint64(0), ^uint64(0)
		for m := own.Mask; m != 0; m &= m - 1 {
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
	for _, harm := range harms {
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
