package events

import (
	"encoding/json"
	"math/rand/v2"
	"reflect"
	"strings"
	"testing"
	"time"

	"zestythicket/core/season"
)

// happen makes events of a stream, each of which saw all before it.
func happen(t testing.TB, stream StreamKind, what ...any) []Event {
	t.Helper()
	var list []Event
	for i := 0; i < len(what); i += 2 {
		e, err := New(stream, what[i].(Kind), what[i+1])
		if err != nil {
			t.Fatal(err)
		}
		n := len(list) + 1
		e.ID, e.Op, e.StreamID, e.Owner, e.Device, e.Number = "e"+string(rune('a'+n)), "o"+string(rune('a'+n)), "s", "me", "one", n
		e.At = time.Date(2026, 9, 5, 8, n, 0, 0, time.UTC)
		if e.Seen = (Revision{}); n > 1 {
			e.Seen["one"] = n - 1
		}
		if err := e.Check(); err != nil {
			t.Fatal(err)
		}
		list = append(list, e)
	}
	return list
}

func TestFoldWalk(t *testing.T) {
	first := Outing{Name: "Fold", Date: "2026-09-05", Minutes: 120, Targets: []Target{{Taxon: "a", Pieces: 1, Stars: 2}}}
	other := first
	other.Minutes = 60
	list := happen(t, WalkStream, Plan, first, Change, other, Pack, Packed{"knife", InBag}, Pack, Packed{"lens", Missing}, Undo, Reversal{"oe"}, Begin, nil, Pack, Packed{"knife", NotSaid}, End, Ending{Found: "three"})
	w, err := FoldWalk(list)
	if err != nil || w.Outing.Minutes != 60 || w.Outing.Name != "Fold" || len(w.Bag) != 0 || w.Began == nil || w.Ending.Found != "three" || w.LastOp != "oh" {
		t.Errorf("%+v, %v", w, err)
	}
	for kind, want := range map[Kind]error{Pack: ErrWalkEnded, Reopen: nil, Restore: ErrNotDeleted, Undo: ErrWalkEnded} {
		if got := w.Allows(kind); got != want {
			t.Errorf("%s: %v", kind, got)
		}
	}
	open, _ := FoldWalk(list[:2])
	for kind, want := range map[Kind]error{Pack: nil, Reopen: ErrWalkOpen, Undo: nil, Redo: ErrNothingToRedo, Begin: nil} {
		if got := open.Allows(kind); got != want {
			t.Errorf("%s of one that is open: %v", kind, got)
		}
	}
	// Two who change different things beside each other both keep them.
	beside := list[2]
	body := first
	body.Name = "The other fold"
	beside.ID, beside.Op, beside.Device, beside.Number, beside.Kind, beside.Seen = "x", "x", "two", 1, Change, Revision{"one": 1}
	beside.Body, _ = json.Marshal(body)
	if w, _ = FoldWalk(append(list[:2:2], beside)); w.Outing.Minutes != 60 || w.Outing.Name != "The other fold" {
		t.Errorf("put together: %+v", w.Outing)
	}
}

func TestFoldAlmanac(t *testing.T) {
	mm := func(v float64) *float64 { return &v }
	date := Sighted{ID: "1", Sighting: season.Sighting{Taxon: "a", Organ: "fruit", Edge: season.First, Date: "2026-07-01"}}
	list := happen(t, AlmanacStream, Follow, Followed{"a", 2}, Follow, Followed{"b", 1}, Follow, Followed{"a", 0}, Sight, date, Forget, Forgotten{"1"}, Undo, Reversal{"of"},
		Measure, Measured{"hand", []season.Day{{Date: "2026-09-03", RainMM: mm(5), MinC: mm(2)}}}, Measure, Measured{"table", []season.Day{{Date: "2026-09-03", RainMM: mm(7)}, {Date: "2026-09-01", RainMM: mm(0)}}})
	a, err := FoldAlmanac(list)
	if err != nil || !reflect.DeepEqual(a.Stars, map[string]int{"b": 1}) || len(a.Dates) != 1 || a.NextOp != "" || a.LastOp != "oi" {
		t.Errorf("%+v, %v", a, err)
	}
	if w := a.Weather; len(w) != 2 || w[0].Date != "2026-09-01" || *w[1].RainMM != 7 || *w[1].MinC != 2 || strings.Join(a.Sources, " ") != "hand table" {
		t.Errorf("weather: %+v, %v", w, a.Sources)
	}
	if a.Allows(Undo) != nil || a.Allows(Redo) != ErrNothingToRedo || (&Almanac{}).Allows(Undo) != ErrNothingToUndo {
		t.Error("what can be undone is not said rightly")
	}
	// The order of arrival does not matter.
	r := rand.New(rand.NewPCG(1, 2))
	for range 50 {
		mixed := append([]Event{}, list...)
		r.Shuffle(len(mixed), func(i, k int) { mixed[i], mixed[k] = mixed[k], mixed[i] })
		if b, err := FoldAlmanac(mixed); err != nil || !reflect.DeepEqual(a, b) {
			t.Fatalf("in another order: %+v, %v", b, err)
		}
	}
}

func TestUnknownEventsOfOtherStreamsAreRefused(t *testing.T) {
	list := happen(t, WalkStream, Plan, Outing{Date: "2026-09-05"})
	list[0].Version = 9
	if _, err := FoldWalk(list); err == nil || !strings.Contains(err.Error(), "version 9") {
		t.Errorf("%v", err)
	}
	list[0].Version, list[0].Stream = 1, AlmanacStream
	if _, err := FoldAlmanac(list); err == nil || !strings.Contains(err.Error(), `no event "plan"`) {
		t.Errorf("%v", err)
	}
}

func TestFoldPhoto(t *testing.T) {
	of := Taken{File: strings.Repeat("a", 64), Of: Subject{Stream: PickingStream, ID: "p", Piece: "3"}}
	list := happen(t, PhotoStream, Take, of, Caption, Captioned{"one"}, Caption, Captioned{"two"}, Undo, Reversal{"od"}, Delete, nil)
	p, err := FoldPhoto(list)
	if err != nil || p.Taken != of || p.Caption != "one" || !p.Deleted || p.LastOp != "oc" || p.NextOp != "od" {
		t.Errorf("%+v, %v", p, err)
	}
	for kind, want := range map[Kind]error{Caption: ErrPhotoDeleted, Restore: nil, Undo: ErrPhotoDeleted} {
		if got := p.Allows(kind); got != want {
			t.Errorf("%s: %v", kind, got)
		}
	}
	if one, _ := FoldPhoto(list[:1]); one.Allows(Undo) != ErrNothingToUndo || one.Allows(Restore) != ErrNotDeleted {
		t.Errorf("what a photograph begins with can be undone: %+v", one)
	}
}
