package place

import (
	"cmp"
	"errors"
	"fmt"
	"math"
	"slices"

	"gonum.org/v1/gonum/mat"
)

// Circle is a circle in metres, x to the east and y to the north.
type Circle struct {
	X float64 `json:"x"`
	Y float64 `json:"y"`
	R float64 `json:"r"`
}

// Fitted is a circle with how far from it the points lie: the root of their mean squared distance, in metres.
type Fitted struct {
	Circle
	Residual float64 `json:"residual"`
}

// Ring is a circle through pieces that stand in an arc.
type Ring struct {
	// Algebraic is the circle a(x²+y²)+bx+cy+d = 0 of the least sum of squares among those with a²+b²+c²+d² = 1; Geometric that of the least sum of
	// squared distances (W. Gander, G. H. Golub & R. Strebel, Least-squares fitting of circles and ellipses, BIT 34, 1994).
	Algebraic Circle `json:"algebraic"`
	Geometric Fitted `json:"geometric"`
	// ArcDeg is the arc that the pieces cover, in degrees.
	ArcDeg float64 `json:"arc_deg"`
	// Gaps are where none was seen, the widest first.
	Gaps []Gap `json:"gaps"`
}

// Gap is a piece of a ring on which nothing was seen.
type Gap struct {
	// BearingDeg and Metres lead from the last of the points to its middle.
	BearingDeg float64 `json:"bearing_deg"`
	Metres     float64 `json:"metres"`
	// ArcDeg is how wide it is; X and Y are its middle.
	ArcDeg float64 `json:"arc_deg"`
	X      float64 `json:"x"`
	Y      float64 `json:"y"`
}

// The bounds of what is called a ring. Common practice; no source.
const (
	// MostPieces is the greatest number of points, widestRing the greatest radius in metres.
	MostPieces = 500
	widestRing = 1000
	// flattest is how many times as large as the pieces lie apart a radius may be: beyond, they stand on a line.
	flattest = 25
	// gapOf is how many times as wide as the usual distance between neighbours a gap is.
	gapOf = 2
	// loosest is how large the residual may be, as a part of the radius: pieces spread evenly over a patch leave 0.35 of it.
	loosest = 0.25
	// rounds is how often the circle is made better at most, near by how little, as a part of its radius, it is then no longer changed.
	rounds = 500
	near   = 1e-12
)

// ErrNotARing tells that points do not stand on a circle.
var ErrNotARing = errors.New("that is not a ring")

func notARing(format string, args ...any) error {
	return fmt.Errorf("%w: "+format, append([]any{ErrNotARing}, args...)...)
}

// FitRing puts a circle through points in metres. The error wraps ErrNotARing where there is none.
func FitRing(points [][2]float64) (*Ring, error) {
	switch {
	case len(points) < 3:
		return nil, notARing("%d points lie on any circle; give three or more", len(points))
	case len(points) > MostPieces:
		return nil, fmt.Errorf("%d points are more than %d", len(points), MostPieces)
	}
	for i, p := range points {
		if math.IsNaN(p[0]+p[1]) || math.IsInf(p[0]+p[1], 0) {
			return nil, fmt.Errorf("point %d is no point", i+1)
		}
	}
	apart := widest(points)
	if apart == 0 {
		return nil, notARing("the points are one and the same")
	}
	var r Ring
	var ok bool
	if r.Algebraic, ok = algebraic(points); !ok {
		return nil, notARing("the points stand on a line")
	}
	// It is begun from two circles, one of them of points that are moved to their middle, so that far from the origin it is as good.
	mx, my := middle(points)
	moved := make([][2]float64, len(points))
	for i, p := range points {
		moved[i] = [2]float64{(p[0] - mx) / apart, (p[1] - my) / apart}
	}
	r.Geometric = geometric(points, r.Algebraic)
	if c, ok := algebraic(moved); ok {
		if g := geometric(points, Circle{c.X*apart + mx, c.Y*apart + my, c.R * apart}); g.Residual < r.Geometric.Residual {
			r.Geometric = g
		}
	}
	g := r.Geometric
	switch {
	case math.IsNaN(g.R) || g.R > flattest*apart:
		return nil, notARing("the points stand nearly on a line")
	case g.R > widestRing:
		return nil, notARing("a radius of %.0f m is that of no ring; give the points in metres", g.R)
	case g.Residual > loosest*g.R:
		return nil, notARing("the points are scattered by %.1f m about a circle of %.1f m", g.Residual, g.R)
	}
	r.gaps(points)
	return &r, nil
}

