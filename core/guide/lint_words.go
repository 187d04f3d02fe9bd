package guide

import (
	"cmp"
	"fmt"
	"regexp"
	"slices"
	"strings"
	"time"

	"zestythicket/core/policy"
)

// lintMustSees finds must-sees that do not part a name from a harmful one that it lists, and must-sees that are not there
// when the harvest takes it.
func (c *Matrix) lintMustSees(say sayer) {
	for u := range c.Taxa {
		t := &c.Taxa[u]
		if !t.Useful() || len(t.MustSee) == 0 {
			continue
		}
		at := fmt.Sprintf("/taxa/%d/must_see", u)
		for _, l := range t.Lookalikes {
			h, ok := c.taxonOf[l.Taxon]
			if !ok || c.Taxa[h].Harm == NoHarm || c.Taxa[h].Useful() && !c.Taxa[h].Harm.Grave() || c.mustSeesPart(u, h) {
				continue
			}
			say("must-see-blind", t.ID+"/"+l.Taxon, at, "no must-see of %q that counts in full is one that %q seldom or never shows", t.ID, l.Taxon)
		}
		if out := c.mustSeesMissing(t); len(out) > 0 {
			say("must-see-out-of-season", t.ID, at, "when %q is taken (%s), these must-sees are never there together: %s", t.ID, t.Harvest.Organ, strings.Join(out, ", "))
		}
	}
}

// mustSeesPart tells whether a must-see of u that counts in full may cut h.
func (c *Matrix) mustSeesPart(u, h int) bool {
	return slices.ContainsFunc(c.Taxa[u].MustSee, func(id string) bool {
		n, ok := c.Column(id)
		if !ok || !c.Columns[n].Built() || !c.Columns[n].Scored.Has(u) || !c.Columns[n].Scored.Has(h) {
			return false
		}
		p := c.Columns[n].Prospect(c.Columns[n].Pattern[u], c.Columns[n].Pattern[h], All)
		return p.MostCut > 0 || p.Cuts() > 0
	})
}

// mustSeesMissing lists the must-sees that are not there in that month of the harvest in which most are.
func (c *Matrix) mustSeesMissing(t *Taxon) []string {
	if t.Harvest == nil || t.Harvest.Organ == "" {
		return nil
	}
	var least []string
	found := false
	for m := time.January; m <= time.December; m++ {
		day := MidMonth(m)
		if !t.Season.In(t.Harvest.Organ, day) {
			continue
		}
		var missing []string
		for _, id := range t.MustSee {
			if n, ok := c.Column(id); ok && !c.thereOn(n, t.Season, day) {
				missing = append(missing, id)
			}
		}
		if !found || len(missing) < len(least) {
			least, found = missing, true
		}
	}
	return least
}

// lintPlaces finds lookalikes that live on no continent of their name, and harmful taxa that nobody names or that live on
// fewer continents than what they are taken for.
func (c *Matrix) lintPlaces(say sayer) {
	named := make([]bool, len(c.Taxa))
	for u := range c.Taxa {
		t := &c.Taxa[u]
		for k, l := range t.Lookalikes {
			h, ok := c.taxonOf[l.Taxon]
			if !ok {
				continue
			}
			named[h] = named[h] || t.Useful()
			other := &c.Taxa[h]
			if len(t.Regions) == 0 || len(other.Regions) == 0 {
				continue
			}
			mine, theirs := continents(t.Regions), continents(other.Regions)
			at := fmt.Sprintf("/taxa/%d/lookalikes/%d", u, k)
			switch beyond := slices.DeleteFunc(slices.Clone(mine), func(r string) bool { return slices.Contains(theirs, r) }); {
			case len(beyond) == len(mine):
				say("lookalike-apart", t.ID+"/"+other.ID, at, "%q and %q live on no continent together", t.ID, other.ID)
			case t.Useful() && other.Harm.Grave() && !other.Useful() && slices.ContainsFunc(beyond, func(r string) bool { return slices.Contains(c.Meta.Covers, r) }):
				beyond = slices.DeleteFunc(beyond, func(r string) bool { return !slices.Contains(c.Meta.Covers, r) })
				say("regions-narrow", other.ID+"/"+t.ID, fmt.Sprintf("/taxa/%d/regions", h),
					"%q is taken for %q and is not known from %s, where that grows", t.ID, other.ID, strings.Join(beyond, ", "))
			}
		}
	}
	for h := range c.Taxa {
		if t := &c.Taxa[h]; t.Harm != NoHarm && !t.Useful() && !named[h] {
			say("harm-unnamed", t.ID, fmt.Sprintf("/taxa/%d", h), "%q may harm, and no taxon with a use lists it as a lookalike", t.ID)
		}
	}
}

