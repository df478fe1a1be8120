package builds

import (
	"fmt"
	"math"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
	"slices"
	"strings"
)

func (j jugs) draw(Situation) []Figure {
	f := Figure{Name: "front"}
	full := j.filled()
	share := 0.9
	if full.Wet && full.Frost {
		share = 0.81
	}
	side := math.Cbrt(j.Volume / 1000 / 1.6)
	for i := range min(4, j.Count) {
		x := float64(i) * side * 1.4
		f.Strokes = append(f.Strokes, rect(OfStrap, x, 0, side, side*1.6, "each ear"), rect(OfLoad, x, 0, side, side*1.6*share, ""),
			rect(OfStrap, x+side*0.35, side*1.6, side*0.3, side*0.2, ""))
	}
	f.Strokes = append(f.Strokes, upward(-0.5*side, 0, side*1.6*share).saying("line"))
	return []Figure{f}
}

// jugs are a set with the filling that is chosen.
type jugs struct {
	JugSet
	Filling string
}

func (j *jugs) form(f *form) {
	number(f, &j.Count, 2, Ask{Key: "count", Label: "Jugs", Kind: quantity.KindCount, Low: 1, High: 24})
	number(f, &j.Volume, 3.785, Ask{Key: "volume_l", Label: "Each holds", Kind: quantity.KindVolume, Low: 0.5, High: 30})
	number(f, &j.Tare, 0.06, Ask{Key: "tare_kg", Label: "Each weighs, empty", Kind: quantity.KindFine, Low: 0, High: 5})
	word(f, &j.Filling, "fresh-water", Ask{Key: "filling", Label: "Filled with", Words: poured})
	f.yes(&j.Strapped, false, yesNo("strapped", "A strap under the base of each", ""))
	f.yes(&j.Frost, false, yesNo("frost", "May freeze", ""))
}

// filled is the set with what its filling is.
func (j jugs) filled() JugSet {
	f, density, u := filling(j.Filling)
	set := j.JugSet
	set.Density, set.DensityU, set.Wet = density, u, f.Wet
	return set
}

var _ = known(130, of[jugs]{
	Key: "jugs", Name: "Jugs filled to lines", Does: "pairs of light loads", On: Nowhere,
	Build: func(j jugs, _ Situation) (Built, error) { return j.filled().Build() },
	Changes: func(j jugs, _ Situation) []change {
		out := []change{so("a strap under the base of each", func(j *jugs) { j.Strapped = true })}
		set := j.filled()
		for _, c := range []struct { // as large as a jug may be that an ear, or a strap, bears
			most     float64
			strapped bool
		}{{bailMark, false}, {2 * bailMark, true}} {
			litres := math.Floor((c.most*0.95-float64(j.Tare))/(set.Density+set.DensityU)*10) / 10
			if litres >= 0.5 && litres < j.Volume {
				out = append(out, so(tell("jugs of %s", litre(litres, 1)), func(j *jugs) { j.Volume, j.Strapped = litres, c.strapped }))
			}
		}
		return out
	},
	Instead: always[jugs]("the same jugs, filled less"),
	Makes: func(j jugs) (out []load.Container) {
		f, _, _ := filling(j.Filling)
		for i := range j.Count {
			out = append(out, made("jug", fmt.Sprintf("made-jug-%d", i+1), "jug", f, j.filled().Full().Value, bailMark)...)
		}
		return out
	},
	Draw: jugs.draw,
})

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
	if err := first(fits(&jugs{j, "fresh-water"}), within("density_kg_l", j.Density, 0.1, 12, "kg/L"),
		within("density_u", j.DensityU, 0, 2, "kg/L")); err != nil {
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
		Steps: jugSteps.with(facts{"lines": j.lines(), "by": by}),
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

var jugSteps = recipeOf(`
? Weigh a litre of this filling as it lies: its own density, not the table's.
- Stick a tape up the side of each jug. Set it on the scale and fill it: at [lines] draw a line and write the mass
  beside it. Loose filling is tapped down first.
- Fill to the line that is wanted, close the cap, wipe it dry, turn it over: nothing comes out.
? Weigh each; write mass and ± on the tape.
? Hang twice its mass by the [by] for 5 minutes, close above the floor: the jug, full, with as much again tied below
  it.
`)
