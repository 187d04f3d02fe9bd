package evidence

import (
	"slices"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Entry is the reading that counts for one character, and what it says against the guide's taxa.
type Entry struct {
	*Reading
	Column *guide.Column
	Number int
	// Mask has a bit for every state read; Lo and Hi bound a number read.
	Mask   uint64
	Lo, Hi float64
	// Firm is true where it is sure and rests on nothing missing. Faded is true where it says nothing any more.
	Firm, Faded bool
	// Agreement is what all looks at it come to; Ended tells that no further look can be had.
	Agreement Agreement
	Ended     bool

	bearing guide.Bearing
}

// Sheet is a record laid out on a guide: the latest reading of each character, with all it rests on worked out.
type Sheet struct {
	Guide   *guide.Matrix
	Record  *Record
	Entries []Entry
	// Target is the working name's number, or -1.
	Target int
	// Scope is the set of taxa that are looked at.
	Scope guide.Bits
	// Date is the day, where HasDate.
	Date    time.Time
	HasDate bool

	entryAt []int32    // by column: 1 + index into Entries, 0 for none
	lines   [][]*Entry // the entries of each line of evidence together
	fit     guide.Bits // worked out when it is first asked for
	seasons []guide.Season
	arena   *arena
}

// Open checks a record and lays it out. The error names what is wrong with the record.
func Open(g *guide.Matrix, r *Record) (*Sheet, error) {
	if err := r.Check(g); err != nil {
		return nil, err
	}
	s := &Sheet{Guide: g, Record: r, Target: -1, arena: arenas.Get().(*arena)}
	if t, ok := g.Taxon(r.Target); ok {
		s.Target = t
	}
	if r.Date != "" {
		s.Date, _ = time.Parse(time.DateOnly, r.Date) // the record was checked
		s.HasDate = true
	}
	s.Scope = s.scope()
	s.entryAt = zeroed(s.arena.entryAt, len(g.Columns))
	s.Entries = zeroed(s.arena.entries, len(r.Readings))[:0]
	s.arena.latest = zeroed(s.arena.latest, len(g.Columns))
	latest := s.arena.latest
	for i := range r.Readings {
		n, _ := g.Column(r.Readings[i].Character)
		latest[n] = &r.Readings[i]
	}
	for n, rd := range latest {
		if rd != nil {
			s.Entries = append(s.Entries, entryOf(g, n, rd))
			s.entryAt[n] = int32(len(s.Entries))
		}
	}
	for i := range s.Entries {
		e := &s.Entries[i]
		e.Firm = s.firm(e)
		if e.Seen() {
			e.bearing = e.Column.Bearing(e.Read(r.Stage))
		}
	}
	s.lines = s.byLine()
	return s, nil
}

// Season is when the parts of a taxon are there, where the record's specimen stood; at the guide's reference place where that is
// not known.
func (s *Sheet) Season(taxon int) guide.Season {
	of := s.Guide.Taxa[taxon].Season
	if s.Record.Place == nil {
		return of
	}
	if s.seasons == nil {
		s.seasons = make([]guide.Season, len(s.Guide.Taxa))
	}
	if s.seasons[taxon] == nil {
		s.seasons[taxon] = season.At(of, *s.Record.Place, season.Site(s.Guide.Meta.Reference), 0)
	}
	return s.seasons[taxon]
}

func (s *Sheet) scope() guide.Bits {
	g := s.Guide
	switch {
	case s.Record.Kingdom != "":
		return g.Kingdoms[s.Record.Kingdom]
	case s.Target >= 0:
		return g.Kingdoms[g.Taxa[s.Target].Kingdom]
	}
	all := s.Set()
	for _, k := range g.Kingdoms {
		all.Or(k)
	}
	return all
}

func entryOf(g *guide.Matrix, n int, r *Reading) Entry {
	col := &g.Columns[n]
	e := Entry{Reading: r, Column: col, Number: n, Agreement: Once}
	if r.Confirmed {
		e.Agreement = Twice
	}
	if len(r.Looks) > 0 {
		together, how, ended := r.Counts()
		r = &together
		e.Reading, e.Agreement, e.Ended = r, how, ended
	}
	switch {
	case r.Unseen != "":
		return e
	case r.States != nil:
		for _, id := range r.States {
			k, _ := col.State(id)
			e.Mask |= 1 << k
		}
	default:
		e.Lo, e.Hi = r.bounds()
	}
	e.Faded = col.Fades(r.Handled)
	return e
}

// Entry is what was read for a character, by the column's number; nil where nothing was.
func (s *Sheet) Entry(column int) *Entry {
	if i := s.entryAt[column]; i > 0 {
		return &s.Entries[i-1]
	}
	return nil
}

// Index is the place of an entry among the sheet's entries.
func (s *Sheet) Index(e *Entry) int { return int(s.entryAt[e.Number]) - 1 }

// Seen tells whether anything was read, rather than noted as unseen.
func (e *Entry) Seen() bool { return e.Unseen == "" }

// Speaks tells whether the reading bears on the taxon: it was made, has not faded, and the guide scores the taxon.
func (e *Entry) Speaks(taxon int) bool { return e.Seen() && !e.Faded && e.Column.Scored.Has(taxon) }

// Within tells whether something was read and no state read is outside mask.
func (e *Entry) Within(mask uint64) bool { return e.Seen() && e.Mask != 0 && e.Mask&^mask == 0 }

// firm follows what the reading rests on; a guide in which that runs in a circle is refused before. Nothing is firm that
// has faded, or rests on what has.
func (s *Sheet) firm(e *Entry) bool {
	if !e.Seen() || !e.Sure || e.Faded {
		return false
	}
	for l := range e.Column.RequirementsFor(e.Mask) {
		on := s.Entry(l.Column)
		if on == nil || !on.Within(l.Mask) || !s.firm(on) {
			return false
		}
	}
	return true
}

// Read is what was read, as the column weighs it.
func (e *Entry) Read(stage string) guide.Read {
	return guide.Read{Mask: e.Mask, Lo: e.Lo, Hi: e.Hi, Soft: !e.Firm, Stage: stage}
}

// Bearing is what the reading says of every pattern of its column.
func (e *Entry) Bearing() *guide.Bearing { return &e.bearing }

// Conflicts tells whether the taxon never shows what was read, however seldom, at any stage. A reading that is unseen or
// faded conflicts with none.
func (e *Entry) Conflicts(taxon int) bool {
	return e.Speaks(taxon) && e.Column.Never(e.Column.Pattern[taxon], e.Read(""))
}

// Fits tells whether the reading bears on the taxon and does not conflict with it.
func (e *Entry) Fits(taxon int) bool { return e.Speaks(taxon) && !e.Conflicts(taxon) }

// Meets tells whether the reading meets a must-see of the taxon.
func (e *Entry) Meets(taxon int) bool {
	return e.Firm && e.Speaks(taxon) && e.Column.Meets(e.Column.Pattern[taxon], e.Read(""))
}

// Odd tells whether the reading is odd for the taxon: neither anything that it shows, nor next to that.
func (e *Entry) Odd(taxon int) bool {
	return e.Speaks(taxon) && e.Column.Odd(e.Column.Pattern[taxon], e.Read(""))
}

// byLine puts the entries of each line of evidence together, in the order of the guide's lines.
func (s *Sheet) byLine() [][]*Entry {
	s.arena.order = zeroed(s.arena.order, len(s.Entries))
	all := s.arena.order
	for i := range s.Entries {
		all[i] = &s.Entries[i]
	}
	slices.SortStableFunc(all, func(a, b *Entry) int { return a.Column.Line - b.Column.Line })
	lines := zeroed(s.arena.lines, len(all))[:0]
	for from := 0; from < len(all); {
		to := from + 1
		for to < len(all) && all[to].Column.Line == all[from].Column.Line {
			to++
		}
		lines = append(lines, all[from:to:to])
		from = to
	}
	return lines
}

// Lines gives the readings of every line of evidence together, in the order of the guide's lines.
func (s *Sheet) Lines() [][]*Entry { return s.lines }

// Line gives the readings on a line of evidence, by its number.
func (s *Sheet) Line(line int) []*Entry {
	for _, l := range s.lines {
		if l[0].Column.Line == line {
			return l
		}
	}
	return nil
}
