package build

import (
	"fmt"
	"math"
	"strings"

	"scrappyrack/core/quantity"
)

// gravityOf is the specific gravity by which fixings hold in a material: of stamped timber its
// group's, of any other that of wood that nobody knows.
func gravityOf(material string) float64 {
	if kind, species, _ := strings.Cut(material, ":"); kind == "timber-graded" {
		if g, ok := Gravities[species]; ok {
			return g
		}
	}
	return Gravities[""]
}

// boltOf is the bolt of a diameter as it is sold: the next larger.
func boltOf(d quantity.Length) string {
	switch {
	case d <= 0.0085:
		return "bolt-m8"
	case d <= 0.0105:
		return "bolt-m10"
	}
	return "bolt-m12"
}

// Bolt is a bolt through a timber, held by a steel plate on both faces: Diameter, Thick the timber
// and Plate each plate, in m; Gravity of the wood; the load across its grain.
type Bolt struct {
	Diameter, Thick, Plate quantity.Length
	Gravity                float64
}

// Strengths of what a bolt bends and bears on, in psi (NDS 2018 table 12G, its notes).
const boltYield, plateBearing = 45e3, 87e3

// Across is what a bolt bears across the grain in double shear between steel plates, in N: the
// least of the yield-limit modes I_m, III_s and IV with R_d of 4, 3.2 and 3.2 × 1.25; duration
// factor 1.0. Errors are *quantity.FieldError of diameter_m, thick_m, plate_m and gravity.
// Source: NDS 2018 table 12.3.1A and B.
func (b Bolt) Across() (newtons float64, mode Mode, _ error) {
	if err := first(within("diameter_m", float64(b.Diameter), 0.00635, 0.0255, "m"), within("thick_m", float64(b.Thick), 0.03, 0.3, "m"), within("plate_m", float64(b.Plate), 0.003, 0.03, "m"), gravity("gravity", b.Gravity)); err != nil {
		return 0, "", err
	}
	d, lm, ls := float64(b.Diameter)/inch, float64(b.Thick)/inch, float64(b.Plate)/inch
	fem, fes := bearing(b.Gravity, d, 90), float64(plateBearing)
	re := fem / fes
	const kTheta = 1.25
	k3 := -1 + math.Sqrt(2*(1+re)/re+2*boltYield*(2+re)*d*d/(3*fem*ls*ls))
	best := math.Inf(1)
	for _, m := range []struct {
		Mode
		z float64
	}{
		{ModeIm, d * lm * fem / (4 * kTheta)},
		{ModeIIIs, 2 * k3 * d * ls * fem / ((2 + re) * 3.2 * kTheta)},
		{ModeIV, 2 * d * d / (3.2 * kTheta) * math.Sqrt(2*fem*boltYield/(3*(1+re)))},
	} {
		if m.z < best {
			best, mode = m.z, m.Mode
		}
	}
	return best * poundForce, mode, nil
}

// JoistKnown is what is known of what carries a ceiling: what it is of, and whether it was seen.
type JoistKnown string

// What there may be overhead.
const (
	SawnJoist  JoistKnown = "sawn"
	OtherJoist JoistKnown = "other" // a truss, an I-joist, or nobody has looked
)

// Rings hang from two joists, a strap each: what there is overhead; B and H the section of a
// joist, Span between its bearings and At from one of them, all in m; Wood its strength; Bolt the
// diameter of the through-bolts and Above how far they go through above the lower edge; Apart from
// one strap to the other; Swings says that the movement swings; Low that the ceiling's lining is
// open there. Each link of a strap as it is marked.
type Rings struct {
	Overhead     JoistKnown
	Owner        string
	B, H         quantity.Length
	Span, At     quantity.Length
	Wood         string
	Bolt, Above  quantity.Length
	Apart        quantity.Length
	Swings       bool
	Strap, Plate Hardware
	Body         quantity.Estimate
}

// sharedByRings is what one of two rings takes of a body (house value: nobody hangs evenly);
// ringPlate the plates on both faces of a joist, in m.
const sharedByRings, ringPlate = 0.65, 0.006

// Build works one ring out along its load path: strap, plate, bolt, joist; on one joist, no
// neighbour helps. Errors are *quantity.FieldError of b_m, h_m, span_m, at_m, wood, bolt_m,
// above_m, apart_m and body_kg. Source: Joist, Bolt, Hardware; house values.
func (r Rings) Build() (Built, error) {
	out, err := r.checked()
	if err != nil || out.OK() {
		return out, err
	}
	out.Instead = "rows under a bar on sawhorses, or pull-downs on a band at an anchor that holds"
	out.Remedy = remedied(r, Rings.checked, []change[Rings]{
		{"bolts through the middle of the joist or above it", func(x *Rings) { x.Above = max(x.Above, x.H/2) }},
		{"bolts at two thirds of the joist's depth", func(x *Rings) { x.Above = max(x.Above, x.H*2/3) }},
		{"bolts of 12 mm", func(x *Rings) { x.Bolt, x.Above = max(x.Bolt, 0.012), max(x.Above, x.H/2) }},
		{"rings near a bearing, 0.6 m from it, bolts of 12 mm at two thirds of the depth", func(x *Rings) { x.At, x.Bolt, x.Above = min(x.At, 0.6), max(x.Bolt, 0.012), max(x.Above, x.H*2/3) }},
	})
	return out, nil
}

