package kitchen

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
)

// Nearness is how near a harmful taxon stands to what was eaten, by its records.
type Nearness string

// How near: not ruled out on the record; brought back by one of its weak points; ruled out with so many slips to spare; not on any record, but listed
// as a double of what it was eaten as.
const (
	StillStanding Nearness = "standing"
	ByWeakPoint   Nearness = "weak-point"
	ByMargin      Nearness = "margin"
	ListedDouble  Nearness = "listed"
)

// Nearnesses lists them all, the nearest first.
var Nearnesses = []Nearness{StillStanding, ByWeakPoint, ByMargin, ListedDouble}

// The bounds of the sheet. Common practice; no source.
const (
	// LookBack is how far back a meal is told of: the latest of the grave poisonings begin within three weeks.
	LookBack = 21 * 24 * time.Hour
	// LateH is from how many hours after a meal on signs point to the gravest poisons.
	LateH = 6.0
	// nearest is how many taxa are told of each meal, besides those that were not ruled out on a record: these are all told.
	nearest = 8
)

// Eaten is something wild that was eaten, with the records of what it was made of.
type Eaten struct {
	// Batch and Meal are where it was noted.
	Batch, Meal string
	At          time.Time
	Grams       float64
	// Says is what was done to it, in words: "fried: 6 minutes of 15".
	Says  string
	Finds []Find
}

// Find is a record of something that was eaten: what it was eaten as, and how the harmful taxa stood on it.
type Find struct {
	Record string
	// Taxon is what it was eaten as; empty where that is not known.
	Taxon   string
	Harmful []ruling.Harmful
	Weakest []ruling.WeakPoint
}

// Suspect is a harmful taxon that stands near to what was eaten. It is a place to look: the sheet never says that it was it.
type Suspect struct {
	Taxon  string     `json:"taxon"`
	Name   string     `json:"name"`
	Latin  string     `json:"latin"`
	Harm   guide.Harm `json:"harm"`
	As     string     `json:"as" doc:"What it would have been eaten as"`
	Record string     `json:"record" doc:"The record that it stands near on; empty for none"`
	Near   Nearness   `json:"near"`
	Margin int        `json:"margin" doc:"How many slips it was away on the record"`
	// FromH and ToH are when its first signs begin, in hours after eating; both 0 where the guide does not say.
	FromH float64 `json:"from_h"`
	ToH   float64 `json:"to_h"`
	// Fits tells that the first sign began within that time, or that the guide does not say when.
	Fits bool `json:"fits" doc:"The first sign began when its signs begin, or the guide does not say when that is"`
}

// Plated is a meal on the time line, with the harmful taxa that stand nearest to it: those whose time fits first, then by harm, then by how near.
type Plated struct {
	Batch  string    `json:"batch"`
	Meal   string    `json:"meal"`
	At     time.Time `json:"at"`
	Grams  float64   `json:"grams"`
	Says   string    `json:"says"`
	As     []string  `json:"as" doc:"What it was eaten as"`
	Before float64   `json:"before" doc:"How many hours before the first sign it was eaten"`
	// Late says that the signs came late, or early, after this meal, and what that does and does not mean.
	Late     string    `json:"late"`
	Suspects []Suspect `json:"suspects"`
	Records  []string  `json:"records"`
}

// Lay lays out what was eaten before a first sign: the latest meal first. Meals after it are left out, and those longer ago than LookBack.
func Lay(g *guide.Matrix, meals []Eaten, sign time.Time) []Plated {
	out := []Plated{}
	for _, e := range meals {
		ago := sign.Sub(e.At)
		if ago < 0 || ago > LookBack {
			continue
		}
		p := Plated{Batch: e.Batch, Meal: e.Meal, At: e.At, Grams: e.Grams, Says: e.Says, As: []string{}, Records: []string{}, Before: math.Round(10*ago.Hours()) / 10, Late: lateness(ago.Hours())}
		var all []Suspect
		for _, f := range e.Finds {
			name := f.Taxon
			if n, ok := g.Taxon(f.Taxon); ok {
				name = g.Taxa[n].DisplayName()
			}
			if name != "" && !slices.Contains(p.As, name) {
				p.As = append(p.As, name)
			}
			if f.Record != "" && !slices.Contains(p.Records, f.Record) {
				p.Records = append(p.Records, f.Record)
			}
			all = append(all, suspects(g, f, name, ago.Hours())...)
		}
		p.Suspects = firstOfEach(all)
		out = append(out, p)
	}
	slices.SortStableFunc(out, func(a, b Plated) int { return b.At.Compare(a.At) })
	return out
}

// lateness says what the time between a meal and a first sign points to.
func lateness(h float64) string {
	if h >= LateH {
		return fmt.Sprintf("The first sign came %s after this meal. Signs that begin six hours or more after eating point to the gravest poisons, which destroy liver or kidneys. Go to a hospital now, also if it gets better: it does, for a day, before the worst.", hoursSaid(h))
	}
	return fmt.Sprintf("The first sign came %s after this meal. Signs that begin early do not exclude the gravest poisons: more than one kind may have been on the plate.", hoursSaid(h))
}

