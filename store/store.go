// Package store keeps records, their events and the settings in one SQLite file. Events are only ever added; what a
// record says now is worked out from them, and what is listed of it is kept beside them.
package store

import (
	"bytes"
	"context"
	"encoding/json"
	"errors"
	"fmt"
	"io/fs"
	"net/url"
	"os"
	"path/filepath"
	"time"

	"zestythicket/core/journal"

	"github.com/glebarez/sqlite"
	"github.com/google/uuid"
	"gorm.io/gorm"
	"gorm.io/gorm/logger"
)

// FileName is the name of the database in the data folder.
const FileName = "thicket.db"

// applicationID marks a database file as this program's own ("ZTHK").
const applicationID = 0x5a54484b

// The errors that callers tell apart.
var (
	// ErrNotFound: there is no such record.
	ErrNotFound = errors.New("there is no such record")
	// ErrExists: a record of that id is there already.
	ErrExists = errors.New("a record of that id is there already")
	// ErrFull: the disk is full; nothing of the operation was kept.
	ErrFull = errors.New("the disk is full, so this was not saved; everything saved before is still there. Free some space and try again")
	// ErrReadOnly: the file may not be written to.
	ErrReadOnly = errors.New("the database cannot be written to; look at the rights of its file and folder")
)

// Store is an open database. It may be used from many goroutines.
type Store struct {
	db   *gorm.DB
	path string
}

// Open opens the database in a data folder, making both where they are not there, and brings it up to date. The error
// says what is wrong with a file that is not a database of this program, or that cannot be read.
func Open(dir string) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("the data folder: %w", err)
	}
	path := filepath.Join(dir, FileName)
	if err := looksLikeOurs(path); err != nil {
		return nil, err
	}
	// Written through to the disk at every commit: a reading that was answered for survives a power cut.
	q := url.Values{"_pragma": {"busy_timeout(10000)", "journal_mode(WAL)", "synchronous(FULL)", "foreign_keys(1)"}, "_txlock": {"immediate"}}
	db, err := gorm.Open(sqlite.Open("file:"+(&url.URL{Path: path}).EscapedPath()+"?"+q.Encode()), &gorm.Config{
		Logger: logger.Discard, TranslateError: true, NowFunc: func() time.Time { return time.Now().UTC() },
	})
	if err != nil {
		return nil, fmt.Errorf("%s cannot be opened: %w", path, plain(err))
	}
	s := &Store{db: db, path: path}
	if err := s.claim(); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: %w", path, err), s.Close())
	}
	if err := migrate(db); err != nil {
		return nil, errors.Join(fmt.Errorf("%s: %w", path, plain(err)), s.Close())
	}
	return s, nil
}

// looksLikeOurs refuses a file that is no SQLite database before anything is written to it.
func looksLikeOurs(path string) error {
	f, err := os.Open(path)
	if errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	if err != nil {
		return fmt.Errorf("the database cannot be read: %w", err)
	}
	defer f.Close()
	head := make([]byte, 16)
	n, err := f.Read(head)
	if n == 0 && err != nil {
		if info, e := f.Stat(); e == nil && info.IsDir() {
			return fmt.Errorf("%s is a folder; the database is a file", path)
		}
		return nil // empty: nothing was written to it yet
	}
	if !bytes.Equal(head[:n], []byte("SQLite format 3\x00")) {
		return fmt.Errorf("%s is not a database; move it away or name another folder with --data", path)
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
		return errors.New("this is a database of another program; nothing was changed in it. Name another folder with --data")
	}
	return plain(s.db.Exec(fmt.Sprintf("PRAGMA application_id = %d", applicationID)).Error)
}

// Close closes the database.
func (s *Store) Close() error {
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
	case 13: // SQLITE_FULL
		return fmt.Errorf("%w (%w)", ErrFull, err)
	case 8: // SQLITE_READONLY
		return fmt.Errorf("%w (%w)", ErrReadOnly, err)
	case 10: // SQLITE_IOERR
		return fmt.Errorf("the disk gave an error, so this was not saved: %w", err)
	}
	return err
}

// Project judges an event, given what the record said before it, and tells what is listed of the record after it. It
// may mark the event before it asks for what the record says after. What it refuses is not kept.
type Project func(before journal.State, e *journal.Event, after func() journal.State) (Listing, error)

