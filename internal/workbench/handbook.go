package workbench

import (
	"cmp"
	"context"
	"encoding/json"
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
	if f.Handbook == nil {
		return 0
	}
	return f.Handbook.Rev
}

// movesRev is that of its movements alone: what a card of a client depends on.
func movesRev(f store.File) int64 {
	if f.Handbook == nil {
		return 0
	}
	return f.Handbook.Moves
}

// movesOf are the movements that a client's practice works with.
func movesOf(f store.File) *movement.Library { return libraryOf(f.Handbook) }

// libraryOf is a practice's library; one that cannot be (its standard went with a new build)
// is the standard library.
func libraryOf(h *store.Handbook) *movement.Library {
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
			Key: m.ID, Name: m.Name, Like: m.Alike, Standard: m.Standard, Easier: m.Easier, Dose: m.Dose, Caution: m.Caution,
			Quality: m.Quality, Spares: limitsOf(m.Spares), Words: m.Words,
		})
	}
	return out
}

// mostOwn is how many movements of its own a practice may have.
const mostOwn = 200

// Handbook is what a practice keeps for all of its clients, with its own movements made.
func (b *Bench) Handbook(ctx context.Context, practice string) (*store.Handbook, []movement.Movement, error) {
	h, err := b.store.Handbook(ctx, practice)
	if err != nil {
		return nil, nil, err
	}
	return h, libraryOf(h).Own(), nil
}

// PutOwn keeps a movement of a practice's own, once it is one. Errors are *quantity.FieldError of its
// fields.
func (b *Bench) PutOwn(ctx context.Context, w Who, m store.OwnMovement) error {
	practice := w.Practice
	m.Name = tidy(m.Name)
	if m.Spares == nil {
		m.Spares = store.Words{}
	}
	if m.Words == nil {
		m.Words = store.Words{}
	}
	h, err := b.store.Handbook(ctx, practice)
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
	return b.keep(ctx, w, store.KeptMovement, m.ID, m)
}

