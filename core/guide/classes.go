package guide

import "zestythicket/core/policy"

// Harm and Footing are the classes that the rules' tables are made for; a guide names them for its taxa and characters.
type (
	Harm    = policy.Harm
	Footing = policy.Footing
)

// The classes of harm.
const (
	Deadly  = policy.Deadly
	Serious = policy.Serious
	Upset   = policy.Upset
	NoHarm  = policy.NoHarm
	Unknown = policy.Unknown
)

// The footings.
const (
	Structure = policy.Structure
	Surface   = policy.Surface
	Print     = policy.Print
	Reaction  = policy.Reaction
	Size      = policy.Size
	Colour    = policy.Colour
	Scent     = policy.Scent
	Place     = policy.Place
	Date      = policy.Season
)
