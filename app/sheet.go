package app

import (
	"context"
	"slices"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/kitchen"
)

// Sheet is the emergency sheet: what to do, whom to call, and what was eaten. It says what stands near, never what it was.
type Sheet struct {
	PoisonCentre     string            `json:"poison_centre" doc:"Telephone number; empty where none was set"`
	EmergencyService string            `json:"emergency_service"`
	Advice           []kitchen.Section `json:"advice"`
	// Person is whom it is about; empty for everybody. First is when the first sign came, or now.
	Person string           `json:"person"`
	First  time.Time        `json:"first"`
	Meals  []kitchen.Plated `json:"meals" doc:"What was eaten wild in the three weeks before, the latest first"`
	// Ate tells of each meal who ate of it, in the same order.
	Ate       [][]string      `json:"ate"`
	Reactions []ReactionShown `json:"reactions" doc:"Who fell ill in the last three weeks"`
	Kept      bool            `json:"kept" doc:"Whether any meal was ever noted"`
	Trouble   string          `json:"trouble" doc:"What of it could not be read; the rest holds all the same"`
}

// Sheet gives the emergency sheet, for a person of the household (empty for everybody) and the time of the first sign (zero for now). It is
// given whatever else is wrong: what cannot be read is left out, and said.
func (s *Session) Sheet(ctx context.Context, person string, first time.Time) (*Sheet, error) {
	if first.IsZero() {
		first = s.Now()
	}
	out := &Sheet{Advice: kitchen.Advice, First: first, Meals: []kitchen.Plated{}, Ate: [][]string{}, Reactions: []ReactionShown{}}
	if set, err := s.ShownSettings(ctx); err == nil {
		out.PoisonCentre, out.EmergencyService = set.PoisonCentre, set.EmergencyService
	}
	h, err := s.household(ctx)
	if err != nil {
		out.Trouble = "Who belongs to the household could not be read."
		h = &events.Household{}
	}
	if person != "" {
		if out.Person = nameIn(h, person); !slices.ContainsFunc(slices.Concat(h.People, h.Gone), func(p kitchen.Person) bool { return p.ID == person }) {
			return nil, refused("nobody of the household has the id %s", person)
		}
	}
	for _, r := range h.Reactions {
		if d := first.Sub(r.First); d < kitchen.LookBack && d > -kitchen.LookBack && (person == "" || r.Person == person) {
			out.Reactions = append(out.Reactions, ReactionShown{r, nameIn(h, r.Person)})
		}
	}
	all, err := s.allBatches(ctx, false)
	if err != nil {
		out.Trouble = "What was eaten could not be read."
		return out, nil
	}
	var meals []kitchen.Eaten
	ate := map[string][]string{}
	for _, o := range all {
		finds := s.findsOf(ctx, &o.now)
		steps := s.stepsOf(ctx, &o.now)
		for _, m := range o.now.Meals {
			out.Kept = true
			if person != "" && !slices.Contains(m.Who, person) {
				continue
			}
			says := kitchen.State(kitchen.Done(steps, o.now.Runs(), m.At))
			if m.At.Before(o.now.Created) { // it was written down afterwards
				says = "What was done to it is not known."
			}
			if m.Raw {
				says = "Eaten raw. " + says
			}
			if m.Drink {
				says += " With alcohol."
			}
			meals = append(meals, kitchen.Eaten{Batch: o.ID, Meal: m.ID, At: m.At, Grams: m.G, Says: says, Finds: finds})
			ate[o.ID+m.ID] = namesOf(h, m.Who)
		}
	}
	out.Meals = kitchen.Lay(s.Guide.Matrix, meals, first)
	for _, m := range out.Meals {
		out.Ate = append(out.Ate, ate[m.Batch+m.Meal])
	}
	return out, nil
}

// findsOf are the records of what a batch was made of, with how the harmful taxa stood on them. What cannot be ruled on any more is told by what
// it was eaten as alone.
func (s *Session) findsOf(ctx context.Context, b *events.Batch) []kitchen.Find {
	var out []kitchen.Find
	told := map[string]bool{}
	for _, id := range b.Prepared.Records {
		r, err := s.Record(ctx, id)
		if err != nil || r.Ruling == nil {
			continue
		}
		f := kitchen.Find{Record: id, Harmful: r.Ruling.Harmful, Weakest: r.Ruling.Weakest}
		if r.Ruling.Working != nil { // a record that goes by no name any more tells all the more what stands near
			f.Taxon = *r.Ruling.Working
			told[f.Taxon] = true
		}
		out = append(out, f)
	}
	for _, t := range b.Prepared.Taxa {
		if !told[t] {
			out = append(out, kitchen.Find{Taxon: t})
		}
	}
	return out
}
