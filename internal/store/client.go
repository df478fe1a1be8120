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

// part is one of the lists of a file, kept in a table of its own. read fills
// the file's list, save writes what of it differs; changed, diff and apply are
// for its place among the changes of a file.
type part struct {
	table   string
	read    func(ctx context.Context, tx *sqlx.Tx, practice string, f *File) error
	save    func(ctx context.Context, tx *sqlx.Tx, practice string, before, after *File) error
	copy    func(f *File)
	changed func(c *Changes) bool
	diff    func(from, to *File, c *Changes)
	apply   func(c *Changes, f *File) error
}

// parts are all of them. A batch, a container and what is weighed come before
// what refers to them.
var parts []part

func init() {
	parts = []part{
		partOf("batch", func(f *File) *[]Batch { return &f.Batches }, func(c *Changes) **ListChange[Batch] { return &c.Batches }, func(b *Batch) string { return b.ID }),
		partOf("container", func(f *File) *[]Container { return &f.Containers }, func(c *Changes) **ListChange[Container] { return &c.Containers }, func(c *Container) string { return c.ID }),
		partOf("weighing", func(f *File) *[]Weighing { return &f.Weighings }, func(c *Changes) **ListChange[Weighing] { return &c.Weighings }, func(w *Weighing) string { return w.ID }),
		partOf("thing", func(f *File) *[]Thing { return &f.Things }, func(c *Changes) **ListChange[Thing] { return &c.Things }, func(t *Thing) string { return t.ID }),
		partOf("handle", func(f *File) *[]Handle { return &f.Handles }, func(c *Changes) **ListChange[Handle] { return &c.Handles }, func(h *Handle) string { return h.ID }),
		partOf("plate", func(f *File) *[]Plate { return &f.Plates }, func(c *Changes) **ListChange[Plate] { return &c.Plates }, func(p *Plate) string { return p.ID }),
		partOf("band", func(f *File) *[]Band { return &f.Bands }, func(c *Changes) **ListChange[Band] { return &c.Bands }, func(b *Band) string { return b.ID }),
		partOf("rig", func(f *File) *[]Rig { return &f.Rigs }, func(c *Changes) **ListChange[Rig] { return &c.Rigs }, func(r *Rig) string { return r.ID }),
		partOf("gear", func(f *File) *[]Gear { return &f.Gear }, func(c *Changes) **ListChange[Gear] { return &c.Gear }, func(g *Gear) string { return g.ID }),
		partOf("test_set", func(f *File) *[]TestSet { return &f.Tests }, func(c *Changes) **ListChange[TestSet] { return &c.Tests }, func(t *TestSet) string { return t.ID }),
		partOf("pin", func(f *File) *[]Pin { return &f.Pins }, func(c *Changes) **ListChange[Pin] { return &c.Pins }, func(p *Pin) string { return p.ID }),
	}
}

func partOf[T any](table string, list func(*File) *[]T, change func(*Changes) **ListChange[T], id func(*T) string) part {
	var none T
	columns := columnsOf(none)
	names := strings.Join(columns, ", ")
	return part{
		table: table,
		read: func(ctx context.Context, tx *sqlx.Tx, practice string, f *File) error {
			out := []T{}
			err := tx.SelectContext(ctx, &out, "SELECT "+names+" FROM "+table+" WHERE practice_id = ? AND client_id = ? ORDER BY position", practice, f.ID)
			if err != nil {
				return fmt.Errorf("read %s: %w", table, err)
			}
			*list(f) = out
			return nil
		},
		save: func(ctx context.Context, tx *sqlx.Tx, practice string, before, after *File) error {
			return saveRows(ctx, tx, rows{table, practice, after.ID, columns}, *list(before), *list(after), id)
		},
		copy:    func(f *File) { *list(f) = append([]T{}, *list(f)...) },
		changed: func(c *Changes) bool { return *change(c) != nil },
		diff:    func(from, to *File, c *Changes) { *change(c) = changeOf(*list(from), *list(to), id) },
		apply: func(c *Changes, f *File) (err error) {
			if how := *change(c); how != nil {
				*list(f), err = how.to(*list(f), id)
			}
			return err
		},
	}
}

var own = columnsOf(row{})

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
		f, err = s.load(ctx, tx, practice, id)
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

