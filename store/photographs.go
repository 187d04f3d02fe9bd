package store

import (
	"context"
	"time"

	"zestythicket/app"

	"gorm.io/gorm"
	"gorm.io/gorm/clause"
)

// photograph is a row of what is known of a photograph's file; picture one of its sizes. Both are kept by the SHA-256 of the file.
type photograph struct {
	Owner     string `gorm:"primaryKey"`
	File      string `gorm:"primaryKey"`
	Type      string
	Width     int
	Height    int
	Taken     string
	Located   bool
	Kept      time.Time
	Developed bool
	Trouble   string
}

func (photograph) TableName() string { return "photographs" }

func (p *photograph) photograph() app.Photograph {
	return app.Photograph{
		File: p.File, Exposure: app.Exposure{Type: p.Type, Width: p.Width, Height: p.Height, Taken: p.Taken, Located: p.Located},
		Developed: p.Developed, Trouble: p.Trouble,
	}
}

type picture struct {
	Owner string `gorm:"primaryKey"`
	File  string `gorm:"primaryKey"`
	Size  string `gorm:"primaryKey"`
	Body  []byte
}

func (picture) TableName() string { return "pictures" }

// KeepPhotograph keeps a photograph's file; one that is kept already stays as it is.
func (s *Store) KeepPhotograph(ctx context.Context, owner string, at time.Time, p *app.Photograph, file []byte) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		row := &photograph{Owner: owner, File: p.File, Type: p.Type, Width: p.Width, Height: p.Height, Taken: p.Taken, Located: p.Located, Kept: at}
		made := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(row)
		if made.Error != nil || made.RowsAffected == 0 {
			return made.Error
		}
		return tx.Create(&picture{owner, p.File, string(app.OriginalSize), file}).Error
	})
}

// Developed keeps the sizes of a photograph that are shown, or why there are none.
func (s *Store) Developed(ctx context.Context, owner, file string, screen, list []byte, trouble string) error {
	return s.write(ctx, func(tx *gorm.DB) error {
		if trouble == "" {
			sizes := []picture{{owner, file, string(app.ScreenSize), screen}, {owner, file, string(app.ListSize), list}}
			if err := tx.Clauses(clause.OnConflict{DoNothing: true}).Create(&sizes).Error; err != nil {
				return err
			}
		}
		return tx.Model(&photograph{}).Where("owner = ? AND file = ?", owner, file).Updates(map[string]any{"developed": true, "trouble": trouble}).Error
	})
}

// Photographs gives what is known of photographs by their files; those that are not there are left out.
func (s *Store) Photographs(ctx context.Context, owner string, files []string) ([]app.Photograph, error) {
	var rows []photograph
	if err := s.db.WithContext(ctx).Where("owner = ? AND file IN ?", owner, files).Find(&rows).Error; err != nil {
		return nil, plain(err)
	}
	out := make([]app.Photograph, len(rows))
	for i := range rows {
		out[i] = rows[i].photograph()
	}
	return out, nil
}

// Picture gives a photograph in a size.
func (s *Store) Picture(ctx context.Context, owner, file string, size app.PhotoSize) ([]byte, error) {
	var row picture
	if err := s.db.WithContext(ctx).First(&row, "owner = ? AND file = ? AND size = ?", owner, file, string(size)).Error; err != nil {
		return nil, plain(missing(err))
	}
	return row.Body, nil
}

// Undeveloped gives the files of an owner's photographs that are not developed yet, the oldest first.
func (s *Store) Undeveloped(ctx context.Context, owner string) ([]string, error) {
	var files []string
	err := s.db.WithContext(ctx).Model(&photograph{}).Where("owner = ? AND NOT developed", owner).Order("kept").Pluck("file", &files).Error
	return files, plain(err)
}
