package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"zestythicket/app"
)

// BackupFolder is where the backups of a data folder are kept, within it.
const BackupFolder = "backups"

// Backups are those of a data folder. Names begin with what they are: made here, brought from elsewhere, or what was there before another was restored.
type Backups struct{ Dir string }

const (
	madeHere = "thicket-"
	brought  = "brought-"
	before   = "before-restore-"
	ending   = ".db"
)

func (b Backups) folder() string { return filepath.Join(b.Dir, BackupFolder) }

// Path is where a backup lies. The error tells that there is none of that name.
func (b Backups) Path(name string) (string, error) {
	if _, ok := stamped(name); !ok {
		return "", fmt.Errorf("there is no backup %q", name)
	}
	path := filepath.Join(b.folder(), name)
	if _, err := os.Stat(path); err != nil {
		return "", fmt.Errorf("there is no backup %q", name)
	}
	return path, nil
}

// stamped is when a backup was made, as its name says.
func stamped(name string) (time.Time, bool) {
	for _, kind := range []string{madeHere, brought, before} {
		if rest, ok := strings.CutPrefix(name, kind); ok {
			at, err := time.Parse(asideFormat, strings.TrimSuffix(rest, ending))
			return at, err == nil && strings.HasSuffix(name, ending)
		}
	}
	return time.Time{}, false
}

// List gives those that there are, the latest first.
func (b Backups) List() ([]app.BackupFile, error) {
	entries, err := os.ReadDir(b.folder())
	if errors.Is(err, fs.ErrNotExist) {
		return nil, nil
	}
	var out []app.BackupFile
	for _, e := range entries {
		at, ok := stamped(e.Name())
		info, gone := e.Info()
		if !ok || gone != nil || !info.Mode().IsRegular() {
			continue
		}
		out = append(out, app.BackupFile{Name: e.Name(), At: at, Bytes: info.Size(), Own: strings.HasPrefix(e.Name(), madeHere)})
	}
	slices.SortFunc(out, func(x, y app.BackupFile) int { return y.At.Compare(x.At) })
	return out, err
}

// new is a name for a file of a kind that is not there yet.
func (b Backups) new(kind string, at time.Time) (string, error) {
	if err := os.MkdirAll(b.folder(), 0o700); err != nil {
		return "", fmt.Errorf("the folder of the backups: %w", err)
	}
	for ; ; at = at.Add(time.Second) {
		path := filepath.Join(b.folder(), kind+at.UTC().Format(asideFormat)+ending)
		if _, err := os.Lstat(path); errors.Is(err, fs.ErrNotExist) {
			return path, nil
		} else if err != nil {
			return "", err
		}
	}
}

func told(path string) (*app.BackupFile, error) {
	info, err := os.Stat(path)
	if err != nil {
		return nil, err
	}
	at, _ := stamped(info.Name()) // it was named here
	return &app.BackupFile{Name: info.Name(), At: at, Bytes: info.Size(), Own: strings.HasPrefix(info.Name(), madeHere)}, nil
}

// Make makes one, while the data folder is in use.
func (b Backups) Make(ctx context.Context, at time.Time) (*app.BackupFile, error) {
	path, err := b.new(madeHere, at)
	if err != nil {
		return nil, err
	}
	if err := Backup(ctx, b.Dir, path); err != nil {
		return nil, err
	}
	return told(path)
}

// Remove takes one away.
func (b Backups) Remove(name string) error {
	path, err := b.Path(name)
	if err != nil {
		return err
	}
	return os.Remove(path)
}

// Sound looks every page of a backup through.
func (b Backups) Sound(name string) error {
	path, err := b.Path(name)
	if err != nil {
		return err
	}
	if err := looksLikeOurs(path); err != nil {
		return err
	}
	return checked(path)
}

// Open opens one, to be read.
func (b Backups) Open(name string) (io.ReadSeekCloser, error) {
	path, err := b.Path(name)
	if err != nil {
		return nil, err
	}
	return os.Open(path)
}

var errNoBackup = errors.New("that is no backup of this program, or not a whole one; nothing of it was kept")

// Bring keeps a backup that was made elsewhere, once every page of it was looked through.
func (b Backups) Bring(from io.Reader, at time.Time) (*app.BackupFile, error) {
	path, err := b.new(brought, at)
	if err != nil {
		return nil, err
	}
	part := path + ".part"
	err = func() error {
		f, err := os.OpenFile(part, os.O_WRONLY|os.O_CREATE|os.O_TRUNC, 0o600)
		if err != nil {
			return err
		}
		n, err := io.Copy(f, from)
		if err = errors.Join(err, f.Sync(), f.Close()); err != nil {
			return err
		}
		if n == 0 {
			return errors.New("the file is empty")
		}
		if err := looksLikeOurs(part); err != nil {
			return errNoBackup
		}
		if checked(part) != nil {
			return errNoBackup
		}
		return nil
	}()
	if err == nil {
		err = os.Rename(part, path)
	}
	if err != nil {
		return nil, errors.Join(err, gone(part))
	}
	return told(path)
}

// Restore puts a backup in the place of the data folder's database, which the caller holds and has closed. What was there becomes a backup itself, of which
// the name is given back; empty where nothing was.
func (b Backups) Restore(name string, at time.Time) (aside string, err error) {
	from, err := b.Path(name)
	if err != nil {
		return "", err
	}
	was, err := Restore(from, b.Dir, at, slog.New(slog.DiscardHandler))
	if err != nil || was == "" {
		return "", err
	}
	path, err := b.new(before, at)
	if err == nil {
		err = os.Rename(was, path)
	}
	if err != nil {
		return was, nil // it is kept, if not among the backups
	}
	return filepath.Base(path), nil
}
