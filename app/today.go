package app

import (
	"context"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Today is what the year brings on a day, at the user's place.
type Today struct {
	Date  string `json:"date"`
	Place string `json:"place" doc:"Its name; empty where none was set"`
	Yours bool   `json:"yours" doc:"Whether it is the user's place; else it is the one that the guide was written for"`
	Year  string `json:"year" doc:"Whether the year is early or late, by one's own dates"`
	Rain  string `json:"rain" doc:"What the weather says, in a sentence"`
	// Begins are taxa with a use and without grave harm that begin or are about to, Ends those that end; of each a few, those that are followed first.
	Begins []ComesToday `json:"begins"`
	Ends   []ComesToday `json:"ends"`
	// MoreBegin and MoreEnd are how many more there are.
	MoreBegin int `json:"more_begin"`
	MoreEnd   int `json:"more_end"`
}

// ComesToday is a taxon that begins or ends.
type ComesToday struct {
	Taxon   string        `json:"taxon"`
	Name    string        `json:"name"`
	Part    string        `json:"part" doc:"What is taken of it; empty where the guide does not say"`
	Says    string        `json:"says" doc:"Its state in words"`
	Span    string        `json:"span" doc:"From when to when it is there"`
	Stars   int           `json:"stars"`
	Doubles []DoubleToday `json:"doubles" doc:"The harmful ones it is taken for that may be about today, the gravest first"`
}

// DoubleToday is a harmful double that may be about.
type DoubleToday struct {
	Taxon string     `json:"taxon"`
	Name  string     `json:"name"`
	Harm  guide.Harm `json:"harm"`
}

// mostToday is how many are named that begin, and how many that end. Common practice; no source.
const mostToday = 6

// Today tells what the year brings on a day; empty for today.
func (s *Session) Today(ctx context.Context, date string) (*Today, error) {
	a, err := s.Almanac(ctx, date)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	out := &Today{Date: a.Date, Place: a.Place.Name, Yours: a.Yours, Year: a.Year, Rain: a.Rain, Begins: []ComesToday{}, Ends: []ComesToday{}}
	for i := range a.Taxa {
		x := &a.Taxa[i]
		switch {
		case !x.turns || x.Harm == guide.Deadly || x.Harm == guide.Serious: // a remedy that harms gravely is for the almanac
		case x.Stars == 0 && !s.grows(x.Taxon, set.Region):
		case x.State == season.Ends && len(out.Ends) < mostToday:
			out.Ends = append(out.Ends, s.comesToday(x))
		case x.State == season.Ends:
			out.MoreEnd++
		case len(out.Begins) < mostToday:
			out.Begins = append(out.Begins, s.comesToday(x))
		default:
			out.MoreBegin++
		}
	}
	return out, nil
}

// grows tells whether a taxon is known from a region; so is everything where either is not said.
func (s *Session) grows(taxon, region string) bool {
	n, ok := s.Guide.Matrix.Taxon(taxon)
	if !ok || region == "" {
		return ok
	}
	known := s.Guide.Matrix.Taxa[n].Regions
	return len(known) == 0 || slices.Contains(known, region)
}

func (s *Session) comesToday(x *InSeason) ComesToday {
	c := ComesToday{Taxon: x.Taxon, Name: x.Name, Part: x.Part, Says: x.Says, Stars: x.Stars, Doubles: []DoubleToday{}}
	says := make([]string, len(x.Spans))
	for i, p := range x.Spans {
		says[i] = p.Says
	}
	c.Span = strings.Join(says, "; ")
	for _, d := range x.Doubles {
		if n, ok := s.Guide.Matrix.Taxon(d.Taxon); ok && d.Here {
			c.Doubles = append(c.Doubles, DoubleToday{d.Taxon, s.Guide.Matrix.Taxa[n].DisplayName(), s.Guide.Matrix.Taxa[n].Harm})
		}
	}
	return c
}
