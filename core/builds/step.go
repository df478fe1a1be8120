package builds

import (
	"math"
	"slices"

	"scrappyrack/core/quantity"
)

// TreadStock is what a step's tread can be: a board, or a panel that works as a strip.
type TreadStock struct {
	Key              string
	Name             Text
	Width, Thickness quantity.Length
	Material         string // of a board
	Panel            string // of a panel
	Good             string // what it is cut from
	Boards           int    // side by side
}

// TreadStocks are those that are known, the cheapest first.
func TreadStocks() []TreadStock {
	return []TreadStock{
		{"osb-18", "{18 mm|¾ in} OSB", 0.35, 0.018, "", "osb", "osb-18", 1},
		{"plywood-18", "{18 mm|¾ in} softwood plywood", 0.35, 0.018, "", "softwood-plywood", "softwood-plywood-18", 1},
		{"boards-140", "two boards {38 × 140|2 × 6}", 0.28, 0.038, "timber-unknown", "", "timber-38x140", 2},
		{"board-235", "a board {38 × 235|2 × 10}", 0.235, 0.038, "timber-unknown", "", "timber-38x235", 1},
		{"graded-140", "two boards {38 × 140|2 × 6}, stamped No. 2", 0.28, 0.038, "timber-graded:spruce-pine-fir", "",
			"timber-38x140-graded", 2},
		{"birch-18", "{18 mm|¾ in} birch plywood", 0.35, 0.018, "", "birch-plywood", "birch-plywood-18", 1},
	}
}

// part is a tread of a length.
func (t TreadStock) part(length quantity.Length) Part {
	p := Part{Name: "tread", Stock: t.Good, Length: length, Count: t.Boards}
	if t.Panel != "" {
		p.Width, p.Grain = t.Width, true
	}
	return p
}

// Joining is what keeps the boards of a tread together.
type Joining string

// Nothing; a board across below them; a panel over them. One row of screws joins nothing: it tilts.
const (
	Apart   Joining = "no"
	Cleated Joining = "cleat"
	Topped  Joining = "panel"
)

// A foot on one of two boards is all its own; across a cleat under mid-span, with four screws in each
// board in two columns, the other one takes some of it up to cleatSpan; below a panel that is glued and
// screwed over both, more (house values; a foot is never all on both).
const (
	cleatShare, toppedShare = 0.85, 0.6
	cleatSpan               = quantity.Length(0.6)
	cleatScrews             = 8
)

// alone is the share of a foot that one board of a tread takes. Nothing is glued where it gets wet.
func (t TreadStock) alone(j Joining, span quantity.Length, wet bool) float64 {
	switch {
	case t.Boards < 2:
		return 1
	case j == Topped && !wet:
		return toppedShare
	case (j == Cleated || j == Topped) && span <= cleatSpan:
		return cleatShare
	}
	return 1
}

// StepUse is what is done on a step.
type StepUse string

// Stepped on, or jumped on to.
const (
	StepOn StepUse = "step"
	JumpOn StepUse = "jump"
)

