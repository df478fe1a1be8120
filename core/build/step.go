package build

import (
	"fmt"

	"scrappyrack/core/quantity"
)

// TreadStock is what a step's tread can be: a board, or a panel that works as a strip.
type TreadStock struct {
	Key, Name        string
	Width, Thickness quantity.Length
	Material         string // of a board
	Panel            string // of a panel
	Good             string // what it is cut from
	Boards           int    // side by side
}

// TreadStocks are those that are known, the cheapest first.
func TreadStocks() []TreadStock {
	return []TreadStock{
		{"osb-18", "18 mm OSB", 0.35, 0.018, "", "osb", "osb-18", 1},
		{"plywood-18", "18 mm softwood plywood", 0.35, 0.018, "", "softwood-plywood", "softwood-plywood-18", 1},
		{"boards-140", "two boards 38 × 140", 0.28, 0.038, "timber-unknown", "", "timber-38x140", 2},
		{"board-235", "a board 38 × 235", 0.235, 0.038, "timber-unknown", "", "timber-38x235", 1},
		{"graded-140", "two boards 38 × 140, stamped No. 2", 0.28, 0.038, "timber-graded:spruce-pine-fir", "", "timber-38x140-graded", 2},
		{"birch-18", "18 mm birch plywood", 0.35, 0.018, "", "birch-plywood", "birch-plywood-18", 1},
	}
}

// part is a tread of a length.
func (t TreadStock) part(length quantity.Length) Part {
	p := Part{Name: "tread", Stock: t.Good, Length: length, Count: t.Boards}
	if t.Panel != "" {
		p.Width = t.Width
	}
	return p
}

// StepUse is what is done on a step.
type StepUse string

// Stepped on, or jumped on to.
const (
	StepOn StepUse = "step"
	JumpOn StepUse = "jump"
)

// StepBox is a step of a tread on legs: Height and Span between the legs, Base how wide the legs
// stand the way it tips, Flare how far they stand out beyond the tread, Bearing the area in m²
// that the tread lies on each leg with, all else in m; Mass its own, in kg; Mu the friction of
// its feet with the floor; Body with what is worn; Wet that it gets wet.
type StepBox struct {
	Use                       StepUse
	Stock                     string
	Height, Span, Base, Flare quantity.Length
	Bearing                   float64
	Mass                      quantity.Mass
	Mu                        float64
	Body                      quantity.Estimate
	Wet                       bool
}

// railWide is what a tread lies on at each end, in m.
const railWide quantity.Length = 0.038

// Feet land so far inside of the edge, in m: stepping, and jumping.
const stepInside, jumpInside quantity.Length = 0.05, 0.10

// StepHeight is the usual height of a step for a stature, in m: 0.285 of it, from 0.45 to 0.51
// (18 to 20 in, common practice).
func StepHeight(stature quantity.Length) quantity.Length {
	return max(0.45, min(0.51, 0.285*stature))
}

