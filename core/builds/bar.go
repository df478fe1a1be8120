package builds

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// BarStock is what a bar can be made of: a section of a material, in the order of what it costs.
// Rolls says that it rolls unless it is held; Boards how many of a board lie side by side in it.
type BarStock struct {
	Key      string
	Name     Text
	Section  Section
	Material string
	Rolls    bool
	Grip     Text
	Good     string // what it is cut from
	Boards   int
}

// BarStocks are those that are known, the cheapest first (the order is a house value).
func BarStocks() []BarStock {
	board := func(key string, name Text, section Section, material string, grip Text, good string, boards int) BarStock {
		return BarStock{key, name, section, material, section.H > section.B, grip, good, boards}
	}
	pipe := func(key string, name Text, size, material string, grip Text, good string) BarStock {
		return BarStock{key, name, Schedule40[size], material, false, grip, good, 1}
	}
	const thick, straps = "thick: hands tire first", "in straps: it is too wide to hold"
	flat := Section{Shape: Rect, B: boardWide, H: boardThick}
	two := Section{Shape: Rect, B: 2 * boardThick, H: boardWide}
	return []BarStock{
		{"broomstick", "a broomstick, {25 mm}, its wood unknown", Section{Shape: Round, D: 0.025}, unknownTimber, false, "good",
			"dowel-25", 1},
		board("board-flat", "a {38 × 89|2 × 4} board lying flat, no stamp", flat, unknownTimber, "wide", "timber-38x89", 1),
		board("board-edge", "a {38 × 89|2 × 4} board on edge, no stamp", board2x4, unknownTimber, thick, "timber-38x89", 1),
		board("graded-edge", "a {38 × 89|2 × 4} board on edge, stamped No. 2", board2x4, "timber-graded:spruce-pine-fir", thick,
			"timber-38x89-graded", 1),
		board("larch-edge", "a {38 × 89|2 × 4} board on edge, stamped No. 2, Douglas fir-larch", board2x4,
			"timber-graded:douglas-fir-larch", thick, "timber-38x89-graded", 1),
		board("two-edge", "two {38 × 89|2 × 4} boards on edge, bolted together, no stamp", two, unknownTimber, straps,
			"timber-38x89", 2),
		board("two-graded", "two {38 × 89|2 × 4} boards on edge, bolted together, stamped No. 2", two,
			"timber-graded:spruce-pine-fir", straps, "timber-38x89-graded", 2),
		pipe("pipe-1", "1 in steel pipe", "1", "steel-pipe", "good", "pipe-1"),
		pipe("pipe-1-1/4", "1¼ in steel pipe", "1-1/4", "steel-pipe", "the better grip", "pipe-1-1/4"),
		pipe("pipe-1-1/2", "1½ in steel pipe", "1-1/2", "steel-pipe", "thick", "pipe-1-1/2"),
		pipe("pipe-2", "2 in steel pipe", "2", "steel-pipe", "too thick for most hands", "pipe-2"),
		pipe("pvc", "1 in PVC pipe", "1", "pvc-pipe", "good", "pvc-1"),
	}
}

// footOfSupport is how far a sawhorse or chair reaches along the way that one lies, in m (house value).
const footOfSupport = 0.6

// BarStockByKey finds one. Errors are *quantity.FieldError of stock.
func BarStockByKey(key string) (BarStock, error) {
	for _, s := range BarStocks() {
		if s.Key == key {
			return s, nil
		}
	}
	return BarStock{}, quantity.At("stock", fmt.Sprintf("%q is no bar that is known", key))
}

// BarUse is what is done at a bar.
type BarUse string

// Rows with the feet on the floor, and hanging from it.
const (
	RowUnder BarUse = "row"
	HangFrom BarUse = "hang"
)

// BarSupport is what carries a bar's ends.
type BarSupport string

// The supports.
const (
	Sawhorses BarSupport = "sawhorses"
	Chairs    BarSupport = "chairs"
	Brackets  BarSupport = "brackets" // through-bolted to two joists, each with its mark
)

