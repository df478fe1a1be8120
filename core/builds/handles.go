package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// pipesUp are the nominal sizes from the thinnest up.
var pipesUp = []string{"3/4", "1", "1-1/4", "1-1/2", "2"}

// LoadingPin is a threaded rod with a plate at its foot that weight plates are stacked on and an eye
// at its head: Mass of the plates with its ±, Stack how high they are and Bore of them, in m; Eye as it is
// marked.
type LoadingPin struct {
	Mass        quantity.Estimate
	Stack, Bore quantity.Length
	Eye         Hardware
}

// A rod of M20 or ¾ in: its outside and how far its nut bears, in m, and its stress area, in m², the smaller
// of both (ISO 898-1, ISO 4032, ASME B1.1, from memory). Its foot is a plate of 100 × 100 × 6 mm; rodBeyond is its length beyond
// the plates, in m.
const (
	rodOutside, nutBears, rodArea = 0.020, 0.0143, 215e-6
	footSide, footThick           = 0.100, 0.006
	rodBeyond, sleeved            = quantity.Length(0.20), quantity.Length(0.045)
)

// Build works a pin out: its eye, its rod, and the plate at its foot that bends over its nut where the
// lowest weight plate bears on it; × 2. Errors are *quantity.FieldError of mass_kg, stack_m and bore_m.
// Source: statics; Hardware; × 2 for what is carried.
func (p LoadingPin) Build() (Built, error) {
	if err := fits(&p); err != nil {
		return Built{}, err
	}
	steel, err := MaterialByKey("steel-pipe")
	if err != nil {
		return Built{}, err
	}
	f := float64(Weight(p.Mass)) * CarryFactor
	eye, why := p.Eye.Capacity(false)
	// A ring as wide as the foot bears half way between the bore and the foot's edge.
	arm := (float64(p.Bore)/2+footSide/2)/2 - nutBears
	foot := f * arm / (2 * math.Pi * nutBears) / (footThick * footThick / 6)
	nuts := 5
	out := Built{
		Title: "Loading pin", Hours: [2]float64{1, 1.5},
		Checks: []Check{
			{Link: "eye", Demand: f, Capacity: eye, Unit: "N", Formula: "{2 m} g against its mark", Source: "its maker",
				Refused: why},
			{Link: "rod", Demand: f / rodArea, Capacity: steel.Bending, Unit: "Pa", Formula: "{2 m} g over its stress area",
				Source: "statics; 205 MPa / 1.67; ISO 898-1, from memory"},
			{Link: "foot in bending", Demand: foot, Capacity: steel.Bending, Unit: "Pa",
				Formula: "{2 m} g · arm over 2π r t²/6 at its nut", Source: "statics; 205 MPa / 1.67"},
			{Link: "bore over the rod", Fits: true, Demand: rodOutside, Capacity: float64(p.Bore), Unit: "m",
				Formula: "the rod against the plates' bore", Source: "geometry"},
			{Link: "foot under the bore", Fits: true, Demand: float64(p.Bore) + 2*0.0125, Capacity: footSide, Unit: "m",
				Formula: "the foot reaches {12.5 mm} beyond the bore", Source: "house value"},
		},
		Parts: []Part{
			{Name: "rod, cut to length", Stock: "rod-m20", Count: 1}, {Name: "foot", Stock: "base-plate", Count: 1},
			{Name: "eye nut, marked", Stock: "eye-nut-m20", Count: 1}, {Name: "nut", Stock: "nut-m20", Count: nuts},
		},
		Tools: []Text{"hacksaw", "file", "two spanners of {30 mm}", "paint"},
		Steps: pinSteps.with(facts{"rod": mm(p.Stack + rodBeyond)}),
		Proof: tell("%s on it, hung by its eye for 5 minutes, a hand above the floor, nobody's foot beneath. Passing "+
			"raises nothing.", kilo(proofMass(p.Mass))),
		ProofOf: proofMass(p.Mass), Inspect: looked("eye, threads, foot, lines of paint"),
		Cautions: []Text{guidance, "Not made to be dropped, not swung.", "Feet beside it, never below it."},
	}
	if p.Bore >= sleeved {
		out.Parts = append(out.Parts, Part{Name: "sleeve over the rod", Stock: "pipe-1-1/4", Length: p.Stack, Count: 1})
		out.Steps[4].Text = "Slide the sleeve over the rod, so that the plates lie round its middle. " + out.Steps[4].Text
	}
	return out, nil
}

