package ruling

import (
	"cmp"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// The smallest number of lines of firm readings in full that must fit the working name itself, so that nothing is
// cleared for being unlike everything. Common practice; no published source.
const linesToFit = 2

// decide takes the rules in their order; the first that holds decides.
func (r *Ruling) decide() (guide.Verdict, []Reason) {
	for _, rule := range []func() (guide.Verdict, []Reason){
		r.leaveAtOnce, r.nothingToTake, r.nothingMatches, r.signPossible, r.notOut, r.notSeenEnough, r.showSomeone,
	} {
		if verdict, why := rule(); len(why) > 0 {
			return verdict, why
		}
	}
	return guide.RuledClear, []Reason{}
}

// leaveAtOnce: a sign to leave holds, or the working name is itself harmful.
func (r *Ruling) leaveAtOnce() (guide.Verdict, []Reason) {
	why := r.signs(guide.Leave)
	if w := r.workingTaxon(); w != nil && r.sheet.Record.Purpose != evidence.Touch {
		if w.Harm == guide.Deadly || (w.Harm == guide.Serious || w.Harm == guide.Unknown) && !w.Useful() {
			why = append(why, r.reason(TargetHarmful, r.working, -1))
		}
	}
	return guide.Leave, why
}

// nothingToTake: what fits is harmful, or is nothing one would take.
func (r *Ruling) nothingToTake() (guide.Verdict, []Reason) {
	may := r.fits.Copy()
	may.And(r.takeable)
	if may.Count() == 0 {
		var why []Reason
		for _, h := range r.harmful {
			if r.fits.Has(h.taxon) {
				why = append(why, r.reason(OnlyHarmfulFits, h.taxon, -1))
			}
		}
		if len(why) > 0 {
			return guide.Leave, why
		}
		if r.fits.Count() > 0 {
			return guide.Leave, []Reason{r.reason(NothingToTake, r.ranked(r.fits)[0], -1)}
		}
	}
	if r.working >= 0 && !r.takeable.Has(r.working) {
		return guide.Leave, []Reason{r.reason(NothingToTake, r.working, -1)}
	}
	return "", nil
}

// nothingMatches: the working name does not fit, or there is none. A single reading that is in the way is asked for again first.
func (r *Ruling) nothingMatches() (guide.Verdict, []Reason) {
	if r.working >= 0 && r.fits.Has(r.working) {
		return "", nil
	}
	nearest := r.working
	if nearest < 0 {
		if order := r.ranked(r.takeable); len(order) > 0 {
			nearest = order[0]
		}
	}
	if nearest >= 0 && r.standings[nearest].Against < 2*evidence.Whole {
		if e := r.inTheWay(nearest); e != nil {
			r.again = e.Number
			return guide.KeepLooking, []Reason{r.reason(LookAgain, -1, e.Number)}
		}
	}
	if r.working < 0 {
		return guide.NoMatch, []Reason{r.reason(NothingFits, -1, -1)}
	}
	return guide.NoMatch, []Reason{r.reason(TargetConflicts, r.working, -1)}
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
func (r *Ruling) signPossible() (guide.Verdict, []Reason) {
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
	return guide.KeepLooking, why
}

// notOut: a harmful taxon is not ruled out, and may or may not be with what can still be read.
func (r *Ruling) notOut() (guide.Verdict, []Reason) {
	if len(r.harmful) == 0 {
		return guide.KeepLooking, []Reason{r.reason(GuideTooThin, r.working, -1)}
	}
	var open, hopeless []Reason
	for i, h := range r.harmful {
		if h.out() {
			continue
		}
		x := r.reason(NotOut, h.taxon, -1)
		x.harmful = i
		open = append(open, x)
		if r.reachable(h.taxon) < LinesNeeded(r.sheet.Guide.Taxa[h.taxon].Harm, r.sheet.Record.Purpose) {
			hopeless = append(hopeless, r.reason(CannotBeSeparated, h.taxon, -1))
		}
	}
	if len(hopeless) > 0 {
		return guide.Leave, hopeless
	}
	return guide.KeepLooking, open
}

// reachable is the margin against a harmful taxon if every character that can still be read, or made firm, were read
// as whichever state of the working name conflicts with it.
func (r *Ruling) reachable(taxon int) int {
	s := r.sheet
	lines := guide.NewBits(len(s.Guide.Lines))
	for n := range s.Guide.Columns {
		col := &s.Guide.Columns[n]
		if lines.Has(col.Line) {
			continue
		}
		e := s.Entry(n)
		can := s.CanHave(n, r.working) || e != nil && s.CanFirmUp(e, r.working)
		if e != nil && e.Weight(taxon) == evidence.Whole || can && r.couldDiffer(n, taxon) {
			lines.Set(col.Line)
		}
	}
	return lines.Count()
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
		if !col.Trust.Full {
			outside = col.Size && beyond
		}
		return outside && s.CanBeFirm(n, 0, r.working)
	}
	if !col.Trust.Full {
		return false
	}
	for _, sh := range own.Shown {
		if other.Mask&(1<<sh.State) == 0 && s.CanBeFirm(n, 1<<sh.State, r.working) {
			return true
		}
	}
	return false
}

// notSeenEnough: a must-see of the working name is missing, or too little of what was seen fits it.
func (r *Ruling) notSeenEnough() (guide.Verdict, []Reason) {
	s, w := r.sheet, r.workingTaxon()
	var why []Reason
	verdict := guide.KeepLooking
	for _, id := range w.MustSee {
		n, _ := s.Guide.Column(id)
		e := s.Entry(n)
		if e != nil && e.Firm && e.Speaks(r.working) && !e.Against.Has(r.working) {
			continue
		}
		why = append(why, r.reason(MustSee, r.working, n))
		can := s.CanHave(n, r.working) && r.someFirm(n)
		if !can && (e == nil || !s.CanFirmUp(e, r.working) || e.Against.Has(r.working)) {
			verdict = guide.Leave
			continue
		}
		r.demandFirm(n)
	}
	if len(why) > 0 {
		return verdict, why
	}
	lines := guide.NewBits(len(s.Guide.Lines))
	for i := range s.Entries {
		e := &s.Entries[i]
		if e.Firm && e.Column.Trust.Full && e.Speaks(r.working) && !e.Against.Has(r.working) {
			lines.Set(e.Column.Line)
		}
	}
	if lines.Count() >= linesToFit {
		return "", nil
	}
	for n := range s.Guide.Columns {
		col := &s.Guide.Columns[n]
		if col.Trust.Full && !lines.Has(col.Line) && col.Scored.Has(r.working) && s.CanHave(n, r.working) {
			r.demanded = append(r.demanded, n)
		}
	}
	return guide.KeepLooking, []Reason{r.reason(TooLittleSeen, r.working, -1)}
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
	for l := range e.Column.LeansFor(e.Mask) {
		if on := r.sheet.Entry(l.Column); on == nil || !on.Firm {
			r.demandFirm(l.Column)
		}
	}
}

// showSomeone: a gate the observer was not taught for, a sign, or a working name that only the practised may take.
func (r *Ruling) showSomeone() (guide.Verdict, []Reason) {
	var why []Reason
	w := r.workingTaxon()
	for i := range r.sheet.Guide.Gates {
		gate := &r.sheet.Guide.Gates[i]
		if !slices.Contains(r.sheet.Record.Observer.Taught, gate.ID) && (gateTakes(gate, w) || r.gateReads(i)) {
			x := r.reason(Gate, r.working, -1)
			x.Gate = gate.ID
			why = append(why, x)
		}
	}
	why = append(why, r.signs(guide.ShowSomeone)...)
	if (w.Harm == guide.Serious || w.Harm == guide.Unknown) && r.sheet.Record.Purpose != evidence.Touch {
		why = append(why, r.reason(TargetSerious, r.working, -1))
	}
	return guide.ShowSomeone, why
}

func gateTakes(g *guide.Gate, t *guide.Taxon) bool {
	return slices.Contains(g.Families, t.Family) || slices.Contains(g.Genera, t.Genus()) || slices.Contains(g.Taxa, t.ID)
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
		called := r.gateReads(i)
		r.fits.Each(func(t int) { called = called || gateTakes(gate, &r.sheet.Guide.Taxa[t]) })
		if called {
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

func (r *Ruling) all(needs []guide.Lean, shows func(*evidence.Entry, uint64) bool) bool {
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
