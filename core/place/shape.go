// Package place knows where things stand: places and the single trees, shrubs and vines on them, what lies near, how far and how large, circles through
// pieces that stand in an arc, and how a position is made coarse before it leaves. Positions are WGS 84, in degrees.
package place

import (
	"errors"
	"fmt"
	"math"

	"github.com/paulmach/orb"
	"github.com/paulmach/orb/geo"
	"github.com/paulmach/orb/planar"
)

// Position is a position.
type Position struct {
	Latitude  float64 `json:"latitude"`
	Longitude float64 `json:"longitude"`
}

// Check tells what is wrong with a position.
func (s Position) Check() error {
	switch {
	case !(s.Latitude >= -90 && s.Latitude <= 90):
		return fmt.Errorf("a latitude is from -90 to 90 degrees, not %g", s.Latitude)
	case !(s.Longitude >= -180 && s.Longitude <= 180):
		return fmt.Errorf("a longitude is from -180 to 180 degrees, not %g", s.Longitude)
	}
	return nil
}

func (s Position) point() orb.Point { return orb.Point{s.Longitude, s.Latitude} }

// earth is the mean radius of the earth, in metres (IUGG, R1); scale is by how much less that is than what the geometry library reckons with.
const (
	earth = 6371008.8
	scale = earth / orb.EarthRadius
)

// Metres is how far two positions lie apart, on a sphere.
func Metres(a, b Position) float64 { return scale * geo.DistanceHaversine(a.point(), b.point()) }

// Bearing is in which direction one goes from a position to another, in degrees from north by east, from 0 to below 360.
func Bearing(from, to Position) float64 {
	return math.Mod(geo.Bearing(from.point(), to.point())+360, 360)
}

// Ahead is the position so many metres from another, in a direction in degrees.
func Ahead(from Position, bearing, metres float64) Position {
	p := geo.PointAtBearingAndDistance(from.point(), bearing, metres/scale)
	return Position{p[1], math.Mod(p[0]+540, 360) - 180}
}

// Flat gives positions in metres east and north of the first; Spots leads back. True in length and direction from the first, which is good enough as
// far as one walks, at the poles and across 180° too.
func Flat(spots []Position) [][2]float64 {
	out := make([][2]float64, len(spots))
	for i, s := range spots {
		d, b := Metres(spots[0], s), Bearing(spots[0], s)*math.Pi/180
		out[i] = [2]float64{d * math.Sin(b), d * math.Cos(b)}
	}
	return out
}

// At is the position that lies so many metres east and north of another.
func At(from Position, east, north float64) Position {
	return Ahead(from, math.Mod(degrees(math.Atan2(east, north))+360, 360), math.Hypot(east, north))
}

// Form is what a shape is.
type Form string

// The forms of shapes.
const (
	Point Form = "point"
	Line  Form = "line"
	Area  Form = "area"
	// Arc are pieces that were seen one beside the other, of which a ring may come.
	Arc Form = "arc"
)

// Forms lists them all.
var Forms = []Form{Point, Line, Area, Arc}

// Shape is where something lies.
type Shape struct {
	Form Form `json:"form"`
	// At are its positions: one of a point, one or more pieces of an arc, two or more of a line, three or more of an area, which closes by itself.
	At []Position `json:"at"`
	// AccuracyM is by how many metres they may be wrong; 0 for not said.
	AccuracyM float64 `json:"accuracy_m,omitempty"`
}

// The bounds of shapes. Common practice; no source.
const (
	// MostSpots is of how many positions a shape has at most.
	MostSpots = 500
	// longest is how far two of its positions lie apart at most, in metres: what is larger is no place that one forages at.
	longest = 50_000
	// coarsest is the worst accuracy that a position may have, in metres.
	coarsest = 100_000
)

// Check tells what is wrong with a shape.
func (s *Shape) Check() error {
	least := map[Form]int{Point: 1, Arc: 1, Line: 2, Area: 3}[s.Form]
	switch {
	case least == 0:
		return fmt.Errorf("%q is no form of a place: %v", s.Form, Forms)
	case len(s.At) < least || s.Form == Point && len(s.At) > 1:
		return fmt.Errorf("a %s has %s, not %d", s.Form, map[Form]string{Point: "one position", Arc: "one piece or more", Line: "two positions or more", Area: "three positions or more"}[s.Form], len(s.At))
	case len(s.At) > MostSpots:
		return fmt.Errorf("a place has at most %d positions", MostSpots)
	case !(s.AccuracyM >= 0 && s.AccuracyM <= coarsest):
		return fmt.Errorf("an accuracy is from 0 to %d m, not %g", coarsest, s.AccuracyM)
	}
	for i, at := range s.At {
		if err := at.Check(); err != nil {
			return err
		}
		if i == 0 {
			continue
		}
		if math.Abs(at.Longitude-s.At[i-1].Longitude) > 180 {
			return errors.New("a line or an area that crosses 180° is drawn as two, one on each side")
		}
		if d := Metres(at, s.At[0]); d > longest {
			return fmt.Errorf("its positions lie %.0f km apart; a place is at most %d km wide. Are latitude and longitude in their order?", d/1000, longest/1000)
		}
	}
	if s.Form == Area {
		return s.crosses()
	}
	return nil
}

