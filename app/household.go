package app

import (
	"context"
	"encoding/json"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/core/events"
	"zestythicket/core/kitchen"

	"github.com/google/uuid"
)

// Household is the people who eat together, and who fell ill.
type Household struct {
	People    []kitchen.Person `json:"people"`
	Gone      []kitchen.Person `json:"gone" doc:"Those who are of it no longer: meals and reactions keep their names"`
	Reactions []ReactionShown  `json:"reactions"`
	CanUndo   bool             `json:"can_undo"`
	CanRedo   bool             `json:"can_redo"`
}

// ReactionShown is a reaction with its person's name.
type ReactionShown struct {
	events.Reaction
	Name string `json:"name"`
}

// households says how households are kept.
var households = streamKind[events.Household]{
	kind: events.HouseholdStream, fold: events.FoldHousehold,
	allows: func(h *events.Household, kind events.Kind) error { return h.Allows(kind) },
	undoes: func(h *events.Household) (string, string) { return h.LastOp, h.NextOp },
	list:   func(s *Stream, _ *events.Household) error { s.Listing = json.RawMessage("{}"); return nil },
}

// householdSpace is the name space of the ids of owners' households.
var householdSpace = uuid.MustParse("0197c0de-0a1a-7aac-8000-000000000002")

func (s *Session) householdID() string {
	return uuid.NewSHA1(householdSpace, []byte(s.Owner)).String()
}

// household is the people who eat together; nobody where nobody was named.
func (s *Session) household(ctx context.Context) (*events.Household, error) {
	o, err := households.open(ctx, s, s.householdID())
	if isMissing(err) {
		return &events.Household{Revision: events.Revision{}}, nil
	}
	if err != nil {
		return nil, err
	}
	return &o.now, nil
}

// nameIn is somebody's name, of the household or of it no longer.
func nameIn(h *events.Household, id string) string {
	for _, p := range slices.Concat(h.People, h.Gone) {
		if p.ID == id {
			return p.Name
		}
	}
	return "somebody"
}

func namesOf(h *events.Household, ids []string) []string {
	out := []string{}
	for _, id := range ids {
		out = append(out, nameIn(h, id))
	}
	return out
}

// Household gives the people who eat together.
func (s *Session) Household(ctx context.Context) (*Household, error) {
	h, err := s.household(ctx)
	if err != nil {
		return nil, err
	}
	out := &Household{
		People: append([]kitchen.Person{}, h.People...), Gone: append([]kitchen.Person{}, h.Gone...), Reactions: []ReactionShown{},
		CanUndo: h.LastOp != "", CanRedo: h.NextOp != "",
	}
	for _, r := range h.Reactions {
		out.Reactions = append(out.Reactions, ReactionShown{r, nameIn(h, r.Person)})
	}
	slices.SortStableFunc(out.Reactions, func(a, b ReactionShown) int { return b.First.Compare(a.First) })
	return out, nil
}

func (s *Session) toHousehold(ctx context.Context, w Write, kind events.Kind, says any) (*Household, error) {
	if _, err := households.change(ctx, s, s.householdID(), w, kind, says); err != nil {
		return nil, err
	}
	return s.Household(ctx)
}

// PutPerson puts somebody into the household, or changes what is said of them.
func (s *Session) PutPerson(ctx context.Context, w Write, p kitchen.Person) (*Household, error) {
	p.Name = strings.TrimSpace(p.Name)
	switch {
	case p.ID == "":
		return nil, refused("a person has an id")
	case p.Name == "" || utf8.RuneCountInString(p.Name) > mostName:
		return nil, refused("say who it is, in at most %d signs", mostName)
	case utf8.RuneCountInString(p.Illness) > mostName:
		return nil, refused("an illness is said in at most %d signs", mostName)
	}
	for _, t := range p.Reacts {
		if !s.hasTaxon(t) {
			return nil, refused("the guide has no taxon %q that somebody could react to", t)
		}
	}
	return s.toHousehold(ctx, w, events.Join, p)
}

