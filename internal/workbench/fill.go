package workbench

import (
	"context"
	"fmt"
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/stock"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// opened is a client's file with its stock.
func (b *Bench) opened(ctx context.Context, practice, id string) (store.File, *things, error) {
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	var s *things
	b.follow(practice, &f, func(r *derive.Record) { s = theStock.Of(r, the) })
	return f, s, nil
}

// Units is the system of a file.
func unitsOf(f store.File) quantity.System { return quantity.System(f.Profile.Units) }

// find is where a container is that can be worked with.
func (s *things) find(id string) (int, error) {
	at, ok := s.Find(id)
	if !ok {
		return 0, store.ErrNotFound
	}
	return at, s.Problems[at]
}

// FillWish asks for a container's fill by exactly one of mass, level and volume,
// with another filling when Filling is not empty.
type FillWish struct {
	Mass    *quantity.Mass
	Level   *quantity.Length
	Volume  *quantity.Volume
	Filling string
}

// Tried is a container and how it would be filled.
type Tried struct {
	Container load.Container
	Fill      load.Fill
	Units     quantity.System
}

// TryFill works out a fill and keeps nothing. When it is out of reach the error
// is *load.OutOfReach and the container is returned with it.
func (b *Bench) TryFill(ctx context.Context, practice, id, container string, wish FillWish) (*Tried, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, err
	}
	c := s.Containers[at]
	if c.Sold > 0 {
		return nil, quantity.At("volume_l", "it is taken as it was sold: change its shape at Stock to fill it")
	}
	if wish.Filling != "" {
		filling, ok := s.Fillings[wish.Filling]
		if !ok {
			return nil, quantity.At("filling", fmt.Sprintf("no filling or batch is called %q", wish.Filling))
		}
		c.Filling = filling
	}
	t := &Tried{Container: c, Units: unitsOf(f)}
	switch {
	case wish.Mass != nil && wish.Level == nil && wish.Volume == nil:
		t.Fill, err = c.Vessel.For(c.Filling, *wish.Mass)
	case wish.Level != nil && wish.Mass == nil && wish.Volume == nil:
		t.Fill, err = c.Vessel.AtLevel(c.Filling, *wish.Level)
	case wish.Volume != nil && wish.Mass == nil && wish.Level == nil:
		t.Fill, err = c.Vessel.At(c.Filling, *wish.Volume)
	default:
		return nil, quantity.At("target_kg", "give one of target_kg, level_m and volume_l")
	}
	return t, err
}

// OnBench is all there is to say of one container: its weighings, how it moves,
// and what its quoted weight would be.
type OnBench struct {
	stock.Loaded
	Units     quantity.System
	RatingHow string // maker, judged or default
	Weighings []stock.Weighed
	Sisters   []string // ids of what is filled from the same batch
	Curl      *load.Curl
	Swing     *load.Swing
	Rule      *load.RuleOfThumb
}

// Examine works out everything about one container.
func (b *Bench) Examine(ctx context.Context, practice, id, container string) (*OnBench, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, err
	}
	k, c := f.Containers[at], s.Containers[at]
	out := &OnBench{Loaded: s.Loaded(c, s.LastWeighed(), stock.Fill(c)), Units: unitsOf(f), RatingHow: k.RatingHow,
		Weighings: s.Of(c.ID)}
	if k.RatingKg == 0 {
		out.RatingHow = "default"
	}
	key := k.Filling
	for _, batch := range f.Batches {
		if batch.ID == k.Filling {
			key = batch.Filling
			for _, other := range f.Containers {
				if other.Filling == k.Filling && other.ID != k.ID {
					out.Sisters = append(out.Sisters, other.ID)
				}
			}
		}
	}
	out.Rule = load.RuleOf(key, out.Fill.Volume)
	stature := quantity.Length(f.Looked().StatureM)
	if stature <= 0 {
		return out, nil
	}
	if k.WidthM > 0 && c.Kind.Bail {
		drop := quantity.Length(math.Max(0, k.HangM-k.HeightM))
		curl := load.CurlRange(quantity.Length(k.WidthM), drop, stature)
		out.Curl = &curl
	}
	if k.HangM > 0 && c.Kind.Hung {
		swing := load.SwingClearance(quantity.Length(k.HangM), stature)
		out.Swing = &swing
	}
	return out, nil
}

// Weighed is what a weighing would come to, with its batch before and after and
// how many other containers that would change; nothing is kept.
type Weighed struct {
	stock.Weighed
	Units         quantity.System
	Before, After material.Filling
	Batch         bool
	Sisters       int
}

// TryWeighing works out what a weighing would say, after the checks that keeping
// it would make.
func (b *Bench) TryWeighing(ctx context.Context, practice, id string, w store.Weighing) (*Weighed, error) {
	f, before, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	f.Weighings = append(slices.DeleteFunc(slices.Clone(f.Weighings), func(o store.Weighing) bool { return o.ID == w.ID }), w)
	var after *things
	b.follow(practice, &f, func(r *derive.Record) {
		if err = check(r, f, standing(f)); err == nil {
			after = theStock.Of(r, the)
		}
	})
	if err != nil {
		return nil, err
	}
	out := &Weighed{Weighed: after.Weighings[len(after.Weighings)-1], Units: unitsOf(f)}
	out.Batch = slices.ContainsFunc(f.Batches, func(o store.Batch) bool { return o.ID == w.Filling })
	out.Before, out.After = before.Fillings[w.Filling], after.Fillings[w.Filling]
	for _, k := range f.Containers {
		if out.Batch && k.Filling == w.Filling && k.ID != w.Container {
			out.Sisters++
		}
	}
	return out, nil
}

// Drops is the pour-off schedule of a drop set with a container.
func (b *Bench) Drops(ctx context.Context, practice, id, container string, start quantity.Mass, reps int, fall float64,
	drops int) ([]load.Drop, quantity.System, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, "", err
	}
	at, err := s.find(container)
	if err != nil {
		return nil, "", err
	}
	c := s.Containers[at]
	if c.Sold > 0 || !c.Filling.Loose {
		return nil, "", quantity.At("start_kg", "only what pours can be poured off")
	}
	out, err := c.Vessel.PourOff(c.Filling, start, reps, fall, drops)
	return out, unitsOf(f), err
}

// Scoops counts scoops of a size into a container's fill.
func (b *Bench) Scoops(ctx context.Context, practice, id, container string, size quantity.Volume) (load.Scooped, error) {
	_, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return load.Scooped{}, err
	}
	at, err := s.find(container)
	if err != nil {
		return load.Scooped{}, err
	}
	c := s.Containers[at]
	got, err := c.Vessel.Scoops(c.Filling, c.Volume, size)
	if err != nil {
		return got, quantity.At("size_l", err.Error())
	}
	return got, nil
}
