package policy

import "math"

// Centibans are hundredths of a ban, the unit in which evidence is weighed: 10·log₁₀ of how much likelier a reading is of
// one taxon than of another is its weight in decibans, ten times that in centibans. Whole numbers, so that a ruling comes
// out the same on every machine. Source: I. J. Good, "Probability and the Weighing of Evidence", 1950.
type Centibans int32

// Deciban is ten centibans, about the least change of belief that a person notices (Good, 1950).
const Deciban Centibans = 10

// In is a weight in decibans, to a tenth.
func (c Centibans) In() float64 { return float64(c) / float64(Deciban) }

// CentibansOf is the logarithm of a chance as a weight.
func CentibansOf(chance float64) Centibans { return Centibans(math.Round(100 * math.Log10(chance))) }

// What one line of evidence weighs at most: for the name no more than ten to one, for about as often two careful people
// read the same thing differently; against it hardly less, for one answer of ten is odd for an honest name. A hint weighs
// less either way, for such things vary and deceive; all that hints say for a name together stays below what rules anything
// grave out. The figures were found by trial: docs/engine.md.
const (
	MostWeight      = 10 * Deciban
	LeastWeight     = -8 * Deciban
	MostHint        = 4 * Deciban
	LeastHint       = -4 * Deciban
	MostHints       = 8 * Deciban
	LeastDifference = Deciban // less is not told as a weight
)

// CounterEvidence is what a line in full weighs at most that speaks so clearly for a harmful taxon that one whole depth more
// is asked for against it: whoever explains it away leans on one look more. Found by trial: docs/engine.md.
const CounterEvidence = -75 * Deciban / 10

// LineWeight is what a line weighs for the name, from the best that its readings say for it and the worst that they say
// for the other: never more than the most, nor less than the least.
func LineWeight(best, worst Centibans, full bool) Centibans {
	if !full {
		return Hint(best + worst)
	}
	return min(max(best+worst, LeastWeight), MostWeight)
}

// Hint is what a weight comes to where it is only a hint.
func Hint(w Centibans) Centibans { return min(max(w, LeastHint), MostHint) }

// Depth is how far what was read lies from what a taxon shows, in hundredths of a slip: a whole one, Whole, for what it never
// shows, or hardly ever, one time for twenty of what it shows most (HardlyShown); less for what it shows oftener, by its logarithm. What two authors
// say of a taxon between them goes down to one answer in a hundred: told from nothing, no line would be left that cuts. So
// one misreading, and whatever else the taxon shows that is together no rarer than that, make no second slip. The figure was found
// by trial: docs/engine.md.
type Depth uint8

// Whole is the depth of what is never shown. From Seldom on, a little over once for five times of what is shown most, a
// reading is told as one that a taxon seldom or never shows. Common practice, the latter.
const (
	Whole  Depth = 100
	Seldom Depth = Whole / 2
)

// HardlyShown is how often, beside what is shown most, something may be shown that is as good as never. Found by trial.
const HardlyShown = 0.05

// DepthOf is the depth of a reading that a taxon shows that often, from 0 to 1, beside what it shows most; more is taken for 1.
func DepthOf(share float64) Depth {
	switch {
	case share <= HardlyShown:
		return Whole
	case share >= 1:
		return 0
	}
	return Depth(math.Floor(float64(Whole)*math.Log(share)/math.Log(HardlyShown) + 1e-9))
}
