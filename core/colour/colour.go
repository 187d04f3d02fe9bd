// Package colour compares colours as an eye does: a point of a photograph with the states that a character names.
package colour

import (
	"errors"
	"fmt"
	"math"
	"slices"
)

// RGB is a colour of the standard space sRGB (IEC 61966-2-1): red, green and blue from 0 to 255.
type RGB struct{ R, G, B float64 }

// Hex reads a colour such as "#c8a060".
func Hex(s string) (RGB, error) {
	var r, g, b int
	if n, err := fmt.Sscanf(s, "#%02x%02x%02x", &r, &g, &b); n != 3 || err != nil || len(s) != 7 {
		return RGB{}, fmt.Errorf("%q is not a colour such as #c8a060", s)
	}
	return RGB{float64(r), float64(g), float64(b)}, nil
}

// Hex writes it as Hex reads it.
func (c RGB) Hex() string {
	n := func(v float64) int { return int(math.Round(min(max(v, 0), 255))) }
	return fmt.Sprintf("#%02x%02x%02x", n(c.R), n(c.G), n(c.B))
}

// Check tells what is wrong with a colour.
func (c RGB) Check() error {
	for _, v := range []float64{c.R, c.G, c.B} {
		if !(v >= 0 && v <= 255) {
			return fmt.Errorf("%g is not 0 to 255", v)
		}
	}
	return nil
}

// linear is a value of sRGB as an amount of light, 0 to 1.
func linear(v float64) float64 {
	v /= 255
	if v <= 0.04045 {
		return v / 12.92
	}
	return math.Pow((v+0.055)/1.055, 2.4)
}

// encoded is an amount of light as a value of sRGB; below 0 and above 1 it is cut.
func encoded(v float64) float64 {
	v = min(max(v, 0), 1)
	if v <= 0.0031308 {
		return 255 * 12.92 * v
	}
	return 255 * (1.055*math.Pow(v, 1/2.4) - 0.055)
}

// Mean is the mean of colours, as light mixes.
func Mean(of []RGB) (RGB, error) {
	if len(of) == 0 {
		return RGB{}, errors.New("there is no colour to take the mean of")
	}
	var r, g, b float64
	for _, c := range of {
		r, g, b = r+linear(c.R), g+linear(c.G), b+linear(c.B)
	}
	n := float64(len(of))
	return RGB{encoded(r / n), encoded(g / n), encoded(b / n)}, nil
}

// leastWhite is how much light a white card must give, from 0 to 1: a darker one says nothing of the light. Common practice; no source.
const leastWhite = 0.05

// Under corrects a colour by how a white card looks in the same light: each of the three by what the card lacks of white (J. von Kries
// 1902, in the primaries of the space). The error says that the card is too dark, or so bright that the camera has cut it off.
func Under(c, card RGB) (RGB, error) {
	if err := card.Check(); err != nil {
		return c, fmt.Errorf("the card: %w", err)
	}
	w := []float64{linear(card.R), linear(card.G), linear(card.B)}
	switch {
	case slices.Min(w) < leastWhite:
		return c, errors.New("the card is too dark there to say what white is; tap it where light falls on it")
	case slices.Min(w) >= 1:
		return c, errors.New("the card is so bright there that its colour is lost; tap it where it is not white all through")
	}
	// The brightest of the three stays: light is not added.
	top := slices.Max(w)
	return RGB{encoded(linear(c.R) * top / w[0]), encoded(linear(c.G) * top / w[1]), encoded(linear(c.B) * top / w[2])}, nil
}

// Lab is a colour in CIE 1976 L*a*b*, under daylight (D65, 2 degrees).
type Lab struct{ L, A, B float64 }

// The white of D65 for the 2-degree observer, and the cube root's bounds (CIE 15:2004).
const (
	whiteX, whiteY, whiteZ = 0.95047, 1.0, 1.08883
	epsilon, kappa         = 216.0 / 24389, 24389.0 / 27
)

