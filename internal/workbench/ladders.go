package workbench

import (
	"context"

	"scrappyrack/core/client"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/plan"
	"scrappyrack/core/quantity"
	"scrappyrack/internal/derive"
)

// Ladders is every load that can be made now, with sticks that still need their
// check, the body's own, and what would close the gaps.
type Ladders struct {
	Units    quantity.System
	Currency string
	Parts    []plan.LadderPart
	Body     []load.BodyLoad
	Guessed  bool // the body mass is a guess
	Names    map[string]string
}

// Ladders works out the ladder of every hold. counter is the height of a place
// to push from, in m, 0 for none.
func (b *Bench) Ladders(ctx context.Context, practice, id string, counter quantity.Length) (*Ladders, error) {
	leave, err := b.long.Enter(ctx, practice)
	if err != nil {
		return nil, err
	}
	defer leave()
	f, err := b.Load(ctx, practice, id)
	if err != nil {
		return nil, err
	}
	var s *things
	var c client.Client
	var rungs load.Ladder
	b.follow(practice, &f, func(r *derive.Record) {
		s, c, rungs = theStock.Of(r, the), theClient.Of(r, seen(r)), reach.Of(r, seen(r)).Ladder()
	})
	out := &Ladders{Units: unitsOf(f), Currency: f.Profile.Currency, Names: map[string]string{}}
	out.Parts = plan.LaddersOf(c, rungs, s.stickRungs())
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
	if f.Looked().StatureM > 0 {
		out.Guessed = f.Looked().BodyMassKg == 0
		out.Body = load.BodyLoads(c.Person.BodyMass, c.Person.Stature, counter)
	}
	return out, nil
}
