package space

import (
	"cmp"
	"fmt"
	"math"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Overhead is what hangs below a ceiling, or a part of it that slopes, as it is measured; in
// m and degrees. What hangs is a box around X, Y, turned anticlockwise, with its underside
// at Under; what is Loose can be taken down. A slope rises from Under at a wall to High, Run
// away from it; High 0 is the ceiling's height.
type Overhead struct {
	Name          string
	Slopes, Loose bool
	X, Y, Turned  float64
	Width, Depth  quantity.Length
	Under         quantity.Length
	Wall          int
	Run, High     quantity.Length
}

// OverheadFaults are what stands against something overhead: of under_m, width_m, depth_m,
// x_m, wall, high_m or run_m.
func (r Room) OverheadFaults(o Overhead) (out []*quantity.FieldError) {
	no := func(field string, parts ...any) { out = append(out, quantity.At(field, parts...)) }
	length := func(l quantity.Length) quantity.Piece { return quantity.Amount(quantity.KindLength, float64(l)) }
	top := cmp.Or(r.Ceiling.Height, quantity.Length(math.Inf(1)))
	switch {
	case o.Under <= 0 && !o.Slopes:
		no("under_m", "its underside is above the floor")
	case o.Under < 0:
		no("under_m", "it starts at the floor or above")
	case o.Under > top:
		no("under_m", "the ceiling is at ", length(top), ": it hangs below that")
	}
	if !o.Slopes {
		switch {
		case !(o.Width > 0):
			no("width_m", "it has a width")
		case !(o.Depth > 0):
			no("depth_m", "it has a depth")
		case len(r.Outline) > 0 && plane.Overlap(o.box(), r.Outline.Hull()) == 0:
			no("x_m", "it hangs outside the room")
		}
		return out
	}
	if len(r.Walls) > 0 && o.Wall >= len(r.Walls) {
		no("wall", fmt.Sprintf("it starts at wall %s, and the room has %d walls", WallName(o.Wall), len(r.Walls)))
	}
	switch high := cmp.Or(o.High, r.Ceiling.Height); {
	case high == 0:
		no("high_m", "say how high it gets, or measure the ceiling")
	case high > top:
		no("high_m", "the ceiling is at ", length(top), ": it gets no higher")
	case high <= o.Under:
		no("under_m", "it rises from its wall, to ", length(high))
	}
	if !(o.Run > 0) {
		no("run_m", "it gets to its height some way from its wall")
	}
	return out
}

func (o Overhead) box() plane.Ring {
	return plane.Box(o.X, o.Y, float64(o.Width), float64(o.Depth), o.Turned)
}

// Hang puts something overhead under the room's ceiling. What has no place there, its wall
// or the height that it rises to being gone, comes back as an error; what hangs above the
// ceiling hangs nowhere.
func (r *Room) Hang(o Overhead) error {
	if !o.Slopes {
		if o.Under > 0 && (r.Ceiling.Height == 0 || o.Under <= r.Ceiling.Height) && o.Width > 0 && o.Depth > 0 {
			r.Ceiling.Drops = append(r.Ceiling.Drops, Drop{Name: o.Name, Outline: o.box(), Under: o.Under, Loose: o.Loose})
		}
		return nil
	}
	for _, f := range r.OverheadFaults(o) {
		if f.Field == "wall" || f.Field == "high_m" && o.High == 0 {
			return f
		}
	}
	if s, ok := r.SlopeAt(o.Wall, o.Under, cmp.Or(o.High, r.Ceiling.Height), o.Run); ok {
		s.Name = o.Name
		r.Ceiling.Slopes = append(r.Ceiling.Slopes, s)
	}
	return nil
}
