package builds

import (
	"math"
	"scrappyrack/core/load"
	"scrappyrack/core/quantity"
)

func drawSandbag(v Values, _ Situation) []Figure {
	const l, w = 0.7, 0.28
	f := Figure{Name: "from above", Marks: []Mark{rect(OfStrap, 0, 0, l, w, "outer bag"),
		line(OfStrap, l*0.3, w, 0.1, 0.07, "each handle"), line(OfStrap, l*0.3+0.1, w+0.07, 0.1, -0.07, "each handle"),
		line(OfStrap, l*0.3, 0, 0.1, -0.07, "each handle"), line(OfStrap, l*0.3+0.1, -0.07, 0.1, 0.07, "each handle"),
		across(0, w+0.15, l)}}
	n := int(v.Num["bags"])
	for i := range n {
		step := l * 0.9 / float64(n)
		f.Marks = append(f.Marks, rect(OfLoad, l*0.05+step*float64(i)+0.005, w*0.15, step-0.01, w*0.7, "each inner bag"))
	}
	return []Figure{f}
}

func sandbagOf(v Values) Sandbag {
	_, density, _ := filling(v.Word["filling"])
	m := quantity.Estimate{Value: v.mass("mass_kg"), U1: v.mass("mass_kg") * 0.01}
	return Sandbag{Mass: m, Bags: int(v.Num["bags"]), Density: density, Outer: v.Num["outer_l"],
		Handle: Hardware{Kind: SewnStrap, Working: v.force("handle_n")}}
}

func sandbagChanges(v Values, _ Situation) []change {
	bags := math.Max(v.Num["bags"], math.Ceil(v.Num["mass_kg"]/innerBag))
	outer := math.Max(v.Num["outer_l"], math.Ceil(v.Num["mass_kg"]/sandbagOf(v).Density/outerFull))
	out := together(sized(tell("%.0f inner bags", bags), "bags", bags),
		sized(tell("an outer bag of %s", litre(outer)), "outer_l", outer))
	for _, kg := range []float64{80, 60, 40} {
		if kg < v.Num["mass_kg"] { // more than its stitches bear
			out = append(out, sized(tell("%s of filling in %.0f inner bags", kilo(kg), math.Ceil(kg/innerBag)), "mass_kg", kg,
				"bags", math.Ceil(kg/innerBag)))
		}
	}
	return out
}

var _ = known(110, Design{
	Changes: sandbagChanges,
	Instead: always("a pack of books, or two jugs"),
	Key:     "sandbag", Name: "Sandbag", Does: "one heavy load to hug, shoulder and drag", On: Nowhere,
	Asks: asked(
		Ask{Key: "mass_kg", Label: "Filling", Kind: quantity.KindMass, Low: 2, High: 120},
		Ask{Key: "filling", Label: "Of", Words: poured()},
		Ask{Key: "bags", Label: "Inner bags", Kind: quantity.KindCount, Low: 1, High: 20},
		Ask{Key: "outer_l", Label: "Outer bag holds", Kind: quantity.KindVolume, Low: 2, High: 200},
		marked("handle_n", "Each handle's webbing is marked with"),
	),
	Starts: func(Situation) Values {
		return Values{Num: map[string]float64{"mass_kg": 20, "bags": 2, "outer_l": 18, "handle_n": 0},
			Word: map[string]string{"filling": "dry-sand"}}
	},
	Build: func(v Values, _ Situation) (Built, error) { return sandbagOf(v).Build() },
	Makes: func(v Values) []load.Container {
		f, _, _ := filling(v.Word["filling"])
		return made("sack", "sandbag", "sandbag", f, v.mass("mass_kg"), v.mass("mass_kg")*1.05)
	},
	Draw: drawSandbag,
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
