// Package kitchen reckons with what came home: what is left of it, what was done to it, what is mixed of it, who eats it for the first time,
// and what stands nearest when somebody falls ill.
package kitchen

import (
	"errors"
	"fmt"
	"math"
	"slices"
	"strconv"
	"strings"
	"time"

	"zestythicket/core/guide"
)

// Share is a part of a mixture: a taxon of the guide, or something else by its name, such as spirit.
type Share struct {
	Taxon string `json:"taxon,omitempty"`
	Name  string `json:"name,omitempty"`
	// Percent is its share of the finished volume.
	Percent float64 `json:"percent"`
}

// Formula is a mixture that somebody records. The program advises none.
type Formula struct {
	Name  string  `json:"name,omitempty"`
	Parts []Share `json:"parts"`
	// VolumeML is the finished volume, in millilitres.
	VolumeML float64 `json:"volume_ml"`
	// Drops is how many are taken at a time, 0 for not said; PerML how many of them are a millilitre, 0 for what a standard dropper gives.
	Drops float64 `json:"drops,omitempty"`
	PerML float64 `json:"per_ml,omitempty"`
}

// Mixed is a mixture worked out.
type Mixed struct {
	Parts []Volume `json:"parts"`
	// DropsML is how much the drops that are taken at a time are, in millilitres; 0 where it was not said.
	DropsML float64 `json:"drops_ml"`
	// Over names what exceeds a limit of the guide, Cautions what the guide says of its parts.
	Over     []string `json:"over"`
	Cautions []string `json:"cautions"`
}

// Volume is a part in millilitres.
type Volume struct {
	Share
	Called string  `json:"called"`
	ML     float64 `json:"ml"`
}

// The bounds of what is reckoned with. Common practice; no source.
const (
	// MostVolume is the greatest volume of a mixture, in millilitres; MostParts of how many parts it can be.
	MostVolume = 100_000
	MostParts  = 30
	// DropsPerML is how many drops of water a millilitre has from the standard dropper of the pharmacopoeia (20 drops at 20 °C weigh 1 g; from
	// memory). Spirit gives more and smaller ones.
	DropsPerML = 20
	// mostDrops is how many drops are taken at a time at most.
	mostDrops = 1000
	// adds is how far parts may be from adding up, in per cent.
	adds = 0.01
)

// standing are the cautions that stand on every mixture. Common practice; no source.
var standing = []string{
	"Not in pregnancy, not while nursing, and not for children, unless a clinician has said so.",
	"With any medicine, and with a disease of liver, kidney or heart, ask a clinician first.",
	"It is recorded here, not advised: no dose that stands here was tried or approved by anybody.",
}

