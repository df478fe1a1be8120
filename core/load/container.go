package load

import (
	"fmt"
	"math"

	"scrappyrack/core/derivation"
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
	Bail       bool // it hangs from a handle above its rim
	Hung       bool // it is swung by a handle or strap above it
	// Capacity, Tare, Height and the like start a new one of the kind.
	Capacity quantity.Volume
	Tare     quantity.Mass
	Height   quantity.Length
}

var kinds = []Kind{
	{Key: "jug", Name: "jug", Hung: true, Holds: []Hold{OneHand, TwoHand, Dragged}, Limit: 10, Closure: Sealed, Capacity: 3.785, Tare: 0.06,
		Height: 0.25},
	{Key: "bottle", Name: "bottle", Holds: []Hold{OneHand}, Limit: 10, Closure: Sealed, Capacity: 1.5, Tare: 0.04, Height: 0.28},
	{Key: "bucket", Name: "bucket", Bail: true, Hung: true, Holds: []Hold{OneHand, TwoHand, Dragged}, Limit: 20, Closure: Open,
		Adjustable: true, Capacity: 10, Tare: 0.5, Height: 0.26},
	{Key: "bag", Name: "shopping bag", Hung: true, Holds: []Hold{OneHand, Dragged}, Limit: 12, Closure: Open, Adjustable: true, Soft: true,
		Capacity: 15, Tare: 0.1, Height: 0.35},
	{Key: "backpack", Name: "backpack", Hung: true, Holds: []Hold{Worn, TwoHand, Hug, OneHand, Dragged}, Limit: 18, Closure: Zipped,
		Adjustable: true, Soft: true, Capacity: 22, Tare: 0.7, Height: 0.45},
	{Key: "duffel", Name: "duffel", Hung: true, Holds: []Hold{TwoHand, Hug, Dragged}, Limit: 30, Closure: Zipped, Adjustable: true, Soft: true,
		Capacity: 40, Tare: 0.8, Height: 0.30},
	{Key: "basket", Name: "laundry basket", Holds: []Hold{TwoHand, Hug, Dragged}, Limit: 15, Closure: Open, Adjustable: true, Capacity: 40,
		Tare: 1.2, Height: 0.30},
	{Key: "crate", Name: "tote crate", Holds: []Hold{TwoHand, Hug, Dragged}, Limit: 20, Closure: Open, Adjustable: true, Capacity: 45,
		Tare: 1.9, Height: 0.32},
	{Key: "sack", Name: "sack", Holds: []Hold{TwoHand, Hug, Dragged}, Limit: 20, Closure: Sealed, Soft: true, Capacity: 10, Tare: 0.1,
		Height: 0.15},
}

// Kinds lists the kinds of container.
func Kinds() []Kind { return append([]Kind(nil), kinds...) }

// Takes says what goes into it: loose things into hard containers, solid ones into bags.
func (k Kind) Takes(f material.Filling) bool { return k.Soft == !f.Loose }

// Usual is a container of the kind with a filling, to any level, as it is found.
func (k Kind) Usual(id string, f material.Filling) Container {
	return Container{
		ID: id, Name: k.Name, Kind: k, Closure: k.Closure, Filling: f, Volume: k.Capacity, Adjustable: true,
		Vessel: Vessel{Tare: k.Tare, Capacity: k.Capacity, Rating: k.Limit, Profile: Prism{Capacity: k.Capacity, Height: k.Height}},
	}
}

// KindByKey finds a kind of container.
func KindByKey(key string) (Kind, error) {
	for _, k := range kinds {
		if k.Key == key {
			return k, nil
		}
	}
	return Kind{}, fmt.Errorf("no container is called %q; a jug, bottle, bucket, bag, backpack, duffel, basket, crate or sack is", key)
}

// Factors on a rating (house values); see Admit for those of a use.
const (
	draggedFactor = 2.0  // the strap and the base carry a drag
	tiredShare    = 0.7  // a worn container
	fullEnough    = 0.92 // free volume under 8 % counts as nearly full
)

// Change-over times, in s (house values): picking up something else, pouring
// to another level, repacking a bag.
const (
	handSeconds   = 10
	pourSeconds   = 60
	repackSeconds = 150
)

// Condition is the state a container is in.
type Condition string

// The states. A worn one is trusted with 0.7 of its rating; a retired one with nothing.
const (
	Sound   Condition = "sound"
	Tired   Condition = "worn"
	Retired Condition = "retired"
)

