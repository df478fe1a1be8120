package builds

import (
	"math"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func drawSled(v Values, _ Situation) []Figure {
	high, angle, wide := v.Num["load_high_m"], v.Num["angle_deg"]*math.Pi/180, v.Num["wide_m"]
	return []Figure{{Name: "side", Marks: []Mark{
		rect(OfWood, 0, 0, 0.6, 0.05, ""), rect(OfLoad, 0.1, 0.05, 0.4, math.Max(0.05, 2*(high-0.05)), "load"),
		line(OfStrap, 0.6, 0.05, 1.2*math.Cos(angle), 1.2*math.Sin(angle), "strap"), upward(-0.1, 0, high),
		across(0, -0.1, 0.6),
	}}, {Name: "from the front", Marks: []Mark{rect(OfWood, 0, 0, wide, 0.05, ""),
		rect(OfLoad, wide*0.15, 0.05, wide*0.7, math.Max(0.05, 2*(high-0.05)), "load"), across(0, -0.1, wide)}}}
}

var _ = known(160, Design{
	Changes: func(v Values, s Situation) []change {
		low := sized(tell("the load tied below %s", cm(v.Num["wide_m"]/2)), "load_high_m",
			math.Min(v.Num["load_high_m"], v.Num["wide_m"]/2))
		lane := sized("along a lane of {6.5 m} or more, outdoors or in a hall", "lane_m",
			math.Max(v.Num["lane_m"], leastLane+stopping))
		lane.world = true
		out := together(low, lane)
		if all := math.Floor(float64(s.All) + sledMass); all >= 2 && all < v.Num["mass_kg"] {
			less := sized(tell("%s on it, which is what there is", kilo(all)), "mass_kg", all)
			out = append([]change{less}, append(out, less.and(low), less.and(lane), less.and(low).and(lane))...)
		}
		return out
	},
	Instead: always("a towel under a load on a smooth floor, pushed"),
	Key:     "sled", Name: "Sled", Does: "dragging and pushing, easy on the joints", On: OnFloor,
	Asks: asked(
		Ask{Key: "mass_kg", Label: "Sled and load", Kind: quantity.KindMass, Low: 2, High: 300},
		Ask{Key: "mu", Label: "Friction, measured loaded", Kind: quantity.KindRatio, Low: 0.05, High: 1.5,
			Help: "Pull it with the hanging scale on this floor: pull over weight, three times."},
		Ask{Key: "mu_u", Label: "its ±", Kind: quantity.KindRatio, Low: 0, High: 0.5},
		Ask{Key: "angle_deg", Label: "Strap rises by, degrees", Kind: quantity.KindRatio, Low: 0, High: 60},
		metres("wide_m", "Base, wide", 0.2, 1.2), metres("load_high_m", "Middle of the load above the floor", 0, 1),
		metres("lane_m", "Lane", 0, 200), marked("strap_n", "Strap and harness, each marked with"),
	),
	Starts: func(s Situation) Values {
		mass := float64(s.All) + sledMass // what there is to load it with
		return Values{Num: map[string]float64{"mass_kg": math.Floor(math.Max(10, math.Min(40, mass))), "mu": 0.5, "mu_u": 0.1,
			"angle_deg": 20, "wide_m": 0.45, "load_high_m": 0.2, "lane_m": math.Min(200, float64(s.Lane)), "strap_n": 0}}
	},
	Loads: func(v Values) []load.Rung {
		return []load.Rung{{Hold: load.Dragged, Low: v.mass("mass_kg"), High: v.mass("mass_kg"), U: v.mass("mass_kg") * 0.05,
			Label: "sled", Conditions: load.Conditions{Household: true}}}
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := DragSled{
			Mass: quantity.Estimate{Value: v.mass("mass_kg")}, Mu: v.Num["mu"], MuU: v.Num["mu_u"], Angle: v.Num["angle_deg"],
			Wide: v.length("wide_m"), LoadHigh: v.length("load_high_m"), Lane: v.length("lane_m"),
			Strap: Hardware{Kind: SewnStrap, Working: v.force("strap_n")},
		}.Build()
		out.Checks = append(out.Checks, Check{Link: "what loads it", Fits: true, Demand: v.Num["mass_kg"],
			Capacity: float64(s.All) + sledMass, Unit: "kg", Formula: "all loads of the house, and {5 kg} of sled",
			Source: "stock"})
		return out, err
	},
	Draw: drawSled,
})

// sledMass is what a sled weighs by itself, in kg (house value).
const sledMass = 5.0

// DragSled is a sled: Mass of all of it with its ±, Mu the friction as it was measured, loaded,
// with its ± as MuU, Angle at which the strap rises in degrees, Wide its base, LoadHigh the middle
// of the load above the floor and Lane the way there is, in m; Strap as it is marked.
type DragSled struct {
	Mass                 quantity.Estimate
	Mu, MuU, Angle       float64
	Wide, LoadHigh, Lane quantity.Length
	Strap                Hardware
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
	if err := first(within("mass_kg", float64(s.Mass.Value), 2, 300, "kg"), within("mu", s.Mu, 0.05, 1.5, ""),
		within("mu_u", s.MuU, 0, 0.5, ""), within("angle_deg", s.Angle, 0, 60, "degrees"),
		within("wide_m", float64(s.Wide), 0.2, 1.2, "m"), within("load_high_m", float64(s.LoadHigh), 0, 1, "m"),
		within("lane_m", float64(s.Lane), 0, 200, "m")); err != nil {
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
		Tools: []Text{"saw", "drill with a bit of {30 mm}", "rasp", "lighter", "hanging scale"},
		Steps: []Step{
			{"Cut the lower front corner of both runners round, by {60 mm}, as a ski's. In each bore a hole of {30 mm}, {80 mm} " +
				"from the front and {40 mm} above the floor; round its edges until a strap slides over them.", false},
			{"Lay the base on the runners, which stand on edge, flush with its long sides and its ends; screw it down into each " +
				"with four {5 × 70 mm|no. 10 × 2¾ in} screws, prebored by {3.5 mm}.", false},
			{"Melt the ends of the webbing. Lead the strap from in front through the hole of one runner and out of the other's, " +
				"and tie its ends together in front with a water knot, tails of {80 mm}, drawn tight: a loop of about {1.8 m}.",
				false},
			{"Tie the harness to a ring that goes round the hips, the same knot; the strap's loop is hitched round it behind.",
				false},
			{"Set the load on, its middle no higher than planned, and draw both load straps over it and under the base.", false},
			{"Measure the friction on this floor, loaded, with the hanging scale: pull over weight, three times.", true},
			{"The lane is free, with room to stop.", true},
		},
		ProofPull: 2 * pull,
		Proof:     tell("%s by the scale against a post, slowly, standing aside. Passing raises nothing.", newton(2*pull)),
		Inspect:   looked("strap, bolts, runners"),
		Cautions:  []Text{"It wears the floor: try it where that does not matter.", guidance},
	}
	return out, nil
}
