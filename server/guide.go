package server

import (
	"cmp"
	"context"
	"net/http"
	"slices"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/guidefile"
	"zestythicket/store"

	"github.com/danielgtaylor/huma/v2"
)

// guideView is the guide as the front end needs it: what can be read, and what there is.
type guideView struct {
	Title      string          `json:"title"`
	Version    string          `json:"version"`
	Hash       string          `json:"hash"`
	Characters []characterView `json:"characters"`
	Taxa       []taxonView     `json:"taxa"`
	Gates      []gateView      `json:"gates"`
	Tools      []string        `json:"tools" doc:"Every tool that a character needs"`
	Organs     []string        `json:"organs" doc:"In the order in which they are shown"`
	Regions    []regionView    `json:"regions"`
	Unseen     []unseenView    `json:"unseen" doc:"The reasons for which something may not be seen"`
	Reference  guide.Reference `json:"reference"`
}

type characterView struct {
	ID       string      `json:"id"`
	Organ    string      `json:"organ"`
	Kind     string      `json:"kind" enum:"states,measure,count"`
	Name     string      `json:"name"`
	Term     string      `json:"term"`
	Question string      `json:"question"`
	How      string      `json:"how"`
	Pitfall  string      `json:"pitfall"`
	States   []stateView `json:"states"`
	Kingdoms []string    `json:"kingdoms" doc:"The kingdoms of the taxa it is scored for; or that something rests on it for"`
	Footing  string      `json:"footing"`
	Hint     bool        `json:"hint" doc:"Whether a conflict counts only as a hint"`
	Minutes  float64     `json:"minutes"`
	Wait     float64     `json:"wait_minutes"`
	Where    string      `json:"where" enum:"field,home"`
	Needs    []string    `json:"needs"`
	Touch    bool        `json:"touch"`
	Unit     string      `json:"unit"`
	Fades    bool        `json:"fades" doc:"Whether what was handled before makes it say nothing"`
}

type stateView struct {
	ID   string `json:"id"`
	Name string `json:"name"`
}

type taxonView struct {
	ID      string   `json:"id"`
	Called  string   `json:"called"`
	Name    string   `json:"name"`
	Common  []string `json:"common"`
	Kingdom string   `json:"kingdom"`
	Family  string   `json:"family"`
	Use     string   `json:"use"`
	Harm    string   `json:"harm" enum:"deadly,serious,upset,none,unknown"`
	Contact bool     `json:"contact"`
	FoundBy string   `json:"found_by,omitempty" doc:"The name it was searched and found by"`
	Months  []int    `json:"months" doc:"The months in which it is there at the guide's reference place"`
	Own     string   `json:"own" enum:"taxon,corrected," doc:"Whether it is one of the user's own, or one that they correct"`
	Shared  []string `json:"shared,omitempty" doc:"The scientific names of other taxa that share a common name with it"`
}

type gateView struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	Why  string `json:"why"`
}

type regionView struct {
	Code string `json:"code"`
	Name string `json:"name"`
}

type unseenView struct {
	ID   string `json:"id" enum:"not-checked,lost,not-in-season,no-tool,cannot-perceive"`
	Name string `json:"name"`
}

var unseenNames = map[evidence.Unseen]string{
	evidence.NotChecked: "I have not looked yet", evidence.Lost: "It is gone, or stayed in the ground",
	evidence.NotInSeason: "It is not there at this time of year", evidence.NoTool: "I lack the tool",
	evidence.CannotPerceive: "I cannot see or smell that",
}

func (a *App) guideRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodGet, "/guide", "get-guide", "What can be read, and what there is"),
		func(context.Context, *none) (*body[guideView], error) { return answer(a.viewGuide(), nil) })
	huma.Register(api, operation(http.MethodGet, "/taxa", "find-taxa", "Find taxa by any common, scientific or older name"),
		func(ctx context.Context, in *struct {
			Query   string `query:"q" maxLength:"200"`
			Kingdom string `query:"kingdom" enum:"plantae,fungi,"`
		}) (*body[[]taxonView], error) {
			out := []taxonView{}
			hits := a.Guide.Find(in.Query)
			if len(hits) == 0 {
				var err error
				if hits, err = a.misspelt(ctx, in.Query); err != nil {
					return nil, asProblem(err)
				}
			}
			for _, hit := range hits {
				if v := a.viewTaxon(hit.Taxon); in.Kingdom == "" || v.Kingdom == in.Kingdom {
					v.FoundBy = hit.By
					for _, n := range a.Guide.Namesakes(hit.Taxon) {
						v.Shared = append(v.Shared, a.Guide.Taxa[n].Name)
					}
					out = append(out, v)
				}
			}
			return answer(out, nil)
		})
	huma.Register(api, operation(http.MethodGet, "/taxa/{id}", "get-taxon", "All that the guide says of a taxon"),
		func(_ context.Context, in *struct {
			ID string `path:"id"`
		}) (*body[any], error) {
			if n, ok := a.Guide.Taxon(in.ID); ok {
				return answer[any](a.Guide.Described(n), nil)
			}
			return nil, huma.Error404NotFound("the guide has no taxon " + in.ID)
		})
	huma.Register(api, operation(http.MethodGet, "/guide/schema", "get-guide-schema", "The JSON Schema of a guide"),
		func(context.Context, *none) (*struct {
			ContentType string `header:"Content-Type"`
			Body        []byte
		}, error) {
			return &struct {
				ContentType string `header:"Content-Type"`
				Body        []byte
			}{"application/schema+json", guidefile.Schema()}, nil
		})
}