// StepBox is a step of a tread on legs: Height and Span between the legs, Base how wide the legs
// stand the way it tips, Flare how far they stand out beyond the tread, in m; Mass its own, in kg;
// Mu the friction of its feet with the floor; Body with what is worn; Joined what keeps the boards of
// its tread together; Wet that it gets wet; Middle that a third frame stands half way.
type StepBox struct {
	Use                       StepUse
	Stock                     string
	Height, Span, Base, Flare quantity.Length
	Mass                      quantity.Mass
	Mu                        float64
	Body                      quantity.Estimate
	Joined                    Joining
	Timber                    Timber
	Wet, Middle               bool
}

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
// base_m, flare_m, mass_kg, mu and body_kg.
// Source: Strip, Tread, Standing, Joined, Slim; the factors are house values.
func (s StepBox) Build() (Built, error) {
	if err := first(fits(&s), within("base_m", float64(s.Base), 0.15, 1.2, "m"),
		within("mass_kg", float64(s.Mass), 0.1, 100, "kg")); err != nil {
		return Built{}, err
	}
	stock := s.tread()
	foot, most, inside := landing(s.Use, s.Body)
	stress, allowed, source, err := s.under(stock, foot, most)
	if err != nil {
		return Built{}, err
	}
	stands := Standing{Height: s.Height, Width: s.Base, Inside: inside, Flare: s.Flare, Mass: s.Mass, Mu: s.Mu}
	out := Built{
		Floor: float64((s.long() + 2*s.Flare) * s.Base), OnFloor: s.Body, Mass: s.Mass,
		Title: tell("Step, %s: %s", metre(s.Height, 2), stock.Name), Hours: [2]float64{2, 3},
		Checks: []Check{
			{Link: "tread in bending", Demand: stress, Capacity: allowed, Unit: "Pa",
				Formula: "F/4 (L − 0.05)/S, on one board what is its own", Source: source},
			s.Timber.gate(boardWide),
			{Link: "tread on a leg", Demand: float64(most) / float64(boardThick*boardWide),
				Capacity: timberBearing * wetBearing(s.Wet), Unit: "Pa", Formula: "all of F at one corner, over the leg's end",
				Source: "house value, across the grain"},
			{Link: "tipping", Demand: stands.Tips(foot), Capacity: 1, Formula: "1.5 · 0.1 F h over F (e + flare) + W B/2",
				Source: "statics; house factors"},
			{Link: "sliding", Demand: stands.Slides(foot), Capacity: 1, Formula: "0.15 F over μ (F + W)",
				Source: "statics; house factors"},
		},
		Tools: []Text{"hand saw", "mitre box", "drill", "square", "sandpaper"},
		Proof: tell("%s laid on the front edge for 5 minutes, nobody on it; it goes back to within {2 mm}. Never a person. "+
			"Passing raises nothing.", kilo(proofMass(s.Body))),
		ProofOf:  proofMass(s.Body),
		Inspect:  looked("play at the joints, splits, worn feet"),
		Cautions: []Text{guidance, "On a floor that is dry and even; shoes that grip."},
	}
	if err := s.onLegs(&out, stock, most, inside); err != nil {
		return Built{}, err
	}
	if s.Use == JumpOn {
		out.Cautions = append(out.Cautions, "Jumped on to with two feet; stepped down from.")
	}
	return out, nil
}

// lowestStep has room for legs and braces below its tread, in m.
const lowestStep quantity.Length = 0.20

// legs is how high the tread's lower side is above the floor, and how long a leg is that slants out to two
// sides, in m.
func (s StepBox) legs(t TreadStock) (high, leg float64) {
	f := float64(s.Flare)
	high = float64(s.Height - t.Thickness - s.over(t))
	return high, math.Hypot(high, math.Sqrt2*f) + float64(boardWide+boardThick)*f/high
}

// over is how thick what lies on a tread is, in m.
func (s StepBox) over(t TreadStock) quantity.Length {
	if t.Boards > 1 && s.Joined == Topped && !s.Wet {
		return layer
	}
	return 0
}

// long is how long a tread is, over its legs.
func (s StepBox) long() quantity.Length { return s.spans()*s.Span + (s.spans()+1)*boardThick }

// spans are how many a tread has.
func (s StepBox) spans() quantity.Length {
	if s.Middle {
		return 2
	}
	return 1
}

// A brace along is of 38 × 140, so that three screws find room on the narrow side of a leg, and crosses it so
// far from its end, in m.
const braceAlongWide, braceAlongOff = quantity.Length(0.140), 0.09

// braces are those along, on the narrow sides of the legs, and across, on their wide sides. What lands on
// an edge of the zone pushes that side by the lever rule; those along share it, one to each span.
func (s StepBox) braces(t TreadStock) (along, across Brace) {
	_, most, inside := landing(s.Use, s.Body)
	high, _ := s.legs(t)
	off, near := laidOff(high), math.Min(braceAlongOff, high/3)
	push := func(over quantity.Length) float64 { return slideSway * float64(most) * (1 - float64(inside/over)) }
	ends := [2]quantity.Length{quantity.Length(off), 0}
	along = Brace{Name: "braces along", Push: push(t.Width) / float64(s.spans()), High: high, Low: near, Upper: high - near,
		Wide: float64(s.Span + boardThick), Wet: s.Wet,
		Lap: Lap{Wide: braceAlongWide, Other: boardThick, Flush: true, Out: standsOut,
			Ends: [2]quantity.Length{quantity.Length(near), 0}}}
	across = Brace{Name: "braces across", Push: push(s.long()), High: high, Low: off, Upper: high - off,
		Wide: float64(t.Width - boardWide), Wet: s.Wet, Lap: Lap{Wide: boardWide, Other: boardWide, Flush: true, Ends: ends}}
	return along, across
}

