package builds

import (
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
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

// doorChanges are what can be done about a strap in a door: on the other side of it, by its latch, by
// another door, by what is behind the leaf, by the bands.
func doorChanges(v Values, _ Situation) (out []change) {
	all := change{}
	with := func(c change) { // every one that is needed, and all of them so far
		if all = all.and(c); len(out) > 0 {
			out = append(out, c)
		}
		out = append(out, all)
	}
	if !v.yes("away") {
		c := sized("pull from the other side of the door", "away", "yes")
		c.world = true
		with(c)
	}
	if !v.yes("latched") {
		c := sized("mend the latch", "latched", "yes")
		c.world = true
		with(c)
	}
	if !v.yes("read") {
		c := sized("pull the bands on a scale first: three pulls each tell what the door would have to take", "read", "yes")
		c.world = true
		with(c)
	}
	if need := 2 * max(v.length("gap_m"), usualGap); v.length("knot_m") < need {
		knot := max(0.04, need)
		with(sized(tell("a thicker tube behind the leaf, %s", mm(knot)), "knot_m", knot))
	}
	solid := sized("a door that is solid, on three hinges", "door", "solid")
	solid.world = true
	less := func(most float64) change {
		return sized(tell("lighter bands: at most %s together", newton(most)), "pull_n", most)
	}
	pull, light := v.Num["pull_n"], v.Word["door"] == string(LighterDoor)
	switch {
	case light && pull > LightDoor && pull <= SolidDoor:
		out = append(out, all.and(solid), all.and(less(LightDoor)))
	case light && pull > LightDoor:
		out = append(out, all.and(less(LightDoor)))
	case pull > SolidDoor:
		out = append(out, all.and(less(SolidDoor)))
	}
	return out
}

var _ = known(30, Design{
	Changes: doorChanges,
	Instead: always("the band under the foot, or round a post that stands by itself"),
	Key:     "door-strap", Name: "Door strap", Does: "an anchor for bands at any height, without a screw", On: OnDoor,
	Asks: asked(
		Ask{Key: "pull_n", Label: "Hardest pull of the bands", Kind: quantity.KindForce, Low: 10, High: 1500,
			Help: "All strands together, at the most that a set-up can be pulled to, with its ±."},
		yesNo("read", "All of these bands were pulled on a scale", ""),
		Ask{Key: "door", Label: "Door", Words: words("solid", "Solid or framed, three hinges", "light",
			"Hollow, glazed, sliding or folding, or not known")},
		yesNo("away", "Opens away from who pulls", ""), yesNo("latched", "Its latch holds", ""),
		Ask{Key: "gap_m", Label: "Gap between leaf and frame", Kind: quantity.KindThin, Low: 0, High: 0.05},
		Ask{Key: "knot_m", Label: "Knot or tube behind the leaf", Kind: quantity.KindThin, Low: 0.005, High: 0.2},
		marked("strap_n", "Strap is marked with"),
	),
	Starts: func(s Situation) Values {
		v := Values{
			Num: map[string]float64{"pull_n": max(10, min(1500, float64(s.Pull))), "gap_m": float64(usualGap), "knot_m": 0.04,
				"strap_n": 0},
			Word: map[string]string{"read": "no", "door": "light", "away": "no", "latched": "no"},
		}
		if s.Read {
			v.Word["read"] = "yes"
		}
		if s.Room != nil {
			for _, i := range s.Room.Leaves() { // the best leaf of the survey
				t, o := s.Room.DoorTakes(i), s.Room.Openings[i]
				if t.What != space.TakesBands {
					continue
				}
				if o.Swings == space.Outwards {
					v.Word["away"] = "yes"
				}
				if o.Leaf == space.SolidDoor {
					v.Word["door"] = "solid"
				}
			}
		}
		return v
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := DoorStrap{
			Door: DoorBuild(v.Word["door"]), Away: v.yes("away"), Latched: v.yes("latched"), Gap: v.length("gap_m"),
			Knot: v.length("knot_m"), Pull: v.force("pull_n"), Read: v.yes("read"),
			Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")},
		}.Build()
		out.Cautions = append(out.Cautions, s.recoils(v.force("pull_n"))...)
		return out, err
	},
	Gives: func(v Values, _ Situation) []capability.Supply {
		return []capability.Supply{{Kind: capability.Anchor, Strength: v.force("pull_n"), Quality: 1,
			Caution: "sign on the other side, latch looked at before each set"}}
	},
	Draw: drawDoorStrap,
})

func drawDoorStrap(v Values, _ Situation) []Figure {
	const leaf, high = 0.044, 1.2
	gap, knot := v.Num["gap_m"], v.Num["knot_m"]
	return []Figure{{Name: "from above", Marks: []Mark{
		rect(OfHouse, 0, 0, 0.5, leaf, "door").saying("leaf"), rect(OfHouse, 0.5+gap, -0.02, 0.25, leaf+0.04, "").saying("frame"),
		round(OfStrap, 0.5+gap/2, leaf+knot/2, knot, "knot"),
		line(OfStrap, 0.5+gap/2, leaf, 0, -leaf-0.3, "strap").saying("to the band"), across(0.5, -0.06, gap),
		across(0.5+gap/2-knot/2, leaf+knot+0.04, knot),
	}}, {Name: "side", Marks: []Mark{
		rect(OfHouse, 0, 0, leaf, 2, "door"), round(OfStrap, leaf+knot/2, high, knot, "knot"),
		line(OfStrap, 0, high, -0.5, 0, "strap").saying("pull"),
	}}}
}
