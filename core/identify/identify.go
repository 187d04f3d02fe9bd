// Package identify answers a record in one go: the ruling, and what to look at next.
package identify

import (
	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"
)

// Identification is a ruling written out, with what to look at next.
type Identification struct {
	*ruling.Report
	Next []checks.Suggestion `json:"next"`

	ruled *ruling.Ruling
}

// Ruled is the ruling that the answer was written from.
func (a *Identification) Ruled() *ruling.Ruling { return a.ruled }

// Identify rules on a record. The error names what is wrong with the record.
func Identify(g *guide.Matrix, rec *evidence.Record) (*Identification, error) {
	sheet, err := evidence.Open(g, rec)
	if err != nil {
		return nil, err
	}
	r := ruling.Rule(sheet)
	a := &Identification{Report: r.Report(), Next: checks.Next(r), ruled: r}
	if a.finishAtHome() {
		a.Cautions = append(a.Cautions, ruling.Caution{
			Code: "finish-at-home", Text: "What is left to read needs a table and time. Bag it apart from everything else and finish at home.",
		})
	}
	return a, nil
}

// finishAtHome tells whether all that would still tell anything can only be read at home.
func (a *Identification) finishAtHome() bool {
	if a.Verdict != guide.KeepLooking || len(a.Next) == 0 {
		return false
	}
	for _, s := range a.Next {
		if s.Where == guide.Field && s.Gain > 0 {
			return false
		}
	}
	return a.Next[0].Where == guide.Home
}
