// Package drill draws made-up specimens to practise on, says what an answer is worth and when a thing is to be seen again, and tells what somebody misreads.
package drill

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"
	"zestythicket/core/trial"
)

// Request says what is drawn.
type Request struct {
	// Seed makes the draw: the same one gives the same specimens on the same guide.
	Seed uint64
	// Count is how many; Patch draws all of them as from one mixed patch, of one target.
	Count int
	Patch bool
	// Kingdom, Region, Place and Date restrict what there is; empty for no restriction. Place is where the guide's seasons are moved to.
	Kingdom, Region, Date string
	Place                 *season.Site
	// Targets restrict what is looked for to these taxa; nil for every one that is gathered.
	Targets []string
}

// Most is how many are drawn at once. Common practice; no source.
const Most = 50

// Specimen is one that was drawn: somebody looks for the target and finds this.
type Specimen struct {
	trial.Specimen
	// Target and Of are numbers of taxa: what is looked for, and what it is.
	Looked, Of int
	// Condition holds what it is like as a piece: its base, how fresh and how whole it is.
	Condition []PieceState
}

// PieceState is a state of a character.
type PieceState struct {
	Character string `json:"character"`
	State     string `json:"state"`
}

// How often a specimen is what is looked for, its base is whole, it is fresh and it is whole; and how often what an unsound piece hides looks as if it were not
// there. Common practice; no source.
const (
	isTarget  = 0.5
	baseWhole = 0.8
	isFresh   = 0.75
	isWhole   = 0.85
	hidden    = 0.5
)

// conditions are the characters of the piece itself with their sound state and how often that is drawn.
var conditions = []struct {
	character, sound string
	chance           float64
	// hides is how often what rests on it is not seen where it is not sound.
	hides float64
}{
	{"specimen-base", "dug-out-whole", baseWhole, 1}, {"specimen-fresh", "fresh", isFresh, hidden}, {"specimen-whole", "whole", isWhole, hidden},
}

// Draw draws specimens. What is looked for is drawn evenly from what is gathered and there to be gathered; the specimen is that in one of two, else one of those
// that it is taken for and that live and stand there too, evenly. What each shows follows the guide's shares; a piece that is torn, soaked or damaged may hide what
// it has. The error says why nothing can be drawn.
func Draw(g *guide.Matrix, q Request) ([]Specimen, error) {
	if q.Count < 1 || q.Count > Most {
		return nil, fmt.Errorf("a round has 1 to %d specimens, not %d", Most, q.Count)
	}
	f, err := survey(g, &q)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	targets, err := f.targets()
	if err != nil {
		return nil, err
	}
	var out []Specimen
	looked := -1
	for n := range q.Count {
		r := rand.New(rand.NewPCG(q.Seed, uint64(n)))
		if !q.Patch || looked < 0 {
			looked = targets[r.IntN(len(targets))]
		}
		of := looked
		if r.Float64() >= isTarget {
			all := f.doubles(looked)
			of = all[r.IntN(len(all))]
		}
		s := f.draw(of, r)
		s.Looked, s.Of, s.Target = looked, of, g.Taxa[looked].ID
		s.ID = fmt.Sprintf("%d-%d", q.Seed, n+1)
		out = append(out, s)
	}
	return out, nil
}

// ground is what lives and stands where and when it is asked for.
type ground struct {
	g *guide.Matrix
	q *Request
	// sheet knows what can be had on the day; nil where no day is given.
	sheet *evidence.Sheet
	// lives and stands hold for each taxon whether it does.
	lives, stands []bool
}

// survey looks over what there is. Close lets go of it.
func survey(g *guide.Matrix, q *Request) (*ground, error) {
	f := &ground{g: g, q: q, lives: make([]bool, len(g.Taxa)), stands: make([]bool, len(g.Taxa))}
	var err error
	if f.sheet, err = evidence.Open(g, &evidence.Record{Date: q.Date, Region: q.Region, Place: q.Place}); err != nil {
		return nil, err
	}
	for t := range g.Taxa {
		tx := &g.Taxa[t]
		f.lives[t] = q.Region == "" || len(tx.Regions) == 0 || slices.ContainsFunc(tx.Regions, func(r string) bool { return guide.Continent(r) == guide.Continent(q.Region) })
		f.stands[t] = f.lives[t] && f.there(t)
	}
	return f, nil
}

func (f *ground) Close() { f.sheet.Close() }

