// Package demo holds a made-up scenario: eleven records, two walks, three baskets, two prints, three drawn photographs, a household of two, a batch,
// a mixture, five places, a month of practice and what was noted of three years in an upland valley that does not exist, by people who do not.
package demo

import (
	"bytes"
	"context"
	_ "embed"
	"encoding/json"
	"fmt"
	"maps"
	"slices"
	"time"

	"zestythicket/app"

	"github.com/google/uuid"
)

//go:embed scenario.json
var scenario []byte

// Scenario is what the demo starts with.
type Scenario struct {
	// Settings are those of the made-up user.
	Settings app.Settings `json:"settings"`
	Records  []app.Find   `json:"records"`
	Almanac  Noted        `json:"almanac"`
	Walks    []Walk       `json:"walks"`
	Baskets  []Basket     `json:"baskets"`
	Prints   []Print      `json:"prints"`
	Photos   []Photo      `json:"photos"`
	People   []app.Person `json:"people"`
	Batches  []Batch      `json:"batches"`
	Formulas []Formula    `json:"formulas"`
	Places   []Place      `json:"places"`
	// Practice is what was practised, in the order of the days.
	Practice []app.Rehearsed `json:"practice"`
}

// Place is a made-up place, and its visits.
type Place struct {
	ID     string           `json:"id"`
	At     time.Time        `json:"at"`
	Shape  app.PlaceShape   `json:"shape"`
	About  app.PlaceDetails `json:"about"`
	Visits []app.PlaceVisit `json:"visits"`
}

// Formula is a made-up mixture that was recorded, and the id of the task that it steeps by.
type Formula struct {
	ID      string      `json:"id"`
	At      time.Time   `json:"at"`
	Mixture app.Mixture `json:"mixture"`
	Steeps  string      `json:"steeps"`
}

// Batch is a made-up batch of food: the basket that it was made of, its weights, the steps that were done, and who ate of it when.
type Batch struct {
	ID      string                `json:"id"`
	At      time.Time             `json:"at"`
	Picking string                `json:"picking"`
	Weights map[app.Stage]float64 `json:"weights"`
	Did     []app.Doing           `json:"did"`
	Kept    string                `json:"kept"`
	Until   string                `json:"until"`
	Meal    app.NewMeal           `json:"meal"`
}

// Photo is a photograph that the demo draws: by the name of its drawing, and what it is of.
type Photo struct {
	ID      string      `json:"id"`
	At      time.Time   `json:"at"`
	Drawing string      `json:"drawing"`
	Of      app.Subject `json:"of"`
	Caption string      `json:"caption,omitempty"`
}

// Print is a made-up spore print that lies waiting.
type Print struct {
	ID string    `json:"id"`
	At time.Time `json:"at"`
	app.Laid
}

// Noted is what the made-up user noted of the year.
type Noted struct {
	Stars map[string]int `json:"stars"`
	Dates []app.Sighting `json:"dates"`
	// Weather is of the stand-in station, from one day to another.
	Weather struct {
		Seed uint64 `json:"seed"`
		From string `json:"from"`
		To   string `json:"to"`
	} `json:"weather"`
}

// Basket is a made-up picking: the record that it was begun from, how many stood there, and its looks, a letter a piece: k kept, t trimmed,
// l left there, u not checked. One with a weight is closed.
type Basket struct {
	ID     string    `json:"id"`
	At     time.Time `json:"at"`
	Record string    `json:"record"`
	Stand  int       `json:"stand"`
	Looks  string    `json:"looks"`
	G      float64   `json:"g,omitempty"`
	Note   string    `json:"note,omitempty"`
}

