// Command thicket identifies plants and mushrooms by ruling out what is harmful, on the command line and as a web
// application.
package main

import (
	"fmt"
	"os"
	"strings"

	"zestythicket/core/guide"
	"zestythicket/guidefile"

	"github.com/spf13/cobra"
)

func main() {
	if err := root().Execute(); err != nil {
		fmt.Fprintln(os.Stderr, "thicket: "+strings.ReplaceAll(err.Error(), "\n", " "))
		os.Exit(1)
	}
}

// book is the guide that every command works on.
type book struct{ place string }

func (b *book) load() (*guide.Matrix, error) {
	if b.place == "" {
		return guidefile.Shipped()
	}
	return guidefile.Load(b.place)
}

func root() *cobra.Command {
	var b book
	c := &cobra.Command{
		Use:           "thicket",
		Short:         "Rule out every toxic lookalike before harvest",
		SilenceErrors: true,
		SilenceUsage:  true,
	}
	c.CompletionOptions.DisableDefaultCmd = true
	c.PersistentFlags().StringVar(&b.place, "guide", "", "a guide's folder or file, instead of the shipped one")
	c.AddCommand(serveCommand(&b), identifyCommand(&b), planCommand(&b), keyCommand(&b), trialCommand(&b), guideCommand(&b))
	return c
}
