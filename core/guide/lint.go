package guide

import (
	"cmp"
	"fmt"
	"slices"
	"strings"
	"time"

	"zestythicket/core/policy"
)

// Finding is something in a guide that makes sense but is likely a mistake, or a gap that costs caution.
type Finding struct {
	// Lint names the kind of finding; About what it is about, ids joined by a slash.
	Lint  string `json:"lint"`
	About string `json:"about"`
	Says  string `json:"says"`
	// At points at it as a Problem's At does.
	At string `json:"-"`
}

// Lint reads a guide for what a careful author would want to know.
func (c *Matrix) Lint() []Finding { return c.LintOf(nil) }

// LintOf lints a guide as Lint does; but what tells two taxa apart, which takes longest, is asked of those pairs alone of
// which one is named. Nil names all.
func (c *Matrix) LintOf(taxa map[string]bool) []Finding {
	var out []Finding
	say := func(lint, about, at, format string, args ...any) {
		out = append(out, Finding{lint, about, fmt.Sprintf(format, args...), at})
	}
	c.lintTexts(say)
	c.lintUnused(say)
	c.lintSeparation(say, taxa)
	c.lintSigns(say)
	c.lintTwins(say)
	c.lintGroups(say)
	c.lintMustSees(say)
	c.lintPlaces(say)
	c.lintSiblings(say)
	c.lintWarnings(say)
	c.lintTells(say)
	c.lintHarvests(say)
	return out
}

type sayer func(lint, about, at, format string, args ...any)

func (c *Matrix) lintTexts(say sayer) {
	for i := range c.Characters {
		ch := &c.Characters[i]
		at := fmt.Sprintf("/characters/%d", i)
		var missing []string
		for _, f := range []struct{ name, text string }{{"organ", string(ch.Organ)}, {"name", ch.Name}, {"question", ch.Question}, {"how", ch.How}} {
			if f.text == "" {
				missing = append(missing, f.name)
			}
		}
		if ch.Kind == Measure && ch.Unit == "" {
			missing = append(missing, "unit")
		}
		if len(missing) > 0 {
			say("text-missing", ch.ID, at, "%q has no %s", ch.ID, strings.Join(missing, ", "))
		}
		if c.Columns[i].tellsStates() && c.Columns[i].nearNothing() {
			say("near-missing", ch.ID, at, "no state of %q names one that is near it", ch.ID)
		}
		for k := range ch.States {
			if s := &ch.States[k]; s.Absence && len(s.RestsOn) == 0 && len(ch.RestsOn) == 0 {
				say("absence-unproved", ch.ID+"/"+s.ID, fmt.Sprintf("%s/states/%d", at, k),
					"%q of %q says that something is not there, and rests on nothing", s.ID, ch.ID)
			}
		}
	}
	for i := range c.Taxa {
		if t := &c.Taxa[i]; len(t.Sources) == 0 {
			say("source-missing", t.ID, fmt.Sprintf("/taxa/%d", i), "%q names no source", t.ID)
		}
	}
}

// lintUnused finds characters that say nothing of any taxon and on which nothing rests, states that no taxon shows, and
// taxa of which too little is said.
func (c *Matrix) lintUnused(say sayer) {
	restedOn := make([]uint64, len(c.Columns)) // by column: the states that something rests on, or that a sign or gate names
	rest := func(on []Requirement) {
		for _, l := range on {
			restedOn[l.Column] |= l.Mask
		}
	}
	for i := range c.Columns {
		rest(c.Columns[i].Requires)
		for _, on := range c.Columns[i].StateRequires {
			rest(on)
		}
	}
	for _, needs := range [][][]Requirement{c.SignNeeds, c.GateNeeds} {
		for _, on := range needs {
			rest(on)
		}
	}
	scores := make([]int, len(c.Taxa))
	for i := range c.Columns {
		col := &c.Columns[i]
		at := fmt.Sprintf("/characters/%d", i)
		col.Scored.Each(func(t int) { scores[t]++ })
		if !col.Scored.Any() {
			if restedOn[i] == 0 {
				say("character-unused", col.ID, at, "no taxon is scored for %q, and nothing rests on it", col.ID)
			}
			continue
		}
		for k, has := range col.Has {
			if !has.Any() && restedOn[i]&(1<<k) == 0 {
				say("state-unused", col.ID+"/"+col.States[k].ID, fmt.Sprintf("%s/states/%d", at, k), "no taxon shows %q of %q", col.States[k].ID, col.ID)
			}
		}
	}
	for i, n := range scores {
		if n < policy.FewScores {
			say("few-scores", c.Taxa[i].ID, fmt.Sprintf("/taxa/%d", i), "%q has %d scores; %d are the least that tell it from others", c.Taxa[i].ID, n, policy.FewScores)
		}
	}
}

