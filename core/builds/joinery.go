package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// Boards of 38 × 89 are joined with screws through one into another, from the wide side.
const (
	joinScrew                           = "screw-5x70"
	joinThick, joinLong                 = quantity.Length(0.005), quantity.Length(0.070)
	joinBears                           = quantity.Length(0.0048) // no. 10, the smaller of what shops sell
	boardWide           quantity.Length = 0.089
	// The most screws at each end of a brace or a strut, and how far a brace stands out beyond the narrow side
	// of an upright, in m, so that its screws are 50 mm from its end.
	screwsOfLap, standsOut = 6, 0.025
	// lapShare is what the screws of a lap bear together of what they do each: a stiff lap does not share evenly
	// (house value).
	lapShare = 0.95
	// lightTimber is what timber weighs where its weight holds something down, in kg/m³ (house value).
	lightTimber = 420.0
)

// board2x4 is a 38 × 89 on edge.
var board2x4 = Section{Shape: Rect, B: boardThick, H: boardWide}

// Joined is what one screw bears across two boards of 38 mm that lie on each other, in N, whatever
// their grain; less where they get wet. Source: the general dowel equations, NDS 2018 chapter 12.
func Joined(wet bool) (float64, error) {
	f := Fixing{Kind: WoodScrew, Diameter: joinBears, Penetration: joinLong - boardThick - 2*joinThick, Gravity: Gravities[""],
		Wet: wet}
	newtons, _, err := f.Sideways(Lateral{Side: boardThick, SideGravity: Gravities[""], SideAngle: 90, MainAngle: 90})
	return newtons, err
}

// Slim is what a 38 × 89 of a length in m bears as a column that nothing stays, in N.
// Source: Euler over 3 (house factor).
func Slim(long float64) float64 {
	side := Section{Shape: Rect, B: boardWide, H: boardThick}
	return math.Pi * math.Pi * unknownStiffness * side.Inertia() / (long * long) / columnSafety
}

// Brace is a diagonal between two uprights that would go over to their side without it: Push in N at
// their heads, High above the floor; it crosses one of them at Low and the other at Upper above the floor,
// Wide apart, all in m; Lap how it lies on each, at the angle that follows; Wet that they
// get wet.
type Brace struct {
	Name                   Text
	Push                   float64
	High, Low, Upper, Wide float64
	Lap                    Lap
	Wet                    bool
}

// laidOff is how far from the ends of its uprights a brace crosses them, in m: room for its screws.
func laidOff(high float64) float64 { return math.Min(0.11, high/3) }

// lap is how it lies on its uprights.
func (b Brace) lap() Lap {
	b.Lap.Angle = math.Atan2(b.Wide, b.Upper-b.Low) * 180 / math.Pi
	return b.Lap
}

// level is what runs level in it, in N: the uprights turn about their feet and heads, so that it has a
// shorter lever than what pushes. Source: statics (virtual work).
func (b Brace) level() float64 {
	return b.Push * b.High / (b.Upper - b.Low)
}

// along is what runs along it, in N: from the middle of its screws at one end to that at the other, which is
// not its own middle line where they do not stand about the crossings. The other end is the same, turned
// about. Source: statics (virtual work).
func (b Brace) along(spots []Spot) float64 {
	long := math.Hypot(b.Upper-b.Low, b.Wide)
	cos, sin := b.Wide/long, (b.Upper-b.Low)/long
	s, a := 0.0, 0.0
	for _, p := range spots {
		s, a = s+p.Along/float64(len(spots)), a+p.Across/float64(len(spots))
	}
	over, up := (long-2*s)*cos-2*a*sin, (long-2*s)*sin+2*a*cos
	return b.Push * b.High / math.Max(0.01, up) * math.Hypot(over, up) / math.Max(0.01, over)
}

// Checks are those of its screws at an end, as many as find room, six at most, and of the uprights that it
// bends, of a section modulus in m³. Errors are never those of its fields. Source: statics; Lap; Joined.
func (b Brace) Checks(modulus, allowed float64) (screws, bends Check, spots []Spot, _ error) {
	each, err := Joined(b.Wet)
	if err != nil {
		return screws, bends, nil, err
	}
	spots = b.lap().Screws(screwsOfLap)
	screws = Check{
		Link: b.Name, Demand: b.along(spots), Capacity: lapShare * float64(len(spots)) * each, Unit: "N",
		Formula: tell("0.15 F by its lever, along it, against 0.95 of %d screws at an end", len(spots)),
		Source:  "statics; general dowel equations, NDS 2018 chapter 12",
	}
	if len(spots) == 0 {
		screws.Refused = "no screw finds room where they lie on each other"
	}
	lever := math.Max(b.Low*(b.High-b.Low), b.Upper*(b.High-b.Upper)) / b.High
	bends = Check{Link: "uprights at the " + b.Name, Demand: b.level() * lever / modulus, Capacity: allowed, Unit: "Pa",
		Formula: "what runs level in it · a (h − a)/h over S", Source: "statics; strength of timber of unknown grade"}
	return screws, bends, spots, nil
}

// long is how long it is cut.
func (b Brace) long() quantity.Length {
	l := b.lap()
	over := float64(l.Other)/math.Sin(l.Angle*math.Pi/180) + float64(l.Wide)/math.Tan(l.Angle*math.Pi/180) + 2*float64(l.Out)
	return sawn(math.Hypot(b.Upper-b.Low, b.Wide) + over)
}

// sawn is a length in m as it is cut: the next 5 mm.
func sawn(long float64) quantity.Length { return quantity.Length(math.Ceil(long*200-1e-9) / 200) }
