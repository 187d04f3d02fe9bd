package ruling

import (
	"cmp"
	"slices"

	"zestythicket/core/evidence"
)

// SecondLook is a column that is to be looked at once more, with what was read hidden, and the gravest harmful taxon that hangs on it.
type SecondLook struct {
	Column, Against int
}

// secondLooks lists what is to be looked at a second time, what people err on most first, where that is all that is missing: every
// harmful taxon that is not out would be, if these were read again with the same answer. Nil where that would not do.
func (r *Ruling) secondLooks() []SecondLook {
	if r.working < 0 {
		return nil
	}
	for _, t := range r.missing.Members() {
		if st, standard := r.Standing(t); st.Slips < 1 || st.Balance < standard.Balance || standard.Built && !st.Built {
			return nil
		}
	}
	var out []SecondLook
	for _, t := range r.gravestFirst(r.missing) {
		for _, l := range evidence.Exposed(r.sheet.LinesBetween(r.working, t)) {
			for _, e := range l.Leaning {
				if !e.CanLookTwice() {
					return nil
				}
				if !slices.ContainsFunc(out, func(s SecondLook) bool { return s.Column == e.Number }) {
					out = append(out, SecondLook{e.Number, t})
				}
			}
		}
	}
	columns := r.sheet.Guide.Columns
	slices.SortFunc(out, func(a, b SecondLook) int {
		x, y := &columns[a.Column], &columns[b.Column]
		return cmp.Or(cmp.Compare(y.Error, x.Error), cmp.Compare(x.ID, y.ID))
	})
	return out
}

// SecondLooks lists what is to be looked at a second time, with what was read hidden, where that is all that is missing;
// what people err on most comes first.
func (r *Ruling) SecondLooks() []SecondLook {
	if r.Code() != LookTwice {
		return nil
	}
	return r.seconds
}
