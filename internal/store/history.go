package store

import (
	"cmp"
	"context"
	"database/sql"
	"encoding/json"
	"errors"
	"fmt"
	"reflect"
	"slices"

	"github.com/jmoiron/sqlx"
)

// Label is what a change was, in types: words are made of it where it is read.
type Label struct {
	Do   string `json:"do" enum:"write,remove,add" doc:"What was done"`
	Part string `json:"part" doc:"To which part: profile, space, at-hand, stock, or a list"`
	ID   string `json:"id,omitempty" doc:"Of a list: to which of its things"`
	Name string `json:"name,omitempty" doc:"How that is called, or was"`
	// Fields are what of it was changed, where it was there before and is now.
	Fields []string `json:"fields,omitempty" doc:"Which of its fields differ, where it was there before and is now"`
}

const (
	// keptChanges is how many changes of a client are remembered.
	keptChanges = 200
	// sameChange is for how many seconds changes of one part in one session are one
	// change: a number being typed, which no list is.
	sameChange = 2
)

// past is a row of the history.
type past struct {
	Seq     int64  `db:"seq"`
	Author  string `db:"author"`
	Session string `db:"session"`
	At      int64  `db:"at"`
	Schema  int64  `db:"schema"`
	Label   string `db:"label"`
	Parts   string `db:"parts"`
	Back    string `db:"back"`
	Forth   string `db:"forth"`
	Undone  bool   `db:"undone"`
}

const pastColumns = "seq, author, session, at, schema, label, parts, back, forth, undone"

func (p past) label() (l Label) {
	_ = json.Unmarshal([]byte(p.Label), &l) // the database keeps only JSON
	return l
}

func (p past) scopes() (out []string) {
	_ = json.Unmarshal([]byte(p.Parts), &out) // likewise
	return out
}

// lastOf is a client's newest remembered change; without one its Seq is 0.
func lastOf(ctx context.Context, tx *sqlx.Tx, practice, client string) (p past, err error) {
	err = tx.GetContext(ctx, &p, "SELECT "+pastColumns+" FROM history WHERE practice_id = ? AND client_id = ? ORDER BY seq DESC LIMIT 1",
		practice, client)
	if err != nil && !errors.Is(err, sql.ErrNoRows) {
		return p, fmt.Errorf("read history: %w", err)
	}
	return p, nil
}

// named gives a label the name of its thing.
func (l Label) named(before, after *File) Label {
	if l.ID == "" || l.Name != "" {
		return l
	}
	if in := listNamed(l.Part); in != nil {
		l.Name = cmp.Or(in.nameOf(after, l.ID), in.nameOf(before, l.ID))
	}
	return l
}

// fields are what of the part that a label names differs between two files.
func (l Label) fields(from, to *File) []string {
	switch l.Part {
	case PartProfile:
		return differing(reflect.ValueOf(from.Profile), reflect.ValueOf(to.Profile))
	case PartSpace:
		return differing(reflect.ValueOf(from.Space), reflect.ValueOf(to.Space))
	}
	if in := listNamed(l.Part); in != nil {
		return in.fields(from, to, l.ID)
	}
	return nil
}

// differing are the fields, by their names in JSON, in which two structs differ.
func differing(x, y reflect.Value) (out []string) {
	for _, f := range reflect.VisibleFields(x.Type()) {
		if !f.Anonymous && !reflect.DeepEqual(x.FieldByIndex(f.Index).Interface(), y.FieldByIndex(f.Index).Interface()) {
			out = append(out, jsonName(f))
		}
	}
	return out
}

// listed are fields that are lists: each change of one is a step of its own.
var listed = []string{"sizes", "tests"}

// goesOn says that a change of some fields may go on from one of others.
func goesOn(was, now []string) bool {
	isList := func(f string) bool { return slices.Contains(listed, f) }
	return !slices.ContainsFunc(was, isList) && !slices.ContainsFunc(now, isList)
}

