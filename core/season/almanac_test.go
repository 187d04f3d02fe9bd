package season_test

import (
	"math"
	"strings"
	"testing"
	"time"

	"zestythicket/core/guide"
	. "zestythicket/core/season"
	"zestythicket/guidefile"
)

func shipped(t testing.TB) *guide.Matrix {
	t.Helper()
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	return g
}

func on(s string) time.Time {
	d, _ := time.Parse(time.DateOnly, s)
	return d
}

// Worked by hand. Bilberry's fruit and the chanterelle's caps were seen 6 days before they come by the law at the place, four times and
// twice: 4·(−6)/7 and 2·(−6)/5 days each. What is left of the year's −6, after each has been corrected by its own, is −2.571 and
// −3.6: over two taxa, −6.171/5.
func TestOwnDatesCorrect(t *testing.T) {
	g := shipped(t)
	at := Site(g.Meta.Reference)
	begins := func(taxon string, organ guide.Organ) int {
		n, ok := g.Taxon(taxon)
		if !ok {
			t.Fatalf("no %s", taxon)
		}
		m, err := Moved(g.Taxa[n].Season[organ][0], at, at, 0)
		if err != nil {
			t.Fatal(err)
		}
		return m.From
	}
	early := func(taxon string, organ guide.Organ) Sighting {
		return Sighting{taxon, organ, First, "2026-" + MonthDay(begins(taxon, organ)-6)}
	}
	berry, cap := early("vaccinium-myrtillus", "fruit"), early("cantharellus-cibarius", "habit")
	c := Correct(g, at, []Sighting{berry, berry, berry, berry, cap, cap, {"vaccinium-myrtillus", "no-organ", First, "2026-07-01"}, {"no-taxon", "fruit", Last, "2026-07-01"}})
	near := func(what string, got, want float64) {
		if math.Abs(got-want) > 1e-9 {
			t.Errorf("%s: %v days, want %v", what, got, want)
		}
	}
	near("bilberry", c.Taxa["vaccinium-myrtillus"].Days, -24.0/7)
	near("chanterelle", c.Taxa["cantharellus-cibarius"].Days, -12.0/5)
	near("the year", c.Years[2026].Days, ((-6+24.0/7)+(-6+12.0/5))/5)
	near("bilberry in another year", c.Of("vaccinium-myrtillus", 2025), -24.0/7)
	near("what was never seen", c.Of("boletus-edulis", 2026), c.Years[2026].Days)
	if c.Taxa["vaccinium-myrtillus"].From != 4 || c.Years[2026].From != 2 || len(c.Taxa) != 2 {
		t.Errorf("%+v", c)
	}
	day := on(berry.Date)
	for taxon, late := range map[bool]Corrections{true: c, false: {}} {
		all, err := Almanac(g, at, day, late)
		if err != nil {
			t.Fatal(err)
		}
		n, _ := g.Taxon("vaccinium-myrtillus")
		if there := all[n].Main.State.There(); there != taxon && all[n].Main.InDays == 6 {
			t.Errorf("corrected %v: %s", taxon, all[n].Main.State)
		}
	}
}

// The demo's valley, 49.3° N and 620 m: spring 0.7 degrees earlier by latitude and 320 m later by height, 7.7 days.
func TestAlmanacOfTheValley(t *testing.T) {
	g := shipped(t)
	valley := Site{49.3, 19.3, 620}
	if d := Later(valley, Site(g.Meta.Reference)); math.Abs(d-(-2.8+4*320/121.92)) > 1e-9 {
		t.Errorf("the valley is %v days later", d)
	}
	for day, wants := range map[string]map[string]bool{
		"2026-09-05": {"cantharellus-cibarius": true, "agaricus-campestris": true, "boletus-edulis": true},
		"2026-01-15": {"cantharellus-cibarius": false, "agaricus-campestris": false, "vaccinium-myrtillus": false},
	} {
		all, err := Almanac(g, valley, on(day), Corrections{})
		if err != nil {
			t.Fatal(err)
		}
		for id, there := range wants {
			n, _ := g.Taxon(id)
			if all[n].Main.State.There() != there {
				t.Errorf("%s on %s: %s", id, day, all[n].Main.State)
			}
		}
		for _, x := range all {
			for _, d := range x.Doubles {
				if g.Taxa[d].Harm == guide.NoHarm || At(g.Taxa[d].Season, valley, Site(g.Meta.Reference), 0).Absent(on(day), g.Taxa[d].Useful()) {
					t.Errorf("%s on %s: %s is no harmful double there then", g.Taxa[x.Number].ID, day, g.Taxa[d].ID)
				}
			}
		}
	}
	if _, err := Almanac(g, Site{91, 0, 0}, on("2026-01-01"), Corrections{}); err == nil || !strings.Contains(err.Error(), "91") {
		t.Errorf("latitude 91: %v", err)
	}
}

func BenchmarkAlmanac(b *testing.B) {
	g := shipped(b)
	for b.Loop() {
		if _, err := Almanac(g, Site{49.3, 19.3, 620}, on("2026-09-05"), Corrections{}); err != nil {
			b.Fatal(err)
		}
	}
}
