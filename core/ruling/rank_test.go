package ruling_test

import (
	"math"
	"os"
	"slices"
	"strconv"
	"strings"
	"testing"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
	"zestythicket/core/ruling"
)

// Chances worked out by hand from the formula: (1−e)·w/Σw + e/m, for no state here is near another; silence |states|/m; a
// line's mean once. A measure has a density over its logarithm: nine tenths of what does not err in the usual range, the
// rest up to the extremes, which lie a tenth further out.
func TestPosterior(t *testing.T) {
	const two = `{"characters":[
	 {"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"},{"id":"z"}]},
	 {"id":"b","kind":"states","line":"a","footing":"surface","states":[{"id":"x"},{"id":"y"}]},
	 {"id":"m","kind":"measure","unit":"mm"}],
	"taxa":[
	 {"id":"p","name":"P p","kingdom":"fungi","use":"edible","harm":"none","regions":["11"],"season":{"cap":[{"from":"06-01","to":"07-01"}]},
	  "scores":{"a":["x",{"state":"y","rare":true},{"state":"z","when":"old"}],"b":["x"],"m":{"min":10,"low":20,"high":30,"max":40}}},
	 {"id":"q","name":"Q q","kingdom":"fungi","use":"edible","harm":"none","scores":{}}]}`
	g := guidetest.Compile(two)
	const e1, e2, e3 = 0.02, 0.05, 0.05 // structure, surface, size
	for name, c := range map[string]struct {
		record string
		p, q   float64 // the likelihoods of the two taxa, with the prior
	}{
		"a usual state":                   {`"readings":[{"character":"a","states":["x"],"sure":true}]`, (1-e1)/2.1 + e1/3, 1.0 / 3},
		"a rare one":                      {`"readings":[{"character":"a","states":["y"],"sure":true}]`, (1-e1)*0.1/2.1 + e1/3, 1.0 / 3},
		"one of another stage":            {`"stage":"young","readings":[{"character":"a","states":["z"],"sure":true}]`, (1-e1)*0.1/1.2 + e1/3, 1.0 / 3},
		"two states together":             {`"readings":[{"character":"a","states":["x","y"],"sure":true}]`, (1-e1)*1.1/2.1 + 2*e1/3, 2.0 / 3},
		"a soft one is misread more":      {`"readings":[{"character":"a","states":["x"]}]`, (1-3*e1)/2.1 + e1, 1.0 / 3},
		"one line counts its mean":        {`"readings":[{"character":"a","states":["x"],"sure":true},{"character":"b","states":["x"],"sure":true}]`, math.Sqrt(((1-e1)/2.1 + e1/3) * (1 - e2 + e2/2)), math.Sqrt(1.0 / 3 / 2)},
		"a measure in the usual range":    {`"readings":[{"character":"m","value":25,"sure":true}]`, (1 - e3) * 0.9 / math.Log(1.5), 1 / math.Log(44.0/9)},
		"a measure in the extreme range":  {`"readings":[{"character":"m","value":35,"sure":true}]`, (1 - e3) * 0.1 / (math.Log(20.0/9) + math.Log(44.0/30)), 1 / math.Log(44.0/9)},
		"a measure outside":               {`"readings":[{"character":"m","value":50,"sure":true}]`, e3 / 2 * 0.9 / math.Ln2, 1 / math.Log(44.0/9)},
		"a measure far outside":           {`"readings":[{"character":"m","value":500,"sure":true}]`, e3 / 2 * 0.1 / math.Log(4), 1 / math.Log(44.0/9)},
		"out of season and out of region": {`"date":"2026-09-01","region":"12","readings":[]`, 0.3 * 0.1, 1},
		"in season and in region":         {`"date":"2026-06-15","region":"11","readings":[]`, 1, 1},
	} {
		s, err := evidence.Open(g, guidetest.Record(`{"id":"x",`+c.record+`}`))
		if err != nil {
			t.Fatal(err)
		}
		r := ruling.Rule(s)
		// Each logarithm is rounded to a centiban.
		if got, want := r.Posterior(0)-r.Posterior(1), 100*(math.Log10(c.p)-math.Log10(c.q)); math.Abs(got-want) > 1.5 {
			t.Errorf("%s: got %v, want %v", name, got, want)
		}
	}
}

