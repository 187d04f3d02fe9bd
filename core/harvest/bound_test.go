package harvest

import (
	"bufio"
	"fmt"
	"os"
	"testing"
)

// Source: SciPy's hypergeometric distribution, as the design gives them.
func TestBoundByHand(t *testing.T) {
	for _, c := range [][3]int{{10, 10, 0}, {10, 5, 3}, {60, 20, 6}, {100, 30, 8}, {500, 59, 23}, {1, 0, 1}, {0, 0, 0}, {7, 0, 7}} {
		if k, err := Bound(c[0], c[1], 0); err != nil || k != c[2] {
			t.Errorf("%d of %d: %d, %v; want %d", c[1], c[0], k, err, c[2])
		}
	}
	for _, c := range [][3]int{{-1, 0, 0}, {2001, 0, 0}, {10, 11, 0}, {10, 5, 6}, {10, 5, -1}} {
		if k, err := Bound(c[0], c[1], c[2]); err == nil {
			t.Errorf("%v: %d", c, k)
		}
	}
	if k, _ := Bound(60, 20, 1); k <= 6 {
		t.Errorf("with one found wrong only %d could be left", k)
	}
	if Says(20, 20, 0) != "Every piece was checked." || Says(60, 20, 6) != "20 of 60 pieces were checked: up to 6 others could still be in it." {
		t.Error(Says(60, 20, 6))
	}
}

// Source: SciPy's hypergeometric distribution, by testdata/bounds.py; pieces, checked, wrong, bound.
func TestBoundIsThatOfAStatisticsLibrary(t *testing.T) {
	f, err := os.Open("testdata/bounds.txt")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	n := 0
	for lines := bufio.NewScanner(f); lines.Scan(); {
		var pieces, checked, wrong, want int
		if _, err := fmt.Sscan(lines.Text(), &pieces, &checked, &wrong, &want); err != nil {
			continue // the heading
		}
		n++
		if k, err := Bound(pieces, checked, wrong); err != nil || k != want {
			t.Errorf("%d of %d, %d wrong: %d, %v; want %d", checked, pieces, wrong, k, err, want)
		}
	}
	if n != 500 {
		t.Errorf("%d of 500 cases were compared", n)
	}
}
