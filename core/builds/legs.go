package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// leg is how long the legs under a board for a body are.
func (w WallBoard) leg() quantity.Length { return w.Rings[0].Height - bodyBoardWidth/2 }

// onLegs is what a pull down the wall asks of a board that stands on two legs: of the board between
// them, and of a leg, which gets 0.65 of it at the most, as a column that nothing stays and as what
// the board's grain bears on.
func (w WallBoard) onLegs(down float64, board Material) []Check {
	upright := Section{Shape: Rect, B: boardThick, H: bodyBoardWidth}
	return []Check{
		{Link: "board between its legs", Demand: down * float64(legsApart) / 4 / upright.Modulus(),
			Capacity: board.Allowable(bodyBoardWidth), Unit: "Pa", Formula: "V · apart/4 over S, on edge",
			Source: "statics; strength of " + board.Name},
		{Link: "each leg as a column", Demand: down * SharedByStuds, Capacity: Slim(float64(w.leg())), Unit: "N",
			Formula: "0.65 V against π² E I/L² over 3", Source: "Euler; house factor"},
		{Link: "board on the end of a leg", Demand: down * SharedByStuds / float64(boardWide*boardThick),
			Capacity: timberBearing * wetBearing(w.Base.Wet), Unit: "Pa", Formula: "0.65 V over the leg's end",
			Source: "house value"},
	}
}

// Bands is what bands may pull a board for a body with, in any direction and with their ±: no more
// off the wall than its strap was checked to pull, and what its screws bear by themselves where legs
// carry only what pulls down.
func (w WallBoard) Bands() quantity.Force {
	most := float64(Weight(w.Body)) * PersonFactor * math.Cos(w.Steep*math.Pi/180) / BandFactor
	if w.Legs && w.Base.Kind == WoodStuds {
		f, off, along, why, err := w.screwed()
		if err != nil || why != "" {
			return 0
		}
		w.Legs = false
		for _, p := range Pulls(1, 0, 90, false) { // what a screw is used is even in the pull
			most = math.Min(most, 1/w.bodyScrews(f, p, off, along)/BandFactor)
		}
	}
	return quantity.Force(most)
}

// bodyRows are the rows of screws of a board for a body, above its lower edge: above and below the
// ring's plate, four diameters from the edges, and a course of bricks apart.
var bodyRows = []quantity.Length{0.032, 0.108}

// bodyScrews is the same of a board across three studs, two screws to each: the stud behind the ring
// takes its share of what is pulled off, its screws in a row over the board's width; the shear goes to
// all six, or down its legs: these stand under the board's middle, so that the pull turns it the less.
func (w WallBoard) bodyScrews(f Fixing, p Pull, holds, sideways float64) (most float64) {
	e, shear := UnknownOffset, p.Along
	if w.Legs {
		e, shear = UnknownOffset-boardThick/2, 0
	}
	share := w.middle(f)
	for _, turned := range Offset(p.Along, e, bodyRows) {
		t := p.Off*share/screwsOfStud + turned*share
		most = max(most, f.Both(t, shear*share/screwsOfStud, holds, sideways))
	}
	return most
}