// Walk is a made-up walk: its plan, what was packed, and what came of it.
type Walk struct {
	ID     string      `json:"id"`
	At     time.Time   `json:"at"`
	Outing app.Outing  `json:"outing"`
	Packed []string    `json:"packed"`
	Begins *time.Time  `json:"begins,omitempty"`
	Ends   *time.Time  `json:"ends,omitempty"`
	Ending *app.Ending `json:"ending,omitempty"`
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
	now := s.Now
	defer func() { s.Now = now }()
	// Practice first: what is misread says how records are listed.
	practised := writes("practice")
	for _, r := range all.Practice {
		s.Now = func() time.Time { return r.At }
		if err := s.Rehearse(ctx, practised(), r); err != nil {
			return fmt.Errorf("practice of %s: %w", r.At, err)
		}
	}
	s.Now = now
	for _, f := range all.Records {
		if _, err := s.Import(ctx, f); err != nil {
			return fmt.Errorf("record %s: %w", f.ID, err)
		}
	}
	if err := note(ctx, s, all.Almanac); err != nil {
		return fmt.Errorf("the almanac: %w", err)
	}
	for i := range all.Walks {
		if err := walked(ctx, s, &all.Walks[i]); err != nil {
			return fmt.Errorf("walk %s: %w", all.Walks[i].ID, err)
		}
	}
	for i := range all.Baskets {
		if err := gathered(ctx, s, &all.Baskets[i]); err != nil {
			return fmt.Errorf("basket %s: %w", all.Baskets[i].ID, err)
		}
	}
	for _, p := range all.Prints {
		w := writes(p.ID)
		s.Now = func() time.Time { return p.At }
		if _, err := s.LayPrint(ctx, p.ID, w(), p.Laid); err != nil {
			return fmt.Errorf("print %s: %w", p.ID, err)
		}
	}
	for _, p := range all.Photos {
		if err := photographed(ctx, s, &p); err != nil {
			return fmt.Errorf("photograph %s: %w", p.ID, err)
		}
	}
	for i, p := range all.People {
		if _, err := s.PutPerson(ctx, writes(fmt.Sprint("person", i))(), p); err != nil {
			return fmt.Errorf("%s: %w", p.Name, err)
		}
	}
	for i := range all.Batches {
		if err := prepared(ctx, s, &all.Batches[i]); err != nil {
			return fmt.Errorf("batch %s: %w", all.Batches[i].ID, err)
		}
	}
	for _, p := range all.Places {
		if err := plotted(ctx, s, &p); err != nil {
			return fmt.Errorf("place %s: %w", p.ID, err)
		}
	}
	for _, f := range all.Formulas {
		w := writes(f.ID)
		s.Now = func() time.Time { return f.At }
		_, err := s.PutFormula(ctx, f.ID, w(), f.Mixture)
		if err == nil {
			_, err = s.AwaitTask(ctx, f.Steeps, w(), app.Awaited{What: "Strain: " + f.Mixture.Name, Why: "It steeps in the dark; shake it now and then.", Formula: f.ID})
		}
		if err != nil {
			return fmt.Errorf("formula %s: %w", f.ID, err)
		}
	}
	return nil
}

// plotted puts a place on the map, and notes its visits, at noon of their days.
func plotted(ctx context.Context, s *app.Session, p *Place) error {
	w := writes(p.ID)
	s.Now = func() time.Time { return p.At }
	if _, err := s.PlotPlace(ctx, p.ID, w(), p.Shape, p.About); err != nil {
		return err
	}
	for _, v := range p.Visits {
		day, err := time.Parse(time.DateOnly, v.Date)
		if err != nil {
			return err
		}
		s.Now = func() time.Time { return day.Add(12 * time.Hour) }
		if _, err := s.VisitPlace(ctx, p.ID, w(), v); err != nil {
			return err
		}
	}
	return nil
}

// prepared puts a batch in as it was made, and who ate of it.
func prepared(ctx context.Context, s *app.Session, b *Batch) error {
	w, at := writes(b.ID), b.At
	s.Now = func() time.Time { return at }
	_, err := s.PrepareBatch(ctx, b.ID, w(), "", []app.Origin{{Stream: "picking", ID: b.Picking}})
	for _, stage := range slices.Sorted(maps.Keys(b.Weights)) {
		if err == nil {
			_, err = s.WeighBatch(ctx, b.ID, w(), stage, b.Weights[stage])
		}
	}
	for _, do := range b.Did {
		if err == nil {
			_, err = s.StepDone(ctx, b.ID, w(), do)
		}
	}
	if err == nil {
		_, err = s.ShelveBatch(ctx, b.ID, w(), b.Kept, b.Until)
	}
	if err != nil {
		return err
	}
	at = b.Meal.At
	said, err := s.BeforeMeal(ctx, b.ID, b.Meal)
	if err != nil {
		return err
	}
	for _, x := range said {
		b.Meal.Told = append(b.Meal.Told, x.Text)
	}
	_, err = s.NoteMeal(ctx, b.ID, w(), b.Meal)
	return err
}

