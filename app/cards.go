package app

import (
	"context"
	"slices"
	"strings"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/season"
	"zestythicket/core/walk"
)

// Card is a pocket card of a taxon for a day.
type Card struct {
	Taxon    Taxon              `json:"taxon"`
	Usual    map[string]string  `json:"usual" doc:"What its figure is drawn from"`
	Sizes    map[string]float64 `json:"sizes"`
	MustSee  []CardLine         `json:"must_see"`
	Doubles  []CardDouble       `json:"doubles" doc:"The most harmful first"`
	Checks   []CardLine         `json:"checks" doc:"What tells it that day, in order"`
	Minutes  float64            `json:"minutes" doc:"What the checks take on a first specimen"`
	Told     walk.Told          `json:"told"`
	ToldSays string             `json:"told_says"`
	State    string             `json:"state" doc:"How far on its part is, in words"`
	Spans    []Span             `json:"spans"`
	Today    int                `json:"today" doc:"The day of the year, 1 to 365"`
	Cautions string             `json:"cautions"`
	Date     string             `json:"date"`
}

// CardLine is something to look at, and what the taxon shows there.
type CardLine struct {
	Character string `json:"character"`
	Name      string `json:"name"`
	Shows     string `json:"shows"`
	Home      bool   `json:"home" doc:"Whether it is done at home"`
}

// CardDouble is a harmful taxon that it is taken for.
type CardDouble struct {
	Taxon Taxon  `json:"taxon"`
	Tell  string `json:"tell"`
	Here  bool   `json:"here" doc:"Whether it may be about that day"`
}

// Cards makes pocket cards of taxa for a day, or of a walk's targets for its day, place and kit.
func (s *Session) Cards(ctx context.Context, taxa []string, walkID, date string) ([]Card, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	day, err := s.day(date)
	if err != nil {
		return nil, err
	}
	at, _ := set.site(s.Guide.Matrix)
	r := &walk.Request{Date: day.Format(time.DateOnly), Region: set.Region, Start: walk.Place{Site: at}, Minutes: 60, Observer: set.observer()}
	if walkID != "" {
		o, err := walks.open(ctx, s, walkID)
		if err != nil {
			return nil, err
		}
		if r, err = s.request(ctx, &o.now); err != nil {
			return nil, err
		}
		if len(taxa) == 0 {
			for _, t := range o.now.Outing.Targets {
				taxa = append(taxa, t.Taxon)
			}
		}
	}
	r.Targets, r.Places, r.Minutes, r.Look = nil, nil, 60, false
	for _, id := range taxa {
		n, err := s.find(id)
		if err != nil {
			return nil, err
		}
		if !s.Guide.Matrix.Taxa[n].Useful() {
			return nil, refused("%s has no use in this guide; cards are made of what is looked for", s.nameOf(id))
		}
		r.Targets = append(r.Targets, walk.Target{Taxon: id})
	}
	out := []Card{}
	for some := range slices.Chunk(r.Targets, walk.MostTargets) {
		r.Targets = some
		p, err := s.plan(r)
		if err != nil {
			return nil, refuse(err)
		}
		for i := range p.Targets {
			out = append(out, s.card(&p.Targets[i], p.Date))
		}
	}
	return out, nil
}

func (s *Session) card(a *walk.Aim, date string) Card {
	m := s.Guide.Matrix
	n, _ := m.Taxon(a.Taxon) // it was planned for
	t := m.Described(n)
	day, _ := time.Parse(time.DateOnly, date) // was checked
	c := Card{
		Taxon: s.taxon(n), Usual: m.Usual(n, ""), Sizes: m.Sizes(n), MustSee: []CardLine{}, Doubles: []CardDouble{}, Checks: []CardLine{}, Minutes: a.Telling.First,
		Told: a.Telling.Told, ToldSays: toldSays(a), State: a.Part.Says(), Spans: spans(a.Part), Today: season.YearDay(day), Cautions: string(t.Cautions), Date: date,
	}
	for _, id := range t.MustSee {
		c.MustSee = append(c.MustSee, s.cardLine(n, id))
	}
	for _, x := range a.Telling.Checks {
		c.Checks = append(c.Checks, s.cardLine(n, x.Character))
	}
	here := map[string]bool{}
	for _, d := range a.Dangers {
		here[d.Taxon] = true
	}
	doubles := guide.NewBits(len(m.Taxa))
	tells := map[int]string{}
	for _, l := range t.Lookalikes {
		if k, ok := m.Taxon(l.Taxon); ok && m.Taxa[k].Harm.Hurts() {
			doubles.Set(k)
			tells[k] = l.Tell
		}
	}
	for _, k := range m.GravestFirst(doubles) {
		c.Doubles = append(c.Doubles, CardDouble{s.taxon(k), tells[k], here[m.Taxa[k].ID]})
	}
	return c
}

// toldSays says whether a target can be told, in a sentence.
func toldSays(a *walk.Aim) string {
	open := 0
	for _, o := range a.Telling.Open {
		if o.Taxon != a.Taxon {
			open++
		}
	}
	switch a.Telling.Told {
	case walk.Can:
		return "What can be read then tells it from everything harmful."
	case walk.Depends:
		return "It hangs on what the piece shows: " + plural(open, "harmful kind") + " may still be it after all checks. Then leave it."
	case walk.Gone:
		return "Not in season then. " + a.Part.Says() + "."
	}
	says := "It cannot be told then"
	if len(a.Telling.Missing) > 0 {
		says += " without " + walk.Tools(a.Telling.Missing)
	}
	if a.Telling.From != "" {
		says += "; from " + dateWords(a.Telling.From) + " on it can be named"
	}
	return says + "."
}

