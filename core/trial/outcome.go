package trial

import (
	"cmp"
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Outcome is what came of specimens that another author described: those of taxa with a use, and the harmful ones by class.
type Outcome struct {
	// UsefulNamed counts those of taxa with a use that were asked for by their own name, UsefulUnnamed those nobody named.
	UsefulNamed   Reach `json:"useful_named"`
	UsefulUnnamed Reach `json:"useful_unnamed"`
	// Harmful holds a row for every class of harm that there is, the gravest first.
	Harmful []Cleared `json:"harmful"`
	// FalseClears are the harmful taxa that were cleared, and as what, the most frequent first; Least the taxa with a use
	// that least often ended cleared or shown under their own name.
	FalseClears []FalseClear `json:"false_clears"`
	Least       []Seldom     `json:"least"`
}

// Reach counts how specimens of taxa with a use ended.
type Reach struct {
	Specimens int `json:"specimens"`
	// Reached is the number of those cleared or shown; Share that of all. Otherwise counts those cleared under another name
	// that is not of the same group.
	Reached   int                   `json:"cleared_or_shown"`
	Share     float64               `json:"share"`
	Otherwise int                   `json:"cleared_under_another_name"`
	Verdicts  map[guide.Verdict]int `json:"verdicts"`
	// Checks is over those cleared or shown.
	Checks Spread `json:"checks"`
}

// Cleared counts the harmful specimens of a class that were cleared.
type Cleared struct {
	Harm           guide.Harm `json:"harm"`
	Named          int        `json:"named"`
	NamedCleared   int        `json:"named_cleared"`
	Unnamed        int        `json:"unnamed"`
	UnnamedCleared int        `json:"unnamed_cleared"`
}

// FalseClear is a harmful taxon that was cleared as another, and how often.
type FalseClear struct {
	Taxon string     `json:"taxon"`
	Harm  guide.Harm `json:"harm"`
	As    string     `json:"as"`
	Named bool       `json:"named"`
	Times int        `json:"times"`
}

// Seldom is a taxon with a use, how often it was cleared or shown, and the reasons why it was not.
type Seldom struct {
	Taxon   string         `json:"taxon"`
	Reached int            `json:"cleared_or_shown"`
	Of      int            `json:"of"`
	Why     map[string]int `json:"why"`
}

// mostListed is how many pairs and taxa an outcome lists.
const mostListed = 40

// Outcomes counts the results of specimens that were drawn from another author's descriptions.
func Outcomes(g *guide.Matrix, results []Result) Outcome {
	out := Outcome{}
	var named, unnamed []Result
	harm := map[guide.Harm]*Cleared{}
	wrong := map[FalseClear]int{}
	for _, r := range results {
		switch t := r.Taxon; {
		case t.Useful() && !r.Harmful && r.Target != "":
			named = append(named, r)
		case t.Useful() && !r.Harmful:
			unnamed = append(unnamed, r)
		case r.Harmful:
			if harm[t.Harm] == nil {
				harm[t.Harm] = &Cleared{Harm: t.Harm}
			}
			c, n := harm[t.Harm], 0
			if r.FalseClear() {
				n = 1
				wrong[FalseClear{Taxon: t.ID, Harm: t.Harm, As: r.Working, Named: r.Target != ""}]++
			}
			if r.Target != "" {
				c.Named, c.NamedCleared = c.Named+1, c.NamedCleared+n
			} else {
				c.Unnamed, c.UnnamedCleared = c.Unnamed+1, c.UnnamedCleared+n
			}
		}
	}
	out.UsefulNamed, out.UsefulUnnamed = reach(g, named), reach(g, unnamed)
	out.Harmful, out.FalseClears = []Cleared{}, []FalseClear{}
	for _, h := range policy.Harms {
		if c := harm[h]; c != nil {
			out.Harmful = append(out.Harmful, *c)
		}
	}
	for f, n := range wrong {
		f.Times = n
		out.FalseClears = append(out.FalseClears, f)
	}
	slices.SortFunc(out.FalseClears, func(a, b FalseClear) int {
		return cmp.Or(cmp.Compare(a.Harm.Gravity(), b.Harm.Gravity()), cmp.Compare(b.Times, a.Times), cmp.Compare(a.Taxon, b.Taxon), cmp.Compare(a.As, b.As))
	})
	out.FalseClears = out.FalseClears[:min(mostListed, len(out.FalseClears))]
	out.Least = seldom(named)
	return out
}

func reached(r *Result) bool { return r.Verdict == guide.RuledClear || r.Verdict == guide.ShowSomeone }

func reach(g *guide.Matrix, results []Result) Reach {
	out := Reach{Specimens: len(results), Verdicts: map[guide.Verdict]int{}}
	var checks []float64
	for i := range results {
		r := &results[i]
		out.Verdicts[r.Verdict]++
		if !reached(r) {
			continue
		}
		out.Reached++
		checks = append(checks, float64(r.Checks))
		if w, ok := g.Taxon(r.Working); ok && r.Working != r.Taxon.ID && (r.Taxon.Group == "" || g.Taxa[w].Group != r.Taxon.Group) {
			out.Otherwise++
		}
	}
	if len(results) > 0 {
		out.Share = rounded3(float64(out.Reached) / float64(len(results)))
	}
	out.Checks = spread(checks)
	return out
}

// seldom lists the taxa that were least often cleared or shown.
func seldom(results []Result) []Seldom {
	at := map[string]*Seldom{}
	for i := range results {
		r := &results[i]
		if at[r.Taxon.ID] == nil {
			at[r.Taxon.ID] = &Seldom{Taxon: r.Taxon.ID, Why: map[string]int{}}
		}
		s := at[r.Taxon.ID]
		if s.Of++; reached(r) {
			s.Reached++
			continue
		}
		for _, w := range r.Why {
			s.Why[w]++
		}
	}
	out := []Seldom{}
	for _, id := range sortedKeys(at) {
		out = append(out, *at[id])
	}
	share := func(s Seldom) float64 { return float64(s.Reached) / float64(s.Of) }
	slices.SortStableFunc(out, func(a, b Seldom) int { return cmp.Compare(share(a), share(b)) })
	return out[:min(mostListed, len(out))]
}
