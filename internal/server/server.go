// Package server is the outside of the binary: router, sign-in, sessions,
// limits, and the files of the front end.
package server

import (
	"context"
	"encoding/json"
	"log/slog"
	"net/http"
	"net/netip"
	"os"
	"runtime/debug"
	"sync"
	"sync/atomic"
	"time"

	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"

	"scrappyrack/internal/api"
	"scrappyrack/internal/standin"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// gcPercent trades memory for speed: a desk is worked out anew at every keystroke,
// which makes short-lived memory by the megabyte on a small heap. softLimit ends the
// trade where memory gets scarce.
const (
	gcPercent = 400
	softLimit = 160 << 20
)

// Tune sets the process up for serving, unless GOGC or GOMEMLIMIT say otherwise.
func Tune() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(gcPercent)
	}
	if os.Getenv("GOMEMLIMIT") == "" {
		debug.SetMemoryLimit(softLimit)
	}
}

// Options are what a server is made with.
type Options struct {
	Store   *store.Store
	Demo    bool
	Secure  bool // cookies only over TLS
	Trusted []netip.Prefix
	Metrics *Metrics // nil for none
	Version string
	Rules   string // of this build: what was worked out by others is worked out anew
	Log     *slog.Logger
	Now     func() time.Time // nil for the machine's clock
}

// Server answers HTTP.
type Server struct {
	http.Handler
	API      huma.API
	bench    *workbench.Bench
	standIns *standin.Set
	end      context.CancelFunc
	ended    sync.WaitGroup
}

// New makes a server. Close ends its background work.
func New(o Options) *Server {
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	if o.Now == nil {
		o.Now = time.Now
	}
	bench := workbench.New(workbench.Options{Store: o.Store, Now: o.Now, Rules: o.Rules})
	ctx, end := context.WithCancel(context.Background())
	s := &Server{bench: bench, end: end}
	signed := newSessions(o.Store.Sessions(), o.Secure, o.Now, o.Log)
	s.ended.Go(func() { signed.clean(ctx, o.Log) })
	var asked atomic.Int64
	s.ended.Go(func() { rest(ctx, &asked) })

	r := chi.NewRouter()
	r.Use(counted(&asked), numbered, caller(o.Trusted), logged(o.Log, o.Metrics, o.Now), headers(o.Secure))
	if o.Demo {
		r.Use(fromHere)
	}
	r.Use(crossOrigin())
	r.Get("/healthz", func(w http.ResponseWriter, _ *http.Request) { _, _ = w.Write([]byte("ok\n")) })
	r.Get("/readyz", readiness(o.Store, o.Log, o.Now))
	scales := workbench.NewScales(o.Now)
	if o.Demo {
		s.standIns = standin.NewSet(o.Now, func(practice, key string, packet []byte) { _, _ = scales.Hear(practice, key, packet) })
	}
	r.Group(func(r chi.Router) {
		r.Use(compressed(), signed.LoadAndSave, caught(o.Log), signInLimit)
		s.API = (&api.API{
			Accounts: workbench.NewAccounts(o.Store, o.Now), Bench: bench, Sessions: signed, Scales: scales, StandIns: s.standIns,
			Demo: o.Demo, Version: o.Version, Now: o.Now, Log: o.Log,
		}).Mount(r)
	})
	r.NotFound(files(front()))
	r.MethodNotAllowed(func(w http.ResponseWriter, _ *http.Request) {
		problem(w, http.StatusMethodNotAllowed, "this address does not take that method")
	})
	s.Handler = r
	return s
}

// Close ends what runs beside the answering, and keeps what is not kept yet.
func (s *Server) Close() {
	s.end()
	s.ended.Wait()
	if s.standIns != nil {
		s.standIns.Close()
	}
	s.bench.Close()
}

// idleFor is for how long nobody has asked for anything when memory is given back.
const idleFor = 5 * time.Second

// rest gives memory back to the machine when nobody has asked for anything for a while:
// a sign-in takes 64 MiB, and the runtime by itself keeps it for minutes.
func rest(ctx context.Context, asked *atomic.Int64) {
	every := time.NewTicker(idleFor)
	defer every.Stop()
	var before, rested int64
	for {
		select {
		case <-ctx.Done():
			return
		case <-every.C:
		}
		if now := asked.Load(); now == before && now != rested {
			debug.FreeOSMemory()
			rested = now
		} else {
			before = now
		}
	}
}

// counted counts the beginnings and ends of requests.
func counted(asked *atomic.Int64) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			asked.Add(1)
			defer asked.Add(1)
			next.ServeHTTP(w, r)
		})
	}
}

// askedAgain is how often the database is tried for whether it is ready.
const askedAgain = time.Second

// readiness says whether the database can be read and written, by doing so, at most
// once a second.
func readiness(s *store.Store, log *slog.Logger, now func() time.Time) http.HandlerFunc {
	var mu sync.Mutex
	var at time.Time
	var last error
	return func(w http.ResponseWriter, r *http.Request) {
		mu.Lock()
		defer mu.Unlock()
		if now().Sub(at) >= askedAgain || last != nil {
			if last = s.Ready(r.Context()); last != nil {
				log.Error("not ready", "error", last)
			}
			at = now()
		}
		if last != nil {
			problem(w, http.StatusServiceUnavailable, "the database cannot be written, or has no room for a change")
			return
		}
		_, _ = w.Write([]byte("ready\n"))
	}
}

// problem writes problem details (RFC 9457) outside of the API proper.
func problem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail})
}

// Description is the OpenAPI 3.1 description of the API as indented JSON.
func Description(s *Server) ([]byte, error) {
	out, err := json.MarshalIndent(s.API.OpenAPI(), "", "  ")
	return append(out, '\n'), err
}
