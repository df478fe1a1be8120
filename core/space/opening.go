package space

import (
	"fmt"
	"math"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// OpeningKind is a kind of opening in a wall.
type OpeningKind string

// The kinds of opening: a hatch opens in a floor or a ceiling's side and is never gone
// through with gear; a gap has no leaf.
const (
	DoorWay    OpeningKind = "door"
	Gap        OpeningKind = "gap"
	Window     OpeningKind = "window"
	GarageDoor OpeningKind = "garage-door"
	Hatch      OpeningKind = "hatch"
)

// OpeningKinds lists them all.
func OpeningKinds() []OpeningKind { return []OpeningKind{DoorWay, Gap, Window, GarageDoor, Hatch} }

// Swings is how a door opens, seen from the room.
type Swings string

// The ways a door opens.
const (
	Inwards  Swings = "in"
	Outwards Swings = "out"
	Slides   Swings = "slides"
)

// Hinge is where a leaf hangs: at the start or the end of the opening, along the wall.
type Hinge string

// The ends of an opening.
const (
	AtStart Hinge = "start"
	AtEnd   Hinge = "end"
)

// Opening is a door, a window or another opening of a wall. At is from the wall's start to
// the opening's; Sill is a window's above the floor. Track is the underside of a garage
// door's track above the floor and TrackDepth how far that reaches into the room, 0
// without one. All in m; a Height of 0 has not been measured.
type Opening struct {
	ID, Name          string
	Kind              OpeningKind
	Wall              int
	At, Width         quantity.Length
	Height, Sill      quantity.Length
	Leaf              Door
	Hinge             Hinge
	Swings            Swings
	Track, TrackDepth quantity.Length
}

// CheckOpening is nil for an opening that can be where it is: on a wall that there is, no
// wider than that, not into another, no higher than the ceiling. Otherwise the first of its
// OpeningFaults.
func (r Room) CheckOpening(i int) error { return first(r.OpeningFaults(i)) }

// OpeningFaults are what stands against an opening: of wall, at_m, width_m, height_m, sill_m
// or track_m.
func (r Room) OpeningFaults(i int) (out []*quantity.FieldError) {
	o := r.Openings[i]
	no := func(field string, parts ...any) { out = append(out, quantity.At(field, parts...)) }
	length := func(l quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLength, float64(l)) }
	top, there := o.Sill+o.Height, o.Wall >= 0 && o.Wall < len(r.Walls)
	if !there {
		no("wall", fmt.Sprintf("it is in wall %s, and the room has %d walls", WallName(max(0, o.Wall)), len(r.Walls)))
	}
	if !(o.Width > 0) {
		no("width_m", "an opening has a width")
	} else if there {
		_, _, wall := r.Wall(o.Wall)
		if o.Width > wall+touch {
			no("width_m", "it is ", length(o.Width), " wide, wall ", WallName(o.Wall), " is ", length(wall), " long")
		} else if o.At < 0 || o.At+o.Width > wall+touch {
			no("at_m", "from there it reaches ", length(o.At+o.Width-wall), " beyond the end of wall ", WallName(o.Wall), ": at most ",
				length(wall-o.Width))
		}
	}
	if high := r.Ceiling.Height; high > 0 {
		if o.Sill >= high {
			no("sill_m", "the ceiling is at ", length(high))
		} else if top > high+touch {
			no("height_m", "its top would be at ", length(top), ", the ceiling is at ", length(high))
		}
		if o.Track > high {
			no("track_m", "its track hangs below the ceiling, which is at ", length(high))
		}
	}
	for j, other := range r.Openings {
		if j != i && other.Wall == o.Wall && o.At < other.At+other.Width-touch && other.At < o.At+o.Width-touch &&
			(o.Height == 0 || other.Height == 0 || o.Sill < other.Sill+other.Height && other.Sill < top) {
			no("at_m", "it overlaps ", other.Name, " by ", length(min(o.At+o.Width, other.At+other.Width)-max(o.At, other.At)))
		}
	}
	return out
}

// first is the first of some faults as an error, nil where there is none.
func first(faults []*quantity.FieldError) error {
	if len(faults) == 0 {
		return nil
	}
	return faults[0]
}

// touch is what measures that are written in millimetres may differ by, in m.
const touch = quantity.Length(0.0005)

// swingSides is by how many sides the quarter round of a door is drawn.
const swingSides = 8

// Swing is what a door sweeps of the room, nil where it sweeps nothing: a quarter round
// about its hinge, by an outline that holds it.
func (r Room) Swing(i int) plane.Ring {
	o := r.Openings[i]
	if o.Kind != DoorWay || o.Swings != Inwards || o.Wall >= len(r.Walls) {
		return nil
	}
	hinge, free := r.At(o.Wall, o.At), r.At(o.Wall, o.At+o.Width)
	if o.Hinge == AtEnd {
		hinge, free = free, hinge
	}
	in := r.inward(o.Wall)
	u := plane.Point{X: (free.X - hinge.X) / float64(o.Width), Y: (free.Y - hinge.Y) / float64(o.Width)}
	// Corners on a circle so much larger that the sides between them touch the leaf's.
	const step = math.Pi / 2 / swingSides
	out := plane.Ring{hinge, free}
	reach := float64(o.Width) / math.Cos(step/2)
	for k := range swingSides {
		sin, cos := math.Sincos((float64(k) + 0.5) * step)
		out = append(out, plane.Point{X: hinge.X + reach*(cos*u.X+sin*in.X), Y: hinge.Y + reach*(cos*u.Y+sin*in.Y)})
	}
	return append(out, plane.Point{X: hinge.X + float64(o.Width)*in.X, Y: hinge.Y + float64(o.Width)*in.Y})
}

// track is the part of the ceiling that a garage door runs under when it is open.
func (r Room) track(i int) (Drop, bool) {
	o := r.Openings[i]
	if o.Kind != GarageDoor || o.Track <= 0 || o.TrackDepth <= 0 || o.Wall >= len(r.Walls) {
		return Drop{}, false
	}
	a, b, in := r.At(o.Wall, o.At), r.At(o.Wall, o.At+o.Width), r.inward(o.Wall)
	d := float64(o.TrackDepth)
	return Drop{Name: "the track of " + o.Name, Under: o.Track, Outline: plane.Ring{a, b, {X: b.X + d*in.X, Y: b.Y + d*in.Y},
		{X: a.X + d*in.X, Y: a.Y + d*in.Y}}}, true
}

// Leaves lists the doors of a room that an anchor for bands could hang in, by their place
// among the openings.
func (r Room) Leaves() []int {
	var out []int
	for i, o := range r.Openings {
		if o.Kind == DoorWay {
			out = append(out, i)
		}
	}
	return out
}
