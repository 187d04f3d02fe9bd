package colour

import (
	"math"
	"testing"
)

// Source: G. Sharma, W. Wu and E. N. Dalal, The CIEDE2000 color-difference formula, Color Research and Application 30 (2005), table 1:
// all 34 pairs.
var sharma = [][7]float64{
	{50, 2.6772, -79.7751, 50, 0, -82.7485, 2.0425}, {50, 3.1571, -77.2803, 50, 0, -82.7485, 2.8615}, {50, 2.8361, -74.02, 50, 0, -82.7485, 3.4412},
	{50, -1.3802, -84.2814, 50, 0, -82.7485, 1}, {50, -1.1848, -84.8006, 50, 0, -82.7485, 1}, {50, -0.9009, -85.5211, 50, 0, -82.7485, 1},
	{50, 0, 0, 50, -1, 2, 2.3669}, {50, -1, 2, 50, 0, 0, 2.3669}, {50, 2.49, -0.001, 50, -2.49, 0.0009, 7.1792}, {50, 2.49, -0.001, 50, -2.49, 0.001, 7.1792},
	{50, 2.49, -0.001, 50, -2.49, 0.0011, 7.2195}, {50, 2.49, -0.001, 50, -2.49, 0.0012, 7.2195}, {50, -0.001, 2.49, 50, 0.0009, -2.49, 4.8045},
	{50, -0.001, 2.49, 50, 0.001, -2.49, 4.8045}, {50, -0.001, 2.49, 50, 0.0011, -2.49, 4.7461}, {50, 2.5, 0, 50, 0, -2.5, 4.3065},
	{50, 2.5, 0, 73, 25, -18, 27.1492}, {50, 2.5, 0, 61, -5, 29, 22.8977}, {50, 2.5, 0, 56, -27, -3, 31.9030}, {50, 2.5, 0, 58, 24, 15, 19.4535},
	{50, 2.5, 0, 50, 3.1736, 0.5854, 1}, {50, 2.5, 0, 50, 3.2972, 0, 1}, {50, 2.5, 0, 50, 1.8634, 0.5757, 1}, {50, 2.5, 0, 50, 3.2592, 0.335, 1},
	{60.2574, -34.0099, 36.2677, 60.4626, -34.1751, 39.4387, 1.2644}, {63.0109, -31.0961, -5.8663, 62.8187, -29.7946, -4.0864, 1.2630},
	{61.2901, 3.7196, -5.3901, 61.4292, 2.2480, -4.9620, 1.8731}, {35.0831, -44.1164, 3.7933, 35.0232, -40.0716, 1.5901, 1.8645},
	{22.7233, 20.0904, -46.6940, 23.0331, 14.9730, -42.5619, 2.0373}, {36.4612, 47.8580, 18.3852, 36.2715, 50.5065, 21.2231, 1.4146},
	{90.8027, -2.0831, 1.4410, 91.1528, -1.6435, 0.0447, 1.4441}, {90.9257, -0.5406, -0.9208, 88.6381, -0.8985, -0.7239, 1.5381},
	{6.7747, -0.2908, -2.4247, 5.8714, -0.0985, -2.2286, 0.6377}, {2.0776, 0.0795, -1.1350, 0.9033, -0.0636, -0.5514, 0.9082},
}

func TestDifference(t *testing.T) {
	if len(sharma) != 34 {
		t.Fatalf("%d pairs", len(sharma))
	}
	for i, p := range sharma {
		a, b := Lab{p[0], p[1], p[2]}, Lab{p[3], p[4], p[5]}
		for _, d := range []float64{Difference(a, b), Difference(b, a)} {
			if math.Abs(d-p[6]) > 1e-4 {
				t.Errorf("pair %d: %.5f, want %.4f", i+1, d, p[6])
			}
		}
	}
}

// sRGB's own points: white is 100, 0, 0; red 53.24, 80.09, 67.20; mid grey (119) L* 50.03. Source: memory of IEC 61966-2-1's primaries in Lab
// under D65, as colour handbooks print them.
func TestLab(t *testing.T) {
	for _, c := range []struct {
		rgb  RGB
		want Lab
	}{{RGB{255, 255, 255}, Lab{100, 0, 0}}, {RGB{0, 0, 0}, Lab{0, 0, 0}}, {RGB{255, 0, 0}, Lab{53.24, 80.09, 67.20}}, {RGB{0, 0, 255}, Lab{32.30, 79.19, -107.86}}, {RGB{119, 119, 119}, Lab{50.03, 0, 0}}} {
		got := c.rgb.Lab()
		if math.Abs(got.L-c.want.L) > 0.02 || math.Abs(got.A-c.want.A) > 0.03 || math.Abs(got.B-c.want.B) > 0.03 {
			t.Errorf("%v: %v, want %v", c.rgb, got, c.want)
		}
	}
}

// A chart of known colours, seen in three lights, is itself again when it is corrected by the white card in the same light; uncorrected
// it is far off.
func TestThreeWhites(t *testing.T) {
	chart := []RGB{{200, 120, 60}, {90, 60, 40}, {150, 160, 60}, {220, 190, 120}, {120, 60, 120}}
	for name, light := range map[string][3]float64{"bulb": {1, 0.78, 0.5}, "shade": {0.78, 0.9, 1}, "under leaves": {0.82, 1, 0.7}} {
		in := func(c RGB) RGB {
			return RGB{encoded(linear(c.R) * light[0]), encoded(linear(c.G) * light[1]), encoded(linear(c.B) * light[2])}
		}
		card := in(RGB{235, 235, 235})
		far := 0.0
		for _, c := range chart {
			back, err := Under(in(c), card)
			if err != nil {
				t.Fatal(err)
			}
			if d := Difference(back.Lab(), c.Lab()); d > 0.1 {
				t.Errorf("%s: %v comes back as %v, %.2f off", name, c, back, d)
			}
			far = max(far, Difference(in(c).Lab(), c.Lab()))
		}
		if far < 5 {
			t.Errorf("%s hardly changes anything: %.1f", name, far)
		}
	}
	for _, card := range []RGB{{10, 10, 10}, {255, 255, 255}, {300, 200, 200}} {
		if _, err := Under(RGB{1, 2, 3}, card); err == nil {
			t.Errorf("a card of %v is taken", card)
		}
	}
}

func TestMeanAndNearest(t *testing.T) {
	// Half black and half white give half the light, which is 188 in sRGB, not 128.
	m, err := Mean([]RGB{{0, 0, 0}, {255, 255, 255}})
	if err != nil || math.Abs(m.R-187.5) > 0.5 {
		t.Errorf("%v, %v", m, err)
	}
	if _, err := Mean(nil); err == nil {
		t.Error("nothing has a mean")
	}
	near := Nearest(RGB{80, 50, 35}, map[string]RGB{"white": {247, 241, 227}, "brown": {111, 74, 45}, "chocolate": {75, 43, 42}})
	if near[0].State != "chocolate" || near[1].State != "brown" || near[2].State != "white" || near[0].Distance > 10 {
		t.Errorf("%v", near)
	}
	if c, err := Hex("#c8a060"); err != nil || c != (RGB{200, 160, 96}) {
		t.Errorf("%v %v", c, err)
	}
	for _, bad := range []string{"", "c8a060", "#c8a06", "#c8a0600", "#zzzzzz"} {
		if _, err := Hex(bad); err == nil {
			t.Errorf("%q is a colour", bad)
		}
	}
}
