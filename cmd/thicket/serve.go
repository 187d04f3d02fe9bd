package main

import (
	"context"
	"errors"
	"fmt"
	"log/slog"
	"net"
	"net/http"
	"net/http/pprof"
	"os"
	"os/signal"
	"path/filepath"
	"runtime"
	"strings"
	"sync"
	"syscall"
	"time"

	"zestythicket/app"
	"zestythicket/demo"
	"zestythicket/exchange"
	"zestythicket/guidefile"
	"zestythicket/photos"
	"zestythicket/server"
	"zestythicket/server/api"
	"zestythicket/server/web"
	"zestythicket/store"
	front "zestythicket/web"

	"github.com/spf13/cobra"
)

type serveOptions struct {
	addr, data    string
	demo, noLogin bool
	hosts         []string
	logLevel      slog.Level
	pprof         string
	clock         string
}

func serveCommand(g *guideFlag) *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use:   "serve",
		Short: "Serve the web application",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			ctx, stop := signal.NotifyContext(c.Context(), os.Interrupt, syscall.SIGTERM)
			defer stop()
			return serve(ctx, g, o)
		},
	}
	f := c.Flags()
	f.StringVar(&o.addr, "addr", "127.0.0.1:8737", "address to listen on")
	f.StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	f.BoolVar(&o.demo, "demo", false, "start on a fresh copy of the demo data")
	f.StringSliceVar(&o.hosts, "host", nil, "host names to answer to besides this machine's own")
	f.BoolVar(&o.noLogin, "anyone-without-login", false, "listen beyond this machine although there is no login yet: whoever reaches the address can read and change everything")
	f.TextVar(&o.logLevel, "log-level", slog.LevelWarn, "what is logged to standard error: debug, info (a line for each request), warn or error")
	f.StringVar(&o.clock, "clock", "", "file that holds the time to go by (RFC 3339), which may change meanwhile: to show or test what takes hours")
	f.StringVar(&o.pprof, "pprof", "", "address on this machine at which the program's own profiles are served")
	return c
}

func serve(ctx context.Context, g *guideFlag, o serveOptions) error {
	if err := refuseStrangers(o); err != nil {
		return err
	}
	log := slog.New(slog.NewTextHandler(os.Stderr, &slog.HandlerOptions{Level: o.logLevel}))
	base, err := g.source()
	if err != nil {
		return err
	}
	// The address first, then the folder: who finds either in use must not have touched what is another's.
	l, err := listen(o.addr)
	if err != nil {
		return err
	}
	defer l.Close()
	dir, err := dataFolder(o)
	if err != nil {
		return err
	}
	free, err := store.Hold(dir)
	if err != nil {
		return err
	}
	defer func() { _ = free() }() // the program ends with it anyway
	if o.demo {
		if err := clearDemo(dir); err != nil {
			return err
		}
	}
	if err := os.RemoveAll(filepath.Join(dir, api.IncomingFolder)); err != nil { // what an earlier run was sent and did not take
		return err
	}
	clock := func() time.Time { return time.Now().UTC() }
	if o.clock != "" {
		if clock, err = clockIn(o.clock, log); err != nil {
			return err
		}
	}
	practice, err := demo.Practice()
	if err != nil {
		return err
	}
	fresh := o.demo // filled once: what is put in its place later is left as it is
	h := &house{Backups: store.Backups{Dir: dir}, log: log, failed: make(chan error, 1)}
	h.open = func(h *house) (*opened, error) {
		s, err := store.Open(dir, log)
		if err != nil {
			return nil, err
		}
		a := app.New(base, s, guidefile.Files{})
		exchange.Into(a)
		a.Darkroom, a.KeepBackups, a.Log, a.Now = photos.Darkroom{}, h, log, clock
		session, err := a.Session(ctx, api.Owner)
		if err == nil && fresh {
			err, fresh = demo.Fill(ctx, session), false
		}
		if err != nil {
			return nil, errors.Join(err, s.Close())
		}
		if session.Guide.Trouble != "" {
			log.Warn("the guide of one's own is not in use", "cause", session.Guide.Trouble)
		}
		ends := working(a)
		handler := server.Handler(a, server.Options{Static: front.Static(), Hosts: o.hosts, Practice: practice, Pace: web.DefaultPace, Dir: dir})
		return &opened{a, handler, func() {
			ends() // it writes to the store that is closed next
			if err := s.Close(); err != nil {
				log.Error("the database could not be closed", "cause", err)
			}
		}}, nil
	}
	if err := h.begin(); err != nil {
		return err
	}
	defer h.close()
	fmt.Printf("Zesty Thicket is at http://%s (data in %s)\n", l.Addr(), dir)
	profiles, err := profiling(o.pprof, log)
	if err != nil {
		return err
	}
	defer profiles()
	// How long a request may take is the handler's pace; here only what comes before it and between two.
	srv := &http.Server{Handler: h, ReadHeaderTimeout: 10 * time.Second, IdleTimeout: 2 * time.Minute, ErrorLog: slog.NewLogLogger(log.Handler(), slog.LevelWarn)}
	done := make(chan error, 1)
	go func() { done <- srv.Serve(l) }()
	select {
	case err := <-done:
		return err
	case err := <-h.failed:
		return err
	case <-ctx.Done():
		wait, cancel := context.WithTimeout(context.Background(), farewell)
		defer cancel()
		return srv.Shutdown(wait)
	}
}

