package workbench

import (
	"context"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

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
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	at := slices.IndexFunc(f.Containers, func(k store.Container) bool { return k.ID == container })
	if at < 0 {
		return nil, store.ErrNotFound
	}
	c, err := ContainerOf(f.Containers[at])
	if err != nil {
		return nil, err
	}
	if wish.Filling != "" {
		if c.Filling, err = material.FillingByKey(wish.Filling); err != nil {
			return nil, &FieldError{"filling", err.Error()}
		}
	}
	t := &Tried{Container: c, Units: quantity.System(f.Profile.Units)}
	switch {
	case wish.Mass != nil && wish.Level == nil && wish.Volume == nil:
		t.Fill, err = c.Vessel.For(c.Filling, *wish.Mass)
	case wish.Level != nil && wish.Mass == nil && wish.Volume == nil:
		t.Fill, err = c.Vessel.At(c.Filling, c.Vessel.Profile.Volume(*wish.Level))
	case wish.Volume != nil && wish.Mass == nil && wish.Level == nil:
		t.Fill, err = c.Vessel.At(c.Filling, *wish.Volume)
	default:
		return nil, &FieldError{"target_kg", "give one of target_kg, level_m and volume_l"}
	}
	return t, err
}
