package app

import (
	"cmp"
	"slices"
	"strings"

	"zestythicket/core/guide"
)

// Score is what is said that a taxon shows for a character: states, or a range, or counts. One of the three is filled;
// none where nothing is said.
type Score struct {
	States []ShownState `json:"states"`
	Min    *float64     `json:"min,omitempty"`
	Low    *float64     `json:"low,omitempty"`
	High   *float64     `json:"high,omitempty"`
	Max    *float64     `json:"max,omitempty"`
	Counts []int        `json:"counts"`
	// Src names where a range or a set of counts comes from; states carry their own.
	Src []string `json:"src,omitempty"`
}

// ShownState is a state that a taxon shows: how often beside the others, in a number or in words, or only at a stage or in
// a weather. One state may be shown in several ways.
type ShownState struct {
	State     string   `json:"state"`
	Share     float64  `json:"share,omitempty" minimum:"0" maximum:"1"`
	Sometimes bool     `json:"sometimes,omitempty"`
	Rare      bool     `json:"rare"`
	When      string   `json:"when"`
	Src       []string `json:"src,omitempty"`
}

func scoreOf(s *guide.Score) Score {
	v := Score{States: []ShownState{}, Counts: []int{}}
	if s == nil {
		return v
	}
	for _, sh := range s.States {
		v.States = append(v.States, ShownState{sh.State, sh.Share, sh.Sometimes, sh.Rare, sh.When, sh.Src.IDs()})
	}
	if r := s.Range; r != nil {
		v.Min, v.Low, v.High, v.Max, v.Src = r.Min, r.Low, r.High, r.Max, r.Src.IDs()
	}
	v.Counts = append(v.Counts, s.Counts...)
	return v
}

// guideScore is the score as guides hold it; false where it says nothing.
func (v Score) guideScore() (guide.Score, bool) {
	var s guide.Score
	switch {
	case len(v.States) > 0:
		for _, sh := range v.States {
			s.States = append(s.States, guide.Shown{
				State: sh.State, Share: sh.Share, Sometimes: sh.Sometimes, Rare: sh.Rare, When: sh.When, Src: guide.SrcOf(sh.Src...),
			})
		}
	case len(v.Counts) > 0:
		s.Counts = slices.Clone(v.Counts)
	case v.Min != nil || v.Low != nil || v.High != nil || v.Max != nil:
		s.Src = guide.SrcOf(v.Src...)
		s.Range = &guide.Range{Min: v.Min, Low: v.Low, High: v.High, Max: v.Max, Src: s.Src}
	default:
		return s, false
	}
	return s, true
}

func scoresOf(of guide.Scores) map[string]Score {
	out := map[string]Score{}
	for id := range of {
		s := of[id]
		out[id] = scoreOf(&s)
	}
	return out
}

func guideScores(of map[string]Score) guide.Scores {
	out := guide.Scores{}
	for id, v := range of {
		if s, said := v.guideScore(); said {
			out[id] = s
		}
	}
	return out
}

// sourceOf names where a score comes from; where its states come from several sources, each with its states.
func sourceOf(s *guide.Score, col *guide.Column, title func(guide.Src) string, otherwise string) string {
	var titles []string
	by := map[string][]string{}
	for _, sh := range s.States {
		t := cmp.Or(title(sh.Src), otherwise)
		if by[t] == nil {
			titles = append(titles, t)
		}
		name := sh.State
		if n, ok := col.State(sh.State); ok {
			name = cmp.Or(col.States[n].Name, name)
		}
		by[t] = append(by[t], name)
	}
	switch len(titles) {
	case 0:
		return cmp.Or(title(s.Src), otherwise)
	case 1:
		return titles[0]
	}
	for i, t := range titles {
		titles[i] = strings.Join(by[t], ", ") + ": " + t
	}
	return strings.Join(titles, ". ")
}
