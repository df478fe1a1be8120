package space

import (
	"math"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Vary are the outlines of a walk with one of its walls longer than measured, by as much as
// the tape may be off in m, one for each wall that is measured and not exact; none where
// the tape is said to be right.
func Vary(walls []Wall, closes bool, half quantity.Length) []plane.Ring {
	if half <= 0 {
		return nil
	}
	var out []plane.Ring
	for i, w := range walls {
		if w.Exact || closes && i == len(walls)-1 {
			continue
		}
		other := append([]Wall(nil), walls...)
		other[i].Length += half
		if s, err := Closed(other, closes); err == nil {
			out = append(out, s.Outline)
		}
	}
	return out
}

// spread is by how much an answer may be off when every wall may be, each by itself: the sum
// of what each one does to it (to first order, the worst of all cases).
func (r Room) spread(ask func(Room) float64) float64 {
	if len(r.Variants) == 0 {
		return 0
	}
	now, sum := ask(r), 0.0
	for _, v := range r.Variants {
		other := r
		other.Outline, other.Variants = v, nil
		sum += math.Abs(ask(other) - now)
	}
	return sum
}

// extremes are the room's outline with every wall as far in, and as far out, as all its
// variants together can move it: every room that was walked lies between. Turns are as they
// were told, so walls move along themselves alone. One without an outline that can be is nil.
func (r Room) extremes() (inner, outer plane.Ring) {
	n := len(r.Outline)
	shifts := make([]float64, n)
	for _, v := range r.Variants {
		if len(v) != n {
			return nil, nil
		}
		for i := range shifts {
			in := r.inward(i)
			shifts[i] += math.Abs((v[i].X-r.Outline[i].X)*in.X + (v[i].Y-r.Outline[i].Y)*in.Y)
		}
	}
	moved := func(sign float64) plane.Ring {
		out := make(plane.Ring, n)
		for i := range out {
			before := (i + n - 1) % n
			a, b := r.inward(before), r.inward(i)
			da, db := sign*shifts[before], sign*shifts[i]
			// The corner c moves by p with p·a = da and p·b = db.
			p := plane.Point{X: b.X * db, Y: b.Y * db}
			if det := a.X*b.Y - a.Y*b.X; math.Abs(det) > 1e-6 {
				p = plane.Point{X: (da*b.Y - db*a.Y) / det, Y: (a.X*db - b.X*da) / det}
			}
			out[i] = plane.Point{X: r.Outline[i].X + p.X, Y: r.Outline[i].Y + p.Y}
		}
		if out.Check() != nil {
			return nil
		}
		return out
	}
	return moved(1), moved(-1)
}

// laneHalf is by how much a room's lane may be off when its walls may: from the longest in
// the smallest room that was walked to the longest in the largest, and within how much a lane
// is found (1 cm, more on a floor that is very full). With ever so little less room a lane may not pass at all.
func (r Room) laneHalf(lane plane.Lane, height quantity.Length) quantity.Length {
	if len(r.Variants) == 0 || lane.Length() == 0 {
		return 0
	}
	inner, outer := r.extremes()
	longest := func(outline plane.Ring) float64 {
		if outline == nil {
			return 0
		}
		other := r
		other.Outline, other.Variants = outline, nil
		return other.Lane(height).Length()
	}
	return quantity.Length(math.Max(lane.Length()-longest(inner), longest(outer)-lane.Length()) + lane.Most - lane.Length())
}

// SlopeAt is the part of a ceiling that rises from a height at a wall to another so far from
// it, in m, as long as the wall. A slope that would rise above the ceiling ends there; ok is
// false where there is none.
func (r Room) SlopeAt(wall int, low, high, run quantity.Length) (s Slope, ok bool) {
	if wall < 0 || wall >= len(r.Outline) || !(run > 0) {
		return s, false
	}
	if top := r.Ceiling.Height; top > 0 && high > top {
		run *= (top - low) / (high - low)
		high = top
	}
	if !(high > low) || !(run > 0) || low < 0 {
		return s, false
	}
	from, to, _ := r.Wall(wall)
	in := r.inward(wall)
	d := float64(run)
	return Slope{From: 0, Low: low, High: high, Outline: plane.Ring{from, to, {X: to.X + d*in.X, Y: to.Y + d*in.Y},
		{X: from.X + d*in.X, Y: from.Y + d*in.Y}}}, true
}
