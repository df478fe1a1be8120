package builds

import (
	"math"

	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

// CastBlock is a block of concrete with a handle cast into it: Mass of all of it with its ±, Wide the
// inside of its round mould, in m; Joint the tee of the handle as it is marked.
type CastBlock struct {
	Mass  quantity.Estimate
	Wide  quantity.Length
	Joint Hardware
}

// Concrete weighs 2350 kg/m³; a pin holds the handle 75 mm below its top, the handle goes on 15 mm, and
// 40 mm cover all of it (house values). What bears on it after 7 days gets 0.65 · 0.85 of 15 MPa (ACI 318,
// from memory). An M10 pin of 70 mm goes through ¾ in pipe; hands hold its arms in their middle, 60 mm
// from the tee.
const (
	concreteDensity                = 2350.0
	pinDeep, belowPin, cover       = 0.075, 0.015, 0.040
	concreteBears                  = 0.65 * 0.85 * 15e6
	pinThick, pinRoot, pinLong     = 0.010, 0.00816, 0.070
	armLong, castAbove, castHandle = 0.12, 0.15, "3/4"
	castDays                       = 7
)

// high is how high a block is, in m.
func (c CastBlock) high() float64 {
	return float64(c.Mass.Value) / concreteDensity / (math.Pi / 4 * float64(c.Wide*c.Wide))
}

// Build works a block out under what it weighs × 2: its handle at the threads, the pin that holds it,
// the concrete below the pin, and what covers both. Errors are *quantity.FieldError of mass_kg and
// wide_m. Source: statics; ThreadModulus; ACI 318, from memory; house values.
func (c CastBlock) Build() (Built, error) {
	if err := fits(&c); err != nil {
		return Built{}, err
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	f := float64(Weight(c.Mass)) * CarryFactor
	tee, why := c.Joint.Capacity(false)
	beyond := (pinLong - float64(Schedule40[castHandle].D)) / 2 // of the pin, at either side
	high, kg := c.high(), float64(c.Mass.Value)
	return Built{
		Title: tell("Cast block, %s", kilo(kg)), Hours: [2]float64{1, 2}, Mass: c.Mass.Value,
		Checks: []Check{
			{Link: "tee of the handle", Demand: f, Capacity: tee, Unit: "N", Formula: "{2 m} g against its mark",
				Source: "its maker", Refused: why},
			{Link: "arms at their threads", Demand: f / 2 * armLong / 2 / ThreadModulus[castHandle], Capacity: steel.Bending,
				Unit: "Pa", Formula: "m g · {60 mm} over S at the thread's root",
				Source: "statics; section at the root of the thread"},
			{Link: "pin in bending", Demand: f / 2 * beyond / 2 / (math.Pi / 32 * pinRoot * pinRoot * pinRoot),
				Capacity: steel.Bending, Unit: "Pa", Formula: "m g · half of what stands out over S of its core",
				Source: "statics; 205 MPa / 1.67"},
			{Link: "concrete over the pin", Demand: f / (2 * beyond * pinThick), Capacity: concreteBears, Unit: "Pa",
				Formula: "{2 m} g over both ends of the pin against 0.65 · 0.85 · 15 MPa", Source: "ACI 318, from memory"},
			{Link: "cover below the handle", Fits: true, Demand: pinDeep + belowPin + cover, Capacity: high, Unit: "m",
				Formula: "pin {75 mm} deep, handle {15 mm} more, {40 mm} below", Source: "house value"},
			{Link: "cover beside the pin", Fits: true, Demand: pinLong + 2*cover, Capacity: float64(c.Wide), Unit: "m",
				Formula: "its length and {40 mm} at either side", Source: "house value"},
		},
		Parts: []Part{
			{Name: "upright, threaded at one end", Stock: "pipe-" + castHandle, Length: pinDeep + belowPin + castAbove, Count: 1},
			{Name: "arm, threaded at one end", Stock: "pipe-" + castHandle, Length: armLong, Count: 2},
			{Name: "tee, marked", Stock: "pipe-joint", Count: 1},
			{Name: "{M10 × 70|⅜ × 2¾ in} bolt as pin", Stock: "bolt-m10", Count: 1},
			{Name: "concrete mix", Stock: "concrete-mix", Count: int(math.Ceil(kg / 20))},
			{Name: "bucket as a mould", Stock: "mould", Count: 1},
		},
		Tools: []Text{"drill", "file", "trowel", "scale", "gloves, goggles and a dust mask", "thermometer"},
		Steps: castSteps.with(facts{"end": mm(belowPin),
			"wide": cm(c.Wide), "high": mm(high), "deep": mm(pinDeep), "days": castDays}),
		Proof: tell("%s in all hung by both arms for 5 minutes, a hand above the floor, nobody's foot beneath. Passing "+
			"raises nothing.", kilo(proofMass(c.Mass))),
		ProofOf: proofMass(c.Mass), Inspect: looked("cracks, chips, rust, the tee's threads"),
		Cautions: []Text{guidance, "Not made to be dropped or thrown, not overhead.",
			"Wet cement burns: wash it off at once with much water."},
	}, nil
}

func (c *CastBlock) form(f *form) {
	number(f, &c.Mass.Value, 16, Ask{Key: "mass_kg", Label: "All of it weighs", Kind: quantity.KindMass, Low: 3, High: 60,
		Help: "Concrete of {2350 kg}/m³; what the scale says afterwards counts."})
	number(f, &c.Wide, 0.25, metres("wide_m", "Mould, inside", 0.15, 0.45))
	c.Joint.asked(f, MetalLink, marked("joint_n", "Tee is marked with"))
}

func (c CastBlock) changes(Situation) (out []change) {
	// As wide as leaves it high enough, to a centimetre.
	fits := math.Floor(100*math.Sqrt(float64(c.Mass.Value)/concreteDensity/(math.Pi/4*(pinDeep+belowPin+cover)))) / 100
	narrow := quantity.Length(math.Max(pinLong+2*cover, fits))
	if narrow != c.Wide {
		out = append(out, so(tell("a mould of %s inside", cm(narrow)), func(c *CastBlock) { c.Wide = narrow }))
	}
	for _, kg := range []quantity.Mass{8, 12, 16, 24} {
		if kg != c.Mass.Value {
			out = append(out, so(tell("a block of %s", kilo(kg)), func(c *CastBlock) { c.Mass.Value = kg }),
				so(tell("a block of %s in a mould of {20 cm} inside", kilo(kg)),
					func(c *CastBlock) { c.Mass.Value, c.Wide = kg, 0.20 }))
		}
	}
	return out
}

var _ = known(120, of[CastBlock]{
	Key: "cast", Name: "Cast block", Does: "one heavy load with a handle for two hands", On: Nowhere,
	Build:   func(c CastBlock, _ Situation) (Built, error) { return c.Build() },
	Changes: CastBlock.changes,
	Instead: always[CastBlock]("a sandbag, or jugs in a pack"),
	Loads: func(c CastBlock) []load.Rung {
		m := c.Mass.Value
		return []load.Rung{{Hold: load.TwoHand, Low: m, High: m, U: m * 0.05, Label: "cast block",
			Conditions: load.Conditions{Household: true}}}
	},
	Draw: CastBlock.draw,
})

func (c CastBlock) draw(Situation) []Figure {
	high, wide, d := c.high(), float64(c.Wide), float64(Schedule40[castHandle].D)
	top := high + castAbove
	return []Figure{{Name: "side, cut", Strokes: []Stroke{
		rect(OfLoad, -wide/2, 0, wide, high, "concrete"),
		rect(OfSteel, -d/2, high-pinDeep-belowPin, d, pinDeep+belowPin+castAbove, ""),
		rect(OfSteel, -pinLong/2, high-pinDeep-pinThick/2, pinLong, pinThick, "pin"),
		rect(OfSteel, -armLong-d/2, top-d/2, 2*armLong+d, d, "arms"), round(OfSteel, 0, top, 1.5*d, "tee"),
		across(-wide/2, -0.04, wide), upward(wide/2+0.05, 0, high), upward(-wide/2-0.13, high-pinDeep, pinDeep),
		across(d/2, top+0.05, armLong),
	}}}
}

var castSteps = recipeOf(`
? It stays above 5 °C where it sets, for two days.
- Bore {10.5 mm hole} through the upright, [end] above its plain end; push the bolt through as a pin and draw
  its nut tight, as much of it at either side.
- Turn the upright and both arms into the tee until they are tight; file the ends of the arms round.
- Oil the mould, [wide] wide inside, and draw a line [high] above its bottom.
? Put on gloves, goggles and mask: wet cement burns skin and eyes. Mix the concrete as its bag says, no wetter.
- Fill half of the mould. Hold the handle upright in its middle, the pin [deep] below the line, {40 mm} of
  concrete below it and beside it. Fill to the line, tap the sides until no bubble rises, prop the handle.
? Cover it and leave it for two days; turn it out. Nobody lifts it for [days] days after it was cast.
? Weigh it, with its ±; write both on it.
? Hang it by both arms with the proof load for 5 minutes; no crack runs from the handle.
`)
