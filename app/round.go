package app

import (
	"context"
	"fmt"
	"slices"
	"time"

	"zestythicket/core/drill"
	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// RoundQuery says which round of made-up specimens is meant: the same query draws the same.
type RoundQuery struct {
	Seed  uint64
	Count int
	// Month is 1 to 12; 0 for this month.
	Month int
	// Kingdom is plantae or fungi; empty for both. Patch draws them as from one mixed patch.
	Kingdom string
	Patch   bool
}

// DrillRound is a round of made-up specimens, of which only is told what is seen at once.
type DrillRound struct {
	Seed      uint64          `json:"seed"`
	Date      string          `json:"date" doc:"The day on which they stand there"`
	Specimens []RoundSpecimen `json:"specimens"`
}

// RoundSpecimen is one of them.
type RoundSpecimen struct {
	Number  int    `json:"number" doc:"From 1"`
	Kingdom string `json:"kingdom"`
	// Looked is what is looked for.
	Looked TaxonName `json:"looked" doc:"What is looked for; what it is is told once it was called"`
	AtOnce []Seen    `json:"at_once" doc:"What is seen before anything is done with it"`
	Looks  []Look    `json:"looks" doc:"What else can be looked at"`
}

// Seen is what a specimen shows.
type Seen struct {
	Character string   `json:"character"`
	State     string   `json:"state" doc:"Empty for a number"`
	Value     *float64 `json:"value,omitempty" doc:"A number, in the character's unit"`
}

// Look is something that can be looked at.
type Look struct {
	Character string  `json:"character"`
	Minutes   float64 `json:"minutes" doc:"The work that it takes"`
}

// Judging is a call on a specimen of a round.
type Judging struct {
	Call    drill.Call `json:"call"`
	Percent int        `json:"percent" minimum:"50" maximum:"99" doc:"How sure, in per cent"`
	// Looks are the characters that were looked at.
	Looks []string `json:"looks" maxItems:"200"`
}

// JudgedRound is what came of a call.
type JudgedRound struct {
	Of     TaxonName `json:"of" doc:"What it was"`
	Right  bool      `json:"right"`
	Points float64   `json:"points" doc:"What the call was worth"`
	// Minutes is the work that the looks took, Cost what that cost.
	Minutes float64           `json:"minutes"`
	Cost    float64           `json:"cost" doc:"What the minutes cost"`
	Away    []drill.GivenAway `json:"away" doc:"What would have given it away; empty where it was what was looked for"`
	// Engine is what the engine would have come to, and by which looks.
	Engine EnginePath `json:"engine"`
	Due    *time.Time `json:"due,omitempty" doc:"When the pair is to be seen again; left out where it was what was looked for"`
	// Condition is what the piece was like.
	Condition []drill.PieceState `json:"condition"`
}

// EnginePath is the engine's own way to a specimen.
type EnginePath struct {
	Verdict guide.Verdict `json:"verdict"`
	Minutes float64       `json:"minutes"`
	Looks   []Seen        `json:"looks" doc:"What it looked at, in its order; without state and value where that was not there"`
}

// ground is where and when practice is set: where the user usually looks, on the fifteenth of another month.
func (s *Session) ground(ctx context.Context, q RoundQuery) (drill.Request, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return drill.Request{}, err
	}
	day := s.Now().Local()
	if q.Month < 0 || q.Month > 12 {
		return drill.Request{}, refused("a month is 1 to 12, not %d", q.Month)
	}
	if q.Month > 0 && q.Month != int(day.Month()) {
		day = time.Date(day.Year(), time.Month(q.Month), 15, 0, 0, 0, 0, day.Location())
	}
	at, _ := set.site(s.Guide.Matrix)
	place := season.Site(at)
	return drill.Request{Seed: q.Seed, Count: q.Count, Patch: q.Patch, Kingdom: q.Kingdom, Region: set.Region, Date: day.Format(time.DateOnly), Place: &place}, nil
}

// Round draws a round.
func (s *Session) Round(ctx context.Context, q RoundQuery) (*DrillRound, error) {
	r, err := s.ground(ctx, q)
	if err != nil {
		return nil, err
	}
	list, err := drill.Draw(s.Guide.Matrix, r)
	if err != nil {
		return nil, refuse(err)
	}
	out := &DrillRound{Seed: q.Seed, Date: r.Date, Specimens: []RoundSpecimen{}}
	for i := range list {
		sp := &list[i]
		one := RoundSpecimen{Number: i + 1, Kingdom: sp.Kingdom, Looked: s.taxonName(sp.Target), AtOnce: []Seen{}, Looks: []Look{}}
		for _, c := range sp.AtOnce(s.Guide.Matrix) {
			one.AtOnce = append(one.AtOnce, seen(sp, c))
		}
		for _, c := range sp.Looks(s.Guide.Matrix) {
			n, _ := s.Guide.Matrix.Column(c)
			one.Looks = append(one.Looks, Look{c, s.Guide.Matrix.Columns[n].MinutesOf()})
		}
		out.Specimens = append(out.Specimens, one)
	}
	return out, nil
}

// taxonName names a taxon with its harm.
func (s *Session) taxonName(id string) TaxonName {
	t := TaxonName{Taxon: id, Name: s.nameOf(id), Harm: guide.Unknown, Organs: []guide.Organ{}}
	if n, ok := s.Guide.Matrix.Taxon(id); ok {
		t.Harm = s.Guide.Matrix.Taxa[n].Harm
	}
	return t
}

