package walk

import (
	"bufio"
	"flag"
	"fmt"
	"math"
	"math/rand/v2"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"
	"testing"

	"zestythicket/core/season"
)

// Three routes of handbooks of hill walking, worked by the rule as it was given: an hour for every three miles, and one for every
// 2,000 feet of ascent. Source: Naismith's own words of 1892, from memory, with a mile of 1,609.344 m and a foot of 0.3048 m; the rule
// in round metres is 3.4 % and 1.6 % off.
func TestNaismith(t *testing.T) {
	const mile, foot = 1609.344, 0.3048
	for _, c := range []struct{ miles, feet, hours float64 }{{10, 6300, 10.0/3 + 6300.0/2000}, {3, 0, 1}, {6, 2000, 3}} {
		if got := Naismith(c.miles*mile, c.feet*foot) / 60; math.Abs(got-c.hours)/c.hours > 0.035 {
			t.Errorf("%v miles and %v feet: %v hours, want %v", c.miles, c.feet, got, c.hours)
		}
	}
	if up, down := Naismith(5000, 600), Naismith(5000, -600); up != 120 || down != 60 {
		t.Errorf("5 km up 600 m take %v minutes, down %v", up, down)
	}
	// A degree of the meridian on the mean sphere is 111.195 km.
	if m := metres(season.Site{Latitude: 49}, season.Site{Latitude: 50}); math.Abs(m-111_195) > 1 {
		t.Errorf("a degree is %v m", m)
	}
}

// random makes a choice of up to so many places and targets. The ways are not the same both ways, as they are not uphill.
func random(seed uint64, places, targets int) *trip {
	r := rand.New(rand.NewPCG(seed, 15))
	n, m := r.IntN(places+1), 1+r.IntN(targets)
	t := &trip{limit: 20 + 130*r.Float64()}
	x, y := make([]float64, n+1), make([]float64, n+1)
	for i := range x {
		x[i], y[i] = 30*r.Float64(), 30*r.Float64()
	}
	for i := range n + 1 {
		row := make([]float64, n+1)
		for k := range row {
			if i != k {
				row[k] = math.Hypot(x[i]-x[k], y[i]-y[k]) + 3*r.Float64()
			}
		}
		t.ways = append(t.ways, row)
	}
	for range m {
		var at uint64
		for p := range n {
			if r.IntN(3) == 0 {
				at |= 1 << p
			}
		}
		t.stars, t.costs, t.at = append(t.stars, 1+r.IntN(3)), append(t.costs, 2+30*r.Float64()), append(t.at, at)
	}
	return t
}

// worth is what a choice comes to: its stars and minutes; the test fails where a target is not where one goes, or the time runs out.
func (t *trip) worth(tb testing.TB, in, through []int) (stars int, minutes float64) {
	tb.Helper()
	var set uint64
	for _, p := range through {
		if set&(1<<p) != 0 {
			tb.Fatalf("place %d is gone to twice", p)
		}
		set |= 1 << p
	}
	minutes = t.length(through)
	for _, k := range in {
		if t.at[k] != 0 && t.at[k]&set == 0 {
			tb.Fatalf("target %d is not where one goes", k)
		}
		stars, minutes = stars+t.stars[k], minutes+t.costs[k]
	}
	if minutes > t.limit+1e-9 {
		tb.Fatalf("%v minutes of %v", minutes, t.limit)
	}
	return stars, minutes
}

// exhaustive tries every order of every set of places with every set of targets.
func (t *trip) exhaustive() (stars int, minutes float64) {
	n := len(t.ways) - 1
	stars, minutes = 0, math.Inf(1)
	var visit func(through []int)
	visit = func(through []int) {
		var set uint64
		for _, p := range through {
			set |= 1 << p
		}
		walked := t.length(through)
		for choice := range 1 << len(t.stars) {
			s, m := 0, walked
			for k := range t.stars {
				if choice&(1<<k) == 0 {
					continue
				}
				if t.at[k] != 0 && t.at[k]&set == 0 {
					m = math.Inf(1)
				}
				s, m = s+t.stars[k], m+t.costs[k]
			}
			if m <= t.limit && (s > stars || s == stars && m < minutes) {
				stars, minutes = s, m
			}
		}
		for p := range n {
			if !slices.Contains(through, p) {
				visit(append(slices.Clone(through), p))
			}
		}
	}
	visit(nil)
	return stars, minutes
}

