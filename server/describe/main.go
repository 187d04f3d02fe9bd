// Command describe writes the description of the API, from which the front end's types are made.
package main

import (
	"fmt"
	"os"

	"zestythicket/server/api"
)

func main() {
	b, err := api.Description()
	if err == nil && len(os.Args) == 2 {
		err = os.WriteFile(os.Args[1], append(b, '\n'), 0o644)
	} else if err == nil {
		err = fmt.Errorf("usage: describe FILE")
	}
	if err != nil {
		fmt.Fprintln(os.Stderr, "describe:", err)
		os.Exit(1)
	}
}
