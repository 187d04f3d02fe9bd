package policy

// Quarters are quarters of the weight of one firm conflict in full, so that halves of halves stay whole numbers.
type Quarters int

// Whole is the weight of a firm conflict that counts in full.
const Whole Quarters = 4

// Weight is what a conflict counts: the whole, halved where the reading is soft, because it rests on something that was
// not seen; halved again where it does not count in full, because such things vary and deceive. Common practice.
func Weight(firm, full bool) Quarters {
	w := Whole
	if !firm {
		w /= 2
	}
	if !full {
		w /= 2
	}
	return w
}

// Lines is a strength rounded up to whole lines of evidence.
func (q Quarters) Lines() int { return int((q + Whole - 1) / Whole) }

// In is the number of lines of evidence that a strength comes to, in steps of a quarter.
func (q Quarters) In() float64 { return float64(q) / float64(Whole) }
