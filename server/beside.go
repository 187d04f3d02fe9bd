package server

import (
	"cmp"
	"context"
	"maps"
	"net/http"
	"slices"
	"strings"
	"time"

	"zestythicket/core/compare"
	"zestythicket/core/guide"

	"github.com/danielgtaylor/huma/v2"
)

type besideView struct {
	Target taxonView   `json:"target"`
	Others []taxonView `json:"others"`
	Rows   []besideRow `json:"rows"`
	// Usual is what each shows usually, the target first, by character: what its figure is drawn from.
	Usual []map[string]string  `json:"usual"`
	Sizes []map[string]float64 `json:"sizes" doc:"Their measures and counts, in the middle of what is usual"`
}

// besideRow is a row with its cells in a form of their own; a cell is empty where the guide says nothing.
type besideRow struct {
	Character string      `json:"character"`
	Firm      bool        `json:"firm"`
	Enough    bool        `json:"enough" doc:"Whether it belongs to the least work that separates the target from everything harmful"`
	Cells     []scoreView `json:"cells"`
	Apart     []string    `json:"apart" doc:"For each of the others: always, sometimes or no"`
}

// scoreView is what the guide says a taxon shows for a character: states, or a range, or counts.
type scoreView struct {
	States []shownView `json:"states"`
	Min    *float64    `json:"min,omitempty"`
	Low    *float64    `json:"low,omitempty"`
	High   *float64    `json:"high,omitempty"`
	Max    *float64    `json:"max,omitempty"`
	Counts []int       `json:"counts"`
}

type shownView struct {
	State string `json:"state"`
	Rare  bool   `json:"rare"`
	When  string `json:"when"`
}

func viewScore(s *guide.Score) scoreView {
	v := scoreView{States: []shownView{}, Counts: []int{}}
	if s == nil {
		return v
	}
	for _, sh := range s.States {
		v.States = append(v.States, shownView{sh.State, sh.Rare, sh.When})
	}
	if r := s.Range; r != nil {
		v.Min, v.Low, v.High, v.Max = r.Min, r.Low, r.High, r.Max
	}
	v.Counts = append(v.Counts, s.Counts...)
	return v
}

type familyView struct {
	Name   string      `json:"name"`
	Older  []string    `json:"older" doc:"Older names of the family, as its taxa give them"`
	Taxa   []taxonView `json:"taxa"`
	Traits []traitView `json:"traits" doc:"What all its taxa of this guide share"`
}

type traitView struct {
	Character string   `json:"character"`
	States    []string `json:"states"`
}

type pageView struct {
	View        taxonView          `json:"view"`
	Synonyms    []string           `json:"synonyms"`
	Regions     []string           `json:"regions"`
	Season      []seasonView       `json:"season"`
	Scores      []pageScore        `json:"scores" doc:"In the order of the guide's characters"`
	MustSee     []string           `json:"must_see"`
	Lookalikes  []lookalikeView    `json:"lookalikes"`
	Does        string             `json:"does" doc:"What touching it does"`
	Handling    string             `json:"handling"`
	Harvest     string             `json:"harvest"`
	Preparation string             `json:"preparation"`
	Cautions    string             `json:"cautions"`
	Disputed    string             `json:"disputed"`
	Onset       *guide.Onset       `json:"onset,omitempty" doc:"Hours after which a poisoning is felt"`
	Sources     []string           `json:"sources"`
	Usual       map[string]string  `json:"usual" doc:"A state for each character: what its figure is drawn from"`
	Sizes       map[string]float64 `json:"sizes" doc:"Measures and counts, in the middle of what is usual: what its figure's proportions follow"`
	Note        string             `json:"note" doc:"What the user wrote of it"`
	// Stages are those that its scores speak of.
	Stages []string `json:"stages"`
}

type pageScore struct {
	Character string    `json:"character"`
	Score     scoreView `json:"score"`
	Source    string    `json:"source"`
	Own       bool      `json:"own" doc:"Whether the user says so, and not the guide"`
}