// Bar is a bar for rows or for hanging: of a stock, Span between its supports, Inside how far each
// hand is from the nearer one and High how far it is above the floor, in m; Body with what is worn.
// Held says that a board stands in cradles that it cannot roll out of and that a pipe is pinned; Rated
// is the working load that each support is marked with, in N, 0 for none; AtWall that chairs stand
// against a wall and neither roll nor fold; Spread how wide the feet of each support stand across the
// bar, in m, Weighs what each weighs and Mu the friction of its feet; Wet that it gets wet; Joists what
// brackets are bolted to.
type Bar struct {
	Use                BarUse
	Stock              string
	Span, Inside, High quantity.Length
	Body               quantity.Estimate
	Support            BarSupport
	Rated              quantity.Force
	Held, AtWall       bool
	Spread             quantity.Length
	Weighs             quantity.Mass
	Mu                 float64
	Timber             Timber
	Wet                bool
	Joists             Overhead
}

// Hands are a person's: no further apart than handsApart, and a hand that hangs by itself is nearSupport
// inside of a support at the nearest, in m. Whoever rows lies on their feet: the whole body × slipFactor
// on one point covers feet that slip (0.65 + 2 × 0.35 of it) and one hand (house values).
const (
	handsApart, nearSupport quantity.Length = 0.9, 0.05
	slipFactor                              = 1.5
)

// grasp is one way of hanging on a bar: where the hands are from its left support, and with how much in
// all.
type grasp struct {
	name  Text
	hands []quantity.Length
	load  quantity.Force
}

// grasps are the ways of a body on a bar: both hands with half of F each, no nearer to the supports than
// arms let; hanging, all of F on one point anywhere, for hands that are together or one arm; in rows,
// both feet on the floor, 1.5 of the weight on one point anywhere. Most is what a support gets at the most.
func (b Bar) grasps() (out []grasp, most quantity.Force) {
	w := Weight(b.Body)
	inside := max(b.Inside, (b.Span-handsApart)/2)
	point := grasp{"all on one point", []quantity.Length{b.Span / 2}, w * PersonFactor}
	if b.Use == RowUnder {
		point.load = w * slipFactor
	}
	out = []grasp{{"both hands", []quantity.Length{inside, b.Span - inside}, w * PersonFactor}, point}
	return out, max(w*PersonFactor/2, point.load*quantity.Force((b.Span-nearSupport)/b.Span))
}

