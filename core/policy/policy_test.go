package policy

import "testing"

// What must hold whatever the numbers are: no single misreading is enough where a mistake kills or does lasting harm,
// nothing graver asks for less, and hints never stand in for a line against a deadly one.
func TestTheTableOfHarms(t *testing.T) {
	if len(harms) != len(Harms) {
		t.Fatalf("%d classes have rules, %d are listed", len(harms), len(Harms))
	}
	for i, h := range Harms {
		if h.Gravity() != i {
			t.Errorf("%s is told in place %d and listed in place %d", h, h.Gravity(), i)
		}
		if h.Grave() && h.Needed() <= Whole {
			t.Errorf("one line alone rules out what is %s", h)
		}
		if i > 0 && (h.Needed() > Harms[i-1].Needed() || h.AskingWeight() > Harms[i-1].AskingWeight()) {
			t.Errorf("%s asks for more than %s", h, Harms[i-1])
		}
	}
	if Deadly.HintsCountFor() != 0 || NeededForContact <= Whole {
		t.Error("a hint helps to rule out a deadly one, or one line to touch one that burns")
	}
	if Deadly.Needed().Lines() != 2 || Serious.Needed().Lines() != 2 || Upset.Needed().Lines() != 1 {
		t.Error("rounded up to whole lines the needs are 2, 2 and 1")
	}
}

// A soft reading and a hint are each worth half, both a quarter.
func TestWeights(t *testing.T) {
	for _, c := range []struct {
		firm, full bool
		want       Quarters
	}{{true, true, Whole}, {false, true, Whole / 2}, {true, false, Whole / 2}, {false, false, Whole / 4}} {
		if got := Weight(c.firm, c.full); got != c.want {
			t.Errorf("firm %v, full %v: %d quarters, want %d", c.firm, c.full, got, c.want)
		}
	}
	if len(Footings) != len(FootingList) {
		t.Errorf("%d footings have a place in the table, %d are listed", len(Footings), len(FootingList))
	}
	for _, f := range FootingList {
		r := Footings[f]
		if hint := f == Size || f == Colour || f == Scent || f == Place || f == Season; r.Full == hint || r.Misread <= 0 || r.Misread >= MostMisread {
			t.Errorf("%s: %+v", f, r)
		}
	}
}
