package drill

import (
	"cmp"
	"maps"
	"slices"

	"zestythicket/core/evidence"
	"zestythicket/core/guide"

	"gonum.org/v1/gonum/stat/distuv"
)

// Read is a state that was shown, and what somebody said that it was.
type Read struct {
	Character string `json:"character"`
	Shown     string `json:"shown"`
	Answered  string `json:"answered"`
}

// priorAnswers is how many answers what an honest observer usually misreads is worth against one's own; lowest is how unlikely it has to be that somebody does no
// worse before it is said.
const (
	priorAnswers = 20
	lowest       = 0.05
)

// Misread is how somebody reads a character.
type Misread struct {
	Character string `json:"character"`
	Answers   int    `json:"answers"`
	Wrong     int    `json:"wrong"`
	// Usual is how often an honest observer misreads it; Own how often this person does, and Low what it is at least with nineteen chances in twenty.
	Usual float64 `json:"usual"`
	Own   float64 `json:"own"`
	Low   float64 `json:"low"`
	// Bites tells that it is misread more often than usual, so that its readings count as soft until they are confirmed.
	Bites bool `json:"bites" doc:"It is misread more often than usual: its readings count as unsure until they are made afresh"`
	// Taken lists what was taken for what, the most often first.
	Taken []Mistaking `json:"taken"`
}

// Mistaking is a state that was taken for another, so often.
type Mistaking struct {
	Shown    string `json:"shown"`
	Answered string `json:"answered"`
	Times    int    `json:"times"`
}

// own is what is believed of how often somebody misreads something, by so many wrong of so many answers, and by how often it usually is.
func own(usual float64, wrong, answers int) distuv.Beta {
	return distuv.Beta{Alpha: priorAnswers*usual + float64(wrong), Beta: priorAnswers*(1-usual) + float64(answers-wrong)}
}

// AtLeast is how often somebody misreads something at least, with nineteen chances in twenty.
func AtLeast(usual float64, wrong, answers int) float64 {
	return own(usual, wrong, answers).Quantile(lowest)
}

// Misreads tells how somebody reads characters, by all answers: what bites first, then what is misread most. The chance of a misreading is Beta distributed, with
// the guide's own chance as what is believed before, worth 20 answers. Characters that the guide no longer has are left out.
func Misreads(g *guide.Matrix, list []Read) []Misread {
	by := map[string]*Misread{}
	taken := map[Read]int{}
	for _, r := range list {
		n, ok := g.Column(r.Character)
		if !ok {
			continue
		}
		m := by[r.Character]
		if m == nil {
			m = &Misread{Character: r.Character, Usual: g.Columns[n].Error}
			by[r.Character] = m
		}
		if m.Answers++; r.Answered != r.Shown {
			m.Wrong++
			taken[r]++
		}
	}
	out := []Misread{}
	for _, id := range slices.Sorted(maps.Keys(by)) {
		m := by[id]
		m.Own, m.Low = own(m.Usual, m.Wrong, m.Answers).Mean(), AtLeast(m.Usual, m.Wrong, m.Answers)
		m.Bites = bites(m.Usual, m.Wrong, m.Answers)
		m.Taken = []Mistaking{}
		for r, times := range taken {
			if r.Character == id {
				m.Taken = append(m.Taken, Mistaking{r.Shown, r.Answered, times})
			}
		}
		slices.SortFunc(m.Taken, func(a, b Mistaking) int {
			return cmp.Or(b.Times-a.Times, cmp.Compare(a.Shown, b.Shown), cmp.Compare(a.Answered, b.Answered))
		})
		out = append(out, *m)
	}
	slices.SortStableFunc(out, func(a, b Misread) int {
		if a.Bites != b.Bites {
			if a.Bites {
				return -1
			}
			return 1
		}
		return cmp.Compare(b.Own, a.Own)
	})
	return out
}

// Soften makes those readings unsure that are of characters which somebody misreads, unless they were made afresh, and tells which those were.
func Soften(readings []evidence.Reading, misread []string) []string {
	var out []string
	for i := range readings {
		r := &readings[i]
		if r.Unseen == "" && r.Sure && !r.Confirmed && len(r.Looks) == 0 && slices.Contains(misread, r.Character) {
			r.Sure = false
			out = append(out, r.Character)
		}
	}
	return out
}

// Count is how often a character was read, and how often wrongly.
type Count struct {
	Character string `json:"character"`
	Answers   int    `json:"answers"`
	Wrong     int    `json:"wrong"`
}

// Counts counts answers by character, in the order of their ids.
func Counts(list []Read) []Count {
	by := map[string]*Count{}
	for _, r := range list {
		c := by[r.Character]
		if c == nil {
			c = &Count{Character: r.Character}
			by[r.Character] = c
		}
		if c.Answers++; r.Answered != r.Shown {
			c.Wrong++
		}
	}
	out := []Count{}
	for _, id := range slices.Sorted(maps.Keys(by)) {
		out = append(out, *by[id])
	}
	return out
}

// Biting are the characters that are misread more often than usual, by such counts.
func Biting(g *guide.Matrix, list []Count) []string {
	var out []string
	for _, c := range list {
		if n, ok := g.Column(c.Character); ok && bites(g.Columns[n].Error, c.Wrong, c.Answers) {
			out = append(out, c.Character)
		}
	}
	return out
}

// bites tells whether something is misread more often than usual.
func bites(usual float64, wrong, answers int) bool {
	return wrong > 0 && AtLeast(usual, wrong, answers) > usual
}
