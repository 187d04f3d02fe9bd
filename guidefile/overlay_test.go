package guidefile

import (
	"encoding/json"
	"fmt"
	"reflect"
	"runtime"
	"strings"
	"testing"

	"zestythicket/core/guide"
)

const goodOwn = `
taxa:
  - id: boletus-mei
    name: Boletus mei
    kingdom: fungi
    family: Boletaceae
    common: [Our bolete]
    use: none
    harm: unknown
    scores:
      underside: [pores]
      cap-diameter: {min: 20, max: 90}
corrections:
  - taxon: amanita-phalloides
    common: [Green one]
    note: Under the oaks by the weir.
    scores: {gill-colour: [white, {state: pink, rare: true}]}
`

// A user's own guide that is written out reads back as what it was.
func TestOwnGuideThereAndBack(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	own, laid, err := ReadOverlay("mine.yaml", []byte(goodOwn), g.AsWritten())
	if err != nil {
		t.Fatal(err)
	}
	if len(laid.Taxa) != len(g.Taxa)+1 {
		t.Errorf("%d taxa, want one more than %d", len(laid.Taxa), len(g.Taxa))
	}
	b, err := WriteOverlay(own)
	if err != nil {
		t.Fatal(err)
	}
	again, _, err := ReadOverlay("again.yaml", b, g.AsWritten())
	if err != nil {
		t.Fatalf("%v\n%s", err, b)
	}
	if !reflect.DeepEqual(own, again) {
		t.Errorf("written and read:\n%+v\n%+v", own, again)
	}
}

// Bad input gets an error with the file, the line and what would be right.
func TestOwnGuideRefused(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	book := g.AsWritten()
	one := func(more string) string {
		return "taxa:\n  - id: boletus-mei\n    name: Boletus mei\n    kingdom: fungi\n    family: Boletaceae\n    use: none\n    harm: unknown\n" + more
	}
	var bomb strings.Builder
	bomb.WriteString("a0: &a0 [x, x]\n")
	for i := range 40 {
		fmt.Fprintf(&bomb, "a%d: &a%d [*a%d, *a%d]\n", i+1, i+1, i, i)
	}
	for name, c := range map[string]struct{ text, says string }{
		"an unknown character":        {one("    scores:\n      cap-song: [loud]\n"), `mine.yaml:9: no character has the id "cap-song"`},
		"an unknown state":            {one("    scores:\n      underside: [velcro]\n"), `"velcro" is not a state of "underside"`},
		"an unknown key":              {one("    colour: red\n"), "mine.yaml:2: "},
		"a name with markup":          {strings.Replace(one(""), "Boletus mei", "<b>Boletus</b>", 1), "mine.yaml:3: \"<b>Boletus</b>\" holds markup"},
		"two taxa of one id":          {one("") + strings.Replace(strings.TrimPrefix(one(""), "taxa:\n"), "Boletus mei", "Boletus tui", 1), `the taxon id "boletus-mei" stands twice`},
		"two taxa of one name":        {strings.Replace(one(""), "Boletus mei", "Agaricus phalloides", 1), `as "amanita-phalloides": two taxa of one name`},
		"no family":                   {strings.Replace(one(""), "    family: Boletaceae\n", "", 1), "needs its scientific family"},
		"an alias bomb":               {bomb.String(), "takes no YAML aliases"},
		"too much":                    {"# " + strings.Repeat("x", 50<<20), "has at most 512 kB; this has 51200 kB"},
		"brackets without end":        {"taxa: " + strings.Repeat("[", 200_000), "mine.yaml:1: nothing in a guide stands that deep"},
		"dashes without end":          {"taxa:\n" + strings.Repeat("- ", 200_000), "mine.yaml:2: nothing in a guide stands that deep"},
		"brackets hidden by comments": {strings.Repeat("[ #]\n", 80_000), "nothing in a guide stands that deep"},
		"objects without end":         {strings.Repeat("{a: ", 80_000), "mine.yaml:1: nothing in a guide stands that deep"},
		"keys without end":            {strings.Repeat("? ", 80_000), "nothing in a guide stands that deep"},
		"indents without end": {func() string {
			var s strings.Builder
			for i := range 60 {
				s.WriteString(strings.Repeat(" ", i) + "a:\n")
			}
			return s.String()
		}(), "mine.yaml:41: nothing in a guide stands that deep"},
		"another document":           {one("") + "---\n" + one(""), "mine.yaml:8: another document begins here"},
		"a key twice":                {`{"taxa": [], "taxa": []}`, "mine.yaml:1: "},
		"documents without end":      {strings.Repeat("---\na\n", 40_000), "mine.yaml:3: another document begins here"},
		"no number":                  {"corrections:\n  - taxon: amanita-phalloides\n    scores:\n      cap-diameter:\n        max: .nan\n", `mine.yaml:5: ".nan" is no number`},
		"a key that is a list":       {"taxa: []\n? [a, b]\n: c\n", "mine.yaml:2: a key is a word"},
		"a mark of its own":          {"taxa: !!binary aGk=\n", "mine.yaml:1: a guide has no use for what is marked !!binary"},
		"a list":                     {"- a\n- b\n", "an object with the keys taxa and corrections, not a list"},
		"a correction of nothing":    {"corrections:\n  - {taxon: boletus-sui, note: x}\n", `mine.yaml:2: the guide has no taxon "boletus-sui" to correct`},
		"a correction that is wrong": {"corrections:\n  - taxon: amanita-phalloides\n    scores:\n      stem-base: [nest]\n", `mine.yaml:4: "nest" is not a state of "stem-base"`},
		"harm is not corrected":      {"corrections:\n  - {taxon: amanita-phalloides, harm: none}\n", "harm"},
		"a range turned round":       {"corrections:\n  - taxon: amanita-phalloides\n    scores:\n      cap-diameter: {min: 90, max: 20}\n", "must rise"},
		"not YAML":                   {"taxa: [", "this is not YAML"},
	} {
		t.Run(name, func(t *testing.T) {
			own, laid, err := ReadOverlay("mine.yaml", []byte(c.text), book)
			if err == nil || laid != nil {
				t.Fatalf("taken: %+v", own)
			}
			if !strings.Contains(err.Error(), c.says) {
				t.Errorf("got %q, want %q", err, c.says)
			}
		})
	}
}

