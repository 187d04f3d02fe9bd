package season

import (
	"slices"
	"strconv"
	"time"

	"zestythicket/core/guide"
)

// State is how far on a part of a taxon is on a day.
type State string

// The states of a part.
const (
	// NotYet: it comes; Begins, Ends: within the first or the last days of its window; InSeason between them; Over: it was there.
	NotYet   State = "not-yet"
	Begins   State = "beginning"
	InSeason State = "in-season"
	Ends     State = "ending"
	Over     State = "over"
	// Always: it is there all year.
	Always State = "always"
)

// States lists them all, in the order in which they are listed of what is there: what ends first, then what begins, what is in season,
// what is to come, what is over.
var States = []State{Ends, Begins, InSeason, Always, NotYet, Over}

// edge is how many days at either end of a window it is called beginning or ending. Common practice; no source.
const edge = 10

// Part is a part of a taxon at a place on a day.
type Part struct {
	Organ guide.Organ `json:"organ"`
	State State       `json:"state"`
	// Windows are those of the year at the place, as "MM-DD" to "MM-DD".
	Windows []guide.Window `json:"windows"`
	// Closed tells that a window closed when it was moved there and is its middle day.
	Closed bool `json:"closed,omitempty"`
	// InDays is in how many days it begins; SinceDays how many days ago it ended; 0 where it is there.
	InDays    int `json:"in_days,omitempty"`
	SinceDays int `json:"since_days,omitempty"`

	moved []Window
}

// Parts gives every part of a taxon that has windows, in the order of the organs given, at a place on a day. Correction is by how
// many days the taxon is later there than the law has it.
func Parts(s guide.Season, organs []guide.Organ, at, reference Site, day time.Time, correction float64) ([]Part, error) {
	var out []Part
	for _, organ := range organs {
		if len(s[organ]) == 0 {
			continue
		}
		var windows []Window
		p := Part{Organ: organ}
		for _, w := range s[organ] {
			m, err := Moved(w, at, reference, correction)
			if err != nil {
				return nil, err
			}
			windows = append(windows, m)
			p.Windows = append(p.Windows, guide.Window{From: MonthDay(m.From), To: MonthDay(m.To)})
			p.Closed = p.Closed || m.Closed
		}
		p.moved = windows
		p.State, p.InDays, p.SinceDays = stateOf(windows, dayOf(day), at.Latitude < 0)
		out = append(out, p)
	}
	return out, nil
}

// stateOf tells how far on a part with those windows is on a day of the year. With a new year, which begins in July south of the
// equator, what is over is what is to come.
func stateOf(windows []Window, day int, south bool) (state State, inDays, sinceDays int) {
	next, last := yearDays, yearDays
	gone := day
	if south {
		gone = inYear(float64(day + halfYear))
	}
	for _, w := range windows {
		if w.Whole {
			return Always, 0, 0
		}
		begun, left := length(w.From, day)-1, length(day, w.To)-1
		if begun+left+1 == length(w.From, w.To) { // the day lies in it
			switch {
			case begun < edge && begun <= left:
				return Begins, 0, 0
			case left < edge:
				return Ends, 0, 0
			}
			return InSeason, 0, 0
		}
		next, last = min(next, length(day, w.From)-1), min(last, length(w.To, day)-1)
	}
	if last < next && last < gone {
		return Over, 0, last
	}
	return NotYet, next, 0
}

// Says puts the state of a part into words.
func (p *Part) Says() string {
	days := func(n int) string {
		if n == 1 {
			return "a day"
		}
		return strconv.Itoa(n) + " days"
	}
	switch p.State {
	case NotYet:
		return "In " + days(p.InDays)
	case Over:
		return "Over since " + days(p.SinceDays)
	}
	return map[State]string{Begins: "Beginning", InSeason: "In season", Ends: "Ending", Always: "All year"}[p.State]
}

// Turns tells whether a part begins or ends about now: it is within the first or last days of its window, or comes within as many.
func (p *Part) Turns() bool {
	return p.State == Begins || p.State == Ends || p.State == NotYet && p.InDays <= edge
}

// Place is the place of a state among the states.
func (s State) Place() int {
	return slices.Index(States, s)
}

// There tells whether a part is there in that state.
func (s State) There() bool { return s == Begins || s == InSeason || s == Ends || s == Always }
