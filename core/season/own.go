package season

import (
	"errors"
	"fmt"
	"slices"
	"time"

	"zestythicket/core/guide"
)

// Edge is an end of a window.
type Edge string

// The ends of a window.
const (
	First Edge = "first"
	Last  Edge = "last"
)

// Sighting is a date of one's own: the first or the last day in a year on which an organ of a taxon was seen.
type Sighting struct {
	Taxon string      `json:"taxon"`
	Organ guide.Organ `json:"organ"`
	Edge  Edge        `json:"edge"`
	// Date is a day such as 2026-05-10.
	Date string `json:"date"`
}

// Check tells what is wrong with a date of one's own.
func (s Sighting) Check() error {
	switch _, err := time.Parse(time.DateOnly, s.Date); {
	case s.Taxon == "":
		return errors.New("it does not say of what: name the taxon")
	case !slices.Contains(guide.Organs, s.Organ):
		return fmt.Errorf("organ %q is none of the guide's", s.Organ)
	case s.Edge != First && s.Edge != Last:
		return fmt.Errorf("edge %q is neither first nor last", s.Edge)
	case err != nil:
		return fmt.Errorf("date %q is not a day such as 2026-05-10", s.Date)
	}
	return nil
}

// steady is the weight, in dates or in taxa, of believing that a place and a year are as the law has them. Common practice; no
// source.
const steady = 3

// Own is by how many days a taxon is later than the law has it, by so many dates of one's own that were each so much later: drawn
// towards none, the more the fewer there are.
func Own(later []float64) float64 {
	sum := 0.0
	for _, d := range later {
		sum += d
	}
	return sum / (float64(len(later)) + steady)
}

// Corrections are what one's own dates say: by how many days a taxon comes later than the law has it, and by how many all of them do in
// a year.
type Corrections struct {
	Taxa  map[string]Correction
	Years map[int]Correction
}

// Correction is a number of days, later above 0, from so many dates; of a year, from so many taxa.
type Correction struct {
	Days float64 `json:"days"`
	From int     `json:"from"`
}

// Of is by how many days a taxon comes later in a year.
func (c Corrections) Of(taxon string, year int) float64 {
	return c.Taxa[taxon].Days + c.Years[year].Days
}

// Correct works out what dates of one's own say at a place. A date counts from the end that it is nearest to among the organ's
// windows. What is common to the taxa of a year is what is left when each has been corrected by all its own dates. A date of which the
// guide knows no window says nothing.
func Correct(g *guide.Matrix, at Site, dates []Sighting) Corrections {
	c := Corrections{map[string]Correction{}, map[int]Correction{}}
	later, byYear := map[string][]float64{}, map[int]map[string][]float64{}
	for _, d := range dates {
		days, year, ok := deviation(g, at, d)
		if !ok {
			continue
		}
		later[d.Taxon] = append(later[d.Taxon], days)
		if byYear[year] == nil {
			byYear[year] = map[string][]float64{}
		}
		byYear[year][d.Taxon] = append(byYear[year][d.Taxon], days)
	}
	for taxon, list := range later {
		c.Taxa[taxon] = Correction{Own(list), len(list)}
	}
	for year, taxa := range byYear {
		var left []float64
		for taxon, list := range taxa {
			sum := 0.0
			for _, d := range list {
				sum += d
			}
			left = append(left, sum/float64(len(list))-c.Taxa[taxon].Days)
		}
		c.Years[year] = Correction{Own(left), len(left)}
	}
	return c
}

// deviation is by how many days a date is later than the law has it.
func deviation(g *guide.Matrix, at Site, d Sighting) (days float64, year int, ok bool) {
	n, known := g.Taxon(d.Taxon)
	day, err := time.Parse(time.DateOnly, d.Date)
	if !known || err != nil {
		return 0, 0, false
	}
	for _, w := range g.Taxa[n].Season[d.Organ] {
		m, err := Moved(w, at, Site(g.Meta.Reference), 0)
		if err != nil || m.Whole {
			continue
		}
		end := m.From
		if d.Edge == Last {
			end = m.To
		}
		by := float64(dayOf(day) - end)
		if by > halfYear {
			by -= yearDays
		} else if by < -halfYear {
			by += yearDays
		}
		if !ok || abs(by) < abs(days) {
			days, ok = by, true
		}
	}
	return days, day.Year(), ok
}

func abs(x float64) float64 { return max(x, -x) }
