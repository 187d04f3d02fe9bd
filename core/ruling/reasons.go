package ruling

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Code names a reason for a verdict.
type Code string

// The codes, in the order of the rules that give them.
const (
	Sign              Code = "sign"
	TargetHarmful     Code = "target-harmful"
	OnlyHarmfulFits   Code = "only-harmful-fits"
	NothingToTake     Code = "nothing-to-take"
	LookAgain         Code = "look-again"
	LookTwice         Code = "look-twice"
	TargetConflicts   Code = "target-conflicts"
	NothingFits       Code = "nothing-fits"
	SignPossible      Code = "sign-possible"
	NotOut            Code = "not-out"
	CannotBeSeparated Code = "cannot-be-separated"
	GuideTooThin      Code = "guide-too-thin"
	MustSee           Code = "must-see"
	TooLittleSeen     Code = "too-little-seen"
	Gate              Code = "gate"
	TargetSerious     Code = "target-serious"
	// AllOut stands for what a cleared record has instead of a reason.
	AllOut Code = "all-out"
)

// Codes lists them all, in the order of the rules that give them.
var Codes = []Code{
	Sign, TargetHarmful, OnlyHarmfulFits, NothingToTake, LookAgain, TargetConflicts, NothingFits, SignPossible, NotOut,
	CannotBeSeparated, GuideTooThin, MustSee, TooLittleSeen, LookTwice, Gate, TargetSerious, AllOut,
}

// Reason is why a verdict is what it is: a code with what it is about, and the sentence made from them.
type Reason struct {
	Code      Code   `json:"code"`
	Taxon     string `json:"taxon,omitempty"`
	Character string `json:"character,omitempty"`
	Text      string `json:"text"`
	// Sign and Gate name what holds; the text is made from them.
	Sign string `json:"-"`
	Gate string `json:"-"`
}

// reason makes a reason about a taxon and a column, either of them -1 for none.
func (r *Ruling) reason(code Code, taxon, column int) Reason {
	x := Reason{Code: code}
	if taxon >= 0 {
		x.Taxon = r.sheet.Guide.Taxa[taxon].ID
	}
	if column >= 0 {
		x.Character = r.sheet.Guide.Columns[column].ID
	}
	return x
}

// Reasons writes the reasons for the verdict out.
func (r *Ruling) Reasons() []Reason {
	out := slices.Clone(r.why.reasons)
	if r.why.about != nil {
		for _, t := range r.gravestFirst(r.why.about) {
			out = append(out, r.reason(r.why.code, t, -1))
		}
	}
	for i := range out {
		out[i].Text = r.say(out[i])
	}
	if out == nil {
		out = []Reason{}
	}
	return out
}

// Code is the code of the first reason for the verdict; all-out for a cleared record.
func (r *Ruling) Code() Code {
	switch {
	case len(r.why.reasons) > 0:
		return r.why.reasons[0].Code
	case r.why.about != nil:
		return r.why.code
	}
	return AllOut
}

// Why is the first reason for the verdict; of a cleared record, which has none, what it comes to.
func (r *Ruling) Why() Reason {
	var x Reason
	switch {
	case len(r.why.reasons) > 0:
		x = r.why.reasons[0]
	case r.why.about != nil:
		x = r.reason(r.why.code, r.gravestFirst(r.why.about)[0], -1)
	default:
		x = r.reason(AllOut, r.working, -1)
	}
	x.Text = r.say(x)
	return x
}

// telling is what a reason's sentence is made from.
type telling struct {
	*Ruling
	reason          Reason
	name, character string // to stand in the middle of the sentence
}

