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
	return Slope{From: 0, Low: low, High: high, Outline: plane.Ring{from, to, {X: to.X + d*in.X, Y: to.Y + d*in.Y}, {X: from.X + d*in.X, Y: from.Y + d*in.Y}}}, true
}
