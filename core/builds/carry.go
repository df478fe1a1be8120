package builds

import (
	"slices"
	"strings"

	"scrappyrack/core/quantity"
)

// bailMark is what an unmarked bail or ear carries, and innerBag what an inner bag holds, in kg;
// outerFull how full an outer bag is (house values).
const (
	bailMark, innerBag = 15.0, 10.0
	outerFull          = 0.8
)

// A handle's end is sewn on with so many stitches of a thread that breaks at so many newtons, five times
// what it may have (house values).
const stitches, threadBreaks, sewnSafety = 100, 45.0, 5.0

// Sandbag is an outer bag with inner ones: Mass of all of the filling with its ±, Bags inside,
// Density of the filling as it lies, in kg/L, Outer the volume of the outer bag in L, and each of
// two handles as it is marked.
type Sandbag struct {
	Mass           quantity.Estimate
	Bags           int
	Density, Outer float64
	Handle         Hardware
}

// Build works a sandbag out: inner bags of 10 kg at most, an outer bag 0.8 full, either handle under
// all of it × 2. Errors are *quantity.FieldError of mass_kg, bags, density_kg_l and
// outer_l. Source: house values; Hardware.
func (b Sandbag) Build() (Built, error) {
	if err := first(within("mass_kg", float64(b.Mass.Value), 2, 120, "kg"), within("bags", float64(b.Bags), 1, 20, "bags"),
		within("density_kg_l", b.Density, 0.1, 12, "kg/L"), within("outer_l", b.Outer, 2, 200, "L")); err != nil {
		return Built{}, err
	}
	kg := float64(b.Mass.Value)
	volume := kg / b.Density
	capacity, why := b.Handle.Capacity(false)
	all := float64(Weight(b.Mass)) * CarryFactor // picked up by one handle
	out := Built{
		Title: tell("Sandbag, %s", kilo(kg)), Hours: [2]float64{1, 2}, Mass: b.Mass.Value,
		Checks: []Check{
			{Link: "each inner bag", Demand: kg / float64(b.Bags), Capacity: innerBag, Unit: "kg",
				Formula: "filling over bags, {10 kg} at most", Source: "house value"},
			{Link: "outer bag, how full", Demand: volume, Capacity: outerFull * b.Outer, Unit: "L",
				Formula: "mass over density against 0.8 of it", Source: "house value"},
			{Link: "each handle", Demand: all, Capacity: capacity, Unit: "N", Formula: "all of it on one, × 2, against its mark",
				Source: "its maker", Refused: why},
			{Link: "a handle's stitches", Demand: all, Capacity: 2 * stitches * threadBreaks / sewnSafety, Unit: "N",
				Formula: "all of it on one, × 2, against 100 stitches at each end over 5",
				Source:  "house value; a thread's strength from memory"},
		},
		Parts: []Part{{Name: "inner bag, double", Stock: "bag-inner", Count: 2 * b.Bags},
			{Name: "outer bag", Stock: "bag-outer", Count: 1},
			{Name: "handle, webbing", Stock: "webbing-40", Length: 0.5, Count: 2},
			{Name: "tape round the inner bags", Stock: "tape", Count: 1}},
		Tools: []Text{"scale", "sailmaker's needle", "polyester thread that breaks at {45 N} or more", "lighter"},
		Steps: []Step{
			{tell("Fill %d inner bags with %s each, press the air out, seal them twice.", b.Bags, kilo(kg/float64(b.Bags), 1)),
				false},
			{"Lay each on paper for an hour: no damp, no grain comes out.", true},
			{tell("Melt the ends of the handles. Lay each along a long side of the outer bag in its middle, its ends "+
				"{100 mm} flat "+
				"on the cloth, {300 mm} apart, so that a hand goes under it. Sew each end on with %d stitches {3 mm} "+
				"apart through "+
				"two layers of cloth: a box, {80 mm} long and {35 mm} wide, and a cross in it.", stitches), false},
			{"Put the inner bags in, taped round so that they do not shift; close the outer bag and sew or tie it shut.", false},
			{"Weigh the whole bag, with its ±; write it on it.", true},
			{"Hang twice its mass from both handles for 5 minutes; then leave it lying for 24 hours.", true},
		},
		Proof: tell("%s hung from both handles for 5 minutes, the bag in it, a hand above the floor, nobody beneath; "+
			"then 24 hours "+
			"lying. Passing raises nothing.", kilo(2*float64(b.Mass.Value+b.Mass.Expanded()))),
		Inspect:  looked("seams, handles, inner seals; weighed again"),
		ProofOf:  2 * float64(b.Mass.Value+b.Mass.Expanded()),
		Cautions: []Text{"Not overhead: what is inside slides.", "Not made to be dropped.", guidance},
	}
	return out, nil
}

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