// remember works out how a change is remembered, and returns the writing of it.
func (s *Store) remember(e Edit, last past, before, after *File, forth Changes) (func(*sqlx.Tx) error, error) {
	label := e.Label.named(before, after)
	was := last.label()
	same := last.Seq > 0 && !last.Undone && last.Back != "" && last.Author == e.By.Consultant && last.Session == e.By.Session &&
		was.Do == label.Do && was.Part == label.Part && was.ID == label.ID && last.At >= after.UpdatedAt-sameChange &&
		goesOn(was.Fields, label.fields(before, after))
	start, touched := *before, forth
	if same {
		back, err := readChanges(last.Back, last.Schema)
		if err != nil {
			return nil, err
		}
		start = before.Clone()
		back.apply(&start)
		touched = both(back, forth)
		forth = changesOf(&start, after, &touched)
	}
	label.Fields = label.fields(&start, after)
	back := changesOf(after, &start, &touched)
	texts := make([]string, 0, 4)
	for _, v := range []any{label, forth.scopes(), back, forth} {
		text, err := json.Marshal(v)
		if err != nil {
			return nil, err
		}
		texts = append(texts, string(text))
	}
	return func(tx *sqlx.Tx) error {
		if same {
			_, err := tx.Exec("UPDATE history SET at = ?, schema = ?, label = ?, parts = ?, back = ?, forth = ? WHERE seq = ?",
				after.UpdatedAt, SchemaVersion(), texts[0], texts[1], texts[2], texts[3], last.Seq)
			return err
		}
		if _, err := tx.Exec("DELETE FROM history WHERE practice_id = ? AND client_id = ? AND undone = 1 AND author = ?", e.Practice,
			e.Client, e.By.Consultant); err != nil {
			return err
		}
		if _, err := tx.Exec("INSERT INTO history (practice_id, client_id, author, session, at, schema, label, parts, back, forth) VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?, ?)",
			e.Practice, e.Client, e.By.Consultant, e.By.Session, after.UpdatedAt, SchemaVersion(), texts[0], texts[1], texts[2],
			texts[3]); err != nil {
			return fmt.Errorf("remember change: %w", err)
		}
		_, err := tx.Exec(`DELETE FROM history WHERE practice_id = ?1 AND client_id = ?2 AND seq <=
			(SELECT seq FROM history WHERE practice_id = ?1 AND client_id = ?2 ORDER BY seq DESC LIMIT 1 OFFSET ?3)`, e.Practice, e.Client, keptChanges)
		return err
	}, nil
}

// Step is a change taken back or done again.
type Step struct {
	Practice, Client string
	Base             int64
	By               By
	Redo             bool
	// Anyones takes the newest change whoever made it, and takes it back even where
	// somebody has changed the same since; otherwise it is the newest of By.
	Anyones bool
	// Check refuses what the file would become; nil takes anything.
	Check func(File) error
}

// OverlapError is a change that cannot be taken back by itself: somebody else has
// changed the same since.
type OverlapError struct {
	Label  Label  // what they did
	Author string // their id
}

func (e *OverlapError) Error() string { return ErrOverlaps.Error() }

// Unwrap makes it ErrOverlaps.
func (e *OverlapError) Unwrap() error { return ErrOverlaps }

// Undo takes back a change as a new revision, or does it again: what it changed is
// put back as it was, whatever else has changed since. ErrNothing when there is none,
// ErrStale when the client is at another revision than the step is based on.
func (s *Store) Undo(ctx context.Context, st Step) (Changed, Label, error) {
	for range mostTries {
		out, label, err := s.step(ctx, st)
		if !errors.Is(err, errMoved) {
			return out, label, err
		}
	}
	return Changed{}, Label{}, fmt.Errorf("%w: others changed this client %d times meanwhile", ErrBusy, mostTries)
}

func (s *Store) step(ctx context.Context, st Step) (out Changed, label Label, err error) {
	var before File
	var all []past
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		if before, err = s.load(ctx, tx, st.Practice, st.Client); err != nil {
			return err
		}
		if before.Revision != st.Base {
			return ErrStale
		}
		all, err = pastOf(ctx, tx, st.Practice, st.Client)
		return err
	})
	out.File = before
	if err != nil {
		return out, label, err
	}
	one, err := next(all, st)
	if err != nil {
		return out, label, err
	}
	text := one.Back
	if st.Redo {
		text = one.Forth
	}
	c, err := readChanges(text, one.Schema)
	if err != nil {
		return out, label, err
	}
	if err := s.widen(ctx, st.Practice, &before, c.scopes()); err != nil {
		return out, label, err
	}
	after := before.Clone()
	c.apply(&after)
	after.Complete()
	if st.Check != nil {
		if err := st.Check(after); err != nil {
			return out, one.label(), err
		}
	}
	after.Revision, after.UpdatedAt = before.Revision+1, s.now().UTC().Unix()
	changes := changesOf(&before, &after, nil)
	err = s.save(ctx, st.Practice, before.Revision, after, changes, func(tx *sqlx.Tx) error {
		_, err := tx.Exec("UPDATE history SET undone = ? WHERE seq = ?", !st.Redo, one.Seq)
		return err
	})
	if err != nil {
		return out, label, err
	}
	return Changed{after, changes}, one.label(), nil
}

