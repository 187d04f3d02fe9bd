package guide

import (
	"fmt"
	"slices"
	"time"

	"zestythicket/core/policy"
)

// Season gives, for each organ, the windows of the year in which it is there to be seen at the guide's reference place.
type Season map[Organ][]Window

// Window is a stretch of the year, both ends included, as month-day ("03-01"). It may run over the year's end.
type Window struct {
	From string `json:"from"`
	To   string `json:"to"`
	// Checked tells that it was held against a published source: only then may a date far outside it weigh against a taxon.
	Checked bool `json:"checked,omitempty"`
}

// Has tells whether the day lies in the window. An ill-formed window has no days; Validate refuses those.
func (w Window) Has(day time.Time) bool {
	from, err1 := monthDay(w.From)
	to, err2 := monthDay(w.To)
	if err1 != nil || err2 != nil {
		return false
	}
	d := int(day.Month())*100 + day.Day()
	if from <= to {
		return from <= d && d <= to
	}
	return d >= from || d <= to
}

// In tells whether the organ is there on the day, as far as the guide says. What has no windows is there: a leaf, though,
// whenever anything else of it is; a root all year.
func (s Season) In(organ Organ, day time.Time) bool {
	if ws := s[organ]; len(ws) > 0 {
		return anyHas(ws, day, 0)
	}
	return organ != "leaf" || s.Any(day)
}

// Any tells whether any organ is there on the day; true where no window is given at all.
func (s Season) Any(day time.Time) bool { return s.within(day, 0) }

// Absent tells whether a taxon of that season, with or without a use, is not about: windows are given, and the day lies further
// outside each of them than seasons differ from year to year and slope to slope.
func (s Season) Absent(day time.Time, useful bool) bool {
	if useful {
		return !s.within(day, policy.SeasonSlackUseful)
	}
	return !s.within(day, policy.SeasonSlack)
}

// Checked tells whether windows are given, and all of them were held against a published source.
func (s Season) Checked() bool {
	given := false
	for _, ws := range s {
		if slices.ContainsFunc(ws, func(w Window) bool { return !w.Checked }) {
			return false
		}
		given = given || len(ws) > 0
	}
	return given
}

// Outside tells whether windows are given, and the day lies more than so many days outside each.
func (s Season) Outside(day time.Time, days int) bool { return !s.within(day, days) }

// within tells whether the day is in any window widened by so many days at either end; true where none is given.
func (s Season) within(day time.Time, slack int) bool {
	given := false
	for _, ws := range s {
		given = given || len(ws) > 0
		if anyHas(ws, day, slack) {
			return true
		}
	}
	return !given
}

// Months lists the months, 1 to 12, in whose middle any organ is there.
func (s Season) Months() []int {
	out := []int{}
	for m := time.January; m <= time.December; m++ {
		if s.Any(MidMonth(m)) {
			out = append(out, int(m))
		}
	}
	return out
}

// Halves tells for the middle of each half of each month, the first of January first, whether an organ is there.
func (s Season) Halves(organ Organ) []bool {
	var out []bool
	for m := time.January; m <= time.December; m++ {
		for _, day := range []int{8, 23} {
			out = append(out, s.In(organ, time.Date(2024, m, day, 0, 0, 0, 0, time.UTC)))
		}
	}
	return out
}

// anyHas tells whether the day lies in any of the windows, widened by so many days at either end.
func anyHas(ws []Window, day time.Time, slack int) bool {
	for _, w := range ws {
		if w.Has(day) {
			return true
		}
		for d := 1; d <= slack; d++ {
			if w.Has(day.AddDate(0, 0, d)) || w.Has(day.AddDate(0, 0, -d)) {
				return true
			}
		}
	}
	return false
}

// monthDay reads "MM-DD" as month×100 + day.
func monthDay(s string) (int, error) {
	if len(s) == 5 && s[2] == '-' {
		month, day := twoDigits(s[:2]), twoDigits(s[3:])
		if month >= 1 && month <= 12 && day >= 1 && day <= mostDays[month-1] {
			return month*100 + day, nil
		}
	}
	return 0, fmt.Errorf("%q is not a month and day such as 04-15", s)
}

// mostDays is the number of days of each month in a leap year, so that 02-29 stands.
var mostDays = [12]int{31, 29, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31}

// twoDigits reads a number of two digits; -1 where it is none.
func twoDigits(s string) int {
	if s[0] < '0' || s[0] > '9' || s[1] < '0' || s[1] > '9' {
		return -1
	}
	return int(s[0]-'0')*10 + int(s[1]-'0')
}

// MidMonth is the day by which it is judged what a month has: its 15th, of no particular year.
func MidMonth(m time.Month) time.Time { return time.Date(2024, m, 15, 0, 0, 0, 0, time.UTC) }
