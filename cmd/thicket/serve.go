package main

import (
	"context"
	"errors"
	"fmt"
	"net"
	"net/http"
	"os"
	"os/signal"
	"path/filepath"
	"runtime"
	"syscall"
	"time"

	"zestythicket/demo"
	"zestythicket/server"
	"zestythicket/store"
	"zestythicket/web"

	"github.com/spf13/cobra"
)

type serveOptions struct {
	addr, data    string
	demo, noLogin bool
	hosts         []string
}

func serveCommand(b *book) *cobra.Command {
	var o serveOptions
	c := &cobra.Command{
		Use:   "serve",
		Short: "Serve the web application",
		Args:  cobra.NoArgs,
		RunE: func(c *cobra.Command, _ []string) error {
			ctx, stop := signal.NotifyContext(c.Context(), os.Interrupt, syscall.SIGTERM)
			defer stop()
			return serve(ctx, b, o)
		},
	}
	f := c.Flags()
	f.StringVar(&o.addr, "addr", "127.0.0.1:8737", "address to listen on")
	f.StringVar(&o.data, "data", "", "data folder (default: the platform's)")
	f.BoolVar(&o.demo, "demo", false, "start on a fresh copy of the demo data")
	f.StringSliceVar(&o.hosts, "host", nil, "host names to answer to besides this machine's own")
	f.BoolVar(&o.noLogin, "anyone-without-login", false, "listen beyond this machine although there is no login yet: whoever reaches the address can read and change everything")
	return c
}

func serve(ctx context.Context, b *book, o serveOptions) error {
	if err := refuseStrangers(o); err != nil {
		return err
	}
	g, err := b.load()
	if err != nil {
		return err
	}
	dir, err := dataFolder(o)
	if err != nil {
		return err
	}
	s, err := store.Open(dir)
	if err != nil {
		return err
	}
	defer s.Close()
	app := server.New(g, s, web.Static())
	app.Hosts = o.hosts
	if err := app.LoadOwn(ctx); err != nil {
		return err
	}
	if o.demo {
		if err := fillDemo(ctx, app); err != nil {
			return err
		}
	}
	l, err := net.Listen("tcp", o.addr)
	if err != nil {
		if errors.Is(err, syscall.EADDRINUSE) {
			return fmt.Errorf("the address %s is in use; stop what uses it, or name another with --addr", o.addr)
		}
		return fmt.Errorf("cannot listen on %s: %w", o.addr, err)
	}
	fmt.Printf("Zesty Thicket is at http://%s (data in %s)\n", l.Addr(), dir)
	srv := &http.Server{Handler: app.Handler(), ReadHeaderTimeout: 10 * time.Second, ReadTimeout: time.Minute, IdleTimeout: 2 * time.Minute}
	done := make(chan error, 1)
	go func() { done <- srv.Serve(l) }()
	select {
	case err := <-done:
		return err
	case <-ctx.Done():
		wait, cancel := context.WithTimeout(context.Background(), 5*time.Second)
		defer cancel()
		return srv.Shutdown(wait)
	}
}

// refuseStrangers refuses to listen beyond this machine unless asked to by name: there is no login yet.
func refuseStrangers(o serveOptions) error {
	host, _, err := net.SplitHostPort(o.addr)
	if err != nil {
		return fmt.Errorf("the address %q is not like 127.0.0.1:8737: %w", o.addr, err)
	}
	if server.IsLoopback(host) || o.noLogin {
		return nil
	}
	return fmt.Errorf("%s can be reached from other machines, and there is no login yet; add --anyone-without-login if that is what you want", o.addr)
}

// dataFolder finds the folder for the database. The demo has one of its own inside it, new at every start.
func dataFolder(o serveOptions) (string, error) {
	dir := o.data
	if dir == "" {
		base, err := platformData()
		if err != nil {
			return "", err
		}
		dir = filepath.Join(base, "zesty-thicket")
	}
	if !o.demo {
		return dir, nil
	}
	dir = filepath.Join(dir, "demo")
	for _, suffix := range []string{"", "-wal", "-shm"} {
		if err := os.Remove(filepath.Join(dir, store.FileName+suffix)); err != nil && !errors.Is(err, os.ErrNotExist) {
			return "", fmt.Errorf("the old demo data cannot be cleared away: %w", err)
		}
	}
	return dir, nil
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

func fillDemo(ctx context.Context, app *server.App) error {
	sc, err := demo.Load()
	if err != nil {
		return err
	}
	if err := app.Store.KeepSettings(ctx, server.Owner, sc.Settings); err != nil {
		return err
	}
	for _, r := range sc.Records {
		if err := app.Import(ctx, r.ID, r.Events()); err != nil {
			return err
		}
	}
	return nil
}
