// Package server is the outside of the binary: router, sign-in, sessions,
// limits, and the files of the front end.
package server

import (
	"context"
	"encoding/json"
	"io"
	"log/slog"
	"net"
	"net/http"
	"os"
	"runtime/debug"
	"strings"
	"time"

	"github.com/alexedwards/scs/sqlite3store"
	"github.com/alexedwards/scs/v2"
	"github.com/danielgtaylor/huma/v2"
	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"
	"github.com/klauspost/compress/gzip"

	"scrappyrack/internal/api"
	"scrappyrack/internal/standin"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// gcPercent trades memory for speed: a desk is worked out anew at every keystroke,
// which makes short-lived memory by the megabyte on a small heap.
const gcPercent = 400

// Tune sets the process up for serving, unless GOGC says otherwise.
func Tune() {
	if os.Getenv("GOGC") == "" {
		debug.SetGCPercent(gcPercent)
	}
}

// Options are what a server is made with.
type Options struct {
	Store   *store.Store
	Demo    bool
	Secure  bool // cookies only over TLS
	Version string
	Log     *slog.Logger
}

// Server answers HTTP.
type Server struct {
	http.Handler
	API      huma.API
	sessions *sessions
	keeper   *sqlite3store.SQLite3Store
	standIns *standin.Set
}

// Session lifetimes.
const (
	idle     = 12 * time.Hour
	absolute = 14 * 24 * time.Hour
)

// policy allows nothing from elsewhere and no inline script.
const policy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

// New makes a server. Close ends its background work.
func New(o Options) *Server {
	if o.Log == nil {
		o.Log = slog.New(slog.DiscardHandler)
	}
	manager := scs.New()
	keeper := sqlite3store.New(o.Store.DB())
	manager.Store, manager.ErrorFunc = newEnding(keeper), unsaved(o.Log)
	manager.Lifetime, manager.IdleTimeout = absolute, idle
	manager.Cookie.Name, manager.Cookie.HttpOnly, manager.Cookie.Secure = "scrappyrack", true, o.Secure
	manager.Cookie.SameSite = http.SameSiteStrictMode
	s := &Server{sessions: &sessions{manager}, keeper: keeper}

	r := chi.NewRouter()
	r.Use(middleware.RequestID, logged(o.Log), middleware.Recoverer, headers, crossOrigin())
	r.Get("/healthz", func(w http.ResponseWriter, req *http.Request) {
		if err := o.Store.Ping(req.Context()); err != nil {
			http.Error(w, "the database does not answer", http.StatusServiceUnavailable)
			return
		}
		_, _ = w.Write([]byte("ok\n"))
	})
	scales := workbench.NewScales(time.Now)
	if o.Demo {
		s.standIns = standin.NewSet(func(practice, key string, packet []byte) { _, _ = scales.Hear(practice, key, packet) })
	}
	r.Group(func(r chi.Router) {
		r.Use(compressed(), manager.LoadAndSave, signInLimit)
		s.API = (&api.API{Store: o.Store, Bench: workbench.New(o.Store, time.Now), Sessions: s.sessions, Scales: scales, StandIns: s.standIns, Demo: o.Demo, Version: o.Version}).Mount(r)
	})
	r.NotFound(files(front()))
	r.MethodNotAllowed(func(w http.ResponseWriter, _ *http.Request) {
		problem(w, http.StatusMethodNotAllowed, "this address does not take that method")
	})
	s.Handler = r
	return s
}

// Close ends the session store's cleaning and the simulated scales.
func (s *Server) Close() {
	s.keeper.StopCleanup()
	if s.standIns != nil {
		s.standIns.Close()
	}
}

// problem writes problem details (RFC 9457) outside of the API proper.
func problem(w http.ResponseWriter, status int, detail string) {
	w.Header().Set("Content-Type", "application/problem+json")
	w.WriteHeader(status)
	_ = json.NewEncoder(w).Encode(huma.ErrorModel{Status: status, Title: http.StatusText(status), Detail: detail})
}

func headers(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		h := w.Header()
		h.Set("Content-Security-Policy", policy)
		h.Set("X-Content-Type-Options", "nosniff")
		h.Set("X-Frame-Options", "DENY")
		h.Set("Referrer-Policy", "no-referrer")
		h.Set("Cross-Origin-Opener-Policy", "same-origin")
		if strings.HasPrefix(r.URL.Path, "/api/") {
			h.Set("Cache-Control", "no-store")
		}
		next.ServeHTTP(w, r)
	})
}

