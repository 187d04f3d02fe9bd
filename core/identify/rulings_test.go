package identify_test

import (
	"fmt"
	"os"
	"regexp"
	"testing"

	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
)

var worked = regexp.MustCompile("(?s)## (\\d+\\. [^\n]+)\n.*?```json\n(.*?)```\n\nRuling: `([a-z-]+)`, `([a-z-]+)`, margin (\\w+)\\.")

// The worked records of the documentation are ruled on as it says.
func TestWorkedRecords(t *testing.T) {
	text, err := os.ReadFile("../../docs/rulings.md")
	if err != nil {
		t.Fatal(err)
	}
	all := worked.FindAllStringSubmatch(string(text), -1)
	if len(all) < 30 {
		t.Fatalf("only %d worked records were found", len(all))
	}
	g := guidetest.Small()
	for _, w := range all {
		t.Run(w[1], func(t *testing.T) {
			a, err := identify.Identify(g, guidetest.Record(w[2]))
			if err != nil {
				t.Fatal(err)
			}
			margin := "none"
			if a.Margin != nil {
				margin = fmt.Sprint(*a.Margin)
			}
			if string(a.Verdict) != w[3] || string(a.Ruled().Why().Code) != w[4] || margin != w[5] {
				t.Errorf("got %s, %s, margin %s; the page says %s, %s, margin %s", a.Verdict, a.Ruled().Why().Code, margin, w[3], w[4], w[5])
			}
		})
	}
}
