package workbench

import (
	"cmp"
	"context"
	"encoding/json"
	"errors"
	"slices"
	"sync"

	"scrappyrack/core/band"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// Mark is a need in short: its working range, and how it is covered.
type Mark struct {
	Key   string        `json:"key"`
	Lo    quantity.Mass `json:"lo"`
	Hi    quantity.Mass `json:"hi"`
	State string        `json:"state"`
}

// Brief is what a list shows of a client, worked out. It holds until the client
// changes: what is due by a date is kept as that date.
type Brief struct {
	Units    string          `json:"units"`
	Lacks    string          `json:"lacks"`
	Covered  int             `json:"covered"`
	Marks    []Mark          `json:"marks"`
	Holds    int             `json:"holds"`
	Free     float64         `json:"free_m2"`
	Ceiling  quantity.Length `json:"ceiling_m"`
	WeighAt  []int64         `json:"weigh_at"`  // when things are to be weighed again
	BandsDue []int64         `json:"bands_due"` // when bands ask for something first
}

func briefOf(f store.File, r Results) Brief {
	b := Brief{
		Units: f.Profile.Units, Lacks: r.Lacks, Covered: r.Board.Covered, Marks: []Mark{}, Free: r.Client.Room.FreeFloor().Value, Ceiling: r.Client.Room.Ceiling,
		WeighAt: []int64{}, BandsDue: []int64{},
	}
	for _, c := range r.Board.Slots {
		b.Marks = append(b.Marks, Mark{c.Slot.Key, c.Slot.Lo, c.Slot.Hi, string(c.State)})
	}
	for _, c := range r.Cautions {
		if c.Hold {
			b.Holds++
		}
	}
	for _, l := range r.Loads {
		if l.AgainAt > 0 {
			b.WeighAt = append(b.WeighAt, l.AgainAt)
		}
	}
	for _, k := range r.Bands {
		if k.Band.Condition != "retired" && len(k.Dues) > 0 {
			b.BandsDue = append(b.BandsDue, slices.MinFunc(k.Dues, func(a, b band.Due) int { return int(a.At - b.At) }).At)
		}
	}
	return b
}

// due counts the times that have passed.
func due(times []int64, now int64) (n int) {
	for _, t := range times {
		if t < now {
			n++
		}
	}
	return n
}

// CardOf is a client in the list with its board in short, as it is today.
type CardOf struct {
	store.Card
	Brief
	Due     int // things that were to be weighed again by now
	BandDue int // bands that asked for something by now
}

// fresh are briefs that were worked out and are not kept yet.
type fresh struct {
	mu  sync.Mutex
	all map[[2]string]store.Derived
}

// mostFresh is how many wait before they are kept.
const mostFresh = 64

func (f *fresh) add(d store.Derived) (full bool) {
	f.mu.Lock()
	defer f.mu.Unlock()
	if f.all == nil {
		f.all = map[[2]string]store.Derived{}
	}
	key := [2]string{d.Practice, d.Client}
	if had, ok := f.all[key]; !ok || had.Revision <= d.Revision {
		f.all[key] = d
	}
	return len(f.all) >= mostFresh
}

func (f *fresh) get(practice, client string, revision int64) string {
	f.mu.Lock()
	defer f.mu.Unlock()
	if d, ok := f.all[[2]string{practice, client}]; ok && d.Revision == revision {
		return d.Card
	}
	return ""
}

func (f *fresh) drop(practice, client string) {
	f.mu.Lock()
	defer f.mu.Unlock()
	delete(f.all, [2]string{practice, client})
}

func (f *fresh) take() (out []store.Derived) {
	f.mu.Lock()
	defer f.mu.Unlock()
	for _, d := range f.all {
		out = append(out, d)
	}
	f.all = nil
	return out
}

// noteCard notes what a list shows of a file that was worked out. It is written
// later, with others; what is lost is worked out anew.
func (b *Bench) noteCard(ctx context.Context, practice string, f store.File, r Results) Brief {
	brief := briefOf(f, r)
	text, err := json.Marshal(brief)
	if err == nil && b.fresh.add(store.Derived{Practice: practice, Client: f.ID, Revision: f.Revision, Card: string(text)}) {
		b.keepCards(ctx)
	}
	return brief
}

func (b *Bench) keepCards(ctx context.Context) {
	if all := b.fresh.take(); len(all) > 0 {
		_ = b.store.Keep(context.WithoutCancel(ctx), b.rules, all) // a full disk keeps nothing: it is worked out again
	}
}

// Close keeps what is not kept yet.
func (b *Bench) Close() { b.keepCards(context.Background()) }

// Cards lists a practice's clients, newest change first.
func (b *Bench) Cards(ctx context.Context, practice, contains string, limit int) ([]CardOf, int, error) {
	cards, total, err := b.store.Cards(ctx, practice, contains, b.rules, limit)
	if err != nil {
		return nil, 0, err
	}
	now := b.at.seconds()
	out := make([]CardOf, 0, len(cards))
	missed := false
	for _, c := range cards {
		one := CardOf{Card: c}
		text := c.Derived
		if text == "" {
			text = b.fresh.get(practice, c.ID, c.Revision)
		}
		if text == "" || json.Unmarshal([]byte(text), &one.Brief) != nil {
			missed = true
			f, err := b.store.Load(ctx, practice, c.ID)
			if errors.Is(err, store.ErrNotFound) { // erased meanwhile
				total--
				continue
			}
			if err = cmp.Or(err, ctx.Err()); err != nil {
				return nil, 0, err
			}
			one.Brief = b.noteCard(ctx, practice, f, work(f, stockOf(f, b.at), b.at))
		}
		one.Due, one.BandDue = due(one.WeighAt, now), due(one.BandsDue, now)
		out = append(out, one)
	}
	if missed {
		b.keepCards(ctx)
	}
	return out, total, nil
}
