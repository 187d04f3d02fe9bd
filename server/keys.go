package server

import (
	"context"
	"fmt"
	"net/http"
	"strings"

	"zestythicket/core/keying"

	"github.com/danielgtaylor/huma/v2"
)

// KeyPart is the part of the guide that a key is asked for.
type KeyPart struct {
	Lacks
	Kingdom  string `query:"kingdom" required:"true" enum:"plantae,fungi"`
	Month    int    `query:"month" minimum:"0" maximum:"12" doc:"0 for any"`
	Region   string `query:"region" maxLength:"2" doc:"Level 2 region code, or empty"`
	Stage    string `query:"stage" enum:"young,mature,old,"`
	LookOnly bool   `query:"look_only" doc:"Only what can be seen without touching"`
}

type keyStep struct {
	Left      int         `json:"left" doc:"How many taxa are left"`
	Taxa      []taxonView `json:"taxa" doc:"Those that are left, thirty at the most, the gravest first"`
	Character string      `json:"character,omitempty" doc:"What is asked; empty where nothing tells them apart any more"`
	Leads     []keyLead   `json:"leads"`
}

type keyLead struct {
	States []string `json:"states"`
	Left   int      `json:"left"`
}

// mostNamed is the greatest number of taxa that a step of a key names.
const mostNamed = 30

func (a *App) keyRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodGet, "/key", "walk-key", "The next question of a key, after the answers given"),
		func(_ context.Context, in *struct {
			KeyPart
			Answers []string `query:"answer,explode" maxItems:"100" doc:"character:state+state for each answer; character: where it cannot be told"`
		}) (*body[keyStep], error) {
			k, err := a.key(in.KeyPart)
			if err != nil {
				return nil, asProblem(err)
			}
			return answer(a.walk(k, in.Answers))
		})
	huma.Register(api, operation(http.MethodGet, "/key/booklet", "key-booklet", "A key written out, to print"),
		func(_ context.Context, in *KeyPart) (*body[*keying.PrintedKey], error) {
			k, err := a.key(*in)
			if err != nil {
				return nil, asProblem(err)
			}
			b := k.Print()
			k.Weigh(b)
			return answer(b, nil)
		})
	huma.Register(api, operation(http.MethodGet, "/key/booklet.txt", "key-text", "A key written out as plain text"),
		func(_ context.Context, in *KeyPart) (*fileBody, error) {
			k, err := a.key(*in)
			if err != nil {
				return nil, asProblem(err)
			}
			return file("text/plain; charset=utf-8", "key.txt", []byte(k.Print().Text())), nil
		})
}

func (a *App) key(p KeyPart) (*keying.Key, error) {
	observer, err := a.observer(p.Lacks)
	if err != nil {
		return nil, err
	}
	k, err := keying.New(a.Guide, keying.Scope{
		Kingdom: p.Kingdom, Month: p.Month, Region: p.Region, Stage: p.Stage, LookOnly: p.LookOnly, Observer: observer,
	})
	if err != nil {
		return nil, refused{err}
	}
	return k, nil
}

func (a *App) walk(k *keying.Key, answers []string) (keyStep, error) {
	var path []keying.Answer
	for _, text := range answers {
		character, states, ok := strings.Cut(text, ":")
		if !ok {
			return keyStep{}, refused{fmt.Errorf("%q is not an answer such as underside:gills", text)}
		}
		one := keying.Answer{Character: character}
		if states != "" {
			one.States = strings.Split(states, "+")
		}
		path = append(path, one)
	}
	set, asked, err := k.After(path)
	if err != nil {
		return keyStep{}, refused{err}
	}
	out := keyStep{Left: set.Count(), Taxa: []taxonView{}, Leads: []keyLead{}}
	for _, t := range a.Guide.GravestFirst(set) {
		if len(out.Taxa) < mostNamed {
			out.Taxa = append(out.Taxa, a.viewTaxon(t))
		}
	}
	if q := k.Ask(set, asked); q != nil {
		out.Character = q.Column.ID
		for _, l := range q.Leads {
			lead := keyLead{Left: l.Taxa.Count()}
			for _, s := range l.States {
				lead.States = append(lead.States, q.Column.States[s].ID)
			}
			out.Leads = append(out.Leads, lead)
		}
	}
	return out, nil
}
