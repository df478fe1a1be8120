package space

import (
	"fmt"
	"math"
	"slices"
	"sort"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Ceiling is a height over every place of a floor: flat, but for what hangs below it and
// where it slopes. Height in m is the flat one, or a vault's highest; > 0.
type Ceiling struct {
	Height quantity.Length
	Drops  []Drop
	Slopes []Slope
}

// Drop is a beam, a duct, a lamp or a door's track, from above, with its underside in m
// above the floor. Loose says that it can be taken down, as lamps can.
type Drop struct {
	Name    string
	Outline plane.Ring
	Under   quantity.Length
	Loose   bool
}

// Slope is a part of the ceiling that rises evenly from side From of its convex outline,
// where it is Low, to its farthest corner from there, where it is High; in m.
type Slope struct {
	Name      string
	Outline   plane.Ring
	From      int
	Low, High quantity.Length
}

// Check is nil for a ceiling that can be: every drop and slope has an outline, starts
// above the floor and lies below the ceiling's height, slopes are convex and rise.
// Otherwise a *quantity.FieldError of height, drops[i] or slopes[i].
func (c Ceiling) Check() error {
	if !(c.Height > 0) {
		return quantity.At("height", "a ceiling has a height above 0")
	}
	for i, d := range c.Drops {
		field := fmt.Sprintf("drops[%d]", i)
		if err := d.Outline.Check(); err != nil {
			return quantity.At(field, err.Error())
		}
		if !(d.Under > 0) || d.Under > c.Height {
			return quantity.At(field, "its underside lies between the floor and the ceiling at ",
				quantity.Amount(quantity.KindLength, float64(c.Height)))
		}
	}
	for i, s := range c.Slopes {
		field := fmt.Sprintf("slopes[%d]", i)
		if err := s.Outline.Check(); err != nil {
			return quantity.At(field, err.Error())
		}
		switch {
		case !s.Outline.Convex():
			return quantity.At(field, "a slope has no corner that turns inward: take it as two")
		case s.From < 0 || s.From >= len(s.Outline):
			return quantity.At(field, "it rises from one of its sides")
		case !(s.Low >= 0) || !(s.High > s.Low) || s.High > c.Height:
			return quantity.At(field, "it rises from its low side, and no higher than the ceiling at ",
				quantity.Amount(quantity.KindLength, float64(c.Height)))
		}
	}
	return nil
}

// rise is the foot of a slope, the direction in which it rises and how far it does, in m.
func (s Slope) rise() (foot, up plane.Point, far float64) {
	a, b := s.Outline[s.From], s.Outline[(s.From+1)%len(s.Outline)]
	l := math.Hypot(b.X-a.X, b.Y-a.Y)
	up = plane.Point{X: -(b.Y - a.Y) / l, Y: (b.X - a.X) / l}
	for _, p := range s.Outline {
		if d := (p.X-a.X)*up.X + (p.Y-a.Y)*up.Y; math.Abs(d) > math.Abs(far) {
			far = d
		}
	}
	if far < 0 {
		up, far = plane.Point{X: -up.X, Y: -up.Y}, -far
	}
	return a, up, far
}

// Below is where the ceiling is lower than a height in m; all says that it is everywhere.
// The ceiling passes Check.
func (c Ceiling) Below(height quantity.Length) (low []plane.Ring, all bool) {
	if c.Height < height {
		return nil, true
	}
	for _, d := range c.Drops {
		if d.Under < height {
			low = append(low, d.Outline)
		}
	}
	for _, s := range c.Slopes {
		foot, up, far := s.rise()
		reach := far * float64((height-s.Low)/(s.High-s.Low))
		edge := plane.Point{X: foot.X + up.X*reach, Y: foot.Y + up.Y*reach}
		if part := s.Outline.Cut(edge, plane.Point{X: -up.X, Y: -up.Y}); reach > 0 && part != nil {
			low = append(low, part)
		}
	}
	return low, false
}

// Place is the largest free rectangle under which a height is to be had, in m, of those
// that hold a width and depth in m either way round; the zero one when there is none.
func (c Ceiling) Place(floor plane.Floor, height, width, depth quantity.Length) plane.Rectangle {
	low, all := c.Below(height)
	if all {
		return plane.Rectangle{}
	}
	floor.Blocked = append(floor.Blocked[:len(floor.Blocked):len(floor.Blocked)], low...)
	return floor.LargestHolding(float64(width), float64(depth))
}

// HighestFor is the greatest height, in m and within 1 mm, that is to be had over a place
// of a width and depth in m; 0 when the floor has no such place. What is low changes at the
// levels of what hangs and where slopes begin and end, and between them with slopes alone.
func (c Ceiling) HighestFor(floor plane.Floor, width, depth quantity.Length) quantity.Length {
	has := func(h quantity.Length) bool { return c.Place(floor, h, width, depth).Area() > 0 }
	levels := []quantity.Length{0, c.Height}
	for _, d := range c.Drops {
		levels = append(levels, d.Under)
	}
	for _, s := range c.Slopes {
		levels = append(levels, s.Low, s.High)
	}
	slices.Sort(levels)
	levels = slices.Compact(levels)
	if !has(0) {
		return 0
	}
	// The first level that is too high.
	above := sort.Search(len(levels), func(i int) bool { return i > 0 && !has(levels[i]) })
	lo := levels[above-1]
	if above == len(levels) || len(c.Slopes) == 0 {
		return lo
	}
	for hi := levels[above]; hi-lo > 0.001; {
		if m := (lo + hi) / 2; has(m) {
			lo = m
		} else {
			hi = m
		}
	}
	return lo
}

// turned is the ceiling turned about the origin, anticlockwise, by an angle in radians.
func (c Ceiling) turned(angle float64) Ceiling {
	out := Ceiling{Height: c.Height}
	for _, d := range c.Drops {
		d.Outline = d.Outline.Turned(angle)
		out.Drops = append(out.Drops, d)
	}
	for _, s := range c.Slopes {
		s.Outline = s.Outline.Turned(angle)
		out.Slopes = append(out.Slopes, s)
	}
	return out
}
