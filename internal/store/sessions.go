package store

import (
	"context"
	"database/sql"
	"errors"
	"time"

	"github.com/jmoiron/sqlx"
)

// Sessions keeps sessions for scs (scs.CtxStore): found by a reader, written by the
// one writer. Tokens come in as they are to be kept.
type Sessions struct{ s *Store }

// Sessions is the keeping of sessions.
func (s *Store) Sessions() *Sessions { return &Sessions{s} }

// FindCtx implements scs.CtxStore.
func (k *Sessions) FindCtx(ctx context.Context, token string) (data []byte, found bool, err error) {
	err = k.s.read.GetContext(ctx, &data, "SELECT data FROM session WHERE token = ? AND expiry > ?", token, k.s.now().Unix())
	if errors.Is(err, sql.ErrNoRows) {
		return nil, false, nil
	}
	return data, err == nil, told(err)
}

// CommitCtx implements scs.CtxStore.
func (k *Sessions) CommitCtx(ctx context.Context, token string, data []byte, expiry time.Time) error {
	return k.s.inTx(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.Exec("INSERT INTO session (token, data, expiry) VALUES (?, ?, ?) ON CONFLICT DO UPDATE SET data = excluded.data, expiry = excluded.expiry", token, data, expiry.Unix())
		return err
	})
}

// DeleteCtx implements scs.CtxStore.
func (k *Sessions) DeleteCtx(ctx context.Context, token string) error {
	return k.s.inTx(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.Exec("DELETE FROM session WHERE token = ?", token)
		return err
	})
}

// Clean removes the sessions that have expired, when there are any.
func (k *Sessions) Clean(ctx context.Context) error {
	var any bool
	now := k.s.now().Unix()
	if err := k.s.read.GetContext(ctx, &any, "SELECT EXISTS (SELECT 1 FROM session WHERE expiry <= ?)", now); err != nil || !any {
		return told(err)
	}
	return k.s.inTx(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.Exec("DELETE FROM session WHERE expiry <= ?", now)
		return err
	})
}

// Find implements scs.Store.
func (k *Sessions) Find(token string) ([]byte, bool, error) {
	return k.FindCtx(context.Background(), token)
}

// Commit implements scs.Store.
func (k *Sessions) Commit(token string, data []byte, expiry time.Time) error {
	return k.CommitCtx(context.Background(), token, data, expiry)
}

// Delete implements scs.Store.
func (k *Sessions) Delete(token string) error { return k.DeleteCtx(context.Background(), token) }
