package builds

import (
	"fmt"
	"math"
	"slices"
	"strings"

	"scrappyrack/core/quantity"
)

// Box is a box of panels with three heights, one for each way that it is laid: Sides rising,
// Thickness of the panel, all in m. Across dividers halve, or third, the shortest side and
// Along the middle one; they cross, and stand on edge under every face. Mu is the friction
// with the floor; Body with what is worn.
type Box struct {
	Use           StepUse
	Panel         string
	Sides         [3]quantity.Length
	Thickness     quantity.Length
	Across, Along int
	Mu            float64
	Body          quantity.Estimate
	Wet           bool
}

// UsualBox are the sides of the usual box, 20 × 24 × 30 in (common practice).
var UsualBox = [3]quantity.Length{0.508, 0.610, 0.762}

// panelShear is what a panel may have in shear through its thickness, in Pa; panelDensity what
// it weighs, in kg/m³ (house values).
const panelShear, panelDensity = 1.0e6, 550.0

// clear is what lies open between the dividers of a side.
func (b Box) clear(side quantity.Length, dividers int) quantity.Length {
	n := quantity.Length(dividers + 1)
	return (side - (n+1)*b.Thickness) / n
}

// Mass is what a box weighs, in kg.
func (b Box) Mass() quantity.Mass {
	x, y, z := float64(b.Sides[0]), float64(b.Sides[1]), float64(b.Sides[2])
	area := 2*(x*y+x*z+y*z) + float64(b.Across)*y*z + float64(b.Along)*x*z
	return quantity.Mass(area * float64(b.Thickness) * panelDensity)
}

// Build works a box out in its three ways of lying: each face as a strip between its dividers,
// the panels below in bearing and in shear as it racks, tipping and sliding; the two crossed
// dividers carry every face. Errors are *quantity.FieldError of use, panel, sides_m,
// thickness_m, across, along, mu and body_kg. Source: Strip, Standing; house values.
func (b Box) Build() (Built, error) {
	at := slices.IndexFunc(Panels(), func(p Panel) bool { return p.Key == b.Panel })
	sides := error(nil)
	if !slices.IsSorted(b.Sides[:]) || !(b.Sides[0] >= 0.3) || b.Sides[2] > 0.9 {
		sides = quantity.At("sides_m", "three sides from 0.3 to 0.9 m, the shortest first")
	}
	use, panel := error(nil), error(nil)
	if b.Use != StepOn && b.Use != JumpOn {
		use = quantity.At("use", "a box is stepped on, or jumped on to")
	}
	if at < 0 {
		panel = quantity.At("panel", fmt.Sprintf("%q is no panel that is known; particle board and MDF break under feet", b.Panel))
	}
	if err := first(use, panel, sides, within("thickness_m", float64(b.Thickness), 0.012, 0.04, "m"), within("across", float64(b.Across), 0, 3, "dividers"),
		within("along", float64(b.Along), 0, 3, "dividers"), within("mu", b.Mu, 0.05, 1.5, ""), bodyWithin(b.Body)); err != nil {
		return Built{}, err
	}
	p := Panels()[at]
	foot, most, inside := landing(b.Use, b.Body)
	x, y, z := b.Sides[0], b.Sides[1], b.Sides[2]
	cx, cy := b.clear(x, b.Across), b.clear(y, b.Along)
	mass := b.Mass()
	out := Built{Title: "Box of three heights", Hours: [2]float64{3, 5}, Mass: mass, Floor: float64(x * y), OnFloor: true}
	for _, way := range []struct {
		height, wide, long quantity.Length
		span               quantity.Length
	}{{z, x, y, min(cx, cy)}, {y, x, z, cx}, {x, y, z, cy}} {
		name := cmHigh(float64(way.height))
		stress := math.Max(Strip(foot, way.span, way.long, b.Thickness), Strip(most/2, way.span, way.long/2, b.Thickness))
		edge := 2 * float64(way.long) * float64(b.Thickness)
		s := Standing{Height: way.height, Width: way.wide, Inside: inside, Mass: mass, Mu: b.Mu}
		out.Checks = append(out.Checks,
			Check{Link: "face, " + name, Demand: stress, Capacity: p.damp(b.Wet), Unit: "Pa", Formula: "F/4 · (span − 0.05) over the strip's section", Source: "strip of " + p.Name + " along its face grain, house values × 1.6"},
			Check{Link: "panels below, " + name, Demand: float64(most) / edge, Capacity: timberBearing * wetBearing(b.Wet), Unit: "Pa", Formula: "F over two edges", Source: "house value"},
			Check{Link: "racking, " + name, Demand: slideSway * float64(most) / (2 * float64(way.wide) * float64(b.Thickness)), Capacity: panelShear, Unit: "Pa", Formula: "0.15 F over two panels", Source: "house values"},
			Check{Link: "tipping, " + name, Demand: s.Tips(most), Capacity: 1, Formula: "1.5 · 0.1 F h over F e + W B/2", Source: "statics; house factors"},
			Check{Link: "sliding, " + name, Demand: s.Slides(most), Capacity: 1, Formula: "0.15 F over μ (F + W)", Source: "statics; house factors"})
	}
	t := b.Thickness
	sheet := sheetOf(p.Key, t)
	face := func(name string, l, w quantity.Length, n int) Part {
		return Part{Name: name, Stock: sheet, Length: l, Width: w, Count: n, Grain: true}
	}
	divider := func(name string, l, w quantity.Length, n int) Part { // on edge, whichever way
		return Part{Name: name, Stock: sheet, Length: l, Width: w, Count: n}
	}
	end := face("end face", x-2*t, y-2*t, 2)
	if cy < cx { // the strip goes over the shorter way
		end.Length, end.Width = end.Width, end.Length
	}
	out.Parts = []Part{face("large face", y, z, 2), face("long face", x-2*t, z, 2), end}
	if b.Across > 0 {
		out.Parts = append(out.Parts, divider("divider across, slotted", z-2*t, y-2*t, b.Across))
	}
	if b.Along > 0 {
		out.Parts = append(out.Parts, divider("divider along, slotted", z-2*t, x-2*t, b.Along))
	}
	out.Parts = append(out.Parts, Part{Name: "wood screw", Stock: "screw-4.5x50", Count: b.screws()}, Part{Name: "wood glue", Stock: "glue", Count: 1})
	out.Tools = []string{"panel saw, or the shop's", "drill", "square", "router or sandpaper"}
	out.Steps = []Step{
		{"Cut the faces, the face grain as the cut list says: of each top it runs over the dividers, from one to the next. Then cut the dividers" + b.slots() + ".", false},
		{"Dry fit: the two large faces lie outside; the long faces stand between them, flush with their long edges; the end faces close what is left open; the dividers stand inside, on edge under every face. Diagonals differ by 2 mm at most.", true},
		{"Mark on every face where an edge lies behind it. Glue all edges and screw through the faces every 10 cm into the edges of faces, every 15 cm into those of dividers, in their middle, prebored by 3 mm.", false},
		{"Round all edges by 6 mm.", false},
		{fmt.Sprintf("Draw the zone where feet land on every top, %.0f mm inside the edge.", float64(inside)*1000), true},
		{"Lay the proof load on each face, nobody near; look again.", true},
	}
	out.ProofOf = proofMass(b.Body)
	out.Proof, out.Inspect = laid(b.Body, "on the middle of each face"), looked("joints, cracks, edges, screws that stand proud")
	out.Cautions = []string{guidance, "On a floor that is dry and even; shoes that grip."}
	if b.Use == JumpOn {
		out.Cautions = append(out.Cautions, "Jumped on to with two feet; stepped down from.")
	}
	return out, nil
}

