package server

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"errors"
	"fmt"
	"net/http"
	"slices"
	"strings"
	"sync"

	"zestythicket/core/guide"
	"zestythicket/core/identify"
	"zestythicket/core/journal"
	"zestythicket/guidefile"
	"zestythicket/store"

	"github.com/danielgtaylor/huma/v2"
)

// mine is the user's own guide: what it is laid over, what it says, and why it is not in use where it is not.
type mine struct {
	sync.RWMutex // held for reading while anything is answered, for writing while the guide changes
	base         *guide.Source
	own          guide.Overlay
	trouble      string
	// known are the findings of the guide in use, once they were asked for.
	known map[string]bool
}

// ownView is the user's own guide as it is shown.
type ownView struct {
	Taxa        []ownTaxon      `json:"taxa"`
	Corrections []ownCorrection `json:"corrections"`
	CanUndo     bool            `json:"can_undo"`
	Trouble     string          `json:"trouble" doc:"Why none of it is in use; empty where it is"`
}

type ownTaxon struct {
	ID     string `json:"id"`
	Called string `json:"called"`
	Name   string `json:"name"`
	Use    string `json:"use"`
	Harm   string `json:"harm" enum:"deadly,serious,upset,none,unknown"`
	Scores int    `json:"scores" doc:"How many features it is scored for"`
	// Taxon is the whole, in the form of the guide's files.
	Taxon map[string]any `json:"taxon"`
}

type ownCorrection struct {
	Taxon  string         `json:"taxon"`
	Called string         `json:"called"`
	Common []string       `json:"common"`
	Note   string         `json:"note"`
	Scores map[string]any `json:"scores" doc:"By character, in the form of the guide's files"`
}

// ownAnswer tells what came of a change: kept, or what must be confirmed first.
type ownAnswer struct {
	Saved bool              `json:"saved"`
	Asks  []guide.Loosening `json:"asks" doc:"What the change makes easier that ought to be hard, and what it leaves open"`
	// Confirm is to be sent back with the same change by whoever has read what is asked.
	Confirm string  `json:"confirm"`
	Own     ownView `json:"own"`
}

// OwnWrite is what every change of the user's own guide carries.
type OwnWrite struct {
	Op      string `json:"op" format:"uuid"`
	Confirm string `json:"confirm,omitempty" maxLength:"64" doc:"The word that the answer gave, once what it asks was read"`
}

func (a *App) ownRoutes(api huma.API) {
	huma.Register(api, operation(http.MethodGet, "/own", "get-own", "The user's own guide"),
		func(ctx context.Context, _ *none) (*body[ownView], error) { return answer(a.viewOwn(ctx)) })
	huma.Register(api, operation(http.MethodGet, "/own.yaml", "export-own", "The user's own guide as YAML"),
		func(context.Context, *none) (*fileBody, error) {
			b, err := guidefile.WriteOverlay(&a.mine.own)
			if err != nil {
				return nil, asProblem(err)
			}
			return file("application/yaml", "my-guide.yaml", b), nil
		})
	huma.Register(api, operation(http.MethodPut, "/own/taxa/{id}", "put-own-taxon", "Keep a taxon of the user's own"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id"`
			Body struct {
				OwnWrite
				Taxon map[string]any `json:"taxon" doc:"In the form of the guide's files"`
			}
		}) (*body[ownAnswer], error) {
			t, err := decoded[guide.Taxon](in.Body.Taxon)
			if err == nil && t.ID != in.ID {
				err = refused{fmt.Errorf("the id is %q at the address and %q in the taxon", in.ID, t.ID)}
			}
			if err != nil {
				return nil, asProblem(err)
			}
			return answer(a.changeOwn(ctx, in.Body.OwnWrite, a.mine.own.Over(&guide.Overlay{Taxa: []guide.Taxon{*t}})))
		})
	huma.Register(api, operation(http.MethodPut, "/own/corrections/{id}", "put-own-correction", "Keep names, a note or corrections of a taxon of the guide"),
		func(ctx context.Context, in *struct {
			ID   string `path:"id"`
			Body struct {
				OwnWrite
				Common []string       `json:"common"`
				Note   string         `json:"note"`
				Scores map[string]any `json:"scores" doc:"By character, in the form of the guide's files"`
			}
		}) (*body[ownAnswer], error) {
			scores, err := decoded[guide.Scores](in.Body.Scores)
			if err != nil {
				return nil, asProblem(err)
			}
			c := guide.Correction{Taxon: in.ID, Common: in.Body.Common, Note: guide.Prose(strings.TrimSpace(in.Body.Note)), Scores: *scores}
			if len(c.Common)+len(c.Note)+len(c.Scores) == 0 {
				return answer(a.changeOwn(ctx, in.Body.OwnWrite, a.ownWithout(nil, []string{in.ID})))
			}
			return answer(a.changeOwn(ctx, in.Body.OwnWrite, a.mine.own.Over(&guide.Overlay{Corrections: []guide.Correction{c}})))
		})
	huma.Register(api, operation(http.MethodPost, "/own/remove", "remove-own", "Take entries out of the user's own guide"),
		func(ctx context.Context, in *struct {
			Body struct {
				OwnWrite
				Taxa        []string `json:"taxa"`
				Corrections []string `json:"corrections"`
			}
		}) (*body[ownAnswer], error) {
			return answer(a.changeOwn(ctx, in.Body.OwnWrite, a.ownWithout(in.Body.Taxa, in.Body.Corrections)))
		})
	huma.Register(api, operation(http.MethodPost, "/own/import", "import-own", "Lay a file over the user's own guide"),
		func(ctx context.Context, in *struct {
			Body struct {
				OwnWrite
				Name string `json:"name" maxLength:"200" doc:"The file's name, for what is said of it"`
				Text string `json:"text" doc:"YAML or JSON, as it is exported"`
			}
		}) (*body[ownAnswer], error) {
			own, _, err := guidefile.ReadOverlay(in.Body.Name, []byte(in.Body.Text), a.mine.base)
			if err != nil {
				return nil, asProblem(refused{err})
			}
			if len(own.Taxa)+len(own.Corrections) == 0 {
				return nil, asProblem(refused{fmt.Errorf("%s holds neither taxa nor corrections", in.Body.Name)})
			}
			return answer(a.changeOwn(ctx, in.Body.OwnWrite, a.mine.own.Over(own)))
		})
	huma.Register(api, operation(http.MethodPost, "/own/undo", "undo-own", "Take back the last change of the user's own guide"),
		func(ctx context.Context, in *struct{ Body OwnWrite }) (*body[ownAnswer], error) {
			kept, err := a.Store.OwnGuides(ctx, Owner, 2)
			if err != nil || len(kept) == 0 {
				return nil, asProblem(cmpOr(err, journal.ErrNothingToUndo))
			}
			before := &guide.Overlay{}
			if len(kept) == 2 {
				if err := json.Unmarshal([]byte(kept[1].Body), before); err != nil {
					return nil, asProblem(err)
				}
			}
			return answer(a.changeOwn(ctx, in.Body, before))
		})
}

