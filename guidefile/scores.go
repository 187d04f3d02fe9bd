package guidefile

import (
	"bytes"
	"fmt"
	"maps"
	"os"
	"path/filepath"
	"slices"
	"strconv"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/core/merging"
)

// Refusals reads a file of what an author says and the guide does not take.
func Refusals(path string, g *guide.Matrix) ([]merging.Refusal, error) {
	b, err := os.ReadFile(path)
	if err != nil {
		return nil, err
	}
	var out []merging.Refusal
	if err := loadYAML(path, b, &out); err != nil {
		return nil, err
	}
	for i := range out {
		if err := out[i].Check(g); err != nil {
			return nil, fmt.Errorf("%s, refusal %d: %w", path, i+1, err)
		}
	}
	return out, nil
}

// WriteScores puts scores into the files of a guide's taxa, a line for each character in the guide's order; all else in a
// file stays as it is.
func WriteScores(folder string, g *guide.Matrix, scores map[string]guide.Scores) error {
	for _, id := range slices.Sorted(maps.Keys(scores)) {
		t, _ := g.Taxon(id)
		path := filepath.Join(folder, "taxa", g.Taxa[t].Kingdom, id+".yaml")
		b, err := os.ReadFile(path)
		if err != nil {
			return err
		}
		text, err := withScores(b, g, scores[id])
		if err != nil {
			return fmt.Errorf("%s: %w", path, err)
		}
		if err := os.WriteFile(path, text, 0o644); err != nil {
			return err
		}
	}
	return nil
}

func withScores(file []byte, g *guide.Matrix, scores guide.Scores) ([]byte, error) {
	var out bytes.Buffer
	inside, written := false, false
	for _, line := range strings.SplitAfter(string(file), "\n") {
		switch {
		case strings.HasPrefix(line, "scores:"):
			inside, written = true, true
			out.WriteString("scores:\n")
			for n := range g.Columns {
				if s, ok := scores[g.Columns[n].ID]; ok {
					fmt.Fprintf(&out, "  %s: %s\n", g.Columns[n].ID, scoreText(s))
				}
			}
		case inside && strings.HasPrefix(line, " "):
		default:
			inside = false
			out.WriteString(line)
		}
	}
	if !written {
		return nil, fmt.Errorf("it has no scores")
	}
	return out.Bytes(), nil
}

// scoreText writes a score as the guide's files have it, on one line.
func scoreText(s guide.Score) string {
	number := func(v float64) string { return strconv.FormatFloat(v, 'f', -1, 64) }
	src := func(src guide.Src) string {
		ids := src.IDs()
		if len(ids) == 1 {
			return ids[0]
		}
		return "[" + strings.Join(ids, ", ") + "]"
	}
	if r := s.Range; r != nil {
		if r.Low == nil && r.High == nil && r.Min != nil && r.Max != nil && *r.Min == *r.Max && r.Src == "" {
			return number(*r.Min)
		}
		var parts []string
		for _, p := range []struct {
			key string
			v   *float64
		}{{"min", r.Min}, {"low", r.Low}, {"high", r.High}, {"max", r.Max}} {
			if p.v != nil {
				parts = append(parts, p.key+": "+number(*p.v))
			}
		}
		if r.Src != "" {
			parts = append(parts, "src: "+src(r.Src))
		}
		return "{" + strings.Join(parts, ", ") + "}"
	}
	if s.Counts != nil {
		var parts []string
		for _, n := range s.Counts {
			parts = append(parts, strconv.Itoa(n))
		}
		return "[" + strings.Join(parts, ", ") + "]"
	}
	var items []string
	for _, sh := range s.States {
		parts := []string{}
		switch {
		case sh.Share > 0:
			parts = append(parts, "share: "+number(sh.Share))
		case sh.Sometimes:
			parts = append(parts, "sometimes: true")
		case sh.Rare:
			parts = append(parts, "rare: true")
		}
		if sh.When != "" {
			parts = append(parts, "when: "+sh.When)
		}
		if sh.Src != "" {
			parts = append(parts, "src: "+src(sh.Src))
		}
		if len(parts) == 0 {
			items = append(items, sh.State)
			continue
		}
		items = append(items, "{state: "+sh.State+", "+strings.Join(parts, ", ")+"}")
	}
	return "[" + strings.Join(items, ", ") + "]"
}