func crossOrigin() func(http.Handler) http.Handler {
	p := http.NewCrossOriginProtection()
	p.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		problem(w, http.StatusForbidden, "this request comes from another site")
	}))
	return p.Handler
}

// signInsPerMinute is how often one address may try a password.
const signInsPerMinute = 10

// compressed compresses answers as they are made: quickly, since most go over a
// house's own network, and not at all to this very machine, where packing and
// unpacking takes longer than sending.
func compressed() func(http.Handler) http.Handler {
	c := middleware.NewCompressor(gzip.BestSpeed, "application/json")
	c.SetEncoder("gzip", func(w io.Writer, level int) io.Writer {
		out, err := gzip.NewWriterLevel(w, level)
		if err != nil {
			return nil
		}
		return out
	})
	return func(next http.Handler) http.Handler {
		packed := c.Handler(next)
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			if host, _, err := net.SplitHostPort(r.RemoteAddr); err == nil && net.ParseIP(host).IsLoopback() {
				next.ServeHTTP(w, r)
				return
			}
			packed.ServeHTTP(w, r)
		})
	}
}

func signInLimit(next http.Handler) http.Handler {
	limited := httprate.LimitBy(signInsPerMinute, time.Minute,
		func(r *http.Request) (string, error) {
			host, _, err := net.SplitHostPort(r.RemoteAddr)
			return httprate.CanonicalizeIP(host), err
		},
		httprate.WithLimitHandler(func(w http.ResponseWriter, _ *http.Request) {
			problem(w, http.StatusTooManyRequests, "too many tries: wait a minute")
		}))(next)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodPost && (r.URL.Path == "/api/v1/session" || r.URL.Path == "/api/v1/setup") {
			limited.ServeHTTP(w, r)
			return
		}
		next.ServeHTTP(w, r)
	})
}

// logged writes one line a request, without names, queries or bodies.
func logged(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			start := time.Now()
			wrapped := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
			next.ServeHTTP(wrapped, r)
			route := r.URL.Path
			if c := chi.RouteContext(r.Context()); c != nil && c.RoutePattern() != "" {
				route = c.RoutePattern()
			}
			log.Info("request", "id", middleware.GetReqID(r.Context()), "method", r.Method, "route", route, "status", wrapped.Status(), "ms", time.Since(start).Milliseconds())
		})
	}
}

// sessions is the sign-in of the API on scs.
type sessions struct{ *scs.SessionManager }

const (
	keyConsultant = "consultant"
	keyPractice   = "practice"
)

// Who implements api.Sessions.
func (s *sessions) Who(ctx context.Context) (api.Who, bool) {
	w := api.Who{ConsultantID: s.GetString(ctx, keyConsultant), PracticeID: s.GetString(ctx, keyPractice)}
	return w, w.ConsultantID != ""
}

// SignIn implements api.Sessions.
func (s *sessions) SignIn(ctx context.Context, w api.Who) error {
	if err := s.RenewToken(ctx); err != nil {
		return err
	}
	s.Put(ctx, keyConsultant, w.ConsultantID)
	s.Put(ctx, keyPractice, w.PracticeID)
	return nil
}

// SignOut implements api.Sessions.
func (s *sessions) SignOut(ctx context.Context) error { return s.Destroy(ctx) }

// Description is the OpenAPI 3.1 description of the API as indented JSON.
func Description(s *Server) ([]byte, error) {
	out, err := json.MarshalIndent(s.API.OpenAPI(), "", "  ")
	return append(out, '\n'), err
}
