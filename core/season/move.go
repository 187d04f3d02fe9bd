// Package season says what is there when, at a place: the guide's windows, moved there, and corrected by what was seen.
package season

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"time"

	"zestythicket/core/guide"
)

// Site is where one looks: degrees (WGS 84), north and east positive, and metres above the sea.
type Site struct {
	Latitude   float64 `json:"latitude"`
	Longitude  float64 `json:"longitude"`
	ElevationM float64 `json:"elevation_m"`
}

// The lowest and the highest dry land in metres, rounded outward: the shore of the Dead Sea, the top of Everest. Source: memory.
const lowest, highest = -450, 8900

// Check tells what is wrong with a place.
func (p Site) Check() error {
	switch {
	case math.IsNaN(p.Latitude) || p.Latitude < -90 || p.Latitude > 90:
		return fmt.Errorf("latitude %v is not between -90 and 90 degrees", p.Latitude)
	case math.IsNaN(p.Longitude) || p.Longitude < -180 || p.Longitude > 180:
		return fmt.Errorf("longitude %v is not between -180 and 180 degrees", p.Longitude)
	case math.IsNaN(p.ElevationM) || p.ElevationM < lowest || p.ElevationM > highest:
		return fmt.Errorf("%v m above the sea is no place to look at; between %d and %d m there is land", p.ElevationM, lowest, highest)
	}
	return nil
}

// In tells what is wrong where the place lies on another continent than a level 2 region; empty for any.
func (p Site) In(region string) error {
	if guide.RegionHas(region, p.Latitude, p.Longitude) {
		return nil
	}
	return fmt.Errorf("%g, %g does not lie anywhere near %s; is it the place or the region?", p.Latitude, p.Longitude, cmp.Or(guide.Regions[region], region))
}

// The bioclimatic law: so many days later in spring for each degree of latitude poleward, and for each 400 feet higher; in North
// America also for each five degrees of longitude eastward. A. D. Hopkins, Periodical events and natural law as guides to agricultural
// research and practice, Monthly Weather Review Supplement 9, 1918; from memory.
const (
	lawDays      = 4
	lawLatitude  = 1.0
	lawHeightM   = 400 * 0.3048
	lawLongitude = 5.0
)

// inNorthAmerica tells whether a place lies there, roughly, by a box (source: memory): the law's longitudes hold between two places of that continent.
func inNorthAmerica(p Site) bool {
	return p.Latitude >= 15 && p.Latitude <= 84 && p.Longitude >= -170 && p.Longitude <= -50
}

// Later is by how many days spring is later at a place than at another, by the law; below 0 for earlier.
func Later(at, than Site) float64 {
	days := lawDays*(math.Abs(at.Latitude)-math.Abs(than.Latitude))/lawLatitude + lawDays*(at.ElevationM-than.ElevationM)/lawHeightM
	if inNorthAmerica(at) && inNorthAmerica(than) {
		days += lawDays * (at.Longitude - than.Longitude) / lawLongitude
	}
	return days
}

// A year of 365 days, in which windows are moved; the 29th of February is its 1st of March.
const (
	yearDays   = 365
	halfYear   = 183
	midsummer  = 172 // 21 June
	equinoxDay = 265 // 22 September
)

// turn is what the law's days are multiplied by on a day of the northern year, 1 to 365: later in spring, earlier in autumn.
func turn(day float64) float64 {
	switch {
	case day <= midsummer:
		return 1
	case day >= equinoxDay:
		return -1
	}
	return 1 - 2*(day-midsummer)/(equinoxDay-midsummer)
}

// Window is a stretch of the year at a place: from one day of the year to another, both included, 1 to 365; To below From runs
// over the year's end.
type Window struct {
	From, To int
	// Closed tells that the ends have passed each other when they were moved: it is its middle day.
	Closed bool
	// Whole tells that it is the whole year.
	Whole bool
}

