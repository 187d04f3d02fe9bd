package guide

import (
	"encoding/json"
	"math"
	"slices"
	"strings"
	"testing"

	"zestythicket/core/policy"
)

const chancy = `{"errors":{"a":0.1},"characters":[
 {"id":"a","kind":"states","states":[{"id":"x","near":["y"]},{"id":"y","near":["x"]},{"id":"z"}]},
 {"id":"n","kind":"count"},
 {"id":"m","kind":"measure","unit":"mm"}],
"taxa":[
 {"id":"p","name":"P p","kingdom":"fungi","use":"edible","harm":"none",
  "scores":{"a":["x",{"state":"z","sometimes":true}],"n":{"min":3,"low":4,"high":5,"max":6},"m":{"min":10,"low":20,"high":30,"max":40}}},
 {"id":"q","name":"Q q","kingdom":"fungi","use":"none","harm":"deadly",
  "scores":{"a":[{"state":"y","share":0.6},{"state":"z","share":0.2,"when":"old"}],"n":[4,8],"m":{"low":50,"max":90}}}]}`

func compiled(t *testing.T, text string) *Matrix {
	t.Helper()
	var g Source
	if err := json.Unmarshal([]byte(text), &g); err != nil {
		t.Fatal(err)
	}
	m, err := Compile(&g)
	if err != nil {
		t.Fatal(err)
	}
	return m
}

// By hand, from the formula: e is 0.1 for a; half of it goes to what is near, half evenly to all three states; what has
// nothing near gives its half evenly too.
func TestChancesByHand(t *testing.T) {
	g := compiled(t, chancy)
	a := &g.Columns[0]
	for name, c := range map[string]struct {
		taxon int
		stage string
		want  [3]float64
	}{
		// Shares 1 and 0.3: x has y near, z has nothing.
		"usual and sometimes": {0, "", [3]float64{
			0.9/1.3 + 0.05/3 + 0.05*0.3/1.3/3, 0.05/1.3 + 0.05/3 + 0.05*0.3/1.3/3, 0.9*0.3/1.3 + 0.05/3 + 0.05*0.3/1.3/3,
		}},
		// Shares 0.6 and 0.2; y has x near.
		"shares": {1, "", [3]float64{0.05*0.75 + 0.05/3 + 0.05*0.25/3, 0.9*0.75 + 0.05/3 + 0.05*0.25/3, 0.9*0.25 + 0.05/3 + 0.05*0.25/3}},
		// Of another stage a tenth: 0.6 and 0.02.
		"another stage": {1, "young", [3]float64{
			0.05*0.6/0.62 + 0.05/3 + 0.05*0.02/0.62/3, 0.9*0.6/0.62 + 0.05/3 + 0.05*0.02/0.62/3, 0.9*0.02/0.62 + 0.05/3 + 0.05*0.02/0.62/3,
		}},
		"its own stage": {1, "old", [3]float64{0.05*0.75 + 0.05/3 + 0.05*0.25/3, 0.9*0.75 + 0.05/3 + 0.05*0.25/3, 0.9*0.25 + 0.05/3 + 0.05*0.25/3}},
	} {
		got := a.Chances(a.Pattern[c.taxon], c.stage)
		for k := range c.want {
			if math.Abs(got[k]-c.want[k]) > 1e-12 {
				t.Errorf("%s: %s has the chance %v, want %v", name, a.States[k].ID, got[k], c.want[k])
			}
		}
	}
}

// All chances of a column sum to 1, firm and soft and at every stage; a measure's density does over its whole scale.
func TestChancesSumToOne(t *testing.T) {
	g := compiled(t, chancy)
	for i := range g.Columns[:2] {
		col := &g.Columns[i]
		for _, stage := range []string{"", "old", "young"} {
			for _, soft := range []bool{false, true} {
				for p := range col.Patterns {
					sum := 0.0
					for _, c := range col.chancesAt(stage, soft).p[p] {
						sum += c
					}
					if math.Abs(sum-1) > 1e-12 {
						t.Errorf("%s, way %d, %q, soft %v: they sum to %v", col.ID, p, stage, soft, sum)
					}
				}
			}
		}
	}
	for _, s := range []Span{{10, 20, 30, 40}, {50, 50, 90, 90}, {7, 7, 7, 7}, {math.Inf(-1), math.Inf(-1), 30, 40}, {20, 20, math.Inf(1), math.Inf(1)}} {
		parts, sum, at := stretches(s, 0.1), 0.0, math.Inf(-1)
		for _, p := range parts {
			sum += p.share
			if p.from < at-1e-9 || p.to < p.from {
				t.Errorf("%+v: the stretches %+v do not follow on each other", s, parts)
			}
			at = p.to
		}
		if math.Abs(sum-1) > 1e-9 {
			t.Errorf("%+v: the shares sum to %v", s, sum)
		}
	}
}

