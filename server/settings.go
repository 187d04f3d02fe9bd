package server

import (
	"context"
	"fmt"
	"net/http"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/journal"

	"github.com/danielgtaylor/huma/v2"
)

// Settings are what a user set once: where they are, what they can tell and were taught, whom to call.
type Settings struct {
	Observer string        `json:"observer" maxLength:"200" doc:"The name that new records carry"`
	Place    journal.Place `json:"place" doc:"Where the user usually looks"`
	Region   string        `json:"region" doc:"Level 2 region code, or empty"`
	NoColour bool          `json:"no_colour" doc:"Cannot tell colours"`
	NoSmell  bool          `json:"no_smell" doc:"Cannot smell"`
	AllTools bool          `json:"all_tools" doc:"Every tool is at hand; else only those of the kit"`
	Kit      []string      `json:"kit" maxItems:"100"`
	Taught   []string      `json:"taught" maxItems:"100" doc:"Gates the user was taught for in person"`
	Units    string        `json:"units" enum:"metric,imperial"`
	// PoisonCentre and EmergencyService are telephone numbers.
	PoisonCentre     string `json:"poison_centre" maxLength:"60"`
	EmergencyService string `json:"emergency_service" maxLength:"60"`
}

// DefaultSettings are those of somebody who has set nothing: every tool and sense, taught for nothing.
func DefaultSettings() Settings {
	return Settings{AllTools: true, Kit: []string{}, Taught: []string{}, Units: "metric"}
}

// observer is who looks, as the engine takes it.
func (s *Settings) observer() evidence.Observer {
	o := evidence.Observer{Taught: s.Taught, NoColour: s.NoColour, NoSmell: s.NoSmell}
	if !s.AllTools {
		o.Kit = append([]string{}, s.Kit...)
	}
	return o
}

// Lacks says what an observer does without, beside the settings.
type Lacks struct {
	Without  []string `query:"without,explode" maxItems:"100" doc:"Tools that are not at hand"`
	NoColour bool     `query:"no_colour" doc:"Cannot tell colours"`
	NoSmell  bool     `query:"no_smell" doc:"Cannot smell"`
}

// observer is who looks without those. The error names a tool that the guide does not need.
func (a *App) observer(l Lacks) (evidence.Observer, error) {
	o, err := evidence.Without(a.Guide, l.Without, l.NoColour, l.NoSmell)
	if err != nil {
		return o, refused{err}
	}
	return o, nil
}

func (s *Settings) check(g *guide.Matrix) error {
	for _, id := range s.Taught {
		if !slices.ContainsFunc(g.Gates, func(gate guide.Gate) bool { return gate.ID == id }) {
			return refused{fmt.Errorf("the guide has no gate %q that one could be taught for", id)}
		}
	}
	if _, ok := guide.Regions[s.Region]; !ok && s.Region != "" {
		return refused{fmt.Errorf("there is no region %q", s.Region)}
	}
	return checkPlace(s.Place)
}

func checkPlace(p journal.Place) error {
	if (p.Latitude == nil) != (p.Longitude == nil) {
		return refused{fmt.Errorf("latitude and longitude are given together")}
	}
	return nil
}

func (a *App) settings(ctx context.Context) (Settings, error) {
	s := DefaultSettings()
	err := a.Store.Settings(ctx, Owner, &s)
	// A gate that the guide no longer has cannot be one the user was taught for.
	s.Taught = slices.DeleteFunc(s.Taught, func(id string) bool {
		return !slices.ContainsFunc(a.Guide.Gates, func(gate guide.Gate) bool { return gate.ID == id })
	})
	return s, err
}

func (a *App) settingsRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodGet, "/settings", "get-settings", "The user's settings"),
		func(ctx context.Context, _ *none) (*body[Settings], error) { return answer(a.settings(ctx)) })
	huma.Register(api, operation(http.MethodPut, "/settings", "put-settings", "Keep the user's settings"),
		func(ctx context.Context, in *struct{ Body Settings }) (*body[Settings], error) {
			if err := in.Body.check(a.Guide); err != nil {
				return nil, asProblem(err)
			}
			if err := a.Store.KeepSettings(ctx, Owner, in.Body); err != nil {
				return nil, asProblem(err)
			}
			return answer(in.Body, a.relist(ctx))
		})
}