// leastLane and stopping: a sled is pulled for 5 m at least, and needs 1.5 m to stop (house values).
const leastLane, stopping = 5.0, 1.5

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

// JugSet is a set of jugs filled to lines: Count of them, each of Volume litres with a Tare, in
// kg; Density of the filling in kg/L with DensityU as its ±. Strapped says that a strap runs under
// the base of each; Wet that the filling may freeze, Frost that it may get that cold.
type JugSet struct {
	Count             int
	Volume            float64
	Tare              quantity.Mass
	Density, DensityU float64
	Strapped          bool
	Wet, Frost        bool
}

// Full is what one jug weighs, filled as far as it may be.
func (j JugSet) Full() quantity.Estimate {
	v := j.Volume
	if j.Wet && j.Frost {
		v *= 0.9 // frost needs room (house value)
	}
	return quantity.Estimate{Value: quantity.Mass(j.Density*v) + j.Tare, U1: quantity.Mass(j.DensityU * v / 2)}
}

// lines are what a jug weighs filled by quarters, the fullest first.
func (j JugSet) lines() string {
	var out []string
	for n := 4; n >= 1; n-- {
		out = append(out, kilo(float64(j.Full().Value-j.Tare)*float64(n)/4+float64(j.Tare), 1))
	}
	return strings.Join(out, ", ")
}

// Build works a set out: each jug's ear under what it weighs. Errors are *quantity.FieldError of
// count, volume_l, tare_kg, density_kg_l and density_u. Source: house values.
func (j JugSet) Build() (Built, error) {
	if err := first(within("count", float64(j.Count), 1, 24, "jugs"), within("volume_l", j.Volume, 0.5, 30, "L"),
		within("tare_kg", float64(j.Tare), 0, 5, "kg"),
		within("density_kg_l", j.Density, 0.1, 12, "kg/L"), within("density_u", j.DensityU, 0, 2, "kg/L")); err != nil {
		return Built{}, err
	}
	full := j.Full()
	heavy := float64(full.Value + full.Expanded())
	by := "ear"
	ear := Check{Link: "each ear", Demand: heavy, Capacity: bailMark, Unit: "kg",
		Formula: "filling + tare against {15 kg}, no mark", Source: "house value"}
	if j.Strapped {
		by = "strap"
		ear.Link, ear.Capacity, ear.Formula = "each strap under a base", 2*bailMark, "filling + tare against {30 kg}"
	}
	out := Built{
		Title: "Jugs filled to lines", Hours: [2]float64{0.5, 0.5}, Mass: full.Value * quantity.Mass(j.Count), Checks: []Check{ear},
		Parts: []Part{{Name: "jug with a handle", Stock: "jug-empty", Count: j.Count},
			{Name: "tape for the lines", Stock: "tape", Count: 1}},
		Tools: []Text{"scale", "funnel", "marker"},
		Steps: []Step{
			{"Weigh a litre of this filling as it lies: its own density, not the table's.", true},
			{tell("Stick a tape up the side of each jug. Set it on the scale and fill it: at %s draw a line and write the mass "+
				"beside it. Loose filling is tapped down first.", j.lines()), false},
			{"Fill to the line that is wanted, close the cap, wipe it dry, turn it over: nothing comes out.", false},
			{"Weigh each; write mass and ± on the tape.", true},
			{tell("Hang twice its mass by the %s for 5 minutes, close above the floor: the jug, full, with as much again "+
				"tied below it.", by), true},
		},
		Proof: tell("%s by the %s for 5 minutes, close above the floor, nobody's foot beneath. Passing raises nothing.",
			kilo(2*heavy), by), Inspect: looked("ears, caps, damp; weighed again"),
		ProofOf:  2 * heavy,
		Cautions: []Text{"Not overhead without a cap that is proven shut.", guidance},
	}
	if j.Strapped {
		out.Parts = append(out.Parts, Part{Name: "strap under a base, a loop", Stock: "webbing-25", Length: 1.5, Count: j.Count})
		out.Steps = slices.Insert(out.Steps, 2,
			Step{"Lead a strap under the base of each jug and up two sides to above its ear, tie its ends there with a " +
				"water knot, " +
				"tails of {80 mm}; tape it to the sides so that it cannot slip off.", false})
	}
	if j.Wet && j.Frost {
		out.Cautions = append(out.Cautions, "May freeze: a tenth stays empty.")
	}
	return out, nil
}
