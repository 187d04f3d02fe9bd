package harvest

import (
	"fmt"
	"math"
	"slices"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"
)

// Basket is what a picking comes to.
type Basket struct {
	// In are the pieces in the basket: those that pass and were not left, and those that were not checked. Checked of them were.
	In      int `json:"in"`
	Checked int `json:"checked"`
	// Apart are the doubtful ones, which lie by themselves; Others those of another kind; Trimmed and Left what was done with pieces that
	// pass.
	Apart   int `json:"apart"`
	Others  int `json:"others"`
	Trimmed int `json:"trimmed"`
	Left    int `json:"left"`
	// Again are the pieces that are to be checked before anything else is called clear.
	Again []string `json:"again"`
	// Clean tells that hands and knife are to be cleaned before the next piece, and after what.
	Clean string `json:"clean"`
	// Bound is how many others could still be among those that were not checked, at 95 %; Says puts it into words.
	Bound int    `json:"bound"`
	Says  string `json:"says"`
}

// Of works out what a picking comes to. One of another kind sets off that every piece since the last one that was checked is to be checked
// again: whoever gathered it may have gathered more of it. Hands and knife are cleaned after what is deadly or hurts to touch, and after
// what nobody named.
func Of(g *guide.Matrix, p *events.Picking) Basket {
	b := Basket{Again: []string{}}
	var since []string // pieces not checked since the last that was
	dirty := -1
	for _, l := range p.Pieces {
		if InBasket(l) {
			b.In++
		}
		switch l.Is {
		case events.Passes:
			since = nil
			switch l.Keeping {
			case guide.LeaveIt:
				b.Left++
				continue
			case guide.TrimIt:
				b.Trimmed++
			}
			b.Checked++
		case events.Unchecked:
			since = append(since, l.Piece)
		case events.Doubtful:
			b.Apart++
		case events.Another:
			b.Others++
			b.Again, since = append(b.Again, since...), nil
			if at := p.Order[l.Piece]; at > p.Cleaned && at > dirty && dirties(g, l.Other) {
				dirty = at
				b.Clean = "what was no " + nameOf(g, p.Of.Taxon)
				if n, ok := g.Taxon(l.Other); ok {
					b.Clean = guide.InSentence(g.Taxa[n].DisplayName())
				}
			}
		}
	}
	var err error
	if b.Bound, err = Bound(b.In+b.Left+b.Others, b.Checked+b.Left+b.Others, b.Others); err != nil {
		b.Bound = b.In - b.Checked // too many to reckon: any that was not checked could be one
	}
	b.Says = Says(b.In, b.Checked, b.Bound)
	return b
}

// InBasket tells whether a piece is in the basket: it passes and is not left there, or was not checked.
func InBasket(l events.Looked) bool {
	return l.Is == events.Unchecked || l.Is == events.Passes && l.Keeping != guide.LeaveIt
}

// What is looked at on each piece: the must-sees, then what cuts so many of the harmful taxa, those that the fewest mistakes would bring back;
// no more than can be looked at on every piece. Common practice; no source.
const (
	nearest   = 3
	mostLooks = 8
)

// Looks lists the characters that are looked at on each piece of a taxon, from how the harmful ones stand on the record that cleared it.
func Looks(t *guide.Taxon, harmful []ruling.Harmful) []string {
	ids := slices.Clone(t.MustSee)
	near := slices.SortedStableFunc(slices.Values(harmful), func(a, b ruling.Harmful) int { return a.Margin - b.Margin })
	for _, h := range near[:min(nearest, len(near))] {
		for _, l := range h.Lines {
			if l.Cut && len(l.Characters) > 0 && !slices.Contains(ids, l.Characters[0]) {
				ids = append(ids, l.Characters[0])
			}
		}
	}
	return ids[:min(len(ids), mostLooks)]
}

// Traces tells which character says that a piece was traced to its own stem, where that is to be done before it may pass: plants grow through
// each other, and what was gathered can be another's leaf. Of a fruit it is whether it hangs on that stem, of all else whether it still stands on
// it. Empty for a mushroom, which stands alone.
func Traces(t *guide.Taxon) string {
	switch h := t.Harvest; {
	case t.Kingdom == "fungi":
		return ""
	case h != nil && h.Organ == "fruit":
		return "specimen-traced"
	}
	return "specimen-attached"
}

