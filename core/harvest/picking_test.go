package harvest

import (
	"fmt"
	"slices"
	"strings"
	"testing"
	"time"

	"zestythicket/core/events"
	"zestythicket/core/guide"
	"zestythicket/core/guidetest"
)

const small = `{"characters":[{"id":"a","kind":"states","states":[{"id":"x"},{"id":"y"}]}],"taxa":[
 {"id":"good","name":"Bonus edulis","common":["Good one"],"kingdom":"fungi","use":"edible","harm":"none","harvest":{"organ":"habit","share":0.5,"smallest_stand":10},"scores":{"a":["x"]}},
 {"id":"root","name":"Radix bona","kingdom":"plantae","use":"edible","harm":"none","harvest":{"organ":"root"},"scores":{"a":["x"]}},
 {"id":"ill","name":"Malus nauseosus","common":["Sick one"],"kingdom":"fungi","use":"none","harm":"upset","scores":{"a":["y"]}},
 {"id":"killer","name":"Malus mortifer","common":["Killer"],"kingdom":"fungi","use":"none","harm":"deadly","scores":{"a":["y"]}}]}`

// look is a picking after looks, each "piece is": + passes, ~ trimmed, - left, ? doubtful, o not checked, ! another kind that upsets, X a deadly
// one, W cleaned.
func look(looks string) *events.Picking {
	p := &events.Picking{Of: events.Gathering{Taxon: "good"}, Order: map[string]int{}}
	for i, l := range strings.Fields(looks) {
		at := i + 1
		x := events.Looked{Piece: l[:len(l)-1], Is: events.Passes, Keeping: guide.KeepIt}
		switch l[len(l)-1] {
		case '~':
			x.Keeping = guide.TrimIt
		case '-':
			x.Keeping = guide.LeaveIt
		case '?':
			x = events.Looked{Piece: x.Piece, Is: events.Doubtful}
		case 'o':
			x = events.Looked{Piece: x.Piece, Is: events.Unchecked}
		case '!':
			x = events.Looked{Piece: x.Piece, Is: events.Another, Other: "ill"}
		case 'X':
			x = events.Looked{Piece: x.Piece, Is: events.Another, Other: "killer"}
		case 'n':
			x = events.Looked{Piece: x.Piece, Is: events.Another}
		case 'W':
			p.Cleaned = at
			continue
		}
		p.Order[x.Piece] = at
		if k := slices.IndexFunc(p.Pieces, func(o events.Looked) bool { return o.Piece == x.Piece }); k >= 0 {
			p.Pieces[k] = x
		} else {
			p.Pieces = append(p.Pieces, x)
		}
	}
	return p
}

// Worked by hand after the rules. Three pieces are checked, eight are not, the twelfth is another kind: the eight are to be checked.
func TestWhatAPickingComesTo(t *testing.T) {
	g := guidetest.Compile(small)
	for looks, want := range map[string]Basket{
		"":                                       {Says: "Nothing is in it yet."},
		"1+ 2~ 3-":                               {In: 2, Checked: 2, Trimmed: 1, Left: 1, Says: "Every piece was checked."},
		"1+ 2o":                                  {In: 2, Checked: 1, Bound: 1, Says: "1 of 2 pieces were checked: 1 other could still be in it."},
		"1+ 2+ 3+ 4o 5o 6o 7o 8o 9o 10o 11o 12!": {In: 11, Checked: 3, Others: 1, Bound: 7, Again: strings.Fields("4 5 6 7 8 9 10 11"), Says: "3 of 11 pieces were checked: up to 7 others could still be in it."},
		"1o 2o 3! 1+":                            {In: 2, Checked: 1, Others: 1, Bound: 1, Again: []string{"2"}, Says: "1 of 2 pieces were checked: 1 other could still be in it."},
		"1+ 2?":                                  {In: 1, Checked: 1, Apart: 1, Says: "Every piece was checked."},
		"1X":                                     {Others: 1, Clean: "killer", Says: "Nothing is in it yet."},
		"1n":                                     {Others: 1, Clean: "what was no good one", Says: "Nothing is in it yet."},
		"1X W":                                   {Others: 1, Says: "Nothing is in it yet."},
		"1X W 2X":                                {Others: 2, Clean: "killer", Says: "Nothing is in it yet."},
		"1+ 2+ W 1X":                             {In: 1, Checked: 1, Others: 1, Clean: "killer", Says: "Every piece was checked."},
	} {
		got := Of(g, look(looks))
		if want.Again == nil {
			want.Again = []string{}
		}
		if got.In != want.In || got.Checked != want.Checked || got.Apart != want.Apart || got.Others != want.Others || got.Trimmed != want.Trimmed || got.Left != want.Left ||
			!slices.Equal(got.Again, want.Again) || got.Clean != want.Clean || got.Bound != want.Bound || got.Says != want.Says {
			t.Errorf("%q:\n%+v, want\n%+v", looks, got, want)
		}
	}
}