// leastBore is the narrowest that plates have, in m (common practice).
const leastBore quantity.Length = 0.025

func (p *LoadingPin) form(f *form) {
	number(f, &p.Mass.Value, max(20, quantity.Mass(math.Round(float64(f.s.Body.Value)/4))), Ask{Key: "mass_kg",
		Label: "Plates on it", Kind: quantity.KindMass, Low: 1, High: 300})
	number(f, &p.Stack, 0.15, metres("stack_m", "Stack of plates, high", 0.02, 0.7))
	number(f, &p.Bore, 0.05, Ask{Key: "bore_m", Label: "Plates' bore", Kind: quantity.KindThin, Low: float64(leastBore), High: 0.1,
		Help: "{25 to 28 mm}, or {50 mm}: measure it."})
	p.Eye.asked(f, MetalLink, marked("eye_n", "Eye is marked with"))
}

var _ = known(150, of[LoadingPin]{
	Key: "pin", Name: "Loading pin", Does: "plates hung from one hand, a belt or a strap", On: Nowhere,
	Build: func(p LoadingPin, _ Situation) (Built, error) { return p.Build() },
	Changes: func(p LoadingPin, _ Situation) (out []change) {
		for _, kg := range []quantity.Mass{150, 120, 100, 80, 60, 40} {
			if kg < p.Mass.Value {
				out = append(out, so(tell("at most %s on it", kilo(kg)), func(p *LoadingPin) { p.Mass.Value = kg }))
			}
		}
		return out
	},
	Instead: always[LoadingPin]("plates in a strong pack, or on a bar"),
	Draw:    LoadingPin.draw,
})

func (p LoadingPin) draw(Situation) []Figure {
	stack, bore := float64(p.Stack), float64(p.Bore)
	const low, nut = 0.05, 0.016
	top := low + footThick + stack
	return []Figure{{Name: "side, cut", Strokes: []Stroke{
		rect(OfSteel, -rodOutside/2, 0, rodOutside, stack+float64(rodBeyond), "rod"),
		rect(OfSteel, -footSide/2, low, footSide, footThick, "foot in bending"),
		rect(OfSteel, -nutBears, low-2*nut, 2*nutBears, 2*nut, ""), rect(OfSteel, -nutBears, low+footThick, 2*nutBears, nut, ""),
		rect(OfLoad, -0.18, low+footThick, 0.18-bore/2, stack, ""), rect(OfLoad, bore/2, low+footThick, 0.18-bore/2, stack, ""),
		rect(OfSteel, -nutBears, top, 2*nutBears, nut, ""),
		round(OfSteel, 0, stack+float64(rodBeyond)+0.02, 0.06, "eye"), upward(0.26, 0, stack+float64(rodBeyond)),
		upward(-0.26, low+footThick, stack), across(-footSide/2, -0.05, footSide),
	}}}
}

var pinSteps = recipeOf(`
- Cut the rod to [rod]. File its end until a nut runs on by hand.
- At its lower end turn on two nuts, {5 mm} of rod below them, and lock them against each other. Set the foot on them
  and draw a third nut down on it.
- At its upper end turn on a nut, then the eye nut until the rod fills its thread; lock the nut against it.
? Draw a line of paint over nuts and rod: they have turned when it is broken. Nothing turns by hand.
- Stack the plates on the foot, the largest lowest, and draw the fifth nut down on them before it is lifted.
? Hang it with the proof load, a hand above the floor, for 5 minutes; look again.
`)