// photographed draws a photograph and puts it where it belongs.
func photographed(ctx context.Context, s *app.Session, p *Photo) error {
	w := writes(p.ID)
	s.Now = func() time.Time { return p.At }
	drawn, err := Drawn(p.Drawing)
	if err != nil {
		return err
	}
	file, err := s.TakeIn(ctx, drawn)
	if err == nil {
		_, err = s.AddPhoto(ctx, p.ID, w(), app.Taken{File: file.File, Of: p.Of, Name: p.Drawing + ".jpg"})
	}
	if err == nil && p.Caption != "" {
		_, err = s.CaptionPhoto(ctx, p.ID, w(), p.Caption)
	}
	return err
}

// gathered puts a picking in as it happened, a piece every ten seconds.
func gathered(ctx context.Context, s *app.Session, b *Basket) error {
	w, at := writes(b.ID), b.At
	s.Now = func() time.Time { at = at.Add(10 * time.Second); return at }
	_, err := s.BeginPicking(ctx, b.ID, w(), b.Record)
	if err == nil {
		_, err = s.SayStand(ctx, b.ID, w(), b.Stand)
	}
	keeping := map[rune]app.Keeping{'k': "keep", 't': "trim", 'l': "leave"}
	for _, l := range b.Looks {
		to := w()
		look := app.Looked{Piece: to.Op, Is: "passes", Keeping: keeping[l]}
		if l == 'u' {
			look.Is = "unchecked"
		}
		if err == nil {
			_, err = s.LookAtPiece(ctx, b.ID, to, look)
		}
	}
	if err == nil && b.G > 0 {
		if _, err = s.WeighPicking(ctx, b.ID, w(), b.G); err == nil {
			_, err = s.ClosePicking(ctx, b.ID, w(), b.Note)
		}
	}
	return err
}

// writes makes writes one after the other, the same each time.
func writes(of string) func() app.Write {
	n := 0
	return func() app.Write {
		n++
		return app.Write{Op: uuid.NewSHA1(uuid.NameSpaceURL, []byte(fmt.Sprint(of, n))).String()}
	}
}

func note(ctx context.Context, s *app.Session, a Noted) error {
	w := writes("almanac")
	for _, taxon := range slices.Sorted(maps.Keys(a.Stars)) {
		if _, err := s.FollowTaxon(ctx, w(), taxon, a.Stars[taxon], ""); err != nil {
			return err
		}
	}
	for _, d := range a.Dates {
		to := w()
		if _, err := s.NoteDate(ctx, to, to.Op, d, "", ""); err != nil {
			return err
		}
	}
	_, err := s.StationWeather(ctx, w(), a.Weather.Seed, a.Weather.From, a.Weather.To)
	return err
}

// walked puts a walk in as it happened.
func walked(ctx context.Context, s *app.Session, walk *Walk) error {
	w := writes(walk.ID)
	at := func(t time.Time) { s.Now = func() time.Time { return t } }
	at(walk.At)
	_, err := s.PlanWalk(ctx, walk.ID, w(), walk.Outing)
	for _, item := range walk.Packed {
		if err == nil {
			_, err = s.PackForWalk(ctx, walk.ID, w(), app.Packed{Item: item, Is: "packed"})
		}
	}
	if err == nil && walk.Begins != nil {
		at(*walk.Begins)
		_, err = s.BeginWalk(ctx, walk.ID, w())
	}
	if err == nil && walk.Ends != nil {
		at(*walk.Ends)
		_, err = s.EndWalk(ctx, walk.ID, w(), *walk.Ending)
	}
	return err
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
