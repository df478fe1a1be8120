package store

import (
	"errors"
	"fmt"

	"modernc.org/sqlite"
	sqlite3 "modernc.org/sqlite/lib"
)

// Errors of the store that callers tell apart.
var (
	ErrNotFound = errors.New("not found")
	ErrStale    = errors.New("changed since it was read")
	ErrTaken    = errors.New("already taken")
	ErrNothing  = errors.New("nothing to undo or do again")
	ErrOverlaps = errors.New("somebody else has changed the same since")
	ErrInUse    = errors.New("the data folder is in use by a running server: stop it first")
	// ErrBusy says that the writer had too much to do; what was asked was not done.
	ErrBusy = errors.New("too many changes at once")
	// ErrFull says that the disk, or the database's share of it, is full.
	ErrFull = errors.New("the disk is full")
	// ErrUnwritable says that the database cannot be written, or read, as it lies.
	ErrUnwritable = errors.New("the database cannot be written")
	// ErrDamaged says that the database file is not whole.
	ErrDamaged = errors.New("the database file is damaged")
)

// told wraps what SQLite says of its disk and its locks in the error that stands
// for it.
func told(err error) error {
	var from *sqlite.Error
	if err == nil || !errors.As(err, &from) {
		return err
	}
	kinds := map[int]error{
		sqlite3.SQLITE_BUSY: ErrBusy, sqlite3.SQLITE_LOCKED: ErrBusy, sqlite3.SQLITE_FULL: ErrFull,
		sqlite3.SQLITE_READONLY: ErrUnwritable, sqlite3.SQLITE_IOERR: ErrUnwritable, sqlite3.SQLITE_CANTOPEN: ErrUnwritable,
		sqlite3.SQLITE_PERM:    ErrUnwritable,
		sqlite3.SQLITE_CORRUPT: ErrDamaged, sqlite3.SQLITE_NOTADB: ErrDamaged,
	}
	if kind := kinds[from.Code()&0xff]; kind != nil && !errors.Is(err, kind) {
		return fmt.Errorf("%w: %w", kind, err)
	}
	return err
}

// unique says that a row was refused because there is one already.
func unique(err error) bool {
	var from *sqlite.Error
	return errors.As(err, &from) && (from.Code() == sqlite3.SQLITE_CONSTRAINT_UNIQUE || from.Code() == sqlite3.SQLITE_CONSTRAINT_PRIMARYKEY)
}
