package store

import (
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"strings"

	"github.com/jmoiron/sqlx"
)

// part is one of the lists of a file, kept in a table of its own.
type part struct {
	table   string
	columns []string
}

var (
	containers = part{"container", columnsOf(Container{})}
	gear       = part{"gear", columnsOf(Gear{})}
	testSets   = part{"test_set", columnsOf(TestSet{})}
	pins       = part{"pin", columnsOf(Pin{})}
	own        = columnsOf(row{})
)

// columnsOf lists the db tags of a struct, embedded ones included.
func columnsOf(v any) []string {
	var out []string
	t := reflect.TypeOf(v)
	for i := range t.NumField() {
		if f := t.Field(i); f.Anonymous {
			out = append(out, columnsOf(reflect.New(f.Type).Elem().Interface())...)
		} else {
			out = append(out, f.Tag.Get("db"))
		}
	}
	return out
}

// Load reads a client's file.
func (s *Store) Load(ctx context.Context, practice, id string) (File, error) {
	var f File
	err := s.inRead(ctx, func(tx *sqlx.Tx) (err error) {
		f, err = load(ctx, tx, practice, id)
		return err
	})
	return f, err
}

// inRead runs a function on one consistent view, without the write lock.
func (s *Store) inRead(ctx context.Context, do func(*sqlx.Tx) error) error {
	tx, err := s.db.BeginTxx(ctx, &sql.TxOptions{ReadOnly: true})
	if err != nil {
		return fmt.Errorf("begin: %w", err)
	}
	defer func() { _ = tx.Rollback() }()
	return do(tx)
}

func load(ctx context.Context, tx *sqlx.Tx, practice, id string) (File, error) {
	var r row
	err := tx.GetContext(ctx, &r, "SELECT "+strings.Join(own, ", ")+" FROM client WHERE practice_id = ? AND id = ?", practice, id)
	if errors.Is(err, sql.ErrNoRows) {
		return File{}, ErrNotFound
	}
	if err != nil {
		return File{}, fmt.Errorf("read client: %w", err)
	}
	f := File{ID: r.ID, Revision: r.Revision, UpdatedAt: r.UpdatedAt, Profile: r.Profile, Space: r.Space, AtHand: r.AtHand}
	f.Containers, err = list[Container](ctx, tx, containers, practice, id)
	if err == nil {
		f.Gear, err = list[Gear](ctx, tx, gear, practice, id)
	}
	if err == nil {
		f.Tests, err = list[TestSet](ctx, tx, testSets, practice, id)
	}
	if err == nil {
		f.Pins, err = list[Pin](ctx, tx, pins, practice, id)
	}
	return f, err
}

func list[T any](ctx context.Context, tx *sqlx.Tx, p part, practice, client string) ([]T, error) {
	out := []T{}
	err := tx.SelectContext(ctx, &out, "SELECT "+strings.Join(p.columns, ", ")+" FROM "+p.table+" WHERE practice_id = ? AND client_id = ? ORDER BY position", practice, client)
	if err != nil {
		return nil, fmt.Errorf("read %s: %w", p.table, err)
	}
	return out, nil
}

// Card is a client in a list.
type Card struct {
	ID        string `db:"id" json:"id"`
	Name      string `db:"name" json:"name"`
	UpdatedAt int64  `db:"updated_at" json:"updated_at"`
}

// Cards lists a practice's clients whose name contains a text, newest change
// first, at most limit of them; total counts all that match.
func (s *Store) Cards(ctx context.Context, practice, contains string, limit int) (cards []Card, total int, err error) {
	cards = []Card{}
	like := "%" + strings.NewReplacer(`\`, `\\`, "%", `\%`, "_", `\_`).Replace(contains) + "%"
	err = s.db.SelectContext(ctx, &cards, `SELECT id, name, updated_at FROM client WHERE practice_id = ? AND name LIKE ? ESCAPE '\' ORDER BY updated_at DESC, name LIMIT ?`, practice, like, limit)
	if err != nil {
		return nil, 0, fmt.Errorf("list clients: %w", err)
	}
	err = s.db.GetContext(ctx, &total, `SELECT count(*) FROM client WHERE practice_id = ? AND name LIKE ? ESCAPE '\'`, practice, like)
	return cards, total, err
}

// Create adds a client; the file's revision becomes 1.
func (s *Store) Create(ctx context.Context, practice string, f File) (File, error) {
	f.Revision, f.UpdatedAt = 1, s.now().UTC().Unix()
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		query := "INSERT INTO client (" + strings.Join(own, ", ") + ") VALUES (:" + strings.Join(own, ", :") + ")"
		if _, err := tx.NamedExecContext(ctx, query, rowOf(practice, f)); err != nil {
			return fmt.Errorf("add client: %w", err)
		}
		return saveParts(ctx, tx, practice, File{ID: f.ID}, f)
	})
	return f, err
}

