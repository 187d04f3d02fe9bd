package kitchen

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"
	"time"

	"zestythicket/core/guide"
)

// Yield is what is left of a weight, in per cent. The error says that no more can be left than there was.
func Yield(before, after float64) (float64, error) {
	switch {
	case !(before > 0):
		return 0, fmt.Errorf("say what it weighed before: more than 0 g, not %g", before)
	case !(after >= 0):
		return 0, fmt.Errorf("%g g is no weight", after)
	case after > before:
		return 0, fmt.Errorf("%g g are more than the %g g there were before: look at both weights again", after, before)
	}
	return math.Round(1000*after/before) / 10, nil
}

// Stage is how far a food is that is weighed.
type Stage string

// The stages.
const (
	Fresh   Stage = "fresh"
	Trimmed Stage = "trimmed"
	Cooked  Stage = "cooked"
	Dried   Stage = "dried"
)

// Stages lists them all, in the order in which they come.
var Stages = []Stage{Fresh, Trimmed, Cooked, Dried}

// MostWeight is the greatest weight of a batch, in grams. Common practice; no source.
const MostWeight = 1e6

// Weigh tells what is wrong with a weight in grams at a stage, beside the others: no stage weighs more than one before it.
func Weigh(weights map[Stage]float64, at Stage, g float64) error {
	place := slices.Index(Stages, at)
	if place < 0 {
		return fmt.Errorf("%q is no stage at which a batch is weighed: %v", at, Stages)
	}
	if !(g > 0 && g <= MostWeight) {
		return fmt.Errorf("%g g are no weight of a batch", g)
	}
	for i, stage := range Stages {
		other, said := weights[stage]
		if !said || i == place {
			continue
		}
		before, after := other, g
		if i > place {
			before, after = g, other
		}
		if _, err := Yield(before, after); err != nil {
			return fmt.Errorf("%s and %s: %w", stage, at, err)
		}
	}
	return nil
}

// UsualYield is what is left at a stage as a rule, in per cent of the fresh weight: the mean of other batches of the same kind, of which each has
// its weights in grams by stage. Of is how many there were, 0 for none.
func UsualYield(others []map[Stage]float64, at Stage) (percent float64, of int) {
	sum := 0.0
	for _, w := range others {
		if g, said := w[at]; said && at != Fresh {
			if left, err := Yield(w[Fresh], g); err == nil {
				sum, of = sum+left, of+1
			}
		}
	}
	if of == 0 {
		return 0, 0
	}
	return sum / float64(of), of
}

// Strictest puts the preparations of several taxa into one: every step that one of them must have, each for the longest time and at the greatest
// heat that any of them asks for; then the other steps of the first. Besides are those of what is not meant to be in it but still fits: what is done
// to food counts of them, not how they are told, which is what their records were for. The order is the first's, then that in which things are
// done in a kitchen.
func Strictest(of, besides []*guide.Preparation) []guide.Step {
	var out []guide.Step
	place := func(do guide.Doing) int {
		if len(of) > 0 && of[0] != nil {
			if at := slices.IndexFunc(of[0].Steps, func(s guide.Step) bool { return s.Do == do }); at >= 0 {
				return at
			}
		}
		return 100 + slices.Index(guide.Doings, do)
	}
	for i, p := range slices.Concat(of, besides) {
		if p == nil {
			continue
		}
		for _, s := range p.Steps {
			if !s.Must && i > 0 || s.Do.Looks() && i >= len(of) {
				continue
			}
			at := slices.IndexFunc(out, func(o guide.Step) bool { return o.Do == s.Do })
			if at < 0 {
				out = append(out, s)
				continue
			}
			o := &out[at]
			o.Minutes, o.AtC, o.Must = max(o.Minutes, s.Minutes), max(o.AtC, s.AtC), o.Must || s.Must
			o.Note = also(o.Note, s.Note)
		}
	}
	slices.SortStableFunc(out, func(a, b guide.Step) int { return cmp.Compare(place(a.Do), place(b.Do)) })
	return out
}

// also puts the sentences of a note behind another that does not say them yet.
func also(note, more guide.Prose) guide.Prose {
	out := strings.TrimSuffix(string(note), ".")
	for _, says := range strings.Split(strings.TrimSuffix(string(more), "."), ". ") {
		switch {
		case out == "":
			out = says
		case !strings.Contains(strings.ToLower(out), strings.ToLower(says)):
			out += ". " + guide.AtStart(says)
		}
	}
	return guide.Prose(out)
}

// Run is a time for which a step was done, or is being done: To is zero while it goes on.
type Run struct {
	Do       guide.Doing
	From, To time.Time
}