// continents gives the level 1 codes of regions, each once.
func continents(regions []string) []string {
	var out []string
	for _, r := range regions {
		if !slices.Contains(out, r[:1]) {
			out = append(out, r[:1])
		}
	}
	slices.Sort(out)
	return out
}

// lintSiblings finds harmful taxa that never show what every other of their genus, and of these at least three, does.
func (c *Matrix) lintSiblings(say sayer) {
	genera := map[string][]int{}
	for t := range c.Taxa {
		if g := c.Taxa[t].Genus(); g != "" {
			genera[g] = append(genera[g], t)
		}
	}
	for t := range c.Taxa {
		tx := &c.Taxa[t]
		kin := genera[tx.Genus()]
		if !tx.Harm.Grave() || tx.Useful() || len(kin) < policy.FewestKin {
			continue
		}
		for n := range c.Columns {
			col := &c.Columns[n]
			if col.Kind != States || !col.Built() || !col.Scored.Has(t) {
				continue
			}
			for k := range col.States {
				if shown, scored := c.kinShow(col, k, kin, t); scored >= policy.FewestKin-1 && shown == scored && !col.ShowsClass(col.Pattern[t], k) {
					say("sibling-alone", tx.ID+"/"+col.ID+"/"+col.States[k].ID, fmt.Sprintf("/taxa/%d/scores/%s", t, col.ID),
						"%q never shows %q of %q; all %d others of its genus do", tx.ID, col.States[k].ID, col.ID, scored)
				}
			}
		}
	}
}

func (c *Matrix) kinShow(col *Column, state int, kin []int, but int) (shown, scored int) {
	for _, o := range kin {
		if o != but && col.Scored.Has(o) {
			scored++
			if col.ShowsClass(col.Pattern[o], state) {
				shown++
			}
		}
	}
	return shown, scored
}

// Words of a caution that speak of more than an upset.
var graveWords = regexp.MustCompile(`(?i)\b(poisons|poisonous|deadly|kills|killed|vomiting|sick)\b`)

// lintWarnings finds what may harm and does not say how or when, what is taken and says nothing of for whom it is not, and
// cautions that tell of a harm which the taxon is not given.
func (c *Matrix) lintWarnings(say sayer) {
	names := map[string]string{}
	for i := range c.Taxa {
		names[Fold(c.Taxa[i].Name)] = c.Taxa[i].ID
	}
	for i := range c.Taxa {
		t := &c.Taxa[i]
		at := fmt.Sprintf("/taxa/%d", i)
		if t.Cautions == "" && (t.Useful() || t.Harm != NoHarm) {
			say("caution-missing", t.ID, at, "%q has no cautions", t.ID)
		}
		if t.Harm != NoHarm && t.Onset == nil {
			say("onset-missing", t.ID, at, "%q may harm and does not say when that is felt", t.ID)
		}
		if t.Useful() && t.Harm == NoHarm {
			if word := graveWords.FindString(string(t.Cautions)); word != "" {
				say("harm-against-cautions", t.ID, at+"/harm", "%q is given no harm, and its cautions say %q", t.ID, word)
			}
		}
		for _, synonym := range slices.Concat(t.Synonyms, t.Members) {
			if other, ok := names[Fold(synonym)]; ok && other != t.ID {
				say("synonym-is-taxon", t.ID+"/"+other, at+"/synonyms", "%q names %q, which the guide holds as a taxon of its own", t.ID, synonym)
			}
		}
	}
}

// claim is a phrase of a tell that says that a taxon shows a state.
type claim struct {
	phrase           *regexp.Regexp
	character, state string
}

