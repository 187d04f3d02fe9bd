package app

import (
	"context"
	"encoding/json"
	"sync"
	"sync/atomic"

	"zestythicket/core/guide"
)

// guides holds the snapshot in use of each owner. Reading one takes no lock that a change holds.
type guides struct {
	base  *guide.Snapshot
	store Store
	files GuideFiles
	all   sync.Map // owner: *owned
}

// owned is an owner's snapshot. Changing is held while a change is made, and by nobody who only reads.
type owned struct {
	changing sync.Mutex
	snapshot atomic.Pointer[guide.Snapshot]
}

func newGuides(base *guide.Source, store Store, files GuideFiles) *guides {
	return &guides{base: guide.NewSnapshot(base, base, &guide.Overlay{}), store: store, files: files}
}

// of gives the snapshot in use of an owner; at first the one that was kept last.
func (g *guides) of(ctx context.Context, owner string) (*guide.Snapshot, error) {
	if g.store == nil {
		return g.base, nil
	}
	o := g.owned(owner)
	if s := o.snapshot.Load(); s != nil {
		return s, nil
	}
	o.changing.Lock()
	defer o.changing.Unlock()
	if s := o.snapshot.Load(); s != nil {
		return s, nil
	}
	s, err := g.load(ctx, owner)
	if err == nil {
		o.snapshot.Store(s)
	}
	return s, err
}

func (g *guides) owned(owner string) *owned {
	o, _ := g.all.LoadOrStore(owner, new(owned))
	return o.(*owned)
}

// load lays the overlay that was kept last over the guide. One that does not go with this guide is kept and not used.
func (g *guides) load(ctx context.Context, owner string) (*guide.Snapshot, error) {
	kept, err := g.store.Overlays(ctx, owner, 1)
	if err != nil || len(kept) == 0 {
		return g.base, err
	}
	overlay, laid, err := g.files.ReadOverlay("my guide", kept[0], g.base.Source)
	if err == nil {
		return guide.NewSnapshot(g.base.Source, laid, overlay), nil
	}
	unused := *g.base
	unused.Trouble, unused.Overlay = g.files.Plainly(err).Error(), &guide.Overlay{}
	if json.Unmarshal(kept[0], unused.Overlay) != nil { // not to be shown either; the change before it can be brought back
		unused.Overlay = &guide.Overlay{}
	}
	return &unused, nil
}

// again lays over the guide what is kept now, for whoever asks from now on.
func (g *guides) again(ctx context.Context, owner string) error {
	o := g.owned(owner)
	o.changing.Lock()
	defer o.changing.Unlock()
	s, err := g.load(ctx, owner)
	if err == nil {
		o.snapshot.Store(s)
	}
	return err
}
