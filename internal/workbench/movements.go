package workbench

import (
	"context"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// Doable is a movement held against what a client has: how it can be done, with its loads
// as they are held, or what stands against it.
type Doable struct {
	Way       way.Way
	Low, High quantity.Mass // of the loads, as they are held
	Quality   float64       // of the best way
}

// Doables are all movements held against what a client has.
type Doables struct {
	File   store.File
	Client client.Client
	All    []Doable
}

// Movements says of every movement whether it can be done today, here, by this client.
func (b *Bench) Movements(ctx context.Context, practice, id string) (Doables, error) {
	f, c, stock, err := b.stockFor(ctx, practice, id)
	if err != nil {
		return Doables{}, err
	}
	out := Doables{File: f, Client: c}
	for _, m := range c.Person.Moves.All() {
		out.All = append(out.All, doable(stock.Of(m)))
	}
	return out, nil
}

// Opening is what opens a movement that cannot be done today, nil where nothing does.
func (b *Bench) Opening(ctx context.Context, practice, id, key string) (store.File, *coverage.Opening, error) {
	f, c, stock, err := b.stockFor(ctx, practice, id)
	if err != nil {
		return f, nil, err
	}
	m, err := c.Person.Moves.ByKey(key)
	if err != nil {
		return f, nil, store.ErrNotFound
	}
	return f, coverage.Open(m, stock), nil
}

func (b *Bench) stockFor(ctx context.Context, practice, id string) (store.File, client.Client, *way.Stock, error) {
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return f, client.Client{}, nil, err
	}
	if f.Looked().StatureM == 0 {
		return f, client.Client{}, nil, quantity.At("stature_m", "what can be done needs the client's stature")
	}
	var c client.Client
	var all *way.Stock
	b.follow(practice, &f, func(r *derive.Record) { c, all = theClient.Of(r, seen(r)), reach.Of(r, seen(r)) })
	return f, c, all, nil
}

func doable(w way.Way) Doable {
	out := Doable{Way: w}
	for _, l := range w.Loads {
		out.Quality = max(out.Quality, l.Quality)
		if len(w.Movement.Body) > 0 || w.Movement.Hold == "" {
			continue
		}
		if out.High == 0 || l.Rung.Low < out.Low {
			out.Low = l.Rung.Low
		}
		out.High = max(out.High, l.Rung.High)
	}
	return out
}