type seasonView struct {
	Organ   string         `json:"organ"`
	Windows []guide.Window `json:"windows"`
	Halves  []bool         `json:"halves" doc:"For each half of each month, the first of January first, whether it is there"`
}

type lookalikeView struct {
	Taxon taxonView `json:"taxon"`
	Tell  string    `json:"tell"`
}

// viewPage is a taxon's page, its figure drawn for a stage and a month.
func (a *App) viewPage(t int, stage string, month int) pageView {
	g, tx := a.Guide, a.Guide.Described(t)
	p := pageView{
		View: a.viewTaxon(t), Synonyms: append([]string{}, tx.Synonyms...), Regions: []string{}, Season: []seasonView{}, Scores: []pageScore{},
		MustSee: append([]string{}, tx.MustSee...), Lookalikes: []lookalikeView{}, Handling: string(tx.Handling), Harvest: string(tx.Harvest),
		Preparation: string(tx.Preparation), Cautions: string(tx.Cautions), Disputed: string(tx.Disputed), Onset: tx.Onset, Sources: []string{},
		Usual: g.Usual(t, stage), Sizes: g.Sizes(t), Stages: g.Stages(t),
	}
	if month > 0 {
		middle := guide.MidMonth(time.Month(month))
		maps.DeleteFunc(p.Usual, func(id, _ string) bool { return !g.ThereIn(t, id, middle) })
		maps.DeleteFunc(p.Sizes, func(id string, _ float64) bool { return !g.ThereIn(t, id, middle) })
	}
	if c := a.mine.own.Correction(tx.ID); c != nil {
		p.Note = string(c.Note)
	}
	for _, n := range g.Namesakes(t) {
		p.View.Shared = append(p.View.Shared, g.Taxa[n].Name)
	}
	for _, code := range tx.Regions {
		p.Regions = append(p.Regions, cmp.Or(guide.Regions[code], code))
	}
	for _, organ := range guide.Organs {
		if w := tx.Season[organ]; len(w) > 0 {
			p.Season = append(p.Season, seasonView{string(organ), w, halves(tx.Season, organ)})
		}
	}
	source := func(id string) string {
		if i := slices.IndexFunc(g.Sources, func(s guide.Citation) bool { return s.ID == id }); i >= 0 {
			return g.Sources[i].Title
		}
		return id
	}
	for _, id := range tx.Sources {
		p.Sources = append(p.Sources, source(id))
	}
	for n := range g.Columns {
		col := &g.Columns[n]
		if !col.Scored.Has(t) {
			continue
		}
		sc := &col.Patterns[col.Pattern[t]].Score
		p.Scores = append(p.Scores, pageScore{col.ID, viewScore(sc), sourceOf(sc, col, source, strings.Join(p.Sources, "; ")), a.corrects(tx.ID, col.ID)})
	}
	for _, l := range tx.Lookalikes {
		if other, ok := g.Taxon(l.Taxon); ok {
			p.Lookalikes = append(p.Lookalikes, lookalikeView{a.viewTaxon(other), l.Tell})
		}
	}
	if tx.Contact != nil {
		p.Does = string(tx.Contact.Does)
		p.Handling = strings.TrimSpace(string(tx.Contact.Handling) + " " + p.Handling)
	}
	return p
}

// sourceOf names where a score comes from; where its states come from several sources, each with its states.
func sourceOf(s *guide.Score, col *guide.Column, title func(string) string, otherwise string) string {
	var titles []string
	by := map[string][]string{}
	for _, sh := range s.States {
		t := cmp.Or(title(sh.Src), otherwise)
		if by[t] == nil {
			titles = append(titles, t)
		}
		name := sh.State
		if n, ok := col.State(sh.State); ok {
			name = cmp.Or(col.States[n].Name, name)
		}
		by[t] = append(by[t], name)
	}
	switch len(titles) {
	case 0:
		return cmp.Or(title(s.Src), otherwise)
	case 1:
		return titles[0]
	}
	for i, t := range titles {
		titles[i] = strings.Join(by[t], ", ") + ": " + t
	}
	return strings.Join(titles, ". ")
}

