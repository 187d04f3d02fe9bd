package gauge

import (
	"math"
	"math/rand/v2"
	"strings"
	"testing"
)

// A worked example, by hand: a bank card (ISO/IEC 7810, ID-1: 85.60 mm long) shows 856 pixels, a cap 600. Ten pixels are a millimetre, so that the
// cap has 60 mm; each length may be 4 pixels off, and nothing leans: 85.6 x 596/860 = 59.32 and 85.6 x 604/852 = 60.68.
func TestWorkedExample(t *testing.T) {
	card := Stretch{Point{100, 100}, Point{956, 100}}
	cap := Stretch{Point{200, 400}, Point{560, 880}} // 360 and 480: 600
	got, err := Measure(4000, 3000, card, cap, 85.6, 0, 1)
	if err != nil || got != (Measured{59.3, 60.7}) {
		t.Errorf("%v, %v", got, err)
	}
	// Leaning by 20 degrees, whose cosine is 0.9397: 55.74 and 64.58.
	if got, err = Measure(4000, 3000, card, cap, 85.6, 20, 0.5); err != nil || got != (Measured{55.7, 64.6}) {
		t.Errorf("%v, %v", got, err)
	}
	if got, err := got.In("cm"); err != nil || got != (Measured{5.57, 6.46}) {
		t.Errorf("%v, %v", got, err)
	}
	if got, err := (Measured{58.3, 65.9}).In("mm"); err != nil || got != (Measured{58.3, 65.9}) {
		t.Errorf("in the same unit: %v, %v", got, err)
	}
	if _, err := got.In("g"); err == nil {
		t.Error("a length is given in grams")
	}
}

// Whatever is drawn, held as askew as was admitted and marked as badly as was admitted, has its true length between the bounds.
func TestHoldsWhatItSays(t *testing.T) {
	r := rand.New(rand.NewPCG(7, 16))
	far := func(shown float64) float64 { return PointError * max(1, shown) * math.Sqrt(r.Float64()) }
	for range 20_000 {
		perMM, tilt, shown := 2+8*r.Float64(), MostTilt*r.Float64(), 0.5+1.5*r.Float64()
		drawn := func(mm float64) Stretch {
			// What leans by an angle shows its cosine; it points anywhere, and its ends are marked a little off.
			long, way := mm*perMM*math.Cos(tilt*r.Float64()*math.Pi/180), 2*math.Pi*r.Float64()
			off := func(x, y float64) Point {
				d, a := far(shown), 2*math.Pi*r.Float64()
				return Point{x + d*math.Cos(a), y + d*math.Sin(a)}
			}
			return Stretch{off(2000, 2000), off(2000+long*math.Cos(way), 2000+long*math.Sin(way))}
		}
		known, is := 60+60*r.Float64(), 40+100*r.Float64()
		m, err := Measure(4000, 4000, drawn(known), drawn(is), known, tilt, shown)
		if err != nil {
			t.Fatal(err)
		}
		if is < m.Low || is > m.High {
			t.Fatalf("%.2f mm is said to be %v", is, m)
		}
	}
}

func TestWhatCannotBeMeasured(t *testing.T) {
	long, spot := Stretch{Point{0, 0}, Point{300, 0}}, Stretch{Point{5, 5}, Point{5, 5}}
	for says, c := range map[string]struct {
		known, of Stretch
		mm, tilt  float64
	}{
		"one spot":      {spot, long, 50, 0},
		"so near to":    {long, Stretch{Point{0, 0}, Point{0, 12}}, 50, 0},
		"more than 0":   {long, long, 0, 0},
		"more than 0 m": {long, long, math.NaN(), 0},
		"5000":          {long, long, 1e6, 0},
		"lay it flat":   {long, long, 50, 60},
		"not on the":    {long, Stretch{Point{0, 0}, Point{0, 301}}, 50, 0},
	} {
		if _, err := Measure(400, 300, c.known, c.of, c.mm, c.tilt, 1); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
}
