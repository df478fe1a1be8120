package plane

import "math"

// Box is a rectangle's outline by the middle of it, its sides and the angle by which it is
// turned anticlockwise, in m and degrees.
func Box(x, y, width, depth, turned float64) Ring {
	sin, cos := math.Sincos(turned * math.Pi / 180)
	out := make(Ring, 0, 4)
	for _, c := range [4][2]float64{{-1, -1}, {1, -1}, {1, 1}, {-1, 1}} {
		u, v := c[0]*width/2, c[1]*depth/2
		out = append(out, Point{x + u*cos - v*sin, y + u*sin + v*cos})
	}
	return out
}

// Turned is the outline turned about the origin, anticlockwise, by an angle in radians.
func (r Ring) Turned(angle float64) Ring {
	sin, cos := math.Sincos(angle)
	out := make(Ring, len(r))
	for i, p := range r {
		out[i] = Point{p.X*cos - p.Y*sin, p.X*sin + p.Y*cos}
	}
	return out
}

// Outline is the rectangle's.
func (r Rectangle) Outline() Ring {
	return Box(r.X+r.Width/2, r.Y+r.Depth/2, r.Width, r.Depth, 0)
}

// Holds reports whether a place lies inside an outline that passes Check, or on it.
func (r Ring) Holds(p Point) bool {
	if r.From(p) <= touching {
		return true
	}
	in := false
	for i := range r {
		a, b := r.side(i)
		if (a.Y > p.Y) != (b.Y > p.Y) && p.X < a.X+(p.Y-a.Y)/(b.Y-a.Y)*(b.X-a.X) {
			in = !in
		}
	}
	return in
}

// From is how far a place is from an outline's nearest side, in m.
func (r Ring) From(p Point) float64 {
	best := math.Inf(1)
	for i := range r {
		a, b := r.side(i)
		best = min(best, fromSide(p, a, b))
	}
	return math.Sqrt(best)
}

// fromSide is the square of how far a place is from the side between two others, in m².
func fromSide(p, a, b Point) float64 {
	dx, dy := b.X-a.X, b.Y-a.Y
	t := ((p.X-a.X)*dx + (p.Y-a.Y)*dy) / (dx*dx + dy*dy)
	t = max(0, min(1, t))
	x, y := p.X-a.X-t*dx, p.Y-a.Y-t*dy
	return x*x + y*y
}

// Overlap is how far two convex outlines reach into each other: the least that one has to
// be moved until they only touch, in m; 0 when they do not overlap. Of two convex shapes
// that least move is square to a side of one of them (the separating axes).
func Overlap(a, b Ring) float64 {
	least := math.Inf(1)
	for _, of := range []Ring{a, b} {
		for i := range of {
			p, q := of.side(i)
			l := math.Hypot(q.X-p.X, q.Y-p.Y)
			u := Point{-(q.Y - p.Y) / l, (q.X - p.X) / l}
			alo, ahi := a.along(u)
			blo, bhi := b.along(u)
			depth := math.Min(ahi-blo, bhi-alo)
			if depth <= touching {
				return 0
			}
			least = math.Min(least, depth)
		}
	}
	return least
}

// along is from where to where an outline lies along a direction, in m.
func (r Ring) along(u Point) (lo, hi float64) {
	lo, hi = math.Inf(1), math.Inf(-1)
	for _, p := range r {
		d := p.X*u.X + p.Y*u.Y
		lo, hi = math.Min(lo, d), math.Max(hi, d)
	}
	return lo, hi
}

// Hull is the box around an outline, along the axes.
func (r Ring) Hull() Ring {
	x0, x1 := r.along(Point{X: 1})
	y0, y1 := r.along(Point{Y: 1})
	return Box((x0+x1)/2, (y0+y1)/2, x1-x0, y1-y0, 0)
}

// Beyond is how far a convex outline reaches out of a room's, in m; 0 when it lies within.
// It is the farthest that a corner of it lies outside, or, where a corner of the room
// points into it, how deep that corner is in it.
func Beyond(room, thing Ring) float64 {
	far := 0.0
	for _, p := range thing {
		if !room.Holds(p) {
			far = math.Max(far, room.From(p))
		}
	}
	for i, p := range room {
		if d := thing.From(p); d > touching && thing.Holds(p) {
			far = math.Max(far, d)
			continue
		}
		// A wall can cross it with both its ends outside.
		a, b := room.side(i)
		if inside := chord(thing, a, b); inside != nil {
			if m := (Point{(inside[0].X + inside[1].X) / 2, (inside[0].Y + inside[1].Y) / 2}); thing.From(m) > touching {
				far = math.Max(far, thing.From(m))
			}
		}
	}
	if far <= 1e-6 {
		return 0
	}
	return far
}

// chord is the part of a side that lies in a convex outline, nil where there is none.
func chord(convex Ring, a, b Point) []Point {
	lo, hi := 0.0, 1.0
	for i := range convex {
		p, q := convex.side(i)
		da, db := across(p, q, a), across(p, q, b)
		if !convex.turnsLeft() {
			da, db = -da, -db
		}
		switch {
		case da < 0 && db < 0:
			return nil
		case da < 0:
			lo = math.Max(lo, da/(da-db))
		case db < 0:
			hi = math.Min(hi, da/(da-db))
		}
	}
	if hi-lo <= 1e-9 {
		return nil
	}
	at := func(t float64) Point { return Point{a.X + t*(b.X-a.X), a.Y + t*(b.Y-a.Y)} }
	return []Point{at(lo), at(hi)}
}

// turnsLeft reports whether an outline runs anticlockwise.
func (r Ring) turnsLeft() bool { return r.signed() > 0 }

// Clear is how far one can go from a place in a direction on a floor, over a width with the
// place in its middle, until a wall or something that is blocked is met, in m. The wall
// that the place is on does not count.
func (f Floor) Clear(from, direction Point, width float64) float64 {
	l := math.Hypot(direction.X, direction.Y)
	if !(l > 0) {
		return 0
	}
	u := Point{direction.X / l, direction.Y / l}
	v := Point{-u.Y, u.X}
	best := math.Inf(1)
	for n, ring := range append([]Ring{f.Outline}, f.Blocked...) {
		left := ring.turnsLeft()
		lo, hi := math.Inf(1), math.Inf(-1) // of a thing, where it lies in the strip
		for i := range ring {
			a, b := ring.side(i)
			ax, ay := (a.X-from.X)*u.X+(a.Y-from.Y)*u.Y, (a.X-from.X)*v.X+(a.Y-from.Y)*v.Y
			bx, by := (b.X-from.X)*u.X+(b.Y-from.Y)*u.Y, (b.X-from.X)*v.X+(b.Y-from.Y)*v.Y
			// Gone along x now, a wall stops what comes from inside the room.
			stops := n > 0 || (by > ay) == left
			if ay > by {
				ax, ay, bx, by = bx, by, ax, ay
			}
			y0, y1 := math.Max(ay, -width/2+touching), math.Min(by, width/2-touching)
			if !stops || y1 <= y0 {
				continue
			}
			at := func(y float64) float64 { return ax + (y-ay)/(by-ay)*(bx-ax) }
			near, far := math.Min(at(y0), at(y1)), math.Max(at(y0), at(y1))
			if n == 0 && far > 1e-6 {
				best = math.Min(best, math.Max(0, near))
			}
			lo, hi = math.Min(lo, near), math.Max(hi, far)
		}
		if n > 0 && hi > 1e-6 {
			best = math.Min(best, math.Max(0, lo))
		}
	}
	if math.IsInf(best, 1) {
		return 0
	}
	return best
}