// Build works a bar out in its grasps: in bending, shear, sag and at its supports, which rows pull
// sideways; brackets through the joists that they are bolted to. Errors are *quantity.FieldError of use,
// stock, span_m, inside_m, body_kg, support and rated_n.
// Source: Span; AISC 360 F8 for the plastic modulus of pipe, from memory; the factors are house values.
func (b Bar) Build() (Built, error) {
	stock, err := BarStockByKey(b.Stock)
	if err != nil {
		return Built{}, err
	}
	if err := fits(&b); err != nil {
		return Built{}, err
	}
	if b.Inside > b.Span/2 {
		return Built{}, quantity.At("inside_m", "the hands are between the supports")
	}
	material, err := b.Timber.material(stock.Material, b.Wet)
	if err != nil {
		return Built{}, err
	}
	title := map[BarUse]string{RowUnder: "Bar for rows", HangFrom: "Bar to hang from"}[b.Use]
	out := Built{Title: tell("%s: %s", title, stock.Name), Hours: [2]float64{1, 4}}
	if material.Kind == SawnTimber {
		out.Checks = append(out.Checks, b.Timber.gate(stock.Section.H))
	}
	grasps, most := b.grasps()
	for _, g := range grasps {
		checks, err := b.bends(stock, material, g)
		if err != nil {
			return Built{}, err
		}
		out.Checks = append(out.Checks, checks...)
	}
	section := stock.Section.Of(material)
	if material.Shear > 0 {
		out.Checks = append(out.Checks, Check{Link: "bar in shear", Demand: section.shearPeak() * float64(most) / section.Area(),
			Capacity: material.Shear, Unit: "Pa", Formula: "1.5 V/A beside a support", Source: "house value"})
	}
	out.Checks = append(out.Checks, b.holds(stock), b.carries(float64(most)))
	if b.Support == Brackets {
		joists, err := b.Joists.Checks(float64(most), "the larger reaction, on one joist")
		if err != nil {
			return Built{}, err
		}
		out.Checks, out.Opened = append(out.Checks, joists...), true
	} else {
		sideways, err := b.sideways()
		if err != nil {
			return Built{}, err
		}
		out.Checks = append(out.Checks, sideways...)
	}
	b.made(stock, &out)
	out.Tools = []Text{"hand saw", "drill", "spirit level", "tape", "square"}
	out.Proof = tell("%s hung from the middle of the bar, no more than {100 mm} above the floor, for 5 minutes, nobody "+
		"beneath; it "+
		"goes back to within {2 mm}. Never a person. Passing raises nothing.", kilo(proofMass(b.Body)))
	out.ProofOf = proofMass(b.Body)
	if b.Support != Brackets {
		out.Floor, out.OnFloor = float64(b.Span+0.3)*footOfSupport, b.Body
	}
	out.Inspect = looked("play, cracks, rust, wear")
	out.Cautions = []Text{"No kipping, no swinging, no drops into it.", guidance}
	if b.Use == RowUnder {
		out.Cautions = append(out.Cautions, "Both feet stay on the floor.")
	}
	if stock.Boards > 1 {
		out.Cautions = append(out.Cautions, "Hands hold straps round both boards, not the boards.")
	}
	return out, nil
}

// bends is what a grasp asks of the bar.
func (b Bar) bends(stock BarStock, m Material, g grasp) ([]Check, error) {
	a, err := Span{Section: stock.Section, Material: m, Length: b.Span, Hands: g.hands, Load: g.load}.Check()
	if err != nil {
		return nil, err
	}
	stress := Check{Link: "bar in bending, " + g.name, Demand: a.Stress, Capacity: a.Allowable, Unit: "Pa", Formula: "M/S",
		Source: "statics; strength of " + m.Name}
	if m.Kind == Steel {
		stress.Demand, stress.Formula = a.Moment/stock.Section.Of(m).plastic(), "M over the plastic modulus, unthreaded"
		stress.Source = "AISC 360 F8, from memory; 205 MPa / 1.67, wall × 0.875"
	}
	bend := Check{Link: "bar's sag, " + g.name, Demand: a.Deflection, Capacity: float64(b.Span) / sag, Unit: "m",
		Formula: "at most span/60", Source: "house value"}
	if m.Kind == PVC {
		stress.Refused, bend.Refused = Text(a.Why), Text(a.Why)
	}
	return []Check{stress, bend}, nil
}

// Where a body in a row turns about: shoulders so far above the heels, hands so far from them, in m
// (house values: a bar at the hip of somebody who hangs straight).
const rowLow, rowLong = 0.6, 1.45

// leans is what a row pulls sideways of what it pulls down: the body leans towards its feet.
func (b Bar) leans() float64 {
	return math.Tan(math.Asin(math.Max(0, math.Min(0.99, (float64(b.High)-rowLow)/rowLong))))
}

