package app

import (
	"cmp"
	"fmt"
	"math"
	"strconv"
	"strings"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// About is what a record is about, apart from its readings.
type About struct {
	Kingdom string `json:"kingdom" enum:"plantae,fungi"`
	Purpose string `json:"purpose,omitempty" enum:"eat,touch"`
	Target  string `json:"target,omitempty" doc:"The working name: a taxon's id"`
	// Date is a day such as 2026-05-10.
	Date   string `json:"date,omitempty"`
	Region string `json:"region,omitempty"`
	Stage  string `json:"stage,omitempty"`
	Place  Place  `json:"place,omitzero"`
	// Observer is the name of who looked.
	Observer string `json:"observer,omitempty" maxLength:"200"`
	Note     string `json:"note,omitempty" maxLength:"20000"`
	Walk     string `json:"walk,omitempty" maxLength:"64" doc:"The walk it was made on: its place and kit are taken over where none are given"`
	// Kit is what was carried; null for what the settings say.
	Kit []string `json:"kit,omitzero" maxItems:"100" doc:"The tools that were carried; left out for what the settings say"`
}

// Place is where a specimen stood: degrees (WGS 84) with an accuracy in metres, or only a name.
type Place struct {
	// ID is a place that is kept; empty for none.
	ID        string   `json:"id,omitempty" maxLength:"64" doc:"A place that is kept; left out for none"`
	Name      string   `json:"name,omitempty" maxLength:"200"`
	Latitude  *float64 `json:"latitude,omitempty" minimum:"-90" maximum:"90"`
	Longitude *float64 `json:"longitude,omitempty" minimum:"-180" maximum:"180"`
	AccuracyM *float64 `json:"accuracy_m,omitempty" minimum:"0"`
	// ElevationM is in metres above the sea.
	ElevationM *float64 `json:"elevation_m,omitempty" minimum:"-450" maximum:"8900" doc:"Metres above the sea"`
}

func (p Place) check() error {
	if (p.Latitude == nil) != (p.Longitude == nil) {
		return refused("latitude and longitude are given together")
	}
	return nil
}

// in tells what is wrong where the place lies on another continent than its region.
func (p Place) in(region string) error {
	if p.Latitude == nil || p.Longitude == nil {
		return nil
	}
	return refuse(season.Site{Latitude: *p.Latitude, Longitude: *p.Longitude}.In(region))
}

// site is where a place is, with what is known besides of where the user usually looks; nil where nothing is known.
func (p Place) site(usual Place, g *guide.Matrix) *season.Site {
	at := season.Site{ElevationM: g.Meta.Reference.ElevationM}
	from := p
	if from.Latitude == nil || from.Longitude == nil {
		from = usual
	}
	if from.Latitude == nil || from.Longitude == nil {
		return nil
	}
	at.Latitude, at.Longitude = *from.Latitude, *from.Longitude
	for _, up := range []*float64{usual.ElevationM, p.ElevationM} {
		if up != nil {
			at.ElevationM = *up
		}
	}
	return &at
}

func (a About) check() error {
	if a.Kingdom == "" {
		return refused("say whether it is a plant or a mushroom: kingdom is plantae or fungi")
	}
	return cmp.Or(checkRegion(a.Region), a.Place.check(), a.Place.in(a.Region))
}

// event is the description in the form that events keep it in.
func (a About) event() events.About {
	return events.About{
		Kingdom: a.Kingdom, Purpose: evidence.Purpose(a.Purpose), Target: a.Target, Date: a.Date, Region: a.Region, Stage: a.Stage,
		Place: events.Place(a.Place), Observer: a.Observer, Note: a.Note, Walk: a.Walk, Kit: a.Kit,
	}
}

func aboutOf(a events.About) About {
	return About{
		Kingdom: a.Kingdom, Purpose: string(a.Purpose), Target: a.Target, Date: a.Date, Region: a.Region, Stage: a.Stage,
		Place: Place(a.Place), Observer: a.Observer, Note: a.Note, Walk: a.Walk, Kit: a.Kit,
	}
}

// Closing is how a record ended: took, left, or kept for a second opinion.
type Closing struct {
	Done string `json:"done" enum:"took,left,kept"`
	// Amount is how much was taken, in the unit given; left out where it was not weighed.
	Amount *float64 `json:"amount,omitempty" minimum:"0"`
	Unit   string   `json:"unit,omitempty" enum:"g,oz" doc:"Left out: grams"`
	Note   string   `json:"note,omitempty" maxLength:"20000"`
}

// gramsPerOunce is exact by the international agreement of 1959.
const gramsPerOunce = 28.349523125

func (c Closing) event() events.Closing {
	out := events.Closing{Done: c.Done, AmountG: c.Amount, Note: c.Note}
	if c.Amount != nil && c.Unit == "oz" {
		g := *c.Amount * gramsPerOunce
		out.AmountG = &g
	}
	return out
}

// Ended is how a record ended, as it is shown.
type Ended struct {
	Done    string   `json:"done" enum:"took,left,kept"`
	AmountG *float64 `json:"amount_g,omitempty"`
	Weighed string   `json:"weighed,omitempty" doc:"The amount in the user's own units"`
	Note    string   `json:"note,omitempty"`
}

func endedOf(c *events.Closing, imperial bool) *Ended {
	if c == nil {
		return nil
	}
	e := &Ended{Done: c.Done, AmountG: c.AmountG, Note: c.Note}
	switch {
	case c.AmountG == nil:
	case imperial:
		e.Weighed = number(round1(*c.AmountG/gramsPerOunce)) + " oz"
	default:
		e.Weighed = number(*c.AmountG) + " g"
	}
	return e
}

// Kept is a reading that counts, as it is shown.
type Kept struct {
	events.Kept
	Says      string             `json:"says" doc:"What it says, in words and in the user's own units"`
	Agreement evidence.Agreement `json:"agreement" enum:"once,twice,differing,settled" doc:"What all looks at it come to: looked at once; twice with the same answer; twice with answers that differ, so that it is unsure; or settled by somebody else"`
}

// readingSays words a reading.
func readingSays(m *guide.Matrix, r *evidence.Reading, imperial bool) string {
	if r.Unseen != "" {
		name := unseenNames[r.Unseen]
		if !strings.HasPrefix(name, "I ") {
			name = guide.InSentence(name)
		}
		return "not seen: " + name
	}
	n, known := m.Column(r.Character)
	var says string
	switch {
	case r.States != nil:
		names := make([]string, len(r.States))
		for i, id := range r.States {
			names[i] = id
			if known {
				if k, ok := m.Columns[n].State(id); ok {
					names[i] = cmp.Or(m.Columns[n].States[k].Name, id)
				}
			}
		}
		says = strings.Join(names, "; ")
	case !known:
	case r.Value != nil:
		says = sizeSays(*r.Value, m.Columns[n].Unit, imperial)
	case r.Low != nil && r.High != nil:
		says = fmt.Sprintf("%s to %s", sizeSays(*r.Low, m.Columns[n].Unit, imperial), sizeSays(*r.High, m.Columns[n].Unit, imperial))
	}
	if !r.Sure {
		says += " (not sure)"
	}
	return says
}

// sizeSays is a number in the user's own units.
func sizeSays(v float64, unit string, imperial bool) string {
	if inches, ok := evidence.Inches(v, unit); ok && imperial {
		return number(round1(inches)) + " in"
	}
	return strings.TrimSuffix(number(v)+" "+unit, " ")
}

func number(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }

func round1(v float64) float64 { return math.Round(v*10) / 10 }

var unseenNames = map[evidence.Unseen]string{
	evidence.NotChecked: "I have not looked yet", evidence.Lost: "It is gone, or stayed in the ground",
	evidence.NotInSeason: "It is not there at this time of year", evidence.NoTool: "I lack the tool",
	evidence.CannotPerceive: "I cannot see or smell that",
}
