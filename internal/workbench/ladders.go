package workbench

import (
	"context"

	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/derive"
	"scrappyrack/internal/store"
)

// Ladders is every load that can be made now, with sticks that still need their
// check, the body's own, and what would close the gaps.
type Ladders struct {
	Units    quantity.System
	Currency string
	Parts    []LadderPart
	Body     []load.BodyLoad
	Guessed  bool // the body mass is a guess
	Names    map[string]string
}

// LadderPart is the ladder of a hold; of bands, that of one movement, for a band
// pulls as the movement is set up.
type LadderPart struct {
	Hold     load.Hold
	Movement movement.Movement // zero but for bands
	Rungs    []load.Rung
	Steps    []Closed
}

// Closed is a step with the best way to close it, if there is one.
type Closed struct {
	load.Step
	Closing *load.Closing
}

// Ladders works out the ladder of every hold. counter is the height of a place
// to push from, in m, 0 for none.
func (b *Bench) Ladders(ctx context.Context, practice, id string, counter quantity.Length) (*Ladders, error) {
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return nil, err
	}
	defer leave()
	f, err := b.store.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	var s *things
	var c client.Client
	var rungs load.Ladder
	b.follow(practice, &f, func(r *derive.Record) {
		s, c, rungs = theStock.Of(r, the), theClient.Of(r, the), reach.Of(r, the).Ladder()
	})
	out := &Ladders{Units: unitsOf(f), Currency: f.Profile.Currency, Names: map[string]string{}}
	offers := s.offers(f, c)
	sticks := load.Ladder{}
	sticks.Add(s.stickRungs())
	for _, h := range load.Holds() {
		if h == load.Band {
			for _, m := range movement.Banded() {
				var mine []load.Rung
				for _, r := range rungs[h] {
					if m.Takes(r) {
						mine = append(mine, r)
					}
				}
				out.add(LadderPart{Hold: h, Movement: m, Rungs: mine}, offers, nil)
			}
			continue
		}
		out.add(LadderPart{Hold: h, Rungs: rungs[h]}, offers, sticks[h])
	}
	for _, k := range f.Containers {
		out.Names[k.ID] = k.Name
	}
	for _, b := range f.Bands {
		out.Names[b.ID] = b.Name
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

// add puts a part with its steps and their closings into the ladders; unchecked are
// rungs that stand in it but count for nothing yet.
func (l *Ladders) add(p LadderPart, offers []load.Offer, unchecked []load.Rung) {
	if len(p.Rungs)+len(unchecked) == 0 {
		return
	}
	if p.Hold == load.Band {
		var mine []load.Offer
		for _, o := range offers {
			rungs := o.Rungs
			o.Rungs = nil
			for _, r := range rungs {
				if p.Movement.Takes(r) {
					o.Rungs = append(o.Rungs, r)
				}
			}
			mine = append(mine, o)
		}
		offers = mine
	}
	own := load.Ladder{}
	own.Add(p.Rungs)
	for _, step := range own.Steps(p.Hold) {
		one := Closed{Step: step}
		if best, ok := step.Close(p.Hold, offers); ok {
			one.Closing = &best
		}
		p.Steps = append(p.Steps, one)
	}
	own.Add(unchecked)
	p.Rungs = own[p.Hold]
	l.Parts = append(l.Parts, p)
}

// offers are the ways to close a gap: every empty container, and every thing
// that is refilled, with each filling at hand; and every piece of the catalogue.
func (s *things) offers(f store.File, at client.Client) []load.Offer {
	var fillings []material.Filling
	for _, key := range f.AtHand {
		if filling, ok := s.Fillings[key]; ok && filling.Key != "stuffing" && filling.Key != "concrete" {
			fillings = append(fillings, filling)
		}
	}
	fillings = append(fillings, s.Own()...)
	var out []load.Offer
	for _, c := range s.Usable() {
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
				Name: "fill " + c.Name + " with " + filling.Name, Rungs: k.Rungs(), Minutes: plan.FillMinutes, Single: !c.Adjustable,
			})
		}
	}
	for _, it := range gear.All() {
		if price, err := it.SamplePrice(f.Profile.Currency); err == nil {
			out = append(out, load.Offer{Name: "buy: " + it.Name, Rungs: at.ItemRungs(it, load.Bought, it.Key), Cost: price.Minor})
		}
	}
	return out
}
