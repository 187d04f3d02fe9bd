package walk_test

import (
	"slices"
	"strings"
	"testing"

	"zestythicket/core/checks"
	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/season"
	"zestythicket/core/walk"
	"zestythicket/guidefile"
)

func shipped(t testing.TB) *guide.Matrix {
	t.Helper()
	g, err := guidefile.Shipped()
	if err != nil {
		t.Fatal(err)
	}
	return g
}

func without(t testing.TB, g *guide.Matrix, tools ...string) evidence.Observer {
	t.Helper()
	o, err := evidence.Without(g, tools, false, false)
	if err != nil {
		t.Fatal(err)
	}
	return o
}

// valley is a walk of two hours through three made-up places of the demo's valley.
func valley(date string, o evidence.Observer, targets ...string) *walk.Request {
	at := func(id, name string, lat, lon, up float64, grows ...string) walk.Place {
		return walk.Place{ID: id, Name: name, Site: season.Site{Latitude: lat, Longitude: lon, ElevationM: up}, Grows: grows}
	}
	r := &walk.Request{
		Date: date, Region: "11", Start: at("", "Velna church", 49.3, 19.3, 620), Minutes: 120, Observer: o,
		Places: []walk.Place{
			at("fold", "Hollin Fold", 49.3012, 19.2987, 660, "cantharellus-cibarius"),
			at("pasture", "Long Pasture", 49.305, 19.306, 640, "agaricus-campestris"),
			at("lane", "Hazel Lane", 49.296, 19.304, 600, "corylus-avellana", "symphytum-officinale"),
		},
	}
	for _, id := range targets {
		r.Targets = append(r.Targets, walk.Target{Taxon: id})
	}
	return r
}

func planned(t testing.TB, g *guide.Matrix, r *walk.Request) (*walk.Plan, map[string]*walk.Aim) {
	t.Helper()
	p, err := walk.Make(g, r)
	if err != nil {
		t.Fatal(err)
	}
	by := map[string]*walk.Aim{}
	for i := range p.Targets {
		by[p.Targets[i].Taxon] = &p.Targets[i]
	}
	return p, by
}

// Two hours on 5 September without a knife: two of the targets hang on the base of the stem and on what a cut shows. That mushrooms
// are cut and dug out before they are named, and what they are taken for there, is common knowledge of the trade.
func TestTwoHoursInSeptemberWithoutAKnife(t *testing.T) {
	g := shipped(t)
	targets := []string{"cantharellus-cibarius", "agaricus-campestris", "vaccinium-myrtillus", "corylus-avellana"}
	p, by := planned(t, g, valley("2026-09-05", without(t, g, "knife"), targets...))
	for _, id := range targets {
		want := walk.Can
		if id == "cantharellus-cibarius" || id == "agaricus-campestris" {
			want = walk.Cannot
		}
		if a := by[id]; a.Telling.Told != want || (want == walk.Cannot) != slices.Equal(a.Telling.Missing, []string{"knife"}) {
			t.Errorf("%s: %s, missing %v", id, a.Telling.Told, a.Telling.Missing)
		}
	}
	i := slices.IndexFunc(p.Kit, func(it walk.Item) bool { return it.Item == "knife" })
	if i < 0 || !p.Kit[i].Lacking || !slices.Equal(p.Kit[i].Stops, targets[:2]) {
		t.Errorf("the knife: %+v", p.Kit)
	}
	if !p.Round.Optimal || !slices.Equal(p.Round.Chosen, targets[2:]) || len(p.Round.LeftOut) != 2 || p.Minutes > 120 {
		t.Errorf("round: %+v", p.Round)
	}
	for id, doubles := range map[string][]string{
		"cantharellus-cibarius": {"omphalotus-olearius", "hygrophoropsis-aurantiaca"}, "agaricus-campestris": {"agaricus-xanthodermus", "amanita-virosa"},
	} {
		a := by[id]
		for _, d := range doubles {
			k := slices.IndexFunc(a.Dangers, func(x walk.Danger) bool { return x.Taxon == d })
			if k < 0 || !a.Dangers[k].Double || a.Dangers[k].Tell == "" || len(a.Dangers[k].Shows) == 0 {
				t.Errorf("%s: %s is not among its dangers, with its tell", id, d)
			}
		}
		if !slices.IsSortedFunc(a.Dangers, func(x, y walk.Danger) int { return x.Harm.Gravity() - y.Harm.Gravity() }) {
			t.Errorf("%s: the strictest does not stand first", id)
		}
	}

	// With the knife all four are told, and the round goes through all three places.
	p, by = planned(t, g, valley("2026-09-05", evidence.Observer{}, targets...))
	if len(p.Round.Chosen) != 4 || len(p.Round.Through) != 3 || len(p.Round.Legs) != 4 || by["agaricus-campestris"].Telling.Told == walk.Cannot {
		t.Errorf("round with a knife: %+v", p.Round)
	}
}

