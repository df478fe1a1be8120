package space

import (
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// LaneWidth is the width of a lane for carries and crawls, in m (house value).
const LaneWidth = quantity.Length(0.9)

// FreeFloor is the floor left to train on, in m²: what the walls hold less what stands
// there, what doors sweep and what is taken without being drawn; never below 0.
func (r Room) FreeFloor() derivation.Derivation {
	whole, free := 0.0, 0.0
	if len(r.Outline) > 0 {
		whole, free = r.Outline.Area(), r.Free().FreeArea()
	}
	d := derivation.Derivation{
		Title: "Free floor", Value: math.Max(0, free-r.Taken), Kind: quantity.KindArea,
		Inputs:  []derivation.Input{derivation.Number("within the walls", quantity.KindArea, whole, "space.walls")},
		Formula: "within the walls − what stands there − what doors sweep", Range: "exact for the outline that is drawn",
		Source: "geometry",
	}
	if whole > free {
		d.Inputs = append(d.Inputs, derivation.Number("stands there or is swept", quantity.KindArea, whole-free, "space.things"))
	}
	if r.Taken > 0 {
		d.Inputs = append(d.Inputs, derivation.Number("taken, not drawn", quantity.KindArea, r.Taken, "space.taken_m2"))
		d.Formula += " − taken"
	}
	return d
}

// Lane is the longest straight lane of LaneWidth at any angle on what is free, where
// somebody can walk who needs a height in m; within 1 cm. What is shorter than it is wide
// is none.
func (r Room) Lane(height quantity.Length) plane.Lane {
	if len(r.Outline) == 0 {
		return plane.Lane{}
	}
	floor, all := r.under(height)
	if all {
		return plane.Lane{}
	}
	lane := floor.LongestLane(float64(LaneWidth))
	if lane.Length() < float64(LaneWidth) { // across a room that is narrower than a lane
		return plane.Lane{}
	}
	return lane
}

// upright is the height that a body needs to walk a lane upright in a room, in m, by as much
// above its own as the room's heights may be off: what is uncertain counts at its low end.
func (r Room) upright(b Body) quantity.Length {
	return quantity.Length(UsualNeed(b, StandingUse).Value) + r.CeilingHalf
}

// ExplainLane derives the lane of an answer for a body.
func (r Room) ExplainLane(a Answer, b Body) derivation.Derivation {
	d := derivation.Derivation{
		Title: "Longest straight lane", Value: a.Lane.Length(), Kind: quantity.KindLength, U: float64(a.LaneHalf),
		Inputs: []derivation.Input{
			derivation.Number("width of the lane", quantity.KindLength, float64(LaneWidth), ""),
			derivation.Number("height to walk upright", quantity.KindLength, UsualNeed(b, StandingUse).Value, ""),
		},
		Formula: "the longest L × 0.9 m rectangle at any angle on the free floor where the ceiling is high enough",
		Range:   "within 1 cm", Source: "geometry",
	}
	if r.CeilingHalf > 0 {
		d.Inputs = append(d.Inputs, derivation.Number("± of heights", quantity.KindLevel, float64(r.CeilingHalf), "space.ceiling_half_m"))
		d.Formula += ", its ± to spare"
	}
	return d
}

// under is what of the free floor has a height in m above it; all says none has.
func (r Room) under(height quantity.Length) (f plane.Floor, all bool) {
	f = r.Free()
	low, all := r.hung().Below(height)
	f.Blocked = append(f.Blocked, low...)
	return f, all
}

// hung is the ceiling with the tracks of garage doors among what hangs from it.
func (r Room) hung() Ceiling {
	c := r.roof()
	for i := range r.Openings {
		if d, ok := r.track(i); ok {
			c.Drops = append(c.Drops[:len(c.Drops):len(c.Drops)], d)
		}
	}
	return c
}

// Hangs is everything that hangs below the ceiling, tracks of garage doors among it.
func (r Room) Hangs() []Drop { return r.hung().Drops }

// Lengths is how many times a lane must be walked for a distance, both in m;
// 0 when there is no lane of 2 m at least, and the load is then held standing.
func Lengths(lane, distance quantity.Length) int {
	if lane < 2 {
		return 0
	}
	return int(math.Ceil(float64(distance)/float64(lane) - 1e-9))
}

// Run is how far one can go from a place on a wall square to it, over the width of a lane,
// in m: the room for a band that is anchored there.
func (r Room) Run(wall int, along quantity.Length) quantity.Length {
	return quantity.Length(r.Free().Clear(r.At(wall, along), r.inward(wall), float64(LaneWidth)))
}

// Anchor is a place for an anchor: on a wall, or in a door (Opening ≥ 0), with the room
// before it in m.
type Anchor struct {
	Wall, Opening int
	Along, Run    quantity.Length
}

// anchorStep is how far apart places on a wall are looked at, in m.
const anchorStep = quantity.Length(0.05)

// FarthestOn is the place on a wall with the most room before it, the nearest to its middle
// of those; looked at every 5 cm. ok is false where it has none.
func (r Room) FarthestOn(wall int) (a Anchor, ok bool) {
	_, _, l := r.Wall(wall)
	a = Anchor{Wall: wall, Opening: -1}
	half := LaneWidth / 2
	for off := quantity.Length(0); off <= l/2-half+1e-9; off += anchorStep {
		for _, at := range []quantity.Length{l/2 + off, l/2 - off} {
			if run := r.Run(wall, at); run > a.Run+touch {
				a.Along, a.Run = at, run
			}
		}
	}
	return a, a.Run > 0
}

// AtDoor is the anchor in the middle of the i-th opening.
func (r Room) AtDoor(i int) Anchor {
	o := r.Openings[i]
	at := o.At + o.Width/2
	return Anchor{Wall: o.Wall, Opening: i, Along: at, Run: r.Run(o.Wall, at)}
}

// Farthest is the most room before an anchor, in m: at a wall that takes bands, or may once
// somebody has looked, or in a door that does. Where there is none, what is tied to stands
// at any wall. Of a room whose walls have not been measured it is 0.
func (r Room) Farthest() quantity.Length {
	anchored, any := quantity.Length(0), quantity.Length(0)
	for i := range r.Walls {
		a, ok := r.FarthestOn(i)
		if !ok {
			continue
		}
		any = max(any, a.Run)
		if t := r.WallTakes(i); t.What != TakesNothing || t.Look {
			anchored = max(anchored, a.Run)
		}
	}
	for _, i := range r.Leaves() {
		if r.DoorTakes(i).What == TakesBands {
			anchored = max(anchored, r.AtDoor(i).Run)
		}
	}
	if anchored > 0 {
		return anchored
	}
	return any
}
