package guide

import (
	"cmp"
	"slices"
	"strings"
	"unicode"

	"golang.org/x/text/unicode/norm"
)

// name is one of a taxon's names, and what it is compared by.
type name struct{ text, folded string }

// names are the names of every taxon, and its namesakes.
type names struct {
	names     [][]name
	namesakes [][]int
}

func (c *Matrix) callings() *names {
	out := &names{names: make([][]name, len(c.Taxa)), namesakes: make([][]int, len(c.Taxa))}
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
			out.namesakes[i] = append(out.namesakes[i], called[Fold(text)]...)
		}
		slices.Sort(out.namesakes[i])
		out.namesakes[i] = slices.DeleteFunc(slices.Compact(out.namesakes[i]), func(other int) bool { return other == i })
	}
	return out
}

// Namesakes lists the other taxa that share a common name with the taxon, in the order of the guide: one name may mean
// several plants.
func (c *Matrix) Namesakes(taxon int) []int { return c.called().namesakes[taxon] }

// Hit is a taxon found by a name, and the name that it was found by.
type Hit struct {
	Taxon int
	By    string
}

// Find lists the taxa that any of their names, common, scientific, older or of the family, holds every word of the
// query in; names that begin with the query come first. One name may mean several taxa: all are given. An empty
// query finds every taxon.
func (c *Matrix) Find(query string) []Hit {
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
	names := slices.Concat(t.Common, []string{t.Name}, t.Synonyms, t.Members, []string{t.ID})
	if t.Family != "" {
		names = append(names, t.Family)
	}
	return names
}

// DisplayName is the name to show: the first common one, else the scientific one, else the id.
func (t *Taxon) DisplayName() string {
	if len(t.Common) > 0 {
		return t.Common[0]
	}
	return cmp.Or(t.Name, t.ID)
}

// DisplayName is the name to show, or the id where there is none.
func (c *Character) DisplayName() string { return cmp.Or(c.Name, c.ID) }

// proper are the words with which names begin that are called after a person or a place, and so keep their capital.
var proper = []string{
	"American", "Caesar's", "Chinese", "German", "Italian", "Japanese", "Mediterranean", "Nuttall's", "Smith's", "St",
	"California", "Canada", "Carolina", "Guangzhou", "Guelder", "Jerusalem", "March", "Norway", "Oregon", "Pacific", "Virginia",
	"Asian", "East Asian", "Balkan", "Canadian", "English", "European", "French", "Himalayan", "Indian", "Persian", "Scots", "Siberian", "Spanish", "Swedish",
}

// Proper tells whether a name keeps its capital in the middle of a sentence: one that is called after a person or a
// place, and a scientific one with its author or abbreviation.
func Proper(name string) bool {
	return strings.Contains(name, ".") || slices.ContainsFunc(proper, func(first string) bool { return strings.HasPrefix(name+" ", first+" ") })
}

// InSentence makes a name fit the middle of a sentence.
func InSentence(name string) string {
	if name == "" || Proper(name) {
		return name
	}
	return strings.ToLower(name[:1]) + name[1:]
}

// AtStart makes a name fit the start of a sentence.
func AtStart(name string) string {
	if name == "" {
		return name
	}
	return strings.ToUpper(name[:1]) + name[1:]
}

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

// Fold makes names comparable: small letters, their marks taken off, and anything else a space.
func Fold(s string) string {
	var out strings.Builder
	out.Grow(len(s))
	for _, r := range norm.NFD.String(undecomposed.Replace(s)) {
		switch {
		case unicode.Is(unicode.Mn, r): // a mark on the letter before
		case unicode.IsLetter(r) || unicode.IsDigit(r):
			out.WriteRune(unicode.ToLower(r))
		default:
			out.WriteByte(' ')
		}
	}
	return out.String()
}

// undecomposed are Latin letters that Unicode does not take for a letter and its mark, and apostrophes.
var undecomposed = strings.NewReplacer(
	"'", "", "’", "", "ß", "ss", "ẞ", "ss", "æ", "ae", "Æ", "ae", "œ", "oe", "Œ", "oe", "ø", "o", "Ø", "o", "ł", "l", "Ł", "l", "đ", "d", "Đ", "d", "ı", "i",
)