func rowOf(practice string, f File) row {
	return row{ID: f.ID, PracticeID: practice, Revision: f.Revision, UpdatedAt: f.UpdatedAt, Profile: f.Profile, Space: f.Space, AtHand: f.AtHand}
}

// Change loads a file, lets a function change it, and saves it as the next
// revision, all in one transaction. When the file is no longer at the expected
// revision it returns the file as it stands with ErrStale. An error of the
// function is returned as it is and nothing is saved. A change that changes
// nothing keeps the revision.
func (s *Store) Change(ctx context.Context, practice, id string, expected int64, what string, change func(*File) error) (File, error) {
	var out File
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		before, err := load(ctx, tx, practice, id)
		if err != nil {
			return err
		}
		if out = before; before.Revision != expected {
			return ErrStale
		}
		after := before.clone()
		if err := change(&after); err != nil {
			return err
		}
		if reflect.DeepEqual(before, after) {
			return nil
		}
		if out, err = s.replace(ctx, tx, practice, before, after); err != nil {
			return err
		}
		return s.remember(ctx, tx, practice, what, before, out)
	})
	return out, err
}

// clone copies a file deeply, so that changing the copy leaves the original.
func (f File) clone() File {
	f.Profile.Limits = append(Words{}, f.Profile.Limits...)
	f.AtHand = append(Words{}, f.AtHand...)
	f.Containers = append([]Container{}, f.Containers...)
	f.Gear = append([]Gear{}, f.Gear...)
	f.Tests = append([]TestSet{}, f.Tests...)
	f.Pins = append([]Pin{}, f.Pins...)
	return f
}

// replace writes a file over another as the next revision.
func (s *Store) replace(ctx context.Context, tx *sqlx.Tx, practice string, before, after File) (File, error) {
	after.ID, after.Revision, after.UpdatedAt = before.ID, before.Revision+1, s.now().UTC().Unix()
	sets := make([]string, len(own))
	for i, c := range own {
		sets[i] = c + " = :" + c
	}
	query := "UPDATE client SET " + strings.Join(sets, ", ") + " WHERE practice_id = :practice_id AND id = :id"
	if _, err := tx.NamedExecContext(ctx, query, rowOf(practice, after)); err != nil {
		return File{}, fmt.Errorf("save client: %w", err)
	}
	return after, saveParts(ctx, tx, practice, before, after)
}

func saveParts(ctx context.Context, tx *sqlx.Tx, practice string, before, after File) error {
	err := savePart(ctx, tx, containers, practice, after.ID, before.Containers, after.Containers, func(c Container) string { return c.ID })
	if err == nil {
		err = savePart(ctx, tx, gear, practice, after.ID, before.Gear, after.Gear, func(g Gear) string { return g.ID })
	}
	if err == nil {
		err = savePart(ctx, tx, testSets, practice, after.ID, before.Tests, after.Tests, func(t TestSet) string { return t.ID })
	}
	if err == nil {
		err = savePart(ctx, tx, pins, practice, after.ID, before.Pins, after.Pins, func(p Pin) string { return p.ID })
	}
	return err
}

// savePart writes the rows that changed or moved and deletes those that went.
func savePart[T comparable](ctx context.Context, tx *sqlx.Tx, p part, practice, client string, before, after []T, id func(T) string) error {
	type placed struct {
		at  int
		row T
	}
	old := map[string]placed{}
	for i, b := range before {
		old[id(b)] = placed{i, b}
	}
	values := strings.Repeat(", ?", len(p.columns))
	query := "INSERT OR REPLACE INTO " + p.table + " (practice_id, client_id, position, " + strings.Join(p.columns, ", ") + ") VALUES (?, ?, ?" + values + ")"
	for i, a := range after {
		was, there := old[id(a)]
		delete(old, id(a))
		if there && was == (placed{i, a}) {
			continue
		}
		args := []any{practice, client, i}
		v := reflect.ValueOf(a)
		for f := range v.NumField() {
			args = append(args, v.Field(f).Interface())
		}
		if _, err := tx.ExecContext(ctx, query, args...); err != nil {
			return fmt.Errorf("save %s %s: %w", p.table, id(a), err)
		}
	}
	for gone := range old {
		if _, err := tx.ExecContext(ctx, "DELETE FROM "+p.table+" WHERE practice_id = ? AND client_id = ? AND id = ?", practice, client, gone); err != nil {
			return fmt.Errorf("delete %s %s: %w", p.table, gone, err)
		}
	}
	return nil
}

