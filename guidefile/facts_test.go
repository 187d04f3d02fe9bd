package guidefile

import (
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Facts of the trade, one to a line: the taxon, the character, what it shows; "only" where it shows nothing else but rarely,
// "mostly" where another author has seen a harmful one show something else too, "never" where it must not show it. Of a
// size "covers" where a harmful one's usual range is as wide at the least. Common practice; no published source.
const facts = `
toxicodendron-radicans leaf-division only three
toxicodendron-radicans leaflet-count is 3
toxicodendron-radicans leaf-arrangement only alternate
toxicodendron-radicans fruit-colour only white
toxicodendron-radicans climbing only rootlets none
toxicodendron-radicans leaf-scar shows small-u
parthenocissus-quinquefolia leaflet-count is 5
parthenocissus-quinquefolia leaf-division shows fingered three
parthenocissus-quinquefolia climbing shows pads
parthenocissus-quinquefolia leaf-scar mostly large-round
acer-negundo leaf-arrangement only opposite crosswise
acer-negundo leaf-division shows feathered three
vitis-riparia leaf-margin only coarse-teeth
vitis-riparia leaf-division never three fingered feathered twice
vitis-riparia climbing only tendrils
vitis-riparia seeds-per-fruit is 4
vitis-labrusca climbing only tendrils
nekemias-arborea leaf-division mostly twice
nekemias-arborea climbing shows tendrils
rubus-fruticosus stem-skin only prickles
rubus-fruticosus leaf-division only fingered three
menispermum-canadense climbing only twining
menispermum-canadense seeds-per-fruit is 1
menispermum-canadense seed-shape only crescent
menispermum-canadense leaf-margin mostly entire
menispermum-canadense leaf-division only simple lobed
menispermum-canadense leaf-attachment shows inside-edge
iris-pseudacorus leaf-bases only fan
typha-latifolia leaf-bases only stack
solanum-carolinense leaf-arrangement only alternate
solanum-carolinense leaf-margin never fine-teeth round-teeth
solanum-carolinense stem-skin only prickles
solanum-carolinense leaf-hair shows prickly
solanum-carolinense fruit-colour mostly orange
solanum-carolinense plant-height covers 30 120
sambucus-nigra leaf-arrangement only opposite crosswise
sambucus-nigra stem-skin shows lenticels smooth
cicuta-virosa growth-form only herb
cicuta-virosa leaf-arrangement only alternate basal
cicuta-virosa leaf-attachment mostly sheathing
cicuta-virosa stem-hair only hairless
cicuta-virosa stem-blotches shows blotched
cicuta-virosa habitat only wet
cicuta-maculata leaf-attachment mostly sheathing
cicuta-maculata stem-hair only hairless
cicuta-maculata stem-blotches shows blotched
allium-ursinum leaves-to-stalk only one
allium-ursinum stem-section only half-moon three-edged
allium-ursinum leaf-veins only parallel
allium-ursinum leaf-snap only snaps
allium-ursinum leaf-substance only thin
convallaria-majalis leaves-to-stalk only two
convallaria-majalis stem-section mostly round
convallaria-majalis leaf-snap mostly tough
colchicum-autumnale leaf-attachment never stalked
colchicum-autumnale leaves-to-stalk mostly rosette
colchicum-autumnale leaf-snap mostly tough
armillaria-mellea cap-diameter usual 50 100
armillaria-mellea cap-diameter extreme 20 150
armillaria-mellea growth only tufted
armillaria-mellea substrate only wood
armillaria-mellea bootlaces shows seen
armillaria-mellea ring-under shows yellow-below
armillaria-mellea gill-spacing shows crowded
armillaria-mellea gill-attachment shows running-down
armillaria-mellea spore-print only white
galerina-marginata spore-print only rust
galerina-marginata growth shows tufted
stellaria-media leaf-margin only entire
stellaria-media petal-count is 5
stellaria-media petal-count is 10
stellaria-media petal-tip only split
veronica-persica leaf-margin never entire
veronica-persica petal-count is 4
veronica-persica flower-colour shows blue
lamium-purpureum stem-section only square
lamium-purpureum leaf-arrangement only opposite crosswise
lamium-amplexicaule leaf-shape only round
lamium-amplexicaule leaf-attachment shows clasping
glechoma-hederacea posture shows creeping
glechoma-hederacea leaf-attachment only stalked
glechoma-hederacea plant-scent only aromatic
berberis-vulgaris inner-bark only yellow
berberis-vulgaris root-colour only yellow
berberis-vulgaris leaf-division only simple
berberis-aquifolium inner-bark only yellow
berberis-aquifolium leaf-division only feathered
berberis-aquifolium leaf-margin only spiny
amanita-rubescens flesh-change only pink-red
amanita-rubescens cap-patches shows patches
amanita-rubescens stem-ring shows skirt
amanita-rubescens stem-base only swollen scale-rings
amanita-pantherina stem-base shows collar
amanita-pantherina flesh-change never pink-red
amanita-vaginata stem-base only sac
amanita-vaginata stem-ring only none
amanita-vaginata cap-margin only grooved
amanita-phalloides stem-base shows sac
amanita-phalloides stem-ring shows skirt none
morchella-esculenta underside only pits
morchella-esculenta stem-inside only hollow
morchella-esculenta cap-hang only all-round
morchella-semilibera cap-hang only half-free
gyromitra-esculenta underside only folds
gyromitra-esculenta stem-inside shows chambered
gyromitra-esculenta cap-hang shows free
viburnum-lentago leaf-arrangement only opposite crosswise
viburnum-lentago bud-form only beaked
viburnum-lentago petal-count is 5
viburnum-lentago fruit-colour only blue-black
viburnum-lentago berry-diameter usual 6 14
viburnum-lentago seeds-per-fruit is 1
viburnum-lentago seed-shape only flat
asclepias-syriaca stem-core only hollow
asclepias-syriaca leaf-arrangement shows crosswise
asclepias-syriaca sap only milky
asclepias-syriaca leaf-hair shows downy
apocynum-cannabinum sap only milky
apocynum-cannabinum leaf-arrangement shows opposite
apocynum-cannabinum stem-core mostly solid
rumex-crispus leaf-attachment only papery
rumex-crispus leaf-slime shows slimy
rumex-crispus dock-grains shows three-unequal
rumex-crispus leaf-margin shows crisped
rumex-crispus dry-head only seed-spike
calocybe-gambosa cap-diameter usual 50 100
calocybe-gambosa gill-attachment only notched
calocybe-gambosa gill-spacing only crowded
calocybe-gambosa cap-margin shows inrolled
calocybe-gambosa scent only mealy
calocybe-gambosa spore-print only white
inosperma-erubescens cap-shape shows cone
inosperma-erubescens cap-surface shows cracked
inosperma-erubescens gill-colour shows white brown
inosperma-erubescens flesh-change shows pink-red none
inosperma-erubescens spore-print only rust
hypomyces-lactifluorum cap-colour only orange red
hypomyces-lactifluorum cap-surface only grainy
hypomyces-lactifluorum flesh-colour only white
hypomyces-lactifluorum flesh-texture shows brittle
tricholoma-magnivelare stem-ring shows skirt
tricholoma-magnivelare flesh-texture only hard
tricholoma-magnivelare scent only spicy
ceanothus-americanus leaf-veins only three-main
ceanothus-americanus leaf-under shows waxy
ceanothus-americanus root-colour only red
mentha-pulegium flower-colour never white yellow
sambucus-nigra pith-colour never brown
sambucus-nigra growth-form never herb
clematis-vitalba leaf-division never simple lobed
lonicera-involucrata fruit-bloom never bloom
petasites-hybridus leaf-division never feathered twice
`

func TestFactsOfTheTrade(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	for _, line := range strings.Split(strings.TrimSpace(facts), "\n") {
		f := strings.Fields(line)
		taxon, ok1 := g.Taxon(f[0])
		n, ok2 := g.Column(f[1])
		if !ok1 || !ok2 || !g.Columns[n].Scored.Has(taxon) {
			t.Errorf("%s: there is no such score", line)
			continue
		}
		if col := &g.Columns[n]; !holds(t, col, &col.Patterns[col.Pattern[taxon]], f[2], f[3:]) {
			t.Errorf("the guide says otherwise than that %s", line)
		} else if !sourced(&col.Patterns[col.Pattern[taxon]].Score, f[2], f[3:]) {
			t.Errorf("the guide does not say that it has it from common practice that %s", line)
		}
	}
}

// sourced tells whether a score names common practice as the source of what a fact has of it. A fact of what is never
// shown, or of one number among several, is no score's.
func sourced(s *guide.Score, how string, what []string) bool {
	switch {
	case how == "never", how == "extreme", how == "covers", how == "is" && s.Span().Min != s.Span().Max:
		return true
	case s.Numeric():
		return slices.Contains(s.Src.IDs(), "practice")
	}
	return !slices.ContainsFunc(s.States, func(sh guide.Shown) bool {
		return slices.Contains(what, sh.State) && !slices.Contains(sh.Src.IDs(), "practice")
	})
}

// holds tells whether a score is as a fact has it.
func holds(t *testing.T, col *guide.Column, p *guide.Pattern, how string, what []string) bool {
	t.Helper()
	if col.Kind != guide.States {
		var v []float64
		for _, w := range what {
			var x float64
			for _, d := range w {
				x = 10*x + float64(d-'0')
			}
			v = append(v, x)
		}
		switch how {
		case "usual":
			return p.Span.Low == v[0] && p.Span.High == v[1]
		case "covers":
			return p.Span.Low <= v[0] && p.Span.High >= v[1]
		case "extreme":
			return p.Span.Min == v[0] && p.Span.Max == v[1]
		}
		return how == "is" && !p.Outside(col.Kind, v[0], v[0])
	}
	var shown, usual []string
	for _, s := range p.Shown {
		id := col.States[s.State].ID
		if shown = append(shown, id); s.Share > policy.RareShare {
			usual = append(usual, id)
		}
	}
	for _, w := range what {
		if how == "never" == slices.Contains(shown, w) {
			return false
		}
	}
	if how == "mostly" {
		own, all := 0.0, 0.0
		for _, s := range p.Shown {
			if all += s.Share; slices.Contains(what, col.States[s.State].ID) {
				own += s.Share
			}
		}
		return own > all/2
	}
	return how != "only" || !slices.ContainsFunc(usual, func(s string) bool { return !slices.Contains(what, s) })
}

// What is said in words or in dates. Common practice; no published source.
func TestWhatTheGuideSaysInWords(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	of := func(id string) *guide.Taxon {
		n, ok := g.Taxon(id)
		if !ok {
			t.Fatalf("there is no %s", id)
		}
		return &g.Taxa[n]
	}
	says := func(id, where string, text guide.Prose, words ...string) {
		for _, w := range words {
			if !strings.Contains(strings.ToLower(string(text)), w) {
				t.Errorf("%s: %s does not speak of %q", id, where, w)
			}
		}
	}
	ivy := of("toxicodendron-radicans")
	says(ivy.ID, "its contact", guide.Prose(ivy.Contact.Does+" "+ivy.Contact.Handling), "dead or alive", "never burn")
	for _, id := range []string{"cicuta-virosa", "cicuta-maculata"} {
		says(id, "its cautions", of(id).Cautions, "two or three centimetres")
	}
	for _, id := range []string{"rumex-crispus", "rumex-obtusifolius", "rumex-salicifolius", "rumex-densiflorus", "rumex-acetosa"} {
		says(id, "its cautions", of(id).Cautions, "oxalates")
	}
	says("nasturtium-officinale", "its cautions", of("nasturtium-officinale").Cautions, "liver fluke")
	says("coprinopsis-atramentaria", "its cautions", of("coprinopsis-atramentaria").Cautions, "drink")
	says("symphytum-officinale", "its dispute", of("symphytum-officinale").Disputed, "liver")
	says("tricholoma-magnivelare", "its dispute", of("tricholoma-magnivelare").Disputed, "raw", "cook")
	says("tricholoma-magnivelare", "its harvest", of("tricholoma-magnivelare").Harvest.Prose(), "humps", "needles")
	says("galerina-marginata", "its cautions", of("galerina-marginata").Cautions, "clustering separates nothing")
	says("inosperma-erubescens", "its cautions", of("inosperma-erubescens").Cautions, "no reddening excludes nothing")
	if len(of("rumex-crispus").Season["leaf"]) != 2 {
		t.Error("curled dock is gathered twice a year")
	}
	on := func(id string, organ guide.Organ, month time.Month, day int) bool {
		return of(id).Season.In(organ, time.Date(2026, month, day, 0, 0, 0, 0, time.UTC))
	}
	for what, right := range map[string]bool{
		"ramsons' leaves are there in March and April":   on("allium-ursinum", "leaf", time.March, 20) && on("allium-ursinum", "leaf", time.April, 20),
		"the yellow flag flowers from mid May into July": !on("iris-pseudacorus", "flower", time.May, 1) && on("iris-pseudacorus", "flower", time.May, 20) && on("iris-pseudacorus", "flower", time.July, 10),
		"nannyberries are ripe from early September":     !on("viburnum-lentago", "fruit", time.August, 20) && on("viburnum-lentago", "fruit", time.September, 5),
		"St George's is there in late April":             !on("calocybe-gambosa", "habit", time.April, 5) && on("calocybe-gambosa", "habit", time.April, 25),
		"honey fungi come from late summer to autumn":    !on("armillaria-mellea", "habit", time.July, 1) && on("armillaria-mellea", "habit", time.October, 15),
	} {
		if !right {
			t.Errorf("the guide does not say that %s", what)
		}
	}
	late := false // no guide may say that feeling well after eight hours means anything
	for i := range g.Taxa {
		tx := &g.Taxa[i]
		late = late || tx.Harm == guide.Deadly && tx.Onset != nil && tx.Onset.ToH > 8
		if tx.Kingdom == "fungi" && tx.Useful() && !slices.ContainsFunc(tx.Preparation.Steps, func(s guide.Step) bool { return s.Must && s.Do.Heats() }) {
			says(tx.ID, "its preparation", tx.Preparation.Prose(), "cook")
		}
		for _, text := range []guide.Prose{tx.Cautions, tx.Handling, tx.Harvest.Prose(), tx.Preparation.Prose(), tx.Disputed, tx.Scouting} {
			if w := strings.ToLower(string(text)); strings.Contains(w, "safe") || strings.Contains(w, "eight hours") {
				t.Errorf("%s says %q", tx.ID, text)
			}
		}
	}
	if !late {
		t.Error("no poisoning is felt later than after eight hours")
	}
}

// Nothing rests on scent, and on colour only what is a hint itself; scent fades; what tells leaf from leaflet, a climbing stem, a full-grown shoot and a
// leaf on its own root is asked for where it matters.
func TestWhatReadingsRestOn(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	rests := func(n int, on string) bool {
		col := &g.Columns[n]
		return slices.ContainsFunc(slices.Concat(append(slices.Clone(col.StateRequires), col.Requires)...), func(l guide.Requirement) bool { return g.Columns[l.Column].ID == on })
	}
	for n := range g.Columns {
		col := &g.Columns[n]
		for _, l := range slices.Concat(append(slices.Clone(col.StateRequires), col.Requires)...) {
			// A hint may rest on another: nothing is tasted that has red pores.
			if f := g.Columns[l.Column].FootingOf(); col.Built() && f == guide.Colour || f == guide.Scent {
				t.Errorf("%s rests on %s", col.ID, g.Columns[l.Column].ID)
			}
		}
		if col.FootingOf() == guide.Scent && col.FadesAfter == 0 {
			t.Errorf("%s never fades", col.ID)
		}
	}
	for character, on := range map[string]string{
		"leaf-arrangement": "specimen-bud", "leaf-division": "specimen-bud", "leaflet-count": "specimen-bud", "leaves-to-stalk": "specimen-attached",
		"climbing": "specimen-climbing", "growth-form": "specimen-shoot", "stem-skin": "specimen-shoot", "seed-shape": "specimen-traced",
		"stem-base": "specimen-base", "stem-ring": "specimen-whole", "milk": "specimen-fresh", "flesh-change": "specimen-fresh", "cut-section": "specimen-cut",
	} {
		if n, ok := g.Column(character); !ok || !rests(n, on) {
			t.Errorf("%s does not rest on %s", character, on)
		}
	}
}