// cardLine is a character with what a taxon shows there.
func (s *Session) cardLine(taxon int, character string) CardLine {
	m := s.Guide.Matrix
	n, ok := m.Column(character)
	if !ok {
		return CardLine{Character: character, Name: character}
	}
	col := &m.Columns[n]
	line := CardLine{Character: character, Name: col.DisplayName(), Home: col.Where == guide.Home}
	if col.Scored.Has(taxon) {
		line.Shows = showsWords(col, &col.Patterns[col.Pattern[taxon]].Score)
	}
	return line
}

// worthSaying is how often beside the others a state is shown that a card names; common practice, no source.
const worthSaying = 0.2

// showsWords says what a score is usually: its states but the rare ones, or its numbers.
func showsWords(col *guide.Column, sc *guide.Score) string {
	var names []string
	for _, sh := range sc.States {
		if k, ok := col.State(sh.State); ok && !sh.Rare && (sh.Share == 0 || sh.Share >= worthSaying) {
			if name := guide.InSentence(col.States[k].Name); len(names) == 0 || names[len(names)-1] != name {
				names = append(names, name)
			}
		}
	}
	switch r := sc.Range; {
	case len(names) > 0:
		return guide.AtStart(strings.Join(names, " or "))
	case r != nil && r.Low != nil && r.High != nil:
		return strings.TrimSpace(number(*r.Low) + " to " + number(*r.High) + " " + col.Unit)
	case r != nil && r.Min != nil && r.Max != nil:
		return strings.TrimSpace(number(*r.Min) + " to " + number(*r.Max) + " " + col.Unit)
	}
	var counts []string
	for _, n := range sc.Counts {
		counts = append(counts, number(float64(n)))
	}
	return strings.Join(counts, " or ")
}

// CalendarEntry is a day, or several, in a calendar, or a time of a day.
type CalendarEntry struct {
	// ID is the same each time the calendar is made.
	ID       string
	From, To time.Time // both included
	Title    string
	Says     string
	// Timed tells that From and To are moments, not days; then it is reminded of when it begins.
	Timed bool
}

// Calendar is what the user follows, the walks to come and the spore prints that are to be looked at, as a calendar: from today for a year, when
// each begins and ends here.
func (s *Session) Calendar(ctx context.Context) ([]byte, error) {
	noted, err := s.noted(ctx)
	if err != nil {
		return nil, err
	}
	today, _ := s.day("")
	a, err := s.almanac(ctx, noted, today)
	if err != nil {
		return nil, err
	}
	var list []CalendarEntry
	for _, x := range a.Taxa {
		if x.Stars == 0 || x.State == season.Always {
			continue
		}
		says := "By the almanac of your place. It comes when it comes."
		if x.Own != "" {
			says = x.Own + " " + says
		}
		for _, sp := range x.Spans {
			begins, ends := next(today, sp.From), next(today, sp.To)
			list = append(list,
				CalendarEntry{ID: "begins-" + x.Taxon + "-" + begins.Format(time.DateOnly), From: begins, To: begins, Title: x.Name + " begins", Says: says},
				CalendarEntry{ID: "ends-" + x.Taxon + "-" + ends.Format(time.DateOnly), From: ends, To: ends, Title: x.Name + " ends", Says: says})
		}
	}
	streams, err := s.Walks(ctx)
	if err != nil {
		return nil, err
	}
	for _, w := range streams {
		day, err := time.Parse(time.DateOnly, w.Date)
		if err != nil || w.State == WalkEnded {
			continue
		}
		title := "Walk"
		if w.Name != "" {
			title += ": " + w.Name
		}
		list = append(list, CalendarEntry{ID: "walk-" + w.ID, From: day, To: day, Title: title, Says: "To look for: " + strings.Join(w.Targets, ", ") + "."})
	}
	bench, err := s.Prints(ctx)
	if err != nil {
		return nil, err
	}
	for _, p := range bench.Prints {
		if p.Done || p.Natural || p.Until.Before(s.Now()) {
			continue
		}
		title := strings.TrimSuffix("Look at the spore print: "+p.Tray, ": ")
		list = append(list, CalendarEntry{ID: "print-" + p.ID, From: p.From, To: p.Until, Title: title, Says: p.Name + ". It is to be looked at from then on, in daylight.", Timed: true})
	}
	tasks, err := s.Tasks(ctx)
	if err != nil {
		return nil, err
	}
	for _, t := range tasks {
		if t.Done || t.Late {
			continue
		}
		until := t.Until
		if until.IsZero() {
			until = t.From.Add(time.Hour)
		}
		list = append(list, CalendarEntry{ID: "task-" + t.ID, From: t.From, To: until, Title: t.What, Says: t.Why, Timed: true})
	}
	return s.WriteCalendar(list, s.Now())
}

// next is the next day, from a day on, that is that day of the year.
func next(from time.Time, day int) time.Time {
	on := time.Date(from.Year(), 1, 1, 0, 0, 0, 0, time.UTC)
	for _, year := range []int{from.Year(), from.Year() + 1} {
		month, err := time.Parse("01-02", season.MonthDay(day))
		if on = time.Date(year, month.Month(), month.Day(), 0, 0, 0, 0, time.UTC); err == nil && !on.Before(from) {
			break
		}
	}
	return on
}