// sentences make the reasons' sentences: plain words, what was seen, what is missing, what to do.
var sentences = map[Code]func(telling) string{
	Sign: func(t telling) string {
		return fmt.Sprintf("What you saw is a warning sign on its own: %s", t.signSays(t.reason.Sign))
	},
	SignPossible: func(t telling) string {
		return fmt.Sprintf("This may be a warning sign: %s Make sure of it before anything else.", t.signSays(t.reason.Sign))
	},
	TargetHarmful: func(t telling) string {
		return fmt.Sprintf("%s is itself harmful to eat.", guide.AtStart(t.name))
	},
	OnlyHarmfulFits: func(t telling) string {
		if t.fits.Meets(t.takeable) {
			return fmt.Sprintf("%s fits what you saw far better than anything one would take.", guide.AtStart(t.name))
		}
		return fmt.Sprintf("%s fits what you saw, and nothing one would take does.", guide.AtStart(t.name))
	},
	NothingToTake: func(t telling) string {
		return fmt.Sprintf("What you saw is %s, and this guide knows no use for it.", t.name)
	},
	LookAgain: func(t telling) string {
		return fmt.Sprintf("One answer does not go with the others. Look again at this: %s.", t.character)
	},
	LookTwice: func(t telling) string {
		return fmt.Sprintf("Before you take it, look at this once more, as if for the first time: %s.", t.character)
	},
	TargetConflicts: func(t telling) string {
		if other := t.firstFit(); other != "" {
			return fmt.Sprintf("This is not %s as this guide knows it; %s would fit. Leave it.", t.name, other)
		}
		return fmt.Sprintf("This is not %s as this guide knows it, nor anything else in it. Leave it.", t.name)
	},
	NothingFits: func(telling) string {
		return "Nothing in this guide that one would take fits what you saw. Leave it."
	},
	NotOut: func(t telling) string {
		n, _ := t.sheet.Guide.Taxon(t.reason.Taxon)
		h := t.standing(n)
		return notOutSays(&h, t.name)
	},
	CannotBeSeparated: func(t telling) string {
		return fmt.Sprintf("Nothing you can still look at here would tell it from %s for certain.", t.name)
	},
	GuideTooThin: func(telling) string {
		return "This guide knows no harmful species to hold it against, so it can rule none out."
	},
	MustSee: func(t telling) string {
		return fmt.Sprintf("Do not call it %s before you have clearly seen this: %s.", t.name, t.character)
	},
	TooLittleSeen: func(t telling) string {
		return fmt.Sprintf("Too little of what you saw proves that it is %s. Look at more of how it is built.", t.name)
	},
	Gate: func(t telling) string {
		gates := t.sheet.Guide.Gates
		g := &gates[slices.IndexFunc(gates, func(g guide.Gate) bool { return g.ID == t.reason.Gate })]
		return fmt.Sprintf("%s: only somebody taught in person clears these. %s", cmp.Or(g.Name, g.ID), g.Why)
	},
	TargetSerious: func(t telling) string {
		return fmt.Sprintf("%s can do serious harm if it is misused. Show it to somebody who was taught.", guide.AtStart(t.name))
	},
	AllOut: func(t telling) string {
		return fmt.Sprintf("All %d harmful ones were ruled out by what you saw. You took it for %s.", t.harmful.Count(), t.name)
	},
}

// say makes a reason's sentence.
func (r *Ruling) say(x Reason) string {
	t := telling{Ruling: r, reason: x, name: r.name(x.Taxon)}
	if n, ok := r.sheet.Guide.Column(x.Character); ok {
		t.character = guide.InSentence(r.sheet.Guide.Columns[n].DisplayName())
	}
	return sentences[x.Code](t)
}

func notOutSays(h *Harmful, name string) string {
	needs := "one more clear look"
	if missing := h.CutsMissing(); missing > 1 {
		needs = fmt.Sprintf("%d more clear looks", missing)
	}
	if h.Status == Open {
		return fmt.Sprintf("Nothing you saw tells it from %s yet; it takes at least %s.", name, needs)
	}
	return fmt.Sprintf("%s is not ruled out yet; it takes at least %s.", guide.AtStart(name), needs)
}

// CutsMissing is how many more lines, each weighing the most that one can, would rule the taxon out.
func (h *Harmful) CutsMissing() int {
	if h.Status == Out {
		return 0
	}
	most := policy.MostWeight.In()
	return max(1, h.MarginNeeded-h.Margin, int(math.Ceil((h.Needed-h.Balance)/most)))
}

// firstFit names the likeliest taxon that fits, or nothing.
func (r *Ruling) firstFit() string {
	if t := r.Likeliest(r.fits); t >= 0 {
		return r.name(r.sheet.Guide.Taxa[t].ID)
	}
	return ""
}

// name is what to call a taxon in the middle of a sentence, with its article left to the reader.
func (r *Ruling) name(id string) string {
	if t, ok := r.sheet.Guide.Taxon(id); ok {
		return guide.InSentence(r.sheet.Guide.Taxa[t].DisplayName())
	}
	return id
}

// signSays is a sign's own sentence, or where it has none, the readings it is made of.
func (r *Ruling) signSays(id string) string {
	g := r.sheet.Guide
	i := slices.IndexFunc(g.Signs, func(s guide.Sign) bool { return s.ID == id })
	if g.Signs[i].Why != "" {
		return g.Signs[i].Why
	}
	var parts []string
	for _, l := range g.SignNeeds[i] {
		col := &g.Columns[l.Column]
		parts = append(parts, fmt.Sprintf("%s (%s)", guide.InSentence(col.DisplayName()), strings.Join(g.Signs[i].All[col.ID], " or ")))
	}
	return strings.Join(parts, ", ") + "."
}

// Blamed lists the characters whose readings the ruling shows, or asks again for, as ones that are in the way of the
// working name, or unusual for it. A change of such a reading must be confirmed afresh before it counts as sure.
func (r *Ruling) Blamed() []string {
	out := []string{}
	for _, o := range r.Odd() {
		out = append(out, o.Character)
	}
	for i := range r.sheet.Entries {
		e := &r.sheet.Entries[i]
		switch r.Code() {
		case LookAgain:
			if e.Number == r.again {
				out = append(out, e.Column.ID)
			}
		case TargetConflicts:
			if e.Conflicts(r.working) {
				out = append(out, e.Column.ID)
			}
		}
	}
	return out
}
