// Command vocabulary writes the shipped guide's characters and states as TypeScript, for the front end's drawings.
package main

import (
	"fmt"
	"os"

	"zestythicket/guidefile"
)

func main() {
	if len(os.Args) != 3 {
		fmt.Fprintln(os.Stderr, "usage: vocabulary FOLDER FILE")
		os.Exit(2)
	}
	g, err := guidefile.LoadSource(os.Args[1])
	if err == nil {
		err = os.WriteFile(os.Args[2], guidefile.Vocabulary(g), 0o644)
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "vocabulary:", err)
		os.Exit(1)
	}
}
