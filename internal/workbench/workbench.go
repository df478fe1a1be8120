// Package workbench holds the use cases: load a client's file, run the core on
// it, keep the result.
package workbench

import (
	"context"
	"crypto/rand"
	"encoding/base32"
	"strings"
	"time"

	"scrappyrack/core/band"
	"scrappyrack/internal/store"
)

// Bench runs the use cases on a store.
type Bench struct {
	store *store.Store
	at    around
}

// mostRanges is how many ranges of bands a bench remembers.
const mostRanges = 8192

// New makes a bench whose clock is now.
func New(s *store.Store, now func() time.Time) *Bench {
	return &Bench{s, around{band.NewMemo(mostRanges), now}}
}

// around is what working something out takes beside the file: what was worked out of
// bands before (may be nil), and the clock (nil where dates do not matter).
type around struct {
	memo *band.Memo
	now  func() time.Time
}

func (a around) seconds() int64 {
	if a.now == nil {
		return 0
	}
	return a.now().Unix()
}

// Work works out a file as the bench does.
func (b *Bench) Work(f store.File) Results { return work(f, stockOf(f), b.at) }

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
	return Desk{File: f, Steps: steps, Results: b.Work(f)}, nil
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
			working = workAside(f.Clone(), stock, b.at)
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
func workAside(f store.File, s *stock, at around) chan *Results {
	out := make(chan *Results, 1)
	go func() {
		defer func() {
			if recover() != nil {
				out <- nil
			}
		}()
		r := work(f, s, at)
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
		out = append(out, CardOf{c, f.Profile.Units, b.Work(f)})
	}
	return out, total, nil
}
