package api

import (
	"context"
	"encoding/json"
	"errors"
	"io"
	"net/http"
	"os"
	"path/filepath"
	"strings"
	"time"
	"unicode/utf8"

	"zestythicket/app"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
)

// IncomingFolder is where large files that are sent in lie until they are taken, within the data folder.
const IncomingFolder = "incoming"

// The paths of what is sent, and answered, a part at a time.
const (
	incomingPath   = "/api/v1/incoming"
	backupsPath    = "/api/v1/backups"
	everythingPath = "/api/v1/everything.jsonl"
)

// mostIncoming is how large a file may be that is sent in: 16 GiB. Common practice; no source.
const mostIncoming = 16 << 30

// IsStream tells whether a request's body is written to the disk as it comes.
func IsStream(r *http.Request) bool {
	return r.Method == http.MethodPost && (r.URL.Path == incomingPath || r.URL.Path == backupsPath+"/brought")
}

// streams puts the routes on that send or take files of any size.
func (a *api) streams(r chi.Router) {
	r.Post(incomingPath, a.receive)
	r.Post(backupsPath+"/brought", a.bringBackup)
	r.Get(backupsPath+"/{name}/file", a.backupFile)
	r.Get(everythingPath, a.everything)
}

// answer ends a stream's request with what became of it.
func (a *api) answer(w http.ResponseWriter, r *http.Request, value any, err error) {
	if err == nil {
		w.Header().Set("Content-Type", "application/json")
		_ = json.NewEncoder(w).Encode(value)
		return
	}
	status := http.StatusInternalServerError
	var known huma.StatusError
	if errors.As(a.problem(err), &known) {
		status = known.GetStatus()
	}
	if r.Body != nil {
		_, _ = io.CopyN(io.Discard, r.Body, 1<<20) // so that whoever still sends gets to read why not
	}
	Problem(w, status, err.Error())
}

// receive takes a file in that is to be imported, and answers with what it is known by.
func (a *api) receive(w http.ResponseWriter, r *http.Request) {
	s, err := a.app.Session(r.Context(), Owner)
	var in *app.Incoming
	if err == nil {
		in, err = a.received(s, r)
	}
	a.answer(w, r, in, err)
}

func (a *api) received(s *app.Session, r *http.Request) (*app.Incoming, error) {
	name, format := r.URL.Query().Get("name"), r.URL.Query().Get("format")
	if name == "" || utf8.RuneCountInString(name) > 200 {
		return nil, app.Refuse(errors.New("say what the file is called, in at most 200 signs"))
	}
	dir := filepath.Join(a.dir, IncomingFolder)
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, err
	}
	f, err := os.CreateTemp(dir, "file-")
	if err != nil {
		return nil, err
	}
	drop := func() { f.Close(); os.Remove(f.Name()) }
	n, err := io.Copy(f, io.LimitReader(r.Body, mostIncoming+1))
	switch {
	case err != nil:
		err = app.Refuse(errors.New("the file did not come whole: " + err.Error()))
	case n > mostIncoming:
		err = app.Refuse(errors.New("the file is larger than 16 GB"))
	case n == 0:
		err = app.Refuse(errors.New("the file is empty"))
	}
	if err != nil {
		drop()
		return nil, err
	}
	return s.Receive(app.ImportFile{ReaderAt: f, Size: n, Name: filepath.Base(name), Format: format}, drop), nil
}

// everything answers with all that is kept, a part at a time. Where it cannot be told whole, the connection ends: a file that was cut lacks its last line.
func (a *api) everything(w http.ResponseWriter, r *http.Request) {
	if from := r.Header.Get("Sec-Fetch-Site"); from != "" && from != "same-origin" && from != "none" {
		Problem(w, http.StatusForbidden, "what is kept is not given to other sites")
		return
	}
	s, err := a.app.Session(r.Context(), Owner)
	if err != nil {
		a.answer(w, r, nil, err)
		return
	}
	w.Header().Set("Content-Type", "application/jsonl")
	w.Header().Set("Content-Disposition", `attachment; filename="zesty-thicket-`+day(a.app)+`.jsonl"`)
	if err := a.app.WriteEverything(r.Context(), s, w); err != nil {
		a.app.Log.Error("what is kept could not be given whole", "cause", err)
		panic(http.ErrAbortHandler)
	}
}