// The moments of a reading's surprise are those of its distribution, reckoned one by one; of several states read together
// those of the experiment in which they are one answer.
func TestMomentsOfSurprise(t *testing.T) {
	a := &compiled(t, chancy).Columns[0]
	p := a.Pattern[0]
	chances := a.Chances(p, "")
	for name, r := range map[string]struct {
		mask   uint64
		groups [][]int
	}{"one state": {1, [][]int{{0}, {1}, {2}}}, "two together": {3, [][]int{{0, 1}, {2}}}} {
		b := a.Bearing(Read{Mask: r.mask})
		mean, square, cube := 0.0, 0.0, 0.0
		for _, group := range r.groups {
			c := 0.0
			for _, k := range group {
				c += chances[k]
			}
			x := -math.Round(100 * math.Log10(c))
			mean, square, cube = mean+c*x, square+c*x*x, cube+c*x*x*x
		}
		variance, third := square-mean*mean, cube-3*mean*square+2*mean*mean*mean
		if math.Abs(float64(b.Mean[p])-mean) > 0.51 || math.Abs(float64(b.Variance[p])-variance) > 0.51 || math.Abs(float64(b.Third[p])-third) > 0.51 {
			t.Errorf("%s: got %v, %v, %v, want %v, %v, %v", name, b.Mean[p], b.Variance[p], b.Third[p], mean, variance, third)
		}
	}
}

func TestOddAndNear(t *testing.T) {
	g := compiled(t, chancy)
	a, n, m := &g.Columns[0], &g.Columns[1], &g.Columns[2]
	for name, c := range map[string]struct {
		col   *Column
		taxon int
		r     Read
		never bool
		odd   bool
	}{
		"shown":                          {a, 0, Read{Mask: 1}, false, false},
		"near what is shown":             {a, 0, Read{Mask: 2}, true, false},
		"neither":                        {a, 1, Read{Mask: 1 << 0}, true, false},
		"a count within":                 {n, 0, Read{Lo: 4, Hi: 4}, false, false},
		"a count beside it":              {n, 0, Read{Lo: 7, Hi: 7}, true, false},
		"a count further out":            {n, 0, Read{Lo: 8, Hi: 8}, true, true},
		"between two counts":             {n, 1, Read{Lo: 6, Hi: 6}, true, true},
		"a measure within a tenth":       {m, 0, Read{Lo: 44, Hi: 44}, false, false},
		"a measure beyond it":            {m, 0, Read{Lo: 44.1, Hi: 44.1}, true, true},
		"a span that reaches into it":    {m, 0, Read{Lo: 39, Hi: 60}, false, false},
		"a measure without a least size": {m, 1, Read{Lo: 46, Hi: 46}, false, false},
	} {
		p := c.col.Pattern[c.taxon]
		if never := c.col.Never(p, c.r); never != c.never || c.col.Odd(p, c.r) != c.odd {
			t.Errorf("%s: never shown %v, odd %v", name, never, c.col.Odd(p, c.r))
		}
	}
}

