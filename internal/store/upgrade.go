package store

import (
	"context"
	"embed"
	"errors"
	"fmt"
	"io/fs"
	"os"
	"path/filepath"

	"github.com/jmoiron/sqlx"
	"github.com/pressly/goose/v3"
)

//go:embed migrations/*.sql
var migrations embed.FS

func (s *Store) provider() (*goose.Provider, error) {
	files, err := fs.Sub(migrations, "migrations")
	if err != nil {
		return nil, err
	}
	p, err := goose.NewProvider(goose.DialectSQLite3, s.write.db.DB, files, goose.WithGoMigrations(inGo...))
	if err != nil {
		return nil, fmt.Errorf("migrations: %w", err)
	}
	return p, nil
}

func versions(ctx context.Context, p *goose.Provider) (have, want int64, err error) {
	have, err = p.GetDBVersion(ctx)
	sources := p.ListSources()
	return have, sources[len(sources)-1].Version, err
}

// migrate brings the database up to date, a copy of how it was first. It may be killed at
// any moment and begun again: each step is a transaction, and what is still owed is asked
// of the data.
func (s *Store) migrate(ctx context.Context) error {
	path := filepath.Join(s.dir, FileName)
	p, err := s.provider()
	if err != nil {
		return err
	}
	have, want, err := versions(ctx, p)
	if err != nil {
		return fmt.Errorf("%s is not a database of this application: %w", path, err)
	}
	if have > want {
		return fmt.Errorf("%s was written by a newer release (schema %d, this one knows %d): use that release, or restore a backup", path,
			have, want)
	}
	if have < want {
		if have > 0 {
			if err := s.copyBefore(ctx, want); err != nil {
				return err
			}
		}
		if _, err := p.Up(ctx); err != nil {
			return fmt.Errorf("bring the database up to date: %w", err)
		}
	}
	if err := s.refold(ctx); err != nil {
		return err
	}
	return s.underWay(ctx, 0)
}

// copyBefore copies the database beside itself before a schema, once for each upgrade. Written
// under another name first, a copy is there whole or not at all; while the upgrade is under way
// its copy is the one of before it began, and stays.
func (s *Store) copyBefore(ctx context.Context, want int64) error {
	var begun int64
	if err := s.write.db.GetContext(ctx, &begun, "PRAGMA user_version"); err != nil {
		return told(err)
	}
	if begun == want {
		return nil
	}
	path := fmt.Sprintf("%s.before-%d", filepath.Join(s.dir, FileName), want)
	partial := path + ".partial"
	if err := os.Remove(partial); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return err
	}
	if err := s.Backup(ctx, partial); err != nil {
		return err
	}
	// One that is whole is of another upgrade, as after a restore: it stays too.
	name := path
	for i := 2; whole(ctx, name); i++ {
		name = fmt.Sprintf("%s-%d", path, i)
	}
	if err := os.Rename(partial, name); err != nil {
		return err
	}
	if err := syncDir(s.dir); err != nil {
		return err
	}
	return s.underWay(ctx, want)
}

// whole says that a copy is there and is well.
func whole(ctx context.Context, path string) bool {
	if !exists(path) {
		return false
	}
	found, err := CheckFile(ctx, path)
	return err == nil && len(found) == 0
}

// underWay notes in the database which schema it is being brought to, 0 for none.
func (s *Store) underWay(ctx context.Context, schema int64) error {
	return s.inTx(ctx, func(tx *sqlx.Tx) error {
		var now int64
		if err := tx.Get(&now, "PRAGMA user_version"); err != nil || now == schema {
			return err
		}
		_, err := tx.Exec(fmt.Sprintf("PRAGMA user_version = %d", schema))
		return err
	})
}
