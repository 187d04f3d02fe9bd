// Package trial puts whole specimens through the asking loop, with or without misreadings, and counts what comes of it.
// It is how a guide and the engine are judged.
package trial

import (
	"cmp"
	"encoding/json"
	"fmt"
	"math/rand/v2"
	"runtime"
	"slices"
	"strings"
	"sync"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/ruling"
	"zestythicket/core/season"
)

// Specimen is one whole specimen: what it shows for each character, a state or a number, and whether it harms.
type Specimen struct {
	ID       string           `json:"id"`
	Harmful  bool             `json:"harmful"`
	Kingdom  string           `json:"kingdom,omitempty"`
	Readings map[string]Value `json:"readings"`
	// Target is the name that it is asked for under; empty for none.
	Target string `json:"target,omitempty"`
	// Date is the day on which it is found, at the guide's reference place; empty for none.
	Date string `json:"date,omitempty"`
	// Taxon is what it was drawn from; nil where it was not drawn. Form is the form of it.
	Taxon *guide.Taxon `json:"-"`
	Form  string       `json:"-"`
	// Absent is what is answered for a character that it has no reading for. Empty: lost.
	Absent evidence.Unseen `json:"-"`
}

// Value is what a specimen shows for one character: a state, or a number in the character's unit.
type Value struct {
	State string
	Value *float64
}

// UnmarshalJSON reads a state's id or a number.
func (a *Value) UnmarshalJSON(b []byte) error {
	if err := json.Unmarshal(b, &a.State); err == nil {
		return nil
	}
	if err := json.Unmarshal(b, &a.Value); err != nil || a.Value == nil {
		return fmt.Errorf("%s is neither a state nor a number", b)
	}
	return nil
}

// MarshalJSON writes the state or the number.
func (a Value) MarshalJSON() ([]byte, error) {
	if a.Value != nil {
		return json.Marshal(a.Value)
	}
	return json.Marshal(a.State)
}

// Check tells what is wrong with a specimen on a guide.
func (s *Specimen) Check(g *guide.Matrix) error {
	if _, ok := g.Kingdoms[s.Kingdom]; !ok && s.Kingdom != "" {
		return fmt.Errorf("kingdom %q is neither plantae nor fungi", s.Kingdom)
	}
	if _, ok := g.Taxon(s.Target); !ok && s.Target != "" {
		return fmt.Errorf("there is no taxon %q", s.Target)
	}
	for id, a := range s.Readings {
		r := a.reading(id)
		if err := r.Check(g); err != nil {
			return err
		}
	}
	return nil
}

func (a Value) reading(character string) evidence.Reading {
	r := evidence.Reading{Character: character, Sure: true, Value: a.Value}
	if a.Value == nil {
		r.States = []string{a.State}
	}
	return r
}

// Options say how specimens are misread.
type Options struct {
	// Misreads is the number of wrong answers, at random places among the first Misreads+3 questions.
	Misreads int
	// Worst tries every single misreading along the path instead, every other state in turn.
	Worst bool
	// Seed makes the random places and answers; the same seed gives the same results on any number of cores.
	Seed uint64
	// Twice makes a look that was misread misread the same way when it is made again.
	Twice bool
	// Region is the level 2 code of where the specimens stand, empty for nowhere that is known.
	Region string
}

// Result is what came of one specimen. With Worst it is the path that was cleared falsely, where there is one.
type Result struct {
	ID      string        `json:"id"`
	Harmful bool          `json:"harmful"`
	Verdict guide.Verdict `json:"verdict"`
	// Checks is the number of questions answered, looks again included, Again that of those; Minutes the work they took.
	Checks  int     `json:"checks"`
	Again   int     `json:"again,omitempty"`
	Minutes float64 `json:"minutes"`
	Margin  *int    `json:"margin"`
	// Working is the name that it was judged as in the end, Why the codes of the reasons, each with the taxon it is about.
	Working string   `json:"working,omitempty"`
	Why     []string `json:"why"`
	// Target is the name it was asked for under, Form the form it was drawn as; empty for none.
	Target string `json:"target,omitempty"`
	Form   string `json:"form,omitempty"`
	// Taxon is what the specimen was drawn from; nil where it was not drawn.
	Taxon *guide.Taxon `json:"-"`
}

