package events

import (
	"encoding/json"
	"errors"
	"fmt"
	"math/rand/v2"
	"reflect"
	"slices"
	"strings"
	"testing"
	"testing/quick"
	"time"

	"zestythicket/core/evidence"
)

// device makes events as somebody with a device would: it has some of the stream, and says so in all it makes.
type device struct {
	testing.TB
	name  string
	clock time.Time
	has   []Event
	made  *int // by all devices together, for their ids
}

var start = time.Date(2026, 11, 26, 8, 0, 0, 0, time.UTC)

func one(t testing.TB) *device { return &device{TB: t, name: "one", clock: start, made: new(int)} }

// beside is another device of the same people, with its own clock.
func (d *device) beside(name string, ahead time.Duration) *device {
	return &device{d.TB, name, d.clock.Add(ahead), slices.Clone(d.has), d.made}
}

// syncs gives each of two devices what the other has.
func (d *device) syncs(other *device) {
	for _, pair := range [][2]*device{{d, other}, {other, d}} {
		for _, e := range pair[1].has {
			if !slices.ContainsFunc(pair[0].has, func(x Event) bool { return x.ID == e.ID }) {
				pair[0].has = append(pair[0].has, e)
			}
		}
	}
}

func (d *device) do(kind Kind, body any) *device {
	d.Helper()
	e, err := New(RecordStream, kind, body)
	if err != nil {
		d.Fatal(err)
	}
	*d.made++
	d.clock = d.clock.Add(time.Minute)
	seen := RevisionOf(d.has)
	e.ID, e.Op, e.StreamID, e.Owner = fmt.Sprintf("id-%05d", *d.made), fmt.Sprintf("op-%05d", *d.made), "r", "me"
	e.Device, e.Number, e.At, e.Seen = d.name, seen[d.name]+1, d.clock, seen
	if err := e.Check(); err != nil {
		d.Fatal(err)
	}
	before, err := FoldRecord(d.has)
	if err != nil {
		d.Fatal(err)
	}
	d.has = append(d.has, e)
	d.foldsOn(&before, &e)
	return d
}

// foldsOn holds what a record says after one more event, worked out from what it said before, to what all its events say.
func (d *device) foldsOn(before *Record, e *Event) {
	d.Helper()
	if !before.Whole(len(d.has) - 1) {
		return
	}
	was, _ := json.Marshal(before)
	next, ok, err := before.Next(e)
	if err != nil {
		d.Fatal(err)
	}
	if still, _ := json.Marshal(before); string(still) != string(was) {
		d.Fatalf("what it said before was changed to %s", still)
	}
	if plain := e.Kind == Read || e.Kind == Clear || e.Kind == Details || e.Kind == Close; ok != (plain || e.Kind == Reopen || e.Kind == Delete || e.Kind == Restore) {
		d.Fatalf("%s: worked out from what was before: %v", e.Kind, ok)
	}
	got, _ := json.Marshal(next)
	if want, _ := json.Marshal(d.now()); ok && string(got) != string(want) {
		d.Fatalf("after %s:\n%s, all events say\n%s", e.Kind, got, want)
	}
}

func (d *device) read(character, state string) *device {
	return d.do(Read, Made{Reading: evidence.Reading{Character: character, States: []string{state}, Sure: true}})
}

func (d *device) undo() *device { return d.do(Undo, Reversal{d.now().LastOp}) }
func (d *device) redo() *device { return d.do(Redo, Reversal{d.now().NextOp}) }

func (d *device) now() Record {
	d.Helper()
	r, err := FoldRecord(d.has)
	if err != nil {
		d.Fatal(err)
	}
	return r
}

// says puts down what counts, shortly.
func (d *device) says() string {
	d.Helper()
	var out []string
	for _, k := range d.now().Readings {
		k.Reading, _, _ = k.Counts()
		s := k.Character + " " + strings.Join(k.States, "+")
		for _, is := range []struct {
			so   bool
			word string
		}{{k.Sure, " sure"}, {k.Confirmed, " confirmed"}, {k.Disputed, " disputed"}} {
			if is.so {
				s += is.word
			}
		}
		out = append(out, s)
	}
	return strings.Join(out, ", ")
}

