package guide

import (
	"cmp"
	"slices"
	"strings"
)

// Trait is what all taxa of a set show in one way or another on a character: the states that each of them may show.
type Trait struct {
	Column int
	Mask   uint64
}

// mostStates is the greatest number of states between which the taxa of a set may differ on a trait of theirs.
// Common practice; no published source.
const mostStates = 2

// mostAlike is the share of the others of the kingdom that may show nothing but what the set shows: what is true of most
// plants, that they climb nowhere, tells nothing of a family. Common practice; no published source.
const mostAlike = 0.7

// Traits lists the characters of full weight that every taxon of the set is scored for and on which all of them together
// show one state or two, where others of their kingdom show more and not too many the same; nothing for a single taxon.
func (c *Matrix) Traits(set Bits) []Trait {
	var out []Trait
	members := set.Members()
	if len(members) < 2 {
		return nil
	}
	kingdom := c.Kingdoms[c.Taxa[members[0]].Kingdom]
	for n := range c.Columns {
		col := &c.Columns[n]
		if col.Kind != States || !col.Built() || col.Scored.Meet(set) != len(members) {
			continue
		}
		shown, all, states := uint64(0), uint64(0), 0
		for s := range col.Has {
			if col.Has[s].Meets(kingdom) {
				all |= 1 << s
			}
			if col.Has[s].Meets(set) {
				shown |= 1 << s
				states++
			}
		}
		if states > mostStates || shown == all {
			continue
		}
		others, alike := 0, 0
		kingdom.Each(func(t int) {
			if set.Has(t) || !col.Scored.Has(t) {
				return
			}
			others++
			if col.Patterns[col.Pattern[t]].Mask&^shown == 0 {
				alike++
			}
		})
		if float64(alike) <= mostAlike*float64(others) {
			out = append(out, Trait{n, shown})
		}
	}
	return out
}

// Family is the set of the taxa of a family, by its name.
func (c *Matrix) Family(name string) Bits {
	set := NewBits(len(c.Taxa))
	for i := range c.Taxa {
		if Fold(c.Taxa[i].Family) == Fold(name) {
			set.Set(i)
		}
	}
	return set
}

// FamilyName tells whether a synonym is the name of a family: one word that ends as those of families do, the eight old
// ones of the code of nomenclature (Compositae and the like) included.
func FamilyName(s string) bool {
	if strings.Contains(s, " ") {
		return false
	}
	return strings.HasSuffix(s, "aceae") || slices.Contains(oldFamilies, s)
}

// The family names that the code of nomenclature lets stand beside those in -aceae.
// Source: International Code of Nomenclature for algae, fungi, and plants, article 18.5.
var oldFamilies = []string{"Compositae", "Cruciferae", "Gramineae", "Guttiferae", "Labiatae", "Leguminosae", "Palmae", "Umbelliferae"}

// GravestFirst lists the taxa of a set by harm, the gravest first, then by what they are called.
func (c *Matrix) GravestFirst(set Bits) []int {
	out := set.Members()
	slices.SortStableFunc(out, func(a, b int) int {
		x, y := &c.Taxa[a], &c.Taxa[b]
		return cmp.Or(cmp.Compare(x.Harm.Gravity(), y.Harm.Gravity()), cmp.Compare(x.DisplayName(), y.DisplayName()))
	})
	return out
}
