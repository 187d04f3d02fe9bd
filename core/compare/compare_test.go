package compare_test

import (
	"fmt"
	"math/rand/v2"
	"strings"
	"testing"
	"time"

	"zestythicket/core/compare"
	"zestythicket/core/evidence"
	"zestythicket/core/guidetest"
	"zestythicket/guidefile"
)

// Facts of the trade (common practice): what tells ramsons from lily of the valley and from the autumn crocus.
func TestRamsonsBesideItsLookalikes(t *testing.T) {
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	rows, err := compare.Rows(g, compare.Request{Target: "allium-ursinum", Others: []string{"convallaria-majalis", "colchicum-autumnale"}, Date: "2026-04-20"})
	if err != nil {
		t.Fatal(err)
	}
	at := map[string]compare.Row{}
	firm := true
	enough := 0
	for _, r := range rows {
		at[r.Character] = r
		if r.Firm && !firm {
			t.Errorf("%s is firm and comes after a hint", r.Character)
		}
		firm = r.Firm
		if r.Enough {
			enough++
		}
		if len(r.Cells) != 3 || len(r.Apart) != 2 {
			t.Errorf("%s has %d cells", r.Character, len(r.Cells))
		}
	}
	for _, c := range []string{"leaves-to-stalk", "stem-section", "root"} {
		if r, ok := at[c]; !ok || r.Apart[0] != compare.Always || !r.Firm {
			t.Errorf("%s does not part ramsons from lily of the valley for certain: %+v", c, r)
		}
	}
	if r, ok := at["plant-scent"]; !ok || r.Apart[0] != compare.Always || !r.Firm {
		t.Errorf("garlic does not part ramsons from lily of the valley: %+v", r)
	}
	if _, ok := at["fruit-type"]; ok {
		t.Error("fruits are named in April, when there are none")
	}
	if _, ok := at["leaf-veins"]; ok {
		t.Error("veins are named, though all three show the same")
	}
	if enough == 0 {
		t.Error("nothing is marked as enough")
	}
}

// What is always apart from one side is always apart from the other; the target is never apart from its like.
func TestApartIsMutual(t *testing.T) {
	g := guidetest.Small()
	for i := range g.Taxa {
		for k := range g.Taxa {
			a, b := &g.Taxa[i], &g.Taxa[k]
			if i == k || a.Kingdom != b.Kingdom {
				continue
			}
			one, err1 := compare.Rows(g, compare.Request{Target: a.ID, Others: []string{b.ID}})
			two, err2 := compare.Rows(g, compare.Request{Target: b.ID, Others: []string{a.ID}})
			if err1 != nil || err2 != nil {
				t.Fatal(err1, err2)
			}
			always := map[string]bool{}
			for _, r := range one {
				n, _ := g.Column(r.Character)
				if r.Apart[0] == compare.Always && g.Columns[n].Kind == "states" {
					always[r.Character] = true
				}
			}
			for _, r := range two {
				n, _ := g.Column(r.Character)
				if g.Columns[n].Kind == "states" && always[r.Character] != (r.Apart[0] == compare.Always) {
					t.Errorf("%s and %s on %s", a.ID, b.ID, r.Character)
				}
			}
		}
	}
}

func TestWhatCannotBeLaidBeside(t *testing.T) {
	g := guidetest.Small()
	for want, w := range map[string]compare.Request{
		"one to 4": {Target: "boletus-edulis"}, "has no taxon": {Target: "boletus-edulis", Others: []string{"x"}},
		"named twice": {Target: "boletus-edulis", Others: []string{"boletus-edulis"}}, "share no character": {Target: "boletus-edulis", Others: []string{"castanea-sativa"}},
		"not a day": {Target: "boletus-edulis", Others: []string{"tylopilus-felleus"}, Date: "soon"},
	} {
		if _, err := compare.Rows(g, w); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%+v: got %v, want … %s …", w, err, want)
		}
	}
}

// Whoever has fewer tools and senses sees some of the rows, and none that they cannot see; on a day, the same.
func TestFewerToolsAndSensesShowFewerRows(t *testing.T) {
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	r := rand.New(rand.NewPCG(7, 7))
	tools := g.Tools()
	for range 60 {
		target := r.IntN(len(g.Taxa))
		other := r.IntN(len(g.Taxa))
		if target == other || g.Taxa[target].Kingdom != g.Taxa[other].Kingdom {
			continue
		}
		wish := compare.Request{Target: g.Taxa[target].ID, Others: []string{g.Taxa[other].ID}}
		all, err := compare.Rows(g, wish)
		if err != nil {
			t.Fatal(err)
		}
		wish.Observer = evidence.Observer{NoColour: r.IntN(2) == 0, NoSmell: r.IntN(2) == 0, Kit: []string{tools[r.IntN(len(tools))]}}
		wish.Date = fmt.Sprintf("2026-%02d-15", 1+r.IntN(12))
		day, _ := time.Parse(time.DateOnly, wish.Date)
		some, err := compare.Rows(g, wish)
		if err != nil {
			t.Fatal(err)
		}
		whole := map[string]compare.Row{}
		for _, row := range all {
			whole[row.Character] = row
		}
		for _, row := range some {
			n, _ := g.Column(row.Character)
			if !wish.Observer.Can(&g.Columns[n]) || !g.ThereIn(target, row.Character, day) {
				t.Errorf("%+v is shown %s", wish, row.Character)
			}
			if was, ok := whole[row.Character]; !ok || was.Apart[0] != row.Apart[0] {
				t.Errorf("%+v: %s stands apart otherwise than for who has everything", wish, row.Character)
			}
			delete(whole, row.Character)
		}
		for character := range whole {
			n, _ := g.Column(character)
			if wish.Observer.Can(&g.Columns[n]) && g.ThereIn(target, character, day) {
				t.Errorf("%+v is not shown %s", wish, character)
			}
		}
	}
}
