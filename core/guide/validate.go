package guide

import (
	"fmt"
	"math"
	"slices"
	"sort"
	"strings"

	"zestythicket/core/policy"
)

// Violation is something in a guide that does not make sense. At points at it the way RFC 6901 does, within the
// whole guide as one JSON object ("/taxa/3/scores/stem-base").
type Violation struct {
	At   string
	Says string
}

func (p Violation) String() string { return p.At + ": " + p.Says }

// Validate tells what a guide says that cannot be meant: names that stand for nothing, ranges turned round, readings
// that rest on themselves. A guide with problems must not be used.
func (g *Source) Validate() []Violation {
	v := &validator{g: g, chars: map[string]*Character{}, taxa: map[string]bool{}, sources: map[string]bool{}}
	v.characters()
	v.taxonIDs()
	for i := range g.Sources {
		at := fmt.Sprintf("/sources/%d", i)
		v.id(at+"/id", g.Sources[i].ID, v.sources, "source")
		v.oneOf(at+"/kind", g.Sources[i].Kind, "published", "practice", "memory")
	}
	for i := range g.Taxa {
		v.taxon(fmt.Sprintf("/taxa/%d", i), &g.Taxa[i])
	}
	v.signsAndGates()
	v.conditions()
	v.errors()
	for k, code := range g.Meta.Covers {
		if len(code) != 1 || code < "1" || code > "9" {
			v.say(fmt.Sprintf("/guide/covers/%d", k), "%q is not a level 1 region code such as \"1\"", code)
		}
	}
	return v.found
}

type validator struct {
	g             *Source
	chars         map[string]*Character
	taxa, sources map[string]bool
	found         []Violation
}

func (v *validator) say(at, format string, args ...any) {
	v.found = append(v.found, Violation{at, fmt.Sprintf(format, args...)})
}

func (v *validator) id(at, id string, seen map[string]bool, what string) {
	switch {
	case id == "":
		v.say(at, "a %s needs an id", what)
	case seen[id]:
		v.say(at, "the %s id %q stands twice", what, id)
	}
	seen[id] = true
}

func (v *validator) oneOf(at, got string, want ...string) {
	if !slices.Contains(want, got) {
		v.say(at, "%q is none of %s", got, strings.Join(want, ", "))
	}
}

func (v *validator) characters() {
	ids := map[string]bool{}
	for i := range v.g.Characters {
		c := &v.g.Characters[i]
		at := fmt.Sprintf("/characters/%d", i)
		v.id(at+"/id", c.ID, ids, "character")
		for k, a := range c.Aliases {
			v.id(fmt.Sprintf("%s/aliases/%d", at, k), a, ids, "character")
		}
		v.chars[c.ID] = c
		if c.Organ != "" && !slices.Contains(Organs, c.Organ) {
			v.say(at+"/organ", "%q is not an organ; organs are %v", c.Organ, Organs)
		}
		v.oneOf(at+"/kind", string(c.Kind), string(States), string(Measure), string(Count))
		if _, ok := policy.Footings[c.FootingOf()]; !ok {
			v.say(at+"/footing", "%q is not a footing", c.Footing)
		}
		if w := c.WhereOf(); w != Field && w != Home {
			v.say(at+"/where", "%q is neither field nor home", c.Where)
		}
		if m := c.MinutesOf(); !(m >= 0) || math.IsInf(m, 0) {
			v.say(at+"/minutes", "minutes of work cannot be below 0")
		}
		if c.WaitMinutes < 0 {
			v.say(at+"/wait_minutes", "waiting cannot be less than 0 minutes")
		}
		if c.FadesAfter < 0 {
			v.say(at+"/fades_after", "a number of pieces cannot be less than 0")
		}
		v.states(at, c)
	}
	for i := range v.g.Characters {
		c := &v.g.Characters[i]
		at := fmt.Sprintf("/characters/%d", i)
		v.rests(at+"/rests_on", c.RestsOn)
		for k := range c.States {
			v.rests(fmt.Sprintf("%s/states/%d/rests_on", at, k), c.States[k].RestsOn)
		}
	}
	v.circles()
}

