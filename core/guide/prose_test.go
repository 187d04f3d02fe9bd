package guide

import (
	"encoding/json"
	"math/rand/v2"
	"strings"
	"testing"
)

// A text is read the short way as the long way reads it, whatever is in it; what is no JSON is refused by both.
func TestProseIsReadAlikeTheShortAndTheLongWay(t *testing.T) {
	parts := []string{`"`, `"`, `a`, ` `, `é`, `\n`, `\"`, `\u00e9`, "\n", "\t", "\x00", "\x1f", "\x7f", "\xff", "\u0085", `,`, `]`, `[`, "\u2028"}
	texts := []string{``, `"`, `""`, `" It is boiled. "`, ` "It is boiled." `, `"It is boiled." x`, `["Boil.", "Pour off."]`, `{"b": "x", "a": "y"}`, `null`, `3`}
	r := rand.New(rand.NewPCG(5, 9))
	for range 20_000 {
		var b strings.Builder
		b.WriteString(`"`)
		for range r.IntN(6) {
			b.WriteString(parts[r.IntN(len(parts))])
		}
		texts = append(texts, b.String()+`"`)
	}
	short := 0
	for _, text := range texts {
		var long any
		refused := json.Unmarshal([]byte(text), &long)
		var p Prose
		if err := p.UnmarshalJSON([]byte(text)); (err == nil) != (refused == nil) {
			t.Fatalf("%q: %v the short way, %v the long way", text, err, refused)
		}
		if want := strings.Join(sentences(long), " "); string(p) != want {
			t.Fatalf("%q is %q, read the long way %q", text, p, want)
		}
		if _, ok := plainText([]byte(text)); ok {
			short++
		}
	}
	if short < 1000 {
		t.Errorf("only %d of %d were read the short way", short, len(texts))
	}
}
