package app

import (
	"cmp"
	"context"
	"crypto/sha256"
	"encoding/json"
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"
	"zestythicket/core/walk"
)

// Outing is what a walk is about.
type Outing = events.Outing

// WalkState is how far on a walk is.
type WalkState string

// How far on it is.
const (
	WalkPlanned  WalkState = "planned"
	WalkUnderWay WalkState = "under-way"
	WalkEnded    WalkState = "ended"
)

// Walk is a walk with its plan, as it is with what is in the bag.
type Walk struct {
	ID      string     `json:"id"`
	Created time.Time  `json:"created"`
	Changed time.Time  `json:"changed"`
	State   WalkState  `json:"state"`
	Began   *time.Time `json:"began,omitempty"`
	Ended   *time.Time `json:"ended,omitempty"`
	Deleted bool       `json:"deleted"`
	Outing  Outing     `json:"outing"`
	// Bag says of what to carry whether it is in the bag; what is not in it was not said.
	Bag map[string]events.Packing `json:"bag" doc:"Of what to carry, whether it is in the bag"`
	// Plan is left out where there can be none, and Trouble says why; Trouble also tells what was left out of it.
	Plan    *walk.Plan     `json:"plan,omitempty"`
	Trouble string         `json:"trouble" doc:"Why there is no plan, or what it had to leave out"`
	Advice  []TargetAdvice `json:"advice" doc:"Of each target, what is taken of it and how, and its cautions"`
	Records []Row          `json:"records" doc:"Those made on it, the latest change first"`
	Ending  *events.Ending `json:"ending,omitempty"`
	CanUndo bool           `json:"can_undo"`
	CanRedo bool           `json:"can_redo"`
	// Revision is what there is of it: to be sent back with the next change as what was seen.
	Revision events.Revision `json:"revision"`
}

// TargetAdvice is what is to be known of a target before one goes.
type TargetAdvice struct {
	Taxon    string `json:"taxon"`
	Harvest  string `json:"harvest"`
	Cautions string `json:"cautions"`
	State    string `json:"state" doc:"How far on its part is, in words"`
	Own      string `json:"own" doc:"What the user's own dates say; empty for nothing"`
	Rain     string `json:"rain" doc:"What rain says; empty for what does not wait for it"`
}

// WalkRow is a walk in a list.
type WalkRow struct {
	ID      string    `json:"id"`
	Changed time.Time `json:"changed"`
	State   WalkState `json:"state"`
	Name    string    `json:"name"`
	Date    string    `json:"date"`
	Minutes float64   `json:"minutes"`
	Targets []string  `json:"targets" doc:"What they are called"`
	Places  []string  `json:"places"`
}

// walks says how walks are kept.
var walks = streamKind[events.Walk]{
	kind: events.WalkStream, begins: events.Plan, fold: events.FoldWalk,
	allows: func(w *events.Walk, kind events.Kind) error { return w.Allows(kind) },
	undoes: func(w *events.Walk) (string, string) { return w.LastOp, w.NextOp },
	list: func(s *Stream, w *events.Walk) error {
		s.Deleted, s.Closed = w.Deleted, w.Ended != nil
		words := []string{w.Outing.Name, w.Outing.Date, w.Outing.Note, w.Outing.Start.Name}
		for _, p := range w.Outing.Places {
			words = append(words, p.Name)
		}
		s.Search = guide.Fold(strings.Join(words, " "))
		b, err := json.Marshal(walkListing{w.Outing, stateOf(w)})
		s.Listing = b
		return err
	},
}

// walkListing is what is listed of a walk, as it is kept.
type walkListing struct {
	Outing Outing    `json:"outing"`
	State  WalkState `json:"state"`
}

func stateOf(w *events.Walk) WalkState {
	switch {
	case w.Ended != nil:
		return WalkEnded
	case w.Began != nil:
		return WalkUnderWay
	}
	return WalkPlanned
}

// mostWalks is how many walks are listed. Common practice; no source.
const mostWalks = 200

// Walks lists the walks, the latest change first.
func (s *Session) Walks(ctx context.Context) ([]WalkRow, error) {
	streams, err := s.Store.List(ctx, s.Owner, events.WalkStream, ListQuery{Limit: mostWalks})
	if err != nil {
		return nil, err
	}
	out := []WalkRow{}
	for i := range streams {
		r := WalkRow{ID: streams[i].ID, Changed: streams[i].Changed, Targets: []string{}, Places: []string{}}
		var l walkListing
		if err := json.Unmarshal(streams[i].Listing, &l); err != nil {
			r.Name = "What is listed of this walk cannot be read; open it."
			out = append(out, r)
			continue
		}
		r.State, r.Name, r.Date, r.Minutes = l.State, l.Outing.Name, l.Outing.Date, l.Outing.Minutes
		for _, t := range l.Outing.Targets {
			r.Targets = append(r.Targets, s.nameOf(t.Taxon))
		}
		for _, p := range l.Outing.Places {
			r.Places = append(r.Places, p.Name)
		}
		out = append(out, r)
	}
	return out, nil
}

