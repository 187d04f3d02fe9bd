package store

import (
	"context"
	"encoding/json"
	"time"

	"zestythicket/app"
	"zestythicket/core/events"

	"gorm.io/gorm"
)

// imported is a row of an import: what came in from a file, and when it was taken back. Settings are what it put where none were, Overlays the operations of
// what it laid over the guide.
type imported struct {
	ID       string `gorm:"primaryKey"`
	Owner    string
	Name     string
	Format   string
	At       time.Time
	New      int
	Changed  int
	Undone   *time.Time
	Settings string
	Overlays string
}

func (imported) TableName() string { return "imports" }

func (r *imported) brought() app.Brought {
	return app.Brought{ID: r.ID, Name: r.Name, Format: r.Format, At: r.At, New: r.New, Changed: r.Changed, Undone: r.Undone}
}

// arrival is an event that came by an import.
type arrival struct {
	Import string `gorm:"primaryKey"`
	Event  string `gorm:"primaryKey"`
}

func (arrival) TableName() string { return "arrivals" }

// withdrawn is an event that an import brought and that was taken back with it: it is moved here, not erased.
type withdrawn struct {
	Import string `gorm:"primaryKey"`
	ID     string `gorm:"primaryKey"`
	Body   string
}

func (withdrawn) TableName() string { return "withdrawn" }

// Import gives an import. ErrNotFound where there is none.
func (s *Store) Import(ctx context.Context, owner, id string) (app.Brought, error) {
	var row imported
	err := s.db.WithContext(ctx).First(&row, "id = ? AND owner = ?", id, owner).Error
	return row.brought(), plain(missing(err))
}

// Imports lists what was taken in, the latest first, at most so many.
func (s *Store) Imports(ctx context.Context, owner string, most int) ([]app.Brought, error) {
	var rows []imported
	err := s.db.WithContext(ctx).Order("at DESC, id DESC").Limit(most).Find(&rows, "owner = ?", owner).Error
	out := make([]app.Brought, len(rows))
	for i := range rows {
		out[i] = rows[i].brought()
	}
	return out, plain(err)
}

// KeepImport keeps an import and all that it brings, or nothing of it.
func (s *Store) KeepImport(ctx context.Context, owner string, in *app.Bringing) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		row := &imported{ID: in.ID, Owner: owner, Name: in.Name, Format: in.Format, At: in.At, New: in.New, Changed: in.Changed, Settings: string(in.Settings)}
		if in.Settings != nil {
			var was setting
			if err := tx.Limit(1).Find(&was, "owner = ?", owner).Error; err != nil {
				return err
			}
			if was.Owner != "" {
				return app.ErrChanged
			}
			if err := tx.Create(&setting{Owner: owner, Changed: in.At, Body: string(in.Settings)}).Error; err != nil {
				return err
			}
		}
		var ops []string
		for _, o := range in.Overlays {
			if err := tx.Create(&overlay{Op: o.Op, Owner: owner, At: o.At, Body: string(o.Document)}).Error; err != nil {
				return err
			}
			ops = append(ops, o.Op)
		}
		b, err := json.Marshal(ops)
		if err != nil {
			return err
		}
		row.Overlays = string(b)
		if err := tx.Create(row).Error; err != nil {
			return err
		}
		for i := range in.Additions {
			a := &in.Additions[i]
			if err := add(tx, a); err != nil {
				return err
			}
			rows := make([]arrival, len(a.New))
			for n := range a.New {
				rows[n] = arrival{in.ID, a.New[n].ID}
			}
			if err := tx.CreateInBatches(rows, insertedAtOnce).Error; err != nil {
				return err
			}
		}
		return nil
	})
}

// BroughtStreams gives the streams that an import brought events of, in the order in which they came.
func (s *Store) BroughtStreams(ctx context.Context, owner, id string) ([]app.BroughtStream, error) {
	var rows []struct{ ID, Stream, StreamID string }
	err := s.db.WithContext(ctx).Table("events").Select("events.id, stream, stream_id").Joins("JOIN arrivals ON arrivals.event = events.id").
		Where("arrivals.import = ? AND events.owner = ?", id, owner).Order("seq").Find(&rows).Error
	var out []app.BroughtStream
	at := map[string]int{}
	for _, r := range rows {
		n, ok := at[r.StreamID]
		if !ok {
			n = len(out)
			at[r.StreamID], out = n, append(out, app.BroughtStream{Kind: events.StreamKind(r.Stream), ID: r.StreamID})
		}
		out[n].Events = append(out[n].Events, r.ID)
	}
	return out, plain(err)
}

// Withdraw takes an import back: its events are moved aside, and the streams that it brought events of are left as they are given; those without events
// go. What the owner set, and laid over the guide, goes where it is still what the import brought. ErrChanged where a stream has got others meanwhile.
func (s *Store) Withdraw(ctx context.Context, owner, id string, at time.Time, left []app.Addition) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		var row imported
		if err := tx.First(&row, "id = ? AND owner = ? AND undone IS NULL", id, owner).Error; err != nil {
			return missing(err)
		}
		list, err := asEvents(tx.Order("seq").Where("id IN (SELECT event FROM arrivals WHERE import = ?)", id))
		if err != nil {
			return err
		}
		gone := make([]withdrawn, len(list))
		for i := range list {
			b, err := json.Marshal(&list[i])
			if err != nil {
				return err
			}
			gone[i] = withdrawn{id, list[i].ID, string(b)}
		}
		if err := tx.CreateInBatches(gone, insertedAtOnce).Error; err != nil {
			return err
		}
		if err := tx.Exec("DELETE FROM events WHERE id IN (SELECT id FROM withdrawn WHERE import = ?)", id).Error; err != nil {
			return err
		}
		for i := range left {
			if err := leave(tx, &left[i]); err != nil {
				return err
			}
		}
		if row.Settings != "" {
			if err := tx.Exec("DELETE FROM settings WHERE owner = ? AND body = ?", owner, row.Settings).Error; err != nil {
				return err
			}
		}
		if err := unlay(tx, owner, row.Overlays); err != nil {
			return err
		}
		return tx.Model(&imported{}).Where("id = ?", id).Update("undone", at).Error
	})
}

