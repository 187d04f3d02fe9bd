package app

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"time"

	"zestythicket/core/drill"
	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/season"

	"github.com/google/uuid"
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

// practices says how practice is kept.
var practices = streamKind[events.Practice]{
	kind: events.PracticeStream, fold: events.FoldPractice,
	allows: func(p *events.Practice, kind events.Kind) error { return p.Allows(kind) },
	undoes: func(*events.Practice) (string, string) { return "", "" },
	list: func(s *Stream, p *events.Practice) error {
		l, err := json.Marshal(practiceListing{drill.Counts(readsOf(p))})
		s.Listing = l
		return err
	},
}

// practiceListing is what is listed of practice: how often characters were misread, which rulings ask for each time.
type practiceListing struct {
	Counts []drill.Count `json:"counts"`
}

// practiceSpace is the name space of the ids of owners' practice.
var practiceSpace = uuid.MustParse("0197c0de-0a1a-7aac-8000-000000000004")

func (s *Session) practiceID() string {
	return uuid.NewSHA1(practiceSpace, []byte(s.Owner)).String()
}

// readsOf lists the states that were named.
func readsOf(p *events.Practice) []drill.Read {
	var out []drill.Read
	for _, r := range p.Recalled {
		if r.Character != "" {
			out = append(out, drill.Read{Character: r.Character, Shown: r.Right, Answered: r.Answered})
		}
	}
	return out
}

// practised is what was practised; nothing where nothing was.
func (s *Session) practised(ctx context.Context) (*events.Practice, error) {
	o, err := practices.open(ctx, s, s.practiceID())
	if isMissing(err) {
		return &events.Practice{}, nil
	}
	if err != nil {
		return nil, err
	}
	return &o.now, nil
}

