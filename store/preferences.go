package store

import (
	"context"
	"encoding/json"
	"time"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// Settings gives what an owner set; nil where nothing was kept.
func (s *Store) Settings(ctx context.Context, owner string) (json.RawMessage, error) {
	var row setting
	if err := s.db.WithContext(ctx).Limit(1).Find(&row, "owner = ?", owner).Error; err != nil || row.Owner == "" {
		return nil, plain(err)
	}
	return json.RawMessage(row.Body), nil
}

// KeepSettings keeps what an owner set.
func (s *Store) KeepSettings(ctx context.Context, owner string, at time.Time, document json.RawMessage) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		return tx.Clauses(clause.OnConflict{UpdateAll: true}).Create(&setting{Owner: owner, Changed: at, Body: string(document)}).Error
	})
}

// Overlays gives the latest versions of what an owner lays over the guide, the newest first, at most so many.
func (s *Store) Overlays(ctx context.Context, owner string, most int) ([]json.RawMessage, error) {
	var rows []overlay
	err := s.db.WithContext(ctx).Order("seq DESC").Limit(most).Find(&rows, "owner = ?", owner).Error
	out := make([]json.RawMessage, len(rows))
	for i := range rows {
		out[i] = json.RawMessage(rows[i].Body)
	}
	return out, plain(err)
}

// OverlayOf gives the version that an operation made, and the one before it.
func (s *Store) OverlayOf(ctx context.Context, owner, op string) (made, before json.RawMessage, known bool, err error) {
	var row, earlier overlay
	tx := s.db.WithContext(ctx)
	if err := tx.Limit(1).Find(&row, "owner = ? AND op = ?", owner, op).Error; err != nil || row.Op == "" {
		return nil, nil, false, plain(err)
	}
	if err := tx.Order("seq DESC").Limit(1).Find(&earlier, "owner = ? AND seq < ?", owner, row.Seq).Error; err != nil {
		return nil, nil, false, plain(err)
	}
	if earlier.Op != "" {
		before = json.RawMessage(earlier.Body)
	}
	return json.RawMessage(row.Body), before, true, nil
}

// KeepOverlay adds a version of what an owner lays over the guide.
func (s *Store) KeepOverlay(ctx context.Context, owner, op string, at time.Time, document json.RawMessage) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		return tx.Create(&overlay{Op: op, Owner: owner, At: at, Body: string(document)}).Error
	})
}
