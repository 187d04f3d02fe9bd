package guide

import (
	"bytes"
	"encoding/json"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
)

// Scores is what a taxon shows, by character id.
type Scores map[string]Score

// Score is what the guide says a taxon shows for one character: states, or a range, or a set of counts.
// Exactly one of the three is filled, according to the character's kind.
type Score struct {
	States []Shown
	Range  *Range
	Counts []int
	// Src names the sources of a range or a set of counts; states carry their own.
	Src Src
}

// Src names who says something: ids of sources, one or several, joined by a plus sign. In a guide's files several are a
// list. Empty where the taxon's own sources say it.
type Src string

// SrcOf joins the ids of sources.
func SrcOf(ids ...string) Src { return Src(strings.Join(ids, "+")) }

// IDs are the sources' ids; none where it is empty.
func (s Src) IDs() []string {
	if s == "" {
		return nil
	}
	return strings.Split(string(s), "+")
}

// MarshalJSON writes one id as a text, several as a list.
func (s Src) MarshalJSON() ([]byte, error) {
	if ids := s.IDs(); len(ids) > 1 {
		return json.Marshal(ids)
	}
	return json.Marshal(string(s))
}

// UnmarshalJSON reads an id or a list of them.
func (s *Src) UnmarshalJSON(b []byte) error {
	var one string
	if json.Unmarshal(b, &one) == nil {
		*s = Src(one)
		return nil
	}
	var ids []string
	if err := json.Unmarshal(b, &ids); err != nil {
		return fmt.Errorf("%s is neither the id of a source nor a list of them", b)
	}
	*s = SrcOf(ids...)
	return nil
}

// Shown is one state that a taxon shows.
type Shown struct {
	State string `json:"state"`
	// Share is how often it is shown, beside the others of the score; or in words, Sometimes or Rare; none of the three for
	// a usual one.
	Share     float64 `json:"share,omitempty"`
	Sometimes bool    `json:"sometimes,omitempty"`
	Rare      bool    `json:"rare,omitempty"`
	// When is the stage or weather the state is limited to; empty for always.
	When string `json:"when,omitempty"`
	Src  Src    `json:"src,omitempty"`
}

// Range is a measure or count in the character's unit: Low to High is usual, Min to Max extreme. Any may be nil.
type Range struct {
	Min  *float64 `json:"min,omitempty"`
	Low  *float64 `json:"low,omitempty"`
	High *float64 `json:"high,omitempty"`
	Max  *float64 `json:"max,omitempty"`
	Src  Src      `json:"src,omitempty"`
}

// Span is a range with nothing left out: where an end is unknown it is infinite.
type Span struct{ Min, Low, High, Max float64 }

// Span fills what a range leaves out: an extreme end from the usual one, a usual end from the extreme one.
func (r *Range) Span() Span {
	at := func(a, b *float64, none float64) float64 {
		switch {
		case a != nil:
			return *a
		case b != nil:
			return *b
		}
		return none
	}
	return Span{
		Min: at(r.Min, r.Low, math.Inf(-1)), Low: at(r.Low, r.Min, math.Inf(-1)),
		High: at(r.High, r.Max, math.Inf(1)), Max: at(r.Max, r.High, math.Inf(1)),
	}
}

// Exact is the range of a single value.
func Exact(v float64) *Range { return &Range{Min: &v, Max: &v} }

// Numeric tells whether the score is a range or a set of counts.
func (s Score) Numeric() bool { return s.Range != nil || s.Counts != nil }

// Span gives a numeric score's ends; a set of counts spans from its least to its greatest.
func (s Score) Span() Span {
	if s.Counts != nil {
		lo, hi := float64(slices.Min(s.Counts)), float64(slices.Max(s.Counts))
		return Span{lo, lo, hi, hi}
	}
	return s.Range.Span()
}

