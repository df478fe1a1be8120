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

// Recoil is what a band gives back of a pull in N after a stretch in m where it lets go, in J, at the most:
// 0.7 F x (house value; a straight line gives half, rubber is harder at first).
func Recoil(f quantity.Force, stretch quantity.Length) float64 {
	return recoilShare * float64(f) * float64(stretch)
}

const (
	recoilShare = 0.7
	// recoilSafe is from where on nobody stands in line with a band, in J; usualStretch what one is pulled
	// out by where nobody knows, in m (house values).
	recoilSafe   = 50.0
	usualStretch = quantity.Length(1.2)
)

// recoils are the cautions of what bands of a pull hang from.
func (s Situation) recoils(f quantity.Force) []Text {
	stretch := s.Stretch
	if stretch <= 0 {
		stretch = usualStretch
	}
	out := []Text{"No metal between the anchor and the hand: no hook, no ring that flies with the band."}
	if e := Recoil(f, stretch); e > recoilSafe {
		out = append(out, tell("A band that lets go gives back up to %s: nobody in line with it within its stretched "+
			"length and {1 "+
			"m}, eyes guarded.", joule(e)))
	}
	return out
}
