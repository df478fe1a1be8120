package builds

import (
	"math"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func (s DragSled) draw(Situation) []Figure {
	high, angle, wide := float64(s.LoadHigh), s.Angle*math.Pi/180, float64(s.Wide)
	return []Figure{{Name: "side", Strokes: []Stroke{
		rect(OfWood, 0, 0, 0.6, 0.05, ""), rect(OfLoad, 0.1, 0.05, 0.4, math.Max(0.05, 2*(high-0.05)), "load"),
		line(OfStrap, 0.6, 0.05, 1.2*math.Cos(angle), 1.2*math.Sin(angle), "strap"), upward(-0.1, 0, high),
		across(0, -0.1, 0.6),
	}}, {Name: "from the front", Strokes: []Stroke{rect(OfWood, 0, 0, wide, 0.05, ""),
		rect(OfLoad, wide*0.15, 0.05, wide*0.7, math.Max(0.05, 2*(high-0.05)), "load"), across(0, -0.1, wide)}}}
}

func (s *DragSled) form(f *form) {
	if f.said != nil {
		s.All = f.s.loads().All
	}
	mass := float64(f.s.loads().All) + sledMass // what there is to load it with
	number(f, &s.Mass.Value, quantity.Mass(math.Floor(math.Max(10, math.Min(40, mass)))), Ask{Key: "mass_kg",
		Label: "Sled and load", Kind: quantity.KindMass, Low: 2, High: 300})
	number(f, &s.Mu, 0.5, Ask{Key: "mu", Label: "Friction, measured loaded", Kind: quantity.KindRatio, Low: 0.05, High: 1.5,
		Help: "Pull it with the hanging scale on this floor: pull over weight, three times."})
	number(f, &s.MuU, 0.1, Ask{Key: "mu_u", Label: "its ±", Kind: quantity.KindRatio, Low: 0, High: 0.5})
	number(f, &s.Angle, 20, Ask{Key: "angle_deg", Label: "Strap rises by, degrees", Kind: quantity.KindRatio, Low: 0, High: 60})
	number(f, &s.Wide, 0.45, metres("wide_m", "Base, wide", 0.2, 1.2))
	number(f, &s.LoadHigh, 0.2, metres("load_high_m", "Middle of the load above the floor", 0, 1))
	number(f, &s.Lane, min(200, f.s.Lane), metres("lane_m", "Lane", 0, 200))
	s.Strap.asked(f, SewnStrap, marked("strap_n", "Strap and harness, each marked with"))
}

func (s DragSled) changes(Situation) []change {
	low := so(tell("the load tied below %s", cm(s.Wide/2)), func(s *DragSled) { s.LoadHigh = min(s.LoadHigh, s.Wide/2) })
	lane := outside("along a lane of {6.5 m} or more, outdoors or in a hall",
		func(s *DragSled) { s.Lane = max(s.Lane, leastLane+stopping) })
	out := together(low, lane)
	if all := quantity.Mass(math.Floor(float64(s.All) + sledMass)); all >= 2 && all < s.Mass.Value {
		less := so(tell("%s on it, which is what there is", kilo(all)), func(s *DragSled) { s.Mass.Value = all })
		out = append([]change{less}, append(out, less.and(low), less.and(lane), less.and(low).and(lane))...)
	}
	return out
}

var _ = known(160, of[DragSled]{
	Key: "sled", Name: "Sled", Does: "dragging and pushing, easy on the joints", On: OnFloor,
	Build: func(d DragSled, _ Situation) (Built, error) {
		out, err := d.Build()
		out.Checks = append(out.Checks, Check{Link: "what loads it", Fits: true, Demand: float64(d.Mass.Value),
			Capacity: float64(d.All) + sledMass, Unit: "kg", Formula: "all loads of the house, and {5 kg} of sled",
			Source: "stock"})
		return out, err
	},
	Changes: DragSled.changes,
	Instead: always[DragSled]("a towel under a load on a smooth floor, pushed"),
	Loads: func(d DragSled) []load.Rung {
		m := d.Mass.Value
		return []load.Rung{{Hold: load.Dragged, Low: m, High: m, U: m * 0.05, Label: "sled",
			Conditions: load.Conditions{Household: true}}}
	},
	Draw: DragSled.draw,
})

// sledMass is what a sled weighs by itself, in kg (house value).
const sledMass = 5.0

// DragSled is a sled: Mass of all of it with its ±, Mu the friction as it was measured, loaded,
// with its ± as MuU, Angle at which the strap rises in degrees, Wide its base, LoadHigh the middle
// of the load above the floor and Lane the way there is, in m; Strap as it is marked; All what loads of the
// house come to.
type DragSled struct {
	Mass                 quantity.Estimate
	Mu, MuU, Angle       float64
	Wide, LoadHigh, Lane quantity.Length
	Strap                Hardware
	All                  quantity.Mass
}

// sledScrews hold the base on both runners.
const sledScrews = 8

// Pull is what it is dragged with, in N, with its ± as far as friction tells.
func (s DragSled) Pull() quantity.Force {
	return Sled(s.Mu+s.MuU, s.Mass.Value+quantity.Mass(s.Mass.Expanded()), s.Angle)
}

// Build works a sled out: its strap under twice the pull, its load low enough, its lane free.
// Errors are *quantity.FieldError of mass_kg, mu, mu_u, angle_deg, wide_m, load_high_m and lane_m.
// Source: Sled; house values.
func (s DragSled) Build() (Built, error) {
	if err := fits(&s); err != nil {
		return Built{}, err
	}
	pull := float64(s.Pull())
	capacity, why := s.Strap.Capacity(false)
	each, err := Joined(false)
	if err != nil {
		return Built{}, err
	}
	out := Built{
		Title: "Sled", Hours: [2]float64{1.5, 2}, Mass: s.Mass.Value,
		Checks: []Check{
			{Link: "strap", Demand: pull * CarryFactor, Capacity: capacity, Unit: "N",
				Formula: "2 μ m g/(cos a + μ sin a), rising by a, in two strands of which the knot leaves half, against its mark",
				Source:  "statics; its maker; house value for knots", Refused: why},
			{Link: "runners at their screws", Demand: pull * CarryFactor, Capacity: sledScrews * each, Unit: "N",
				Formula: "the same against eight screws", Source: "general dowel equations, NDS 2018 chapter 12"},
			{Link: "load, how high", Fits: true, Demand: float64(s.LoadHigh), Capacity: float64(s.Wide) / 2, Unit: "m",
				Formula: "below half of the base's width", Source: "house rule"},
			{Link: "lane", Fits: true, Demand: leastLane + stopping, Capacity: float64(s.Lane), Unit: "m",
				Formula: "{5 m} and {1.5 m} to stop", Source: "house value"},
		},
		Parts: []Part{{Name: "base", Stock: "softwood-plywood-18", Length: 0.6, Width: s.Wide, Count: 1},
			{Name: "runner", Stock: "timber-38x89", Length: 0.6, Count: 2},
			{Name: "strap, a loop", Stock: "webbing-25", Length: 4, Count: 1},
			{Name: "harness round the hips", Stock: "webbing-40", Length: 2.4, Count: 1},
			{Name: "load strap with a buckle", Stock: "lash-strap", Count: 2},
			{Name: "wood screw", Stock: joinScrew, Count: sledScrews}},
		Tools:     []Text{"hand saw", "panel saw, or the shop's", "drill", "rasp", "lighter", "hanging scale"},
		Steps:     sledSteps.with(nil),
		ProofPull: 2 * pull,
		Proof:     tell("%s by the scale against a post, slowly, standing aside. Passing raises nothing.", newton(2*pull)),
		Inspect:   looked("strap, bolts, runners"),
		Cautions:  []Text{"It wears the floor: try it where that does not matter.", guidance},
	}
	return out, nil
}

var sledSteps = recipeOf(`
- Cut the lower front corner of both runners round, by {60 mm}, as a ski's. In each bore a hole of {30 mm hole}, {80
  mm} from the front and {40 mm} above the floor; round its edges until a strap slides over them.
- Lay the base on the runners, which stand on edge, flush with its long sides and its ends; screw it down into each
  with four {5 × 70 mm|no. 10 × 2¾ in} screws, prebored by {3.5 mm hole}.
- Melt the ends of the webbing. Lead the strap from in front through the hole of one runner and out of the other's,
  and tie its ends together in front with a water knot, tails of {80 mm}, drawn tight: a loop of about {1.8 m}.
- Tie the harness to a ring that goes round the hips, the same knot; the strap's loop is hitched round it behind.
- Set the load on, its middle no higher than planned, and draw both load straps over it and under the base.
? Measure the friction on this floor, loaded, with the hanging scale: pull over weight, three times.
? The lane is free, with room to stop.
`)
