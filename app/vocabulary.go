package app

import (
	"reflect"

	"zestythicket/core/compare"
	"zestythicket/core/drill"
	"zestythicket/core/events"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/harvest"
	"zestythicket/core/identify"
	"zestythicket/core/keying"
	"zestythicket/core/kitchen"
	"zestythicket/core/logbook"
	"zestythicket/core/place"
	"zestythicket/core/policy"
	"zestythicket/core/ruling"
	"zestythicket/core/season"
	"zestythicket/core/walk"
)

// The types of the core that answers are made of, for those who know only this package.
type (
	Apart        = compare.Apart
	Awaited      = events.Awaited
	Candidate    = walk.Candidate
	CautionCode  = ruling.CautionCode
	Doing        = guide.Doing
	Ending       = events.Ending
	EntryKind    = logbook.Kind
	EventKind    = events.Kind
	Finding      = events.Finding
	Footing      = guide.Footing
	Harm         = guide.Harm
	Keeping      = guide.Keeping
	Kind         = guide.Kind
	Laid         = events.Laid
	Looked       = events.Looked
	Mixture      = kitchen.Formula
	Mixed        = kitchen.Mixed
	MixtureShare = kitchen.Share
	Nearness     = kitchen.Nearness
	Organ        = guide.Organ
	Origin       = events.Origin
	Packed       = events.Packed
	Packing      = events.Packing
	PartState    = season.State
	Person       = kitchen.Person
	PrintedKey   = keying.PrintedKey
	Reaction     = events.Reaction
	Reading      = evidence.Reading
	ReasonCode   = ruling.Code
	Revision     = events.Revision
	Shown        = identify.Shown
	PlaceDetails = place.Details
	PlaceLeave   = place.Leave
	PlaceLimit   = place.PlaceLimit
	PartSeen     = place.PartSeen
	Position     = place.Position
	Call         = drill.Call
	Deck         = drill.Deck
	Question     = drill.Question
	QuestionKind = drill.Kind
	PlaceForm    = place.Form
	PlaceShape   = place.Shape
	PlaceVisit   = place.Visit
	Pollution    = place.Pollution
	Spreads      = place.Spreads
	SeasonEdge   = season.Edge
	Sighting     = season.Sighting
	StreamKind   = events.StreamKind
	Subject      = events.Subject
	Ripeness     = harvest.Ripeness
	Said         = kitchen.Said
	Stage        = kitchen.Stage
	Started      = events.Started
	Status       = ruling.Status
	Surface      = events.Surface
	Taken        = events.Taken
	Told         = walk.Told
	UnseenReason = evidence.Unseen
	Use          = guide.Use
	Verdict      = guide.Verdict
	WeatherDay   = season.Day
	Where        = guide.Where
)

// Words are the values that a type of words may have, and what to call the type.
type Words struct {
	Name   string
	Values []string
}

// Vocabulary lists every type of words that answers hold, so that whoever describes answers can say what may stand there.
var Vocabulary = map[reflect.Type]Words{
	reflect.TypeFor[Apart]():        words("Apart", []Apart{compare.Always, compare.Sometimes, compare.Never}),
	reflect.TypeFor[CautionCode]():  words("CautionCode", ruling.CautionCodes),
	reflect.TypeFor[drill.Call]():   words("Call", drill.Calls),
	reflect.TypeFor[drill.Deck]():   words("Deck", drill.Decks),
	reflect.TypeFor[drill.Kind]():   words("QuestionKind", []drill.Kind{drill.WhichParts, drill.WhichName, drill.WhichDrawing, drill.WhichFamily}),
	reflect.TypeFor[Doing]():        words("Doing", guide.Doings),
	reflect.TypeFor[EntryKind]():    words("EntryKind", logbook.Kinds),
	reflect.TypeFor[EventKind]():    words("EventKind", events.RecordKinds),
	reflect.TypeFor[Finding]():      words("Finding", []Finding{events.Passes, events.Doubtful, events.Another, events.Unchecked}),
	reflect.TypeFor[Footing]():      words("Footing", policy.FootingList),
	reflect.TypeFor[Harm]():         words("Harm", policy.Harms),
	reflect.TypeFor[Keeping]():      words("Keeping", append([]Keeping{""}, guide.Keepings...)),
	reflect.TypeFor[Kind]():         words("CharacterKind", []Kind{guide.States, guide.Measure, guide.Count}),
	reflect.TypeFor[Nearness]():     words("Nearness", kitchen.Nearnesses),
	reflect.TypeFor[Organ]():        words("Organ", guide.Organs),
	reflect.TypeFor[OverlayKind]():  words("OverlayKind", []OverlayKind{OwnTaxon, Corrected, ""}),
	reflect.TypeFor[Packing]():      words("Packing", []Packing{events.InBag, events.Missing, events.NotSaid}),
	reflect.TypeFor[PhotoState]():   words("PhotoState", []PhotoState{PhotoDeveloping, PhotoReady, PhotoBroken}),
	reflect.TypeFor[PlaceForm]():    words("PlaceForm", place.Forms),
	reflect.TypeFor[Pollution]():    words("Pollution", place.Pollutions),
	reflect.TypeFor[Spreads]():      words("Spreads", place.Spreadings),
	reflect.TypeFor[PartState]():    words("PartState", season.States),
	reflect.TypeFor[SeasonEdge]():   words("SeasonEdge", []SeasonEdge{season.First, season.Last}),
	reflect.TypeFor[Ripeness]():     words("Ripeness", []Ripeness{harvest.Waiting, harvest.Ready, harvest.Overdue}),
	reflect.TypeFor[Surface]():      words("Surface", events.Surfaces),
	reflect.TypeFor[Told]():         words("Told", []Told{walk.Can, walk.Depends, walk.Cannot, walk.Gone}),
	reflect.TypeFor[WalkState]():    words("WalkState", []WalkState{WalkPlanned, WalkUnderWay, WalkEnded}),
	reflect.TypeFor[ReasonCode]():   words("ReasonCode", ruling.Codes),
	reflect.TypeFor[Stage]():        words("Stage", kitchen.Stages),
	reflect.TypeFor[Status]():       words("Status", ruling.Statuses),
	reflect.TypeFor[UnseenReason](): words("UnseenReason", evidence.UnseenReasons),
	reflect.TypeFor[Use]():          words("Use", guide.Uses),
	reflect.TypeFor[Verdict]():      words("Verdict", guide.Verdicts),
	reflect.TypeFor[Where]():        words("Where", []Where{guide.Field, guide.Home}),
}

func words[T ~string](name string, values []T) Words {
	w := Words{Name: name}
	for _, v := range values {
		w.Values = append(w.Values, string(v))
	}
	return w
}
