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

// Harvest says what is taken of a taxon, when, how, and how much of it is left. A guide may give it as a text alone.
type Harvest struct {
	// Says is what is to be read first, in sentences.
	Says Prose `json:"says,omitempty"`
	// Organ is what must be in season for it.
	Organ Organ `json:"organ,omitempty"`
	// Part is what is taken ("young leaves"), Stage when it is right to take.
	Part  string `json:"part,omitempty"`
	Stage string `json:"stage,omitempty"`
	How   Taking `json:"how,omitempty"`
	// Why tells why that way of taking is right.
	Why Prose `json:"why,omitempty"`
	// Share is the most to take of a stand in a season, from 0 to 1; 0 where it is not said. Leave puts it in words.
	Share float64 `json:"share,omitempty"`
	Leave Prose   `json:"leave,omitempty"`
	// SmallestStand is the number of pieces below which nothing is taken; 0 where it is not said.
	SmallestStand int     `json:"smallest_stand,omitempty"`
	ComesAgain    Prose   `json:"comes_again,omitempty"`
	Effort        *Effort `json:"effort,omitempty"`
}

// Taking is the way in which a part is taken.
type Taking string

// The ways of taking.
const (
	Pluck  Taking = "pluck"
	Cut    Taking = "cut"
	Pull   Taking = "pull"
	Lever  Taking = "lever"
	Dig    Taking = "dig"
	PickUp Taking = "pick-up"
	Tap    Taking = "tap"
)

// Takings lists them all.
var Takings = []Taking{Pluck, Cut, Pull, Lever, Dig, PickUp, Tap}

// Effort is what a usual harvest of a taxon asks for: how many people, how many minutes, which tools; 0 or none where it is
// not said.
type Effort struct {
	People  int      `json:"people,omitempty"`
	Minutes float64  `json:"minutes,omitempty"`
	Tools   []string `json:"tools,omitempty"`
}

// Preparation says what must be done to a taxon before it is eaten. A guide may give it as a text alone.
type Preparation struct {
	Says  Prose  `json:"says,omitempty"`
	Steps []Step `json:"steps,omitempty"`
	Why   Prose  `json:"why,omitempty"`
}

// Step is one step of a preparation.
type Step struct {
	Do Doing `json:"do"`
	// Minutes is how long at least; 0 where it does not matter. AtC is the temperature in degrees Celsius; 0 where it is
	// that of the kitchen or of what is done.
	Minutes float64 `json:"minutes,omitempty"`
	AtC     float64 `json:"at_c,omitempty"`
	Note    Prose   `json:"note,omitempty"`
	// Must tells that it is no food before this is done.
	Must bool `json:"must,omitempty"`
}

// Doing is what a step of a preparation does.
type Doing string

// The things that are done.
const (
	Wash         Doing = "wash"
	Trim         Doing = "trim"
	Sort         Doing = "sort"
	LayPrint     Doing = "print"
	Peel         Doing = "peel"
	Strip        Doing = "strip"
	Seed         Doing = "seed"
	Soak         Doing = "soak"
	Steep        Doing = "steep"
	Blanch       Doing = "blanch"
	Boil         Doing = "boil"
	DiscardWater Doing = "discard-water"
	Steam        Doing = "steam"
	Fry          Doing = "fry"
	Bake         Doing = "bake"
	Dry          Doing = "dry"
	Mill         Doing = "mill"
	Strain       Doing = "strain"
	Mix          Doing = "mix"
	Freeze       Doing = "freeze"
	Rest         Doing = "rest"
	Serve        Doing = "serve"
)

// Doings lists them all.
var Doings = []Doing{
	Wash, Trim, Sort, LayPrint, Peel, Strip, Seed, Soak, Steep, Blanch, Boil, DiscardWater, Steam, Fry, Bake, Dry, Mill, Strain,
	Mix, Freeze, Rest, Serve,
}

// Heats tells whether the step cooks.
func (d Doing) Heats() bool { return slices.Contains([]Doing{Blanch, Boil, Steam, Fry, Bake}, d) }

// Looks tells whether the step only looks at what is there once more.
func (d Doing) Looks() bool { return d == Sort || d == LayPrint }