// sideways is what rows ask of sawhorses or chairs, and of the cheeks of a cradle, across the bar.
// Source: statics; house factors; Fixing.
func (b Bar) sideways() ([]Check, error) {
	down := float64(Weight(b.Body)) * slipFactor
	level, own := down*b.leans(), 2*float64(b.Weighs)*quantity.StandardGravity
	f := Fixing{Kind: WoodScrew, Diameter: joinBears, Penetration: joinLong - boardThick - 2*joinThick, Gravity: Gravities[""],
		Wet: b.Wet}
	hold, err := f.Withdrawal()
	if err != nil {
		return nil, err
	}
	shear, err := Joined(b.Wet)
	if err != nil {
		return nil, err
	}
	// The bar leans on one cheek, half way up; it turns about its outer edge.
	pulled := level * float64(boardWide) / 2 / (float64(boardThick) / 2) / cheekScrews
	return []Check{
		{Link: "supports tipping", Demand: tipGamma * level * float64(b.High), Capacity: (down + own) * float64(b.Spread) / 2,
			Unit: "N·m", Formula: "1.5 H h against (V + W) B/2, H = V tan a, sin a = (h − 0.6)/1.45",
			Source: "statics; house factors"},
		{Link: "supports sliding", Demand: tipGamma * level, Capacity: b.Mu * (down + own), Unit: "N",
			Formula: "1.5 H against μ (V + W)", Source: "statics; house factors"},
		{Link: "cheek at its screws", Demand: f.Both(pulled, level/cheekScrews, math.Min(hold.Thread, hold.Steel), shear),
			Capacity: 1, Formula: "H on one cheek, half way up, by three screws from below", Source: "NDS 2018 chapter 12; statics"},
	}, nil
}

// Cradles hold a bar on sawhorses or chairs: their cheeks' length along it and the room beside it, in m.
// A bar reaches 100 mm beyond the middle of each support, or to the stops in its cradles, which are 60 mm
// of the same stock.
const cradleLong, cradleRoom, barBeyond, toStop, stopLong quantity.Length = 0.20, 0.001, 0.10, 0.039, 0.06

// cheekScrews hold each cheek, from below.
const cheekScrews = 3

// wide is how wide the section of a bar is as it lies, in m.
func (s Section) wide() quantity.Length {
	if s.Shape == Rect {
		return s.B
	}
	return s.D
}

// made adds what a bar and what holds it are put together from, and how: in cradles on sawhorses or
// chairs, with stops or collars at its ends, or in brackets.
func (b Bar) made(stock BarStock, out *Built) {
	piped := stock.Section.Shape == Pipe
	between := stock.Section.wide() + cradleRoom
	beyond := barBeyond
	if !piped && b.Support != Brackets {
		beyond = toStop
	}
	out.Parts = []Part{{Name: "bar", Stock: stock.Good, Length: b.Span + 2*beyond, Count: stock.Boards}}
	if stock.Boards > 1 {
		out.Parts = append(out.Parts, Part{Name: "{M8 × 100|5⁄16 × 4 in} bolt through both boards", Stock: "bolt-m8-100", Count: 2})
		out.Steps = append(out.Steps, barJoining.with(facts{"span": mm(b.Span / 3)})...)
	}
	if piped {
		out.Parts = append(out.Parts, Part{Name: "collar, one outside of each support", Stock: "collar", Count: 2})
	}
	if b.Support == Brackets {
		out.Parts = append(append(out.Parts, Part{Name: "bracket, marked", Stock: "bar-bracket", Count: 2},
			Part{Name: "{M10|⅜ in} bolt for a bracket", Stock: "bolt-m10", Count: 2}), b.Joists.parts()...)
		out.Steps = append(append(out.Steps, b.Joists.steps()...),
			barInBrackets.with(facts{"span": metre(b.Span, 2), "beyond": mm(beyond)})...)
	} else {
		timber := func(name Text, stock string, long quantity.Length, n int) Part {
			return Part{Name: name, Stock: stock, Length: sawn(float64(long)), Count: n}
		}
		across := 2*boardThick + between + 0.02
		if b.Support == Chairs {
			across += 0.10 // for the clamps
		}
		out.Parts = append(out.Parts, timber("cradle's base", "timber-38x140", across, 2),
			timber("cradle's cheek", "timber-38x89", cradleLong, 4))
		screws, ends, held := 4*cheekScrews, "put a collar on the bar outside of each cradle",
			"screw each base on top of a sawhorse, across it, with four {5 × 70 mm|no. 10 × 2¾ in} screws in a row "+
				"between its cheeks"
		if !piped {
			out.Parts = append(out.Parts, Part{Name: "end stop", Stock: stock.Good, Length: stopLong, Count: 2})
			screws, ends = screws+2*2, "stand a stop between the cheeks behind each end of the bar, flush with the ends of the "+
				"cheeks, and screw it from either side through a cheek"
		}
		if b.Support == Sawhorses {
			screws += 2 * 4
			out.Parts = append(out.Parts, Part{Name: "sawhorse, marked", Stock: "sawhorse", Count: 2})
		} else {
			held = "clamp each base on the seat of a chair by both of its ends, in the middle of the seat, the chair's back " +
				"against the wall"
			out.Parts = append(out.Parts, Part{Name: "clamp, two to a cradle", Stock: "clamp", Count: 4})
		}
		out.Parts = append(out.Parts, Part{Name: "wood screw", Stock: joinScrew, Count: screws})
		out.Steps = append(out.Steps,
			barInCradles.with(facts{"between": mm(between), "span": metre(b.Span, 2), "held": held, "beyond": mm(beyond),
				"ends": ends})...)
	}
	look := Text("no split, no dent, no rust, straight")
	if !piped {
		look = gateWords
	}
	out.Steps = append(barLook.with(facts{"look": look}), append(out.Steps,
		barInUse.with(facts{"inside": mm(b.Inside)})...)...)
}

