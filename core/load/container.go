package load

import (
	"fmt"

	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Hold is how a load is held.
type Hold string

// The holds. A pair's rung is the mass in one hand. Band and Body are not held
// masses: a band's rung is its mean pull in kgf, a body's the share of the
// body's own weight that is lifted, in kg.
const (
	OneHand  Hold = "one-hand"
	Pair     Hold = "pair"
	TwoHand  Hold = "two-hand"
	Hug      Hold = "hug"
	Worn     Hold = "worn"
	Overhead Hold = "overhead-safe"
	Dragged  Hold = "dragged"
	Bar      Hold = "bar"
	Band     Hold = "band"
	Body     Hold = "body"
)

// Holds lists the holds in the order in which ladders are shown.
func Holds() []Hold {
	return []Hold{OneHand, Pair, Overhead, TwoHand, Hug, Worn, Bar, Dragged, Band, Body}
}

// Closure is how a container is shut.
type Closure string

// The closures.
const (
	Sealed Closure = "sealed"
	Zipped Closure = "zipped"
	Open   Closure = "open"
)

// Closures lists them all.
func Closures() []Closure { return []Closure{Sealed, Zipped, Open} }

// Kind is a kind of container with what is assumed of it until something
// better is known. Limit is for the handle or straps (house value, cautious).
type Kind struct {
	Key        string
	Name       string
	Holds      []Hold
	Limit      quantity.Mass
	Closure    Closure
	Adjustable bool // refilled or repacked from set to set, as a matter of course
	Soft       bool // a bag: a slack one shifts
	// Capacity, Tare, Height and the like start a new one of the kind.
	Capacity quantity.Volume
	Tare     quantity.Mass
	Height   quantity.Length
}

var kinds = []Kind{
	{"jug", "jug", []Hold{OneHand, TwoHand, Dragged}, 10, Sealed, false, false, 3.785, 0.06, 0.25},
	{"bottle", "bottle", []Hold{OneHand}, 10, Sealed, false, false, 1.5, 0.04, 0.28},
	{"bucket", "bucket", []Hold{OneHand, TwoHand, Dragged}, 20, Open, true, false, 10, 0.5, 0.26},
	{"bag", "shopping bag", []Hold{OneHand, Dragged}, 12, Open, true, true, 15, 0.1, 0.35},
	{"backpack", "backpack", []Hold{Worn, TwoHand, Hug, OneHand, Dragged}, 18, Zipped, true, true, 22, 0.7, 0.45},
	{"duffel", "duffel", []Hold{TwoHand, Hug, Dragged}, 30, Zipped, true, true, 40, 0.8, 0.30},
	{"basket", "laundry basket", []Hold{TwoHand, Hug, Dragged}, 15, Open, true, false, 40, 1.2, 0.30},
	{"crate", "tote crate", []Hold{TwoHand, Hug, Dragged}, 20, Open, true, false, 45, 1.9, 0.32},
}

// Kinds lists the kinds of container.
func Kinds() []Kind { return append([]Kind(nil), kinds...) }

// KindByKey finds a kind of container.
func KindByKey(key string) (Kind, error) {
	for _, k := range kinds {
		if k.Key == key {
			return k, nil
		}
	}
	return Kind{}, fmt.Errorf("no container is called %q; a jug, bottle, bucket, bag, backpack, duffel, basket or crate is", key)
}

// Factors on a rating by how it is used (house values).
const (
	overheadShare = 0.5  // rating ÷ 2 overhead
	draggedFactor = 2.0  // the strap and the base carry a drag
	fullEnough    = 0.92 // free volume under 8 % counts as nearly full
)

// Container is one thing of the household that is filled. Volume is what is in
// it now; Adjustable says that it is refilled as needed, so that it stands for
// every load between empty and its limit.
type Container struct {
	ID, Name   string
	Kind       Kind
	Vessel     Vessel // Vessel.Rating is the handle's limit
	Closure    Closure
	Filling    material.Filling
	Volume     quantity.Volume
	Adjustable bool
}

// Fill is the container as it is filled now.
func (c Container) Fill() (Fill, error) { return c.Vessel.At(c.Filling, c.Volume) }

// limit is the highest mass with its U that a hold allows, and whether the hold
// is allowed at all at this volume.
func (c Container) limit(h Hold, volume quantity.Volume) (quantity.Mass, bool) {
	switch h {
	case Overhead:
		nearlyFull := float64(volume) >= fullEnough*float64(c.Vessel.Capacity)
		return c.Vessel.Rating * overheadShare, c.Closure == Sealed && nearlyFull && !c.Kind.Soft
	case Dragged:
		return c.Vessel.Rating * draggedFactor, true
	}
	return c.Vessel.Rating, true
}

// holds are the kind's holds, and overhead where it can be held in one hand.
func (c Container) holds() []Hold {
	var out []Hold
	for _, h := range c.Kind.Holds {
		out = append(out, h)
		if h == OneHand {
			out = append(out, Overhead)
		}
	}
	return out
}

// Rungs are the loads that the container gives: one per hold at its present
// fill, or when it is adjustable the stretch from empty to its limit. A hold
// whose limit is passed gives none.
func (c Container) Rungs() []Rung {
	var out []Rung
	for _, h := range c.holds() {
		if c.Adjustable {
			if r, ok := c.stretch(h); ok {
				out = append(out, r)
			}
			continue
		}
		fill, err := c.Fill()
		limit, allowed := c.limit(h, c.Volume)
		if err != nil || !allowed || fill.Mass.Highest() > limit || fill.Volume <= 0 {
			continue
		}
		out = append(out, Rung{
			Hold: h, Low: fill.Mass.Value, High: fill.Mass.Value, U: fill.Mass.Expanded(),
			Origin: Scrap, Things: []string{c.ID}, Label: fmt.Sprintf("%s, %s", c.Name, c.Filling.Name),
		})
	}
	return out
}

func (c Container) stretch(h Hold) (Rung, bool) {
	v := c.Vessel
	limit, _ := c.limit(h, v.Capacity)
	v.Rating = limit
	most, _ := v.Most(c.Filling)
	low := c.Vessel.Tare
	if h == Overhead {
		least := v.fill(c.Filling, v.Capacity*fullEnough)
		low = least.Mass.Value
	}
	if _, allowed := c.limit(h, v.Capacity); !allowed || most.Mass.Value <= low {
		return Rung{}, false
	}
	return Rung{
		Hold: h, Low: low, High: most.Mass.Value, U: most.Mass.Expanded(), Origin: Scrap,
		Things: []string{c.ID}, Label: fmt.Sprintf("%s, %s to any level", c.Name, c.Filling.Name),
	}, true
}

// Steadiness is what a part-filled container does when it is moved.
type Steadiness string

// The grades of steadiness.
const (
	Steady      Steadiness = "steady"
	Shifts      Steadiness = "shifts"
	NotOverhead Steadiness = "not overhead"
)

// Steadiness grades a fill: a liquid or loose filling with 8 % or more free
// volume shifts; an open or soft container, or one above half its rating, is
// not for overhead (house rules).
func (c Container) Steadiness(f Fill) Steadiness {
	free := 1 - float64(f.Volume)/float64(c.Vessel.Capacity)
	limit, allowed := c.limit(Overhead, f.Volume)
	switch {
	case f.Volume > 0 && free > 1-fullEnough && (c.Filling.Loose || c.Kind.Soft):
		return Shifts
	case !allowed || f.Mass.Highest() > limit:
		return NotOverhead
	}
	return Steady
}
