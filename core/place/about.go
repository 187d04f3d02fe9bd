package place

import (
	"fmt"
	"slices"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/core/guide"
	"zestythicket/core/season"
)

// Pollution is something near a place that makes what grows there no food.
type Pollution string

// What pollutes.
const (
	Road     Pollution = "road"
	Sprayed  Pollution = "sprayed"
	Dump     Pollution = "dump"
	Industry Pollution = "industry"
)

// Pollutions lists them all.
var Pollutions = []Pollution{Road, Sprayed, Dump, Industry}

// pollutionWords say why nothing is eaten. Roadside is within 20 m of a road with traffic: common practice, no source.
var pollutionWords = map[Pollution]string{
	Road: "a road with traffic is within 20 m", Sprayed: "it is sprayed or dressed", Dump: "it lies on or below an old dump", Industry: "industry or a mine is or was near",
}

// PollutionWord says what pollutes.
func PollutionWord(p Pollution) string { return pollutionWords[p] }

// Spreads is how a stand spreads.
type Spreads string

// The ways in which a stand spreads.
const (
	NotSaid   Spreads = ""
	ByRunners Spreads = "runners"
	BySeed    Spreads = "seed"
	ByBoth    Spreads = "both"
)

// Spreadings lists them all.
var Spreadings = []Spreads{NotSaid, ByRunners, BySeed, ByBoth}

// Leave is what somebody allowed at a place.
type Leave struct {
	Who  string `json:"who"`
	What string `json:"what,omitempty"`
	// Until is the last day of it; empty for no end.
	Until string `json:"until,omitempty"`
}

// PlaceLimit is what is taken of a taxon at a place at most.
type PlaceLimit struct {
	Taxon     string  `json:"taxon"`
	Protected bool    `json:"protected,omitempty"`
	GramsADay float64 `json:"g_a_day,omitempty"`
}

// Details is what is known of a place.
type Details struct {
	Name string `json:"name"`
	// Taxon makes it an individual: one tree, shrub or vine, or one fruiting body's ground, that is visited again. Within is the place that it stands in.
	Taxon  string `json:"taxon,omitempty"`
	Within string `json:"within,omitempty"`
	// Grows lists what grows there, or is expected.
	Grows []string `json:"grows,omitempty"`
	// Owner is whose it is, Leaves who allowed what.
	Owner     string       `json:"owner,omitempty"`
	Leaves    []Leave      `json:"leaves,omitempty"`
	Limits    []PlaceLimit `json:"limits,omitempty"`
	Dangers   string       `json:"dangers,omitempty"`
	Pollution []Pollution  `json:"pollution,omitempty"`
	// Stems is how many stand there, AreaM2 on how much ground, in square metres; 0 for not said.
	Stems   int     `json:"stems,omitempty"`
	AreaM2  float64 `json:"area_m2,omitempty"`
	Spreads Spreads `json:"spreads,omitempty"`
	// PieceG is what a piece weighs there as a rule, in grams; 0 for not said.
	PieceG float64 `json:"piece_g,omitempty"`
	// Lives is who else lives on it: eggs, caterpillars, nests.
	Lives string `json:"lives,omitempty"`
	Note  string `json:"note,omitempty"`
}

// The bounds of what is written of a place. Common practice; no source.
const (
	mostText = 4000
	mostWord = 200
	mostList = 100
	// mostCount is the greatest number of stems or pieces, mostG what a piece, a day or a visit comes to at most, in grams; mostArea is in square metres.
	mostCount = 1e6
	mostG     = 1e6
	mostArea  = 1e7
)

