package kitchen_test

import (
	"math"
	"math/rand/v2"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/kitchen"
	"zestythicket/core/ruling"
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

// The design's own check values: 10 % of 100 ml; 100 g fresh at 1:2; 200 ml of 50 % from 96 %; 8 drops at 20 to the millilitre (a
// pharmacopoeia's standard dropper, from memory).
func TestCheckValues(t *testing.T) {
	g := shipped(t)
	m, err := kitchen.Mix(g, kitchen.Formula{Parts: []kitchen.Share{{Taxon: "ceanothus-americanus", Percent: 10}, {Name: "Spirit", Percent: 90}}, VolumeML: 100, Drops: 8})
	if err != nil || m.Parts[0].ML != 10 || m.Parts[1].ML != 90 || m.DropsML != 0.4 {
		t.Errorf("%+v, %v", m, err)
	}
	if ml, err := kitchen.Pour(100, false); err != nil || ml != 200 {
		t.Errorf("fresh: %g, %v", ml, err)
	}
	if ml, err := kitchen.Pour(100, true); err != nil || ml != 500 {
		t.Errorf("dried: %g, %v", ml, err)
	}
	if d, err := kitchen.Dilute(96, 50, 200); err != nil || d.SpiritML != 104.2 || d.Says(false) != "Measure 104.2 ml of the spirit of 96 per cent and fill up with water to 200 ml. Spirit and water shrink when they are mixed: fill up, do not add a measured amount." ||
		!strings.Contains(d.Says(true), "104.2 ml (3.52 US fl oz)") {
		t.Errorf("%+v, %v", d, err)
	}
	if y, err := kitchen.Yield(640, 64); err != nil || y != 10 {
		t.Errorf("%g, %v", y, err)
	}
}

// Dilution against alligation, the pharmacist's cross, worked the other way: of a strong spirit and water the parts are as the wanted
// strength is to what is left of the strong one.
func TestDilutionAgainstAlligation(t *testing.T) {
	r := rand.New(rand.NewPCG(17, 1))
	for range 2000 {
		have := 20 + 80*r.Float64()
		want, ml := have*(0.05+0.95*r.Float64()), 10+990*r.Float64()
		d, err := kitchen.Dilute(have, want, ml)
		if err != nil {
			t.Fatal(err)
		}
		strong, water := want-0, have-want // the cross: each part is the other's distance from the wanted strength
		if by := ml * strong / (strong + water); math.Abs(by-d.SpiritML) > 0.051 {
			t.Fatalf("%g ml of %g%% from %g%%: %g, by alligation %g", ml, want, have, d.SpiritML, by)
		}
	}
}

// What cannot be is refused in words; what exceeds a limit is named and worked out all the same.
func TestWhatIsWrongWithAFormula(t *testing.T) {
	g := shipped(t)
	part := func(taxon string, percent float64) kitchen.Share {
		return kitchen.Share{Taxon: taxon, Percent: percent}
	}
	rest := func(percent float64) kitchen.Share { return kitchen.Share{Name: "Water", Percent: percent} }
	for says, f := range map[string]kitchen.Formula{
		"has parts":         {VolumeML: 100},
		"finished volume":   {Parts: []kitchen.Share{rest(100)}},
		"add up to 90":      {Parts: []kitchen.Share{rest(90)}, VolumeML: 100},
		"add up to 110":     {Parts: []kitchen.Share{rest(60), {Name: "Spirit", Percent: 50}}, VolumeML: 100},
		"more than 0 and":   {Parts: []kitchen.Share{rest(0)}, VolumeML: 100},
		"has no name":       {Parts: []kitchen.Share{{Percent: 100}}, VolumeML: 100},
		"no taxon":          {Parts: []kitchen.Share{part("nothing", 100)}, VolumeML: 100},
		"named twice":       {Parts: []kitchen.Share{part("sambucus-nigra", 50), part("sambucus-nigra", 50)}, VolumeML: 100},
		"is deadly":         {Parts: []kitchen.Share{part("amanita-phalloides", 1), rest(99)}, VolumeML: 100},
		"no number of":      {Parts: []kitchen.Share{rest(100)}, VolumeML: 100, Drops: -1},
		"a dropper that":    {Parts: []kitchen.Share{rest(100)}, VolumeML: 100, Drops: 5, PerML: 1000},
		"at most 100000 ml": {Parts: []kitchen.Share{rest(100)}, VolumeML: 1e9},
	} {
		if _, err := kitchen.Mix(g, f); err == nil || !strings.Contains(err.Error(), says) {
			t.Errorf("%q: %v", says, err)
		}
	}
	m, err := kitchen.Mix(g, kitchen.Formula{Parts: []kitchen.Share{part("ceanothus-americanus", 30), part("sambucus-nigra", 10), rest(60)}, VolumeML: 50, Drops: 40})
	if err != nil || !slices.ContainsFunc(m.Over, func(s string) bool { return strings.Contains(s, "30 per cent is over") }) ||
		!slices.ContainsFunc(m.Over, func(s string) bool { return strings.Contains(s, "40 drops are over") }) || len(m.Cautions) <= 3 {
		t.Errorf("%+v, %v", m, err)
	}
	for _, c := range [][3]float64{{120, 50, 100}, {50, 96, 100}, {96, 0, 100}, {96, 50, 0}, {math.NaN(), 50, 100}} {
		if d, err := kitchen.Dilute(c[0], c[1], c[2]); err == nil {
			t.Errorf("%v: %+v", c, d)
		}
	}
	for _, c := range [][2]float64{{0, 1}, {100, 101}, {100, -1}, {100, math.NaN()}} {
		if y, err := kitchen.Yield(c[0], c[1]); err == nil {
			t.Errorf("%v: %g", c, y)
		}
	}
	for _, grams := range []float64{0, -1, 1e9} {
		if ml, err := kitchen.Pour(grams, false); err == nil {
			t.Errorf("%g g: %g", grams, ml)
		}
	}
}

// A food's state is what was done, not what was planned; a clock that was set back cooks nothing shorter.
func TestWhatWasDone(t *testing.T) {
	began := time.Date(2026, 9, 12, 18, 0, 0, 0, time.UTC)
	after := func(m float64) time.Time { return began.Add(time.Duration(m * float64(time.Minute))) }
	steps := []guide.Step{{Do: guide.Sort, Must: true, Note: "gills pink"}, {Do: guide.Fry, Minutes: 10, Must: true}, {Do: guide.Serve}}
	for name, c := range map[string]struct {
		runs    []kitchen.Run
		now     time.Time
		lacking []string
		left    float64
	}{
		"nothing":                {nil, began, []string{"Sorted: not yet (gills pink).", "Fried: not yet, and it takes 10 minutes."}, 600},
		"six minutes":            {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, after(6)}}, after(60), []string{"Fried: 6 minutes of 10 minutes."}, 240},
		"six and still on":       {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, time.Time{}}}, after(6.5), []string{"Fried: 6 minutes of 10 minutes."}, 210},
		"six, then four":         {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, after(6)}, {guide.Fry, after(9), after(13)}}, after(60), []string{}, 0},
		"the clock was set back": {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, time.Time{}}}, after(-30), []string{"Sorted: not yet (gills pink).", "Fried: not yet, and it takes 10 minutes."}, 600},
		"ended before it began":  {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, after(-3)}}, after(60), []string{"Fried: not yet, and it takes 10 minutes."}, 600},
		// Two that start it on two devices cook it once, not twice.
		"two timers at once": {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, after(6)}, {guide.Fry, after(1), after(5)}, {guide.Fry, after(2), after(7)}}, after(60), []string{"Fried: 7 minutes of 10 minutes."}, 180},
		// What is done later was not done then.
		"seen from before":        {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, after(10)}}, after(4), []string{"Fried: 4 minutes of 10 minutes."}, 360},
		"seen from before it all": {[]kitchen.Run{{guide.Sort, after(5), after(5)}, {guide.Fry, after(5), after(15)}}, after(4), []string{"Sorted: not yet (gills pink).", "Fried: not yet, and it takes 10 minutes."}, 600},
		"on until it is through":  {[]kitchen.Run{{guide.Sort, began, began}, {guide.Fry, began, time.Time{}}}, after(10), []string{}, 0},
		"served before it was fr": {[]kitchen.Run{{guide.Sort, began, began}, {guide.Serve, began, began}}, after(1), []string{"Fried: not yet, and it takes 10 minutes."}, 600},
	} {
		p := kitchen.Done(steps, c.runs, c.now)
		if got := kitchen.Lacking(p); !slices.Equal(got, c.lacking) || math.Abs(p[1].Left()-c.left) > 0.5 {
			t.Errorf("%s: %q, %.0f seconds left", name, got, p[1].Left())
		}
	}
}

