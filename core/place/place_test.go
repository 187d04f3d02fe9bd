package place_test

import (
	_ "embed"
	"encoding/json"
	"errors"
	"math"
	"math/rand/v2"
	"strings"
	"testing"

	"zestythicket/core/place"
	"zestythicket/core/season"
)

// The points of W. Gander, G. H. Golub & R. Strebel, Least-squares fitting of circles and ellipses, BIT 34 (1994), and the circles of their table; its
// geometric y is 2.98353, by SciPy and by halving steps.
func TestRingOfThePaper(t *testing.T) {
	r, err := place.FitRing([][2]float64{{1, 7}, {2, 6}, {5, 8}, {7, 7}, {9, 5}, {3, 7}})
	if err != nil {
		t.Fatal(err)
	}
	for name, c := range map[string][2]float64{
		"algebraic x": {r.Algebraic.X, 5.3794}, "algebraic y": {r.Algebraic.Y, 7.2532}, "algebraic r": {r.Algebraic.R, 3.0370},
		"geometric x": {r.Geometric.X, 4.7398}, "geometric y": {r.Geometric.Y, 2.9835}, "geometric r": {r.Geometric.R, 4.7142},
	} {
		if math.Abs(c[0]-c[1]) > 5e-5 {
			t.Errorf("%s is %.6f, printed %.4f", name, c[0], c[1])
		}
	}
}

//go:embed testdata/rings.json
var bySciPy []byte

// Noisy arcs against SciPy's least_squares, to a thousandth of the radius where the arc leaves much open; Poisson's bounds against its poisson.ppf.
func TestRingsBySciPy(t *testing.T) {
	var want struct {
		Rings []struct {
			Points            [][2]float64
			X, Y, R, Residual float64
		}
		Poisson []struct {
			Expected  float64
			Low, High int
		}
	}
	if err := json.Unmarshal(bySciPy, &want); err != nil || len(want.Rings) < 50 {
		t.Fatalf("%d rings, %v", len(want.Rings), err)
	}
	same := 0
	for i, w := range want.Rings {
		got, err := place.FitRing(w.Points)
		if err != nil {
			t.Errorf("%d: %v", i, err)
			continue
		}
		g := got.Geometric
		if g.Residual < w.Residual-1e-6*w.Residual {
			continue // SciPy went astray: ours lies nearer to the points
		}
		if same++; math.Hypot(g.X-w.X, g.Y-w.Y) > 1e-4*w.R || math.Abs(g.R-w.R) > 1e-4*w.R || math.Abs(g.Residual-w.Residual) > 1e-8*w.R {
			t.Errorf("%d: %+v, by SciPy %g, %g, %g, %g", i, g, w.X, w.Y, w.R, w.Residual)
		}
	}
	if same < 55 {
		t.Errorf("%d of %d are SciPy's", same, len(want.Rings))
	}
	for _, w := range want.Poisson {
		// A ring of 1,001 pieces of which the arc holds as many as leave the expected number.
		arc := 360 * 1000 / (1000 + w.Expected)
		r := place.Ring{ArcDeg: arc}
		if p := r.Rest(1001, 0); p.Expected != w.Expected || p.Low != w.Low || p.High != w.High {
			t.Errorf("of %g: %+v, by SciPy %d to %d", w.Expected, p, w.Low, w.High)
		}
	}
}

