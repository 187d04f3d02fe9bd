package drill

import (
	"errors"
	"fmt"
	"math/rand/v2"
	"slices"
	"strings"

	"zestythicket/core/compare"
	"zestythicket/core/guide"
	"zestythicket/core/policy"
)

// Deck is a set of cards.
type Deck string

// The decks: which line parts a pair for certain; states by their drawings; the family of a figure; pairs of what is there now; pairs with something deadly
// of one's region; states that this person misreads; whatever is due.
const (
	Pairs    Deck = "pairs"
	States   Deck = "states"
	Families Deck = "families"
	Season   Deck = "season"
	Deadly   Deck = "deadly"
	Mistaken Deck = "misread"
	Due      Deck = "due"
)

// Decks lists them all.
var Decks = []Deck{Due, Mistaken, Pairs, States, Families, Season, Deadly}

// Kind is what a question asks for.
type Kind string

// The kinds of question: which character parts two taxa for certain; which state a drawing shows; which drawing a state has; which family a figure is of.
const (
	WhichParts   Kind = "parts"
	WhichName    Kind = "name"
	WhichDrawing Kind = "drawing"
	WhichFamily  Kind = "family"
)

// Question is a card as it is asked.
type Question struct {
	Card string `json:"card"`
	Kind Kind   `json:"kind"`
	// Taxa are what it is about: two of a pair, one of a family. Character is that of a state, State which is shown or named.
	Taxa      []string `json:"taxa"`
	Character string   `json:"character"`
	State     string   `json:"state"`
	// Choices are characters, states or families, one of them right.
	Choices []string `json:"choices"`
	Right   string   `json:"-"`
}

// mostChoices is how many are offered. Common practice; no source.
const mostChoices = 4

// PairCard names the card of what was looked for and what was found, however they are turned.
func PairCard(a, b string) string {
	if b < a {
		a, b = b, a
	}
	return "pair:" + a + "/" + b
}

// StateCard names the card of a state.
func StateCard(character, state string) string { return "state:" + character + "/" + state }

// CharacterOf is the character that a card of a state is of; empty for other cards.
func CharacterOf(card string) string {
	rest, ok := strings.CutPrefix(card, "state:")
	character, _, _ := strings.Cut(rest, "/")
	if !ok {
		return ""
	}
	return character
}

// FamilyCard names the card of a taxon's family.
func FamilyCard(taxon string) string { return "family:" + taxon }

// ErrNoCard tells that a card is of something that the guide does not have, or that cannot be asked.
var ErrNoCard = errors.New("the guide has no such card")

// Ask asks a card; the seed chooses what else is offered, and the order.
func Ask(g *guide.Matrix, card string, seed uint64) (*Question, error) {
	kind, rest, _ := strings.Cut(card, ":")
	a, b, _ := strings.Cut(rest, "/")
	r := rand.New(rand.NewPCG(seed, uint64(len(card))))
	q := &Question{Card: card, Taxa: []string{}}
	var err error
	switch kind {
	case "pair":
		err = q.pair(g, a, b, r)
	case "state":
		err = q.state(g, a, b, r)
	case "family":
		err = q.family(g, a, r)
	default:
		err = ErrNoCard
	}
	if err != nil {
		return nil, fmt.Errorf("%w: %s", err, card)
	}
	r.Shuffle(len(q.Choices), func(i, j int) { q.Choices[i], q.Choices[j] = q.Choices[j], q.Choices[i] })
	return q, nil
}

// pair asks which of some characters parts two taxa for certain: one that counts in full and on which neither shows what the other does, among others on which
// they are alike.
func (q *Question) pair(g *guide.Matrix, a, b string, r *rand.Rand) error {
	x, ok := g.Taxon(a)
	y, also := g.Taxon(b)
	if !ok || !also {
		return ErrNoCard
	}
	parting, alike := apart(g, x, y)
	if len(parting) == 0 || len(alike) == 0 {
		return ErrNoCard
	}
	q.Kind, q.Taxa = WhichParts, []string{a, b}
	q.Right = parting[r.IntN(len(parting))]
	q.Choices = []string{q.Right}
	for _, i := range r.Perm(len(alike))[:min(len(alike), mostChoices-1)] {
		q.Choices = append(q.Choices, alike[i])
	}
	return nil
}

