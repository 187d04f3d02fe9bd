package store

import (
	"fmt"
	"os"
	"path/filepath"

	"github.com/gofrs/flock"
)

// holdName is the file that says that a data folder is in use.
const holdName = "in-use"

// Hold keeps every other program off a data folder, which is made where it is not there, until it is released or the program
// ends, however it ends. Two programs on one folder would each go on by what it read at its start.
func Hold(dir string) (release func() error, err error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("the data folder: %w", err)
	}
	lock := flock.New(filepath.Join(dir, holdName), flock.SetPermissions(0o600))
	held, err := lock.TryLock()
	if err != nil {
		return nil, fmt.Errorf("the data folder %s cannot be held: %w", dir, err)
	}
	if !held {
		return nil, fmt.Errorf("the data folder %s is in use by another program that runs; stop that one, or name another folder with --data", dir)
	}
	return lock.Unlock, nil
}