// Weights by hand: of 400 g, 360 trimmed and 40 dried; the mean of 10 and 12 of 100 is 11.
func TestWeights(t *testing.T) {
	w := map[kitchen.Stage]float64{kitchen.Fresh: 400, kitchen.Dried: 40}
	for g, says := range map[float64]string{360: "", 401: "more than the", 39: "more than the", 0: "no weight", 1e9: "no weight"} {
		if err := kitchen.Weigh(w, kitchen.Trimmed, g); (err == nil) != (says == "") || err != nil && !strings.Contains(err.Error(), says) {
			t.Errorf("%g: %v", g, err)
		}
	}
	if err := kitchen.Weigh(w, "burnt", 1); err == nil {
		t.Error("a stage that is none is weighed")
	}
	percent, of := kitchen.UsualYield([]map[kitchen.Stage]float64{w, {kitchen.Fresh: 100, kitchen.Dried: 12}, {kitchen.Dried: 5}, {kitchen.Fresh: 10}}, kitchen.Dried)
	if percent != 11 || of != 2 {
		t.Errorf("%g of 100 by %d", percent, of)
	}
	if _, of := kitchen.UsualYield(nil, kitchen.Dried); of != 0 {
		t.Errorf("a rule by %d of none", of)
	}
}

// What is put into one pot must have what each of it must have, for the longest and at the hottest.
func TestTheStrictestPreparation(t *testing.T) {
	a := &guide.Preparation{Steps: []guide.Step{{Do: guide.Trim}, {Do: guide.Fry, Minutes: 10, Must: true}, {Do: guide.Serve}}}
	// How b is told is no step of a's; that it is boiled is.
	b := &guide.Preparation{Steps: []guide.Step{{Do: guide.LayPrint, Minutes: 240, Must: true}, {Do: guide.Boil, Minutes: 20, Must: true}, {Do: guide.DiscardWater, Must: true}, {Do: guide.Fry, Minutes: 15, AtC: 160}, {Do: guide.Rest, Minutes: 5}}}
	got := kitchen.Strictest([]*guide.Preparation{a}, []*guide.Preparation{nil, b})
	var does []guide.Doing
	for _, s := range got {
		does = append(does, s.Do)
	}
	if !slices.Equal(does, []guide.Doing{guide.Trim, guide.Fry, guide.Serve, guide.Boil, guide.DiscardWater}) || got[1].Minutes != 10 || !got[3].Must {
		t.Errorf("%+v", got)
	}
	c := &guide.Preparation{Steps: []guide.Step{{Do: guide.Fry, Minutes: 15, AtC: 160, Must: true, Note: "in a lid-less pan"}}}
	if got = kitchen.Strictest([]*guide.Preparation{a, c}, nil); got[1].Minutes != 15 || got[1].AtC != 160 || got[1].Note != "in a lid-less pan" {
		t.Errorf("%+v", got[1])
	}
	// What one note says already is not said again by another.
	d := &guide.Preparation{Steps: []guide.Step{{Do: guide.Fry, Minutes: 5, Must: true, Note: "In a lid-less pan. Throw it away where it smells of ink."}}}
	if got = kitchen.Strictest([]*guide.Preparation{c, d}, nil); got[0].Note != "in a lid-less pan. Throw it away where it smells of ink" {
		t.Errorf("%q", got[0].Note)
	}
	if got = kitchen.Strictest([]*guide.Preparation{a, b}, nil); !slices.ContainsFunc(got, func(s guide.Step) bool { return s.Do == guide.LayPrint }) {
		t.Errorf("what is meant to be in it is looked at: %+v", got)
	}
	if got := kitchen.Strictest(nil, nil); len(got) != 0 {
		t.Errorf("%+v", got)
	}
}

