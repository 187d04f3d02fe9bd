package ruling

import (
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// decide takes the rules in their order; the first that holds decides.
func (r *Ruling) decide() (guide.Verdict, finding) {
	for _, rule := range [...]func(*Ruling) (guide.Verdict, finding){
		(*Ruling).leaveAtOnce, (*Ruling).nothingToTake, (*Ruling).nothingMatches, (*Ruling).signPossible,
		(*Ruling).notOut, (*Ruling).notSeenEnough, (*Ruling).notLookedTwice, (*Ruling).oddUnasked, (*Ruling).showSomeone,
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
	if ahead := r.harmfulAhead(policy.FarAhead); ahead != nil && r.sheet.Target < 0 {
		return guide.Leave, finding{code: OnlyHarmfulFits, about: ahead}
	}
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

// harmfulAhead gives the harmful taxa that fit and are by as much likelier than the working name; nil where there are none.
func (r *Ruling) harmfulAhead(by policy.Centibans) guide.Bits {
	if r.working < 0 {
		return nil
	}
	ahead := r.sheet.Set()
	copy(ahead, r.fits)
	ahead.And(r.harmful)
	r.rankMany(ahead)
	limit := r.Posterior(r.working) + float64(by)
	for _, t := range ahead.Members() {
		if r.Posterior(t) < limit {
			ahead.Clear(t)
		}
	}
	if !ahead.Any() {
		return nil
	}
	return ahead
}

// nothingMatches: the working name does not fit, or there is none. A single reading that is in the way is asked for again
// first, and so is one that is odd for a name that was given.
func (r *Ruling) nothingMatches() (guide.Verdict, finding) {
	nearest := r.working
	if r.working >= 0 && r.fits.Has(r.working) {
		if r.sheet.Target < 0 {
			return "", finding{}
		}
		if verdict, why := r.oddUnasked(); why.holds() {
			return verdict, why
		}
		if ahead := r.harmfulAhead(policy.FarAheadOfAName); ahead != nil {
			return guide.Leave, finding{code: OnlyHarmfulFits, about: ahead}
		}
		return "", finding{}
	}
	if nearest < 0 {
		nearest = r.Likeliest(r.takeable)
	}
	if nearest >= 0 {
		if e := r.inTheWay(nearest, func(e *evidence.Entry) bool { return r.keeps(nearest, r.sheet.FitWithout(nearest, e)) }); e != nil {
			return r.lookAgain(e)
		}
	}
	if r.working < 0 {
		return guide.NoMatch, found(r.reason(NothingFits, -1, -1))
	}
	return guide.NoMatch, found(r.reason(TargetConflicts, r.working, -1))
}

func (r *Ruling) lookAgain(e *evidence.Entry) (guide.Verdict, finding) {
	r.again = e.Number
	return guide.KeepLooking, found(r.reason(LookAgain, -1, e.Number))
}

// oddUnasked: a reading is odd for the working name and was not asked for again. Asked once, it stands.
func (r *Ruling) oddUnasked() (guide.Verdict, finding) {
	if e := r.inTheWay(r.working, func(e *evidence.Entry) bool { return e.Odd(r.working) }); e != nil {
		return r.lookAgain(e)
	}
	return "", finding{}
}

// inTheWay is the sure reading that was not confirmed, is one of those asked for, and surprises most of the taxon; of
// equal ones the first by id.
func (r *Ruling) inTheWay(taxon int, which func(*evidence.Entry) bool) *evidence.Entry {
	var best *evidence.Entry
	var most policy.Centibans
	for i := range r.sheet.Entries {
		e := &r.sheet.Entries[i]
		if !e.Speaks(taxon) || !e.Sure || e.Stands() {
			continue
		}
		b, p := e.Bearing(), e.Column.Pattern[taxon]
		surprise := -b.Log[p] - b.Mean[p]
		if surprise <= 0 || !which(e) {
			continue
		}
		if best == nil || surprise > most || surprise == most && e.Column.ID < best.Column.ID {
			best, most = e, surprise
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
	if r.seconds = r.secondLooks(); r.seconds != nil {
		return "", finding{}
	}
	if never := r.hopeless(false); never.Any() && r.anotherHope() == nil {
		return guide.Leave, finding{code: CannotBeSeparated, about: never}
	}
	return guide.KeepLooking, finding{code: NotOut, about: r.missing}
}

// notLookedTwice: all that is missing is that what the ruling leans on was looked at once more.
func (r *Ruling) notLookedTwice() (guide.Verdict, finding) {
	var why []Reason
	for _, s := range r.seconds {
		why = append(why, r.reason(LookTwice, -1, s.Column))
	}
	return guide.KeepLooking, found(why...)
}

// anotherHope is the ruling under another name, where nobody named the specimen and it may still turn out to be another
// taxon than the likeliest, one that is not told from every harmful one yet but can still be; nil where there is none. A
// guess that cannot be separated then settles nothing yet.
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
		if other.missing.Any() && !other.hopeless(true).Any() {
			return &other
		}
		others.Clear(other.working)
	}
	return nil
}

// notSeenEnough: a must-see of the working name is missing, or too little of what was seen fits it. A firm reading that fails
// a must-see is asked for again before the name is given up for it.
func (r *Ruling) notSeenEnough() (guide.Verdict, finding) {
	s, w := r.sheet, r.workingTaxon()
	var why []Reason
	verdict := guide.KeepLooking
	for _, id := range w.MustSee {
		n, _ := s.Guide.Column(id)
		e := s.Entry(n)
		if e != nil && e.Firm && e.Speaks(r.working) {
			if e.Meets(r.working) {
				continue
			}
			if !e.Stands() {
				return r.lookAgain(e)
			}
		}
		why = append(why, r.reason(MustSee, r.working, n))
		can := s.CanHave(n, r.working) && r.someFirm(n)
		if !can && (e == nil || !s.CanFirmUp(e, r.working) || !e.Column.Meets(e.Column.Pattern[r.working], e.Read(""))) {
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
		if e.Firm && e.Column.Built() && e.Fits(r.working) {
			lines.Set(e.Column.Line)
		}
	}
	if lines.Count() >= policy.LinesToFit {
		return "", finding{}
	}
	for n := range s.Guide.Columns {
		col := &s.Guide.Columns[n]
		if col.Built() && !lines.Has(col.Line) && col.Scored.Has(r.working) && s.CanHave(n, r.working) {
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
