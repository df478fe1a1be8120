package band

import (
	"math"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Pull is what a set-up asks of its anchor: the most that it may be, its ± included, in N, with the angle in
// degrees above the horizontal at which it pulls at that end of the way where it
// pulls harder, from the anchor towards the body. It is what a build or a door anchor
// is checked against.
type Pull struct {
	Force   quantity.Force
	Upwards float64
}

// LightDoor is what an anchor on a hollow, glazed, sliding or folding door is asked
// at most (house value).
var LightDoor = space.LightDoor.Takes()

// OnAnchor is the most that the staying end may have to take, the pull with its
// uncertainty. It is zero for a movement
// without an anchor.
func (s Set) OnAnchor() Pull {
	if !s.Movement.Anchored() || len(s.Bands) == 0 {
		return Pull{}
	}
	c := CourseOf(s.Movement, s.Bands[0].Kind, s.Stature, s.Rig)
	p := Through(&c, s.Bands, s.Rig)
	at := 1
	if p.Start > p.Finish {
		at = 0
	}
	to := c.To[at].minus(c.From[at])
	return Pull{p.Peak + p.PeakU95, math.Atan2(to.Y, math.Hypot(to.X, to.Z)) * 180 / math.Pi}
}

// Furniture is a heavy piece that a band is tied to: its mass, the depth of its
// foot in the direction of the pull, and the height at which it is tied. In kg and
// m, all > 0.
type Furniture struct {
	Mass          quantity.Mass
	Depth, Height quantity.Length
}

// frictionOf is the least coefficient to expect between a piece's feet and a floor
// (from memory, low; house values).
var frictionOf = map[space.Surface]float64{
	space.Concrete: 0.40, space.Wood: 0.25, space.Laminate: 0.20, space.Tile: 0.25, space.Carpet: 0.30, space.Rubber: 0.50, space.Grass: 0.30,
}

// anchorSafety is what a piece of furniture must hold more than it is asked (house
// value).
const anchorSafety = 2

// Holding is what furniture holds: the pull at which it slides, that at which it
// tips, and what may be asked of it, half of the lesser. Slides says which is
// lesser.
type Holding struct {
	Slide, Tip, Allowed quantity.Force
	Slides              bool
	Friction            float64
}

// Holds is what a piece of furniture on a floor holds against a pull at an angle in
// degrees above the horizontal (−90 < angle < 90). It slides when P cos α = μ (m g −
// P sin α); it tips about its front foot, where the band leaves its front at the
// height of the tie and its mass is in the middle of its depth, when P cos α · h =
// m g · depth/2 (statics of a rigid body; Hibbeler, Engineering Mechanics, friction:
// slipping or tipping).
func (f Furniture) Holds(upwards float64, floor space.Surface) Holding {
	mu, ok := frictionOf[floor]
	if !ok {
		mu = frictionOf[space.Laminate]
	}
	weight := float64(f.Mass) * quantity.StandardGravity
	sin, cos := math.Sincos(upwards * math.Pi / 180)
	h := Holding{Friction: mu, Slide: quantity.Force(math.Inf(1)), Tip: quantity.Force(weight * float64(f.Depth) / (2 * float64(f.Height) * cos))}
	if along := cos + mu*sin; along > 0 { // pulled down hard enough it never slides
		h.Slide = quantity.Force(mu * weight / along)
	}
	h.Slides = h.Slide <= h.Tip
	h.Allowed = min(h.Slide, h.Tip) / anchorSafety
	return h
}
