package server

import (
	"context"
	"errors"
	"log/slog"
	"net/http"
	"time"

	"github.com/alexedwards/scs/v2"

	"scrappyrack/internal/api"
	"scrappyrack/internal/store"
	"scrappyrack/internal/workbench"
)

// Session lifetimes.
const (
	idle     = 12 * time.Hour
	absolute = 14 * 24 * time.Hour
	// touched is how seldom a session in use is written.
	touched = 5 * time.Minute
	// cleaned is how often sessions that have expired or ended are removed.
	cleaned = time.Minute
)

// What is kept in a session.
const (
	keyConsultant = "consultant"
	keyPractice   = "practice"
	keyEpoch      = "epoch"
	keyID         = "id" // of the session: its token is a secret
	keySeen       = "seen"
)

// sessions is the sign-in of the API on scs.
type sessions struct {
	*scs.SessionManager
	keep *store.Sessions
	ends *ending
	now  func() time.Time
}

// newSessions keeps sessions in a store, under hashes of their tokens. scs itself
// would write a session with every answer to have it idle: here it is touched now and
// then instead, and what idles too long does not count.
func newSessions(keep *store.Sessions, secure bool, now func() time.Time, log *slog.Logger) *sessions {
	m := scs.New()
	ends := newEnding(keep, now)
	m.Store, m.HashTokenInStore = ends, true
	m.ErrorFunc = unsaved(log)
	m.Lifetime = absolute
	m.Cookie.Name, m.Cookie.HttpOnly, m.Cookie.Secure = "scrappyrack", true, secure
	m.Cookie.SameSite = http.SameSiteStrictMode
	return &sessions{m, keep, ends, now}
}

// Who implements api.Sessions.
func (s *sessions) Who(ctx context.Context) api.Principal {
	p := api.Principal{
		Kind: api.Consultant,
		Who: workbench.Who{Consultant: s.GetString(ctx, keyConsultant), Practice: s.GetString(ctx, keyPractice),
			Session: s.GetString(ctx, keyID)},
		Epoch: s.GetInt64(ctx, keyEpoch),
	}
	seen := time.Unix(s.GetInt64(ctx, keySeen), 0)
	if p.Consultant == "" || s.now().Sub(seen) >= idle {
		return api.Principal{}
	}
	return p
}

// Touch implements api.Sessions.
func (s *sessions) Touch(ctx context.Context) {
	if seen := time.Unix(s.GetInt64(ctx, keySeen), 0); s.now().Sub(seen) >= touched {
		s.Put(ctx, keySeen, s.now().Unix())
	}
}

// SignIn implements api.Sessions.
func (s *sessions) SignIn(ctx context.Context, w api.Principal) error {
	if err := s.RenewToken(ctx); err != nil {
		return err
	}
	s.Put(ctx, keyConsultant, w.Consultant)
	s.Put(ctx, keyPractice, w.Practice)
	s.Put(ctx, keyEpoch, w.Epoch)
	s.Put(ctx, keyID, workbench.NewID())
	s.Put(ctx, keySeen, s.now().Unix())
	_, _, err := s.Commit(ctx) // here, so that what cannot be kept is said
	return err
}

// SignOut implements api.Sessions.
func (s *sessions) SignOut(ctx context.Context) error { return s.Destroy(ctx) }

// clean removes sessions that have expired or ended, now and then.
func (s *sessions) clean(ctx context.Context, log *slog.Logger) {
	every := time.NewTicker(cleaned)
	defer every.Stop()
	for {
		select {
		case <-ctx.Done():
			return
		case <-every.C:
			if err := errors.Join(s.ends.settle(ctx), s.keep.Clean(ctx)); err != nil {
				log.Error("clean sessions", "error", err)
			}
		}
	}
}

// errUnread marks a session that could not be read.
var errUnread = errors.New("the session cannot be read")

// unsaved answers a request whose session could not be read, and lets one whose
// session could not be kept be answered as it was going to be: without a cookie where
// the session has ended meanwhile, and as if it had not been touched where the disk is
// full.
func unsaved(log *slog.Logger) func(http.ResponseWriter, *http.Request, error) {
	return func(w http.ResponseWriter, _ *http.Request, err error) {
		if errors.Is(err, errEnded) {
			return
		}
		log.Error("session", "error", err)
		if errors.Is(err, errUnread) {
			w.Header().Set("Retry-After", "1")
			problem(w, http.StatusServiceUnavailable, "the database does not answer: try again")
		}
	}
}