// holds is whether the bar stays where it lies.
func (b Bar) holds(stock BarStock) Check {
	c := Check{Link: "bar stays in its place", Capacity: 1, Formula: "captive at both ends", Source: "house rule"}
	if !b.Held {
		c.Refused = "it slides out of its supports: pin it, or a collar at each end"
		if stock.Rolls {
			c.Refused = "a board on edge rolls: it stands in cradles of {39 mm} with cheeks and end stops"
		}
	}
	return c
}

// carries is what a support bears of it.
func (b Bar) carries(load float64) Check {
	c := Check{Link: "each support", Demand: load, Capacity: float64(b.Rated), Unit: "N",
		Formula: "its mark against the larger reaction", Source: "its maker"}
	switch {
	case b.Support == Chairs && b.Use == HangFrom:
		c.Refused = "nobody hangs between chairs"
	case b.Support == Sawhorses && b.Use == HangFrom:
		c.Refused = "nobody hangs between sawhorses: a swing tips them"
	case b.Support == Chairs && !b.AtWall:
		c.Refused = "chairs stand against a wall, on no castors, with no joint that folds and no top of glass or stone"
	case b.Rated == 0:
		c.Refused = "no mark: it is the link that nobody rates, and counts as nothing"
	}
	return c
}

var barJoining = recipeOf(`
- Lay both boards on each other, their upper edges flush within {1 mm}, and bolt them together with two {M8|5⁄16 in}
  bolts in holes of {9 mm hole} on the middle line, [span] from either support.
`)

var barInBrackets = recipeOf(`
- Bolt a bracket between the lower ends of the plates of each joist with an {M10|⅜ in} bolt and a nut that locks
  itself, both at one height, [span] from one to the other, as the joists are.
- Push the bar through both brackets: [beyond] stand out at each side. Put a collar, or a pin through the bar,
  outside of each, so that it cannot slide.
`)

var barInCradles = recipeOf(`
- Make two cradles: on the middle of a base two cheeks stand on edge along the bar, [between] apart, three {5 × 70
  mm|no. 10 × 2¾ in} screws into each from below, {50 mm} apart, prebored by {3.5 mm hole}.
- Set the supports level, [span] from the middle of one cradle to that of the other; measure it; [held].
- Lay the bar into both cradles, [beyond] beyond their middles; [ends].
`)

var barLook = recipeOf(`
? Look the bar over: [look].
`)

var barInUse = recipeOf(`
- Mark where the hands go, [inside] from the supports at most.
? Turn it by hand, lift an end: it neither rolls nor slides out, and no support rocks.
? Hang the proof load, nobody beneath; look again.
`)
