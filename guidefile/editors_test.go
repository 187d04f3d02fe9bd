package guidefile

import (
	"bufio"
	"encoding/json"
	"io/fs"
	"os"
	"path/filepath"
	"strings"
	"testing"
)

// Every file of the shipped guide points editors at its schema, and the schema is there and points into the guide's.
func TestFilesPointEditorsAtTheirSchema(t *testing.T) {
	const line = "# yaml-language-server: $schema="
	err := filepath.WalkDir("../guide", func(path string, e fs.DirEntry, err error) error {
		if err != nil || filepath.Ext(path) != ".yaml" || e.Name() == "waivers.yaml" {
			return err
		}
		f, err := os.Open(path)
		if err != nil {
			return err
		}
		defer f.Close()
		first, err := bufio.NewReader(f).ReadString('\n')
		if err != nil {
			return err
		}
		at, ok := strings.CutPrefix(strings.TrimSpace(first), line)
		if !ok {
			t.Errorf("%s does not begin with %q", path, line)
			return nil
		}
		text, err := os.ReadFile(filepath.Join(filepath.Dir(path), at))
		if err != nil || !json.Valid(text) || !strings.Contains(string(text), "../schema.json#/$defs/") {
			t.Errorf("%s points at %s (%v)", path, at, err)
		}
		return nil
	})
	if err != nil {
		t.Fatal(err)
	}
}
