package keying

import (
	"fmt"
	"math"
	"strings"

	"zestythicket/core/guide"
)

// Step is a question of a written key, with its number; From is the step that leads to it, 0 for the first.
type Step struct {
	Number    int    `json:"number"`
	From      int    `json:"from,omitempty"`
	Character string `json:"character"`
	Question  string `json:"question"`
	Leads     []Lead `json:"leads"`
}

// Lead is a lead of a written key: the words of its states, and the step it goes to or the taxa that it ends at.
type Lead struct {
	States []string `json:"states"`
	Text   string   `json:"text"`
	To     int      `json:"to,omitempty"`
	Ends   []End    `json:"ends,omitempty"`
}

// End is a taxon that a way ends at.
type End struct {
	Taxon       string     `json:"taxon"`
	DisplayName string     `json:"display_name"`
	Name        string     `json:"name"`
	Harm        guide.Harm `json:"harm"`
	Useful      bool       `json:"useful"`
}

// PrintedKey is a key written out.
type PrintedKey struct {
	Scope Scope  `json:"scope"`
	Taxa  int    `json:"taxa"`
	Steps []Step `json:"steps"`
	// Mean, once weighed, is the number of questions that a taxon takes on average when each of its ways is as likely as the others;
	// Bound the least that any key of so many leads could take, the entropy of the taxa over that of a question.
	Mean  float64 `json:"mean_steps,omitempty"`
	Bound float64 `json:"least_steps,omitempty"`
	// Whole is false where the key grew too large and some ways end early.
	Whole bool `json:"whole"`
}

// mostSteps is the greatest number of steps of a printed key; a way that would go on beyond ends with what is left.
const mostSteps = 5000

// Print writes a key out, each way to its end. Ways that come to the same taxa with the same questions left share a step.
func (k *Key) Print() *PrintedKey {
	b := &PrintedKey{Scope: k.Scope, Taxa: k.Taxa.Count(), Steps: []Step{}, Whole: true}
	w := writer{k: k, b: b, known: map[string]int{}}
	w.step(k.Taxa, nil, 0)
	return b
}

// Weigh works out how many questions the key takes, and the least that any could.
func (k *Key) Weigh(b *PrintedKey) {
	n, leads := float64(b.Taxa), 0.0
	for _, s := range b.Steps {
		leads += float64(len(s.Leads))
	}
	if leads /= max(1, float64(len(b.Steps))); leads > 1 {
		b.Bound = math.Log2(n) / math.Log2(leads)
	}
	b.Mean = 0
	k.Taxa.Each(func(t int) { b.Mean += k.depth(t, k.Taxa, nil, map[string]float64{}) / n })
}

type writer struct {
	k     *Key
	b     *PrintedKey
	known map[string]int
}

// step writes the step for a set, and all after it, and gives its number; 0 where nothing is left to ask.
func (w *writer) step(set guide.Bits, asked []int, from int) int {
	q := w.k.Ask(set, asked)
	if q == nil {
		return 0
	}
	id := name(set, q.Column.ID)
	if at, ok := w.known[id]; ok {
		return at
	}
	if len(w.b.Steps) == mostSteps {
		w.b.Whole = false
		return 0
	}
	at := len(w.b.Steps)
	w.b.Steps = append(w.b.Steps, Step{Number: at + 1, From: from, Character: q.Column.ID, Question: q.Column.Question})
	w.known[id] = at + 1
	n, _ := w.k.g.Column(q.Column.ID)
	asked = append(asked[:len(asked):len(asked)], n)
	var ways []Lead
	for _, l := range q.Branches {
		var way Lead
		var words []string
		for _, s := range l.States {
			way.States = append(way.States, q.Column.States[s].ID)
			words = append(words, q.Column.States[s].Name)
		}
		way.Text = strings.Join(words, "; or: ")
		if way.To = w.step(l.Taxa, asked, at+1); way.To == 0 {
			l.Taxa.Each(func(t int) { way.Ends = append(way.Ends, w.end(t)) })
		}
		ways = append(ways, way)
	}
	w.b.Steps[at].Leads = ways
	return at + 1
}

func name(set guide.Bits, column string) string {
	var b strings.Builder
	for _, word := range set {
		fmt.Fprintf(&b, "%x.", word)
	}
	return b.String() + column
}

func (w *writer) end(t int) End {
	tx := &w.k.g.Taxa[t]
	return End{tx.ID, tx.DisplayName(), tx.Name, tx.Harm, tx.Useful()}
}

// depth is the mean number of questions that a taxon takes from a set on, each of its ways as likely as the others.
func (k *Key) depth(t int, set guide.Bits, asked []int, seen map[string]float64) float64 {
	q := k.Ask(set, asked)
	if q == nil {
		return 0
	}
	id := name(set, q.Column.ID)
	if d, ok := seen[id]; ok {
		return d
	}
	n, _ := k.g.Column(q.Column.ID)
	asked = append(asked[:len(asked):len(asked)], n)
	sum, ways := 0.0, 0
	for _, l := range q.Branches {
		if l.Taxa.Has(t) {
			ways += len(l.States)
			sum += float64(len(l.States)) * k.depth(t, l.Taxa, asked, seen)
		}
	}
	seen[id] = 1 + sum/float64(max(1, ways))
	return seen[id]
}

// harmWords are how an end's harm is told.
var harmWords = map[guide.Harm]string{
	guide.Deadly: "DEADLY", guide.Serious: "harms: hospital", guide.Unknown: "harm not known", guide.Upset: "makes sick", guide.NoHarm: "",
}

// Text is a printed key as plain text, to print and to carry.
func (b *PrintedKey) Text() string {
	var out strings.Builder
	fmt.Fprintf(&out, "A key to %d taxa\n\n", b.Taxa)
	out.WriteString("A key gives a name. It rules nothing out: never eat on its word. Where you can't tell, follow every way.\n")
	for _, s := range b.Steps {
		fmt.Fprintf(&out, "\n%d. %s", s.Number, s.Question)
		if s.From > 0 {
			fmt.Fprintf(&out, "  (from %d)", s.From)
		}
		out.WriteByte('\n')
		for i, l := range s.Leads {
			fmt.Fprintf(&out, "   %c  %s", 'a'+i, l.Text)
			if l.To > 0 {
				fmt.Fprintf(&out, "  ->  %d\n", l.To)
				continue
			}
			out.WriteByte('\n')
			for _, e := range l.Ends {
				fmt.Fprintf(&out, "        %s (%s)", e.DisplayName, e.Name)
				if e.Harm != guide.NoHarm {
					fmt.Fprintf(&out, ", %s", harmWords[e.Harm])
				}
				out.WriteByte('\n')
			}
		}
	}
	if !b.Whole {
		out.WriteString("\nThis key was cut short; ask for a smaller part of the guide.\n")
	}
	return out.String()
}