// lintSeparation finds taxa with a use that no set of readings would tell from a harmful one by enough lines, ever or in
// some of the months in which they are taken.
func (c *Matrix) lintSeparation(say sayer, of map[string]bool) {
	var year [12]time.Time
	for m := range year {
		year[m] = MidMonth(time.Month(m + 1))
	}
	for u := range c.Taxa {
		for h := range c.Taxa {
			use, harm := &c.Taxa[u], &c.Taxa[h]
			if of != nil && !of[use.ID] && !of[harm.ID] {
				continue
			}
			if u == h || !use.Useful() || use.Kingdom != harm.Kingdom || use.Group != "" && use.Group == harm.Group && harm.Useful() {
				continue
			}
			if !harm.Harm.Grave() && (harm.Harm != Upset || harm.Useful()) {
				continue
			}
			standard := harm.Harm.Standard()
			tells := c.telling(u, h)
			at := fmt.Sprintf("/taxa/%d", u)
			if balance, lines := tells.best(func(int) bool { return true }); balance < standard.Balance || lines < standard.Slips {
				say("not-separable", use.ID+"/"+harm.ID, at,
					"%q can be told from %q by %d lines that count in full and %v decibans; %d and %v are needed",
					use.ID, harm.ID, lines, balance.In(), standard.Slips, standard.Balance.In())
				continue
			}
			var dark []string
			for _, day := range year {
				if !use.taken(day) {
					continue
				}
				if balance, lines := tells.best(func(n int) bool { return c.thereOn(n, use.Season, day) }); balance < standard.Balance || lines < standard.Slips {
					dark = append(dark, day.Month().String())
				}
			}
			if len(dark) > 0 {
				say("not-separable-in-season", use.ID+"/"+harm.ID, at, "%q cannot be told from %q by enough lines in %s", use.ID, harm.ID, strings.Join(dark, ", "))
			}
		}
	}
}

// taken tells whether what is taken of the taxon is there on the day; of one that does not say, any of it.
func (t *Taxon) taken(day time.Time) bool {
	if t.Harvest == nil || t.Harvest.Organ == "" {
		return t.Season.Any(day)
	}
	return t.Season.In(t.Harvest.Organ, day)
}

// thereOn tells whether a column, and all that every reading of it rests on, is there to be seen on the day.
func (c *Matrix) thereOn(n int, season Season, day time.Time) bool {
	col := &c.Columns[n]
	if !season.In(col.Organ, day) {
		return false
	}
	for _, l := range col.Requires {
		if !c.thereOn(l.Column, season, day) {
			return false
		}
	}
	return true
}

// teller is a column that may tell two taxa apart, and what it may weigh at most.
type teller struct {
	column, line int
	Prospect
}

type tellers []teller

// telling lists the columns that may tell a from b, line by line, each line's heaviest first.
func (c *Matrix) telling(a, b int) tellers {
	var out tellers
	for n := range c.Columns {
		col := &c.Columns[n]
		if col.Scored.Has(a) && col.Scored.Has(b) {
			if p := col.Prospect(col.Pattern[a], col.Pattern[b], All); p.Most > 0 {
				out = append(out, teller{n, col.Line, p})
			}
		}
	}
	slices.SortStableFunc(out, func(x, y teller) int { return cmp.Or(x.line-y.line, int(y.Most-x.Most)) })
	return out
}

