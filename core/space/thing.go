package space

import (
	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Test is what a test of a piece of furniture came to.
type Test string

// Nobody has made it, it passed, it did not.
const (
	NotMade Test = "not-made"
	Passed  Test = "passed"
	Failed  Test = "failed"
)

// ThingKind is a kind of thing that stands in a room.
type ThingKind string

// The kinds: built in, as radiators and kitchen counters are; furniture to stand or sit
// on; furniture that is neither; one on castors or a swivel; a car; a place to store
// things; a piece of gear.
const (
	BuiltIn    ThingKind = "fixed"
	Seat       ThingKind = "seat"
	Furnishing ThingKind = "furniture"
	Rolls      ThingKind = "rolls"
	Car        ThingKind = "car"
	Store      ThingKind = "storage"
	GearThere  ThingKind = "gear"
)

// ThingKinds lists them all.
func ThingKinds() []ThingKind {
	return []ThingKind{BuiltIn, Seat, Furnishing, Rolls, Car, Store, GearThere}
}

// Zone is the floor that is worked on around a thing, beyond each of its sides as it stands
// before it is turned, in m: what is in front is at its lower side.
type Zone struct{ Front, Back, Left, Right quantity.Length }

// Thing is what stands in a room. X and Y are of its middle; Width runs along the first
// wall before it is turned, by Turned degrees anticlockwise. Away says that it is moved
// away for training. Rock is the rock test (pushed by the hand's heel at its top, it
// neither rocks nor slides), Sit the slow sit test (somebody sits down on it slowly, it
// neither gives nor creaks). In m, kg.
type Thing struct {
	ID, Name             string
	Kind                 ThingKind
	X, Y                 float64
	Width, Depth, Height quantity.Length
	Turned               float64
	Mass                 quantity.Mass
	Away                 bool
	Rock, Sit            Test
	// Zone is the floor that is worked on around it.
	Zone Zone
}

// Outline is the thing's foot.
func (t Thing) Outline() plane.Ring {
	return plane.Box(t.X, t.Y, float64(t.Width), float64(t.Depth), t.Turned)
}

// Around is the thing's foot with the floor that is worked on around it.
func (t Thing) Around() plane.Ring {
	z := t.Zone
	w, d := float64(t.Width+z.Left+z.Right), float64(t.Depth+z.Front+z.Back)
	off := plane.Box(float64(z.Right-z.Left)/2, float64(z.Back-z.Front)/2, w, d, 0)
	turn := plane.Box(0, 0, 1, 1, t.Turned) // its sides are the turned axes
	ux, uy := plane.Point{X: turn[1].X - turn[0].X, Y: turn[1].Y - turn[0].Y},
		plane.Point{X: turn[3].X - turn[0].X, Y: turn[3].Y - turn[0].Y}
	out := make(plane.Ring, len(off))
	for i, p := range off {
		out[i] = plane.Point{X: t.X + p.X*ux.X + p.Y*uy.X, Y: t.Y + p.X*ux.Y + p.Y*uy.Y}
	}
	return out
}

// CheckThing is nil for a thing that lies within the walls; otherwise the first of its
// ThingFaults.
func (r Room) CheckThing(i int) error { return first(r.ThingFaults(i)) }

// ThingFaults are what stands against a thing: of x_m, width_m or height_m.
func (r Room) ThingFaults(i int) (out []*quantity.FieldError) {
	t := r.Things[i]
	if !(t.Width > 0) || !(t.Depth > 0) {
		out = append(out, quantity.At("width_m", "a thing that stands somewhere has a width and a depth"))
	} else if len(r.Outline) == 0 {
		out = append(out, quantity.At("x_m", "the walls come first: nobody can say yet where this is"))
	} else if by := plane.Beyond(r.Outline, t.Outline()); by > float64(touch) {
		out = append(out, quantity.At("x_m", "it reaches ", quantity.Amount(quantity.KindLevel, by), " out of the room"))
	}
	if t.Height > 0 && r.Ceiling.Height > 0 && t.Height > r.Ceiling.Height {
		out = append(out, quantity.At("height_m", "the ceiling is at ", quantity.Amount(quantity.KindLength, float64(r.Ceiling.Height))))
	}
	return out
}