// Points of circles are found again, wherever the origin lies, and what stands on no circle is said to.
func TestRings(t *testing.T) {
	random := rand.New(rand.NewPCG(18, 1))
	for range 300 {
		x, y, r := 2000*random.Float64()-1000, 2000*random.Float64()-1000, 1+30*random.Float64()
		from, arc, n := 2*math.Pi*random.Float64(), math.Pi/4+random.Float64()*math.Pi, 4+random.IntN(20)
		var points [][2]float64
		for i := range n {
			a := from + arc*float64(i)/float64(n-1)
			points = append(points, [2]float64{x + r*math.Cos(a), y + r*math.Sin(a)})
		}
		got, err := place.FitRing(points)
		if err != nil {
			t.Fatalf("a circle of %g m at %g, %g: %v", r, x, y, err)
		}
		if g := got.Geometric; math.Hypot(g.X-x, g.Y-y) > 1e-3*r || math.Abs(g.R-r) > 1e-3*r || g.Residual > 1e-3 {
			t.Fatalf("a circle of %g m at %g, %g is found as %+v", r, x, y, g)
		}
		if math.Abs(got.ArcDeg-arc*180/math.Pi) > 0.5 || len(got.Gaps) == 0 {
			t.Fatalf("an arc of %g degrees is found as %g", arc*180/math.Pi, got.ArcDeg)
		}
		// The gap lies where the circle goes on, and the way to it is from the last point.
		gap := got.Gaps[0]
		last, b := points[n-1], gap.BearingDeg*math.Pi/180
		if to := [2]float64{last[0] + gap.Metres*math.Sin(b), last[1] + gap.Metres*math.Cos(b)}; math.Abs(math.Hypot(to[0]-x, to[1]-y)-r) > 0.2 ||
			math.Hypot(to[0]-x-r*math.Cos(from+arc/2+math.Pi), to[1]-y-r*math.Sin(from+arc/2+math.Pi)) > 0.3 {
			t.Fatalf("the gap of an arc of %g: %+v leads to %v", arc, gap, to)
		}
	}
	for name, points := range map[string][][2]float64{
		"two":            {{0, 0}, {1, 1}},
		"one, thrice":    {{2, 2}, {2, 2}, {2, 2}},
		"on a line":      {{0, 0}, {1, 1}, {2, 2}, {5, 5}},
		"nearly a line":  {{0, 0}, {1, 0.001}, {2, 0}, {3, 0.001}, {4, 0}},
		"far too wide":   {{0, 1500}, {1500, 0}, {-1500, 0}, {0, -1500}},
		"scattered":      {{0, 0}, {30, 1}, {1, 29}, {30, 30}, {15, 15}, {14, 16}, {16, 14}, {15, 14}, {14, 14}, {16, 16}},
		"in two patches": {{0, 0}, {0, 0}, {0, 1}, {40, 0}, {40, 1}, {41, 0}, {20, 0}, {21, 1}},
	} {
		if r, err := place.FitRing(points); !errors.Is(err, place.ErrNotARing) {
			t.Errorf("%s: %+v, %v", name, r, err)
		}
	}
	if _, err := place.FitRing([][2]float64{{0, 0}, {1, math.NaN()}, {2, 0}}); err == nil || errors.Is(err, place.ErrNotARing) {
		t.Errorf("no number: %v", err)
	}
}

// By hand: five pieces on a quarter of a ring stand four distances apart, so twelve more are expected; SciPy's poisson.ppf gives 7 and 18 for 12.
func TestPiecesToExpect(t *testing.T) {
	r := place.Ring{ArcDeg: 90}
	if p := r.Rest(5, 30); p.Expected != 12 || p.Low != 7 || p.High != 18 || p.LowG != 210 || p.HighG != 540 {
		t.Errorf("%+v", p)
	}
	r.ArcDeg = 360
	if p := r.Rest(12, 0); p.Expected != 0 || p.High != 0 {
		t.Errorf("%+v", p)
	}
}

// Three sides of a square by paces lead to its fourth corner, which lies where the first began but one.
func TestPaces(t *testing.T) {
	got, err := place.Pace([]place.Paced{{BearingDeg: 0, Metres: 10}, {BearingDeg: 90, Metres: 10}, {BearingDeg: 180, Metres: 10}})
	if err != nil || len(got) != 4 || math.Hypot(got[3][0]-10, got[3][1]) > 1e-9 {
		t.Errorf("%v, %v", got, err)
	}
	if r, err := place.FitRing(got); err != nil || math.Abs(r.Geometric.R-math.Sqrt(50)) > 1e-6 {
		t.Errorf("%+v, %v", r, err)
	}
	for _, w := range []place.Paced{{361, 5}, {-1, 5}, {0, 0}, {0, 201}, {math.NaN(), 1}} {
		if _, err := place.Pace([]place.Paced{w}); err == nil {
			t.Errorf("%+v is paced", w)
		}
	}
}

