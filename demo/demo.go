// Package demo holds a made-up scenario: ten records from an upland valley that does not exist, by people who do not.
package demo

import (
	"bytes"
	_ "embed"
	"encoding/json"
	"fmt"
	"time"

	"zestythicket/core/evidence"
	"zestythicket/core/journal"

	"github.com/google/uuid"
)

//go:embed scenario.json
var scenario []byte

// Scenario is what the demo starts with.
type Scenario struct {
	// Settings are those of the made-up user, as the settings are kept.
	Settings json.RawMessage `json:"settings"`
	Records  []Record        `json:"records"`
}

// Record is a record with its history.
type Record struct {
	ID       string             `json:"id"`
	At       time.Time          `json:"at"`
	About    journal.About      `json:"about"`
	Readings []evidence.Reading `json:"readings"`
	Closing  *journal.Closing   `json:"closing,omitempty"`
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

// Events gives the record's history: its start, a reading every half minute, its end.
func (r *Record) Events() []journal.Event {
	at := r.At
	var out []journal.Event
	add := func(e journal.Event) {
		e.Op, e.At = uuid.Must(uuid.NewV7()).String(), at
		out = append(out, e)
		at = at.Add(30 * time.Second)
	}
	add(journal.Event{Kind: journal.Create, About: &r.About})
	for i := range r.Readings {
		add(journal.Event{Kind: journal.Read, Reading: &r.Readings[i]})
	}
	if r.Closing != nil {
		add(journal.Event{Kind: journal.Close, Closing: r.Closing})
	}
	return out
}

// practised is the record that the practice is a copy of: a white mushroom cut off above the ground.
const practised = "01960000-0000-7000-8000-000000000005"

// Practice is the history of a record to practise on, last read at about a time: a made-up mushroom of which the base was left in
// the ground. It bears a note that says so.
func Practice(at time.Time) ([]journal.Event, error) {
	s, err := Load()
	if err != nil {
		return nil, err
	}
	for _, r := range s.Records {
		if r.ID == practised {
			r.At = at.Add(-10 * time.Minute)
			r.About.Observer, r.About.Place = "", journal.Place{Name: "Practice, not a real find"}
			r.About.Note = "A made-up mushroom to practise on. Delete it when you are done."
			return r.Events(), nil
		}
	}
	return nil, fmt.Errorf("the demo's scenario has no record %s", practised)
}
