package builds

import (
	"math"
	"slices"

	"scrappyrack/core/load"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// poured are the fillings that are poured.
var poured = func() (out []Word) {
	for _, f := range material.Fillings() {
		if f.Loose {
			out = append(out, Word{f.Key, Text(f.Name)})
		}
	}
	return out
}()

// filling is one by its key: its density and its ±, in kg/L.
func filling(key string) (material.Filling, float64, float64) {
	f, err := material.FillingByKey(key)
	if err != nil {
		return f, 1, 0.1
	}
	return f, float64(f.Typical), 2 * float64(f.U1())
}

// made is a load that is made once and stays as it is.
func made(kind, id, name string, f material.Filling, mass quantity.Mass, holds quantity.Mass) []load.Container {
	k, err := load.KindByKey(kind)
	if err != nil {
		return nil
	}
	c := k.Usual(id, f)
	c.Name, c.Sold, c.Adjustable, c.Closure = name, mass, false, load.Sealed
	c.Vessel.Rating = holds
	return []load.Container{c}
}

// screws are what a board or bracket is held with.
func (w Wall) screws(n int) Part {
	b := WallBoard{Base: w.Base}
	b.Diameter, b.Length, b.Thread = w.lag()
	return Part{Name: b.fixing(), Stock: b.screw(), Count: n}
}

// carries is what a load in N that stands e off the wall asks of it: of two screws in one stud, through
// wood that is thick, at heights above the lower edge of what they hold, or of the maker's anchors; High
// is where on the wall that is, in m.
func (w Wall) carries(load float64, e, thick, high quantity.Length, heights ...quantity.Length) ([]Check, error) {
	base := w.Base
	out := []Check{owned(w.Owner, noScrew), base.surveyed(ForBands)}
	pulls := Offset(load, e, heights)
	pull := slices.Max(pulls)
	wall := Check{Link: "fixings in the wall", Capacity: 1, Formula: "what the wall is built of", Source: "house rule"}
	switch base.Kind {
	case WoodStuds:
		diameter, length, thread := w.lag()
		gap := base.Lining
		if w.Cut {
			gap = 0
		}
		out = append(out, base.screwEnds(length-thick-gap))
		inside := min(thread, length-thick-gap, base.H) - 2*diameter
		wall.Formula, wall.Source = "W e y over the sum of y², with W/2 across, the hardest screw",
			"NDS 2018 chapter 12, general dowel equations with the lining as a gap"
		if inside <= 0 {
			wall.Refused = "the screws do not reach into the stud"
			break
		}
		f := Fixing{Kind: LagScrew, Diameter: diameter, Penetration: inside, Gravity: Gravities[""], Wet: base.Wet}
		hold, err := f.Withdrawal()
		if err != nil {
			return nil, err
		}
		along, _, err := f.Sideways(Lateral{Side: thick, Gap: gap, SideGravity: Gravities[""], SideAngle: 90})
		if err != nil {
			return nil, err
		}
		wall.Demand = f.Both(pull, load/float64(len(heights)), math.Min(hold.Thread, hold.Steel), along)
	case MasonryWall:
		pull = 0
		for _, p := range pulls {
			pull += p
		}
		wall.Formula, wall.Source = "N/N_a + V/V_a", "the anchor's maker, for this base"
		wall.Demand = pull/float64(base.AnchorOff) + load/float64(base.AnchorAlong)
		if base.AnchorOff <= 0 || base.AnchorAlong <= 0 {
			wall.Demand, wall.Refused = 0, "type the working loads that the plug's maker gives for this base: nothing is "+
				"guessed here"
		}
		at := min(high, base.High-0.05)
		out = append(append(out, base.units(ForBands), base.lining(false)), base.leaf(pull, at, at)...)
	default:
		wall.Refused = "metal studs, lath, board alone, or a wall that nobody has looked into hold nothing here"
	}
	return append(out, wall), nil
}
