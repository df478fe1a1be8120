// Command scrappyrack is the whole application: one binary, one data folder.
package main

import (
	"context"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"os/signal"
	"path/filepath"
	"syscall"
	"time"

	"github.com/alecthomas/kong"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
)

// version is set when a release is built.
var version = "dev"

type place struct {
	Addr string `help:"Address to listen on, host and port." default:"127.0.0.1:8080" env:"SCRAPPYRACK_ADDR" placeholder:"HOST:PORT"`
	Data string `help:"Folder of the database; made when it is missing." default:"data" env:"SCRAPPYRACK_DATA" placeholder:"DIR" type:"path"`
}

type commands struct {
	Serve   serveCmd   `cmd:"" help:"Serve the application. The first visit makes the first account."`
	Demo    demoCmd    `cmd:"" help:"Serve it with made-up clients and one-click sign-in, on the loopback address only."`
	Openapi openapiCmd `cmd:"" help:"Print the OpenAPI 3.1 description of the API."`
	Backup  backupCmd  `cmd:"" help:"Copy the database to a new file, while it is in use."`
	Restore restoreCmd `cmd:"" help:"Put a copy in place of the database; the old one is kept beside it. Stop the server first."`
	Standin standinCmd `cmd:"" help:"Simulated outside devices."`
	Version versionCmd `cmd:"" help:"Print the version."`
}

type serveCmd struct {
	place
	Secure bool `help:"Send cookies over TLS only: use it behind a proxy that ends TLS." env:"SCRAPPYRACK_SECURE"`
}

func (c *serveCmd) Run() error { return serve(c.place, false, c.Secure) }

type demoCmd struct {
	place
	Fresh bool `help:"Forget what was changed in the demo and start over."`
}

func (c *demoCmd) Run() error {
	host, _, err := net.SplitHostPort(c.Addr)
	if err != nil {
		return fmt.Errorf("--addr %s: write host and port, as 127.0.0.1:8080", c.Addr)
	}
	if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
		return fmt.Errorf("the demo signs anybody in and so listens on the loopback address only, not on %q", host)
	}
	if c.Fresh {
		for _, end := range []string{"", "-wal", "-shm"} {
			if err := os.Remove(filepath.Join(c.Data, store.FileName+end)); err != nil && !errors.Is(err, os.ErrNotExist) {
				return err
			}
		}
	}
	return serve(c.place, true, false)
}

func serve(p place, isDemo, secure bool) error {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	s, err := store.Open(ctx, p.Data)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }()
	if isDemo {
		if err := demo.Fill(ctx, s); err != nil {
			return err
		}
	}
	log := slog.New(slog.NewTextHandler(os.Stderr, nil))
	server.Tune()
	handler := server.New(server.Options{Store: s, Demo: isDemo, Secure: secure, Version: version, Log: log})
	defer handler.Close()
	listener, err := net.Listen("tcp", p.Addr)
	if err != nil {
		if errors.Is(err, syscall.EADDRINUSE) {
			return fmt.Errorf("%s is taken by another program: choose another with --addr", p.Addr)
		}
		return fmt.Errorf("listen on %s: %w", p.Addr, err)
	}
	h := &http.Server{Handler: handler, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 20 * time.Second, WriteTimeout: 60 * time.Second, IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 64 << 10}
	fmt.Printf("Scrappy Rack is at http://%s\n", listener.Addr())
	if isDemo {
		fmt.Println("This is the demo: everything in it is made up.")
	}
	failed := make(chan error, 1)
	go func() { failed <- h.Serve(listener) }()
	select {
	case err := <-failed:
		return err
	case <-ctx.Done():
	}
	drain, cancel := context.WithTimeout(context.Background(), 10*time.Second)
	defer cancel()
	return h.Shutdown(drain)
}

type openapiCmd struct{}

func (openapiCmd) Run() error {
	dir, err := os.MkdirTemp("", "scrappyrack-openapi-")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	s, err := store.Open(context.Background(), dir)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }()
	h := server.New(server.Options{Store: s, Version: version})
	defer h.Close()
	out, err := server.Description(h)
	if err != nil {
		return err
	}
	_, err = os.Stdout.Write(out)
	return err
}

type backupCmd struct {
	To   string `arg:"" help:"File to write; must not exist." type:"path"`
	Data string `help:"Folder of the database." default:"data" env:"SCRAPPYRACK_DATA" placeholder:"DIR" type:"path"`
}

func (c *backupCmd) Run() error {
	if _, err := os.Stat(filepath.Join(c.Data, store.FileName)); err != nil {
		return fmt.Errorf("there is no database in %s: name its folder with --data", c.Data)
	}
	s, err := store.Open(context.Background(), c.Data)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }()
	return s.Backup(context.Background(), c.To)
}

type restoreCmd struct {
	From string `arg:"" help:"Copy made by backup." type:"existingfile"`
	Data string `help:"Folder of the database." default:"data" env:"SCRAPPYRACK_DATA" placeholder:"DIR" type:"path"`
}

// Run opens a copy of the copy first, so that what cannot be opened replaces
// nothing.
func (c *restoreCmd) Run() error {
	if err := os.MkdirAll(c.Data, 0o700); err != nil {
		return err
	}
	trial, err := os.MkdirTemp(c.Data, ".restore-")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(trial) }()
	made := filepath.Join(trial, store.FileName)
	if err := copyFile(c.From, made); err != nil {
		return err
	}
	s, err := store.Open(context.Background(), trial)
	if err != nil {
		return fmt.Errorf("%s cannot be restored: %w", c.From, err)
	}
	if err := s.Close(); err != nil {
		return err
	}
	target := filepath.Join(c.Data, store.FileName)
	if _, err := os.Stat(target); err == nil {
		kept := target + ".replaced-" + time.Now().UTC().Format("20060102-150405")
		for _, end := range []string{"", "-wal", "-shm"} {
			if err := os.Rename(target+end, kept+end); err != nil && !errors.Is(err, os.ErrNotExist) {
				return err
			}
		}
		fmt.Println("The database that was there is kept as", kept)
	}
	return os.Rename(made, target)
}

func copyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer func() { _ = in.Close() }()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if err != nil {
		return err
	}
	if _, err := io.Copy(out, in); err != nil {
		_ = out.Close()
		return err
	}
	if err := out.Sync(); err != nil {
		_ = out.Close()
		return err
	}
	return out.Close()
}

type versionCmd struct{}

func (versionCmd) Run() error {
	fmt.Println("scrappyrack", version)
	return nil
}

func main() {
	var c commands
	k := kong.Parse(&c, kong.Name("scrappyrack"), kong.UsageOnError(),
		kong.Description("The workbench of a home-gym consultant: loads from what is there, needs per movement, and the best set to buy or fill. Start with: scrappyrack demo"))
	if err := k.Run(); err != nil {
		fmt.Fprintln(os.Stderr, "scrappyrack:", err)
		os.Exit(1)
	}
}
