package season

import (
	"encoding/csv"
	"errors"
	"fmt"
	"io"
	"math"
	"math/rand/v2"
	"slices"
	"strconv"
	"strings"
	"time"

	"zestythicket/core/guide"
)

// Day is a day's weather: the least and the greatest warmth in °C, and the rain in mm; nil for what was not measured.
type Day struct {
	// Date is a day such as 2026-05-10.
	Date   string   `json:"date"`
	MinC   *float64 `json:"tmin_c,omitempty"`
	MaxC   *float64 `json:"tmax_c,omitempty"`
	RainMM *float64 `json:"rain_mm,omitempty"`
}

// What a day can be: the coldest and the hottest that were measured anywhere, and the most rain of a day, rounded outward (World
// Meteorological Organization, archive of extremes; from memory).
const (
	coldest, hottest = -90, 60
	mostRain         = 2000
)

// Check tells what is wrong with a day's weather.
func (d Day) Check() error {
	if _, err := time.Parse(time.DateOnly, d.Date); err != nil {
		return fmt.Errorf("date %q is not a day such as 2026-05-10", d.Date)
	}
	for _, t := range []*float64{d.MinC, d.MaxC} {
		if t != nil && !(*t >= coldest && *t <= hottest) {
			return fmt.Errorf("%s: %g °C is no weather of this earth; are these degrees Celsius?", d.Date, *t)
		}
	}
	switch {
	case d.MinC != nil && d.MaxC != nil && *d.MinC > *d.MaxC:
		return fmt.Errorf("%s: the least warmth, %g °C, is above the greatest, %g °C", d.Date, *d.MinC, *d.MaxC)
	case d.RainMM != nil && !(*d.RainMM >= 0 && *d.RainMM <= mostRain):
		return fmt.Errorf("%s: %g mm is no rain of a day; it is between 0 and %d mm", d.Date, *d.RainMM, mostRain)
	case d.MinC == nil && d.MaxC == nil && d.RainMM == nil:
		return fmt.Errorf("%s: nothing was measured", d.Date)
	}
	return nil
}

// MostDays is how many days of weather are read at once: ten years. Common practice; no source.
const MostDays = 3660

// csvColumns are the columns of a table of weather, in this order.
const csvColumns = "date,tmin_c,tmax_c,rain_mm"

// ReadCSV reads days of weather from a table with the columns date, tmin_c, tmax_c and rain_mm, in °C and mm; an empty cell is a value
// that was not measured. The days are given in order, each once; gaps tells in words which days between them are missing. The error names
// the line and what would be right: nothing is taken of a table with a fault.
func ReadCSV(r io.Reader) (days []Day, gaps string, err error) {
	in := csv.NewReader(r)
	in.TrimLeadingSpace, in.ReuseRecord, in.Comment = true, true, '#'
	head, err := in.Read()
	if err != nil {
		return nil, "", fmt.Errorf("there is no table: its first line is %s", csvColumns)
	}
	head[0] = strings.TrimPrefix(head[0], "\ufeff")
	if got := strings.ToLower(strings.Join(head, ",")); got != csvColumns {
		return nil, "", fmt.Errorf("the first line says %q; it must be %s: degrees Celsius and millimetres, one unit each", strings.Join(head, ","), csvColumns)
	}
	at := map[string]int{}
	for {
		row, err := in.Read()
		if errors.Is(err, io.EOF) {
			break
		}
		line, _ := in.FieldPos(0)
		if err != nil {
			return nil, "", fmt.Errorf("%w", err) // names the line itself
		}
		if len(days) == MostDays {
			return nil, "", fmt.Errorf("line %d: a table has at most %d days; send the rest by itself", line, MostDays)
		}
		d := Day{Date: row[0]}
		for i, into := range []**float64{&d.MinC, &d.MaxC, &d.RainMM} {
			if row[i+1] == "" {
				continue
			}
			v, err := strconv.ParseFloat(row[i+1], 64)
			if err != nil || math.IsNaN(v) {
				return nil, "", fmt.Errorf("line %d: %q is not a number; write it with a point and without its unit", line, row[i+1])
			}
			*into = &v
		}
		if err := d.Check(); err != nil {
			return nil, "", fmt.Errorf("line %d: %w", line, err)
		}
		if was, twice := at[d.Date]; twice {
			return nil, "", fmt.Errorf("line %d: %s is there already, in line %d; a day stands once", line, d.Date, was)
		}
		at[d.Date] = line
		days = append(days, d)
	}
	if len(days) == 0 {
		return nil, "", errors.New("the table has no days")
	}
	slices.SortFunc(days, func(a, b Day) int { return strings.Compare(a.Date, b.Date) })
	return days, gapsOf(days), nil
}