func (s *Store) load(ctx context.Context, tx *sqlx.Tx, practice, id string) (File, error) {
	var r row
	err := tx.GetContext(ctx, &r, "SELECT "+strings.Join(own, ", ")+" FROM client WHERE practice_id = ? AND id = ?", practice, id)
	if errors.Is(err, sql.ErrNoRows) {
		return File{}, ErrNotFound
	}
	if err != nil {
		return File{}, fmt.Errorf("read client: %w", err)
	}
	if f, ok := s.recent.get(practice, r); ok {
		return f, nil
	}
	f := File{ID: r.ID, Revision: r.Revision, UpdatedAt: r.UpdatedAt, Profile: r.Profile, Space: r.Space, AtHand: r.AtHand}
	for _, p := range parts {
		if err := p.read(ctx, tx, practice, &f); err != nil {
			return File{}, err
		}
	}
	s.recent.put(practice, f)
	return f, nil
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
	f.Complete()
	f.Revision, f.UpdatedAt = 1, s.now().UTC().Unix()
	err := s.inTx(ctx, func(tx *sqlx.Tx) error {
		query := "INSERT INTO client (" + strings.Join(own, ", ") + ") VALUES (:" + strings.Join(own, ", :") + ")"
		if _, err := tx.NamedExecContext(ctx, query, rowOf(practice, f)); err != nil {
			return fmt.Errorf("add client: %w", err)
		}
		none := File{ID: f.ID}
		all := changesOf(&none, &f, nil)
		return saveParts(ctx, tx, practice, none, f, &all)
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
func (s *Store) Change(ctx context.Context, practice, id string, expected int64, what string, change func(*File) error) (out File, changes Changes, err error) {
	err = s.inTx(ctx, func(tx *sqlx.Tx) error {
		before, err := s.load(ctx, tx, practice, id)
		if err != nil {
			return err
		}
		if out = before; before.Revision != expected {
			return ErrStale
		}
		after := before.Clone()
		if err := change(&after); err != nil {
			return err
		}
		after.Complete()
		changes = changesOf(&before, &after, nil)
		if changes.none() {
			return nil
		}
		if out, err = s.replace(ctx, tx, practice, before, after, &changes); err != nil {
			return err
		}
		changes.Revision, changes.UpdatedAt = out.Revision, out.UpdatedAt
		return s.remember(ctx, tx, practice, what, before, out, changes)
	})
	if err == nil {
		s.recent.put(practice, out)
	}
	return out, changes, err
}

// Clone copies a file's lists, so that changing one in the copy leaves the
// original. Lists inside of a part are replaced whole, never changed in place.
func (f File) Clone() File {
	f.Profile.Limits = append(Words{}, f.Profile.Limits...)
	f.AtHand = append(Words{}, f.AtHand...)
	for _, p := range parts {
		p.copy(&f)
	}
	return f
}

// replace writes a file over another, from which it differs by changes, as
// the next revision.
func (s *Store) replace(ctx context.Context, tx *sqlx.Tx, practice string, before, after File, c *Changes) (File, error) {
	after.ID, after.Revision, after.UpdatedAt = before.ID, before.Revision+1, s.now().UTC().Unix()
	sets := make([]string, len(own))
	for i, c := range own {
		sets[i] = c + " = :" + c
	}
	query := "UPDATE client SET " + strings.Join(sets, ", ") + " WHERE practice_id = :practice_id AND id = :id"
	if _, err := tx.NamedExecContext(ctx, query, rowOf(practice, after)); err != nil {
		return File{}, fmt.Errorf("save client: %w", err)
	}
	return after, saveParts(ctx, tx, practice, before, after, c)
}

func saveParts(ctx context.Context, tx *sqlx.Tx, practice string, before, after File, c *Changes) error {
	for _, p := range parts {
		if !p.changed(c) {
			continue
		}
		if err := p.save(ctx, tx, practice, &before, &after); err != nil {
			return err
		}
	}
	return nil
}

// rows is where a part's rows of one client are kept.
type rows struct {
	table, practice, client string
	columns                 []string
}

// saveRows writes the rows that changed or moved and deletes those that went.
func saveRows[T any](ctx context.Context, tx *sqlx.Tx, r rows, before, after []T, id func(*T) string) error {
	old := map[string]int{}
	for i := range before {
		old[id(&before[i])] = i
	}
	values := strings.Repeat(", ?", len(r.columns))
	query := "INSERT OR REPLACE INTO " + r.table + " (practice_id, client_id, position, " + strings.Join(r.columns, ", ") + ") VALUES (?, ?, ?" + values + ")"
	for i := range after {
		key := id(&after[i])
		was, there := old[key]
		delete(old, key)
		if there && was == i && reflect.DeepEqual(before[was], after[i]) {
			continue
		}
		args := []any{r.practice, r.client, i}
		v := reflect.ValueOf(after[i])
		for f := range v.NumField() {
			args = append(args, v.Field(f).Interface())
		}
		if _, err := tx.ExecContext(ctx, query, args...); err != nil {
			return fmt.Errorf("save %s %s: %w", r.table, key, err)
		}
	}
	for gone := range old {
		if _, err := tx.ExecContext(ctx, "DELETE FROM "+r.table+" WHERE practice_id = ? AND client_id = ? AND id = ?", r.practice, r.client, gone); err != nil {
			return fmt.Errorf("delete %s %s: %w", r.table, gone, err)
		}
	}
	return nil
}

// OwnFillings are the fillings that a practice's consultants have entered
// themselves, newest first: batches that come from no row of the table, one for
// each name and range. Their ids are empty.
func (s *Store) OwnFillings(ctx context.Context, practice string) ([]Batch, error) {
	out := []Batch{}
	err := s.db.SelectContext(ctx, &out, `SELECT '' AS id, name, '' AS filling, low_kg_l, typical_kg_l, high_kg_l, 0 AS celsius, wet, loose
		FROM batch WHERE practice_id = ? AND filling = ''
		GROUP BY name, low_kg_l, typical_kg_l, high_kg_l, wet, loose ORDER BY max(rowid) DESC LIMIT 60`, practice)
	if err != nil {
		return nil, fmt.Errorf("list own fillings: %w", err)
	}
	return out, nil
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
	s.recent.drop(practice, id)
	return nil
}

const (
	// keptChanges is how many changes of a client can be undone.
	keptChanges = 200
	// sameChange is for how many seconds changes of one part are one change.
	sameChange = 2
)

func (s *Store) remember(ctx context.Context, tx *sqlx.Tx, practice, what string, before, after File, forth Changes) error {
	if _, err := tx.ExecContext(ctx, "DELETE FROM history WHERE practice_id = ? AND client_id = ? AND undone = 1", practice, before.ID); err != nil {
		return err
	}
	// What follows at once on the same part is one change: a number being typed.
	var last struct {
		Seq  int64
		What string
		At   int64
		Back string
	}
	err := tx.GetContext(ctx, &last, "SELECT seq, what, at, before AS back FROM history WHERE practice_id = ? AND client_id = ? ORDER BY seq DESC LIMIT 1", practice, before.ID)
	if err != nil && !errors.Is(err, sql.ErrNoRows) {
		return fmt.Errorf("remember change: %w", err)
	}
	start, same := before, err == nil && last.What == what && last.At >= after.UpdatedAt-sameChange
	touched := &forth
	if same {
		var back Changes
		if err := json.Unmarshal([]byte(last.Back), &back); err != nil {
			return fmt.Errorf("read history: %w", err)
		}
		start = before.Clone()
		if err := back.apply(&start); err != nil {
			return err
		}
		forth, touched = changesOf(&start, &after, nil), nil
	}
	backText, err := json.Marshal(changesOf(&after, &start, touched))
	if err != nil {
		return err
	}
	forthText, err := json.Marshal(forth)
	if err != nil {
		return err
	}
	if same {
		_, err = tx.ExecContext(ctx, "UPDATE history SET before = ?, after = ?, at = ? WHERE seq = ?", string(backText), string(forthText), after.UpdatedAt, last.Seq)
		return err
	}
	if _, err := tx.ExecContext(ctx, "INSERT INTO history (practice_id, client_id, what, at, before, after) VALUES (?, ?, ?, ?, ?, ?)",
		practice, before.ID, what, after.UpdatedAt, string(backText), string(forthText)); err != nil {
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
		before, err := s.load(ctx, tx, practice, id)
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
		var c Changes
		if err := json.Unmarshal([]byte(h.File), &c); err != nil {
			return fmt.Errorf("read history: %w", err)
		}
		target := before.Clone()
		if err := c.apply(&target); err != nil {
			return err
		}
		target.Complete()
		what = h.What
		if out, err = s.replace(ctx, tx, practice, before, target, &c); err != nil {
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
