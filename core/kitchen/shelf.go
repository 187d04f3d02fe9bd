package kitchen

import (
	"time"

	"zestythicket/core/guide"
)

// Shelf is where food is kept.
type Shelf string

// The shelves.
const (
	Cold   Shelf = "cold"
	Frozen Shelf = "frozen"
	DryJar Shelf = "dry-jar"
)

// Shelves lists them all.
var Shelves = []Shelf{Cold, Frozen, DryJar}

// Keeps is for how long a food may be kept on a shelf at most.
type Keeps struct {
	On   Shelf  `json:"on"`
	Name string `json:"name" doc:"Where, in words"`
	Days int    `json:"days"`
	// Until is the last day, such as 2026-09-12.
	Until string `json:"until"`
}

// The most days on a shelf: mushrooms raw, plants raw, either cooked. Common practice; no source. What the guide says of a kind comes before it.
var shelfDays = map[Shelf]struct {
	name                  string
	fungi, plants, cooked int
}{
	Cold:   {"In the cold, at 4 °C or less", 2, 3, 2},
	Frozen: {"Frozen", 90, 180, 90},
	DryJar: {"Dried, in a closed jar", 365, 365, 365},
}

// Longest tells for how long food of these taxa may be kept at most from a day on, by what was done to it: on each shelf the shortest of all that is
// in it. What was cooked counts as cooked. In a dry jar stands only what was dried.
func Longest(taxa []*guide.Taxon, steps []Progress, from time.Time) []Keeps {
	out := []Keeps{}
	cooked, dried := false, false
	for i := range steps {
		p := &steps[i]
		cooked = cooked || p.Do.Heats() && p.Done > 0
		dried = dried || p.Do == guide.Dry && p.Finished
	}
	for _, s := range Shelves {
		d := shelfDays[s]
		if s == DryJar && !dried {
			continue
		}
		days := d.plants
		for _, t := range taxa {
			if t.Kingdom == "fungi" {
				days = min(days, d.fungi)
			}
		}
		if cooked {
			days = min(days, d.cooked)
		}
		out = append(out, Keeps{s, d.name, days, from.AddDate(0, 0, days).Format(time.DateOnly)})
	}
	return out
}

// NeverInOil is said wherever food is put away. Common practice; no source.
const NeverInOil = "Nothing raw or only dried is kept in oil: what may grow there kills, and neither shows nor smells."

// Over says that the day until which a food was to be kept has gone by; empty where it has not, or was not said.
func Over(until string, now time.Time) string {
	if until == "" || now.Format(time.DateOnly) <= until {
		return ""
	}
	return "It was to be kept until " + until + ". Smell and look prove nothing: throw it away."
}
