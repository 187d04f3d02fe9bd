package trial

import (
	"fmt"
	"math"
	"math/rand/v2"
	"slices"
	"strconv"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Described is a taxon as another author than the guide's describes it: in forms, such as button and rain-worn, each with
// how often an honest, careful observer would give which answer.
type Described struct {
	Taxon string `json:"taxon"`
	Forms []Form `json:"forms"`
}

// Form is one form of a taxon. A character that it does not show is left out.
type Form struct {
	Name string `json:"name"`
	// Share is how many of the specimens one meets are of the form, from 0 to 1.
	Share  float64 `json:"share"`
	Months []int   `json:"months"`
	// Gathered tells whether somebody who knows the taxon would gather that form; of a harmful one, whether it could be taken
	// for something worth gathering. Nil where the author does not say.
	Gathered *bool                         `json:"gathered,omitempty"`
	Scores   map[string]map[string]float64 `json:"scores"`
}

// Keys of what an author says of a measure, in the character's unit; of states and counts the keys are what is read, and
// the values their chances.
const (
	P5  = "p5"
	P50 = "p50"
	P95 = "p95"
)

// CheckDescriptions tells what is wrong with an author's descriptions on a guide: a taxon, character or state that it does
// not have, forms without a share, chances that are none.
func CheckDescriptions(g *guide.Matrix, author []Described) error {
	for i := range author {
		d := &author[i]
		if _, ok := g.Taxon(d.Taxon); !ok {
			return fmt.Errorf("description %d: the guide has no taxon %q", i+1, d.Taxon)
		}
		total := 0.0
		for k := range d.Forms {
			if err := d.Forms[k].check(g); err != nil {
				return fmt.Errorf("%s, form %q: %w", d.Taxon, d.Forms[k].Name, err)
			}
			total += d.Forms[k].Share
		}
		if total <= 0 {
			return fmt.Errorf("%s: no form has a share", d.Taxon)
		}
	}
	return nil
}

func (f *Form) check(g *guide.Matrix) error {
	if f.Share < 0 || math.IsNaN(f.Share) {
		return fmt.Errorf("a share is not %v", f.Share)
	}
	for _, id := range sortedKeys(f.Scores) {
		n, ok := g.Column(id)
		if !ok {
			return fmt.Errorf("the guide has no character %q", id)
		}
		col, says, total := &g.Columns[n], f.Scores[id], 0.0
		for _, key := range sortedKeys(says) {
			v := says[key]
			if v < 0 || math.IsNaN(v) {
				return fmt.Errorf("%s: %q is not %v", id, key, v)
			}
			total += v
			switch col.Kind {
			case guide.States:
				if _, ok := col.State(key); !ok {
					return fmt.Errorf("%s has no state %q", id, key)
				}
			case guide.Count:
				if _, err := strconv.ParseFloat(key, 64); err != nil {
					return fmt.Errorf("%s is a count, and %q is none", id, key)
				}
			default:
				if key != P5 && key != P50 && key != P95 {
					return fmt.Errorf("%s is a measure: it has p5, p50 and p95, not %q", id, key)
				}
			}
		}
		switch {
		case total <= 0:
			return fmt.Errorf("%s: no answer has a chance", id)
		case col.Kind == guide.Measure && (says[P5] > says[P50] || says[P50] > says[P95]):
			return fmt.Errorf("%s: %g, %g and %g do not rise", id, says[P5], says[P50], says[P95])
		}
	}
	return nil
}

// AuthorOptions say how specimens are drawn from another author's descriptions.
type AuthorOptions struct {
	// PerTaxon is the number of specimens of every taxon, drawn by the shares of its forms; PerForm, where above 0, the
	// number of every form instead.
	PerTaxon, PerForm int
	// Named leaves out the specimens that nobody named.
	Named bool
	// Gathered leaves out the forms of which the author says that nobody would gather them.
	Gathered bool
	// Dated gives each the day on which it is found, in a month of its form, as the author has it.
	Dated bool
	Seed  uint64
}

// DrawDescribed draws specimens from another author's descriptions. Those of taxa with a use are asked for under their own
// name, harmful ones under the name of every taxon with a use that lists them as a lookalike, or where none does of the
// three that differ from it least; and all, unless it is asked otherwise, without a name as well. What the form does not
// show is not in season; the specimen is fresh, whole and dug out.
func DrawDescribed(g *guide.Matrix, author []Described, o AuthorOptions) []Specimen {
	var out []Specimen
	for i := range author {
		t, _ := g.Taxon(author[i].Taxon)
		r := rand.New(rand.NewPCG(o.Seed, uint64(t)))
		names := takenFor(g, t)
		if !o.Named {
			names = append(names, -1)
		}
		for _, name := range names {
			for _, form := range author[i].forms(o, r) {
				s := drawForm(g, t, form, r)
				if o.Dated && len(form.Months) > 0 {
					s.Date = fmt.Sprintf("2026-%02d-%02d", form.Months[r.IntN(len(form.Months))], 1+r.IntN(28))
				}
				s.ID = fmt.Sprintf("%s-%d", g.Taxa[t].ID, len(out)+1)
				if name >= 0 {
					s.Target = g.Taxa[name].ID
				}
				out = append(out, s)
			}
		}
	}
	return out
}

// forms picks the forms of the specimens to be drawn; none where none of them is gathered and only such are asked for.
func (d *Described) forms(o AuthorOptions, r *rand.Rand) []*Form {
	var from, out []*Form
	var shares []float64
	for k := range d.Forms {
		if f := &d.Forms[k]; !o.Gathered || f.Gathered == nil || *f.Gathered {
			from, shares = append(from, f), append(shares, f.Share)
		}
	}
	if o.PerForm > 0 {
		for _, f := range from {
			out = append(out, slices.Repeat([]*Form{f}, o.PerForm)...)
		}
		return out
	}
	if len(from) == 0 {
		return nil
	}
	for range o.PerTaxon {
		out = append(out, from[pick(shares, r)])
	}
	return out
}

// pick draws a place by weights, which need not sum to 1.
func pick(weights []float64, r *rand.Rand) int {
	total := 0.0
	for _, w := range weights {
		total += w
	}
	at := r.Float64() * total
	for i, w := range weights {
		if at -= w; at < 0 {
			return i
		}
	}
	return len(weights) - 1
}

func drawForm(g *guide.Matrix, t int, f *Form, r *rand.Rand) Specimen {
	tx := &g.Taxa[t]
	s := Specimen{Kingdom: tx.Kingdom, Readings: map[string]Value{}, Taxon: tx, Form: f.Name, Harmful: harms(tx), Absent: evidence.NotInSeason}
	for n := range g.Columns {
		col := &g.Columns[n]
		says := f.Scores[col.ID]
		switch {
		case len(says) > 0 && col.Kind == guide.Measure:
			v := max(0.5, math.Round(triangular(says[P5], says[P50], says[P95], r)*10)/10)
			s.Readings[col.ID] = Value{Value: &v}
		case len(says) > 0:
			keys := sortedKeys(says)
			weights := make([]float64, len(keys))
			for i, k := range keys {
				weights[i] = says[k]
			}
			key := keys[pick(weights, r)]
			if col.Kind == guide.States {
				s.Readings[col.ID] = Value{State: key}
				continue
			}
			v, _ := strconv.ParseFloat(key, 64) // it was checked
			v = math.Trunc(v)
			s.Readings[col.ID] = Value{Value: &v}
		case col.Scored.Count() == 0 && col.Kind == guide.States:
			s.Readings[col.ID] = Value{State: col.States[0].ID}
		}
	}
	return s
}

// triangular draws from the triangular distribution between lo and hi with its peak at mid.
func triangular(lo, mid, hi float64, r *rand.Rand) float64 {
	u := r.Float64()
	switch {
	case hi <= lo:
		return mid
	case u < (mid-lo)/(hi-lo):
		return lo + math.Sqrt(u*(hi-lo)*(mid-lo))
	}
	return hi - math.Sqrt((1-u)*(hi-lo)*(hi-mid))
}

// takenFor lists the names under which specimens of a taxon are asked for: its own where it has a use, else those of the
// taxa with a use that list it as a lookalike, or of the nearest.
func takenFor(g *guide.Matrix, t int) []int {
	if g.Taxa[t].Useful() {
		return []int{t}
	}
	var out []int
	for u := range g.Taxa {
		tx := &g.Taxa[u]
		if tx.Useful() && tx.Kingdom == g.Taxa[t].Kingdom && slices.ContainsFunc(tx.Lookalikes, func(l guide.Lookalike) bool { return l.Taxon == g.Taxa[t].ID }) {
			out = append(out, u)
		}
	}
	if len(out) == 0 {
		return nearestUseful(g, t)
	}
	return out
}

// nearestNames is how many names a harmful taxon is asked for under that no lookalike list holds.
const nearestNames = 3

// nearestUseful lists the taxa with a use, none of them deadly, that share no state with the taxon on fewest characters.
func nearestUseful(g *guide.Matrix, t int) []int {
	differ := func(u int) int {
		n := 0
		for i := range g.Columns {
			col := &g.Columns[i]
			if col.Kind == guide.States && col.Scored.Has(t) && col.Scored.Has(u) && col.Masks[col.Pattern[t]]&col.Masks[col.Pattern[u]] == 0 {
				n++
			}
		}
		return n
	}
	var useful []int
	for u := range g.Taxa {
		if tx := &g.Taxa[u]; tx.Useful() && tx.Harm != guide.Deadly && tx.Kingdom == g.Taxa[t].Kingdom {
			useful = append(useful, u)
		}
	}
	slices.SortStableFunc(useful, func(a, b int) int { return differ(a) - differ(b) })
	return useful[:min(nearestNames, len(useful))]
}

// RunWithout puts specimens through the loop, each on a guide without the taxon it was drawn from: what comes of what the
// guide does not hold. Specimens of taxa with a use, and those that were not drawn, are left out.
func RunWithout(g *guide.Matrix, specimens []Specimen, o Options) ([]Result, error) {
	byTaxon := map[string][]Specimen{}
	for i := range specimens {
		if t := specimens[i].Taxon; t != nil && !t.Useful() && t.Harm != guide.NoHarm {
			byTaxon[t.ID] = append(byTaxon[t.ID], specimens[i])
		}
	}
	var out []Result
	for _, id := range sortedKeys(byTaxon) {
		without, err := guide.Compile(g.Without(id))
		if err != nil {
			return nil, err
		}
		results, err := Run(without, byTaxon[id], o)
		if err != nil {
			return nil, err
		}
		out = append(out, results...)
	}
	return out, nil
}

func sortedKeys[V any](m map[string]V) []string {
	keys := make([]string, 0, len(m))
	for k := range m {
		keys = append(keys, k)
	}
	slices.Sort(keys)
	return keys
}

// Checked is a guide as if every window of its seasons were held against a published source, so that a date is a hint wherever it can be.
func Checked(g *guide.Matrix) *guide.Matrix {
	out := *g
	out.Taxa = slices.Clone(g.Taxa)
	for i := range out.Taxa {
		of := guide.Season{}
		for organ, ws := range out.Taxa[i].Season {
			for _, w := range ws {
				w.Checked = true
				of[organ] = append(of[organ], w)
			}
		}
		out.Taxa[i].Season = of
	}
	return &out
}
