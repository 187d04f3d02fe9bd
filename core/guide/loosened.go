package guide

import (
	"fmt"
	"slices"
	"strings"
)

// Loosening is a change of a guide that makes a wrong "take" easier: something harmful easier to rule out, or something
// with a use easier to be taken for. It is to be confirmed by whoever makes it.
type Loosening struct {
	Taxon       string `json:"taxon"`
	DisplayName string `json:"display_name"`
	Harm        Harm   `json:"harm"`
	Character   string `json:"character,omitempty"`
	Says        string `json:"says"`
}

// Loosened lists what a change of a guide makes easier that ought to be hard, in the order of the taxa. Both guides hold
// the same characters.
func Loosened(before, after *Source) []Loosening {
	l := &loosener{characters: map[string]*Character{}}
	for i := range after.Characters {
		l.characters[after.Characters[i].ID] = &after.Characters[i]
	}
	is := map[string]*Taxon{}
	for i := range after.Taxa {
		is[after.Taxa[i].ID] = &after.Taxa[i]
	}
	was := map[string]bool{}
	for i := range before.Taxa {
		t := &before.Taxa[i]
		was[t.ID] = true
		if now := is[t.ID]; now != nil && now.Kingdom == t.Kingdom {
			l.changed(t, now)
		} else if t.hurts() {
			l.say(t, "", "Without it nothing stands for it any more: it is never ruled out, and never in the way.")
		}
	}
	for i := range after.Taxa {
		if t := &after.Taxa[i]; !was[t.ID] && t.Useful() {
			l.say(t, "", "Specimens will be cleared as this on your word alone.")
			if t.Group != "" {
				l.say(t, "", fmt.Sprintf("It need not be told from the others of the group %q.", t.Group))
			}
		}
	}
	return l.found
}

// hurts tells whether the taxon is one that must be ruled out, for any purpose.
func (t *Taxon) hurts() bool { return t.Harm.Hurts() || t.Contact != nil }

type loosener struct {
	characters map[string]*Character
	found      []Loosening
}

func (l *loosener) say(t *Taxon, character, says string) {
	l.found = append(l.found, Loosening{t.ID, t.DisplayName(), t.Harm, character, says})
}

func (l *loosener) changed(was, is *Taxon) {
	switch {
	case is.Harm.Standard().Balance < was.Harm.Standard().Balance:
		l.say(is, "", fmt.Sprintf("Its harm is called %s, which was %s.", is.Harm, was.Harm))
	case was.Contact != nil && is.Contact == nil:
		l.say(is, "", "It no longer warns of touching it.")
	case is.Useful() && !was.Useful():
		l.say(is, "", "Specimens will be cleared as this on your word alone.")
	}
	if is.Group != was.Group && is.Group != "" {
		l.say(is, "", fmt.Sprintf("It need not be told from the others of the group %q.", is.Group))
	}
	if was.hurts() && len(is.Regions) > 0 && (len(was.Regions) == 0 || slices.ContainsFunc(was.Regions, func(r string) bool { return !slices.Contains(is.Regions, r) })) {
		l.say(is, "", "It is said to live in fewer regions, and does not stand in the way in the others.")
	}
	for _, id := range sortedKeys(l.characters) {
		c := l.characters[id]
		before, had := was.Scores[id]
		now, has := is.Scores[id]
		if lost := c.excludes(before, had, now, has); was.hurts() && lost != "" {
			l.say(is, id, fmt.Sprintf("%s: %s would now speak against it. That makes it easier to rule out.", c.DisplayName(), lost))
		}
		if seldomer := c.shownLess(before, now); was.hurts() && had && has && seldomer != "" {
			l.say(is, id, fmt.Sprintf("%s: %s is said to be shown less often. That makes it easier to rule out.", c.DisplayName(), seldomer))
		}
		if oftener := c.shownLess(now, before); is.Useful() && had && has && oftener != "" {
			l.say(is, id, fmt.Sprintf("%s: %s is said to be shown more often. That makes it easier to be taken for.", c.DisplayName(), oftener))
		}
		if gained := c.excludes(now, has, before, had); is.Useful() && gained != "" {
			l.say(is, id, fmt.Sprintf("%s: %s would no longer speak against it. That makes it easier to be taken for.", c.DisplayName(), gained))
		}
	}
}

// excludes names what speaks against one score and did not speak against another; "" for nothing. A character that is
// not scored speaks against nothing.
func (c *Character) excludes(was Score, had bool, is Score, has bool) string {
	if !has {
		return ""
	}
	if c.Kind == States {
		var lost []string
		for _, s := range c.States {
			if (!had || was.shows(s.ID)) && !is.shows(s.ID) {
				lost = append(lost, "“"+s.Name+"”")
			}
		}
		return strings.Join(lost, ", ")
	}
	if !had {
		return "anything outside the range"
	}
	a, b := was.Span(), is.Span()
	switch {
	case b.Min > a.Min && b.Max < a.Max:
		return fmt.Sprintf("less than %g and more than %g", b.Min, b.Max)
	case b.Min > a.Min:
		return fmt.Sprintf("less than %g", b.Min)
	case b.Max < a.Max:
		return fmt.Sprintf("more than %g", b.Max)
	}
	for _, n := range is.gaps(was.Counts) {
		if was.Counts == nil || slices.Contains(was.Counts, n) {
			return fmt.Sprint(n)
		}
	}
	return ""
}

// shownLess names the states that both scores show and the second less often, beside a usual one.
func (c *Character) shownLess(before, after Score) string {
	often := func(s Score, state string) (most float64) {
		for i := range s.States {
			if s.States[i].State == state {
				most = max(most, s.States[i].Beside())
			}
		}
		return most
	}
	var less []string
	for _, s := range c.States {
		if was, is := often(before, s.ID), often(after, s.ID); 0 < is && is < was {
			less = append(less, "“"+s.Name+"”")
		}
	}
	return strings.Join(less, ", ")
}

func (s Score) shows(state string) bool {
	return slices.ContainsFunc(s.States, func(sh Shown) bool { return sh.State == state })
}

// gaps lists numbers between the least and the greatest of a set of counts that are not in it: the first of every gap, and
// whichever of the candidates fall into one.
func (s Score) gaps(candidates []int) []int {
	if s.Counts == nil {
		return nil
	}
	counts := slices.Sorted(slices.Values(s.Counts))
	var out []int
	for i := 1; i < len(counts); i++ {
		if n := counts[i-1] + 1; n < counts[i] {
			out = append(out, n)
		}
	}
	for _, n := range candidates {
		if counts[0] < n && n < counts[len(counts)-1] && !slices.Contains(counts, n) {
			out = append(out, n)
		}
	}
	return out
}