// Hide hides a movement from a practice, or shows it again; what is not known is
// store.ErrNotFound.
func (b *Bench) Hide(ctx context.Context, w Who, key string, hidden bool) error {
	h, err := b.store.Handbook(ctx, w.Practice)
	if err != nil {
		return err
	}
	if _, err := libraryOf(h).ByKey(key); err != nil {
		return store.ErrNotFound
	}
	if !hidden {
		return b.keep(ctx, w, store.KeptHidden, key, nil)
	}
	return b.keep(ctx, w, store.KeptHidden, key, true)
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
	h, err := b.store.Handbook(ctx, practice)
	if err != nil {
		return nil, err
	}
	prices := pricesOf(store.File{Handbook: h, Profile: store.Customer{Currency: currency}})
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
func (b *Bench) SetPrice(ctx context.Context, w Who, key, currency string, minor *int64) error {
	if !slices.Contains(quantity.Currencies(), currency) {
		return quantity.At("currency", fmt.Sprintf("%q is not a currency that is offered", currency))
	}
	if _, _, known := sizeOf(key); !known {
		return quantity.At("good", fmt.Sprintf("%q is no material that is known", key))
	}
	name := key + " " + currency
	if minor == nil {
		return b.keep(ctx, w, store.KeptPrice, name, nil)
	}
	return b.keep(ctx, w, store.KeptPrice, name, store.Price{Good: key, Currency: currency, Minor: *minor})
}

// keep keeps something of a practice, nil for no more, and forgets what was worked out with what
// was kept before.
func (b *Bench) keep(ctx context.Context, w Who, kind store.HandbookKind, key string, value any) error {
	if err := b.store.SetHandbook(ctx, w.Practice, w.Consultant, kind, key, value); err != nil {
		return err
	}
	b.offers.Forget(func(k atRevision) bool { return k.practice == w.Practice })
	b.plans.Forget(func(k inputs) bool { return k.practice == w.Practice })
	if kind != store.KeptPrice {
		b.fresh.dropAll(w.Practice)
	}
	return nil
}

// InUseError says that something cannot be taken away, as clients have what rests on it.
type InUseError struct{ Clients int }

func (e *InUseError) Error() string {
	if e.Clients == 1 {
		return "a client has sets of it: hide it instead"
	}
	return fmt.Sprintf("%d clients have sets of it: hide it instead", e.Clients)
}

// DropOwn takes a movement of a practice's own away. ErrNotFound where it is none, *InUseError
// where clients have sets of it.
func (b *Bench) DropOwn(ctx context.Context, w Who, id string) error {
	h, err := b.store.Handbook(ctx, w.Practice)
	if err != nil {
		return err
	}
	if !slices.ContainsFunc(h.Own, func(m store.OwnMovement) bool { return m.ID == id }) {
		return store.ErrNotFound
	}
	used, err := b.store.UsedBy(ctx, w.Practice, id)
	if err == nil && used > 0 {
		err = &InUseError{used}
	}
	if err == nil {
		err = b.keep(ctx, w, store.KeptMovement, id, nil)
	}
	return err
}

// HandbookHistory lists what was changed of what a practice keeps, newest first.
func (b *Bench) HandbookHistory(ctx context.Context, practice string) ([]store.HandbookChange, error) {
	return b.store.HandbookHistory(ctx, practice)
}

// TakeBack makes something of a practice again what it was before a change, as a change of its
// own. ErrOverlaps where it has been changed since.
func (b *Bench) TakeBack(ctx context.Context, w Who, seq int64) error {
	all, err := b.store.HandbookHistory(ctx, w.Practice)
	if err != nil {
		return err
	}
	of := func(c store.HandbookChange) bool { return c.Seq == seq }
	at := slices.IndexFunc(all, of)
	if at < 0 {
		return store.ErrNotFound
	}
	was := all[at]
	if slices.ContainsFunc(all[:at], func(c store.HandbookChange) bool { return c.Kind == was.Kind && c.Key == was.Key }) {
		return store.ErrOverlaps
	}
	if was.Back == "" && was.Kind == store.KeptMovement {
		return b.DropOwn(ctx, w, was.Key)
	}
	if was.Back == "" {
		return b.keep(ctx, w, was.Kind, was.Key, nil)
	}
	return b.keep(ctx, w, was.Kind, was.Key, json.RawMessage(was.Back))
}

// HandbookChangeInWords says of what a change was, what it was and what it became; empty for nothing.
func HandbookChangeInWords(c store.HandbookChange, h *store.Handbook) (name, was, is string) {
	say := func(text string) string {
		if text == "" {
			return ""
		}
		switch c.Kind {
		case store.KeptPrice:
			var p store.Price
			_ = json.Unmarshal([]byte(text), &p) // the store keeps what it was given
			return quantity.Money{Minor: p.Minor, Currency: p.Currency}.String()
		case store.KeptMovement:
			var m store.OwnMovement
			_ = json.Unmarshal([]byte(text), &m)
			return m.Name
		}
		return "hidden"
	}
	name, was, is = c.Key, say(c.Back), say(c.Forth)
	switch c.Kind {
	case store.KeptPrice:
		key, currency, _ := cutLast(c.Key, " ")
		if g, i, ok := sizeOf(key); ok {
			name = fmt.Sprintf("%s, %s (%s)", g.Name.In(quantity.Metric), g.Sizes[i].Name(), currency)
		}
	case store.KeptMovement:
		name = cmp.Or(is, was)
	case store.KeptHidden:
		if m, err := libraryOf(h).ByKey(c.Key); err == nil {
			name = m.Name
		}
	}
	return name, was, is
}

// sizeOf is a size of a material by the key of its price.
func sizeOf(key string) (g builds.Good, size int, ok bool) {
	for _, g := range builds.Goods() {
		for i := range g.Sizes {
			if builds.PriceKey(g, i) == key {
				return g, i, true
			}
		}
	}
	return g, 0, false
}

func cutLast(text, at string) (before, after string, found bool) {
	if i := strings.LastIndex(text, at); i >= 0 {
		return text[:i], text[i+len(at):], true
	}
	return text, "", false
}
