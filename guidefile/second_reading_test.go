package guidefile

import (
	"os"
	"slices"
	"strings"
	"testing"
	"time"

	"go.yaml.in/yaml/v4"

	"zestythicket/core/guide"
)

// finding is a row of the second reading and what came of it; what is given under taxa holds for each of them.
type finding struct {
	Table, Says, Decision, Why, Harm    string
	Row                                 int
	Taxa, Regions, Synonyms, Lookalikes []string
	Cautions                            []string
	NotSynonyms                         []string            `yaml:"not_synonyms"`
	MustSee                             []string            `yaml:"must_see"`
	Shows, There                        map[string][]string // by character; by organ, days as month-day
	Also                                map[string]map[string][]string
	ThereEach                           map[string]map[string][]string `yaml:"there_each"`
	AlsoRegions                         map[string][]string            `yaml:"also_regions"`
	MustLacks                           map[string][]string            `yaml:"must_lacks"`
	TellLacks                           map[string]string              `yaml:"tell_lacks"`
	OnsetTo                             float64                        `yaml:"onset_to"`
	Reaches, Starts                     map[string]float64
	Contact                             bool
}

// Every row of the second reading's four tables is applied, refused with a reason, or open with what it waits for; and the
// guide holds what an applied one asks for. Source: the second reading, from general knowledge.
func TestTheSecondReadingIsAnswered(t *testing.T) {
	text, err := os.ReadFile("../guide/second-reading.yaml")
	if err != nil {
		t.Fatal(err)
	}
	var rows []finding
	if err := yaml.Load(text, &rows, yaml.WithKnownFields()); err != nil {
		t.Fatal(err)
	}
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	counts, decided := map[string]int{}, map[string]int{}
	for i := range rows {
		f := &rows[i]
		counts[f.Table]++
		decided[f.Decision]++
		if f.Row != counts[f.Table] {
			t.Errorf("%s: row %d stands where %d should", f.Table, f.Row, counts[f.Table])
		}
		switch {
		case f.Decision == "applied":
			f.hold(t, g)
		case f.Decision != "refused" && f.Decision != "open" || f.Why == "":
			t.Errorf("%s %d: %q for the reason %q", f.Table, f.Row, f.Decision, f.Why)
		}
	}
	for table, want := range map[string]int{"harmful-fungi": 94, "harmful-plants": 54, "useful-fungi": 42, "useful-plants": 54} {
		if counts[table] != want {
			t.Errorf("%s: %d rows of %d", table, counts[table], want)
		}
	}
	t.Logf("%v", decided)
}

func (f *finding) hold(t *testing.T, g *guide.Matrix) {
	t.Helper()
	say := func(id, what string, args ...any) {
		t.Helper()
		t.Errorf("%s %d, %s: "+what, append([]any{f.Table, f.Row, id}, args...)...)
	}
	of := func(id string) (int, *guide.Taxon) {
		n, ok := g.Taxon(id)
		if !ok {
			t.Fatalf("%s %d: there is no %s", f.Table, f.Row, id)
		}
		return n, g.Described(n)
	}
	shows := func(id string, what map[string][]string) {
		n, _ := of(id)
		for character, states := range what {
			c, ok := g.Column(character)
			if !ok || !g.Columns[c].Scored.Has(n) {
				say(id, "%s is not scored", character)
				continue
			}
			col := &g.Columns[c]
			for _, state := range states {
				if k, ok := col.State(state); !ok || !col.ShowsClass(col.Pattern[n], k) {
					say(id, "%s is never %s", character, state)
				}
			}
		}
	}
	there := func(id string, what map[string][]string) {
		_, tx := of(id)
		for organ, days := range what {
			for _, day := range days {
				at, err := time.Parse("2006-01-02", "2026-"+day)
				if err != nil || !tx.Season.In(guide.Organ(organ), at) {
					say(id, "no %s on %s (%v)", organ, day, err)
				}
			}
		}
	}
	lacks := func(id, field string, have, want []string) {
		for _, w := range want {
			if !slices.Contains(have, w) {
				say(id, "%s lacks %s", field, w)
			}
		}
	}
	for _, id := range f.Taxa {
		n, tx := of(id)
		shows(id, f.Shows)
		there(id, f.There)
		lacks(id, "regions", tx.Regions, f.Regions)
		lacks(id, "synonyms", tx.Synonyms, f.Synonyms)
		lacks(id, "must_see", tx.MustSee, f.MustSee)
		for _, s := range f.NotSynonyms {
			if slices.Contains(tx.Synonyms, s) {
				say(id, "%s is another taxon", s)
			}
		}
		for _, l := range f.Lookalikes {
			if !slices.ContainsFunc(tx.Lookalikes, func(x guide.Lookalike) bool { return x.Taxon == l && x.Tell != "" }) {
				say(id, "%s is not among its lookalikes", l)
			}
		}
		for _, word := range f.Cautions {
			if !strings.Contains(strings.ToLower(string(tx.Cautions)), word) {
				say(id, "its cautions do not speak of %q", word)
			}
		}
		if f.Harm != "" && string(tx.Harm) != f.Harm {
			say(id, "its harm is %s", tx.Harm)
		}
		if f.OnsetTo > 0 && (tx.Onset == nil || tx.Onset.ToH < f.OnsetTo) {
			say(id, "its onset is %+v", tx.Onset)
		}
		if f.Contact && tx.Contact == nil {
			say(id, "nothing is said of touching it")
		}
		for character, far := range f.Reaches {
			if c, _ := g.Column(character); g.Columns[c].Patterns[g.Columns[c].Pattern[n]].Span.Max < far {
				say(id, "%s does not reach %g", character, far)
			}
		}
		for character, from := range f.Starts {
			if c, _ := g.Column(character); g.Columns[c].Patterns[g.Columns[c].Pattern[n]].Span.Min > from {
				say(id, "%s does not start at %g", character, from)
			}
		}
		for other, word := range f.TellLacks {
			if slices.ContainsFunc(tx.Lookalikes, func(x guide.Lookalike) bool { return x.Taxon == other && strings.Contains(string(x.Tell), word) }) {
				say(id, "the tell of %s speaks of %q", other, word)
			}
		}
	}
	for id, what := range f.Also {
		shows(id, what)
	}
	for id, what := range f.ThereEach {
		there(id, what)
	}
	for id, codes := range f.AlsoRegions {
		_, tx := of(id)
		lacks(id, "regions", tx.Regions, codes)
	}
	for id, not := range f.MustLacks {
		_, tx := of(id)
		for _, character := range not {
			if slices.Contains(tx.MustSee, character) {
				say(id, "%s cannot be seen when it is gathered", character)
			}
		}
	}
}
