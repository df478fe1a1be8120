package space

import "scrappyrack/core/quantity"

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

// Sliders is what slides on a surface pressed to it throughout, for sliding movements
// (common practice; movers of hard plastic and of felt from general knowledge); ok is
// false where nothing does.
func (s Surface) Sliders() (what string, ok bool) {
	switch s {
	case Carpet:
		return "paper plates, or movers of hard plastic", true
	case Tile:
		return "paper plates, or movers of felt", true
	case Wood, Laminate:
		return "towels or socks, or movers of felt", true
	case Concrete:
		return "an old towel, where it is smooth and dry", true
	}
	return "", false
}

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

// Walls says what the tenancy allows of walls.
type Walls string

// What may be done to the walls.
const (
	Drillable   Walls = "drill"
	NoHoles     Walls = "no-holes"
	UnknownWall Walls = "unknown"
)

// WallRules lists them all.
func WallRules() []Walls { return []Walls{Drillable, NoHoles, UnknownWall} }

// WallKind is how a wall is built.
type WallKind string

// The kinds of wall.
const (
	TimberStud  WallKind = "timber-stud"
	MetalStud   WallKind = "metal-stud"
	Brick       WallKind = "brick"
	HollowBlock WallKind = "hollow-block"
	ConcreteOf  WallKind = "concrete"
	Stone       WallKind = "stone"
	PlasterLath WallKind = "plaster-lath"
	WallOfWhat  WallKind = "unknown"
)

// WallKinds lists them all.
func WallKinds() []WallKind {
	return []WallKind{TimberStud, MetalStud, Brick, HollowBlock, ConcreteOf, Stone, PlasterLath, WallOfWhat}
}

// studs says that a wall is carried by studs, which fixings have to find.
func (k WallKind) studs() bool { return k == TimberStud || k == MetalStud || k == PlasterLath }

// RoofKind is what carries the ceiling.
type RoofKind string

// The kinds of ceiling.
const (
	Joists      RoofKind = "joists"
	ConcreteTop RoofKind = "concrete"
	Suspended   RoofKind = "suspended"
	RoofOfWhat  RoofKind = "unknown"
)

// RoofKinds lists them all.
func RoofKinds() []RoofKind { return []RoofKind{Joists, ConcreteTop, Suspended, RoofOfWhat} }

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
