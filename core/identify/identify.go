// Package identify answers a record in one go: the ruling, and what to look at next.
package identify

import (
	"slices"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"
)

// Identification is a ruling written out, with what to look at next.
type Identification struct {
	ruling.Report
	Next []checks.Suggestion `json:"next"`
	// Why is the first reason for the verdict; of a cleared record, which has none, what it comes to.
	Why ruling.Reason `json:"-"`
}

// Standing is a harmful taxon that is not out, the lines that would still cut it, and how many cuts it needs.
type Standing struct {
	Taxon   string           `json:"taxon"`
	Lines   []ruling.Holding `json:"lines"`
	Missing int              `json:"missing"`
	// Now tells that it is one of the few that matter most at the moment: the gravest of those that the next looks could
	// settle, or of all where they could settle none.
	Now bool `json:"now"`
}

// The next looks that are reckoned with, and the most that are told to matter at the moment.
const (
	looksAhead = 3
	mostNow    = 3
)

// matterNow marks those of the standing, in the order of their gravity, that matter most.
func matterNow(standing []Standing, next []checks.Suggestion) {
	soon := func(s *Standing) bool {
		for i := range s.Lines {
			for _, n := range next[:min(looksAhead, len(next))] {
				if slices.Contains(s.Lines[i].Characters, n.Character) {
					return true
				}
			}
		}
		return false
	}
	left := mostNow
	for i := range standing {
		if left > 0 && soon(&standing[i]) {
			standing[i].Now = true
			left--
		}
	}
	for i := 0; left == mostNow && i < min(mostNow, len(standing)); i++ {
		standing[i].Now = true
	}
}

// Shown is an identification with all that is shown beside it.
type Shown struct {
	Identification
	// Holding tells for every harmful taxon that is not out what would still cut it.
	Holding []Standing `json:"holding"`
	// Says is the reason for the verdict in one sentence.
	Says string `json:"says"`
	// Again is the character to be looked at once more with what was read hidden, or empty.
	Again string `json:"again"`
	// Blamed are the characters whose readings were shown to be in the way; a change of one must be confirmed.
	Blamed []string `json:"-"`
}

// Identify rules on a record. The error names what is wrong with the record.
func Identify(m *guide.Matrix, rec *evidence.Record) (*Identification, error) {
	sheet, err := evidence.Open(m, rec)
	if err != nil {
		return nil, err
	}
	defer sheet.Close()
	return identification(ruling.Rule(sheet)), nil
}

// Show rules on a record and writes all out that is shown of it. The error names what is wrong with the record.
func Show(m *guide.Matrix, rec *evidence.Record) (*Shown, error) {
	sheet, err := evidence.Open(m, rec)
	if err != nil {
		return nil, err
	}
	defer sheet.Close()
	r := ruling.Rule(sheet)
	s := &Shown{Identification: *identification(r), Holding: []Standing{}, Blamed: r.Blamed()}
	s.Says = s.Why.Text
	var standing []string
	for i := range s.Harmful {
		if h := &s.Harmful[i]; h.Status != ruling.Out {
			standing = append(standing, h.Taxon)
			s.Holding = append(s.Holding, Standing{Taxon: h.Taxon, Missing: h.CutsMissing()})
		}
	}
	for i, lines := range r.Holdings(standing) {
		s.Holding[i].Lines = lines
	}
	matterNow(s.Holding, s.Next)
	if len(s.Next) > 0 && s.Next[0].Again != nil {
		s.Again = s.Next[0].Character
	}
	return s, nil
}

func identification(r *ruling.Ruling) *Identification {
	i := &Identification{Report: *r.Report(), Next: checks.Next(r), Why: r.Why()}
	if i.FinishAtHome() {
		i.Cautions = append(i.Cautions, ruling.Caution{
			Code: ruling.FinishAtHome, Text: "What is left to read needs a table and time. Bag it apart from everything else and finish at home.",
		})
	}
	return i
}

// FinishAtHome tells whether all that would still tell anything can only be read at home.
func (i *Identification) FinishAtHome() bool {
	if i.Verdict != guide.KeepLooking || len(i.Next) == 0 {
		return false
	}
	for _, s := range i.Next {
		if s.Where == guide.Field && s.Gain > 0 {
			return false
		}
	}
	return i.Next[0].Where == guide.Home
}
