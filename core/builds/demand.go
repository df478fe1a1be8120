package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// What a load is multiplied with, and why (house values). BandFactor stands with furniture.
const (
	// PersonFactor is of a body on straps, rings or a bar: getting on and off, and rows that are
	// not smooth. Slack is forbidden instead of factored: 5 cm in a strap of 2 m give 3.5 already.
	PersonFactor = 2.5
	// SwingFactor is where the movement swings.
	SwingFactor = 3.5
	// OneHandFactor is of one hand on a bar, at the worst place, of what both hands share.
	OneHandFactor = 1.5
	// FootFactor is of one foot that steps or lands, LandFactor of each of two that land.
	FootFactor, LandFactor = 2.5, 2.0
	// CarryFactor is of what is carried or stored. A dropped implement is not designed for.
	CarryFactor = 2.0
	// WallDuration is what timber bears more for ten minutes than for ten years: for wall
	// studs and panels alone (NDS 2018 2.3.2).
	WallDuration = 1.6
	// BodyHardware is how far hardware under a body may be used, for fatigue.
	BodyHardware = 0.7
)

// Weight is what a mass weighs with its ± taken on, in N: a body never less than all of it.
func Weight(m quantity.Estimate) quantity.Force {
	return quantity.Force((m.Value + m.Expanded()) * quantity.StandardGravity)
}

// Pull is a pull on a wall: its part away from it and its part along it, in N.
type Pull struct{ Off, Along float64 }

// Pulls are what a force does to a wall over the angles of a movement to the wall's normal,
// in degrees, from the least to the greatest, 0 to 90: as much off it as the least lets, and
// as much along it as the greatest does. Where nobody knows the angles, all of it off, all of
// it along, and both at 45°.
func Pulls(f quantity.Force, from, to float64, known bool) []Pull {
	n := float64(f)
	if !known {
		return []Pull{{n, 0}, {0, n}, {n / math.Sqrt2, n / math.Sqrt2}}
	}
	rad := math.Pi / 180
	return []Pull{{n * math.Cos(from*rad), n * math.Sin(to*rad)}}
}
