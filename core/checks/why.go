package checks

import (
	"fmt"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

// why says in one sentence what reading a column is good for. It never says which answer would rule what out: whoever
// knows what hangs on an answer sees what they hope for.
func (a *asker) why(n int, o option) string {
	if n != o.column {
		return fmt.Sprintf("Do this first: only then can the next look settle anything (%s).", called(&a.g.Columns[o.column]))
	}
	if sure, may := a.tells(n); sure.Any() {
		return fmt.Sprintf("The answer tells %s from %s.", a.it(), a.among(sure))
	} else if may.Any() {
		return fmt.Sprintf("Depending on what you find, it can rule out %s.", a.among(may))
	}
	switch code := a.r.Code(); {
	case o.demand == len(a.r.Demanded()):
	case code == ruling.MustSee:
		return fmt.Sprintf("Do not call it %s before you have seen this.", a.name(a.r.WorkingTaxon()))
	case code == ruling.TooLittleSeen:
		return fmt.Sprintf("Shows whether it is built like %s at all.", a.name(a.r.WorkingTaxon()))
	case code == ruling.SignPossible:
		return "Makes sure whether a warning sign is there."
	}
	if o.gain > 0 {
		return "Adds a little against what it may still be; not enough by itself."
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

// ways gives the ways in which the working name is scored for a column, or while that is not settled all that could be taken.
func (a *asker) ways(col *guide.Column) []uint32 {
	if a.settled() {
		return []uint32{col.Pattern[a.r.WorkingTaxon()]}
	}
	var out []uint32
	for _, t := range a.likely {
		if p := col.Pattern[t]; !slices.Contains(out, p) {
			out = append(out, p)
		}
	}
	return out
}

func (a *asker) name(taxon int) string { return guide.InSentence(a.g.Taxa[taxon].DisplayName()) }

func called(col *guide.Column) string { return guide.InSentence(col.DisplayName()) }

// tells gives the missing taxa against which all that the column usually shows weighs, and those against which some does.
func (a *asker) tells(n int) (sure, may guide.Bits) {
	col := &a.g.Columns[n]
	sure, may = a.s.Set(), a.s.Set()
	ways := a.ways(col)
	for i := range a.rows {
		t := a.rows[i].taxon
		q, always, sometimes := col.Pattern[t], true, false
		for _, p := range ways {
			x := guide.Prospect{}
			if p > 0 {
				x = col.Prospects(p)[q]
			}
			always = always && x.SureDepth > 0 && x.Least >= policy.WorthALine
			sometimes = sometimes || x.Cuts() >= policy.WorthALine
		}
		if always && len(ways) > 0 {
			sure.Set(t)
		}
		if sometimes {
			may.Set(t)
		}
	}
	return sure, may
}

// A sentence names so many taxa at most, and counts the others.
const namedInWhy = 3

// among names taxa with their harm, the gravest first, and counts those there is no room for.
func (a *asker) among(taxa guide.Bits) string {
	var parts []string
	for _, harm := range policy.Harms {
		for i := range a.rows {
			t := a.rows[i].taxon
			if len(parts) == namedInWhy || !taxa.Has(t) || a.g.Taxa[t].Harm != harm {
				continue
			}
			says := a.name(t)
			if harm == guide.Deadly {
				says += " (deadly)"
			}
			parts = append(parts, says)
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
