package guide_test

import (
	"slices"
	"testing"

	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
)

func TestWhatAFamilyShares(t *testing.T) {
	g := guidetest.Small()
	umbels := g.Family("apiaceae")
	if umbels.Count() != 4 || g.Family("Nothingaceae").Any() {
		t.Fatalf("%d taxa of the carrot family", umbels.Count())
	}
	shared := map[string]int{}
	for _, trait := range g.Traits(umbels) {
		col := &g.Columns[trait.Column]
		umbels.Each(func(i int) {
			if p := &col.Patterns[col.Pattern[i]]; p.Mask&^trait.Mask != 0 {
				t.Errorf("%s shows more of %s than its family", g.Taxa[i].ID, col.ID)
			}
		})
		others, alike := 0, 0
		for i := range g.Taxa {
			if umbels.Has(i) || g.Taxa[i].Kingdom != "plantae" || !col.Scored.Has(i) {
				continue
			}
			others++
			if col.Patterns[col.Pattern[i]].Mask&^trait.Mask == 0 {
				alike++
			}
		}
		if 10*alike > 7*others {
			t.Errorf("%s tells nothing of the family: %d of %d others show nothing else", col.ID, alike, others)
		}
		shared[col.ID]++
	}
	// Facts of the trade (common practice): umbels, sheathing leaves, dry fruits that split in two.
	for _, id := range []string{"inflorescence", "leaf-attachment", "fruit-type"} {
		if shared[id] != 1 {
			t.Errorf("the carrot family does not share %s", id)
		}
	}
	for _, id := range []string{"stem-hair", "umbel-bracteoles", "flower-colour"} {
		if shared[id] != 0 {
			t.Errorf("%s is told as a trait of the family", id)
		}
	}
	one := guide.NewBits(len(g.Taxa))
	one.Set(umbels.Members()[0])
	if g.Traits(one) != nil {
		t.Error("a single taxon shares something with itself")
	}
	order := g.GravestFirst(umbels)
	if !slices.IsSortedFunc(order, func(a, b int) int { return g.Taxa[a].Harm.Gravity() - g.Taxa[b].Harm.Gravity() }) || len(order) != 4 {
		t.Errorf("%v", order)
	}
	for name, is := range map[string]bool{"Umbelliferae": true, "Pluteaceae": true, "Cicuta major": false, "Knitbone": false} {
		if guide.FamilyName(name) != is {
			t.Errorf("%s taken for the name of a family: %v", name, !is)
		}
	}
}

// What a figure is drawn from: what is usual, unless a stage is asked for that shows something of its own.
func TestUsualByStage(t *testing.T) {
	g := guidetest.Small()
	cap, _ := g.Taxon("amanita-phalloides")
	for stage, want := range map[string]string{"": "dome", "young": "ball", "frosted": "dome"} {
		if got := g.Usual(cap, stage)["cap-shape"]; got != want {
			t.Errorf("at stage %q its cap is a %s, not a %s", stage, got, want)
		}
	}
	if got := g.Stages(cap); !slices.Contains(got, "young") || !slices.IsSorted(got) {
		t.Errorf("stages: %v", got)
	}
	if _, ok := g.Usual(cap, "")["cap-diameter"]; ok {
		t.Error("a measure has no state")
	}
}

func TestNamesakes(t *testing.T) {
	g := guidetest.Compile(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]}],"taxa":[
		{"id":"one","name":"Genus one","kingdom":"plantae","use":"none","harm":"none","common":["Wild Cherry"]},
		{"id":"two","name":"Genus two","kingdom":"plantae","use":"none","harm":"none","common":["Black cherry","wild cherry"]},
		{"id":"three","name":"Genus three","kingdom":"plantae","use":"none","harm":"none","common":["Cherry"]}]}`)
	for id, want := range map[string][]int{"one": {1}, "two": {0}, "three": nil} {
		if n, _ := g.Taxon(id); !slices.Equal(g.Namesakes(n), want) {
			t.Errorf("%s shares names with %v, not %v", id, g.Namesakes(n), want)
		}
	}
}
