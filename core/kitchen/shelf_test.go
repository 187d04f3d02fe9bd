package kitchen_test

import (
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/kitchen"
)

// By hand from the table in docs/kitchen.md: on each shelf the shortest of all that is in it; in a jar only what was dried through.
func TestForHowLongItKeeps(t *testing.T) {
	mushroom, plant := &guide.Taxon{Kingdom: "fungi"}, &guide.Taxon{Kingdom: "plantae"}
	fried := kitchen.Progress{Step: guide.Step{Do: guide.Fry, Minutes: 15}, Done: 60}
	dried := kitchen.Progress{Step: guide.Step{Do: guide.Dry, Minutes: 600}, Done: 36_000, Finished: true}
	drying := dried
	drying.Finished = false
	from := time.Date(2026, 9, 12, 18, 0, 0, 0, time.UTC)
	for name, c := range map[string]struct {
		taxa  []*guide.Taxon
		steps []kitchen.Progress
		want  []int
		until string
	}{
		"raw mushrooms":         {[]*guide.Taxon{mushroom}, nil, []int{2, 90}, "2026-09-14"},
		"raw leaves":            {[]*guide.Taxon{plant}, nil, []int{3, 180}, "2026-09-15"},
		"both":                  {[]*guide.Taxon{plant, mushroom}, nil, []int{2, 90}, "2026-09-14"},
		"leaves in the pan":     {[]*guide.Taxon{plant}, []kitchen.Progress{fried}, []int{2, 90}, "2026-09-14"},
		"dried through":         {[]*guide.Taxon{mushroom}, []kitchen.Progress{dried}, []int{2, 90, 365}, "2026-09-14"},
		"not yet dried through": {[]*guide.Taxon{mushroom}, []kitchen.Progress{drying}, []int{2, 90}, "2026-09-14"},
	} {
		var days []int
		keeps := kitchen.Longest(c.taxa, c.steps, from)
		for _, k := range keeps {
			days = append(days, k.Days)
		}
		if !slices.Equal(days, c.want) || keeps[0].Until != c.until {
			t.Errorf("%s: %v, until %s", name, days, keeps[0].Until)
		}
	}
	for until, says := range map[string]bool{"": false, "2026-09-12": false, "2026-09-13": false, "2026-09-11": true} {
		if got := kitchen.Over(until, from); (got != "") != says || says && !strings.Contains(got, until) {
			t.Errorf("kept until %q: %q", until, got)
		}
	}
}

// A dropper of which 125 drops are 5 ml has 25 to the millilitre; one of 5 in 5 ml is none.
func TestOwnDropper(t *testing.T) {
	for counted, fine := range map[float64]bool{0: true, 125: true, 25: true, 24: false, 501: false, -1: false} {
		if err := kitchen.CheckDropper(counted); (err == nil) != fine {
			t.Errorf("%g drops in 5 ml: %v", counted, err)
		}
	}
	if says, err := kitchen.DropsSaid(10, 125); err != nil || says != "10 drops are 0.4 ml, by your own dropper." {
		t.Errorf("%q, %v", says, err)
	}
	// 29.5735295625 ml is what a fluid ounce is in NIST Handbook 44, appendix C.
	if says := kitchen.VolumeSaid(29.5735295625, true); says != "29.574 ml (1 US fl oz)" {
		t.Errorf("%q", says)
	}
}
