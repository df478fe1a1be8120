package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

func drawBox(v Values, s Situation) []Figure {
	box := boxOf(v, s)
	x, y, z, t := float64(box.Sides[0]), float64(box.Sides[1]), float64(box.Sides[2]), v.Num["thickness_m"]
	short, middle := box.spans()
	way := func(name string, wide, high float64, outer, open quantity.Length, dividers int, link Text) Figure {
		f := Figure{Name: name, Marks: []Mark{
			rect(OfWood, 0, high-t, wide, t, "face, "+link), rect(OfWood, 0, 0, wide, t, ""),
			rect(OfWood, 0, t, t, high-2*t, "panels below, "+link), rect(OfWood, wide-t, t, t, high-2*t, "panels below, "+link),
			across(0, high+0.08, wide), upward(wide+0.1, 0, high),
		}}
		panel := func(at float64) {
			f.Marks = append(f.Marks, rect(OfWood, at, t, t, high-2*t, "panels below, "+link))
		}
		if float64(outer) > t {
			panel(t)
			panel(wide - 2*t)
		}
		for i := range dividers {
			panel(float64(outer) + float64(open)*float64(i+1) + t*float64(i))
		}
		f.Marks = append(f.Marks, across(float64(outer), high+0.03, float64(open)))
		return f
	}
	lined, plain := 2*box.Thickness, box.Thickness
	apart := assembled(box.solids()...)
	apart.Name = "its panels, drawn apart"
	return []Figure{
		apart,
		way("standing", x, z, lined, short, box.Across, cmHigh(z)),
		way("on its long side", x, y, lined, short, box.Across, cmHigh(y)),
		way("lying", y, x, plain, middle, box.Along, cmHigh(x)),
	}
}

func drawStep(v Values, s Situation) []Figure {
	step, tread := stepOf(v, s), treadOf(v)
	h, span, flare, deep, thick := float64(step.Height), float64(step.Span), float64(step.Flare), float64(tread.Width),
		float64(tread.Thickness+step.over(tread))
	under, wide := h-thick, float64(boardWide)
	leg := func(x, out, w float64) []Mark { // its two edges
		return []Mark{line(OfWood, x-w/2, under, out, -under, "a leg"), line(OfWood, x+w/2, under, out, -under, "a leg")}
	}
	along, sideways := step.braces(tread, 0, 0)
	view := func(name string, long, w float64, b Brace) Figure {
		f := Figure{Name: name, Marks: append(leg(w/2, -flare, w), leg(long-w/2, flare, w)...)}
		f.Marks = append(f.Marks, line(OfWood, w/2-flare*0.8, b.Low, long-w+flare*0.8, b.Upper-b.Low, b.Name),
			rect(OfWood, 0, under, long, thick, "tread in bending"),
			across(0, h+0.08, long), across(-flare, -0.08, long+2*flare), upward(long+0.2, 0, h), upward(-flare-0.1, 0, b.Low))
		return f
	}
	front, side := view("front", float64(step.long()), float64(boardThick), along), view("side", deep, wide, sideways)
	front.Marks = append(front.Marks, across(float64(boardThick), h+0.17, span).saying("clear"))
	side.Marks = append(side.Marks, rect(OfWood, 0, under-wide, deep, wide, "").saying("rail"))
	return []Figure{front, side, assembled(step.solids()...), along.lap().figure("brace on a narrow side", along.Name),
		sideways.lap().figure("brace on a wide side", sideways.Name)}
}

func drawPlatform(v Values, _ Situation) []Figure {
	l, w := v.Num["long_m"], v.Num["wide_m"]
	return []Figure{{Name: "from above", Marks: []Mark{
		rect(OfWood, 0, 0, l, w, "floor below"), rect(OfStrap, 0, 0, l/4, w, "").saying("rubber"),
		rect(OfStrap, l*3/4, 0, l/4, w, "").saying("rubber"), across(0, w+0.12, l), upward(l+0.12, 0, w),
	}}, {Name: "section", Marks: []Mark{rect(OfWood, 0, 0, 0.5, layer, ""), rect(OfWood, 0, layer, 0.5, layer, ""),
		rect(OfStrap, 0, 2*layer, 0.25, v.Num["rubber_m"], ""), upward(0.55, 0, 2*layer)}}}
}

