package build

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// Boards of 38 × 89 are joined with screws through one into another, from the wide side.
const (
	joinScrew                           = "screw-5x70"
	joinThick, joinLong                 = quantity.Length(0.005), quantity.Length(0.070)
	boardWide           quantity.Length = 0.089
	// Screws at each end of a brace: on wide sides that lie on each other, and on a narrow one; how far a
	// brace stands out beyond a narrow side, in m, so that its screws are 50 mm from its end.
	screwsOfLap, screwsOnEdge, standsOut = 4, 3, 0.025
	// lightTimber is what timber weighs where its weight holds something down, in kg/m³ (house value).
	lightTimber = 420.0
)

// board2x4 is a 38 × 89 on edge.
var board2x4 = Section{Shape: Rect, B: boardThick, H: boardWide}

// Joined is what one screw bears across two boards of 38 mm that lie on each other, in N, whatever
// their grain; less where they get wet. Source: the general dowel equations, NDS 2018 chapter 12.
func Joined(wet bool) (float64, error) {
	f := Fixing{Kind: WoodScrew, Diameter: joinThick, Penetration: joinLong - boardThick - 2*joinThick, Gravity: Gravities[""], Wet: wet}
	newtons, _, err := f.Sideways(Lateral{Side: boardThick, SideGravity: Gravities[""], SideAngle: 90, MainAngle: 90})
	return newtons, err
}

// Slim is what a 38 × 89 of a length in m bears as a column that nothing stays, in N.
// Source: Euler over 3 (house factor).
func Slim(long float64) float64 {
	side := Section{Shape: Rect, B: boardWide, H: boardThick}
	return math.Pi * math.Pi * unknownStiffness * side.Inertia() / (long * long) / columnSafety
}

// braced is a diagonal of something that stands upright, high and wide, against a push at its head in
// newtons: what runs along it, against its screws at one end.
func braced(name string, push, high, wide float64, screws int, wet bool) (Check, error) {
	each, err := Joined(wet)
	return Check{
		Link: name, Demand: push * math.Hypot(high, wide) / wide, Capacity: float64(screws) * each, Unit: "N",
		Formula: fmt.Sprintf("0.15 F along it against %d screws at an end", screws), Source: "statics; general dowel equations, NDS 2018 chapter 12",
	}, err
}

// sawn is a length in m as it is cut: the next 5 mm.
func sawn(long float64) quantity.Length { return quantity.Length(math.Ceil(long*200-1e-9) / 200) }