// Container is one thing of the household that is filled. Volume is what is in
// it now; Adjustable says that it is refilled as needed, so that it stands for
// every load between empty and its limit. Sold, when above 0, is the marked net
// mass of a thing as sold (kg), which then stands for filling and level.
// Limits are per hold (kg) where they are known better than from
// Vessel.Rating, which is the handle's. Holding are the ids of the things that
// are packed in it. Weighed, when its How is quantity.Weighed, is what a scale
// says of it as it is filled now, and wins over what is computed.
type Container struct {
	ID, Name   string
	Kind       Kind
	Vessel     Vessel
	Closure    Closure
	Condition  Condition
	Filling    material.Filling
	Volume     quantity.Volume
	Adjustable bool
	Sold       quantity.Mass
	Limits     map[Hold]quantity.Mass
	Holding    []string
	Weighed    quantity.Estimate
}

// Fill is the container as it is filled now, by computation.
func (c Container) Fill() (Fill, error) {
	if c.Sold > 0 {
		return c.sold(), nil
	}
	return c.Vessel.At(c.Filling, c.Volume)
}

// SoldHalfWidth is how far a marked net mass may be off, as a share: the
// tolerable error of packages of 1 to 10 kg is 1.5 % (Directive 76/211/EEC,
// annex I, from memory; NIST Handbook 133 allows about as much).
const SoldHalfWidth = 0.015

func (c Container) sold() Fill {
	parts, u1 := budget([]Contribution{
		{Name: "empty container", Kind: quantity.KindFine, InputU1: float64(c.Vessel.TareU1), Sensitivity: 1, Shape: Rectangular},
		{Name: "marked net mass, ±1.5 %", Kind: quantity.KindFine, InputU1: quantity.Rectangular(SoldHalfWidth * float64(c.Sold)),
			Sensitivity: 1, Shape: Rectangular},
	})
	return Fill{Mass: quantity.Estimate{Value: c.Vessel.Tare + c.Sold, U1: u1, How: quantity.Marked}, Budget: parts}
}

// Explain derives what a fill of the container is computed to weigh.
func (c Container) Explain(fill Fill) derivation.Derivation {
	if c.Sold == 0 {
		return c.Vessel.Explain(c.Filling, fill)
	}
	return derivation.Derivation{
		Title: "Mass as sold", Value: float64(fill.Mass.Value), Kind: quantity.KindMass, U: float64(fill.Mass.Expanded()),
		Inputs: []derivation.Input{
			{Name: "empty (tare)", Kind: quantity.KindFine, Value: float64(c.Vessel.Tare), U: 2 * float64(c.Vessel.TareU1), From: "stock"},
			{Name: "marked net mass", Kind: quantity.KindFine, Value: float64(c.Sold),
				U: 2 * quantity.Rectangular(SoldHalfWidth*float64(c.Sold)), From: "stock"},
		},
		Formula: "m = tare + net;  U = 2·√(u_tare² + (1.5 % of net/√3)²)",
		Range:   "unopened",
		Source:  "Directive 76/211/EEC, annex I (from memory)",
	}
}

// Mass is what the container weighs now: as weighed, else as computed from a
// fill.
func (c Container) Mass(fill Fill) quantity.Estimate {
	if c.Weighed.How == quantity.Weighed {
		return c.Weighed
	}
	return fill.Mass
}

// Limit is the highest mass with its U that a hold allows, and whether the hold is
// allowed at all. A rating is doubled dragged (house value), and 0.7 of it for a worn
// container. Overhead it is what Admit allows of the one hand's.
func (c Container) Limit(h Hold) (quantity.Mass, bool) {
	if c.Condition == Retired {
		return 0, false
	}
	if h == Overhead {
		conditions := c.Conditions(OneHand)
		if conditions.Above > 0 {
			return conditions.Above, true
		}
		return conditions.Rated * aboveShare, true
	}
	rating := c.Vessel.Rating
	if known, ok := c.Limits[h]; ok {
		rating = known
	} else if h == Dragged {
		rating *= draggedFactor
	}
	return rating * c.trust(), true
}

// trust is what share of its ratings the container is still trusted with.
func (c Container) trust() quantity.Mass {
	if c.Condition == Tired {
		return tiredShare
	}
	return 1
}

// Conditions are those of the container in a hold, as it is filled now.
func (c Container) Conditions(h Hold) Conditions {
	out := Conditions{Household: true, Open: c.Closure != Sealed || c.Kind.Soft}
	if h != Overhead {
		out.Rated, _ = c.Limit(h)
	}
	if known, ok := c.Limits[Overhead]; ok {
		out.Above = known * c.trust()
	}
	switch moves := c.Filling.Loose || c.Kind.Soft; {
	case c.Sold > 0 || !moves:
	case c.Adjustable:
		out.SteadyFrom = c.Vessel.fill(c.Filling, max(0, c.Vessel.Capacity*fullEnough-c.Vessel.Taken)).Mass.Value
	default:
		filled := c.Volume + c.Vessel.Taken
		out.Shifts = filled > 0 && float64(filled) < fullEnough*float64(c.Vessel.Capacity)
	}
	return out
}

