package drill

import (
	"math"
	"time"
)

// Grade is how a card was answered.
type Grade int

// The grades of the scheduler. Here an answer is wrong (Again) or right (Good); right but unsure is Hard, right, sure and without looking long is Easy.
const (
	Again Grade = iota + 1
	Hard
	Good
	Easy
)

// Memory is what the scheduler holds of a card: for how many days it is remembered with nine chances in ten, and how hard it is, from 1 to 10.
type Memory struct {
	Stability  float64
	Difficulty float64
}

// weights are the default parameters of FSRS 6, the free spaced repetition scheduler (J. Ye et al., https://github.com/open-spaced-repetition): the last
// is how fast one forgets.
var weights = [21]float64{
	0.212, 1.2931, 2.3065, 8.2956, 6.4133, 0.8334, 3.0194, 0.001, 1.8722, 0.1666, 0.796, 1.4835, 0.0614, 0.2629, 1.6483, 0.6014, 1.8729, 0.5425, 0.0912, 0.0658, 0.1542,
}

// The bounds of FSRS 6: of stability, in days, and of the chance to remember with which a card is due.
const (
	leastStability = 0.001
	mostStability  = 36500
	retention      = 0.9
)

// eight rounds to eight decimals, as the published scheduler does at each step: so that intervals agree to the day.
func eight(x float64) float64 { return math.Floor(x*1e8+0.5) / 1e8 }

func within(x, low, high float64) float64 { return min(max(x, low), high) }

var (
	decay  = -weights[20]
	factor = eight(math.Exp(math.Pow(decay, -1)*math.Log(retention)) - 1)
	// modifier is how many days a card waits for each day of stability.
	modifier = eight((math.Pow(retention, 1/decay) - 1) / factor)
)

// Remembered is the chance that a card is remembered so many days after it was seen last.
func (m Memory) Remembered(days float64) float64 {
	return eight(math.Pow(1+factor*days/m.Stability, decay))
}

// After is what is held of a card that is answered so many whole days after it was seen last; the zero Memory is that of a new one.
func (m Memory) After(days float64, g Grade) Memory {
	w := &weights
	if m == (Memory{}) {
		return Memory{max(w[g-1], 0.1), within(firstDifficulty(g), 1, 10)}
	}
	out := Memory{Difficulty: m.harder(g)}
	r := m.Remembered(days)
	if g == Again {
		forgotten := eight(within(w[11]*math.Pow(m.Difficulty, -w[12])*(math.Pow(m.Stability+1, w[13])-1)*math.Exp((1-r)*w[14]), leastStability, mostStability))
		out.Stability = within(eight(m.Stability), leastStability, forgotten)
		return out
	}
	times := 1.0
	switch g {
	case Hard:
		times = w[15]
	case Easy:
		times = w[16]
	}
	out.Stability = eight(within(m.Stability*(1+math.Exp(w[8])*(11-m.Difficulty)*math.Pow(m.Stability, -w[9])*(math.Exp((1-r)*w[10])-1)*times), leastStability, mostStability))
	return out
}

func firstDifficulty(g Grade) float64 {
	return eight(weights[4] - math.Exp(float64(g-1)*weights[5]) + 1)
}

// harder is how hard a card is after an answer.
func (m Memory) harder(g Grade) float64 {
	w := &weights
	next := m.Difficulty + eight(-w[6]*float64(g-3)*(10-m.Difficulty)/9)
	return within(eight(w[7]*firstDifficulty(Easy)+(1-w[7])*next), 1, 10)
}

// wait is how many days stability alone lets a card wait.
func (m Memory) wait() int {
	return int(min(max(1, math.Floor(m.Stability*modifier+0.5)), mostStability))
}

// Wait is in how many whole days a card is due that is answered so many days after it was seen last: a better grade always waits longer.
func (m Memory) Wait(days float64, g Grade) int {
	var by [Easy + 1]int
	for k := Again; k <= Easy; k++ {
		by[k] = m.After(days, k).wait()
	}
	by[Again] = min(by[Again], by[Hard])
	for k := Hard; k <= Easy; k++ {
		by[k] = max(by[k], by[k-1]+1)
	}
	return by[g]
}

// Card is what was learnt of one thing.
type Card struct {
	Memory
	Seen time.Time
	Due  time.Time
	// Answers is how often it was answered, Wrong how often wrongly.
	Answers, Wrong int
}

// days is how many days lie between two moments, by the calendar of UTC.
func days(from, to time.Time) float64 {
	a, b := from.UTC().Truncate(24*time.Hour), to.UTC().Truncate(24*time.Hour)
	return max(0, math.Round(b.Sub(a).Hours()/24))
}

// Answer is the card after it was answered at a moment.
func (c Card) Answer(at time.Time, g Grade) Card {
	t := 0.0
	if c.Answers > 0 {
		t = days(c.Seen, at)
	}
	next := Card{Memory: c.After(t, g), Seen: at, Due: at.AddDate(0, 0, c.Wait(t, g)), Answers: c.Answers + 1, Wrong: c.Wrong}
	if g == Again {
		next.Wrong++
	}
	return next
}

// IsDue tells whether a card is to be seen again on the day of a moment: by the calendar of UTC.
func (c *Card) IsDue(now time.Time) bool {
	return c.Answers > 0 && !c.Due.UTC().Truncate(24*time.Hour).After(now.UTC())
}

// Graded is a card that was answered at a moment.
type Graded struct {
	Card string
	At   time.Time
	Grade
}

// Learn gives what was learnt of each card, from all answers in the order in which they were given.
func Learn(list []Graded) map[string]Card {
	out := map[string]Card{}
	for _, a := range list {
		out[a.Card] = out[a.Card].Answer(a.At, a.Grade)
	}
	return out
}

// GradeOf is the grade of an answer: wrong, right without being sure, or right.
func GradeOf(right, unsure bool) Grade {
	switch {
	case !right:
		return Again
	case unsure:
		return Hard
	}
	return Good
}

// sureEnough is how sure a call has to be to count as known. Common practice; no source.
const sureEnough = 0.7

// GradeOfCall is the grade of a call on a find, by whether it was right and how sure of it somebody was, from 0 to 1.
func GradeOfCall(right bool, sure float64) Grade { return GradeOf(right, sure < sureEnough) }