func hoursSaid(h float64) string {
	switch {
	case h < 1:
		return fmt.Sprintf("%.0f minutes", math.Round(60*h))
	case h < 48:
		return fmt.Sprintf("%.1f hours", h)
	}
	return fmt.Sprintf("%.0f days", math.Floor(h/24))
}

// suspects are the harmful taxa that stand near to a find.
func suspects(g *guide.Matrix, f Find, as string, h float64) []Suspect {
	var out []Suspect
	put := func(id string, near Nearness, margin int) {
		n, ok := g.Taxon(id)
		if !ok || id == f.Taxon && near != StillStanding {
			return
		}
		t := &g.Taxa[n]
		if !t.Harm.Hurts() && t.Harm != guide.Unknown {
			return
		}
		s := Suspect{Taxon: id, Name: t.DisplayName(), Latin: t.Name, Harm: t.Harm, As: as, Record: f.Record, Near: near, Margin: margin, Fits: true}
		if o := t.Onset; o != nil {
			s.FromH, s.ToH = o.FromH, o.ToH
			s.Fits = h >= o.FromH && h <= o.ToH
		}
		out = append(out, s)
	}
	weak := map[string]bool{}
	for _, w := range f.Weakest {
		for _, id := range w.BringsBack {
			weak[id] = true
		}
	}
	for _, x := range f.Harmful {
		switch {
		case x.Status != ruling.Out:
			put(x.Taxon, StillStanding, x.Margin)
		case weak[x.Taxon]:
			put(x.Taxon, ByWeakPoint, x.Margin)
		default:
			put(x.Taxon, ByMargin, x.Margin)
		}
	}
	if n, ok := g.Taxon(f.Taxon); ok {
		t := &g.Taxa[n]
		for _, l := range t.Lookalikes {
			if !slices.ContainsFunc(out, func(s Suspect) bool { return s.Taxon == l.Taxon }) {
				put(l.Taxon, ListedDouble, 0)
			}
		}
		if t.Harm.Hurts() { // what upsets some was eaten as itself
			put(f.Taxon, StillStanding, 0)
		}
	}
	return out
}

// firstOfEach orders suspects and keeps the nearest of each taxon: those whose time fits first, then by harm, then by how near they stand. What
// was not ruled out is never crowded out.
func firstOfEach(all []Suspect) []Suspect {
	slices.SortStableFunc(all, func(a, b Suspect) int {
		fits := func(s Suspect) int {
			if s.Fits {
				return 0
			}
			return 1
		}
		return cmp.Or(fits(a)-fits(b), gravity(a.Harm)-gravity(b.Harm), slices.Index(Nearnesses, a.Near)-slices.Index(Nearnesses, b.Near), a.Margin-b.Margin, cmp.Compare(a.Name, b.Name))
	})
	out, others := []Suspect{}, 0
	for _, s := range all {
		if slices.ContainsFunc(out, func(o Suspect) bool { return o.Taxon == s.Taxon }) {
			continue
		}
		if s.Near != StillStanding {
			if others++; others > nearest {
				continue
			}
		}
		out = append(out, s)
	}
	return out
}

// gravity is the place of a harm among all, the gravest first.
func gravity(h guide.Harm) int { return slices.Index(policy.Harms, h) }

// Section is a part of the sheet that holds for everybody.
type Section struct {
	Title string   `json:"title"`
	Lines []string `json:"lines"`
}

// Advice is what stands on the sheet whether anything was recorded or not. Sources: what poison centres ask and advise, by common practice.
var Advice = []Section{
	{"Now", []string{
		"Call the poison centre now. Do not wait for it to get worse, and do not wait for the morning.",
		"Not conscious, short of breath, fits: call the emergency service first, and lay the person on the side.",
		"Do not make anybody vomit. Nothing to drink, to eat or to take but what the poison centre says.",
		"Everybody who ate of it is told, and watched: not all fall ill at once.",
		"Feeling better proves nothing. With the gravest poisons it gets better for a day before the liver fails.",
	}},
	{"Keep", []string{
		"What is left: the meal, peelings, raw pieces, whatever is in the bin. In paper, cold, apart from food.",
		"What was vomited, in a clean jar.",
		"This sheet, the photographs, and the place where it was gathered.",
	}},
	{"They will ask", []string{
		"Who ate, how old, how heavy, which diseases, which medicines, whether pregnant.",
		"What was eaten, how much, raw or cooked and for how long, with alcohol or not.",
		"When it was eaten, and when the first sign came, for each person.",
		"What the signs are, in the order in which they came.",
		"Where it was gathered, what it grew on, and what else was in the basket.",
	}},
	{"Mind", []string{
		"This sheet says what stood near, not what it was. It cannot say that it is nothing.",
		"What was eaten may be none of what stands here: no guide holds every kind, and no record every piece.",
	}},
}
