package policy

// A measure conflicts with a taxon only where it lies further out than a tenth beyond its range: rulers and hands err by
// as much. Common practice.
const (
	MeasureBelow = 0.9
	MeasureAbove = 1.1
)

// Two looks at a measure or a count say the same where the greater is no more than so many times the less. Common practice.
const SameNumber = MeasureAbove / MeasureBelow

// A name fits while the readings surprise under it by no more than MostSurprise standard deviations beyond what is to be
// expected, or by no more than LittleSurprise in all, which a single answer may that is rare, or of which nobody was sure; and while no more of the sure ones are odd, a state that it never shows nor one near it, than one for every
// ReadingsToOneOdd firm readings that fit, rounded up. Two careful people differ in one answer of ten. Found by trial:
// docs/engine.md.
const (
	MostSurprise     = 2.5
	LittleSurprise   = 18 * Deciban
	ReadingsToOneOdd = 6
	HardlyMisread    = 0.08 // with no greater error, an odd firm reading in full that was made twice is no slip
)

// FarAhead is by how much a harmful taxon must be likelier than anything that could be taken for a specimen that nobody
// named to be left without reading on; FarAheadOfAName the same for a name that was given, once its odd answers were looked
// at twice: an honest specimen of it is far behind now and then. Found by trial.
const (
	FarAhead        = 15 * Deciban
	FarAheadOfAName = 30 * Deciban
)

// LinesToFit is the smallest number of lines of firm readings in full that must fit the working name itself, so that
// nothing is cleared for being unlike everything. Common practice.
const LinesToFit = 2

// OtherNames is how many of the likeliest other names are tried before a record without a name is given up. Common
// practice.
const OtherNames = 12

// ThinGenus: a genus of which the guide holds fewer species than this is called thinly covered. Common practice.
const ThinGenus = 3

// How often a taxon shows a state that the guide gives in words, beside 1 for a usual one; the shares of a score are then
// brought to a sum of 1. Where the stage of the specimen is known, a state of another stage counts OtherStage of its own.
// Common practice.
const (
	SometimesShare = 0.3
	RareShare      = 0.1
	OtherStage     = 0.1
)

// UsualShare is how often, beside what a name shows most, it shows what may meet a must-see of it. Common practice.
const UsualShare = 0.3

// Errors: a soft reading differs from what the guide says SoftTimes as often as a firm one, but no more often than
// MostError. NearShare of an error goes to the states next to what is shown, the rest evenly to all. Common practice.
const (
	SoftTimes = 3
	MostError = 0.5
	NearShare = 0.5
)

// What errors are estimated from two authors with: the value of the footing counts like that of so many taxa, and nothing
// is read so well that less than one answer in a hundred differs. Common practice.
const (
	PriorTaxa  = 10
	LeastError = 0.01
)

// A measure is spread evenly, by its logarithm, over its usual range, which holds UsualRange of all honest readings, and
// over what lies between that and its extremes. An erring one lies beyond them within twice the greatest or half the least,
// but for FarError of all errors; thinly over FarWidth times as much on. Common practice.
const (
	FarBeyond  = 2
	UsualRange = 0.9
	FarError   = 0.1
	FarWidth   = 4
	LeastWidth = 1.2 // no range is narrower than this, from its least to its greatest
	LeastSize  = 0.5 // no measure is told from a smaller one, in the character's unit
)

// Often is the chance from which on an answer is reckoned with when it is planned what to read. Common practice.
const Often = 0.1

// Ranking: what is taken off the prior of a taxon that is not about at the date, or not known from the record's region.
// Common practice, both.
const (
	OutOfSeason = 0.3
	OutOfRegion = 0.1
)

// By how many days a window of the season is widened before something is called absent: years and slopes differ by as much.
// A harmful taxon is given more. Common practice, both.
const (
	SeasonSlack       = 30
	SeasonSlackUseful = 14
)

// Season as evidence: a date more than SeasonFar days outside every window of a harmful taxon, moved to the place, halves the belief
// that it is the one, and no more: windows are checked, years are not. Common practice, both.
const (
	SeasonFar  = 42
	SeasonHint = 3 * Deciban
)

// Keys: what a key weighs a question by, its gain in bits, less where it is only a hint, or takes work. Common practice,
// but for KeyDoubles, which was found by trial.
const (
	KeyHint      = 0.35 // a hint counts so much
	KeyPerMinute = 0.25
	KeyWait      = 0.1 // a minute of waiting, beside one of work
	KeyGrave     = 3   // a grave taxon counts like so many, so that its end is reached early
	KeyTogether  = 4   // so many may be left at an end together, unless some are taken and some are grave
	KeyDoubles   = 1   // the cost, in bits, of a question on which taxa go several ways
)

// PerQuestion is the effort of a question beside its work, in minutes. Common practice.
const PerQuestion = 0.25

// Lints of a guide: a taxon with fewer scores than FewScores is told from others by chance; two characters are twins
// where TwinTaxa taxa are scored for both in TwinWays ways and one gives the other throughout; of FewestKin of a
// genus one that differs from all others is worth a look. Common practice.
const (
	FewScores = 15
	TwinTaxa  = 8
	TwinWays  = 3
	FewestKin = 4
)
