// Package guide holds what is known: characters, taxa and how each taxon scores, signs and gates.
// It checks that a guide makes sense and compiles it into a matrix that readings can be held against quickly.
package guide

import "slices"

// Source is a whole guide as its files give it, before it is compiled.
type Source struct {
	Meta       Meta        `json:"guide"`
	Characters []Character `json:"characters"`
	Taxa       []Taxon     `json:"taxa"`
	Signs      []Sign      `json:"signs,omitempty"`
	Gates      []Gate      `json:"gates,omitempty"`
	Sources    []Citation  `json:"sources,omitempty"`
	// Conditions say which pieces are kept, trimmed or left.
	Conditions []Condition `json:"conditions,omitempty"`
	// Errors gives for characters how often an honest, careful observer's answer differs from what the guide says, from 0
	// to ½. Where it is left out the value of the footing stands.
	Errors map[string]float64 `json:"errors,omitempty"`
}

// Meta names a guide and the place its seasons are given for.
type Meta struct {
	ID        string    `json:"id,omitempty"`
	Title     string    `json:"title,omitempty"`
	Version   string    `json:"version,omitempty"`
	Licence   string    `json:"licence,omitempty"`
	Reference Reference `json:"reference,omitzero"`
	// Covers lists the continents (level 1 region codes) for which the guide claims to hold the harmful taxa. Elsewhere, and
	// where it is not known where a specimen stood, none is put apart for living on another continent.
	Covers []string `json:"covers,omitempty"`
}

// Reference is the place (degrees, WGS 84; metres above sea) that every season window of the guide is given for.
type Reference struct {
	Latitude   float64 `json:"latitude"`
	Longitude  float64 `json:"longitude"`
	ElevationM float64 `json:"elevation_m"`
}

// Organ is the part of a specimen that a character is read on.
type Organ string

// Piece is the organ of characters that tell of the piece in the hand, not of what grew: cut off or whole, fresh or dried.
const Piece Organ = "specimen"

// Organs lists every organ a character may belong to, in the order in which they are shown.
var Organs = []Organ{
	"specimen", "habit", "underside", "cap", "stem", "leaf", "flower", "fruit", "root", "bud",
	"flesh", "scent", "print", "place", "season",
}

// Kind tells what a reading of a character is made of.
type Kind string

// The kinds of character: one or more named states, a measure in the character's unit, or a whole number.
const (
	States  Kind = "states"
	Measure Kind = "measure"
	Count   Kind = "count"
)

// Where tells whether a character can be read on the spot.
type Where string

// A character is read in the field, or only at home.
const (
	Field Where = "field"
	Home  Where = "home"
)

// Requires names what a reading rests on: for each character id, the states within which that character must have been read.
type Requires map[string][]string

// Character is a feature that can be read, with its states, or a measure or count.
type Character struct {
	ID      string   `json:"id"`
	Aliases []string `json:"aliases,omitempty"`
	Organ   Organ    `json:"organ"`
	Kind    Kind     `json:"kind"`
	Name    string   `json:"name"`
	// Term is the field's own word for the character, shown beside the plain one on request.
	Term     string   `json:"term,omitempty"`
	Question string   `json:"question"`
	How      string   `json:"how"`
	Pitfall  string   `json:"pitfall,omitempty"`
	States   []State  `json:"states,omitempty"`
	RestsOn  Requires `json:"rests_on,omitempty"`
	// Line is the line of evidence; characters on one line are not independent. Empty: the character's own id.
	Line string `json:"line,omitempty"`
	// Footing is the kind of evidence. Empty: size for a measure, structure for all else.
	Footing Footing `json:"footing,omitempty"`
	// Minutes of work a reading takes. Nil: 1.
	Minutes *float64 `json:"minutes,omitempty"`
	// WaitMinutes is waiting on top of the work, as for a spore print.
	WaitMinutes float64  `json:"wait_minutes,omitempty"`
	Where       Where    `json:"where,omitempty"`
	Needs       []string `json:"needs,omitempty"`
	// Touch is false for what can be read without touching. Nil: true.
	Touch *bool `json:"touch,omitempty"`
	// Obvious is true for what anybody sees in a second; it is asked for first where that costs hardly more.
	Obvious bool `json:"obvious,omitempty"`
	// FadesAfter, where above 0, is the number of handled pieces from which a reading says nothing any more.
	FadesAfter int    `json:"fades_after,omitempty"`
	Unit       string `json:"unit,omitempty"`
	// Most is the most that a measure or a count can be, in its unit; 0 for no bound. It is no value of any taxon: beyond it lie
	// slips of the finger and of the unit.
	Most float64 `json:"most,omitempty"`
}

