package ruling

import (
	"cmp"
	"fmt"
	"math"
	"slices"
	"strings"

	"zestythicket/core/guide"
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

// say makes a reason's sentence: plain words, what was seen, what is missing, what to do.
func (r *Ruling) say(x Reason) string {
	name := r.name(x.Taxon)
	character := ""
	if n, ok := r.sheet.Guide.Column(x.Character); ok {
		character = guide.InSentence(r.sheet.Guide.Columns[n].DisplayName())
	}
	switch x.Code {
	case Sign:
		return fmt.Sprintf("What you read is a warning sign on its own: %s", r.signSays(x.Sign))
	case SignPossible:
		return fmt.Sprintf("This may be a warning sign: %s Make sure of it before anything else.", r.signSays(x.Sign))
	case TargetHarmful:
		return fmt.Sprintf("%s is itself harmful to eat.", guide.AtStart(name))
	case OnlyHarmfulFits:
		return fmt.Sprintf("%s fits what you read, and nothing one would take does.", guide.AtStart(name))
	case NothingToTake:
		return fmt.Sprintf("What you read is %s, and this guide knows no use for it.", name)
	case LookAgain:
		return fmt.Sprintf("One answer does not go with the others. Look again at this: %s.", character)
	case TargetConflicts:
		if other := r.firstFit(); other != "" {
			return fmt.Sprintf("This is not %s as this guide knows it; %s would fit. Leave it.", name, other)
		}
		return fmt.Sprintf("This is not %s as this guide knows it, nor anything else in it. Leave it.", name)
	case NothingFits:
		return "Nothing in this guide that one would take fits what you read. Leave it."
	case NotOut:
		t, _ := r.sheet.Guide.Taxon(x.Taxon)
		h := r.standing(t)
		return notOutSays(&h, name)
	case CannotBeSeparated:
		return fmt.Sprintf("Nothing that can still be read here and now would tell it from %s for certain.", name)
	case GuideTooThin:
		return "This guide knows no harmful species to hold it against, so it can rule none out."
	case MustSee:
		return fmt.Sprintf("Nobody should call it %s without this, firmly seen: %s.", name, character)
	case TooLittleSeen:
		return fmt.Sprintf("Too little of what you read is proof that it is %s. Read more of its build.", name)
	case Gate:
		for i := range r.sheet.Guide.Gates {
			if g := &r.sheet.Guide.Gates[i]; g.ID == x.Gate {
				return fmt.Sprintf("%s: only somebody taught in person clears these. %s", cmp.Or(g.Name, g.ID), g.Why)
			}
		}
	case TargetSerious:
		return fmt.Sprintf("%s can do serious harm if it is misused. Show it to somebody who was taught.", guide.AtStart(name))
	case AllOut:
		return fmt.Sprintf("All %d were ruled out by what you saw. Read as %s.", r.harmful.Count(), name)
	}
	return string(x.Code)
}

func notOutSays(h *Harmful, name string) string {
	needs := "one independent firm reading"
	if missing := h.CutsMissing(); missing > 1 {
		needs = fmt.Sprintf("%d independent firm readings", missing)
	}
	if h.Status == Open {
		return fmt.Sprintf("%s still fits everything you read: %s missing.", guide.AtStart(name), needs)
	}
	return fmt.Sprintf("%s is not ruled out yet: %s missing.", guide.AtStart(name), needs)
}

// CutsMissing is how many more lines would have to be worth the whole for the taxon to be out on those alone.
func (h *Harmful) CutsMissing() int {
	return max(0, int(math.Ceil(h.Needed))-h.Margin)
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

// Blames tells whether the ruling shows, or asks again for, a reading of the column as one that is in the way of the
// working name. A change of such a reading must be confirmed afresh before it counts as sure.
func (r *Ruling) Blames(column int) bool {
	e := r.sheet.Entry(column)
	if e == nil {
		return false
	}
	switch r.Code() {
	case LookAgain:
		return column == r.again
	case TargetConflicts:
		return e.Weight(r.working) > 0
	}
	return false
}
