package ruling

import (
	"cmp"
	"fmt"
	"slices"

	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// CautionCode names what a caution is about.
type CautionCode string

// The codes, in the order in which cautions are told.
const (
	ContactCaution CautionCode = "contact"
	CleanHands     CautionCode = "clean-hands"
	Handling       CautionCode = "handling"
	TaxonCaution   CautionCode = "cautions"
	Disputed       CautionCode = "disputed"
	Preparation    CautionCode = "preparation"
	OneGroup       CautionCode = "one-group"
	Incomplete     CautionCode = "incomplete"
	FinishAtHome   CautionCode = "finish-at-home"
)

// CautionCodes lists them all.
var CautionCodes = []CautionCode{
	ContactCaution, CleanHands, Handling, TaxonCaution, Disputed, Preparation, OneGroup, Incomplete, FinishAtHome,
}

// Caution is something to know before the specimen is touched, or before anything of it is eaten.
type Caution struct {
	Code  CautionCode `json:"code"`
	Taxon string      `json:"taxon,omitempty"`
	Text  string      `json:"text"`
}

// cautions gathers what the taxa that still fit call for: contact, the gravest first, and handling, then what holds for the working name.
func (r *Ruling) cautions(fits []int) []Caution {
	g := r.sheet.Guide
	var out []Caution
	add := func(code CautionCode, taxon string, text guide.Prose) {
		if text != "" {
			out = append(out, Caution{code, taxon, string(text)})
		}
	}
	dirty := false
	gravest := slices.Clone(fits)
	slices.SortStableFunc(gravest, func(a, b int) int { return cmp.Compare(g.Taxa[a].Harm.Gravity(), g.Taxa[b].Harm.Gravity()) })
	for _, t := range gravest {
		tx := &g.Taxa[t]
		if tx.Contact != nil {
			add(ContactCaution, tx.ID, guide.Prose(fmt.Sprintf("%s may still be it. %s %s", guide.AtStart(tx.DisplayName()), tx.Contact.Does, tx.Contact.Handling)))
		}
		dirty = dirty || tx.Contact != nil || tx.Harm == guide.Deadly
	}
	if dirty {
		add(CleanHands, "", "Clean hands and knife before you touch the next one.")
	}
	w := r.workingTaxon()
	if w != nil && r.fits.Has(r.working) {
		add(Handling, w.ID, w.Handling)
		add(TaxonCaution, w.ID, w.Cautions)
		add(Disputed, w.ID, w.Disputed)
		r.preparation(add, fits)
	}
	if one := r.oneGroup(fits); one != "" {
		add(OneGroup, "", guide.Prose(fmt.Sprintf("All that still fits is %s; for many purposes that is enough to know.", one)))
	}
	add(Incomplete, "", guide.Prose(r.incomplete()))
	return out
}

// preparation adds what the working name asks for, and what the upset taxa with a use that still fit do: the
// strictest of all that fits applies.
func (r *Ruling) preparation(add func(code CautionCode, taxon string, text guide.Prose), fits []int) {
	strict := map[guide.Use]int{guide.Conditional: 0, guide.CookedOnly: 1, guide.Medicinal: 2, guide.Edible: 3}
	for rank := range len(strict) {
		for _, t := range fits {
			tx := &r.sheet.Guide.Taxa[t]
			if n, ok := strict[tx.Use]; ok && n == rank && (t == r.working || tx.Harm == guide.Upset) {
				add(Preparation, tx.ID, tx.Preparation.Prose())
			}
		}
	}
}

// oneGroup names the group or genus that everything that fits belongs to, if there is more than one such taxon.
func (r *Ruling) oneGroup(fits []int) string {
	if len(fits) < 2 {
		return ""
	}
	first := &r.sheet.Guide.Taxa[fits[0]]
	group, genus := first.Group, first.Genus()
	for _, t := range fits[1:] {
		tx := &r.sheet.Guide.Taxa[t]
		if tx.Group != group {
			group = ""
		}
		if tx.Genus() != genus {
			genus = ""
		}
	}
	if group == "" && genus != "" {
		return "the genus " + genus
	}
	return group
}

// incomplete says that no guide is complete, and says so more strongly where it holds few of the genus.
func (r *Ruling) incomplete() string {
	says := "No guide holds every species: what is not in this one was not ruled out."
	if region := r.sheet.Record.Region; region != "" && !r.sheet.Guide.Covered(region) {
		says += " It does not claim to know the harmful ones of the continent where this stood, and is thin there."
	}
	w := r.workingTaxon()
	if w == nil {
		return says
	}
	n := r.sheet.Guide.Genera[w.Genus()]
	if n < policy.ThinGenus {
		return fmt.Sprintf("%s Of the genus %s it holds only %d: other species of it were never asked about.", says, w.Genus(), n)
	}
	return says
}
