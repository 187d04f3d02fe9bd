// Package ruling decides on a record: how strongly each harmful taxon is ruled out, which taxa still fit, and what
// verdict that comes to. No verdict says that a specimen is safe.
package ruling

import (
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Engine is the version of the rules; a kept ruling names it.
const Engine = "1.1.0"

// Strength is how strongly the readings rule out a taxon of the given harm: its margin, and for all but deadly taxa
// what hints and soft readings add, ½ at most.
func Strength(st evidence.Tally, harm guide.Harm) policy.Quarters {
	return policy.Whole*policy.Quarters(st.Margin) + min(harm.HintsCountFor(), st.Part())
}

// Needed is the strength that rules a harmful taxon out, as the guide's table of harms has it; for touching, that of contact.
func Needed(harm guide.Harm, purpose evidence.Purpose) policy.Quarters {
	if purpose == evidence.Touch {
		return policy.NeededForContact
	}
	return harm.Needed()
}

// LinesNeeded is the strength needed rounded up to whole lines.
func LinesNeeded(harm guide.Harm, purpose evidence.Purpose) int {
	return Needed(harm, purpose).Lines()
}

// Status is how a harmful taxon stands.
type Status string

// A harmful taxon is out, or something speaks against it but too little, or nothing does.
const (
	Out      Status = "out"
	Doubtful Status = "doubtful"
	Open     Status = "open"
)

// Statuses lists them all.
var Statuses = []Status{Out, Doubtful, Open}

func statusOf(against, strength, needed policy.Quarters) Status {
	switch {
	case strength >= needed:
		return Out
	case against > 0:
		return Doubtful
	}
	return Open
}