// On 25 April comfrey does not flower yet, and foxglove stands in leaf. In January neither chanterelle nor comfrey's leaf is there.
func TestComfreyBeforeItFlowers(t *testing.T) {
	g := shipped(t)
	_, by := planned(t, g, valley("2026-04-25", evidence.Observer{}, "symphytum-officinale"))
	a := by["symphytum-officinale"]
	k := slices.IndexFunc(a.Dangers, func(x walk.Danger) bool { return x.Taxon == "digitalis-purpurea" })
	if a.Part.Organ != "leaf" || !a.Part.State.There() || a.Telling.Told == walk.Gone || k < 0 || !slices.Contains(a.Dangers[k].Shows, "leaf") || slices.Contains(a.Dangers[k].Shows, "flower") {
		t.Errorf("%+v", a)
	}
	if c := a.Telling.Checks; slices.ContainsFunc(c, func(c checks.Check) bool { n, _ := g.Column(c.Character); return g.Columns[n].Organ == "flower" }) {
		t.Error("a flower is looked for that is not there yet")
	}
	p, by := planned(t, g, valley("2026-01-15", evidence.Observer{}, "cantharellus-cibarius", "symphytum-officinale"))
	for id, a := range by {
		if a.Telling.Told != walk.Gone {
			t.Errorf("%s in January: %s", id, a.Telling.Told)
		}
	}
	if len(p.Round.Chosen) != 0 || len(p.Round.LeftOut) != 2 || !strings.Contains(p.Round.LeftOut[0].Why, "season is over") && !strings.Contains(p.Round.LeftOut[0].Why, "Not there yet") {
		t.Errorf("%+v", p.Round)
	}
}

// What is followed comes first; what cannot be told, last; nothing that is out of season, or has no use, is named.
func TestWhatThereIsToLookFor(t *testing.T) {
	g := shipped(t)
	r := valley("2026-09-05", without(t, g, "knife"), "corylus-avellana")
	r.Look, r.Following = true, map[string]int{"rubus-idaeus": 3, "boletus-edulis": 2, "allium-ursinum": 3}
	p, _ := planned(t, g, r)
	if len(p.Look) < 10 {
		t.Fatalf("%d to look for", len(p.Look))
	}
	gone := false
	for i, c := range p.Look {
		n, _ := g.Taxon(c.Taxon)
		if !g.Taxa[n].Useful() || !c.Part.State.There() || c.Taxon == "corylus-avellana" {
			t.Errorf("%s: %s", c.Taxon, c.Part.State)
		}
		if gone = gone || c.Told == walk.Cannot; gone && c.Told != walk.Cannot {
			t.Errorf("%s can be told and stands after what cannot", c.Taxon)
		}
		if c.Taxon == "boletus-edulis" && (c.Told != walk.Cannot || i > 0 && p.Look[i-1].Told == walk.Cannot) {
			t.Error("what is followed does not come first of what cannot be told")
		}
	}
}

// What is wrong with a request is said in a word.
func TestBadWalks(t *testing.T) {
	g := shipped(t)
	for want, change := range map[string]func(*walk.Request){
		"0 minutes":             func(r *walk.Request) { r.Minutes = 0 },
		"100000 minutes":        func(r *walk.Request) { r.Minutes = 100_000 },
		"latitude 91":           func(r *walk.Request) { r.Start.Latitude = 91 },
		"12000 m":               func(r *walk.Request) { r.Start.ElevationM = 12_000 },
		"no walk goes":          func(r *walk.Request) { r.Places[0].Latitude = -49 },
		"not a day":             func(r *walk.Request) { r.Date = "5 September" },
		"no taxon":              func(r *walk.Request) { r.Targets[0].Taxon = "gone" },
		"has no use":            func(r *walk.Request) { r.Targets[0].Taxon = "amanita-phalloides" },
		"already":               func(r *walk.Request) { r.Targets = append(r.Targets, r.Targets[0]) },
		"id of its own":         func(r *walk.Request) { r.Places[0].ID = r.Places[1].ID },
		"not a level 2":         func(r *walk.Request) { r.Region = "here" },
		"does not lie anywhere": func(r *walk.Request) { r.Region = "50" },
		"no tool":               func(r *walk.Request) { r.Observer.Kit = []string{"chainsaw"} },
		"5 stars":               func(r *walk.Request) { r.Targets[0].Stars = 5 },
		"too many for one":      func(r *walk.Request) { r.Places = make([]walk.Place, 31) },
		"nothing was measu":     func(r *walk.Request) { r.Weather = []season.Day{{Date: "2026-09-01"}} },
		"neither first nor": func(r *walk.Request) {
			r.Dates = []season.Sighting{{Taxon: "corylus-avellana", Organ: "fruit", Date: "2026-09-01"}}
		},
	} {
		r := valley("2026-09-05", evidence.Observer{}, "corylus-avellana")
		change(r)
		if _, err := walk.Make(g, r); err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%v; want %q", err, want)
		}
	}
	// Twenty places are planned, and it is said that nothing is proved.
	r := valley("2026-09-05", evidence.Observer{}, "corylus-avellana")
	for len(r.Places) < 20 {
		p := r.Places[2]
		p.ID += strings.Repeat("x", len(r.Places))
		r.Places = append(r.Places, p)
	}
	if p, _ := planned(t, g, r); p.Round.Optimal || len(p.Round.Chosen) != 1 {
		t.Errorf("twenty places: %+v", p.Round)
	}
}

// BenchmarkWalk plans twelve targets at twelve places.
func BenchmarkWalk(b *testing.B) {
	g := shipped(b)
	targets := []string{
		"cantharellus-cibarius", "agaricus-campestris", "vaccinium-myrtillus", "corylus-avellana", "calvatia-gigantea", "boletus-edulis",
		"macrolepiota-procera", "sambucus-nigra", "rubus-fruticosus", "hydnum-repandum", "rosa-canina", "crataegus-monogyna",
	}
	r := valley("2026-09-05", evidence.Observer{}, targets...)
	for i := range 9 {
		p := r.Places[i%3]
		p.ID += strings.Repeat("x", i+1)
		p.Latitude += 0.001 * float64(i+1)
		p.Grows = targets[i+3 : i+4]
		r.Places = append(r.Places, p)
	}
	for b.Loop() {
		if p, err := walk.Make(g, r); err != nil || !p.Round.Optimal {
			b.Fatal(err)
		}
	}
}
