package guide

import "math/bits"

// Bits is a set of taxa, one bit each by the taxon's number in the compiled guide.
type Bits []uint64

// NewBits makes an empty set with room for n taxa.
func NewBits(n int) Bits { return make(Bits, (n+63)/64) }

// Set adds i to the set.
func (b Bits) Set(i int) { b[i>>6] |= 1 << (i & 63) }

// Clear takes i out of the set.
func (b Bits) Clear(i int) { b[i>>6] &^= 1 << (i & 63) }

// Has tells whether i is in the set.
func (b Bits) Has(i int) bool { return b[i>>6]&(1<<(i&63)) != 0 }

// Or adds all of o.
func (b Bits) Or(o Bits) {
	for i := range b {
		b[i] |= o[i]
	}
}

// AndNot takes all of o out.
func (b Bits) AndNot(o Bits) {
	for i := range b {
		b[i] &^= o[i]
	}
}

// And keeps only what is in o too.
func (b Bits) And(o Bits) {
	for i := range b {
		b[i] &= o[i]
	}
}

// Copy makes a set of its own with the same members.
func (b Bits) Copy() Bits { return append(Bits(nil), b...) }

// Count is the number of members.
func (b Bits) Count() int {
	n := 0
	for _, w := range b {
		n += bits.OnesCount64(w)
	}
	return n
}

// Meet is the number of members that b and o share.
func (b Bits) Meet(o Bits) int {
	n := 0
	for i := range b {
		n += bits.OnesCount64(b[i] & o[i])
	}
	return n
}

// Each calls f for every member, in order.
func (b Bits) Each(f func(i int)) {
	for w, word := range b {
		for word != 0 {
			f(w<<6 + bits.TrailingZeros64(word))
			word &= word - 1
		}
	}
}

// Any tells whether the set has a member.
func (b Bits) Any() bool {
	for _, w := range b {
		if w != 0 {
			return true
		}
	}
	return false
}

// Meets tells whether b and o share a member.
func (b Bits) Meets(o Bits) bool {
	for i := range b {
		if b[i]&o[i] != 0 {
			return true
		}
	}
	return false
}

// Members lists the members, in order.
func (b Bits) Members() []int {
	out := make([]int, 0, b.Count())
	b.Each(func(i int) { out = append(out, i) })
	return out
}
