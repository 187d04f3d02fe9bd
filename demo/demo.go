// Package demo holds a made-up scenario: ten records from an upland valley that does not exist, by people who do not.
package demo

import (
	"bytes"
	"context"
	_ "embed"
	"encoding/json"
	"fmt"

	"zestythicket/app"
)

//go:embed scenario.json
var scenario []byte

// Scenario is what the demo starts with.
type Scenario struct {
	// Settings are those of the made-up user.
	Settings app.Settings `json:"settings"`
	Records  []app.Find   `json:"records"`
}

// Load reads the scenario.
func Load() (*Scenario, error) {
	var s Scenario
	d := json.NewDecoder(bytes.NewReader(scenario))
	d.DisallowUnknownFields()
	if err := d.Decode(&s); err != nil {
		return nil, fmt.Errorf("the demo's scenario: %w", err)
	}
	return &s, nil
}

// Fill puts the scenario into an application that nothing is kept in yet.
func Fill(ctx context.Context, s *app.Session) error {
	all, err := Load()
	if err != nil {
		return err
	}
	if _, err := s.KeepSettings(ctx, all.Settings); err != nil {
		return err
	}
	for _, f := range all.Records {
		if _, err := s.Import(ctx, f); err != nil {
			return fmt.Errorf("record %s: %w", f.ID, err)
		}
	}
	return nil
}

// practised is the record that the practice is a copy of: a white mushroom cut off above the ground.
const practised = "01960000-0000-7000-8000-000000000005"

// Practice is the find to practise on: a made-up mushroom of which the base was left in the ground.
func Practice() (app.Find, error) {
	s, err := Load()
	if err != nil {
		return app.Find{}, err
	}
	for _, f := range s.Records {
		if f.ID == practised {
			return f, nil
		}
	}
	return app.Find{}, fmt.Errorf("the demo's scenario has no record %s", practised)
}