// leave puts a stream as it is without what an import brought.
func leave(tx *gorm.DB, a *app.Addition) error {
	var was stream
	if err := tx.Select("events").Limit(1).Find(&was, "id = ?", a.Stream.ID).Error; err != nil {
		return err
	}
	if was.Events != a.Had {
		return app.ErrChanged
	}
	if a.Stream.Events > 0 {
		return tx.Save(rowOf(&a.Stream)).Error
	}
	for _, sql := range []string{
		"DELETE FROM found WHERE rowid = (SELECT n FROM stream_numbers WHERE id = ?)", "DELETE FROM stream_numbers WHERE id = ?", "DELETE FROM streams WHERE id = ?",
	} {
		if err := tx.Exec(sql, a.Stream.ID).Error; err != nil {
			return err
		}
	}
	return nil
}

// unlay takes away what an import laid over the guide, unless something was laid over it since.
func unlay(tx *gorm.DB, owner, kept string) error {
	var ops []string
	if err := json.Unmarshal([]byte(kept), &ops); err != nil || len(ops) == 0 {
		return err
	}
	var last overlay
	if err := tx.Order("seq DESC").Limit(1).Find(&last, "owner = ?", owner).Error; err != nil {
		return err
	}
	if last.Op != ops[len(ops)-1] {
		return nil
	}
	return tx.Where("owner = ? AND op IN ?", owner, ops).Delete(&overlay{}).Error
}

// Everything gives all that is kept of an owner, as it is at one moment: nobody who writes waits for it.
func (s *Store) Everything(ctx context.Context, owner string, each func(*app.Piece) error) error {
	return plain(s.db.WithContext(ctx).Connection(func(tx *gorm.DB) error {
		tx = tx.Session(&gorm.Session{})                        // each statement begins anew
		if err := tx.Exec("BEGIN DEFERRED").Error; err != nil { // a transaction that begins by itself would keep others from writing
			return err
		}
		defer func() { tx.WithContext(context.WithoutCancel(ctx)).Exec("ROLLBACK") }()
		for _, part := range []func(*gorm.DB, string, func(*app.Piece) error) error{settingsPiece, overlayPieces, eventPieces, frozenPieces, photographPieces} {
			if err := part(tx, owner, each); err != nil {
				return err
			}
		}
		return nil
	}))
}

func settingsPiece(tx *gorm.DB, owner string, each func(*app.Piece) error) error {
	var row setting
	if err := tx.Limit(1).Find(&row, "owner = ?", owner).Error; err != nil || row.Owner == "" {
		return err
	}
	return each(&app.Piece{Settings: json.RawMessage(row.Body)})
}

func overlayPieces(tx *gorm.DB, owner string, each func(*app.Piece) error) error {
	return eachRow(tx.Model(&overlay{}).Order("seq").Where("owner = ?", owner), func(o *overlay) error {
		return each(&app.Piece{Overlay: &app.OverlayPiece{Op: o.Op, At: o.At, Document: json.RawMessage(o.Body)}})
	})
}

func eventPieces(tx *gorm.DB, owner string, each func(*app.Piece) error) error {
	return eachRow(tx.Model(&event{}).Order("seq").Where("owner = ?", owner), func(row *event) error {
		e, err := row.event()
		if err != nil {
			return err
		}
		return each(&app.Piece{Event: &e})
	})
}

func frozenPieces(tx *gorm.DB, owner string, each func(*app.Piece) error) error {
	return eachRow(tx.Model(&stream{}).Select("id, frozen").Order("created, id").Where("owner = ? AND closed AND frozen IS NOT NULL", owner), func(row *stream) error {
		return each(&app.Piece{Frozen: &app.FrozenPiece{Record: row.ID, Ruling: json.RawMessage(*row.Frozen)}})
	})
}

func photographPieces(tx *gorm.DB, owner string, each func(*app.Piece) error) error {
	return eachRow(tx.Model(&picture{}).Where("owner = ? AND size = ?", owner, string(app.OriginalSize)), func(p *picture) error {
		return each(&app.Piece{Photograph: &app.PhotographPiece{File: p.File, Data: p.Body}})
	})
}

// eachRow goes through the rows of a query, one at a time in memory.
func eachRow[T any](q *gorm.DB, do func(*T) error) error {
	rows, err := q.Rows()
	if err != nil {
		return err
	}
	defer rows.Close()
	for rows.Next() {
		var row T
		if err := q.ScanRows(rows, &row); err != nil {
			return err
		}
		if err := do(&row); err != nil {
			return err
		}
	}
	return rows.Err()
}

// Sum tells how much is kept of an owner.
func (s *Store) Sum(ctx context.Context, owner string) (app.KeptSum, error) {
	var k app.KeptSum
	err := s.db.WithContext(ctx).Raw(`SELECT (SELECT count(*) FROM streams WHERE owner = ? AND kind = ? AND NOT deleted) AS records, (SELECT count(*) FROM events WHERE owner = ?) AS events,
		(SELECT count(*) FROM photographs WHERE owner = ?) AS photographs, (SELECT coalesce(sum(length(body)), 0) FROM pictures WHERE owner = ? AND size = ?) AS bytes`,
		owner, string(events.RecordStream), owner, owner, owner, string(app.OriginalSize)).Scan(&k).Error
	return k, plain(err)
}
