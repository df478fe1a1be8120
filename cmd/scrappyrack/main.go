// Command scrappyrack is the whole application: one binary, one data folder.
package main

import (
	"context"
	"crypto/sha256"
	"errors"
	"fmt"
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"os"
	"os/signal"
	"regexp"
	"syscall"
	"time"

	"github.com/alecthomas/kong"

	"scrappyrack/internal/demo"
	"scrappyrack/internal/server"
	"scrappyrack/internal/store"
)

// version is set when a release is built.
var version = "dev"

type address struct {
	Addr    string `help:"Address to listen on, host and port." default:"127.0.0.1:8080" env:"SCRAPPYRACK_ADDR" placeholder:"HOST:PORT"`
	Metrics string `help:"Address to serve Prometheus metrics on; empty for none." env:"SCRAPPYRACK_METRICS" placeholder:"HOST:PORT"`
	MaxSize int    `help:"Size in MiB that the database does not grow beyond; 0 for as large as the disk is." env:"SCRAPPYRACK_MAX_SIZE" placeholder:"MIB"`
}

type folder struct {
	Data string `help:"Folder of the database; made when it is missing." default:"data" env:"SCRAPPYRACK_DATA" placeholder:"DIR" type:"path"`
}

type commands struct {
	Serve   serveCmd   `cmd:"" help:"Serve the application. The first visit makes the first account."`
	Demo    demoCmd    `cmd:"" help:"Serve it with made-up clients and one-click sign-in, on the loopback address only, from a folder of its own."`
	Openapi openapiCmd `cmd:"" help:"Print the OpenAPI 3.1 description of the API."`
	Backup  backupCmd  `cmd:"" help:"Copy the database to a new file, also while it is in use or on a disk that can be read only."`
	Restore restoreCmd `cmd:"" help:"Put a copy in place of the database; the old one is kept beside it. Stop the server first."`
	Check   checkCmd   `cmd:"" help:"Look the database over: that it is whole, and that its references hold."`
	Passwd  passwdCmd  `cmd:"" help:"Give a consultant a new password, which is asked for; all their sessions end."`
	Standin standinCmd `cmd:"" help:"Simulated outside devices."`
	Version versionCmd `cmd:"" help:"Print the version."`
}

type serveCmd struct {
	address
	folder
	Secure     bool           `help:"Send cookies over TLS only: use it behind a proxy that ends TLS." env:"SCRAPPYRACK_SECURE"`
	TrustProxy []netip.Prefix `help:"Networks of proxies that may say whom a request comes from (X-Forwarded-For)." env:"SCRAPPYRACK_TRUST_PROXY" placeholder:"CIDR"`
}

func (c *serveCmd) Run() error {
	return serve(c.address, c.Data, store.Real, server.Options{Secure: c.Secure, Trusted: c.TrustProxy})
}

type demoCmd struct {
	address
	Data  string `help:"Folder of the demo's database; made when it is missing." default:"data-demo" env:"SCRAPPYRACK_DEMO_DATA" placeholder:"DIR" type:"path"`
	Fresh bool   `help:"Forget what was changed in the demo and start over."`
	// At is when the demo takes it to be, so that pictures of it are the same on every day.
	At time.Time `hidden:"" placeholder:"TIME"`
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
		if err := store.RemoveDemo(context.Background(), c.Data); err != nil {
			return err
		}
	}
	o := server.Options{Demo: true}
	if began := time.Now(); !c.At.IsZero() {
		o.Now = func() time.Time { return c.At.Add(time.Since(began)) }
	}
	return serve(c.address, c.Data, store.Demo, o)
}

// buildID is how the linker names a binary by what went into it, near the binary's beginning.
var buildID = regexp.MustCompile(`Go\x00\x00([\w/.-]{20,})\x00|Go build ID: "([\w/.-]+)"`)

// rules names this build by what is in its binary, since rules change with that and not with
// when it was copied.
func rules() string {
	path, err := os.Executable()
	if err != nil {
		return version
	}
	f, err := os.Open(path)
	if err != nil {
		return version
	}
	defer func() { _ = f.Close() }()
	head := make([]byte, 64<<10)
	n, _ := io.ReadFull(f, head)
	if id := buildID.FindSubmatch(head[:n]); id != nil {
		return fmt.Sprintf("%s %s%s", version, id[1], id[2])
	}
	sum := sha256.New() // without one, all of it
	if _, err := io.Copy(sum, f); err != nil {
		return version
	}
	return fmt.Sprintf("%s %x", version, sum.Sum(nil)[:12])
}

func serve(p address, data string, kind store.Kind, o server.Options) error {
	ctx, stop := signal.NotifyContext(context.Background(), os.Interrupt, syscall.SIGTERM)
	defer stop()
	server.Tune()
	s, err := store.Open(ctx, data, kind)
	if err != nil {
		return err
	}
	defer func() { _ = s.Close() }()
	if o.Now != nil {
		s.SetClock(o.Now)
	}
	if kind == store.Demo {
		if err := demo.Fill(ctx, s); err != nil {
			return err
		}
	}
	if p.MaxSize > 0 {
		if err := s.LimitSize(ctx, p.MaxSize); err != nil {
			return err
		}
	}
	o.Store, o.Version, o.Rules, o.Log = s, version, rules(), slog.New(slog.NewTextHandler(os.Stderr, nil))
	listener, err := listen(p.Addr, "--addr")
	if err != nil {
		return err
	}
	failed := make(chan error, 2)
	if p.Metrics != "" {
		measured, err := listen(p.Metrics, "--metrics")
		if err != nil {
			return err
		}
		o.Metrics = server.NewMetrics(s)
		m := &http.Server{Handler: o.Metrics.Handler(), ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 10 * time.Second,
			WriteTimeout: 10 * time.Second}
		go func() { failed <- m.Serve(measured) }()
		defer func() { _ = m.Close() }()
	}
	handler := server.New(o)
	defer handler.Close()
	h := &http.Server{Handler: handler, ReadHeaderTimeout: 5 * time.Second, ReadTimeout: 20 * time.Second, WriteTimeout: 60 * time.Second,
		IdleTimeout: 2 * time.Minute, MaxHeaderBytes: 64 << 10}
	fmt.Printf("Scrappy Rack is at http://%s\n", listener.Addr())
	if kind == store.Demo {
		fmt.Printf("This is the demo: everything in it is made up. It keeps to %s.\n", data)
	}
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

func listen(addr, flag string) (net.Listener, error) {
	listener, err := net.Listen("tcp", addr)
	if errors.Is(err, syscall.EADDRINUSE) {
		return nil, fmt.Errorf("%s is taken by another program: choose another with %s", addr, flag)
	}
	if err != nil {
		return nil, fmt.Errorf("listen on %s: %w", addr, err)
	}
	return listener, nil
}

type openapiCmd struct{}

func (openapiCmd) Run() error {
	dir, err := os.MkdirTemp("", "scrappyrack-openapi-")
	if err != nil {
		return err
	}
	defer func() { _ = os.RemoveAll(dir) }()
	s, err := store.Open(context.Background(), dir, store.Real)
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
