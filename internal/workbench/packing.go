package workbench

import (
	"context"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
	"scrappyrack/internal/store"
)

// Packing is how a bag is packed, in a reader's units.
type Packing struct {
	*stock.Packing
	Units quantity.System
}

// Pack chooses what to put into a bag so that it weighs a mass with its
// stuffing. Other containers that lie in it stay.
func (b *Bench) Pack(ctx context.Context, practice, id, container string, target, tolerance quantity.Mass) (*Packing, error) {
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return nil, err
	}
	defer leave()
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, err
	}
	out, err := s.Packing(at, target, tolerance)
	if err != nil {
		return nil, err
	}
	if out.Best, err = load.Pack(ctx, out.Question); err != nil {
		return nil, quantity.Moved(err, atTarget)
	}
	return &Packing{out, unitsOf(f)}, nil
}

// Loading is what a bar or handle can be loaded to, and the one pair of plates
// that would close the most gaps.
type Loading struct {
	load.Loading
	Extra   load.ExtraPair
	Helps   bool
	Plates  []load.Plate
	Sharing bool // one of a pair that shares the plates
}

// LoadBar works out every load of a bar or handle, the plates for a target, and
// the best extra pair. A pair of handles is loaded alike.
func (b *Bench) LoadBar(ctx context.Context, practice, id, handle string, target quantity.Mass) (*Loading, error) {
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return nil, err
	}
	defer leave()
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at := slices.IndexFunc(f.Handles, func(h store.Handle) bool { return h.ID == handle })
	if at < 0 {
		return nil, store.ErrNotFound
	}
	if f.Handles[at].Kind == "stick" {
		return nil, quantity.At("target_kg", "a stick takes no plates: it is loaded by what hangs from its ends")
	}
	h := handleOf(f, f.Handles[at])
	bar := h.Bar
	if h.Count == 2 {
		bar = h.Shared()
	}
	out := &Loading{Plates: bar.Plates, Sharing: h.Count == 2}
	if out.Loading, err = bar.Load(ctx, target); err != nil {
		return nil, quantity.Moved(err, atTarget)
	}
	out.Extra, out.Helps, err = bar.BestExtraPair(ctx, load.PlateSizes(unitsOf(f)))
	return out, err
}

// atTarget is where what cannot be packed or loaded is said.
func atTarget(string) string { return "target_kg" }
