// Command waived writes the waivers of the shipped guide into its page: waived GUIDE PAGE.
package main

import (
	"log"
	"os"

	"zestythicket/guidefile"
)

func main() {
	log.SetFlags(0)
	if len(os.Args) != 3 {
		log.Fatal("usage: waived GUIDE PAGE")
	}
	g, err := guidefile.Load(os.Args[1])
	if err != nil {
		log.Fatal(err)
	}
	found, err := guidefile.Check(g, os.Args[1])
	if err != nil {
		log.Fatal(err)
	}
	page, err := os.ReadFile(os.Args[2])
	if err != nil {
		log.Fatal(err)
	}
	text, err := guidefile.WithWaivers(string(page), found)
	if err != nil {
		log.Fatalf("%s: %v", os.Args[2], err)
	}
	if err := os.WriteFile(os.Args[2], []byte(text), 0o644); err != nil {
		log.Fatal(err)
	}
}