func (v *validator) states(at string, c *Character) {
	if c.Kind != States {
		if len(c.States) > 0 {
			v.say(at+"/states", "only a character of kind states has states")
		}
		return
	}
	if len(c.States) == 0 {
		v.say(at+"/states", "a character of kind states needs states")
	}
	if len(c.States) > MaxStates {
		v.say(at+"/states", "a character has at most %d states; this has %d", MaxStates, len(c.States))
	}
	seen := map[string]bool{}
	for k := range c.States {
		sat := fmt.Sprintf("%s/states/%d", at, k)
		v.id(sat+"/id", c.States[k].ID, seen, "state")
		for n, a := range c.States[k].Aliases {
			v.id(fmt.Sprintf("%s/aliases/%d", sat, n), a, seen, "state")
		}
	}
	v.near(at, c)
}

// near checks that states which are near each other say so both.
func (v *validator) near(at string, c *Character) {
	for k := range c.States {
		for n, id := range c.States[k].Near {
			at := fmt.Sprintf("%s/states/%d/near/%d", at, k, n)
			i := slices.IndexFunc(c.States, func(s State) bool { return s.ID == id })
			switch {
			case i < 0:
				v.say(at, "%q is not a state of %q", id, c.ID)
			case i == k:
				v.say(at, "%q is not near itself", id)
			case slices.Contains(c.States[k].Near[:n], id):
				v.say(at, "%q stands twice", id)
			case !slices.Contains(c.States[i].Near, c.States[k].ID):
				v.say(at, "%q is near %q, and %q does not say so", c.States[k].ID, id, id)
			}
		}
	}
}

func (v *validator) errors() {
	for _, id := range sortedKeys(v.g.Errors) {
		switch e := v.g.Errors[id]; {
		case v.chars[id] == nil:
			v.say("/errors/"+id, "no character has the id %q", id)
		case !(e > 0) || e > policy.MostError:
			v.say("/errors/"+id, "an error is more than 0 and at most %v, not %v", policy.MostError, e)
		}
	}
}

// rests checks that what is leaned on exists and has those states.
func (v *validator) rests(at string, r Requires) {
	for _, id := range sortedKeys(r) {
		c := v.chars[id]
		switch {
		case c == nil:
			v.say(at+"/"+id, "no character has the id %q", id)
		case c.Kind != States:
			v.say(at+"/"+id, "%q is a %s; only characters with states can be leaned on", id, c.Kind)
		case len(r[id]) == 0:
			v.say(at+"/"+id, "name the states of %q that will do", id)
		default:
			for k, s := range r[id] {
				if !c.hasState(s) {
					v.say(fmt.Sprintf("%s/%s/%d", at, id, k), "%q is not a state of %q", s, id)
				}
			}
		}
	}
}

func (c *Character) hasState(id string) bool {
	return slices.ContainsFunc(c.States, func(s State) bool { return s.ID == id })
}

// circles finds characters whose readings would rest on themselves.
func (v *validator) circles() {
	const fresh, open, done = 0, 1, 2
	mark := map[string]int{}
	var walk func(id string) bool
	walk = func(id string) bool {
		c := v.chars[id]
		if c == nil || mark[id] == done {
			return false
		}
		if mark[id] == open {
			return true
		}
		mark[id] = open
		defer func() { mark[id] = done }()
		for _, on := range c.leansOn() {
			if walk(on) {
				return true
			}
		}
		return false
	}
	for i := range v.g.Characters {
		if c := &v.g.Characters[i]; mark[c.ID] == fresh && walk(c.ID) {
			v.say(fmt.Sprintf("/characters/%d/rests_on", i), "a reading of %q would rest on itself", c.ID)
		}
	}
}

// leansOn lists the characters that any reading of c can rest on, sorted.
func (c *Character) leansOn() []string {
	set := map[string]bool{}
	for id := range c.RestsOn {
		set[id] = true
	}
	for i := range c.States {
		for id := range c.States[i].RestsOn {
			set[id] = true
		}
	}
	return sortedKeys(set)
}

func (v *validator) taxonIDs() {
	for i := range v.g.Taxa {
		t := &v.g.Taxa[i]
		v.id(fmt.Sprintf("/taxa/%d/id", i), t.ID, v.taxa, "taxon")
		for k, a := range t.Aliases {
			v.id(fmt.Sprintf("/taxa/%d/aliases/%d", i, k), a, v.taxa, "taxon")
		}
	}
}