// What a column may weigh at the best and at the least is what trying every answer gives.
func TestProspectIsWhatTryingAllGives(t *testing.T) {
	g := compiled(t, chancy)
	a := &g.Columns[0]
	own, other := a.Pattern[0], a.Pattern[1]
	p := a.Prospect(own, other, All)
	// p shows x, which q never does, and z, which both do.
	x := a.Bearing(Read{Mask: 1})
	z := a.Bearing(Read{Mask: 4})
	cut, both := a.Weigh(Read{Mask: 1}, &x, own, other), a.Weigh(Read{Mask: 4}, &z, own, other)
	if !cut.Cut || both.Cut || p.Most != max(cut.Centibans, both.Centibans) || p.MostCut != cut.Centibans || p.Least != min(cut.Centibans, both.Centibans) || p.SureDepth == policy.Whole {
		t.Errorf("got %+v; the answers weigh %+v and %+v", p, cut, both)
	}
	if only := a.Prospect(own, other, 1); only.SureDepth != policy.Whole || only.Least != cut.Centibans {
		t.Errorf("with x alone: %+v", only)
	}
	if a.Prospect(0, other, All) != (Prospect{}) || a.Prospects(own)[other] != p {
		t.Error("what is not scored weighs something, or what is kept differs")
	}
}

// What makes no sense in how often a state is shown, in what is near it, in errors and in what is covered is refused.
func TestChancesThatMakeNoSense(t *testing.T) {
	for change, want := range map[string]string{
		`"near":["y"]},{"id":"y","near":["x"]}>"near":["y"]},{"id":"y"}`: "does not say so",
		`"near":["y"]},>"near":["x"]},`:                                  "not near itself",
		`"near":["y"]},>"near":["w"]},`:                                  "is not a state",
		`"near":["y"]},>"near":["y","y"]},`:                              "stands twice",
		`"share":0.6>"share":1.6`:                                        "between 0 and 1",
		`"share":0.6>"share":0.6,"rare":true`:                            "is said once",
		`{"a":0.1}>{"b":0.1}`:                                            `no character has the id "b"`,
		`{"a":0.1}>{"a":0.7}`:                                            "at most 0.5",
		`{"errors">{"guide":{"covers":["11"]},"errors"`:                  "level 1",
	} {
		from, to, _ := strings.Cut(change, ">")
		var g Source
		if err := json.Unmarshal([]byte(strings.Replace(chancy, from, to, 1)), &g); err != nil {
			t.Fatal(change, err)
		}
		var says []string
		for _, p := range g.Validate() {
			says = append(says, p.Says)
		}
		if !strings.Contains(strings.Join(says, "; "), want) {
			t.Errorf("%s: %v", change, says)
		}
	}
}

// A continent that the guide does not claim to cover puts nothing apart, nor does an unknown place.
func TestCovers(t *testing.T) {
	g := compiled(t, `{"guide":{"covers":["1"]},"characters":[],"taxa":[
	 {"id":"here","name":"H h","kingdom":"fungi","use":"none","harm":"deadly","regions":["11"]},
	 {"id":"there","name":"T t","kingdom":"fungi","use":"none","harm":"deadly","regions":["71"]}]}`)
	for region, want := range map[string]int{"11": 1, "71": 0, "34": 0, "": 0} {
		away := NewBits(2)
		g.Elsewhere(region, away)
		if n := away[0] & 3; int(n>>1) != want || n&1 != 0 {
			t.Errorf("%q: %b", region, n)
		}
	}
}

// What a harmful taxon never shows and the name does never weighs for the harmful one, even where that is so often misread
// that an error makes it likelier; nor the other way round.
func TestACutNeverSpeaksForTheOther(t *testing.T) {
	g := compiled(t, `{"errors":{"a":0.5},"characters":[{"id":"a","kind":"states","states":[{"id":"x","near":["y"]},{"id":"y","near":["x"]},{"id":"z"}]}],"taxa":[
	 {"id":"name","name":"N n","kingdom":"fungi","use":"edible","harm":"none","scores":{"a":[{"state":"x","rare":true},"z"]}},
	 {"id":"harm","name":"H h","kingdom":"fungi","use":"none","harm":"deadly","scores":{"a":["y"]}}]}`)
	a := &g.Columns[0]
	name, harm := a.Pattern[0], a.Pattern[1]
	r := Read{Mask: 1}
	b := a.Bearing(r)
	if b.Log[name] >= b.Log[harm] {
		t.Fatal("the error is not the likelier here")
	}
	if w := a.Weigh(r, &b, name, harm); !w.Cut || w.Centibans != 0 {
		t.Errorf("for the name: %+v", w)
	}
	if w := a.Weigh(r, &b, harm, name); w.Cut || w.Centibans != 0 {
		t.Errorf("the other way round: %+v", w)
	}
}

