package app

import (
	"cmp"
	"context"
	"maps"
	"slices"
	"strings"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// TaxonPage is all that the guide says of a taxon, and what its figure is drawn from.
type TaxonPage struct {
	View        Taxon              `json:"view"`
	Synonyms    []string           `json:"synonyms"`
	Members     []string           `json:"members" doc:"The species and forms that a group holds"`
	Regions     []string           `json:"regions"`
	Season      []OrganSeason      `json:"season" doc:"Moved to the user's place"`
	SeasonAt    string             `json:"season_at" doc:"Where the season is so"`
	Scores      []SourcedScore     `json:"scores" doc:"In the order of the guide's characters"`
	MustSee     []string           `json:"must_see"`
	Lookalikes  []KnownLookalike   `json:"lookalikes"`
	TakenAs     []KnownLookalike   `json:"taken_as" doc:"Those with a use that it is itself taken for, and what tells it apart from each"`
	Beyond      []guide.Outsider   `json:"beyond" doc:"What it is taken for that the guide does not hold"`
	Does        string             `json:"does" doc:"What touching it does"`
	Handling    string             `json:"handling"`
	Harvest     string             `json:"harvest"`
	Preparation string             `json:"preparation" doc:"What it says besides its steps"`
	Steps       []PreparationStep  `json:"steps" doc:"What the preparation asks for, in order"`
	Scouting    string             `json:"scouting" doc:"What is seen of it from afar"`
	Conditions  []PieceCondition   `json:"conditions" doc:"Which pieces are kept, trimmed or left"`
	Dose        *guide.Dose        `json:"dose,omitempty" doc:"Limits that a recorded mixture is held against; no advice"`
	Yield       *guide.Yield       `json:"yield,omitempty" doc:"What is left of the fresh weight, from 0 to 1"`
	AfterRain   *guide.AfterRain   `json:"after_rain,omitempty" doc:"How much rain it waits for, and how long after it comes"`
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

// PieceCondition says what is done with a piece.
type PieceCondition struct {
	Sign string        `json:"sign"`
	Then guide.Keeping `json:"then"`
	How  string        `json:"how"`
}

// PreparationStep is one step of a preparation.
type PreparationStep struct {
	Words string `json:"words"`
	Must  bool   `json:"must" doc:"Whether it is no food before this is done"`
}

// SourcedScore is a score with where it comes from.
type SourcedScore struct {
	Character string `json:"character"`
	Score     Score  `json:"score"`
	Source    string `json:"source"`
	Own       bool   `json:"own" doc:"Whether the user says so, and not the guide"`
}

// OrganSeason tells when an organ is there.
type OrganSeason struct {
	Organ   guide.Organ    `json:"organ"`
	Windows []guide.Window `json:"windows"`
	Halves  []bool         `json:"halves" doc:"For each half of each month, the first of January first, whether it is there"`
}

// KnownLookalike is a taxon that another is taken for, and what tells them apart.
type KnownLookalike struct {
	Taxon Taxon  `json:"taxon"`
	Tell  string `json:"tell"`
}

// find gives the number of a taxon.
func (s *Session) find(id string) (int, error) {
	if n, ok := s.Guide.Matrix.Taxon(id); ok {
		return n, nil
	}
	return 0, Missing{"no taxon " + id}
}

// TaxonPage gives a taxon's page, its figure drawn for a stage (empty for any) and a month (0 for all).
func (s *Session) TaxonPage(ctx context.Context, id, stage string, month int) (*TaxonPage, error) {
	t, err := s.find(id)
	if err != nil {
		return nil, err
	}
	m, tx := s.Guide.Matrix, s.Guide.Matrix.Described(t)
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	at, yours := set.site(m)
	here := season.At(tx.Season, at, season.Site(m.Meta.Reference), 0)
	p := &TaxonPage{
		View: s.taxon(t), Synonyms: append([]string{}, tx.Synonyms...), Regions: []string{}, Season: []OrganSeason{}, Scores: []SourcedScore{},
		MustSee: append([]string{}, tx.MustSee...), Lookalikes: []KnownLookalike{}, TakenAs: []KnownLookalike{}, Handling: string(tx.Handling), Harvest: string(tx.Harvest.Prose()),
		Members: append([]string{}, tx.Members...), Steps: []PreparationStep{}, Beyond: append([]guide.Outsider{}, tx.Beyond...), Scouting: string(tx.Scouting), AfterRain: tx.AfterRain, Dose: tx.Dose, Yield: tx.Yield, Conditions: []PieceCondition{},
		Preparation: string(tx.Preparation.Around()), Cautions: string(tx.Cautions), Disputed: string(tx.Disputed), Onset: tx.Onset, Sources: []string{},
		Usual: m.Usual(t, stage), Sizes: m.Sizes(t), Stages: m.Stages(t),
	}
	p.View.Shared = s.namesakes(t)
	for _, x := range m.ConditionsOf(t) {
		p.Conditions = append(p.Conditions, PieceCondition{x.Sign, x.Then, string(x.How)})
	}
	if prep := tx.Preparation; prep != nil {
		for i := range prep.Steps {
			p.Steps = append(p.Steps, PreparationStep{prep.Steps[i].Words(), prep.Steps[i].Must})
		}
	}
	if month > 0 {
		middle := guide.MidMonth(time.Month(month))
		gone := func(id string) bool {
			n, ok := m.Column(id)
			return !ok || !here.In(m.Columns[n].Organ, middle)
		}
		maps.DeleteFunc(p.Usual, func(id, _ string) bool { return gone(id) })
		maps.DeleteFunc(p.Sizes, func(id string, _ float64) bool { return gone(id) })
	}
	if c := s.Guide.Overlay.Correction(tx.ID); c != nil {
		p.Note = string(c.Note)
	}
	for _, code := range tx.Regions {
		p.Regions = append(p.Regions, cmp.Or(guide.Regions[code], code))
	}
	p.SeasonAt = "where the guide was written for"
	if yours {
		p.SeasonAt = "at " + cmp.Or(set.Place.Name, "your place")
	}
	for _, organ := range guide.Organs {
		if w := here[organ]; len(w) > 0 {
			p.Season = append(p.Season, OrganSeason{organ, w, here.Halves(organ)})
		}
	}
	for _, id := range tx.Sources {
		p.Sources = append(p.Sources, s.sourceTitle(id))
	}
	for n := range m.Columns {
		col := &m.Columns[n]
		if !col.Scored.Has(t) {
			continue
		}
		sc := &col.Patterns[col.Pattern[t]].Score
		p.Scores = append(p.Scores, SourcedScore{col.ID, scoreOf(sc), sourceOf(sc, col, s.sourceTitles, strings.Join(p.Sources, "; ")), s.userSays(tx.ID, col.ID)})
	}
	for _, l := range tx.Lookalikes {
		if other, ok := m.Taxon(l.Taxon); ok {
			p.Lookalikes = append(p.Lookalikes, KnownLookalike{s.taxon(other), l.Tell})
		}
	}
	for u := range m.Taxa {
		for _, l := range m.Taxa[u].Lookalikes {
			if l.Taxon == tx.ID && m.Taxa[u].Useful() {
				p.TakenAs = append(p.TakenAs, KnownLookalike{s.taxon(u), l.Tell})
			}
		}
	}
	if tx.Contact != nil {
		p.Does = string(tx.Contact.Does)
		p.Handling = strings.TrimSpace(string(tx.Contact.Handling) + " " + p.Handling)
	}
	return p, nil
}

func (s *Session) sourceTitle(id string) string {
	list := s.Guide.Matrix.Sources
	if i := slices.IndexFunc(list, func(c guide.Citation) bool { return c.ID == id }); i >= 0 {
		return list[i].Title
	}
	return id
}

// sourceTitles names those who say something.
func (s *Session) sourceTitles(src guide.Src) string {
	var titles []string
	for _, id := range src.IDs() {
		titles = append(titles, s.sourceTitle(id))
	}
	return strings.Join(titles, "; ")
}

// userSays tells whether it is the user who says what the taxon shows for the character.
func (s *Session) userSays(taxon, character string) bool {
	if c := s.Guide.Overlay.Correction(taxon); c != nil {
		_, ok := c.Scores[character]
		return ok
	}
	return s.Guide.Overlay.Taxon(taxon) != nil
}

// Family is a family: its taxa, and what they share.
type Family struct {
	Name   string   `json:"name"`
	Older  []string `json:"older" doc:"Older names of the family, as its taxa give them"`
	Taxa   []Taxon  `json:"taxa"`
	Traits []Trait  `json:"traits" doc:"What all its taxa of this guide share"`
}

// Trait is what all taxa of a family show on a character.
type Trait struct {
	Character string   `json:"character"`
	States    []string `json:"states"`
}

// Family gives a family by its name.
func (s *Session) Family(name string) (*Family, error) {
	m := s.Guide.Matrix
	set := m.Family(name)
	if !set.Any() {
		return nil, Missing{"nothing of a family " + name}
	}
	out := &Family{Older: []string{}, Taxa: []Taxon{}, Traits: []Trait{}}
	for _, t := range m.GravestFirst(set) {
		tx := &m.Taxa[t]
		out.Name = tx.Family
		out.Taxa = append(out.Taxa, s.taxon(t))
		for _, syn := range tx.Synonyms {
			if guide.FamilyName(syn) && syn != tx.Family && !slices.Contains(out.Older, syn) {
				out.Older = append(out.Older, syn)
			}
		}
	}
	for _, trait := range m.Traits(set) {
		col := &m.Columns[trait.Column]
		view := Trait{Character: col.ID}
		for k := range col.States {
			if trait.Mask&(1<<k) != 0 {
				view.States = append(view.States, col.States[k].ID)
			}
		}
		out.Traits = append(out.Traits, view)
	}
	return out, nil
}
