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
// and its cookie; and so would one on a disk that was too full for the end to be written.
type ending struct {
	scs.CtxStore
	now   func() time.Time
	mu    sync.Mutex
	ended map[string]end
}

// end is until when the end of a session is remembered; owed is one not written yet.
type end struct {
	until time.Time
	owed  bool
}

// remembered is for how long after its end a session may still have requests on their way.
const remembered = time.Hour

var errEnded = errors.New("the session has ended")

func newEnding(s scs.CtxStore, now func() time.Time) *ending {
	return &ending{CtxStore: s, now: now, ended: map[string]end{}}
}

func (e *ending) has(token string) bool {
	e.mu.Lock()
	defer e.mu.Unlock()
	_, ended := e.ended[token]
	return ended
}

// FindCtx implements scs.CtxStore; its errors are errUnread.
func (e *ending) FindCtx(ctx context.Context, token string) ([]byte, bool, error) {
	if e.has(token) {
		return nil, false, nil
	}
	data, found, err := e.CtxStore.FindCtx(ctx, token)
	if err != nil {
		err = fmt.Errorf("%w: %w", errUnread, err)
	}
	return data, found, err
}

// DeleteCtx implements scs.CtxStore. It never fails: an end that cannot be written holds from
// now on in this process, and is written when it can be (settle).
func (e *ending) DeleteCtx(ctx context.Context, token string) error {
	if token == "" {
		return nil
	}
	e.keep(token, end{e.now().Add(remembered), false}) // before it is gone from the disk
	if err := e.CtxStore.DeleteCtx(ctx, token); err != nil {
		e.keep(token, end{e.now().Add(absolute), true})
	}
	return nil
}

func (e *ending) keep(token string, as end) {
	e.mu.Lock()
	defer e.mu.Unlock()
	e.ended[token] = as
}

// settle writes the ends that are owed, and forgets those that nobody can be on the way with.
func (e *ending) settle(ctx context.Context) error {
	now := e.now()
	var owed []string
	e.mu.Lock()
	for token, is := range e.ended {
		if is.until.Before(now) {
			delete(e.ended, token)
		} else if is.owed {
			owed = append(owed, token)
		}
	}
	e.mu.Unlock()
	for _, token := range owed {
		if err := e.CtxStore.DeleteCtx(ctx, token); err != nil {
			return fmt.Errorf("write the end of a session: %w", err)
		}
		e.keep(token, end{now.Add(remembered), false})
	}
	return nil
}

// CommitCtx implements scs.CtxStore; the error for a session that has ended is errEnded.
func (e *ending) CommitCtx(ctx context.Context, token string, b []byte, expiry time.Time) error {
	if e.has(token) {
		return errEnded
	}
	return e.CtxStore.CommitCtx(ctx, token, b, expiry)
}