// Lab converts a colour of sRGB.
func (c RGB) Lab() Lab {
	r, g, b := linear(c.R), linear(c.G), linear(c.B)
	f := func(v float64) float64 {
		if v > epsilon {
			return math.Cbrt(v)
		}
		return (kappa*v + 16) / 116
	}
	x := f((0.4124564*r + 0.3575761*g + 0.1804375*b) / whiteX)
	y := f((0.2126729*r + 0.7151522*g + 0.0721750*b) / whiteY)
	z := f((0.0193339*r + 0.1191920*g + 0.9503041*b) / whiteZ)
	return Lab{116*y - 16, 500 * (x - y), 200 * (y - z)}
}

// opposite is half a turn, with room for what floating point loses: two hues that are opposite to the last digit are no further apart.
const opposite = math.Pi + 1e-12

// Difference is the colour difference CIEDE2000 (CIE 142-2001), with weights of 1; about 1 is what an eye just sees beside each other. After
// G. Sharma, W. Wu and E. N. Dalal, Color Research and Application 30 (2005), with their notes on the mean of two hues.
func Difference(p, q Lab) float64 {
	const deg = math.Pi / 180
	to7 := math.Pow(25, 7)
	mean := (math.Hypot(p.A, p.B) + math.Hypot(q.A, q.B)) / 2
	m7 := math.Pow(mean, 7)
	g := 0.5 * (1 - math.Sqrt(m7/(m7+to7)))
	a1, a2 := (1+g)*p.A, (1+g)*q.A
	c1, c2 := math.Hypot(a1, p.B), math.Hypot(a2, q.B)
	hue := func(a, b float64) float64 {
		if a == 0 && b == 0 {
			return 0
		}
		h := math.Atan2(b, a)
		if h < 0 {
			h += 2 * math.Pi
		}
		return h
	}
	h1, h2 := hue(a1, p.B), hue(a2, q.B)
	grey := c1*c2 == 0
	dh := h2 - h1
	switch {
	case grey:
		dh = 0
	case dh > opposite:
		dh -= 2 * math.Pi
	case dh < -opposite:
		dh += 2 * math.Pi
	}
	dL, dC, dH := q.L-p.L, c2-c1, 2*math.Sqrt(c1*c2)*math.Sin(dh/2)
	h := h1 + h2
	switch {
	case grey:
	case math.Abs(h1-h2) <= opposite:
		h /= 2
	case h < 2*math.Pi:
		h = (h + 2*math.Pi) / 2
	default:
		h = (h - 2*math.Pi) / 2
	}
	l, c := (p.L+q.L)/2, (c1+c2)/2
	t := 1 - 0.17*math.Cos(h-30*deg) + 0.24*math.Cos(2*h) + 0.32*math.Cos(3*h+6*deg) - 0.20*math.Cos(4*h-63*deg)
	turn := 30 * deg * math.Exp(-math.Pow((h/deg-275)/25, 2))
	c7 := math.Pow(c, 7)
	rC := 2 * math.Sqrt(c7/(c7+to7))
	sL := 1 + 0.015*math.Pow(l-50, 2)/math.Sqrt(20+math.Pow(l-50, 2))
	sC, sH := 1+0.045*c, 1+0.015*c*t
	x, y, z := dL/sL, dC/sC, dH/sH
	return math.Sqrt(x*x + y*y + z*z - math.Sin(2*turn)*rC*y*z)
}

// Near is a state with how far a colour is from it.
type Near struct {
	State    string  `json:"state"`
	Distance float64 `json:"distance"`
}

// Nearest orders states by how near their colours are, the nearest first.
func Nearest(c RGB, states map[string]RGB) []Near {
	var out []Near
	lab := c.Lab()
	for id, s := range states {
		out = append(out, Near{id, math.Round(100*Difference(lab, s.Lab())) / 100})
	}
	slices.SortFunc(out, func(a, b Near) int {
		switch {
		case a.Distance < b.Distance:
			return -1
		case a.Distance > b.Distance:
			return 1
		case a.State < b.State:
			return -1
		}
		return 1
	})
	return out
}
