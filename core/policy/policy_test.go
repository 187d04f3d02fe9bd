package policy

import "testing"

// What must hold whatever the numbers are: no single misreading is enough where a mistake kills or does lasting harm,
// nothing graver asks for less, and hints never stand in for a line against a grave one.
func TestTheTableOfHarms(t *testing.T) {
	if len(harms) != len(Harms) {
		t.Fatalf("%d classes have rules, %d are listed", len(harms), len(Harms))
	}
	for i, h := range Harms {
		s := h.Standard()
		if h.Gravity() != i {
			t.Errorf("%s is told in place %d and listed in place %d", h, h.Gravity(), i)
		}
		if h.Grave() && (s.Slips < 2 || s.Balance <= max(MostWeight, MostHints)) {
			t.Errorf("one line or hints alone rule out what is %s", h)
		}
		if h.Hurts() != (h != NoHarm) {
			t.Errorf("%s hurts: %v", h, h.Hurts())
		}
		if i > 0 {
			graver := Harms[i-1].Standard()
			if s.Balance > graver.Balance || s.Slips > graver.Slips || h.AskingWeight() > Harms[i-1].AskingWeight() {
				t.Errorf("%s asks for more than %s", h, Harms[i-1])
			}
		}
	}
	if ContactStandard.Slips < 2 || ContactStandard.Balance <= MostWeight {
		t.Error("one line is enough to touch one that burns")
	}
}

// What is needed is what the balance lacks, or a line that is worth asking for; nothing where the standard is met.
func TestNeed(t *testing.T) {
	s := Standard{200, 2, false}
	for _, c := range []struct {
		balance Centibans
		slips   int
		want    Centibans
	}{{0, 0, 200}, {150, 2, 50}, {190, 1, WorthALine}, {250, 1, WorthALine}, {250, 0, 2 * WorthALine}, {200, 2, 0}, {-50, 0, 250}} {
		if got := s.Need(c.balance, c.slips); got != c.want {
			t.Errorf("%d and %d slips: %d, want %d", c.balance, c.slips, got, c.want)
		}
	}
}

// A line never weighs more than its caps, and a hint less than what counts in full.
func TestLineWeights(t *testing.T) {
	for _, c := range []struct {
		best, worst Centibans
		full        bool
		want        Centibans
	}{
		{300, 0, true, MostWeight}, {0, -300, true, LeastWeight}, {60, -20, true, 40},
		{300, 0, false, MostHint}, {0, -300, false, LeastHint}, {30, -10, false, 20},
	} {
		if got := LineWeight(c.best, c.worst, c.full); got != c.want {
			t.Errorf("%+v: %d", c, got)
		}
	}
	if len(Footings) != len(FootingList) {
		t.Errorf("%d footings have a place in the table, %d are listed", len(Footings), len(FootingList))
	}
	for _, f := range FootingList {
		r := Footings[f]
		hint, fades := f == Size || f == Place || f == Season, f == Colour || f == Scent || f == Place || f == Season
		if r.Full == hint || r.Built == fades || r.Misread <= 0 || r.Misread >= MostError {
			t.Errorf("%s: %+v", f, r)
		}
	}
	// Good's unit: ten to one is ten decibans, and so is a hundred centibans.
	if CentibansOf(10) != MostWeight || CentibansOf(0.5) != -30 || MostWeight.In() != 10 {
		t.Error("weights are not in decibans")
	}
}
