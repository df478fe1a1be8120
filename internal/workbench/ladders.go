package workbench

import (
	"context"

	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/store"
)

// Ladders is every load that can be made now, with sticks that still need their
// check, the body's own, and what would close the gaps.
type Ladders struct {
	Units    quantity.System
	Currency string
	Ladder   load.Ladder
	Closings map[load.Hold][]Closed
	Body     []load.BodyLoad
	Guessed  bool // the body mass is a guess
	Names    map[string]string
}

// Closed is a step with the best way to close it, if there is one.
type Closed struct {
	load.Step
	Closing *load.Closing
}

// fillMinutes is how long filling one thing takes (house value).
const fillMinutes = 5

// Ladders works out the ladder of every hold. counter is the height of a place
// to push from, in m, 0 for none.
func (b *Bench) Ladders(ctx context.Context, practice, id string, counter quantity.Length) (*Ladders, error) {
	f, s, err := b.opened(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	c := caseOf(f, s)
	rungs := c.Today().Ladder
	out := &Ladders{Units: unitsOf(f), Currency: f.Profile.Currency, Ladder: rungs, Closings: map[load.Hold][]Closed{}, Names: map[string]string{}}
	offers := s.offers(f)
	for _, h := range load.Holds() {
		for _, step := range rungs.Steps(h) {
			one := Closed{Step: step}
			if best, ok := step.Close(h, offers); ok {
				one.Closing = &best
			}
			out.Closings[h] = append(out.Closings[h], one)
		}
	}
	rungs.Add(s.stickRungs())
	for _, k := range f.Containers {
		out.Names[k.ID] = k.Name
	}
	for _, t := range f.Things {
		out.Names[t.ID] = t.Name
	}
	for _, h := range f.Handles {
		out.Names[h.ID] = h.Name
	}
	for _, g := range f.Gear {
		if item, err := gear.ByKey(g.Item); err == nil {
			out.Names[g.ID] = item.Name
		}
	}
	if f.Profile.StatureM > 0 {
		out.Guessed = f.Profile.BodyMassKg == 0
		out.Body = load.BodyLoads(c.Person.BodyMass, c.Person.Stature, counter)
	}
	return out, nil
}

// offers are the ways to close a gap: every empty container, and every thing
// that is refilled, with each filling at hand; and every piece of the catalogue.
func (s *stock) offers(f store.File) []load.Offer {
	var fillings []material.Filling
	for _, key := range f.AtHand {
		if filling, ok := s.fillings[key]; ok && filling.Key != "stuffing" && filling.Key != "concrete" {
			fillings = append(fillings, filling)
		}
	}
	fillings = append(fillings, s.own()...)
	var out []load.Offer
	for _, c := range s.usable() {
		if c.Sold > 0 || c.Volume > 0 || len(c.Holding) > 0 {
			continue
		}
		for _, filling := range fillings {
			if c.Kind.Soft != !filling.Loose {
				continue
			}
			k := c
			k.Filling, k.Adjustable, k.Weighed = filling, true, quantity.Estimate{}
			out = append(out, load.Offer{
				Name: "fill " + c.Name + " with " + filling.Name, Rungs: k.Rungs(), Minutes: fillMinutes, Single: !c.Adjustable,
			})
		}
	}
	for _, it := range gear.All() {
		if price, err := it.SamplePrice(f.Profile.Currency); err == nil {
			out = append(out, load.Offer{Name: "buy: " + it.Name, Rungs: it.Rungs(load.Bought, it.Key), Cost: price.Minor})
		}
	}
	return out
}