// State is one value of a character.
type State struct {
	ID      string   `json:"id"`
	Aliases []string `json:"aliases,omitempty"`
	Name    string   `json:"name"`
	// Absence marks a state that says something is not there.
	Absence bool     `json:"absence,omitempty"`
	RestsOn Requires `json:"rests_on,omitempty"`
	// Swatch is the colour that it names, such as "#c8a060"; empty for none. A picture of the word, by eye.
	Swatch string `json:"swatch,omitempty"`
	// Near lists the states of the character that are easily read in its place, each of which lists it too. Of what is read
	// in error, half is one of those.
	Near []string `json:"near,omitempty"`
}

// LineOf is the line of evidence that the character lies on.
func (c *Character) LineOf() string {
	if c.Line != "" {
		return c.Line
	}
	return c.ID
}

// FootingOf is the character's footing, with the default for its kind.
func (c *Character) FootingOf() Footing {
	switch {
	case c.Footing != "":
		return c.Footing
	case c.Kind == Measure:
		return Size
	}
	return Structure
}

// MinutesOf is the work in minutes that one reading takes.
func (c *Character) MinutesOf() float64 {
	if c.Minutes != nil {
		return *c.Minutes
	}
	return 1
}

// WhereOf is where the character can be read.
func (c *Character) WhereOf() Where {
	if c.Where != "" {
		return c.Where
	}
	return Field
}

// Touches tells whether reading the character means touching the specimen.
func (c *Character) Touches() bool { return c.Touch == nil || *c.Touch }

// Use is what a taxon is taken for.
type Use string

// The uses a taxon may have; NoUse for none.
const (
	Edible      Use = "edible"
	CookedOnly  Use = "cooked-only"
	Conditional Use = "conditional"
	Medicinal   Use = "medicinal"
	NoUse       Use = "none"
)

// Uses lists them all.
var Uses = []Use{Edible, CookedOnly, Conditional, Medicinal, NoUse}

// Taxon is a species, species group, section or genus that the guide describes.
type Taxon struct {
	ID       string   `json:"id"`
	Aliases  []string `json:"aliases,omitempty"`
	Name     string   `json:"name"`
	Rank     string   `json:"rank,omitempty"`
	Kingdom  string   `json:"kingdom"`
	Family   string   `json:"family,omitempty"`
	Group    string   `json:"group,omitempty"`
	Common   []string `json:"common,omitempty"`
	Synonyms []string `json:"synonyms,omitempty"`
	// Members are the species and forms that a group holds.
	Members []string `json:"members,omitempty"`
	Use     Use      `json:"use"`
	Harm    Harm     `json:"harm"`
	// Contact tells what touching, burning or smelling it does. Nil: nothing known.
	Contact  *Contact `json:"contact,omitempty"`
	Disputed Prose    `json:"disputed,omitempty"`
	Regions  []string `json:"regions,omitempty"`
	Season   Season   `json:"season,omitempty"`
	Scores   Scores   `json:"scores,omitempty"`
	MustSee  []string `json:"must_see,omitempty"`
	// Lookalikes are taxa it is taken for, with the tell in a sentence each.
	Lookalikes []Lookalike `json:"lookalikes,omitempty"`
	// Beyond names what it is taken for that the guide does not hold, with the tell.
	Beyond      []Outsider   `json:"beyond,omitempty"`
	Handling    Prose        `json:"handling,omitempty"`
	Harvest     *Harvest     `json:"harvest,omitempty"`
	Preparation *Preparation `json:"preparation,omitempty"`
	Cautions    Prose        `json:"cautions,omitempty"`
	// Scouting tells what is seen of it from afar.
	Scouting  Prose      `json:"scouting,omitempty"`
	AfterRain *AfterRain `json:"after_rain,omitempty"`
	Dose      *Dose      `json:"dose,omitempty"`
	Yield     *Yield     `json:"yield,omitempty"`
	Onset     *Onset     `json:"onset,omitempty"`
	Sources   []string   `json:"sources,omitempty"`
}