// Check tells what is wrong with what is said of a place. Known tells which taxa the guide has.
func (a *Details) Check(known func(string) bool) error {
	if strings.TrimSpace(a.Name) == "" {
		return fmt.Errorf("give the place a name that you will know again")
	}
	for what, text := range map[string]string{"its name": a.Name, "its owner": a.Owner} {
		if utf8.RuneCountInString(text) > mostWord {
			return fmt.Errorf("%s has more than %d signs", what, mostWord)
		}
	}
	for what, text := range map[string]string{"its dangers": a.Dangers, "who else lives on it": a.Lives, "the note": a.Note} {
		if utf8.RuneCountInString(text) > mostText {
			return fmt.Errorf("%s: more than %d signs", what, mostText)
		}
	}
	if len(a.Grows) > mostList || len(a.Leaves) > mostList || len(a.Limits) > mostList {
		return fmt.Errorf("a list of a place has at most %d entries", mostList)
	}
	taxa := slices.Clone(a.Grows)
	if a.Taxon != "" {
		taxa = append(taxa, a.Taxon)
	}
	for _, l := range a.Limits {
		if taxa = append(taxa, l.Taxon); !(l.GramsADay >= 0 && l.GramsADay <= mostG) {
			return fmt.Errorf("%g g a day are no limit", l.GramsADay)
		}
	}
	for _, t := range taxa {
		if !known(t) {
			return fmt.Errorf("the guide has no taxon %q", t)
		}
	}
	for _, l := range a.Leaves {
		if strings.TrimSpace(l.Who) == "" {
			return fmt.Errorf("say who gave leave")
		}
		if _, err := time.Parse(time.DateOnly, l.Until); l.Until != "" && err != nil {
			return fmt.Errorf("%q is not a day such as 2026-09-12", l.Until)
		}
	}
	for _, p := range a.Pollution {
		if !slices.Contains(Pollutions, p) {
			return fmt.Errorf("%q is nothing that pollutes: %v", p, Pollutions)
		}
	}
	switch {
	case !slices.Contains(Spreadings, a.Spreads):
		return fmt.Errorf("%q is no way to spread: %v", a.Spreads, Spreadings)
	case a.Stems < 0 || a.Stems > mostCount:
		return fmt.Errorf("%d stems are no number of stems", a.Stems)
	case !(a.PieceG >= 0 && a.PieceG <= mostG):
		return fmt.Errorf("a piece does not weigh %g g", a.PieceG)
	case !(a.AreaM2 >= 0 && a.AreaM2 <= mostArea):
		return fmt.Errorf("%g m² are no stand", a.AreaM2)
	}
	return nil
}

// NotToEat says why nothing of a place is eaten; empty where nothing is said against it.
func (a *Details) NotToEat() string {
	if len(a.Pollution) == 0 {
		return ""
	}
	var why []string
	for _, p := range Pollutions {
		if slices.Contains(a.Pollution, p) {
			why = append(why, pollutionWords[p])
		}
	}
	return "Not to eat. " + a.Name + ": " + strings.Join(why, ", and ") + "."
}

// roadside is how near to a place something counts as growing there, in metres, beyond what both positions may be wrong by. Common practice; no source.
const roadside = 20

// Holds tells whether something at a position, which may be wrong by so many metres, grows at a place.
func (s *Shape) Holds(at Position, accuracyM float64) bool {
	return s.From(at) <= roadside+s.AccuracyM+accuracyM
}

// Visit is what was seen and done at a place on a day.
type Visit struct {
	ID   string `json:"id"`
	Date string `json:"date"`
	// Stages are how far on each part was.
	Stages []PartSeen `json:"stages,omitempty"`
	// TakenG and LeftPieces are how much was taken, in grams, and how many were left; 0 for not said.
	TakenG     float64 `json:"taken_g,omitempty"`
	Taken      int     `json:"taken,omitempty"`
	LeftPieces int     `json:"left,omitempty"`
	// ShareLeft is how much of the stand was left, from 0 to 1; nil for not said.
	ShareLeft *float64 `json:"share_left,omitempty"`
	Note      string   `json:"note,omitempty"`
}

// Left is the share of the stand that was left: as it was said, or by the pieces that were taken and left where both were counted.
func (v *Visit) Left() (share float64, known bool) {
	switch {
	case v.ShareLeft != nil:
		return *v.ShareLeft, true
	case v.Taken > 0 && v.LeftPieces > 0:
		return float64(v.LeftPieces) / float64(v.Taken+v.LeftPieces), true
	}
	return 0, false
}