func cmpOr(err, other error) error {
	if err != nil {
		return err
	}
	return other
}

// decoded reads what came as plain values as what it stands for.
func decoded[T any](v any) (*T, error) {
	b, err := json.Marshal(v)
	if err != nil {
		return nil, err
	}
	out := new(T)
	d := json.NewDecoder(strings.NewReader(string(b)))
	d.DisallowUnknownFields()
	if err := d.Decode(out); err != nil {
		return nil, refused{err}
	}
	return out, nil
}

// oneGuide lets every request be answered with one and the same guide from beginning to end.
func (a *App) oneGuide(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method != http.MethodGet && strings.HasPrefix(r.URL.Path, "/api/v1/own/") {
			a.mine.Lock()
			defer a.mine.Unlock()
		} else {
			a.mine.RLock()
			defer a.mine.RUnlock()
		}
		next.ServeHTTP(w, r)
	})
}

// LoadOwn lays the user's own guide, as it was kept last, over the guide. One that does not go with this guide is kept
// and not used, and the view of it says why.
func (a *App) LoadOwn(ctx context.Context) error {
	kept, err := a.Store.OwnGuides(ctx, Owner, 1)
	if err != nil || len(kept) == 0 {
		return err
	}
	own, laid, err := guidefile.ReadOverlay("my guide", []byte(kept[0].Body), a.mine.base)
	if err != nil {
		a.mine.trouble = plainly(err).Error()
		return json.Unmarshal([]byte(kept[0].Body), &a.mine.own)
	}
	a.use(own, laid)
	return a.relist(ctx)
}

func (a *App) use(own *guide.Overlay, laid *guide.Source) {
	a.mine.own, a.mine.trouble, a.mine.known = *own, "", nil
	a.Guide, a.guideHash = guide.CompileValid(laid), hashOf(laid)
}

func (a *App) ownWithout(taxa, corrections []string) *guide.Overlay {
	out := a.mine.own.Over(&guide.Overlay{})
	out.Taxa = slices.DeleteFunc(out.Taxa, func(t guide.Taxon) bool { return slices.Contains(taxa, t.ID) })
	out.Corrections = slices.DeleteFunc(out.Corrections, func(c guide.Correction) bool { return slices.Contains(corrections, c.Taxon) })
	return out
}

// pages are addresses beside those of the taxa, which a taxon's id would hide.
var pages = []string{"family", "mine", "new", "words"}