// Delete erases a client with everything kept of it, history included.
func (s *Store) Delete(ctx context.Context, practice, id string) error {
	res, err := s.db.ExecContext(ctx, "DELETE FROM client WHERE practice_id = ? AND id = ?", practice, id)
	if err != nil {
		return fmt.Errorf("delete client: %w", err)
	}
	if n, err := res.RowsAffected(); err != nil || n == 0 {
		return ErrNotFound
	}
	return nil
}

const (
	// keptChanges is how many changes of a client can be undone.
	keptChanges = 200
	// sameChange is for how many seconds changes of one part are one change.
	sameChange = 2
)

func (s *Store) remember(ctx context.Context, tx *sqlx.Tx, practice, what string, before, after File) error {
	was, err := json.Marshal(before)
	if err != nil {
		return err
	}
	is, err := json.Marshal(after)
	if err != nil {
		return err
	}
	if _, err := tx.ExecContext(ctx, "DELETE FROM history WHERE practice_id = ? AND client_id = ? AND undone = 1", practice, before.ID); err != nil {
		return err
	}
	// What follows at once on the same part is one change: a number being typed.
	res, err := tx.ExecContext(ctx, `UPDATE history SET after = ?1, at = ?2 WHERE what = ?3 AND at >= ?2 - ?4 AND seq =
		(SELECT max(seq) FROM history WHERE practice_id = ?5 AND client_id = ?6)`,
		string(is), after.UpdatedAt, what, sameChange, practice, before.ID)
	if err != nil {
		return fmt.Errorf("remember change: %w", err)
	}
	if n, err := res.RowsAffected(); err != nil || n > 0 {
		return err
	}
	if _, err := tx.ExecContext(ctx, "INSERT INTO history (practice_id, client_id, what, at, before, after) VALUES (?, ?, ?, ?, ?, ?)",
		practice, before.ID, what, after.UpdatedAt, string(was), string(is)); err != nil {
		return fmt.Errorf("remember change: %w", err)
	}
	_, err = tx.ExecContext(ctx, `DELETE FROM history WHERE practice_id = ?1 AND client_id = ?2 AND seq <=
		(SELECT seq FROM history WHERE practice_id = ?1 AND client_id = ?2 ORDER BY seq DESC LIMIT 1 OFFSET ?3)`, practice, before.ID, keptChanges)
	return err
}

// Undo puts back what was before the last change, as a new revision, and
// returns what that change was. Redo does it again.
func (s *Store) Undo(ctx context.Context, practice, id string, expected int64) (File, string, error) {
	return s.step(ctx, practice, id, expected, "SELECT seq, what, before AS file FROM history WHERE practice_id = ? AND client_id = ? AND undone = 0 ORDER BY seq DESC LIMIT 1", 1)
}

// Redo does the last undone change again.
func (s *Store) Redo(ctx context.Context, practice, id string, expected int64) (File, string, error) {
	return s.step(ctx, practice, id, expected, "SELECT seq, what, after AS file FROM history WHERE practice_id = ? AND client_id = ? AND undone = 1 ORDER BY seq LIMIT 1", 0)
}

func (s *Store) step(ctx context.Context, practice, id string, expected int64, query string, undone int) (out File, what string, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		before, err := load(ctx, tx, practice, id)
		if err != nil {
			return err
		}
		if out = before; before.Revision != expected {
			return ErrStale
		}
		var h struct {
			Seq  int64
			What string
			File string
		}
		err = tx.GetContext(ctx, &h, query, practice, id)
		if errors.Is(err, sql.ErrNoRows) {
			return ErrNothing
		}
		if err != nil {
			return err
		}
		var target File
		if err := json.Unmarshal([]byte(h.File), &target); err != nil {
			return fmt.Errorf("read history: %w", err)
		}
		what = h.What
		if out, err = s.replace(ctx, tx, practice, before, target); err != nil {
			return err
		}
		_, err = tx.ExecContext(ctx, "UPDATE history SET undone = ? WHERE seq = ?", undone, h.Seq)
		return err
	})
	return out, what, err
}

// Steps counts what can be undone and done again, and names the next of each.
type Steps struct {
	Undo string `json:"undo" doc:"What the next undo takes back; empty when there is nothing"`
	Redo string `json:"redo" doc:"What the next redo does again; empty when there is nothing"`
}

// StepsOf names what can be undone and done again.
func (s *Store) StepsOf(ctx context.Context, practice, id string) (st Steps, err error) {
	err = s.db.GetContext(ctx, &st, `SELECT
		coalesce((SELECT what FROM history WHERE practice_id = ?1 AND client_id = ?2 AND undone = 0 ORDER BY seq DESC LIMIT 1), '') AS undo,
		coalesce((SELECT what FROM history WHERE practice_id = ?1 AND client_id = ?2 AND undone = 1 ORDER BY seq LIMIT 1), '') AS redo`, practice, id)
	return st, err
}