// FalseClear tells whether a harmful specimen was cleared.
func (r *Result) FalseClear() bool { return r.Harmful && r.Verdict == guide.RuledClear }

// Run puts specimens through the loop on all cores, and gives the results in their order.
func Run(g *guide.Matrix, specimens []Specimen, o Options) ([]Result, error) {
	for i := range specimens {
		if err := specimens[i].Check(g); err != nil {
			return nil, fmt.Errorf("specimen %d (%s): %w", i+1, specimens[i].ID, err)
		}
	}
	var taught []string
	for _, gate := range g.Gates {
		taught = append(taught, gate.ID)
	}
	out := make([]Result, len(specimens))
	next := make(chan int)
	var wg sync.WaitGroup
	for range runtime.GOMAXPROCS(0) {
		wg.Go(func() {
			for i := range next {
				out[i] = loop{g: g, specimen: &specimens[i], taught: taught, region: o.Region, twice: o.Twice}.all(o, uint64(i))
			}
		})
	}
	for i := range specimens {
		next <- i
	}
	close(next)
	wg.Wait()
	return out, nil
}

// loop is one specimen in the asking loop.
type loop struct {
	g        *guide.Matrix
	specimen *Specimen
	taught   []string
	region   string
	twice    bool
}

// Living gives those of the specimens whose taxon lives on the continent of a region, or of which nobody says where it does.
func Living(specimens []Specimen, region string) []Specimen {
	var out []Specimen
	for _, s := range specimens {
		if s.Taxon == nil || len(s.Taxon.Regions) == 0 ||
			slices.ContainsFunc(s.Taxon.Regions, func(r string) bool { return guide.Continent(r) == guide.Continent(region) }) {
			out = append(out, s)
		}
	}
	return out
}

// lie gives a wrong answer to the question at a place, or false for the true one.
type lie func(place int, col *guide.Column, truth evidence.Reading) (evidence.Reading, bool)

func (l loop) all(o Options, index uint64) Result {
	if !o.Worst {
		r := rand.New(rand.NewPCG(o.Seed, index))
		at := map[int]bool{}
		for _, place := range r.Perm(o.Misreads + 3)[:o.Misreads] {
			at[place] = true
		}
		result, _ := l.run(func(place int, col *guide.Column, truth evidence.Reading) (evidence.Reading, bool) {
			wrong := others(col, truth)
			if !at[place] || len(wrong) == 0 {
				return truth, false
			}
			return wrong[r.IntN(len(wrong))], true
		})
		return result
	}
	honest, path := l.run(func(int, *guide.Column, evidence.Reading) (evidence.Reading, bool) { return evidence.Reading{}, false })
	for place, truth := range path {
		n, _ := l.g.Column(truth.Character)
		for _, wrong := range others(&l.g.Columns[n], truth) {
			result, _ := l.run(func(at int, _ *guide.Column, _ evidence.Reading) (evidence.Reading, bool) {
				return wrong, at == place
			})
			if result.FalseClear() {
				return result
			}
		}
	}
	return honest
}

// Path puts one specimen through the loop without a misreading, and gives what was read on the way too.
func Path(g *guide.Matrix, s *Specimen, region string) (Result, []evidence.Reading, error) {
	if err := s.Check(g); err != nil {
		return Result{}, nil, err
	}
	var taught []string
	for _, gate := range g.Gates {
		taught = append(taught, gate.ID)
	}
	r, path := loop{g: g, specimen: s, taught: taught, region: region}.run(func(int, *guide.Column, evidence.Reading) (evidence.Reading, bool) {
		return evidence.Reading{}, false
	})
	return r, path, nil
}