// changeOwn puts another guide of the user's own in place of what it is, if it validates, and if what it makes easier
// was confirmed.
func (a *App) changeOwn(ctx context.Context, w OwnWrite, next *guide.Overlay) (ownAnswer, error) {
	text, err := json.Marshal(next)
	if err != nil {
		return ownAnswer{}, err
	}
	own, laid, err := guidefile.ReadOverlay("my guide", text, a.mine.base)
	if err != nil {
		return ownAnswer{}, refused{plainly(err)}
	}
	for _, t := range own.Taxa {
		if slices.Contains(pages, t.ID) {
			return ownAnswer{}, refused{fmt.Errorf("id: %q is the address of a page of its own; choose another", t.ID)}
		}
	}
	out := ownAnswer{Asks: append(guide.Loosened(a.Guide.AsWritten(), laid), a.newFindings(laid)...)}
	if len(out.Asks) > 0 {
		b, _ := json.Marshal(out.Asks) // plain texts can be written
		sum := sha256.Sum256(b)
		if out.Confirm = hex.EncodeToString(sum[:]); out.Confirm != w.Confirm {
			out.Own, err = a.viewOwn(ctx)
			return out, err
		}
	}
	if err := a.Store.KeepOwnGuide(ctx, Owner, w.Op, a.Now(), string(text)); err != nil {
		return ownAnswer{}, err
	}
	a.use(own, laid)
	if err := a.relist(ctx); err != nil {
		return ownAnswer{}, err
	}
	out.Saved, out.Asks, out.Confirm = true, []guide.Loosening{}, ""
	out.Own, err = a.viewOwn(ctx)
	return out, err
}

// newFindings is what a careful author would want to know of the changed guide and not of the one in use.
func (a *App) newFindings(laid *guide.Source) []guide.Loosening {
	if a.mine.known == nil {
		a.mine.known = map[string]bool{}
		for _, f := range a.Guide.Lint() {
			a.mine.known[f.Lint+f.About] = true
		}
	}
	var out []guide.Loosening
	changed := guide.CompileValid(laid)
	for _, f := range changed.Lint() {
		if a.mine.known[f.Lint+f.About] {
			continue
		}
		l := guide.Loosening{Says: strings.TrimSuffix(f.Says, ".") + "."}
		for i, id := range strings.Split(f.About, "/") {
			n, ok := changed.Taxon(id)
			if !ok {
				continue
			}
			t := &changed.Taxa[n]
			l.Says = strings.ReplaceAll(l.Says, fmt.Sprintf("%q", id), t.DisplayName())
			if i == 0 {
				l.Taxon, l.DisplayName, l.Harm = t.ID, t.DisplayName(), t.Harm
			}
		}
		out = append(out, l)
	}
	return out
}

// plainly tells what is wrong with something that was typed into a form, not read from a file's lines.
func plainly(err error) error {
	var r *guidefile.Refused
	if !errors.As(err, &r) {
		return err
	}
	var says []string
	for _, p := range r.Diagnostics {
		steps := strings.SplitN(p.At, "/", 4) // "", taxa or corrections, number, rest
		if len(steps) == 4 && steps[3] != "" {
			says = append(says, steps[3]+": "+p.Says)
		} else {
			says = append(says, p.Says)
		}
	}
	return errors.New(strings.Join(says, "; "))
}

// relist rules anew on every open record for the lists, after what is ruled by has changed.
func (a *App) relist(ctx context.Context) error {
	set, err := a.settings(ctx)
	if err != nil {
		return err
	}
	return a.Store.Relist(ctx, Owner, func(id string, events []journal.Event) (store.Listing, error) {
		s := journal.Fold(events)
		ans, err := identify.Identify(a.Guide, s.Record(id, set.observer()))
		if err != nil {
			return store.Listing{}, err
		}
		return a.listing(ans, s)
	})
}

func (a *App) viewOwn(ctx context.Context) (ownView, error) {
	v := ownView{Taxa: []ownTaxon{}, Corrections: []ownCorrection{}, Trouble: a.mine.trouble}
	kept, err := a.Store.OwnGuides(ctx, Owner, 1)
	if err != nil {
		return v, err
	}
	v.CanUndo = len(kept) > 0
	for i := range a.mine.own.Taxa {
		t := &a.mine.own.Taxa[i]
		whole, err := decoded[map[string]any](t)
		if err != nil {
			return v, err
		}
		v.Taxa = append(v.Taxa, ownTaxon{t.ID, t.DisplayName(), t.Name, string(t.Use), string(t.Harm), len(t.Scores), *whole})
	}
	for i := range a.mine.own.Corrections {
		c := &a.mine.own.Corrections[i]
		scores, err := decoded[map[string]any](c.Scores)
		if err != nil {
			return v, err
		}
		if *scores == nil {
			*scores = map[string]any{}
		}
		called := c.Taxon
		if n, ok := a.Guide.Taxon(c.Taxon); ok {
			called = a.Guide.Taxa[n].DisplayName()
		}
		v.Corrections = append(v.Corrections, ownCorrection{c.Taxon, called, append([]string{}, c.Common...), string(c.Note), *scores})
	}
	return v, nil
}

// ownKind tells whether a taxon is one of the user's own, or one that they say something of.
func (a *App) ownKind(id string) string {
	switch {
	case a.mine.own.Taxon(id) != nil:
		return "taxon"
	case a.mine.own.Correction(id) != nil:
		return "corrected"
	}
	return ""
}

// corrects tells whether it is the user who says what the taxon shows for the character.
func (a *App) corrects(taxon, character string) bool {
	if c := a.mine.own.Correction(taxon); c != nil {
		_, ok := c.Scores[character]
		return ok
	}
	return a.mine.own.Taxon(taxon) != nil
}
