package builds

import (
	"math"
	"scrappyrack/core/quantity"
	"slices"
)

func (h FarmerHandle) draw(Situation) []Figure {
	arm := float64(h.Arm)
	const at, d = 0.75, 0.034
	return []Figure{{Name: "side", Strokes: []Stroke{
		rect(OfSteel, -arm-0.1, at, 2*arm+0.2, d, "pipe"), round(OfLoad, 0, at+d/2, 0.1, "pipe").saying("hand"),
		line(OfStrap, -arm, at, 0, -0.3, ""), line(OfStrap, arm, at, 0, -0.3, ""), rect(OfLoad, -arm-0.15, 0.12, 0.3, 0.33, ""),
		rect(OfLoad, arm-0.15, 0.12, 0.3, 0.33, ""), across(0, at+0.2, arm), across(-arm-0.1, at+0.35, 2*arm+0.2),
	}}}
}

func (h *FarmerHandle) form(f *form) {
	word(f, &h.Pipe, "1-1/4", Ask{Key: "pipe", Label: "Pipe, schedule 40", Words: pipeWords})
	number(f, &h.Arm, 0.5, metres("arm_m", "Load beside the hand", 0.05, 1))
	number(f, &h.Mass.Value, max(20, quantity.Mass(math.Round(float64(f.s.Body.Value)/2))), Ask{Key: "mass_kg",
		Label: "One handle carries", Kind: quantity.KindMass, Low: 1, High: 300})
	f.yes(&h.ByBail, false, yesNoOf("bail", "Loads hang by their own bails", "No: in straps under their bases",
		"A bail without a mark holds {15 kg}."))
	f.only(!h.ByBail, func() { h.Strap.asked(f, SewnStrap, marked("strap_n", "Each strap is marked with")) })
}

func (h FarmerHandle) changes(Situation) (out []change) {
	pipe := func(size string) change {
		return so(pipeName(size)+" pipe", func(h *FarmerHandle) { h.Pipe = size })
	}
	if h.ByBail && h.Mass.Value > 2*bailMark {
		straps := so("straps under the loads, marked", func(h *FarmerHandle) { h.ByBail = false })
		out = append(out, straps, straps.and(pipe("2")),
			so("at most {15 kg} at each end", func(h *FarmerHandle) { h.Mass.Value = 2 * bailMark }))
	}
	for _, size := range pipesUp {
		out = append(out, pipe(size))
	}
	for _, arm := range []quantity.Length{0.5, 0.4, 0.3} {
		if arm < h.Arm {
			near := so(tell("loads %s beside the hand", cm(arm)), func(h *FarmerHandle) { h.Arm = arm })
			out = append(out, near, near.and(pipe("2")))
		}
	}
	return out
}

var _ = known(140, of[FarmerHandle]{
	Key: "farmer", Name: "Farmer handles", Does: "a pair of handles to walk with", On: Nowhere,
	Build:   func(h FarmerHandle, _ Situation) (Built, error) { return h.Build() },
	Changes: FarmerHandle.changes,
	Instead: always[FarmerHandle]("two loads in straps, held close to the body"),
	Draw:    FarmerHandle.draw,
})

// FarmerHandle is one of a pair of handles of pipe: Arm how far from the hand the load hangs to
// each side, in m; Mass what one handle carries, both ends together, with its ±. At each end hangs half
// of it: by its bail, or in a strap under its base as that is marked.
type FarmerHandle struct {
	Pipe   string // of Schedule40
	Arm    quantity.Length
	Mass   quantity.Estimate
	ByBail bool
	Strap  Hardware
}

// endBeyond is how far a handle reaches beyond the middle of what hangs at its end, in m.
const endBeyond quantity.Length = 0.1

// Build works a handle out: held at its middle, half of the load × 2 at each arm. Errors are
// *quantity.FieldError of pipe, arm_m and mass_kg. Source: statics; Schedule40; × 2 for what is
// carried.
func (h FarmerHandle) Build() (Built, error) {
	section, err := PipeBySize(h.Pipe)
	if err := first(err, fits(&h)); err != nil {
		return Built{}, err
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	section = section.Of(steel)
	half := float64(h.Mass.Value+h.Mass.Expanded()) / 2
	hung := Check{Link: "each bail", Demand: half, Capacity: bailMark, Unit: "kg",
		Formula: "half of it at each end against {15 kg}, no mark", Source: "house value"}
	if !h.ByBail {
		capacity, why := h.Strap.Capacity(false)
		hung = Check{Link: "each strap", Demand: half * quantity.StandardGravity * CarryFactor, Capacity: capacity, Unit: "N",
			Formula: "half of it × 2 against its mark", Source: "its maker", Refused: why}
	}
	load := float64(Weight(h.Mass)) * CarryFactor / 2
	out := Built{
		Title: "Farmer handle, " + pipeName(h.Pipe) + " pipe", Hours: [2]float64{1.5, 1.5},
		Checks: []Check{
			{Link: "pipe in bending at the hand", Demand: load * float64(h.Arm) / section.Modulus(), Capacity: steel.Bending,
				Unit: "Pa", Formula: "m/2 · g · arm · 2 over S", Source: "statics; 205 MPa / 1.67, wall × 0.875"},
			hung,
		},
		Parts: []Part{{Name: "handle", Stock: "pipe-" + h.Pipe, Length: 2 * (h.Arm + endBeyond), Count: 2},
			{Name: "collar, two at each end", Stock: "collar", Count: 8},
			{Name: "cloth tape for the grip", Stock: "tape", Count: 1}},
		Tools: []Text{"pipe cutter", "file", "tape", "scale"},
		Steps: slices.Concat(farmerPipe.with(facts{"arm": mm(h.Arm)}),
			[]Step{h.hang()},
			farmerLoaded.with(nil)),
		Proof:   tell("%s hung as it is carried, 5 minutes, nobody beneath. Passing raises nothing.", kilo(proofMass(h.Mass))),
		ProofOf: proofMass(h.Mass),
		Inspect: "Every 3 months: bends, cracks, rust, collars. Written down with the date.",
		Cautions: []Text{"Not made to be dropped.", "Buckets by their bail only up to {15 kg}; above, a strap under the base.",
			guidance},
	}
	if !h.ByBail {
		out.Parts = append(out.Parts, Part{Name: "strap, a sewn loop, marked", Stock: "strap-sewn", Count: 4})
	}
	return out, nil
}

// hang is how a load is hung at an end.
func (h FarmerHandle) hang() Step {
	if h.ByBail {
		return Step{"Hang a bucket or jug by its bail at each mark, as heavy as its fellow; its lid is shut.", false}
	}
	return Step{"Lay a strap flat under the base of each load, up two sides, both its loops over the pipe at the " +
		"mark; tape it to " +
		"the sides so that it cannot slip off.", false}
}

var farmerPipe = recipeOf(`
- Cut both handles of one length, file the ends round.
- Mark the middle of each, and [arm] from it to both sides: there the loads hang. Wind tape over {150 mm} in the
  middle, where the hand goes.
`)

var farmerLoaded = recipeOf(`
- Push a collar on inside and one outside of each load, {10 mm} beside what hangs there, and tighten them.
? Weigh both as they are loaded: within {0.2 kg} of each other, and level in the hand.
? Collars lock at both ends; loads hang {50 mm} off the ground when it is picked up.
? Hang the proof load from the middle, nobody beneath.
`)
