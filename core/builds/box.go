package builds

import (
	"math"
	"slices"
	"strings"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

// Box is a box of panels with three heights, one for each way that it is laid: Sides rising,
// Thickness of the panel, all in m. Across dividers divide the shortest side and Along the middle one;
// they cross, and stand on edge under every face; two liners stand inside the large faces, so that every
// top has an edge below it at both ends of its span. Mu is the friction with the floor; Body with what is
// worn.
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

// clear is what lies open between the dividers of a side, whose outermost panels are so thick.
func (b Box) clear(side, outer quantity.Length, dividers int) quantity.Length {
	n := quantity.Length(dividers)
	return (side - 2*outer - n*b.Thickness) / (n + 1)
}

// spans are what lies open below a top: along the shortest side, between liners and dividers, and along
// the middle one, between long faces and dividers.
func (b Box) spans() (short, middle quantity.Length) {
	return b.clear(b.Sides[0], 2*b.Thickness, b.Across), b.clear(b.Sides[1], b.Thickness, b.Along)
}

// Mass is what a box weighs, in kg: its panels as they are cut.
func (b Box) Mass() quantity.Mass {
	area := 0.0
	for _, p := range b.panels("") {
		area += float64(p.Length*p.Width) * float64(p.Count)
	}
	return quantity.Mass(area * float64(b.Thickness) * panelDensity)
}

// panels are what is cut of a sheet.
func (b Box) panels(sheet string) (out []Part) {
	x, y, z, t := b.Sides[0], b.Sides[1], b.Sides[2], b.Thickness
	piece := func(name Text, l, w quantity.Length, n int, grain bool) {
		if n > 0 {
			out = append(out, Part{Name: name, Stock: sheet, Length: l, Width: w, Count: n, Grain: grain})
		}
	}
	piece("large face", y, z, 2, true)
	piece("long face", x-2*t, z, 2, true)
	piece("end face", x-2*t, y-2*t, 2, true)
	piece("liner of a large face", z-2*t, y-2*t, 2, false)
	piece("divider across, slotted", z-2*t, y-2*t, b.Across, false)
	piece("divider along, slotted", z-2*t, x-4*t, b.Along, false)
	return out
}

// carriedAlone is what one person carries, in kg (common practice).
const carriedAlone quantity.Mass = 25

// deepTop is from where on feet land 0.10 m inside of an edge, for stepping too, in m.
const deepTop quantity.Length = 0.40

// under is the stress in a top under a foot that lands inside of an edge that no panel carries, in Pa: its
// strip reaches no further than that edge to one side. Source: house values.
func (b Box) under(f quantity.Force, span, inside quantity.Length) float64 {
	l, t := float64(span), float64(b.Thickness)
	half := footShort + footSpread/2*l
	wide := math.Min(half, float64(inside)) + half
	return float64(f) / 4 * math.Max(0, l-footShort) / (wide * t * t / 6)
}

// face is the stress in a top under one foot, or under two that land beside each other on half of it each.
func (b Box) face(foot, most quantity.Force, span, long, free quantity.Length) float64 {
	return math.Max(b.under(foot, span, free), b.under(most/2, span, min(free, long/4)))
}

// Build works a box out in its three ways of lying: each top as a strip between the panels that carry it,
// the panels below in bearing and in shear as it racks, tipping and sliding. Without dividers nobody jumps
// on to it. Errors are *quantity.FieldError of use, panel, sides_m, thickness_m, across, along, mu and
// body_kg. Source: Standing; house values.
func (b Box) Build() (Built, error) {
	p, err := PanelByKey(b.Panel)
	if err := first(err, fits(&b)); err != nil {
		return Built{}, err
	}
	foot, most, inside := landing(b.Use, b.Body)
	x, y, z := b.Sides[0], b.Sides[1], b.Sides[2]
	short, middle := b.spans()
	mass, t := b.Mass(), b.Thickness
	out := Built{Title: "Box of three heights", Hours: [2]float64{3, 5}, Mass: mass, Floor: float64(x * y), OnFloor: b.Body}
	if b.Use == JumpOn {
		jumps := Check{Link: "dividers below who jumps", Fits: true, Demand: 1, Capacity: float64(min(b.Across, b.Along)),
			Formula: "one each way at least", Source: "house rule"}
		if jumps.Capacity < 1 {
			jumps.Refused = "nobody jumps on to a box without a divider each way"
		}
		out.Checks = append(out.Checks, jumps)
	}
	for _, way := range []struct {
		height, wide, long quantity.Length
		span               quantity.Length
		edges              bool
	}{{z, x, y, short, true}, {y, x, z, short, false}, {x, y, z, middle, false}} {
		name := cmHigh(float64(way.height))
		in := inside
		if min(way.wide, way.long) >= deepTop {
			in = jumpInside
		}
		free := quantity.Length(math.Inf(1)) // as far as the next edge that is on screws alone
		if way.edges {
			free = in + footWidth/2
		}
		edge := footWidth * 2.5 * float64(t) // all of a foot along one panel
		s := Standing{Height: way.height, Width: way.wide, Inside: in, Mass: mass, Mu: b.Mu}
		push := s.push(most)
		out.Checks = append(out.Checks,
			Check{Link: "face, " + name, Demand: b.face(foot, most, way.span, way.long, free), Capacity: p.damp(b.Wet),
				Unit: "Pa", Formula: "F/4 · (span − 0.05) over the strip's section",
				Source: "strip of " + p.Name + " along its face grain, house values × 1.6"},
			Check{Link: "panels below, " + name, Demand: float64(foot) / edge, Capacity: timberBearing * wetBearing(b.Wet),
				Unit: "Pa", Formula: "F over {25 cm} of one edge", Source: "house value"},
			Check{Link: "racking, " + name, Demand: push / (2 * float64(way.wide) * float64(t)), Capacity: panelShear, Unit: "Pa",
				Formula: "0.15 F, no more than slides it, over two panels", Source: "house values"},
			Check{Link: "tipping, " + name, Demand: s.Tips(most), Capacity: 1, Formula: "1.5 · 0.1 F h over F e + W B/2",
				Source: "statics; house factors"},
			Check{Link: "sliding, " + name, Demand: s.Slides(most), Capacity: 1, Formula: "0.15 F over μ (F + W)",
				Source: "statics; house factors"})
	}
	b.made(&out, sheetOf(p.Key, t))
	out.ProofOf = proofMass(b.Body)
	out.Proof, out.Inspect = laid(b.Body, "on the middle of each face"), looked("joints, cracks, edges, screws that stand proud")
	out.Cautions = []Text{guidance, "On a floor that is dry and even; shoes that grip."}
	if mass > carriedAlone {
		out.Cautions = append(out.Cautions, tell("It weighs %s: two carry it and turn it over.", kilo(mass)))
	}
	if b.Use == JumpOn {
		out.Cautions = append(out.Cautions, "Jumped on to with two feet; stepped down from.")
	}
	return out, nil
}

// zone is how far inside the edges of every top feet land.
func (b Box) zone() quantity.Length {
	_, _, inside := landing(b.Use, b.Body)
	if min(b.Sides[0], b.Sides[1]) >= deepTop {
		return jumpInside
	}
	return inside
}

// made adds what a box is put together from, and how.
func (b Box) made(out *Built, sheet string) {
	t := b.Thickness
	out.Parts = b.panels(sheet)
	out.Parts = append(out.Parts, Part{Name: "wood screw", Stock: "screw-4.5x50", Count: b.screws()})
	glue := Text("Glue all edges and screw")
	if b.Wet {
		glue = "Of panel made for outdoors; nothing is glued. Screw"
	} else {
		out.Parts = append(out.Parts, Part{Name: "wood glue", Stock: "glue", Count: 1})
	}
	out.Tools = []Text{"panel saw, or the shop's", "drill", "square", "router or sandpaper"}
	out.Steps = boxSteps.with(facts{"slots": b.slots(), "thick": mm(t), "glue": glue, "zone": mm(b.zone())})
	out.Parts = append(out.Parts, Part{Name: "wood screw of a liner", Stock: "screw-4x35", Count: 12})
}

// screws are those of a box: every 10 cm along the edges of its faces, every 15 cm along its dividers.
func (b Box) screws() int {
	x, y, z := float64(b.Sides[0]), float64(b.Sides[1]), float64(b.Sides[2])
	edges := 4 * (x + y + z)
	inside := 2 * (float64(b.Across+2)*(y+z) + float64(b.Along)*(x+z))
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
func cmHigh(h float64) Text { return tell("%s high", cm(h)) }

// slots is how the dividers are let into each other: how wide, how deep, and where their middles are.
func (b Box) slots() Text {
	if b.Across == 0 || b.Along == 0 {
		return ""
	}
	short, middle := b.spans()
	middles := func(open quantity.Length, n int) string {
		var out []string
		for i := range n {
			at := float64(quantity.Length(i+1)*(open+b.Thickness)) - float64(b.Thickness)/2
			out = append(out, mm(at))
		}
		return strings.Join(out, ", ")
	}
	return tell(", with slots of %s that go half through and hold each other: in those across with their middles at %s from an "+
		"end, in those along at %s", mm(b.Thickness+0.001), middles(middle, b.Along), middles(short, b.Across))
}

func (b *Box) form(f *form) {
	word(f, &b.Use, JumpOn, stepUse)
	word(f, &b.Panel, "softwood-plywood", Ask{Key: "panel", Label: "Panel", Words: panelWords})
	number(f, &b.Thickness, 0.018, metres("thickness_m", "Thickness", 0.012, 0.04))
	number(f, &b.Sides[0], UsualBox[0], metres("short_m", "Shortest side", 0.3, 0.9))
	number(f, &b.Sides[1], UsualBox[1], metres("middle_m", "Middle side", 0.3, 0.9))
	number(f, &b.Sides[2], UsualBox[2], metres("long_m", "Longest side", 0.3, 0.9))
	number(f, &b.Across, 1, Ask{Key: "across", Label: "Dividers across the shortest side", Kind: quantity.KindCount, Low: 0, High: 3})
	number(f, &b.Along, 2, Ask{Key: "along", Label: "Dividers across the middle side", Kind: quantity.KindCount, Low: 0, High: 3})
	number(f, &b.Mu, 0.5, friction)
	f.yes(&b.Wet, f.s.outside(), damp)
	f.body(&b.Body)
}

func (b *Box) grips() *float64 { return &b.Mu }

// sorted is a box whichever of its sides was typed as which.
func (b Box) sorted() Box {
	slices.Sort(b.Sides[:])
	return b
}

func (b Box) changes(Situation) []change {
	divided := func(across, along int, words Text) change {
		return so(words, func(b *Box) { b.Across, b.Along = max(b.Across, across), max(b.Along, along) })
	}
	feet, birch := rubberFeet, so("birch plywood", func(b *Box) { b.Panel = "birch-plywood" })
	one, two := divided(1, 1, "one divider each way"), divided(1, 2, "one divider across, two along")
	three := divided(2, 3, "two dividers across, three along")
	thick := so("panels of {24 mm}", func(b *Box) { b.Thickness = max(b.Thickness, 0.024) })
	out := []change{feet, one, two, two.and(feet), birch, birch.and(one), birch.and(two), birch.and(two).and(feet), three,
		three.and(feet), birch.and(three).and(feet), thick.and(two).and(feet), birch.and(thick).and(three).and(feet)}
	if b.Use == JumpOn {
		step := so("stepping only, no jumps", func(b *Box) { b.Use = StepOn })
		out = append(out, step, step.and(two).and(feet), step.and(birch).and(three).and(feet))
	}
	return out
}

var _ = known(60, of[Box]{
	Key: "box", Name: "Box of three heights", Does: "steps and jumps at three heights, a seat", On: OnFloor,
	Build:   func(b Box, _ Situation) (Built, error) { return b.sorted().Build() },
	Changes: Box.changes,
	Instead: always[Box]("a lower step, a stair, or jumps on the floor"),
	Gives: func(b Box, _ Situation) []capability.Supply {
		b = b.sorted()
		return standsAt(b.Sides[:]...)
	},
	Draw: Box.draw,
})

func (b Box) draw(Situation) []Figure {
	box := b.sorted()
	x, y, z, t := float64(box.Sides[0]), float64(box.Sides[1]), float64(box.Sides[2]), float64(box.Thickness)
	short, middle := box.spans()
	way := func(name string, wide, high float64, outer, open quantity.Length, dividers int, link Text) Figure {
		f := Figure{Name: name, Strokes: []Stroke{
			rect(OfWood, 0, high-t, wide, t, "face, "+link), rect(OfWood, 0, 0, wide, t, ""),
			rect(OfWood, 0, t, t, high-2*t, "panels below, "+link), rect(OfWood, wide-t, t, t, high-2*t, "panels below, "+link),
			across(0, high+0.08, wide), upward(wide+0.1, 0, high),
		}}
		panel := func(at float64) {
			f.Strokes = append(f.Strokes, rect(OfWood, at, t, t, high-2*t, "panels below, "+link))
		}
		if float64(outer) > t {
			panel(t)
			panel(wide - 2*t)
		}
		for i := range dividers {
			panel(float64(outer) + float64(open)*float64(i+1) + t*float64(i))
		}
		f.Strokes = append(f.Strokes, across(float64(outer), high+0.03, float64(open)))
		return f
	}
	lined, plain := 2*box.Thickness, box.Thickness
	apart := assembled(box.solids()...)
	apart.Name = "its panels, drawn apart"
	return []Figure{
		apart,
		landingZone("a top from above, standing", x, y, float64(box.zone())),
		way("standing", x, z, lined, short, box.Across, cmHigh(z)),
		way("on its long side", x, y, lined, short, box.Across, cmHigh(y)),
		way("lying", y, x, plain, middle, box.Along, cmHigh(x)),
	}
}

var boxSteps = recipeOf(`
- Cut the faces, the face grain as the cut list says: of each top it runs over its span, from one panel below to the
  next. Then cut the liners and the dividers[slots].
- Screw a liner flat inside each large face, [thick] in from all its edges, with six {4 × 35 mm|no. 8 × 1½ in} screws:
  the end faces and the long faces bear on its edges.
? Dry fit: the two large faces lie outside; the long faces stand between them, flush with their long edges, on the
  liners; the end faces close what is left open, on the liners and dividers; the dividers stand inside, on edge under
  every face. Diagonals differ by {2 mm} at most.
- Mark on every face where an edge lies behind it. [glue] through the faces every {10 cm} into the edges of faces,
  every {15 cm} into those of liners and dividers, in their middle, prebored by {3 mm hole}.
- Round all edges by {6 mm}.
? Draw the zone where feet land on every top, [zone] inside the edge.
? Lay the proof load on each face, nobody near; look again.
`)
