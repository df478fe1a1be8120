package workbench

import (
	"context"
	"fmt"
	"slices"
	"strings"

	"scrappyrack/core/builds"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// revOf is the revision of what the practice keeps for all, as a file was read with it.
func revOf(f store.File) int64 {
	if f.House == nil {
		return 0
	}
	return f.House.Rev
}

// movesOf are the movements that a client's practice works with.
func movesOf(f store.File) *movement.Library { return libraryOf(f.House) }

// libraryOf is a practice's library; one that cannot be (its standard went with a new build)
// is the standard library.
func libraryOf(h *store.House) *movement.Library {
	if h == nil {
		return nil
	}
	out, err := movement.For(ownOf(h.Own), h.Hidden)
	if err != nil {
		return nil
	}
	return out
}

func ownOf(all []store.OwnMovement) (out []movement.Own) {
	for _, m := range all {
		out = append(out, movement.Own{
			Key: m.ID, Name: m.Name, Like: m.Alike, Standard: m.Standard, Easier: m.Easier, Dose: m.Dose, Caution: m.Caution, Quality: m.Quality, Spares: limitsOf(m.Spares), Words: m.Words,
		})
	}
	return out
}

// mostOwn is how many movements of its own a practice may have.
const mostOwn = 200

// House is what a practice keeps for all of its clients, with its own movements made.
func (b *Bench) House(ctx context.Context, practice string) (*store.House, []movement.Movement, error) {
	h, err := b.store.House(ctx, practice)
	if err != nil {
		return nil, nil, err
	}
	return h, libraryOf(h).Own(), nil
}

// PutOwn keeps a movement of a practice's own, once it is one. Errors are *quantity.FieldError of its
// fields.
func (b *Bench) PutOwn(ctx context.Context, practice string, m store.OwnMovement) error {
	h, err := b.store.House(ctx, practice)
	if err != nil {
		return err
	}
	all := make([]store.OwnMovement, 0, len(h.Own)+1)
	for _, o := range h.Own {
		if o.ID != m.ID {
			all = append(all, o)
		}
	}
	if len(all) >= mostOwn {
		return quantity.At("name", "a practice keeps 200 movements of its own at most")
	}
	_, err = movement.For(ownOf(append(all, m)), nil)
	if err != nil {
		return quantity.Moved(err, func(path string) string {
			_, field, _ := strings.Cut(path, ".")
			return field
		})
	}
	return b.houseChanged(practice, b.store.PutOwn(ctx, practice, m))
}

// Hide hides a movement from a practice, or shows it again; what is not known is
// store.ErrNotFound.
func (b *Bench) Hide(ctx context.Context, practice, key string, hidden bool) error {
	h, err := b.store.House(ctx, practice)
	if err != nil {
		return err
	}
	if _, err := libraryOf(h).ByKey(key); err != nil {
		return store.ErrNotFound
	}
	return b.houseChanged(practice, b.store.Hide(ctx, practice, key, hidden))
}

// Priced is a size of a material with what it costs a practice in a currency: its own price,
// else the sample price, which is invented.
type Priced struct {
	Good  builds.Good
	Size  int
	Key   string
	Minor int64
	Own   bool
}

// Prices are what all materials cost a practice in a currency.
func (b *Bench) Prices(ctx context.Context, practice, currency string) (out []Priced, err error) {
	h, err := b.store.House(ctx, practice)
	if err != nil {
		return nil, err
	}
	prices := pricesOf(store.File{House: h, Profile: store.Profile{Currency: currency}})
	for _, g := range builds.Goods() {
		for i := range g.Sizes {
			minor, own, err := prices.Of(g, i)
			if err != nil {
				return nil, quantity.At("currency", err.Error())
			}
			out = append(out, Priced{g, i, builds.PriceKey(g, i), minor, own})
		}
	}
	return out, nil
}

// SetPrice keeps what a practice pays for a size of a material; nil goes back to the sample.
func (b *Bench) SetPrice(ctx context.Context, practice, key, currency string, minor *int64) error {
	if !slices.Contains(quantity.Currencies(), currency) {
		return quantity.At("currency", fmt.Sprintf("%q is not a currency that is offered", currency))
	}
	known := slices.ContainsFunc(builds.Goods(), func(g builds.Good) bool {
		for i := range g.Sizes {
			if builds.PriceKey(g, i) == key {
				return true
			}
		}
		return false
	})
	if !known {
		return quantity.At("good", fmt.Sprintf("%q is no material that is known", key))
	}
	if minor == nil {
		return b.houseChanged(practice, b.store.DropPrice(ctx, practice, key, currency))
	}
	return b.houseChanged(practice, b.store.PutPrice(ctx, practice, store.Price{Good: key, Currency: currency, Minor: *minor}))
}

// houseChanged forgets what was worked out with what the practice kept before.
func (b *Bench) houseChanged(practice string, err error) error {
	if err != nil {
		return err
	}
	b.desks.Forget(func(k atRevision) bool { return k.practice == practice })
	b.plans.Forget(func(k inputs) bool { return k.practice == practice })
	b.fresh.dropAll(practice)
	return nil
}
