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
	// Full is true where a reading counts in full, false where it is only a hint; of a size only a number that lies outside
	// what the other shows counts in full.
	Full bool
	// Built is true for what is built into the specimen or can be measured on it, and does not fade, vary with the light or
	// fool the nose. Without it nothing is cleared, whatever else was read.
	Built bool
}

// Footings is the table of how much each footing is trusted. What a reading weighs comes of its shares and its error: two
// authors agree on the colour of gills better than on the texture of the flesh. Only where a thing grows and when says
// nothing of the thing itself, and is a hint. Measured: docs/engine.md.
var Footings = map[Footing]Reliability{
	Structure: {Misread: 0.02, Full: true, Built: true},
	Surface:   {Misread: 0.05, Full: true, Built: true},
	Print:     {Misread: 0.02, Full: true, Built: true},
	Reaction:  {Misread: 0.08, Full: true, Built: true},
	Size:      {Misread: 0.05, Built: true},
	Colour:    {Misread: 0.12, Full: true},
	Scent:     {Misread: 0.15, Full: true},
	Place:     {Misread: 0.10},
	Season:    {Misread: 0.10},
}
