package server

import (
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"strings"
	"time"

	"zestythicket/core/checks"
	"zestythicket/core/guide"
	"zestythicket/core/identify"
	"zestythicket/core/journal"
	"zestythicket/core/ruling"
	"zestythicket/demo"
	"zestythicket/store"

	"github.com/danielgtaylor/huma/v2"
)

// recordView is a record with its ruling: worked out anew for an open one, as it was frozen for a closed one.
type recordView struct {
	ID       string           `json:"id"`
	Created  time.Time        `json:"created"`
	Changed  time.Time        `json:"changed"`
	Deleted  bool             `json:"deleted"`
	About    journal.About    `json:"about"`
	Readings []journal.Kept   `json:"readings"`
	Closing  *journal.Closing `json:"closing,omitempty"`
	CanUndo  bool             `json:"can_undo"`
	CanRedo  bool             `json:"can_redo"`
	Ruling   rulingView       `json:"ruling"`
	// Frozen tells that the ruling is the one of the day the record was closed, with that guide and engine.
	Frozen    bool   `json:"frozen"`
	GuideHash string `json:"guide_hash"`
	Engine    string `json:"engine"`
	Events    int    `json:"events" doc:"How many events its history holds"`
}

// rulingView is a ruling, with what would still cut each harmful taxon.
type rulingView struct {
	ruling.Report
	Next    []checks.Suggestion `json:"next"`
	Holding []holdingView       `json:"holding"`
	Says    string              `json:"says" doc:"The reason for the verdict in one sentence"`
	Again   string              `json:"again" doc:"The character to be looked at afresh, or empty"`
}

type holdingView struct {
	Taxon string           `json:"taxon"`
	Lines []ruling.Holding `json:"lines"`
	// Missing is how many more cuts it needs.
	Missing int `json:"missing"`
}

// rowView is a record in a list.
type rowView struct {
	ID          string    `json:"id"`
	Changed     time.Time `json:"changed"`
	Kingdom     string    `json:"kingdom"`
	Date        string    `json:"date"`
	Place       string    `json:"place"`
	Observer    string    `json:"observer"`
	Verdict     string    `json:"verdict"`
	Reason      string    `json:"reason"`
	Working     string    `json:"working"`
	WorkingName string    `json:"working_name"`
	Margin      *int      `json:"margin"`
	Done        string    `json:"done"`
	Closed      bool      `json:"closed"`
	Deleted     bool      `json:"deleted"`
}

type startBody struct {
	ID    string        `json:"id" format:"uuid" doc:"A UUID of version 7, made by the client"`
	Op    string        `json:"op" format:"uuid"`
	About journal.About `json:"about"`
}

