// Package store keeps practices, consultants and clients' files in one SQLite
// file. Every query on a client is scoped by the practice that asks.
package store

import (
	"context"
	"database/sql"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"time"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
	_ "modernc.org/sqlite" // the driver
)

//go:embed migrations/*.sql
var migrations embed.FS

// FileName is the database's name in the data folder.
const FileName = "scrappyrack.db"

// Errors of the store that callers tell apart.
var (
	ErrNotFound = errors.New("not found")
	ErrStale    = errors.New("changed since it was read")
	ErrTaken    = errors.New("already taken")
	ErrNothing  = errors.New("nothing to undo or do again")
)

// Store is the open database.
type Store struct {
	db     *sqlx.DB
	now    func() time.Time
	recent recent
}

// Open opens or creates the database in a data folder and brings it up to date,
// after a copy when there is something to change. A database written by a
// newer release is refused.
func Open(ctx context.Context, dir string) (*Store, error) {
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("the data folder %s cannot be made: %w", dir, err)
	}
	probe, err := os.CreateTemp(dir, ".probe-*")
	if err != nil {
		return nil, fmt.Errorf("the data folder %s cannot be written to: %w", dir, err)
	}
	_ = probe.Close()
	_ = os.Remove(probe.Name())
	path := filepath.Join(dir, FileName)
	dsn := "file:" + path + "?_pragma=journal_mode(WAL)&_pragma=synchronous(FULL)&_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)&_txlock=immediate"
	db, err := sqlx.Open("sqlite", dsn)
	if err != nil {
		return nil, fmt.Errorf("open %s: %w", path, err)
	}
	s := &Store{db: db, now: time.Now}
	if err := s.migrate(ctx, path); err != nil {
		_ = db.Close()
		return nil, err
	}
	return s, nil
}

func (s *Store) migrate(ctx context.Context, path string) error {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, s.db.DB, files)
	if err != nil {
		return fmt.Errorf("migrations: %w", err)
	}
	have, err := p.GetDBVersion(ctx)
	if err != nil {
		return fmt.Errorf("%s is not a database of this application: %w", path, err)
	}
	sources := p.ListSources()
	want := sources[len(sources)-1].Version
	if have > want {
		return fmt.Errorf("%s was written by a newer release (schema %d, this one knows %d): use that release, or restore a backup", path, have, want)
	}
	if have > 0 && have < want {
		if err := s.Backup(ctx, fmt.Sprintf("%s.before-%d", path, want)); err != nil {
			return err
		}
	}
	if _, err := p.Up(ctx); err != nil {
		return fmt.Errorf("bring the database up to date: %w", err)
	}
	return nil
}

// SetClock replaces the clock, for tests.
func (s *Store) SetClock(now func() time.Time) { s.now = now }

// Close closes the database.
func (s *Store) Close() error { return s.db.Close() }

// DB is the underlying database, for the session store.
func (s *Store) DB() *sql.DB { return s.db.DB }

// Ping checks that the database answers.
func (s *Store) Ping(ctx context.Context) error { return s.db.PingContext(ctx) }

// Backup writes a consistent copy to a path that does not exist yet, while the
// database is in use.
func (s *Store) Backup(ctx context.Context, path string) error {
	if _, err := os.Stat(path); err == nil {
		return fmt.Errorf("%s exists already: name a new file", path)
	}
	if _, err := s.db.ExecContext(ctx, "VACUUM INTO ?", path); err != nil {
		return fmt.Errorf("back up to %s: %w", path, err)
	}
	return nil
}

// inTx runs a function in a transaction that takes the write lock at its start.
func (s *Store) inTx(ctx context.Context, do func(*sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, nil)
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	if err := do(tx); err != nil {
		_ = tx.Rollback()
		return err
	}
	return tx.Commit()
}
