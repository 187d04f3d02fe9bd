package ruling

import (
	"math/bits"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// openColumn is a column that can still be read, or made firm, and on which the working name is scored.
type openColumn struct {
	number int
	// states are those that a reading could show: where it is read surely and only soft, what was read; firm those of them
	// that would count in full, or of a number whether it would.
	states, firm uint64
	own          uint32
	prospects    []guide.Prospect // by pattern, where all states can be firm
}

// Open lists the columns that can still be read, or made firm, and on which the working name is scored.
func (r *Ruling) openColumns() []openColumn {
	if r.open != nil || r.working < 0 {
		return r.open
	}
	s := r.sheet
	r.open = []openColumn{}
	for n := range s.Guide.Columns {
		col := &s.Guide.Columns[n]
		if !col.Scored.Has(r.working) {
			continue
		}
		o := openColumn{number: n, own: col.Pattern[r.working]}
		e := s.Entry(n)
		switch {
		case s.CanHave(n, r.working):
			o.states = col.Patterns[o.own].Mask
		case e != nil && s.CanFirmUp(e, r.working):
			o.states = e.Mask
		default:
			continue
		}
		if col.Kind != guide.States {
			o.states = guide.All
		}
		o.firm = r.firmOf(n, o.states)
		if o.firm == col.Patterns[o.own].Mask || col.Kind != guide.States && o.firm != 0 {
			o.prospects = col.Prospects(o.own)
		}
		r.open = append(r.open, o)
	}
	return r.open
}

// firmOf gives those of the states that would be read firmly; of a number all or none.
func (r *Ruling) firmOf(n int, states uint64) uint64 {
	col := &r.sheet.Guide.Columns[n]
	if col.Kind != guide.States {
		if !r.sheet.CanBeFirm(n, 0, r.working) {
			return 0
		}
		return guide.All
	}
	for m := states; m != 0; m &= m - 1 {
		if k := bits.TrailingZeros64(m); !r.sheet.CanBeFirm(n, 1<<k, r.working) {
			states &^= 1 << k
		}
	}
	return states
}

// prospect is what the column may still weigh against something scored as the pattern. What could not be firm is a hint.
func (o *openColumn) prospect(col *guide.Column, other uint32) guide.Prospect {
	if o.prospects != nil {
		return o.prospects[other]
	}
	p := col.Prospect(o.own, other, o.firm)
	if o.firm != o.states {
		soft := col.Prospect(o.own, other, o.states&^o.firm)
		if hint := min(soft.Most, policy.MostHint); hint > p.Most {
			p.Most, p.Full = hint, false
		}
	}
	return p
}

// hopeless is the set of harmful taxa that could not be ruled out even if every character that can still be read, or made
// firm, were read as whichever state of the working name weighs most against them; the first found where that is enough.
func (r *Ruling) hopeless(first bool) guide.Bits {
	s := r.sheet
	byLine := make([][]evidence.MayRead, len(s.Guide.Lines))
	open := r.openColumns()
	for i := range open {
		o := &open[i]
		col := &s.Guide.Columns[o.number]
		byLine[col.Line] = append(byLine[col.Line], evidence.MayRead{
			Column: col, Prospect: func(pattern uint32) guide.Prospect { return o.prospect(col, pattern) },
		})
	}
	reach := s.Reaching(r.working)
	for line := range byLine {
		reach.Line(line, byLine[line])
	}
	never := s.Set()
	for _, t := range r.missing.Members() {
		if _, standard := r.Standing(t); !reach.Meets(t, standard) {
			never.Set(t)
			if first {
				break
			}
		}
	}
	return never
}

// Telling lists the columns that can still be read and on which the working name shows something, however seldom, that
// would weigh against a harmful taxon that is not out; or those that what is read already rests on. While it is not named
// and cannot be separated itself, it lists those of the other name for which one keeps looking.
func (r *Ruling) Telling() []int {
	if r.working < 0 {
		return nil
	}
	if r.missing.Any() && r.hopeless(true).Any() {
		if other := r.anotherHope(); other != nil {
			r = other
		}
	}
	var out []int
	add := func(n int) {
		if !slices.Contains(out, n) {
			out = append(out, n)
		}
	}
	missing := r.missing.Members()
	for i := range r.openColumns() {
		o := &r.open[i]
		col := &r.sheet.Guide.Columns[o.number]
		if !slices.ContainsFunc(missing, func(t int) bool { return o.prospect(col, col.Pattern[t]).Most > 0 }) {
			continue
		}
		if r.sheet.CanHave(o.number, r.working) {
			add(o.number)
			continue
		}
		for l := range col.RequirementsFor(r.sheet.Entry(o.number).Mask) {
			if e := r.sheet.Entry(l.Column); (e == nil || !e.Firm) && r.sheet.CanHave(l.Column, r.working) {
				add(l.Column)
			}
		}
	}
	return out
}
