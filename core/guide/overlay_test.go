package guide_test

import (
	"strings"
	"testing"

	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
)

// states scores a character as the given states.
func states(ids ...string) guide.Score {
	var s guide.Score
	for _, id := range ids {
		s.States = append(s.States, guide.Shown{State: id})
	}
	return s
}

func corrected(taxon, character string, s guide.Score) *guide.Overlay {
	return &guide.Overlay{Corrections: []guide.Correction{{Taxon: taxon, Scores: guide.Scores{character: s}}}}
}

// What makes something harmful easier to rule out, or something with a use easier to be taken for, is told; nothing else.
func TestLoosened(t *testing.T) {
	base := guidetest.Small().AsWritten()
	num := func(lo, hi float64) guide.Score { return guide.Score{Range: &guide.Range{Min: &lo, Max: &hi}} }
	useful := guide.Taxon{ID: "mine", Name: "Mea planta", Family: "Meae", Kingdom: "fungi", Use: guide.Edible, Harm: guide.NoHarm}
	harmful := useful
	harmful.Use, harmful.Harm = guide.NoUse, guide.Deadly
	for name, c := range map[string]struct {
		before, after *guide.Overlay
		says          string // "" for nothing
	}{
		"a name and a note":             {&guide.Overlay{}, &guide.Overlay{Corrections: []guide.Correction{{Taxon: "amanita-phalloides", Common: []string{"Grünling"}, Note: "Under the oaks."}}}, ""},
		"a deadly one shows less":       {&guide.Overlay{}, corrected("amanita-phalloides", "stem-base", states("sac")), "easier to rule out"},
		"a deadly one shows more":       {&guide.Overlay{}, corrected("amanita-phalloides", "gill-colour", states("white", "pink")), ""},
		"a deadly one is smaller":       {&guide.Overlay{}, corrected("amanita-phalloides", "cap-diameter", num(40, 90)), "easier to rule out"},
		"a deadly one is larger":        {&guide.Overlay{}, corrected("amanita-phalloides", "cap-diameter", num(1, 900)), ""},
		"taking that back":              {corrected("amanita-phalloides", "cap-diameter", num(1, 900)), &guide.Overlay{}, "easier to rule out"},
		"a useful one shows more":       {&guide.Overlay{}, corrected("cantharellus-cibarius", "underside", states("ridges", "gills")), "easier to be taken for"},
		"a useful one shows less":       {&guide.Overlay{}, corrected("cantharellus-cibarius", "cap-colour", states("yellow")), ""},
		"a new one with a use":          {&guide.Overlay{}, &guide.Overlay{Taxa: []guide.Taxon{useful}}, "on your word alone"},
		"a new harmful one":             {&guide.Overlay{}, &guide.Overlay{Taxa: []guide.Taxon{harmful}}, ""},
		"a harmful one taken out":       {&guide.Overlay{Taxa: []guide.Taxon{harmful}}, &guide.Overlay{}, "never in the way"},
		"a harmful one called harmless": {&guide.Overlay{Taxa: []guide.Taxon{harmful}}, &guide.Overlay{Taxa: []guide.Taxon{useful}}, "was deadly"},
		"a useful one taken out":        {&guide.Overlay{Taxa: []guide.Taxon{useful}}, &guide.Overlay{}, ""},
	} {
		t.Run(name, func(t *testing.T) {
			found := guide.Loosened(base.With(c.before), base.With(c.after))
			var says []string
			for _, l := range found {
				says = append(says, l.Says)
			}
			if got := strings.Join(says, " "); (c.says == "") != (got == "") || !strings.Contains(got, c.says) {
				t.Errorf("got %q, want %q", got, c.says)
			}
		})
	}
}

// A change that is not told of must not make anything harmful easier to rule out, whatever is read: a reading of a state
// that spoke against nothing harmful before speaks against nothing harmful after.
func TestWhatIsNotToldLoosensNothing(t *testing.T) {
	whole := guidetest.Small().AsWritten()
	for i := range whole.Taxa {
		base := *whole
		base.Taxa = whole.Taxa[i : i+1]
		for _, c := range base.Characters {
			if c.Kind != guide.States {
				continue
			}
			for _, s := range c.States {
				own := corrected(base.Taxa[0].ID, c.ID, states(s.ID))
				laid := base.With(own)
				quiet := len(guide.Loosened(&base, laid)) == 0
				was, scored := base.Taxa[0].Scores[c.ID]
				harmful := base.Taxa[0].Harm.Hurts() || base.Taxa[0].Contact != nil
				narrower := harmful && len(c.States) > 1 && (!scored || len(was.States) > 1 || was.States[0].State != s.ID)
				if quiet && narrower {
					t.Errorf("%s: %s as %s alone makes it easier to rule out, and that is not told", base.Taxa[0].ID, c.ID, s.ID)
				}
			}
		}
	}
}

func TestOwnLiesOverTheGuide(t *testing.T) {
	base := guidetest.Small().AsWritten()
	own := corrected("amanita-phalloides", "gill-colour", states("white", "pink"))
	own.Corrections[0].Common = []string{"Green one of our wood"}
	laid := guide.CompileValid(base.With(own))
	n, _ := laid.Taxon("amanita-phalloides")
	if got := len(laid.ScoresOf(n)["gill-colour"].States); got != 2 {
		t.Errorf("%d states of gill-colour, want the user's 2", got)
	}
	if hits := laid.Find("green one of our wood"); len(hits) != 1 || hits[0].Taxon != n {
		t.Errorf("a local name finds %v", hits)
	}
	if before := guidetest.Small(); len(before.Find("green one of our wood")) != 0 {
		t.Error("the guide beneath was changed")
	}
}
