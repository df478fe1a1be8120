package store

import (
	"cmp"
	"context"
	"database/sql"
	"errors"
	"fmt"
	"reflect"
	"slices"
	"strings"

	"github.com/jmoiron/sqlx"
)

var own = columnsOf(reflect.TypeFor[row]())

// Load reads a client's file.
func (s *Store) Load(ctx context.Context, practice, id string) (File, error) {
	var f File
	err := s.inRead(ctx, func(tx *sqlx.Tx) (err error) {
		f, err = s.load(ctx, tx, practice, id)
		return err
	})
	return f, err
}

func (s *Store) load(ctx context.Context, tx *sqlx.Tx, practice, id string) (File, error) {
	var r row
	err := tx.GetContext(ctx, &r, "SELECT "+strings.Join(own, ", ")+" FROM client WHERE practice_id = ? AND id = ?", practice, id)
	if errors.Is(err, sql.ErrNoRows) {
		return File{}, ErrNotFound
	}
	if err != nil {
		return File{}, fmt.Errorf("read client: %w", err)
	}
	handbook, err := s.handbook(ctx, tx, practice)
	if err != nil {
		return File{}, err
	}
	if f, ok := s.recent.get(practice, r); ok {
		f.Handbook = handbook
		return f, nil
	}
	f := File{Handbook: handbook, ID: r.ID, Revision: r.Revision, UpdatedAt: r.UpdatedAt, Profile: r.Customer, Space: r.Space,
		AtHand: r.AtHand}
	for _, l := range lists {
		if err := l.read(ctx, tx, practice, &f); err != nil {
			return File{}, err
		}
	}
	s.recent.put(practice, f)
	return f, nil
}

// Create adds a client; the file's revision becomes 1.
func (s *Store) Create(ctx context.Context, practice string, f File) (File, error) {
	f = f.Clone()
	f.Complete()
	f.Revision, f.UpdatedAt = 1, s.now().UTC().Unix()
	all := changesOf(&File{ID: f.ID}, &f, nil)
	if err := all.fits(); err != nil {
		return f, err
	}
	query := "INSERT INTO client (" + strings.Join(own, ", ") + ") VALUES (:" + strings.Join(own, ", :") + ")"
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		if _, err := tx.NamedExec(query, rowOf(practice, f)); err != nil {
			return fmt.Errorf("add client: %w", err)
		}
		if err := saveParts(tx, practice, f.ID, &all); err != nil {
			return err
		}
		var err error
		f.Handbook, err = s.handbook(ctx, tx, practice)
		return err
	})
	return f, err
}

func rowOf(practice string, f File) row {
	return row{ID: f.ID, PracticeID: practice, Revision: f.Revision, UpdatedAt: f.UpdatedAt, Folded: fold(f.Profile.Name),
		Customer: f.Profile, Space: f.Space, AtHand: f.AtHand}
}

// Any is the base of an edit that is as right on any revision, as an addition is.
const Any = -1

// By is who makes a change, and in which session.
type By struct{ Consultant, Session string }

// Edit is one change of one client.
type Edit struct {
	Practice, Client string
	Base             int64 // the revision that it was thought out on, Any for whatever stands
	By               By
	Label            Label
	// Scopes are what it is about, as Changes names them: when one of them has changed
	// after Base, the edit is stale. What else it changes is changed as it stands.
	Scopes []string
	// Do changes the file, or refuses. It may run more than once, on what stands then.
	Do func(*File) error
}

// Changed is a file after a change, and how it became so.
type Changed struct {
	File    File
	Changes Changes
}

// errMoved says that a client changed between reading and writing.
var errMoved = errors.New("changed meanwhile")

// mostTries is how often a change is worked out anew because of others.
const mostTries = 20

// Change makes an edit and saves it as the next revision. It reads, has the edit
// made and checked, and only then takes the write lock: when the client has changed
// meanwhile it starts over. With ErrStale the file returned is what stands. An error
// of Do is returned as it is and nothing is saved. A change that changes nothing
// keeps the revision.
func (s *Store) Change(ctx context.Context, e Edit) (Changed, error) {
	for range mostTries {
		out, err := s.attempt(ctx, e)
		if !errors.Is(err, errMoved) {
			return out, err
		}
	}
	return Changed{}, fmt.Errorf("%w: others changed this client %d times meanwhile", ErrBusy, mostTries)
}

