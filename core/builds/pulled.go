package builds

import (
	"cmp"
	"math"
	"slices"

	"scrappyrack/core/band"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// farthest is how far a band by itself is taken to be pulled, over its rest (house value).
const farthest = 2.5

// PulledBy is the situation with how hard bands may pull (N) and how far they are then stretched (m): the
// hardest set-up that is kept of them, or, without one (0), each by itself as hard as its curve may be off.
// It is read where every curve was read off a scale.
func (s Situation) PulledBy(bands []band.Band, hardest quantity.Force) Situation {
	s.Read = true
	for _, b := range bands {
		pulled := b.Curve.Rest * farthest
		s.Read = s.Read && b.Curve.Basis != band.Estimated
		s.Pull = max(s.Pull, b.Curve.Force(pulled)+b.Curve.U95(pulled))
		s.Stretch = max(s.Stretch, pulled-b.Curve.Rest)
	}
	if hardest > 0 {
		s.Pull = hardest
	}
	s.Read = s.Read && s.Pull > 0
	return s
}

// Tied is what a piece of furniture holds that a band is tied to: the pulls at which it slides and
// tips as they are, and what may be asked of it. Slides says which of them comes first.
type Tied struct {
	Slide, Tip, Allowed quantity.Force
	Slides              bool
	Friction            float64
}

// TiedTo holds a piece (kg, m deep) against a pull at an angle above the horizontal (degrees): it leaves at
// its front, at the height of the tie (m), its mass in the middle of its depth. A pull downwards presses it
// on the floor, and counts as level. Nil for what is no piece and no pull (Furniture.Check).
func TiedTo(mass quantity.Mass, depth, height quantity.Length, upwards float64, floor space.Surface) *Tied {
	mu := Friction(floor)
	got, err := Furniture{Mass: mass, Mu: mu, Height: height, ToCentre: depth / 2, Angle: max(0, upwards)}.Check()
	if err != nil {
		return nil
	}
	return &Tied{
		Slide: quantity.Force(got.Slides * BandFactor), Tip: quantity.Force(got.Tips * BandFactor),
		Allowed: quantity.Force(got.Holds), Slides: got.Slides <= got.Tips, Friction: mu,
	}
}

// BuiltAnchor is an anchor that was built, held against a set-up: the ring that is nearest to its
// height (m), how far off that is, what bands may pull it with (N), and whether it holds this pull.
type BuiltAnchor struct {
	ID, Name string
	Height   quantity.Length
	Off      quantity.Length
	Strength quantity.Force
	Holds    bool
	Why      string // why it holds nothing at all; empty where it does
}

// near is how far from a ring a set-up's anchor may be to be hung there, in m (house value).
const near = quantity.Length(0.10)

// Made is a build that was made, with what it was worked out as, and whether it counts.
type Made struct {
	ID, Name string
	Worked
	At     Situation
	Counts bool
}

// BuiltAnchorsFor are the anchors that were built, the nearest to a set-up's anchor first (at, in m), held against
// the most that it may pull.
func BuiltAnchorsFor(all []Made, stature, at quantity.Length, pull quantity.Force) (out []BuiltAnchor) {
	for _, x := range all {
		one := BuiltAnchor{ID: x.ID, Name: x.Name, Off: quantity.Length(math.Inf(1))}
		for _, g := range x.Gives {
			if g.Kind != capability.Anchor {
				continue
			}
			h := at
			if g.At != (capability.Span{}) {
				h = quantity.Length(g.At.From) * stature
			}
			if off := max(h-at, at-h); off < one.Off {
				one.Height, one.Off, one.Strength = h, off, g.Strength
			}
		}
		switch {
		case len(x.Gives) == 0 && (x.Design.On == OnWall || x.Design.On == OnDoor) && len(x.Supplies(x.At)) > 0:
			one.Why, one.Off = "not every check of it passes: it holds nothing", 0
		case math.IsInf(float64(one.Off), 1):
			continue // no anchor
		case !x.Counts:
			one.Why = "its proof test has not passed: it holds nothing yet"
		}
		one.Holds = one.Why == "" && one.Off <= near && pull <= one.Strength
		out = append(out, one)
	}
	slices.SortStableFunc(out, func(a, b BuiltAnchor) int { return cmp.Compare(a.Off, b.Off) })
	return out
}