func FuzzReadOverlay(f *testing.F) {
	g, err := Shipped()
	if err != nil {
		f.Fatal(err)
	}
	book := g.AsWritten()
	f.Add(goodOwn)
	f.Add("taxa: [{id: a, kingdom: fungi, use: none, harm: none, scores: {petal-count: [1, 99999999]}}]")
	for _, what := range hostile {
		f.Add(strings.Repeat(what, 50))
		f.Add("taxa:\n" + strings.Repeat(what, 50))
	}
	f.Fuzz(func(t *testing.T, text string) {
		_, laid, err := ReadOverlay("mine.yaml", []byte(text), book)
		if err == nil {
			guide.Loosened(book, guide.CompileValid(laid).AsWritten())
		}
	})
}

// Whatever anybody writes into a guide of their own is read again as it was written out.
func FuzzWrittenIsRead(f *testing.F) {
	for _, text := range []string{
		"", " ", "? a", ":\tb", "a: b", "- a", "a\tb", "\t", "yes", "null", "~", "1", "1.5", "0x1f", "2026-05-01", "#", "a #b", "|", "> a", "\"", "'", "a\nb", "a\n", "\n\n b", "\r", "\r\n",
		"\u0085", "\u2028", "\ufeff", "\x7f", "\x00", "%a", "@a", "`a", "&a", "*a", "!a", "{a", "[a", "---", "...", "<<", "=", "\U0001f344", "word of mouth ", "Pilz, essbar (gekocht)", "a:", "\\", "e\u0301",
	} {
		f.Add(text)
	}
	f.Fuzz(func(t *testing.T, text string) {
		text = strings.ToValidUTF8(text, "?")
		want := map[string]any{"note": text, "names": []any{text, "x", []any{}, map[string]any{}}, "last": text}
		b, err := json.Marshal(want)
		if err != nil {
			t.Fatal(err)
		}
		written, err := writeYAML(b)
		if err != nil {
			t.Fatal(err)
		}
		got := &file{name: "x", bytes: written}
		if err := got.readYAML(); err != nil || !reflect.DeepEqual(got.value, any(want)) {
			t.Fatalf("%q is written as\n%s\nand read as %q (%v)", text, written, got.value, err)
		}
	})
}

// hostile are files made to be hard to read, by what they repeat.
var hostile = map[string]string{
	"comments in brackets": "[ #]\n", "documents": "---\na\n", "brackets": "[", "dashes": "- ", "maps": "{a: ", "questions": "? ", "anchors": "&a ", "marks": "!!x ",
	"one key again": "a: 1\n", "items": "- a\n", "small lists": "- [1, 2]\n", "empty lists": "- []\n", "quotes": "- \"\\u0041\"\n", "spaces": "  ", "tabs": "\t", "lines": "\n",
	"folded": "a\n  ", "text": "- |\n  x\n", "colons": ":", "commas": ",", "half a text": "\"x", "nothings": "\x00", "no letters": "\xff",
	"JSON objects": `{"a":`, "JSON texts": `"\u0041",`, "taxa": "- {id: a, name: B c}\n", "nulls": "- null\n", "numbers": "- 1e9\n",
}

// However a file is made, the work of reading it grows no faster than the file: counted in what is taken of memory, which every
// step of a parser takes some of. Four times the file is at most six times the work.
func TestWorkGrowsWithTheFile(t *testing.T) {
	g, err := Shipped()
	if err != nil {
		t.Fatal(err)
	}
	book := g.AsWritten()
	work := func(text string) float64 {
		var before, after runtime.MemStats
		runtime.ReadMemStats(&before)
		if _, laid, err := ReadOverlay("mine.yaml", []byte(text), book); err == nil && laid == nil {
			t.Error("neither read nor refused")
		}
		runtime.ReadMemStats(&after)
		return float64(after.TotalAlloc - before.TotalAlloc)
	}
	for name, what := range hostile {
		for _, begin := range []string{"", "taxa:\n"} {
			small, large := strings.Repeat(what, 100_000/len(what)), strings.Repeat(what, 400_000/len(what))
			if a, b := work(begin+small), work(begin+large); b > 6*a+1<<20 {
				t.Errorf("%s after %q: 100 kB take %.0f kB, 400 kB take %.0f kB", name, begin, a/1024, b/1024)
			}
		}
	}
}
