package guidefile

import (
	"encoding/json"
	"os"
	"regexp"
	"slices"
	"strings"
	"testing"

	"zestythicket/core/guide"

	"go.yaml.in/yaml/v4"
)

// wordNet is what Princeton WordNet says of the guide's taxa, as `make wordnet` wrote it.
type wordNet struct {
	Version, Notice string
	Asked           []string
	Entries         []struct {
		Taxon, Name, Gloss, Genus, Family string
		Words                             []string
	}
}

// settled is a disagreement that stands, with the reason.
type settled struct {
	Taxon string `yaml:"taxon"`
	About string `yaml:"about"` // genus, family, harm or use
	Why   string `yaml:"why"`
}

var (
	saysPoison = regexp.MustCompile(`\b(poisonous|poisoning|toxic)\b`)
	saysEdible = regexp.MustCompile(`\bedible\b`)
)

// Source: Princeton WordNet 3.1 (its licence stands in the file). Its genus, its family (or an older name that the guide
// gives too), and its words poisonous and edible, against the guide's; every disagreement is settled by name.
func TestTheGuideAgreesWithWordNet(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	var w wordNet
	readInto(t, "testdata/wordnet.json", func(b []byte) error { return json.Unmarshal(b, &w) })
	var list []settled
	readInto(t, "testdata/wordnet-settled.yaml", func(b []byte) error { return yaml.Load(b, &list, yaml.WithKnownFields()) })
	var ids []string
	for i := range g.Taxa {
		ids = append(ids, g.Taxa[i].ID)
	}
	if slices.Sort(ids); !slices.Equal(ids, w.Asked) || !strings.Contains(w.Notice, "Princeton University") {
		t.Error("the words of WordNet are of another guide, or without its licence; make wordnet fetches them anew")
	}
	open := slices.Clone(list)
	for _, e := range w.Entries {
		n, ok := g.Taxon(e.Taxon)
		if !ok {
			continue
		}
		for _, d := range disagreements(&g.Taxa[n], e.Gloss, e.Genus, e.Family) {
			at := slices.IndexFunc(open, func(s settled) bool { return s.Taxon == e.Taxon && s.About == d.about && s.Why != "" })
			if at < 0 {
				t.Errorf("%s: %s", e.Taxon, d.says)
				continue
			}
			open = slices.Delete(open, at, at+1)
		}
	}
	for _, s := range open {
		t.Errorf("%s, %s: settled, though nothing disagrees", s.Taxon, s.About)
	}
	t.Logf("%d of %d taxa are in WordNet %s; %d disagreements are settled", len(w.Entries), len(g.Taxa), w.Version, len(list))
}

type disagreement struct{ about, says string }

func disagreements(tx *guide.Taxon, gloss, genus, family string) (out []disagreement) {
	known := func(name string) bool { return slices.Contains(tx.Synonyms, name) }
	if genus != "" && genus != tx.Genus() && !slices.ContainsFunc(tx.Synonyms, func(s string) bool { return strings.HasPrefix(s, genus+" ") }) {
		out = append(out, disagreement{"genus", "WordNet has the genus " + genus})
	}
	if family != "" && family != tx.Family && !known(family) {
		out = append(out, disagreement{"family", "WordNet has the family " + family + ", the guide " + tx.Family})
	}
	if saysPoison.MatchString(gloss) && tx.Harm == guide.NoHarm {
		out = append(out, disagreement{"harm", "WordNet calls it poisonous: " + gloss})
	}
	if saysEdible.MatchString(gloss) && !tx.Useful() {
		out = append(out, disagreement{"use", "WordNet calls it edible: " + gloss})
	}
	return out
}

func readInto(t *testing.T, path string, into func([]byte) error) {
	t.Helper()
	b, err := os.ReadFile(path)
	if err == nil {
		err = into(b)
	}
	if err != nil {
		t.Fatalf("%s: %v", path, err)
	}
}
