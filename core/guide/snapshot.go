package guide

import (
	"crypto/sha256"
	"encoding/hex"
	"encoding/json"
	"sync"
)

// Snapshot is a guide as it is in use at one moment: as written, with what its owner lays over it, and compiled. It never
// changes, so many may read it at once and whoever holds one is answered by one and the same guide to the end; a change
// makes another.
type Snapshot struct {
	// Source is the guide with the overlay laid over it; Base the guide without.
	Source, Base *Source
	Matrix       *Matrix
	// Hash names it by its content.
	Hash string
	// Overlay is what its owner lays over the guide.
	Overlay *Overlay
	// Trouble is why the overlay is not in use; empty where it is.
	Trouble string

	names func() *nameIndex
}

// NewSnapshot makes a snapshot of a valid guide, with an overlay laid over the base already.
func NewSnapshot(base, source *Source, overlay *Overlay) *Snapshot {
	s := &Snapshot{Source: source, Base: base, Matrix: CompileValid(source), Overlay: overlay, Hash: hashOf(source)}
	s.names = sync.OnceValue(func() *nameIndex { return newNameIndex(s.Matrix) })
	return s
}

func hashOf(g *Source) string {
	b, _ := json.Marshal(g) // it was read from JSON or YAML, so it can be written
	sum := sha256.Sum256(b)
	return hex.EncodeToString(sum[:])
}

// Find lists the taxa that are called so, as Matrix.Find does; where nothing is, those whose names are like it.
func (s *Snapshot) Find(query string) []Hit {
	if hits := s.Matrix.Find(query); len(hits) > 0 {
		return hits
	}
	return s.names().like(query)
}

// NewFindings lists what a careful author would want to know of a changed guide and not of this one.
func (s *Snapshot) NewFindings(changed *Snapshot) []Finding {
	touched := map[string]bool{}
	for _, o := range []*Overlay{s.Overlay, changed.Overlay} {
		for i := range o.Taxa {
			touched[o.Taxa[i].ID] = true
		}
		for i := range o.Corrections {
			touched[o.Corrections[i].Taxon] = true
		}
	}
	known := map[string]bool{}
	for _, f := range s.Matrix.LintOf(touched) {
		known[f.Lint+f.About] = true
	}
	var out []Finding
	for _, f := range changed.Matrix.LintOf(touched) {
		if !known[f.Lint+f.About] {
			out = append(out, f)
		}
	}
	return out
}