// claimed are phrases that say one thing only. A guide that lacks the character or state is not held to it.
var claimed = func() []claim {
	var out []claim
	for _, p := range []struct{ phrase, character, state string }{
		{`hollow (?:stem|stalk)s?`, "stem-core", "hollow"},
		{`square stems?`, "stem-section", "square"},
		{`(?:three-edged|three-sided) (?:stem|stalk)s?`, "stem-section", "three-edged"},
		{`milky (?:sap|juice)|white milk`, "sap", "milky"},
		{`white (?:spore )?prints?`, "spore-print", "white"},
		{`pink (?:spore )?prints?`, "spore-print", "pink"},
		{`rust(?:y|-brown| brown)? (?:spore )?prints?`, "spore-print", "rust"},
		{`opposite leaves|leaves in pairs|paired leaves`, "leaf-arrangement", "opposite"},
		{`hollow stems?`, "stem-inside", "hollow"},
		{`free gills`, "gill-attachment", "free"},
	} {
		out = append(out, claim{regexp.MustCompile(`(?i)\b(?:` + p.phrase + `)\b`), p.character, p.state})
	}
	return out
}()

var (
	clauses  = regexp.MustCompile(`[;.]\s*`)
	denying  = regexp.MustCompile(`(?i)\b(no|not|never|without|lacks?|neither|nor|any|if|rules?|unlike)\b`)
	ofOthers = regexp.MustCompile(`(?i)\b(and|but|while|whereas|than)\b`)
)

// lintTells finds tells in which a taxon is said to show what its scores say it never does. Only clauses that begin with
// one of its names, and speak of it alone, are read.
func (c *Matrix) lintTells(say sayer) {
	for u := range c.Taxa {
		for k, l := range c.Taxa[u].Lookalikes {
			h, ok := c.taxonOf[l.Taxon]
			if !ok {
				continue
			}
			for _, clause := range clauses.Split(l.Tell, -1) {
				t, about := c.speaksOf(clause, u, h)
				if !about || denying.MatchString(clause) || ofOthers.MatchString(clause) {
					continue
				}
				for _, cl := range claimed {
					if cl.phrase.MatchString(clause) && c.neverShows(t, cl.character, cl.state) {
						say("tell-against-scores", c.Taxa[u].ID+"/"+l.Taxon, fmt.Sprintf("/taxa/%d/lookalikes/%d/tell", u, k),
							"%q says that %s shows %q of %q; its scores say never", clause, c.Taxa[t].ID, cl.state, cl.character)
					}
				}
			}
		}
	}
}

// speaksOf tells which of two taxa a clause begins with a name of.
func (c *Matrix) speaksOf(clause string, u, h int) (taxon int, about bool) {
	text := Fold(clause)
	longest := 0
	for _, t := range []int{u, h} {
		for _, name := range append(slices.Clone(c.Taxa[t].Common), c.Taxa[t].Name) {
			if f := Fold(name); len(f) > longest && strings.HasPrefix(text, f) {
				taxon, about, longest = t, true, len(f)
			}
		}
	}
	return taxon, about
}

func (c *Matrix) neverShows(t int, character, state string) bool {
	n, ok := c.Column(character)
	if !ok {
		return false
	}
	col := &c.Columns[n]
	k, ok := col.State(state)
	return ok && col.Scored.Has(t) && !col.ShowsClass(col.Pattern[t], k)
}

// lintHarvests finds taxa with a use whose harvest says nothing of how much or when, and limits that make no sense.
func (c *Matrix) lintHarvests(say sayer) {
	for i := range c.Taxa {
		t := &c.Taxa[i]
		if !t.Useful() {
			continue
		}
		at := fmt.Sprintf("/taxa/%d", i)
		var missing []string
		h := cmp.Or(t.Harvest, &Harvest{})
		for _, f := range []struct {
			name string
			is   bool
		}{{"organ", h.Organ != ""}, {"part", h.Part != ""}, {"how", h.How != ""}, {"share", h.Share > 0}} {
			if !f.is {
				missing = append(missing, f.name)
			}
		}
		if len(missing) > 0 {
			say("harvest-thin", t.ID, at+"/harvest", "the harvest of %q does not say: %s", t.ID, strings.Join(missing, ", "))
		}
		if h.Organ != "" && h.Organ != "leaf" && h.Organ != "root" && len(t.Season[h.Organ]) == 0 {
			say("harvest-without-season", t.ID, at+"/season", "%q is taken as %s, of which no season is given", t.ID, h.Organ)
		}
		p := cmp.Or(t.Preparation, &Preparation{})
		if (t.Use == CookedOnly || t.Kingdom == "fungi" && h.How != "") && !slices.ContainsFunc(p.Steps, func(s Step) bool { return s.Must && s.Do.Heats() }) {
			say("cooking-unsaid", t.ID, at+"/preparation", "%q is to be cooked, and no step of its preparation that must be done heats it", t.ID)
		}
	}
}
