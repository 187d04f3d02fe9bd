package identify

import (
	"fmt"

	"zestythicket/core/checks"
	"zestythicket/core/guide"
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
			Taxon: h.Taxon, Harm: string(h.Harm), Status: string(h.Status), Against: h.Against, Strength: h.Strength, Needed: h.Needed,
			Margin: h.Margin, Lines: each(h.Lines, func(l ruling.LineWorth) ruling.FrozenLine { return ruling.FrozenLine(l) }),
		}
	})
	f.Fitting = each(s.Fitting, func(x ruling.Fitting) ruling.FrozenFit { return ruling.FrozenFit(x) })
	f.Cautions = each(s.Cautions, func(c ruling.Caution) ruling.FrozenCaution {
		return ruling.FrozenCaution{Code: string(c.Code), Taxon: c.Taxon, Text: c.Text}
	})
	f.Weakest = each(s.Weakest, func(w ruling.WeakPoint) ruling.FrozenWeakPoint { return ruling.FrozenWeakPoint(w) })
	f.Next = each(s.Next, func(n checks.Suggestion) ruling.FrozenSuggestion {
		return ruling.FrozenSuggestion{Character: n.Character, Gain: n.Gain, Minutes: n.Minutes, Where: string(n.Where), Why: n.Why}
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
	s.Harmful = each(f.Harmful, func(h ruling.FrozenHarm) ruling.Harmful {
		return ruling.Harmful{
			Taxon: h.Taxon, Harm: guide.Harm(h.Harm), Status: ruling.Status(h.Status), Against: h.Against, Strength: h.Strength, Needed: h.Needed,
			Margin: h.Margin, Lines: each(h.Lines, func(l ruling.FrozenLine) ruling.LineWorth { return ruling.LineWorth(l) }),
		}
	})
	s.Fitting = each(f.Fitting, func(x ruling.FrozenFit) ruling.Fitting { return ruling.Fitting(x) })
	s.Cautions = each(f.Cautions, func(c ruling.FrozenCaution) ruling.Caution {
		return ruling.Caution{Code: ruling.CautionCode(c.Code), Taxon: c.Taxon, Text: c.Text}
	})
	s.Weakest = each(f.Weakest, func(w ruling.FrozenWeakPoint) ruling.WeakPoint { return ruling.WeakPoint(w) })
	s.Next = each(f.Next, func(n ruling.FrozenSuggestion) checks.Suggestion {
		return checks.Suggestion{Character: n.Character, Gain: n.Gain, Minutes: n.Minutes, Where: guide.Where(n.Where), Why: n.Why}
	})
	s.Holding = each(f.Holding, func(h ruling.FrozenHolding) Standing {
		return Standing{
			Taxon: h.Taxon, Missing: h.Missing,
			Lines: each(h.Lines, func(l ruling.FrozenHoldingLine) ruling.Holding { return ruling.Holding(l) }),
		}
	})
	return s, nil
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
