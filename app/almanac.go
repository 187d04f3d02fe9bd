package app

import (
	"cmp"
	"context"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/season"

	"github.com/google/uuid"
)

// Almanac is the year at the user's place, seen from a day.
type Almanac struct {
	Date  string `json:"date"`
	Today int    `json:"today" doc:"The day of the year, 1 to 365"`
	Place Place  `json:"place"`
	// Yours tells that the place is the user's; else it is the guide's reference place.
	Yours bool `json:"yours" doc:"Whether it is the user's place; else it is the one that the guide was written for"`
	// Year says how early the year is by the user's own dates; empty where there are none.
	Year    string          `json:"year"`
	Rain    string          `json:"rain" doc:"What the weather says, in a sentence"`
	Weather WeatherKnown    `json:"weather"`
	Taxa    []InSeason      `json:"taxa" doc:"Those with a use, those that are followed first, then by when they are there"`
	Harmful []HarmfulAround `json:"harmful" doc:"The harmful doubles of those"`
	Dates   []OwnDate       `json:"dates" doc:"The user's own, the latest first"`
	CanUndo bool            `json:"can_undo"`
	CanRedo bool            `json:"can_redo"`
	// Revision is what there is of it: to be sent back with the next change as what was seen.
	Revision events.Revision `json:"revision"`
}

// Span is a stretch of the year, both days included, 1 to 365; to below from runs over the year's end.
type Span struct {
	From int    `json:"from"`
	To   int    `json:"to"`
	Says string `json:"says" doc:"Its first and last day in words"`
}

// InSeason is a taxon with a use in the almanac.
type InSeason struct {
	Taxon   string         `json:"taxon"`
	Name    string         `json:"name"`
	Kingdom string         `json:"kingdom"`
	Use     guide.Use      `json:"use"`
	Harm    guide.Harm     `json:"harm"`
	Stars   int            `json:"stars"`
	Organ   guide.Organ    `json:"organ"`
	Part    string         `json:"part" doc:"What is taken of it; empty where the guide does not say"`
	State   season.State   `json:"state"`
	Says    string         `json:"says" doc:"The state in words"`
	Spans   []Span         `json:"spans"`
	Own     string         `json:"own" doc:"What the user's own dates say; empty for nothing"`
	Rain    string         `json:"rain" doc:"What rain says of one that waits for it; empty for one that does not, or where no weather is known"`
	Wet     bool           `json:"wet" doc:"Whether there was enough rain lately"`
	Doubles []DoubleAround `json:"doubles"`

	turns bool // it begins or ends about now
}

// DoubleAround is a harmful taxon that another is taken for.
type DoubleAround struct {
	Taxon string `json:"taxon"`
	Tell  string `json:"tell"`
	Here  bool   `json:"here" doc:"Whether it may be about on the day"`
}

// HarmfulAround is a harmful taxon with its year.
type HarmfulAround struct {
	Taxon string     `json:"taxon"`
	Name  string     `json:"name"`
	Harm  guide.Harm `json:"harm"`
	Spans []Span     `json:"spans" doc:"When anything of it is there; none where the guide does not say"`
}

// OwnDate is a date of the user's own.
type OwnDate struct {
	ID    string      `json:"id" doc:"Empty for one that a record tells"`
	Taxon string      `json:"taxon"`
	Name  string      `json:"name"`
	Organ guide.Organ `json:"organ"`
	Edge  season.Edge `json:"edge"`
	Date  string      `json:"date"`
	Note  string      `json:"note"`
	// Record is the record that tells it; empty for one that was noted.
	Record string `json:"record" doc:"The record that tells it; empty for one that was noted"`
	// Place is the place whose visits tell it; empty for others.
	Place string `json:"place" doc:"The place whose visits tell it; empty for others"`
}

// WeatherKnown is what weather was noted.
type WeatherKnown struct {
	Days    int          `json:"days"`
	From    string       `json:"from"`
	To      string       `json:"to"`
	Missing int          `json:"missing" doc:"Days between that are missing"`
	Sources []string     `json:"sources"`
	Latest  []season.Day `json:"latest" doc:"The last thirty days of it"`
}

// almanacs says how almanacs are kept.
var almanacs = streamKind[events.Almanac]{
	kind: events.AlmanacStream, fold: events.FoldAlmanac,
	allows: func(a *events.Almanac, kind events.Kind) error { return a.Allows(kind) },
	undoes: func(a *events.Almanac) (string, string) { return a.LastOp, a.NextOp },
	list:   func(s *Stream, _ *events.Almanac) error { s.Listing = json.RawMessage("{}"); return nil },
}