// On 300 random walks the planner finds what trying everything finds; the good one for many places is never better, and seldom worse.
func TestTheRoundIsTheBest(t *testing.T) {
	good := 0
	for seed := range uint64(300) {
		w := random(seed, 5, 6)
		stars, minutes := w.exhaustive()
		in, through, optimal := w.solve()
		s, m := w.worth(t, in, through)
		if !optimal || s != stars || math.Abs(m-minutes) > 1e-9 {
			t.Errorf("walk %d: %d stars in %v minutes (proved: %v); there are %d in %v", seed, s, m, optimal, stars, minutes)
		}
		in, through = w.good()
		s, m = w.worth(t, in, through)
		if s > stars || s == stars && m < minutes-1e-9 {
			t.Errorf("walk %d: better than the best: %d stars in %v minutes", seed, s, m)
		}
		if s == stars {
			good++
		}
	}
	t.Logf("the quick way has as many stars on %d of 300 walks", good)
	if good < 270 {
		t.Errorf("the quick way has as many stars on %d of 300 walks only", good)
	}
}

var lpDir = flag.String("lp", "", "write the walks that are compared with a solver to this folder, in the LP format")

// Source: GLPK's glpsol, run by testdata/optima.sh; its optima are kept in testdata/optima.txt.
func TestOptimaAreThoseOfAGeneralSolver(t *testing.T) {
	all := map[string]*trip{}
	for seed := range uint64(50) {
		all[fmt.Sprintf("walk-%02d", seed)] = random(1000+seed, 7, 12)
	}
	if *lpDir != "" {
		for name, w := range all {
			f, err := os.Create(filepath.Join(*lpDir, name+".lp"))
			if err == nil {
				err = w.writeLP(f)
			}
			if err != nil {
				t.Fatal(err)
			}
			f.Close()
		}
		return
	}
	f, err := os.Open("testdata/optima.txt")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	n := 0
	for lines := bufio.NewScanner(f); lines.Scan(); {
		name, text, _ := strings.Cut(lines.Text(), " ")
		if name == "#" {
			continue
		}
		want, err := strconv.ParseFloat(text, 64)
		w := all[name]
		if err != nil || w == nil {
			t.Fatalf("%q: %v", lines.Text(), err)
		}
		in, through, optimal := w.solve()
		stars, minutes := w.worth(t, in, through)
		if got := float64(stars) - minutes/(w.limit+1); !optimal || math.Abs(got-want) > 1e-6 {
			t.Errorf("%s: %v, the solver finds %v", name, got, want)
		}
		n++
	}
	if n != 50 {
		t.Errorf("%d of 50 walks were compared", n)
	}
}

// Beyond so many places nothing is proved, and it is said.
func TestManyPlacesAreNotProved(t *testing.T) {
	for seed := range uint64(20) {
		w := random(seed, 0, 12)
		r := rand.New(rand.NewPCG(seed, 16))
		n := ExactPlaces + 1 + r.IntN(8)
		w.ways = nil
		for range n + 1 {
			row := make([]float64, n+1)
			for k := range row {
				row[k] = 1 + 10*r.Float64()
			}
			w.ways = append(w.ways, row)
		}
		for k := range w.at {
			w.at[k] = 1 << r.IntN(n)
		}
		in, through, optimal := w.solve()
		w.worth(t, in, through)
		if optimal {
			t.Error("it is said to be proved")
		}
	}
}

func BenchmarkRoundOf12(b *testing.B) {
	w := random(3, 12, 12)
	for len(w.ways) != 13 || len(w.stars) != 12 {
		w = random(rand.Uint64(), 12, 12)
	}
	for b.Loop() {
		w.solve()
	}
}