// best is the most that those of the columns that can be read may weigh together, and how many slips they may make.
func (t tellers) best(readable func(n int) bool) (balance policy.Centibans, lines int) {
	last, at, depth, deepest := -1, -1, 0, policy.Depth(0)
	hints := policy.Centibans(0)
	for _, x := range t {
		if !readable(x.column) {
			continue
		}
		if x.line != last {
			last = x.line
			if x.Cuts() > 0 || x.Most > policy.MostHint {
				balance += x.Most
			} else {
				hints += x.Most
			}
		}
		if x.line != at {
			at, depth, deepest = x.line, depth+int(deepest), 0
		}
		if deepest = max(deepest, x.Deepest); x.MostCut > 0 {
			deepest = policy.Whole
		}
	}
	return balance + min(hints, policy.MostHints), (depth + int(deepest)) / int(policy.Whole)
}

func (c *Matrix) lintSigns(say sayer) {
	for i := range c.Signs {
		s := &c.Signs[i]
		spared := map[int]bool{}
		for _, id := range s.Spares {
			spared[c.taxonOf[id]] = true
		}
		for t := range c.Taxa {
			if !c.Taxa[t].Useful() || spared[t] || !c.canShow(t, c.SignNeeds[i]) {
				continue
			}
			say("sign-not-sparing", s.ID+"/"+c.Taxa[t].ID, fmt.Sprintf("/signs/%d", i),
				"%q can show the sign %q and is not spared by it", c.Taxa[t].ID, s.ID)
		}
	}
}

func (c *Matrix) canShow(t int, needs []Requirement) bool {
	for _, l := range needs {
		col := &c.Columns[l.Column]
		if !col.Scored.Has(t) || col.Patterns[col.Pattern[t]].Mask&l.Mask == 0 {
			return false
		}
	}
	return true
}

func (c *Matrix) lintTwins(say sayer) {
	for a := range c.Columns {
		for b := a + 1; b < len(c.Columns); b++ {
			x, y := &c.Columns[a], &c.Columns[b]
			if x.Line == y.Line || !x.tells() || !y.tells() || x.Scored.Meet(y.Scored) < policy.TwinTaxa {
				continue
			}
			to, from, twins := map[uint64]uint64{}, map[uint64]uint64{}, true
			x.Scored.Each(func(t int) {
				if !y.Scored.Has(t) {
					return
				}
				p, q := x.Patterns[x.Pattern[t]].Mask, y.Patterns[y.Pattern[t]].Mask
				if w, ok := to[p]; ok && w != q {
					twins = false
				}
				if w, ok := from[q]; ok && w != p {
					twins = false
				}
				to[p], from[q] = q, p
			})
			if twins && len(to) >= policy.TwinWays {
				say("twin-characters", x.ID+"/"+y.ID, fmt.Sprintf("/characters/%d", b),
					"%q and %q stand or fall together and share no line", x.ID, y.ID)
			}
		}
	}
}

// tellsStates tells whether taxa are told apart by the states of the column.
func (col *Column) tellsStates() bool {
	return col.Kind == States && len(col.States) > 1 && col.Scored.Any()
}

func (col *Column) nearNothing() bool {
	return !slices.ContainsFunc(col.near, func(near uint64) bool { return near != 0 })
}

// tells tells whether the column has states that count in full: only such lines could be counted twice.
func (col *Column) tells() bool { return col.Kind == States && col.Built() }

func (c *Matrix) lintGroups(say sayer) {
	first := map[string]*Taxon{}
	for i := range c.Taxa {
		t := &c.Taxa[i]
		switch f := first[t.Group]; {
		case t.Group == "":
		case f == nil:
			first[t.Group] = t
		case f.Harm != t.Harm:
			say("group-harm", t.Group+"/"+t.ID, fmt.Sprintf("/taxa/%d/harm", i),
				"the group %q holds %q (harm %s) and %q (harm %s)", t.Group, f.ID, f.Harm, t.ID, t.Harm)
		}
	}
}