func (s *Store) attempt(ctx context.Context, e Edit) (out Changed, err error) {
	var before File
	var last past
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		if before, err = s.load(ctx, tx, e.Practice, e.Client); err != nil {
			return err
		}
		changed, err := revisionsOf(ctx, tx, e.Practice, e.Client, e.Scopes)
		if err != nil {
			return err
		}
		if e.Base != Any && (e.Base > before.Revision || changed > e.Base) {
			return ErrStale
		}
		last, err = lastOf(ctx, tx, e.Practice, e.Client)
		return err
	})
	out.File = before
	if err == nil {
		err = s.widen(ctx, e.Practice, &before, e.Scopes)
	}
	if err != nil {
		return out, err
	}
	after := before.Clone()
	if err := e.Do(&after); err != nil {
		return out, err
	}
	after.Complete()
	changes := changesOf(&before, &after, nil)
	if changes.none() {
		out.Changes = Changes{Revision: before.Revision, UpdatedAt: before.UpdatedAt}
		return out, nil
	}
	if err := cmp.Or(distinct(&before, &after, &changes), bounded(&before, &after, &changes), changes.fits()); err != nil {
		return out, err
	}
	after.Revision, after.UpdatedAt = before.Revision+1, s.now().UTC().Unix()
	changes.Revision, changes.UpdatedAt = after.Revision, after.UpdatedAt
	remember, err := s.remember(e, last, &before, &after, changes)
	if err != nil {
		return out, err
	}
	if err := s.save(ctx, e.Practice, before.Revision, after, changes, remember); err != nil {
		return out, err
	}
	return Changed{after, changes}, nil
}

// save writes a file over its last revision, with what else belongs to that.
func (s *Store) save(ctx context.Context, practice string, from int64, after File, c Changes, also func(*sqlx.Tx) error) error {
	scopes := c.scopes()
	// Not its key: that would have every row that refers to the client looked at.
	var sets []string
	for _, c := range own {
		if c != "id" && c != "practice_id" {
			sets = append(sets, c+" = :"+c)
		}
	}
	query := "UPDATE client SET " + strings.Join(sets, ", ") + " WHERE practice_id = :practice_id AND id = :id"
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var now int64
		err := tx.Get(&now, "SELECT revision FROM client WHERE practice_id = ? AND id = ?", practice, after.ID)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		if err != nil {
			return fmt.Errorf("read revision: %w", err)
		}
		if now != from {
			return errMoved
		}
		if _, err := tx.NamedExec(query, rowOf(practice, after)); err != nil {
			return fmt.Errorf("save client: %w", err)
		}
		if err := saveParts(tx, practice, after.ID, &c); err != nil {
			return err
		}
		for _, scope := range scopes {
			if _, err := tx.Exec("INSERT INTO part_revision (practice_id, client_id, part, revision) VALUES (?, ?, ?, ?) ON CONFLICT DO UPDATE SET revision = excluded.revision",
				practice, after.ID, scope, after.Revision); err != nil {
				return fmt.Errorf("save revision of %s: %w", scope, err)
			}
		}
		return also(tx)
	})
	switch {
	case err != nil:
	case c.Lists[setsList.name] != nil || c.Lists["persons"] != nil: // which sets are the newest is the database's to say
		s.recent.drop(practice, after.ID)
	default:
		s.recent.put(practice, after)
	}
	return err
}

func saveParts(tx *sqlx.Tx, practice, client string, c *Changes) error {
	for _, l := range lists {
		if err := l.save(tx, practice, client, c); err != nil {
			return err
		}
	}
	return nil
}

// revisionsOf is the revision at which one of some parts last changed.
func revisionsOf(ctx context.Context, tx *sqlx.Tx, practice, client string, scopes []string) (last int64, err error) {
	for _, scope := range scopes {
		var at int64
		err := tx.GetContext(ctx, &at,
			"SELECT coalesce((SELECT revision FROM part_revision WHERE practice_id = ? AND client_id = ? AND part = ?), 0)", practice,
			client, scope)
		if err != nil {
			return 0, fmt.Errorf("read revision of %s: %w", scope, err)
		}
		last = max(last, at)
	}
	return last, nil
}

