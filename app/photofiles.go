package app

import (
	"context"
	"crypto/sha256"
	"encoding/hex"
	"slices"
	"time"

	"zestythicket/core/guide"
)

// PhotoSize is a size that a photograph is kept in.
type PhotoSize string

// The sizes: the file as it came, as it fills a screen, as it stands in a list.
const (
	OriginalSize PhotoSize = "original"
	ScreenSize   PhotoSize = "screen"
	ListSize     PhotoSize = "list"
)

// PhotoState is how far on a photograph is.
type PhotoState string

// How far on: it is being made in the sizes that are shown; it is there; it cannot be read.
const (
	PhotoDeveloping PhotoState = "developing"
	PhotoReady      PhotoState = "ready"
	PhotoBroken     PhotoState = "broken"
)

// PhotoFile is what is told of a photograph's file.
type PhotoFile struct {
	File   string     `json:"file" doc:"The SHA-256 of the file, in hexadecimal"`
	Type   string     `json:"type" doc:"Its media type, by what it holds"`
	Width  int        `json:"width" doc:"Of the upright photograph, in pixels"`
	Height int        `json:"height"`
	Taken  string     `json:"taken" doc:"When it was taken, by the camera's clock and without a zone; empty where that is not known or not to be believed"`
	Clock  string     `json:"clock" doc:"What is wrong with the camera's clock; empty for nothing"`
	Place  bool       `json:"place" doc:"Whether the camera wrote into it where it was taken"`
	State  PhotoState `json:"state"`
	// Trouble says why it cannot be read.
	Trouble string `json:"trouble"`
}

// TakeIn keeps a photograph's file. It is developed by and by.
func (s *Session) TakeIn(ctx context.Context, file []byte) (*PhotoFile, error) {
	e, err := s.Darkroom.Look(file)
	if err != nil {
		return nil, refuse(err)
	}
	sum := sha256.Sum256(file)
	p := Photograph{File: hex.EncodeToString(sum[:]), Exposure: *e}
	if err := s.Store.KeepPhotograph(ctx, s.Owner, s.Now(), &p, file); err != nil {
		return nil, err
	}
	select {
	case s.exposed <- s.Owner:
	default: // enough is waiting: whoever develops asks for all there are
	}
	all, err := s.photoFiles(ctx, p.File)
	if err != nil {
		return nil, err
	}
	f := all[p.File]
	return &f, nil
}

// photoFiles tells of photographs' files.
func (s *Session) photoFiles(ctx context.Context, files ...string) (map[string]PhotoFile, error) {
	list, err := s.Store.Photographs(ctx, s.Owner, files)
	if err != nil {
		return nil, err
	}
	out := map[string]PhotoFile{}
	for _, p := range list {
		f := PhotoFile{File: p.File, Type: p.Type, Width: p.Width, Height: p.Height, Place: p.Located, State: PhotoDeveloping, Trouble: p.Trouble}
		f.Taken, f.Clock = s.believed(p.Taken)
		switch {
		case p.Trouble != "":
			f.State = PhotoBroken
		case p.Developed:
			f.State = PhotoReady
		}
		out[p.File] = f
	}
	return out, nil
}

// oldestPhoto is the first year of which a camera's clock is believed; one whose battery was empty begins again long before. Common practice; no source.
const oldestPhoto = 2000

// believed is when a photograph was taken, where its camera's clock can be right: a day ahead is what time zones can make.
func (s *Session) believed(taken string) (at, wrong string) {
	if taken == "" {
		return "", ""
	}
	t, err := time.Parse("2006-01-02T15:04:05", taken)
	switch {
	case err != nil || t.Year() < oldestPhoto:
		return "", "The camera's clock says " + taken[:min(10, len(taken))] + ", which is too long ago to be believed; it was not taken over."
	case t.After(s.Now().Add(24 * time.Hour)):
		return "", "The camera's clock says " + taken[:10] + ", which is still to come; it was not taken over."
	}
	return taken, ""
}

// develop makes photographs in the sizes that are shown, one after the other, until the context ends: at first those of the owners named that an
// earlier run left, then whenever one is taken in.
func (a *App) develop(ctx context.Context, owners []string) {
	if a.Store == nil {
		return
	}
	for _, o := range owners {
		a.developAll(ctx, o)
	}
	for {
		select {
		case o := <-a.exposed:
			a.developAll(ctx, o)
		case <-ctx.Done():
			return
		}
	}
}

func (a *App) developAll(ctx context.Context, owner string) {
	files, err := a.Store.Undeveloped(ctx, owner)
	for _, file := range files {
		if err != nil || ctx.Err() != nil {
			break
		}
		err = a.developOne(ctx, owner, file)
	}
	if err != nil && ctx.Err() == nil {
		a.Log.Error("photographs could not be developed", "owner", owner, "cause", err)
	}
}

func (a *App) developOne(ctx context.Context, owner, file string) error {
	b, err := a.Store.Picture(ctx, owner, file, OriginalSize)
	if err != nil {
		return err
	}
	trouble := ""
	screen, list, err := a.Darkroom.Develop(b)
	if err != nil {
		trouble = guide.AtStart(err.Error()) + "."
	}
	return a.Store.Developed(ctx, owner, file, screen, list, trouble)
}

// PhotoPicture gives a photograph's file in a size, and its media type. ErrNotFound where it is not there (yet).
func (s *Session) PhotoPicture(ctx context.Context, file string, size PhotoSize) (body []byte, kind string, err error) {
	if !slices.Contains([]PhotoSize{OriginalSize, ScreenSize, ListSize}, size) {
		return nil, "", refused("%q is no size: original, screen or list", size)
	}
	if body, err = s.Store.Picture(ctx, s.Owner, file, size); err != nil || size != OriginalSize {
		return body, "image/jpeg", err
	}
	files, err := s.photoFiles(ctx, file)
	return body, files[file].Type, err
}

// StrippedPhoto gives a photograph as it came, but for what the camera wrote into it.
func (s *Session) StrippedPhoto(ctx context.Context, file string) (body []byte, kind string, err error) {
	body, kind, err = s.PhotoPicture(ctx, file, OriginalSize)
	if err != nil {
		return nil, "", err
	}
	body, err = s.Darkroom.Stripped(body)
	return body, kind, refuse(err)
}