// Start makes a record with its first event, of kind Create. The same operation twice makes it once.
func (s *Store) Start(ctx context.Context, owner, id string, e journal.Event, project Project) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		known, err := seen(tx, id, e.Op)
		if known || err != nil {
			return err
		}
		after := func() journal.State { return journal.Fold([]journal.Event{e}) }
		l, err := project(journal.State{}, &e, after)
		if err != nil {
			return err
		}
		row := Record{ID: id, Owner: owner, Created: e.At}
		row.take(l, after())
		if err := tx.Create(&row).Error; err != nil {
			if errors.Is(err, gorm.ErrDuplicatedKey) {
				return ErrExists
			}
			return err
		}
		return add(tx, owner, id, e)
	})
}

// Append adds an event to a record. The same operation twice counts once.
func (s *Store) Append(ctx context.Context, owner, id string, e journal.Event, project Project) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		known, err := seen(tx, id, e.Op)
		if known || err != nil {
			return err
		}
		var row Record
		if err := tx.First(&row, "id = ? AND owner = ?", id, owner).Error; err != nil {
			return missing(err)
		}
		events, err := eventsOf(tx, id)
		if err != nil {
			return err
		}
		before := journal.Fold(events)
		if err := before.Allows(e); err != nil {
			return err
		}
		after := func() journal.State { return journal.Fold(append(events, e)) }
		// Deleting and restoring change nothing that is ruled on: a closed record keeps its frozen ruling.
		l := row.Listing
		if e.Kind != journal.Delete && e.Kind != journal.Restore {
			if l, err = project(before, &e, after); err != nil {
				return err
			}
		}
		row.take(l, after())
		if err := tx.Save(&row).Error; err != nil {
			return err
		}
		return add(tx, owner, id, e)
	})
}

func (s *Store) write(ctx context.Context, f func(*gorm.DB) error) error {
	return plain(s.db.WithContext(ctx).Transaction(f))
}

// seen tells whether an operation was kept already; on another record it is a mistake.
func seen(tx *gorm.DB, record, op string) (bool, error) {
	var e Event
	err := tx.First(&e, "op = ?", op).Error
	switch {
	case errors.Is(err, gorm.ErrRecordNotFound):
		return false, nil
	case err != nil:
		return false, err
	case e.Record != record:
		return false, fmt.Errorf("the operation %s belongs to another record", op)
	}
	return true, nil
}

func add(tx *gorm.DB, owner, id string, e journal.Event) error {
	body, err := json.Marshal(e)
	if err != nil {
		return err
	}
	return tx.Create(&Event{Op: e.Op, Record: id, Owner: owner, At: e.At, Kind: string(e.Kind), Body: string(body)}).Error
}

func eventsOf(tx *gorm.DB, id string) ([]journal.Event, error) {
	var rows []Event
	if err := tx.Order("seq").Find(&rows, "record = ?", id).Error; err != nil {
		return nil, err
	}
	out := make([]journal.Event, len(rows))
	for i, r := range rows {
		if err := json.Unmarshal([]byte(r.Body), &out[i]); err != nil {
			return nil, fmt.Errorf("event %s cannot be read: %w", r.Op, err)
		}
	}
	return out, nil
}

func missing(err error) error {
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return ErrNotFound
	}
	return err
}

// Get gives a record's row and its events, in order; a deleted one too.
func (s *Store) Get(ctx context.Context, owner, id string) (Record, []journal.Event, error) {
	var row Record
	tx := s.db.WithContext(ctx)
	if err := tx.First(&row, "id = ? AND owner = ?", id, owner).Error; err != nil {
		return row, nil, plain(missing(err))
	}
	events, err := eventsOf(tx, id)
	return row, events, plain(err)
}

// CopyTo writes a copy of the whole database to a new file, while it is in use.
func (s *Store) CopyTo(ctx context.Context, path string) error {
	return plain(s.db.WithContext(ctx).Exec("VACUUM INTO ?", path).Error)
}

// NewID makes an id: a UUID of version 7, which sorts by time.
func NewID() string { return uuid.Must(uuid.NewV7()).String() }
