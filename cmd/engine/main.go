// Command engine rules on records as thicket identify does, with nothing but the application and the guide: it builds for
// WebAssembly, where there is no server, so that records can be ruled on in a browser.
//
//	GOOS=js GOARCH=wasm go build -o engine.wasm ./cmd/engine
package main

import (
	"fmt"
	"os"

	"zestythicket/app"
	"zestythicket/core/guide"
	"zestythicket/guidefile"
)

func main() {
	m, err := load(os.Args[1:])
	if err == nil {
		err = app.IdentifyLines(m, os.Stdin, os.Stdout)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "engine:", err)
		os.Exit(1)
	}
}

// load reads the guide that is named, or else the shipped one.
func load(args []string) (*guide.Matrix, error) {
	if len(args) > 0 {
		return guidefile.Load(args[0])
	}
	return guidefile.Shipped()
}
