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
	if err := fits(&d); err != nil {
		return Built{}, err
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
		Tools:     []Text{"scissors", "lighter", "hanging scale"},
		Steps:     doorSteps.with(facts{"pull": newton(float64(d.Pull) * BandFactor)}),
		ProofPull: float64(d.Pull) * BandFactor,
		Proof: tell("%s by a hanging scale, slowly, standing aside. Passing raises nothing.",
			newton(float64(d.Pull)*BandFactor)),
		Inspect: "Before each use the strap and the latch; every 3 months hinges and screws. Given up at 10 % of wear. Written " +
			"down with the date.",
		Cautions: []Text{"Bands only: never a body.", "Never on the casing.", guidance},
	}
	return out, nil
}

func (d *DoorStrap) form(f *form) {
	away, door := false, LighterDoor
	if f.s.Room != nil {
		for _, i := range f.s.Room.Leaves() { // the best leaf of the survey
			if t, o := f.s.Room.DoorTakes(i), f.s.Room.Openings[i]; t.What == space.TakesBands {
				away = away || o.Swings == space.Outwards
				if o.Leaf == space.SolidDoor {
					door = SolidOnThree
				}
			}
		}
	}
	number(f, &d.Pull, max(quantity.Force(hardestPull.Low), min(quantity.Force(hardestPull.High), f.s.Pull)), hardestPull)
	f.yes(&d.Read, f.s.Read, yesNo("read", "All of these bands were pulled on a scale", ""))
	word(f, &d.Door, door, Ask{Key: "door", Label: "Door", Words: doorWords})
	f.yes(&d.Away, away, yesNo("away", "Opens away from who pulls", ""))
	f.yes(&d.Latched, false, yesNo("latched", "Its latch holds", ""))
	number(f, &d.Gap, usualGap, Ask{Key: "gap_m", Label: "Gap between leaf and frame", Kind: quantity.KindThin, Low: 0, High: 0.05})
	number(f, &d.Knot, 0.04, Ask{Key: "knot_m", Label: "Knot or tube behind the leaf", Kind: quantity.KindThin, Low: 0.005, High: 0.2})
	d.Strap.asked(f, SewnStrap, marked("strap_n", "Strap is marked with"))
}

var doorWords = words("solid", "Solid or framed, three hinges", "light", "Hollow, glazed, sliding or folding, or not known")

// hardestPull asks what bands pull at the most.
var hardestPull = Ask{Key: "pull_n", Label: "Hardest pull of the bands", Kind: quantity.KindForce, Low: 10, High: 1500,
	Help: "All strands together, at the most that a set-up can be pulled to, with its ±."}

// changes are what can be done about a strap in a door: on the other side of it, by its latch, by
// another door, by what is behind the leaf, by the bands.
func (d DoorStrap) changes(Situation) (out []change) {
	all := change{}
	with := func(c change) { // every one that is needed, and all of them so far
		if all = all.and(c); len(out) > 0 {
			out = append(out, c)
		}
		out = append(out, all)
	}
	if !d.Away {
		with(outside("pull from the other side of the door", func(d *DoorStrap) { d.Away = true }))
	}
	if !d.Latched {
		with(outside("mend the latch", func(d *DoorStrap) { d.Latched = true }))
	}
	if !d.Read {
		with(outside("pull the bands on a scale first: three pulls each tell what the door would have to take",
			func(d *DoorStrap) { d.Read = true }))
	}
	if need := 2 * max(d.Gap, usualGap); d.Knot < need {
		knot := max(0.04, need)
		with(so(tell("a thicker tube behind the leaf, %s", mm(knot)), func(d *DoorStrap) { d.Knot = knot }))
	}
	solid := outside("a door that is solid, on three hinges", func(d *DoorStrap) { d.Door = SolidOnThree })
	less := func(most quantity.Force) change {
		return so(tell("lighter bands: at most %s together", newton(most)), func(d *DoorStrap) { d.Pull = most })
	}
	light := d.Door == LighterDoor
	switch {
	case light && d.Pull > LightDoor && d.Pull <= SolidDoor:
		out = append(out, all.and(solid), all.and(less(LightDoor)))
	case light && d.Pull > LightDoor:
		out = append(out, all.and(less(LightDoor)))
	case d.Pull > SolidDoor:
		out = append(out, all.and(less(SolidDoor)))
	}
	return out
}

var _ = known(30, of[DoorStrap]{
	Key: "door-strap", Name: "Door strap", Does: "an anchor for bands at any height, without a screw", On: OnDoor,
	Build: func(d DoorStrap, s Situation) (Built, error) {
		out, err := d.Build()
		out.Cautions = append(out.Cautions, s.recoils(d.Pull)...)
		return out, err
	},
	Changes: DoorStrap.changes,
	Instead: always[DoorStrap]("the band under the foot, or round a post that stands by itself"),
	Gives: func(d DoorStrap, _ Situation) []capability.Supply {
		return []capability.Supply{{Kind: capability.Anchor, Strength: d.Pull, Quality: 1,
			Caution: "sign on the other side, latch looked at before each set"}}
	},
	Draw: DoorStrap.draw,
})

func (d DoorStrap) draw(Situation) []Figure {
	const leaf, high = 0.044, 1.2
	gap, knot := float64(d.Gap), float64(d.Knot)
	return []Figure{{Name: "from above", Strokes: []Stroke{
		rect(OfBuilding, 0, 0, 0.5, leaf, "door").saying("leaf"), rect(OfBuilding, 0.5+gap, -0.02, 0.25, leaf+0.04, "").saying("frame"),
		round(OfStrap, 0.5+gap/2, leaf+knot/2, knot, "knot"),
		line(OfStrap, 0.5+gap/2, leaf, 0, -leaf-0.3, "strap").saying("to the band"), across(0.5, -0.06, gap),
		across(0.5+gap/2-knot/2, leaf+knot+0.04, knot),
	}}, {Name: "side", Strokes: []Stroke{
		rect(OfBuilding, 0, 0, leaf, 2, "door"), round(OfStrap, leaf+knot/2, high, knot, "knot"),
		line(OfStrap, 0, high, -0.5, 0, "strap").saying("pull"),
	}}}
}

var doorSteps = recipeOf(`
- Melt the ends of the webbing so that they do not fray. Fold it round the tube in its middle; tie both ends together
  in one overhand knot, drawn tight, {80 mm} of each left over: a loop is left for the bands.
- Open the door and lay the strap through the gap on the hinge side, at the height that the set-up asks for, the tube
  upright behind the leaf, the pad between strap and edge. Shut the door.
? The door opens away from who pulls, is shut, and its latch holds.
? A sign hangs on the other side: do not open.
? Pull slowly with a hanging scale to [pull], standing aside: nothing slips, the leaf does not move.
`)
