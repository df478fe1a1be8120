package space

import (
	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Live loads that floors of dwellings are built for, in Pa: rooms 40 psf, sleeping rooms and
// habitable attics 30 psf (IRC Table R301.5, ASCE 7 Table 4.3-1, from memory).
const (
	roomLoad    = 40 * psf
	sleepLoad   = 30 * psf
	psf         = quantity.PoundForceN / (quantity.FootM * quantity.FootM)
	footOfThing = 0.05 * 0.05 // m², what four feet together stand on (house value)
)

// Burden is what a thing asks of the floor, in Pa: spread over its own foot, over that with
// its working zone, and under its feet. Limit is what such a floor is built for. Ask says
// that it is above that: a structural engineer decides, this approves nothing.
type Burden struct {
	Foot, Around, Feet, Limit float64
	Ask                       bool
}

// LiveLoad is what the room's floor is built for, in Pa.
func (r Room) LiveLoad() float64 {
	if r.Sleeps {
		return sleepLoad
	}
	return roomLoad
}

// BurdenOf is what a mass in kg on a thing's foot asks of a room's floor; of a slab on the
// ground nothing is asked.
func (r Room) BurdenOf(t Thing, mass quantity.Mass) Burden {
	weight := float64(mass) * quantity.StandardGravity
	around := float64(t.Width+t.Zone.Left+t.Zone.Right) * float64(t.Depth+t.Zone.Front+t.Zone.Back)
	b := Burden{Foot: weight / float64(t.Width*t.Depth), Around: weight / around, Feet: weight / footOfThing, Limit: r.LiveLoad()}
	b.Ask = r.Floor != Slab && b.Around > b.Limit
	return b
}

// ExplainBurden derives what a thing asks of the floor over its foot and working zone.
func (r Room) ExplainBurden(t Thing, mass quantity.Mass) derivation.Derivation {
	b := r.BurdenOf(t, mass)
	return derivation.Derivation{
		Title: "Load on the floor", Value: b.Around, Kind: quantity.KindPressure,
		Inputs: []derivation.Input{
			derivation.Number("mass", quantity.KindMass, float64(mass), "space.mass_kg"),
			derivation.Number("foot", quantity.KindArea, float64(t.Width*t.Depth), "space.width_m"),
			derivation.Number("spread over the foot alone", quantity.KindPressure, b.Foot, ""),
			derivation.Number("floors like this are built for", quantity.KindPressure, b.Limit, ""),
		},
		Formula: "m g ÷ (foot with its working zone)", Range: "guidance; above it a structural engineer decides",
		Source: "IRC Table R301.5, ASCE 7 Table 4.3-1 (from memory)",
	}
}

// A mat under what is dropped, by the energy m g h in J up to which it serves (house values,
// guidance only).
var mats = []struct {
	joules float64
	thick  quantity.Length
}{{50, 0.010}, {150, 0.020}, {400, 0.040}}

// Dropping says what the floor of a room bears of what is let go at a height in m, that of
// the hip mostly.
func (r Room) Dropping(height quantity.Length) quantity.Phrase {
	switch {
	case r.NeighboursBelow:
		return quantity.Say("nothing is dropped: somebody lives below; set loads down on a mat")
	case r.Floor != Slab:
		return quantity.Say("nothing is dropped on a timber floor, or on one that nobody knows; set loads down on a mat")
	case height <= 0:
		return quantity.Say("what is dropped falls on a mat")
	}
	out := quantity.Say("let go at the hip: ")
	for _, m := range mats {
		most := m.joules / quantity.StandardGravity / float64(height)
		out = append(out, quantity.Say("up to ", quantity.Amount(quantity.KindMass, most), " on a mat of ",
			quantity.Amount(quantity.KindThin, float64(m.thick)), ", ")...)
	}
	return append(out, quantity.Say("heavier loads are lowered (house values)")...)
}
