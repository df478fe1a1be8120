package store

import (
	"context"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"github.com/jmoiron/sqlx"
)

// Kind is what a database is for: its mark.
type Kind string

// The kinds. A database without a mark holds nothing yet.
const (
	Real     Kind = "practice"
	Demo     Kind = "demo"
	Unmarked Kind = ""
)

// KindError is a database of one kind where the other was wanted.
type KindError struct {
	Dir        string
	Have, Want Kind
}

func (e *KindError) Error() string {
	if e.Have == Demo {
		return fmt.Sprintf("%s holds the demo, which no practice can work in: name another folder with --data, as --data data (the demo is served with: scrappyrack demo --data %s)", e.Dir, e.Dir)
	}
	return fmt.Sprintf("%s holds a practice's own clients, which the demo does not touch: name another folder with --data, as --data data-demo", e.Dir)
}

// KindOf reads a folder's mark without changing anything in it: Unmarked where
// there is no database, or one without an account. What is no database of this
// application is an error.
func KindOf(ctx context.Context, dir string) (Kind, error) {
	path := filepath.Join(dir, FileName)
	if at, err := os.Stat(path); err != nil || at.Size() == 0 {
		return Unmarked, nil
	}
	db, done, err := look(path)
	if err != nil {
		return Unmarked, fmt.Errorf("%s cannot be read: %w", path, err)
	}
	defer done()
	return kindIn(ctx, db, path)
}

func kindIn(ctx context.Context, db *sqlx.DB, path string) (kind Kind, err error) {
	var marked, old bool
	err = db.QueryRowxContext(ctx, `SELECT
		EXISTS (SELECT 1 FROM sqlite_master WHERE name = 'about'),
		EXISTS (SELECT 1 FROM sqlite_master WHERE name = 'consultant')`).Scan(&marked, &old)
	switch {
	case err != nil:
		return Unmarked, fmt.Errorf("%s cannot be read: %w", path, told(err))
	case marked:
		err = db.GetContext(ctx, &kind, "SELECT coalesce((SELECT kind FROM about), '')")
	case old: // before there were marks: a demo has its one account
		err = db.GetContext(ctx, &kind, `SELECT CASE WHEN count(*) = 0 THEN '' WHEN min(email = 'demo@scrappyrack.test') = 1 THEN 'demo' ELSE 'practice' END FROM consultant`)
	default:
		return Unmarked, fmt.Errorf("%s is not a database of this application", path)
	}
	return kind, err
}

func (k Kind) fits(ctx context.Context, dir string) error {
	have, err := KindOf(ctx, dir)
	if err != nil {
		return err
	}
	if have != Unmarked && have != k {
		return &KindError{dir, have, k}
	}
	return nil
}

// mark says what a database is for, once.
func (s *Store) mark(ctx context.Context, kind Kind) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		_, err := tx.Exec("INSERT OR IGNORE INTO about (one, kind) VALUES (1, ?)", kind)
		return err
	})
}

// RemoveDemo removes the demo's database from a folder, and nothing else. Without
// its mark it is refused.
func RemoveDemo(ctx context.Context, dir string) error {
	path := filepath.Join(dir, FileName)
	if _, err := os.Stat(path); errors.Is(err, fs.ErrNotExist) {
		return nil
	}
	kind, err := KindOf(ctx, dir)
	if err != nil {
		return err
	}
	if kind == Real {
		return &KindError{dir, Real, Demo}
	}
	if kind == Unmarked {
		return fmt.Errorf("%s has no mark of the demo, so it is left as it is: name another folder with --data", path)
	}
	lock, err := Lock(dir)
	if err != nil {
		return err
	}
	defer func() { _ = lock.Unlock() }()
	for _, end := range []string{"", "-wal", "-shm"} {
		if err := os.Remove(path + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}
