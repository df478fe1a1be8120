package store

import (
	"context"
	"errors"
	"fmt"
	"io"
	"io/fs"
	"os"
	"path/filepath"
	"slices"
	"strings"
	"time"

	"github.com/jmoiron/sqlx"
)

// look opens a database file to be read and leaves it, and what lies beside it, as it
// is; where the folder cannot be written and changes wait beside the file, it reads
// a copy. done ends it.
func look(path string) (db *sqlx.DB, done func(), err error) {
	open := func(path, how string) (*sqlx.DB, error) {
		db, err := sqlx.Open("sqlite", "file:"+path+"?"+how+"&_pragma=busy_timeout(5000)")
		if err != nil {
			return nil, err
		}
		if _, err := db.Exec("SELECT count(*) FROM sqlite_master"); err != nil {
			_ = db.Close()
			return nil, told(err)
		}
		return db, nil
	}
	how, unlock := "mode=ro", func() {}
	if !exists(path+"-wal") && !served(path, &unlock) {
		how = "immutable=1" // nothing beside it to be read, and nobody writes
	}
	db, err = open(path, how)
	if err == nil {
		return db, func() { _ = db.Close(); unlock() }, nil
	}
	unlock()
	if !errors.Is(err, ErrUnwritable) {
		return nil, nil, err
	}
	dir, tempErr := os.MkdirTemp("", "scrappyrack-")
	if tempErr != nil {
		return nil, nil, errors.Join(err, tempErr)
	}
	drop := func() { _ = os.RemoveAll(dir) }
	copied := filepath.Join(dir, FileName)
	for _, end := range []string{"", "-wal"} {
		if copyErr := CopyFile(path+end, copied+end); copyErr != nil && !errors.Is(copyErr, fs.ErrNotExist) {
			drop()
			return nil, nil, errors.Join(err, copyErr)
		}
	}
	if db, err = open(copied, "mode=rw"); err != nil {
		drop()
		return nil, nil, err
	}
	return db, func() { _ = db.Close(); drop() }, nil
}

// served says that a database is in use by a server. When it is not, it stays so until
// unlock.
func served(path string, unlock *func()) bool {
	if filepath.Base(path) != FileName {
		return false // a copy somewhere
	}
	lock, err := Lock(filepath.Dir(path))
	if err == nil {
		*unlock = func() { _ = lock.Unlock() }
	}
	return errors.Is(err, ErrInUse)
}

// CopyFile copies a file to one that is not there yet, readable by its owner alone,
// down to the disk.
func CopyFile(from, to string) error {
	in, err := os.Open(from)
	if err != nil {
		return err
	}
	defer func() { _ = in.Close() }()
	out, err := os.OpenFile(to, os.O_CREATE|os.O_EXCL|os.O_WRONLY, 0o600)
	if err != nil {
		return err
	}
	_, err = io.Copy(out, in)
	if err == nil {
		err = out.Sync()
	}
	return errors.Join(err, out.Close())
}

// Backup writes a consistent copy to a path that does not exist yet, while the
// database is in use.
func (s *Store) Backup(ctx context.Context, path string) error {
	db, err := sqlx.Open("sqlite", "file:"+filepath.Join(s.dir, FileName)+"?mode=ro&_pragma=busy_timeout(5000)")
	if err != nil {
		return err
	}
	defer func() { _ = db.Close() }()
	return backup(ctx, db, path)
}

// BackupOf copies the database of a folder as it is, of whatever release, served or
// not, on a disk that can be read only too.
func BackupOf(ctx context.Context, dir, path string) error {
	db, done, err := lookIn(dir)
	if err != nil {
		return err
	}
	defer done()
	return backup(ctx, db, path)
}

func lookIn(dir string) (*sqlx.DB, func(), error) {
	path := filepath.Join(dir, FileName)
	if _, err := os.Stat(path); err != nil {
		return nil, nil, fmt.Errorf("there is no database in %s: name its folder with --data", dir)
	}
	return look(path)
}

