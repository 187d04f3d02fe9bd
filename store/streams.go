package store

import (
	"context"
	"errors"
	"strings"

	"zestythicket/app"
	"zestythicket/core/events"

	"gorm.io/gorm"
)

// Load gives a stream and its events, in the order in which they arrived; a deleted one too.
func (s *Store) Load(ctx context.Context, owner string, kind events.StreamKind, id string) (app.Stream, []events.Event, error) {
	var row stream
	var rows []event
	tx := s.db.WithContext(ctx)
	if err := tx.First(&row, "id = ? AND owner = ? AND kind = ?", id, owner, string(kind)).Error; err != nil {
		return app.Stream{}, nil, plain(missing(err))
	}
	if err := tx.Order("seq").Find(&rows, "stream_id = ?", id).Error; err != nil {
		return app.Stream{}, nil, plain(err)
	}
	list := make([]events.Event, len(rows))
	for i := range rows {
		var err error
		if list[i], err = rows[i].event(); err != nil {
			return app.Stream{}, nil, err
		}
	}
	return row.stream(), list, nil
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

func add(tx *gorm.DB, a *app.Addition) error {
	var had int64
	if err := tx.Model(&event{}).Where("stream_id = ?", a.Stream.ID).Count(&had).Error; err != nil {
		return err
	}
	if int(had) != a.Had {
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
	return tx.Create(rows).Error
}

// Operation tells whether an operation was kept, and on which stream.
func (s *Store) Operation(ctx context.Context, owner, op string) (string, bool, error) {
	var row event
	err := s.db.WithContext(ctx).Select("id", "stream_id").Limit(1).Find(&row, "op = ? AND owner = ?", op, owner).Error
	return row.StreamID, row.ID != "", plain(err)
}

// List gives an owner's streams of a kind that hold every word of the query, the latest change first.
func (s *Store) List(ctx context.Context, owner string, kind events.StreamKind, query string, deleted bool) ([]app.Stream, error) {
	tx := s.db.WithContext(ctx).Omit("frozen").Order("changed DESC, id DESC").Where("owner = ? AND kind = ? AND deleted = ?", owner, string(kind), deleted)
	for _, word := range strings.Fields(query) {
		tx = tx.Where("instr(search, ?) > 0", word)
	}
	return found(tx)
}

// Stale gives open streams, deleted ones too, whose listing was worked out with another basis, the latest change first, at most so many.
func (s *Store) Stale(ctx context.Context, owner string, kind events.StreamKind, basis string, most int) ([]app.Stream, error) {
	return found(s.db.WithContext(ctx).Order("changed DESC, id DESC").Limit(most).
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
