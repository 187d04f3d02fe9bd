package policy

// Footing is what kind of evidence a character gives.
type Footing string

// The footings.
const (
	Structure Footing = "structure"
	Surface   Footing = "surface"
	Print     Footing = "print"
	Reaction  Footing = "reaction"
	Size      Footing = "size"
	Colour    Footing = "colour"
	Scent     Footing = "scent"
	Place     Footing = "place"
	Season    Footing = "season"
)

// FootingList lists every footing.
var FootingList = []Footing{Structure, Surface, Print, Reaction, Size, Colour, Scent, Place, Season}

// Reliability is how much a footing is trusted.
type Reliability struct {
	// Misread is how often an honest, careful observer's answer differs from what the guide says, from 0 to 1, where the
	// guide gives no error for the character. Common practice; no published source.
	Misread float64
	// Full is true where a line counts in full, false where it is only a hint.
	Full bool
}

// Footings is the table of how much each footing is trusted: what can be seen built into the specimen counts in
// full, what fades, varies or deceives is a hint. Common practice; no published source.
var Footings = map[Footing]Reliability{
	Structure: {0.02, true},
	Surface:   {0.05, true},
	Print:     {0.02, true},
	Reaction:  {0.08, true},
	Size:      {0.05, false},
	Colour:    {0.12, false},
	Scent:     {0.15, false},
	Place:     {0.10, false},
	Season:    {0.10, false},
}