func (v *validator) taxon(at string, t *Taxon) {
	v.oneOf(at+"/kingdom", t.Kingdom, "plantae", "fungi")
	v.oneOf(at+"/use", string(t.Use), string(Edible), string(CookedOnly), string(Conditional), string(Medicinal), string(NoUse))
	v.oneOf(at+"/harm", string(t.Harm), string(Deadly), string(Serious), string(Upset), string(NoHarm), string(Unknown))
	v.handled(at, t)
	if t.Rank != "" {
		v.oneOf(at+"/rank", t.Rank, "species", "group", "section", "genus")
	}
	for k, r := range t.Regions {
		if !RegionCode(r) {
			v.say(fmt.Sprintf("%s/regions/%d", at, k), "%q is not a level 2 region code such as \"11\"", r)
		}
	}
	for _, organ := range sortedKeys(t.Season) {
		if !slices.Contains(Organs, organ) {
			v.say(fmt.Sprintf("%s/season/%s", at, organ), "%q is not an organ", organ)
		}
		for k, w := range t.Season[organ] {
			for _, d := range []string{w.From, w.To} {
				if _, err := monthDay(d); err != nil {
					v.say(fmt.Sprintf("%s/season/%s/%d", at, organ, k), "%v", err)
				}
			}
		}
	}
	for _, id := range sortedKeys(t.Scores) {
		v.score(at+"/scores/"+id, id, t.Scores[id])
	}
	for k, id := range t.MustSee {
		if v.chars[id] == nil {
			v.say(fmt.Sprintf("%s/must_see/%d", at, k), "no character has the id %q", id)
		}
	}
	for k, l := range t.Lookalikes {
		if !v.taxa[l.Taxon] {
			v.say(fmt.Sprintf("%s/lookalikes/%d/taxon", at, k), "no taxon has the id %q", l.Taxon)
		}
	}
	if t.Onset != nil && (t.Onset.FromH < 0 || t.Onset.ToH < t.Onset.FromH) {
		v.say(at+"/onset", "hours must run from the earlier to the later")
	}
	for k, s := range t.Sources {
		v.src(fmt.Sprintf("%s/sources/%d", at, k), s)
	}
}

func (v *validator) src(at, id string) {
	if id != "" && len(v.sources) > 0 && !v.sources[id] {
		v.say(at, "no source has the id %q", id)
	}
}

func (v *validator) srcs(at string, src Src) {
	for _, id := range src.IDs() {
		v.src(at, id)
	}
}

func (v *validator) score(at, id string, s Score) {
	c := v.chars[id]
	if c == nil {
		v.say(at, "no character has the id %q", id)
		return
	}
	v.srcs(at+"/src", s.Src)
	if c.Kind == States {
		if s.Numeric() || len(s.States) == 0 {
			v.say(at, "%q is read as states; give a list of its states", id)
		}
		seen := map[Shown]bool{}
		for k, sh := range s.States {
			if wrong := sh.check(); wrong != "" {
				v.say(fmt.Sprintf("%s/%d", at, k), "%q: %s", sh.State, wrong)
			}
			key := Shown{State: sh.State, When: sh.When}
			if !c.hasState(sh.State) {
				v.say(fmt.Sprintf("%s/%d", at, k), "%q is not a state of %q", sh.State, id)
			}
			if seen[key] {
				v.say(fmt.Sprintf("%s/%d", at, k), "%q stands twice", sh.State)
			}
			seen[key] = true
			v.srcs(fmt.Sprintf("%s/%d/src", at, k), sh.Src)
		}
		return
	}
	switch {
	case !s.Numeric():
		v.say(at, "%q is a %s; give numbers, not states", id, c.Kind)
	case s.Counts != nil && c.Kind == Measure:
		v.say(at, "%q is a measure; give {min, low, high, max}, not a list", id)
	case s.Counts != nil:
		if slices.Min(s.Counts) < 0 {
			v.say(at, "a count cannot be below 0")
		}
	default:
		v.span(at, c, s.Range)
	}
}

func (v *validator) span(at string, c *Character, r *Range) {
	var last *float64
	any := false
	for _, p := range []*float64{r.Min, r.Low, r.High, r.Max} {
		if p == nil {
			continue
		}
		any = true
		switch {
		case *p < 0 || math.IsNaN(*p) || math.IsInf(*p, 0):
			v.say(at, "%v cannot be measured or counted", *p)
		case c.Kind == Count && *p != math.Trunc(*p):
			v.say(at, "%v is not a whole number", *p)
		case last != nil && *p < *last:
			v.say(at, "min, low, high and max must rise; %v follows %v", *p, *last)
		}
		last = p
	}
	if !any {
		v.say(at, "the range is empty")
	}
}