func backup(ctx context.Context, db *sqlx.DB, path string) error {
	// VACUUM INTO takes an empty file: so the copy is its owner's from the start.
	f, err := os.OpenFile(path, os.O_CREATE|os.O_EXCL, 0o600)
	if errors.Is(err, fs.ErrExist) {
		return fmt.Errorf("%s exists already: name a new file", path)
	}
	if err == nil {
		err = f.Close()
	}
	if err == nil {
		_, err = db.ExecContext(ctx, "VACUUM INTO ?", path)
		if err != nil {
			_ = os.Remove(path)
		}
	}
	if err != nil {
		return fmt.Errorf("back up to %s: %w", path, told(err))
	}
	return syncFile(path)
}

func syncFile(path string) error {
	f, err := os.OpenFile(path, os.O_RDWR, 0)
	if err != nil {
		return err
	}
	return errors.Join(f.Sync(), f.Close())
}

// Finding is something that is wrong with a database.
type Finding struct{ What, Detail string }

// CheckFile looks a database file over: that it is whole, that its references hold,
// that it is of this application and of no newer release. It changes nothing.
func CheckFile(ctx context.Context, path string) (found []Finding, err error) {
	db, done, err := look(path)
	if errors.Is(err, ErrDamaged) {
		return []Finding{{"file", err.Error()}}, nil
	}
	if err != nil {
		return nil, err
	}
	defer done()
	if _, err := kindIn(ctx, db, path); err != nil {
		return []Finding{{"file", err.Error()}}, nil
	}
	var said []string
	if err := db.SelectContext(ctx, &said, "PRAGMA integrity_check(20)"); err != nil {
		return []Finding{{"integrity", told(err).Error()}}, nil
	}
	for _, s := range said {
		if s != "ok" {
			found = append(found, Finding{"integrity", s})
		}
	}
	rows, err := db.QueryxContext(ctx, "PRAGMA foreign_key_check")
	if err != nil {
		return append(found, Finding{"references", told(err).Error()}), nil
	}
	defer func() { _ = rows.Close() }()
	for rows.Next() && len(found) < 20 {
		row, err := rows.SliceScan()
		if err != nil {
			return found, err
		}
		found = append(found, Finding{"references", fmt.Sprintf("row %v of %v refers to a row of %v that is not there", row[1], row[0],
			row[2])})
	}
	var version int64
	if err := db.GetContext(ctx, &version, "SELECT coalesce(max(version_id), 0) FROM goose_db_version WHERE is_applied"); err != nil {
		return append(found, Finding{"release", told(err).Error()}), nil
	}
	if version > SchemaVersion() {
		found = append(found, Finding{"release", fmt.Sprintf("it was written by a newer release (schema %d, this one knows %d)", version,
			SchemaVersion())})
	}
	return found, nil
}

// Restored is what a restore has done: under which name the database that was there is kept,
// empty when there was none, and the accounts that are active now, by their emails.
type Restored struct {
	Kept   string
	Active []string
}

// Restore puts a copy in place of a folder's database, which is kept beside it. Sessions and
// invitations of the copy have ended: some that were ended since would come back with it. A
// copy that is not whole, or is not of this application, and a folder that is served are
// refused; nothing has been replaced then.
func Restore(ctx context.Context, dir, from string, now time.Time) (out Restored, err error) {
	found, err := CheckFile(ctx, from)
	if err != nil {
		return out, err
	}
	if len(found) > 0 {
		return out, fmt.Errorf("%s cannot be restored, %s: %s", from, found[0].What, found[0].Detail)
	}
	if err := os.MkdirAll(dir, 0o700); err != nil {
		return out, err
	}
	lock, err := Lock(dir)
	if err != nil {
		return out, err
	}
	defer func() { _ = lock.Unlock() }()
	target := filepath.Join(dir, FileName)
	trial := target + ".restoring"
	if err := os.Remove(trial); err != nil && !errors.Is(err, fs.ErrNotExist) {
		return out, err
	}
	if err := BackupFile(ctx, from, trial); err != nil {
		return out, err
	}
	active, err := signedOut(ctx, trial)
	if err != nil {
		return out, err
	}
	if exists(target) {
		kept := target + ".replaced-" + now.UTC().Format("20060102-150405")
		for i := 2; exists(kept); i++ {
			kept = fmt.Sprintf("%s.replaced-%s-%d", target, now.UTC().Format("20060102-150405"), i)
		}
		if err := keep(ctx, target, kept); err != nil {
			return out, err
		}
		out.Kept = kept
		// All of it is kept. What waits beside the file goes first: a file must never
		// meet the changes of another.
		for _, end := range []string{"-wal", "-shm"} {
			if err := os.Remove(target + end); err != nil && !errors.Is(err, fs.ErrNotExist) {
				return out, err
			}
		}
	}
	if err := os.Rename(trial, target); err != nil {
		return out, err
	}
	out.Active = active
	return out, syncDir(dir)
}

