package builds

import (
	"fmt"

	"scrappyrack/core/quantity"
)

// BarStock is what a bar can be made of: a section of a material, in the order of what it
// costs. Flat says that it rolls unless it is held.
type BarStock struct {
	Key, Name string
	Section   Section
	Material  string
	Rolls     bool
	Grip      string
	Good      string // what it is cut from
}

// BarStocks are those that are known, the cheapest first (the order is a house value).
func BarStocks() []BarStock {
	rect := func(b, h quantity.Length) Section { return Section{Shape: Rect, B: b, H: h} }
	return []BarStock{
		{"broomstick", "a broomstick, 25 mm, its wood unknown", Section{Shape: Round, D: 0.025}, "timber-unknown", false, "good", "dowel-25"},
		{"board-flat", "a 38 × 89 board lying flat, no stamp", rect(0.089, 0.038), "timber-unknown", false, "wide", "timber-38x89"},
		{"board-edge", "a 38 × 89 board on edge, no stamp", rect(0.038, 0.089), "timber-unknown", true, "thick: hands tire first", "timber-38x89"},
		{"graded-edge", "a 38 × 89 board on edge, stamped No. 2", rect(0.038, 0.089), "timber-graded:spruce-pine-fir", true, "thick: hands tire first", "timber-38x89-graded"},
		{"pipe-1", "1 in steel pipe", Schedule40["1"], "steel-pipe", false, "good", "pipe-1"},
		{"pipe-1-1/4", "1¼ in steel pipe", Schedule40["1-1/4"], "steel-pipe", false, "the better grip", "pipe-1-1/4"},
		{"pipe-1-1/2", "1½ in steel pipe", Schedule40["1-1/2"], "steel-pipe", false, "thick", "pipe-1-1/2"},
		{"pipe-2", "2 in steel pipe", Schedule40["2"], "steel-pipe", false, "too thick for most hands", "pipe-2"},
		{"pvc", "1 in PVC pipe", Schedule40["1"], "pvc-pipe", false, "good", "pvc-1"},
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

// Bar is a bar for rows or for hanging: of a stock, Span between its supports and Inside how
// far each hand is from the nearer one, in m; Body with what is worn. Held says that a board
// stands in cradles that it cannot roll out of and that a pipe is pinned; Rated is the working
// load that each support is marked with, in N, 0 for none; AtWall that chairs stand against a
// wall and neither roll nor fold; Wet that it gets wet; Joists what brackets are bolted to.
type Bar struct {
	Use          BarUse
	Stock        string
	Span, Inside quantity.Length
	Body         quantity.Estimate
	Support      BarSupport
	Rated        quantity.Force
	Held, AtWall bool
	Wet          bool
	Joists       Overhead
}

// Build works a bar out: the whole body with what is worn × 2.5, on both hands where they are
// and, hanging, one hand with 1.5 of its share at the middle; in bending, shear, sag and at its
// supports; brackets through the joists that they are bolted to. Errors are
// *quantity.FieldError of use, stock, span_m, inside_m, body_kg, support and rated_n.
// Source: Span; the factors are house values.
func (b Bar) Build() (Built, error) {
	stock, err := BarStockByKey(b.Stock)
	if err != nil {
		return Built{}, err
	}
	switch {
	case b.Use != RowUnder && b.Use != HangFrom:
		return Built{}, quantity.At("use", "a bar is for rows or to hang from")
	case !(b.Span > 0.2) || b.Span > 3:
		return Built{}, quantity.At("span_m", "a bar is from 0.2 to 3 m between its supports")
	case b.Inside < 0 || b.Inside > b.Span/2:
		return Built{}, quantity.At("inside_m", "the hands are between the supports")
	case !(b.Body.Value > 20) || b.Body.Value > 300:
		return Built{}, quantity.At("body_kg", "a body with what it wears is from 20 to 300 kg")
	case b.Support != Sawhorses && b.Support != Chairs && b.Support != Brackets:
		return Built{}, quantity.At("support", "a bar lies on sawhorses, chairs or brackets")
	case b.Rated < 0:
		return Built{}, quantity.At("rated_n", "a mark is not below 0; leave it empty where there is none")
	}
	material, err := MaterialByKey(stock.Material)
	if err != nil {
		return Built{}, err
	}
	material = material.Damp(b.Wet)
	load := Weight(b.Body) * PersonFactor
	title := map[BarUse]string{RowUnder: "Bar for rows", HangFrom: "Bar to hang from"}[b.Use]
	out := Built{Title: fmt.Sprintf("%s: %s", title, stock.Name), Hours: [2]float64{1, 4}}
	worst := 0.0
	ways := []struct {
		name  string
		hands []quantity.Length
		load  quantity.Force
	}{{"both hands", []quantity.Length{b.Inside, b.Span - b.Inside}, load}}
	if b.Use == HangFrom {
		ways = append(ways, struct {
			name  string
			hands []quantity.Length
			load  quantity.Force
		}{"one hand, at the middle", []quantity.Length{b.Span / 2}, load / 2 * OneHandFactor})
	}
	for _, w := range ways {
		a, err := Span{Section: stock.Section, Material: material, Length: b.Span, Hands: w.hands, Load: w.load}.Check()
		if err != nil {
			return Built{}, err
		}
		refused := ""
		if material.Kind == PVC {
			refused = a.Why
		}
		out.Checks = append(out.Checks,
			Check{Link: "bar in bending, " + w.name, Demand: a.Stress, Capacity: a.Allowable, Unit: "Pa", Formula: "M/S", Source: "statics; strength of " + material.Name, Refused: refused},
			Check{Link: "bar's sag, " + w.name, Demand: a.Deflection, Capacity: float64(b.Span) / sag, Unit: "m", Formula: "at most span/60", Source: "house value", Refused: refused})
		if material.Shear > 0 {
			out.Checks = append(out.Checks, Check{Link: "bar in shear, " + w.name, Demand: a.Shear, Capacity: material.Shear, Unit: "Pa", Formula: "1.5 V/A", Source: "house value"})
		}
		// A body that hangs at one end loads that support with nearly all of it.
		worst = max(worst, float64(w.load)*float64(b.Span-b.Inside)/float64(b.Span))
	}
	out.Checks = append(out.Checks, b.holds(stock), b.carries(worst))
	if b.Support == Brackets {
		joists, err := b.Joists.Checks(worst, "the larger reaction, on one joist")
		if err != nil {
			return Built{}, err
		}
		out.Checks = append(out.Checks, joists...)
	}
	b.made(stock, &out)
	out.Tools = []string{"saw", "drill", "spirit level", "tape", "square"}
	out.Proof = fmt.Sprintf("%.0f kg hung from the worst place of a hand, no more than 100 mm above the floor, for 5 minutes, nobody beneath; it goes back to within 2 mm. Never a person. Passing raises nothing.", proofMass(b.Body))
	out.ProofOf = proofMass(b.Body)
	if b.Support != Brackets {
		out.Floor, out.OnFloor = float64(b.Span+0.3)*footOfSupport, true
	}
	out.Inspect = looked("play, cracks, rust, wear")
	out.Cautions = []string{"No kipping, no swinging, no drops into it.", guidance}
	if b.Use == RowUnder {
		out.Cautions = append(out.Cautions, "Both feet stay on the floor.")
	}
	return out, nil
}

// Cradles hold a bar on sawhorses or chairs: their cheeks' length along it and the room beside it, in m.
// A bar reaches 100 mm beyond the middle of each support, or to the stops in its cradles, which are 60 mm
// of the same stock.
const cradleLong, cradleRoom, barBeyond, toStop, stopLong quantity.Length = 0.20, 0.001, 0.10, 0.039, 0.06

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
	mm := func(l quantity.Length) float64 { return float64(l) * 1000 }
	beyond := barBeyond
	if !piped && b.Support != Brackets {
		beyond = toStop
	}
	out.Parts = []Part{{Name: "bar", Stock: stock.Good, Length: b.Span + 2*beyond, Count: 1}}
	if piped {
		out.Parts = append(out.Parts, Part{Name: "collar, one outside of each support", Stock: "collar", Count: 2})
	}
	if b.Support == Brackets {
		out.Parts = append(append(out.Parts, Part{Name: "bracket, marked", Stock: "bar-bracket", Count: 2}, Part{Name: "M10 bolt for a bracket", Stock: "bolt-m10", Count: 2}), b.Joists.parts()...)
		out.Steps = append(b.Joists.steps(),
			Step{fmt.Sprintf("Bolt a bracket between the lower ends of the plates of each joist with an M10 bolt and a nut that locks itself, both at one height, %.2f m from one to the other, as the joists are.", float64(b.Span)), false},
			Step{fmt.Sprintf("Push the bar through both brackets: %.0f mm stand out at each side. Put a collar, or a pin through the bar, outside of each, so that it cannot slide.", mm(beyond)), false})
	} else {
		timber := func(name, stock string, long quantity.Length, n int) Part {
			return Part{Name: name, Stock: stock, Length: sawn(float64(long)), Count: n}
		}
		across := 2*boardThick + between + 0.02
		if b.Support == Chairs {
			across += 0.10 // for the clamps
		}
		out.Parts = append(out.Parts, timber("cradle's base", "timber-38x140", across, 2), timber("cradle's cheek", "timber-38x89", cradleLong, 4))
		screws, ends, held := 4*2, "put a collar on the bar outside of each cradle", "screw each base on top of a sawhorse, across it, with four 5 × 70 mm screws in a row between its cheeks"
		if !piped {
			out.Parts = append(out.Parts, Part{Name: "end stop", Stock: stock.Good, Length: stopLong, Count: 2})
			screws, ends = screws+2*2, "stand a stop between the cheeks behind each end of the bar, flush with the ends of the cheeks, and screw it from either side through a cheek"
		}
		if b.Support == Sawhorses {
			screws += 2 * 4
			out.Parts = append(out.Parts, Part{Name: "sawhorse, marked", Stock: "sawhorse", Count: 2})
		} else {
			held = "clamp each base on the seat of a chair by both of its ends, in the middle of the seat, the chair's back against the wall"
			out.Parts = append(out.Parts, Part{Name: "clamp, two to a cradle", Stock: "clamp", Count: 4})
		}
		out.Parts = append(out.Parts, Part{Name: "wood screw", Stock: joinScrew, Count: screws})
		out.Steps = append(out.Steps,
			Step{fmt.Sprintf("Make two cradles: on the middle of a base two cheeks stand on edge along the bar, %.0f mm apart, two 5 × 70 mm screws into each from below, 50 mm apart, prebored by 3.5 mm.", mm(between)), false},
			Step{fmt.Sprintf("Set the supports level, %.2f m from the middle of one cradle to that of the other; measure it; %s.", float64(b.Span), held), false},
			Step{fmt.Sprintf("Lay the bar into both cradles, %.0f mm beyond their middles; %s.", mm(beyond), ends), false})
	}
	look := "no split, no dent, no rust, straight"
	if !piped {
		look = "no knot over a quarter of its face in the middle half, grain within 1 in 10, no split, bow or rot"
	}
	out.Steps = append([]Step{{"Look the bar over: " + look + ".", true}}, append(out.Steps,
		Step{fmt.Sprintf("Mark where the hands go, %.0f mm from the supports at most.", mm(b.Inside)), false},
		Step{"Turn it by hand, lift an end: it neither rolls nor slides out, and no support rocks.", true},
		Step{"Hang the proof load, nobody beneath; look again.", true})...)
}

// holds is whether the bar stays where it lies.
func (b Bar) holds(stock BarStock) Check {
	c := Check{Link: "bar stays in its place", Capacity: 1, Formula: "captive at both ends", Source: "house rule"}
	if !b.Held {
		c.Refused = "it slides out of its supports: pin it, or a collar at each end"
		if stock.Rolls {
			c.Refused = "a board on edge rolls: it stands in cradles of 39 mm with cheeks and end stops"
		}
	}
	return c
}

// carries is what a support bears of it.
func (b Bar) carries(load float64) Check {
	c := Check{Link: "each support", Demand: load, Capacity: float64(b.Rated), Unit: "N", Formula: "its mark against the larger reaction", Source: "its maker"}
	switch {
	case b.Support == Chairs && b.Use == HangFrom:
		c.Refused = "nobody hangs between chairs"
	case b.Support == Sawhorses && b.Use == HangFrom:
		c.Refused = "nobody hangs between sawhorses: a swing tips them"
	case b.Support == Chairs && !b.AtWall:
		c.Refused = "chairs stand against a wall, on no castors, with no joint that folds and no top of glass or stone"
	case b.Support == Chairs:
		// The feet stay on the floor: what a row leaves is less than somebody who sits down.
		c.Demand, c.Capacity, c.Formula, c.Source = 0, 1, "rows with both feet on the floor, chair against a wall", "house rule"
	case b.Rated == 0:
		c.Refused = "no mark: it counts as nothing"
	}
	return c
}
