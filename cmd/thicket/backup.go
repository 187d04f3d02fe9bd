package main

import (
	"encoding/json"
	"log/slog"
	"os"
	"path/filepath"
	"time"

	"zestythicket/store"

	"github.com/spf13/cobra"
)

// done is what a backup or a restoring comes to.
type done struct {
	File  string `json:"file"`
	Bytes int64  `json:"bytes"`
	// Aside is what was there before; left out where nothing was.
	Aside string `json:"aside,omitempty"`
}

func tell(c *cobra.Command, file, aside string) error {
	info, err := os.Stat(file)
	if err != nil {
		return err
	}
	return json.NewEncoder(c.OutOrStdout()).Encode(done{file, info.Size(), aside})
}

func backupCommand() *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use:   "backup FILE",
		Short: "Write everything that is kept, photographs too, to a new file; the program may run meanwhile",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			dir, err := dataFolder(o)
			if err != nil {
				return err
			}
			if err := store.Backup(c.Context(), dir, args[0]); err != nil {
				return err
			}
			return tell(c, args[0], "")
		},
	}
	c.Flags().StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	return c
}

func restoreCommand() *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use:   "restore FILE",
		Short: "Put a backup in the place of what is kept; it is checked first, and what was there is kept aside",
		Args:  cobra.ExactArgs(1),
		RunE: func(c *cobra.Command, args []string) error {
			dir, err := dataFolder(o)
			if err != nil {
				return err
			}
			free, err := store.Hold(dir)
			if err != nil {
				return err
			}
			defer func() { _ = free() }() // the program ends with it anyway
			aside, err := store.Restore(args[0], dir, time.Now(), slog.New(slog.NewTextHandler(os.Stderr, nil)))
			if err != nil {
				return err
			}
			return tell(c, filepath.Join(dir, store.FileName), aside)
		},
	}
	c.Flags().StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	return c
}
