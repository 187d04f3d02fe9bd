package identify_test

import (
	"fmt"
	"os"
	"testing"

	"zestythicket/core/guidetest"
	"zestythicket/core/identify"
)

// The worked records of the documentation are ruled on as it says.
func TestWorkedRecords(t *testing.T) {
	page, err := os.ReadFile("../../docs/rulings.md")
	if err != nil {
		t.Fatal(err)
	}
	all := guidetest.WorkedRecords(page)
	if len(all) < 30 {
		t.Fatalf("only %d worked records were found", len(all))
	}
	m := guidetest.Small()
	for _, w := range all {
		t.Run(w.Title, func(t *testing.T) {
			a, err := identify.Identify(m, guidetest.Record(w.Record))
			if err != nil {
				t.Fatal(err)
			}
			margin := "none"
			if a.Margin != nil {
				margin = fmt.Sprint(*a.Margin)
			}
			if string(a.Verdict) != w.Verdict || string(a.Why.Code) != w.Code || margin != w.Margin {
				t.Errorf("got %s, %s, margin %s; the page says %s, %s, margin %s", a.Verdict, a.Why.Code, margin, w.Verdict, w.Code, w.Margin)
			}
		})
	}
}
