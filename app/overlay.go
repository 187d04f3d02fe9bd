package app

import (
	"bytes"
	"context"
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"fmt"
	"slices"
	"strings"

	"zestythicket/core/events"
	"zestythicket/core/guide"
)

// Overlay is what the user lays over the guide, as it is shown.
type Overlay struct {
	Taxa        []OverlayTaxon      `json:"taxa"`
	Corrections []OverlayCorrection `json:"corrections"`
	CanUndo     bool                `json:"can_undo"`
	Trouble     string              `json:"trouble" doc:"Why none of it is in use; empty where it is"`
}

// OverlayTaxon is a taxon of the user's own, in short and whole.
type OverlayTaxon struct {
	ID          string        `json:"id"`
	DisplayName string        `json:"display_name"`
	Name        string        `json:"name"`
	Use         guide.Use     `json:"use"`
	Harm        guide.Harm    `json:"harm"`
	Scores      int           `json:"scores" doc:"How many features it is scored for"`
	Taxon       TaxonDocument `json:"taxon"`
}

// OverlayCorrection is what the user says of a taxon of the guide.
type OverlayCorrection struct {
	Taxon       string           `json:"taxon"`
	DisplayName string           `json:"display_name"`
	Common      []string         `json:"common"`
	Note        string           `json:"note"`
	Scores      map[string]Score `json:"scores" doc:"By character"`
}

// TaxonDocument is all that is said of a taxon, its scores in the form that they are shown and edited in.
type TaxonDocument struct {
	ID          string                         `json:"id"`
	Aliases     []string                       `json:"aliases,omitempty"`
	Name        string                         `json:"name"`
	Rank        string                         `json:"rank,omitempty"`
	Kingdom     string                         `json:"kingdom"`
	Family      string                         `json:"family,omitempty"`
	Group       string                         `json:"group,omitempty"`
	Common      []string                       `json:"common,omitempty"`
	Synonyms    []string                       `json:"synonyms,omitempty"`
	Use         guide.Use                      `json:"use"`
	Harm        guide.Harm                     `json:"harm"`
	Contact     *TaxonContact                  `json:"contact,omitempty"`
	Disputed    string                         `json:"disputed,omitempty"`
	Regions     []string                       `json:"regions,omitempty"`
	Season      map[guide.Organ][]guide.Window `json:"season,omitempty"`
	Scores      map[string]Score               `json:"scores,omitempty" doc:"By character"`
	MustSee     []string                       `json:"must_see,omitempty"`
	Lookalikes  []guide.Lookalike              `json:"lookalikes,omitempty"`
	Handling    string                         `json:"handling,omitempty"`
	Harvest     string                         `json:"harvest,omitempty"`
	Preparation string                         `json:"preparation,omitempty"`
	Cautions    string                         `json:"cautions,omitempty"`
	Onset       *guide.Onset                   `json:"onset,omitempty"`
	Sources     []string                       `json:"sources,omitempty"`
}

// TaxonContact is what a taxon does to whoever touches it, and how to handle it.
type TaxonContact struct {
	Does     string `json:"does,omitempty"`
	Handling string `json:"handling,omitempty"`
}

func documentOf(t *guide.Taxon) TaxonDocument {
	d := TaxonDocument{
		ID: t.ID, Aliases: t.Aliases, Name: t.Name, Rank: t.Rank, Kingdom: t.Kingdom, Family: t.Family, Group: t.Group, Common: t.Common,
		Synonyms: t.Synonyms, Use: t.Use, Harm: t.Harm, Disputed: string(t.Disputed), Regions: t.Regions, Season: t.Season,
		Scores: scoresOf(t.Scores), MustSee: t.MustSee, Lookalikes: t.Lookalikes, Handling: string(t.Handling), Harvest: string(t.Harvest.Prose()),
		Preparation: string(t.Preparation.Prose()), Cautions: string(t.Cautions), Onset: t.Onset, Sources: t.Sources,
	}
	if t.Contact != nil {
		d.Contact = &TaxonContact{string(t.Contact.Does), string(t.Contact.Handling)}
	}
	return d
}

