package policy

// A measure conflicts with a taxon only where it lies further out than a tenth beyond its range: rulers and hands err by
// as much. Beyond twice the greatest measure is no misreading, and counts in full. Common practice.
const (
	MeasureBelow = 0.9
	MeasureAbove = 1.1
	FarBeyond    = 2
)

// LookAgainBelow is what may speak against a name for it to be worth looking again at the one reading that is in the
// way; with more, it is another thing. Common practice.
const LookAgainBelow = 2 * Whole

// LinesToFit is the smallest number of lines of firm readings in full that must fit the working name itself, so that
// nothing is cleared for being unlike everything. Common practice.
const LinesToFit = 2

// OtherNames is how many of the likeliest other names are tried before a record without a name is given up. Common
// practice.
const OtherNames = 12

// ThinGenus: a genus of which the guide holds fewer species than this is called thinly covered. Common practice.
const ThinGenus = 3

// Ranking: what the posterior of a taxon is made of. Common practice, all of it.
const (
	RareWeight  = 0.1 // of a rare state, or one of another stage, against 1 for a usual one
	OutOfSeason = 0.3 // on the prior of a taxon that is not about at the date
	OutOfRegion = 0.1 // on the prior of a taxon not known from the record's region
	SoftTimes   = 3   // a soft reading is misread so many times as often
	MostMisread = 0.5 // but no more often than this
)

// RareShare is how often a drawn specimen shows a state that is rare for its taxon. Common practice.
const RareShare = 0.05

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
// where TwinTaxa taxa are scored for both in TwinWays ways and one gives the other throughout. Common practice.
const (
	FewScores = 15
	TwinTaxa  = 8
	TwinWays  = 3
)
