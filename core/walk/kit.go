package walk

import (
	"fmt"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Item is something to carry, and why.
type Item struct {
	Item string `json:"item"`
	// For says what it is needed for, a sentence each.
	For []string `json:"for"`
	// Lacking tells that it is not at hand.
	Lacking bool `json:"lacking"`
	// Stops are the targets that cannot be told without it.
	Stops []string `json:"stops"`
}

// What is carried besides what checks and harvests name. Common practice; no source.
const (
	paperBags = "paper bags"
	brush     = "brush or cloth"
	knife     = "knife"
	second    = "second knife"
	water     = "water and soap, or wipes"
	gloves    = "gloves"
	trowel    = "trowel"
	fork      = "digging fork"
	labels    = "labels and a pencil"
	boxes     = "boxes"
	phone     = "phone, charged, with the guide on it"
)

// taking is what each way of taking needs.
var taking = map[guide.Taking]string{guide.Cut: knife, guide.Lever: knife, guide.Dig: fork}

// order is the order in which what is carried is packed.
var order = []string{phone, knife, second, "card", "ruler", "lens", gloves, trowel, fork, brush, paperBags, boxes, labels, water}

// kit gathers what the targets' checks, their harvest and what may stand beside them need, each with its reasons.
func (d *day) kit(aims []Aim) []Item {
	k := kit{at: map[string]int{}}
	k.need(phone, "The guide, the emergency numbers and this walk go with you.")
	k.need(paperBags, "Each find goes into a bag of its own; never plastic, in which it sweats and rots.")
	for i := range aims {
		d.kitFor(&k, &aims[i])
	}
	if slices.Sort(k.deadly); len(k.deadly) > 0 {
		k.need(water, fmt.Sprintf("For hands and knife after %s, or anything like them.", some(slices.Compact(k.deadly))))
		k.need(second, "One cuts what is doubtful, the other what is taken.")
	}
	for i := range k.items {
		it := &k.items[i]
		it.Lacking = d.Observer.Kit != nil && slices.Contains(d.g.Tools(), it.Item) && !slices.Contains(d.Observer.Kit, it.Item)
		for _, a := range aims {
			if slices.Contains(a.Telling.Missing, it.Item) {
				it.Stops = append(it.Stops, a.Taxon)
			}
		}
	}
	slices.SortStableFunc(k.items, func(a, b Item) int { return place(a.Item) - place(b.Item) })
	return k.items
}

// place is where something stands in the order of packing; what is not in it comes last.
func place(item string) int {
	if i := slices.Index(order, item); i >= 0 {
		return i
	}
	return len(order)
}

func (d *day) kitFor(k *kit, a *Aim) {
	n, _ := d.g.Taxon(a.Taxon)
	t := &d.g.Taxa[n]
	name := guide.InSentence(a.DisplayName)
	needs := map[string][]string{}
	for _, c := range a.Telling.Checks {
		col, _ := d.g.Column(c.Character)
		if d.g.Columns[col].Where == guide.Home {
			continue
		}
		for _, tool := range d.g.Columns[col].Needs {
			needs[tool] = append(needs[tool], strings.ToLower(d.g.Columns[col].DisplayName()))
		}
	}
	for _, tool := range slices.Concat(d.g.Tools(), a.Telling.Missing) {
		switch of := needs[tool]; {
		case len(of) > 0:
			k.need(tool, fmt.Sprintf("Tells %s: %s.", name, strings.Join(of, ", ")))
		case slices.Contains(a.Telling.Missing, tool):
			k.need(tool, fmt.Sprintf("Without it %s cannot be told.", name))
		}
	}
	if h := t.Harvest; h != nil {
		var tools []string
		if h.Effort != nil {
			tools = append(tools, h.Effort.Tools...)
		}
		if tool, ok := taking[h.How]; ok && !slices.Contains(tools, tool) {
			tools = append(tools, tool)
		}
		for _, tool := range tools {
			k.need(tool, fmt.Sprintf("Takes %s.", name))
		}
	}
	if t.Kingdom == "fungi" {
		k.need(brush, "Takes the earth off where it grew, so that none comes into the bag.")
	}
	if t.Contact != nil || t.Handling != "" && strings.Contains(strings.ToLower(string(t.Handling)), "glove") {
		k.need(gloves, fmt.Sprintf("To touch %s.", name))
	}
	if len(a.Telling.AtHome) > 0 {
		k.need(boxes, "What is finished at home lies apart, each by itself.")
		k.need(labels, "Says which is which, where it stood, and that it is not told yet.")
	}
	for _, x := range a.Dangers {
		h, _ := d.g.Taxon(x.Taxon)
		if x.Harm == policy.Deadly && x.Double {
			k.deadly = append(k.deadly, guide.InSentence(x.DisplayName))
		}
		if d.g.Taxa[h].Contact != nil && x.Double {
			k.need(gloves, fmt.Sprintf("%s hurts who touches it.", x.DisplayName))
		}
	}
}

// kit is what was gathered so far.
type kit struct {
	items []Item
	at    map[string]int
	// deadly are the deadly doubles that may stand there.
	deadly []string
}

// some names the first of a list, and how many more there are.
func some(names []string) string {
	if n := len(names) - 3; n > 1 {
		return fmt.Sprintf("%s and %d more", strings.Join(names[:3], ", "), n)
	}
	return joined(names)
}

func (k *kit) need(item, why string) {
	i, ok := k.at[item]
	if !ok {
		i = len(k.items)
		k.at[item] = i
		k.items = append(k.items, Item{Item: item, For: []string{}, Stops: []string{}})
	}
	if !slices.Contains(k.items[i].For, why) {
		k.items[i].For = append(k.items[i].For, why)
	}
}

// Cues are what to look out for at a place.
type Cues struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	// Scouting tells of each target what is seen of it from afar.
	Scouting []Cue `json:"scouting"`
	// Afoot is what is dangerous there besides what grows.
	Afoot string `json:"afoot,omitempty"`
}

// Cue is what is seen of a taxon from afar.
type Cue struct {
	Taxon string      `json:"taxon"`
	Says  guide.Prose `json:"says"`
}

// cues tells for each place what to look out for from afar.
func (d *day) cues(aims []Aim) []Cues {
	out := []Cues{}
	for _, p := range d.Places {
		c := Cues{ID: p.ID, Name: p.Name, Scouting: []Cue{}, Afoot: p.Afoot}
		for i := range aims {
			n, _ := d.g.Taxon(aims[i].Taxon)
			if says := d.g.Taxa[n].Scouting; says != "" && at(&aims[i], p.ID) {
				c.Scouting = append(c.Scouting, Cue{aims[i].Taxon, says})
			}
		}
		out = append(out, c)
	}
	return out
}

// at tells whether a target is to be looked for at a place.
func at(a *Aim, place string) bool { return len(a.Places) == 0 || slices.Contains(a.Places, place) }