func (d *TaxonDocument) taxon() guide.Taxon {
	t := guide.Taxon{
		ID: d.ID, Aliases: d.Aliases, Name: d.Name, Rank: d.Rank, Kingdom: d.Kingdom, Family: d.Family, Group: d.Group, Common: d.Common,
		Synonyms: d.Synonyms, Use: d.Use, Harm: d.Harm, Disputed: guide.Prose(d.Disputed), Regions: d.Regions, Season: d.Season,
		Scores: guideScores(d.Scores), MustSee: d.MustSee, Lookalikes: d.Lookalikes, Handling: guide.Prose(d.Handling),
		Cautions: guide.Prose(d.Cautions), Onset: d.Onset, Sources: d.Sources,
	}
	if d.Harvest != "" {
		t.Harvest = &guide.Harvest{Says: guide.Prose(d.Harvest)}
	}
	if d.Preparation != "" {
		t.Preparation = &guide.Preparation{Says: guide.Prose(d.Preparation)}
	}
	if d.Contact != nil {
		t.Contact = &guide.Contact{Does: guide.Prose(d.Contact.Does), Handling: guide.Prose(d.Contact.Handling)}
	}
	return t
}

// TaxonDocument gives all that the guide says of a taxon.
func (s *Session) TaxonDocument(id string) (*TaxonDocument, error) {
	n, err := s.find(id)
	if err != nil {
		return nil, err
	}
	d := documentOf(s.Guide.Matrix.Described(n))
	return &d, nil
}

// OverlayWrite is what every change of an overlay carries.
type OverlayWrite struct {
	// Op is the operation's id; the same one twice counts once.
	Op string
	// Confirm is the word that the answer gave, once what it asks was read.
	Confirm string

	back bool // it takes the last change back
}

// OverlayChange tells what came of a change of an overlay: kept, or what must be confirmed first.
type OverlayChange struct {
	Saved bool              `json:"saved"`
	Asks  []guide.Loosening `json:"asks" doc:"What the change makes easier that ought to be hard, and what it leaves open"`
	// Confirm is to be sent back with the same change by whoever has read what is asked.
	Confirm string  `json:"confirm"`
	Overlay Overlay `json:"overlay"`
}

// Overlay gives what the user lays over the guide.
func (s *Session) Overlay(ctx context.Context) (*Overlay, error) {
	o := s.Guide.Overlay
	v := &Overlay{Taxa: []OverlayTaxon{}, Corrections: []OverlayCorrection{}, Trouble: s.Guide.Trouble}
	kept, err := s.Store.Overlays(ctx, s.Owner, 1)
	if err != nil {
		return nil, err
	}
	v.CanUndo = len(kept) > 0
	for i := range o.Taxa {
		t := &o.Taxa[i]
		v.Taxa = append(v.Taxa, OverlayTaxon{t.ID, t.DisplayName(), t.Name, t.Use, t.Harm, len(t.Scores), documentOf(t)})
	}
	for i := range o.Corrections {
		c := &o.Corrections[i]
		name := c.Taxon
		if n, ok := s.Guide.Matrix.Taxon(c.Taxon); ok {
			name = s.Guide.Matrix.Taxa[n].DisplayName()
		}
		v.Corrections = append(v.Corrections, OverlayCorrection{c.Taxon, name, append([]string{}, c.Common...), string(c.Note), scoresOf(c.Scores)})
	}
	return v, nil
}

// ExportOverlay gives what the user lays over the guide in the form that it is written in.
func (s *Session) ExportOverlay() ([]byte, error) {
	return s.guides.files.WriteOverlay(s.Guide.Overlay)
}

