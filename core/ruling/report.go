package ruling

import (
	"fmt"
	"slices"
	"strings"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Report is a ruling written out. Weights are in decibans.
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
	// Odd are the readings that are unusual for the working name and stand, having been made twice.
	Odd []OddReading `json:"odd"`
}

// OddReading is a confirmed reading that the guide does not know of the taxon it is judged as, and the sentence that says so.
type OddReading struct {
	Character string   `json:"character"`
	States    []string `json:"states,omitempty"`
	Value     *float64 `json:"value,omitempty"`
	Low       *float64 `json:"low,omitempty"`
	High      *float64 `json:"high,omitempty"`
	Of        string   `json:"of"`
	Text      string   `json:"text"`
}

// Harmful is how one harmful taxon stands: what all evidence weighs against it, what is needed, how many lines would all
// have to be misread, and how many of those are needed.
type Harmful struct {
	Taxon        string       `json:"taxon"`
	Harm         guide.Harm   `json:"harm"`
	Status       Status       `json:"status"`
	Balance      float64      `json:"balance"`
	Needed       float64      `json:"needed"`
	Margin       int          `json:"margin"`
	MarginNeeded int          `json:"margin_needed"`
	Lines        []LineWeight `json:"lines"`
}

// LineWeight is what one line of evidence weighs for the working name against a harmful taxon, below 0 where it speaks for
// that; Cut tells that it is one of those that would have to be misread.
type LineWeight struct {
	Line   string  `json:"line"`
	Weight float64 `json:"weight"`
	Full   bool    `json:"full"`
	Cut    bool    `json:"cut"`
	// Looks is how many looks would all have to be wrong for the line to weigh nothing.
	Looks      int      `json:"looks"`
	Characters []string `json:"characters"`
}

// Fitting is a taxon that still fits: its place in the order, how many of the readings that bear on it it shows, and how
// many of the others are odd for it.
type Fitting struct {
	Taxon string `json:"taxon"`
	Order int    `json:"order"`
	Fits  int    `json:"fits"`
	Of    int    `json:"of"`
	Odd   int    `json:"odd"`
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
	out.Cautions, out.Weakest, out.Odd = r.cautions(fits), r.WeakPoints(), r.Odd()
	return out
}

// standing is how a harmful taxon stands.
func (r *Ruling) standing(t int) Harmful {
	tx := &r.sheet.Guide.Taxa[t]
	st, standard := r.Standing(t)
	return Harmful{
		Taxon: tx.ID, Harm: tx.Harm, Status: statusOf(st, standard), Balance: st.Balance.In(), Needed: standard.Balance.In(),
		Margin: st.Slips, MarginNeeded: standard.Slips, Lines: r.linesOf(t),
	}
}

func (r *Ruling) linesOf(taxon int) []LineWeight {
	out := []LineWeight{}
	if r.working < 0 {
		return out
	}
	for _, l := range r.sheet.LinesBetween(r.working, taxon) {
		if l.Weight > -policy.LeastDifference && l.Weight < policy.LeastDifference {
			continue
		}
		line := LineWeight{Line: r.sheet.LineName(l.Line), Characters: []string{}, Weight: l.Weight.In(), Full: l.Full, Cut: l.Depth > 0, Looks: l.Looks()}
		for _, e := range l.Entries {
			line.Characters = append(line.Characters, e.Column.ID)
		}
		out = append(out, line)
	}
	return out
}

// Odd lists the readings that are odd for the working name and were confirmed.
func (r *Ruling) Odd() []OddReading {
	out := []OddReading{}
	if r.working < 0 || !r.fits.Has(r.working) {
		return out
	}
	for i := range r.sheet.Entries {
		e := &r.sheet.Entries[i]
		if !e.Sure || !e.Stands() || !e.Odd(r.working) {
			continue
		}
		o := OddReading{Character: e.Column.ID, States: e.States, Value: e.Value, Low: e.Low, High: e.High, Of: r.sheet.Guide.Taxa[r.working].ID}
		o.Text = fmt.Sprintf("Unusual for %s: %s.", r.name(o.Of), saysOf(e))
		out = append(out, o)
	}
	return out
}

func (r *Ruling) fittingAs(t, order int) Fitting {
	f := Fitting{Taxon: r.sheet.Guide.Taxa[t].ID, Order: order}
	for k := range r.sheet.Entries {
		if e := &r.sheet.Entries[k]; e.Speaks(t) {
			f.Of++
			switch {
			case e.Fits(t):
				f.Fits++
			case e.Odd(t):
				f.Odd++
			}
		}
	}
	return f
}

// saysOf words what was read, to stand in the middle of a sentence: the character, and the names of its states or the
// number.
func saysOf(e *evidence.Entry) string {
	col := e.Column
	name := guide.InSentence(col.DisplayName())
	if col.Kind != guide.States {
		if e.Lo == e.Hi {
			return strings.TrimSpace(fmt.Sprintf("%s, %v %s", name, e.Lo, col.Unit))
		}
		return strings.TrimSpace(fmt.Sprintf("%s, %v to %v %s", name, e.Lo, e.Hi, col.Unit))
	}
	var states []string
	for k := range col.States {
		if e.Mask&(1<<k) != 0 {
			states = append(states, guide.InSentence(col.States[k].Name))
		}
	}
	return fmt.Sprintf("%s, %s", name, strings.Join(states, " or "))
}
