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

// HasOverlay tells whether an operation was kept already.
func (s *Store) HasOverlay(ctx context.Context, owner, op string) (bool, error) {
	var n int64
	err := s.db.WithContext(ctx).Model(&overlay{}).Where("owner = ? AND op = ?", owner, op).Count(&n).Error
	return n > 0, plain(err)
}

// KeepOverlay adds a version of what an owner lays over the guide.
func (s *Store) KeepOverlay(ctx context.Context, owner, op string, at time.Time, document json.RawMessage) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		return tx.Create(&overlay{Op: op, Owner: owner, At: at, Body: string(document)}).Error
	})
}
