// Package core_test holds what is to be true of the whole of core.
package core_test

import (
	"os"
	"os/exec"
	"strings"
	"testing"
)

// The rules run in a browser too: core builds for WebAssembly.
func TestBuildsForWebAssembly(t *testing.T) {
	cmd := exec.Command("go", "build", "./...")
	cmd.Env = append(os.Environ(), "GOOS=js", "GOARCH=wasm")
	if out, err := cmd.CombinedOutput(); err != nil {
		t.Errorf("%v\n%s", err, out)
	}
}

// Core knows of no files, networks, databases, markup or clocks.
func TestImportsNothingOfTheOutside(t *testing.T) {
	out, err := exec.Command("go", "list", "-f", "{{join .Imports \"\\n\"}}", "./...").Output()
	if err != nil {
		t.Fatal(err)
	}
	for _, path := range strings.Fields(string(out)) {
		for _, outside := range []string{"os", "net", "database", "io/fs", "github.com/", "gorm.io/", "zestythicket/store", "zestythicket/server", "zestythicket/guide"} {
			if path == outside || strings.HasPrefix(path, strings.TrimSuffix(outside, "/")+"/") {
				t.Errorf("core imports %s", path)
			}
		}
	}
}