// KeepTaxon keeps a taxon of the user's own under an id.
func (s *Session) KeepTaxon(ctx context.Context, w OverlayWrite, id string, d TaxonDocument) (*OverlayChange, error) {
	if d.ID != id {
		return nil, refused("the id is %q at the address and %q in the taxon", id, d.ID)
	}
	return s.changeOverlay(ctx, w, func(now *guide.Overlay) (*guide.Overlay, error) {
		t := d.taxon()
		for i := range now.Taxa {
			if was := &now.Taxa[i]; was.ID == id {
				t.KeepUnseen(was)
			}
		}
		return now.Over(&guide.Overlay{Taxa: []guide.Taxon{t}}), nil
	})
}

// Correct keeps names, a note and scores that stand in place of the guide's for one of its taxa; with nothing said, what was
// said before is taken out.
func (s *Session) Correct(ctx context.Context, w OverlayWrite, taxon string, common []string, note string, scores map[string]Score) (*OverlayChange, error) {
	c := guide.Correction{Taxon: taxon, Common: common, Note: guide.Prose(strings.TrimSpace(note)), Scores: guideScores(scores)}
	if len(c.Common)+len(c.Note)+len(c.Scores) == 0 {
		return s.RemoveFromOverlay(ctx, w, nil, []string{taxon})
	}
	return s.changeOverlay(ctx, w, over(&guide.Overlay{Corrections: []guide.Correction{c}}))
}

// RemoveFromOverlay takes taxa and corrections out.
func (s *Session) RemoveFromOverlay(ctx context.Context, w OverlayWrite, taxa, corrections []string) (*OverlayChange, error) {
	return s.changeOverlay(ctx, w, func(now *guide.Overlay) (*guide.Overlay, error) {
		out := now.Over(&guide.Overlay{})
		out.Taxa = slices.DeleteFunc(out.Taxa, func(t guide.Taxon) bool { return slices.Contains(taxa, t.ID) })
		out.Corrections = slices.DeleteFunc(out.Corrections, func(c guide.Correction) bool { return slices.Contains(corrections, c.Taxon) })
		return out, nil
	})
}

// ImportOverlay lays a file over what there is; name is the file's, for what is said of it.
func (s *Session) ImportOverlay(ctx context.Context, w OverlayWrite, name, text string) (*OverlayChange, error) {
	o, _, err := s.guides.files.ReadOverlay(name, []byte(text), s.Guide.Base)
	if err != nil {
		return nil, refuse(err)
	}
	if len(o.Taxa)+len(o.Corrections) == 0 {
		return nil, refused("%s holds neither taxa nor corrections", name)
	}
	return s.changeOverlay(ctx, w, over(o))
}

// UndoOverlay takes the last change back.
func (s *Session) UndoOverlay(ctx context.Context, w OverlayWrite) (*OverlayChange, error) {
	w.back = true
	return s.changeOverlay(ctx, w, func(*guide.Overlay) (*guide.Overlay, error) {
		kept, err := s.Store.Overlays(ctx, s.Owner, 2)
		if err != nil || len(kept) == 0 {
			return nil, cmpOr(err, events.ErrNothingToUndo)
		}
		before := &guide.Overlay{}
		if len(kept) == 2 {
			err = json.Unmarshal(kept[1], before)
		}
		return before, err
	})
}

func cmpOr(err, other error) error {
	if err != nil {
		return err
	}
	return other
}

func over(o *guide.Overlay) func(*guide.Overlay) (*guide.Overlay, error) {
	return func(now *guide.Overlay) (*guide.Overlay, error) { return now.Over(o), nil }
}

// pages are addresses beside those of the taxa, which a taxon's id would hide.
var pages = []string{"family", "mine", "new", "words"}

