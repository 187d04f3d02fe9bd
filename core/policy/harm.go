package policy

// Harm is what eating a taxon by mistake costs.
type Harm string

// The classes of harm. Unknown is ruled as cautiously as serious.
const (
	Deadly  Harm = "deadly"
	Serious Harm = "serious"
	Upset   Harm = "upset"
	NoHarm  Harm = "none"
	Unknown Harm = "unknown"
)

// Harms lists every class, the gravest first: the order in which harms are told.
var Harms = []Harm{Deadly, Serious, Unknown, Upset, NoHarm}

// Standard is what it takes to rule a harmful taxon out: how much all evidence must weigh for the name, how many looks
// would all have to be wrong, and whether something built must be among what cuts it. A name to touch is held to that of
// contact.
type Standard struct {
	Balance Centibans
	Slips   int
	Built   bool
}

// Need is what a balance and slips lack of the standard, in one number: what the evidence still has to weigh, or where
// lines are wanting, what so many lines weigh that are worth the effort.
func (s Standard) Need(balance Centibans, slips int) Centibans {
	return max(0, s.Balance-balance, Centibans(s.Slips-slips)*WorthALine)
}

// WorthALine is what a line must weigh for it to be asked for as one that counts in full. Common practice.
const WorthALine = 5 * Deciban

// harmRule is what a class of harm asks for.
type harmRule struct {
	// standard rules it out: two independent lines of evidence where a mistake kills or does lasting harm or nobody knows,
	// so that no single misreading is enough; one where it passes. The balances were found by trial: docs/engine.md.
	standard Standard
	// grave harms must be ruled out whatever the taxon is used for.
	grave bool
	// asking is how much a gain against it counts when it is weighed what to look at next. Common practice.
	asking float64
	place  int
}

var harms = map[Harm]harmRule{
	Deadly:  {standard: Standard{20 * Deciban, 2, true}, grave: true, asking: 8, place: 0},
	Serious: {standard: Standard{15 * Deciban, 2, false}, grave: true, asking: 4, place: 1},
	Unknown: {standard: Standard{15 * Deciban, 2, false}, grave: true, asking: 4, place: 2},
	Upset:   {standard: Standard{8 * Deciban, 1, false}, asking: 1, place: 3},
	NoHarm:  {asking: 1, place: 4},
}

// ContactStandard rules out, for touching, a taxon that must not be touched. Common practice.
var ContactStandard = Standard{15 * Deciban, 2, false}

// Standard is what rules the harm out when it is eaten; nothing for none.
func (h Harm) Standard() Standard { return harms[h].standard }

// Hurts tells whether the harm must be ruled out at all.
func (h Harm) Hurts() bool { return harms[h].standard.Slips > 0 }

// Grave tells whether a harm is deadly, serious or unknown.
func (h Harm) Grave() bool { return harms[h].grave }

// AskingWeight is how much a gain against the harm counts when it is weighed what to look at next.
func (h Harm) AskingWeight() float64 { return harms[h].asking }

// Gravity is a harm's place in the order in which harms are told, 0 for the gravest.
func (h Harm) Gravity() int { return harms[h].place }
