package app

import (
	"context"
	"errors"
	"io"
	"time"

	"zestythicket/core/guide"
)

// BackupFile is a backup of everything.
type BackupFile struct {
	Name  string    `json:"name"`
	At    time.Time `json:"at"`
	Bytes int64     `json:"bytes"`
	// Own tells that the schedule, or the user, had it made here; others were brought, or kept aside.
	Own bool `json:"own" doc:"Whether it was made here; others were brought in, or kept aside when another was put in its place"`
}

// Restored tells of the latest backup that was put in the place of everything.
type Restored struct {
	Name string    `json:"name"`
	At   time.Time `json:"at"`
	// Aside is the backup that what was there before is kept in.
	Aside   string `json:"aside"`
	Trouble string `json:"trouble" doc:"Why nothing was put in its place; empty where it was"`
}

// Backups keeps backups in a folder of their own. The errors say what is wrong with a file.
type Backups interface {
	// List gives those that there are, the latest first.
	List() ([]BackupFile, error)
	// Make makes one, while everything is in use.
	Make(ctx context.Context, at time.Time) (*BackupFile, error)
	// Remove takes one away.
	Remove(name string) error
	// Open opens one, to be read.
	Open(name string) (io.ReadSeekCloser, error)
	// Bring keeps a backup that was made elsewhere, once it was looked through.
	Bring(from io.Reader, at time.Time) (*BackupFile, error)
	// Restore puts one in the place of everything: at once where that can be, else when it is told. Restored tells how the latest went; nil for none.
	Restore(name string) error
	Restored() *Restored
}

// BackupState is what there is of backups, and when the next is due.
type BackupState struct {
	Files []BackupFile `json:"files" doc:"The latest first"`
	// Days is after how many days one is made, 0 for never; Keep how many are kept.
	Days int `json:"days"`
	Keep int `json:"keep"`
	// Latest is when the latest was made here; left out where none was.
	Latest *time.Time `json:"latest,omitempty"`
	Due    *time.Time `json:"due,omitempty" doc:"When the next is made by itself; left out where none is"`
	Making bool       `json:"making"`
	// Trouble says why the latest could not be made.
	Trouble  string    `json:"trouble"`
	Restored *Restored `json:"restored,omitempty" doc:"The latest that was put in the place of everything since the program began"`
	Now      time.Time `json:"now"`
}

// lookEvery is how often it is looked whether a backup is due. Common practice; no source.
const lookEvery = 10 * time.Minute

var errNoBackups = errors.New("backups are not kept here")

// Backups tells what there is of backups.
func (s *Session) Backups(ctx context.Context) (*BackupState, error) {
	if s.KeepBackups == nil {
		return nil, Refuse(errNoBackups)
	}
	set, err := s.Settings(ctx)
	if err != nil {
		return nil, err
	}
	list, err := s.KeepBackups.List()
	if err != nil {
		return nil, err
	}
	out := &BackupState{Files: append([]BackupFile{}, list...), Days: set.BackupDays, Keep: set.BackupKeep, Restored: s.KeepBackups.Restored(), Now: s.Now()}
	s.backingUp.Lock()
	out.Making, out.Trouble = s.backingUp.making, s.backingUp.trouble
	s.backingUp.Unlock()
	for _, f := range list {
		if f.Own {
			out.Latest = &f.At
			break
		}
	}
	if out.Days > 0 {
		due := out.Now
		if out.Latest != nil {
			due = out.Latest.Add(time.Duration(out.Days) * 24 * time.Hour)
		}
		out.Due = &due
	}
	return out, nil
}

// MakeBackup makes a backup, and takes the oldest away beyond those that are kept.
func (s *Session) MakeBackup(ctx context.Context) (*BackupFile, error) {
	if s.KeepBackups == nil {
		return nil, Refuse(errNoBackups)
	}
	s.backingUp.Lock()
	if s.backingUp.making {
		s.backingUp.Unlock()
		return nil, refused("one is being made already")
	}
	s.backingUp.making = true
	s.backingUp.Unlock()
	f, err := s.KeepBackups.Make(ctx, s.Now())
	if err == nil {
		err = s.thinOut(ctx)
	}
	s.backingUp.Lock()
	s.backingUp.making, s.backingUp.trouble = false, ""
	if err != nil {
		s.backingUp.trouble = guide.AtStart(err.Error()) + "."
	}
	s.backingUp.Unlock()
	return f, err
}

// thinOut takes the oldest of those away that were made here, beyond as many as are kept.
func (s *Session) thinOut(ctx context.Context) error {
	set, err := s.Settings(ctx)
	if err != nil {
		return err
	}
	list, err := s.KeepBackups.List()
	if err != nil {
		return err
	}
	own := 0
	for _, f := range list {
		if !f.Own {
			continue
		}
		if own++; own > max(set.BackupKeep, 1) {
			if err := s.KeepBackups.Remove(f.Name); err != nil {
				return err
			}
		}
	}
	return nil
}

// RemoveBackup takes a backup away.
func (s *Session) RemoveBackup(name string) error {
	if s.KeepBackups == nil {
		return Refuse(errNoBackups)
	}
	return Refuse(s.KeepBackups.Remove(name))
}

// RestoreBackup puts a backup in the place of everything; what was there is kept as a backup of its own. It goes on after this has answered.
func (s *Session) RestoreBackup(name string) error {
	if s.KeepBackups == nil {
		return Refuse(errNoBackups)
	}
	return Refuse(s.KeepBackups.Restore(name))
}

// BringBackup keeps a backup that was made elsewhere.
func (s *Session) BringBackup(from io.Reader) (*BackupFile, error) {
	if s.KeepBackups == nil {
		return nil, Refuse(errNoBackups)
	}
	f, err := s.KeepBackups.Bring(from, s.Now())
	return f, Refuse(err)
}

// backUp makes backups whenever one is due, until the context ends.
func (a *App) backUp(ctx context.Context, owner string) {
	for a.KeepBackups != nil {
		if err := a.backUpIfDue(ctx, owner); err != nil && ctx.Err() == nil {
			a.Log.Error("no backup could be made", "cause", err)
		}
		select {
		case <-ctx.Done():
			return
		case <-time.After(lookEvery):
		}
	}
}

// backUpIfDue makes a backup where one is due and there is anything to be kept.
func (a *App) backUpIfDue(ctx context.Context, owner string) error {
	s, err := a.Session(ctx, owner)
	if err != nil {
		return err
	}
	state, err := s.Backups(ctx)
	if err != nil || state.Due == nil || state.Due.After(state.Now) {
		return err
	}
	if kept, err := s.Kept(ctx); err != nil || kept.Events == 0 {
		return err
	}
	_, err = s.MakeBackup(ctx)
	return err
}