func (a *App) recordRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodGet, "/records", "list-records", "Records, the latest change first"),
		func(ctx context.Context, in *struct {
			Query   string `query:"q" maxLength:"200"`
			Deleted bool   `query:"deleted"`
		}) (*body[[]rowView], error) {
			rows, err := a.Store.List(ctx, Owner, in.Query, in.Deleted)
			out := make([]rowView, len(rows))
			for i, r := range rows {
				out[i] = rowView{
					ID: r.ID, Changed: r.Changed, Kingdom: r.Kingdom, Date: r.Date, Place: r.Place, Observer: r.Observer,
					Verdict: r.Verdict, Reason: r.Reason, Working: r.Working, WorkingName: r.WorkingName, Margin: r.Margin,
					Done: r.Done, Closed: r.Closed, Deleted: r.Deleted,
				}
			}
			return answer(out, err)
		})
	huma.Register(api, operation(http.MethodPost, "/records", "start-record", "Start a record"),
		func(ctx context.Context, in *struct{ Body startBody }) (*body[recordView], error) {
			e := journal.Event{Op: in.Body.Op, At: a.Now(), Kind: journal.Create, About: &in.Body.About}
			if err := a.Store.Start(ctx, Owner, in.Body.ID, e, a.project(ctx, in.Body.ID)); err != nil {
				return nil, asProblem(err)
			}
			return answer(a.view(ctx, in.Body.ID))
		})
	huma.Register(api, operation(http.MethodPost, "/practice", "start-practice", "Start a record of a made-up specimen, to practise on"),
		func(ctx context.Context, in *struct {
			Body struct {
				ID string `json:"id" format:"uuid" doc:"A UUID of version 7, made by the client"`
			}
		}) (*body[recordView], error) {
			events, err := demo.Practice(a.Now())
			for i := range events { // all of it first: another guide may not know what it reads
				if e := &events[i]; err == nil && e.Reading != nil {
					if bad := e.Reading.Check(a.Guide); bad != nil {
						err = refused{fmt.Errorf("the practice is made for the shipped guide: %w", bad)}
					}
				}
			}
			if err == nil {
				err = a.Import(ctx, in.Body.ID, events)
			}
			if err != nil {
				return nil, asProblem(err)
			}
			return answer(a.view(ctx, in.Body.ID))
		})
	huma.Register(api, operation(http.MethodGet, "/records/{id}", "get-record", "A record with its ruling"),
		func(ctx context.Context, in *struct {
			ID string `path:"id"`
		}) (*body[recordView], error) {
			return answer(a.view(ctx, in.ID))
		})
	huma.Register(api, operation(http.MethodGet, "/records/{id}/history", "get-history", "All that ever happened to a record"),
		func(ctx context.Context, in *struct {
			ID string `path:"id"`
		}) (*body[[]journal.Event], error) {
			_, events, err := a.Store.Get(ctx, Owner, in.ID)
			return answer(events, err)
		})
	huma.Register(api, operation(http.MethodPut, "/records/{id}/about", "put-about", "Change what a record is about"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id"`
			Body struct {
				Op    string        `json:"op" format:"uuid"`
				About journal.About `json:"about"`
			}
		}) (*body[recordView], error) {
			return answer(a.append(ctx, in.ID, journal.Event{Op: in.Body.Op, Kind: journal.Details, About: &in.Body.About}))
		})
	huma.Register(api, operation(http.MethodPost, "/records/{id}/close", "close-record", "Close a record with what was done"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id"`
			Body struct {
				Op      string          `json:"op" format:"uuid"`
				Closing journal.Closing `json:"closing"`
			}
		}) (*body[recordView], error) {
			return answer(a.append(ctx, in.ID, journal.Event{Op: in.Body.Op, Kind: journal.Close, Closing: &in.Body.Closing}))
		})
	for kind, summary := range map[journal.Kind]string{
		journal.Undo: "Undo the last change", journal.Redo: "Redo what was undone last", journal.Reopen: "Reopen a closed record",
		journal.Delete: "Delete a record", journal.Restore: "Bring a deleted record back",
	} {
		huma.Register(api, operation(http.MethodPost, "/records/{id}/"+string(kind), string(kind)+"-record", summary),
			func(ctx context.Context, in *struct {
				ID   string `path:"id"`
				Body struct {
					Op string `json:"op" format:"uuid"`
				}
			}) (*body[recordView], error) {
				return answer(a.append(ctx, in.ID, journal.Event{Op: in.Body.Op, Kind: kind}))
			})
	}
}

// append adds an event to a record and gives what the record says then.
func (a *App) append(ctx context.Context, id string, e journal.Event) (recordView, error) {
	e.At = a.Now()
	if err := a.Store.Append(ctx, Owner, id, e, a.project(ctx, id)); err != nil {
		return recordView{}, err
	}
	return a.view(ctx, id)
}

// Import keeps a record that was made elsewhere, with its history.
func (a *App) Import(ctx context.Context, id string, events []journal.Event) error {
	for i, e := range events {
		keep := a.Store.Append
		if i == 0 {
			keep = a.Store.Start
		}
		if err := keep(ctx, Owner, id, e, a.project(ctx, id)); err != nil {
			return fmt.Errorf("record %s, event %d: %w", id, i+1, err)
		}
	}
	return nil
}

