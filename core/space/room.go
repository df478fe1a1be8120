package space

import (
	"fmt"
	"math"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Room is one room as it was surveyed, the first corner at the origin and the first wall
// along x. Lengths in m. What nobody has measured or looked at has its zero value, and
// forbids nothing that it might allow: a ceiling's Height of 0, an Outline without corners.
type Room struct {
	ID, Name string
	// Trains says that training happens here; Outdoor that there is no roof.
	Trains, Outdoor bool
	// Outline is the walls, closed; Walls are its sides, in its order.
	Outline plane.Ring
	Walls   []Side
	// Variants are the outline with one wall after the other longer by what the tape may be off.
	Variants []plane.Ring
	// Ceiling with what hangs below it; CeilingHalf is how far heights may be off, ±.
	Ceiling     Ceiling
	CeilingHalf quantity.Length
	Roof        RoofKind
	Openings    []Opening
	Things      []Thing
	// Taken is floor, in m², that things stand on which nobody has drawn.
	Taken   float64
	Floor   FloorKind
	Surface Surface
	// Holes is what the tenancy allows. Door is the door for bands of a room in which no
	// door has been drawn.
	Holes           Walls
	Door            Door
	NeighboursBelow bool
	// Drops says that loads may be dropped here.
	Drops bool
	// Sleeps says that it is a bedroom or an attic, which are built for less.
	Sleeps bool
}

// Side is a wall of a room: how it is built, and what the tenancy says of it alone.
// Spacing is from stud to stud and Offset from the wall's start to the first, in m, 0 when
// not found yet; Lining is the thickness of the board before them.
type Side struct {
	Kind            WallKind
	Spacing, Offset quantity.Length
	Lining          quantity.Length
	NoHoles         bool
}

// Rectangle is a room of a length and width with a flat ceiling, in m, all of it free.
func Rectangle(length, width, ceiling quantity.Length) Room {
	r := Room{Trains: true, Ceiling: Ceiling{Height: ceiling}}
	if length > 0 && width > 0 {
		r.Outline = plane.Ring{{}, {X: float64(length)}, {X: float64(length), Y: -float64(width)}, {Y: -float64(width)}}
		r.Walls = make([]Side, 4)
	}
	return r
}

// Wall is the i-th wall's ends and its length, in m.
func (r Room) Wall(i int) (from, to plane.Point, length quantity.Length) {
	from, to = r.Outline[i], r.Outline[(i+1)%len(r.Outline)]
	return from, to, quantity.Length(math.Hypot(to.X-from.X, to.Y-from.Y))
}

// inward is the direction of length 1 from a wall into the room.
func (r Room) inward(i int) plane.Point {
	from, to, l := r.Wall(i)
	u := plane.Point{X: -(to.Y - from.Y) / float64(l), Y: (to.X - from.X) / float64(l)}
	if !r.anticlockwise() {
		u = plane.Point{X: -u.X, Y: -u.Y}
	}
	return u
}

func (r Room) anticlockwise() bool {
	twice := 0.0
	for i, p := range r.Outline {
		q := r.Outline[(i+1)%len(r.Outline)]
		twice += p.X*q.Y - q.X*p.Y
	}
	return twice > 0
}

// WallName is what a wall is called: A for the first, then B.
func WallName(i int) string {
	if i >= 26 {
		return fmt.Sprintf("%c%d", 'A'+i%26, i/26)
	}
	return string(rune('A' + i))
}

// At is a place on a wall, a distance from its start, in m.
func (r Room) At(wall int, along quantity.Length) plane.Point {
	from, to, l := r.Wall(wall)
	t := float64(along / l)
	return plane.Point{X: from.X + t*(to.X-from.X), Y: from.Y + t*(to.Y-from.Y)}
}

// Before is a thing that stands closer than deep before a part of a wall, from and to along it, and
// reaches above low, all in m; ok is false where none does. What is moved away for training is not
// there; what nobody has measured the height of reaches.
func (r Room) Before(wall int, from, to, low, deep quantity.Length) (t Thing, ok bool) {
	in := r.inward(wall)
	a, b := r.At(wall, from), r.At(wall, to)
	off := func(p plane.Point) plane.Point {
		return plane.Point{X: p.X + in.X*float64(deep), Y: p.Y + in.Y*float64(deep)}
	}
	strip := plane.Ring{a, b, off(b), off(a)}
	for _, t := range r.Things {
		if !t.Away && (t.Height == 0 || t.Height > low) && plane.Overlap(strip, t.Outline()) > 0.001 {
			return t, true
		}
	}
	return t, false
}

// Studs are where the studs of a wall are, from its start, in m: none of one without studs,
// or where nobody has found the first.
func (r Room) Studs(wall int) []quantity.Length {
	s := r.Walls[wall]
	if !s.Kind.studs() || s.Offset <= 0 {
		return nil
	}
	_, _, l := r.Wall(wall)
	step := s.Spacing
	if step <= 0 {
		step = usualSpacing
	}
	var out []quantity.Length
	for at := s.Offset; at < l+1e-9; at += step {
		out = append(out, at)
	}
	return out
}

// usualSpacing is from stud to stud where nobody has measured it, in m (common practice:
// 400 or 600 mm, 16 or 24 in).
const usualSpacing = quantity.Length(0.4)

// Check is nil for a room that can be; otherwise a *quantity.FieldError that says what is
// wrong and where: walls, ceiling.…, openings[i].…, things[i].…. The outline has passed
// its own check.
func (r Room) Check() error {
	if len(r.Outline) != len(r.Walls) {
		return quantity.At("walls", "every side of the outline is a wall")
	}
	if err := r.roof().Check(); err != nil {
		return err
	}
	for i := range r.Openings {
		if err := r.CheckOpening(i); err != nil {
			return err
		}
	}
	for i := range r.Things {
		if err := r.CheckThing(i); err != nil {
			return err
		}
	}
	return nil
}

// unmeasured stands in for a ceiling that nobody has measured, in m: nothing reaches it.
const unmeasured = quantity.Length(100)

// roof is the ceiling with one that has not been measured, or is not there, out of reach.
func (r Room) roof() Ceiling {
	c := r.Ceiling
	if c.Height <= 0 {
		c.Height = unmeasured
	}
	return c
}

// Measured says that the ceiling's height is known; outdoors it is known to be none.
func (r Room) Measured() bool { return r.Ceiling.Height > 0 || r.Outdoor }

// Blocked are the outlines of all that is not free: what stands there and is not moved
// away for training, and what a door sweeps.
func (r Room) Blocked() []plane.Ring {
	var out []plane.Ring
	for _, t := range r.Things {
		if !t.Away {
			out = append(out, t.Outline())
		}
	}
	for i := range r.Openings {
		if s := r.Swing(i); s != nil {
			out = append(out, s)
		}
	}
	return out
}

// Free is the floor that is free, as outlines.
func (r Room) Free() plane.Floor { return plane.Floor{Outline: r.Outline, Blocked: r.Blocked()} }
