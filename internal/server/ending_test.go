package server

import (
	"context"
	"log/slog"
	"net/http"
	"net/http/cookiejar"
	"net/http/httptest"
	"net/url"
	"testing"
	"time"

	"github.com/alexedwards/scs/v2"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"

	"scrappyrack/internal/store"
	"scrappyrack/internal/store/storetest"
)

// A request that is still on its way at sign-out is answered, and leaves one signed out.
func TestARequestOnItsWayDoesNotUndoSigningOut(t *testing.T) {
	manager := scs.New()
	manager.Lifetime, manager.IdleTimeout = absolute, idle // which has every answer renew the session
	manager.Store, manager.ErrorFunc = newEnding(kept(t), time.Now), unsaved(slog.New(slog.DiscardHandler))
	reached, goOn := make(chan struct{}), make(chan struct{})
	who := func(w http.ResponseWriter, r *http.Request) {
		_, _ = w.Write([]byte(manager.GetString(r.Context(), "who")))
	}
	mux := http.NewServeMux()
	mux.HandleFunc("/in", func(_ http.ResponseWriter, r *http.Request) { manager.Put(r.Context(), "who", "somebody") })
	mux.HandleFunc("/out", func(_ http.ResponseWriter, r *http.Request) { assert.NoError(t, manager.Destroy(r.Context())) })
	mux.HandleFunc("/who", who)
	mux.HandleFunc("/slow", func(w http.ResponseWriter, r *http.Request) {
		close(reached)
		<-goOn
		who(w, r)
	})
	house := httptest.NewServer(manager.LoadAndSave(mux))
	defer house.Close()
	jar, err := cookiejar.New(nil)
	require.NoError(t, err)
	browser := &http.Client{Jar: jar}
	get := func(path string) (string, int) {
		got, err := browser.Get(house.URL + path)
		require.NoError(t, err)
		defer func() { _ = got.Body.Close() }()
		said := make([]byte, 64)
		n, _ := got.Body.Read(said)
		return string(said[:n]), got.StatusCode
	}
	get("/in")
	said, _ := get("/who")
	require.Equal(t, "somebody", said)
	old, err := url.Parse(house.URL)
	require.NoError(t, err)
	before := jar.Cookies(old)

	answer := make(chan int)
	go func() {
		_, code := get("/slow")
		answer <- code
	}()
	<-reached
	get("/out")
	close(goOn)
	assert.Equal(t, http.StatusOK, <-answer)
	assert.Empty(t, jar.Cookies(old), "the cookie is not given back")
	said, _ = get("/who")
	assert.Empty(t, said)
	jar.SetCookies(old, before) // nor does the old one serve again
	said, _ = get("/who")
	assert.Empty(t, said)
}

// kept is a store's keeping of sessions.
func kept(t *testing.T) *store.Sessions {
	t.Helper()
	s, err := store.Open(t.Context(), storetest.In(t, t.TempDir(), store.Real), store.Real)
	require.NoError(t, err)
	t.Cleanup(func() { _ = s.Close() })
	return s.Sessions()
}

// full is a keeping of sessions on a disk that takes no more.
type full struct {
	scs.CtxStore
	is bool
}

func (f *full) DeleteCtx(ctx context.Context, token string) error {
	if f.is {
		return store.ErrFull
	}
	return f.CtxStore.DeleteCtx(ctx, token)
}

// An end that finds no room on the disk is an end all the same, and is written later. Ends
// are forgotten once nothing can be on its way any more.
func TestAnEndHoldsOnAFullDisk(t *testing.T) {
	ctx, now := t.Context(), time.Now()
	disk := &full{kept(t), true}
	e := newEnding(disk, func() time.Time { return now })
	require.NoError(t, e.CommitCtx(ctx, "mine", []byte{1}, now.Add(absolute)))
	require.NoError(t, e.DeleteCtx(ctx, "mine"))
	for range 2 {
		_, found, err := e.FindCtx(ctx, "mine")
		require.NoError(t, err)
		assert.False(t, found)
		assert.ErrorIs(t, e.CommitCtx(ctx, "mine", nil, now.Add(time.Hour)), errEnded)
		require.ErrorIs(t, e.settle(ctx), store.ErrFull)
		now = now.Add(2 * remembered)
	}
	disk.is = false
	require.NoError(t, e.settle(ctx))
	_, found, err := disk.FindCtx(ctx, "mine")
	require.NoError(t, err)
	assert.False(t, found, "it is gone from the disk")
	now = now.Add(2 * remembered)
	require.NoError(t, e.settle(ctx))
	assert.Empty(t, e.ended)
	assert.NoError(t, e.CommitCtx(ctx, "another", []byte{1}, now.Add(time.Hour)))
}
