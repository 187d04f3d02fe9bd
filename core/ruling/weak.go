package ruling

import (
	"cmp"
	"slices"
	"strings"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// WeakPoint is a set of readings on one or two lines of evidence that, were they all wrong, would make harmful taxa fit
// again that are out: what the ruling leans on most.
type WeakPoint struct {
	// Readings are the characters, in the order of their lines.
	Readings []string `json:"readings"`
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
		return cmp.Or(cmp.Compare(len(a.lines), len(b.lines)), cmp.Compare(a.harm(r).Gravity(), b.harm(r).Gravity()),
			cmp.Compare(len(b.taxa), len(a.taxa)), cmp.Compare(a.key, b.key))
	})
	for _, w := range list[:min(MostWeakPoints, len(list))] {
		p := WeakPoint{Readings: w.readings, Check: r.firmer(w.taxa)}
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
	taxa            []int
}

func (w *weak) harm(r *Ruling) guide.Harm { return r.sheet.Guide.Taxa[w.taxa[0]].Harm }

// weakly is the set of harmful taxa that are out by two lines in full or fewer.
func (r *Ruling) weakly() guide.Bits {
	set := r.harmful.Copy()
	set.AndNot(r.missing)
	for w := range set {
		set[w] &^= r.tally.Margin.AtLeast(w, 3)
	}
	return set
}

// addWeak adds the fewest lines, one or two, without which the taxon would fit.
func (r *Ruling) addWeak(found map[string]*weak, taxon int) {
	lines := r.sheet.LinesAgainst(taxon)
	left := r.tally.Of(taxon).Against
	add := func(of ...evidence.LineTally) {
		w := &weak{taxa: []int{taxon}}
		for _, l := range of {
			w.lines = append(w.lines, l.Name)
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
	single := false
	for _, l := range lines {
		if left-l.Worth < policy.Whole {
			add(l)
			single = true
		}
	}
	if single {
		return
	}
	slices.SortFunc(lines, func(a, b evidence.LineTally) int { return strings.Compare(a.Name, b.Name) })
	for i, a := range lines {
		for _, b := range lines[i+1:] {
			if left-a.Worth-b.Worth < policy.Whole {
				add(a, b)
			}
		}
	}
}

// firmer is the character that would add most margin against the taxa, if it is read as the working name usually
// shows it; of equal ones the quickest, then by id. Empty where none would.
func (r *Ruling) firmer(taxa []int) string {
	g := r.sheet.Guide
	best, most := -1, 0.0
	for n := range g.Columns {
		gain := 0.0
		if r.sheet.CanHave(n, r.working) {
			for _, t := range taxa {
				gain += r.marginFrom(n, t)
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

// marginFrom is the chance that a reading of the column, as the working name usually shows it, adds a line in full
// against the taxon.
func (r *Ruling) marginFrom(n, taxon int) float64 {
	col := &r.sheet.Guide.Columns[n]
	if !r.couldDiffer(n, taxon) {
		return 0
	}
	for _, e := range r.sheet.Line(col.Line) {
		if e.Weight(taxon) == policy.Whole {
			return 0
		}
	}
	own, other := &col.Patterns[col.Pattern[r.working]], &col.Patterns[col.Pattern[taxon]]
	if col.Kind != guide.States {
		if own.ApartFrom(col, other) {
			return 1
		}
		return 0.5 // some of what it shows would
	}
	var room [guide.MaxStates]float64
	shares := room[:len(col.States)]
	total, cut, firm := Shares(col, own, r.sheet.Record.Stage, shares), 0.0, r.firmable(n)
	for k, w := range shares {
		if firm&^other.Mask&(1<<k) != 0 {
			cut += w
		}
	}
	return cut / total
}