func seen(sp *drill.Specimen, character string) Seen {
	v, ok := sp.Readings[character]
	if !ok {
		return Seen{Character: character}
	}
	return Seen{character, v.State, v.Value}
}

// specimen draws one specimen of a round again.
func (s *Session) specimen(ctx context.Context, q RoundQuery, number int) (*drill.Specimen, drill.Request, error) {
	r, err := s.ground(ctx, q)
	if err != nil {
		return nil, r, err
	}
	list, err := drill.Draw(s.Guide.Matrix, r)
	if err != nil {
		return nil, r, refuse(err)
	}
	if number < 1 || number > len(list) {
		return nil, r, refused("the round has no specimen %d", number)
	}
	return &list[number-1], r, nil
}

// LookAt tells what a specimen of a round shows for a character.
func (s *Session) LookAt(ctx context.Context, q RoundQuery, number int, character string) (*Seen, error) {
	sp, _, err := s.specimen(ctx, q, number)
	if err != nil {
		return nil, err
	}
	if _, ok := s.Guide.Matrix.Column(character); !ok {
		return nil, refused("the guide has no character %q", character)
	}
	out := seen(sp, character)
	return &out, nil
}

// Judge notes a call on a specimen of a round, and tells what it was, what the call is worth, and what would have given it away.
func (s *Session) Judge(ctx context.Context, w Write, q RoundQuery, number int, j Judging) (*JudgedRound, error) {
	sp, r, err := s.specimen(ctx, q, number)
	if err != nil {
		return nil, err
	}
	if !slices.Contains(drill.Calls, j.Call) {
		return nil, refused("a call is take, leave or show, not %q", j.Call)
	}
	g := s.Guide.Matrix
	known := sp.Looks(g)
	var looks []string
	minutes := 0.0
	for _, c := range j.Looks {
		if n, ok := g.Column(c); ok && slices.Contains(known, c) && !slices.Contains(looks, c) {
			looks, minutes = append(looks, c), minutes+g.Columns[n].MinutesOf()
		}
	}
	engine, path, err := drill.Engine(g, sp, r.Region)
	if err != nil {
		return nil, err
	}
	of := &g.Taxa[sp.Of]
	points := drill.Points(of, engine.Verdict == guide.RuledClear, j.Call)
	body := events.Judged{
		Looked: sp.Target, Of: of.ID, Seed: q.Seed, Number: number, Call: string(j.Call), Sure: float64(j.Percent) / 100, Points: points, Looks: looks, Minutes: minutes,
		Wrong: !drill.Right(points),
	}
	if sp.Of != sp.Looked {
		body.Card = drill.PairCard(sp.Target, of.ID)
	}
	o, err := practices.change(ctx, s, s.practiceID(), w, events.Judge, body)
	if err != nil {
		return nil, err
	}
	out := &JudgedRound{
		Of: s.taxonName(of.ID), Right: drill.Right(points), Points: points, Minutes: minutes, Cost: drill.Minutes(minutes), Away: append([]drill.GivenAway{}, drill.GivesAway(g, sp, append(sp.AtOnce(g), looks...))...),
		Engine: EnginePath{Verdict: engine.Verdict, Minutes: engine.Minutes, Looks: []Seen{}}, Condition: append([]drill.PieceState{}, sp.Condition...),
	}
	for _, p := range path {
		out.Engine.Looks = append(out.Engine.Looks, seen(sp, p.Character))
	}
	if body.Card != "" {
		due := cardsOf(&o.now)[body.Card].Due
		out.Due = &due
	}
	return out, nil
}

// DrillLine is a specimen as teachers print it, and the engine's own path to it.
type DrillLine struct {
	Number    int                `json:"number"`
	Looked    string             `json:"looked"`
	Of        string             `json:"of"`
	Harm      guide.Harm         `json:"harm"`
	Condition []drill.PieceState `json:"condition"`
	AtOnce    []Seen             `json:"at_once"`
	Looks     []Seen             `json:"looks"`
	Engine    EnginePath         `json:"engine"`
}

// DrillSheet draws specimens, and gives what each shows, what it is and the engine's own path to it.
func DrillSheet(g *guide.Matrix, r drill.Request) ([]DrillLine, error) {
	list, err := drill.Draw(g, r)
	if err != nil {
		return nil, refuse(err)
	}
	out := []DrillLine{}
	for i := range list {
		sp := &list[i]
		engine, path, err := drill.Engine(g, sp, r.Region)
		if err != nil {
			return nil, fmt.Errorf("specimen %d: %w", i+1, err)
		}
		l := DrillLine{
			Number: i + 1, Looked: sp.Target, Of: g.Taxa[sp.Of].ID, Harm: g.Taxa[sp.Of].Harm, Condition: sp.Condition, AtOnce: []Seen{}, Looks: []Seen{},
			Engine: EnginePath{engine.Verdict, engine.Minutes, []Seen{}},
		}
		for _, c := range sp.AtOnce(g) {
			l.AtOnce = append(l.AtOnce, seen(sp, c))
		}
		for _, c := range sp.Looks(g) {
			l.Looks = append(l.Looks, seen(sp, c))
		}
		for _, p := range path {
			l.Engine.Looks = append(l.Engine.Looks, seen(sp, p.Character))
		}
		out = append(out, l)
	}
	return out, nil
}
