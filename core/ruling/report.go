package ruling

import (
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Report is a ruling written out. Strengths are in lines of evidence, in steps of a quarter.
type Report struct {
	ID      string        `json:"id"`
	Verdict guide.Verdict `json:"verdict"`
	Reasons []Reason      `json:"reasons"`
	// Working is the taxon the record is judged as; nil where nothing that could be taken fits. Named tells whether
	// the observer gave it.
	Working *string `json:"working"`
	Named   bool    `json:"named"`
	// Margin is nil where there are no harmful taxa at all.
	Margin   *int      `json:"margin"`
	Harmful  []Harmful `json:"harmful"`
	Apart    []string  `json:"apart"`
	Fitting  []Fitting `json:"candidates"`
	Gates    []string  `json:"gates"`
	Cautions []Caution `json:"cautions"`
	// Weakest are the readings that the ruling leans on most.
	Weakest []WeakPoint `json:"weakest"`
}

// Harmful is how one harmful taxon stands.
type Harmful struct {
	Taxon    string      `json:"taxon"`
	Harm     guide.Harm  `json:"harm"`
	Status   Status      `json:"status"`
	Against  float64     `json:"against"`
	Strength float64     `json:"strength"`
	Needed   float64     `json:"needed"`
	Margin   int         `json:"margin"`
	Lines    []LineWorth `json:"lines"`
}

// LineWorth is one line of evidence against a taxon: what it is worth (¼ to 1) and the characters on it that conflict.
type LineWorth struct {
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

// Report writes the ruling out: every harmful taxon with the lines against it, every taxon that fits, the sentences.
func (r *Ruling) Report() *Report {
	g := r.sheet.Guide
	out := &Report{
		ID: r.sheet.Record.ID, Verdict: r.Verdict, Named: r.sheet.Target >= 0, Reasons: r.Reasons(),
		Harmful: []Harmful{}, Apart: []string{}, Fitting: []Fitting{}, Gates: r.gates(),
	}
	if r.working >= 0 {
		out.Working = &g.Taxa[r.working].ID
	}
	if r.HasMargin {
		margin := r.Margin
		out.Margin = &margin
	}
	ruledOut := r.harmful.Copy()
	ruledOut.AndNot(r.missing)
	for _, t := range slices.Concat(r.gravestFirst(r.missing), r.gravestFirst(ruledOut)) {
		out.Harmful = append(out.Harmful, r.standing(t))
	}
	r.apart.Each(func(t int) { out.Apart = append(out.Apart, g.Taxa[t].ID) })
	slices.Sort(out.Apart)
	fits := r.ranked(r.fits)
	for i, t := range fits {
		out.Fitting = append(out.Fitting, r.fittingAs(t, i+1))
	}
	out.Cautions, out.Weakest = r.cautions(fits), r.WeakPoints()
	return out
}

// standing is how a harmful taxon stands.
func (r *Ruling) standing(t int) Harmful {
	tx, st := &r.sheet.Guide.Taxa[t], r.tally.Of(t)
	strength, needed := Strength(st, tx.Harm), Needed(tx.Harm, r.sheet.Record.Purpose)
	return Harmful{
		Taxon: tx.ID, Harm: tx.Harm, Status: statusOf(st.Against, strength, needed),
		Against: st.Against.In(), Strength: strength.In(), Needed: needed.In(), Margin: st.Margin,
		Lines: linesOf(r.sheet, t),
	}
}

func linesOf(s *evidence.Sheet, taxon int) []LineWorth {
	out := []LineWorth{}
	for _, l := range s.LinesAgainst(taxon) {
		line := LineWorth{Line: l.Name, Worth: l.Worth.In()}
		for _, e := range l.Entries {
			line.Characters = append(line.Characters, e.Column.ID)
		}
		out = append(out, line)
	}
	return out
}

func (r *Ruling) fittingAs(t, order int) Fitting {
	f := Fitting{Taxon: r.sheet.Guide.Taxa[t].ID, Order: order, Against: r.tally.Of(t).Against.In()}
	for k := range r.sheet.Entries {
		if e := &r.sheet.Entries[k]; e.Speaks(t) {
			f.Of++
			if e.Fits(t) {
				f.Fits++
			}
		}
	}
	return f
}
