package guide

import (
	"fmt"
	"maps"
	"slices"
	"strings"
	"unicode"
)

// Overlay is what a user lays over a guide: taxa of their own, and what they add to, or say otherwise of, those it has.
type Overlay struct {
	Taxa        []Taxon      `json:"taxa,omitempty"`
	Corrections []Correction `json:"corrections,omitempty"`
}

// Correction is what a user says of a taxon of the guide: names it goes by where they are, a note, and scores that stand
// in place of the guide's. What it costs to eat it is not for a user to correct.
type Correction struct {
	Taxon  string   `json:"taxon"`
	Common []string `json:"common,omitempty"`
	Note   Prose    `json:"note,omitempty"`
	Scores Scores   `json:"scores,omitempty"`
}

// The longest name and the longest text, in characters, that a user's own guide may hold.
const (
	longestName = 120
	longestText = 8000
)

// Taxon finds a taxon of the user's own by its id.
func (o *Overlay) Taxon(id string) *Taxon {
	if i := slices.IndexFunc(o.Taxa, func(t Taxon) bool { return t.ID == id }); i >= 0 {
		return &o.Taxa[i]
	}
	return nil
}

// Correction finds what a user says of a taxon of the guide.
func (o *Overlay) Correction(taxon string) *Correction {
	if i := slices.IndexFunc(o.Corrections, func(c Correction) bool { return c.Taxon == taxon }); i >= 0 {
		return &o.Corrections[i]
	}
	return nil
}

// Over lays another's entries over these: what is about the same taxon is replaced, the rest added.
func (o *Overlay) Over(other *Overlay) *Overlay {
	out := &Overlay{Taxa: slices.Clone(o.Taxa), Corrections: slices.Clone(o.Corrections)}
	for _, t := range other.Taxa {
		if was := out.Taxon(t.ID); was != nil {
			*was = t
		} else {
			out.Taxa = append(out.Taxa, t)
		}
	}
	for _, c := range other.Corrections {
		if was := out.Correction(c.Taxon); was != nil {
			*was = c
		} else {
			out.Corrections = append(out.Corrections, c)
		}
	}
	return out
}

// With is the guide with a user's own laid over it. What is wrong with the user's own is for Against and Validate to say.
func (g *Source) With(own *Overlay) *Source {
	out := *g
	out.Taxa = slices.Concat(g.Taxa, own.Taxa)
	for i := range g.Taxa {
		c := own.Correction(g.Taxa[i].ID)
		if c == nil {
			continue
		}
		t := &out.Taxa[i]
		t.Common = slices.Clone(t.Common)
		for _, name := range c.Common {
			if !slices.Contains(t.Common, name) {
				t.Common = append(t.Common, name)
			}
		}
		t.Scores = maps.Clone(t.Scores)
		if t.Scores == nil {
			t.Scores = Scores{}
		}
		maps.Copy(t.Scores, c.Scores)
	}
	return &out
}

// Against tells what is wrong with a user's own as something to lay over the guide, beyond what Validate says of the
// whole. At points into the user's own ("/corrections/0/taxon").
func (o *Overlay) Against(g *Source) []Violation {
	v := &overlayChecker{guide: g, names: map[string]string{}}
	for i := range g.Taxa {
		v.names[Fold(g.Taxa[i].Name)] = g.Taxa[i].ID
		for _, s := range g.Taxa[i].Synonyms {
			if !FamilyName(s) {
				v.names[Fold(s)] = g.Taxa[i].ID
			}
		}
	}
	for i := range o.Taxa {
		v.taxon(fmt.Sprintf("/taxa/%d", i), &o.Taxa[i])
	}
	seen := map[string]bool{}
	for i := range o.Corrections {
		c, at := &o.Corrections[i], fmt.Sprintf("/corrections/%d", i)
		switch {
		case !slices.ContainsFunc(g.Taxa, func(t Taxon) bool { return t.ID == c.Taxon }):
			v.say(at+"/taxon", "the guide has no taxon %q to correct", c.Taxon)
		case seen[c.Taxon]:
			v.say(at+"/taxon", "%q is corrected twice; put it together", c.Taxon)
		}
		seen[c.Taxon] = true
		for k, name := range c.Common {
			v.name(fmt.Sprintf("%s/common/%d", at, k), name)
		}
		v.text(at+"/note", c.Note)
	}
	return v.found
}

type overlayChecker struct {
	guide *Source
	names map[string]string // folded scientific name: the taxon it stands for
	found []Violation
}

func (v *overlayChecker) say(at, format string, args ...any) {
	v.found = append(v.found, Violation{at, fmt.Sprintf(format, args...)})
}

func (v *overlayChecker) taxon(at string, t *Taxon) {
	for _, f := range []struct{ key, text string }{{"name", t.Name}, {"family", t.Family}} {
		if strings.TrimSpace(f.text) == "" {
			v.say(at+"/"+f.key, "a taxon of your own needs its scientific %s: groups that only somebody taught may clear go by it", f.key)
		}
		v.name(at+"/"+f.key, f.text)
	}
	if t.Group != "" {
		v.name(at+"/group", t.Group)
	}
	for _, list := range []struct {
		key   string
		names []string
	}{{"common", t.Common}, {"synonyms", t.Synonyms}} {
		for k, name := range list.names {
			v.name(fmt.Sprintf("%s/%s/%d", at, list.key, k), name)
		}
	}
	for _, name := range append([]string{t.Name}, t.Synonyms...) {
		if other, taken := v.names[Fold(name)]; taken && name != "" && !FamilyName(name) {
			v.say(at+"/name", "%q is there already, as %q: two taxa of one name would look like two kinds. Correct that one", name, other)
		}
	}
	if t.Name != "" {
		v.names[Fold(t.Name)] = t.ID
	}
	for _, p := range []struct {
		key  string
		text Prose
	}{{"disputed", t.Disputed}, {"handling", t.Handling}, {"harvest", t.Harvest.Prose()}, {"preparation", t.Preparation.Prose()}, {"cautions", t.Cautions}} {
		v.text(at+"/"+p.key, p.text)
	}
	for k, l := range t.Lookalikes {
		v.text(fmt.Sprintf("%s/lookalikes/%d/tell", at, k), Prose(l.Tell))
	}
}

// name refuses what is no name: markup, control characters, whole paragraphs.
func (v *overlayChecker) name(at, name string) {
	switch {
	case strings.ContainsAny(name, "<>"):
		v.say(at, "%.60q holds markup; a name is plain text, without < and >", name)
	case strings.ContainsFunc(name, unicode.IsControl):
		v.say(at, "%.60q holds characters that cannot be shown", name)
	case len([]rune(name)) > longestName:
		v.say(at, "a name has at most %d characters", longestName)
	}
}

func (v *overlayChecker) text(at string, text Prose) {
	if n := len([]rune(string(text))); n > longestText {
		v.say(at, "a text has at most %d characters; this has %d", longestText, n)
	}
}
