package ruling

import (
	"cmp"
	"math/bits"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// decide takes the rules in their order; the first that holds decides.
func (r *Ruling) decide() (guide.Verdict, finding) {
	for _, rule := range [...]func(*Ruling) (guide.Verdict, finding){
		(*Ruling).leaveAtOnce, (*Ruling).nothingToTake, (*Ruling).nothingMatches, (*Ruling).signPossible,
		(*Ruling).notOut, (*Ruling).notSeenEnough, (*Ruling).showSomeone,
	} {
		if verdict, why := rule(r); why.holds() {
			return verdict, why
		}
	}
	return guide.RuledClear, finding{}
}

func found(why ...Reason) finding { return finding{reasons: why} }

// leaveAtOnce: a sign to leave holds, or the working name is itself harmful.
func (r *Ruling) leaveAtOnce() (guide.Verdict, finding) {
	why := r.signs(guide.Leave)
	if w := r.workingTaxon(); w != nil && r.sheet.Record.Purpose != evidence.Touch {
		if w.Harm == guide.Deadly || (w.Harm == guide.Serious || w.Harm == guide.Unknown) && !w.Useful() {
			why = append(why, r.reason(TargetHarmful, r.working, -1))
		}
	}
	return guide.Leave, found(why...)
}

// nothingToTake: what fits is harmful, or is nothing one would take.
func (r *Ruling) nothingToTake() (guide.Verdict, finding) {
	if !r.fits.Meets(r.takeable) {
		if r.fits.Meets(r.harmful) {
			both := r.sheet.Set()
			copy(both, r.fits)
			both.And(r.harmful)
			return guide.Leave, finding{code: OnlyHarmfulFits, about: both}
		}
		if r.fits.Any() {
			return guide.Leave, found(r.reason(NothingToTake, r.Likeliest(r.fits), -1))
		}
	}
	if r.working >= 0 && !r.takeable.Has(r.working) {
		return guide.Leave, found(r.reason(NothingToTake, r.working, -1))
	}
	return "", finding{}
}

// nothingMatches: the working name does not fit, or there is none. A single reading that is in the way is asked for again first.
func (r *Ruling) nothingMatches() (guide.Verdict, finding) {
	if r.working >= 0 && r.fits.Has(r.working) {
		return "", finding{}
	}
	nearest := r.working
	if nearest < 0 {
		nearest = r.Likeliest(r.takeable)
	}
	if nearest >= 0 && r.tally.Of(nearest).Against < policy.LookAgainBelow {
		if e := r.inTheWay(nearest); e != nil {
			r.again = e.Number
			return guide.KeepLooking, found(r.reason(LookAgain, -1, e.Number))
		}
	}
	if r.working < 0 {
		return guide.NoMatch, found(r.reason(NothingFits, -1, -1))
	}
	return guide.NoMatch, found(r.reason(TargetConflicts, r.working, -1))
}

// inTheWay is the unconfirmed reading that speaks most against the taxon: the heaviest, then the one most often
// misread, then by id.
func (r *Ruling) inTheWay(taxon int) *evidence.Entry {
	var best *evidence.Entry
	for i := range r.sheet.Entries {
		e := &r.sheet.Entries[i]
		if e.Weight(taxon) == 0 || e.Confirmed {
			continue
		}
		if best == nil || cmp.Or(cmp.Compare(e.Weight(taxon), best.Weight(taxon)), cmp.Compare(misread(e), misread(best)),
			cmp.Compare(best.Column.ID, e.Column.ID)) > 0 {
			best = e
		}
	}
	return best
}

// signPossible: a sign would hold if its soft readings were firm.
func (r *Ruling) signPossible() (guide.Verdict, finding) {
	var why []Reason
	for i := range r.sheet.Guide.Signs {
		if !r.signShows(i, (*evidence.Entry).Within) || r.signShows(i, holds) {
			continue
		}
		why = append(why, Reason{Code: SignPossible, Sign: r.sheet.Guide.Signs[i].ID})
		for _, l := range r.sheet.Guide.SignNeeds[i] {
			if !r.sheet.Entry(l.Column).Firm {
				r.demandFirm(l.Column)
			}
		}
	}
	return guide.KeepLooking, found(why...)
}

// notOut: a harmful taxon is not ruled out, and may or may not be with what can still be read.
func (r *Ruling) notOut() (guide.Verdict, finding) {
	if !r.harmful.Any() {
		return guide.KeepLooking, found(r.reason(GuideTooThin, r.working, -1))
	}
	if !r.missing.Any() {
		return "", finding{}
	}
	if never := r.hopeless(); never.Any() && r.anotherHope() == nil {
		return guide.Leave, finding{code: CannotBeSeparated, about: never}
	}
	return guide.KeepLooking, finding{code: NotOut, about: r.missing}
}

// anotherHope is the ruling under another name, where nobody named the specimen and it may still turn out to be another
// taxon than the likeliest, one that can still be told from every harmful one; nil where there is none. A guess that
// cannot be separated then settles nothing yet.
func (r *Ruling) anotherHope() *Ruling {
	if r.sheet.Target >= 0 {
		return nil
	}
	others := r.sheet.Set()
	copy(others, r.fits)
	others.And(r.takeable)
	others.Clear(r.working)
	for range policy.OtherNames {
		if !others.Any() {
			return nil
		}
		other := *r
		other.working = r.Likeliest(others)
		other.findHarmful()
		if other.harmful.Any() && !other.hopeless().Any() {
			return &other
		}
		others.Clear(other.working)
	}
	return nil
}

// Telling lists the columns that can still be read and on which the working name shows something, however seldom, that
// would cut a harmful taxon that is not out; or those that what is read already rests on. While it is not named and
// cannot be separated itself, it lists those of the other name for which one keeps looking.
func (r *Ruling) Telling() []int {
	if r.working < 0 {
		return nil
	}
	if r.missing.Any() && r.hopeless().Any() {
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
	for n := range r.sheet.Guide.Columns {
		cut := r.sheet.Set()
		if !r.canCut(n) {
			continue
		}
		if r.addDiffering(n, cut); !cut.Meets(r.missing) {
			continue
		}
		if r.sheet.CanHave(n, r.working) {
			add(n)
			continue
		}
		for l := range r.sheet.Guide.Columns[n].RequirementsFor(r.sheet.Entry(n).Mask) {
			if e := r.sheet.Entry(l.Column); (e == nil || !e.Firm) && r.sheet.CanHave(l.Column, r.working) {
				add(l.Column)
			}
		}
	}
	return out
}

// hopeless is the set of harmful taxa whose margin could not reach what is needed even if every character that can
// still be read, or made firm, were read as whichever state of the working name conflicts with them.
func (r *Ruling) hopeless() guide.Bits {
	s, g := r.sheet, r.sheet.Guide
	could := make([]guide.Bits, len(g.Lines)) // by line: the taxa that could still be cut on it
	for n := range g.Columns {
		if r.canCut(n) {
			line := g.Columns[n].Line
			if could[line] == nil {
				could[line] = s.Set()
			}
			r.addDiffering(n, could[line])
		}
	}
	reach := s.Counter(len(g.Lines))
	for line, set := range could {
		read := s.Line(line)
		if read == nil && set == nil {
			continue
		}
		for w := range r.missing {
			if r.missing[w] == 0 {
				continue
			}
			hit, _, _ := evidence.WorthOn(read, w)
			if set != nil {
				hit |= set[w]
			}
			reach.AddWord(w, hit)
		}
	}
	never := s.Set()
	for harm, set := range g.Harms {
		lines := LinesNeeded(harm, s.Record.Purpose)
		for w := range set {
			if hit := set[w] & r.missing[w]; hit != 0 {
				never[w] |= hit &^ reach.AtLeast(w, lines)
			}
		}
	}
	return never
}

// canCut tells whether a column can still be read, or made firm.
func (r *Ruling) canCut(n int) bool {
	e := r.sheet.Entry(n)
	return r.sheet.CanHave(n, r.working) || e != nil && r.sheet.CanFirmUp(e, r.working)
}

// addDiffering adds the taxa for which couldDiffer holds.
func (r *Ruling) addDiffering(n int, into guide.Bits) {
	col := &r.sheet.Guide.Columns[n]
	if !col.Scored.Has(r.working) {
		return
	}
	if col.Kind != guide.States {
		if r.sheet.CanBeFirm(n, 0, r.working) {
			col.AddDiffering(&col.Patterns[col.Pattern[r.working]], into)
		}
		return
	}
	for m := r.firmable(n); m != 0; m &= m - 1 {
		has := col.Has[bits.TrailingZeros64(m)]
		for w := range into {
			into[w] |= col.Scored[w] &^ has[w]
		}
	}
}

// firmable gives the states of the working name on the column that would count in full, as bits.
func (r *Ruling) firmable(n int) uint64 {
	col := &r.sheet.Guide.Columns[n]
	if !col.Full() {
		return 0
	}
	mask := col.Patterns[col.Pattern[r.working]].Mask
	for m := mask; m != 0; m &= m - 1 {
		if k := bits.TrailingZeros64(m); !r.sheet.CanBeFirm(n, 1<<k, r.working) {
			mask &^= 1 << k
		}
	}
	return mask
}

// couldDiffer tells whether the working name shows anything on the column that would conflict with the taxon in full, firmly.
func (r *Ruling) couldDiffer(n, taxon int) bool {
	s := r.sheet
	col := &s.Guide.Columns[n]
	if !col.Scored.Has(taxon) || !col.Scored.Has(r.working) {
		return false
	}
	own, other := &col.Patterns[col.Pattern[r.working]], &col.Patterns[col.Pattern[taxon]]
	if col.Kind != guide.States {
		outside, beyond := own.CanDiffer(col.Kind, other)
		if !col.Full() {
			outside = col.Size && beyond
		}
		return outside && s.CanBeFirm(n, 0, r.working)
	}
	return r.firmable(n)&^other.Mask != 0
}

// notSeenEnough: a must-see of the working name is missing, or too little of what was seen fits it.
func (r *Ruling) notSeenEnough() (guide.Verdict, finding) {
	s, w := r.sheet, r.workingTaxon()
	var why []Reason
	verdict := guide.KeepLooking
	for _, id := range w.MustSee {
		n, _ := s.Guide.Column(id)
		e := s.Entry(n)
		if e != nil && e.Firm && e.Fits(r.working) {
			continue
		}
		why = append(why, r.reason(MustSee, r.working, n))
		can := s.CanHave(n, r.working) && r.someFirm(n)
		if !can && (e == nil || !s.CanFirmUp(e, r.working) || e.Weight(r.working) > 0) {
			verdict = guide.Leave
			continue
		}
		r.demandFirm(n)
	}
	if len(why) > 0 {
		return verdict, found(why...)
	}
	lines := guide.NewBits(len(s.Guide.Lines))
	for i := range s.Entries {
		e := &s.Entries[i]
		if e.Firm && e.Column.Full() && e.Fits(r.working) {
			lines.Set(e.Column.Line)
		}
	}
	if lines.Count() >= policy.LinesToFit {
		return "", finding{}
	}
	for n := range s.Guide.Columns {
		col := &s.Guide.Columns[n]
		if col.Full() && !lines.Has(col.Line) && col.Scored.Has(r.working) && s.CanHave(n, r.working) {
			r.demanded = append(r.demanded, n)
		}
	}
	return guide.KeepLooking, found(r.reason(TooLittleSeen, r.working, -1))
}

// someFirm tells whether any state that the working name shows on the column could be read firmly.
func (r *Ruling) someFirm(n int) bool {
	col := &r.sheet.Guide.Columns[n]
	if !col.Scored.Has(r.working) {
		return false
	}
	if col.Kind != guide.States {
		return r.sheet.CanBeFirm(n, 0, r.working)
	}
	for _, sh := range col.Patterns[col.Pattern[r.working]].Shown {
		if r.sheet.CanBeFirm(n, 1<<sh.State, r.working) {
			return true
		}
	}
	return false
}

// demandFirm asks for a column, or where it is read surely already, for what it rests on.
func (r *Ruling) demandFirm(n int) {
	e := r.sheet.Entry(n)
	if e == nil || !e.Seen() || !e.Sure {
		r.demanded = append(r.demanded, n)
		return
	}
	for l := range e.Column.RequirementsFor(e.Mask) {
		if on := r.sheet.Entry(l.Column); on == nil || !on.Firm {
			r.demandFirm(l.Column)
		}
	}
}

// showSomeone: a gate the observer was not taught for, a sign, or a working name that only the practised may take.
func (r *Ruling) showSomeone() (guide.Verdict, finding) {
	var why []Reason
	w := r.workingTaxon()
	for i := range r.sheet.Guide.Gates {
		gate := &r.sheet.Guide.Gates[i]
		if !slices.Contains(r.sheet.Record.Observer.Taught, gate.ID) && (r.sheet.Guide.GateTaxa[i].Has(r.working) || r.gateReads(i)) {
			x := r.reason(Gate, r.working, -1)
			x.Gate = gate.ID
			why = append(why, x)
		}
	}
	why = append(why, r.signs(guide.ShowSomeone)...)
	if (w.Harm == guide.Serious || w.Harm == guide.Unknown) && r.sheet.Record.Purpose != evidence.Touch {
		why = append(why, r.reason(TargetSerious, r.working, -1))
	}
	return guide.ShowSomeone, found(why...)
}

func (r *Ruling) gateReads(gate int) bool {
	needs := r.sheet.Guide.GateNeeds[gate]
	return len(needs) > 0 && r.all(needs, holds)
}

// gates lists every gate that a fitting taxon or the readings call for, taught or not.
func (r *Ruling) gates() []string {
	out := []string{}
	for i := range r.sheet.Guide.Gates {
		gate := &r.sheet.Guide.Gates[i]
		if r.gateReads(i) || r.fits.Meets(r.sheet.Guide.GateTaxa[i]) {
			out = append(out, gate.ID)
		}
	}
	return out
}

func holds(e *evidence.Entry, mask uint64) bool { return e.Firm && e.Within(mask) }

// signs gives a reason for every sign of the verdict that holds.
func (r *Ruling) signs(verdict guide.Verdict) []Reason {
	var why []Reason
	for i := range r.sheet.Guide.Signs {
		if sign := &r.sheet.Guide.Signs[i]; sign.Verdict == verdict && r.signShows(i, holds) {
			why = append(why, Reason{Code: Sign, Sign: sign.ID})
		}
	}
	return why
}

// signShows tells whether the readings show a sign, by the given measure, and it does not spare a working name that fits.
func (r *Ruling) signShows(sign int, shows func(*evidence.Entry, uint64) bool) bool {
	if !r.all(r.sheet.Guide.SignNeeds[sign], shows) {
		return false
	}
	spared := slices.ContainsFunc(r.sheet.Guide.Signs[sign].Spares, func(id string) bool {
		t, _ := r.sheet.Guide.Taxon(id)
		return t == r.working
	})
	return !spared || !r.fits.Has(r.working)
}

func (r *Ruling) all(needs []guide.Requirement, shows func(*evidence.Entry, uint64) bool) bool {
	for _, l := range needs {
		if e := r.sheet.Entry(l.Column); e == nil || !shows(e, l.Mask) {
			return false
		}
	}
	return true
}

func (r *Ruling) workingTaxon() *guide.Taxon {
	if r.working < 0 {
		return nil
	}
	return &r.sheet.Guide.Taxa[r.working]
}