func (a *App) besideRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodGet, "/beside", "lay-beside", "On what a taxon differs from up to four others, the firmest first"),
		func(_ context.Context, in *struct {
			Lacks
			Target string   `query:"target" required:"true"`
			Others []string `query:"other,explode" maxItems:"4"`
			Date   string   `query:"date" doc:"Only what is there to be seen that day; empty for any"`
		}) (*body[besideView], error) {
			w := compare.Request{Target: in.Target, Others: in.Others, Date: in.Date}
			observer, err := a.observer(in.Lacks)
			if err != nil {
				return nil, asProblem(err)
			}
			w.Observer = observer
			rows, err := compare.Rows(a.Guide, w)
			if err != nil {
				return nil, asProblem(refused{err})
			}
			out := besideView{Others: []taxonView{}, Rows: []besideRow{}}
			for _, r := range rows {
				row := besideRow{r.Character, r.Firm, r.Enough, []scoreView{}, r.Apart}
				for _, cell := range r.Cells {
					row.Cells = append(row.Cells, viewScore(cell))
				}
				out.Rows = append(out.Rows, row)
			}
			for i, id := range append([]string{in.Target}, in.Others...) {
				t, _ := a.Guide.Taxon(id)
				if i == 0 {
					out.Target = a.viewTaxon(t)
				} else {
					out.Others = append(out.Others, a.viewTaxon(t))
				}
				out.Usual = append(out.Usual, a.Guide.Usual(t, ""))
				out.Sizes = append(out.Sizes, a.Guide.Sizes(t))
			}
			return answer(out, nil)
		})
	huma.Register(api, operation(http.MethodGet, "/taxa/{id}/page", "get-taxon-page", "A taxon's page: all that the guide says, and what its figure is drawn from"),
		func(_ context.Context, in *struct {
			ID    string `path:"id"`
			Stage string `query:"stage" enum:"young,mature,old,wet,dry,frosted,"`
			Month int    `query:"month" minimum:"0" maximum:"12" doc:"The figure shows only what is there then; 0 for all"`
		}) (*body[pageView], error) {
			t, ok := a.Guide.Taxon(in.ID)
			if !ok {
				return nil, huma.Error404NotFound("the guide has no taxon " + in.ID)
			}
			return answer(a.viewPage(t, in.Stage, in.Month), nil)
		})
	huma.Register(api, operation(http.MethodGet, "/families/{name}", "get-family", "A family: its taxa, and what they share"),
		func(_ context.Context, in *struct {
			Name string `path:"name"`
		}) (*body[familyView], error) {
			set := a.Guide.Family(in.Name)
			if !set.Any() {
				return nil, huma.Error404NotFound("the guide has nothing of a family " + in.Name)
			}
			out := familyView{Older: []string{}, Taxa: []taxonView{}, Traits: []traitView{}}
			for _, t := range a.Guide.GravestFirst(set) {
				tx := &a.Guide.Taxa[t]
				out.Name = tx.Family
				out.Taxa = append(out.Taxa, a.viewTaxon(t))
				for _, s := range tx.Synonyms {
					if guide.FamilyName(s) && s != tx.Family && !slices.Contains(out.Older, s) {
						out.Older = append(out.Older, s)
					}
				}
			}
			for _, trait := range a.Guide.Traits(set) {
				col := &a.Guide.Columns[trait.Column]
				view := traitView{Character: col.ID}
				for s := range col.States {
					if trait.Mask&(1<<s) != 0 {
						view.States = append(view.States, col.States[s].ID)
					}
				}
				out.Traits = append(out.Traits, view)
			}
			return answer(out, nil)
		})
}

// halves tells for the middle of each half of each month whether an organ is there.
func halves(s guide.Season, organ guide.Organ) []bool {
	var out []bool
	for m := time.January; m <= time.December; m++ {
		for _, day := range []int{8, 23} {
			out = append(out, s.In(organ, time.Date(2024, m, day, 0, 0, 0, 0, time.UTC)))
		}
	}
	return out
}