// almanacSpace is the name space of the ids of owners' almanacs.
var almanacSpace = uuid.MustParse("0197c0de-0a1a-7aac-8000-000000000001")

func (s *Session) almanacID() string { return uuid.NewSHA1(almanacSpace, []byte(s.Owner)).String() }

// noted is what the user noted of the year; nothing where nothing was.
func (s *Session) noted(ctx context.Context) (*events.Almanac, error) {
	o, err := almanacs.open(ctx, s, s.almanacID())
	if isMissing(err) {
		return &events.Almanac{Stars: map[string]int{}, Revision: events.Revision{}}, nil
	}
	if err != nil {
		return nil, err
	}
	return &o.now, nil
}

// Almanac gives the year at the user's place, seen from a day; empty for today.
func (s *Session) Almanac(ctx context.Context, date string) (*Almanac, error) {
	day, err := s.day(date)
	if err != nil {
		return nil, err
	}
	noted, err := s.noted(ctx)
	if err != nil {
		return nil, err
	}
	return s.almanac(ctx, noted, day)
}

// day reads a day; empty for today.
func (s *Session) day(date string) (time.Time, error) {
	if date == "" {
		now := s.Now().Local()
		return time.Date(now.Year(), now.Month(), now.Day(), 0, 0, 0, 0, time.UTC), nil
	}
	day, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return day, refused("date %q is not a day such as 2026-05-10", date)
	}
	return day, nil
}

func (s *Session) almanac(ctx context.Context, noted *events.Almanac, day time.Time) (*Almanac, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	m := s.Guide.Matrix
	at, yours := set.site(m)
	own, err := s.ownDates(ctx, noted, at)
	if err != nil {
		return nil, err
	}
	corrections := season.Correct(m, at, sightings(own))
	all, err := season.Almanac(m, at, day, corrections)
	if err != nil {
		return nil, refuse(err)
	}
	out := &Almanac{
		Date: day.Format(time.DateOnly), Today: season.YearDay(day), Yours: yours, Year: yearSays(corrections.Years[day.Year()], day.Year()),
		Place: Place{Name: set.Place.Name, Latitude: &at.Latitude, Longitude: &at.Longitude, ElevationM: &at.ElevationM},
		Taxa:  []InSeason{}, Harmful: []HarmfulAround{}, Dates: own, Weather: weatherKnown(noted), CanUndo: noted.LastOp != "", CanRedo: noted.NextOp != "", Revision: noted.Revision,
	}
	out.Rain = rainSays(season.Rain(noted.Weather, usualRain, day))
	around := map[int]bool{}
	for i := range all {
		t := m.Described(i)
		if !t.Useful() {
			continue
		}
		x := InSeason{
			Taxon: t.ID, Name: t.DisplayName(), Kingdom: t.Kingdom, Use: t.Use, Harm: t.Harm, Stars: noted.Stars[t.ID], Organ: all[i].Main.Organ,
			State: all[i].Main.State, Says: all[i].Main.Says(), Spans: spans(all[i].Main), Own: ownSays(corrections, t.ID, day.Year()), Doubles: []DoubleAround{}, turns: all[i].Main.Turns(),
		}
		if t.Harvest != nil {
			x.Part = t.Harvest.Part
		}
		if t.AfterRain != nil {
			if w := season.Rain(noted.Weather, *t.AfterRain, day); w.Known > 0 {
				x.Rain, x.Wet = rainSays(w), w.Enough
			}
		}
		for _, l := range t.Lookalikes {
			if n, ok := m.Taxon(l.Taxon); ok && m.Taxa[n].Harm.Hurts() {
				x.Doubles = append(x.Doubles, DoubleAround{l.Taxon, l.Tell, slices.Contains(all[i].Doubles, n)})
				around[n] = true
			}
		}
		slices.SortStableFunc(x.Doubles, func(a, b DoubleAround) int { return s.gravity(a.Taxon) - s.gravity(b.Taxon) })
		out.Taxa = append(out.Taxa, x)
	}
	for i := range all {
		if around[i] {
			t := &m.Taxa[i]
			out.Harmful = append(out.Harmful, HarmfulAround{t.ID, t.DisplayName(), t.Harm, spans(all[i].Whole)})
		}
	}
	slices.SortStableFunc(out.Taxa, func(a, b InSeason) int {
		return cmp.Or(b.Stars-a.Stars, a.State.Place()-b.State.Place(), strings.Compare(a.Name, b.Name))
	})
	return out, nil
}

// gravity is the place of a taxon's harm among the harms, the gravest first.
func (s *Session) gravity(id string) int {
	n, _ := s.Guide.Matrix.Taxon(id)
	return s.Guide.Matrix.Taxa[n].Harm.Gravity()
}