// nameOf is what to call a taxon; its id where the guide no longer has it.
func (s *Session) nameOf(id string) string {
	if n, ok := s.Guide.Matrix.Taxon(id); ok {
		return s.Guide.Matrix.Taxa[n].DisplayName()
	}
	return id
}

// Walk gives a walk with its plan.
func (s *Session) Walk(ctx context.Context, id string) (*Walk, error) {
	o, err := walks.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	return s.walkView(ctx, o)
}

// PlanWalk begins a walk with a client's id; ChangeWalk changes what it is about.
func (s *Session) PlanWalk(ctx context.Context, id string, w Write, about Outing) (*Walk, error) {
	return s.outing(ctx, id, w, events.Plan, about)
}

// ChangeWalk changes what a walk is about.
func (s *Session) ChangeWalk(ctx context.Context, id string, w Write, about Outing) (*Walk, error) {
	return s.outing(ctx, id, w, events.Change, about)
}

func (s *Session) outing(ctx context.Context, id string, w Write, kind events.Kind, about Outing) (*Walk, error) {
	for i := range about.Targets {
		t := &about.Targets[i]
		t.Pieces, t.Stars = cmp.Or(t.Pieces, 1), cmp.Or(t.Stars, 1)
	}
	if err := s.checkOuting(&about); err != nil {
		return nil, err
	}
	return s.toWalk(ctx, id, w, kind, about)
}

// What is written of a walk may be so many signs long. Common practice; no source.
const (
	mostName = 200
	mostNote = 20_000
)

func (s *Session) checkOuting(o *Outing) error {
	for what, text := range map[string]string{"the name": o.Name, "who comes": o.Who, "the name of the start": o.Start.Name} {
		if utf8.RuneCountInString(text) > mostName {
			return refused("%s has more than %d signs", what, mostName)
		}
	}
	for _, p := range o.Places {
		if utf8.RuneCountInString(p.Name) > mostName || utf8.RuneCountInString(p.Afoot) > mostNote {
			return refused("what is written of a place is too long: its name has at most %d signs, its dangers %d", mostName, mostNote)
		}
	}
	if utf8.RuneCountInString(o.Note) > mostNote {
		return refused("the note has more than %d signs", mostNote)
	}
	return refuse(walkRequest(o).Check(s.Guide.Matrix))
}

// walkRequest is what a walk is planned from.
func walkRequest(o *Outing) *walk.Request {
	place := func(p events.Spot) walk.Place {
		return walk.Place{ID: p.ID, Name: p.Name, Site: season.Site{Latitude: p.Latitude, Longitude: p.Longitude, ElevationM: p.ElevationM}, Grows: p.Grows, Afoot: p.Afoot}
	}
	r := &walk.Request{Date: o.Date, Region: o.Region, Start: place(o.Start), Minutes: o.Minutes}
	for _, t := range o.Targets {
		r.Targets = append(r.Targets, walk.Target{Taxon: t.Taxon, Pieces: t.Pieces, Stars: t.Stars})
	}
	for _, p := range o.Places {
		r.Places = append(r.Places, place(p))
	}
	return r
}

// toWalk adds an event to a walk.
func (s *Session) toWalk(ctx context.Context, id string, w Write, kind events.Kind, says any) (*Walk, error) {
	o, err := walks.change(ctx, s, id, w, kind, says)
	if err != nil {
		return nil, err
	}
	return s.walkView(ctx, o)
}

// PackForWalk says of something to carry whether it is in the bag.
func (s *Session) PackForWalk(ctx context.Context, id string, w Write, p events.Packed) (*Walk, error) {
	if p.Item == "" || utf8.RuneCountInString(p.Item) > mostName {
		return nil, refused("say what is packed, in at most %d signs", mostName)
	}
	if p.Is != events.InBag && p.Is != events.Missing && p.Is != events.NotSaid {
		return nil, refused("%q is neither packed nor missing", p.Is)
	}
	return s.toWalk(ctx, id, w, events.Pack, p)
}

// BeginWalk says that a walk has begun: what is not in the bag by now is not carried, and records made on it are linked to it.
func (s *Session) BeginWalk(ctx context.Context, id string, w Write) (*Walk, error) {
	return s.toWalk(ctx, id, w, events.Begin, nil)
}