// dataSet reads the public data set named in core/identify/testdata/README.md.
func dataSet(t testing.TB) guidetest.Rows {
	t.Helper()
	f, err := os.Open("../identify/testdata/gilled-mushrooms.csv")
	if err != nil {
		t.Fatal(err)
	}
	defer f.Close()
	return guidetest.ReadRows(f)
}

// padded makes a guide of the first rows of the data set, every character padded to twelve states, so that the ranking
// is a categorical naive Bayes; and a record of all that a row shows.
func padded(table guidetest.Rows, first int) (*guide.Matrix, func(row []string) *evidence.Record) {
	rows := make([]int, first)
	for i := range rows {
		rows[i] = i
	}
	g := table.Padded(rows, 12)
	return g, func(row []string) *evidence.Record {
		rec := &evidence.Record{ID: row[0]}
		for k, id := range table.Header {
			if _, ok := g.Column(id); ok {
				rec.Readings = append(rec.Readings, evidence.Reading{Character: id, States: []string{row[k]}, Sure: true})
			}
		}
		return rec
	}
}

// Source: CategoricalNB of scikit-learn on the public data set (core/trial/testdata/compare.py made the file): a line
// for each of the last rows of the data set, a number for each of the first, as a class of its own.
func TestPosteriorAgreesWithANaiveBayesLibrary(t *testing.T) {
	b, err := os.ReadFile("testdata/naive-bayes.txt")
	if err != nil {
		t.Fatal(err)
	}
	table := dataSet(t)
	lines := strings.Split(strings.TrimSpace(string(b)), "\n")[1:]
	classes := len(strings.Fields(lines[0]))
	if len(lines) < 10 || classes < 100 {
		t.Errorf("only %d rows and %d classes are compared", len(lines), classes)
	}
	g, read := padded(table, classes)
	for q, line := range lines {
		row := table.Rows[len(table.Rows)-len(lines)+q]
		s, err := evidence.Open(g, read(row))
		if err != nil {
			t.Fatal(err)
		}
		r := ruling.Rule(s)
		for class, text := range strings.Fields(line) {
			want, err := strconv.ParseFloat(text, 64)
			if err != nil {
				t.Fatal(err)
			}
			// Natural logarithms there; here centibans, each reading's rounded to a whole one.
			if want *= 100 / math.Ln10; math.Abs(r.Posterior(class)-want) > 0.5*float64(len(s.Entries)) {
				got := r.Posterior(class)
				t.Errorf("row %s, class %d: got %.12f, want %.12f", row[0], class, got, want)
			}
		}
	}
}

// All posteriors worked out at once are those worked out one by one.
func TestRankingManyIsRankingEach(t *testing.T) {
	table := dataSet(t)
	g, read := padded(table, 300)
	for _, row := range table.Rows[300:310] {
		rec := read(row)
		rec.Date, rec.Region = "2026-10-10", "11"
		rec.Readings[3] = evidence.Reading{Character: rec.Readings[3].Character, Unseen: evidence.Lost}
		each, many := open(t, g, rec), open(t, g, rec)
		many.Likeliest(g.Kingdoms["fungi"])
		for taxon := range g.Taxa {
			if each.Posterior(taxon) != many.Posterior(taxon) {
				t.Fatalf("row %s, taxon %d: %v one by one, %v at once", row[0], taxon, each.Posterior(taxon), many.Posterior(taxon))
			}
		}
	}
}

func open(t testing.TB, g *guide.Matrix, rec *evidence.Record) *ruling.Ruling {
	t.Helper()
	s, err := evidence.Open(g, rec)
	if err != nil {
		t.Fatal(err)
	}
	return ruling.Rule(s)
}

// BenchmarkNaiveBayes rules on all readings of one of the data set's rows in a guide of all 2,000, and finds the
// likeliest of all of them.
func BenchmarkNaiveBayes(b *testing.B) {
	table := dataSet(b)
	g, read := padded(table, len(table.Rows))
	rec := read(table.Rows[0])
	for name, f := range map[string]func(*ruling.Ruling){
		"ruling":     func(*ruling.Ruling) {},
		"prediction": func(r *ruling.Ruling) { r.Likeliest(g.Kingdoms["fungi"]) },
	} {
		b.Run(name, func(b *testing.B) {
			for b.Loop() {
				s, err := evidence.Open(g, rec)
				if err != nil {
					b.Fatal(err)
				}
				f(ruling.Rule(s))
				s.Close()
			}
		})
	}
}