// RemovePerson takes somebody out of the household. Their meals stay, with their name.
func (s *Session) RemovePerson(ctx context.Context, w Write, id string) (*Household, error) {
	h, err := s.household(ctx)
	if err != nil {
		return nil, err
	}
	if !slices.ContainsFunc(h.People, func(p kitchen.Person) bool { return p.ID == id }) {
		return nil, refused("nobody of the household has the id %s", id)
	}
	return s.toHousehold(ctx, w, events.Part, events.Parted{Person: id})
}

// NoteReaction notes that somebody fell ill: when the first sign came, and which. Where no meal is named it is the latest before it.
func (s *Session) NoteReaction(ctx context.Context, w Write, r events.Reaction) (*Household, error) {
	h, err := s.household(ctx)
	switch {
	case err != nil:
		return nil, err
	case r.ID == "" || !slices.ContainsFunc(slices.Concat(h.People, h.Gone), func(p kitchen.Person) bool { return p.ID == r.Person }):
		return nil, refused("say who fell ill: somebody of the household")
	case r.First.IsZero() || r.First.After(s.Now().Add(time.Minute)):
		return nil, refused("say when the first sign came; it cannot be still to come")
	case utf8.RuneCountInString(r.Signs) > mostNote:
		return nil, refused("the signs are said in at most %d signs", mostNote)
	}
	if r.Meal == "" {
		if at := slices.IndexFunc(h.Reactions, func(x events.Reaction) bool { return x.ID == r.ID }); at >= 0 { // sent twice, or said anew
			r.Batch, r.Meal = h.Reactions[at].Batch, h.Reactions[at].Meal
		} else if r.Batch, r.Meal, err = s.lastMeal(ctx, r.Person, r.First); err != nil {
			return nil, err
		}
	} else {
		o, err := batches.open(ctx, s, r.Batch)
		if err != nil {
			return nil, err
		}
		at := slices.IndexFunc(o.now.Meals, func(m events.Meal) bool { return m.ID == r.Meal })
		if at < 0 {
			return nil, refused("the batch has no such meal")
		}
		if r.First.Before(o.now.Meals[at].At) {
			return nil, refused("the first sign came before that meal; it is another one, or one of the two times is wrong")
		}
	}
	return s.toHousehold(ctx, w, events.React, r)
}

// lastMeal is what somebody ate last before a time, no longer ago than the sheet looks back; empty for nothing.
func (s *Session) lastMeal(ctx context.Context, person string, first time.Time) (batch, meal string, err error) {
	all, err := s.allBatches(ctx, false)
	latest := first.Add(-kitchen.LookBack)
	for _, o := range all {
		for _, m := range o.now.Meals {
			if slices.Contains(m.Who, person) && !m.At.After(first) && m.At.After(latest) {
				batch, meal, latest = o.ID, m.ID, m.At
			}
		}
	}
	return batch, meal, err
}

// UndoHousehold takes the last change of the household back.
func (s *Session) UndoHousehold(ctx context.Context, w Write) (*Household, error) {
	return s.toHousehold(ctx, w, events.Undo, nil)
}

// RedoHousehold brings back what was undone last.
func (s *Session) RedoHousehold(ctx context.Context, w Write) (*Household, error) {
	return s.toHousehold(ctx, w, events.Redo, nil)
}

// past is all that was eaten and noted, with who fell ill of it.
func (s *Session) past(ctx context.Context, h *events.Household) ([]kitchen.Past, error) {
	all, err := s.allBatches(ctx, false)
	if err != nil {
		return nil, err
	}
	var out []kitchen.Past
	for _, o := range all {
		for _, m := range o.now.Meals {
			for _, who := range m.Who {
				ill := slices.ContainsFunc(h.Reactions, func(r events.Reaction) bool { return r.Person == who && r.Meal == m.ID })
				for _, t := range o.now.Prepared.Taxa {
					out = append(out, kitchen.Past{Person: who, Taxon: t, At: m.At, Reacted: ill})
				}
			}
		}
	}
	return out, nil
}