// kitchen.Before a meal: what each of the people is told, by what they ate before.
func TestFirstTaste(t *testing.T) {
	g := shipped(t)
	at := time.Date(2026, 9, 12, 19, 0, 0, 0, time.UTC)
	ago := func(h float64) time.Time { return at.Add(-time.Duration(h * float64(time.Hour))) }
	mirel, ode := kitchen.Person{ID: "m", Name: "Mirel"}, kitchen.Person{ID: "o", Name: "Ode", Child: true}
	field, horse := "agaricus-campestris", "agaricus-arvensis"
	for name, c := range map[string]struct {
		who   []kitchen.Person
		plate kitchen.Plate
		past  []kitchen.Past
		says  []string
		not   string
	}{
		"the first time":         {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at}, nil, []string{"first time with field mushroom", "Feeling well the same evening"}, "reacted"},
		"an old friend":          {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at}, []kitchen.Past{{"m", field, ago(900), false}}, nil, "first time"},
		"kept too long":          {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at, Until: at.AddDate(0, 0, -1).Format(time.DateOnly)}, nil, []string{"throw it away"}, "reacted"},
		"on its last day":        {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at, Until: at.Format(time.DateOnly)}, nil, nil, "throw it away"},
		"two new ones":           {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field, horse}, At: at}, nil, []string{"2 kinds at once"}, "within two days"},
		"within the wait":        {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{horse}, At: at}, []kitchen.Past{{"m", field, ago(30), false}}, []string{"within two days of another first taste"}, "at once"},
		"after the wait":         {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{horse}, At: at}, []kitchen.Past{{"m", field, ago(49), false}}, nil, "within two days"},
		"reacted":                {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at}, []kitchen.Past{{"m", field, ago(900), true}}, []string{"Mirel has reacted to field mushroom before"}, "first time"},
		"somebody else reacted":  {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at}, []kitchen.Past{{"o", field, ago(900), true}, {"m", field, ago(900), false}}, nil, "reacted"},
		"days running":           {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at}, []kitchen.Past{{"m", field, ago(24), false}, {"m", field, ago(48), false}, {"m", field, ago(900), false}}, []string{"several days running"}, "first time"},
		"a child":                {[]kitchen.Person{ode}, kitchen.Plate{Taxa: []string{field}, At: at}, nil, []string{"Ode is a child. Ask a clinician first."}, "medicines"},
		"half cooked":            {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{field}, At: at, Lacking: []string{"Fried: 6 minutes of 10 minutes."}}, nil, []string{"not prepared as it must be. Fried: 6 minutes"}, "raw:"},
		"no longer in the guide": {[]kitchen.Person{mirel}, kitchen.Plate{Taxa: []string{"gone"}, At: at}, nil, []string{"gone is no longer in your guide"}, "reacted"},
	} {
		var all []string
		for _, s := range kitchen.Before(g, c.who, c.plate, c.past) {
			all = append(all, s.Text)
		}
		text := strings.Join(all, "\n")
		for _, want := range c.says {
			if !strings.Contains(text, want) {
				t.Errorf("%s: %q is not said in\n%s", name, want, text)
			}
		}
		if strings.Contains(text, c.not) {
			t.Errorf("%s: %q is said in\n%s", name, c.not, text)
		}
	}
}

