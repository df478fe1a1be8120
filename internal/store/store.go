// Package store keeps practices, consultants and clients' files in one SQLite
// file. Every query on a client is scoped by the practice that asks. Writing goes
// through one connection with a queue before it, reading through a few beside it.
package store

import (
	"context"
	"database/sql"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"
	"runtime"
	"time"

	"github.com/gofrs/flock"
	"github.com/jmoiron/sqlx"
)

// FileName is the database's name in the data folder.
const FileName = "scrappyrack.db"

// lockName is the file whose lock says that a server uses the folder.
const lockName = ".in-use"

// Store is the open database.
type Store struct {
	dir       string
	write     *writer
	read      *sqlx.DB
	now       func() time.Time
	recent    recent
	handbooks handbooks
	lock      *flock.Flock // nil beside a server
}

// dsn is the address of a database file with the settings that every connection
// has: what is deleted is overwritten, references hold, a commit is on the disk.
func dsn(path, more string) string {
	return "file:" + path + "?_pragma=busy_timeout(5000)&_pragma=foreign_keys(1)&_pragma=synchronous(FULL)&_pragma=secure_delete(1)" + more
}

// Open opens or creates the database of a kind in a data folder, for this process
// alone, and brings it up to date, after a copy when there is something to change.
// A database of the other kind (*KindError) or of a newer release is refused and
// left as it is, and so is a folder that another process serves (ErrInUse).
func Open(ctx context.Context, dir string, kind Kind) (*Store, error) {
	if err := kind.fits(ctx, dir); err != nil {
		return nil, err
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return nil, fmt.Errorf("the data folder %s cannot be made: %w", dir, err)
	}
	probe, err := os.CreateTemp(dir, ".probe-*")
	if err != nil {
		return nil, fmt.Errorf("the data folder %s cannot be written to: %w", dir, err)
	}
	_ = probe.Close()
	_ = os.Remove(probe.Name())
	lock, err := Lock(dir)
	if err != nil {
		return nil, err
	}
	s, err := openIn(dir)
	if err == nil {
		s.lock = lock
		if err = s.migrate(ctx); err == nil {
			err = s.mark(ctx, kind)
		}
		if err != nil {
			_ = s.Close()
		}
	}
	if err != nil {
		_ = lock.Unlock()
		return nil, err
	}
	return s, nil
}

// OpenBeside opens a database that is there, up to date, and perhaps being served,
// for a command at the machine.
func OpenBeside(ctx context.Context, dir string) (*Store, error) {
	if _, err := os.Stat(filepath.Join(dir, FileName)); err != nil {
		return nil, fmt.Errorf("there is no database in %s: name its folder with --data", dir)
	}
	s, err := openIn(dir)
	if err != nil {
		return nil, err
	}
	p, err := s.provider()
	if err == nil {
		var have, want int64
		if have, want, err = versions(ctx, p); err == nil && have != want {
			err = fmt.Errorf("the database in %s is of schema %d, this release works with %d: start its own server once, or use its release", dir, have, want)
		}
	}
	if err != nil {
		_ = s.Close()
		return nil, err
	}
	return s, nil
}

// openIn opens the two sides of a database, made with its rights when it is missing.
func openIn(dir string) (*Store, error) {
	path := filepath.Join(dir, FileName)
	if err := private(path); err != nil {
		return nil, err
	}
	write := open(dsn(path, "&_pragma=journal_mode(WAL)&_txlock=immediate"))
	read := open(dsn(path, "&_pragma=query_only(1)&_pragma=cache_size(-1000)"))
	readers := min(8, max(4, 2*runtime.NumCPU()))
	read.SetMaxOpenConns(readers)
	read.SetMaxIdleConns(readers)
	return &Store{dir: dir, write: newWriter(write), read: read, now: time.Now}, nil
}

// private makes a file that only its owner reads, or makes it so. SQLite gives the
// files beside it the same rights.
func private(path string) error {
	f, err := os.OpenFile(path, os.O_CREATE|os.O_RDWR, 0o600)
	if err != nil {
		return fmt.Errorf("open %s: %w", path, err)
	}
	if err := f.Close(); err != nil {
		return err
	}
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Chmod(path+end, 0o600); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}

// Lock takes a data folder for this process; ErrInUse when another has it.
func Lock(dir string) (*flock.Flock, error) {
	lock := flock.New(filepath.Join(dir, lockName), flock.SetPermissions(0o600))
	got, err := lock.TryLock()
	if err != nil {
		return nil, fmt.Errorf("lock %s: %w", dir, err)
	}
	if !got {
		return nil, fmt.Errorf("%w: %s", ErrInUse, dir)
	}
	return lock, nil
}

// LimitSize keeps the database from growing beyond a size in MiB: a change that does
// not fit is ErrFull, as on a full disk.
func (s *Store) LimitSize(ctx context.Context, mib int) error {
	var page int
	if err := s.write.db.GetContext(ctx, &page, "PRAGMA page_size"); err != nil {
		return err
	}
	_, err := s.write.db.ExecContext(ctx, fmt.Sprintf("PRAGMA max_page_count = %d", mib<<20/page))
	return err
}

// SetClock replaces the clock, for tests.
func (s *Store) SetClock(now func() time.Time) { s.now = now }

// Waiting is how many changes wait for the writer.
func (s *Store) Waiting() int { return len(s.write.queue) }

// Dir is the data folder.
func (s *Store) Dir() string { return s.dir }

// Close ends the writing of what waits, and closes the database.
func (s *Store) Close() error {
	s.write.close()
	err := errors.Join(s.read.Close(), s.write.db.Close())
	if s.lock != nil {
		err = errors.Join(err, s.lock.Unlock())
	}
	return err
}

// Writer is the one connection that writes, for tests that reach under the store.
func (s *Store) Writer() *sql.DB { return s.write.db.DB }

// Reader is the readers' side, for what holds the store against SQL alone.
func (s *Store) Reader() *sql.DB { return s.read.DB }

// roomForAChange is what must find room for the database to be ready: more than an edit writes.
const roomForAChange = 32 << 10

// Ready checks that the database can be read, and that a change finds room: by writing one and
// taking it away again.
func (s *Store) Ready(ctx context.Context) error {
	for _, query := range []string{
		fmt.Sprintf("INSERT OR REPLACE INTO room_for (one, filler) VALUES (1, randomblob(%d))", roomForAChange), "DELETE FROM room_for",
	} {
		err := s.inTx(ctx, func(tx *sqlx.Tx) error {
			_, err := tx.Exec(query)
			return err
		})
		if err != nil {
			return err
		}
	}
	return nil
}

// inTx runs a function in a transaction of the one writer, when it is its turn.
// Others' may be in the same transaction, so it may run twice, and it must only
// look at what its last run did. It does not hold the lock for anything but SQL.
func (s *Store) inTx(ctx context.Context, do func(*sqlx.Tx) error) error {
	return s.write.do(ctx, do)
}

// inRead runs a function on one consistent view, without the write lock.
func (s *Store) inRead(ctx context.Context, do func(*sqlx.Tx) error) error {
	tx, err := s.read.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return told(fmt.Errorf("begin: %w", err))
	}
	defer func() { _ = tx.Rollback() }()
	return told(do(tx))
}
