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

// guideFlag names the guide that every command works on; empty for the shipped one.
type guideFlag struct{ place string }

// source is the guide as it is written.
func (g *guideFlag) source() (*guide.Source, error) {
	if g.place == "" {
		return guidefile.ShippedSource()
	}
	return guidefile.LoadSource(g.place)
}

// load is the guide compiled.
func (g *guideFlag) load() (*guide.Matrix, error) {
	source, err := g.source()
	if err != nil {
		return nil, err
	}
	return guide.CompileValid(source), nil
}

func root() *cobra.Command {
	var g guideFlag
	c := &cobra.Command{
		Use:           "thicket",
		Short:         "Rule out every toxic lookalike before harvest",
		SilenceErrors: true,
		SilenceUsage:  true,
	}
	c.CompletionOptions.DisableDefaultCmd = true
	c.PersistentFlags().StringVar(&g.place, "guide", "", "a guide's folder or file, instead of the shipped one")
	c.AddCommand(serveCommand(&g), identifyCommand(&g), planCommand(&g), keyCommand(&g), trialCommand(&g), almanacCommand(&g), walkCommand(&g), weatherCommand(&g), boundCommand(), colourCommand(&g), formulaCommand(&g), sheetCommand(&g), ringCommand(), drillCommand(&g), backupCommand(), restoreCommand(), exportCommand(&g), importCommand(&g), guideCommand(&g), schemaCommand())
	return c
}