// Six made-up evenings, their order worked by hand: those whose time fits first, then the gravest, then the nearest.
func TestTheSheet(t *testing.T) {
	g := shipped(t)
	at := time.Date(2026, 9, 12, 19, 0, 0, 0, time.UTC)
	harm := func(id string, s ruling.Status, margin int) ruling.Harmful {
		n, _ := g.Taxon(id)
		return ruling.Harmful{Taxon: id, Harm: g.Taxa[n].Harm, Status: s, Margin: margin}
	}
	field := kitchen.Find{Record: "r", Taxon: "agaricus-campestris", Harmful: []ruling.Harmful{
		harm("amanita-virosa", ruling.Out, 3), harm("agaricus-xanthodermus", ruling.Out, 2), harm("amanita-phalloides", ruling.Out, 4),
	}}
	standing := field
	standing.Harmful = append(slices.Clone(field.Harmful), harm("agaricus-moelleri", ruling.Doubtful, 0))
	weak := field
	weak.Weakest = []ruling.WeakPoint{{Readings: []string{"spore-print"}, BringsBack: []string{"amanita-phalloides"}}}
	of := func(taxon string) kitchen.Find { return kitchen.Find{Taxon: taxon} }
	for name, c := range map[string]struct {
		find  kitchen.Find
		hours float64
		// order are taxa in the order in which they stand, others between them; none of never stands before the last of them.
		order []string
		never string
		late  string
	}{
		// Ten hours later the amanitas' signs begin, the stainer's are long over; of the two the margin is the smaller of the destroying angel.
		"ten hours": {field, 10, []string{"amanita-virosa", "amanita-phalloides"}, "agaricus-xanthodermus", "point to the gravest"},
		// Brought back by a weak point the death cap is the nearer.
		"ten hours, a weak point": {weak, 10, []string{"amanita-phalloides", "amanita-virosa"}, "agaricus-xanthodermus", "point to the gravest"},
		// After an hour the time of the listed fibrecap fits, which is deadly, and the stainers', of which one was never ruled out. The amanitas' does not.
		"one hour": {standing, 1, []string{"inosperma-erubescens", "agaricus-moelleri", "agaricus-xanthodermus"}, "amanita-virosa", "do not exclude"},
		// Of what bilberries are taken for only the nightshade is deadly within two hours.
		"bilberries, two hours": {of("vaccinium-myrtillus"), 2, []string{"atropa-belladonna"}, "paris-quadrifolia", "do not exclude"},
		// Half a day later the nightshade's signs would long be there; the foxglove's may begin.
		"comfrey, twelve hours": {of("symphytum-officinale"), 12, []string{"digitalis-purpurea", "atropa-belladonna"}, "", "point to the gravest"},
		// After eight days there is one that comes so late, and it is deadly; the jack-o'-lantern comes within three hours.
		"chanterelles, eight days": {of("cantharellus-cibarius"), 192, []string{"cortinarius-orellanus", "omphalotus-olearius"}, "", "point to the gravest"},
	} {
		got := kitchen.Lay(g, []kitchen.Eaten{{Batch: "b", At: at, Finds: []kitchen.Find{c.find}}}, at.Add(time.Duration(c.hours*float64(time.Hour))))
		if len(got) != 1 || !strings.Contains(got[0].Late, c.late) {
			t.Fatalf("%s: %+v", name, got)
		}
		var ids []string
		for _, s := range got[0].Suspects {
			ids = append(ids, s.Taxon)
		}
		last := -1
		for _, id := range c.order {
			at := slices.Index(ids, id)
			if at <= last {
				t.Errorf("%s: %v, want %v in that order", name, ids, c.order)
			}
			last = at
		}
		if at := slices.Index(ids, c.never); at >= 0 && at < last {
			t.Errorf("%s: %s stands before others: %v", name, c.never, ids)
		}
		if !got[0].Suspects[0].Fits || got[0].Suspects[0].Harm != guide.Deadly {
			t.Errorf("%s: the first is %+v", name, got[0].Suspects[0])
		}
	}
	// What was never ruled out is told whatever else fits: no number of deadly ones crowds it out.
	crowd := kitchen.Find{Record: "r", Taxon: "agaricus-campestris", Harmful: []ruling.Harmful{harm("agaricus-moelleri", ruling.Doubtful, 0)}}
	for i := range g.Taxa {
		if t := &g.Taxa[i]; t.Harm == guide.Deadly && t.Kingdom == "fungi" {
			crowd.Harmful = append(crowd.Harmful, harm(t.ID, ruling.Out, 2))
		}
	}
	full := kitchen.Lay(g, []kitchen.Eaten{{At: at, Finds: []kitchen.Find{crowd}}}, at.Add(10*time.Hour))[0].Suspects
	if !slices.ContainsFunc(full, func(s kitchen.Suspect) bool { return s.Taxon == "agaricus-moelleri" && !s.Fits }) || len(full) > 9 {
		t.Errorf("%d taxa, and what was never ruled out is not among them or fits", len(full))
	}
	// Meals after the sign, and those more than three weeks ago, are none of it; the latest comes first.
	line := kitchen.Lay(g, []kitchen.Eaten{{Batch: "old", At: at.Add(-22 * 24 * time.Hour)}, {Batch: "a", At: at.Add(-20 * 24 * time.Hour)}, {Batch: "b", At: at}, {Batch: "later", At: at.Add(3 * time.Hour)}}, at.Add(2*time.Hour))
	if len(line) != 2 || line[0].Batch != "b" || line[1].Batch != "a" {
		t.Errorf("%+v", line)
	}
	// Without a single record the listed doubles of what it was eaten as are told.
	bare := kitchen.Lay(g, []kitchen.Eaten{{Batch: "b", At: at, Finds: []kitchen.Find{{Taxon: "agaricus-campestris"}}}}, at.Add(10*time.Hour))
	if len(bare[0].Suspects) == 0 || bare[0].Suspects[0].Near != kitchen.ListedDouble || bare[0].Suspects[0].Harm != guide.Deadly {
		t.Errorf("%+v", bare[0].Suspects)
	}
	for _, s := range kitchen.Advice {
		for _, l := range s.Lines {
			for _, never := range []string{"it was ", "is safe", "harmless", "no danger"} {
				if strings.Contains(l, never) && !strings.Contains(l, "what it was") && !strings.Contains(l, "it was eaten") && !strings.Contains(l, "it was gathered") {
					t.Errorf("%q says %q", l, never)
				}
			}
		}
	}
}
