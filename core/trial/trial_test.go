package trial_test

import (
	"encoding/json"
	"math/rand/v2"
	"os"
	"reflect"
	"runtime"
	"slices"
	"strings"
	"testing"

	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/trial"
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

func run(t testing.TB, g *guide.Matrix, specimens []trial.Specimen, o trial.Options) []trial.Result {
	t.Helper()
	out, err := trial.Run(g, specimens, o)
	if err != nil {
		t.Fatal(err)
	}
	return out
}

// The least share of the specimens of taxa with a use that must end cleared or shown, when they are read right: two in
// three (docs/guide.md), less what two of each may fall short by chance. It was three in four while the guide held 90
// harmful taxa fewer. Common practice; no published source.
const mustReach = 0.65

// Specimens drawn from the shipped guide: nothing deadly or serious is cleared, nor by any single misreading. One that merely upsets needs one line, so one misreading can clear it.
func TestDrawnSpecimensOfTheShippedGuide(t *testing.T) {
	g := shipped(t)
	drawn := trial.Draw(g, 2, 7)
	honest := trial.Summarize(run(t, g, drawn, trial.Options{}))
	// What merely upsets needs one slip, and one specimen in fifty may show seldom enough what it shows.
	if upset := honest.FalseClearsBy[guide.Upset]; upset < honest.FalseClears || upset*50 > honest.Harmful || honest.Specimens != 2*len(g.Taxa) || honest.Verdicts[guide.KeepLooking] > 0 || float64(honest.Reached) < mustReach*float64(honest.Useful) {
		t.Errorf("read right: %+v", honest)
	}
	grave := func(o trial.Options, some []trial.Specimen) {
		if by := trial.Summarize(run(t, g, some, o)).FalseClearsBy; by[guide.Deadly]+by[guide.Serious]+by[guide.Unknown] > 0 {
			t.Errorf("%+v clears %v", o, by)
		}
	}
	grave(trial.Options{Misreads: 1, Seed: 3}, drawn)
	var deadly []trial.Specimen
	for _, k := range rand.New(rand.NewPCG(8, 8)).Perm(len(drawn)) {
		if drawn[k].Taxon.Harm == guide.Deadly && len(deadly) < 12 {
			deadly = append(deadly, drawn[k])
		}
	}
	grave(trial.Options{Worst: true}, deadly)
	t.Logf("checks to a clear: %+v, minutes: %+v; checks of harmful ones: %+v", honest.Checks, honest.Minutes, honest.Leaves)
}

// What would be cleared though the guide did not hold it, by name; docs/guide.md tells of them: each is the twin of something
// that is taken, and nothing but itself stands for it.
var knownGaps = []string{"pleurocybella-porrigens", "galerina-marginata", "juniperus-sabina", "atropa-belladonna", "mentha-pulegium", "hyoscyamus-niger", "tanacetum-vulgare"}

// A deadly taxon that the guide does not hold is not cleared as something it holds, if it is read right; but for those
// whose twin is the one thing that warns of them.
func TestDeadlyOnesThatAreNotInTheBook(t *testing.T) {
	gaps, err := trial.Gaps(shipped(t), 2, trial.Options{Seed: 11})
	if err != nil {
		t.Fatal(err)
	}
	for _, gap := range gaps {
		if gap.Harm == guide.Deadly && gap.Cleared > 0 && !slices.Contains(knownGaps, gap.Taxon) {
			t.Errorf("%s: %d of %d are cleared as %v", gap.Taxon, gap.Cleared, gap.Specimens, gap.As)
		}
	}
	if len(gaps) == 0 || gaps[0].Specimens != 2 {
		t.Errorf("%+v", gaps)
	}
}

// table reads the public data set named in core/identify/testdata/README.md.
func table(t testing.TB) guidetest.Rows {
	t.Helper()
	f, err := os.Open("../identify/testdata/gilled-mushrooms.csv")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	return guidetest.ReadRows(f)
}

// specimens makes whole specimens of some of the rows.
func specimens(rows guidetest.Rows, some []int) []trial.Specimen {
	var out []trial.Specimen
	for _, i := range some {
		row := rows.Rows[i]
		s := trial.Specimen{ID: row[0], Harmful: row[1] == "poisonous", Readings: map[string]trial.Value{}}
		for k := 2; k < len(row); k++ {
			if row[k] != "" {
				s.Readings[rows.Header[k]] = trial.Value{State: row[k]}
			}
		}
		out = append(out, s)
	}
	return out
}

// The greatest mean number of checks on edible rows. Source: the data set's notes; a greedy rule takes 3.6 to 3.8, one
// that plays six candidates out 3.1.
const fewChecks = 3.3

// Source: the data set named in core/identify/testdata/README.md; a guide of all its rows, tried on the same rows. With
// none or one reading wrong no poisonous row is cleared; read right, every edible one is, by two lines at the least.
func TestTheDataSetsOwnRows(t *testing.T) {
	rows := table(t)
	all := rand.New(rand.NewPCG(1, 1)).Perm(len(rows.Rows))
	if testing.Short() {
		all = all[:300]
	}
	g, own := rows.Guide(all), specimens(rows, all)
	results := run(t, g, own, trial.Options{})
	for _, r := range results {
		if want := map[bool]guide.Verdict{true: guide.Leave, false: guide.RuledClear}[r.Harmful]; r.Verdict != want || !r.Harmful && *r.Margin < 2 {
			t.Errorf("row %s (harmful: %v): %s", r.ID, r.Harmful, r.Verdict)
		}
	}
	s := trial.Summarize(results)
	if s.Checks.Mean > fewChecks {
		t.Errorf("%v checks to a clear on average, at most %v wanted", s.Checks.Mean, fewChecks)
	}
	once := trial.Summarize(run(t, g, own, trial.Options{Misreads: 1, Seed: 2}))
	if once.FalseClears > 0 {
		t.Errorf("one misreading clears %d poisonous rows", once.FalseClears)
	}
	t.Logf("read right: checks to a clear %+v, of poisonous rows %+v; one misreading: %d edible rows cleared after %+v", s.Checks, s.Leaves, once.Clears, once.Checks)
}

// A guide of 1,600 of the rows, tried on the other 400, which it does not hold.
func TestRowsThatAreNotInTheBook(t *testing.T) {
	rows := table(t)
	all := rand.New(rand.NewPCG(2, 2)).Perm(len(rows.Rows))
	g, others := rows.Guide(all[:1600]), specimens(rows, all[1600:])
	for misreads := range 2 {
		s := trial.Summarize(run(t, g, others, trial.Options{Misreads: misreads, Seed: 4}))
		if s.FalseClears > 0 {
			t.Errorf("%d misreadings: %d of %d poisonous specimens are cleared", misreads, s.FalseClears, s.Harmful)
		}
		t.Logf("%d misreadings: %+v", misreads, s)
	}
}

func TestTheSameSeedGivesTheSameOnAnyNumberOfCores(t *testing.T) {
	g := shipped(t)
	drawn := trial.Draw(g, 1, 5)[:120]
	o := trial.Options{Misreads: 2, Seed: 9}
	many := run(t, g, drawn, o)
	defer runtime.GOMAXPROCS(runtime.GOMAXPROCS(1))
	if one := run(t, g, drawn, o); !reflect.DeepEqual(one, many) {
		t.Error("one core gives other results than several")
	}
	if reflect.DeepEqual(run(t, g, drawn, trial.Options{Misreads: 2, Seed: 10}), many) {
		t.Error("another seed gives the same")
	}
	for i := range many {
		if many[i].ID != drawn[i].ID {
			t.Fatal("the results are out of order")
		}
	}
}

func TestSpecimensAreReadAndChecked(t *testing.T) {
	g := shipped(t)
	var s trial.Specimen
	if err := json.Unmarshal([]byte(`{"id":"a","harmful":true,"kingdom":"fungi","readings":{"underside":"gills","cap-diameter":40}}`), &s); err != nil {
		t.Fatal(err)
	}
	if b, _ := json.Marshal(s); !strings.Contains(string(b), `"cap-diameter":40`) || !strings.Contains(string(b), `"underside":"gills"`) {
		t.Errorf("it comes back as %s", b)
	}
	r := run(t, g, []trial.Specimen{s}, trial.Options{})[0]
	if r.Checks == 0 || r.Minutes <= 0 || r.Verdict == guide.RuledClear {
		t.Errorf("%+v", r)
	}
	for text, want := range map[string]string{
		`{"id":"a","readings":{"underside":"gils"}}`:    `no state "gils"`,
		`{"id":"a","readings":{"undersid":"gills"}}`:    "did you mean",
		`{"id":"a","readings":{"cap-diameter":-1}}`:     "measure",
		`{"id":"a","kingdom":"animalia","readings":{}}`: "neither plantae nor fungi",
		`{"id":"a","readings":{"underside":["gills"]}}`: "neither a state nor a number",
	} {
		var bad trial.Specimen
		err := json.Unmarshal([]byte(text), &bad)
		if err == nil {
			_, err = trial.Run(g, []trial.Specimen{bad}, trial.Options{})
		}
		if err == nil || !strings.Contains(err.Error(), want) {
			t.Errorf("%s: got %v, want … %s …", text, err, want)
		}
	}
}

func TestSummary(t *testing.T) {
	two := 2
	var results []trial.Result
	for n := range 20 {
		results = append(results, trial.Result{Verdict: guide.RuledClear, Checks: n + 1, Minutes: float64(n), Margin: &two})
	}
	results = append(results, trial.Result{Harmful: true, Verdict: guide.RuledClear, Checks: 3, Taxon: &guide.Taxon{Harm: guide.Upset}}, trial.Result{Harmful: true, Verdict: guide.Leave, Checks: 5})
	s := trial.Summarize(results)
	if s.Specimens != 22 || s.Harmful != 2 || s.FalseClears != 1 || s.FalseClearsBy[guide.Upset] != 1 || s.Clears != 20 || s.Verdicts[guide.Leave] != 1 {
		t.Errorf("%+v", s)
	}
	if want := (trial.Spread{Mean: 10.5, Median: 10, P95: 19}); s.Checks != want {
		t.Errorf("got %+v, want %+v", s.Checks, want)
	}
}

// BenchmarkTrialOfALargeGuide puts 1,000 specimens through the loop, on a guide of 8,000 taxa and 22 characters.
func BenchmarkTrialOfALargeGuide(b *testing.B) {
	g, err := guide.Compile(guidetest.Large(8000, 22, 1))
	if err != nil {
		b.Fatal(err)
	}
	drawn := trial.Draw(g, 1, 1)
	var some []trial.Specimen
	for i := 0; len(some) < 1000; i += 7 {
		some = append(some, drawn[i])
	}
	var s trial.Summary
	for b.Loop() {
		s = trial.Summarize(run(b, g, some, trial.Options{}))
	}
	b.ReportMetric(float64(s.Clears), "clears")
	b.ReportMetric(s.Checks.Mean, "checks/clear")
}

// What lives on the continent is shown, and what nobody says of where it lives.
func TestLiving(t *testing.T) {
	of := func(id string, regions ...string) trial.Specimen {
		return trial.Specimen{ID: id, Taxon: &guide.Taxon{Regions: regions}}
	}
	got := trial.Living([]trial.Specimen{of("here", "71", "13"), of("there", "71"), of("anywhere"), {ID: "read"}}, "11")
	var ids []string
	for _, s := range got {
		ids = append(ids, s.ID)
	}
	if strings.Join(ids, " ") != "here anywhere read" {
		t.Errorf("got %v", ids)
	}
	// What lives on another continent alone does not stand in the way where the guide covers this one.
	g := guidetest.Compile(`{"guide":{"covers":["1"]},"characters":[{"id":"gills","kind":"states","states":[{"id":"free"},{"id":"joined"}]}],"taxa":[
	 {"id":"good","name":"Good","kingdom":"fungi","use":"edible","harm":"none","regions":["11"],"scores":{"gills":["free"]}},
	 {"id":"bad","name":"Bad","kingdom":"fungi","use":"none","harm":"deadly","regions":["71"],"scores":{"gills":["free"]}}]}`)
	specimen := []trial.Specimen{{ID: "one", Kingdom: "fungi", Target: "good", Readings: map[string]trial.Value{"gills": {State: "free"}}}}
	for region, stands := range map[string]bool{"": true, "11": false, "12": false, "72": true, "30": true} {
		if got := run(t, g, specimen, trial.Options{Region: region})[0]; (got.Verdict == guide.Leave) != stands {
			t.Errorf("in %q: %s for %v", region, got.Verdict, got.Why)
		}
	}
}