// pastOf is all that is remembered of a client, newest first.
func pastOf(ctx context.Context, tx *sqlx.Tx, practice, client string) (all []past, err error) {
	err = tx.SelectContext(ctx, &all, "SELECT "+pastColumns+" FROM history WHERE practice_id = ? AND client_id = ? ORDER BY seq DESC",
		practice, client)
	if err != nil {
		return nil, fmt.Errorf("read history: %w", err)
	}
	return all, nil
}

// next finds the change that a step is about.
func next(all []past, st Step) (past, error) {
	mine := func(p past) bool { return st.Anyones || p.Author == st.By.Consultant }
	if st.Redo { // the oldest undone
		for i := len(all) - 1; i >= 0; i-- {
			if all[i].Undone && all[i].Forth != "" && mine(all[i]) {
				return all[i], st.overlaps(all[:i], all[i])
			}
		}
		return past{}, ErrNothing
	}
	for i, p := range all {
		if !p.Undone && p.Back != "" && mine(p) {
			return p, st.overlaps(all[:i], p)
		}
	}
	return past{}, ErrNothing
}

// overlaps says whose later change is of the same as a change that is to be taken
// back, or done again.
func (st Step) overlaps(later []past, p past) error {
	if st.Anyones {
		return nil
	}
	scopes := p.scopes()
	for _, l := range later {
		if !l.Undone && l.Author != p.Author && slices.ContainsFunc(l.scopes(), func(s string) bool { return slices.Contains(scopes, s) }) {
			return &OverlapError{l.label(), l.Author}
		}
	}
	return nil
}

// Steps says what the next steps of somebody would be. UndoOther is what could be
// taken back of somebody else's when there is nothing left of one's own.
type Steps struct{ Undo, Redo, UndoOther *Entry }

// Entry is a remembered change as it is read.
type Entry struct {
	Seq    int64
	By     string // the consultant's id, empty from before that was kept
	Name   string // the consultant's name, empty when there is no such account any more
	At     int64
	Label  Label
	Undone bool
	Kept   bool // how to take it back is kept
}

// StepsOf says what somebody can take back and do again.
func (s *Store) StepsOf(ctx context.Context, practice, client, consultant string) (st Steps, err error) {
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		one := func(query string, args ...any) (*Entry, error) {
			all, err := entries(ctx, tx, practice, client, query, args...)
			if err != nil || len(all) == 0 {
				return nil, err
			}
			return &all[0], nil
		}
		if st.Undo, err = one("AND undone = 0 AND back <> '' AND author = ? ORDER BY seq DESC LIMIT 1", consultant); err != nil {
			return err
		}
		if st.Redo, err = one("AND undone = 1 AND forth <> '' AND author = ? ORDER BY seq LIMIT 1", consultant); err != nil {
			return err
		}
		if st.Undo == nil {
			st.UndoOther, err = one("AND undone = 0 AND back <> '' ORDER BY seq DESC LIMIT 1")
		}
		return err
	})
	return st, err
}

func entries(ctx context.Context, tx *sqlx.Tx, practice, client, query string, args ...any) ([]Entry, error) {
	var all []struct {
		past
		Name string `db:"name"`
	}
	err := tx.SelectContext(ctx, &all, `SELECT seq, author, '' AS session, at, schema, label, '' AS parts, back <> '' AS back, '' AS forth, undone,
		coalesce((SELECT name FROM consultant WHERE id = author), '') AS name FROM history WHERE practice_id = ? AND client_id = ? `+query, append([]any{practice, client}, args...)...)
	if err != nil {
		return nil, fmt.Errorf("read history: %w", err)
	}
	out := make([]Entry, len(all))
	for i, p := range all {
		out[i] = Entry{Seq: p.Seq, By: p.Author, Name: p.Name, At: p.At, Label: p.label(), Undone: p.Undone, Kept: p.Back == "1"}
	}
	return out, nil
}

// History lists what is remembered of a client, newest first.
func (s *Store) History(ctx context.Context, practice, client string) (out []Entry, err error) {
	err = s.inRead(ctx, func(tx *sqlx.Tx) error {
		var there int
		if err := tx.GetContext(ctx, &there, "SELECT count(*) FROM client WHERE practice_id = ? AND id = ?", practice, client); err != nil {
			return err
		}
		if there == 0 {
			return ErrNotFound
		}
		out, err = entries(ctx, tx, practice, client, "ORDER BY seq DESC")
		return err
	})
	return out, err
}
