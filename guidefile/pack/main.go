// Command pack writes the embedded form of the shipped guide from its YAML: one JSON object, checked.
package main

import (
	"fmt"
	"os"

	"zestythicket/guidefile"
)

func main() {
	if len(os.Args) != 3 {
		fmt.Fprintln(os.Stderr, "usage: pack FOLDER FILE")
		os.Exit(2)
	}
	b, err := guidefile.Pack(os.Args[1])
	if err == nil {
		err = os.WriteFile(os.Args[2], b, 0o644)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "pack:", err)
		os.Exit(1)
	}
}