// usualRain is what mushrooms and leaves that come again wait for. Common practice; no source.
var usualRain = guide.AfterRain{MM: 20, WithinDays: 14, FromDays: 5}

func spans(p season.Part) []Span {
	out := []Span{}
	for _, w := range p.Windows {
		from, to := season.DayOf(w.From), season.DayOf(w.To)
		out = append(out, Span{from, to, dayWords(w.From) + " to " + dayWords(w.To)})
	}
	return out
}

// dayWords writes "09-05" as "5 September".
func dayWords(monthDay string) string {
	t, err := time.Parse("01-02", monthDay)
	if err != nil {
		return monthDay
	}
	return t.Format("2 January")
}

// dateWords writes a day as "5 September".
func dateWords(date string) string {
	t, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return date
	}
	return t.Format("2 January")
}

func rainSays(w season.Wet) string {
	switch {
	case w.Enough:
		return fmt.Sprintf("Enough rain on %s: look from %s.", dateWords(w.Fell), dateWords(w.Look))
	case w.Known == 0:
		return "No weather entered."
	case w.Ends != "":
		return fmt.Sprintf("No weather entered since %s.", dateWords(w.Ends))
	}
	return fmt.Sprintf("Not enough rain since %s.", dateWords(w.Since))
}

// lateWords says by how many days something is early or late.
func lateWords(days float64) string {
	n := math.Round(days)
	switch {
	case n == 0:
		return "on time"
	case n < 0:
		return plural(int(-n), "day") + " early"
	}
	return plural(int(n), "day") + " late"
}

func plural(n int, what string) string {
	if n == 1 {
		return "1 " + what
	}
	return fmt.Sprintf("%d %ss", n, what)
}

func yearSays(c season.Correction, year int) string {
	if c.From == 0 {
		return ""
	}
	return fmt.Sprintf("%d is %s by your own dates of %s.", year, lateWords(c.Days), plural(c.From, "kind"))
}

func ownSays(c season.Corrections, taxon string, year int) string {
	own := c.Taxa[taxon]
	if own.From == 0 {
		return ""
	}
	return fmt.Sprintf("Your own dates: %s this year, from %s.", lateWords(c.Of(taxon, year)), plural(own.From, "date"))
}

func weatherKnown(a *events.Almanac) WeatherKnown {
	w := WeatherKnown{Days: len(a.Weather), Sources: append([]string{}, a.Sources...), Latest: []season.Day{}}
	if n := len(a.Weather); n > 0 {
		w.From, w.To, w.Latest = a.Weather[0].Date, a.Weather[n-1].Date, append(w.Latest, a.Weather[max(0, n-30):]...)
		from, _ := time.Parse(time.DateOnly, w.From) // they were checked
		to, _ := time.Parse(time.DateOnly, w.To)
		w.Missing = int(to.Sub(from).Hours()/24) + 1 - n
	}
	return w
}

// mostRecordsAsked is how many records, the latest changed, are asked for dates. Common practice; no source.
const mostRecordsAsked = 2000

// ownDates are the dates that the user noted, and those that records tell: something was taken before its window here begins, or after
// it ends. A find within the window is neither a first nor a last one.
func (s *Session) ownDates(ctx context.Context, noted *events.Almanac, at season.Site) ([]OwnDate, error) {
	m, out := s.Guide.Matrix, []OwnDate{}
	name := func(id string) string {
		if n, ok := m.Taxon(id); ok {
			return m.Taxa[n].DisplayName()
		}
		return id
	}
	for _, d := range noted.Dates {
		out = append(out, OwnDate{ID: d.ID, Taxon: d.Taxon, Name: name(d.Taxon), Organ: d.Organ, Edge: d.Edge, Date: d.Date, Note: d.Note})
	}
	streams, err := s.Store.List(ctx, s.Owner, events.RecordStream, ListQuery{Limit: mostRecordsAsked})
	if err != nil {
		return nil, err
	}
	for i := range streams {
		var l listing
		if json.Unmarshal(streams[i].Listing, &l) != nil || l.Done != "took" || l.Date == "" {
			continue
		}
		n, ok := m.Taxon(l.Working)
		day, err := time.Parse(time.DateOnly, l.Date)
		if !ok || err != nil || m.Taxa[n].Harvest == nil {
			continue
		}
		organ := m.Taxa[n].Harvest.Organ
		if edge := season.Outside(m.Taxa[n].Season[organ], at, season.Site(m.Meta.Reference), day); edge != "" {
			out = append(out, OwnDate{Taxon: l.Working, Name: name(l.Working), Organ: organ, Edge: edge, Date: l.Date, Record: streams[i].ID})
		}
	}
	visited, err := s.visited(ctx)
	if err != nil {
		return nil, err
	}
	out = append(out, visited...)
	slices.SortStableFunc(out, func(a, b OwnDate) int { return strings.Compare(b.Date, a.Date) })
	return out, nil
}

