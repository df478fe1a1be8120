package builds

import (
	"math"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func (b sandbag) draw(Situation) []Figure {
	const l, w = 0.7, 0.28
	f := Figure{Name: "from above", Strokes: []Stroke{rect(OfStrap, 0, 0, l, w, "outer bag"),
		line(OfStrap, l*0.3, w, 0.1, 0.07, "each handle"), line(OfStrap, l*0.3+0.1, w+0.07, 0.1, -0.07, "each handle"),
		line(OfStrap, l*0.3, 0, 0.1, -0.07, "each handle"), line(OfStrap, l*0.3+0.1, -0.07, 0.1, 0.07, "each handle"),
		across(0, w+0.15, l)}}
	n := b.Bags
	for i := range n {
		step := l * 0.9 / float64(n)
		f.Strokes = append(f.Strokes, rect(OfLoad, l*0.05+step*float64(i)+0.005, w*0.15, step-0.01, w*0.7, "each inner bag"))
	}
	return []Figure{f}
}

// sandbag is one with the filling that is chosen.
type sandbag struct {
	Sandbag
	Filling string
}

func (b *sandbag) form(f *form) {
	number(f, &b.Mass.Value, 20, Ask{Key: "mass_kg", Label: "Filling", Kind: quantity.KindMass, Low: 2, High: 120})
	word(f, &b.Filling, "dry-sand", Ask{Key: "filling", Label: "Of", Words: poured})
	number(f, &b.Bags, 2, Ask{Key: "bags", Label: "Inner bags", Kind: quantity.KindCount, Low: 1, High: 20})
	number(f, &b.Outer, 18, Ask{Key: "outer_l", Label: "Outer bag holds", Kind: quantity.KindVolume, Low: 2, High: 200})
	b.Handle.asked(f, SewnStrap, marked("handle_n", "Each handle's webbing is marked with"))
}

// filled is a bag with what its filling is, weighed to 1 %.
func (b sandbag) filled() Sandbag {
	bag := b.Sandbag
	_, bag.Density, _ = filling(b.Filling)
	bag.Mass.U1 = bag.Mass.Value * 0.01
	return bag
}

func (b sandbag) changes(Situation) []change {
	inner := func(kg quantity.Mass) int { return int(math.Ceil(float64(kg) / innerBag)) }
	bags := max(b.Bags, inner(b.Mass.Value))
	outer := math.Max(b.Outer, math.Ceil(float64(b.Mass.Value)/b.filled().Density/outerFull))
	out := together(so(tell("%d inner bags", bags), func(b *sandbag) { b.Bags = bags }),
		so(tell("an outer bag of %s", litre(outer)), func(b *sandbag) { b.Outer = outer }))
	for _, kg := range []quantity.Mass{80, 60, 40} {
		if kg < b.Mass.Value { // more than its stitches bear
			out = append(out, so(tell("%s of filling in %d inner bags", kilo(kg), inner(kg)),
				func(b *sandbag) { b.Mass.Value, b.Bags = kg, inner(kg) }))
		}
	}
	return out
}

var _ = known(110, of[sandbag]{
	Key: "sandbag", Name: "Sandbag", Does: "one heavy load to hug, shoulder and drag", On: Nowhere,
	Build:   func(b sandbag, _ Situation) (Built, error) { return b.filled().Build() },
	Changes: sandbag.changes,
	Instead: always[sandbag]("a pack of books, or two jugs"),
	Makes: func(b sandbag) []load.Container {
		f, _, _ := filling(b.Filling)
		return made("sack", "sandbag", "sandbag", f, b.Mass.Value, b.Mass.Value*1.05)
	},
	Draw: sandbag.draw,
})

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
	if err := first(fits(&sandbag{b, "dry-sand"}), within("density_kg_l", b.Density, 0.1, 12, "kg/L")); err != nil {
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
		Steps: sandbagSteps.with(facts{"bags": b.Bags, "each": kilo(kg/float64(b.Bags), 1), "stitches": stitches}),
		Proof: tell("%s hung from both handles for 5 minutes, the bag in it, a hand above the floor, nobody beneath; "+
			"then 24 hours "+
			"lying. Passing raises nothing.", kilo(2*float64(b.Mass.Value+b.Mass.Expanded()))),
		Inspect:  looked("seams, handles, inner seals; weighed again"),
		ProofOf:  2 * float64(b.Mass.Value+b.Mass.Expanded()),
		Cautions: []Text{"Not overhead: what is inside slides.", "Not made to be dropped.", guidance},
	}
	return out, nil
}

var sandbagSteps = recipeOf(`
- Fill [bags] inner bags with [each] each, press the air out, seal them twice.
? Lay each on paper for an hour: no damp, no grain comes out.
- Melt the ends of the handles. Lay each along a long side of the outer bag in its middle, its ends {100 mm} flat on
  the cloth, {300 mm} apart, so that a hand goes under it. Sew each end on with [stitches] stitches {3 mm} apart
  through two layers of cloth: a box, {80 mm} long and {35 mm} wide, and a cross in it.
- Put the inner bags in, taped round so that they do not shift; close the outer bag and sew or tie it shut.
? Weigh the whole bag, with its ±; write it on it.
? Hang twice its mass from both handles for 5 minutes; then leave it lying for 24 hours.
`)
