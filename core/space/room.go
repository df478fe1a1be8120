package space

import (
	"math"

	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Surface is what the floor is covered with.
type Surface string

// The surfaces the sliding rules know.
const (
	Concrete Surface = "concrete"
	Wood     Surface = "wood"
	Laminate Surface = "laminate"
	Tile     Surface = "tile"
	Carpet   Surface = "carpet"
	Rubber   Surface = "rubber"
	Grass    Surface = "grass"
)

// Surfaces lists them all.
func Surfaces() []Surface { return []Surface{Concrete, Wood, Laminate, Tile, Carpet, Rubber, Grass} }

// FloorKind is what carries the floor.
type FloorKind string

// The kinds of floor.
const (
	Slab         FloorKind = "slab"
	TimberJoists FloorKind = "timber"
	UnknownFloor FloorKind = "unknown"
)

// FloorKinds lists them all.
func FloorKinds() []FloorKind { return []FloorKind{Slab, TimberJoists, UnknownFloor} }

// Walls says what may be fixed to the walls.
type Walls string

// What the walls allow.
const (
	Drillable   Walls = "drill"
	NoHoles     Walls = "no-holes"
	UnknownWall Walls = "unknown"
)

// WallRules lists them all.
func WallRules() []Walls { return []Walls{Drillable, NoHoles, UnknownWall} }

// Door is what the door is that an anchor for bands would hang in.
type Door string

// The kinds of door: light ones are hollow, glazed, sliding or folding.
const (
	SolidDoor   Door = "solid"
	LightDoor   Door = "light"
	NoDoor      Door = "none"
	UnknownDoor Door = "unknown"
)

// Doors lists them all.
func Doors() []Door { return []Door{SolidDoor, LightDoor, NoDoor, UnknownDoor} }

// What an anchor in a door may be pulled with (house values), the pull closing the door.
const (
	lightDoorPull = quantity.Force(150)
	solidDoorPull = quantity.Force(400)
)

// Takes is the most that an anchor in the door may be pulled with, in N: 150 for a light
// one and for one that nobody has looked at, 0 where there is none.
func (d Door) Takes() quantity.Force {
	switch d {
	case SolidDoor:
		return solidDoorPull
	case NoDoor:
		return 0
	}
	return lightDoorPull
}

// Room is a rectangle with a ceiling. Lengths in m, > 0; Ceiling 0 when not
// measured. Taken is the floor in m² that other things stand on for good.
type Room struct {
	Length, Width, Ceiling quantity.Length
	Taken                  float64
	Floor                  FloorKind
	Surface                Surface
	Walls                  Walls
	Door                   Door
	NeighboursBelow        bool
}

// FreeFloor is the floor left to train on, in m²: length × width − taken,
// never below 0.
func (r Room) FreeFloor() derivation.Derivation {
	area := math.Max(0, float64(r.Length)*float64(r.Width)-r.Taken)
	return derivation.Derivation{
		Title: "Free floor", Value: area, Kind: quantity.KindArea,
		Inputs: []derivation.Input{
			derivation.Number("length", quantity.KindLength, float64(r.Length), "space.length_m"),
			derivation.Number("width", quantity.KindLength, float64(r.Width), "space.width_m"),
			derivation.Number("taken for good", quantity.KindArea, r.Taken, "space.taken_m2"),
		},
		Formula: "length × width − taken", Range: "a rectangular room", Source: "geometry",
	}
}

// laneWidth is the width of a carry lane, in m (house value).
const laneWidth = 0.9

// Lane is the longest straight lane 0.9 m wide in the empty rectangle, at any
// angle, in m. For a lane of width w at angle θ in an a × b room its length is
// min((a − w sinθ)/cosθ, (b − w cosθ)/sinθ); the best angle lies where both are
// equal, found by bisection. A room narrower than the lane has none.
func (r Room) Lane() quantity.Length {
	a, b := math.Max(float64(r.Length), float64(r.Width)), math.Min(float64(r.Length), float64(r.Width))
	if b < laneWidth {
		return 0
	}
	along := func(th float64) float64 { return (a - laneWidth*math.Sin(th)) / math.Cos(th) }
	across := func(th float64) float64 { return (b - laneWidth*math.Cos(th)) / math.Sin(th) }
	lo, hi := 1e-9, math.Pi/2-1e-9
	for range 80 { // across falls and along rises with the angle up to the crossing
		mid := (lo + hi) / 2
		if across(mid) > along(mid) {
			lo = mid
		} else {
			hi = mid
		}
	}
	return quantity.Length(math.Max(a, math.Min(along(lo), across(lo))))
}

// ExplainLane derives Lane.
func (r Room) ExplainLane() derivation.Derivation {
	return derivation.Derivation{
		Title: "Longest straight lane", Value: float64(r.Lane()), Kind: quantity.KindLength,
		Inputs: []derivation.Input{
			derivation.Number("length", quantity.KindLength, float64(r.Length), "space.length_m"),
			derivation.Number("width", quantity.KindLength, float64(r.Width), "space.width_m"),
			derivation.Number("width of the lane", quantity.KindLength, laneWidth, ""),
		},
		Formula: "longest L × 0.9 m rectangle at any angle: min((a − w sinθ)/cosθ, (b − w cosθ)/sinθ)",
		Range:   "the empty rectangle: what stands in it is not taken off", Source: "geometry",
	}
}

// Lengths is how many times the lane must be walked for a distance, both in m;
// 0 when there is no lane of 2 m at least, and the load is then held standing.
func Lengths(lane, distance quantity.Length) int {
	if lane < 2 {
		return 0
	}
	return int(math.Ceil(float64(distance)/float64(lane) - 1e-9))
}