func sightings(own []OwnDate) []season.Sighting {
	var out []season.Sighting
	for _, d := range own {
		out = append(out, season.Sighting{Taxon: d.Taxon, Organ: d.Organ, Edge: d.Edge, Date: d.Date})
	}
	return out
}

// note adds an event to the user's almanac and gives it as it is then, seen from a day.
func (s *Session) note(ctx context.Context, w Write, kind events.Kind, says any, date string) (*Almanac, error) {
	day, err := s.day(date)
	if err != nil {
		return nil, err
	}
	o, err := almanacs.change(ctx, s, s.almanacID(), w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.almanac(ctx, &o.now, day)
}

// FollowTaxon says how much a taxon is looked forward to: 1 to 3 stars, 0 for no longer.
func (s *Session) FollowTaxon(ctx context.Context, w Write, taxon string, stars int, date string) (*Almanac, error) {
	if _, err := s.find(taxon); err != nil && stars > 0 {
		return nil, err
	}
	if stars < 0 || stars > 3 {
		return nil, refused("%d stars are not 0 to 3", stars)
	}
	return s.note(ctx, w, events.Follow, events.Followed{Taxon: taxon, Stars: stars}, date)
}

// NoteDate keeps a date of the user's own, under an id of the client's.
func (s *Session) NoteDate(ctx context.Context, w Write, id string, seen season.Sighting, note, date string) (*Almanac, error) {
	if _, err := s.find(seen.Taxon); err != nil {
		return nil, err
	}
	if err := seen.Check(); err != nil {
		return nil, refuse(err)
	}
	day, _ := time.Parse(time.DateOnly, seen.Date) // was checked
	if day.After(s.Now().AddDate(0, 0, 1)) {
		return nil, refused("%s is still to come; a date is noted when it was seen", seen.Date)
	}
	return s.note(ctx, w, events.Sight, events.Sighted{ID: id, Sighting: seen, Note: note}, date)
}

// ForgetDate takes a date of the user's own away.
func (s *Session) ForgetDate(ctx context.Context, w Write, id, date string) (*Almanac, error) {
	return s.note(ctx, w, events.Forget, events.Forgotten{ID: id}, date)
}

// NoteWeather keeps days of weather that were written by hand.
func (s *Session) NoteWeather(ctx context.Context, w Write, from string, days []season.Day, date string) (*Almanac, error) {
	if len(days) == 0 {
		return nil, refused("there is no day to keep")
	}
	for _, d := range days {
		if err := d.Check(); err != nil {
			return nil, refuse(err)
		}
	}
	return s.note(ctx, w, events.Measure, events.Measured{From: from, Days: days}, date)
}

// ImportWeather keeps days of weather from a table (CSV: date,tmin_c,tmax_c,rain_mm), all of them or none. Gaps says which days between
// them are missing; empty for none.
func (s *Session) ImportWeather(ctx context.Context, w Write, name, table, date string) (a *Almanac, gaps string, err error) {
	days, gaps, err := season.ReadCSV(strings.NewReader(table))
	if err != nil {
		return nil, "", refuse(err)
	}
	a, err = s.note(ctx, w, events.Measure, events.Measured{From: name, Days: days}, date)
	return a, gaps, err
}

// StandIn is where the made-up weather is from.
const StandIn = "stand-in station"

// StationWeather keeps the days from one to another that the stand-in station of the demo's valley makes up from a seed.
func (s *Session) StationWeather(ctx context.Context, w Write, seed uint64, from, to string) (*Almanac, error) {
	first, err := s.day(from)
	if err != nil {
		return nil, err
	}
	last, err := s.day(to)
	if err != nil {
		return nil, err
	}
	if n := int(last.Sub(first).Hours()/24) + 1; n < 1 || n > season.MostDays {
		return nil, refused("from %s to %s are not 1 to %d days", from, to, season.MostDays)
	}
	return s.note(ctx, w, events.Measure, events.Measured{From: StandIn, Days: season.Station(seed, first, last)}, to)
}

// UndoNote takes the last change of the almanac back, RedoNote brings back what was undone last.
func (s *Session) UndoNote(ctx context.Context, w Write, date string) (*Almanac, error) {
	return s.note(ctx, w, events.Undo, nil, date)
}

// RedoNote brings back what was undone last.
func (s *Session) RedoNote(ctx context.Context, w Write, date string) (*Almanac, error) {
	return s.note(ctx, w, events.Redo, nil, date)
}
