package app

import (
	"cmp"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
)

// Guide is a guide as the front end needs it: what can be read, and what there is.
type Guide struct {
	Title      string          `json:"title"`
	Version    string          `json:"version"`
	Hash       string          `json:"hash"`
	Characters []Character     `json:"characters"`
	Taxa       []Taxon         `json:"taxa"`
	Gates      []Gate          `json:"gates"`
	Tools      []string        `json:"tools" doc:"Every tool that a character needs"`
	Organs     []guide.Organ   `json:"organs" doc:"In the order in which they are shown"`
	Regions    []Region        `json:"regions"`
	Unseen     []Unseen        `json:"unseen" doc:"The reasons for which something may not be seen"`
	Reference  guide.Reference `json:"reference"`
}

// Character is a feature that can be read.
type Character struct {
	ID       string        `json:"id"`
	Organ    guide.Organ   `json:"organ"`
	Kind     guide.Kind    `json:"kind"`
	Name     string        `json:"name"`
	Term     string        `json:"term"`
	Question string        `json:"question"`
	How      string        `json:"how"`
	Pitfall  string        `json:"pitfall"`
	States   []State       `json:"states"`
	Kingdoms []string      `json:"kingdoms" doc:"The kingdoms of the taxa it is scored for; or that something rests on it for"`
	Footing  guide.Footing `json:"footing"`
	Hint     bool          `json:"hint" doc:"Whether a conflict counts only as a hint"`
	Minutes  float64       `json:"minutes"`
	Wait     float64       `json:"wait_minutes"`
	Where    guide.Where   `json:"where"`
	Needs    []string      `json:"needs"`
	Touch    bool          `json:"touch"`
	Unit     string        `json:"unit"`
	Fades    bool          `json:"fades" doc:"Whether what was handled before makes it say nothing"`
	Error    float64       `json:"error" doc:"How often an honest reading differs from what the guide says, from 0 to 1"`
}

// State is a state of a character.
type State struct {
	ID    string   `json:"id"`
	Name  string   `json:"name"`
	Scale []string `json:"scale,omitempty" doc:"Where it lies on a scale, all states of that in order"`
}

// Taxon is a taxon in short.
type Taxon struct {
	ID          string      `json:"id"`
	DisplayName string      `json:"display_name"`
	Proper      bool        `json:"proper,omitempty" doc:"Whether its display name keeps its capital within a sentence"`
	Name        string      `json:"name"`
	Common      []string    `json:"common"`
	Kingdom     string      `json:"kingdom" enum:"plantae,fungi"`
	Family      string      `json:"family"`
	Use         guide.Use   `json:"use"`
	Harm        guide.Harm  `json:"harm"`
	Contact     bool        `json:"contact"`
	FoundBy     string      `json:"found_by,omitempty" doc:"The name it was searched and found by"`
	Months      []int       `json:"months" doc:"The months in which it is there at the guide's reference place"`
	Own         OverlayKind `json:"own" doc:"Whether it is one of the user's own, or one that they correct"`
	Shared      []string    `json:"shared,omitempty" doc:"The scientific names of other taxa that share a common name with it"`
}

// OverlayKind tells whether a taxon is one of the user's own, or one that they say something of.
type OverlayKind string

// The kinds; empty for a taxon of the guide that nothing is said of.
const (
	OwnTaxon  OverlayKind = "taxon"
	Corrected OverlayKind = "corrected"
)

// Gate is a group that only somebody taught in person may clear.
type Gate struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Why  string `json:"why"`
}

// Region is a level 2 region of the geographical scheme.
type Region struct {
	Code string `json:"code"`
	Name string `json:"name"`
}

// Unseen is a reason for which something may not be seen.
type Unseen struct {
	ID   evidence.Unseen `json:"id"`
	Name string          `json:"name"`
}

