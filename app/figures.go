package app

import "slices"

// Figure is what a small figure of a taxon is drawn from.
type Figure struct {
	Kingdom string             `json:"kingdom"`
	Shown   map[string]string  `json:"shown" doc:"The state that it shows most often, by character"`
	Sizes   map[string]float64 `json:"sizes" doc:"Measures and counts, in the middle of what is usual, in the characters' units"`
}

// Figures gives what small figures of all taxa are drawn from, by taxon, on the given characters alone.
func (s *Session) Figures(characters []string) map[string]Figure {
	m := s.Guide.Matrix
	out := make(map[string]Figure, len(m.Taxa))
	for t := range m.Taxa {
		f := Figure{Kingdom: m.Taxa[t].Kingdom, Shown: map[string]string{}, Sizes: map[string]float64{}}
		for id, state := range m.Usual(t, "") {
			if slices.Contains(characters, id) {
				f.Shown[id] = state
			}
		}
		for id, v := range m.Sizes(t) {
			if slices.Contains(characters, id) {
				f.Sizes[id] = v
			}
		}
		out[m.Taxa[t].ID] = f
	}
	return out
}
