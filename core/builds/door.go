package builds

import (
	"scrappyrack/core/quantity"
)

// DoorBuild is how a door is built.
type DoorBuild string

// A solid or framed one on three hinges, and any other.
const (
	SolidOnThree DoorBuild = "solid"
	LighterDoor  DoorBuild = "light"
)

// DoorStrap is an anchor for bands in a door: how the door is built; whether it opens away from
// who pulls, so that the pull shuts it; whether its latch holds; the gap between leaf and frame
// and how thick the knot is, in m; the pull of the bands with its ±, at the most that the
// set-up can be pulled to, all strands together, in N. Read says that every band was pulled on
// a scale. Strap is the strap as it is marked.
type DoorStrap struct {
	Door      DoorBuild
	Away      bool
	Latched   bool
	Gap, Knot quantity.Length
	Pull      quantity.Force
	Read      bool
	Strap     Hardware
}

// usualGap is between a leaf and its frame where nobody has measured, in m (house value).
const usualGap quantity.Length = 0.012

// takes is what the door may be pulled with, and what it is.
func (d DoorStrap) takes() (float64, Text) {
	if d.Door == SolidOnThree {
		return SolidDoor, "solid or framed, on three hinges"
	}
	return LightDoor, "hollow, glazed, sliding or folding"
}

// Build works a door strap out: the pull, not factored, against what the door takes, and with
// 1.5 against the strap; never a body. Errors are *quantity.FieldError of door, gap_m, knot_m
// and pull_n. Source: house values for doors; Hardware.
func (d DoorStrap) Build() (Built, error) {
	switch {
	case d.Door != SolidOnThree && d.Door != LighterDoor:
		return Built{}, quantity.At("door", "a door is solid on three hinges, or lighter")
	case d.Gap < 0 || d.Gap > 0.05:
		return Built{}, quantity.At("gap_m", "a gap is from 0 to 50 mm")
	case !(d.Knot > 0) || d.Knot > 0.2:
		return Built{}, quantity.At("knot_m", "a knot or tube is above 0 and at most 0.2 m thick")
	case !(d.Pull > 0) || d.Pull > 5000:
		return Built{}, quantity.At("pull_n", "a pull is above 0 and at most 5,000 N")
	}
	gap := max(d.Gap, usualGap)
	takes, door := d.takes()
	leaf := Check{Link: "door, " + door, Demand: float64(d.Pull), Capacity: takes, Unit: "N", Formula: "the pull as it is",
		Source: "house value"}
	switch {
	case !d.Away:
		leaf.Refused = "the pull opens it: use it from the side that it opens away from"
	case !d.Latched:
		leaf.Refused = "its latch does not hold: a door that springs open throws the strap at the face"
	case !d.Read:
		leaf.Refused = "nobody has pulled these bands on a scale: what they pull is not known"
	}
	knot := Check{Link: "knot behind the leaf", Demand: float64(gap) * 2, Capacity: float64(d.Knot), Unit: "m",
		Formula: "thicker than twice the gap, {12 mm} at least", Source: "house rule"}
	capacity, why := d.Strap.Capacity(false)
	strap := Check{Link: "strap", Demand: float64(d.Pull) * BandFactor, Capacity: capacity, Unit: "N",
		Formula: "1.5 times the pull, in two strands of which the knot leaves half, against its mark",
		Source:  "its maker; house value for knots", Refused: why}
	out := Built{
		Title: "Door strap", Hours: [2]float64{0.3, 0.3}, Checks: []Check{leaf, knot, strap},
		Parts: []Part{{Name: "strap, {25 mm} webbing", Stock: "webbing-25", Length: 0.9, Count: 1},
			{Name: "stiff tube behind the leaf", Stock: "tube-40", Count: 1}, {Name: "pad", Stock: "felt", Count: 1},
			{Name: "sign: do not open", Stock: "tape", Count: 1}},
		Tools: []Text{"scissors", "lighter", "hanging scale"},
		Steps: []Step{
			{"Melt the ends of the webbing so that they do not fray. Fold it round the tube in its middle; tie both " +
				"ends together " +
				"in one overhand knot, drawn tight, {80 mm} of each left over: a loop is left for the bands.", false},
			{"Open the door and lay the strap through the gap on the hinge side, at the height that the set-up asks " +
				"for, the tube " +
				"upright behind the leaf, the pad between strap and edge. Shut the door.", false},
			{"The door opens away from who pulls, is shut, and its latch holds.", true},
			{"A sign hangs on the other side: do not open.", true},
			{tell("Pull slowly with a hanging scale to %s, standing aside: nothing slips, the leaf does not move.",
				newton(float64(d.Pull)*BandFactor)), true},
		},
		ProofPull: float64(d.Pull) * BandFactor,
		Proof: tell("%s by a hanging scale, slowly, standing aside. Passing raises nothing.",
			newton(float64(d.Pull)*BandFactor)),
		Inspect: "Before each use the strap and the latch; every 3 months hinges and screws. Given up at 10 % of wear. Written " +
			"down with the date.",
		Cautions: []Text{"Bands only: never a body.", "Never on the casing.", guidance},
	}
	return out, nil
}