// NewMeal is a meal that is to be noted.
type NewMeal struct {
	ID    string    `json:"id"`
	At    time.Time `json:"at" doc:"When it is, or was, eaten"`
	Who   []string  `json:"who" maxItems:"50"`
	G     float64   `json:"g" required:"false" minimum:"0" maximum:"100000" doc:"How much of it, in grams; 0 for not said"`
	Raw   bool      `json:"raw" required:"false"`
	Drink bool      `json:"drink" required:"false" doc:"Alcohol went with it"`
	// Told is what was said and read before it was noted.
	Told []string `json:"told" required:"false" maxItems:"100" doc:"What was said before and is noted all the same"`
}

// BeforeMeal says what is to be said before a meal is noted.
func (s *Session) BeforeMeal(ctx context.Context, batch string, m NewMeal) ([]kitchen.Said, error) {
	o, err := batches.open(ctx, s, batch)
	if err != nil {
		return nil, err
	}
	return s.before(ctx, o, m)
}

func (s *Session) before(ctx context.Context, o *standing[events.Batch], m NewMeal) ([]kitchen.Said, error) {
	h, err := s.household(ctx)
	if err != nil {
		return nil, err
	}
	var who []kitchen.Person
	for _, id := range m.Who {
		at := slices.IndexFunc(h.People, func(p kitchen.Person) bool { return p.ID == id })
		if at < 0 {
			return nil, refused("nobody of the household has the id %s", id)
		}
		who = append(who, h.People[at])
	}
	switch {
	case len(who) == 0:
		return nil, refused("say who eats")
	case m.At.Add(24*time.Hour).Format(time.DateOnly) < o.now.Prepared.Date: // a day's room for time zones
		return nil, refused("it was gathered on %s: nobody can have eaten of it before", o.now.Prepared.Date)
	case slices.ContainsFunc(o.now.Meals, func(x events.Meal) bool { return x.ID == m.ID }):
		return nil, refused("that meal is noted already")
	case m.At.After(s.Now().Add(time.Minute)):
		return nil, refused("a meal is noted when it is eaten, not before")
	}
	past, err := s.past(ctx, h)
	if err != nil {
		return nil, err
	}
	past = slices.DeleteFunc(past, func(p kitchen.Past) bool { return !p.At.Before(m.At) })
	lacking := kitchen.Lacking(kitchen.Done(s.stepsOf(ctx, &o.now), o.now.Runs(), m.At))
	view, err := s.batchView(ctx, o)
	if err != nil {
		return nil, err
	}
	plate := kitchen.Plate{Taxa: o.now.Prepared.Taxa, At: m.At.Local(), Raw: m.Raw, Drink: m.Drink, Lacking: lacking, Until: view.Until}
	said := kitchen.Before(s.Guide.Matrix, who, plate, past)
	if m.At.Before(o.now.Created) { // noted afterwards: the emergency sheet must not lack it
		said = append([]kitchen.Said{{Text: "The batch was written down only after this meal: nothing that was done to it before is known.", Stops: true}}, said...)
	}
	if view.Trouble != "" {
		said = append([]kitchen.Said{{Text: view.Trouble, Stops: true}}, said...)
	}
	return said, nil
}

// NoteMeal notes a meal. What is to be confirmed before is sent with it, word for word: else it is refused with what that is.
func (s *Session) NoteMeal(ctx context.Context, batch string, w Write, m NewMeal) (*Batch, error) {
	o, err := batches.open(ctx, s, batch)
	if err != nil {
		return nil, err
	}
	meal := events.Meal{ID: m.ID, At: m.At.UTC(), Who: m.Who, G: m.G, Raw: m.Raw, Drink: m.Drink, Told: m.Told}
	if known, err := s.replayed(ctx, batch, w.Op, events.Eat, meal); known || err != nil {
		if err != nil {
			return nil, err
		}
		return s.batchView(ctx, o)
	}
	if m.ID == "" {
		return nil, refused("a meal has an id")
	}
	said, err := s.before(ctx, o, m)
	if err != nil {
		return nil, err
	}
	for _, x := range said {
		if x.Stops && !slices.Contains(m.Told, x.Text) {
			return nil, refused("this is to be read and confirmed first: %s", x.Text)
		}
	}
	return s.toBatch(ctx, batch, w, events.Eat, meal)
}
