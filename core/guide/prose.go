package guide

import (
	"encoding/json"
	"fmt"
	"strings"
)

// Prose is something to be read by people: one or more sentences. In a guide it may be given as a text, as a list of
// texts, or as an object of named texts.
type Prose string

// UnmarshalJSON reads any of the three forms as one text.
func (p *Prose) UnmarshalJSON(b []byte) error {
	if says, ok := plainText(b); ok {
		*p = Prose(strings.TrimSpace(says))
		return nil
	}
	var v any
	if err := json.Unmarshal(b, &v); err != nil {
		return err
	}
	*p = Prose(strings.Join(sentences(v), " "))
	return nil
}

func sentences(v any) []string {
	switch v := v.(type) {
	case nil:
		return nil
	case string:
		return []string{strings.TrimSpace(v)}
	case []any:
		var out []string
		for _, e := range v {
			out = append(out, sentences(e)...)
		}
		return out
	case map[string]any:
		var out []string
		for _, k := range sortedKeys(v) {
			out = append(out, fmt.Sprintf("%s: %s", k, strings.Join(sentences(v[k]), " ")))
		}
		return out
	}
	return []string{fmt.Sprint(v)}
}

// UnmarshalJSON reads what contact does and how to handle it; whatever else is said of it goes with what it does.
func (c *Contact) UnmarshalJSON(b []byte) error {
	var all map[string]any
	if err := json.Unmarshal(b, &all); err != nil {
		return fmt.Errorf("contact takes an object with does and handling: %w", err)
	}
	c.Handling = Prose(strings.Join(sentences(all["handling"]), " "))
	says := sentences(all["does"])
	delete(all, "handling")
	delete(all, "does")
	c.Does = Prose(strings.Join(append(says, sentences(all)...), " "))
	return nil
}