// misspelt finds taxa whose names are like one that nothing is called.
func (a *App) misspelt(ctx context.Context, query string) ([]guide.Hit, error) {
	var names []store.Name
	for i := range a.Guide.Taxa {
		for _, n := range a.Guide.Taxa[i].Names() {
			names = append(names, store.Name{Name: guide.Fold(n), Taxon: a.Guide.Taxa[i].ID})
		}
	}
	if err := a.Store.KeepNames(ctx, a.guideHash, names); err != nil {
		return nil, err
	}
	found, err := a.Store.NamesLike(ctx, guide.Fold(query))
	if err != nil {
		return nil, err
	}
	var out []guide.Hit
	for _, n := range found {
		t, ok := a.Guide.Taxon(n.Taxon)
		if ok && !slices.ContainsFunc(out, func(h guide.Hit) bool { return h.Taxon == t }) {
			out = append(out, guide.Hit{Taxon: t, By: n.Name})
		}
	}
	return out, nil
}

func (a *App) viewGuide() guideView {
	g := a.Guide
	v := guideView{
		Title: g.Meta.Title, Version: g.Meta.Version, Hash: a.guideHash, Reference: g.Meta.Reference,
		Characters: []characterView{}, Taxa: []taxonView{}, Gates: []gateView{}, Tools: g.Tools(), Regions: []regionView{},
	}
	for n := range g.Columns {
		v.Characters = append(v.Characters, viewCharacter(g, &g.Columns[n]))
	}
	for t := range g.Taxa {
		v.Taxa = append(v.Taxa, a.viewTaxon(t))
	}
	for _, gate := range g.Gates {
		v.Gates = append(v.Gates, gateView{gate.ID, gate.Name, gate.Why})
	}
	for _, o := range guide.Organs {
		v.Organs = append(v.Organs, string(o))
	}
	for code, name := range guide.Regions {
		v.Regions = append(v.Regions, regionView{code, name})
	}
	slices.SortFunc(v.Regions, func(x, y regionView) int {
		if x.Code < y.Code {
			return -1
		}
		return 1
	})
	for _, u := range evidence.UnseenReasons {
		v.Unseen = append(v.Unseen, unseenView{string(u), unseenNames[u]})
	}
	return v
}

func viewCharacter(g *guide.Matrix, col *guide.Column) characterView {
	c := characterView{
		ID: col.ID, Organ: string(col.Organ), Kind: string(col.Kind), Name: col.DisplayName(), Term: col.Term, Question: cmp.Or(col.Question, col.DisplayName()),
		How: col.How, Pitfall: col.Pitfall, States: []stateView{}, Kingdoms: []string{}, Footing: string(col.FootingOf()),
		Hint: !col.Full(), Minutes: col.MinutesOf(), Wait: col.WaitMinutes, Where: string(col.WhereOf()),
		Needs: append([]string{}, col.Needs...), Touch: col.Touches(), Unit: col.Unit, Fades: col.FadesAfter > 0,
	}
	for _, s := range col.States {
		c.States = append(c.States, stateView{s.ID, cmp.Or(s.Name, s.ID)})
	}
	bears := bearsOn(g, col)
	for _, k := range []string{"plantae", "fungi"} {
		if bears.Meets(g.Kingdoms[k]) {
			c.Kingdoms = append(c.Kingdoms, k)
		}
	}
	return c
}

// bearsOn is the set of taxa that are scored for the column, or for one whose readings rest on it.
func bearsOn(g *guide.Matrix, col *guide.Column) guide.Bits {
	taxa := col.Scored.Copy()
	rests := func(on []guide.Requirement) bool {
		return slices.ContainsFunc(on, func(l guide.Requirement) bool { return &g.Columns[l.Column] == col })
	}
	for i := range g.Columns {
		if other := &g.Columns[i]; rests(other.Requires) || slices.ContainsFunc(other.StateRequires, rests) {
			taxa.Or(other.Scored)
		}
	}
	return taxa
}

func (a *App) viewTaxon(n int) taxonView {
	t := &a.Guide.Taxa[n]
	return taxonView{
		ID: t.ID, Called: t.DisplayName(), Name: t.Name, Common: append([]string{}, t.Common...), Kingdom: t.Kingdom,
		Family: t.Family, Use: string(t.Use), Harm: string(t.Harm), Contact: t.Contact != nil, Months: months(t.Season), Own: a.ownKind(t.ID),
	}
}

// months lists the months, 1 to 12, in whose middle anything of a taxon is there.
func months(s guide.Season) []int {
	out := []int{}
	for m := time.January; m <= time.December; m++ {
		if s.Any(guide.MidMonth(m)) {
			out = append(out, int(m))
		}
	}
	return out
}
