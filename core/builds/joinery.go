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
	standsOut = 0.025
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
	each, _ := Joined(b.Wet)
	return b.Lap.enough(func(at []Spot) bool {
		along, _ := b.pulls(at)
		return along <= lapShare*float64(len(at))*each
	})
}

// pulls is what runs along it, in N, and the largest moment in an upright, in N·m: from the middle of its
// screws at one end to that at the other, which is not its own middle line where they do not stand about the
// crossings; beside the middle of an upright they turn it. The other end is the same, turned about.
// Source: statics (virtual work; an upright as a beam on two hinges).
func (b Brace) pulls(spots []Spot) (along, moment float64) {
	long := math.Hypot(b.Upper-b.Low, b.Wide)
	cos, sin := b.Wide/long, (b.Upper-b.Low)/long
	s, a := 0.0, 0.0
	for _, p := range spots {
		s, a = s+p.Along/float64(len(spots)), a+p.Across/float64(len(spots))
	}
	beside, above := s*cos+a*sin, s*sin-a*cos
	over, up := b.Wide-2*beside, math.Max(0.01, b.Upper-b.Low-2*above)
	along = b.Push * b.High / up * math.Hypot(over, up) / b.Wide
	level := b.Push * b.High * over / up / b.Wide
	turns := b.Push * b.High / b.Wide * beside
	for _, at := range []struct{ y, turns float64 }{{b.Low + above, -turns}, {b.Upper - above, turns}} {
		head := (level*at.y + at.turns) / b.High
		moment = math.Max(moment, math.Max(math.Abs(head)*(b.High-at.y), math.Abs(level-head)*at.y))
	}
	return along, moment
}

// Checks are those of its screws at an end, as many as it takes and find room, and of the uprights that it
// bends, of a section modulus in m³. Errors are never those of its fields. Source: statics; Lap; Joined.
func (b Brace) Checks(modulus, allowed float64) (screws, bends Check, spots []Spot, _ error) {
	each, err := Joined(b.Wet)
	if err != nil {
		return screws, bends, nil, err
	}
	spots = b.lap().spots()
	along, moment := b.pulls(spots)
	screws = Check{
		Link: b.Name, Demand: along, Capacity: lapShare * float64(len(spots)) * each, Unit: "N",
		Formula: tell("0.15 F by its lever, along it, against 0.95 of %d screws at an end", len(spots)),
		Source:  "statics; general dowel equations, NDS 2018 chapter 12",
	}
	if len(spots) == 0 {
		screws.Refused = "no screw finds room where they lie on each other"
	}
	bends = Check{Link: "uprights at the " + b.Name, Demand: moment / modulus, Capacity: allowed, Unit: "Pa",
		Formula: "what runs level in it · a (h − a)/h, and what its screws turn, over S",
		Source:  "statics; strength of timber of unknown grade"}
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
