// Package store keeps streams of events, settings and overlays in one SQLite file, as the application asks for them. Events
// are only ever added; what is listed of a stream is kept beside them.
package store

import (
	"bytes"
	"context"
	"encoding/binary"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"log/slog"
	"net/url"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"zestythicket/app"

	"github.com/libtnb/sqlite"
	"gorm.io/gorm"
)

// FileName is the name of the database in the data folder.
const FileName = "thicket.db"

// applicationID marks a database file as this program's own ("ZTHK").
const applicationID = 0x5a54484b

// Store is an open database. It may be used from many goroutines.
type Store struct {
	db    *gorm.DB
	path  string
	queue writes
}

var _ app.Store = (*Store)(nil)

// Open opens the database in a data folder, making both where they are not there, and brings it up to date; log takes what
// the database has to say. The error says what is wrong with a file that is not a database of this program, or that cannot be
// read.
func Open(dir string, log *slog.Logger) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("the data folder: %w", err)
	}
	path := filepath.Join(dir, FileName)
	if err := looksLikeOurs(path); err != nil {
		return nil, err
	}
	if err := keepPrivate(dir, path); err != nil {
		return nil, fmt.Errorf("the data folder: %w", err)
	}
	// Written through to the disk at every commit: a reading that was answered for survives a power cut.
	q := url.Values{"_pragma": {"busy_timeout(10000)", "journal_mode(WAL)", "synchronous(FULL)", "foreign_keys(1)"}, "_txlock": {"immediate"}}
	db, err := gorm.Open(sqlite.Open("file:"+(&url.URL{Path: path}).EscapedPath()+"?"+q.Encode()), &gorm.Config{
		Logger:         newStatementLog(log),
		TranslateError: true, NowFunc: func() time.Time { return time.Now().UTC() }, SkipDefaultTransaction: true, PrepareStmt: true,
	})
	if err != nil {
		return nil, fmt.Errorf("%s cannot be opened: %w", path, plain(err))
	}
	pool, err := db.DB()
	if err != nil {
		return nil, err
	}
	pool.SetMaxOpenConns(mostConnections)
	pool.SetMaxIdleConns(mostConnections)
	s := &Store{db: db, path: path}
	if err := s.claim(); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: %w", path, err), s.Close())
	}
	if err := s.sound(); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: %w", path, err), s.Close())
	}
	if err := s.keepAside(); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: it is to be brought up to date, and no copy of it could be kept first: %w", path, plain(err)), s.Close())
	}
	if err := migrate(db); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: %w", path, plain(err)), s.Close())
	}
	s.queue.begin(db)
	return s, nil
}

// mostConnections is how many read at once, the one that writes among them. Common practice; no source.
const mostConnections = 8

// sound refuses a database of which a page is damaged: what is read of it, and most of all written to it, could not be relied
// on.
func (s *Store) sound() error {
	var found []string
	if err := s.db.Raw("PRAGMA quick_check(1)").Scan(&found).Error; err != nil {
		return plain(err)
	}
	if len(found) != 1 || found[0] != "ok" {
		return fmt.Errorf("%w (%s)", app.ErrDamaged, strings.ReplaceAll(strings.Join(found, "; "), "\n", " "))
	}
	return nil
}

// keepAside keeps a copy of a database that is about to be brought up to date, beside it.
func (s *Store) keepAside() error {
	if !s.db.Migrator().HasTable("migrations") {
		return nil // it is new
	}
	var done []string
	if err := s.db.Table("migrations").Pluck("id", &done).Error; err != nil {
		return err
	}
	for _, next := range migrations {
		if slices.Contains(done, next.ID) {
			continue
		}
		copied := filepath.Join(filepath.Dir(s.path), "thicket-before-"+next.ID+".db")
		if err := os.Remove(copied); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
		return s.CopyTo(context.Background(), copied)
	}
	return nil
}

// keepPrivate leaves the folder and the database to their owner alone, whoever made them; what SQLite writes beside the
// database takes its rights.
func keepPrivate(dir, path string) error {
	if err := os.Chmod(dir, 0o700); err != nil {
		return err
	}
	f, err := os.OpenFile(path, os.O_RDWR|os.O_CREATE, 0o600)
	if err != nil {
		return err
	}
	return errors.Join(f.Chmod(0o600), f.Close())
}

// errOfAnother is said of somebody else's database.
var errOfAnother = errors.New("this is a database of another program; nothing was changed in it. Name another folder with --data")

// looksLikeOurs refuses a file that is no SQLite database, or another program's, before anything is written to it: its
// header says so (https://www.sqlite.org/fileformat.html: the schema cookie at 40, the application id at 68).
func looksLikeOurs(path string) error {
	f, err := os.Open(path)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("the database cannot be read: %w", err)
	}
	defer f.Close()
	head := make([]byte, 100)
	n, err := io.ReadFull(f, head)
	if n == 0 && err != nil {
		if info, e := f.Stat(); e == nil && info.IsDir() {
			return fmt.Errorf("%s is a folder; the database is a file", path)
		}
		return nil // empty: nothing was written to it yet
	}
	if !bytes.HasPrefix(head, []byte("SQLite format 3\x00")) {
		return fmt.Errorf("%s is not a database; move it away or name another folder with --data", path)
	}
	id, schema := binary.BigEndian.Uint32(head[68:]), binary.BigEndian.Uint32(head[40:])
	if id != applicationID && (id != 0 || schema != 0) {
		return fmt.Errorf("%s: %w", path, errOfAnother)
	}
	return nil
}

// claim marks a new database as this program's, and refuses one of another program.
func (s *Store) claim() error {
	var id int64
	var tables int64
	if err := s.db.Raw("PRAGMA application_id").Scan(&id).Error; err != nil {
		return fmt.Errorf("the database cannot be read; restore a copy of it or name another folder with --data: %w", plain(err))
	}
	if id == applicationID {
		return nil
	}
	if err := s.db.Raw("SELECT count(*) FROM sqlite_master").Scan(&tables).Error; err != nil {
		return fmt.Errorf("the database cannot be read: %w", plain(err))
	}
	if id != 0 || tables > 0 {
		return errOfAnother
	}
	return plain(s.db.Exec(fmt.Sprintf("PRAGMA application_id = %d", applicationID)).Error)
}

// Close closes the database, once what waits to be written is.
func (s *Store) Close() error {
	s.queue.end()
	db, err := s.db.DB()
	if err != nil {
		return err
	}
	return db.Close()
}

// plain turns the database's own errors into those that callers tell apart.
func plain(err error) error {
	var coded interface{ Code() int }
	if err == nil || !errors.As(err, &coded) {
		return err
	}
	switch coded.Code() & 0xff {
	case 11, 26: // SQLITE_CORRUPT, SQLITE_NOTADB
		return fmt.Errorf("%w (%w)", app.ErrDamaged, err)
	case 13: // SQLITE_FULL
		return fmt.Errorf("%w (%w)", app.ErrFull, err)
	case 8: // SQLITE_READONLY
		return fmt.Errorf("%w (%w)", app.ErrReadOnly, err)
	case 10: // SQLITE_IOERR
		return fmt.Errorf("the disk gave an error, so this was not saved: %w", err)
	}
	return err
}

// CopyTo writes a copy of the whole database to a new file, while it is in use.
func (s *Store) CopyTo(ctx context.Context, path string) error {
	return plain(s.db.WithContext(ctx).Exec("VACUUM INTO ?", path).Error)
}