// EndWalk ends a walk with what was found, left and taken.
func (s *Session) EndWalk(ctx context.Context, id string, w Write, e events.Ending) (*Walk, error) {
	for _, text := range []string{e.Found, e.Left, e.Taken} {
		if utf8.RuneCountInString(text) > mostNote {
			return nil, refused("what came of it has more than %d signs", mostNote)
		}
	}
	return s.toWalk(ctx, id, w, events.End, e)
}

// UndoWalk takes the last change of a walk back.
func (s *Session) UndoWalk(ctx context.Context, id string, w Write) (*Walk, error) {
	return s.toWalk(ctx, id, w, events.Undo, nil)
}

// RedoWalk brings back what was undone last.
func (s *Session) RedoWalk(ctx context.Context, id string, w Write) (*Walk, error) {
	return s.toWalk(ctx, id, w, events.Redo, nil)
}

// ReopenWalk opens a walk that has ended again.
func (s *Session) ReopenWalk(ctx context.Context, id string, w Write) (*Walk, error) {
	return s.toWalk(ctx, id, w, events.Reopen, nil)
}

// DeleteWalk deletes a walk; RestoreWalk brings it back.
func (s *Session) DeleteWalk(ctx context.Context, id string, w Write) (*Walk, error) {
	return s.toWalk(ctx, id, w, events.Delete, nil)
}

// RestoreWalk brings a deleted walk back.
func (s *Session) RestoreWalk(ctx context.Context, id string, w Write) (*Walk, error) {
	return s.toWalk(ctx, id, w, events.Restore, nil)
}

// walker is who walks, with what is in the bag: before a walk begins all that is not said to be missing, then what was packed.
func (s *Session) walker(w *events.Walk, set *Settings) evidence.Observer {
	o := set.observer()
	kit := o.Kit
	if kit == nil {
		kit = s.Guide.Matrix.Tools()
	}
	carried := slices.DeleteFunc(slices.Clone(kit), func(tool string) bool {
		return !slices.Contains(s.Guide.Matrix.Tools(), tool) || w.Bag[tool] == events.Missing || w.Began != nil && w.Bag[tool] != events.InBag
	})
	for tool, is := range w.Bag { // what the settings lack may be borrowed
		if is == events.InBag && slices.Contains(s.Guide.Matrix.Tools(), tool) && !slices.Contains(carried, tool) {
			carried = append(carried, tool)
		}
	}
	if o.Kit != nil || len(carried) < len(kit) {
		slices.Sort(carried)
		o.Kit = append([]string{}, carried...)
	}
	return o
}

// walkView is a walk as it is shown.
func (s *Session) walkView(ctx context.Context, o *standing[events.Walk]) (*Walk, error) {
	w := &o.now
	out := &Walk{
		ID: o.ID, Created: w.Created, Changed: w.Changed, State: stateOf(w), Began: w.Began, Ended: w.Ended, Deleted: w.Deleted, Outing: w.Outing, Bag: w.Bag,
		Ending: w.Ending, Advice: []TargetAdvice{}, CanUndo: w.LastOp != "" && w.Ended == nil, CanRedo: w.NextOp != "" && w.Ended == nil, Revision: w.Revision,
	}
	if out.Outing.Targets == nil {
		out.Outing.Targets = []events.Target{}
	}
	if out.Outing.Places == nil {
		out.Outing.Places = []events.Spot{}
	}
	page, err := s.Records(ctx, RecordQuery{Query: o.ID, Limit: 200})
	if err != nil {
		return nil, err
	}
	out.Records = page.Rows
	r, err := s.request(ctx, w)
	if err != nil {
		return nil, err
	}
	var gone []string
	r.Targets = slices.DeleteFunc(r.Targets, func(t walk.Target) bool {
		n, ok := s.Guide.Matrix.Taxon(t.Taxon)
		if ok = ok && s.Guide.Matrix.Taxa[n].Useful(); !ok {
			gone = append(gone, s.nameOf(t.Taxon))
		}
		return !ok
	})
	if len(gone) > 0 {
		out.Trouble = fmt.Sprintf("No longer in your guide as something to take, so left out of the plan: %s.", strings.Join(gone, ", "))
	}
	for i := range r.Places {
		r.Places[i].Grows = slices.DeleteFunc(slices.Clone(r.Places[i].Grows), func(id string) bool { _, ok := s.Guide.Matrix.Taxon(id); return !ok })
	}
	if out.Plan, err = s.plan(r); err != nil {
		out.Trouble = strings.TrimSpace(out.Trouble + " " + guide.AtStart(err.Error()) + ".")
		return out, nil
	}
	for i := range out.Plan.Targets {
		out.Advice = append(out.Advice, s.advice(out.Plan, &out.Plan.Targets[i]))
	}
	return out, nil
}