// clockIn is a clock that stands in a file. Where it cannot be read any more, it stands still.
func clockIn(file string, log *slog.Logger) (func() time.Time, error) {
	read := func() (time.Time, error) {
		b, err := os.ReadFile(file)
		if err != nil {
			return time.Time{}, err
		}
		return time.Parse(time.RFC3339, strings.TrimSpace(string(b)))
	}
	last, err := read()
	if err != nil {
		return nil, fmt.Errorf("the clock in a file: %w", err)
	}
	var held sync.Mutex
	return func() time.Time {
		held.Lock()
		defer held.Unlock()
		if now, err := read(); err == nil {
			last = now.UTC()
		} else {
			log.Warn("the clock in a file stands still", "cause", err)
		}
		return last
	}, nil
}

func listen(addr string) (net.Listener, error) {
	l, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("the address %s is in use; stop what uses it, or name another with --addr", addr)
	}
	if err != nil {
		return nil, fmt.Errorf("cannot listen on %s: %w", addr, err)
	}
	return l, nil
}

// profiling serves the program's own profiles on this machine alone, where asked to, and gives what ends it.
func profiling(addr string, log *slog.Logger) (stop func(), err error) {
	if addr == "" {
		return func() {}, nil
	}
	host, _, err := net.SplitHostPort(addr)
	if err != nil || !web.IsLoopback(host) {
		return nil, fmt.Errorf("profiles tell what is in memory, so they are served on this machine alone: --pprof 127.0.0.1:6060, not %q", addr)
	}
	l, err := listen(addr)
	if err != nil {
		return nil, err
	}
	mux := http.NewServeMux()
	mux.HandleFunc("/debug/pprof/", pprof.Index)
	mux.HandleFunc("/debug/pprof/profile", pprof.Profile)
	mux.HandleFunc("/debug/pprof/trace", pprof.Trace)
	srv := &http.Server{Handler: mux, ReadHeaderTimeout: 10 * time.Second}
	go func() {
		if err := srv.Serve(l); !errors.Is(err, http.ErrServerClosed) {
			log.Error("profiles are served no longer", "cause", err)
		}
	}()
	fmt.Printf("Profiles are at http://%s/debug/pprof/\n", l.Addr())
	return func() { srv.Close() }, nil
}

// refuseStrangers refuses to listen beyond this machine unless asked to by name: there is no login yet.
func refuseStrangers(o serveOptions) error {
	host, _, err := net.SplitHostPort(o.addr)
	if err != nil {
		return fmt.Errorf("the address %q is not like 127.0.0.1:8737: %w", o.addr, err)
	}
	if web.IsLoopback(host) || o.noLogin {
		return nil
	}
	return fmt.Errorf("%s can be reached from other machines, and there is no login yet; add --anyone-without-login if that is what you want", o.addr)
}

// dataFolder finds the folder for the database. The demo has one of its own inside it.
func dataFolder(o serveOptions) (string, error) {
	dir := o.data
	if dir == "" {
		base, err := platformData()
		if err != nil {
			return "", err
		}
		dir = filepath.Join(base, "zesty-thicket")
	}
	if o.demo {
		dir = filepath.Join(dir, "demo")
	}
	return dir, nil
}

// openStore opens the data folder for this program alone; before is done in it first. Release closes it, and lets the next one in.
func openStore(dir string, log *slog.Logger, before func() error) (s *store.Store, release func(), err error) {
	free, err := store.Hold(dir)
	if err != nil {
		return nil, nil, err
	}
	if err = before(); err == nil {
		s, err = store.Open(dir, log)
	}
	if err != nil {
		free()
		return nil, nil, err
	}
	return s, func() { s.Close(); free() }, nil
}

// ownSession opens the data folder for one command, as its user. Release closes it.
func ownSession(ctx context.Context, flag *guideFlag, o serveOptions) (*app.Session, func(), error) {
	base, err := flag.source()
	if err != nil {
		return nil, nil, err
	}
	dir, err := dataFolder(o)
	if err != nil {
		return nil, nil, err
	}
	s, release, err := openStore(dir, slog.New(slog.NewTextHandler(os.Stderr, nil)), func() error { return nil })
	if err != nil {
		return nil, nil, err
	}
	a := app.New(base, s, guidefile.Files{})
	exchange.Into(a)
	a.Darkroom = photos.Darkroom{}
	session, err := a.Session(ctx, api.Owner)
	if err != nil {
		release()
		return nil, nil, err
	}
	return session, release, nil
}

// clearDemo takes away what an earlier demo left: it is new at every start.
func clearDemo(dir string) error {
	if err := os.RemoveAll(filepath.Join(dir, store.BackupFolder)); err != nil {
		return fmt.Errorf("the old demo's backups cannot be cleared away: %w", err)
	}
	for _, suffix := range []string{"", "-wal", "-shm"} {
		if err := os.Remove(filepath.Join(dir, store.FileName+suffix)); err != nil && !errors.Is(err, os.ErrNotExist) {
			return fmt.Errorf("the old demo data cannot be cleared away: %w", err)
		}
	}
	return nil
}

// platformData is where programs keep a user's data on this system.
func platformData() (string, error) {
	if runtime.GOOS == "linux" {
		if dir := os.Getenv("XDG_DATA_HOME"); filepath.IsAbs(dir) {
			return dir, nil
		}
		home, err := os.UserHomeDir()
		return filepath.Join(home, ".local", "share"), err
	}
	return os.UserConfigDir() // the folder for application data on the others
}