// signedOut ends all sessions and invitations in a copy of any release, and lists its active
// accounts.
func signedOut(ctx context.Context, path string) (active []string, err error) {
	db, err := sqlx.Open("sqlite", "file:"+path+"?_pragma=synchronous(FULL)&_pragma=secure_delete(1)&_pragma=journal_mode(DELETE)")
	if err != nil {
		return nil, err
	}
	defer func() { err = errors.Join(err, told(db.Close())) }()
	var tables []string
	if err := db.SelectContext(ctx, &tables,
		"SELECT name FROM sqlite_master WHERE type = 'table' AND name IN ('session', 'sessions', 'invitation')"); err != nil {
		return nil, told(err)
	}
	ends := "PRAGMA user_version = 0" // an upgrade that was under way is of the copy's own past
	for _, table := range tables {
		ends += "; DELETE FROM " + table
	}
	if _, err := db.ExecContext(ctx, ends); err != nil {
		return nil, told(err)
	}
	query := "SELECT email FROM consultant"
	var marked bool
	if err := db.GetContext(ctx, &marked,
		"SELECT EXISTS (SELECT 1 FROM pragma_table_info('consultant') WHERE name = 'active')"); err != nil {
		return nil, told(err)
	}
	if marked {
		query += " WHERE active = 1"
	}
	return active, told(db.SelectContext(ctx, &active, query+" ORDER BY email"))
}

// BackupFile copies a database file as Backup does.
func BackupFile(ctx context.Context, from, to string) error {
	db, done, err := look(from)
	if err != nil {
		return err
	}
	defer done()
	return backup(ctx, db, to)
}

// keep copies a database that is about to be replaced; one that is damaged as it lies.
func keep(ctx context.Context, path, to string) error {
	if err := BackupFile(ctx, path, to); err == nil {
		return nil
	}
	for _, end := range []string{"", "-wal"} {
		if err := CopyFile(path+end, to+end); err != nil && !errors.Is(err, fs.ErrNotExist) {
			return err
		}
	}
	return nil
}

func exists(path string) bool {
	_, err := os.Stat(path)
	return err == nil
}

func syncDir(dir string) error {
	d, err := os.Open(dir)
	if err != nil {
		return err
	}
	return errors.Join(d.Sync(), d.Close())
}

// StillIn names the copies in the data folder that still hold a client.
func (s *Store) StillIn(ctx context.Context, practice, id string) []string {
	all, _ := filepath.Glob(filepath.Join(s.dir, FileName+".*"))
	var out []string
	for _, path := range all {
		if strings.HasSuffix(path, "-wal") || strings.HasSuffix(path, "-shm") {
			continue
		}
		db, done, err := look(path)
		if err != nil {
			continue
		}
		var there bool
		if err := db.GetContext(ctx, &there, "SELECT EXISTS (SELECT 1 FROM client WHERE practice_id = ? AND id = ?)", practice,
			id); err == nil && there {
			out = append(out, filepath.Base(path))
		}
		done()
	}
	slices.Sort(out)
	return out
}
