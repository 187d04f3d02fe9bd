package identify

import (
	"fmt"
	"math"

	"zestythicket/core/checks"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

// Freeze puts what is shown of a ruling into the form that is kept with a closed record; hash names the guide.
func Freeze(s *Shown, hash string) *ruling.Frozen {
	f := &ruling.Frozen{
		Version: ruling.FrozenVersion, Guide: hash, Engine: ruling.Engine, ID: s.ID, Verdict: string(s.Verdict), Says: s.Says,
		Working: s.Working, Named: s.Named, Margin: s.Margin, Apart: s.Apart, Gates: s.Gates, Again: s.Again,
	}
	f.Reasons = each(s.Reasons, func(r ruling.Reason) ruling.FrozenReason {
		return ruling.FrozenReason{Code: string(r.Code), Taxon: r.Taxon, Character: r.Character, Text: r.Text}
	})
	f.Harmful = each(s.Harmful, func(h ruling.Harmful) ruling.FrozenHarm {
		return ruling.FrozenHarm{
			Taxon: h.Taxon, Harm: string(h.Harm), Status: string(h.Status), Balance: &h.Balance, Needed: h.Needed,
			Margin: h.Margin, MarginNeeded: &h.MarginNeeded, Lines: each(h.Lines, func(l ruling.LineWeight) ruling.FrozenLine {
				return ruling.FrozenLine{Line: l.Line, Weight: &l.Weight, Full: &l.Full, Cut: &l.Cut, Looks: &l.Looks, Characters: l.Characters}
			}),
		}
	})
	f.Fitting = each(s.Fitting, func(x ruling.Fitting) ruling.FrozenFit {
		return ruling.FrozenFit{Taxon: x.Taxon, Order: x.Order, Fits: x.Fits, Of: x.Of, Odd: &x.Odd}
	})
	f.Odd = each(s.Odd, func(o ruling.OddReading) ruling.FrozenOdd { return ruling.FrozenOdd(o) })
	f.Cautions = each(s.Cautions, func(c ruling.Caution) ruling.FrozenCaution {
		return ruling.FrozenCaution{Code: string(c.Code), Taxon: c.Taxon, Text: c.Text}
	})
	f.Weakest = each(s.Weakest, func(w ruling.WeakPoint) ruling.FrozenWeakPoint { return ruling.FrozenWeakPoint(w) })
	f.Next = each(s.Next, func(n checks.Suggestion) ruling.FrozenSuggestion {
		return ruling.FrozenSuggestion{Character: n.Character, Gain: n.Gain, Minutes: n.Minutes, Where: string(n.Where), Why: n.Why, Again: n.Again != nil}
	})
	f.Holding = each(s.Holding, func(h Standing) ruling.FrozenHolding {
		return ruling.FrozenHolding{
			Taxon: h.Taxon, Missing: h.Missing,
			Lines: each(h.Lines, func(l ruling.Holding) ruling.FrozenHoldingLine { return ruling.FrozenHoldingLine(l) }),
		}
	})
	return f
}

// Thaw gives a kept ruling in the form that rulings are shown in. The error tells of a version that this program does not
// know.
func Thaw(f *ruling.Frozen) (*Shown, error) {
	if f.Version < 1 || f.Version > ruling.FrozenVersion {
		return nil, fmt.Errorf("this ruling was kept in version %d of its form, and this program reads up to %d; use a newer one", f.Version, ruling.FrozenVersion)
	}
	s := &Shown{Says: f.Says, Again: f.Again, Blamed: []string{}}
	s.ID, s.Verdict, s.Working, s.Named, s.Margin, s.Apart, s.Gates = f.ID, guide.Verdict(f.Verdict), f.Working, f.Named, f.Margin, list(f.Apart), list(f.Gates)
	s.Reasons = each(f.Reasons, func(r ruling.FrozenReason) ruling.Reason {
		return ruling.Reason{Code: ruling.Code(r.Code), Taxon: r.Taxon, Character: r.Character, Text: r.Text}
	})
	s.Harmful = each(f.Harmful, thawHarm)
	s.Fitting = each(f.Fitting, func(x ruling.FrozenFit) ruling.Fitting {
		return ruling.Fitting{Taxon: x.Taxon, Order: x.Order, Fits: x.Fits, Of: x.Of, Odd: given(x.Odd)}
	})
	s.Odd = each(f.Odd, func(o ruling.FrozenOdd) ruling.OddReading { return ruling.OddReading(o) })
	s.Cautions = each(f.Cautions, func(c ruling.FrozenCaution) ruling.Caution {
		return ruling.Caution{Code: ruling.CautionCode(c.Code), Taxon: c.Taxon, Text: c.Text}
	})
	s.Weakest = each(f.Weakest, func(w ruling.FrozenWeakPoint) ruling.WeakPoint { return ruling.WeakPoint(w) })
	s.Next = each(f.Next, func(n ruling.FrozenSuggestion) checks.Suggestion {
		again := map[bool]*checks.Again{true: {Between: []checks.Side{}}}[n.Again]
		return checks.Suggestion{Character: n.Character, Gain: n.Gain, Minutes: n.Minutes, Where: guide.Where(n.Where), Why: n.Why, Again: again}
	})
	s.Holding = each(f.Holding, func(h ruling.FrozenHolding) Standing {
		return Standing{
			Taxon: h.Taxon, Missing: h.Missing,
			Lines: each(h.Lines, func(l ruling.FrozenHoldingLine) ruling.Holding { return ruling.Holding(l) }),
		}
	})
	matterNow(s.Holding, s.Next)
	return s, nil
}

// A line of evidence of version 1 was worth what the most weighs now, ten decibans; a half or a quarter of one as much less.
func thawHarm(h ruling.FrozenHarm) ruling.Harmful {
	out := ruling.Harmful{Taxon: h.Taxon, Harm: guide.Harm(h.Harm), Status: ruling.Status(h.Status), Needed: h.Needed, Margin: h.Margin}
	line := policy.MostWeight.In()
	if h.Balance != nil {
		out.Balance, out.MarginNeeded = *h.Balance, given(h.MarginNeeded)
	} else {
		out.Balance, out.Needed, out.MarginNeeded = given(h.Strength)*line, h.Needed*line, int(math.Ceil(h.Needed))
	}
	out.Lines = each(h.Lines, func(l ruling.FrozenLine) ruling.LineWeight {
		w := ruling.LineWeight{Line: l.Line, Weight: given(l.Weight), Full: given(l.Full), Cut: given(l.Cut), Looks: max(1, given(l.Looks)), Characters: l.Characters}
		if l.Worth != nil {
			w.Weight, w.Full, w.Cut = *l.Worth*line, *l.Worth == 1, *l.Worth == 1
		}
		return w
	})
	return out
}

// given is the value pointed at, or what there is without one.
func given[T any](v *T) (none T) {
	if v == nil {
		return none
	}
	return *v
}

// each gives a list of the same length, empty for none.
func each[A, B any](from []A, to func(A) B) []B {
	out := make([]B, len(from))
	for i := range from {
		out[i] = to(from[i])
	}
	return out
}

func list[T any](from []T) []T {
	if from == nil {
		return []T{}
	}
	return from
}