// screws are those of a box: every 10 cm along the edges of its faces, every 15 cm along its dividers.
func (b Box) screws() int {
	x, y, z := float64(b.Sides[0]), float64(b.Sides[1]), float64(b.Sides[2])
	edges := 4 * (x + y + z)
	inside := 2 * (float64(b.Across)*(y+z) + float64(b.Along)*(x+z))
	return int(math.Ceil(edges/0.10 + inside/0.15))
}

// landing is what lands on a top: one foot, all of it, and how far inside of the edge.
func landing(use StepUse, body quantity.Estimate) (foot, most quantity.Force, inside quantity.Length) {
	foot = Weight(body) * FootFactor
	if use == JumpOn {
		return foot, max(foot, 2*Weight(body)*LandFactor), jumpInside
	}
	return foot, foot, stepInside
}

// cmHigh names a way of lying by its height in m.
func cmHigh(h float64) string { return fmt.Sprintf("%.0f cm high", h*100) }

// slots is how the dividers are let into each other: how wide, how deep, and where their middles are.
func (b Box) slots() string {
	if b.Across == 0 || b.Along == 0 {
		return ""
	}
	middles := func(side quantity.Length, n int) string {
		var out []string
		for i := range n {
			at := float64(quantity.Length(i+1)*(b.clear(side, n)+b.Thickness)) - float64(b.Thickness)/2
			out = append(out, fmt.Sprintf("%.0f mm", at*1000))
		}
		return strings.Join(out, ", ")
	}
	return fmt.Sprintf(", with slots of %.0f mm that go half through and hold each other: in those across with their middles at %s from an end, in those along at %s", float64(b.Thickness)*1000+1, middles(b.Sides[1], b.Along), middles(b.Sides[0], b.Across))
}
