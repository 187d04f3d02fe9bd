package guide

import (
	"cmp"
	"slices"
	"strings"
)

// How alike a misspelt word and a name must be to be taken for each other: the share of three-letter pieces that they
// have in common (Dice's coefficient). Common practice; no published source.
const alike = 0.4

// nameIndex finds the names that hold a three-letter piece.
type nameIndex struct {
	names []indexedName
	with  map[string][]int
}

type indexedName struct {
	text   string
	taxon  int
	pieces int
}

func newNameIndex(m *Matrix) *nameIndex {
	x := &nameIndex{with: map[string][]int{}}
	for t := range m.Taxa {
		for _, n := range m.called().names[t] {
			pieces := trigrams(n.folded)
			for _, p := range pieces {
				x.with[p] = append(x.with[p], len(x.names))
			}
			x.names = append(x.names, indexedName{n.folded, t, len(pieces)})
		}
	}
	return x
}

// like lists the taxa with a name that a misspelt one may stand for, the likest first; those equally like in the order of
// the guide.
func (x *nameIndex) like(query string) []Hit {
	pieces := trigrams(Fold(query))
	common := map[int]int{}
	for _, p := range pieces {
		for _, n := range x.with[p] {
			common[n]++
		}
	}
	type scored struct {
		name     int
		likeness float64
	}
	var found []scored
	for n, both := range common {
		if l := 2 * float64(both) / float64(x.names[n].pieces+len(pieces)); l >= alike {
			found = append(found, scored{n, l})
		}
	}
	slices.SortFunc(found, func(a, b scored) int { return cmp.Or(cmp.Compare(b.likeness, a.likeness), cmp.Compare(a.name, b.name)) })
	var out []Hit
	for _, f := range found {
		n := x.names[f.name]
		if !slices.ContainsFunc(out, func(h Hit) bool { return h.Taxon == n.taxon }) {
			out = append(out, Hit{n.taxon, n.text})
		}
	}
	return out
}

// trigrams are the distinct three-letter pieces of a folded text.
func trigrams(text string) []string {
	letters := []rune(strings.Join(strings.Fields(text), " "))
	var out []string
	for i := 0; i+3 <= len(letters); i++ {
		if p := string(letters[i : i+3]); !slices.Contains(out, p) {
			out = append(out, p)
		}
	}
	return out
}