// changeOverlay puts another overlay in place of the one there is, if it validates, and if what it makes easier was
// confirmed. An operation that was kept before changes nothing, in memory or in the store.
func (s *Session) changeOverlay(ctx context.Context, w OverlayWrite, change func(now *guide.Overlay) (*guide.Overlay, error)) (*OverlayChange, error) {
	o := s.guides.owned(s.Owner)
	o.changing.Lock()
	defer o.changing.Unlock()
	now := &Session{App: s.App, Owner: s.Owner, Guide: o.snapshot.Load()} // as it is, now that nobody else changes it
	if known, err := s.overlayReplayed(ctx, w, change); known || err != nil {
		if err != nil {
			return nil, err
		}
		return now.answer(ctx, &OverlayChange{Saved: true, Asks: []guide.Loosening{}})
	}
	next, err := change(now.Guide.Overlay)
	if err != nil {
		return nil, err
	}
	text, err := json.Marshal(next)
	if err != nil {
		return nil, err
	}
	overlay, laid, err := s.guides.files.ReadOverlay("my guide", text, now.Guide.Base)
	if err != nil {
		return nil, refuse(s.guides.files.Plainly(err))
	}
	for _, t := range overlay.Taxa {
		if slices.Contains(pages, t.ID) {
			return nil, refused("id: %q is the address of a page of its own; choose another", t.ID)
		}
	}
	changed := guide.NewSnapshot(now.Guide.Base, laid, overlay)
	out := &OverlayChange{Asks: append(guide.Loosened(now.Guide.Source, laid), newFindings(now.Guide, changed)...)}
	if len(out.Asks) > 0 {
		b, _ := json.Marshal(out.Asks) // plain texts can be written
		sum := sha256.Sum256(b)
		if out.Confirm = hex.EncodeToString(sum[:]); out.Confirm != w.Confirm {
			return now.answer(ctx, out)
		}
	}
	if err := s.Store.KeepOverlay(ctx, s.Owner, w.Op, s.Now(), text); err != nil {
		return nil, err
	}
	o.snapshot.Store(changed)
	now.Guide = changed
	s.touch()
	out.Saved, out.Asks, out.Confirm = true, []guide.Loosening{}, ""
	return now.answer(ctx, out)
}

// overlayReplayed tells whether an operation was kept already, as it was sent now. One that said something else is a mistake.
func (s *Session) overlayReplayed(ctx context.Context, w OverlayWrite, change func(now *guide.Overlay) (*guide.Overlay, error)) (bool, error) {
	made, before, known, err := s.Store.OverlayOf(ctx, s.Owner, w.Op)
	if err != nil || !known || w.back {
		return known, err
	}
	was := &guide.Overlay{}
	if before != nil {
		if err := json.Unmarshal(before, was); err != nil {
			return false, fmt.Errorf("an earlier guide of one's own cannot be read: %w", err)
		}
	}
	again, err := change(was)
	if err != nil {
		return false, ErrOperationReused
	}
	if text, err := json.Marshal(again); err != nil || !bytes.Equal(text, made) {
		return false, ErrOperationReused
	}
	return true, nil
}

func (s *Session) answer(ctx context.Context, out *OverlayChange) (*OverlayChange, error) {
	v, err := s.Overlay(ctx)
	if err != nil {
		return nil, err
	}
	out.Overlay = *v
	return out, nil
}

// newFindings is what a careful author would want to know of the changed guide and not of the one in use.
func newFindings(now, changed *guide.Snapshot) []guide.Loosening {
	var out []guide.Loosening
	for _, f := range now.NewFindings(changed) {
		l := guide.Loosening{Says: strings.TrimSuffix(f.Says, ".") + "."}
		for i, id := range strings.Split(f.About, "/") {
			n, ok := changed.Matrix.Taxon(id)
			if !ok {
				continue
			}
			t := &changed.Matrix.Taxa[n]
			l.Says = strings.ReplaceAll(l.Says, fmt.Sprintf("%q", id), t.DisplayName())
			if i == 0 {
				l.Taxon, l.DisplayName, l.Harm = t.ID, t.DisplayName(), t.Harm
			}
		}
		out = append(out, l)
	}
	return out
}
