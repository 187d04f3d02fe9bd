package journal

import (
	"errors"
	"reflect"
	"slices"
	"testing"
	"testing/quick"

	"zestythicket/core/evidence"
)

func read(character, state string) Event {
	return Event{Kind: Read, Reading: &evidence.Reading{Character: character, States: []string{state}, Sure: true}}
}

func TestFold(t *testing.T) {
	start := Event{Kind: Create, About: &About{Kingdom: "fungi"}}
	undo, redo := Event{Kind: Undo}, Event{Kind: Redo}
	held := read("a", "y")
	held.Held = true
	afresh := read("a", "y")
	afresh.Afresh = true
	for name, c := range map[string]struct {
		events []Event
		want   []string
	}{
		"a reading counts":                      {[]Event{read("a", "x")}, []string{"a x sure"}},
		"the latest supersedes":                 {[]Event{read("a", "x"), read("b", "x"), read("a", "y")}, []string{"a y sure", "b x sure"}},
		"undo brings the earlier one back":      {[]Event{read("a", "x"), read("a", "y"), undo}, []string{"a x sure"}},
		"redo takes it again":                   {[]Event{read("a", "x"), read("a", "y"), undo, redo}, []string{"a y sure"}},
		"two undone, one redone":                {[]Event{read("a", "x"), read("b", "x"), undo, undo, redo}, []string{"a x sure"}},
		"a new reading ends what can be redone": {[]Event{read("a", "x"), undo, read("b", "x"), redo}, []string{"b x sure"}},
		"cleared":                               {[]Event{read("a", "x"), {Kind: Clear, Character: "a"}}, nil},
		"cleared and undone":                    {[]Event{read("a", "x"), {Kind: Clear, Character: "a"}, undo}, []string{"a x sure"}},
		"the start cannot be undone":            {[]Event{undo, undo}, nil},
		"held, it is unsure":                    {[]Event{read("a", "x"), held}, []string{"a y"}},
		"read afresh, it is confirmed":          {[]Event{read("a", "x"), held, afresh}, []string{"a y sure confirmed"}},
	} {
		s := Fold(append([]Event{start}, c.events...))
		var got []string
		for _, r := range s.Readings {
			says := r.Character + " " + r.States[0]
			if r.Sure {
				says += " sure"
			}
			if r.Confirmed {
				says += " confirmed"
			}
			got = append(got, says)
		}
		if !slices.Equal(got, c.want) || s.About.Kingdom != "fungi" {
			t.Errorf("%s: got %v, want %v", name, got, c.want)
		}
	}
}

func TestAllows(t *testing.T) {
	start := Event{Kind: Create, About: &About{}}
	closed := Event{Kind: Close, Closing: &Closing{Done: "left"}}
	for _, c := range []struct {
		before []Event
		then   Kind
		want   error
	}{
		{nil, Undo, ErrNothingToUndo},
		{nil, Redo, ErrNothingToRedo},
		{nil, Reopen, ErrNotClosed},
		{nil, Restore, ErrNotDeleted},
		{nil, Clear, ErrNotRead},
		{nil, Close, nil},
		{[]Event{closed}, Read, ErrClosed},
		{[]Event{closed}, Reopen, nil},
		{[]Event{closed}, Delete, nil},
		{[]Event{{Kind: Delete}}, Read, ErrDeleted},
		{[]Event{{Kind: Delete}}, Restore, nil},
	} {
		s := Fold(append([]Event{start}, c.before...))
		if err := s.Allows(Event{Kind: c.then}); !errors.Is(err, c.want) {
			t.Errorf("%v after %v: got %v, want %v", c.then, c.before, err, c.want)
		}
	}
}

// However readings, undos and redos follow each other: an undo followed by a redo changes nothing, and undoing
// everything leaves what the record began with.
func TestUndoAndRedoBalance(t *testing.T) {
	check := func(steps []uint8) bool {
		events := []Event{{Kind: Create, About: &About{Note: "start"}}}
		add := func(e Event) {
			if s := Fold(events); s.Allows(e) == nil {
				events = append(events, e)
			}
		}
		for _, n := range steps {
			switch c := string('a' + rune(n%3)); n % 7 {
			case 0:
				add(Event{Kind: Undo})
			case 1:
				add(Event{Kind: Redo})
			case 2:
				add(Event{Kind: Clear, Character: c})
			case 3:
				add(Event{Kind: Details, About: &About{Note: c}})
			default:
				add(read(c, string('x'+rune(n%2))))
			}
		}
		now := Fold(events)
		if now.CanUndo {
			back := Fold(append(slices.Clone(events), Event{Kind: Undo}, Event{Kind: Redo}))
			if !reflect.DeepEqual(back.Readings, now.Readings) || back.About != now.About {
				return false
			}
		}
		for s := Fold(events); s.CanUndo; s = Fold(events) {
			events = append(events, Event{Kind: Undo})
		}
		s := Fold(events)
		return len(s.Readings) == 0 && s.About.Note == "start" && !s.CanUndo
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 2000}); err != nil {
		t.Error(err)
	}
}