// SwungLimit is what may be swung in a hold: a third of what it is otherwise
// trusted with (house value).
func (c Container) SwungLimit(h Hold) quantity.Mass {
	most, _ := c.Limit(h)
	return most * swingShare
}

// Holds are the kind's holds, and overhead where it can be held in one hand.
func (c Container) Holds() []Hold {
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
// whose limit is passed gives none; overhead stands what Admit allows of one hand's.
func (c Container) Rungs() []Rung {
	var held []Rung
	if c.Condition == Retired {
		return nil
	}
	if c.Adjustable && c.Sold == 0 {
		for _, h := range c.Kind.Holds {
			if r, ok := c.stretch(h); ok {
				held = append(held, r)
			}
		}
	} else if fill, err := c.Fill(); err == nil {
		held = c.rungsAt(fill)
	}
	out := make([]Rung, 0, len(held)+1)
	for _, r := range held {
		out = append(out, r)
		if r.Hold != OneHand {
			continue
		}
		if above, _, ok := r.Admit(HeldOverhead); ok {
			above.Hold = Overhead
			out = append(out, above)
		}
	}
	return out
}

// rungsAt are the rungs of a container that stays as it is filled.
func (c Container) rungsAt(fill Fill) []Rung {
	if fill.Volume <= 0 && c.Sold == 0 && c.Vessel.Inside.Value == 0 && c.Weighed.Value == 0 {
		return nil
	}
	mass := c.Mass(fill)
	label := c.contentLabel()
	things := c.things()
	var out []Rung
	for _, h := range c.Kind.Holds {
		limit, allowed := c.Limit(h)
		if !allowed || mass.Highest() > limit {
			continue
		}
		out = append(out, Rung{
			Hold: h, Low: mass.Value, High: mass.Value, U: mass.Expanded(), Conditions: c.Conditions(h),
			Origin: Scrap, Things: things, Label: label, Seconds: handSeconds,
		})
	}
	return out
}

func (c Container) things() []string { return append([]string{c.ID}, c.Holding...) }

func (c Container) contentLabel() string {
	if c.Sold > 0 {
		return c.Name + ", as sold"
	}
	if len(c.Holding) > 0 {
		return c.Name + ", packed"
	}
	return c.Name + ", " + c.Filling.Name
}

func (c Container) stretch(h Hold) (Rung, bool) {
	v := c.Vessel
	limit, allowed := c.Limit(h)
	v.Rating = limit
	most, _ := v.Most(c.Filling)
	low := v.Tare + v.Inside.Value
	if !allowed || most.Mass.Value <= low {
		return Rung{}, false
	}
	seconds := pourSeconds
	if c.Kind.Soft {
		seconds = repackSeconds
	}
	return Rung{
		Hold: h, Low: low, High: most.Mass.Value, U: most.Mass.Expanded(), Conditions: c.Conditions(h), Origin: Scrap,
		Things: c.things(), Label: fmt.Sprintf("%s, %s to any level", c.Name, c.Filling.Name), Seconds: seconds,
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

// Steadiness grades a fill: a liquid or loose filling with 8 % or more free volume
// shifts; what Admit refuses overhead is not for that.
func (c Container) Steadiness(f Fill) Steadiness {
	c.Volume, c.Adjustable = f.Volume, false
	conditions := c.Conditions(OneHand)
	if conditions.Shifts {
		return Shifts
	}
	mass := c.Mass(f)
	if c.Condition == Retired {
		return NotOverhead
	}
	if _, _, ok := (Rung{Low: mass.Value, High: mass.Value, U: mass.Expanded(), Conditions: conditions}).Admit(HeldOverhead); !ok {
		return NotOverhead
	}
	return Steady
}

// lowestLine is the lowest place for a line on a container, in m (house value).
const lowestLine = quantity.Length(0.02)

// Lined is the volume at the line that is drawn for a volume: the nearest multiple of a step, in m, at most that
// of the nominal capacity, above which a neck begins. ok is false where the line would be lower than 2 cm. A
// step of 0, and what is soft, has no line: the volume stays.
func (c Container) Lined(v quantity.Volume, step quantity.Length) (at quantity.Volume, ok bool) {
	if step <= 0 || c.Kind.Soft || c.Vessel.Profile == nil {
		return v, true
	}
	line := quantity.Length(math.Round(float64(c.Vessel.Profile.Level(v)/step))) * step
	if most := c.Vessel.Profile.Level(c.Vessel.Capacity); line > most {
		line = quantity.Length(math.Floor(float64(most/step)+1e-9)) * step
	}
	return c.Vessel.Profile.Volume(line), line >= lowestLine-1e-9
}
