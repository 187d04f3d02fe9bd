package guidetest

import "regexp"

// Worked is a record worked out by hand, with what the engine is to make of it.
type Worked struct {
	Title string
	// Record is its JSON, in the form that records are given on the command line.
	Record                string
	Verdict, Code, Margin string
}

var worked = regexp.MustCompile("(?s)## (\\d+\\. [^\n]+)\n.*?```json\n(.*?)```\n\nRuling: `([a-z-]+)`, `([a-z-]+)`, margin (\\w+)\\.")

// WorkedRecords reads the worked records out of their page of the documentation. They are of the small guide.
func WorkedRecords(page []byte) []Worked {
	var out []Worked
	for _, m := range worked.FindAllStringSubmatch(string(page), -1) {
		out = append(out, Worked{m[1], m[2], m[3], m[4], m[5]})
	}
	return out
}
