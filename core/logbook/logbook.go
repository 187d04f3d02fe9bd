// Package logbook counts what was found, taken, left and eaten, by day, taxon, place and person, so that from every number a way leads down to what
// it is made of.
package logbook

import (
	"cmp"
	"fmt"
	"slices"
	"strconv"
	"strings"
)

// Kind is what an entry is of.
type Kind string

// The kinds of entries.
const (
	Record Kind = "record"
	Basket Kind = "basket"
	Visit  Kind = "visit"
	Meal   Kind = "meal"
)

// Kinds lists them all.
var Kinds = []Kind{Record, Basket, Visit, Meal}

// Entry is something that was done on a day.
type Entry struct {
	Kind Kind   `json:"kind"`
	ID   string `json:"id"`
	// Within is the batch of a meal, the place of a visit, the record that a basket was begun from; empty where it is none.
	Within string `json:"within,omitempty"`
	Date   string `json:"date"`
	Name   string `json:"name"`
	// Taxa are what it is of; of a record the one that it goes by once all that is harmful was ruled out.
	Taxa []string `json:"taxa"`
	// Place is where, by its id where it is kept, else by its name; empty where that is not known.
	Place string `json:"place,omitempty"`
	// People are who was there, or ate, by name.
	People []string `json:"people,omitempty"`
	// G is how much was taken, or eaten, in grams; 0 for not said.
	G float64 `json:"g,omitempty"`
	// Left is how many pieces were left there, LeftWhy of how many of those why.
	Left    int            `json:"left,omitempty"`
	LeftWhy map[string]int `json:"left_why,omitempty"`
	// Margin is the margin of a record by which nothing harmful stands any more; nil where it is not known.
	Margin *int `json:"margin,omitempty"`
}

// Sum is what entries come to.
type Sum struct {
	// Found is how many records there are, Meals how many meals.
	Found int `json:"found"`
	Meals int `json:"meals"`
	// TakenG is how much was taken, in grams, EatenG how much eaten; Left how many pieces were left there.
	TakenG float64 `json:"taken_g"`
	EatenG float64 `json:"eaten_g"`
	Left   int     `json:"left"`
}

// Tally is what the entries of a day, a taxon, a place or a person come to.
type Tally struct {
	// Key is the day, the taxon's id, the place's id or name, the person's name.
	Key string `json:"key"`
	Sum
}

// Why is why pieces were left, and how many.
type Why struct {
	Why  string `json:"why"`
	Left int    `json:"left"`
}

// Book is a year.
type Book struct {
	Year int `json:"year"`
	Sum
	Days   []Tally `json:"days"`
	Taxa   []Tally `json:"taxa"`
	Places []Tally `json:"places"`
	People []Tally `json:"people"`
	// LeftWhy is why pieces were left, the most often first.
	LeftWhy []Why `json:"left_why"`
	// Margins are the records with a margin, by their day, as numbers of Entries.
	Margins []int `json:"margins"`
	// Entries are those of the year, by their day.
	Entries []Entry `json:"entries"`
}

// Years lists the years of entries, the latest first.
func Years(list []Entry) []int {
	out := []int{}
	for i := range list {
		if y := list[i].year(); y > 0 && !slices.Contains(out, y) {
			out = append(out, y)
		}
	}
	slices.SortFunc(out, func(a, b int) int { return b - a })
	return out
}

func (e *Entry) year() int {
	head, _, _ := strings.Cut(e.Date, "-")
	y, err := strconv.Atoi(head)
	if err != nil {
		return 0
	}
	return y
}

// Of counts a year. What was weighed twice counts once: a record of which a basket was weighed by its baskets, a visit only where nothing was weighed of
// the same taxon at that place on that day.
func Of(list []Entry, year int) (*Book, error) {
	if year < 1 || year > 9999 {
		return nil, fmt.Errorf("%d is no year", year)
	}
	b := &Book{Year: year, Days: []Tally{}, Taxa: []Tally{}, Places: []Tally{}, People: []Tally{}, LeftWhy: []Why{}, Margins: []int{}, Entries: []Entry{}}
	baskets := map[string]bool{}
	weighed := map[[3]string]bool{}
	for i := range list {
		e := &list[i]
		if e.Kind == Basket && e.G > 0 {
			baskets[e.Within] = true
		}
		if e.G > 0 && (e.Kind == Record || e.Kind == Basket) {
			for _, t := range e.Taxa {
				weighed[[3]string{e.Date, e.Place, t}] = true
			}
		}
		if e.year() == year {
			b.Entries = append(b.Entries, *e)
		}
	}
	slices.SortStableFunc(b.Entries, func(x, y Entry) int {
		return cmp.Or(strings.Compare(x.Date, y.Date), slices.Index(Kinds, x.Kind)-slices.Index(Kinds, y.Kind))
	})
	days, taxa, places, people, why := map[string]*Tally{}, map[string]*Tally{}, map[string]*Tally{}, map[string]*Tally{}, map[string]int{}
	for i := range b.Entries {
		e := &b.Entries[i]
		s := e.sum(baskets, weighed)
		b.Sum.add(s)
		into(days, e.Date).add(s)
		for _, t := range e.Taxa {
			into(taxa, t).add(s)
		}
		if e.Place != "" {
			into(places, e.Place).add(s)
		}
		for _, p := range e.People {
			into(people, p).add(s)
		}
		for w, n := range e.LeftWhy {
			why[w] += n
		}
		if e.Kind == Record && e.Margin != nil {
			b.Margins = append(b.Margins, i)
		}
	}
	b.Days, b.Taxa, b.Places, b.People = rows(days), rows(taxa), rows(places), rows(people)
	slices.SortFunc(b.Days, func(x, y Tally) int { return strings.Compare(x.Key, y.Key) })
	for w, n := range why {
		b.LeftWhy = append(b.LeftWhy, Why{w, n})
	}
	slices.SortFunc(b.LeftWhy, func(x, y Why) int { return cmp.Or(y.Left-x.Left, strings.Compare(x.Why, y.Why)) })
	return b, nil
}

// sum is what an entry adds.
func (e *Entry) sum(baskets map[string]bool, weighed map[[3]string]bool) Sum {
	s := Sum{Left: e.Left}
	switch e.Kind {
	case Record:
		s.Found = 1
		if !baskets[e.ID] {
			s.TakenG = e.G
		}
	case Basket:
		s.TakenG = e.G
	case Visit:
		s.TakenG = e.G
		for _, t := range e.Taxa {
			if weighed[[3]string{e.Date, e.Place, t}] {
				s.TakenG = 0
			}
		}
	case Meal:
		s.Meals, s.EatenG = 1, e.G
	}
	return s
}

func (s *Sum) add(o Sum) {
	s.Found, s.Meals, s.TakenG, s.EatenG, s.Left = s.Found+o.Found, s.Meals+o.Meals, s.TakenG+o.TakenG, s.EatenG+o.EatenG, s.Left+o.Left
}

func into(of map[string]*Tally, key string) *Tally {
	if of[key] == nil {
		of[key] = &Tally{Key: key}
	}
	return of[key]
}

// rows lists them, those with the most taken first, then found, then by name.
func rows(of map[string]*Tally) []Tally {
	out := []Tally{}
	for _, r := range of {
		out = append(out, *r)
	}
	slices.SortFunc(out, func(a, b Tally) int {
		return cmp.Or(cmp.Compare(b.TakenG, a.TakenG), b.Found-a.Found, b.Meals-a.Meals, strings.Compare(a.Key, b.Key))
	})
	return out
}