// PartSeen is how far on a part of a taxon was.
type PartSeen struct {
	Taxon string       `json:"taxon"`
	Organ guide.Organ  `json:"organ"`
	Is    season.State `json:"is"`
}

// Check tells what is wrong with a visit, seen from a day.
func (v *Visit) Check(known func(string) bool, today string) error {
	if _, err := time.Parse(time.DateOnly, v.Date); err != nil {
		return fmt.Errorf("%q is not a day such as 2026-09-12", v.Date)
	}
	switch {
	case v.Date > today:
		return fmt.Errorf("%s is still to come; a visit is noted when it was made", v.Date)
	case !(v.TakenG >= 0 && v.TakenG <= mostG) || v.Taken < 0 || v.Taken > mostCount || v.LeftPieces < 0 || v.LeftPieces > mostCount:
		return fmt.Errorf("what was taken and left are numbers from 0 to a million")
	case v.ShareLeft != nil && !(*v.ShareLeft >= 0 && *v.ShareLeft <= 1):
		return fmt.Errorf("what was left of the stand is a share from 0 to 1, not %g", *v.ShareLeft)
	case utf8.RuneCountInString(v.Note) > mostText:
		return fmt.Errorf("the note has more than %d signs", mostText)
	case len(v.Stages) > mostList:
		return fmt.Errorf("a visit has at most %d stages", mostList)
	}
	for i, s := range v.Stages {
		switch {
		case !known(s.Taxon):
			return fmt.Errorf("the guide has no taxon %q", s.Taxon)
		case !slices.Contains(guide.Organs, s.Organ):
			return fmt.Errorf("%q is no part of a plant or mushroom", s.Organ)
		case !slices.Contains(season.States, s.Is):
			return fmt.Errorf("%q is no state of a part: %v", s.Is, season.States)
		case slices.ContainsFunc(v.Stages[:i], func(o PartSeen) bool { return o.Taxon == s.Taxon && o.Organ == s.Organ }):
			return fmt.Errorf("the %s of %s is named twice", s.Organ, s.Taxon)
		}
	}
	return nil
}

// Dates are the first and last dates that visits tell: of each year the first day on which a part was there, where a visit before it saw that it was not
// yet or that it began; and the last, where a visit after it saw that it was over or that it ended.
func Dates(visits []Visit) []season.Sighting {
	byDay := slices.SortedStableFunc(slices.Values(visits), func(a, b Visit) int { return strings.Compare(a.Date, b.Date) })
	type part struct {
		taxon string
		organ guide.Organ
		year  string
	}
	type seen struct {
		first, last      string
		notYet, over     bool
		begins, isEnding bool
	}
	of := map[part]*seen{}
	var order []part
	for _, v := range byDay {
		for _, s := range v.Stages {
			k := part{s.Taxon, s.Organ, v.Date[:4]}
			if of[k] == nil {
				of[k] = &seen{}
				order = append(order, k)
			}
			p := of[k]
			switch {
			case s.Is == season.NotYet && p.first == "":
				p.notYet = true
			case s.Is == season.Over:
				p.over = p.last != ""
			case s.Is.There() && s.Is != season.Always:
				if p.first == "" {
					p.first, p.begins = v.Date, s.Is == season.Begins
				}
				p.last, p.isEnding, p.over = v.Date, s.Is == season.Ends, false
			}
		}
	}
	out := []season.Sighting{}
	for _, k := range order {
		p := of[k]
		if p.first != "" && (p.notYet || p.begins) {
			out = append(out, season.Sighting{Taxon: k.taxon, Organ: k.organ, Edge: season.First, Date: p.first})
		}
		if p.last != "" && (p.over || p.isEnding) {
			out = append(out, season.Sighting{Taxon: k.taxon, Organ: k.organ, Edge: season.Last, Date: p.last})
		}
	}
	return out
}