// gapsOf tells which days are missing between those given; empty for none.
func gapsOf(days []Day) string {
	missing, first := 0, ""
	for i := 1; i < len(days); i++ {
		a, b := parsed(days[i-1].Date), parsed(days[i].Date)
		if n := int(b.Sub(a).Hours()/24) - 1; n > 0 {
			if missing == 0 {
				first = a.AddDate(0, 0, 1).Format(time.DateOnly)
			}
			missing += n
		}
	}
	if missing == 0 {
		return ""
	}
	return fmt.Sprintf("%d days between are missing, the first %s", missing, first)
}

// parsed is a day that was checked.
func parsed(day string) time.Time {
	t, _ := time.Parse(time.DateOnly, day)
	return t
}

// WriteCSV writes days of weather as ReadCSV reads them.
func WriteCSV(w io.Writer, days []Day) error {
	out := csv.NewWriter(w)
	rows := [][]string{strings.Split(csvColumns, ",")}
	for _, d := range days {
		row := []string{d.Date}
		for _, v := range []*float64{d.MinC, d.MaxC, d.RainMM} {
			cell := ""
			if v != nil {
				cell = strconv.FormatFloat(*v, 'f', -1, 64)
			}
			row = append(row, cell)
		}
		rows = append(rows, row)
	}
	return out.WriteAll(rows)
}

// Station is the stand-in for a weather station: a made-up series of days for the demo's upland valley, the same for the same seed.
// Warmth swings about 7 °C by the season; on about two days of five it rains, more likely after a day of rain, and more in summer.
func Station(seed uint64, from, to time.Time) []Day {
	var out []Day
	for day := date(from); !day.After(to); day = day.AddDate(0, 0, 1) {
		out = append(out, stationDay(seed, day))
	}
	return out
}

// stationDay is one day of the series: it hangs on the day and the seed alone, whatever day one begins with.
func stationDay(seed uint64, day time.Time) Day {
	wet := func(back int) bool {
		r := rand.New(rand.NewPCG(seed, uint64(day.AddDate(0, 0, -back).Unix())))
		return r.Float64() < 0.4
	}
	r := rand.New(rand.NewPCG(seed, uint64(day.Unix())+1))
	summer := math.Sin(2 * math.Pi * float64(day.YearDay()-110) / yearDays) // 1 at the end of July
	mean := 7 + 10*summer + 3*r.NormFloat64()
	half := 4 + 2*r.Float64()
	rain := 0.0
	if wet(0) && (wet(1) || r.Float64() < 0.6) {
		rain = r.ExpFloat64() * (6 + 3*summer)
	}
	tenth := func(v float64) *float64 { v = math.Round(v*10) / 10; return &v }
	return Day{Date: day.Format(time.DateOnly), MinC: tenth(mean - half), MaxC: tenth(mean + half), RainMM: tenth(min(rain, 120))}
}

// Wet is what rain says of a kind that waits for it.
type Wet struct {
	// Enough tells whether there was enough, and so lately that it still tells. Fell is then the day on which there was, Look the day
	// from which to look. Since, where there was not, is the last day on which there was, or the first of the days that are known.
	Enough bool   `json:"enough"`
	Fell   string `json:"fell,omitempty"`
	Look   string `json:"look,omitempty"`
	Since  string `json:"since,omitempty"`
	// Known is the number of days that are known; 0 where no weather was entered.
	Known int `json:"known"`
	// Ends is the last day that is known, where that is too long ago to tell that there was not enough; empty where it is not.
	Ends string `json:"ends,omitempty"`
}

// Rain tells when there was enough rain last for what waits for it, and from when it is to be looked for. It looks a year back.
func Rain(days []Day, rule guide.AfterRain, on time.Time) Wet {
	mm := map[time.Time]float64{}
	var w Wet
	for _, d := range days {
		day, err := time.Parse(time.DateOnly, d.Date)
		if err != nil || d.RainMM == nil || day.After(on) || on.Sub(day) > yearDays*24*time.Hour {
			continue
		}
		mm[day] = *d.RainMM
		if w.Known == 0 || d.Date < w.Since {
			w.Since = d.Date
		}
		w.Ends = max(w.Ends, d.Date)
		w.Known++
	}
	if w.Ends >= date(on).AddDate(0, 0, -rule.WithinDays).Format(time.DateOnly) {
		w.Ends = ""
	}
	for back := range yearDays {
		end := date(on).AddDate(0, 0, -back)
		if mm[end] <= 0 { // by the rain of that very day: the day enough was reached, not one long after
			continue
		}
		sum := 0.0
		for i := range max(1, rule.WithinDays) {
			sum += mm[end.AddDate(0, 0, -i)]
		}
		if sum < rule.MM {
			continue
		}
		w.Since = end.Format(time.DateOnly)
		if w.Enough = back <= rule.WithinDays; w.Enough {
			w.Ends, w.Since, w.Fell, w.Look = "", "", end.Format(time.DateOnly), end.AddDate(0, 0, rule.FromDays).Format(time.DateOnly)
		}
		return w
	}
	return w
}

func date(t time.Time) time.Time {
	return time.Date(t.Year(), t.Month(), t.Day(), 0, 0, 0, 0, time.UTC)
}