// key appends what tells apart what two numeric scores say, their sources included.
func (s Score) key(to []byte) []byte {
	if r := s.Range; r != nil {
		for _, v := range []*float64{r.Min, r.Low, r.High, r.Max} {
			if v != nil {
				to = strconv.AppendFloat(to, *v, 'g', -1, 64)
			}
			to = append(to, ',')
		}
		to = append(to, r.Src...)
	}
	for _, n := range s.Counts {
		to = append(strconv.AppendInt(to, int64(n), 10), ';')
	}
	return append(append(to, '|'), s.Src...)
}

// UnmarshalJSON accepts the short forms of the guide's files: a state id or an object in a list for states, an
// object for a range, a number or a list of numbers for a count.
func (s *Score) UnmarshalJSON(b []byte) error {
	b = bytes.TrimSpace(b)
	*s = Score{}
	if len(b) == 0 {
		return fmt.Errorf("a score is empty")
	}
	switch b[0] {
	case '{':
		r := plainRange(b)
		if r == nil {
			r = &Range{}
			if err := strict(b, r); err != nil {
				return err
			}
		}
		s.Range, s.Src = r, r.Src
		return nil
	case '[':
		if s.States = plainStates(b); s.States != nil {
			return nil
		}
		var items []json.RawMessage
		if err := json.Unmarshal(b, &items); err != nil {
			return err
		}
		if len(items) == 0 {
			return fmt.Errorf("a score is an empty list; leave the character out where nothing is known")
		}
		for _, it := range items {
			if err := s.item(bytes.TrimSpace(it)); err != nil {
				return err
			}
		}
		if s.States != nil && s.Counts != nil {
			return fmt.Errorf("a score mixes states and numbers")
		}
		return nil
	case '"':
		return s.item(b)
	}
	var v float64
	if err := json.Unmarshal(b, &v); err != nil {
		return fmt.Errorf("a score is %s; it takes a list of states, a range, or a number", b)
	}
	s.Range = Exact(v)
	return nil
}

// check tells what is wrong with how often a state is said to be shown, or nothing.
func (sh *Shown) check() string {
	words := 0
	for _, said := range []bool{sh.Share != 0, sh.Sometimes, sh.Rare} {
		if said {
			words++
		}
	}
	switch {
	case words > 1:
		return "how often it is shown is said once: share, sometimes or rare"
	case sh.Share < 0 || sh.Share > 1 || math.IsNaN(sh.Share):
		return fmt.Sprintf("a share is between 0 and 1, not %v", sh.Share)
	}
	return ""
}

// UnmarshalJSON reads scores by character.
func (s *Scores) UnmarshalJSON(b []byte) error {
	if plain := plainScores(b); plain != nil {
		*s = plain
		return nil
	}
	return json.Unmarshal(b, (*map[string]Score)(s))
}

func (s *Score) item(b []byte) error {
	switch b[0] {
	case '"':
		var id string
		if err := json.Unmarshal(b, &id); err != nil {
			return err
		}
		s.States = append(s.States, Shown{State: id})
	case '{':
		var sh Shown
		if err := strict(b, &sh); err != nil {
			return err
		}
		s.States = append(s.States, sh)
	default:
		var n int
		if err := json.Unmarshal(b, &n); err != nil {
			return fmt.Errorf("%s in a score is neither a state nor a whole number", b)
		}
		s.Counts = append(s.Counts, n)
	}
	return nil
}

// MarshalJSON writes the shortest form that reads back the same.
func (s Score) MarshalJSON() ([]byte, error) {
	switch {
	case s.Range != nil:
		return json.Marshal(s.Range)
	case s.Counts != nil:
		return json.Marshal(s.Counts)
	}
	out := make([]any, len(s.States))
	for i, sh := range s.States {
		if sh == (Shown{State: sh.State}) {
			out[i] = sh.State
		} else {
			out[i] = sh
		}
	}
	return json.Marshal(out)
}

func strict(b []byte, v any) error {
	d := json.NewDecoder(bytes.NewReader(b))
	d.DisallowUnknownFields()
	return d.Decode(v)
}
