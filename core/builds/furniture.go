package builds

import (
	"math"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// BandFactor is what a pull of a band is multiplied with, once: it covers an overstretch to
// four times its length (house value).
const BandFactor = 1.5

// Furniture is a piece of furniture that a band is tied to: its mass, its friction with the
// floor, the height of the pull, from the edge that it tips over to the pull and to its
// centre, in m, and the angle of the pull upward, in degrees from 0 to 90.
type Furniture struct {
	Mass                     quantity.Mass
	Mu                       float64
	Height, ToPull, ToCentre quantity.Length
	Angle                    float64
}

// frictionOf is the least coefficient to expect between a piece's feet and a floor (from memory,
// low; house values).
var frictionOf = map[space.Surface]float64{
	space.Concrete: 0.40, space.Wood: 0.25, space.Laminate: 0.20, space.Tile: 0.25, space.Carpet: 0.30, space.Rubber: 0.50,
	space.Grass: 0.30,
}

// Friction is that of a floor; 0.2 of one that nobody knows.
func Friction(floor space.Surface) float64 {
	if mu, ok := frictionOf[floor]; ok {
		return mu
	}
	return frictionOf[space.Laminate]
}

// FurnitureAnswer are the pulls, in N and not factored, at which it slides, tips and lifts,
// and the least of them, which it holds. One that never comes is +Inf.
type FurnitureAnswer struct{ Slides, Tips, Lifts, Holds float64 }

// Check works it out with BandFactor inside: it holds while 1.5 F cos θ ≤ μ (W − 1.5 F sin θ),
// 1.5 F (h cos θ + b sin θ) ≤ W c and 1.5 F sin θ < W. Errors are *quantity.FieldError of
// mass_kg, mu, height_m, edge_to_pull_m, edge_to_centre_m and angle_deg. Source: statics.
func (f Furniture) Check() (out FurnitureAnswer, _ error) {
	switch {
	case !(f.Mass > 0) || f.Mass > 2000:
		return out, quantity.At("mass_kg", "a mass is above 0 and at most 2,000 kg")
	case !(f.Mu >= 0) || f.Mu > 2:
		return out, quantity.At("mu", "friction is from 0 to 2")
	case !(f.Height >= 0) || f.Height > 5:
		return out, quantity.At("height_m", "the pull is from 0 to 5 m above the floor")
	case !(f.ToPull >= 0) || f.ToPull > 10:
		return out, quantity.At("edge_to_pull_m", "the edge is from 0 to 10 m away")
	case !(f.ToCentre >= 0) || f.ToCentre > 10:
		return out, quantity.At("edge_to_centre_m", "the centre is from 0 to 10 m away")
	case !(f.Angle >= 0) || f.Angle > 90:
		return out, quantity.At("angle_deg", "an angle upward is from 0 to 90 degrees")
	}
	w := float64(f.Mass) * quantity.StandardGravity
	sin, cos := math.Sincos(f.Angle * math.Pi / 180)
	if f.Angle == 90 {
		cos = 0
	}
	over := func(capacity, demand float64) float64 {
		if demand <= 0 {
			return math.Inf(1)
		}
		return capacity / (BandFactor * demand)
	}
	out.Slides = over(f.Mu*w, cos+f.Mu*sin)
	out.Tips = over(w*float64(f.ToCentre), float64(f.Height)*cos+float64(f.ToPull)*sin)
	out.Lifts = over(w, sin)
	out.Holds = math.Min(out.Slides, math.Min(out.Tips, out.Lifts))
	return out, nil
}