func begun(t testing.TB) *device { return one(t).do(Create, About{Kingdom: "fungi", Note: "first"}) }

func TestFold(t *testing.T) {
	held := Made{Reading: evidence.Reading{Character: "a", States: []string{"y"}, Sure: true}, Held: true}
	afresh := Made{Reading: held.Reading, Afresh: true}
	for name, c := range map[string]struct {
		of   func(*device) *device
		want string
	}{
		"a reading counts":                      {func(d *device) *device { return d.read("a", "x") }, "a x sure"},
		"the latest supersedes":                 {func(d *device) *device { return d.read("a", "x").read("b", "x").read("a", "y") }, "a y sure, b x sure"},
		"undo brings the earlier one back":      {func(d *device) *device { return d.read("a", "x").read("a", "y").undo() }, "a x sure"},
		"redo takes it again":                   {func(d *device) *device { return d.read("a", "x").read("a", "y").undo().redo() }, "a y sure"},
		"two undone, one redone":                {func(d *device) *device { return d.read("a", "x").read("b", "x").undo().undo().redo() }, "a x sure"},
		"a new reading ends what can be redone": {func(d *device) *device { return d.read("a", "x").undo().read("b", "x").redo() }, "b x sure"},
		"cleared":                               {func(d *device) *device { return d.read("a", "x").do(Clear, Cleared{"a"}) }, ""},
		"cleared and undone":                    {func(d *device) *device { return d.read("a", "x").do(Clear, Cleared{"a"}).undo() }, "a x sure"},
		"cleared and read, it comes last":       {func(d *device) *device { return d.read("a", "x").read("b", "x").do(Clear, Cleared{"a"}).read("a", "x") }, "b x sure, a x sure"},
		"the start cannot be undone":            {func(d *device) *device { return d.undo().undo() }, ""},
		"held, it is unsure":                    {func(d *device) *device { return d.read("a", "x").do(Read, held) }, "a y"},
		"held and read afresh, it is sure":      {func(d *device) *device { return d.read("a", "x").do(Read, held).do(Read, afresh) }, "a y sure"},
		"looked at again, and a look undone":    {func(d *device) *device { return d.read("a", "y").do(Read, afresh).undo() }, "a y sure"},
		"looked at again with the same answer":  {func(d *device) *device { return d.read("a", "y").do(Read, afresh) }, "a y sure confirmed"},
		"looked at again with another answer":   {func(d *device) *device { return d.read("a", "x").do(Read, afresh) }, "a x+y"},
		"unsure, a look confirms nothing": {func(d *device) *device {
			return d.read("a", "y").do(Read, Made{Reading: evidence.Reading{Character: "a", States: []string{"y"}}, Afresh: true})
		}, "a y sure"},
		"settled by somebody else": {func(d *device) *device {
			return d.read("a", "x").do(Read, afresh).do(Read, Made{Reading: held.Reading, Afresh: true, By: "Mira"})
		}, "a y sure"},
		"the same person settles nothing": {func(d *device) *device { return d.read("a", "x").do(Read, afresh).do(Read, afresh) }, "a x+y"},
	} {
		d := c.of(begun(t))
		if got := d.says(); got != c.want || d.now().About.Kingdom != "fungi" {
			t.Errorf("%s: got %s, want %s", name, got, c.want)
		}
	}
}

func TestAllows(t *testing.T) {
	closed := func(d *device) { d.do(Close, Closing{Done: "left"}) }
	gone := func(d *device) { d.do(Delete, nil) }
	for _, c := range []struct {
		before func(*device)
		then   Kind
		want   error
	}{
		{nil, Undo, ErrNothingToUndo}, {nil, Redo, ErrNothingToRedo}, {nil, Reopen, ErrNotClosed}, {nil, Restore, ErrNotDeleted},
		{nil, Clear, ErrNotRead}, {nil, Close, nil}, {closed, Read, ErrClosed}, {closed, Reopen, nil}, {closed, Delete, nil},
		{gone, Read, ErrDeleted}, {gone, Restore, nil},
	} {
		d := begun(t)
		if c.before != nil {
			c.before(d)
		}
		now := d.now()
		if err := now.Allows(c.then, "a"); !errors.Is(err, c.want) {
			t.Errorf("%v: got %v, want %v", c.then, err, c.want)
		}
	}
}