// crosses tells whether the edge of an area crosses itself.
func (s *Shape) crosses() error {
	n := len(s.At)
	if s.At[0] == s.At[n-1] { // closed by hand
		n--
	}
	if n < 3 {
		return errors.New("an area has three positions or more")
	}
	flat := Flat(s.At[:n])
	for i := range n {
		for j := i + 1; j < n; j++ {
			if j == i+1 || i == 0 && j == n-1 {
				continue // neighbours meet
			}
			if meet(flat[i], flat[(i+1)%n], flat[j], flat[(j+1)%n]) {
				return fmt.Errorf("the edge of the area crosses itself between its positions %d and %d; put them in the order in which one walks round it", i+1, j+1)
			}
		}
	}
	if s.SquareMetres() < 0.01 {
		return errors.New("the area is no larger than a line; give its corners")
	}
	return nil
}

// meet tells whether two lines have a point in common.
func meet(a, b, c, d [2]float64) bool {
	side := func(p, q, r [2]float64) float64 { return (q[0]-p[0])*(r[1]-p[1]) - (q[1]-p[1])*(r[0]-p[0]) }
	on := func(p, q, r [2]float64) bool {
		return min(p[0], q[0]) <= r[0] && r[0] <= max(p[0], q[0]) && min(p[1], q[1]) <= r[1] && r[1] <= max(p[1], q[1])
	}
	s1, s2, s3, s4 := side(c, d, a), side(c, d, b), side(a, b, c), side(a, b, d)
	switch {
	case s1*s2 < 0 && s3*s4 < 0:
		return true
	case s1 == 0 && on(c, d, a), s2 == 0 && on(c, d, b), s3 == 0 && on(a, b, c), s4 == 0 && on(a, b, d):
		return true
	}
	return false
}

// ring is an area's edge, closed.
func (s *Shape) ring() orb.Ring {
	var r orb.Ring
	for _, at := range s.At {
		r = append(r, at.point())
	}
	if len(r) > 0 && r[0] != r[len(r)-1] {
		r = append(r, r[0])
	}
	return r
}

// SquareMetres is the size of an area, on a sphere; 0 of what is none.
func (s *Shape) SquareMetres() float64 {
	if s.Form != Area {
		return 0
	}
	return scale * scale * geo.Area(orb.Polygon{s.ring()})
}

// LengthM is the length of a line, or of an area's edge, in metres; 0 of others.
func (s *Shape) LengthM() float64 {
	at := s.At
	if s.Form != Line && s.Form != Area {
		return 0
	}
	if s.Form == Area {
		at = append(at[:len(at):len(at)], at[0])
	}
	sum := 0.0
	for i := 1; i < len(at); i++ {
		sum += Metres(at[i-1], at[i])
	}
	return sum
}

// Middle is where a shape is pointed at.
func (s *Shape) Middle() Position {
	flat := Flat(s.At)
	if s.Form == Area {
		var r orb.Ring
		for _, p := range flat {
			r = append(r, orb.Point(p))
		}
		if r[0] != r[len(r)-1] {
			r = append(r, r[0])
		}
		if c, area := planar.CentroidArea(r); area != 0 {
			return At(s.At[0], c[0], c[1])
		}
	}
	x, y := middle(flat)
	return At(s.At[0], x, y)
}

// From is how many metres a position lies from a shape; 0 within an area.
func (s *Shape) From(at Position) float64 {
	if len(s.At) == 0 {
		return math.Inf(1)
	}
	flat := Flat(append([]Position{at}, s.At...))[1:] // about the position, which lies in the origin
	if s.Form == Area {
		var r orb.Ring
		for _, p := range flat {
			r = append(r, orb.Point(p))
		}
		if r[0] != r[len(r)-1] {
			r = append(r, r[0])
			flat = append(flat, flat[0])
		}
		if planar.RingContains(r, orb.Point{}) {
			return 0
		}
	}
	least := math.Inf(1)
	for i, p := range flat {
		if least = min(least, math.Hypot(p[0], p[1])); i == 0 || s.Form == Arc {
			continue
		}
		least = min(least, planar.DistanceFromSegment(orb.Point(flat[i-1]), orb.Point(flat[i]), orb.Point{}))
	}
	return least
}

// cell is the width of the cells that positions leave in, in degrees.
const cell = 0.1

// Coarse gives a position in place of which it may leave: the middle of the cell of 0.1° that it lies in, with an accuracy in metres within which the
// true one lies.
func Coarse(s Position) (at Position, accuracyM float64) {
	in := func(v, most float64) float64 {
		c := (math.Floor(v/cell) + 0.5) * cell
		return math.Round(100*max(-most+cell/2, min(most-cell/2, c))) / 100
	}
	at = Position{in(s.Latitude, 90), in(s.Longitude, 180)}
	for _, corner := range []Position{
		{at.Latitude - cell/2, at.Longitude - cell/2}, {at.Latitude + cell/2, at.Longitude - cell/2},
	} {
		accuracyM = max(accuracyM, Metres(at, corner))
	}
	return at, math.Ceil(accuracyM/100) * 100
}

// What lies further than far from where one usually looks, and the other way round nearer to it than by, has its axes swapped. In metres. Common practice; no source.
const (
	far = 1_000_000
	by  = 200_000
)

// Swapped tells whether latitude and longitude of a position seem to be swapped, by where one usually looks.
func Swapped(at, usual Position) bool {
	other := Position{Latitude: at.Longitude, Longitude: at.Latitude}
	return other.Check() == nil && Metres(at, usual) > far && Metres(other, usual) < by
}