func spots(at ...float64) []place.Position {
	var out []place.Position
	for i := 0; i < len(at); i += 2 {
		out = append(out, place.Position{Latitude: at[i], Longitude: at[i+1]})
	}
	return out
}

// A degree of the mean meridian is 111.195 km by the radius of 6,371.0088 km; the way back is the same as the way there, at the poles and across 180° too.
func TestDistances(t *testing.T) {
	at := spots(49, 19, 50, 19)
	if m := place.Metres(at[0], at[1]); math.Abs(m-111195.08) > 0.1 {
		t.Errorf("a degree is %g m", m)
	}
	random := rand.New(rand.NewPCG(18, 2))
	for range 2000 {
		from := place.Position{Latitude: 180*random.Float64() - 90, Longitude: 360*random.Float64() - 180}
		switch random.IntN(6) {
		case 0:
			from.Latitude = 90
		case 1:
			from.Longitude = 180
		}
		bearing, metres := 360*random.Float64(), 2000*random.Float64()
		to := place.Ahead(from, bearing, metres)
		if err := to.Check(); err != nil {
			t.Fatalf("%g m from %+v: %v", metres, from, err)
		}
		if got := place.Metres(from, to); math.Abs(got-metres) > 0.01 {
			t.Fatalf("%g m from %+v are %g", metres, from, got)
		}
		flat := place.Flat([]place.Position{from, to})
		tolerance := 0.02
		if math.Abs(to.Latitude) > 89 || math.Abs(from.Latitude) > 89 {
			tolerance = 1 // an arc's sine tells little so near to the pole
		}
		if back := place.At(from, flat[1][0], flat[1][1]); place.Metres(back, to) > tolerance {
			t.Fatalf("%+v is found again as %+v", to, back)
		}
	}
}

func TestShapes(t *testing.T) {
	square := place.Shape{Form: place.Area, At: spots(49.3, 19.3, 49.3, 19.301, 49.301, 19.301, 49.301, 19.3)}
	if err := square.Check(); err != nil {
		t.Fatal(err)
	}
	// 0.001° are 111.195 m to the north, and 111.195 × cos 49.3005° = 72.508 m to the east.
	if got := square.SquareMetres(); math.Abs(got-111.195*72.508) > 2 {
		t.Errorf("the square has %g m²", got)
	}
	if got := square.LengthM(); math.Abs(got-2*(111.195+72.508)) > 0.2 {
		t.Errorf("its edge has %g m", got)
	}
	if m := square.Middle(); place.Metres(m, spots(49.3005, 19.3005)[0]) > 0.5 {
		t.Errorf("its middle is %+v", m)
	}
	for at, want := range map[place.Position]float64{
		{Latitude: 49.3005, Longitude: 19.3005}: 0, {Latitude: 49.302, Longitude: 19.3005}: 111.195, {Latitude: 49.3, Longitude: 19.3}: 0,
		{Latitude: 49.3005, Longitude: 19.299}: 72.51,
	} {
		if got := square.From(at); math.Abs(got-want) > 0.1 {
			t.Errorf("%+v lies %g m from it, want %g", at, got, want)
		}
	}
	for says, s := range map[string]place.Shape{
		"crosses itself":     {Form: place.Area, At: spots(49.3, 19.3, 49.301, 19.301, 49.3, 19.301, 49.301, 19.3)},
		"no larger than":     {Form: place.Area, At: spots(49.3, 19.3, 49.301, 19.3, 49.302, 19.3)},
		"three positions":    {Form: place.Area, At: spots(49.3, 19.3, 49.3, 19.301)},
		"two positions":      {Form: place.Line, At: spots(49.3, 19.3)},
		"one position":       {Form: place.Point, At: spots(49.3, 19.3, 49.3, 19.301)},
		"no form of a place": {Form: "cloud", At: spots(49.3, 19.3)},
		"a latitude is":      {Form: place.Point, At: spots(91, 19.3)},
		"a longitude is":     {Form: place.Point, At: spots(49, 190)},
		"crosses 180°":       {Form: place.Line, At: spots(49, 179.999, 49, -179.999)},
		"in their order":     {Form: place.Line, At: spots(49.3, 19.3, 19.3, 49.3)},
		"an accuracy is":     {Form: place.Point, At: spots(49.3, 19.3), AccuracyM: -1},
		"at most 500":        {Form: place.Line, At: make([]place.Position, 501)},
	} {
		if err := s.Check(); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v", says, err)
		}
	}
	for name, s := range map[string]place.Shape{
		"the pole":             {Form: place.Point, At: spots(90, 0)},
		"180°":                 {Form: place.Point, At: spots(-16.5, 180), AccuracyM: 5000},
		"an area closed twice": {Form: place.Area, At: spots(49.3, 19.3, 49.3, 19.301, 49.301, 19.301, 49.3, 19.3)},
	} {
		if err := s.Check(); err != nil {
			t.Errorf("%s: %v", name, err)
		}
	}
}