// run asks until the verdict is no longer to keep looking, or nothing is left to ask. It gives the answers too.
func (l loop) run(wrong lie) (Result, []evidence.Reading) {
	rec := &evidence.Record{ID: l.specimen.ID, Kingdom: l.specimen.Kingdom, Target: l.specimen.Target, Region: l.region, Date: l.specimen.Date, Observer: evidence.Observer{Taught: l.taught}}
	if rec.Date != "" {
		at := season.Site(l.g.Meta.Reference)
		rec.Place = &at
	}
	out := Result{
		ID: l.specimen.ID, Harmful: l.specimen.Harmful, Taxon: l.specimen.Taxon, Target: l.specimen.Target, Form: l.specimen.Form, Why: []string{},
	}
	var path []evidence.Reading
	place := 0
	for {
		col, again := l.ask(rec, &out)
		if col == nil || out.Checks > 2*len(l.g.Columns) {
			return out, path
		}
		out.Checks++
		out.Minutes += col.MinutesOf()
		truth := l.truth(col)
		if again {
			out.Again++
			rec.Readings = l.lookAgain(rec.Readings, truth)
			continue
		}
		if w, lied := wrong(place, col, truth); lied && truth.Unseen == "" {
			truth = w
		}
		path = append(path, truth)
		place++
		rec.Readings = append(rec.Readings, truth)
	}
}

// lookAgain puts one more look to what was read: the true answer or, where what was misread is misread again, the same as
// before. The third look at one character is somebody else's.
func (l loop) lookAgain(readings []evidence.Reading, truth evidence.Reading) []evidence.Reading {
	out := slices.Clone(readings)
	for i := len(out) - 1; i >= 0; i-- {
		r := &out[i]
		if r.Character != truth.Character {
			continue
		}
		look := evidence.FurtherLook{States: truth.States, Value: truth.Value, Unseen: truth.Unseen, By: evidence.Self}
		if l.twice && r.Unseen == "" {
			look.States, look.Value = r.States, r.Value
		}
		if len(r.Looks) > 0 {
			look.By = "somebody else"
		}
		r.Looks = append(slices.Clone(r.Looks), look)
		break
	}
	return out
}

// ask rules on what was read so far and gives the column to ask for; nil where there is nothing to ask.
func (l loop) ask(rec *evidence.Record, out *Result) (col *guide.Column, again bool) {
	sheet, _ := evidence.Open(l.g, rec) // the specimen was checked, so the record is right
	defer sheet.Close()
	r := ruling.Rule(sheet)
	out.Verdict, out.Margin = r.Verdict, nil
	if margin := r.Margin; r.HasMargin {
		out.Margin = &margin
	}
	next := checks.Next(r)
	if len(next) == 0 {
		out.say(r)
		return nil, false
	}
	n, _ := l.g.Column(next[0].Character)
	return &l.g.Columns[n], next[0].Again != nil
}

// say puts down what the last ruling rests on.
func (out *Result) say(r *ruling.Ruling) {
	if w := r.WorkingTaxon(); w >= 0 {
		out.Working = r.Sheet().Guide.Taxa[w].ID
	}
	for _, x := range r.Reasons() {
		out.Why = append(out.Why, strings.TrimSuffix(string(x.Code)+":"+cmp.Or(x.Taxon, x.Sign), ":"))
	}
}

// truth is what the specimen shows; what it lacks is lost.
func (l loop) truth(col *guide.Column) evidence.Reading {
	if a, ok := l.specimen.Readings[col.ID]; ok {
		return a.reading(col.ID)
	}
	return evidence.Reading{Character: col.ID, Unseen: cmp.Or(l.specimen.Absent, evidence.Lost)}
}

// others lists every wrong answer: each other state, or a number a third or three times as large.
func others(col *guide.Column, truth evidence.Reading) []evidence.Reading {
	var out []evidence.Reading
	switch {
	case truth.Unseen != "":
	case col.Kind == guide.States:
		for _, s := range col.States {
			if k, _ := col.State(truth.States[0]); col.States[k].ID != s.ID {
				out = append(out, evidence.Reading{Character: col.ID, Sure: true, States: []string{s.ID}})
			}
		}
	default:
		for _, v := range []float64{float64(int(*truth.Value / 3)), *truth.Value * 3} {
			out = append(out, evidence.Reading{Character: col.ID, Sure: true, Value: &v})
		}
	}
	return out
}