func middle(points [][2]float64) (x, y float64) {
	for _, p := range points {
		x, y = x+p[0]/float64(len(points)), y+p[1]/float64(len(points))
	}
	return x, y
}

// widest is how far the two points lie apart that lie farthest apart.
func widest(points [][2]float64) float64 {
	most := 0.0
	for i, p := range points {
		for _, q := range points[:i] {
			most = max(most, math.Hypot(p[0]-q[0], p[1]-q[1]))
		}
	}
	return most
}

// algebraic is the circle whose coefficients are the last right singular vector; there is none where that is a line.
func algebraic(points [][2]float64) (Circle, bool) {
	b := mat.NewDense(max(len(points), 4), 4, nil)
	for i, p := range points {
		b.SetRow(i, []float64{p[0]*p[0] + p[1]*p[1], p[0], p[1], 1})
	}
	var svd mat.SVD
	if !svd.Factorize(b, mat.SVDFullV) {
		return Circle{}, false
	}
	var v mat.Dense
	svd.VTo(&v)
	a, bx, by, c := v.At(0, 3), v.At(1, 3), v.At(2, 3), v.At(3, 3)
	x, y := -bx/(2*a), -by/(2*a)
	square := x*x + y*y - c/a
	if a == 0 || !(square > 0) || math.IsInf(square, 0) {
		return Circle{}, false
	}
	return Circle{x, y, math.Sqrt(square)}, true
}

// residual is the root of the mean squared distance of points from a circle.
func residual(points [][2]float64, c Circle) float64 {
	sum := 0.0
	for _, p := range points {
		d := math.Hypot(p[0]-c.X, p[1]-c.Y) - c.R
		sum += d * d
	}
	return math.Sqrt(sum / float64(len(points)))
}

// geometric makes a circle better, by Gauss and Newton, until it is no longer changed: a step that would make it worse is halved.
func geometric(points [][2]float64, c Circle) Fitted {
	best := Fitted{c, residual(points, c)}
	j, d := mat.NewDense(len(points), 3, nil), mat.NewVecDense(len(points), nil)
	for range rounds {
		for i, p := range points {
			dx, dy := best.X-p[0], best.Y-p[1]
			far := math.Hypot(dx, dy)
			if far == 0 { // a piece in the very middle tells nothing of where the middle is
				j.SetRow(i, []float64{0, 0, -1})
			} else {
				j.SetRow(i, []float64{dx / far, dy / far, -1})
			}
			d.SetVec(i, best.R-far)
		}
		var step mat.VecDense
		if err := step.SolveVec(j, d); err != nil {
			if _, badly := err.(mat.Condition); !badly {
				return best
			}
		}
		better := false
		for part := 1.0; part > 1e-6 && !better; part /= 2 {
			next := Circle{best.X + part*step.AtVec(0), best.Y + part*step.AtVec(1), best.R + part*step.AtVec(2)}
			if to := residual(points, next); next.R > 0 && to < best.Residual {
				better = part*mat.Norm(&step, 2) > near*best.R
				best = Fitted{next, to}
			}
		}
		if !better {
			return best
		}
	}
	return best
}

