package guide_test

import (
	"testing"

	"zestythicket/core/guide"
)

// Within a sentence a name begins small, unless it is called after a person or a place.
func TestNamesWithinASentence(t *testing.T) {
	for name, want := range map[string]string{
		"Death cap":            "death cap",
		"Herb Paris":           "herb Paris",
		"Devil's bolete":       "devil's bolete",
		"German chamomile":     "German chamomile",
		"St George's mushroom": "St George's mushroom",
		"Star-of-Bethlehem":    "star-of-Bethlehem",
		"East Asian death cap": "East Asian death cap",
		"Eastern hemlock":      "eastern hemlock",
		"Agaricus sp.":         "Agaricus sp.",
		"":                     "",
	} {
		if got := guide.InSentence(name); got != want {
			t.Errorf("%q stands as %q within a sentence, not as %q", name, got, want)
		}
	}
}