// Useful tells whether the taxon has a use.
func (t *Taxon) Useful() bool { return t.Use != NoUse && t.Use != "" }

// Contact is what a taxon does to whoever touches or burns it, and how to handle it.
type Contact struct {
	Does     Prose `json:"does,omitempty"`
	Handling Prose `json:"handling,omitempty"`
}

// Onset is when the first signs of poisoning appear, in hours after eating.
type Onset struct {
	FromH float64 `json:"from_h"`
	ToH   float64 `json:"to_h"`
}

// Lookalike is a taxon that this one is taken for.
type Lookalike struct {
	Taxon string `json:"taxon"`
	Tell  string `json:"tell"`
}

// Outsider is a kind that the guide does not hold, by its scientific name, and what tells a taxon from it.
type Outsider struct {
	Name string `json:"name"`
	Tell string `json:"tell"`
}

// Verdict is what a ruling, or a sign, comes to.
type Verdict string

// The verdicts. There is none that says a specimen is safe.
const (
	Leave       Verdict = "leave"
	KeepLooking Verdict = "keep-looking"
	NoMatch     Verdict = "no-match"
	ShowSomeone Verdict = "show-someone"
	RuledClear  Verdict = "ruled-clear"
)

// Verdicts lists them all, the gravest first.
var Verdicts = []Verdict{Leave, NoMatch, KeepLooking, ShowSomeone, RuledClear}

// Sign is a combination of states that settles a specimen at once.
type Sign struct {
	ID      string   `json:"id"`
	All     Requires `json:"all"`
	Verdict Verdict  `json:"verdict"`
	Spares  []string `json:"spares,omitempty"`
	Why     string   `json:"why,omitempty"`
	Src     string   `json:"src,omitempty"`
}

// Gate is a group that only somebody taught in person may clear.
type Gate struct {
	ID       string   `json:"id"`
	Name     string   `json:"name,omitempty"`
	Families []string `json:"families,omitempty"`
	Genera   []string `json:"genera,omitempty"`
	Taxa     []string `json:"taxa,omitempty"`
	All      Requires `json:"all,omitempty"`
	Needs    string   `json:"needs,omitempty"`
	Why      string   `json:"why,omitempty"`
	Src      string   `json:"src,omitempty"`
}

// Citation is where a value comes from.
type Citation struct {
	ID    string `json:"id"`
	Kind  string `json:"kind"`
	Title string `json:"title"`
}

// Without is the guide with a taxon left out, and with it everything that names it.
func (g *Source) Without(id string) *Source {
	out := *g
	not := func(ids []string) []string {
		return slices.DeleteFunc(slices.Clone(ids), func(x string) bool { return x == id })
	}
	out.Taxa = nil
	for _, t := range g.Taxa {
		if t.ID == id {
			continue
		}
		t.Lookalikes = slices.DeleteFunc(slices.Clone(t.Lookalikes), func(l Lookalike) bool { return l.Taxon == id })
		out.Taxa = append(out.Taxa, t)
	}
	out.Conditions = slices.Clone(g.Conditions)
	for i := range out.Conditions {
		out.Conditions[i].Taxa, out.Conditions[i].Except = not(out.Conditions[i].Taxa), not(out.Conditions[i].Except)
	}
	out.Conditions = slices.DeleteFunc(out.Conditions, func(x Condition) bool { return x.Kingdom == "" && len(x.Taxa) == 0 })
	out.Signs, out.Gates = slices.Clone(g.Signs), nil
	for i := range out.Signs {
		out.Signs[i].Spares = not(out.Signs[i].Spares)
	}
	for _, gate := range g.Gates {
		gate.Taxa = not(gate.Taxa)
		if len(gate.Taxa)+len(gate.Families)+len(gate.Genera)+len(gate.All) > 0 {
			out.Gates = append(out.Gates, gate)
		}
	}
	return &out
}
