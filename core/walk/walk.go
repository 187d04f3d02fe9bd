// Package walk plans a walk the evening before: what to look for, what stands in the same ground and looks like it, how each is told
// that day, what to carry, and which of it fits into the time.
package walk

import (
	"fmt"
	"slices"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Request is what a walk is planned from.
type Request struct {
	// Date is the day, such as 2026-09-05.
	Date string `json:"date"`
	// Region is a level 2 region code; empty for anywhere.
	Region string `json:"region,omitempty"`
	// Start is where the walk begins and ends.
	Start Place `json:"start"`
	// Minutes is how long it may take, with the ways.
	Minutes float64 `json:"minutes"`
	// Observer is who looks: tools at hand, senses, what was taught.
	Observer evidence.Observer `json:"observer,omitzero"`
	Targets  []Target          `json:"targets"`
	Places   []Place           `json:"places"`
	// Weather and Dates are what was noted of the place.
	Weather []season.Day      `json:"weather,omitempty"`
	Dates   []season.Sighting `json:"dates,omitempty"`
	// Look asks for what else there is to look for.
	Look bool `json:"look,omitempty"`
	// Following are the taxa that are followed, with their stars: they come first in what there is to look for.
	Following map[string]int `json:"following,omitempty"`
}

// Target is a taxon to look for.
type Target struct {
	Taxon string `json:"taxon"`
	// Pieces is how many are wanted, 1 where it is left out; Stars how much, 1 to 3, 1 where it is left out.
	Pieces int `json:"pieces,omitempty"`
	Stars  int `json:"stars,omitempty"`
}

// Place is somewhere to go.
type Place struct {
	ID   string `json:"id,omitempty"`
	Name string `json:"name,omitempty"`
	season.Site
	// Grows lists the taxa that were found there, or are expected.
	Grows []string `json:"grows,omitempty"`
	// Afoot is what is dangerous there besides what grows: a road, a bog, ticks, the hunt.
	Afoot string `json:"afoot,omitempty"`
}

// What a walk may be at most. Common practice; no source.
const (
	MostTargets = 40
	MostPlaces  = 30
	MostMinutes = 24 * 60
	mostPieces  = 1000
)

// Check tells what is wrong with what a walk is planned from.
func (r *Request) Check(g *guide.Matrix) error {
	if _, err := time.Parse(time.DateOnly, r.Date); err != nil {
		return fmt.Errorf("date %q is not a day such as 2026-09-05", r.Date)
	}
	if err := r.Start.Check(); err != nil {
		return fmt.Errorf("start: %w", err)
	}
	switch {
	case !(r.Minutes >= 1 && r.Minutes <= MostMinutes):
		return fmt.Errorf("a walk of %g minutes cannot be planned; it takes 1 to %d", r.Minutes, MostMinutes)
	case r.Region != "" && !guide.RegionCode(r.Region):
		return fmt.Errorf("region %q is not a level 2 region code such as \"11\"", r.Region)
	case len(r.Targets) > MostTargets:
		return fmt.Errorf("%d targets are too many for one walk; choose %d", len(r.Targets), MostTargets)
	case len(r.Places) > MostPlaces:
		return fmt.Errorf("%d places are too many for one walk; choose %d", len(r.Places), MostPlaces)
	}
	if err := r.Start.In(r.Region); err != nil {
		return fmt.Errorf("start: %w", err)
	}
	for _, tool := range r.Observer.Kit {
		if !slices.Contains(g.Tools(), tool) {
			return fmt.Errorf("kit: the guide needs no tool %q; it knows %s", tool, joined(g.Tools()))
		}
	}
	seen := map[string]bool{}
	for i, t := range r.Targets {
		switch n, ok := g.Taxon(t.Taxon); {
		case !ok:
			return fmt.Errorf("target %d: the guide has no taxon %q", i+1, t.Taxon)
		case !g.Taxa[n].Useful():
			return fmt.Errorf("target %d: %s has no use in this guide, so nobody goes out for it", i+1, g.Taxa[n].DisplayName())
		case seen[t.Taxon]:
			return fmt.Errorf("target %d: %s is a target already", i+1, g.Taxa[n].DisplayName())
		case t.Pieces < 0 || t.Pieces > mostPieces:
			return fmt.Errorf("target %d: %d pieces are not 1 to %d", i+1, t.Pieces, mostPieces)
		case t.Stars < 0 || t.Stars > 3:
			return fmt.Errorf("target %d: %d stars are not 1 to 3", i+1, t.Stars)
		}
		seen[t.Taxon] = true
	}
	ids := map[string]bool{}
	for i, p := range r.Places {
		if err := p.Check(); err != nil {
			return fmt.Errorf("place %d: %w", i+1, err)
		}
		if p.ID == "" || ids[p.ID] {
			return fmt.Errorf("place %d: each place needs an id of its own", i+1)
		}
		ids[p.ID] = true
		if m := metres(r.Start.Site, p.Site); m > farthest {
			return fmt.Errorf("place %d: %s lies %.0f km from the start; no walk goes there and back. Is its position right?", i+1, p.Name, m/1000)
		}
		for _, id := range p.Grows {
			if _, ok := g.Taxon(id); !ok {
				return fmt.Errorf("place %d: the guide has no taxon %q", i+1, id)
			}
		}
	}
	for _, d := range r.Weather {
		if err := d.Check(); err != nil {
			return fmt.Errorf("weather: %w", err)
		}
	}
	for _, d := range r.Dates {
		if err := d.Check(); err != nil {
			return fmt.Errorf("dates: %w", err)
		}
	}
	return r.record("").Check(g)
}

// record is an empty record of a taxon on the walk.
func (r *Request) record(target string) *evidence.Record {
	return &evidence.Record{Target: target, Date: r.Date, Region: r.Region, Place: &r.Start.Site, Observer: r.Observer}
}

// Plan is a walk as it is planned.
type Plan struct {
	Date string `json:"date"`
	// Minutes is how long the round takes: walking, and looking at what was chosen.
	Minutes float64 `json:"minutes"`
	Round   Round   `json:"round"`
	Targets []Aim   `json:"targets"`
	Kit     []Item  `json:"kit"`
	Places  []Cues  `json:"places"`
	// Look is what else there is to look for, where that was asked.
	Look []Candidate `json:"look,omitempty"`
	// Year is what one's own dates say of the year.
	Year season.Correction `json:"year"`
}

// Aim is a target as it stands that day.
type Aim struct {
	Target
	DisplayName string            `json:"display_name"`
	Part        season.Part       `json:"part"`
	Own         season.Correction `json:"own"`
	Rain        *season.Wet       `json:"rain,omitempty"`
	Telling     Telling           `json:"telling"`
	Dangers     []Danger          `json:"dangers"`
	// Places are the ids of the places where it is to be looked for; none for anywhere.
	Places []string `json:"places"`
}

// Make plans a walk. The error names what is wrong with the request.
func Make(g *guide.Matrix, r *Request) (*Plan, error) {
	if err := r.Check(g); err != nil {
		return nil, err
	}
	d, err := dayOf(g, r)
	if err != nil {
		return nil, err
	}
	aims := d.aims()
	p := &Plan{Date: r.Date, Targets: aims, Round: d.round(aims), Kit: d.kit(aims), Places: d.cues(aims), Year: d.corrections.Years[d.date.Year()]}
	p.Minutes = p.Round.Minutes
	if r.Look {
		p.Look = d.look()
	}
	return p, nil
}

// day is a walk's day on a guide.
type day struct {
	*Request
	g           *guide.Matrix
	date        time.Time
	corrections season.Corrections
	almanac     []season.Taxon
}

func dayOf(g *guide.Matrix, r *Request) (*day, error) {
	d := &day{Request: r, g: g}
	d.date, _ = time.Parse(time.DateOnly, r.Date) // was checked
	d.corrections = season.Correct(g, r.Start.Site, r.Dates)
	var err error
	d.almanac, err = season.Almanac(g, r.Start.Site, d.date, d.corrections)
	return d, err
}

// aims works every target out, as many at a time as there are cores.
func (d *day) aims() []Aim {
	out := make([]Aim, len(d.Targets))
	together(len(out), func(i int) { out[i] = d.aim(d.Targets[i]) })
	return out
}

func (d *day) aim(t Target) Aim {
	n, _ := d.g.Taxon(t.Taxon)
	t.Pieces, t.Stars = max(1, t.Pieces), max(1, t.Stars)
	a := Aim{
		Target: t, DisplayName: d.g.Taxa[n].DisplayName(), Part: d.almanac[n].Main, Own: d.corrections.Taxa[t.Taxon], Rain: d.rain(n),
		Telling: d.telling(n), Places: []string{},
	}
	a.Dangers = d.dangers(n, &a.Telling)
	for _, p := range d.Places {
		for _, id := range p.Grows {
			if id == t.Taxon {
				a.Places = append(a.Places, p.ID)
			}
		}
	}
	return a
}

// rain is what the weather says of a taxon that waits for rain; nil for one that does not.
func (d *day) rain(taxon int) *season.Wet {
	rule := d.g.Taxa[taxon].AfterRain
	if rule == nil {
		return nil
	}
	w := season.Rain(d.Weather, *rule, d.date)
	return &w
}