// AfterRain says that a kind waits for moisture: it comes from FromDays to WithinDays days after MM millimetres of rain.
type AfterRain struct {
	MM         float64 `json:"mm"`
	WithinDays int     `json:"within_days"`
	FromDays   int     `json:"from_days"`
	Src        Src     `json:"src,omitempty"`
}

// Dose gives the limits of a taxon that is used medicinally: the greatest share of a mixture, from 0 to 1, and from how
// many to how many drops. What somebody records is held against it; it advises nothing.
type Dose struct {
	ShareMax float64   `json:"share_max,omitempty"`
	Drops    []float64 `json:"drops,omitempty"`
	Src      Src       `json:"src,omitempty"`
}

// Yield is what is left of a fresh weight, each from 0 to 1; 0 where it is not said.
type Yield struct {
	Trimmed float64 `json:"trimmed,omitempty"`
	Cooked  float64 `json:"cooked,omitempty"`
	Dried   float64 `json:"dried,omitempty"`
	Src     Src     `json:"src,omitempty"`
}

// Condition says what is done with a piece that is in some state: wormed, soaked, woody, unripe.
type Condition struct {
	ID string `json:"id"`
	// Kingdom and Organ name what it holds for: all that is taken of a kingdom, or of that organ. Taxa names taxa instead.
	Kingdom string   `json:"kingdom,omitempty"`
	Organ   Organ    `json:"organ,omitempty"`
	Taxa    []string `json:"taxa,omitempty"`
	// Except lists taxa that it does not hold for.
	Except []string `json:"except,omitempty"`
	// Sign is what is seen or felt; Then what is done; How in a sentence.
	Sign string  `json:"sign"`
	Then Keeping `json:"then"`
	How  Prose   `json:"how,omitempty"`
}

// Keeping is what is done with a piece.
type Keeping string

// What is done with a piece.
const (
	KeepIt  Keeping = "keep"
	TrimIt  Keeping = "trim"
	LeaveIt Keeping = "leave"
)

// Keepings lists them all.
var Keepings = []Keeping{KeepIt, TrimIt, LeaveIt}

// ConditionsOf lists the conditions that hold for a taxon with a use, its own first.
func (c *Matrix) ConditionsOf(taxon int) []*Condition {
	t := &c.Taxa[taxon]
	if !t.Useful() {
		return nil
	}
	var own, all []*Condition
	for i := range c.Conditions {
		x := &c.Conditions[i]
		switch {
		case slices.Contains(x.Except, t.ID):
		case slices.Contains(x.Taxa, t.ID):
			own = append(own, x)
		case x.Kingdom == t.Kingdom && (x.Organ == "" || t.Harvest != nil && t.Harvest.Organ == x.Organ):
			all = append(all, x)
		}
	}
	return append(own, all...)
}

// UnmarshalJSON reads a harvest, or a text that says it.
func (h *Harvest) UnmarshalJSON(b []byte) error {
	if says, text := textOf(b); text {
		*h = Harvest{Says: says}
		return nil
	}
	type plain Harvest
	return json.Unmarshal(b, (*plain)(h))
}

// UnmarshalJSON reads a preparation, or a text that says it.
func (p *Preparation) UnmarshalJSON(b []byte) error {
	if says, text := textOf(b); text {
		*p = Preparation{Says: says}
		return nil
	}
	type plain Preparation
	return json.Unmarshal(b, (*plain)(p))
}

func textOf(b []byte) (says Prose, text bool) {
	if b = bytes.TrimSpace(b); len(b) == 0 || b[0] != '"' && b[0] != '[' {
		return "", false
	}
	err := says.UnmarshalJSON(b)
	return says, err == nil
}

// Prose puts a harvest into sentences.
func (h *Harvest) Prose() Prose {
	if h == nil {
		return ""
	}
	says := []string{string(h.Says)}
	if what := joined(": ", h.Part, h.Stage); h.Part != "" {
		says = append(says, AtStart(what))
	}
	says = append(says, takingWords[h.How], string(h.Why))
	if h.Share > 0 {
		says = append(says, fmt.Sprintf("Take at most %s", ShareWords(h.Share)))
	}
	if h.Leave != "" {
		says = append(says, AtStart(string(h.Leave)))
	}
	if h.SmallestStand > 1 {
		says = append(says, fmt.Sprintf("Take nothing where there are fewer than %d", h.SmallestStand))
	}
	if h.ComesAgain != "" {
		says = append(says, "Comes again: "+string(h.ComesAgain))
	}
	return stopped(says)
}

