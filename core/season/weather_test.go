package season

import (
	"bytes"
	"strings"
	"testing"
)

// A table with gaps is taken and told; one with doubles, other units, or too many days is refused by line, as a whole.
func TestWeatherTables(t *testing.T) {
	days, gaps, err := ReadCSV(strings.NewReader("\ufeffdate,tmin_c,tmax_c,rain_mm\n2026-09-03,8,19.5,12\n2026-09-01,,,0\n"))
	if err != nil || len(days) != 2 || days[0].Date != "2026-09-01" || days[0].MinC != nil || *days[1].MaxC != 19.5 || gaps != "1 days between are missing, the first 2026-09-02" {
		t.Errorf("%+v, %q, %v", days, gaps, err)
	}
	long := &strings.Builder{}
	long.WriteString("date,tmin_c,tmax_c,rain_mm\n")
	for i := range 100_000 {
		long.WriteString(on("1800-01-01").AddDate(0, 0, i).Format("2006-01-02") + ",1,2,3\n")
	}
	for text, want := range map[string]string{
		"":                                    "there is no table",
		"date,tmin_f,tmax_f,rain_in\n":        "degrees Celsius",
		"date,tmin_c,tmax_c,rain_mm\n":        "no days",
		long.String():                         "at most 3660",
		"date,tmin_c,tmax_c,rain_mm\nx,,,1\n": "line 2",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,1,2\n":                     "line 2",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,1,2,3\n2026-09-01,1,2,3\n": "in line 2",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,1,2,3 mm\n":                "without its unit",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,48,71,3\n":                 "Celsius",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,12,2,3\n":                  "above the greatest",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,1,2,-3\n":                  "no rain",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,,,\n":                      "nothing was measured",
		"date,tmin_c,tmax_c,rain_mm\n2026-09-01,1,2,NaN\n":                 "not a number",
	} {
		if days, _, err := ReadCSV(strings.NewReader(text)); err == nil || !strings.Contains(err.Error(), want) || days != nil {
			t.Errorf("%.60q: %v, want %q", text, err, want)
		}
	}
	station := Station(7, on("2026-01-01"), on("2026-12-31"))
	var b bytes.Buffer
	if err := WriteCSV(&b, station); err != nil {
		t.Fatal(err)
	}
	back, gaps, err := ReadCSV(&b)
	if err != nil || gaps != "" || len(back) != 365 {
		t.Fatalf("%d days, %q, %v", len(back), gaps, err)
	}
	rain, part := 0.0, Station(7, on("2026-06-01"), on("2026-06-30"))
	for i, d := range back {
		rain += *d.RainMM
		if err := d.Check(); err != nil || *d.RainMM != *station[i].RainMM {
			t.Errorf("%s: %v", d.Date, err)
		}
	}
	if rain < 400 || rain > 1400 {
		t.Errorf("%.0f mm of rain in a year are no upland valley", rain)
	}
	if *part[0].RainMM != *station[151].RainMM || *part[0].MinC != *station[151].MinC {
		t.Error("a day hangs on the day that the series begins with")
	}
}
