package workbench

import (
	"context"
	"errors"
	"fmt"

	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// AppendLog adds sets to a client's training log; sets that were sent before are there
// once.
func (b *Bench) AppendLog(ctx context.Context, practice, id string, sets []store.LogSet) error {
	handbook, err := b.store.Handbook(ctx, practice)
	if err != nil {
		return err
	}
	moves := libraryOf(handbook)
	for i, s := range sets {
		if _, err := moves.ByKey(s.Movement); err != nil {
			return quantity.At(fmt.Sprintf("sets[%d].movement", i), err.Error())
		}
	}
	return b.store.AppendLog(ctx, practice, id, sets)
}

// endOfTime is after every set.
const endOfTime = 253402300800

// Log is a page of a client's log from one time until another (0 for no end), newest
// first, after a set (nil for the newest).
func (b *Bench) Log(ctx context.Context, practice, id string, from, until int64, after *store.LogCursor, limit int) (page []store.LogSet,
	more bool, err error) {
	if until == 0 {
		until = endOfTime
	}
	return b.store.Log(ctx, practice, id, from, until, after, limit)
}

// RemoveLog takes a set out of a client's log; without one it is ErrNoThing.
func (b *Bench) RemoveLog(ctx context.Context, practice, id, set string) error {
	err := b.store.RemoveLog(ctx, practice, id, set)
	if errors.Is(err, store.ErrNotFound) {
		return ErrNoThing
	}
	return err
}

// LogSums are what a client's log comes to, by movement.
func (b *Bench) LogSums(ctx context.Context, practice, id string) ([]store.LogSum, error) {
	return b.store.LogSums(ctx, practice, id)
}

// OwnFillings are the fillings that a practice has entered itself.
func (b *Bench) OwnFillings(ctx context.Context, practice string) ([]store.Batch, error) {
	return b.store.OwnFillings(ctx, practice)
}