// Mix works a mixture out. The error says what does not add up; what exceeds a limit is named, and worked out all the same.
func Mix(g *guide.Matrix, f Formula) (*Mixed, error) {
	switch {
	case len(f.Parts) == 0:
		return nil, errors.New("a mixture has parts; name the first")
	case len(f.Parts) > MostParts:
		return nil, fmt.Errorf("a mixture has at most %d parts", MostParts)
	case !(f.VolumeML > 0 && f.VolumeML <= MostVolume):
		return nil, fmt.Errorf("a finished volume is more than 0 and at most %d ml, not %g", MostVolume, f.VolumeML)
	case f.Drops < 0 || math.IsNaN(f.Drops) || f.Drops > mostDrops:
		return nil, fmt.Errorf("%g drops are no number of drops", f.Drops)
	}
	out := &Mixed{Over: []string{}, Cautions: []string{}}
	sum := 0.0
	for i, p := range f.Parts {
		if p.Taxon == "" && strings.TrimSpace(p.Name) == "" {
			return nil, fmt.Errorf("part %d has no name", i+1)
		}
		if !(p.Percent > 0 && p.Percent <= 100) {
			return nil, fmt.Errorf("part %d is %g per cent; a part is more than 0 and at most 100", i+1, p.Percent)
		}
		if p.Taxon != "" && slices.ContainsFunc(f.Parts[:i], func(o Share) bool { return o.Taxon == p.Taxon }) {
			return nil, fmt.Errorf("%s is named twice; put both into one part", p.Taxon)
		}
		m := Volume{Share: p, Called: p.Name, ML: round(f.VolumeML * p.Percent / 100)}
		if p.Taxon != "" {
			n, ok := g.Taxon(p.Taxon)
			if !ok {
				return nil, fmt.Errorf("the guide has no taxon %q", p.Taxon)
			}
			t := &g.Taxa[n]
			if t.Harm == guide.Deadly || t.Harm == guide.Serious {
				return nil, fmt.Errorf("%s is %s: no mixture with it is recorded here", guide.InSentence(t.DisplayName()), t.Harm)
			}
			m.Called = t.DisplayName()
			out.limits(t, p, f.Drops)
		}
		sum += p.Percent
		out.Parts = append(out.Parts, m)
	}
	if math.Abs(sum-100) > adds {
		return nil, fmt.Errorf("the parts add up to %.4g per cent, not to 100; name what the rest is, such as spirit or water", sum)
	}
	out.Cautions = append(out.Cautions, standing...)
	if f.Drops > 0 {
		per := f.PerML
		if per == 0 {
			per = DropsPerML
		}
		ml, err := DropsToML(f.Drops, per)
		if err != nil {
			return nil, err
		}
		out.DropsML = ml
	}
	return out, nil
}

// limits names what of a taxon in a mixture exceeds what the guide says, and takes over its cautions.
func (m *Mixed) limits(t *guide.Taxon, p Share, drops float64) {
	name := t.DisplayName()
	if t.Use != guide.Medicinal {
		m.Over = append(m.Over, name+": the guide knows no use of it as a medicine.")
	}
	d := t.Dose
	if d == nil && t.Use == guide.Medicinal {
		m.Over = append(m.Over, name+": the guide knows no limit for it, so none could be held to.")
	}
	if d != nil && d.ShareMax > 0 && p.Percent > 100*d.ShareMax+adds {
		m.Over = append(m.Over, fmt.Sprintf("%s: %.4g per cent is over the guide's limit of %.4g.", name, p.Percent, 100*d.ShareMax))
	}
	if d != nil && len(d.Drops) == 2 && drops > d.Drops[1] {
		m.Over = append(m.Over, fmt.Sprintf("%s: %.4g drops are over the guide's limit of %.4g.", name, drops, d.Drops[1]))
	}
	if t.Cautions != "" {
		m.Cautions = append(m.Cautions, name+": "+string(t.Cautions))
	}
}

// DropsToML gives so many drops in millilitres, where one millilitre has so many.
func DropsToML(drops, perML float64) (float64, error) {
	if !(perML >= 5 && perML <= 100) { // what a dropper of any kind gives; common practice, no source
		return 0, fmt.Errorf("a dropper that gives %g drops a millilitre is none; count them once into 5 ml and say how many they were", perML)
	}
	return math.Round(1000*drops/perML) / 1000, nil
}

// Diluted is how a spirit is brought to another strength.
type Diluted struct {
	// SpiritML is how much of the strong one is taken; water is poured to it up to ToML.
	SpiritML float64 `json:"spirit_ml"`
	ToML     float64 `json:"to_ml"`
	// Of is the strength of the strong one, in per cent.
	Of float64 `json:"of"`
}

// Dilute works out how much of a spirit of so many per cent by volume makes so many millilitres of another strength: V1 = C2·V2/C1. That
// spirit and water shrink when they are mixed is left out of the reckoning: it is filled up to the volume, not added to.
func Dilute(have, want, ml float64) (*Diluted, error) {
	switch {
	case !(have > 0 && have <= 100):
		return nil, fmt.Errorf("there is no spirit of %g per cent; it is more than 0 and at most 100", have)
	case !(want > 0 && want <= 100):
		return nil, fmt.Errorf("there is no spirit of %g per cent to be made; it is more than 0 and at most 100", want)
	case want > have:
		return nil, fmt.Errorf("%g per cent cannot be made of %g per cent: water makes it weaker only", want, have)
	case !(ml > 0 && ml <= MostVolume):
		return nil, fmt.Errorf("a volume is more than 0 and at most %d ml, not %g", MostVolume, ml)
	}
	return &Diluted{SpiritML: round(want * ml / have), ToML: ml, Of: have}, nil
}

