// Package client is everything that is known of one client, in the core's terms. It
// computes nothing but what follows at once: which loads the client's things give to this
// body in this room.
package client

import (
	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/gear"
	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/movement"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Pin is a consultant's word on a candidate of the plan.
type Pin string

// The pins.
const (
	Must  Pin = "must"
	Never Pin = "never"
)

// Owned is a piece of gear that is there already.
type Owned struct {
	ID   string
	Item gear.Item
}

// Client is one client. AtHand names the fillings that the household has enough of; Own
// are its batches, known by weighing. Handles are the loads of bars and handles with the
// plates there are; Bands are those that are fit for use, weakest first. Budget and prices
// are in minor units of Currency. Memo may be nil.
type Client struct {
	Person     Person
	Room       space.Room
	Containers []load.Container
	Owned      []Owned
	AtHand     []string
	Own        []material.Filling
	Handles    []load.Rung
	Bands      []band.Band
	Currency   string
	Budget     int64
	Pins       map[string]Pin
	Memo       *band.Memo
}

// Bounds are those of a set-up with a band in this room.
func (c Client) Bounds() band.Bounds { return band.BoundsIn(c.Room, c.Person.Stature) }

// ContainerRungs are the loads of the containers as they are filled now.
func (c Client) ContainerRungs() []load.Rung {
	var out []load.Rung
	for _, k := range c.Containers {
		out = append(out, k.Rungs()...)
	}
	return out
}

// OwnRungs are the loads of everything that is there but the containers.
func (c Client) OwnRungs() []load.Rung {
	out := append([]load.Rung(nil), c.Handles...)
	out = append(out, c.bandRungs(c.Bands)...)
	for _, o := range c.Owned {
		out = append(out, c.ItemRungs(o.Item, load.Owned, o.ID)...)
	}
	return out
}

// bandRungs are what bands give to this person in this room.
func (c Client) bandRungs(bands []band.Band) []load.Rung {
	if c.Person.Stature == 0 || len(bands) == 0 {
		return nil
	}
	var moves []band.Movement
	for _, m := range movement.Banded() {
		moves = append(moves, *m.Band)
	}
	return c.Memo.Rungs(bands, moves, c.Person.Stature, c.Bounds())
}

// ItemRungs are the loads of a piece of the catalogue to this person in this room.
func (c Client) ItemRungs(it gear.Item, origin load.Origin, id string) []load.Rung {
	return append(it.Rungs(origin, id), c.bandRungs(it.Elastics(id))...)
}

// RungsFor are those of them that may be for one movement.
func (c Client) RungsFor(m movement.Movement, it gear.Item, origin load.Origin, id string) []load.Rung {
	if m.Band == nil || c.Person.Stature == 0 || len(it.Bands) == 0 {
		return it.Rungs(origin, id)
	}
	return append(it.Rungs(origin, id), c.Memo.Rungs(it.Elastics(id), []band.Movement{*m.Band}, c.Person.Stature, c.Bounds())...)
}

// Supplies are what the room and the things that are there let one do.
func (c Client) Supplies() []capability.Supply {
	var out []capability.Supply
	if lane := float64(c.Room.Lane()); lane > 0 {
		out = append(out, capability.Supply{Kind: capability.Lane, At: capability.Span{From: lane, To: lane}, Quality: 1})
	}
	for _, o := range c.Owned {
		out = append(out, c.ItemSupplies(o.Item)...)
	}
	return out
}

// ItemSupplies are what a piece of the catalogue lets one do in this room.
func (c Client) ItemSupplies(it gear.Item) []capability.Supply {
	if !it.OnDoor {
		return it.Supplies
	}
	takes := c.Room.Door.Takes()
	if takes == 0 {
		return nil
	}
	var out []capability.Supply
	for _, s := range it.Supplies {
		s.Strength = takes
		out = append(out, s)
	}
	return out
}

// Excludes is what rules a piece of the catalogue out in this room, whoever pays for it;
// empty when nothing does.
func (c Client) Excludes(it gear.Item) quantity.Phrase {
	if it.Drilled && c.Room.Walls == space.NoHoles {
		return quantity.Say("must be fixed to a wall, and these walls may not be drilled")
	}
	if it.Drilled && c.Room.Walls == space.UnknownWall {
		return quantity.Say("must be fixed to a wall, and nobody has said yet whether these may be drilled")
	}
	if it.OnDoor && c.Room.Door == space.NoDoor {
		return quantity.Say("hangs in a door, and there is none")
	}
	if it.Head == "" {
		return nil
	}
	if needed, ok := space.Fits(c.Person.Stature, c.Room.Ceiling, it.Head); !ok {
		return quantity.Say("needs a ceiling of ", quantity.Amount(quantity.KindLength, float64(needed)), " for this stature, the room has ", quantity.Amount(quantity.KindLength, float64(c.Room.Ceiling)))
	}
	return nil
}

// Fillings are what the household has to fill things with: water, what it has enough of,
// and its own batches.
func (c Client) Fillings() []material.Filling {
	var out []material.Filling
	for _, key := range append([]string{"fresh-water"}, c.AtHand...) {
		if f, err := material.FillingByKey(key); err == nil && key != "stuffing" {
			out = append(out, f)
		}
	}
	return append(out, c.Own...)
}
