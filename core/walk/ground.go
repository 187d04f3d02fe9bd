package walk

import (
	"cmp"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
	"zestythicket/core/season"
)

// ground is the organ of the characters that say where something grows.
const ground guide.Organ = "place"

// Danger is a harmful taxon that may stand where a target is looked for.
type Danger struct {
	Taxon       string     `json:"taxon"`
	DisplayName string     `json:"display_name"`
	Harm        guide.Harm `json:"harm"`
	// Double tells that the guide names the two as taken for each other; Tell is what it says tells them apart.
	Double bool   `json:"double"`
	Tell   string `json:"tell,omitempty"`
	// Ground lists the states of the ground that both are found on. It orders and excludes nothing: what was planted grows anywhere.
	Ground []string `json:"ground"`
	// ToldBy are the checks of the target's plan that tell it apart.
	ToldBy []string `json:"told_by"`
	// Shows are its parts that are there that day.
	Shows []guide.Organ `json:"shows"`
	// Open tells that nothing read that day surely separates it.
	Open bool `json:"open"`
}

// mostDangers is how many are named besides those that the guide calls doubles of the target. Common practice; no source.
const mostDangers = 8

// dangers lists the harmful taxa of the target's kingdom that may be about there that day, the most harmful first: all that the guide
// names as its doubles, and of the others those on the same ground.
func (d *day) dangers(n int, told *Telling) []Danger {
	target := &d.g.Taxa[n]
	var out, others []Danger
	for i := range d.g.Taxa {
		t := &d.g.Taxa[i]
		if i == n || t.Kingdom != target.Kingdom || !t.Harm.Hurts() || !d.lives(i) || d.absent(i) {
			continue
		}
		x := Danger{Taxon: t.ID, DisplayName: t.DisplayName(), Harm: t.Harm, Ground: d.shared(n, i), ToldBy: []string{}, Shows: []guide.Organ{}}
		x.Tell, x.Double = tell(target, t)
		if !x.Double && len(x.Ground) == 0 {
			continue
		}
		for _, c := range told.Checks {
			if slices.Contains(c.Separates, t.ID) {
				x.ToldBy = append(x.ToldBy, c.Character)
			}
		}
		for _, o := range told.Open {
			x.Open = x.Open || o.Taxon == t.ID
		}
		for _, p := range d.almanac[i].Parts {
			if p.State.There() {
				x.Shows = append(x.Shows, p.Organ)
			}
		}
		if x.Double {
			out = append(out, x)
		} else {
			others = append(others, x)
		}
	}
	slices.SortStableFunc(others, strictest)
	out = append(out, others[:min(len(others), mostDangers)]...)
	slices.SortStableFunc(out, strictest)
	return out
}

// strictest orders by harm, then what cannot be separated, then doubles, then by the ground that is shared.
func strictest(a, b Danger) int {
	rank := func(x bool) int {
		if x {
			return 0
		}
		return 1
	}
	return cmp.Or(
		cmp.Compare(a.Harm.Gravity(), b.Harm.Gravity()), cmp.Compare(rank(a.Double), rank(b.Double)),
		cmp.Compare(rank(a.Open), rank(b.Open)), cmp.Compare(len(b.Ground), len(a.Ground)), strings.Compare(a.Taxon, b.Taxon),
	)
}

// absent tells whether a taxon is not about that day, as the almanac has it.
func (d *day) absent(n int) bool {
	t := &d.g.Taxa[n]
	return season.At(t.Season, d.Start.Site, season.Site(d.g.Meta.Reference), d.almanac[n].Late).Absent(d.date, t.Useful())
}

// tell is what the guide says tells a target from a taxon: at the target, or at the taxon.
func tell(target, t *guide.Taxon) (says string, double bool) {
	for _, l := range target.Lookalikes {
		if l.Taxon == t.ID {
			return l.Tell, true
		}
	}
	for _, l := range t.Lookalikes {
		if l.Taxon == target.ID {
			return l.Tell, true
		}
	}
	return "", false
}

// shared lists the states of the ground that two taxa are both found on, one time in ten or oftener.
func (d *day) shared(a, b int) []string {
	out := []string{}
	for i := range d.g.Columns {
		col := &d.g.Columns[i]
		if col.Organ != ground || col.Kind != guide.States || !col.Scored.Has(a) || !col.Scored.Has(b) {
			continue
		}
		ofA, ofB := make([]float64, len(col.States)), make([]float64, len(col.States))
		col.Shares(col.Pattern[a], "", ofA)
		col.Shares(col.Pattern[b], "", ofB)
		for k, s := range col.States {
			if !s.Absence && ofA[k] >= policy.Often && ofB[k] >= policy.Often {
				out = append(out, col.ID+"/"+s.ID)
			}
		}
	}
	return out
}