// Read on two devices that did not know of each other, the later counts, as unsure, until it is read by somebody who knew
// of both; what was read alike, or on other characters, is not in doubt.
func TestTwoDevicesThatReadOtherwise(t *testing.T) {
	a := begun(t).read("a", "x").read("b", "x")
	b := a.beside("two", time.Hour)
	a.read("a", "y").read("c", "y")
	b.read("a", "z").read("c", "y")
	a.syncs(b)
	if got := a.says(); got != "a z disputed, b x sure, c y sure" || got != b.says() {
		t.Errorf("got %s and %s", got, b.says())
	}
	// One of them superseded its own reading before they met: what the other says is still not seen by it.
	if a.read("b", "y"); a.says() != "a z disputed, b y sure, c y sure" {
		t.Errorf("another reading: %s", a.says())
	}
	if a.do(Read, Made{Reading: evidence.Reading{Character: "a", States: []string{"z"}, Sure: true}, Afresh: true}); a.says() != "a z sure, b y sure, c y sure" {
		t.Errorf("confirmed by one who knew of both: %s", a.says())
	}
	one := begun(t).read("a", "x")
	two := one.beside("two", -time.Hour)
	two.read("a", "z")
	one.read("a", "z").read("a", "x")
	one.syncs(two)
	if got := one.says(); got != "a x disputed" {
		t.Errorf("a reading that the other never saw: %s", got)
	}
	if one.undo(); one.says() != "a z sure" {
		t.Errorf("undone, both say the same: %s", one.says())
	}
	cleared := begun(t).read("a", "x")
	other := cleared.beside("two", 0)
	cleared.do(Clear, Cleared{"a"})
	other.read("a", "y")
	if cleared.syncs(other); cleared.says() != "a y disputed" {
		t.Errorf("cleared here and read there: %s", cleared.says())
	}
}

// Two who change different fields beside each other both keep what they wrote.
func TestDescriptionsArePutTogether(t *testing.T) {
	a := begun(t)
	b := a.beside("two", time.Minute)
	a.do(Details, About{Kingdom: "fungi", Note: "by the weir"})
	b.do(Details, About{Kingdom: "fungi", Note: "first", Target: "amanita-rubescens"})
	a.syncs(b)
	if got := a.now().About; got.Note != "by the weir" || got.Target != "amanita-rubescens" {
		t.Errorf("got %+v", got)
	}
}

// What comes in from elsewhere after a record was closed is told, and is not part of what it was closed on.
func TestWhatTheClosingHadNotSeen(t *testing.T) {
	a := begun(t).read("a", "x")
	b := a.beside("two", 0)
	b.read("b", "x").read("c", "x")
	a.do(Close, Closing{Done: "left"})
	if a.now().Unruled != 0 {
		t.Errorf("%d changes were not ruled on", a.now().Unruled)
	}
	if a.syncs(b); a.now().Unruled != 2 || a.now().Closing == nil {
		t.Errorf("%d changes were not ruled on, want 2", a.now().Unruled)
	}
}

