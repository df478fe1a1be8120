package server

import (
	"io"
	"log/slog"
	"net"
	"net/http"
	"net/netip"
	"runtime/debug"
	"strings"
	"time"

	"github.com/go-chi/chi/v5"
	"github.com/go-chi/chi/v5/middleware"
	"github.com/go-chi/httprate"
	"github.com/klauspost/compress/gzip"
)

// policy allows nothing from elsewhere and no inline script.
const policy = "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'"

func headers(secure bool) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			h := w.Header()
			h.Set("Content-Security-Policy", policy)
			h.Set("X-Content-Type-Options", "nosniff")
			h.Set("X-Frame-Options", "DENY")
			h.Set("Referrer-Policy", "no-referrer")
			h.Set("Cross-Origin-Opener-Policy", "same-origin")
			if secure {
				h.Set("Strict-Transport-Security", "max-age=31536000")
			}
			if strings.HasPrefix(r.URL.Path, "/api/") {
				h.Set("Cache-Control", "no-store")
			}
			next.ServeHTTP(w, r)
		})
	}
}

// longestID is how long a request id of a caller may be.
const longestID = 64

// numbered gives each request an id and answers it. A caller's own is taken when it is
// short and plain, as it goes into the log.
func numbered(next http.Handler) http.Handler {
	plain := func(r rune) bool {
		return r >= 'a' && r <= 'z' || r >= 'A' && r <= 'Z' || r >= '0' && r <= '9' || strings.ContainsRune("-_.:/", r)
	}
	answered := http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		w.Header().Set("X-Request-Id", middleware.GetReqID(r.Context()))
		next.ServeHTTP(w, r)
	})
	given := middleware.RequestID(answered)
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		id := r.Header.Get(middleware.RequestIDHeader)
		if len(id) > longestID || strings.ContainsFunc(id, func(c rune) bool { return !plain(c) }) {
			r.Header.Del(middleware.RequestIDHeader)
		}
		given.ServeHTTP(w, r)
	})
}

// whole holds the status of an answer back until there is something of it: what then fails is
// answered with a status of its own.
type whole struct {
	http.ResponseWriter
	status int
	sent   bool
}

func (w *whole) WriteHeader(status int) {
	if !w.sent && w.status == 0 {
		w.status = status
	}
}

func (w *whole) Write(b []byte) (int, error) {
	w.send()
	return w.ResponseWriter.Write(b)
}

// Unwrap is for http.ResponseController.
func (w *whole) Unwrap() http.ResponseWriter { return w.ResponseWriter }

func (w *whole) send() {
	if !w.sent && w.status != 0 {
		w.ResponseWriter.WriteHeader(w.status)
	}
	w.sent = true
}

// caught answers a request whose handler panicked, and logs where.
func caught(log *slog.Logger) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			held := &whole{ResponseWriter: w}
			defer func() {
				what := recover()
				if what == nil {
					held.send()
					return
				}
				if what == http.ErrAbortHandler { //nolint:errorlint // it is compared so by net/http
					panic(what)
				}
				log.Error("panic", "id", middleware.GetReqID(r.Context()), "what", what, "stack", string(debug.Stack()))
				if held.sent {
					panic(http.ErrAbortHandler) // half of an answer is none
				}
				for _, of := range []string{"ETag", "Content-Disposition", "Last-Modified"} {
					held.Header().Del(of)
				}
				problem(w, http.StatusInternalServerError, "something went wrong here: it is in the log under this answer's X-Request-Id")
			}()
			next.ServeHTTP(held, r)
		})
	}
}

func crossOrigin() func(http.Handler) http.Handler {
	p := http.NewCrossOriginProtection()
	p.SetDenyHandler(http.HandlerFunc(func(w http.ResponseWriter, _ *http.Request) {
		problem(w, http.StatusForbidden, "this request comes from another site")
	}))
	return p.Handler
}

// fromHere lets in only requests that were addressed to this machine by a name of its
// own: a page elsewhere that has its name point here is not.
func fromHere(next http.Handler) http.Handler {
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		host := r.Host
		if name, _, err := net.SplitHostPort(host); err == nil {
			host = name
		}
		host = strings.Trim(host, "[]")
		if ip := net.ParseIP(host); host != "localhost" && (ip == nil || !ip.IsLoopback()) {
			problem(w, http.StatusMisdirectedRequest, "the demo answers on this machine only: open it at its loopback address")
			return
		}
		next.ServeHTTP(w, r)
	})
}

// caller notes the address that a request comes from: the peer's, or what trusted
// proxies say of it.
func caller(trusted []netip.Prefix) func(http.Handler) http.Handler {
	if len(trusted) == 0 {
		return middleware.ClientIPFromRemoteAddr
	}
	var all []string
	for _, p := range trusted {
		all = append(all, p.String())
	}
	return middleware.ClientIPFromXFF(all...)
}

// compressed compresses answers as they are made: quickly, since most go over a
// house's own network, and not at all to this very machine, where packing and
// unpacking takes longer than sending. Behind a proxy the caller is elsewhere.
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
			if ip, err := netip.ParseAddr(middleware.GetClientIP(r.Context())); err == nil && ip.IsLoopback() {
				next.ServeHTTP(w, r)
				return
			}
			packed.ServeHTTP(w, r)
		})
	}
}

// signInsPerMinute is how often one address may try a password.
const signInsPerMinute = 10

func signInLimit(next http.Handler) http.Handler {
	limited := httprate.LimitBy(signInsPerMinute, time.Minute,
		func(r *http.Request) (string, error) {
			return httprate.CanonicalizeIP(middleware.GetClientIP(r.Context())), nil
		},
		httprate.WithLimitHandler(func(w http.ResponseWriter, _ *http.Request) {
			problem(w, http.StatusTooManyRequests, "too many tries: wait a minute")
		}))(next)
	tries := map[string]bool{"/api/v1/session": true, "/api/v1/setup": true, "/api/v1/join": true}
	return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
		if r.Method == http.MethodPost && tries[r.URL.Path] {
			limited.ServeHTTP(w, r)
			return
		}
		next.ServeHTTP(w, r)
	})
}

// logged writes one line a request, without names, queries or bodies, and measures it.
func logged(log *slog.Logger, m *Metrics, now func() time.Time) func(http.Handler) http.Handler {
	return func(next http.Handler) http.Handler {
		return http.HandlerFunc(func(w http.ResponseWriter, r *http.Request) {
			start := now()
			wrapped := middleware.NewWrapResponseWriter(w, r.ProtoMajor)
			next.ServeHTTP(wrapped, r)
			route := "elsewhere"
			if c := chi.RouteContext(r.Context()); c != nil && c.RoutePattern() != "" {
				route = c.RoutePattern()
			}
			took := now().Sub(start)
			m.request(r.Method, route, wrapped.Status(), took)
			log.Info("request", "id", middleware.GetReqID(r.Context()), "method", r.Method, "route", route, "status", wrapped.Status(),
				"ms", took.Milliseconds())
		})
	}
}
