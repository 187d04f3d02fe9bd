package season

import (
	"math"
	"testing"
	"testing/quick"
	"time"

	"zestythicket/core/guide"
)

var reference = Site{Latitude: 50, Longitude: 15, ElevationM: 300}

func on(s string) time.Time {
	d, err := time.Parse(time.DateOnly, s)
	if err != nil {
		panic(err)
	}
	return d
}

// Worked by hand from the law: four days a degree, four days 400 feet (121.92 m). What closes: 80.8 days later as a whole, its beginning
// (15 June) by all of them, its end (1 August) by 0.118 of them; the middle of 3 September and 11 August is 23 August.
func TestMoved(t *testing.T) {
	north, high := Site{53, 15, 300}, Site{50, 15, 800}
	south := Site{-50, 15, 300}
	for name, c := range map[string]struct {
		w          guide.Window
		at         Site
		correction float64
		from, to   string
		closed     bool
	}{
		"at home":                         {guide.Window{From: "04-01", To: "05-10"}, reference, 0, "04-01", "05-10", false},
		"three degrees north, spring":     {guide.Window{From: "04-01", To: "06-01"}, north, 0, "04-13", "06-13", false},
		"500 m higher, spring":            {guide.Window{From: "04-01", To: "06-01"}, high, 0, "04-17", "06-17", false},
		"three degrees north, autumn":     {guide.Window{From: "09-25", To: "10-01"}, north, 0, "09-13", "09-19", false},
		"500 m higher, autumn":            {guide.Window{From: "09-25", To: "10-01"}, high, 0, "09-09", "09-15", false},
		"it closes, and is its middle":    {guide.Window{From: "06-15", To: "08-01"}, Site{62, 15, 1300}, 0, "08-23", "08-23", true},
		"over the year's end":             {guide.Window{From: "11-01", To: "02-28"}, north, 0, "10-20", "03-12", false},
		"all year stays all year":         {guide.Window{From: "01-01", To: "12-31"}, north, 0, "01-01", "12-31", false},
		"south of the equator":            {guide.Window{From: "04-01", To: "05-10"}, south, 0, "10-01", "11-09", false},
		"corrected by dates of one's own": {guide.Window{From: "04-01", To: "05-10"}, reference, -6, "03-26", "05-04", false},
		"the 29th of February":            {guide.Window{From: "02-29", To: "03-31"}, reference, 0, "03-01", "03-31", false},
	} {
		m, err := Moved(c.w, c.at, reference, c.correction)
		if err != nil || MonthDay(m.From) != c.from || MonthDay(m.To) != c.to || m.Closed != c.closed {
			t.Errorf("%s: %s to %s, closed %v (%v); want %s to %s", name, MonthDay(m.From), MonthDay(m.To), m.Closed, err, c.from, c.to)
		}
	}
	if d := Later(Site{50, 15, 800}, reference); math.Abs(d-16.404) > 0.001 {
		t.Errorf("500 m higher are %v days", d)
	}
	// From Washington to Boston, both in North America: 3.5 degrees north and 6 degrees east, by the law 14 and 4.8 days.
	if d := Later(Site{42.4, -71, 0}, Site{38.9, -77, 0}); math.Abs(d-18.8) > 0.01 {
		t.Errorf("from Washington to Boston spring takes %v days", d)
	}
	if d := Later(Site{50, -75, 300}, reference); d != 0 {
		t.Errorf("across an ocean longitude says %v days", d)
	}
	if _, err := Moved(guide.Window{From: "13-01", To: "04-01"}, reference, reference, 0); err == nil {
		t.Error("a thirteenth month is taken")
	}
}

// A window that is moved there and back by a correction is the same, and none grows or shrinks by a correction.
func TestACorrectionMovesTheWhole(t *testing.T) {
	check := func(from, to uint16, by int8) bool {
		w := guide.Window{From: MonthDay(int(from)%yearDays + 1), To: MonthDay(int(to)%yearDays + 1)}
		a, err1 := Moved(w, reference, reference, 0)
		b, err2 := Moved(w, reference, reference, float64(by))
		if err1 != nil || err2 != nil || a.Whole || b.Whole {
			return err1 == nil && err2 == nil && a.Whole == b.Whole
		}
		return length(a.From, a.To) == length(b.From, b.To) && inYear(float64(a.From)+float64(by)) == b.From
	}
	if err := quick.Check(check, nil); err != nil {
		t.Error(err)
	}
}

