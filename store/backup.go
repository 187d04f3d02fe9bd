package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net/url"
	"os"
	"path/filepath"
	"time"

	"github.com/libtnb/sqlite"
	"gorm.io/gorm"
)

// Backup writes a copy of the whole database of a data folder to a new file, photographs in it, also while a program that runs writes to it: as it
// was at one moment. The copy is checked before it has its name. The error says what is wrong with either file.
func Backup(ctx context.Context, dir, to string) error {
	path := filepath.Join(dir, FileName)
	if _, err := os.Stat(path); err != nil {
		return fmt.Errorf("there is no database in %s to back up: %w", dir, err)
	}
	if err := looksLikeOurs(path); err != nil {
		return err
	}
	if _, err := os.Lstat(to); !errors.Is(err, fs.ErrNotExist) {
		return fmt.Errorf("%s is there already; name a new file", to)
	}
	part := to + ".part"
	if err := os.Remove(part); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	err := func() error {
		db, closes, err := plainly(path)
		if err != nil {
			return err
		}
		defer closes()
		return plain(db.WithContext(ctx).Exec("VACUUM INTO ?", part).Error)
	}()
	if err == nil {
		err = checked(part)
	}
	if err == nil {
		err = os.Chmod(part, 0o600)
	}
	if err == nil {
		err = flush(part)
	}
	if err != nil {
		return errors.Join(fmt.Errorf("the backup was not made: %w", err), gone(part))
	}
	return os.Rename(part, to)
}

// plainly opens a database as it is: nothing in it is changed.
func plainly(path string) (*gorm.DB, func(), error) {
	q := url.Values{"_pragma": {"busy_timeout(10000)"}}
	db, err := gorm.Open(sqlite.Open("file:"+(&url.URL{Path: path}).EscapedPath()+"?"+q.Encode()), &gorm.Config{Logger: newStatementLog(slog.New(slog.DiscardHandler)), SkipDefaultTransaction: true})
	if err != nil {
		return nil, nil, fmt.Errorf("%s cannot be opened: %w", path, plain(err))
	}
	pool, err := db.DB()
	if err != nil {
		return nil, nil, err
	}
	return db, func() { pool.Close() }, nil
}

// checked looks every page of a database through.
func checked(path string) error {
	db, closes, err := plainly(path)
	if err != nil {
		return err
	}
	defer closes()
	return (&Store{db: db, path: path}).sound()
}

// flush writes a file through to the disk.
func flush(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// gone takes a file away that may not be there.
func gone(path string) error {
	if err := os.Remove(path); !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	return nil
}

// asideFormat names what was there before by the moment of its restoring.
const asideFormat = "20060102-150405"

// Restore puts a backup in the place of a data folder's database, which the caller holds. The backup is checked first, and brought up to date: what is
// damaged, of another program or of a newer one is refused, and nothing is changed. What was there is kept aside under the name that is given back;
// empty where nothing was.
func Restore(from, dir string, at time.Time, log *slog.Logger) (aside string, err error) {
	path := filepath.Join(dir, FileName)
	info, err := os.Stat(from)
	if err != nil {
		return "", fmt.Errorf("the backup cannot be read: %w", err)
	}
	if is, err := os.Stat(path); err == nil && os.SameFile(info, is) {
		return "", fmt.Errorf("%s is the database itself, not a backup of it", from)
	}
	if info.Size() == 0 {
		return "", fmt.Errorf("%s is empty", from)
	}
	if err := looksLikeOurs(from); err != nil {
		return "", fmt.Errorf("that is no backup of this program: %w", err)
	}
	room, err := os.MkdirTemp(dir, "restoring-")
	if err != nil {
		return "", err
	}
	defer os.RemoveAll(room)
	made := filepath.Join(room, FileName)
	if err := duplicate(from, made); err != nil {
		return "", fmt.Errorf("the backup cannot be read: %w", err)
	}
	s, err := Open(room, log)
	if err != nil {
		return "", fmt.Errorf("the backup was not restored, and nothing was changed: %w", err)
	}
	if err := s.Close(); err != nil {
		return "", err
	}
	if err := flush(made); err != nil {
		return "", err
	}
	if _, err := os.Stat(path); err == nil {
		aside = filepath.Join(dir, "thicket-before-restore-"+at.UTC().Format(asideFormat)+".db")
		if _, err := os.Lstat(aside); err == nil {
			return "", fmt.Errorf("%s is there already; try again in a second", aside)
		}
	}
	for _, suffix := range []string{"-wal", "-shm", ""} { // the database last: until then what is there is whole
		if aside == "" {
			break
		}
		if err := os.Rename(path+suffix, aside+suffix); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return "", errors.Join(err, back(aside, path))
		}
	}
	if err := os.Rename(made, path); err != nil {
		return "", errors.Join(err, back(aside, path))
	}
	return aside, nil
}

// back puts what was kept aside where it was.
func back(aside, path string) error {
	var err error
	for _, suffix := range []string{"", "-wal", "-shm"} {
		if e := os.Rename(aside+suffix, path+suffix); aside != "" && e != nil && !errors.Is(e, fs.ErrNotExist) {
			err = errors.Join(err, e)
		}
	}
	return err
}

// duplicate copies a file to a new one, for its owner alone.
func duplicate(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer in.Close()
	out, err := os.OpenFile(to, os.O_WRONLY|os.O_CREATE|os.O_EXCL, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	return errors.Join(err, out.Close())
}