// gaps finds the arc that the points cover, and where none is.
func (r *Ring) gaps(points [][2]float64) {
	c := r.Geometric.Circle
	var at []float64
	for _, p := range points {
		at = append(at, math.Atan2(p[1]-c.Y, p[0]-c.X))
	}
	slices.Sort(at)
	at = slices.Compact(at)
	type arc struct{ from, wide float64 }
	var arcs []arc
	for i, a := range at {
		next := at[0] + 2*math.Pi
		if i+1 < len(at) {
			next = at[i+1]
		}
		arcs = append(arcs, arc{a, next - a})
	}
	slices.SortStableFunc(arcs, func(a, b arc) int { return cmp.Compare(b.wide, a.wide) })
	r.ArcDeg = degrees(2*math.Pi - arcs[0].wide)
	usual := arcs[len(arcs)/2].wide
	here := points[len(points)-1]
	r.Gaps = []Gap{}
	for i, a := range arcs {
		if i > 0 && a.wide <= gapOf*usual {
			break
		}
		mid := a.from + a.wide/2
		x, y := c.X+c.R*math.Cos(mid), c.Y+c.R*math.Sin(mid)
		r.Gaps = append(r.Gaps, Gap{
			BearingDeg: tenth(math.Mod(degrees(math.Atan2(x-here[0], y-here[1]))+360, 360)), Metres: tenth(math.Hypot(x-here[0], y-here[1])),
			ArcDeg: tenth(degrees(a.wide)), X: x, Y: y,
		})
	}
	r.ArcDeg = tenth(r.ArcDeg)
}

func degrees(radians float64) float64 { return radians * 180 / math.Pi }

func tenth(v float64) float64 { return math.Round(10*v) / 10 }

// Paced is a way from a piece to the next: in which direction, in degrees from north by east, and how many metres.
type Paced struct {
	BearingDeg float64 `json:"bearing_deg"`
	Metres     float64 `json:"metres"`
}

// farthest is the longest way between two pieces of a ring, in metres. Common practice; no source.
const farthest = 200

// Pace gives the pieces that one comes to, the first in the origin, x to the east and y to the north, in metres.
func Pace(ways []Paced) ([][2]float64, error) {
	out := [][2]float64{{0, 0}}
	for i, w := range ways {
		if !(w.BearingDeg >= 0 && w.BearingDeg <= 360) || !(w.Metres > 0 && w.Metres <= farthest) {
			return nil, fmt.Errorf("way %d: a direction is from 0 to 360 degrees and a way more than 0 and at most %d m, not %g degrees and %g m", i+1, farthest, w.BearingDeg, w.Metres)
		}
		last, b := out[len(out)-1], w.BearingDeg*math.Pi/180
		out = append(out, [2]float64{last[0] + w.Metres*math.Sin(b), last[1] + w.Metres*math.Cos(b)})
	}
	return out, nil
}

// Pieces is how many may be found, at the density of the arc that was seen.
type Pieces struct {
	// Seen is how many were; Expected is how many more the rest of the ring would hold; Low and High hold their number in nine of ten such rings.
	Seen     int     `json:"seen"`
	Expected float64 `json:"expected"`
	Low      int     `json:"low"`
	High     int     `json:"high"`
	// LowG to HighG is what those weigh, in grams, by the weight of a piece; 0 where that is not known.
	LowG  float64 `json:"low_g"`
	HighG float64 `json:"high_g"`
}

// Rest tells how many pieces the rest of a ring would hold, if it bore as densely as the arc between the first and the last: as many as there are
// distances between neighbours on that arc, times the rest over the arc, with what chance gives (Poisson, 5 and 95 %). How surely the density is known
// by so few is not in it. PieceG is what a piece weighs, in grams, 0 for not known.
func (r *Ring) Rest(seen int, pieceG float64) Pieces {
	p := Pieces{Seen: seen}
	if r.ArcDeg > 0 && seen > 1 {
		p.Expected = tenth(float64(seen-1) * (360 - r.ArcDeg) / r.ArcDeg)
	}
	p.Low, p.High = poisson(p.Expected, 0.05), poisson(p.Expected, 0.95)
	p.LowG, p.HighG = float64(p.Low)*pieceG, float64(p.High)*pieceG
	return p
}

// poisson is the smallest number that is not exceeded with a chance, where so many are expected.
func poisson(expected, chance float64) int {
	if !(expected > 0) {
		return 0
	}
	below := 0.0
	for k := 0; ; k++ {
		gamma, _ := math.Lgamma(float64(k + 1))
		below += math.Exp(float64(k)*math.Log(expected) - expected - gamma)
		if below >= chance || float64(k) > expected+20*math.Sqrt(expected)+100 {
			return k
		}
	}
}