// apart lists the characters that part two taxa for certain, and those that do not at all.
func apart(g *guide.Matrix, x, y int) (parting, alike []string) {
	for n := range g.Columns {
		col := &g.Columns[n]
		if !col.Scored.Has(x) || !col.Scored.Has(y) || col.Organ == guide.Piece {
			continue
		}
		switch how := compare.Between(col, x, y); {
		case how == compare.Always && col.Full():
			parting = append(parting, col.ID)
		case how == compare.Never:
			alike = append(alike, col.ID)
		}
	}
	return parting, alike
}

// state asks for the name of a drawing, or the drawing of a name; what is easily read in its place is offered first.
func (q *Question) state(g *guide.Matrix, character, state string, r *rand.Rand) error {
	n, ok := g.Column(character)
	if !ok || g.Columns[n].Kind != guide.States {
		return ErrNoCard
	}
	col := &g.Columns[n]
	k, ok := col.State(state)
	if !ok || len(col.States) < 2 {
		return ErrNoCard
	}
	q.Kind, q.Character, q.State, q.Right = WhichName, col.ID, col.States[k].ID, col.States[k].ID
	if r.IntN(2) == 0 {
		q.Kind = WhichDrawing
	}
	q.Choices = []string{q.Right}
	for _, near := range []bool{true, false} {
		for _, i := range r.Perm(len(col.States)) {
			other := col.States[i].ID
			if len(q.Choices) < mostChoices && other != q.Right && slices.Contains(col.States[k].Near, other) == near {
				q.Choices = append(q.Choices, other)
			}
		}
	}
	return nil
}

// family asks for the family of a figure, among others of its kingdom.
func (q *Question) family(g *guide.Matrix, taxon string, r *rand.Rand) error {
	t, ok := g.Taxon(taxon)
	if !ok || g.Taxa[t].Family == "" {
		return ErrNoCard
	}
	q.Kind, q.Taxa, q.Right = WhichFamily, []string{g.Taxa[t].ID}, g.Taxa[t].Family
	var others []string
	for i := range g.Taxa {
		if f := g.Taxa[i].Family; g.Taxa[i].Kingdom == g.Taxa[t].Kingdom && f != "" && f != q.Right && !slices.Contains(others, f) {
			others = append(others, f)
		}
	}
	if len(others) == 0 {
		return ErrNoCard
	}
	q.Choices = []string{q.Right}
	for _, i := range r.Perm(len(others))[:min(len(others), mostChoices-1)] {
		q.Choices = append(q.Choices, others[i])
	}
	return nil
}

// Cards lists the cards of a deck, in the guide's order; of what is due and what is misread only those who know the answers can tell.
func Cards(g *guide.Matrix, d Deck, q Request) ([]string, error) {
	switch d {
	case States:
		return stateCards(g), nil
	case Families:
		return familyCards(g, &q)
	case Pairs, Season, Deadly:
		return pairCards(g, d, &q)
	}
	return nil, fmt.Errorf("%q is no deck of the guide's", d)
}

// stateCards are those of the states that a drawing shows: of all but colours, scents, tastes and places.
func stateCards(g *guide.Matrix) []string {
	var out []string
	for n := range g.Columns {
		col := &g.Columns[n]
		if f := col.FootingOf(); col.Kind != guide.States || col.Organ == guide.Piece || f == policy.Colour || f == policy.Scent || f == policy.Place {
			continue
		}
		for _, s := range col.States {
			out = append(out, StateCard(col.ID, s.ID))
		}
	}
	return out
}

func familyCards(g *guide.Matrix, q *Request) ([]string, error) {
	f, err := survey(g, q)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	var out []string
	for t := range g.Taxa {
		if tx := &g.Taxa[t]; tx.Family != "" && f.lives[t] && (q.Kingdom == "" || tx.Kingdom == q.Kingdom) {
			out = append(out, FamilyCard(tx.ID))
		}
	}
	return out, nil
}

// pairCards are those of what is eaten and what it is taken for.
func pairCards(g *guide.Matrix, d Deck, q *Request) ([]string, error) {
	asked := *q
	if d != Season {
		asked.Date = ""
	}
	f, err := survey(g, &asked)
	if err != nil {
		return nil, err
	}
	defer f.Close()
	all, err := f.targets()
	if err != nil {
		return nil, err
	}
	var out []string
	for _, t := range all {
		for _, o := range f.doubles(t) {
			if d == Deadly && g.Taxa[o].Harm != guide.Deadly {
				continue
			}
			if parting, alike := apart(g, t, o); len(parting) == 0 || len(alike) == 0 {
				continue
			}
			if card := PairCard(g.Taxa[t].ID, g.Taxa[o].ID); !slices.Contains(out, card) {
				out = append(out, card)
			}
		}
	}
	return out, nil
}