func day(a *app.App) string { return a.Now().Local().Format(time.DateOnly) }

// bringBackup takes in a backup that was made elsewhere.
func (a *api) bringBackup(w http.ResponseWriter, r *http.Request) {
	s, err := a.app.Session(r.Context(), Owner)
	var f *app.BackupFile
	if err == nil {
		f, err = s.BringBackup(io.LimitReader(r.Body, mostIncoming))
	}
	a.answer(w, r, f, err)
}

// backupFile answers with a backup.
func (a *api) backupFile(w http.ResponseWriter, r *http.Request) {
	name := chi.URLParam(r, "name")
	if a.app.KeepBackups == nil {
		Problem(w, http.StatusNotFound, "backups are not kept here")
		return
	}
	f, err := a.app.KeepBackups.Open(name)
	if err != nil {
		Problem(w, http.StatusNotFound, err.Error())
		return
	}
	defer f.Close()
	w.Header().Set("Content-Type", "application/vnd.sqlite3")
	w.Header().Set("Content-Disposition", `attachment; filename="`+strings.ReplaceAll(name, `"`, "")+`"`)
	http.ServeContent(w, r, name, time.Time{}, f)
}

func (a *api) exchangeRoutes(h huma.API) {
	register(a, h, operation(http.MethodGet, "/kept", "get-kept", "How much is kept"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.KeptSum, error) { return s.Kept(ctx) })
	register(a, h, operation(http.MethodGet, "/incoming/{id}", "get-incoming", "How far on a file is that was sent in"),
		func(_ context.Context, s *app.Session, in *At) (*app.Incoming, error) { return s.Received(in.ID) })
	register(a, h, operation(http.MethodPost, "/incoming/{id}/take", "take-incoming", "Take a file in that was sent in, all of it or nothing"),
		func(_ context.Context, s *app.Session, in *struct {
			At
			Body struct {
				LeaveOut bool `json:"leave_out" doc:"Take the rest where something of it is refused"`
				Guide    bool `json:"guide,omitempty" doc:"Take a guide of one's own that makes easier what ought to be hard: what the plan asks was read"`
			}
		}) (*app.Incoming, error) {
			return s.TakeReceived(in.ID, app.Taking{LeaveOut: in.Body.LeaveOut, Guide: in.Body.Guide})
		})
	register(a, h, operation(http.MethodPost, "/incoming/{id}/drop", "drop-incoming", "Let go of a file that was sent in"),
		func(_ context.Context, s *app.Session, in *At) (*struct{}, error) {
			s.DropReceived(in.ID)
			return &struct{}{}, nil
		})
	register(a, h, operation(http.MethodGet, "/imports", "list-imports", "What was taken in, the latest first"),
		func(ctx context.Context, s *app.Session, _ *none) ([]app.Brought, error) { return s.Imports(ctx) })
	register(a, h, operation(http.MethodPost, "/imports/{id}/undo", "undo-import", "Take an import back, all of it or nothing"),
		func(ctx context.Context, s *app.Session, in *At) (*app.Brought, error) {
			return s.UndoImport(ctx, in.ID)
		})
	register(a, h, operation(http.MethodGet, "/backups", "list-backups", "The backups that there are, and when the next is due"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.BackupState, error) { return s.Backups(ctx) })
	register(a, h, operation(http.MethodPost, "/backups", "make-backup", "Make a backup now"),
		func(ctx context.Context, s *app.Session, _ *none) (*app.BackupState, error) {
			if _, err := s.MakeBackup(ctx); err != nil {
				return nil, err
			}
			return s.Backups(ctx)
		})
	type named struct {
		Name string `path:"name" maxLength:"100"`
	}
	register(a, h, operation(http.MethodPost, "/backups/{name}/remove", "remove-backup", "Take a backup away"),
		func(ctx context.Context, s *app.Session, in *named) (*app.BackupState, error) {
			if err := s.RemoveBackup(in.Name); err != nil {
				return nil, err
			}
			return s.Backups(ctx)
		})
	register(a, h, operation(http.MethodPost, "/backups/{name}/restore", "restore-backup", "Put a backup in the place of everything, once whoever is being answered was"),
		func(_ context.Context, s *app.Session, in *named) (*struct{}, error) {
			return &struct{}{}, s.RestoreBackup(in.Name)
		})
}
