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

// harmRule is what a class of harm asks for.
type harmRule struct {
	// needed is the strength that rules it out: two independent lines of evidence where a mistake kills, so that no single
	// misreading is enough; one and something beside it where it does lasting harm or nobody knows; one where it passes.
	// Common practice.
	needed Quarters
	// hints is the most that lines worth less than the whole add to the strength: nothing where a mistake kills, for a
	// colour or a smell has deceived too many. Common practice.
	hints Quarters
	// grave harms must be ruled out whatever the taxon is used for.
	grave bool
	// asking is how much a gain against it counts when it is weighed what to look at next. Common practice.
	asking float64
	place  int
}

var harms = map[Harm]harmRule{
	Deadly:  {needed: 2 * Whole, hints: 0, grave: true, asking: 8, place: 0},
	Serious: {needed: Whole + Whole/2, hints: Whole / 2, grave: true, asking: 4, place: 1},
	Unknown: {needed: Whole + Whole/2, hints: Whole / 2, grave: true, asking: 4, place: 2},
	Upset:   {needed: Whole, hints: Whole / 2, asking: 1, place: 3},
	NoHarm:  {needed: 0, hints: Whole / 2, asking: 1, place: 4},
}

// NeededForContact is the strength that rules out, for touching, a taxon that must not be touched. Common practice.
const NeededForContact = Whole + Whole/2

// Needed is the strength that rules the harm out when it is eaten; 0 for none.
func (h Harm) Needed() Quarters { return harms[h].needed }

// HintsCountFor is the most that lines worth less than the whole add to the strength against the harm.
func (h Harm) HintsCountFor() Quarters { return harms[h].hints }

// Grave tells whether a harm is deadly, serious or unknown.
func (h Harm) Grave() bool { return harms[h].grave }

// AskingWeight is how much a gain against the harm counts when it is weighed what to look at next.
func (h Harm) AskingWeight() float64 { return harms[h].asking }

// Gravity is a harm's place in the order in which harms are told, 0 for the gravest.
func (h Harm) Gravity() int { return harms[h].place }
