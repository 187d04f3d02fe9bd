package events

import (
	"slices"
	"time"

	"zestythicket/core/kitchen"
)

// HouseholdStream is the people who eat together: there is one.
const HouseholdStream StreamKind = "household"

// The kinds of event of a household, besides Undo and Redo. All can be undone.
const (
	Join  Kind = "join"
	Part  Kind = "part"
	React Kind = "react"
)

var householdKinds = map[Kind]kindRule{
	Join:  {1, func() any { return new(kitchen.Person) }},
	Part:  {1, func() any { return new(Parted) }},
	React: {1, func() any { return new(Reaction) }},
	Undo:  {1, func() any { return new(Reversal) }},
	Redo:  {1, func() any { return new(Reversal) }},
}

// Parted is somebody who is of the household no longer.
type Parted struct {
	Person string `json:"person"`
}

// Reaction is somebody who fell ill after a meal.
type Reaction struct {
	ID     string `json:"id"`
	Person string `json:"person"`
	// Batch and Meal are what was eaten last before it, as far as that is known; empty for not.
	Batch string    `json:"batch,omitempty"`
	Meal  string    `json:"meal,omitempty"`
	First time.Time `json:"first"`
	Signs string    `json:"signs,omitempty"`
}

// Household is what a household comes to.
type Household struct {
	// People are those of it, in the order in which they joined; Gone those who are of it no longer.
	People, Gone []kitchen.Person
	Reactions    []Reaction
	// LastOp is the operation that Undo takes back, NextOp the one that Redo brings back; empty for none.
	LastOp, NextOp string
	Revision       Revision
}

// FoldHousehold works out what a household comes to from its events, given in any order. The error is an *UnknownError where one is of a kind
// or version that this program does not know.
func FoldHousehold(list []Event) (Household, error) {
	h := Household{Revision: RevisionOf(list)}
	told, err := follow(list, "", func(*Event, any) bool { return false })
	if err != nil {
		return h, err
	}
	is := func(id string) func(kitchen.Person) bool { return func(p kitchen.Person) bool { return p.ID == id } }
	for _, c := range told.standing() {
		switch body := c.body.(type) {
		case *kitchen.Person:
			h.Gone = slices.DeleteFunc(h.Gone, is(body.ID))
			if at := slices.IndexFunc(h.People, is(body.ID)); at >= 0 {
				h.People[at] = *body
			} else {
				h.People = append(h.People, *body)
			}
		case *Parted:
			if at := slices.IndexFunc(h.People, is(body.Person)); at >= 0 {
				h.Gone, h.People = append(h.Gone, h.People[at]), slices.Delete(h.People, at, at+1)
			}
		case *Reaction:
			h.Reactions = slices.DeleteFunc(h.Reactions, func(r Reaction) bool { return r.ID == body.ID })
			h.Reactions = append(h.Reactions, *body)
		}
	}
	h.LastOp, h.NextOp = told.last, told.next
	return h, nil
}

// Allows tells whether an event that is made now goes with what the household says now.
func (h *Household) Allows(kind Kind) error { return reversible(kind, h.LastOp, h.NextOp) }
