package app

import (
	"context"
	"strings"

	"zestythicket/core/keying"
)

// KeyScope is the part of the guide that a key is asked for.
type KeyScope struct {
	Kingdom string
	// Month is 1 to 12, 0 for any; Region a level 2 region code, Stage young, mature or old, both empty for any.
	Month         int
	Region, Stage string
	// LookOnly asks only for what can be seen without touching.
	LookOnly bool
	Lacks    Lacks
}

// KeyStep is a question of a key, after answers.
type KeyStep struct {
	Left      int       `json:"left" doc:"How many taxa are left"`
	Taxa      []Taxon   `json:"taxa" doc:"Those that are left, thirty at the most, the gravest first"`
	Character string    `json:"character,omitempty" doc:"What is asked; empty where nothing tells them apart any more"`
	Leads     []KeyLead `json:"leads"`
}

// KeyLead is an answer to a question of a key, and how many taxa are left then.
type KeyLead struct {
	States []string `json:"states"`
	Left   int      `json:"left"`
}

// mostNamed is the greatest number of taxa that a step of a key names.
const mostNamed = 30

func (s *Session) key(ctx context.Context, k KeyScope) (*keying.Key, error) {
	observer, err := s.observer(k.Lacks)
	if err != nil {
		return nil, err
	}
	place, err := s.usualSite(ctx)
	if err != nil {
		return nil, err
	}
	key, err := keying.New(s.Guide.Matrix, keying.Scope{
		Kingdom: k.Kingdom, Month: k.Month, Region: k.Region, Stage: k.Stage, LookOnly: k.LookOnly, Observer: observer, Place: place,
	})
	return key, refuse(err)
}

// WalkKey gives the next question of a key after answers, each as character:state+state, or character: where it cannot be
// told.
func (s *Session) WalkKey(ctx context.Context, scope KeyScope, answers []string) (*KeyStep, error) {
	k, err := s.key(ctx, scope)
	if err != nil {
		return nil, err
	}
	var path []keying.Answer
	for _, text := range answers {
		character, states, ok := strings.Cut(text, ":")
		if !ok {
			return nil, refused("%q is not an answer such as underside:gills", text)
		}
		one := keying.Answer{Character: character}
		if states != "" {
			one.States = strings.Split(states, "+")
		}
		path = append(path, one)
	}
	set, asked, err := k.After(path)
	if err != nil {
		return nil, refuse(err)
	}
	out := &KeyStep{Left: set.Count(), Taxa: []Taxon{}, Leads: []KeyLead{}}
	for _, t := range s.Guide.Matrix.GravestFirst(set) {
		if len(out.Taxa) < mostNamed {
			out.Taxa = append(out.Taxa, s.taxon(t))
		}
	}
	if q := k.Ask(set, asked); q != nil {
		out.Character = q.Column.ID
		for _, b := range q.Branches {
			lead := KeyLead{Left: b.Taxa.Count()}
			for _, n := range b.States {
				lead.States = append(lead.States, q.Column.States[n].ID)
			}
			out.Leads = append(out.Leads, lead)
		}
	}
	return out, nil
}

// PrintKey writes a key out, with how many questions it takes.
func (s *Session) PrintKey(ctx context.Context, scope KeyScope) (*keying.PrintedKey, error) {
	k, err := s.key(ctx, scope)
	if err != nil {
		return nil, err
	}
	p := k.Print()
	k.Weigh(p)
	return p, nil
}