func TestPlacesThatAreNone(t *testing.T) {
	for _, p := range []Site{{91, 0, 0}, {0, 181, 0}, {0, 0, 12_000}, {math.NaN(), 0, 0}, {0, 0, math.NaN()}} {
		if p.Check() == nil {
			t.Errorf("%+v is taken", p)
		}
	}
	if err := (Site{49.3, 19.3, 620}).Check(); err != nil {
		t.Error(err)
	}
}

func TestStates(t *testing.T) {
	s := guide.Season{"leaf": {{From: "03-10", To: "05-31"}}, "fruit": {{From: "07-01", To: "07-31"}, {From: "09-15", To: "10-20"}}, "root": {{From: "01-01", To: "12-31"}}}
	for day, want := range map[string][3]State{
		"2026-02-20": {NotYet, NotYet, Always}, "2026-03-10": {Begins, NotYet, Always}, "2026-03-19": {Begins, NotYet, Always}, "2026-03-20": {InSeason, NotYet, Always},
		"2026-05-22": {Ends, NotYet, Always}, "2026-06-02": {Over, NotYet, Always}, "2026-07-15": {Over, InSeason, Always}, "2026-08-10": {Over, Over, Always},
		"2026-09-10": {Over, NotYet, Always}, "2026-10-20": {NotYet, Ends, Always}, "2026-11-20": {NotYet, Over, Always},
	} {
		parts, err := Parts(s, []guide.Organ{"leaf", "fruit", "root", "flower"}, reference, reference, on(day), 0)
		if err != nil || len(parts) != 3 {
			t.Fatalf("%v (%v)", parts, err)
		}
		for i := range want {
			if parts[i].State != want[i] {
				t.Errorf("%s: %s is %s, want %s", day, parts[i].Organ, parts[i].State, want[i])
			}
		}
	}
	parts, _ := Parts(s, []guide.Organ{"fruit"}, reference, reference, on("2026-06-21"), 0)
	if parts[0].InDays != 10 || parts[0].State.There() {
		t.Errorf("ten days before: %+v", parts[0])
	}
	for day, turns := range map[string]bool{"2026-06-20": false, "2026-06-21": true, "2026-07-10": true, "2026-07-11": false, "2026-07-22": true, "2026-08-01": false} {
		if parts, _ = Parts(s, []guide.Organ{"fruit"}, reference, reference, on(day), 0); parts[0].Turns() != turns {
			t.Errorf("on %s it turns: %v", day, !turns)
		}
	}
	if parts, _ = Parts(s, []guide.Organ{"fruit"}, reference, reference, on("2026-08-10"), 0); parts[0].SinceDays != 10 {
		t.Errorf("ten days after: %+v", parts[0])
	}
}

// Four dates that were each 10.5 days early are 6 days early; one is 2.6; none is none.
func TestOwnDates(t *testing.T) {
	for want, dates := range map[float64][]float64{0: {}, -6: {-10.5, -10.5, -10.5, -10.5}, 2.5: {10}} {
		if got := Own(dates); got != want {
			t.Errorf("%v: %v, want %v", dates, got, want)
		}
	}
}

func TestRain(t *testing.T) {
	mm := func(day string, rain float64) Day { return Day{Date: day, RainMM: &rain} }
	rule := guide.AfterRain{MM: 20, WithinDays: 14, FromDays: 5}
	days := []Day{mm("2026-08-20", 3), mm("2026-08-28", 8), mm("2026-09-02", 0), mm("2026-09-03", 12), mm("2026-09-10", 0), {Date: "2026-09-09"}}
	for day, want := range map[string]Wet{
		"2026-09-12": {Enough: true, Fell: "2026-09-03", Look: "2026-09-08", Known: 5},
		"2026-09-02": {Since: "2026-08-20", Known: 3},
		"2026-09-24": {Since: "2026-09-03", Known: 5},                     // there was, and it is gone
		"2026-09-30": {Since: "2026-09-03", Known: 5, Ends: "2026-09-10"}, // whether any came since is not known
		"2026-08-01": {},
		"2028-01-01": {}, // too old to tell anything
	} {
		if got := Rain(days, rule, on(day)); got != want {
			t.Errorf("%s: %+v, want %+v", day, got, want)
		}
	}
}
