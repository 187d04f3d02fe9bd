package store

import (
	"context"
	"errors"
	"strings"
	"unicode/utf8"

	"zestythicket/app"
	"zestythicket/core/events"

	"gorm.io/gorm"
)

// Find gives a stream of a kind, or of any where that is empty; a deleted one too.
func (s *Store) Find(ctx context.Context, owner string, kind events.StreamKind, id string) (app.Stream, error) {
	var row stream
	tx := s.db.WithContext(ctx).Where("id = ? AND owner = ?", id, owner)
	if kind != "" {
		tx = tx.Where("kind = ?", string(kind))
	}
	if err := tx.First(&row).Error; err != nil {
		return app.Stream{}, plain(missing(err))
	}
	return row.stream(), nil
}

// Load gives a stream of a kind, or of any where that is empty, and its events, in the order in which they arrived; a deleted one too.
func (s *Store) Load(ctx context.Context, owner string, kind events.StreamKind, id string) (app.Stream, []events.Event, error) {
	st, err := s.Find(ctx, owner, kind, id)
	if err != nil {
		return app.Stream{}, nil, err
	}
	list, err := asEvents(s.db.WithContext(ctx).Order("seq").Where("stream_id = ?", id))
	return st, list, err
}

func asEvents(tx *gorm.DB) ([]events.Event, error) {
	var rows []event
	if err := tx.Find(&rows).Error; err != nil {
		return nil, plain(err)
	}
	list := make([]events.Event, len(rows))
	for i := range rows {
		var err error
		if list[i], err = rows[i].event(); err != nil {
			return nil, err
		}
	}
	return list, nil
}

func missing(err error) error {
	if errors.Is(err, gorm.ErrRecordNotFound) {
		return app.ErrNotFound
	}
	return err
}

// Add keeps additions, all or none.
func (s *Store) Add(ctx context.Context, additions ...app.Addition) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		for i := range additions {
			if err := add(tx, &additions[i]); err != nil {
				return err
			}
		}
		return nil
	})
}

// insertedAtOnce is how many rows one statement inserts: SQLite takes 32,766 values in one, and an event has thirteen.
const insertedAtOnce = 1000

func add(tx *gorm.DB, a *app.Addition) error {
	var was stream
	if err := tx.Select("events").Limit(1).Find(&was, "id = ?", a.Stream.ID).Error; err != nil {
		return err
	}
	if was.Events != a.Had {
		if a.Had == 0 {
			return app.ErrExists
		}
		return app.ErrChanged
	}
	for i := range a.New {
		var other event
		if err := tx.Limit(1).Find(&other, "op = ?", a.New[i].Op).Error; err != nil {
			return err
		}
		switch {
		case other.ID == "":
		case other.StreamID != a.Stream.ID || other.Owner != a.Stream.Owner:
			return app.ErrOperationReused
		case other.ID == a.New[i].ID:
			return app.ErrChanged
		}
	}
	row := rowOf(&a.Stream)
	if a.Had == 0 {
		if err := tx.Create(row).Error; err != nil {
			if errors.Is(err, gorm.ErrDuplicatedKey) {
				return app.ErrExists
			}
			return err
		}
	} else if err := tx.Save(row).Error; err != nil {
		return err
	}
	rows := make([]*event, len(a.New))
	for i := range a.New {
		var err error
		if rows[i], err = eventRow(&a.New[i]); err != nil {
			return err
		}
	}
	return tx.CreateInBatches(rows, insertedAtOnce).Error
}

// Operation gives the events of an operation.
func (s *Store) Operation(ctx context.Context, owner, op string) ([]events.Event, error) {
	return asEvents(s.db.WithContext(ctx).Order("seq").Where("op = ? AND owner = ?", op, owner))
}

// shortest is how many letters a word needs to be looked up in the index of trigrams.
const shortest = 3

// List gives a page of an owner's streams of a kind that hold every word of the query, the latest change first.
func (s *Store) List(ctx context.Context, owner string, kind events.StreamKind, q app.ListQuery) ([]app.Stream, error) {
	tx := s.db.WithContext(ctx).Omit("frozen", "fold").Order("changed DESC, id DESC").Limit(q.Limit).
		Where("owner = ? AND kind = ? AND deleted = ?", owner, string(kind), q.Deleted)
	if !q.Since.IsZero() {
		tx = tx.Where("changed >= ?", q.Since)
	}
	if q.AfterID != "" {
		tx = tx.Where("(changed, id) < (?, ?)", q.After, q.AfterID)
	}
	var indexed []string
	for _, word := range q.Words {
		if utf8.RuneCountInString(word) >= shortest {
			indexed = append(indexed, `"`+strings.ReplaceAll(word, `"`, `""`)+`"`)
		} else {
			tx = tx.Where("instr(search, ?) > 0", word)
		}
	}
	if len(indexed) > 0 {
		tx = tx.Where("id IN (SELECT id FROM stream_numbers WHERE n IN (SELECT rowid FROM found WHERE found MATCH ?))", strings.Join(indexed, " AND "))
	}
	return found(tx)
}

// Stale gives open streams, deleted ones too, whose listing was worked out with another basis, the latest change first, at most so many.
func (s *Store) Stale(ctx context.Context, owner string, kind events.StreamKind, basis string, most int) ([]app.Stream, error) {
	return found(s.db.WithContext(ctx).Omit("frozen", "fold").Order("changed DESC, id DESC").Limit(most).
		Where("owner = ? AND kind = ? AND NOT closed AND basis <> ?", owner, string(kind), basis))
}

func found(tx *gorm.DB) ([]app.Stream, error) {
	var rows []stream
	if err := tx.Find(&rows).Error; err != nil {
		return nil, plain(err)
	}
	out := make([]app.Stream, len(rows))
	for i := range rows {
		out[i] = rows[i].stream()
	}
	return out, nil
}

// Relist puts in what is listed of streams that have got no events since.
func (s *Store) Relist(ctx context.Context, streams []app.Stream) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		for i := range streams {
			st := &streams[i]
			err := tx.Model(&stream{}).Where("id = ? AND events = ?", st.ID, st.Events).
				Updates(map[string]any{"listing": string(st.Listing), "search": st.Search, "basis": st.Basis}).Error
			if err != nil {
				return err
			}
		}
		return nil
	})
}
