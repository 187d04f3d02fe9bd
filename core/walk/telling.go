package walk

import (
	"cmp"
	"runtime"
	"slices"
	"strings"
	"sync"
	"time"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Told says whether a target can be told that day.
type Told string

// Whether it can be told.
const (
	// Can: what can be read that day tells it from everything harmful, whatever of its usual answers it gives.
	Can Told = "can"
	// Depends: it hangs on what the specimen shows; from some harmful ones no reading that day tells it for certain.
	Depends Told = "depends"
	// Cannot: something that its name may not be given without cannot be read, or a tool is missing that would tell it from a harmful one.
	Cannot Told = "cannot"
	// Gone: the part that is looked for is not there that day.
	Gone Told = "not-in-season"
)

// Telling is how a target is told that day.
type Telling struct {
	Told Told `json:"told"`
	// First is the work on the first specimen, Further on each more, in minutes.
	First   float64 `json:"first_minutes"`
	Further float64 `json:"further_minutes"`
	// Checks are the plan of least work, proved where Optimal; AtHome of them are done at home, and cost no time on the walk. Each
	// further piece needs those of Every: all that are made in the field, but for what is read of the ground.
	Checks  []checks.Check `json:"checks"`
	AtHome  []string       `json:"at_home"`
	Every   []string       `json:"every"`
	Optimal bool           `json:"optimal"`
	// Open are the harmful taxa that no reading that day surely separates; Why says what would.
	Open []checks.Impossible `json:"open"`
	// Missing are the tools that would make it one that can be told, or that depends; From the first day on which it can without more.
	Missing []string `json:"missing"`
	From    string   `json:"from,omitempty"`
}

// telling works out how a taxon is told on the day with the tools at hand.
func (d *day) telling(n int) Telling {
	t := &d.g.Taxa[n]
	p, err := d.problem(n, d.date, d.Observer)
	if err != nil { // the request was checked
		return Telling{Told: Cannot, Checks: []checks.Check{}, AtHome: []string{}, Every: []string{}, Missing: []string{}, Open: []checks.Impossible{{Taxon: t.ID, Why: err.Error()}}}
	}
	plan := p.Solve()
	out := Telling{Told: Can, Checks: plan.Checks, AtHome: []string{}, Every: []string{}, Missing: []string{}, Open: plan.Impossible, Optimal: plan.Optimal}
	for _, c := range plan.Checks {
		k, _ := d.g.Column(c.Character)
		if d.g.Columns[k].Where == guide.Home {
			out.AtHome = append(out.AtHome, c.Character)
			continue
		}
		out.First += c.Minutes
		if d.g.Columns[k].Organ != ground || slices.Contains(t.MustSee, c.Character) {
			out.Every = append(out.Every, c.Character)
			out.Further += c.Minutes
		}
	}
	switch {
	case !d.almanac[n].Main.State.There():
		out.Told = Gone
	case len(out.Open) > 0:
		d.hangs(n, &out)
	}
	return out
}

func (d *day) problem(n int, on time.Time, o evidence.Observer) (*checks.Problem, error) {
	return checks.NewProblem(d.g, checks.Request{
		Target: d.g.Taxa[n].ID, Date: on.Format(time.DateOnly), Region: d.Region, Place: &d.Start.Site, Observer: o,
	})
}

// hangs tells a target that depends on the specimen from one that cannot be told, and what would do it: tools, or another day.
func (d *day) hangs(n int, out *Telling) {
	out.Told = Cannot
	every := d.Observer
	every.Kit = nil
	best, err := d.problem(n, d.date, every)
	if err != nil {
		return
	}
	with := best.Impossible()
	if within(out.Open, with) && !unnamed(d.g.Taxa[n].ID, out.Open) {
		out.Told = Depends
		return
	}
	if !within(out.Open, with) || !unnamed(d.g.Taxa[n].ID, with) {
		out.Missing = d.missing(n, with)
	}
	if unnamed(d.g.Taxa[n].ID, with) {
		out.From = d.from(n, every)
	}
}

// within tells whether all that is open in one list is open in the other.
func within(list, in []checks.Impossible) bool {
	return !slices.ContainsFunc(list, func(x checks.Impossible) bool {
		return !slices.ContainsFunc(in, func(y checks.Impossible) bool { return x.Taxon == y.Taxon })
	})
}

// unnamed tells whether the target itself may not be named.
func unnamed(target string, open []checks.Impossible) bool {
	return slices.ContainsFunc(open, func(x checks.Impossible) bool { return x.Taxon == target })
}

// missing are the fewest tools that do as much as all of them: one alone, if one does.
func (d *day) missing(n int, with []checks.Impossible) []string {
	lacking := d.Observer.Lacking(d.g)
	does := func(tools ...string) bool {
		o := d.Observer
		o.Kit = append(append([]string{}, o.Kit...), tools...)
		p, err := d.problem(n, d.date, o)
		return err == nil && within(p.Impossible(), with)
	}
	for _, tool := range lacking {
		if does(tool) {
			return []string{tool}
		}
	}
	need := lacking
	for _, tool := range lacking { // what is not needed beside the others is left out
		if less := slices.DeleteFunc(slices.Clone(need), func(t string) bool { return t == tool }); does(less...) {
			need = less
		}
	}
	return need
}

// from is the first day in the year to come on which the target can be named: one on which something of it begins.
func (d *day) from(n int, o evidence.Observer) string {
	var days []time.Time
	for _, part := range d.almanac[n].Parts {
		for _, w := range part.Windows {
			for _, year := range []int{d.date.Year(), d.date.Year() + 1} {
				if on, err := time.Parse("2006-01-02", time.Date(year, 1, 1, 0, 0, 0, 0, time.UTC).Format("2006-")+w.From); err == nil && on.After(d.date) {
					days = append(days, on)
				}
			}
		}
	}
	slices.SortFunc(days, time.Time.Compare)
	for _, on := range days {
		if p, err := d.problem(n, on, o); err == nil && !unnamed(d.g.Taxa[n].ID, p.Impossible()) {
			return on.Format(time.DateOnly)
		}
	}
	return ""
}

// together does something for each of so many, as many at a time as there are cores.
func together(n int, do func(i int)) {
	var wait sync.WaitGroup
	next := make(chan int)
	for range min(n, runtime.GOMAXPROCS(0)) {
		wait.Go(func() {
			for i := range next {
				do(i)
			}
		})
	}
	for i := range n {
		next <- i
	}
	close(next)
	wait.Wait()
}

// Candidate is a taxon with a use that is there to be looked for.
type Candidate struct {
	Taxon       string      `json:"taxon"`
	DisplayName string      `json:"display_name"`
	Part        season.Part `json:"part"`
	Stars       int         `json:"stars"`
	// Found tells that it grows at one of the places.
	Found bool        `json:"found"`
	Rain  *season.Wet `json:"rain,omitempty"`
	Told  Told        `json:"told"`
	// Missing and From are as for a target.
	Missing []string `json:"missing"`
	From    string   `json:"from,omitempty"`
}

// mostCandidates is how many there are to look for at most. Common practice; no source.
const mostCandidates = 40

// look lists what else is in season for its part: those followed first, then those found at a place, those with rain, those fully in
// season. Those that cannot be told stand last.
func (d *day) look() []Candidate {
	var list []Candidate
	for n := range d.g.Taxa {
		t := &d.g.Taxa[n]
		main := d.almanac[n].Main
		if !t.Useful() || t.Harvest == nil || t.Harvest.Organ == "" || !main.State.There() || d.isTarget(t.ID) || !d.lives(n) {
			continue
		}
		c := Candidate{Taxon: t.ID, DisplayName: t.DisplayName(), Part: main, Stars: d.Following[t.ID], Rain: d.rain(n), Found: d.found(t.ID), Missing: []string{}}
		list = append(list, c)
	}
	worth := func(c *Candidate) int {
		w := 100 * c.Stars
		if c.Found {
			w += 50
		}
		if c.Rain != nil && c.Rain.Enough {
			w += 20
		}
		if c.Rain != nil && c.Rain.Known > 0 && !c.Rain.Enough {
			w -= 10
		}
		if c.Part.State == season.InSeason {
			w += 10
		}
		return w
	}
	slices.SortFunc(list, func(a, b Candidate) int {
		return cmp.Or(worth(&b)-worth(&a), strings.Compare(a.DisplayName, b.DisplayName))
	})
	list = list[:min(len(list), mostCandidates)]
	together(len(list), func(i int) {
		c := &list[i]
		n, _ := d.g.Taxon(c.Taxon)
		t := Telling{Told: Can, Missing: []string{}}
		if p, err := d.problem(n, d.date, d.Observer); err == nil {
			if t.Open = p.Impossible(); len(t.Open) > 0 {
				d.hangs(n, &t)
			}
		}
		c.Told, c.Missing, c.From = t.Told, t.Missing, t.From
	})
	slices.SortStableFunc(list, func(a, b Candidate) int {
		switch {
		case (a.Told == Cannot) == (b.Told == Cannot):
			return 0
		case a.Told == Cannot:
			return 1
		}
		return -1
	})
	return list
}

func (d *day) isTarget(id string) bool {
	return slices.ContainsFunc(d.Targets, func(t Target) bool { return t.Taxon == id })
}

func (d *day) found(id string) bool {
	return slices.ContainsFunc(d.Places, func(p Place) bool { return slices.Contains(p.Grows, id) })
}

// lives tells whether a taxon is known from the walk's region, or nothing is known of where.
func (d *day) lives(n int) bool {
	regions := d.g.Taxa[n].Regions
	return d.Region == "" || len(regions) == 0 || slices.Contains(regions, d.Region)
}
