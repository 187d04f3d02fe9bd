// Errors works out how often an honest observer's answer differs from what a guide says, character by character, from
// where another author's descriptions differ from it: errors GUIDE DESCRIPTIONS OUT.yaml.
package main

import (
	"log"
	"os"

	"zestythicket/guidefile"
)

func main() {
	log.SetFlags(0)
	if len(os.Args) != 4 {
		log.Fatal("errors GUIDE DESCRIPTIONS OUT.yaml")
	}
	text, err := guidefile.Errors(os.Args[1], os.Args[2])
	if err == nil {
		err = os.WriteFile(os.Args[3], text, 0o644)
	}
	if err != nil {
		log.Fatal(err)
	}
}
