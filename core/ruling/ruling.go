package ruling

import (
	"cmp"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Ruling is the engine's answer on a record, as sets over the guide's taxa. Report writes it out.
type Ruling struct {
	Verdict guide.Verdict
	// Margin is the smallest number of slips over the deadly, serious and unknown taxa, over all harmful ones where there
	// are none of those; HasMargin is false where there are no harmful ones at all.
	Margin    int
	HasMargin bool

	sheet    *evidence.Sheet
	balances *evidence.Balances // for the working name; nil while there is none
	post     posteriors
	working  int // the taxon the record is judged as, or -1
	fits     guide.Bits
	takeable guide.Bits
	harmful  guide.Bits
	missing  guide.Bits // the harmful taxa that are not out
	open     []openColumn
	apart    guide.Bits
	why      finding
	demanded []int
	again    int
	seconds  []SecondLook // where they are all that is missing
}

// finding is what a rule finds: reasons, or one reason for every taxon of a set.
type finding struct {
	reasons []Reason
	code    Code
	about   guide.Bits
}

func (f finding) holds() bool { return len(f.reasons) > 0 || f.about != nil }

// Rule rules on a sheet.
func Rule(s *evidence.Sheet) *Ruling {
	g := s.Guide
	r := &Ruling{sheet: s, working: s.Target, fits: s.Set(), takeable: s.Set(), again: -1}
	r.post = newPosteriors(s)
	copy(r.takeable, g.Useful)
	if s.Record.Purpose == evidence.Touch {
		copy(r.takeable, s.Scope)
		r.takeable.AndNot(g.Touching)
	}
	r.takeable.And(s.Scope)
	copy(r.fits, s.Scope)
	r.fits.And(s.Fits())
	if s.Target >= 0 && r.keeps(s.Target, s.FitOf(s.Target)) {
		r.fits.Set(s.Target)
	}
	if r.working < 0 {
		may := s.Set()
		copy(may, r.fits)
		may.And(r.takeable)
		r.working = r.Likeliest(may)
	}
	r.findHarmful()
	r.Verdict, r.why = r.decide()
	return r
}

// keeps tells whether a taxon that goes as well as that with the readings fits; a name that was given is kept longer.
func (r *Ruling) keeps(taxon int, f evidence.Fit) bool {
	return f.Holds() || taxon == r.sheet.Target && f.Keeps()
}

// findHarmful finds the taxa that must be ruled out for this record, and which of them are not.
func (r *Ruling) findHarmful() {
	s, g := r.sheet, r.sheet.Guide
	r.harmful, r.missing, r.apart = s.Set(), s.Set(), s.Set()
	if s.Record.Purpose == evidence.Touch {
		copy(r.harmful, g.Touching)
	} else {
		copy(r.harmful, g.Harms[guide.Upset])
		r.harmful.AndNot(g.Useful)
		r.harmful.Or(g.Grave)
		r.spareOwn()
	}
	r.harmful.And(s.Scope)
	g.Elsewhere(s.Record.Region, r.apart)
	r.apart.And(r.harmful)
	r.harmful.AndNot(r.apart)
	r.balances, r.open, r.seconds = nil, nil, nil
	if r.working >= 0 {
		r.balances = s.Weigh(r.working, r.harmful)
	}
	var grave, any slipsLeast
	r.harmful.Each(func(t int) {
		harm := g.Taxa[t].Harm
		st := r.stands(t)
		if !st.Meets(StandardFor(harm, s.Record.Purpose)) {
			r.missing.Set(t)
		}
		any.see(st.Slips)
		if harm.Grave() {
			grave.see(st.Slips)
		}
	})
	least := grave
	if !least.seen {
		least = any
	}
	r.Margin, r.HasMargin = least.slips, least.seen
}

// slipsLeast is the smallest of some numbers of slips.
type slipsLeast struct {
	slips int
	seen  bool
}

func (l *slipsLeast) see(slips int) {
	if !l.seen || slips < l.slips {
		l.slips, l.seen = slips, true
	}
}

// stands is how a harmful taxon stands against the working name; while there is none, nothing speaks against it.
func (r *Ruling) stands(taxon int) evidence.Stands {
	if r.balances == nil {
		return evidence.Stands{}
	}
	return r.balances.Of(taxon)
}

// Standing is how a harmful taxon stands, and what it takes to rule it out.
func (r *Ruling) Standing(taxon int) (evidence.Stands, policy.Standard) {
	return r.stands(taxon), StandardFor(r.sheet.Guide.Taxa[taxon].Harm, r.sheet.Record.Purpose)
}

// spareOwn takes the working name, and those of its group that have a use, out of what must be ruled out.
func (r *Ruling) spareOwn() {
	if r.working < 0 {
		return
	}
	g := r.sheet.Guide
	if own := g.Groups[g.Taxa[r.working].Group]; own != nil {
		r.harmful.AndNot(own)
	}
	r.harmful.Clear(r.working)
}

// gravestFirst lists the taxa of a set: by harm, then the weakest ruled out first, then by id.
func (r *Ruling) gravestFirst(set guide.Bits) []int {
	type ranked struct {
		taxon  int
		harm   guide.Harm
		stands evidence.Stands
		id     string
	}
	var list []ranked
	set.Each(func(t int) {
		tx := &r.sheet.Guide.Taxa[t]
		list = append(list, ranked{t, tx.Harm, r.stands(t), tx.ID})
	})
	slices.SortFunc(list, func(a, b ranked) int {
		return cmp.Or(cmp.Compare(a.harm.Gravity(), b.harm.Gravity()), cmp.Compare(a.stands.Slips, b.stands.Slips),
			cmp.Compare(a.stands.Balance, b.stands.Balance), cmp.Compare(a.id, b.id))
	})
	out := make([]int, len(list))
	for i := range list {
		out[i] = list[i].taxon
	}
	return out
}

// Sheet is what was ruled on.
func (r *Ruling) Sheet() *evidence.Sheet { return r.sheet }

// WorkingTaxon is the number of the working name, or -1.
func (r *Ruling) WorkingTaxon() int { return r.working }

// Fits is the set of taxa that still fit.
func (r *Ruling) Fits() guide.Bits { return r.fits }

// Harmful is the set of taxa that must be ruled out.
func (r *Ruling) Harmful() guide.Bits { return r.harmful }

// Missing is the set of harmful taxa that are not out.
func (r *Ruling) Missing() guide.Bits { return r.missing }

// AgainColumn is the column that is asked for again, or -1. What hangs on it is not to be shown.
func (r *Ruling) AgainColumn() int { return r.again }

// Demanded lists the columns that the verdict waits for, the most pressing first.
func (r *Ruling) Demanded() []int { return r.demanded }