// IDTakenError is a new thing with the id of another thing of the same client.
type IDTakenError struct{ List, ID, Other string }

func (e *IDTakenError) Error() string {
	return fmt.Sprintf("there is something with the id %s already, among the %s: ids are used once", e.ID, e.Other)
}

// TooManyError is more things of a list than one client can have.
type TooManyError struct {
	List string
	Most int
}

func (e *TooManyError) Error() string {
	return fmt.Sprintf("there are %d %s, as many as one client can have: remove one first", e.Most, e.List)
}

// bounded refuses a list that grows beyond its bound.
func bounded(before, after *File, c *Changes) error {
	for _, l := range lists {
		if n := l.all(after).Len(); c.Lists[l.name] != nil && n > l.most && n > l.all(before).Len() {
			return &TooManyError{l.name, l.most}
		}
	}
	return nil
}

// distinct refuses new things whose id another thing of the client has, in any list.
func distinct(before, after *File, c *Changes) error {
	for _, l := range lists {
		if l.keyed || c.Lists[l.name] == nil {
			continue
		}
		had := l.ids(before)
		for _, id := range c.Lists[l.name].touched(l) {
			if slices.Contains(had, id) {
				continue
			}
			for _, other := range lists {
				if other != l && !other.keyed && slices.Contains(other.ids(after), id) {
					return &IDTakenError{l.name, id, other.name}
				}
			}
		}
	}
	return nil
}

var customerHolds = holdsOf(reflect.TypeFor[Customer]())

// Clone copies a file with all that it holds.
func (f File) Clone() File {
	f.Profile = copied(reflect.ValueOf([]Customer{f.Profile}), customerHolds).Interface().([]Customer)[0]
	f.AtHand = slices.Clone(f.AtHand)
	for _, l := range lists {
		l.copy(&f)
	}
	return f
}

// OwnFillings are the fillings that a practice's consultants have entered
// themselves, newest first: batches that come from no row of the table, one for
// each name and range. Their ids are empty.
func (s *Store) OwnFillings(ctx context.Context, practice string) ([]Batch, error) {
	out := []Batch{}
	err := s.read.SelectContext(ctx, &out, `SELECT '' AS id, name, '' AS filling, low_kg_l, typical_kg_l, high_kg_l, 0 AS celsius, wet, loose
		FROM batch WHERE practice_id = ? AND filling = ''
		GROUP BY name, low_kg_l, typical_kg_l, high_kg_l, wet, loose ORDER BY max(rowid) DESC LIMIT 60`, practice)
	if err != nil {
		return nil, told(fmt.Errorf("list own fillings: %w", err))
	}
	return out, nil
}

// Delete erases a client with everything kept of it, history and log included, when
// it is still at a revision (0 for any); otherwise it is stale. What is erased is
// overwritten in the file and leaves the file beside it too.
func (s *Store) Delete(ctx context.Context, practice, id string, revision int64) error {
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		var now int64
		err := tx.Get(&now, "SELECT revision FROM client WHERE practice_id = ? AND id = ?", practice, id)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		if err == nil && revision != 0 && now != revision {
			return ErrStale
		}
		if err == nil {
			_, err = tx.Exec("DELETE FROM client WHERE practice_id = ? AND id = ?", practice, id)
		}
		return err
	})
	if err != nil {
		return err
	}
	s.recent.drop(practice, id)
	_, err = s.write.db.ExecContext(ctx, "PRAGMA wal_checkpoint(TRUNCATE)")
	return told(err)
}

// RevisionOf is the revision of a client's file.
func (s *Store) RevisionOf(ctx context.Context, practice, client string) (at int64, err error) {
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		err := tx.GetContext(ctx, &at, "SELECT revision FROM client WHERE practice_id = ? AND id = ?", practice, client)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNotFound
		}
		return err
	})
	return at, err
}