// project judges an event by ruling on the record with it, and works out what is listed of the record.
func (a *App) project(ctx context.Context, id string) store.Project {
	set, err := a.settings(ctx)
	return func(before journal.State, e *journal.Event, after func() journal.State) (store.Listing, error) {
		if err != nil {
			return store.Listing{}, err
		}
		if e.About != nil {
			if bad := a.checkAbout(e.About); bad != nil {
				return store.Listing{}, bad
			}
		}
		if e.Kind == journal.Read && !e.Afresh {
			was, bad := identify.Identify(a.Guide, before.Record(id, set.observer()))
			if n, ok := a.Guide.Column(e.Reading.Character); bad == nil && ok {
				e.Held = was.Ruled().Blames(n)
			}
		}
		then := after()
		ans, bad := identify.Identify(a.Guide, then.Record(id, set.observer()))
		if bad != nil {
			return store.Listing{}, refused{bad}
		}
		return a.listing(ans, then)
	}
}

func (a *App) checkAbout(about *journal.About) error {
	if about.Kingdom == "" {
		return refused{errors.New("say whether it is a plant or a mushroom: kingdom is plantae or fungi")}
	}
	if _, ok := guide.Regions[about.Region]; !ok && about.Region != "" {
		return refused{fmt.Errorf("there is no region %q", about.Region)}
	}
	return checkPlace(about.Place)
}

func (a *App) listing(ans *identify.Identification, s journal.State) (store.Listing, error) {
	l := store.Listing{
		Date: s.About.Date, Place: s.About.Place.Name, Observer: s.About.Observer,
		Verdict: string(ans.Verdict), Reason: ans.Ruled().Why().Text, Margin: ans.Margin,
	}
	words := []string{l.Place, l.Observer, l.Date, s.About.Note, l.Verdict}
	if ans.Working != nil {
		n, _ := a.Guide.Taxon(*ans.Working)
		t := &a.Guide.Taxa[n]
		l.Working, l.WorkingName = t.ID, t.DisplayName()
		words = append(append(append(words, t.Common...), t.Synonyms...), t.Name, t.Family)
	}
	if s.Closing != nil {
		l.Done = s.Closing.Done
		words = append(words, s.Closing.Note, l.Done)
		frozen, err := json.Marshal(rulingOf(ans))
		if err != nil {
			return l, err
		}
		l.Freeze = &store.Freeze{Ruling: string(frozen), GuideHash: a.guideHash, Engine: ruling.Engine}
	}
	l.Search = guide.Fold(strings.Join(words, " "))
	return l, nil
}

// rulingOf gives the ruling as it is shown.
func rulingOf(ans *identify.Identification) rulingView {
	v := rulingView{Report: *ans.Report, Next: ans.Next, Holding: []holdingView{}, Says: ans.Ruled().Why().Text}
	for i := range ans.Harmful {
		if h := &ans.Harmful[i]; h.Status != ruling.Out {
			v.Holding = append(v.Holding, holdingView{h.Taxon, ans.Ruled().Holding(h.Taxon), h.CutsMissing()})
		}
	}
	if n := ans.Ruled().AgainColumn(); n >= 0 {
		v.Again = ans.Ruled().Sheet().Guide.Columns[n].ID
	}
	return v
}

func (a *App) view(ctx context.Context, id string) (recordView, error) {
	row, events, err := a.Store.Get(ctx, Owner, id)
	if err != nil {
		return recordView{}, err
	}
	s := journal.Fold(events)
	v := recordView{
		ID: row.ID, Created: s.Created, Changed: s.Changed, Deleted: s.Deleted, About: s.About, Readings: s.Readings,
		Closing: s.Closing, CanUndo: s.CanUndo && s.Closing == nil, CanRedo: s.CanRedo && s.Closing == nil,
		GuideHash: a.guideHash, Engine: ruling.Engine, Events: len(events),
	}
	if v.Readings == nil {
		v.Readings = []journal.Kept{}
	}
	if row.Closed && row.Frozen != "" {
		v.Frozen, v.GuideHash, v.Engine = true, row.GuideHash, row.Engine
		v.Ruling.Weakest = []ruling.WeakPoint{} // a ruling kept before they were worked out has none
		return v, json.Unmarshal([]byte(row.Frozen), &v.Ruling)
	}
	set, err := a.settings(ctx)
	if err != nil {
		return v, err
	}
	ans, err := identify.Identify(a.Guide, s.Record(id, set.observer()))
	if err != nil {
		return v, refused{fmt.Errorf("this record was made with another guide and cannot be ruled on with this one: %w", err)}
	}
	v.Ruling = rulingOf(ans)
	return v, nil
}
