package builds

import (
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// prying is what a board that bends adds to the pull of a screw, and overAll how much more
// than the whole pull one may get (house values: a beam on springs needs 1.46 and 1.01 at
// most, in the bay at the end of a limp board on stiff screws).
const prying, overAll = 1.5, 1.05

// overhang is by how much more than the lever the last screw gets of a pull beyond it: a beam
// over many supports needs 1.27.
const overhang = 1.3

// Batten is the pull of each screw of a board, in N, from a pull off the wall at a place along
// it; screws by their places in m, rising, two at least. Between two screws it goes to these
// by the lever rule, with 1.5 for the prying of the board, to each at most all of it and a
// twentieth; at or beyond the last one that takes all of it and what the overhang adds. The board is not rigid: a beam
// on springs is never harder on any screw (a test holds it to that).
func Batten(screws []quantity.Length, at quantity.Length, pull float64) []float64 {
	out := make([]float64, len(screws))
	last := len(screws) - 1
	switch {
	case at <= screws[0]:
		out[0] = pull * beyond(screws[0]-at, screws[1]-screws[0])
	case at >= screws[last]:
		out[last] = pull * beyond(at-screws[last], screws[last]-screws[last-1])
	default:
		i, _ := slices.BinarySearch(screws, at)
		a, b := screws[i-1], screws[i]
		share := float64(at-a) / float64(b-a)
		out[i-1], out[i] = pull*math.Min(overAll, prying*(1-share)), pull*math.Min(overAll, prying*share)
	}
	return out
}

// beyond is what the last screw gets of a pull that overhangs it, next to all of it: the board
// turns over it and is held down by the one before.
func beyond(over, spacing quantity.Length) float64 {
	return math.Max(overAll, 1+overhang*float64(over/spacing))
}

// Offset is what a pull along the wall adds to the pull of each screw of a board, in N: it acts
// e off the lining and turns the board about its lower edge, T = V e y / Σ y²; heights of the
// screws above that edge in m, above 0.
func Offset(along float64, e quantity.Length, heights []quantity.Length) []float64 {
	sum := 0.0
	for _, y := range heights {
		sum += float64(y * y)
	}
	out := make([]float64, len(heights))
	for i, y := range heights {
		out[i] = along * float64(e) * float64(y) / sum
	}
	return out
}

// UnknownOffset is how far off the lining a pull acts where nobody knows: board and ring.
const UnknownOffset quantity.Length = 0.068

// SharedByStuds is what one of two legs below a board takes of what pulls it down (house value: nobody
// cuts two of one length); NailedToNothing is the most, in N, that bands may pull a partition with whose
// top plate is nailed to nothing, or nobody knows.
const (
	SharedByStuds   = 0.65
	NailedToNothing = 250.0
)

// Stud is a wall stud that is pulled sideways at a height, all in m; F in N, factored.
type Stud struct {
	B, H, Length, At quantity.Length
	Load             quantity.Force
	Material         Material
}

// StudAnswer: moment in N·m, stress in Pa, what the top plate takes in N.
type StudAnswer struct {
	Moment, Stress, Allowable, TopPlate float64
	Utilisation                         float64
}

// Check works a stud out as a beam between its plates, × 1.6 for ten minutes: F x (L − x)/L,
// and F x/L at the top plate. Errors are *quantity.FieldError of b_m, h_m, length_m, at_m,
// load_n and material. Source: statics; NDS 2018 2.3.2.
func (s Stud) Check() (out StudAnswer, _ error) {
	err := beamWithin(s.B, s.H, s.Length, s.At, s.Load, "length_m")
	switch {
	case err != nil:
		return out, err
	case s.Material.Kind != SawnTimber:
		return out, quantity.At("material", "a stud is of sawn timber; metal studs bear nobody")
	}
	f, x, l := float64(s.Load), float64(s.At), float64(s.Length)
	out.Moment, out.TopPlate = f*x*(l-x)/l, f*x/l
	out.Stress = out.Moment / Section{Shape: Rect, B: s.B, H: s.H}.Modulus()
	out.Allowable = s.Material.Allowable(s.H) * WallDuration
	out.Utilisation = out.Stress / out.Allowable
	return out, nil
}

// Pulls that a door takes, in N and not factored: a hollow, glazed, sliding or folding one,
// and a solid or framed one on three hinges. Never a body.
const (
	LightDoor = 150.0
	SolidDoor = 400.0
)
