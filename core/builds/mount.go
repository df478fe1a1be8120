package builds

import (
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// screw is what holds it as it is sold: the next that is no smaller, or the maker's anchors.
func (w WallBoard) screw() string {
	if w.Base.Kind == MasonryWall {
		return "anchor"
	}
	best := "lag-8x150"
	for _, key := range []string{"8x125", "6.5x150", "6.5x115"} {
		if l := lags[key]; l[0] >= w.Diameter-1e-9 && l[1] >= w.Length-1e-9 {
			best = "lag-" + key
		}
	}
	return best
}

// found are the holds before anything is fixed to a wall: what is found in it, and that nothing else is.
func (b Base) found(what Text) []Step {
	switch b.Kind {
	case MasonryWall:
		return masonryKnown.with(nil)
	case WoodStuds:
		return studsFound.with(facts{"what": what})
	}
	return wallKnown.with(nil)
}

// fixing is what holds it, in words.
func (w WallBoard) fixing() Text {
	if w.Base.Kind == MasonryWall {
		return "anchor with washer"
	}
	return "lag screw with washer"
}

// ringBolts are the bolts that hold a ring's plate on the board, their heads let into its back.
func (w WallBoard) ringBolts() int {
	if w.Use == ForBody {
		return 4
	}
	return 2
}

// Carriage bolts of rings: how deep their heads are let into the back of a board and how wide the bore
// for them is; how wide heads of M8 and M10 are (DIN 603, from memory); what holes are wider than what
// goes through them; a body's ring has four of M10 in a row, 40 mm apart. All in m.
const (
	sunk, clearance = quantity.Length(0.006), quantity.Length(0.001)
	carriageBore    = 0.026
	headM8, headM10 = quantity.Length(0.02065), quantity.Length(0.02465)
	ringBolt        = 0.0095 // ⅜ in, the smaller of both
	ringBoltApart   = 0.040
)

// onBolts is what a ring asks of the bolts of its plate: of the wood that they bear on, and of what
// their heads bear on behind. All of a pull may go off the wall, and all of it along.
func (w WallBoard) onBolts(r Ring) ([]Check, error) {
	f, wood := float64(r.Pull)*BandFactor, unknownTimber
	bolt, head := quantity.Length(0.008), headM8
	if w.Use == ForBody {
		f, wood = float64(Weight(w.Body))*PersonFactor, w.wood()
		bolt, head = ringBolt, headM10
	}
	n := float64(w.ringBolts())
	across, mode, err := Bolt{Diameter: bolt, Thick: boardThick - sunk, Plate: plateThick, Gravity: gravityOf(wood)}.Beside()
	if err != nil {
		return nil, err
	}
	if w.Base.Wet {
		across *= wetLateral
	}
	hole := bolt + clearance
	under := math.Pi / 4 * float64(head*head-hole*hole)
	at := tell("at %s", metre(r.Height, 2))
	var out []Check
	if w.Use == ForBody { // it lies across: the bolts draw its lower half down
		_, splitting := splits(boardThick-sunk, bodyBoardWidth, bodyBoardWidth/2)
		out = append(out, Check{Link: "board splitting at the ring", Demand: f, Capacity: splitting, Unit: "N",
			Formula: "factored pull down against 14 b √(h_e/(1 − h_e/h)) · 0.9/1.3", Source: "EC5 8.1.4, from memory"})
	}
	return append(out, []Check{
		{Link: "ring's bolts " + at, Demand: f / n, Capacity: across, Unit: "N",
			Formula: tell("factored pull over %.0f bolts, along the board; mode %s", n, mode),
			Source:  "general dowel equations, NDS 2018 table 12.3.1A"},
		{Link: "ring's bolt heads " + at, Demand: f / n / under, Capacity: timberBearing * wetBearing(w.Base.Wet), Unit: "Pa",
			Formula: tell("factored pull over %.0f heads of %s", n, mm(head, 1)),
			Source:  "house value, across the grain; DIN 603, from memory"},
	}...), nil
}

// fixed is how a board is put up: its rings, then its fixings, then its legs.
func (w WallBoard) fixed() []Step {
	steps := w.mounted()
	if w.uprights() == 0 {
		return steps
	}
	what := "the stud"
	if w.Use == ForBody {
		what = "each of the three studs"
	}
	return append(uprightStood.with(facts{"what": what, "every": mm(uprightEvery)}), steps...)
}

func (w WallBoard) mounted() []Step {
	what, drill := Text("lag screws, their heads on washers"),
		studDrilled.with(facts{"hole": hole(w.Diameter), "pilot": hole(0.7 * w.Diameter)})
	if w.Base.Kind == MasonryWall {
		what, drill = "anchors, their heads on washers", masonryDrilled.with(nil)
	}
	if w.Use == ForBands {
		return slices.Concat(ringsOnBand.with(facts{"deep": mm(sunk), "bore": hole(carriageBore)}),
			drill,
			bandBoardFixed.with(facts{"fixings": what, "beside": mm(besideRing), "end": mm(boardEnd)}))
	}
	apart := w.Base.bodyPlaces()[2]
	out := slices.Concat(ringOnBody.with(facts{"deep": mm(sunk), "bore": hole(carriageBore)}),
		drill,
		bodyBoardFixed.with(facts{"fixings": what, "apart": mm(apart), "edge": mm(bodyRows[0])}))
	if w.Legs {
		out = append(out,
			legsStood.with(facts{"apart": mm(legsApart)})...)
	}
	return out
}

var masonryKnown = recipeOf(`
? Who owns the wall says yes, in writing.
? The wall was knocked along: brick, block or concrete where every anchor goes, no joint, nothing hollow but what its
  maker names.
? The detector is clear behind all of it; no socket, switch or tap below, above or beside it.
`)

var studsFound = recipeOf(`
? Who owns the wall says yes, in writing.
? Found: [what]. Their edges and their middles are marked; a fine drill shows wood at both edges.
? The detector is clear behind all of it; no socket, switch or tap below, above or beside it.
`)

var wallKnown = recipeOf(`
? Who owns the wall says yes, in writing.
? What the wall is built of is known, and holds.
? The detector is clear behind all of it; no socket, switch or tap below, above or beside it.
`)

var uprightStood = recipeOf(`
- Stand an upright on [what], plate to plate, over the lining: two {8 × 130 mm|5⁄16 × 5 in} lag screws into the upper
  plate and two into the lower, {25 mm} from its edges, and one into the stud every [every]. The board goes on
  top.
`)

var ringsOnBand = recipeOf(`
- Bolt each ring's plate to the board before it goes up, on its middle line: two {M8|5⁄16 in} carriage bolts, {25 mm}
  above and below the ring, in holes of {9 mm hole}, their heads let [deep] into the back in holes of [bore].
`)

var bandBoardFixed = recipeOf(`
- Fix the board, upright, with [fixings]: [beside] above and below every ring, and [end] from its lower end,
  which stands on the floor.
`)

var ringOnBody = recipeOf(`
- Push the ring's four {M10|⅜ in} carriage bolts through the middle line of the board from behind before it goes up,
  {40 mm} from one to the next, two to either side of its middle, in holes of {11 mm hole}, their heads let [deep]
  into the back in holes of [bore]. Set the ring's plate on them, no wider than {48 mm}, with a nut that
  locks itself on each.
`)

var bodyBoardFixed = recipeOf(`
- Fix the board, level, with six [fixings], none let in: two above one another in its middle, above and below the ring's
  plate, and two [apart] to either side; of each two one [edge] from the lower edge and one as far from the
  upper.
`)

var legsStood = recipeOf(`
- Stand two legs under the board, their wide sides against the wall, [apart] from the middle of one to that of
  the other with the ring between, tight on a firm floor; screw each head to the board from below, two {5 × 70 mm|no.
  10 × 2¾ in} screws on a slant.
? Screw the cross board over both legs, {10 cm} above the floor, two {5 × 70 mm|no. 10 × 2¾ in} screws into each; the
  block lies behind its middle, and a fixing through both into the wall keeps the legs from being kicked out.
`)

var studDrilled = recipeOf(`
? Drill holes of [hole] through the board and pilots of [pilot] into the studs, as deep as the screws reach: their chips
  are wood.
`)

var masonryDrilled = recipeOf(`
? Drill for the anchors as their maker says, into brick or block and no joint; blow the holes out.
`)
