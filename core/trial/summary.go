package trial

import (
	"math"
	"slices"

	"zestythicket/core/guide"
)

// Summary is what came of many specimens.
type Summary struct {
	Specimens int `json:"specimens"`
	Harmful   int `json:"harmful"`
	// FalseClears is the number of harmful specimens that were cleared; Clears that of the others.
	// FalseClearsBy counts the false ones by harm, where it is known.
	FalseClears   int                   `json:"false_clears"`
	FalseClearsBy map[guide.Harm]int    `json:"false_clears_by_harm,omitempty"`
	Clears        int                   `json:"clears"`
	Verdicts      map[guide.Verdict]int `json:"verdicts"`
	// Useful is the number of specimens drawn from taxa with a use; Reached that of those which ended cleared or with
	// somebody to show them to.
	Useful  int `json:"useful"`
	Reached int `json:"useful_cleared_or_shown"`
	// Checks and Minutes are over the specimens that do not harm and were cleared; Leaves over the harmful ones.
	Checks  Spread `json:"checks"`
	Minutes Spread `json:"minutes"`
	Leaves  Spread `json:"checks_harmful"`
}

// Spread is how a number is spread: its mean, median and 95th percentile.
type Spread struct {
	Mean   float64 `json:"mean"`
	Median float64 `json:"median"`
	P95    float64 `json:"p95"`
}

// Summarize counts results.
func Summarize(results []Result) Summary {
	s := Summary{Specimens: len(results), Verdicts: map[guide.Verdict]int{}, FalseClearsBy: map[guide.Harm]int{}}
	var checks, minutes, leaves []float64
	for _, r := range results {
		s.Verdicts[r.Verdict]++
		if r.Taxon != nil && r.Taxon.Useful() {
			s.Useful++
			if r.Verdict == guide.RuledClear || r.Verdict == guide.ShowSomeone {
				s.Reached++
			}
		}
		switch {
		case r.Harmful:
			s.Harmful++
			leaves = append(leaves, float64(r.Checks))
			if r.FalseClear() {
				s.FalseClears++
				if r.Taxon != nil {
					s.FalseClearsBy[r.Taxon.Harm]++
				}
			}
		case r.Verdict == guide.RuledClear:
			s.Clears++
			checks, minutes = append(checks, float64(r.Checks)), append(minutes, r.Minutes)
		}
	}
	s.Checks, s.Minutes, s.Leaves = spread(checks), spread(minutes), spread(leaves)
	return s
}

// spread uses the nearest rank for its percentiles.
func spread(v []float64) Spread {
	if len(v) == 0 {
		return Spread{}
	}
	slices.Sort(v)
	sum := 0.0
	for _, x := range v {
		sum += x
	}
	rank := func(p float64) float64 { return v[max(0, int(math.Ceil(p*float64(len(v))))-1)] }
	return Spread{rounded3(sum / float64(len(v))), rank(0.5), rank(0.95)}
}

func rounded3(v float64) float64 { return math.Round(v*1000) / 1000 }
