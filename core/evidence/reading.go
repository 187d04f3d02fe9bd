// Package evidence holds what an observer saw of one specimen, and how each reading bears on a taxon: whether it
// speaks at all, whether it is firm, whether it conflicts and how much that weighs.
package evidence

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"zestythicket/core/guide"
)

// Unseen is why a character could not be read. Empty for a reading that was made.
type Unseen string

// The reasons for which a character may be unseen. Only NotChecked leaves it open to be read later.
const (
	Lost           Unseen = "lost"
	NotInSeason    Unseen = "not-in-season"
	NoTool         Unseen = "no-tool"
	CannotPerceive Unseen = "cannot-perceive"
	NotChecked     Unseen = "not-checked"
)

// UnseenReasons lists them all, in the order in which they are offered.
var UnseenReasons = []Unseen{NotChecked, Lost, NotInSeason, NoTool, CannotPerceive}

// Reading is what an observer says a specimen shows for one character: exactly one of States, Value, Low with High,
// or Unseen. Numbers are in the character's unit.
type Reading struct {
	Character string   `json:"character"`
	States    []string `json:"states,omitempty"`
	Value     *float64 `json:"value,omitempty"`
	Low       *float64 `json:"low,omitempty"`
	High      *float64 `json:"high,omitempty"`
	Sure      bool     `json:"sure,omitempty"`
	// Confirmed tells that it was read twice with the same answer, the second time with the first hidden.
	Confirmed bool `json:"confirmed,omitempty"`
	// Looks are further looks at the same character, each with what was read before hidden.
	Looks []FurtherLook `json:"looks,omitempty"`
	// Handled is the number of scented pieces handled before.
	Handled int    `json:"handled,omitempty"`
	Unseen  Unseen `json:"unseen,omitempty"`
}

// Check tells what is wrong with a reading: a character or state the guide does not have, a number without a sense.
// The error names what would be right.
func (r *Reading) Check(g *guide.Matrix) error {
	n, ok := g.Column(r.Character)
	if !ok {
		return fmt.Errorf("there is no character %q%s", r.Character, nearest(r.Character, characterIDs(g)))
	}
	col := &g.Columns[n]
	if err := r.checkAnswer(col); err != nil {
		return err
	}
	return r.checkLooks(g, col)
}

func (r *Reading) checkAnswer(col *guide.Column) error {
	if r.Handled < 0 {
		return fmt.Errorf("%s: the number of pieces handled before cannot be %d", r.Character, r.Handled)
	}
	given := 0
	for _, is := range []bool{r.States != nil, r.Value != nil, r.Low != nil || r.High != nil, r.Unseen != ""} {
		if is {
			given++
		}
	}
	if given != 1 {
		return fmt.Errorf("%s: a reading has exactly one of states, value, low with high, or unseen; this has %d", r.Character, given)
	}
	switch {
	case r.Unseen != "":
		if !slices.Contains(UnseenReasons, r.Unseen) {
			return fmt.Errorf("%s: %q is no reason for not seeing; reasons are %v", r.Character, r.Unseen, UnseenReasons)
		}
		return nil
	case r.States != nil:
		return r.checkStates(col)
	case col.Kind == guide.States:
		return fmt.Errorf("%s is read as states (%s), not as a number", r.Character, strings.Join(stateIDs(col), ", "))
	case r.Value == nil && (r.Low == nil || r.High == nil):
		return fmt.Errorf("%s: low and high are given together", r.Character)
	}
	lo, hi := r.bounds()
	for _, v := range []float64{lo, hi} {
		switch {
		case math.IsNaN(v) || math.IsInf(v, 0) || v < 0:
			return fmt.Errorf("%s: %v is not something one can measure or count", r.Character, v)
		case col.Kind == guide.Count && v != math.Trunc(v):
			return fmt.Errorf("%s is a count: %v is not a whole number", r.Character, v)
		}
	}
	if col.Most > 0 && hi > col.Most {
		most := strings.TrimSpace(fmt.Sprint(col.Most, " ", col.Unit))
		return fmt.Errorf("%s: nothing that is asked about here is so much; %s at the most. Is it the right unit?", r.Character, most)
	}
	if lo > hi {
		return fmt.Errorf("%s: low (%v) is above high (%v)", r.Character, lo, hi)
	}
	return nil
}

func (r *Reading) checkStates(col *guide.Column) error {
	if col.Kind != guide.States {
		return fmt.Errorf("%s is a %s: give a value, or low with high, not states", r.Character, col.Kind)
	}
	if len(r.States) == 0 {
		return fmt.Errorf("%s: name at least one state: %s", r.Character, strings.Join(stateIDs(col), ", "))
	}
	for _, s := range r.States {
		if _, ok := col.State(s); !ok {
			return fmt.Errorf("%s has no state %q; its states are %s", r.Character, s, strings.Join(stateIDs(col), ", "))
		}
	}
	return nil
}

func (r *Reading) bounds() (lo, hi float64) {
	if r.Value != nil {
		return *r.Value, *r.Value
	}
	return *r.Low, *r.High
}

func stateIDs(col *guide.Column) []string {
	ids := make([]string, len(col.States))
	for i := range col.States {
		ids[i] = col.States[i].ID
	}
	return ids
}

func characterIDs(g *guide.Matrix) []string {
	ids := make([]string, len(g.Columns))
	for i := range g.Columns {
		ids[i] = g.Columns[i].ID
	}
	return ids
}

// nearest words a suggestion for a misspelt id, or nothing where none is near.
func nearest(id string, among []string) string {
	best, least := "", len(id)/3+2
	for _, a := range among {
		if d := editDistance(id, a); d < least {
			best, least = a, d
		}
	}
	if best == "" {
		return ""
	}
	return fmt.Sprintf("; did you mean %q?", best)
}

// editDistance is the least number of letters put in, taken out or changed to turn a into b.
func editDistance(a, b string) int {
	row := make([]int, len(b)+1)
	for j := range row {
		row[j] = j
	}
	for i := 1; i <= len(a); i++ {
		diagonal := row[0]
		row[0] = i
		for j := 1; j <= len(b); j++ {
			change := diagonal
			if a[i-1] != b[j-1] {
				change++
			}
			diagonal = row[j]
			row[j] = min(change, row[j]+1, row[j-1]+1)
		}
	}
	return row[len(b)]
}
