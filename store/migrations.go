package store

import (
	"errors"

	"github.com/go-gormigrate/gormigrate/v2"
	"gorm.io/gorm"
)

// migrations bring a database from nothing, or from any earlier version, to this one.
var migrations = []*gormigrate.Migration{
	{ID: "0001", Migrate: statements(
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
	)},
	{ID: "0002", Migrate: statements(
		`CREATE VIRTUAL TABLE names USING fts5 (name, taxon UNINDEXED, tokenize = 'trigram')`,
		`CREATE TABLE names_of (guide text NOT NULL)`,
	)},
	{ID: "0003", Migrate: statements(
		`CREATE TABLE own_guides (seq integer PRIMARY KEY AUTOINCREMENT, op text NOT NULL UNIQUE, owner text NOT NULL, at datetime, body text NOT NULL)`,
	)},
	{ID: streamsVersion, Migrate: toStreams},
	{ID: "0005", Migrate: statements( // what is folded is kept, what can be searched is indexed
		`ALTER TABLE streams ADD COLUMN fold text NOT NULL DEFAULT ''`,
		`CREATE TABLE stream_numbers (n integer PRIMARY KEY, id text NOT NULL UNIQUE REFERENCES streams (id))`,
		`CREATE VIRTUAL TABLE found USING fts5(search, content = '', contentless_delete = 1, tokenize = 'trigram')`,
		`INSERT INTO stream_numbers (id) SELECT id FROM streams ORDER BY created`,
		`INSERT INTO found (rowid, search) SELECT n, search FROM stream_numbers JOIN streams USING (id)`,
		`CREATE TRIGGER streams_numbered AFTER INSERT ON streams BEGIN
			INSERT INTO stream_numbers (id) VALUES (new.id);
			INSERT INTO found (rowid, search) SELECT n, new.search FROM stream_numbers WHERE id = new.id;
		END`,
		`CREATE TRIGGER streams_searched AFTER UPDATE OF search ON streams WHEN new.search <> old.search BEGIN
			UPDATE found SET search = new.search WHERE rowid = (SELECT n FROM stream_numbers WHERE id = new.id);
		END`,
		`DROP INDEX streams_by_change`,
		`CREATE INDEX streams_by_change ON streams (owner, kind, deleted, changed, id)`,
		`CREATE INDEX streams_by_basis ON streams (owner, kind, closed, basis)`,
	)},
	{ID: "0006", Migrate: statements( // what is large lies by itself, so that nothing else has to step over it
		`CREATE TABLE photographs (owner text NOT NULL, file text NOT NULL, type text NOT NULL, width integer NOT NULL, height integer NOT NULL,
			taken text NOT NULL, located numeric NOT NULL, kept datetime NOT NULL, developed numeric NOT NULL, trouble text NOT NULL, PRIMARY KEY (owner, file))`,
		`CREATE INDEX photographs_undeveloped ON photographs (owner, kept) WHERE NOT developed`,
		`CREATE TABLE pictures (owner text NOT NULL, file text NOT NULL, size text NOT NULL, body blob NOT NULL, PRIMARY KEY (owner, file, size))`,
	)},
	{ID: "0007", Migrate: statements( // what came from files, so that it can be taken back in one step: its events are moved aside, and only those
		`CREATE TABLE imports (id text PRIMARY KEY, owner text NOT NULL, name text NOT NULL, format text NOT NULL, at datetime NOT NULL, new integer NOT NULL,
			changed integer NOT NULL, undone datetime, settings text NOT NULL, overlays text NOT NULL)`,
		`CREATE TABLE arrivals (import text NOT NULL REFERENCES imports (id), event text NOT NULL, PRIMARY KEY (import, event)) WITHOUT ROWID`,
		`CREATE TABLE withdrawn (import text NOT NULL REFERENCES imports (id), id text NOT NULL, body text NOT NULL, PRIMARY KEY (import, id))`,
		`CREATE INDEX withdrawn_by_event ON withdrawn (id)`,
		`DROP TRIGGER events_remain`,
		`CREATE TRIGGER events_remain BEFORE DELETE ON events WHEN NOT EXISTS (SELECT 1 FROM withdrawn WHERE id = old.id)
			BEGIN SELECT raise(ABORT, 'events are never erased'); END`,
	)},
}

// migrate brings a database up to date, one version after the other; a database that is newer than the program is
// refused.
func migrate(db *gorm.DB) error {
	options := *gormigrate.DefaultOptions
	options.UseTransaction, options.ValidateUnknownMigrations = true, true
	err := gormigrate.New(db, &options, migrations).Migrate()
	if errors.Is(err, gormigrate.ErrUnknownPastMigration) {
		return errors.New("this database was written by a newer version of the program; use that one")
	}
	return err
}

func statements(list ...string) gormigrate.MigrateFunc {
	return func(tx *gorm.DB) error {
		for _, sql := range list {
			if err := tx.Exec(sql).Error; err != nil {
				return err
			}
		}
		return nil
	}
}