// there tells whether a part of a taxon of which the guide says when it is there, is there on the day.
func (f *ground) there(t int) bool {
	if f.q.Date == "" || len(f.g.Taxa[t].Season) == 0 {
		return true
	}
	season := f.sheet.Season(t)
	for organ := range f.g.Taxa[t].Season {
		if season.In(organ, f.sheet.Date) {
			return true
		}
	}
	return false
}

// targets are what can be looked for: eaten, there, and taken for something else.
func (f *ground) targets() ([]int, error) {
	var out []int
	for t := range f.g.Taxa {
		tx := &f.g.Taxa[t]
		if tx.Useful() && (f.q.Kingdom == "" || tx.Kingdom == f.q.Kingdom) && (f.q.Targets == nil || slices.Contains(f.q.Targets, tx.ID)) && f.stands[t] && len(f.doubles(t)) > 0 {
			out = append(out, t)
		}
	}
	if len(out) == 0 {
		return nil, errors.New("nothing that is gathered and taken for something else is there then: choose another month or place")
	}
	return out, nil
}

// doubles are what a taxon is taken for and what lives and stands there too; where none stands there, those that live there.
func (f *ground) doubles(t int) []int {
	var standing, living []int
	for _, l := range f.g.Taxa[t].Lookalikes {
		n, ok := f.g.Taxon(l.Taxon)
		if ok && f.lives[n] {
			living = append(living, n)
		}
		if ok && f.stands[n] {
			standing = append(standing, n)
		}
	}
	if len(standing) == 0 {
		return living
	}
	return standing
}

// draw draws one specimen of a taxon.
func (f *ground) draw(t int, r *rand.Rand) Specimen {
	g := f.g
	s := Specimen{Specimen: trial.DrawOne(g, t, r)}
	s.Date = f.q.Date
	unsound := map[int]bool{}
	hides := map[int]float64{}
	for _, c := range conditions {
		n, ok := g.Column(c.character)
		if !ok {
			continue
		}
		col := &g.Columns[n]
		state := c.sound
		if r.Float64() >= c.chance {
			var others []string
			for _, st := range col.States {
				if st.ID != c.sound {
					others = append(others, st.ID)
				}
			}
			state = others[r.IntN(len(others))]
			unsound[n], hides[n] = true, c.hides
		}
		s.Readings[c.character] = trial.Value{State: state}
		s.Condition = append(s.Condition, PieceState{c.character, state})
	}
	for n := range g.Columns {
		col := &g.Columns[n]
		if col.Organ == guide.Piece {
			continue
		}
		if !f.sheet.CanHave(n, t) {
			delete(s.Readings, col.ID)
			continue
		}
		if as, ok := seeming(col, unsound, hides, r); ok && s.Readings[col.ID].State != "" {
			s.Readings[col.ID] = trial.Value{State: as}
		}
	}
	return s
}

// seeming is the state that a character seems to be in on a piece that is not sound: that something is not there, which rests on its being so.
func seeming(col *guide.Column, unsound map[int]bool, hides map[int]float64, r *rand.Rand) (string, bool) {
	for k, needs := range col.StateRequires {
		if !col.States[k].Absence {
			continue
		}
		for _, l := range needs {
			if unsound[l.Column] && r.Float64() < hides[l.Column] {
				return col.States[k].ID, true
			}
		}
	}
	return "", false
}

// AtOnce lists what of a specimen is seen before anything is done with it: what needs neither tool nor touch, in the guide's order.
func (s *Specimen) AtOnce(g *guide.Matrix) []string {
	var out []string
	for n := range g.Columns {
		col := &g.Columns[n]
		if _, ok := s.Readings[col.ID]; ok && col.Organ != guide.Piece && !col.Touches() && len(col.Needs) == 0 && col.WhereOf() == guide.Field {
			out = append(out, col.ID)
		}
	}
	return out
}

// Looks lists what else can be looked at, in the guide's order; of the piece itself what another look at it rests on.
func (s *Specimen) Looks(g *guide.Matrix) []string {
	seen, rests := s.AtOnce(g), map[int]bool{}
	for n := range g.Columns {
		col := &g.Columns[n]
		if _, ok := s.Readings[col.ID]; !ok || col.Organ == guide.Piece {
			continue
		}
		for _, needs := range append([][]guide.Requirement{col.Requires}, col.StateRequires...) {
			for _, l := range needs {
				rests[l.Column] = true
			}
		}
	}
	var out []string
	for n := range g.Columns {
		col := &g.Columns[n]
		if _, ok := s.Readings[col.ID]; ok && !slices.Contains(seen, col.ID) && (col.Organ != guide.Piece || rests[n]) {
			out = append(out, col.ID)
		}
	}
	return out
}
