package workbench

import (
	"context"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// Packing is how a bag is packed for a mass: the best choice of what the
// household can spare and no other bag holds, its stuffing, and what to mind.
type Packing struct {
	Question load.PackQuestion
	Things   []store.Thing // of Question.Items, in its order
	Best     load.Packed
	Units    quantity.System
	Wrap     []string // names of what is to be wrapped
	Left     []string // names of what was left out, and why
}

// wrapShare is the volume that wrapping adds to a hard thing (house value).
const wrapShare = 1.15

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
	c := s.containers[at]
	taken, kept, room := s.lying(at)
	stuffing, err := material.FillingByKey("stuffing")
	if err != nil {
		return nil, err
	}
	out := &Packing{Units: unitsOf(f), Question: load.PackQuestion{
		Capacity: room, Tare: c.Vessel.Tare + kept, Target: target, Tolerance: tolerance, Stuffing: stuffing.Typical,
	}}
	if room <= 0 {
		return nil, quantity.At("target_kg", "what lies in it already leaves no room")
	}
	if most, ok := c.Limit(c.Kind.Holds[0]); ok && most > 0 && target > most {
		return nil, quantity.At("target_kg", "its handle or straps are taken to be good for ",
			quantity.Amount(quantity.KindMass, float64(most)))
	}
	out.offer(f.Things, taken)
	if len(out.Question.Items) == 0 {
		return nil, quantity.At("target_kg", "there is nothing to pack: list things that the household can spare at Stock")
	}
	if out.Best, err = load.Pack(ctx, out.Question); err != nil {
		return nil, quantity.Moved(err, atTarget)
	}
	for i, n := range out.Best.Counts {
		if n > 0 && out.Things[i].Hard {
			out.Wrap = append(out.Wrap, out.Things[i].Name)
		}
	}
	return out, nil
}

// lying is what of the household's things lies in other bags than one, and what the other
// containers that lie in that one weigh and leave free of it.
func (s *stock) lying(at int) (taken map[string]int, kept quantity.Mass, room quantity.Volume) {
	taken, room = map[string]int{}, s.containers[at].Vessel.Capacity
	for i, k := range s.file.Containers {
		for _, p := range k.Packed {
			isThing := slices.ContainsFunc(s.file.Things, func(t store.Thing) bool { return t.ID == p.Thing })
			switch {
			case isThing && i != at:
				taken[p.Thing] += p.Count
			case !isThing && i == at:
				inner, err := s.find(p.Thing)
				if err != nil {
					continue
				}
				if fill, err := s.containers[inner].Fill(); err == nil {
					kept += s.containers[inner].Mass(fill).Value
				}
				room -= s.containers[inner].Vessel.Capacity
			}
		}
	}
	return taken, kept, room
}

// offer puts to the question what can be packed, and says what cannot and why.
func (p *Packing) offer(things []store.Thing, taken map[string]int) {
	for _, t := range things {
		left := t.Count - taken[t.ID]
		switch {
		case t.Sharp:
			p.Left = append(p.Left, t.Name+": too sharp")
			continue
		case !t.Spare:
			p.Left = append(p.Left, t.Name+": cannot be spared")
			continue
		case left <= 0:
			if t.Count > 0 {
				p.Left = append(p.Left, t.Name+": lies in another bag")
			}
			continue
		}
		volume := quantity.Volume(t.VolumeL)
		if t.Hard {
			volume *= wrapShare
		}
		p.Things = append(p.Things, t)
		p.Question.Items = append(p.Question.Items, load.PackItem{Name: t.Name, Mass: quantity.Mass(t.MassKg), Volume: volume, Count: left})
	}
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
	f, err := b.store.Load(ctx, practice, id)
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
