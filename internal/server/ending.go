package server

import (
	"context"
	"errors"
	"fmt"
	"sync"
	"time"

	"github.com/alexedwards/scs/v2"
)

// ending is a store of sessions in which what has ended stays ended: a request that was
// still on its way at sign-out and touches its session would otherwise bring it back,
// and its cookie.
type ending struct {
	scs.CtxStore
	now   func() time.Time
	mu    sync.Mutex
	ended map[string]time.Time // until when each is remembered
}

// remembered is for how long after its end a session may still have requests on their way.
const remembered = time.Hour

var errEnded = errors.New("the session has ended")

func newEnding(s scs.CtxStore, now func() time.Time) *ending {
	return &ending{CtxStore: s, now: now, ended: map[string]time.Time{}}
}

// FindCtx implements scs.CtxStore; its errors are errUnread.
func (e *ending) FindCtx(ctx context.Context, token string) ([]byte, bool, error) {
	data, found, err := e.CtxStore.FindCtx(ctx, token)
	if err != nil {
		err = fmt.Errorf("%w: %w", errUnread, err)
	}
	return data, found, err
}

// DeleteCtx implements scs.CtxStore.
func (e *ending) DeleteCtx(ctx context.Context, token string) error {
	now := e.now()
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
	return e.CtxStore.DeleteCtx(ctx, token)
}

// CommitCtx implements scs.CtxStore; the error for a session that has ended is errEnded.
func (e *ending) CommitCtx(ctx context.Context, token string, b []byte, expiry time.Time) error {
	e.mu.Lock()
	_, ended := e.ended[token]
	e.mu.Unlock()
	if ended {
		return errEnded
	}
	return e.CtxStore.CommitCtx(ctx, token, b, expiry)
}
