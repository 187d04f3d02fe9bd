package app

import (
	"context"

	"zestythicket/core/colour"
	"zestythicket/core/gauge"
	"zestythicket/core/guide"
)

// PhotoCharacter is something that can be read off a photograph.
type PhotoCharacter struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Unit string `json:"unit" doc:"Of a length"`
}

// readOff lists what can be read off a photograph of something of a kingdom: its lengths, and the characters that name colours.
func (s *Session) readOff(kingdom string) (measures, colours []PhotoCharacter) {
	m := s.Guide.Matrix
	if kingdom == "" {
		return nil, nil
	}
	for i := range m.Columns {
		col := &m.Columns[i]
		if of, ok := m.Kingdoms[kingdom]; ok && !col.Scored.Meets(of) {
			continue // it is asked of nothing there
		}
		c := PhotoCharacter{col.ID, col.DisplayName(), col.Unit}
		if _, err := (gauge.Measured{}).In(col.Unit); col.Kind == guide.Measure && err == nil {
			measures = append(measures, c)
		} else if _, err := colour.Named(col); err == nil {
			colours = append(colours, c)
		}
	}
	return measures, colours
}

// Gauged asks how long something on a photograph is.
type Gauged struct {
	Known gauge.Stretch `json:"known" doc:"The two ends of what is known, in pixels of the upright photograph"`
	Of    gauge.Stretch `json:"of" doc:"The two ends of what is measured"`
	MM    float64       `json:"mm" doc:"How long what is known is, in mm"`
	Tilt  float64       `json:"tilt" doc:"How far either may lean out of the picture, in degrees"`
	Shown float64       `json:"shown" doc:"How many pixels of the photograph a pixel of the screen showed where the points were put, the most of them"`
	// Character is what is measured; empty for nothing in particular.
	Character string `json:"character,omitempty"`
}

// Length is how long something on a photograph is, in the unit of the character that was asked for, else in mm.
type Length struct {
	Low  float64 `json:"low" doc:"In the unit"`
	High float64 `json:"high" doc:"In the unit"`
	Unit string  `json:"unit"`
	// LowMM and HighMM are the same in mm.
	LowMM  float64 `json:"low_mm"`
	HighMM float64 `json:"high_mm"`
}

// MeasurePhoto measures on a photograph. Nothing is kept: what it gives can be read as a measure of the record.
func (s *Session) MeasurePhoto(ctx context.Context, id string, q Gauged) (*Length, error) {
	o, err := s.Photo(ctx, id)
	if err != nil {
		return nil, err
	}
	m, err := gauge.Measure(o.File.Width, o.File.Height, q.Known, q.Of, q.MM, q.Tilt, q.Shown)
	if err != nil {
		return nil, refuse(err)
	}
	unit, mm := "mm", m
	if q.Character != "" {
		n, ok := s.Guide.Matrix.Column(q.Character)
		if !ok || s.Guide.Matrix.Columns[n].Kind != guide.Measure {
			return nil, refused("%q is no measure of the guide", q.Character)
		}
		unit = s.Guide.Matrix.Columns[n].Unit
		if m, err = m.In(unit); err != nil {
			return nil, refuse(err)
		}
	}
	return &Length{m.Low, m.High, unit, mm.Low, mm.High}, nil
}

// around is how far round a point its colour is taken: 9 by 9 pixels. Common practice; no source.
const around = 4

// Coloured asks which states of a character the colour at a point of a photograph comes near to.
type Coloured struct {
	Character string       `json:"character"`
	At        gauge.Point  `json:"at" doc:"In pixels of the upright photograph"`
	Card      *gauge.Point `json:"card,omitempty" doc:"A point of a white card in the same light; left out for none"`
}

// PhotoColour is a colour of a photograph beside the states that it comes nearest to. None is taken for it.
type PhotoColour struct {
	Seen      string       `json:"seen" doc:"The colour as it is on the photograph, in sRGB, such as #c8a060"`
	Corrected string       `json:"corrected" doc:"As it is when the card is white"`
	Carded    bool         `json:"carded" doc:"Whether it was corrected by a white card"`
	Nearest   []NearColour `json:"nearest"`
}

// NearColour is a state with how far a colour is from it.
type NearColour struct {
	State    string  `json:"state"`
	Name     string  `json:"name"`
	Swatch   string  `json:"swatch"`
	Distance float64 `json:"distance" doc:"By CIEDE2000; about 1 is what an eye just sees"`
	Likeness string  `json:"likeness" doc:"How alike they are, in words"`
}

// ColourOfPhoto compares the colour at a point of a photograph with the states of a character. Nothing is kept.
func (s *Session) ColourOfPhoto(ctx context.Context, id string, q Coloured) (*PhotoColour, error) {
	o, err := s.Photo(ctx, id)
	if err != nil {
		return nil, err
	}
	file, _, err := s.PhotoPicture(ctx, o.File.File, OriginalSize)
	if err != nil {
		return nil, err
	}
	at := []gauge.Point{q.At}
	if q.Card != nil {
		at = append(at, *q.Card)
	}
	means, err := s.coloursAt(file, at)
	if err != nil {
		return nil, refuse(err)
	}
	seen := means[0]
	var card *colour.RGB
	if q.Card != nil {
		card = &means[1]
	}
	offer, err := colour.Offered(s.Guide.Matrix, q.Character, seen, card)
	if err != nil {
		return nil, refuse(err)
	}
	out := &PhotoColour{Seen: seen.Hex(), Corrected: colour.RGB{R: offer.Corrected[0], G: offer.Corrected[1], B: offer.Corrected[2]}.Hex(), Carded: offer.Card}
	n, _ := s.Guide.Matrix.Column(q.Character) // it was found before
	col := &s.Guide.Matrix.Columns[n]
	for _, x := range offer.Nearest {
		k, _ := col.State(x.State)
		out.Nearest = append(out.Nearest, NearColour{x.State, col.States[k].Name, col.States[k].Swatch, x.Distance, colour.Likeness(x.Distance)})
	}
	return out, nil
}

// coloursAt are the colours of a photograph at points. One photograph at a time is decoded for whoever asks: each takes much room.
func (a *App) coloursAt(file []byte, at []gauge.Point) ([]colour.RGB, error) {
	a.loupe.Lock()
	defer a.loupe.Unlock()
	pixels, err := a.Darkroom.Around(file, around, at)
	if err != nil {
		return nil, err
	}
	out := make([]colour.RGB, len(at))
	for i := range at {
		if out[i], err = colour.Mean(pixels[i]); err != nil {
			return nil, err
		}
	}
	return out, nil
}