// However a stream is made on three devices, with clocks that are wrong, and in whatever order its events arrive: the same
// set of them folds to the same record, each after all its maker had seen, and none is lost.
func TestAnyOrderOfArrivalFoldsAlike(t *testing.T) {
	check := func(seed uint64) bool {
		r := rand.New(rand.NewPCG(seed, 7))
		a := begun(t)
		devices := []*device{a, a.beside("two", time.Duration(r.IntN(120)-60)*time.Minute), a.beside("three", time.Duration(r.IntN(120)-60)*time.Minute)}
		for range 5 + r.IntN(30) {
			d := devices[r.IntN(3)]
			now := d.now()
			c := string('a' + rune(r.IntN(3)))
			switch r.IntN(12) {
			case 0, 1:
				d.syncs(devices[r.IntN(3)])
			case 2:
				if now.LastOp != "" {
					d.undo()
				}
			case 3:
				if now.NextOp != "" {
					d.redo()
				}
			case 4:
				if now.Find(c) != nil {
					d.do(Clear, Cleared{c})
				}
			case 5:
				about := now.About
				about.Note = fmt.Sprint("note ", r.IntN(100))
				d.do(Details, about)
			case 6:
				d.do(Close, Closing{Done: "left"})
			case 7:
				d.do(Reopen, nil)
			default:
				d.read(c, string('x'+rune(r.IntN(3))))
			}
		}
		for _, d := range devices[1:] { // any split of it over three devices, put together
			a.syncs(d)
		}
		want, ordered := a.now(), Order(a.has)
		if len(ordered) != len(a.has) {
			t.Logf("seed %d: %d of %d events have a place", seed, len(ordered), len(a.has))
			return false
		}
		for i, e := range ordered {
			for _, before := range ordered[i+1:] {
				if e.Saw(before) {
					t.Logf("seed %d: %s comes before what its maker had seen", seed, e.ID)
					return false
				}
			}
		}
		for range 6 {
			arrived := slices.Clone(a.has)
			r.Shuffle(len(arrived), func(i, j int) { arrived[i], arrived[j] = arrived[j], arrived[i] })
			if got, err := FoldRecord(arrived); err != nil || !reflect.DeepEqual(got, want) {
				t.Logf("seed %d: %+v\n%+v (%v)", seed, got, want, err)
				return false
			}
		}
		return true
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 1500}); err != nil {
		t.Error(err)
	}
}

// However readings, undos and redos follow each other: an undo followed by a redo changes nothing, and undoing everything
// leaves what the record began with.
func TestUndoAndRedoBalance(t *testing.T) {
	check := func(steps []uint8) bool {
		d := begun(t)
		for _, n := range steps {
			now, c := d.now(), string('a'+rune(n%3))
			switch n % 7 {
			case 0:
				if now.LastOp != "" {
					d.undo()
				}
			case 1:
				if now.NextOp != "" {
					d.redo()
				}
			case 2:
				if now.Find(c) != nil {
					d.do(Clear, Cleared{c})
				}
			case 3:
				d.do(Details, About{Kingdom: "fungi", Note: c})
			default:
				d.read(c, string('x'+rune(n%2)))
			}
		}
		now := d.now()
		if now.LastOp != "" {
			back := d.undo().redo().now()
			if !reflect.DeepEqual(back.Readings, now.Readings) || !reflect.DeepEqual(back.About, now.About) {
				return false
			}
		}
		for d.now().LastOp != "" {
			d.undo()
		}
		end := d.now()
		return len(end.Readings) == 0 && end.About.Note == "first"
	}
	if err := quick.Check(check, &quick.Config{MaxCount: 300}); err != nil {
		t.Error(err)
	}
}

// Events that say that they have seen each other cannot be, and are put in order all the same.
func TestEventsThatSawEachOther(t *testing.T) {
	d := begun(t).read("a", "x")
	e := d.beside("two", 0).read("a", "y").has[2]
	e.Seen["one"] = 3
	d.do(Read, Made{Reading: evidence.Reading{Character: "b", States: []string{"x"}, Sure: true}})
	d.has[2].Seen["two"] = 1
	d.has = append(d.has, e)
	if got := Order(d.has); len(got) != 4 || d.says() == "" {
		t.Errorf("%d have a place, %s", len(got), d.says())
	}
}

// What was not made on all that there is, is not worked out from it.
func TestWhatHadNotSeenAllIsFoldedWhole(t *testing.T) {
	a := begun(t).read("a", "x")
	b := a.beside("two", 0)
	a.read("a", "y")
	b.read("b", "x")
	before := a.now()
	for _, e := range []Event{b.has[2], a.has[1]} {
		if _, ok, err := before.Next(&e); ok || err != nil {
			t.Errorf("%s: worked out from what was before (%v)", e.ID, err)
		}
	}
	if gap := (Record{Revision: Revision{"one": 2}}); gap.Whole(3) {
		t.Error("a record with a gap is called whole")
	}
}

