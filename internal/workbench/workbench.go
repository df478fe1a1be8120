// Package workbench holds the use cases: load a client's file, run the core on
// it, keep the result.
package workbench

import (
	"context"
	"crypto/rand"
	"encoding/base32"
	"strings"

	"scrappyrack/internal/store"
)

// Bench runs the use cases on a store.
type Bench struct{ store *store.Store }

// New makes a bench.
func New(s *store.Store) *Bench { return &Bench{s} }

// Desk is a client's file with everything worked out from it.
type Desk struct {
	File    store.File
	Changes store.Changes // how it became so, after a change
	Steps   store.Steps
	Results Results
}

// FieldError is a refusal of one field, named by its path in the request body.
type FieldError struct{ Path, Detail string }

func (e *FieldError) Error() string { return e.Detail }

// NewID makes an unguessable id of small letters and digits.
func NewID() string {
	b := make([]byte, 15)
	_, _ = rand.Read(b) // never fails (crypto/rand)
	return strings.ToLower(base32.StdEncoding.WithPadding(base32.NoPadding).EncodeToString(b))
}

// Open loads a client and works everything out.
func (b *Bench) Open(ctx context.Context, practice, id string) (Desk, error) {
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return Desk{}, err
	}
	return b.desk(ctx, practice, f)
}

func (b *Bench) desk(ctx context.Context, practice string, f store.File) (Desk, error) {
	steps, err := b.store.StepsOf(ctx, practice, f.ID)
	if err != nil {
		return Desk{}, err
	}
	return Desk{File: f, Steps: steps, Results: Work(f)}, nil
}

// Create adds a client with a name.
func (b *Bench) Create(ctx context.Context, practice, name, currency, units string) (Desk, error) {
	f := store.NewFile(NewID(), strings.TrimSpace(name))
	if f.Profile.Name == "" {
		return Desk{}, &FieldError{"name", "a client needs a name to be found again"}
	}
	if currency != "" {
		f.Profile.Currency = currency
	}
	if units != "" {
		f.Profile.Units = units
	}
	if err := Check(f); err != nil {
		return Desk{}, err
	}
	f, err := b.store.Create(ctx, practice, f)
	if err != nil {
		return Desk{}, err
	}
	return b.desk(ctx, practice, f)
}

// Change changes a file at an expected revision, after checking what it would
// become. With store.ErrStale the desk returned is what stands.
func (b *Bench) Change(ctx context.Context, practice, id string, revision int64, what string, change func(*store.File) error) (Desk, error) {
	var working chan *Results
	f, changes, err := b.store.Change(ctx, practice, id, revision, what, func(f *store.File) error {
		if err := change(f); err != nil {
			return err
		}
		stock, err := check(*f)
		if err == nil {
			working = workAside(f.Clone(), stock)
		}
		return err
	})
	if err != nil || working == nil {
		return b.after(ctx, practice, f, err)
	}
	steps, err := b.store.StepsOf(ctx, practice, f.ID)
	if err != nil {
		return Desk{}, err
	}
	r := <-working
	if r == nil { // it failed aside: let it fail where it is answered for
		d, err := b.desk(ctx, practice, f)
		d.Changes = changes
		return d, err
	}
	return Desk{File: f, Changes: changes, Steps: steps, Results: *r}, nil
}

// workAside works a file out while it is being written to disk. What comes back
// is nil when that went wrong.
func workAside(f store.File, s *stock) chan *Results {
	out := make(chan *Results, 1)
	go func() {
		defer func() {
			if recover() != nil {
				out <- nil
			}
		}()
		r := work(f, s)
		out <- &r
	}()
	return out
}

// Undo takes back the last change, Redo does it again.
func (b *Bench) Undo(ctx context.Context, practice, id string, revision int64, redo bool) (Desk, error) {
	step := b.store.Undo
	if redo {
		step = b.store.Redo
	}
	f, _, err := step(ctx, practice, id, revision)
	return b.after(ctx, practice, f, err)
}

func (b *Bench) after(ctx context.Context, practice string, f store.File, err error) (Desk, error) {
	if f.ID == "" {
		return Desk{}, err
	}
	d, deskErr := b.desk(ctx, practice, f)
	if err == nil {
		err = deskErr
	}
	return d, err
}

// Delete erases a client.
func (b *Bench) Delete(ctx context.Context, practice, id string) error {
	return b.store.Delete(ctx, practice, id)
}

// CardOf is a client in the list with its board in short.
type CardOf struct {
	store.Card
	Units   string
	Results Results
}

// Cards lists a practice's clients, newest change first, each worked out.
func (b *Bench) Cards(ctx context.Context, practice, contains string, limit int) ([]CardOf, int, error) {
	cards, total, err := b.store.Cards(ctx, practice, contains, limit)
	if err != nil {
		return nil, 0, err
	}
	out := make([]CardOf, 0, len(cards))
	for _, c := range cards {
		f, err := b.store.Load(ctx, practice, c.ID)
		if err != nil {
			return nil, 0, err
		}
		out = append(out, CardOf{c, f.Profile.Units, Work(f)})
	}
	return out, total, nil
}
