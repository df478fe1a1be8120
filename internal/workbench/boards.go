package workbench

import (
	"cmp"
	"math"
	"slices"

	"scrappyrack/core/build"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
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
func boardsOf(f store.File, at around, p *Pulled) (out []Board) {
	s := stockOf(f, at)
	c, _ := housed(f, s, at)
	all, _ := buildsOf(f, c, s.bands, at)
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
				h = quantity.Length(g.At.From) * c.Person.Stature
			}
			if off := max(h-p.Set.Rig.Height, p.Set.Rig.Height-h); off < one.Off {
				one.Height, one.Off, one.Strength = h, off, g.Strength
			}
		}
		switch {
		case len(x.Worked.Gives) == 0 && (x.Worked.Design.On == build.OnWall || x.Worked.Design.On == build.OnDoor) && x.Worked.Design.Gives != nil:
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
