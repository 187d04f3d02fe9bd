package main

import (
	"encoding/json"
	"errors"
	"fmt"
	"os"
	"path/filepath"
	"slices"
	"strings"

	"zestythicket/app"
	"zestythicket/exchange"

	"github.com/spf13/cobra"
)

// importing is what is asked of an import.
type importing struct {
	serveOptions
	format string
	take   bool
	how    app.Taking
	undo   string
}

func importCommand(flag *guideFlag) *cobra.Command {
	var o importing
	c := &cobra.Command{
		Use:   "import FILE",
		Short: "Show what taking a file in would come to; with --take, take it in, all of it or nothing",
		Args:  cobra.MaximumNArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			switch {
			case (o.undo == "") == (len(args) == 0):
				return errors.New("name a file, or with --undo an import")
			case o.undo != "" && o.take, o.how != (app.Taking{}) && !o.take:
				return errors.New("--take goes with a file, and --leave-out-refused and --accept-guide with --take")
			case o.format != "" && !slices.Contains(exchange.Readable(), o.format):
				return fmt.Errorf("there is no format %q: %s", o.format, strings.Join(exchange.Readable(), ", "))
			}
			return importFile(c, flag, o, args)
		},
	}
	f := c.Flags()
	f.StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	f.StringVar(&o.format, "format", "", strings.Join(exchange.Readable(), ", ")+" (default: found out)")
	f.BoolVar(&o.take, "take", false, "take it in; without this it is only shown")
	f.BoolVar(&o.how.LeaveOut, "leave-out-refused", false, "take the rest where something is refused; without this nothing is taken then")
	f.BoolVar(&o.how.Guide, "accept-guide", false, "take a guide of one's own that makes easier what ought to be hard, as the plan tells; without this nothing is taken then")
	f.StringVar(&o.undo, "undo", "", "an import's id: take it back, all of it or nothing")
	return c
}

func importFile(c *cobra.Command, flag *guideFlag, o importing, args []string) error {
	session, release, err := ownSession(c.Context(), flag, o.serveOptions)
	if err != nil {
		return err
	}
	defer release()
	out := json.NewEncoder(c.OutOrStdout())
	out.SetIndent("", " ")
	if o.undo != "" {
		b, err := session.UndoImport(c.Context(), o.undo)
		if err != nil {
			return err
		}
		return out.Encode(b)
	}
	file, err := os.Open(args[0])
	if err != nil {
		return err
	}
	defer file.Close()
	info, err := file.Stat()
	if err != nil {
		return err
	}
	in := app.ImportFile{ReaderAt: file, Size: info.Size(), Name: filepath.Base(args[0]), Format: o.format}
	if o.take {
		b, err := session.TakeImport(c.Context(), app.NewID(), in, o.how)
		if err != nil {
			return err
		}
		return out.Encode(b)
	}
	p, err := session.PlanImport(c.Context(), in)
	if err != nil {
		return err
	}
	return out.Encode(p)
}
