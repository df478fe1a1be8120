package workbench

import (
	"cmp"
	"math"
	"slices"

	"scrappyrack/core/builds"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
	"scrappyrack/internal/store"
)

// Board is an anchor that was built, held against a set-up: the ring that is nearest to its
// height, how far off that is, what bands may pull it with, and whether it holds this pull.
type Board struct {
	ID, Name string
	Height   quantity.Length
	Off      quantity.Length
	Strength quantity.Force
	Holds    bool
	Why      string // why it holds nothing at all; empty where it does
}

// near is how far from a ring a set-up's anchor may be to be hung there, in m (house value).
const near = quantity.Length(0.10)

// boardsOf are the anchors that were built for a client, the nearest first, held against the
// most that a set-up may pull.
func boardsOf(all []BuildOf, stature quantity.Length, p *Pulled) (out []Board) {
	for _, x := range all {
		if x.Build.State != "made" {
			continue
		}
		one := Board{ID: x.Build.ID, Name: x.Build.Name, Off: quantity.Length(math.Inf(1))}
		for _, g := range x.Worked.Gives {
			if g.Kind != capability.Anchor {
				continue
			}
			h := p.Set.Rig.Height
			if g.At != (capability.Span{}) {
				h = quantity.Length(g.At.From) * stature
			}
			if off := max(h-p.Set.Rig.Height, p.Set.Rig.Height-h); off < one.Off {
				one.Height, one.Off, one.Strength = h, off, g.Strength
			}
		}
		switch {
		case len(x.Worked.Gives) == 0 && (x.Worked.Design.On == builds.OnWall || x.Worked.Design.On == builds.OnDoor) &&
			len(x.Worked.Supplies(x.At)) > 0:
			one.Why, one.Off = "not every check of it passes: it holds nothing", 0
		case math.IsInf(float64(one.Off), 1):
			continue // no anchor
		case !x.Counts:
			one.Why = "its proof test has not passed: it holds nothing yet"
		}
		one.Holds = one.Why == "" && one.Off <= near && p.Anchor.Force <= one.Strength
		out = append(out, one)
	}
	slices.SortStableFunc(out, func(a, b Board) int { return cmp.Compare(a.Off, b.Off) })
	return out
}

// Tied is what a piece of furniture holds that a band is tied to: the pulls at which it slides and
// tips as they are, and what may be asked of it. Slides says which of them comes first.
type Tied struct {
	Slide, Tip, Allowed quantity.Force
	Slides              bool
	Friction            float64
}

// tied holds a piece against a pull at an angle above the horizontal: it leaves at its front, at
// the height of the tie, its mass in the middle of its depth. A pull downwards presses it on the
// floor, and counts as level.
func tied(rig store.Rig, height quantity.Length, upwards float64, floor space.Surface) *Tied {
	mu := builds.Friction(floor)
	got, err := builds.Furniture{Mass: quantity.Mass(rig.TiedKg), Mu: mu, Height: height, ToCentre: quantity.Length(rig.TiedDepthM / 2),
		Angle: max(0, upwards)}.Check()
	if err != nil {
		return nil
	}
	return &Tied{
		Slide: quantity.Force(got.Slides * builds.BandFactor), Tip: quantity.Force(got.Tips * builds.BandFactor),
		Allowed: quantity.Force(got.Holds), Slides: got.Slides <= got.Tips, Friction: mu,
	}
}
