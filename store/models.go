package store

import (
	"context"
	"encoding/json"
	"errors"
	"strings"
	"time"

	"zestythicket/core/guide"
	"zestythicket/core/journal"

	"github.com/go-gormigrate/gormigrate/v2"
	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Record is what is listed of a record; its events say the rest.
type Record struct {
	ID      string `gorm:"primaryKey"`
	Owner   string `gorm:"index;not null"`
	Created time.Time
	Changed time.Time `gorm:"index"`
	Deleted bool      `gorm:"index;not null"`
	Closed  bool      `gorm:"not null"`
	Kingdom string
	Listing
	// Frozen is a closed record's ruling as JSON, with the hash of the guide and the version of the engine it was made with.
	Frozen, GuideHash, Engine string
}

// Listing is what is shown of a record in a list.
type Listing struct {
	Date, Place, Observer    string
	Verdict, Reason, Working string
	WorkingName              string
	Margin                   *int
	Done                     string
	// Search holds everything the record can be found by, folded.
	Search string
	// Freeze is the ruling to freeze with the record, where it is closed.
	Freeze *Freeze `gorm:"-"`
}

// Freeze is a ruling as it stood when its record was closed.
type Freeze struct{ Ruling, GuideHash, Engine string }

func (r *Record) take(l Listing, s journal.State) {
	r.Listing, r.Changed, r.Deleted, r.Closed, r.Kingdom = l, s.Changed, s.Deleted, s.Closing != nil, s.About.Kingdom
	switch {
	case s.Closing == nil:
		r.Frozen, r.GuideHash, r.Engine = "", "", ""
	case l.Freeze != nil:
		r.Frozen, r.GuideHash, r.Engine = l.Freeze.Ruling, l.Freeze.GuideHash, l.Freeze.Engine
	}
}

// Event is a journal event of a record.
type Event struct {
	Seq    uint   `gorm:"primaryKey;autoIncrement"`
	Op     string `gorm:"uniqueIndex;not null"`
	Record string `gorm:"index;not null"`
	Owner  string `gorm:"not null"`
	At     time.Time
	Kind   string `gorm:"not null"`
	Body   string `gorm:"not null"`
}

// Setting holds an owner's settings as JSON.
type Setting struct {
	Owner   string `gorm:"primaryKey"`
	Changed time.Time
	Body    string `gorm:"not null"`
}

// List gives an owner's records that hold every word of the query, the latest change first; deleted ones only where
// asked for.
func (s *Store) List(ctx context.Context, owner, query string, deleted bool) ([]Record, error) {
	rows := []Record{}
	tx := s.db.WithContext(ctx).Order("changed DESC, id DESC").Where("owner = ? AND deleted = ?", owner, deleted)
	for _, word := range strings.Fields(guide.Fold(query)) {
		tx = tx.Where("instr(search, ?) > 0", word)
	}
	return rows, plain(tx.Find(&rows).Error)
}

// Settings reads an owner's settings into v; it is left as it is where none were kept.
func (s *Store) Settings(ctx context.Context, owner string, v any) error {
	var row Setting
	err := s.db.WithContext(ctx).First(&row, "owner = ?", owner).Error
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return nil
	}
	if err != nil {
		return plain(err)
	}
	return json.Unmarshal([]byte(row.Body), v)
}

// KeepSettings keeps an owner's settings.
func (s *Store) KeepSettings(ctx context.Context, owner string, v any) error {
	body, err := json.Marshal(v)
	if err != nil {
		return err
	}
	row := Setting{Owner: owner, Changed: time.Now().UTC(), Body: string(body)}
	return plain(s.db.WithContext(ctx).Clauses(clause.OnConflict{UpdateAll: true}).Create(&row).Error)
}

// migrate brings a database up to date, one version after the other; a database that is newer than the program is
// refused.
func migrate(db *gorm.DB) error {
	options := *gormigrate.DefaultOptions
	options.UseTransaction, options.ValidateUnknownMigrations = true, true
	err := gormigrate.New(db, &options, []*gormigrate.Migration{{
		ID: "0001",
		Migrate: func(tx *gorm.DB) error {
			for _, sql := range []string{
				`CREATE TABLE records (id text PRIMARY KEY, owner text NOT NULL, created datetime, changed datetime,
					deleted numeric NOT NULL, closed numeric NOT NULL, kingdom text, date text, place text, observer text,
					verdict text, reason text, working text, working_name text, margin integer, done text, search text,
					frozen text, guide_hash text, engine text)`,
				`CREATE INDEX records_by_change ON records (owner, deleted, changed)`,
				`CREATE TABLE events (seq integer PRIMARY KEY AUTOINCREMENT, op text NOT NULL UNIQUE,
					record text NOT NULL REFERENCES records (id), owner text NOT NULL, at datetime, kind text NOT NULL, body text NOT NULL)`,
				`CREATE INDEX events_by_record ON events (record, seq)`,
				`CREATE TRIGGER events_stay BEFORE UPDATE ON events BEGIN SELECT raise(ABORT, 'events are never changed'); END`,
				`CREATE TRIGGER events_remain BEFORE DELETE ON events BEGIN SELECT raise(ABORT, 'events are never erased'); END`,
				`CREATE TABLE settings (owner text PRIMARY KEY, changed datetime, body text NOT NULL)`,
			} {
				if err := tx.Exec(sql).Error; err != nil {
					return err
				}
			}
			return nil
		},
	}, {
		ID: "0002",
		Migrate: func(tx *gorm.DB) error {
			for _, sql := range []string{
				`CREATE VIRTUAL TABLE names USING fts5 (name, taxon UNINDEXED, tokenize = 'trigram')`,
				`CREATE TABLE names_of (guide text NOT NULL)`,
			} {
				if err := tx.Exec(sql).Error; err != nil {
					return err
				}
			}
			return nil
		},
	}, {
		ID: "0003",
		Migrate: func(tx *gorm.DB) error {
			return tx.Exec(`CREATE TABLE own_guides (seq integer PRIMARY KEY AUTOINCREMENT, op text NOT NULL UNIQUE, owner text NOT NULL, at datetime, body text NOT NULL)`).Error
		},
	}}).Migrate()
	if errors.Is(err, gormigrate.ErrUnknownPastMigration) {
		return errors.New("this database was written by a newer version of the program; use that one")
	}
	return err
}