// Says tells what to do, with fluid ounces beside the millilitres where they are wanted.
func (d *Diluted) Says(ounces bool) string {
	return fmt.Sprintf("Measure %s of the spirit of %.4g per cent and fill up with water to %s. Spirit and water shrink when they are mixed: fill up, do not add a measured amount.",
		VolumeSaid(d.SpiritML, ounces), d.Of, VolumeSaid(d.ToML, ounces))
}

// FluidOunce is the fluid ounce of the United States in millilitres: a gallon of 231 cubic inches is 128 of them, exactly (NIST Handbook 44,
// appendix C; from memory).
const FluidOunce = 231 * 16.387064 / 128

// VolumeSaid says a volume, with fluid ounces beside it where they are wanted. Millilitres are what is measured: the ounces of two countries differ.
func VolumeSaid(ml float64, ounces bool) string {
	says := strconv.FormatFloat(math.Round(1000*ml)/1000, 'f', -1, 64) + " ml"
	if ounces {
		says += fmt.Sprintf(" (%.3g US fl oz)", ml/FluidOunce)
	}
	return says
}

// How much spirit is poured on a weight of herb: twice its weight where it is fresh, five times where it is dried. Common practice; no source.
const (
	onFresh = 2
	onDried = 5
)

// Steeping is how long herb steeps in spirit as a rule: six weeks. Common practice; no source.
const Steeping = 42 * 24 * time.Hour

// Pour is how many millilitres are poured on so many grams.
func Pour(grams float64, dried bool) (float64, error) {
	if !(grams > 0 && grams <= MostVolume) {
		return 0, fmt.Errorf("%g g are no weight of herb; it is more than 0 and at most %d g", grams, MostVolume)
	}
	if dried {
		return round(grams * onDried), nil
	}
	return round(grams * onFresh), nil
}

// PourSaid says how much is poured on a weight in grams, with fluid ounces where they are wanted.
func PourSaid(grams float64, dried, ounces bool) (string, error) {
	ml, err := Pour(grams, dried)
	if err != nil {
		return "", err
	}
	times := "twice"
	if dried {
		times = "five times"
	}
	return fmt.Sprintf("Pour %s on it: %s its weight.", VolumeSaid(ml, ounces), times), nil
}

// CountedInto is how many millilitres the drops of one's own dropper are counted into.
const CountedInto = 5

// PerML is how many drops a millilitre has, of a dropper of which so many were counted into 5 ml.
func PerML(counted float64) float64 { return counted / CountedInto }

// CheckDropper tells what is wrong with how many drops of one's own dropper were counted into 5 ml; 0 is for a standard one.
func CheckDropper(counted float64) error {
	if counted == 0 {
		return nil
	}
	_, err := DropsToML(1, PerML(counted))
	return err
}

// DropsSaid says how much drops are: counted is how many drops of one's own dropper were counted into 5 ml, 0 for a standard dropper.
func DropsSaid(drops, counted float64) (string, error) {
	per, by := float64(DropsPerML), ", by the 20 drops of water of a standard dropper; spirit gives smaller ones"
	if counted != 0 {
		per, by = PerML(counted), ", by your own dropper"
	}
	if !(drops > 0 && drops <= mostDrops) {
		return "", fmt.Errorf("%g drops are no number of drops", drops)
	}
	ml, err := DropsToML(drops, per)
	return fmt.Sprintf("%.4g drops are %.4g ml%s.", drops, ml, by), err
}

// round gives a volume to a tenth of a millilitre.
func round(ml float64) float64 { return math.Round(10*ml) / 10 }
