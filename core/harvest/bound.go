// Package harvest says what a picking comes to: how many pieces of another kind could still be in it, how much of a stand may be taken, and
// what a piece of another kind sets off.
package harvest

import (
	"fmt"
	"math/big"
)

// MostPieces is how many pieces a picking holds at most. Common practice; no source.
const MostPieces = 2000

// atLeast is how likely what was found must be for a number of others to be reckoned with: 95 of 100 such pickings hold no more.
// Common practice.
var atLeast = big.NewRat(5, 100)

// Bound is how many pieces that were not checked could still be of another kind, at 95 %, where so many of all pieces, taken at random, were
// checked and so many of those were wrong: the greatest number for which no more wrong ones are found as often as one time in twenty
// (hypergeometric distribution, exact).
func Bound(pieces, checked, wrong int) (int, error) {
	switch {
	case pieces < 0 || pieces > MostPieces:
		return 0, fmt.Errorf("%d pieces are not 0 to %d", pieces, MostPieces)
	case checked < 0 || checked > pieces:
		return 0, fmt.Errorf("%d of %d pieces cannot have been checked", checked, pieces)
	case wrong < 0 || wrong > checked:
		return 0, fmt.Errorf("%d of %d checked pieces cannot have been wrong", wrong, checked)
	}
	// The chance falls as the number rises, so that it is found by halving.
	least, most := wrong, pieces-checked+wrong
	for least < most {
		middle := (least + most + 1) / 2
		if chance(pieces, checked, wrong, middle).Cmp(atLeast) >= 0 {
			least = middle
		} else {
			most = middle - 1
		}
	}
	return least - wrong, nil
}

// chance is how likely at most so many wrong ones are found among the checked, where so many of all are wrong.
func chance(pieces, checked, found, wrong int) *big.Rat {
	sum := new(big.Int)
	for x := max(0, checked-(pieces-wrong)); x <= min(found, wrong); x++ {
		a := new(big.Int).Binomial(int64(wrong), int64(x))
		b := new(big.Int).Binomial(int64(pieces-wrong), int64(checked-x))
		sum.Add(sum, a.Mul(a, b))
	}
	return new(big.Rat).SetFrac(sum, new(big.Int).Binomial(int64(pieces), int64(checked)))
}

// Says puts a bound into words. Only a picking of which every piece was checked has none.
func Says(pieces, checked, bound int) string {
	switch {
	case pieces == 0:
		return "Nothing is in it yet."
	case checked == pieces:
		return "Every piece was checked."
	case bound == 1:
		return fmt.Sprintf("%d of %d pieces were checked: 1 other could still be in it.", checked, pieces)
	}
	return fmt.Sprintf("%d of %d pieces were checked: up to %d others could still be in it.", checked, pieces, bound)
}
