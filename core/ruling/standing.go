// Package ruling decides on a record: how strongly each harmful taxon is ruled out, which taxa still fit, and what
// verdict that comes to. No verdict says that a specimen is safe.
package ruling

import (
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Engine is the version of the rules; a kept ruling names it.
const Engine = "3.0.0"

// StandardFor is what rules a harmful taxon out, as the table of harms has it; for touching, what rules out contact.
func StandardFor(harm guide.Harm, purpose evidence.Purpose) policy.Standard {
	if purpose == evidence.Touch {
		return policy.ContactStandard
	}
	return harm.Standard()
}

// Status is how a harmful taxon stands.
type Status string

// A harmful taxon is out, or something speaks against it but too little, or nothing does on the whole.
const (
	Out      Status = "out"
	Doubtful Status = "doubtful"
	Open     Status = "open"
)

// Statuses lists them all.
var Statuses = []Status{Out, Doubtful, Open}

func statusOf(s evidence.Stands, standard policy.Standard) Status {
	switch {
	case s.Meets(standard):
		return Out
	case s.Balance > 0:
		return Doubtful
	}
	return Open
}
