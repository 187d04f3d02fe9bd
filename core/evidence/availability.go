package evidence

import (
	"fmt"
	"slices"

	"zestythicket/core/guide"
)

// CanHave tells whether a character can still be read: not yet read, or only unsurely, or put off; its organ there on
// the day for the taxon (the working name's number; -1 for none), its tools at hand, its sense there. One on which two looks
// differed can be had from somebody else.
func (s *Sheet) CanHave(column, taxon int) bool {
	if e := s.Entry(column); e != nil {
		if e.Seen() && e.Sure || !e.Seen() && e.Unseen != NotChecked || e.Agreement == Differing && e.Ended {
			return false
		}
	}
	return s.withinReach(column, taxon)
}

// withinReach tells whether season, tools and senses allow a character to be read.
func (s *Sheet) withinReach(column, taxon int) bool {
	col := &s.Guide.Columns[column]
	if s.HasDate && taxon >= 0 && !s.Season(taxon).In(col.Organ, s.Date) {
		return false
	}
	return !s.otherwise(col) && s.Record.Observer.Can(col)
}

// otherwise tells whether what every reading of the column rests on was firmly read to be otherwise: a mushroom with pores has
// no gills to push off. What the piece lacks may still be fetched, so that does not count.
func (s *Sheet) otherwise(col *guide.Column) bool {
	for _, l := range col.Requires {
		if s.Guide.Columns[l.Column].Organ == guide.Piece {
			continue
		}
		if e := s.Entry(l.Column); e != nil && e.Firm && e.Mask&l.Mask == 0 {
			return true
		}
	}
	return false
}

// Can tells whether the observer has the tools and the sense that reading a character takes.
func (o *Observer) Can(col *guide.Column) bool {
	switch {
	case o.NoColour && col.FootingOf() == guide.Colour, o.NoSmell && col.FootingOf() == guide.Scent:
		return false
	case o.Kit == nil:
		return true
	}
	for _, tool := range col.Needs {
		if !slices.Contains(o.Kit, tool) {
			return false
		}
	}
	return true
}

// Without is an observer who does without those tools of a guide, and perhaps without colours or scents. The error names
// a tool that the guide does not need.
func Without(g *guide.Matrix, tools []string, noColour, noSmell bool) (Observer, error) {
	o := Observer{NoColour: noColour, NoSmell: noSmell}
	if len(tools) == 0 {
		return o, nil
	}
	all := g.Tools()
	for _, tool := range tools {
		if !slices.Contains(all, tool) {
			return o, fmt.Errorf("without: the guide needs no tool %q", tool)
		}
	}
	o.Kit = slices.DeleteFunc(all, func(tool string) bool { return slices.Contains(tools, tool) })
	return o, nil
}

// Lacking lists the tools of a guide that an observer does not have.
func (o *Observer) Lacking(g *guide.Matrix) []string {
	if o.Kit == nil {
		return []string{}
	}
	return slices.DeleteFunc(g.Tools(), func(tool string) bool { return slices.Contains(o.Kit, tool) })
}

// CanBeFirm tells whether a reading of the states in mask (0 for a number) could be firm, given what is read already
// and what can still be had.
func (s *Sheet) CanBeFirm(column int, mask uint64, taxon int) bool {
	for l := range s.Guide.Columns[column].RequirementsFor(mask) {
		if !s.canRest(l, taxon) {
			return false
		}
	}
	return true
}

// canRest tells whether the column of a requirement is, or could still be, firmly read within its states.
func (s *Sheet) canRest(l guide.Requirement, taxon int) bool {
	if e := s.Entry(l.Column); e != nil && e.Seen() && e.Sure {
		return e.Within(l.Mask) && s.CanBeFirm(l.Column, e.Mask, taxon)
	}
	if !s.CanHave(l.Column, taxon) {
		return false
	}
	for k := range s.Guide.Columns[l.Column].States {
		if l.Mask&(1<<k) != 0 && s.CanBeFirm(l.Column, 1<<k, taxon) {
			return true
		}
	}
	return false
}

// CanFirmUp tells whether a sure reading that is soft could still be made firm by reading what it rests on.
func (s *Sheet) CanFirmUp(e *Entry, taxon int) bool {
	return e.Seen() && e.Sure && !e.Firm && s.CanBeFirm(e.Number, e.Mask, taxon)
}