var takingWords = map[Taking]string{
	Pluck: "Pluck it", Cut: "Cut it", Pull: "Pull it", Lever: "Lever the whole of it out", Dig: "Dig it out", PickUp: "Pick it up", Tap: "Tap it",
}

// ShareWords says a share in words: "a third".
func ShareWords(share float64) string {
	for _, w := range []struct {
		share float64
		words string
	}{{1, "all of it"}, {0.5, "half"}, {1.0 / 3, "a third"}, {0.25, "a quarter"}, {0.2, "a fifth"}, {0.1, "a tenth"}, {0.05, "a twentieth"}} {
		if math.Abs(share-w.share) < 0.02*w.share {
			return w.words
		}
	}
	return strconv.FormatFloat(100*share, 'f', -1, 64) + " of 100"
}

// Prose puts a preparation into sentences.
func (p *Preparation) Prose() Prose {
	if p == nil {
		return ""
	}
	says := []string{string(p.Says)}
	if p.Says == "" {
		for i := range p.Steps {
			says = append(says, p.Steps[i].Words())
		}
	}
	return stopped(append(says, string(p.Why)))
}

// Around is what a preparation says besides its steps.
func (p *Preparation) Around() Prose {
	if p == nil {
		return ""
	}
	return stopped([]string{string(p.Says), string(p.Why)})
}

// Words puts a step into sentences: what is done and for how long, and what is to be minded.
func (s *Step) Words() string {
	out := doingWords[s.Do]
	switch {
	case s.Minutes >= 2*24*60:
		out += fmt.Sprintf(" for %.0f days", s.Minutes/24/60)
	case s.Minutes >= 3*60:
		out += fmt.Sprintf(" for %.0f hours", s.Minutes/60)
	case s.Minutes > 0:
		out += fmt.Sprintf(" for %.0f minutes", s.Minutes)
	}
	if s.AtC > 0 {
		out += fmt.Sprintf(" at %.0f °C", s.AtC)
	}
	note := AtStart(strings.TrimSpace(string(s.Note)))
	if out == doingWords[s.Do] && strings.HasPrefix(note, out) {
		out = ""
	}
	return string(stopped([]string{out, note}))
}

var doingWords = map[Doing]string{
	Wash: "Wash", Trim: "Trim", Sort: "Look it over", LayPrint: "Lay a print", Peel: "Peel", Strip: "Strip", Seed: "Take out seeds or stones", Soak: "Soak", Steep: "Steep",
	Blanch: "Blanch", Boil: "Boil", DiscardWater: "Throw the water away", Steam: "Steam", Fry: "Fry", Bake: "Bake", Dry: "Dry", Mill: "Mill",
	Strain: "Strain", Mix: "Mix", Freeze: "Freeze", Rest: "Let it stand", Serve: "At table",
}

// joined joins what is not empty.
func joined(by string, parts ...string) string {
	var out []string
	for _, p := range parts {
		if p = strings.TrimSpace(p); p != "" {
			out = append(out, p)
		}
	}
	return strings.Join(out, by)
}

// stopped joins sentences, each with its stop.
func stopped(says []string) Prose {
	var out []string
	for _, s := range says {
		if s = strings.TrimSpace(s); s != "" {
			if !strings.HasSuffix(s, ".") && !strings.HasSuffix(s, "!") && !strings.HasSuffix(s, "?") {
				s += "."
			}
			out = append(out, s)
		}
	}
	return Prose(strings.Join(out, " "))
}

// KeepUnseen takes over from what stood what a form with texts alone does not show: a harvest or preparation that reads as
// before keeps its parts.
func (t *Taxon) KeepUnseen(was *Taxon) {
	t.Members, t.Beyond, t.Scouting, t.AfterRain, t.Dose, t.Yield = was.Members, was.Beyond, was.Scouting, was.AfterRain, was.Dose, was.Yield
	if t.Harvest.Prose() == was.Harvest.Prose() {
		t.Harvest = was.Harvest
	}
	if t.Preparation.Prose() == was.Preparation.Prose() {
		t.Preparation = was.Preparation
	}
}