// More pieces than are reckoned with, put together from several devices, are never told as fewer in doubt.
func TestTooManyToReckon(t *testing.T) {
	p := look("1+")
	for i := range MostPieces + 1 {
		p.Pieces = append(p.Pieces, events.Looked{Piece: fmt.Sprint("u", i), Is: events.Unchecked})
	}
	if b := Of(guidetest.Compile(small), p); b.Bound != MostPieces+1 || b.In != MostPieces+2 {
		t.Errorf("%d in, %d could be others", b.In, b.Bound)
	}
}

func TestHowMuchIsTaken(t *testing.T) {
	g := guidetest.Compile(small)
	for _, c := range []struct {
		taxon           string
		seen, taken, in int
		most            int
		over            bool
		says            string
	}{
		{"good", 0, 0, 3, -1, false, "Say how many stand there: of good one at most half is taken."},
		{"good", 9, 0, 0, 0, false, "Take none: fewer than 10 stand there."},
		{"good", 9, 0, 1, 0, true, "Take none: fewer than 10 stand there. 1 are in the basket: that is over it."},
		{"good", 41, 0, 20, 20, false, "Of 41 at most 20 are taken here this season."},
		{"good", 40, 15, 6, 5, true, "Of 40 at most 20 are taken here this season; 15 were. 6 are in the basket: that is over it."},
		{"root", 30, 0, 3, 3, false, "Of 30 at most 3 are taken here this season."},
		{"killer", 30, 0, 3, 10, false, "Of 30 at most 10 are taken here this season."},
	} {
		n, _ := g.Taxon(c.taxon)
		if a := Allowed(&g.Taxa[n], c.seen, c.taken, c.in, Limit{}, 0); a.Most != c.most || a.Over != c.over || a.Says != c.says {
			t.Errorf("%+v: %+v", c, a)
		}
	}
}

func TestOwnLimitsComeFirst(t *testing.T) {
	g := guidetest.Compile(small)
	n, _ := g.Taxon("good")
	for _, c := range []struct {
		own   Limit
		today float64
		in    int
		most  int
		over  bool
		says  string
	}{
		{Limit{Protected: true}, 0, 0, 0, false, "Take none: you have set that good one is protected here."},
		{Limit{Protected: true, GramsADay: 500}, 0, 2, 0, true, "Take none: you have set that good one is protected here. 2 are in the basket."},
		{Limit{GramsADay: 1500}, 1500, 4, 20, false, "Of 40 at most 20 are taken here this season. Your own limit is 1.5 kg a day."},
		{Limit{GramsADay: 500}, 620, 4, 20, true, "Of 40 at most 20 are taken here this season. Your own limit is 500 g a day: 620 g lie in today's baskets, which is over it."},
	} {
		if a := Allowed(&g.Taxa[n], 40, 0, c.in, c.own, c.today); a.Most != c.most || a.Over != c.over || a.Says != c.says {
			t.Errorf("%+v: %+v", c, a)
		}
	}
}

func TestWhoseLeafItIs(t *testing.T) {
	for want, of := range map[string]*guide.Taxon{
		"":                  {Kingdom: "fungi"},
		"specimen-traced":   {Kingdom: "plantae", Harvest: &guide.Harvest{Organ: "fruit"}},
		"specimen-attached": {Kingdom: "plantae", Harvest: &guide.Harvest{Organ: "leaf"}},
	} {
		if got := Traces(of); got != want {
			t.Errorf("%+v: %q, want %q", of, got, want)
		}
	}
	if Traces(&guide.Taxon{Kingdom: "plantae"}) != "specimen-attached" {
		t.Error("a plant of which no harvest is told is not traced")
	}
}

func TestRipeness(t *testing.T) {
	laid := time.Date(2026, 9, 12, 20, 0, 0, 0, time.UTC)
	for after, want := range map[time.Duration]Ripeness{-time.Hour: Waiting, 0: Waiting, 119 * time.Minute: Waiting, 2 * time.Hour: Ready, 12 * time.Hour: Ready, 13 * time.Hour: Overdue} {
		if got := RipenessOf(laid, laid.Add(after), false); got != want {
			t.Errorf("after %s: %s", after, got)
		}
	}
	if RipenessOf(laid, laid, true) != Ready {
		t.Error("what fell by itself is waited for")
	}
}