// Progress is how far a step is.
type Progress struct {
	guide.Step
	// Done is for how many seconds it was done, a timer that runs counted in; Running when the one that runs began, zero for none.
	Done    float64
	Running time.Time
	// Finished tells that it was done, for as long as it must be.
	Finished bool
}

// Left is for how many seconds it is still to be done.
func (p *Progress) Left() float64 { return max(0, 60*p.Minutes-p.Done) }

// MostTimer is the longest time of a timer, in minutes. Common practice; no source.
const MostTimer = 10_000 - 1

// Done works out how far the steps are at a moment by what was done until then, not by what was planned or done since. Times of one step add up;
// two timers of it that ran at once count once. Seen by a clock that was set back less was done, never more: what is cooked is then cooked for longer.
func Done(steps []guide.Step, runs []Run, at time.Time) []Progress {
	until := slices.SortedFunc(slices.Values(runs), func(a, b Run) int { return a.From.Compare(b.From) })
	until = slices.DeleteFunc(until, func(r Run) bool { return r.From.After(at) })
	out := make([]Progress, len(steps))
	for i, s := range steps {
		p := Progress{Step: s}
		any := false
		var counted time.Time // until when the time of this step is counted already
		for _, r := range until {
			if r.Do != s.Do {
				continue
			}
			from, to := r.From, r.To
			if to.IsZero() {
				p.Running = r.From
			} else {
				any = true
			}
			if to.IsZero() || to.After(at) {
				to = at
			}
			if from.Before(counted) {
				from = counted
			}
			if to.After(from) {
				p.Done += to.Sub(from).Seconds()
				counted = to
			}
		}
		// What has no time is done when it was said to be; what has one when the time is over, though its timer may still run.
		p.Finished = s.Minutes == 0 && any || s.Minutes > 0 && p.Done >= 60*s.Minutes
		out[i] = p
	}
	return out
}

// Lacking says what of the steps that must be done was not done, each in a sentence.
func Lacking(steps []Progress) []string {
	out := []string{}
	for i := range steps {
		p := &steps[i]
		switch {
		case !p.Must || p.Finished:
		case p.Minutes > 0 && p.Done > 0:
			out = append(out, fmt.Sprintf("%s: %s of %s.", DoingWord(p.Do), minutesSaid(p.Done/60), minutesSaid(p.Minutes)))
		case p.Minutes > 0:
			out = append(out, fmt.Sprintf("%s: not yet, and it takes %s.", DoingWord(p.Do), minutesSaid(p.Minutes)))
		default:
			out = append(out, fmt.Sprintf("%s: not yet%s.", DoingWord(p.Do), noted(p.Note)))
		}
	}
	return out
}

// State says what was done to a food, in words: "Trimmed, fried 6 of 15 minutes."
func State(steps []Progress) string {
	var done []string
	for i := range steps {
		p := &steps[i]
		word := strings.ToLower(DoingWord(p.Do))
		switch {
		case p.Finished:
			done = append(done, word)
		case p.Done > 0:
			done = append(done, fmt.Sprintf("%s %.0f of %.0f minutes", word, math.Floor(p.Done/60), p.Minutes))
		}
	}
	if len(done) == 0 {
		return "Nothing was done to it yet."
	}
	return guide.AtStart(strings.Join(done, ", ")) + "."
}

func noted(n guide.Prose) string {
	if n == "" {
		return ""
	}
	return " (" + strings.TrimSuffix(string(n), ".") + ")"
}

// doneWords say of a food what was done to it.
var doneWords = map[guide.Doing]string{
	guide.Wash: "Washed", guide.Trim: "Trimmed", guide.Sort: "Sorted", guide.LayPrint: "Its print looked at", guide.Peel: "Peeled", guide.Strip: "Stripped",
	guide.Seed: "Seeded", guide.Soak: "Soaked", guide.Steep: "Steeped", guide.Blanch: "Blanched", guide.Boil: "Boiled", guide.DiscardWater: "Its water thrown away",
	guide.Steam: "Steamed", guide.Fry: "Fried", guide.Bake: "Baked", guide.Dry: "Dried", guide.Mill: "Milled", guide.Strain: "Strained", guide.Mix: "Mixed",
	guide.Freeze: "Frozen", guide.Rest: "Left to rest", guide.Serve: "Served",
}

// DoingWord says what a step makes of a food: "fried".
func DoingWord(d guide.Doing) string { return doneWords[d] }

// minutesSaid says a time in minutes.
func minutesSaid(m float64) string {
	switch {
	case m >= 2*24*60:
		return fmt.Sprintf("%.0f days", math.Floor(m/24/60))
	case m >= 3*60:
		return fmt.Sprintf("%.0f hours", math.Floor(m/60))
	case math.Floor(m) == 1:
		return "1 minute"
	}
	return fmt.Sprintf("%.0f minutes", math.Floor(m))
}