// request is what a walk is planned from, with what was noted and who walks.
func (s *Session) request(ctx context.Context, w *events.Walk) (*walk.Request, error) {
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	noted, err := s.noted(ctx)
	if err != nil {
		return nil, err
	}
	r := walkRequest(&w.Outing)
	own, err := s.ownDates(ctx, noted, r.Start.Site)
	if err != nil {
		return nil, err
	}
	r.Observer, r.Weather, r.Dates, r.Following = s.walker(w, set), lately(noted.Weather, r.Date), sightings(own), noted.Stars
	return r, nil
}

// lately is the weather of the year up to a day: what a plan may hang on.
func lately(days []season.Day, date string) []season.Day {
	day, err := time.Parse(time.DateOnly, date)
	if err != nil {
		return nil
	}
	from := day.AddDate(-1, 0, 0).Format(time.DateOnly)
	return slices.DeleteFunc(slices.Clone(days), func(d season.Day) bool { return d.Date < from || d.Date > date })
}

// plan plans a walk; the latest plans are kept by all that they were worked out from.
func (s *Session) plan(r *walk.Request) (*walk.Plan, error) {
	text, err := json.Marshal(r)
	if err != nil {
		return nil, err
	}
	from := sha256.Sum256(append(text, s.Guide.Hash...))
	if p, ok := s.plans.Get(from); ok {
		return p, nil
	}
	p, err := walk.Make(s.Guide.Matrix, r)
	if err == nil {
		s.plans.Add(from, p)
	}
	return p, err
}

func (s *Session) advice(p *walk.Plan, a *walk.Aim) TargetAdvice {
	day, _ := time.Parse(time.DateOnly, p.Date) // it was planned for
	year := day.Year()
	n, _ := s.Guide.Matrix.Taxon(a.Taxon) // it was planned for
	t := s.Guide.Matrix.Described(n)
	out := TargetAdvice{Taxon: a.Taxon, Harvest: string(t.Harvest.Prose()), Cautions: string(t.Cautions), State: a.Part.Says(), Own: ownSays(season.Corrections{Taxa: map[string]season.Correction{a.Taxon: a.Own}, Years: map[int]season.Correction{year: p.Year}}, a.Taxon, year)}
	if a.Rain != nil && a.Rain.Known > 0 {
		out.Rain = rainSays(*a.Rain)
	}
	return out
}

// LookFor lists what else there is to look for on a walk.
func (s *Session) LookFor(ctx context.Context, id string) ([]walk.Candidate, error) {
	o, err := walks.open(ctx, s, id)
	if err != nil {
		return nil, err
	}
	r, err := s.request(ctx, &o.now)
	if err != nil {
		return nil, err
	}
	r.Look = true
	targets := r.Targets
	r.Targets = nil
	p, err := s.plan(r)
	if err != nil {
		return nil, refuse(err)
	}
	return slices.DeleteFunc(slices.Clone(p.Look), func(c walk.Candidate) bool {
		return slices.ContainsFunc(targets, func(t walk.Target) bool { return t.Taxon == c.Taxon })
	}), nil
}

// fromWalk takes over place, day and kit of the walk that a record is made on, where it does not say its own. A start that was sent before
// takes over what it took over then.
func (s *Session) fromWalk(ctx context.Context, w Write, about *About) error {
	if about.Walk == "" {
		return nil
	}
	made, err := s.Store.Operation(ctx, s.Owner, w.Op)
	if err != nil {
		return err
	}
	if len(made) > 0 {
		if body, err := made[0].Decode(); err == nil {
			if was, ok := body.(*events.About); ok {
				about.take(aboutOf(*was))
			}
		}
		return nil
	}
	o, err := walks.open(ctx, s, about.Walk)
	if err != nil {
		return err
	}
	if o.now.Began == nil || o.now.Deleted {
		return refused("this walk has not begun; records are made on one that has")
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return err
	}
	out := &o.now.Outing
	kit := s.walker(&o.now, set).Kit
	if kit == nil {
		kit = s.Guide.Matrix.Tools()
	}
	about.take(About{Date: out.Date, Kit: kit, Region: out.Region, Place: Place{
		Name: cmp.Or(out.Start.Name, out.Name), Latitude: &out.Start.Latitude, Longitude: &out.Start.Longitude, ElevationM: &out.Start.ElevationM,
	}})
	return nil
}

// take takes over what is not said.
func (a *About) take(from About) {
	a.Date, a.Region = cmp.Or(a.Date, from.Date), cmp.Or(a.Region, from.Region)
	if a.Kit == nil {
		a.Kit = from.Kit
	}
	if a.Place == (Place{}) {
		a.Place = from.Place
	}
}