// misread lists the characters that the owner misreads more often than usual.
func (s *Session) misread(ctx context.Context) ([]string, error) {
	st, err := s.Store.Find(ctx, s.Owner, events.PracticeStream, s.practiceID())
	if isMissing(err) {
		return nil, nil
	}
	var l practiceListing
	if err == nil {
		err = json.Unmarshal(st.Listing, &l)
	}
	return drill.Biting(s.Guide.Matrix, l.Counts), err
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

// cardsOf gives what was learnt of each card.
func cardsOf(p *events.Practice) map[string]drill.Card {
	var list []drill.Graded
	for _, j := range p.Judged {
		if j.Card != "" {
			list = append(list, drill.Graded{Card: j.Card, At: j.At, Grade: drill.GradeOf(!j.Wrong, j.Sure < sureEnough)})
		}
	}
	for _, r := range p.Recalled {
		list = append(list, drill.Graded{Card: r.Card, At: r.At, Grade: drill.GradeOf(r.Answered == r.Right, r.Unsure)})
	}
	slices.SortStableFunc(list, func(a, b drill.Graded) int { return a.At.Compare(b.At) })
	return drill.Learn(list)
}

// due counts the cards that are to be seen again on the day of a moment.
func due(cards map[string]drill.Card, now time.Time) int {
	n := 0
	for _, c := range cards {
		if c.IsDue(now) {
			n++
		}
	}
	return n
}

// sureEnough is how sure a call has to be to count as known. Common practice; no source.
const sureEnough = 0.7

// AskCard asks the next card of a deck: what is due first, then what is of a character that is misread and was not asked today, then what was never seen, in an
// order of the seed's. Nil where nothing is left.
func (s *Session) AskCard(ctx context.Context, deck drill.Deck, seed uint64) (*drill.Question, error) {
	p, err := s.practised(ctx)
	if err != nil {
		return nil, err
	}
	learnt := cardsOf(p)
	cards, err := s.deck(ctx, deck, learnt, p)
	if err != nil {
		return nil, err
	}
	bites, err := s.misread(ctx)
	if err != nil {
		return nil, err
	}
	r := rand.New(rand.NewPCG(seed, 1))
	r.Shuffle(len(cards), func(i, j int) { cards[i], cards[j] = cards[j], cards[i] })
	now := s.Now()
	rank := func(card string) int {
		c, known := learnt[card]
		switch {
		case known && c.IsDue(now):
			return 0
		case slices.Contains(bites, drill.CharacterOf(card)) && (!known || now.Sub(c.Seen) > today):
			return 1
		case !known:
			return 2
		}
		return resting
	}
	slices.SortStableFunc(cards, func(a, b string) int { return rank(a) - rank(b) })
	for _, card := range cards {
		if rank(card) == resting && deck == drill.Due {
			break
		}
		q, err := drill.Ask(s.Guide.Matrix, card, seed)
		if errors.Is(err, drill.ErrNoCard) {
			continue // the guide has changed
		}
		return q, err
	}
	return nil, nil
}

// resting is the rank of a card that need not be seen again yet; today how long a card that was asked is not asked again for being misread. Common practice; no source.
const (
	resting = 3
	today   = 12 * time.Hour
)

// deck lists the cards of a deck.
func (s *Session) deck(ctx context.Context, deck drill.Deck, learnt map[string]drill.Card, p *events.Practice) ([]string, error) {
	var cards []string
	switch deck {
	case drill.Due:
		for card, c := range learnt {
			if c.IsDue(s.Now()) {
				cards = append(cards, card)
			}
		}
	case drill.Mistaken:
		all, err := drill.Cards(s.Guide.Matrix, drill.States, drill.Request{})
		if err != nil {
			return nil, err
		}
		wrong := map[string]bool{}
		for _, m := range drill.Misreads(s.Guide.Matrix, readsOf(p)) {
			wrong[m.Character] = m.Wrong > 0
		}
		for _, card := range all {
			if q, err := drill.Ask(s.Guide.Matrix, card, 0); err == nil && wrong[q.Character] {
				cards = append(cards, card)
			}
		}
	default:
		r, err := s.ground(ctx, RoundQuery{})
		if err != nil {
			return nil, err
		}
		if cards, err = drill.Cards(s.Guide.Matrix, deck, r); err != nil {
			return nil, refuse(err)
		}
	}
	slices.Sort(cards)
	return cards, nil
}

// Remembered is what came of an answer.
type Remembered struct {
	Correct bool      `json:"correct"`
	Right   string    `json:"right" doc:"The choice that is right"`
	Due     time.Time `json:"due" doc:"When it is to be seen again"`
	// Bites tells that the character is misread more often than usual from now on.
	Bites bool `json:"bites" doc:"The character is misread more often than usual: its readings count as unsure until they are made afresh"`
}

// RecallCard notes an answer to a card that was asked with a seed.
func (s *Session) RecallCard(ctx context.Context, w Write, card string, seed uint64, answer string, unsure bool) (*Remembered, error) {
	q, err := drill.Ask(s.Guide.Matrix, card, seed)
	if err != nil {
		return nil, refuse(err)
	}
	if !slices.Contains(q.Choices, answer) {
		return nil, refused("%q was not offered", answer)
	}
	before, err := s.misread(ctx)
	if err != nil {
		return nil, err
	}
	o, err := practices.change(ctx, s, s.practiceID(), w, events.Recall, events.Recalled{Card: card, Right: q.Right, Answered: answer, Character: q.Character, Unsure: unsure})
	if err != nil {
		return nil, err
	}
	after, err := s.misread(ctx)
	if err != nil {
		return nil, err
	}
	if !slices.Equal(before, after) { // what is listed of records hangs on it
		s.settings = nil
		s.touch()
	}
	return &Remembered{answer == q.Right, q.Right, cardsOf(&o.now)[card].Due, q.Character != "" && slices.Contains(after, q.Character)}, nil
}

// PracticeState is what was practised, and what is to be.
type PracticeState struct {
	Due   int         `json:"due" doc:"How many cards are to be seen again today"`
	Decks []DeckState `json:"decks"`
	// Calls is how many specimens were called, Right how many rightly; Deadly how many deadly ones were taken.
	Calls  int     `json:"calls"`
	Right  int     `json:"right"`
	Deadly int     `json:"deadly" doc:"How many deadly ones were taken"`
	Points float64 `json:"points"`
	// Brier is 0 for perfect and 0.25 for a coin.
	Brier       float64         `json:"brier" doc:"How far sureness lies from what was: 0 is perfect, 0.25 a coin"`
	Calibration []drill.Bin     `json:"calibration" doc:"How often calls of each sureness were right"`
	Days        []PracticeDay   `json:"days" doc:"By day, the latest last; at most 60"`
	Misreads    []drill.Misread `json:"misreads" doc:"What bites first"`
	// Off tells that misreadings count for nothing on the bench, for the user wants it so.
	Off bool `json:"off" doc:"Misreadings count for nothing on the bench, for the user wants it so"`
}

// DeckState is a deck and how far it is learnt.
type DeckState struct {
	Deck  drill.Deck `json:"deck"`
	Cards int        `json:"cards"`
	Seen  int        `json:"seen"`
	Due   int        `json:"due"`
}

// PracticeDay is what was practised on a day.
type PracticeDay struct {
	Date   string  `json:"date"`
	Calls  int     `json:"calls"`
	Cards  int     `json:"cards"`
	Wrong  int     `json:"wrong"`
	Points float64 `json:"points"`
}

// mostDays is how many days of practice are told. Common practice; no source.
const mostDays = 60

// PracticeState tells what was practised, and what is to be.
func (s *Session) PracticeState(ctx context.Context) (*PracticeState, error) {
	p, err := s.practised(ctx)
	if err != nil {
		return nil, err
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	learnt := cardsOf(p)
	out := &PracticeState{Decks: []DeckState{}, Days: []PracticeDay{}, Misreads: drill.Misreads(s.Guide.Matrix, readsOf(p)), Off: set.NoMisreads, Calls: len(p.Judged)}
	out.Due = due(learnt, s.Now())
	for _, d := range drill.Decks {
		cards, err := s.deck(ctx, d, learnt, p)
		if err != nil && !isRefused(err) { // nothing may be there in this month
			return nil, err
		}
		state := DeckState{Deck: d, Cards: len(cards)}
		for _, card := range cards {
			if c, ok := learnt[card]; ok {
				if state.Seen++; c.IsDue(s.Now()) {
					state.Due++
				}
			}
		}
		out.Decks = append(out.Decks, state)
	}
	days := map[string]*PracticeDay{}
	on := func(at time.Time) *PracticeDay {
		d := at.Local().Format(time.DateOnly)
		if days[d] == nil {
			days[d] = &PracticeDay{Date: d}
		}
		return days[d]
	}
	var sure []drill.Sure
	for _, j := range p.Judged {
		d := on(j.At)
		d.Calls++
		d.Points += j.Points + drill.Minutes(j.Minutes)
		out.Points += j.Points + drill.Minutes(j.Minutes)
		if sure = append(sure, drill.Sure{P: j.Sure, Right: !j.Wrong}); j.Wrong {
			d.Wrong++
		} else {
			out.Right++
		}
		if n, ok := s.Guide.Matrix.Taxon(j.Of); ok && j.Call == string(drill.Take) && s.Guide.Matrix.Taxa[n].Harm == guide.Deadly {
			out.Deadly++
		}
	}
	for _, r := range p.Recalled {
		d := on(r.At)
		if d.Cards++; r.Answered != r.Right {
			d.Wrong++
		}
	}
	out.Brier, out.Calibration = drill.Brier(sure), drill.Calibration(sure)
	for _, d := range days {
		out.Days = append(out.Days, *d)
	}
	slices.SortFunc(out.Days, func(a, b PracticeDay) int { return cmp.Compare(a.Date, b.Date) })
	out.Days = out.Days[max(0, len(out.Days)-mostDays):]
	return out, nil
}

func isRefused(err error) bool {
	var r Refused
	return errors.As(err, &r)
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
