package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// Boards on studs are beams on springs. How stiff studs and screws are is not known well, so that a
// stud is asked with twice the ratio of stiffnesses and a board with 0.6 of it (house values).
const studStiffer, boardSofter = 2.0, 0.6

// StudStiffness is how stiff a stud is against a pull at x of its length l, in N/m: 3 E I l/(x² (l − x)²);
// b and h its section, all in m. Source: statics of beams.
func StudStiffness(b, h, l, x quantity.Length) float64 {
	i := Section{Shape: Rect, B: b, H: h}.Inertia()
	a, c := float64(x), float64(l-x)
	return 3 * unknownStiffness * i * float64(l) / (a * a * c * c)
}

// axial is how stiff a screw is along itself, in N/m: 780 d^0.2 ℓ^0.4 N/mm, its diameter and its thread
// in the wood in mm. Source: European approvals of wood screws, from memory.
func axial(diameter, thread quantity.Length) float64 {
	return 780 * math.Pow(float64(diameter)*1000, 0.2) * math.Pow(float64(thread)*1000, 0.4) * 1000
}

// inSeries are two springs one behind the other.
func inSeries(a, b float64) float64 { return 1 / (1/a + 1/b) }

// Middle is what the middle of three even springs gets of a load over it, as a share, and the moment in
// the beam there as a share of load × spacing; lambda is k s³/(E I). Nothing lifts: the outer ones get
// the same sign. Source: statics of beams on elastic supports.
func Middle(lambda float64) (share, moment float64) {
	return (3 + lambda) / (9 + lambda), 3 / (9 + lambda)
}

// Between is what the outer and the inner ones of four even springs get of a load midway between the
// inner two. Source: statics of beams on elastic supports.
func Between(lambda float64) (outer, inner float64) {
	outer = (24 - 3*lambda) / (96 + 40*lambda)
	return outer, 0.5 - outer
}

// NetModulus is the section modulus of a rectangle b wide and h deep with holes of a width in all
// through its depth, let in at one face so wide and so deep: of the side that is left the weaker, in m³;
// all in m. Source: geometry.
func NetModulus(b, h, holes, bored, deep float64) float64 {
	lower, upper := (b-holes)*(h-deep), (b-math.Max(holes, bored))*deep
	middle := (lower*(h-deep)/2 + upper*(h-deep/2)) / (lower + upper)
	i := (b-holes)*math.Pow(h-deep, 3)/12 + lower*math.Pow(middle-(h-deep)/2, 2) +
		(b-math.Max(holes, bored))*math.Pow(deep, 3)/12 + upper*math.Pow(h-deep/2-middle, 2)
	return i / math.Max(middle, h-middle)
}

// StudEnds is how studs are held by their plates.
type StudEnds string

// How they may be held.
const (
	CommonNails StudEnds = "16d"     // two of 3½ × 0.162 in
	GunNails    StudEnds = "gun"     // two of 3.1 × 90 mm, or nobody knows
	Uprights    StudEnds = "upright" // boards over the studs, two lags into each plate
	RatedAngles StudEnds = "angle"   // opened, and angles with a mark set
)

var endWords = words("16d", "Two 16d common nails, 3½ × 0.162 in", "gun",
	"Two nails of {3.1 × 90 mm|0.122 × 3½ in}, or not known", "upright",
	"An upright over each stud, plate to plate, two {8 × 130 mm|5⁄16 × 5 in} lags into each plate", "angle",
	"Rated angles: the lining opened, seen")

// endGrain is what nails in end grain hold sideways of what they do in side grain (NDS 2018 12.5.2,
// from memory); two hold a stud.
const endGrain, nailsOfStud = 0.67, 2

// EndNails is what the nails at one end of a stud hold of what pulls it off its plate, in N, for ten
// minutes; common those of 16d, else gun nails. Errors are those of Fixing. Source: general dowel
// equations, NDS 2018 chapter 12.
func EndNails(common bool, gravity float64, wet bool) (float64, error) {
	thick, long := quantity.Length(0.0031), quantity.Length(0.090)
	if common {
		thick, long = 0.162*inch, 3.5*inch
	}
	f := Fixing{Kind: Nail, Diameter: thick, Penetration: long - boardThick, Gravity: gravity, Wet: wet}
	each, _, err := f.Sideways(Lateral{Side: boardThick, SideGravity: gravity, SideAngle: 90, MainAngle: 90})
	return nailsOfStud * endGrain * WallDuration * each, err
}

// ends is what pulls a stud off its plates, by n newtons off the wall at a height.
func (b Base) ends(n float64, at quantity.Length) ([]Check, error) {
	holds, source, why := 0.0, "general dowel equations, NDS 2018 chapter 12, × 0.67 × 1.6", Text("")
	var err error
	switch b.Ends {
	case Uprights:
		gap := b.Lining
		f := Fixing{Kind: LagScrew, Diameter: 0.008, Penetration: min(0.080, 0.125-boardThick-gap, b.H) - 2*0.008,
			Gravity: Gravities[""], Wet: b.Wet}
		var w Withdrawal
		if w, err = f.Withdrawal(); err == nil {
			holds, source = 2*math.Min(w.Thread, w.Steel), "two lags of {8 × 130 mm|5⁄16 × 5 in} into each plate, NDS 2018 12.2.1"
		}
	case RatedAngles:
		holds, why = Hardware{Kind: MetalLink, Working: b.Angle}.Capacity(false)
		source = "its maker"
	default:
		holds, err = EndNails(b.Ends == CommonNails, b.wood(), b.Wet)
	}
	x, l := float64(at), float64(b.High)
	end := func(name, formula Text, n float64) Check {
		return Check{Link: name, Demand: n, Capacity: holds, Unit: "N", Formula: formula, Source: source, Refused: why}
	}
	return []Check{end("stud at its top", "N x/L", n*x/l), end("stud at its foot", "N (L − x)/L", n*(l-x)/l)}, err
}

// wood is the specific gravity of a wall's studs.
func (b Base) wood() float64 {
	if b.Gravity == 0 {
		return Gravities[""]
	}
	return b.Gravity
}