// dirties tells whether hands and knife are to be cleaned after a taxon; after one that nobody named they are.
func dirties(g *guide.Matrix, id string) bool {
	n, ok := g.Taxon(id)
	return !ok || g.Taxa[n].Harm == guide.Deadly || g.Taxa[n].Contact != nil
}

func nameOf(g *guide.Matrix, id string) string {
	if n, ok := g.Taxon(id); ok {
		return guide.InSentence(g.Taxa[n].DisplayName())
	}
	return id
}

// How much of a stand is taken at most where the guide does not say: a third of mushrooms and leaves, a tenth of roots and bulbs. Common
// practice; no source.
const (
	usualShare = 1.0 / 3
	rootShare  = 0.1
)

// Allowance is how much of a stand may be taken.
type Allowance struct {
	// Most is the greatest number of pieces; -1 where it was not said how many there are. Taken is what was taken there this season.
	Most  int `json:"most"`
	Taken int `json:"taken"`
	// Over tells that more is in the basket than that. Says puts it into words.
	Over bool   `json:"over"`
	Says string `json:"says"`
}

// Limit is what the user has set for a taxon: law and custom of the place come before the guide's share.
type Limit struct {
	// Protected tells that none of it is taken here.
	Protected bool
	// GramsADay is how much of it is taken a day at most; 0 for no limit.
	GramsADay float64
}

// Stricter is what both limits leave.
func (l Limit) Stricter(o Limit) Limit {
	l.Protected = l.Protected || o.Protected
	if o.GramsADay > 0 && (l.GramsADay == 0 || o.GramsADay < l.GramsADay) {
		l.GramsADay = o.GramsADay
	}
	return l
}

// Allowed works out how much of a stand of so many pieces may be taken, less what was taken there this season, with so much in the basket. Own is
// the user's own limit, today how many grams of it lie in the day's baskets.
func Allowed(t *guide.Taxon, seen, taken, in int, own Limit, today float64) Allowance {
	a := shareOf(t, seen, taken, in)
	switch {
	case own.Protected:
		a.Most, a.Over = 0, in > 0
		a.Says = fmt.Sprintf("Take none: you have set that %s is protected here.", guide.InSentence(t.DisplayName()))
		if a.Over {
			a.Says += fmt.Sprintf(" %d are in the basket.", in)
		}
	case own.GramsADay > 0:
		a.Says += fmt.Sprintf(" Your own limit is %s a day", grams(own.GramsADay))
		if today > own.GramsADay {
			a.Over = true
			a.Says += fmt.Sprintf(": %s lie in today's baskets, which is over it", grams(today))
		}
		a.Says += "."
	}
	return a
}

// grams writes a weight as one says it.
func grams(g float64) string {
	if g >= 1000 {
		return fmt.Sprintf("%.4g kg", g/1000)
	}
	return fmt.Sprintf("%.4g g", g)
}

// shareOf is what may be taken by the guide's share alone.
func shareOf(t *guide.Taxon, seen, taken, in int) Allowance {
	share, smallest := usualShare, 0
	if h := t.Harvest; h != nil {
		if h.Organ == "root" {
			share = rootShare
		}
		if h.Share > 0 {
			share = h.Share
		}
		smallest = h.SmallestStand
	}
	a := Allowance{Most: -1, Taken: taken}
	switch {
	case seen <= 0:
		a.Says = fmt.Sprintf("Say how many stand there: of %s at most %s is taken.", guide.InSentence(t.DisplayName()), guide.ShareWords(share))
		return a
	case seen < smallest:
		a.Most = 0
		a.Says = fmt.Sprintf("Take none: fewer than %d stand there.", smallest)
	default:
		a.Most = max(0, int(math.Floor(share*float64(seen)+1e-9))-taken)
		a.Says = fmt.Sprintf("Of %d at most %d are taken here this season", seen, a.Most+taken)
		if taken > 0 {
			a.Says += fmt.Sprintf("; %d were", taken)
		}
		a.Says += "."
	}
	if a.Over = in > a.Most; a.Over {
		a.Says += fmt.Sprintf(" %d are in the basket: that is over it.", in)
	}
	return a
}
