package store

import (
	"cmp"
	"context"
	"slices"
	"strings"

	"gorm.io/gorm"
)

// Name is a name that something in the guide may be looked for by.
type Name struct{ Name, Taxon string }

// How alike a misspelt word and a name must be to be taken for each other: the share of three-letter pieces that they
// have in common. Common practice; no published source.
const alike = 0.4

// mostLike is the greatest number of names that are held against a misspelt one.
const mostLike = 60

// KeepNames writes the names of a guide, with its hash, into the search table, unless they are there already.
func (s *Store) KeepNames(ctx context.Context, hash string, names []Name) error {
	return s.db.WithContext(ctx).Transaction(func(tx *gorm.DB) error {
		var kept string
		if err := tx.Raw(`SELECT guide FROM names_of`).Scan(&kept).Error; err != nil || kept == hash {
			return err
		}
		for _, sql := range []string{`DELETE FROM names`, `DELETE FROM names_of`} {
			if err := tx.Exec(sql).Error; err != nil {
				return err
			}
		}
		for _, n := range names {
			if err := tx.Exec(`INSERT INTO names (name, taxon) VALUES (?, ?)`, n.Name, n.Taxon).Error; err != nil {
				return err
			}
		}
		return tx.Exec(`INSERT INTO names_of (guide) VALUES (?)`, hash).Error
	})
}

// NamesLike finds names that a misspelt one may stand for, the likest first.
func (s *Store) NamesLike(ctx context.Context, query string) ([]Name, error) {
	pieces := trigrams(query)
	if len(pieces) == 0 {
		return nil, nil
	}
	quoted := make([]string, len(pieces))
	for i, p := range pieces {
		quoted[i] = `"` + strings.ReplaceAll(p, `"`, `""`) + `"`
	}
	var found []Name
	err := s.db.WithContext(ctx).Raw(`SELECT name, taxon FROM names WHERE names MATCH ? ORDER BY rank LIMIT ?`, strings.Join(quoted, " OR "), mostLike).Scan(&found).Error
	if err != nil {
		return nil, plain(err)
	}
	likeness := func(n Name) float64 {
		own, common := trigrams(n.Name), 0
		for _, p := range own {
			if slices.Contains(pieces, p) {
				common++
			}
		}
		return 2 * float64(common) / float64(len(own)+len(pieces))
	}
	found = slices.DeleteFunc(found, func(n Name) bool { return likeness(n) < alike })
	slices.SortStableFunc(found, func(a, b Name) int { return cmp.Compare(likeness(b), likeness(a)) })
	return found, nil
}

// trigrams are the distinct three-letter pieces of a text, in small letters.
func trigrams(text string) []string {
	letters := []rune(strings.ToLower(strings.Join(strings.Fields(text), " ")))
	var out []string
	for i := 0; i+3 <= len(letters); i++ {
		if p := string(letters[i : i+3]); !slices.Contains(out, p) {
			out = append(out, p)
		}
	}
	return out
}