// A scale is a way along which each state is near the next; a ring, a pair and a hub are none.
func TestScale(t *testing.T) {
	g := compiled(t, `{"characters":[{"id":"c","kind":"states","states":[
		{"id":"mid","near":["low","high"]},{"id":"low","near":["mid"]},{"id":"high","near":["mid"]},
		{"id":"one","near":["two"]},{"id":"two","near":["one"]},
		{"id":"hub","near":["x","y","z"]},{"id":"x","near":["hub"]},{"id":"y","near":["hub"]},{"id":"z","near":["hub"]},
		{"id":"r","near":["s","t"]},{"id":"s","near":["r","t"]},{"id":"t","near":["r","s"]},{"id":"alone"}]}],"taxa":[]}`)
	col := &g.Columns[0]
	for k, state := range col.States {
		var want []int
		if k < 3 {
			want = []int{1, 0, 2}
		}
		if got := col.Scale(k); !slices.Equal(got, want) {
			t.Errorf("%s lies on %v, not %v", state.ID, got, want)
		}
	}
}

// Scores of states read the same the quick way as the long one, and what is no score is refused.
func TestStatesAreReadEitherWay(t *testing.T) {
	full := []Shown{{State: "a"}, {State: "b", Share: 0.3, When: "old", Src: "x+y"}, {State: "c", Src: "x"}}
	for text, want := range map[string][]Shown{
		`["a",{"state":"b","share":0.3,"when":"old","src":["x","y"]},{"src":"x","state":"c"}]`:                        full,
		` [ "a" , { "state" : "b", "share" : 0.3 , "when":"old","src":[ "x" , "y" ] } , {"state":"c","src":["x"]} ] `: full,
		`["\u0061",{"state":"b","share":3e-1,"when":"old","src":["x","y"]},{"state":"c","src":"x"}]`:                  full,
		`[{"state":"a","rare":true},{"state":"b","sometimes":true}]`:                                                  {{State: "a", Rare: true}, {State: "b", Sometimes: true}},
	} {
		var s Score
		if err := json.Unmarshal([]byte(text), &s); err != nil || !slices.Equal(s.States, want) {
			t.Errorf("%s: %+v, %v", text, s.States, err)
		}
	}
	for _, text := range []string{`[]`, `["a" "b"]`, `[{"state":"a"`, `[{"state":"a",}]`, `[{"stat":"a"}]`, `[{"state":"a","share":"x"}]`, `["a",3]`, `[{"state":"a","src":[1]}]`, `["a"]]`} {
		var s Score
		if err := json.Unmarshal([]byte(text), &s); err == nil {
			t.Errorf("%s is taken for %+v", text, s)
		}
	}
}

// What the tables say of soft and firm readings does not hang on which was asked for first, or on who asks at once.
func TestChancesDoNotHangOnWhoAsksFirst(t *testing.T) {
	same := func(a, b [][]policy.Centibans) bool { return slices.EqualFunc(a, b, slices.Equal) }
	for _, stage := range []string{"", "old", "young"} {
		one, other := compiled(t, chancy), compiled(t, chancy)
		firm, soft := one.Columns[0].Logs(stage, false), one.Columns[0].Logs(stage, true)
		asked := make(chan [][]policy.Centibans)
		for range 4 {
			go func() { asked <- other.Columns[0].Logs(stage, true) }()
		}
		for range 4 {
			if got := <-asked; !same(got, soft) {
				t.Errorf("stage %q: %d asked for first and at once, %d after the firm one", stage, got, soft)
			}
		}
		if again := other.Columns[0].Logs(stage, false); !same(again, firm) {
			t.Errorf("stage %q: the firm table is %d once the soft one was asked for, %d before", stage, again, firm)
		}
		if soft[1][1] <= firm[1][1] {
			t.Errorf("stage %q: what is not shown is no likelier read softly (%d) than firmly (%d)", stage, soft[1][1], firm[1][1])
		}
	}
}
