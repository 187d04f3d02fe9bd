package drill

import (
	"cmp"
	"math"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/trial"
)

// Call is what somebody says of a specimen.
type Call string

// The calls: to take it, to leave it, to show it somebody who knows.
const (
	Take  Call = "take"
	Leave Call = "leave"
	Show  Call = "show"
)

// Calls lists them all.
var Calls = []Call{Take, Leave, Show}

// What a call is worth. Ours; no source: a mistake costs what it costs at table, and caution next to nothing.
const (
	tookDeadly  = -1000
	tookSerious = -200
	tookUpset   = -30
	tookUseless = -1
	leftGood    = -5
	rightTake   = 20
	rightLeave  = 10
	rightShow   = 5
	showedGood  = -2
	aMinute     = -1
)

// Points is what a call on a specimen is worth, before minutes. Told is whether the engine, asked the same, would have come to clear it: a good piece of which
// that cannot be told is rightly left.
func Points(is *guide.Taxon, told bool, c Call) float64 {
	good := is.Useful() && is.Harm != guide.Deadly
	switch {
	case c == Take && !good:
		return took[is.Harm]
	case c == Take && told:
		return rightTake
	case c == Take:
		return 0 // it went well, and nobody could have known
	case c == Leave && good && told:
		return leftGood
	case c == Leave:
		return rightLeave
	case good && told:
		return showedGood
	}
	return rightShow
}

// took is what taking something costs that is no food; what nobody knows the harm of as much as serious harm.
var took = map[guide.Harm]float64{guide.Deadly: tookDeadly, guide.Serious: tookSerious, guide.Unknown: tookSerious, guide.Upset: tookUpset, guide.NoHarm: tookUseless}

// Minutes is what minutes cost.
func Minutes(m float64) float64 { return aMinute * m }

// Right tells whether a call was right: worth something.
func Right(points float64) bool { return points > 0 }

// Sureness lists how sure one can be, in per cent: from a coin's to as sure as anybody should be.
var Sureness = []int{50, 60, 70, 80, 90, 99}

// Sure is a call with how sure somebody was of it, from 0 to 1, and whether it was right.
type Sure struct {
	P     float64
	Right bool
}

// Brier is the mean squared distance of sureness from what was (G. W. Brier, Verification of forecasts expressed in terms of probability, 1950): 0 is
// perfect, 0.25 is a coin. 0 where nothing was called.
func Brier(list []Sure) float64 {
	sum := 0.0
	for _, s := range list {
		was := 0.0
		if s.Right {
			was = 1
		}
		sum += (s.P - was) * (s.P - was)
	}
	return sum / math.Max(1, float64(len(list)))
}

// Bin is what came of all calls of one sureness.
type Bin struct {
	Percent int `json:"percent"`
	Calls   int `json:"calls"`
	Right   int `json:"right"`
}

// Calibration tells for each sureness how often calls were right.
func Calibration(list []Sure) []Bin {
	out := make([]Bin, len(Sureness))
	for i, p := range Sureness {
		out[i].Percent = p
	}
	for _, s := range list {
		at := 0
		for i, p := range Sureness {
			if math.Abs(s.P*100-float64(p)) < math.Abs(s.P*100-float64(Sureness[at])) {
				at = i
			}
		}
		if out[at].Calls++; s.Right {
			out[at].Right++
		}
	}
	return out
}

// GivenAway is a look that parts what a specimen is from what was looked for.
type GivenAway struct {
	Character string `json:"character"`
	// Shows is the state that it shows; Looked tells that it was looked at.
	Shows  string `json:"shows"`
	Looked bool   `json:"looked"`
}

// mostTelling is how many looks are told that would have given it away. Common practice; no source.
const mostTelling = 4

// telling is how often something has to be shown more often than by what was looked for to be told where nothing parts them for certain. Common practice; no source.
const telling = 3

// GivesAway lists the looks that would have given a specimen away: first those at which it shows what is not even near to what was looked for, then what that never
// shows, then what that shows much more seldom. Of these the firmest first, then the least work. Empty where nothing that it shows would tell.
func GivesAway(g *guide.Matrix, s *Specimen, looks []string) []GivenAway {
	if s.Looked == s.Of {
		return nil
	}
	type away struct{ column, tier int }
	var list []away
	for n := range g.Columns {
		col := &g.Columns[n]
		v, ok := s.Readings[col.ID]
		if !ok || v.State == "" || !col.Scored.Has(s.Looked) || !col.Scored.Has(s.Of) {
			continue
		}
		k, ok := col.State(v.State)
		if !ok {
			continue
		}
		looked, of := col.Pattern[s.Looked], col.Pattern[s.Of]
		switch {
		case col.MayShow(looked)&(1<<k) == 0:
			list = append(list, away{n, 0})
		case col.Masks[looked]&(1<<k) == 0:
			list = append(list, away{n, 1})
		case col.Shows(of, "")[k] >= telling*col.Shows(looked, "")[k]:
			list = append(list, away{n, 2})
		}
	}
	slices.SortStableFunc(list, func(a, b away) int {
		x, y := &g.Columns[a.column], &g.Columns[b.column]
		soft := func(col *guide.Column) int {
			if col.Full() {
				return 0
			}
			return 1
		}
		return cmp.Or(a.tier-b.tier, soft(x)-soft(y), cmp.Compare(x.MinutesOf(), y.MinutesOf()))
	})
	var out []GivenAway
	for _, a := range list[:min(len(list), mostTelling)] {
		id := g.Columns[a.column].ID
		out = append(out, GivenAway{id, s.Readings[id].State, slices.Contains(looks, id)})
	}
	return out
}

// Engine is what the engine comes to on a specimen that it may look at as it likes, and its looks on the way.
func Engine(g *guide.Matrix, s *Specimen, region string) (trial.Result, []evidence.Reading, error) {
	return trial.Path(g, &s.Specimen, region)
}