// Moved moves a window from the guide's reference place to another, and by a correction in days. South of the equator the year is
// turned by half of itself.
func Moved(w guide.Window, at, reference Site, correction float64) (Window, error) {
	from, err1 := yearDay(w.From)
	to, err2 := yearDay(w.To)
	if err := errors.Join(err1, err2); err != nil {
		return Window{}, err
	}
	if length(from, to) >= yearDays {
		return Window{From: 1, To: yearDays, Whole: true}, nil
	}
	later, half := Later(at, reference), 0.0
	if (at.Latitude < 0) != (reference.Latitude < 0) {
		half = halfYear
	}
	begin := float64(from) + later*turn(float64(from)) + correction
	end := float64(from) + float64(length(from, to)-1) + later*turn(float64(to)) + correction
	moved := Window{}
	switch {
	case end < begin:
		begin, end = (begin+end)/2, (begin+end)/2
		moved.Closed = true
	case end-begin+1 >= yearDays:
		return Window{From: 1, To: yearDays, Whole: true}, nil
	}
	moved.From, moved.To = inYear(begin+half), inYear(end+half)
	return moved, nil
}

// At is a season at a place: each window moved there from the reference place, and by a correction in days. A window that cannot be
// read is left as it is; a guide with one is refused before.
func At(s guide.Season, at, reference Site, correction float64) guide.Season {
	out := make(guide.Season, len(s))
	for organ, windows := range s {
		for _, w := range windows {
			m, err := Moved(w, at, reference, correction)
			if err == nil {
				w.From, w.To = MonthDay(m.From), MonthDay(m.To)
			}
			out[organ] = append(out[organ], w)
		}
	}
	return out
}

// length is the number of days from one day of the year to another, both included.
func length(from, to int) int {
	if n := to - from + 1; n > 0 {
		return n
	}
	return to - from + 1 + yearDays
}

// inYear is the day of the year nearest to so many days from its beginning.
func inYear(day float64) int {
	n := int(math.Round(day)) % yearDays
	if n <= 0 {
		n += yearDays
	}
	return n
}

// yearDay is the day of the year of "MM-DD".
func yearDay(monthDay string) (int, error) {
	if monthDay == "02-29" {
		monthDay = "03-01"
	}
	d, err := time.Parse("01-02", monthDay)
	if err != nil {
		return 0, fmt.Errorf("%q is not a month and day such as 04-15", monthDay)
	}
	return dayOf(d), nil
}

// dayOf is the day of the year, 1 to 365, of a date of any year.
func dayOf(day time.Time) int {
	return time.Date(2025, day.Month(), day.Day(), 0, 0, 0, 0, time.UTC).YearDay()
}

// YearDay is the day of the year, 1 to 365, of a date of any year.
func YearDay(day time.Time) int { return dayOf(day) }

// DayOf is the day of the year, 1 to 365, of "MM-DD"; 0 where it is none.
func DayOf(monthDay string) int {
	n, _ := yearDay(monthDay)
	return n
}

// Outside tells before which end of an organ's windows at a place a day lies: before the first begins, or after the last ends, whichever is
// nearer; empty where it lies in one, or there is none.
func Outside(windows []guide.Window, at, reference Site, day time.Time) Edge {
	edge, nearest, n := Edge(""), yearDays, dayOf(day)
	for _, w := range windows {
		m, err := Moved(w, at, reference, 0)
		if err != nil || m.Whole || length(m.From, n)+length(n, m.To)-1 == length(m.From, m.To) {
			return ""
		}
		if before := length(n, m.From) - 1; before < nearest {
			edge, nearest = First, before
		}
		if after := length(m.To, n) - 1; after < nearest {
			edge, nearest = Last, after
		}
	}
	return edge
}

// MonthDay writes a day of the year, 1 to 365, as "MM-DD".
func MonthDay(day int) string { return time.Date(2025, 1, day, 0, 0, 0, 0, time.UTC).Format("01-02") }