// What leaves never says that it is nearer than it is, and one place leaves as one whatever its last digits.
func TestCoarsePositions(t *testing.T) {
	random := rand.New(rand.NewPCG(18, 3))
	for range 5000 {
		s := place.Position{Latitude: 180*random.Float64() - 90, Longitude: 360*random.Float64() - 180}
		at, accuracy := place.Coarse(s)
		if err := at.Check(); err != nil {
			t.Fatal(err)
		}
		if d := place.Metres(s, at); d > accuracy || accuracy > 8000 {
			t.Fatalf("%+v leaves as %+v within %g m, and lies %g m off", s, at, accuracy, d)
		}
	}
	a, _ := place.Coarse(place.Position{Latitude: 49.3012, Longitude: 19.2987})
	b, _ := place.Coarse(place.Position{Latitude: 49.3999, Longitude: 19.2001})
	if a != b || a != (place.Position{Latitude: 49.35, Longitude: 19.25}) {
		t.Errorf("%+v and %+v", a, b)
	}
	for _, end := range spots(90, 180, -90, -180) {
		at, accuracy := place.Coarse(end)
		if place.Metres(end, at) > accuracy {
			t.Errorf("%+v leaves as %+v within %g m", end, at, accuracy)
		}
	}
}

// The first day is told where a visit before it saw nothing yet, or where it began; the last where a visit after it saw that it was over, or where it ended.
func TestDatesOfVisits(t *testing.T) {
	visit := func(date string, is season.State) place.Visit {
		return place.Visit{ID: date, Date: date, Stages: []place.PartSeen{{Taxon: "tilia-cordata", Organ: "flower", Is: is}}}
	}
	for name, c := range map[string]struct {
		visits []place.Visit
		want   string
	}{
		"in between only":  {[]place.Visit{visit("2026-06-20", season.InSeason)}, ""},
		"begins":           {[]place.Visit{visit("2026-06-20", season.Begins)}, "first 2026-06-20"},
		"before and after": {[]place.Visit{visit("2026-07-30", season.Over), visit("2026-06-20", season.InSeason), visit("2026-06-01", season.NotYet)}, "first 2026-06-20, last 2026-06-20"},
		"ends":             {[]place.Visit{visit("2026-06-20", season.InSeason), visit("2026-07-09", season.Ends)}, "last 2026-07-09"},
		"once more":        {[]place.Visit{visit("2026-06-20", season.InSeason), visit("2026-07-01", season.Over), visit("2026-07-09", season.InSeason)}, ""},
		"over only":        {[]place.Visit{visit("2026-07-30", season.Over)}, ""},
		"a year apart":     {[]place.Visit{visit("2025-06-01", season.NotYet), visit("2026-06-20", season.InSeason)}, ""},
		"all year":         {[]place.Visit{visit("2026-06-01", season.NotYet), visit("2026-06-20", season.Always)}, ""},
	} {
		var got []string
		for _, d := range place.Dates(c.visits) {
			got = append(got, string(d.Edge)+" "+d.Date)
		}
		if strings.Join(got, ", ") != c.want {
			t.Errorf("%s: %v, want %s", name, got, c.want)
		}
	}
}

