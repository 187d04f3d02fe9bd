// Package ruling decides on a record: how strongly each harmful taxon is ruled out, which taxa still fit, and what
// verdict that comes to. No verdict says that a specimen is safe.
package ruling

import (
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Engine is the version of the rules; a kept ruling names it.
const Engine = "1.1.0"

// hintsCountFor is the most that lines worth less than the whole add to the strength against a taxon that is not
// deadly. Common practice; no published source.
const hintsCountFor = evidence.Whole / 2

// Strength is how strongly the readings rule out a taxon of the given harm: its margin, and for all but deadly taxa
// what hints and soft readings add, ½ at most.
func Strength(st evidence.Standing, harm guide.Harm) evidence.Quarters {
	q := evidence.Whole * evidence.Quarters(st.Margin)
	if harm != guide.Deadly {
		q += min(hintsCountFor, st.Part())
	}
	return q
}

// Needed is the strength that rules a harmful taxon out, as the guide's table of harms has it; for touching, that of contact.
func Needed(harm guide.Harm, purpose evidence.Purpose) evidence.Quarters {
	halves := harm.NeededHalves()
	if purpose == evidence.Touch {
		halves = guide.ContactHalves
	}
	return evidence.Quarters(halves) * evidence.Whole / 2
}

// LinesNeeded is the strength needed rounded up to whole lines.
func LinesNeeded(harm guide.Harm, purpose evidence.Purpose) int {
	return int((Needed(harm, purpose) + evidence.Whole - 1) / evidence.Whole)
}

// Status is how a harmful taxon stands.
type Status string

// A harmful taxon is out, or something speaks against it but too little, or nothing does.
const (
	Out      Status = "out"
	Doubtful Status = "doubtful"
	Open     Status = "open"
)

func statusOf(against, strength, needed evidence.Quarters) Status {
	switch {
	case strength >= needed:
		return Out
	case against > 0:
		return Doubtful
	}
	return Open
}