// Build works a step out: one foot with 2.5 of the body, jumped on to two with 2 each besides;
// in its tread, on its legs, tipping and sliding. Where a check fails the cheapest change that
// makes all pass is named. Errors are *quantity.FieldError of use, stock, height_m, span_m,
// base_m, flare_m, bearing_m2, mass_kg, mu and body_kg.
// Source: Strip, Tread, Standing; the factors are house values.
func (s StepBox) Build() (Built, error) {
	var stock *TreadStock
	for _, t := range TreadStocks() {
		if t.Key == s.Stock {
			stock = &t
		}
	}
	switch {
	case s.Use != StepOn && s.Use != JumpOn:
		return Built{}, quantity.At("use", "a step is stepped on, or jumped on to")
	case stock == nil:
		return Built{}, quantity.At("stock", fmt.Sprintf("%q is no tread that is known", s.Stock))
	case !(s.Bearing > 0) || s.Bearing > 0.2:
		return Built{}, quantity.At("bearing_m2", "a tread lies on its legs with some area, at most 0.2 m²")
	case !(s.Mass > 0) || s.Mass > 100:
		return Built{}, quantity.At("mass_kg", "a step weighs from above 0 to 100 kg")
	case !(s.Mu > 0) || s.Mu > 1.5:
		return Built{}, quantity.At("mu", "friction is above 0 and at most 1.5; 0.2 when nobody knows")
	case !(s.Body.Value > 20) || s.Body.Value > 300:
		return Built{}, quantity.At("body_kg", "a body with what it wears is from 20 to 300 kg")
	}
	metres := func(field string, v quantity.Length, from, to float64) error {
		return within(field, float64(v), from, to, "m")
	}
	if err := first(metres("height_m", s.Height, 0.05, 0.80), metres("span_m", s.Span, 0.15, 0.80), metres("base_m", s.Base, 0.15, 1.2), metres("flare_m", s.Flare, 0, 0.2)); err != nil {
		return Built{}, err
	}
	foot, most, inside := landing(s.Use, s.Body)
	stress, allowed, source, err := stock.under(foot, most, s.Span, s.Wet)
	if err != nil {
		return Built{}, err
	}
	stands := Standing{Height: s.Height, Width: s.Base, Inside: inside, Flare: s.Flare, Mass: s.Mass, Mu: s.Mu}
	out := Built{
		Floor: float64((s.Span + 2*s.Flare) * s.Base), OnFloor: true, Mass: s.Mass,
		Title: fmt.Sprintf("Step, %.2f m: %s", float64(s.Height), stock.Name), Hours: [2]float64{2, 3},
		Checks: []Check{
			{Link: "tread in bending", Demand: stress, Capacity: allowed, Unit: "Pa", Formula: "F/4 (L − 0.05)/S", Source: source},
			{Link: "tread on its legs", Demand: float64(most) / 2 / s.Bearing, Capacity: timberBearing * wetBearing(s.Wet), Unit: "Pa", Formula: "F/2 over the area", Source: "house value, across the grain"},
			{Link: "tipping", Demand: stands.Tips(foot), Capacity: 1, Formula: "1.5 · 0.1 F h over F (e + flare) + W B/2", Source: "statics; house factors"},
			{Link: "sliding", Demand: stands.Slides(foot), Capacity: 1, Formula: "0.15 F over μ (F + W)", Source: "statics; house factors"},
		},
		Parts:    []Part{stock.part(s.Span + 2*railWide), {Name: "leg", Stock: "timber-38x89", Length: s.Height, Count: 4}, {Name: "rail under an end of the tread", Stock: "timber-38x89", Length: stock.Width, Count: 2}, {Name: "brace", Stock: "timber-38x89", Length: s.Span + 2*railWide, Count: 2}, {Name: "wood screw", Stock: "screw-4.5x50", Count: 32}},
		Tools:    []string{"saw", "drill", "square", "sandpaper"},
		Proof:    fmt.Sprintf("%.0f kg laid on the front edge for 5 minutes, nobody on it; it goes back to within 2 mm. Never a person. Passing raises nothing.", 1.25*float64(s.Body.Value+s.Body.Expanded())),
		ProofOf:  proofMass(s.Body),
		Inspect:  "Every 3 months: play at the joints, splits, worn feet; given up at 10 % of wear. Written down with the date.",
		Cautions: []string{"Guidance for a competent person; local codes and a licensed trade decide.", "On a floor that is dry and even; shoes that grip."},
		Steps: []Step{
			{"Cut legs of one length, to 1 mm, with the same slant at both ends; screw a rail to the heads of each two, with three screws a leg, prebored. The tread lies on both rails and legs, screws only keep it there.", false},
			{"Screw a brace to the legs on both long sides, at a third of the height, two screws a leg.", false},
			{fmt.Sprintf("The feet of the legs stand out %.0f mm beyond the tread, to all four sides; brace them.", float64(s.Flare)*1000), false},
			{"Set it on the real floor: it does not rock, and no screw has split the wood.", true},
			{fmt.Sprintf("Draw the zone where feet land, %.0f mm inside the edge.", float64(inside)*1000), false},
			{"Lay the proof load on, nobody near; look again.", true},
		},
	}
	if s.Use == JumpOn {
		out.Cautions = append(out.Cautions, "Jumped on to with two feet; stepped down from.")
	}
	return out, nil
}

// under is the stress in a tread under one foot or under all that lands, whichever is worse,
// with what it may have.
func (t TreadStock) under(foot, most quantity.Force, span quantity.Length, wet bool) (stress, allowed float64, source string, _ error) {
	for _, p := range Panels() {
		if p.Key == t.Panel {
			// Two feet land on two strips.
			return max(Strip(foot, span, t.Width, t.Thickness), Strip(most/2, span, t.Width/2, t.Thickness)), p.damp(wet), "strip of " + p.Name + " along its face grain, house values × 1.6", nil
		}
	}
	m, err := MaterialByKey(t.Material)
	if err != nil {
		return 0, 0, "", err
	}
	m = m.Damp(wet)
	return Tread(most, span, t.Width, t.Thickness), m.Allowable(t.Thickness), "strength of " + m.Name, nil
}
