package api

import (
	"context"
	"errors"
	"net/http"
	"strings"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
)

// mostUpload is the greatest size of a request with a photograph: what is too large by a byte is told in the application's own words.
const mostUpload = app.MostPhoto + 2

// photoFilesPath is where photographs' files are sent to, and got from by their hash.
const photoFilesPath = "/api/v1/photographs"

func (a *api) photoRoutes(h huma.API) {
	upload := operation(http.MethodPost, "/photographs", "take-in-photograph", "Take in the file of a photograph: JPEG, PNG or WebP, by what it holds")
	upload.MaxBodyBytes = mostUpload
	register(a, h, upload, func(ctx context.Context, s *app.Session, in *struct {
		RawBody []byte `contentType:"application/octet-stream"`
	}) (*app.PhotoFile, error) {
		return s.TakeIn(ctx, in.RawBody)
	})
	register(a, h, operation(http.MethodGet, "/photos", "list-photos", "The photographs of something"),
		func(ctx context.Context, s *app.Session, in *struct {
			Of app.StreamKind `query:"of" enum:"record,picking,print,batch,place" required:"true"`
			ID string         `query:"id" required:"true" maxLength:"64"`
		}) ([]app.Photo, error) {
			return s.PhotosOf(ctx, in.Of, in.ID)
		})
	register(a, h, operation(http.MethodGet, "/photos/{id}", "get-photo", "A photograph"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Photo, error) { return s.Photo(ctx, in.ID) })
	register(a, h, operation(http.MethodPost, "/photos", "add-photo", "Put a photograph whose file was taken in beside what it is of"),
		func(ctx context.Context, s *app.Session, in *struct {
			Body struct {
				Begun
				File  string         `json:"file" pattern:"^[0-9a-f]{64}$" patternDescription:"a SHA-256 in hexadecimal"`
				Of    app.StreamKind `json:"of" enum:"record,picking,print,batch,place"`
				OfID  string         `json:"of_id" maxLength:"64"`
				Piece string         `json:"piece,omitempty" maxLength:"64" doc:"A piece of a basket"`
				Name  string         `json:"name,omitempty" maxLength:"200" doc:"What its file was called"`
			}
		}) (*app.Photo, error) {
			b := in.Body
			return s.AddPhoto(ctx, b.ID, b.write(), app.Taken{File: b.File, Of: app.Subject{Stream: b.Of, ID: b.OfID, Piece: b.Piece}, Name: b.Name})
		})
	register(a, h, operation(http.MethodPost, "/photos/{id}/caption", "caption-photo", "Write something under a photograph"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body struct {
				Write
				Text string `json:"text" maxLength:"4000"`
			}
		}) (*app.Photo, error) {
			return s.CaptionPhoto(ctx, in.ID, in.Body.write(), in.Body.Text)
		})
	register(a, h, operation(http.MethodPost, "/photos/{id}/measured", "measure-photo", "How long something on a photograph is; nothing is kept"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body app.Gauged
		}) (*app.Length, error) {
			return s.MeasurePhoto(ctx, in.ID, in.Body)
		})
	register(a, h, operation(http.MethodPost, "/photos/{id}/coloured", "colour-of-photo", "Which states the colour at a point of a photograph comes near to; nothing is kept"),
		func(ctx context.Context, s *app.Session, in *struct {
			At
			Body app.Coloured
		}) (*app.PhotoColour, error) {
			return s.ColourOfPhoto(ctx, in.ID, in.Body)
		})
	plain(a, h, "photos", "photo",
		plainChange[*app.Photo]{"undo", "Undo the last change of a photograph", (*app.Session).UndoPhoto},
		plainChange[*app.Photo]{"redo", "Redo what was undone last", (*app.Session).RedoPhoto},
		plainChange[*app.Photo]{"delete", "Delete a photograph", (*app.Session).DeletePhoto},
		plainChange[*app.Photo]{"restore", "Bring a deleted photograph back", (*app.Session).RestorePhoto},
	)
}

// picture answers with a photograph's file in a size, with its own type and nothing else's: what is kept by its hash never changes. As
// "stripped" it is given away without what the camera wrote into it.
func (a *api) picture(w http.ResponseWriter, r *http.Request) {
	ctx := r.Context()
	s, err := a.app.Session(ctx, Owner)
	var b []byte
	var kind string
	file, size := chi.URLParam(r, "file"), chi.URLParam(r, "size")
	if err == nil {
		if size == "stripped" {
			b, kind, err = s.StrippedPhoto(ctx, file)
		} else {
			b, kind, err = s.PhotoPicture(ctx, file, app.PhotoSize(size))
		}
	}
	if err != nil {
		status := http.StatusInternalServerError
		var known huma.StatusError
		if errors.As(a.problem(err), &known) {
			status = known.GetStatus()
		}
		if status == http.StatusNotFound {
			err = errors.New("there is no such photograph in that size")
		}
		Problem(w, status, err.Error())
		return
	}
	h := w.Header()
	h.Set("Content-Type", kind)
	h.Set("Cache-Control", "private, max-age=31536000, immutable")
	if size == "stripped" {
		h.Set("Content-Disposition", `attachment; filename="`+file[:12]+"."+strings.TrimPrefix(kind, "image/")+`"`)
	}
	_, _ = w.Write(b)
}
