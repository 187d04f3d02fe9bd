package store

import (
	"context"
	"time"

	"zestythicket/core/journal"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// OwnGuide is a version of what an owner lays over the guide. Versions are only ever added.
type OwnGuide struct {
	Seq   uint   `gorm:"primaryKey;autoIncrement"`
	Op    string `gorm:"uniqueIndex;not null"`
	Owner string `gorm:"not null"`
	At    time.Time
	Body  string `gorm:"not null"`
}

// OwnGuides gives the latest versions of an owner's own guide, the newest first, at most so many.
func (s *Store) OwnGuides(ctx context.Context, owner string, most int) ([]OwnGuide, error) {
	var rows []OwnGuide
	err := s.db.WithContext(ctx).Order("seq DESC").Limit(most).Find(&rows, "owner = ?", owner).Error
	return rows, plain(err)
}

// KeepOwnGuide adds a version of an owner's own guide. An operation that was kept already changes nothing.
func (s *Store) KeepOwnGuide(ctx context.Context, owner, op string, at time.Time, body string) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		return tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&OwnGuide{Op: op, Owner: owner, At: at, Body: body}).Error
	})
}

// Relist writes anew what is listed of an open record, after what it is ruled by has changed.
func (s *Store) Relist(ctx context.Context, owner string, list func(id string, events []journal.Event) (Listing, error)) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		var rows []Record
		if err := tx.Find(&rows, "owner = ? AND NOT closed AND NOT deleted", owner).Error; err != nil {
			return err
		}
		for i := range rows {
			events, err := eventsOf(tx, rows[i].ID)
			if err != nil {
				return err
			}
			if rows[i].Listing, err = list(rows[i].ID, events); err != nil {
				continue // it cannot be ruled on with this guide, and says so when it is opened
			}
			if err := tx.Save(&rows[i]).Error; err != nil {
				return err
			}
		}
		return nil
	})
}
