package server

import (
	"errors"
	"log/slog"
	"net/http"
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
)

// ending is a store of sessions in which what has ended stays ended. Every request renews
// its session when it is answered, so one that was still on its way at sign-out would
// otherwise bring the session back, and its cookie.
type ending struct {
	scs.Store
	mu    sync.Mutex
	ended map[string]time.Time // until when each is remembered
}

// remembered is for how long after its end a session may still have requests on their way.
const remembered = time.Hour

var errEnded = errors.New("the session has ended")

func newEnding(s scs.Store) *ending { return &ending{Store: s, ended: map[string]time.Time{}} }

// Delete implements scs.Store.
func (e *ending) Delete(token string) error {
	now := time.Now()
	e.mu.Lock()
	for t, until := range e.ended {
		if until.Before(now) {
			delete(e.ended, t)
		}
	}
	if token != "" {
		e.ended[token] = now.Add(remembered)
	}
	e.mu.Unlock()
	return e.Store.Delete(token)
}

// Commit implements scs.Store; the error for a session that has ended is errEnded.
func (e *ending) Commit(token string, b []byte, expiry time.Time) error {
	e.mu.Lock()
	_, ended := e.ended[token]
	e.mu.Unlock()
	if ended {
		return errEnded
	}
	return e.Store.Commit(token, b, expiry)
}

// unsaved answers a request whose session could not be kept: as it was going to be, without
// a cookie, where the session has ended meanwhile.
func unsaved(log *slog.Logger) func(http.ResponseWriter, *http.Request, error) {
	return func(w http.ResponseWriter, _ *http.Request, err error) {
		if errors.Is(err, errEnded) {
			return
		}
		log.Error("session", "error", err)
		http.Error(w, http.StatusText(http.StatusInternalServerError), http.StatusInternalServerError)
	}
}