// A gap in a device's numbers ends what was seen of it.
func TestAGapIsNotSeen(t *testing.T) {
	d := begun(t).read("a", "x").read("b", "x").read("c", "x")
	if got := RevisionOf(slices.Delete(slices.Clone(d.has), 1, 2)); got["one"] != 1 {
		t.Errorf("of events 1, 3 and 4 it was seen up to %d", got["one"])
	}
}

// An event of a kind or version that is not known is refused by name; every kind that is listed is read, and does something.
func TestUnknownEventsAreRefusedByName(t *testing.T) {
	for name, c := range map[string]struct {
		change func(*Event)
		says   string
	}{
		"a kind":    {func(e *Event) { e.Kind = "shear" }, `no event "shear" of a stream "record"`},
		"a stream":  {func(e *Event) { e.Stream = "orchard" }, `of a stream "orchard"`},
		"a version": {func(e *Event) { e.Version = 9 }, `"read" of a record is written in version 9, and this program reads up to 2`},
		"none":      {func(e *Event) { e.Version = 0 }, "version 0"},
		"nonsense":  {func(e *Event) { e.Body = json.RawMessage(`[]`) }, "cannot be read"},
	} {
		d := begun(t).read("a", "x")
		c.change(&d.has[1])
		if _, err := FoldRecord(d.has); err == nil || !strings.Contains(err.Error(), c.says) || d.has[1].Check() == nil {
			t.Errorf("%s: got %v, want … %s …", name, err, c.says)
		}
	}
	bodies := map[Kind]any{
		Create: About{Kingdom: "plantae", Note: "again"}, Details: About{Kingdom: "fungi", Note: "second"}, Clear: Cleared{"a"},
		Read: Made{Reading: evidence.Reading{Character: "b", States: []string{"x"}}}, Undo: Reversal{"op-00002"}, Close: Closing{Done: "left"}, Delete: nil,
	}
	after := map[Kind]Kind{Redo: Undo, Reopen: Close, Restore: Delete}
	for _, kind := range Kinds(RecordStream) {
		d := begun(t).read("a", "x")
		if first, ok := after[kind]; ok {
			d.do(first, bodies[first])
		}
		before := d.now()
		body := bodies[kind]
		if kind == Redo {
			body = Reversal{"op-00002"}
		}
		if now := d.do(kind, body).now(); reflect.DeepEqual(now.About, before.About) && reflect.DeepEqual(now.Readings, before.Readings) &&
			reflect.DeepEqual(now.Closing, before.Closing) && now.Deleted == before.Deleted {
			t.Errorf("%s changes nothing", kind)
		}
	}
	if n := len(Kinds(RecordStream)); n != len(bodies)+len(after) || n != len(RecordKinds) {
		t.Errorf("%d kinds are read, %d are listed, %d are tried here", n, len(RecordKinds), len(bodies)+len(after))
	}
}

// BenchmarkFold folds a long record: 20,000 readings and corrections made one after the other.
func BenchmarkFold(b *testing.B) {
	d := begun(b)
	for i := range 20_000 {
		e := d.has[0]
		made, _ := New(RecordStream, Read, Made{Reading: evidence.Reading{Character: fmt.Sprint("c", i%90), States: []string{"x"}, Sure: true}})
		made.ID, made.Op, made.StreamID, made.Owner, made.Device, made.Number = fmt.Sprintf("id-%05d", i+1), fmt.Sprint("op", i), "r", "me", "one", i+2
		made.At, made.Seen = e.At.Add(time.Duration(i)*time.Second), Revision{"one": i + 1}
		d.has = append(d.has, made)
	}
	for b.Loop() {
		if r, err := FoldRecord(d.has); err != nil || len(r.Readings) != 90 {
			b.Fatal(err)
		}
	}
}