func TestCautionsAndGates(t *testing.T) {
	g := guidetest.Compile(small)
	codes := func(record string) (out []string, gates []string) {
		a, err := identify.Identify(g, guidetest.Record(`{"id":"x",`+record+`}`))
		if err != nil {
			t.Fatal(err)
		}
		for _, c := range a.Cautions {
			out = append(out, string(c.Code)+" "+c.Taxon)
		}
		return out, a.Gates
	}
	all, gates := codes(`"readings":[]`)
	if !slices.Contains(all, "contact stinger") || !slices.Contains(all, "clean-hands ") || !slices.Contains(all, "incomplete ") || !slices.Equal(gates, []string{"bonus"}) {
		t.Errorf("before anything is read: %v, gates %v", all, gates)
	}
	const cuts = `"readings":[{"character":"gills","states":["free"],"sure":true},{"character":"ring","states":["none"],"sure":true}]`
	if all, gates = codes(cuts); slices.Contains(all, "contact stinger") || slices.Contains(all, "clean-hands ") && slices.Contains(gates, "none") {
		t.Errorf("with the stinger out: %v", all)
	}
	if _, gates = codes(`"target":"good","observer":{"taught":["bonus"]},` + cuts); !slices.Equal(gates, []string{"bonus"}) {
		t.Errorf("a gate is told to the taught as well: %v", gates)
	}
}

// Where the guide does not claim to know the harmful taxa, it says so.
func TestTheGuideSaysWhereItIsThin(t *testing.T) {
	g := guidetest.Compile(small)
	for region, thin := range map[string]bool{"11": false, "34": true, "": false} {
		a, err := identify.Identify(g, guidetest.Record(`{"id":"x","region":"`+region+`","readings":[]}`))
		if err != nil {
			t.Fatal(err)
		}
		if says := a.Cautions[len(a.Cautions)-1]; says.Code != ruling.Incomplete || strings.Contains(says.Text, "thin there") != thin {
			t.Errorf("in %q: %+v", region, says)
		}
	}
}

func TestHoldingNamesTheLinesThatCouldStillCut(t *testing.T) {
	g := guidetest.Compile(small)
	for record, want := range map[string][]string{
		`"target":"good","readings":[]`: {"gills", "base", "veil", "tint", "smell", "width", "petals"},
		`"target":"good","readings":[{"character":"gills","states":["free"],"sure":true},{"character":"ring","states":["none"],"sure":true}]`: {"base", "tint", "smell", "width", "petals"},
		`"target":"good","observer":{"kit":[]},"readings":[{"character":"petals","unseen":"lost"}]`:                                           {"gills", "veil", "tint", "smell", "width"},
	} {
		s, err := evidence.Open(g, guidetest.Record(`{"id":"x","region":"11",`+record+`}`))
		if err != nil {
			t.Fatal(err)
		}
		var got []string
		for _, h := range ruling.Rule(s).Holdings([]string{"killer"})[0] {
			got = append(got, h.Line)
		}
		if !slices.Equal(got, want) {
			t.Errorf("%s: got %v, want %v", record, got, want)
		}
	}
}

// A margin is over the deadly, serious and unknown taxa; over all harmful ones where there are none of those; nothing
// where there are none at all.
func TestMarginOfTheRecord(t *testing.T) {
	g := guidetest.Compile(`{"characters":[{"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]}],"taxa":[
	 {"id":"good","name":"G g","kingdom":"plantae","use":"edible","harm":"none","scores":{"a":["x"]}},
	 {"id":"ill","name":"I i","kingdom":"plantae","use":"none","harm":"upset","scores":{"a":["y"]}},
	 {"id":"alone","name":"A a","kingdom":"fungi","use":"edible","harm":"none","scores":{"a":["x"]}}]}`)
	for kingdom, want := range map[string]string{"plantae": "1", "fungi": "none"} {
		a, err := identify.Identify(g, guidetest.Record(`{"id":"x","kingdom":"`+kingdom+`","readings":[{"character":"a","states":["x"],"sure":true}]}`))
		if err != nil {
			t.Fatal(err)
		}
		got := "none"
		if a.Margin != nil {
			got = string(rune('0' + *a.Margin))
		}
		if got != want {
			t.Errorf("%s: margin %s, want %s", kingdom, got, want)
		}
		if kingdom == "fungi" && a.Why.Code != ruling.GuideTooThin {
			t.Errorf("with nothing harmful in scope: %s", a.Why.Code)
		}
	}
}