func drawStick(v Values, _ Situation) []Figure {
	l := v.Num["length_m"]
	return []Figure{{Name: "front", Marks: []Mark{rect(OfSteel, 0, 0, l, 0.033, "hands apart"),
		rect(OfStrap, -0.02, -0.004, 0.03, 0.041, ""), rect(OfStrap, l-0.01, -0.004, 0.03, 0.041, ""), across(0, 0.12, l)}}}
}

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

func drawJugs(v Values, _ Situation) []Figure {
	f := Figure{Name: "front"}
	full := jugsOf(v)
	share := 0.9
	if full.Wet && full.Frost {
		share = 0.81
	}
	side := math.Cbrt(v.Num["volume_l"] / 1000 / 1.6)
	for i := range min(4, int(v.Num["count"])) {
		x := float64(i) * side * 1.4
		f.Marks = append(f.Marks, rect(OfStrap, x, 0, side, side*1.6, "each ear"), rect(OfLoad, x, 0, side, side*1.6*share, ""),
			rect(OfStrap, x+side*0.35, side*1.6, side*0.3, side*0.2, ""))
	}
	f.Marks = append(f.Marks, upward(-0.06, 0, side*1.6*share).saying("line"))
	return []Figure{f}
}

func drawFarmer(v Values, _ Situation) []Figure {
	arm := v.Num["arm_m"]
	const at, d = 0.75, 0.034
	return []Figure{{Name: "side", Marks: []Mark{
		rect(OfSteel, -arm-0.1, at, 2*arm+0.2, d, "pipe"), round(OfLoad, 0, at+d/2, 0.1, "pipe").saying("hand"),
		line(OfStrap, -arm, at, 0, -0.3, ""), line(OfStrap, arm, at, 0, -0.3, ""), rect(OfLoad, -arm-0.15, 0.12, 0.3, 0.33, ""),
		rect(OfLoad, arm-0.15, 0.12, 0.3, 0.33, ""), across(0, at+0.2, arm), across(-arm-0.1, at+0.35, 2*arm+0.2),
	}}}
}

func drawSled(v Values, _ Situation) []Figure {
	high, angle, wide := v.Num["load_high_m"], v.Num["angle_deg"]*math.Pi/180, v.Num["wide_m"]
	return []Figure{{Name: "side", Marks: []Mark{
		rect(OfWood, 0, 0, 0.6, 0.05, ""), rect(OfLoad, 0.1, 0.05, 0.4, math.Max(0.05, 2*(high-0.05)), "load"),
		line(OfStrap, 0.6, 0.05, 1.2*math.Cos(angle), 1.2*math.Sin(angle), "strap"), upward(-0.1, 0, high),
		across(0, -0.1, 0.6),
	}}, {Name: "from the front", Marks: []Mark{rect(OfWood, 0, 0, wide, 0.05, ""),
		rect(OfLoad, wide*0.15, 0.05, wide*0.7, math.Max(0.05, 2*(high-0.05)), "load"), across(0, -0.1, wide)}}}
}

func drawShelf(v Values, s Situation) []Figure {
	span, over, deep, high, t := v.Num["span_m"], v.Num["over_m"], v.Num["deep_m"], v.Num["high_m"], v.Num["thickness_m"]
	return []Figure{{Name: "front", Marks: []Mark{
		rect(OfWood, -over, high-t, span+2*over, t, "shelf"), rect(OfWood, -over, high, span+2*over, lipHigh, ""),
		line(OfSteel, 0, high-t, 0, -deep*2/3, "each bracket"), line(OfSteel, span, high-t, 0, -deep*2/3, "each bracket"),
		across(0, high+0.15, span), upward(span+0.25, 0, high),
	}}, {Name: "side", Marks: []Mark{
		rect(OfHouse, -0.08, 0, 0.08, high+0.2, "fixings"), rect(OfWood, 0, high-t, deep, t, "shelf"),
		line(OfSteel, 0, high-t-deep*2/3, deep*0.9, deep*2/3, "each bracket"), across(0, high+0.1, deep),
	}}, assembled(shelfOf(v).solids()...), fixingDetail(v, s, float64(bracketFoot)*4, boardThick)}
}