// ViewGuide gives the guide as the front end needs it.
func (s *Session) ViewGuide() *Guide {
	m := s.Guide.Matrix
	v := &Guide{
		Title: m.Meta.Title, Version: m.Meta.Version, Hash: s.Guide.Hash, Reference: m.Meta.Reference,
		Characters: []Character{}, Taxa: []Taxon{}, Gates: []Gate{}, Tools: m.Tools(), Organs: guide.Organs, Regions: []Region{},
	}
	for n := range m.Columns {
		v.Characters = append(v.Characters, viewCharacter(m, n))
	}
	for t := range m.Taxa {
		v.Taxa = append(v.Taxa, s.taxon(t))
	}
	for _, g := range m.Gates {
		v.Gates = append(v.Gates, Gate{g.ID, g.Name, g.Why})
	}
	for code, name := range guide.Regions {
		v.Regions = append(v.Regions, Region{code, name})
	}
	slices.SortFunc(v.Regions, func(x, y Region) int { return cmp.Compare(x.Code, y.Code) })
	for _, u := range evidence.UnseenReasons {
		v.Unseen = append(v.Unseen, Unseen{u, unseenNames[u]})
	}
	return v
}

func viewCharacter(m *guide.Matrix, n int) Character {
	col := &m.Columns[n]
	c := Character{
		ID: col.ID, Organ: col.Organ, Kind: col.Kind, Name: col.DisplayName(), Term: col.Term, Question: cmp.Or(col.Question, col.DisplayName()),
		How: col.How, Pitfall: col.Pitfall, States: []State{}, Kingdoms: []string{}, Footing: col.FootingOf(),
		Hint: !col.Full(), Minutes: col.MinutesOf(), Wait: col.WaitMinutes, Where: col.WhereOf(),
		Needs: append([]string{}, col.Needs...), Touch: col.Touches(), Unit: col.Unit, Fades: col.FadesAfter > 0, Error: col.Error,
	}
	for k, st := range col.States {
		v := State{ID: st.ID, Name: cmp.Or(st.Name, st.ID)}
		for _, on := range col.Scale(k) {
			v.Scale = append(v.Scale, col.States[on].ID)
		}
		c.States = append(c.States, v)
	}
	bears := m.BearsOn(n)
	for _, k := range []string{"plantae", "fungi"} {
		if bears.Meets(m.Kingdoms[k]) {
			c.Kingdoms = append(c.Kingdoms, k)
		}
	}
	return c
}

// taxon is a taxon in short, by its number.
func (s *Session) taxon(n int) Taxon {
	t := &s.Guide.Matrix.Taxa[n]
	v := Taxon{
		ID: t.ID, DisplayName: t.DisplayName(), Proper: guide.Proper(t.DisplayName()), Name: t.Name, Common: append([]string{}, t.Common...), Kingdom: t.Kingdom,
		Family: t.Family, Use: t.Use, Harm: t.Harm, Contact: t.Contact != nil, Months: t.Season.Months(),
	}
	switch {
	case s.Guide.Overlay.Taxon(t.ID) != nil:
		v.Own = OwnTaxon
	case s.Guide.Overlay.Correction(t.ID) != nil:
		v.Own = Corrected
	}
	return v
}

// namesakes are the scientific names of other taxa that share a common name with it.
func (s *Session) namesakes(n int) (names []string) {
	for _, other := range s.Guide.Matrix.Namesakes(n) {
		names = append(names, s.Guide.Matrix.Taxa[other].Name)
	}
	return names
}

// FindTaxa finds taxa of a kingdom, or of both where it is empty, by any common, scientific or older name, misspelt ones
// too.
func (s *Session) FindTaxa(query, kingdom string) []Taxon {
	out := []Taxon{}
	for _, hit := range s.Guide.Find(query) {
		if v := s.taxon(hit.Taxon); kingdom == "" || v.Kingdom == kingdom {
			v.FoundBy, v.Shared = hit.By, s.namesakes(hit.Taxon)
			out = append(out, v)
		}
	}
	return out
}

// GuideSchema is the JSON Schema of a guide.
func (a *App) GuideSchema() []byte { return a.guides.files.Schema() }
