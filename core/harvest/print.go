package harvest

import "time"

// A spore print is looked at from PrintFrom on; after PrintTo the cap begins to rot and what lies there is no longer only spores. Common
// practice; no source.
const (
	PrintFrom = 2 * time.Hour
	PrintTo   = 12 * time.Hour
)

// Ripeness is how far on a print is.
type Ripeness string

// How far on: still to wait for, to be looked at, and past the time at which it should have been.
const (
	Waiting Ripeness = "waiting"
	Ready   Ripeness = "ready"
	Overdue Ripeness = "overdue"
)

// RipenessOf tells how far on a print is that was laid at a time; what fell by itself is there. A clock that was set back leaves it waiting.
func RipenessOf(laid, now time.Time, natural bool) Ripeness {
	switch since := now.Sub(laid); {
	case natural:
		return Ready
	case since < PrintFrom:
		return Waiting
	case since > PrintTo:
		return Overdue
	}
	return Ready
}
