// Package plane measures floors: outlines with what stands on them, from above, in m.
package plane

import (
	"fmt"
	"math"
)

// Point is a place on the floor, in m; x to the right and y up as it is drawn.
type Point struct{ X, Y float64 }

// Ring is an outline by its corners, in either sense of rotation, the last joined to the
// first. Side i runs from corner i to the one after it.
type Ring []Point

// Kind is what is wrong with an outline.
type Kind string

// What can be wrong with an outline.
const (
	TooFew    Kind = "too-few"
	NoNumber  Kind = "no-number"
	NoLength  Kind = "no-length"
	Crossing  Kind = "crossing"
	TurnsBack Kind = "turns-back"
)

// Fault says which corners or sides of an outline are at odds; both count from 0.
type Fault struct {
	Kind Kind
	A, B int
}

// Error says it in words that count from 1.
func (f *Fault) Error() string {
	switch f.Kind {
	case TooFew:
		return "an outline has three corners or more"
	case NoNumber:
		return fmt.Sprintf("corner %d is not a place", f.A+1)
	case NoLength:
		return fmt.Sprintf("corner %d lies on the one after it: leave one out", f.A+1)
	case TurnsBack:
		return fmt.Sprintf("side %d runs back along side %d", f.B+1, f.A+1)
	}
	return fmt.Sprintf("side %d meets side %d: an outline must not cross or touch itself", f.A+1, f.B+1)
}

// touching is how near two things are taken to touch, in m: far below any tape.
const touching = 1e-9

// side is the i-th side.
func (r Ring) side(i int) (Point, Point) { return r[i], r[(i+1)%len(r)] }

// Check is nil for a simple polygon: three corners or more, no side without length, no
// two sides that cross, touch or run back along each other. Otherwise a *Fault.
func (r Ring) Check() error {
	if len(r) < 3 {
		return &Fault{Kind: TooFew}
	}
	for i, p := range r {
		if far := math.Max(math.Abs(p.X), math.Abs(p.Y)); !(far <= 1e6) {
			return &Fault{Kind: NoNumber, A: i}
		}
	}
	for i := range r {
		if a, b := r.side(i); math.Hypot(b.X-a.X, b.Y-a.Y) <= touching {
			return &Fault{Kind: NoLength, A: i}
		}
	}
	n := len(r)
	for i := range r {
		a, b := r.side(i)
		_, c := r.side((i + 1) % n)
		if math.Abs(across(a, b, c)) <= touching && (b.X-a.X)*(c.X-b.X)+(b.Y-a.Y)*(c.Y-b.Y) < 0 {
			return &Fault{Kind: TurnsBack, A: i, B: (i + 1) % n}
		}
		for j := i + 2; j < n; j++ {
			if i == 0 && j == n-1 {
				continue
			}
			c, d := r.side(j)
			if meet(a, b, c, d) {
				return &Fault{Kind: Crossing, A: i, B: j}
			}
		}
	}
	return nil
}

// Area is what the outline holds, in m² (the shoelace formula).
func (r Ring) Area() float64 { return math.Abs(r.signed()) }

// signed is the area, below 0 of an outline that runs clockwise.
func (r Ring) signed() float64 {
	twice := 0.0
	for i := range r {
		a, b := r.side(i)
		twice += a.X*b.Y - b.X*a.Y
	}
	return twice / 2
}

// across is how far c lies to the left of the line from a to b, in m.
func across(a, b, c Point) float64 {
	return ((b.X-a.X)*(c.Y-a.Y) - (b.Y-a.Y)*(c.X-a.X)) / math.Hypot(b.X-a.X, b.Y-a.Y)
}

// meet reports whether two sides have a place in common, within touching.
func meet(a, b, c, d Point) bool {
	if math.Max(a.X, b.X)+touching < math.Min(c.X, d.X) || math.Max(c.X, d.X)+touching < math.Min(a.X, b.X) ||
		math.Max(a.Y, b.Y)+touching < math.Min(c.Y, d.Y) || math.Max(c.Y, d.Y)+touching < math.Min(a.Y, b.Y) {
		return false
	}
	apart := func(p, q Point, u, v Point) bool {
		s, t := across(p, q, u), across(p, q, v)
		return s > touching && t > touching || s < -touching && t < -touching
	}
	return !apart(a, b, c, d) && !apart(c, d, a, b)
}

// Convex reports whether an outline that passes Check has no corner that turns inward.
func (r Ring) Convex() bool {
	left, right := false, false
	for i := range r {
		a, b := r.side(i)
		_, c := r.side((i + 1) % len(r))
		turn := across(a, b, c)
		left, right = left || turn > touching, right || turn < -touching
	}
	return !left || !right
}

// Cut is the part of a convex outline on one side of a line through a place: that to which
// the direction points. Without any it is nil.
func (r Ring) Cut(place, direction Point) Ring {
	beyond := func(p Point) float64 { return (p.X-place.X)*direction.X + (p.Y-place.Y)*direction.Y }
	var out Ring
	for i := range r {
		a, b := r.side(i)
		da, db := beyond(a), beyond(b)
		if da >= 0 {
			out = append(out, a)
		}
		if da*db < 0 {
			t := da / (da - db)
			out = append(out, Point{a.X + t*(b.X-a.X), a.Y + t*(b.Y-a.Y)})
		}
	}
	if len(out) < 3 || out.Area() <= touching {
		return nil
	}
	return out
}