// What was left of a stand is as it was said, else by the pieces that were counted; a third taken leaves two thirds, by hand.
func TestShareLeft(t *testing.T) {
	half, none, much := 0.5, 0.0, 1.5
	for name, c := range map[string]struct {
		visit place.Visit
		want  float64
		known bool
	}{
		"nothing said": {place.Visit{}, 0, false}, "taken alone": {place.Visit{Taken: 3}, 0, false}, "by pieces": {place.Visit{Taken: 10, LeftPieces: 20}, 2.0 / 3, true},
		"said": {place.Visit{ShareLeft: &half, Taken: 10, LeftPieces: 20}, 0.5, true}, "nothing left": {place.Visit{ShareLeft: &none}, 0, true},
	} {
		if got, known := c.visit.Left(); got != c.want || known != c.known {
			t.Errorf("%s: %g, %v", name, got, known)
		}
	}
	v := place.Visit{Date: "2026-06-20", ShareLeft: &much}
	if err := v.Check(func(string) bool { return true }, "2026-07-01"); err == nil || !strings.Contains(err.Error(), "share from 0 to 1") {
		t.Error(err)
	}
}

func TestWhatIsSaidOfAPlace(t *testing.T) {
	known := func(id string) bool { return id == "tilia-cordata" }
	fine := place.Details{Name: "Long Pasture", Grows: []string{"tilia-cordata"}, Pollution: []place.Pollution{place.Dump, place.Road}}
	if err := fine.Check(known); err != nil {
		t.Fatal(err)
	}
	if says := fine.NotToEat(); says != "Not to eat. Long Pasture: a road with traffic is within 20 m, and it lies on or below an old dump." {
		t.Errorf("%q", says)
	}
	if says := (&place.Details{Name: "X"}).NotToEat(); says != "" {
		t.Errorf("%q", says)
	}
	for says, change := range map[string]func(*place.Details){
		"a name":           func(d *place.Details) { d.Name = " " },
		"more than 200":    func(d *place.Details) { d.Owner = strings.Repeat("x", 201) },
		"more than 4000":   func(d *place.Details) { d.Note = strings.Repeat("x", 4001) },
		"no taxon":         func(d *place.Details) { d.Taxon = "nothing" },
		"are no limit":     func(d *place.Details) { d.Limits = []place.PlaceLimit{{Taxon: "tilia-cordata", GramsADay: -1}} },
		"who gave leave":   func(d *place.Details) { d.Leaves = []place.Leave{{What: "all"}} },
		"is not a day":     func(d *place.Details) { d.Leaves = []place.Leave{{Who: "a", Until: "soon"}} },
		"that pollutes":    func(d *place.Details) { d.Pollution = []place.Pollution{"ghosts"} },
		"no way to spread": func(d *place.Details) { d.Spreads = "gossip" },
		"number of stems":  func(d *place.Details) { d.Stems = -1 },
		"are no stand":     func(d *place.Details) { d.AreaM2 = math.NaN() },
		"does not weigh":   func(d *place.Details) { d.PieceG = math.Inf(1) },
	} {
		d := fine
		change(&d)
		if err := d.Check(known); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
	for says, v := range map[string]place.Visit{
		"is not a day":       {Date: "soon"},
		"is still to come":   {Date: "2026-09-13"},
		"from 0 to":          {Date: "2026-09-12", TakenG: -1},
		"no taxon":           {Date: "2026-09-12", Stages: []place.PartSeen{{Taxon: "nothing", Organ: "flower", Is: season.Over}}},
		"no part of":         {Date: "2026-09-12", Stages: []place.PartSeen{{Taxon: "tilia-cordata", Organ: "wing", Is: season.Over}}},
		"no state of a part": {Date: "2026-09-12", Stages: []place.PartSeen{{Taxon: "tilia-cordata", Organ: "flower", Is: "odd"}}},
		"named twice":        {Date: "2026-09-12", Stages: []place.PartSeen{{Taxon: "tilia-cordata", Organ: "flower", Is: season.Over}, {Taxon: "tilia-cordata", Organ: "flower", Is: season.Ends}}},
	} {
		if err := v.Check(known, "2026-09-12"); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%s: %v", says, err)
		}
	}
}
