package guide

import (
	"cmp"
	"slices"
	"strings"
	"unicode"
)

// name is one of a taxon's names, and what it is compared by.
type name struct{ text, folded string }

// callings are the names of every taxon, and its namesakes.
type callings struct {
	names [][]name
	sakes [][]int
}

func (c *Compiled) callings() *callings {
	out := &callings{names: make([][]name, len(c.Taxa)), sakes: make([][]int, len(c.Taxa))}
	called := map[string][]int{}
	for i := range c.Taxa {
		for _, text := range c.Taxa[i].Names() {
			out.names[i] = append(out.names[i], name{text, Fold(text)})
		}
		for _, text := range c.Taxa[i].Common {
			if f := Fold(text); !slices.Contains(called[f], i) {
				called[f] = append(called[f], i)
			}
		}
	}
	for i := range c.Taxa {
		for _, text := range c.Taxa[i].Common {
			out.sakes[i] = append(out.sakes[i], called[Fold(text)]...)
		}
		slices.Sort(out.sakes[i])
		out.sakes[i] = slices.DeleteFunc(slices.Compact(out.sakes[i]), func(other int) bool { return other == i })
	}
	return out
}

// Namesakes lists the other taxa that share a common name with the taxon, in the order of the guide: one name may mean
// several plants.
func (c *Compiled) Namesakes(taxon int) []int { return c.called().sakes[taxon] }

// Hit is a taxon found by a name, and the name that it was found by.
type Hit struct {
	Taxon int
	By    string
}

// Find lists the taxa that any of their names, common, scientific, older or of the family, holds every word of the
// query in; names that begin with the query come first. One name may mean several taxa: all are given. An empty
// query finds every taxon.
func (c *Compiled) Find(query string) []Hit {
	words := strings.Fields(Fold(query))
	type scored struct {
		Hit
		rank int
	}
	var found []scored
	for i := range c.Taxa {
		best := scored{rank: -1}
		for _, n := range c.called().names[i] {
			if r := nameRank(n.folded, words); r > best.rank {
				best = scored{Hit{i, n.text}, r}
			}
		}
		if best.rank >= 0 {
			found = append(found, best)
		}
	}
	slices.SortStableFunc(found, func(a, b scored) int { return b.rank - a.rank })
	hits := make([]Hit, len(found))
	for i, f := range found {
		hits[i] = f.Hit
	}
	return hits
}

// Names lists everything the taxon is or was called, the plainest first.
func (t *Taxon) Names() []string {
	names := slices.Concat(t.Common, []string{t.Name}, t.Synonyms, []string{t.ID})
	if t.Family != "" {
		names = append(names, t.Family)
	}
	return names
}

// Called is the name to show: the first common one, else the scientific one, else the id.
func (t *Taxon) Called() string {
	if len(t.Common) > 0 {
		return t.Common[0]
	}
	return cmp.Or(t.Name, t.ID)
}

// Called is the name to show, or the id where there is none.
func (c *Character) Called() string { return cmp.Or(c.Name, c.ID) }

func nameRank(name string, words []string) int {
	rank := 0
	for i, w := range words {
		at := strings.Index(name, w)
		switch {
		case at < 0:
			return -1
		case at == 0 && i == 0:
			rank += 3
		case at == 0 || name[at-1] == ' ':
			rank += 2
		}
	}
	if name == strings.Join(words, " ") {
		rank += 4
	}
	return rank
}

// Fold makes names comparable: small letters, marks off the common Latin letters, and anything else a space.
func Fold(s string) string {
	return strings.Map(func(r rune) rune {
		r = unicode.ToLower(r)
		if plain, ok := plainLetter[r]; ok {
			return plain
		}
		if unicode.IsLetter(r) || unicode.IsDigit(r) {
			return r
		}
		return ' '
	}, ligatures.Replace(s))
}

var ligatures = strings.NewReplacer("'", "", "’", "", "ß", "ss", "æ", "ae", "œ", "oe")

var plainLetter = func() map[rune]rune {
	m := map[rune]rune{}
	for plain, marked := range map[rune]string{
		'a': "àáâãäåāă", 'c': "çćč", 'd': "ďđ", 'e': "èéêëēěę", 'i': "ìíîïī", 'l': "ĺľł", 'n': "ñńň",
		'o': "òóôõöøōő", 'r': "ŕř", 's': "śš", 't': "ťţ", 'u': "ùúûüūůű", 'y': "ýÿ", 'z': "źžż",
	} {
		for _, r := range marked {
			m[r] = plain
		}
	}
	return m
}()
