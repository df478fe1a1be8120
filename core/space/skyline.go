package space

import (
	"math"
	"slices"

	"scrappyrack/core/plane"
	"scrappyrack/core/quantity"
)

// Over is the height of the ceiling over a place, in m; where two meet, the lower. A ceiling
// of 0 has not been measured: it is then as high as what hangs below it, or 0.
func (r Room) Over(p plane.Point) quantity.Length {
	h := r.hung().over(p)
	if h >= unmeasured {
		return 0
	}
	return h
}

func (c Ceiling) over(p plane.Point) quantity.Length {
	h := c.Height
	for _, d := range c.Drops {
		if d.Outline.Holds(p) {
			h = min(h, d.Under)
		}
	}
	for _, s := range c.Slopes {
		if s.Outline.Holds(p) {
			h = min(h, s.at(p))
		}
	}
	return h
}

// at is the slope's height over a place of its outline.
func (s Slope) at(p plane.Point) quantity.Length {
	foot, up, far := s.rise()
	t := ((p.X-foot.X)*up.X + (p.Y-foot.Y)*up.Y) / far
	return s.Low + (s.High-s.Low)*quantity.Length(t)
}

// Step is a corner of a skyline: how far along, and how high, in m.
type Step struct{ Along, Height quantity.Length }

// Skyline is the ceiling over the line between two places, as the corners of a line from
// left to right, exact; it jumps where a beam begins. It is empty of one that nobody has
// measured.
func (r Room) Skyline(from, to plane.Point) []Step {
	c := r.hung()
	l := math.Hypot(to.X-from.X, to.Y-from.Y)
	if l <= 0 || c.Height >= unmeasured && len(c.Drops)+len(c.Slopes) == 0 {
		return nil
	}
	at := func(t float64) plane.Point {
		return plane.Point{X: from.X + t*(to.X-from.X), Y: from.Y + t*(to.Y-from.Y)}
	}
	ts := []float64{0, 1}
	cross := func(ring plane.Ring) {
		for i, p := range ring {
			q := ring[(i+1)%len(ring)]
			d := (to.X-from.X)*(q.Y-p.Y) - (to.Y-from.Y)*(q.X-p.X)
			if math.Abs(d) < 1e-12 {
				continue
			}
			t := ((p.X-from.X)*(q.Y-p.Y) - (p.Y-from.Y)*(q.X-p.X)) / d
			if t > 0 && t < 1 {
				ts = append(ts, t)
			}
		}
	}
	for _, d := range c.Drops {
		cross(d.Outline)
	}
	for _, s := range c.Slopes {
		cross(s.Outline)
	}
	// Slopes that cross each other, or a level, between.
	height := func(s Slope, t float64) float64 { return float64(s.at(at(t))) }
	levels := []float64{float64(c.Height)}
	for _, d := range c.Drops {
		levels = append(levels, float64(d.Under))
	}
	for i, s := range c.Slopes {
		a, b := height(s, 0), height(s, 1)
		for _, h := range levels {
			if t := (h - a) / (b - a); math.Abs(b-a) > 1e-12 && t > 0 && t < 1 {
				ts = append(ts, t)
			}
		}
		for _, o := range c.Slopes[i+1:] {
			u, v := height(o, 0)-a, height(o, 1)-b
			if t := u / (u - v); math.Abs(u-v) > 1e-12 && t > 0 && t < 1 {
				ts = append(ts, t)
			}
		}
	}
	slices.Sort(ts)
	var out []Step
	put := func(t float64, h quantity.Length) {
		s := Step{quantity.Length(t * l), min(h, c.Height)}
		if n := len(out); n > 0 && math.Abs(float64(out[n-1].Along-s.Along)) < 1e-9 && math.Abs(float64(out[n-1].Height-s.Height)) < 1e-9 {
			return
		}
		// A corner on the line between its neighbours is none.
		if n := len(out); n > 1 {
			a, b := out[n-2], out[n-1]
			if b.Along-a.Along > 1e-9 && s.Along-b.Along > 1e-9 &&
				math.Abs(float64((b.Height-a.Height)/(b.Along-a.Along)-(s.Height-b.Height)/(s.Along-b.Along))) < 1e-9 {
				out = out[:n-1]
			}
		}
		out = append(out, s)
	}
	for i := range len(ts) - 1 {
		if ts[i+1]-ts[i] < 1e-9 {
			continue
		}
		// The pieces are linear: what two places inside say holds to the ends.
		a, b := ts[i]+(ts[i+1]-ts[i])/4, ts[i+1]-(ts[i+1]-ts[i])/4
		ha, hb := c.over(at(a)), c.over(at(b))
		slope := (hb - ha) / 2
		put(ts[i], ha-slope)
		put(ts[i+1], hb+slope)
	}
	for i := range out {
		if out[i].Height >= unmeasured {
			out[i].Height = 0
		}
	}
	return out
}
