package workbench

import (
	"context"
	"errors"

	"scrappyrack/core/coverage"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// Lifted is what lifts a need of a client's board, each thing by itself, with the board as
// it stands.
type Lifted struct {
	File     store.File
	Need     string
	Before   coverage.Board
	Closings []plan.Closing
	Builds   map[string]store.Build // what would be built, by the key of its candidate
}

// Closings are the things that lift one need of a client's board, or plan.Worst.
func (b *Bench) Closings(ctx context.Context, practice, id, need string) (out Lifted, err error) {
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return out, err
	}
	out.File = f
	if f.Looked().StatureM == 0 {
		return out, quantity.At("stature_m", "there are no needs without the client's stature")
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return out, err
	}
	defer leave()
	c, builds, err := b.mayBuild(ctx, practice, f)
	if err != nil {
		return out, err
	}
	out.Builds = builds
	out.Before, out.Need, out.Closings, err = plan.Closings(ctx, c, need)
	var unknown *plan.UnknownError
	if errors.As(err, &unknown) {
		err = store.ErrNotFound
	}
	return out, err
}

// Additions are what one more thing opens and turns, each by itself.
func (b *Bench) Additions(ctx context.Context, practice, id string) (f store.File, before coverage.Board, out []plan.Addition, err error) {
	f, err = b.Load(ctx, practice, id)
	if err != nil {
		return f, before, nil, err
	}
	if f.Looked().StatureM == 0 {
		return f, before, nil, quantity.At("stature_m", "there are no needs without the client's stature")
	}
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return f, before, nil, err
	}
	defer leave()
	c, _, err := b.mayBuild(ctx, practice, f)
	if err != nil {
		return f, before, nil, err
	}
	before, out, err = plan.Additions(ctx, c)
	return f, before, out, err
}
