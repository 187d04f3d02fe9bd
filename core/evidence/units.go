package evidence

import (
	"fmt"
	"slices"
)

// millimetres in one unit of length. The inch and the foot are exact by the international agreement of 1959.
var millimetres = map[string]float64{"mm": 1, "cm": 10, "m": 1000, "in": 25.4, "ft": 304.8}

// In changes the unit of a reading's numbers from the given one to that of its character, and rounds to a thousandth.
// An empty unit is the character's own.
func (r *Reading) In(unit, own string) error {
	if unit == "" || unit == own {
		return nil
	}
	from, ok := millimetres[unit]
	if !ok {
		return fmt.Errorf("%q is no unit of length; units are %v", unit, units())
	}
	to, ok := millimetres[own]
	if !ok {
		return fmt.Errorf("%s is not a length, so it takes no unit", r.Character)
	}
	for _, p := range []**float64{&r.Value, &r.Low, &r.High} {
		if *p != nil {
			v := round3(**p * from / to)
			*p = &v
		}
	}
	return nil
}

func round3(v float64) float64 {
	if v > 1e9 {
		return v
	}
	return float64(int64(v*1000+0.5)) / 1000
}

func units() []string {
	var out []string
	for u := range millimetres {
		out = append(out, u)
	}
	slices.Sort(out)
	return out
}

// Inches gives a number in the unit as inches; false where the unit is none of length.
func Inches(v float64, unit string) (float64, bool) {
	mm, ok := millimetres[unit]
	return v * mm / millimetres["in"], ok
}
