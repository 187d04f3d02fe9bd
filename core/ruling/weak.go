package ruling

import (
	"cmp"
	"slices"
	"strings"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// WeakPoint is a set of readings on one or two lines of evidence that, were they all wrong, would leave nothing that speaks
// against harmful taxa that are out: what the ruling leans on most.
type WeakPoint struct {
	// Readings are the characters, in the order of their lines; Looks how many looks at them would all have to be wrong.
	Readings []string `json:"readings"`
	Looks    int      `json:"looks"`
	// BringsBack are the taxa, the gravest first.
	BringsBack []string `json:"brings_back"`
	// Check is the character that can still be read and would add most margin against them; empty where there is none.
	Check string `json:"check,omitempty"`
}

// MostWeakPoints is the greatest number of weak points that are told.
const MostWeakPoints = 8

// WeakPoints lists the weakest points of a ruling: single lines before pairs, then by the gravest harm they would bring
// back, then by how many. Where it is left anyway, or a reading is asked for again, there is nothing to tell.
func (r *Ruling) WeakPoints() []WeakPoint {
	out := []WeakPoint{}
	if r.again >= 0 || r.working < 0 || r.Verdict == guide.Leave || r.Verdict == guide.NoMatch {
		return out
	}
	found := map[string]*weak{}
	for _, t := range r.gravestFirst(r.weakly()) {
		r.addWeak(found, t)
	}
	var list []*weak
	for _, w := range found {
		list = append(list, w)
	}
	slices.SortFunc(list, func(a, b *weak) int {
		return cmp.Or(cmp.Compare(a.looks, b.looks), cmp.Compare(len(a.lines), len(b.lines)), cmp.Compare(a.harm(r).Gravity(), b.harm(r).Gravity()),
			cmp.Compare(len(b.taxa), len(a.taxa)), cmp.Compare(a.key, b.key))
	})
	for _, w := range list[:min(MostWeakPoints, len(list))] {
		p := WeakPoint{Readings: w.readings, Looks: w.looks, Check: r.firmer(w.taxa)}
		for _, t := range w.taxa {
			p.BringsBack = append(p.BringsBack, r.sheet.Guide.Taxa[t].ID)
		}
		out = append(out, p)
	}
	return out
}

// weak is a weak point while it is gathered.
type weak struct {
	key             string
	lines, readings []string
	looks           int
	taxa            []int
}

func (w *weak) harm(r *Ruling) guide.Harm { return r.sheet.Guide.Taxa[w.taxa[0]].Harm }

// weakly is the set of harmful taxa that are out by two slips or fewer.
func (r *Ruling) weakly() guide.Bits {
	set := r.harmful.Copy()
	set.AndNot(r.missing)
	for _, t := range set.Members() {
		if r.stands(t).Slips > 2 {
			set.Clear(t)
		}
	}
	return set
}

// addWeak adds the lines, one or two, that would leave nothing against the taxon if the fewest looks that are enough for it were
// wrong: a line looked at once; else one looked at twice, or two of those looked at once.
func (r *Ruling) addWeak(found map[string]*weak, taxon int) {
	lines := r.sheet.LinesBetween(r.working, taxon)
	add := func(of ...evidence.LineWeight) {
		w := &weak{taxa: []int{taxon}}
		for _, l := range of {
			w.lines, w.looks = append(w.lines, r.sheet.LineName(l.Line)), w.looks+l.Looks()
			for _, e := range l.Entries {
				w.readings = append(w.readings, e.Column.ID)
			}
		}
		w.key = strings.Join(w.readings, "+")
		if old, ok := found[w.key]; ok {
			old.taxa = append(old.taxa, taxon)
			return
		}
		found[w.key] = w
	}
	if exposed := evidence.Exposed(lines); exposed != nil {
		for _, l := range exposed {
			add(l)
		}
		return
	}
	slices.SortFunc(lines, func(a, b evidence.LineWeight) int {
		return strings.Compare(r.sheet.LineName(a.Line), r.sheet.LineName(b.Line))
	})
	for i, a := range lines {
		if a.Looks() == 2 && evidence.HangsOn(lines, i) {
			add(a)
		}
		for k := i + 1; k < len(lines) && a.Looks() == 1; k++ {
			if b := lines[k]; b.Looks() == 1 && evidence.HangsOn(lines, i, k) {
				add(a, b)
			}
		}
	}
}

// firmer is the character that would weigh most against the taxa, if it is read as the working name usually shows it; of equal ones the quickest, then by id. Empty where none would.
func (r *Ruling) firmer(taxa []int) string {
	g := r.sheet.Guide
	best, most := -1, 0.0
	for n := range g.Columns {
		gain := 0.0
		if r.sheet.CanHave(n, r.working) {
			for _, t := range taxa {
				gain += r.weightFrom(n, t)
			}
		}
		if gain > most+1e-9 || gain > 0 && gain > most-1e-9 && best >= 0 && quicker(&g.Columns[n], &g.Columns[best]) {
			best, most = n, gain
		}
	}
	if best < 0 {
		return ""
	}
	return g.Columns[best].ID
}

func quicker(a, b *guide.Column) bool {
	return cmp.Or(cmp.Compare(a.MinutesOf(), b.MinutesOf()), cmp.Compare(a.ID, b.ID)) < 0
}

// weightFrom is what a reading of the column, as the working name usually shows it, is expected to weigh in full against the
// taxon, in decibans; nothing where its line weighs as much already.
func (r *Ruling) weightFrom(n, taxon int) float64 {
	col := &r.sheet.Guide.Columns[n]
	if !col.Scored.Has(taxon) || !col.Scored.Has(r.working) {
		return 0
	}
	p := col.Prospect(col.Pattern[r.working], col.Pattern[taxon], r.firmOf(n, col.Patterns[col.Pattern[r.working]].Mask))
	cuts := p.Cuts()
	if !p.Full || cuts == 0 {
		return 0
	}
	for _, l := range r.sheet.LinesBetween(r.working, taxon) {
		if l.Line == col.Line && l.Left >= cuts {
			return 0
		}
	}
	return (max(p.Least, 0) + cuts).In() / 2
}
