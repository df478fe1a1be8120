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
// are in minor units of Currency. Space is what the rooms come to for the person, and WayIn
// the narrowest way into them in m, 0 when not measured. Memo may be nil. Made are builds that are
// there, Buildables those that may be made.
type Client struct {
	Person     Person
	ID, Called string   // of the person, where there are others
	Weight     int      // how much the person's needs count next to those of others; 0 for 1
	Others     []Client // the same household as each of the others has it whom something is planned for
	Rooms      []space.Room
	Space      space.Answers
	WayIn      quantity.Length
	Containers []load.Container
	Owned      []Owned
	AtHand     []string
	Own        []material.Filling
	Handles    []load.Rung
	Bands      []band.Band
	Currency   string
	Heaviest   quantity.Mass   // who trains here, where that is another; 0 where nobody has said
	Latex      bool            // somebody else in the household is allergic to it
	Lines      quantity.Length // to what a fill line is rounded, in m, 0 for not at all
	Budget     int64
	Pins       map[string]Pin
	Memo       *band.Memo
	Made       []Made
	Buildables []Buildable
}

// Made is something that was built and counts: every check of it passes, and its proof test did.
type Made struct {
	ID, Name string
	Supplies []capability.Supply
	Rungs    []load.Rung
}

// Buildable is something that may be built here, every check of it passing: what it takes in money
// (minor units of the currency) and minutes, and what it gives. Key is its design's.
type Buildable struct {
	Key, Name     string
	Cost          int64
	Minutes       int
	Floor         float64
	Supplies      []capability.Supply
	Rungs         []load.Rung
	Note, Caution string
}

// In is the client in some rooms, with what they come to.
func (c Client) In(rooms ...space.Room) Client {
	c.Rooms, c.Space = rooms, space.Work(rooms, c.Person.Body())
	return c
}

// Trained are the rooms that are trained in.
func (c Client) Trained() []space.Room {
	var out []space.Room
	for _, r := range c.Rooms {
		if r.Trains {
			out = append(out, r)
		}
	}
	return out
}

// Bounds are those of a set-up with a band in these rooms.
func (c Client) Bounds() band.Bounds { return band.BoundsIn(c.Space.Farthest, c.Person.Stature) }

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
	for _, m := range c.Made {
		out = append(out, m.Rungs...)
	}
	return out
}

// bandRungs are what bands give to this person in this room.
func (c Client) bandRungs(bands []band.Band) []load.Rung {
	if c.Person.Stature == 0 || len(bands) == 0 {
		return nil
	}
	return c.Memo.Rungs(bands, BandMoves(), c.Person.Stature, c.Bounds())
}

// BandMoves are the movements that bands can be used in.
func BandMoves() (out []band.Movement) {
	for _, m := range movement.Banded() {
		out = append(out, *m.Band)
	}
	return out
}

// ItemRungs are the loads of a piece of the catalogue to this person in this room.
func (c Client) ItemRungs(it gear.Item, origin load.Origin, id string) []load.Rung {
	return append(it.Rungs(origin, id), c.bandRungs(it.Elastics(id))...)
}

// Affords says that a sample price in pence lies within the budget; where there is no currency
// there is no budget either.
func (c Client) Affords(pence int64) bool {
	price, err := gear.Sample(pence, c.Currency)
	return pence == 0 || err != nil || price.Minor <= c.Budget
}

// RungsFor are those of them that may be for one movement.
func (c Client) RungsFor(m movement.Movement, it gear.Item, origin load.Origin, id string) []load.Rung {
	if m.Band == nil || c.Person.Stature == 0 || len(it.Bands) == 0 {
		return it.Rungs(origin, id)
	}
	return append(it.Rungs(origin, id), c.Memo.Rungs(it.Elastics(id), []band.Movement{*m.Band}, c.Person.Stature, c.Bounds())...)
}

// furnitureStep is how well a piece of furniture that passed its tests does as a step, next
// to a box that is made for it (house value).
const furnitureStep = 0.9

// Supplies are what the rooms and the things that are there let one do.
func (c Client) Supplies() []capability.Supply {
	var out []capability.Supply
	if lane := float64(c.Space.Lane); lane > 0 {
		out = append(out, capability.Supply{Kind: capability.Lane, At: capability.Span{From: lane, To: lane}, Quality: 1})
	}
	out = append(out, c.household()...)
	for _, o := range c.Owned {
		out = append(out, c.ItemSupplies(o.Item)...)
	}
	for _, m := range c.Made {
		out = append(out, m.Supplies...)
	}
	return out
}

// ItemSupplies are what a piece of the catalogue lets one do in this room.
func (c Client) ItemSupplies(it gear.Item) []capability.Supply {
	if !it.OnDoor {
		return it.Supplies
	}
	takes := c.DoorPull()
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

// DoorPull is the most that an anchor in the best door may be pulled with, in N; where
// nobody has said anything of rooms, that of a door that nobody has looked at.
func (c Client) DoorPull() quantity.Force {
	rooms := c.Trained()
	if len(rooms) == 0 {
		return space.UnknownDoor.Takes()
	}
	most := quantity.Force(0)
	for _, r := range rooms {
		most = max(most, r.DoorPull())
	}
	return most
}

// Excludes is what rules a piece of the catalogue out in this room, whoever pays for it;
// empty when nothing does.
func (c Client) Excludes(it gear.Item) quantity.Phrase {
	if through := it.Stand.Through; c.WayIn > 0 && through > c.WayIn {
		return quantity.Say("comes in by ", quantity.Amount(quantity.KindLevel, float64(through)),
			" at the least, the narrowest way in is ", quantity.Amount(quantity.KindLevel, float64(c.WayIn)))
	}
	rooms := c.Trained()
	if it.Drilled && len(rooms) > 0 {
		why := rooms[0].Drilling()
		for _, r := range rooms[1:] {
			if r.Drilling() == nil {
				why = nil
			}
		}
		if why != nil {
			return why
		}
	}
	if len(it.Bands) > 0 && (c.Latex || c.Person.Allergic()) {
		return quantity.Say("natural rubber, and there is an allergy to latex")
	}
	if who := max(c.Person.BodyMass, c.Heaviest); it.Bears > 0 && who > it.Bears {
		return quantity.Say("good for ", quantity.Amount(quantity.KindMass, float64(it.Bears)), " at the most, and ",
			quantity.Amount(quantity.KindMass, float64(who)), " hang from it")
	}
	if it.OnDoor && c.DoorPull() == 0 {
		return c.doorless(rooms)
	}
	if it.Head == "" {
		return nil
	}
	if h := c.Space.Head(it.Head); !h.Fits {
		return h.Lack()
	}
	return nil
}

// Where is the place in which a movement has its height, where that is not everywhere: by
// its room when there are several. It is empty otherwise.
func (c Client) Where(m movement.Movement) quantity.Phrase {
	h := c.Space.Head(m.Height)
	if h.Verdict != space.InAPlace || h.Room < 0 || h.Room >= len(c.Rooms) {
		return nil
	}
	if len(c.Rooms) > 1 {
		return quantity.Say(c.Rooms[h.Room].Name, ", ", h.Near)
	}
	return h.Near
}

// doorless says why no door takes an anchor.
func (c Client) doorless(rooms []space.Room) quantity.Phrase {
	for _, r := range rooms {
		for _, i := range r.Leaves() {
			return quantity.Say("hangs in a door, and of ", r.Openings[i].Name, ": ", r.DoorTakes(i).Why)
		}
	}
	return quantity.Say("hangs in a door, and there is none")
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
