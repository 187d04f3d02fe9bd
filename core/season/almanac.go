package season

import (
	"slices"
	"time"

	"zestythicket/core/guide"
)

// Taxon is what the almanac says of a taxon at a place on a day.
type Taxon struct {
	// Number is its number in the guide.
	Number int
	// Late is by how many days it comes later than the law has it, by one's own dates.
	Late  float64
	Parts []Part
	// Main is the part that is looked for: what is taken of one with a use, whatever there is of another.
	Main Part
	// Whole is all that is ever there of it, as one part.
	Whole Part
	// Doubles are the numbers of the harmful taxa that it is taken for and that may be about.
	Doubles []int
}

// Almanac tells of every taxon of a guide what is there of it at a place on a day.
func Almanac(g *guide.Matrix, at Site, day time.Time, c Corrections) ([]Taxon, error) {
	if err := at.Check(); err != nil {
		return nil, err
	}
	reference := Site(g.Meta.Reference)
	absent := make([]bool, len(g.Taxa))
	out := make([]Taxon, len(g.Taxa))
	for i := range g.Taxa {
		t := &g.Taxa[i]
		late := c.Of(t.ID, day.Year())
		parts, err := Parts(t.Season, guide.Organs, at, reference, day, late)
		if err != nil {
			return nil, err
		}
		out[i] = Taxon{Number: i, Late: late, Parts: parts, Whole: whole(parts, day, at.Latitude < 0)}
		out[i].Main = main(t, &out[i])
		absent[i] = At(t.Season, at, reference, late).Absent(day, t.Useful())
	}
	for i := range out {
		out[i].Doubles = []int{}
		for _, l := range g.Taxa[i].Lookalikes {
			if n, ok := g.Taxon(l.Taxon); ok && g.Taxa[n].Harm != guide.NoHarm && !absent[n] {
				out[i].Doubles = append(out[i].Doubles, n)
			}
		}
	}
	return out, nil
}

// main is the part of a taxon that is looked for. A leaf that has no window is there whenever anything else is, a root all year.
func main(t *guide.Taxon, of *Taxon) Part {
	organ := guide.Organ("")
	if t.Useful() && t.Harvest != nil {
		organ = t.Harvest.Organ
	}
	if i := slices.IndexFunc(of.Parts, func(p Part) bool { return p.Organ == organ }); i >= 0 {
		return of.Parts[i]
	}
	if organ == "root" {
		return Part{Organ: organ, State: Always, Windows: []guide.Window{}}
	}
	all := of.Whole
	all.Organ = organ
	return all
}

// whole is all that is ever there of a taxon, as one part; all year where no window is given.
func whole(parts []Part, day time.Time, south bool) Part {
	all := Part{State: Always, Windows: []guide.Window{}}
	if len(parts) == 0 {
		return all
	}
	var windows []Window
	for _, p := range parts {
		windows = append(windows, p.moved...)
	}
	windows = joinedUp(windows)
	for _, w := range windows {
		all.Windows = append(all.Windows, guide.Window{From: MonthDay(w.From), To: MonthDay(w.To)})
	}
	all.State, all.InDays, all.SinceDays = stateOf(windows, dayOf(day), south)
	return all
}

// joinedUp joins windows that meet or overlap.
func joinedUp(windows []Window) []Window {
	var there [yearDays + 1]bool
	for _, w := range windows {
		for i := range length(w.From, w.To) {
			there[inYear(float64(w.From+i))] = true
		}
	}
	var out []Window
	for day := 1; day <= yearDays; day++ {
		if before := inYear(float64(day - 1)); !there[day] || there[before] {
			continue
		}
		to := day
		for n := inYear(float64(to + 1)); there[n]; n = inYear(float64(to + 1)) {
			to = n
		}
		out = append(out, Window{From: day, To: to})
	}
	if out == nil && there[1] {
		return []Window{{From: 1, To: yearDays, Whole: true}}
	}
	return out
}
