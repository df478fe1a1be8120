package builds

import (
	"fmt"
	"math"

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
func (b Base) found(what string) []Step {
	owner := Step{"Who owns the wall says yes, in writing.", true}
	clear := Step{"The detector is clear behind all of it; no socket, switch or tap below, above or beside it.", true}
	switch b.Kind {
	case MasonryWall:
		return []Step{owner, {"The wall was knocked along: brick, block or concrete where every anchor goes, no joint, nothing hollow but what its maker names.", true}, clear}
	case WoodStuds:
		return []Step{owner, {fmt.Sprintf("Found: %s. Their edges and their middles are marked; a fine drill shows wood at both edges.", what), true}, clear}
	}
	return []Step{owner, {"What the wall is built of is known, and holds.", true}, clear}
}

// fixing is what holds it, in words.
func (w WallBoard) fixing() string {
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

// sunk is how deep bolts' heads and washers are let into the back of a board, in m.
const sunk quantity.Length = 0.009

// onBolts is what a ring asks of the bolts of its plate: of the wood that they bear on, and of what
// their washers bear on behind. All of a pull may go off the wall, and all of it along.
func (w WallBoard) onBolts(r Ring) ([]Check, error) {
	f, wood := float64(r.Pull)*BandFactor, "timber-unknown"
	bolt, washer := quantity.Length(0.008), quantity.Length(washerOver)
	if w.Use == ForBody {
		f, wood = float64(Weight(w.Body))*PersonFactor, bodyBoardWood
		bolt, washer = 0.010, 0.040
	}
	n := float64(w.ringBolts())
	across, mode, err := Bolt{Diameter: bolt, Thick: boardThick - sunk, Plate: plateThick, Gravity: gravityOf(wood)}.Beside()
	if err != nil {
		return nil, err
	}
	if w.Base.Wet {
		across *= wetLateral
	}
	hole := bolt + 0.001
	under := math.Pi / 4 * float64(washer*washer-hole*hole)
	at := fmt.Sprintf("at %.2f m", float64(r.Height))
	var out []Check
	if w.Use == ForBody { // it lies across: the bolts draw its lower edge down, the upper ones from 95 mm above it
		_, splitting := splits(boardThick-sunk, bodyBoardWidth, bodyBoardWidth/2+0.025)
		out = append(out, Check{Link: "board splitting at the ring", Demand: f, Capacity: splitting, Unit: "N", Formula: "factored pull down against 14 b √(h_e/(1 − h_e/h)) · 0.9/1.3", Source: "EC5 8.1.4, from memory"})
	}
	return append(out, []Check{
		{Link: "ring's bolts " + at, Demand: f / n, Capacity: across, Unit: "N", Formula: fmt.Sprintf("factored pull over %.0f bolts, along the board; mode %s", n, mode), Source: "general dowel equations, NDS 2018 table 12.3.1A"},
		{Link: "ring's washers " + at, Demand: f / n / under, Capacity: timberBearing * wetBearing(w.Base.Wet), Unit: "Pa", Formula: fmt.Sprintf("factored pull over %.0f washers of %.0f mm", n, float64(washer)*1000), Source: "house value, across the grain"},
	}...), nil
}

// fixed is how a board is put up: its rings, then its fixings, then its legs.
func (w WallBoard) fixed() []Step {
	what, drill := "lag screws, their heads on washers", Step{}
	if w.Base.Kind == MasonryWall {
		what, drill = "anchors, their heads on washers", Step{"Drill for the anchors as their maker says, into brick or block and no joint; blow the holes out.", true}
	} else {
		mm := float64(w.Diameter) * 1000
		drill = Step{fmt.Sprintf("Drill holes of %.1f mm through the board and pilots of %.1f mm into the studs, as deep as the screws reach: their chips are wood.", mm, 0.7*mm), true}
	}
	if w.Use == ForBands {
		return []Step{
			{fmt.Sprintf("Bolt each ring's plate to the board before it goes up, on its middle line: two M8 bolts, 25 mm above and below the ring, their heads and washers let %.0f mm into the back.", float64(sunk)*1000), false},
			drill,
			{fmt.Sprintf("Fix the board, upright, with %s: %.0f mm above and below every ring, and %.0f mm from its lower end, which stands on the floor.", what, float64(besideRing)*1000, float64(boardEnd)*1000), false},
		}
	}
	apart := w.Base.bodyPlaces()[2]
	out := []Step{
		{fmt.Sprintf("Push the ring's four M10 bolts through the middle of the board from behind before it goes up, 70 mm apart along it and 50 mm across, their heads and washers let %.0f mm into the back; tape holds them.", float64(sunk)*1000), false},
		drill,
		{fmt.Sprintf("Fix the board, level, with nine %s: three above one another in its middle and %.0f mm to either side; of each three one on the middle line and one %.0f mm from either edge; all heads are let %.0f mm into the front, so that the ring's plate lies flat over those in the middle.", what, float64(apart)*1000, float64(bodyRows[0])*1000, float64(sunk)*1000), false},
		{"Set the ring's plate on its four bolts, over the middle fixings, with a nut that locks itself on each.", false},
	}
	if w.Legs {
		out = append(out,
			Step{fmt.Sprintf("Stand two legs under the board, their wide sides against the wall, %.0f mm from the middle of one to that of the other with the ring between, tight on a firm floor; screw each head to the board from below, two 5 × 70 mm screws on a slant.", float64(legsApart)*1000), false},
			Step{"Screw the cross board over both legs, 10 cm above the floor, two 5 × 70 mm screws into each; the block lies behind its middle, and a fixing through both into the wall keeps the legs from being kicked out.", true})
	}
	return out
}
