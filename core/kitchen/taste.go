package kitchen

import (
	"fmt"
	"slices"
	"strings"
	"time"

	"zestythicket/core/guide"
)

// Person is somebody of the household.
type Person struct {
	ID   string `json:"id"`
	Name string `json:"name"`
	// Reacts lists the taxa that they do not bear.
	Reacts []string `json:"reacts,omitempty"`
	// Child, Pregnant and Medicines tell that cautions hold for them.
	Child     bool `json:"child,omitempty"`
	Pregnant  bool `json:"pregnant,omitempty"`
	Medicines bool `json:"medicines,omitempty"`
	// Illness is a disease that cautions hold for, in their own words; empty for none.
	Illness string `json:"illness,omitempty"`
}

// Past is something wild that somebody has eaten.
type Past struct {
	Person, Taxon string
	At            time.Time
	// Reacted tells that they fell ill of that meal.
	Reacted bool
}

// Plate is what is about to be eaten.
type Plate struct {
	Taxa []string
	At   time.Time
	// Raw tells that it is eaten raw, Drink that alcohol goes with it.
	Raw, Drink bool
	// Lacking is what of its preparation was not done.
	Lacking []string
	// Until is the last day that it was to be kept; empty for not said.
	Until string
}

// Said is something that is said before a meal is noted: Stops tells that it is to be confirmed by name.
type Said struct {
	Person string `json:"person,omitempty" doc:"Whom it is about; empty for everybody"`
	Text   string `json:"text"`
	Stops  bool   `json:"stops" doc:"It is confirmed before the meal is noted"`
}

// How long is waited between two new kinds, and how many days running one kind may be eaten before that is said. Common practice; no source.
const (
	FirstWait   = 48 * time.Hour
	runningDays = 3
	// again is how many of those days it takes.
	again = 2
)

// Before says what is to be said before a meal of these people, by what they have eaten before.
func Before(g *guide.Matrix, eaters []Person, plate Plate, past []Past) []Said {
	out := []Said{}
	say := func(who string, stops bool, text string, args ...any) {
		out = append(out, Said{who, fmt.Sprintf(text, args...), stops})
	}
	for _, l := range plate.Lacking {
		say("", true, "It is not prepared as it must be. %s", l)
	}
	if over := Over(plate.Until, plate.At); over != "" {
		say("", true, "%s", over)
	}
	if plate.Raw && len(plate.Lacking) == 0 {
		say("", true, "Eaten raw: what cooking takes away stays in it.")
	}
	for _, id := range plate.Taxa {
		n, ok := g.Taxon(id)
		if !ok {
			say("", true, "%s is no longer in your guide: nothing of it can be told.", id)
			continue
		}
		t := &g.Taxa[n]
		name := t.DisplayName()
		if t.Harm.Hurts() {
			say("", true, "%s: the guide calls it harmful (%s).", name, t.Harm)
		}
		if plate.Drink && strings.Contains(strings.ToLower(string(t.Cautions)+string(t.Preparation.Prose())), "alcohol") {
			say("", true, "%s clashes with alcohol: %s", name, t.Cautions)
		}
		for _, p := range eaters {
			out = append(out, forOne(t, p, plate, past)...)
		}
	}
	for _, p := range eaters {
		fresh := 0
		for _, id := range plate.Taxa {
			if first(p.ID, id, plate.At, past) {
				fresh++
			}
		}
		if fresh > 1 {
			say(p.ID, true, "%s: %d kinds at once for the first time. One new kind at a time: else nobody can say which it was.", p.Name, fresh)
		}
	}
	say("", false, "Keep a raw piece of each kind cold until two days are over. Feeling well the same evening proves nothing.")
	return out
}

// forOne is what a kind is to somebody.
func forOne(t *guide.Taxon, p Person, plate Plate, past []Past) []Said {
	var out []Said
	name := t.DisplayName()
	say := func(stops bool, text string, args ...any) {
		out = append(out, Said{p.ID, fmt.Sprintf(text, args...), stops})
	}
	ill := slices.ContainsFunc(past, func(x Past) bool { return x.Person == p.ID && x.Taxon == t.ID && x.Reacted })
	if ill || slices.Contains(p.Reacts, t.ID) {
		say(true, "%s has reacted to %s before.", p.Name, guide.InSentence(name))
	}
	if first(p.ID, t.ID, plate.At, past) {
		text := "For %s it is the first time with %s: a small cooked portion, nothing else new, and then two days' wait."
		if plate.Drink {
			text += " No alcohol with it."
		}
		say(plate.Raw || plate.Drink, text, p.Name, guide.InSentence(name))
		for _, x := range past {
			if x.Person == p.ID && x.Taxon != t.ID && firstAt(p.ID, x.Taxon, past).Equal(x.At) && within(plate.At.Sub(x.At), FirstWait) {
				say(true, "%s is still within two days of another first taste. Wait until they are over.", p.Name)
				break
			}
		}
	}
	days := map[string]bool{}
	for _, x := range past {
		if x.Person == p.ID && x.Taxon == t.ID && within(plate.At.Sub(x.At), runningDays*24*time.Hour) && x.At.Format(time.DateOnly) != plate.At.Format(time.DateOnly) {
			days[x.At.Format(time.DateOnly)] = true
		}
	}
	if len(days) >= again {
		say(true, "%s has eaten %s on several days running. Some kinds poison only so: leave some days between.", p.Name, guide.InSentence(name))
	}
	for _, c := range []struct {
		is   bool
		says string
	}{{p.Child, "is a child"}, {p.Pregnant, "is pregnant or nursing"}, {p.Medicines, "takes medicines"}, {p.Illness != "", "has " + p.Illness}} {
		if c.is {
			caution := "Ask a clinician first."
			if t.Cautions != "" {
				caution += " The guide says: " + string(t.Cautions)
			}
			say(true, "%s %s. %s", p.Name, c.says, caution)
		}
	}
	return out
}

func within(d, most time.Duration) bool { return d >= 0 && d < most }

// firstAt is when somebody ate a kind first; zero for never.
func firstAt(person, taxon string, past []Past) time.Time {
	var at time.Time
	for _, x := range past {
		if x.Person == person && x.Taxon == taxon && (at.IsZero() || x.At.Before(at)) {
			at = x.At
		}
	}
	return at
}

// first tells whether somebody has never eaten a kind before.
func first(person, taxon string, at time.Time, past []Past) bool {
	f := firstAt(person, taxon, past)
	return f.IsZero() || !f.Before(at)
}
