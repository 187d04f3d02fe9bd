package ruling

import (
	"cmp"
	"math"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Ruling is the engine's answer on a record. Strengths are in lines of evidence, in steps of a quarter.
type Ruling struct {
	ID      string        `json:"id"`
	Verdict guide.Verdict `json:"verdict"`
	Reasons []Reason      `json:"reasons"`
	// Working is the taxon the record is judged as; nil where nothing that could be taken fits. Named tells whether
	// the observer gave it.
	Working *string `json:"working"`
	Named   bool    `json:"named"`
	// Margin is the smallest over the deadly, serious and unknown taxa, over all harmful ones where there are none
	// of those, and nil where there are no harmful ones at all.
	Margin   *int      `json:"margin"`
	Harmful  []Harmful `json:"harmful"`
	Apart    []string  `json:"apart"`
	Fitting  []Fitting `json:"candidates"`
	Gates    []string  `json:"gates"`
	Cautions []Caution `json:"cautions"`

	sheet     *evidence.Sheet
	standings []evidence.Standing
	post      []float64
	working   int
	fits      guide.Bits
	takeable  guide.Bits
	harmful   []harm
	demanded  []int
	again     int
}

// Harmful is how one harmful taxon stands.
type Harmful struct {
	Taxon    string     `json:"taxon"`
	Harm     guide.Harm `json:"harm"`
	Status   Status     `json:"status"`
	Against  float64    `json:"against"`
	Strength float64    `json:"strength"`
	Needed   float64    `json:"needed"`
	Margin   int        `json:"margin"`
	Lines    []Line     `json:"lines"`
}

// Line is one line of evidence against a taxon: what it is worth (¼ to 1) and the characters on it that conflict.
type Line struct {
	Line       string   `json:"line"`
	Worth      float64  `json:"worth"`
	Characters []string `json:"characters"`
}

// Fitting is a taxon that still fits: its place in the order, and how many of the readings that bear on it fit it.
type Fitting struct {
	Taxon   string  `json:"taxon"`
	Order   int     `json:"order"`
	Fits    int     `json:"fits"`
	Of      int     `json:"of"`
	Against float64 `json:"against"`
}

// harm is a harmful taxon of the record while it is ruled on.
type harm struct {
	taxon            int
	strength, needed evidence.Quarters
}

func (h harm) out() bool { return h.strength >= h.needed }

func quarters(q evidence.Quarters) float64 { return float64(q) / float64(evidence.Whole) }

// Rule rules on a sheet.
func Rule(s *evidence.Sheet) *Ruling {
	g := s.Guide
	r := &Ruling{
		ID: s.Record.ID, Named: s.Target >= 0, sheet: s, standings: s.Standings(), post: posteriors(s),
		working: s.Target, fits: guide.NewBits(len(g.Taxa)), again: -1,
	}
	r.takeable = g.Useful.Copy()
	if s.Record.Purpose == evidence.Touch {
		r.takeable = s.Scope.Copy()
		r.takeable.AndNot(g.Touching)
	}
	r.takeable.And(s.Scope)
	s.Scope.Each(func(t int) {
		if r.standings[t].Fits() {
			r.fits.Set(t)
		}
	})
	if r.working < 0 {
		may := r.fits.Copy()
		may.And(r.takeable)
		if order := r.ranked(may); len(order) > 0 {
			r.working = order[0]
		}
	}
	if r.working >= 0 {
		r.Working = &g.Taxa[r.working].ID
	}
	r.findHarmful()
	r.listFitting()
	r.Verdict, r.Reasons = r.decide()
	for i := range r.Reasons {
		r.Reasons[i].Text = r.say(r.Reasons[i])
	}
	r.Gates = r.gates()
	r.Cautions = r.cautions()
	return r
}

// findHarmful finds the taxa that must be ruled out for this record, and how far each is.
func (r *Ruling) findHarmful() {
	g, rec := r.sheet.Guide, r.sheet.Record
	r.Harmful, r.Apart = []Harmful{}, []string{}
	r.sheet.Scope.Each(func(t int) {
		tx := &g.Taxa[t]
		if !r.mustRuleOut(t) {
			return
		}
		if livesElsewhere(tx, rec.Region) {
			r.Apart = append(r.Apart, tx.ID)
			return
		}
		h := harm{t, Strength(r.standings[t], tx.Harm), Needed(tx.Harm, rec.Purpose)}
		r.harmful = append(r.harmful, h)
	})
	slices.Sort(r.Apart)
	slices.SortStableFunc(r.harmful, func(a, b harm) int {
		if a.out() != b.out() {
			if b.out() {
				return -1
			}
			return 1
		}
		ta, tb := &g.Taxa[a.taxon], &g.Taxa[b.taxon]
		return cmp.Or(cmp.Compare(harmOrder[ta.Harm], harmOrder[tb.Harm]), cmp.Compare(a.strength, b.strength), cmp.Compare(ta.ID, tb.ID))
	})
	grave, all := math.MaxInt, math.MaxInt
	for _, h := range r.harmful {
		tx, st := &g.Taxa[h.taxon], r.standings[h.taxon]
		r.Harmful = append(r.Harmful, Harmful{
			Taxon: tx.ID, Harm: tx.Harm, Status: statusOf(st.Against, h.strength, h.needed),
			Against: quarters(st.Against), Strength: quarters(h.strength), Needed: quarters(h.needed), Margin: st.Margin,
			Lines: linesOf(r.sheet, h.taxon),
		})
		all = min(all, st.Margin)
		if tx.Harm.Grave() {
			grave = min(grave, st.Margin)
		}
	}
	if grave < math.MaxInt {
		all = grave
	}
	if all < math.MaxInt {
		r.Margin = &all
	}
}

// harmOrder is the order in which harms are told, the gravest first.
var harmOrder = map[guide.Harm]int{guide.Deadly: 0, guide.Serious: 1, guide.Unknown: 2, guide.Upset: 3, guide.NoHarm: 4}

func (r *Ruling) mustRuleOut(t int) bool {
	tx := &r.sheet.Guide.Taxa[t]
	if r.sheet.Record.Purpose == evidence.Touch {
		return tx.Contact != nil
	}
	if !tx.Harm.Grave() && (tx.Harm != guide.Upset || tx.Useful()) {
		return false
	}
	if r.working < 0 {
		return true
	}
	w := &r.sheet.Guide.Taxa[r.working]
	return t != r.working && (w.Group == "" || w.Group != tx.Group || !tx.Useful())
}

func livesElsewhere(t *guide.Taxon, region string) bool {
	if region == "" || len(t.Regions) == 0 {
		return false
	}
	return !slices.ContainsFunc(t.Regions, func(code string) bool { return guide.Continent(code) == guide.Continent(region) })
}

func linesOf(s *evidence.Sheet, taxon int) []Line {
	out := []Line{}
	for _, l := range s.LinesAgainst(taxon) {
		line := Line{Line: l.Name, Worth: quarters(l.Worth)}
		for _, e := range l.Entries {
			line.Characters = append(line.Characters, e.Column.ID)
		}
		out = append(out, line)
	}
	return out
}

func (r *Ruling) listFitting() {
	r.Fitting = []Fitting{}
	for i, t := range r.ranked(r.fits) {
		f := Fitting{Taxon: r.sheet.Guide.Taxa[t].ID, Order: i + 1, Against: quarters(r.standings[t].Against)}
		for k := range r.sheet.Entries {
			if e := &r.sheet.Entries[k]; e.Speaks(t) {
				f.Of++
				if !e.Against.Has(t) {
					f.Fits++
				}
			}
		}
		r.Fitting = append(r.Fitting, f)
	}
}
