package colour

import (
	"fmt"
	"math"

	"zestythicket/core/guide"
)

// Offer is what a colour is held against: as it was, as it is under white light, and the two states of a character that come nearest. It
// names nothing: a camera's own white is the pitfall, and a colour stays a hint.
type Offer struct {
	Character string     `json:"character"`
	Corrected [3]float64 `json:"corrected"`
	// Nearest are the two states, with their CIEDE2000 distance.
	Nearest []Near `json:"nearest"`
	// Card tells whether it was corrected by a white card.
	Card bool `json:"card"`
}

// Named gives the states of a character that name a colour, by their ids. The error says that there are fewer than two to compare.
func Named(col *guide.Column) (map[string]RGB, error) {
	states := map[string]RGB{}
	for _, s := range col.States {
		if s.Swatch == "" {
			continue
		}
		rgb, err := Hex(s.Swatch)
		if err != nil {
			return nil, fmt.Errorf("%s, %s: %w", col.ID, s.ID, err)
		}
		states[s.ID] = rgb
	}
	if len(states) < 2 {
		return nil, fmt.Errorf("%s names no colours to compare with", col.DisplayName())
	}
	return states, nil
}

// Likeness says how alike two colours are, by their distance (CIEDE2000). The bounds: common practice; no source.
func Likeness(distance float64) string {
	switch {
	case distance < 5:
		return "very near"
	case distance < 12:
		return "near"
	case distance < 25:
		return "some way off"
	}
	return "far off: neither may be right"
}

// Offered compares a colour with the states of a character that name one; card is how a white card looks in the same light, nil for none.
func Offered(g *guide.Matrix, character string, c RGB, card *RGB) (*Offer, error) {
	n, ok := g.Column(character)
	if !ok {
		return nil, fmt.Errorf("there is no character %q", character)
	}
	states, err := Named(&g.Columns[n])
	if err != nil {
		return nil, err
	}
	if err := c.Check(); err != nil {
		return nil, fmt.Errorf("the colour: %w", err)
	}
	if card != nil {
		var err error
		if c, err = Under(c, *card); err != nil {
			return nil, err
		}
	}
	round := func(v float64) float64 { return math.Round(10*v) / 10 }
	return &Offer{g.Columns[n].ID, [3]float64{round(c.R), round(c.G), round(c.B)}, Nearest(c, states)[:2], card != nil}, nil
}
