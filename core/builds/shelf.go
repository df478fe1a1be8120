package builds

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// Shelf is a shelf for loads on two brackets on a wall: Span between its
// brackets and Deep, in m; PerMetre what stands on it, in kg/m with its ±; High its top above the
// floor. Bracket is what each is marked with, in N.
type Shelf struct {
	Span, Deep, High quantity.Length
	PerMetre         quantity.Estimate
	Bracket          quantity.Force
	Panel            string
	Thickness        quantity.Length
}

// House values of storage: nothing heavy above the breast, a lip that keeps things on it, and a
// panel that carries for years bears less than for ten minutes.
const highest, lipHigh, creeps = 1.5, 0.010, 200.0

// Build works a shelf out, × 2 for what is stored: the panel for years, its sag, its brackets, its
// height. Errors are *quantity.FieldError of panel, span_m, deep_m, high_m, per_metre_kg and
// thickness_m. Source: statics; house values.
func (s Shelf) Build() (Built, error) {
	var panel *Panel
	for _, p := range Panels() {
		if p.Key == s.Panel {
			panel = &p
		}
	}
	known := error(nil)
	if panel == nil {
		known = quantity.At("panel", fmt.Sprintf("%q is no panel that is known", s.Panel))
	}
	if err := first(known, within("span_m", float64(s.Span), 0.2, 1.5, "m"), within("deep_m", float64(s.Deep), 0.1, 0.6, "m"), within("high_m", float64(s.High), 0.05, 2.2, "m"),
		within("per_metre_kg", float64(s.PerMetre.Value), 1, 300, "kg/m"), within("thickness_m", float64(s.Thickness), 0.012, 0.04, "m")); err != nil {
		return Built{}, err
	}
	w, l := float64(Weight(s.PerMetre)), float64(s.Span)
	section := Section{Shape: Rect, B: s.Deep, H: s.Thickness}
	bracket := Check{Link: "each bracket", Demand: w * CarryFactor * l / 2, Capacity: float64(s.Bracket), Unit: "N", Formula: "2 w L/2 against its mark", Source: "its maker"}
	if s.Bracket <= 0 {
		bracket.Refused = "no mark: it counts as nothing"
	}
	out := Built{
		Title: "Shelf for loads", Hours: [2]float64{2, 2},
		Checks: []Check{
			{Link: "shelf in bending", Demand: w * CarryFactor * l * l / 8 / section.Modulus(), Capacity: panel.Along / WallDuration, Unit: "Pa", Formula: "2 w L²/8 over S", Source: "statics; " + panel.Name + ", for years"},
			{Link: "shelf's sag", Demand: 5 * w * math.Pow(l, 4) / (384 * panel.ElasticAlong * section.Inertia()), Capacity: l / creeps, Unit: "m", Formula: "5 w L⁴/384 EI, at most L/200", Source: "house value"},
			bracket,
			{Link: "height", Fits: true, Demand: float64(s.High), Capacity: highest, Unit: "m", Formula: "1.5 m at most, the heaviest lowest", Source: "house rule"},
		},
		Parts: []Part{{Name: "shelf", Stock: sheetOf(panel.Key, s.Thickness), Length: s.Span + 0.2, Width: s.Deep, Count: 1, Grain: true}, {Name: "lip, 10 mm", Stock: "batten-10x20", Length: s.Span + 0.2, Count: 1}, {Name: "bracket, marked", Stock: "bracket", Count: 2}, {Name: "wood screw for a bracket", Stock: "screw-4x16", Count: 6}, {Name: "wood screw for the lip", Stock: "screw-4x35", Count: 2 + int(float64(s.Span+0.2)/0.15)}},
		Tools: []string{"saw", "drill", "spirit level", "stud finder", "detector for cables and pipes", "spanner"},
		Proof: fmt.Sprintf("%.0f kg spread on it for 5 minutes. Passing raises nothing.", proofFactor*float64(s.PerMetre.Value+s.PerMetre.Expanded())*l), Inspect: looked("brackets, screws, sag"),
		ProofOf:  proofMass(s.PerMetre) * l,
		Cautions: []string{guidance, "Nothing that rolls without its lip."},
	}
	return out, nil
}