// weighs is what a step weighs, in kg: no more than it does.
func (s StepBox) weighs(t TreadStock) quantity.Mass {
	_, leg := s.legs(t)
	along, across := s.braces(t)
	frames := s.spans() + 1
	wood := 2*float64(frames)*leg + float64(2*s.spans()*along.long()*braceAlongWide/boardWide+frames*(across.long()+t.Width))
	return quantity.Mass(lightTimber * (float64((t.Thickness+s.over(t))*t.Width*s.long()) + float64(boardThick*boardWide)*wood))
}

// onLegs are the links below a tread, with parts and steps: the legs as columns, and the braces that
// keep them upright under 0.15 of all that lands.
func (s StepBox) onLegs(out *Built, t TreadStock, most quantity.Force, inside quantity.Length) error {
	high, leg := s.legs(t)
	wood, err := MaterialByKey("timber-unknown")
	if err != nil {
		return err
	}
	wood = wood.Damp(s.Wet)
	if s.Timber.Incised {
		wood.Bending *= incised
	}
	out.Checks = append(out.Checks, Check{Link: "a leg as a column", Demand: float64(most), Capacity: Slim(leg), Unit: "N",
		Formula: "all of F on one against π² E I/L² over 3", Source: "Euler; house factor"})
	along, across := s.braces(t)
	spots := [2]int{}
	for i, b := range []Brace{along, across} {
		section := []Section{{Shape: Rect, B: boardWide, H: boardThick}, board2x4}[i]
		screws, bends, at, err := b.Checks(section.Modulus(), wood.Allowable(boardWide))
		if err != nil {
			return err
		}
		spots[i] = len(at)
		out.Checks = append(out.Checks, screws, bends)
	}
	frames := int(s.spans()) + 1
	timber := func(name Text, long quantity.Length, count int) Part {
		return Part{Name: name, Stock: "timber-38x89", Length: long, Count: count}
	}
	out.Parts = []Part{
		t.part(s.long()), timber("leg", sawn(leg), 2*frames), timber("rail between two legs", t.Width, frames),
		{Name: "brace along", Stock: "timber-38x140", Length: along.long(), Count: 2 * (frames - 1)},
		timber("brace across", across.long(), frames),
		{Name: "wood screw", Stock: joinScrew, Count: 2*frames*(3+2) + 2*2*(frames-1)*spots[0] + 2*frames*spots[1]},
		{Name: "rubber foot", Stock: "rubber-foot", Count: 2 * frames},
	}
	on, straight := t.joinedBy(s, out), ""
	if s.Middle {
		on += " The third frame stands half way."
		straight = " Those of the third frame lean towards their wide side alone."
	}
	off := laidOff(high)
	grain := ""
	if t.Panel != "" {
		grain = ", its face grain running from legs to legs"
	}
	lean := math.Atan(float64(s.Flare)/high) * 180 / math.Pi
	out.Steps = slices.Concat(stepFrames.with(facts{"long": mm(math.Hypot(high, math.Sqrt2*float64(s.Flare))), "out": mm(s.Flare),
		"high": mm(high), "lean": tell("%.1f", lean), "width": mm(t.Width), "feet": mm(t.Width + 2*s.Flare),
		"off": mm(off), "screws": spots[1], "legs": 2 * frames, "frames": frames, "straight": straight}),
		[]Step{across.lap().told("brace on a wide side")},
		stepStood.with(facts{"span": mm(s.Span), "grain": grain, "joined": on, "low": mm(along.Low), "screws": spots[0]}),
		[]Step{along.lap().told("brace on a narrow side")},
		stepTried.with(facts{"out": mm(s.Flare), "inside": mm(inside)}))
	return nil
}