func (v *validator) signsAndGates() {
	seen := map[string]bool{}
	for i := range v.g.Signs {
		s := &v.g.Signs[i]
		at := fmt.Sprintf("/signs/%d", i)
		v.id(at+"/id", s.ID, seen, "sign")
		if len(s.All) == 0 {
			v.say(at+"/all", "a sign needs at least one character")
		}
		v.rests(at+"/all", s.All)
		v.oneOf(at+"/verdict", string(s.Verdict), string(Leave), string(ShowSomeone))
		v.known(at+"/spares", s.Spares)
	}
	seen = map[string]bool{}
	for i := range v.g.Gates {
		g := &v.g.Gates[i]
		at := fmt.Sprintf("/gates/%d", i)
		v.id(at+"/id", g.ID, seen, "gate")
		v.rests(at+"/all", g.All)
		v.known(at+"/taxa", g.Taxa)
		if len(g.All)+len(g.Taxa)+len(g.Families)+len(g.Genera) == 0 {
			v.say(at, "a gate needs families, genera, taxa or readings")
		}
		if g.Needs != "" {
			v.oneOf(at+"/needs", g.Needs, "taught")
		}
	}
}

func (v *validator) conditions() {
	seen := map[string]bool{}
	for i := range v.g.Conditions {
		x := &v.g.Conditions[i]
		at := fmt.Sprintf("/conditions/%d", i)
		v.id(at+"/id", x.ID, seen, "condition")
		if !slices.Contains(Keepings, x.Then) {
			v.say(at+"/then", "a piece is kept, trimmed or left, not %q", x.Then)
		}
		v.known(at+"/taxa", x.Taxa)
		v.known(at+"/except", x.Except)
		if x.Kingdom != "" {
			v.oneOf(at+"/kingdom", x.Kingdom, "plantae", "fungi")
		}
		if x.Kingdom == "" && len(x.Taxa) == 0 {
			v.say(at, "a condition needs a kingdom or taxa")
		}
		if x.Sign == "" {
			v.say(at+"/sign", "a condition needs the sign that it is known by")
		}
	}
}

// handled tells what is wrong with how a taxon is taken and prepared, with when it comes after rain, its doses and yields.
func (v *validator) handled(at string, t *Taxon) {
	if h := t.Harvest; h != nil && h.How != "" && !slices.Contains(Takings, h.How) {
		v.say(at+"/harvest/how", "%q is no way of taking; they are %v", h.How, Takings)
	}
	if p := t.Preparation; p != nil {
		for i := range p.Steps {
			if do := p.Steps[i].Do; !slices.Contains(Doings, do) {
				v.say(fmt.Sprintf("%s/preparation/steps/%d/do", at, i), "%q is nothing that is done; what is: %v", do, Doings)
			}
		}
	}
	if r := t.AfterRain; r != nil {
		v.src(at+"/after_rain/src", string(r.Src))
		if r.MM <= 0 || r.FromDays < 0 || r.WithinDays < r.FromDays {
			v.say(at+"/after_rain", "it comes from %d to %d days after %v mm of rain, which cannot be", r.FromDays, r.WithinDays, r.MM)
		}
	}
	if d := t.Dose; d != nil {
		v.src(at+"/dose/src", string(d.Src))
		if len(d.Drops) != 0 && (len(d.Drops) != 2 || d.Drops[0] > d.Drops[1]) {
			v.say(at+"/dose/drops", "drops are given from the fewest to the most")
		}
	}
	if y := t.Yield; y != nil {
		v.src(at+"/yield/src", string(y.Src))
	}
}

func (v *validator) known(at string, taxa []string) {
	for k, id := range taxa {
		if !v.taxa[id] {
			v.say(fmt.Sprintf("%s/%d", at, k), "no taxon has the id %q", id)
		}
	}
}

func sortedKeys[K ~string, V any](m map[K]V) []K {
	keys := make([]K, 0, len(m))
	for k := range m {
		keys = append(keys, k)
	}
	sort.Slice(keys, func(i, j int) bool { return keys[i] < keys[j] })
	return keys
}