func (r Rings) checked() (Built, error) {
	if err := first(within("b_m", float64(r.B), 0.03, 0.3, "m"), within("h_m", float64(r.H), 0.09, 0.5, "m"), within("span_m", float64(r.Span), 0.8, 8, "m"), within("at_m", float64(r.At), 0.1, float64(r.Span)-0.1, "m"),
		within("bolt_m", float64(r.Bolt), 0.008, 0.02, "m"), within("above_m", float64(r.Above), 0.01, float64(r.H)-0.03, "m"), within("apart_m", float64(r.Apart), 0.2, 1.5, "m"), bodyWithin(r.Body)); err != nil {
		return Built{}, err
	}
	wood, err := MaterialByKey(r.Wood)
	if err != nil {
		return Built{}, err
	}
	factor := PersonFactor
	if r.Swings {
		factor = SwingFactor
	}
	f := float64(Weight(r.Body)) * factor * sharedByRings
	a, err := Joist{B: r.B, H: r.H, Span: r.Span, At: r.At, Load: quantity.Force(f), Material: wood, Bolt: r.Above}.Check()
	if err != nil {
		return Built{}, err
	}
	across, mode, err := Bolt{Diameter: r.Bolt, Thick: r.B, Plate: ringPlate, Gravity: gravityOf(r.Wood)}.Across()
	if err != nil {
		return Built{}, err
	}
	source := "statics; strength of " + wood.Name
	link := func(name string, h Hardware) Check {
		capacity, why := h.Capacity(true)
		return Check{Link: name, Demand: f, Capacity: capacity, Unit: "N", Formula: "0.65 of the factored body against its mark", Source: "its maker", Refused: why}
	}
	hole := Check{Link: "bolt hole", Demand: float64(r.Bolt), Capacity: float64(r.H) / 3, Unit: "m", Formula: "at most a third of the depth, 51 mm from the edges", Source: "house rule, IRC R502.8, from memory"}
	if edge := min(r.Above, r.H-r.Above); edge < 0.051 {
		hole.Refused = "a hole is 51 mm from the joist's edges"
	}
	split := Check{Link: "joist splitting at the bolt", Demand: float64(shearOf(r, f)), Capacity: a.SplitDesign, Unit: "N", Formula: "14 b √(h_e/(1 − h_e/h)) · 0.9/1.3", Source: "EC5 8.1.4, from memory"}
	if r.Above < r.H/2-1e-9 {
		split.Refused = "the bolt is below the middle of the joist: at least half of its depth above the lower edge"
	}
	joist := Check{Link: "joist", Capacity: 1, Formula: "sawn, seen and measured", Source: "house rule"}
	if r.Overhead != SawnJoist {
		joist.Refused = "trusses, I-joists and what nobody has seen carry no body"
	}
	board := WallBoard{Owner: r.Owner}
	out := Built{
		Title: "Rings from two joists", Hours: [2]float64{3, 4},
		Checks: []Check{
			board.owner(), joist, link("strap", r.Strap), link("plate or eye", r.Plate),
			{Link: "bolt across the grain", Demand: f, Capacity: across, Unit: "N", Formula: "double shear between plates, mode " + string(mode), Source: "NDS 2018 table 12.3.1A"},
			hole, split,
			{Link: "joist in bending", Demand: a.Stress, Capacity: a.Allowable, Unit: "Pa", Formula: "F x (L − x)/L over S, one joist", Source: source},
			{Link: "joist in shear", Demand: a.Shear, Capacity: wood.Shear, Unit: "Pa", Formula: "1.5 V/A", Source: "house value"},
			{Link: "straps apart", Fits: true, Demand: 0.45, Capacity: float64(r.Apart), Unit: "m", Formula: "0.45 m at least, on different joists", Source: "house rule"},
		},
		Parts: []Part{{Name: "through-bolt with nut", Stock: boltOf(r.Bolt), Count: 2}, {Name: "plate, both faces", Stock: "plate-steel", Count: 4}, {Name: "strap, marked", Stock: "strap-sewn", Count: 2}, {Name: "ring", Stock: "gym-ring", Count: 2}},
		Tools: []string{"drill", "spanner", "tape", "detector for cables and pipes"},
		Steps: []Step{
			{"Who owns the house says yes, in writing.", true},
			{"The joists were seen: sawn, no truss, no notch, their size and span measured.", true},
			{"The detector is clear; what they carry above is known.", true},
			{"Bolt a plate on both faces of each joist, blocking where the pull is to one side.", false},
			{"Nothing has play under a hand.", true},
			{"Hang the proof load from each ring, nobody beneath; look again.", true},
		},
		Proof:   fmt.Sprintf("%.0f kg hung from each ring no more than 100 mm above the floor for 5 minutes, nobody beneath; it goes back to within 2 mm. Never a person. Passing raises nothing.", proofMass(r.Body)),
		ProofOf: proofMass(r.Body),
		Inspect: looked("play, cracks, rust, straps at their stitches"), Cautions: []string{guidance, "No kipping, no giant swings, no drops into slack."},
	}
	return out, nil
}

// shearOf is the larger shear beside the bolt of a joist under f newtons.
func shearOf(r Rings, f float64) float64 {
	return f * math.Max(float64(r.At), float64(r.Span-r.At)) / float64(r.Span)
}