// joinedBy adds what keeps the boards of a tread together, and says how.
func (t TreadStock) joinedBy(s StepBox, out *Built) string {
	if t.Boards < 2 {
		return ""
	}
	switch {
	case s.Joined == Cleated:
		spans := int(s.spans())
		out.Parts = append(out.Parts, Part{Name: "cleat below the tread", Stock: "timber-38x89", Length: t.Width, Count: spans},
			Part{Name: "wood screw of the cleat", Stock: joinScrew, Count: spans * cleatScrews})
		return " Below the middle of each span lay a cleat flat across both boards and screw it up into each with four {5 × 70 " +
			"mm|no. 10 × 2¾ in} screws: two columns {60 mm} apart along the cleat's width, none nearer to a board's " +
			"edge than {25 " +
			"mm}, {90 mm} from one to the other across the board."
	case s.Joined == Topped && !s.Wet:
		out.Parts = append(out.Parts, Part{Name: "panel over the tread", Stock: "softwood-plywood-18", Length: s.long(),
			Width: t.Width, Count: 1, Grain: true}, Part{Name: "wood screw of the panel", Stock: "screw-4.5x50", Count: 16},
			Part{Name: "wood glue", Stock: "glue", Count: 1})
		return " Glue the panel over both boards, its face grain along them, and screw it down with eight {4.5 × 50 mm|no. 9 × 2 " +
			"in} screws into each."
	}
	return ""
}

// under is the stress in a tread under one foot or under all that lands, whichever is worse,
// with what it may have.
func (s StepBox) under(t TreadStock, foot, most quantity.Force) (stress, allowed float64, source string, _ error) {
	if t.Panel != "" {
		p, err := PanelByKey(t.Panel)
		// Two feet land on two strips.
		return max(Strip(foot, s.Span, t.Width, t.Thickness), Strip(most/2, s.Span, t.Width/2, t.Thickness)), p.damp(s.Wet),
			"strip of " + p.Name + " along its face grain, house values × 1.6", err
	}
	m, err := s.Timber.material(t.Material, s.Wet)
	share := quantity.Force(t.alone(s.Joined, s.Span, s.Wet))
	return Tread(most*share, s.Span, t.Width/quantity.Length(t.Boards), t.Thickness), m.Allowable(t.Thickness),
		"strength of " + m.Name, err
}

var stepFrames = recipeOf(`
- Cut [legs] legs, each [long] along its edges, to {1 mm}. Both ends slant, parallel to each other, so that a leg
  leans [out] over its height of [high], [lean]°, towards its wide and towards its narrow side.[straight]
- A jig for these cuts: saw two wedges of [lean]°; one lies under the leg, one between it and the fence of a mitre
  box. Saw all of them with it, the leg not turned over from one end to the other. Without one draw [lean]° on two
  sides that meet and saw to both lines.
- Make [frames] frames: two legs side by side, their heads [width] over all, which is the tread's width, their feet
  [feet]. Screw a rail on the inner side right below the heads, three screws a leg; a brace on the outer side, its
  middle crossing that of one leg [off] above its foot and of the other [off] below its head, [screws] screws at each
  end as drawn. Saw it off along the legs. All {5 × 70 mm|no. 10 × 2¾ in} screws go through one board into the next,
  prebored by {3.5 mm hole}.
`)

var stepStood = recipeOf(`
- Stand the frames [span] apart at their heads, rails inside. Lay the tread on the heads of the legs, flush with them
  all round[grain]; two screws down into each leg keep it there.[joined]
- At both long sides screw a brace of {38 × 140 mm|2 × 6} on the narrow sides of the legs, from each to the next, its middle crossing them
  [low] from their ends, [screws] screws at each end as drawn, none where it would meet one that is in the leg
  already; it stands out {25 mm}, its corners round.
`)

var stepTried = recipeOf(`
- Press a rubber foot on under each leg. Each foot stands out [out] beyond the tread, to both sides of its corner.
? Set it on the real floor: it does not rock, and no screw has split the wood.
- Draw the zone where feet land, [inside] inside the edge.
? Lay the proof load on, nobody near; look again.
`)
