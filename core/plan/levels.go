package plan

import (
	"cmp"
	"fmt"
	"slices"

	"scrappyrack/core/client"
	"scrappyrack/core/coverage"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
	"scrappyrack/core/way"
)

// lister lists the candidates of a client; levels are the masses at which a thing that is
// filled once serves targets of the needs.
type lister struct {
	client.Client
	levels []wanted
}

// wanted is a held mass that a movement has a target at.
type wanted struct {
	hold load.Hold
	use  load.Use
	mass quantity.Mass
}

// levelsOf are the held masses at which the needs have their targets, but for those that
// a thing which is refilled as needed gives in the same hold.
func levelsOf(c client.Client, slots []coverage.Slot) []wanted {
	var refilled []load.Rung
	for _, k := range c.Containers {
		if k.Adjustable {
			refilled = append(refilled, k.Rungs()...)
		}
	}
	var out []wanted
	for _, s := range slots {
		for _, m := range c.Person.Moves.Of(s.Pattern) {
			if _, barred := way.Bars(c.Person, c.Space, m); barred || m.Hold == "" || m.Hold == load.Band || m.Timed {
				continue
			}
			whole, along := s.Whole(), c.Person.BodyMass*quantity.Mass(m.Along)
			for _, t := range coverage.Targets(whole.Lo, whole.Hi) {
				w := wanted{m.Hold, m.Use, (t - along) / quantity.Mass(m.CountsAs)}
				if w.mass > 0 && !w.given(refilled) {
					out = append(out, w)
				}
			}
		}
	}
	slices.SortFunc(out, func(a, b wanted) int { return cmp.Compare(a.mass, b.mass) })
	return out
}

// given says that one of the loads of what is refilled gives the mass in that hold.
func (w wanted) given(refilled []load.Rung) bool {
	for i := range refilled {
		if refilled[i].Hold != w.hold {
			continue
		}
		if r, _, ok := refilled[i].Admit(w.use); ok && r.Low <= w.mass && w.mass <= r.High-r.U {
			return true
		}
	}
	return false
}

// of says that a container filled to the mass is of use there: held so, and for uses
// over head and face steady and within what they allow.
func (w wanted) of(k load.Container, f load.Fill) bool {
	hold := w.hold
	if hold == load.Pair || hold == load.Overhead {
		hold = load.OneHand
	}
	if !slices.Contains(k.Kind.Holds, hold) {
		return false
	}
	k.Volume = f.Volume
	for _, r := range k.Rungs() {
		if r.Hold == hold {
			_, _, ok := r.Admit(w.use)
			return ok
		}
	}
	return false
}

// level is one fill of a container that stays as it is filled.
type level struct {
	volume quantity.Volume
	name   string
}

// quarters are the fills that are offered whatever the needs are, as shares of capacity.
var quarters = []float64{1, 0.75, 0.5, 0.25}

// Targets from 5 % below to 5 % above what a load counts for are served by it whole; above
// is how far over the first of them it is filled, to serve as many as it can.
const (
	whole = 0.05
	above = 0.045
)

// fills are the levels at which a container with a filling is offered: full, with the
// first of its fillings at its quarters, and the fewest that serve every target it can
// weigh and no filling before it does; those are marked as served.
func (c lister) fills(k load.Container, f material.Filling, first bool, served []bool) []level {
	most, _ := k.Vessel.Most(f)
	shares := quarters[:1]
	if first {
		shares = quarters
	}
	var out []level
	for _, share := range shares {
		out = append(out, level{min(k.Vessel.Capacity*quantity.Volume(share), most.Volume), fmt.Sprintf("%g", share)})
	}
	empty := k.Vessel.Tare + k.Vessel.Inside.Value
	for n, w := range c.levels {
		if served[n] || w.mass <= empty || w.mass >= most.Mass.Value {
			continue
		}
		// What counts is the mass less its ±, and serves what lies 5 % on either side.
		mass := w.mass * (1 + above)
		fill, err := k.Vessel.For(f, min(mass, most.Mass.Value))
		if err != nil {
			continue
		}
		if more, err := k.Vessel.For(f, fill.Mass.Value+fill.Mass.Expanded()); err == nil {
			fill = more
		}
		k.Filling = f
		if !w.of(k, fill) {
			continue
		}
		counts := fill.Mass.Value - fill.Mass.Expanded()
		for i, other := range c.levels {
			served[i] = served[i] || counts >= other.mass*(1-whole) && counts <= other.mass*(1+whole) && other.of(k, fill)
		}
		out = append(out, level{fill.Volume, fmt.Sprintf("%.0fg", float64(w.mass)*1000)})
	}
	return out
}

// likeness is everything of a container but what it is called: containers that are alike
// have the same.
func likeness(k load.Container) string {
	k.ID, k.Name, k.Holding = "", "", nil
	v := k.Vessel
	shape := fmt.Sprintf("%T", v.Profile)
	for i := range 9 {
		shape += fmt.Sprintf(" %.6g", float64(v.Profile.Level(v.Capacity*quantity.Volume(i)/8)))
	}
	v.Profile = nil
	limits := ""
	for _, h := range load.Holds() {
		if m, ok := k.Limits[h]; ok {
			limits += fmt.Sprintf(" %s %g", h, float64(m))
		}
	}
	k.Vessel, k.Limits = v, nil
	filling := k.Filling
	filling.Key, filling.Name, filling.Source, filling.Note = "", "", "", ""
	k.Filling = filling
	return fmt.Sprintf("%v|%s|%s|%v", k, shape, limits, v)
}

// inOrder are the containers in an order that does not depend on what they are called.
func (c lister) inOrder() []load.Container {
	type one struct {
		like string
		k    load.Container
	}
	all := make([]one, len(c.Containers))
	for i, k := range c.Containers {
		all[i] = one{likeness(k), k}
	}
	slices.SortStableFunc(all, func(a, b one) int { return cmp.Compare(a.like, b.like) })
	out := make([]load.Container, len(all))
	for i, a := range all {
		out[i] = a.k
	}
	return out
}
