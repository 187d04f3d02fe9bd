// Package gauge measures on a photograph: a length of which two points are marked, by another of which two points are marked and whose
// length is known.
package gauge

import (
	"errors"
	"fmt"
	"math"
)

// Point is a place on an upright photograph, in its pixels from the left and from the top.
type Point struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
}

// How far off a point is put, in pixels, and how long a marked length must be so that it says something. Common practice; no source.
const (
	PointError = 2.0
	shortest   = 20.0
)

// MostTilt is how far out of the picture's plane something may lean, in degrees, so that it is still measured: there a length shows three quarters
// of itself (cosine 0.77), and the range is wide enough to say little. Common practice; no source.
const MostTilt = 40

// Card is the long side of a card of the size of bank cards, in mm. Source: ISO/IEC 7810, ID-1.
const Card = 85.60

// LongestKnown is how long the thing of known length may be, in mm. Common practice; no source.
const LongestKnown = 5000

// Stretch is what is marked on a photograph.
type Stretch struct {
	From Point `json:"from"`
	To   Point `json:"to"`
}

// Length is how long it is, in pixels.
func (s Stretch) Length() float64 { return math.Hypot(s.To.X-s.From.X, s.To.Y-s.From.Y) }

// check tells what is wrong with a span on a photograph of so many pixels.
func (s Stretch) check(what string, width, height int, shown float64) error {
	for _, p := range []Point{s.From, s.To} {
		if !(p.X >= 0 && p.Y >= 0 && p.X <= float64(width) && p.Y <= float64(height)) {
			return fmt.Errorf("%s: %.0f, %.0f is not on the photograph, which has %d x %d pixels", what, p.X, p.Y, width, height)
		}
	}
	switch l := s.Length(); {
	case l == 0:
		return fmt.Errorf("%s: both points are on one spot; mark its two ends", what)
	case l < shortest*max(1, shown):
		return fmt.Errorf("%s: the two points are so near to each other that it says too little; go nearer, or photograph it from nearer by", what)
	}
	return nil
}

// Measured is how long something on a photograph is, in mm: no less than Low and no more than High.
type Measured struct {
	Low  float64 `json:"low"`
	High float64 `json:"high"`
}

// Measure works out how long what is marked as of is, by what is marked as known, which has that many mm. Each point may be PointError off, or
// as many pixels of the screen where one of those showed several of the photograph (shown is how many, where it was least), and
// either may lean out of the picture's plane by so many degrees: what leans shows its cosine. Both are taken to lie at the same distance from the
// camera; where they do not, no reckoning helps. The bounds are cut outward to a tenth of a mm.
func Measure(width, height int, known, of Stretch, mm, tilt, shown float64) (Measured, error) {
	switch {
	case !(mm > 0):
		return Measured{}, errors.New("say how long the known thing is: more than 0 mm")
	case mm > LongestKnown:
		return Measured{}, fmt.Errorf("%g mm is no thing that lies beside a plant or a mushroom; %d at the most. Is it the right unit?", mm, LongestKnown)
	case !(tilt >= 0 && tilt <= MostTilt):
		return Measured{}, fmt.Errorf("what leans by more than %d degrees cannot be measured on a photograph; lay it flat", MostTilt)
	}
	if err := known.check("the known length", width, height, shown); err != nil {
		return Measured{}, err
	}
	if err := of.check("what is measured", width, height, shown); err != nil {
		return Measured{}, err
	}
	off, leans := 2*PointError*max(1, shown), math.Cos(tilt*math.Pi/180)
	k, l := known.Length(), of.Length()
	low := mm * (l - off) / (k + off) * leans
	high := mm * (l + off) / (k - off) / leans
	return Measured{math.Floor(low*10+tiny) / 10, math.Ceil(high*10-tiny) / 10}, nil
}

// tiny is what floating point loses.
const tiny = 1e-6

// unitMM are the units that characters are measured in, in mm.
var unitMM = map[string]float64{"mm": 1, "cm": 10, "m": 1000}

// In gives it in a character's unit, cut outward to a hundredth. The error says that the unit is none of length.
func (m Measured) In(unit string) (Measured, error) {
	per, ok := unitMM[unit]
	if !ok {
		return m, fmt.Errorf("%q is no unit of length", unit)
	}
	return Measured{math.Floor(m.Low/per*100+tiny) / 100, math.Ceil(m.High/per*100-tiny) / 100}, nil
}
