package guidefile

import (
	"fmt"
	"strings"

	"zestythicket/core/guide"
)

// Vocabulary writes the characters of a guide and their states as TypeScript: the front end's drawings are held against it,
// and do not compile where one is missing.
func Vocabulary(g *guide.Source) []byte {
	var b strings.Builder
	b.WriteString("// Made from the shipped guide by `make guide`; do not change it by hand.\n\n")
	b.WriteString("/** The states of every character that has states. */\nexport interface StatesOf {\n")
	for i := range g.Characters {
		c := &g.Characters[i]
		if c.Kind != guide.States {
			continue
		}
		fmt.Fprintf(&b, "  %s:", key(c.ID))
		for _, s := range c.States {
			fmt.Fprintf(&b, "\n    | '%s'", s.ID)
		}
		b.WriteString(";\n")
	}
	b.WriteString("}\n")
	return []byte(b.String())
}

// key is an id as the key of an object.
func key(id string) string {
	if strings.Contains(id, "-") {
		return "'" + id + "'"
	}
	return id
}
