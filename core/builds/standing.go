package builds

import (
	"math"
	"slices"

	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

var (
	stepUse    = Ask{Key: "use", Label: "For", Words: words("step", "Stepping", "jump", "Jumping on to it")}
	pipeWords  = words("3/4", "¾ in", "1", "1 in", "1-1/4", "1¼ in", "1-1/2", "1½ in", "2", "2 in")
	panelWords = words("softwood-plywood", "Softwood plywood", "birch-plywood", "Birch plywood", "osb", "OSB")
)

func treadWords() (out []Word) {
	for _, s := range TreadStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}

// standsAt is a step of a height, which also carries who sits down on it.
func standsAt(v Values, heights ...quantity.Length) (out []capability.Supply) {
	for _, h := range heights {
		out = append(out, extra(v, capability.Supply{Kind: capability.Step, At: capability.Span{From: float64(h), To: float64(h)},
			Quality: 1}))
		if h >= 0.38 && h <= 0.56 {
			out = append(out, extra(v, capability.Of(capability.Seat)))
		}
	}
	return out
}

func boxOf(v Values, s Situation) Box {
	sides := [3]quantity.Length{v.length("short_m"), v.length("middle_m"), v.length("long_m")}
	slices.Sort(sides[:]) // whichever was typed as which
	return Box{
		Use: StepUse(v.Word["use"]), Panel: v.Word["panel"], Sides: sides, Thickness: v.length("thickness_m"),
		Across: int(v.Num["across"]), Along: int(v.Num["along"]), Mu: v.Num["mu"], Body: s.body(v), Wet: v.yes("wet"),
	}
}

// rubberFeet are feet that grip where those that there are slide.
func rubberFeet(v Values) change { return sized("feet of rubber", "mu", math.Max(v.Num["mu"], 0.5)) }

func boxChanges(v Values, _ Situation) []change {
	divided := func(across, along float64, words Text) change {
		return sized(words, "across", math.Max(v.Num["across"], across), "along", math.Max(v.Num["along"], along))
	}
	feet, birch := rubberFeet(v), sized("birch plywood", "panel", "birch-plywood")
	one, two := divided(1, 1, "one divider each way"), divided(1, 2, "one divider across, two along")
	three := divided(2, 3, "two dividers across, three along")
	thick := sized("panels of {24 mm}", "thickness_m", math.Max(v.Num["thickness_m"], 0.024))
	out := []change{feet, one, two, two.and(feet), birch, birch.and(one), birch.and(two), birch.and(two).and(feet), three,
		three.and(feet), birch.and(three).and(feet), thick.and(two).and(feet), birch.and(thick).and(three).and(feet)}
	if v.Word["use"] == string(JumpOn) {
		step := sized("stepping only, no jumps", "use", string(StepOn))
		out = append(out, step, step.and(two).and(feet), step.and(birch).and(three).and(feet))
	}
	return out
}

var boxDesign = known(60, Design{
	Changes: boxChanges,
	Instead: always("a lower step, a stair, or jumps on the floor"),
	Key:     "box", Name: "Box of three heights", Does: "steps and jumps at three heights, a seat", On: OnFloor,
	Asks: asked(
		stepUse, Ask{Key: "panel", Label: "Panel", Words: panelWords}, metres("thickness_m", "Thickness", 0.012, 0.04),
		metres("short_m", "Shortest side", 0.3, 0.9), metres("middle_m", "Middle side", 0.3, 0.9),
		metres("long_m", "Longest side", 0.3, 0.9),
		Ask{Key: "across", Label: "Dividers across the shortest side", Kind: quantity.KindCount, Low: 0, High: 3},
		Ask{Key: "along", Label: "Dividers across the middle side", Kind: quantity.KindCount, Low: 0, High: 3},
		friction, damp, worn,
	),
	Starts: func(s Situation) Values {
		return Values{
			Num: map[string]float64{"thickness_m": 0.018, "short_m": float64(UsualBox[0]), "middle_m": float64(UsualBox[1]),
				"long_m": float64(UsualBox[2]), "across": 1, "along": 2, "mu": 0.5, "worn_kg": 0},
			Word: map[string]string{"use": "jump", "panel": "softwood-plywood", "wet": s.outside()},
		}
	},
	Build: func(v Values, s Situation) (Built, error) { return boxOf(v, s).Build() },
	Gives: func(v Values, s Situation) []capability.Supply {
		b := boxOf(v, s)
		return standsAt(v, b.Sides[:]...)
	},
	Draw: drawBox,
})

func stepChanges(v Values, _ Situation) []change {
	flare := func(f float64) change {
		return sized(tell("legs flared %s", mm(f)), "flare_m", math.Max(v.Num["flare_m"], f))
	}
	feet := rubberFeet(v)
	singles := []change{flare(0.02), flare(0.04), feet}
	for _, span := range []float64{0.36, 0.30} {
		if span < v.Num["span_m"] {
			singles = append(singles, sized(tell("the legs %s apart", cm(span)), "span_m", span))
		}
	}
	if treadOf(v).Boards > 1 && v.Word["joined"] != string(Topped) {
		singles = append(singles, sized("a panel glued and screwed over both boards", "joined", string(Topped)))
		if v.Word["joined"] != string(Cleated) {
			singles = append(singles, sized("a cleat under the middle of both boards", "joined", string(Cleated)))
		}
	}
	if short := v.Num["span_m"] / 2; short >= 0.15 {
		singles = append(singles, sized("the legs half as far apart", "span_m", short))
	}
	for _, t := range TreadStocks() {
		if t.Key != v.Word["stock"] {
			singles = append(singles, sized(t.Name, "stock", t.Key))
		}
	}
	out := together(singles...)
	for _, c := range singles[3:] {
		out = append(out, flare(0.04).and(feet).and(c))
	}
	wide := flare(0.06).and(feet)
	out = append(out, wide)
	for _, c := range singles[3:] {
		out = append(out, wide.and(c))
	}
	return out
}

// joinedWords are what keeps the boards of a tread together.
var joinedWords = words("no", "Nothing: a foot stands on one of them", "cleat", "A board across below their middle, eight screws",
	"panel", "A panel of {18 mm} over both, glued and screwed")

// stepOf is a step: a tread that lies on its legs, their feet standing out to all sides; what it weighs
// follows from its boards.
func stepOf(v Values, s Situation) StepBox {
	tread := treadOf(v)
	out := StepBox{
		Use: StepUse(v.Word["use"]), Stock: v.Word["stock"], Height: v.length("height_m"), Span: v.length("span_m"),
		Base: tread.Width + 2*v.length("flare_m"), Flare: v.length("flare_m"),
		Mu: v.Num["mu"], Body: s.body(v), Wet: v.yes("wet"), Joined: Joining(v.Word["joined"]), Timber: timberOf(v),
	}
	out.Mass = out.weighs(tread)
	return out
}

func treadOf(v Values) (out TreadStock) {
	for _, t := range TreadStocks() {
		if t.Key == v.Word["stock"] {
			out = t
		}
	}
	return out
}

var stepDesign = known(70, Design{
	Changes: stepChanges,
	Instead: always("a lower step, a stair, or a split squat on the floor"),
	Key:     "step", Name: "Step", Does: "a step at the client's own height", On: OnFloor,
	Asks: func(v Values, _ Situation) []Ask {
		asks := []Ask{stepUse, {Key: "stock", Label: "Tread", Words: treadWords()}}
		if treadOf(v).Boards > 1 {
			asks = append(asks, Ask{Key: "joined", Label: "Its boards are joined by", Words: joinedWords,
				Help: "One row of screws joins nothing: it tilts. Where it gets wet nothing is glued."})
		}
		asks = append(asks, metres("height_m", "Height", float64(lowestStep), 0.8), metres("span_m", "Between the legs", 0.15, 0.8),
			Ask{Key: "flare_m", Label: "Legs stand out by", Kind: quantity.KindThin, Low: 0, High: 0.2}, friction)
		return append(append(asks, timberAsks(v)...), damp, worn)
	},
	Starts: func(s Situation) Values {
		// 1.5 · 0.1 F h over F (e + flare): the legs stand out by what the height asks for.
		h := float64(StepHeight(max(s.Stature, 1)))
		flare := math.Max(0.02, math.Ceil((0.15*h-float64(stepInside))*200)/200)
		return Values{
			Num:  map[string]float64{"height_m": h, "span_m": 0.36, "flare_m": flare, "mu": 0.5, "worn_kg": 0},
			Word: map[string]string{"use": "step", "stock": "graded-140", "joined": string(Cleated), "wet": s.outside()},
		}.Over(timberStarts())
	},
	Build: func(v Values, s Situation) (Built, error) { return stepOf(v, s).Build() },
	Gives: func(v Values, _ Situation) []capability.Supply { return standsAt(v, v.length("height_m")) },
	Draw:  drawStep,
})

var platformDesign = known(90, Design{
	Changes: func(v Values, _ Situation) []change {
		return []change{sized("2.44 × 1.22 m, two whole sheets", "long_m", math.Max(v.Num["long_m"], 2.44), "wide_m",
			math.Max(v.Num["wide_m"], 1.22))}
	},
	Instead: always("rubber tiles where loads are set down, on a floor at ground level"),
	Key:     "platform", Name: "Platform", Does: "a flat, firm floor to lift on", On: OnFloor,
	Asks: func(_ Values, s Situation) []Ask {
		asks := []Ask{
			metres("long_m", "Long", 1, 4), metres("wide_m", "Wide", 0.8, 4),
			{Key: "rubber_m", Label: "Rubber", Kind: quantity.KindThin, Low: 0, High: 0.06},
			{Key: "load_kg", Label: "Heaviest bar that is lifted on it", Kind: quantity.KindMass, Low: 1, High: 500},
		}
		if !s.grounded() {
			asks = append(asks, Ask{Key: "engineer", Label: "Engineer who looked at the floor", Text: true,
				Help: "A name, and the day. Empty where nobody has: then what is too much stops here."})
		}
		return asks
	},
	Starts: func(s Situation) Values {
		return Values{Num: map[string]float64{"long_m": 2.44, "wide_m": 1.22, "rubber_m": 0.015,
			"load_kg": max(20, float64(s.Heaviest))}}
	},
	Build: func(v Values, s Situation) (Built, error) {
		p := Platform{Long: v.length("long_m"), Wide: v.length("wide_m"), Rubber: v.length("rubber_m"),
			Load: quantity.Estimate{Value: v.mass("load_kg")}, Body: s.body(v), Limit: space.Room{Sleeps: true}.LiveLoad(),
			Ground: s.grounded(), Engineer: v.Word["engineer"]}
		if s.Room != nil {
			p.Limit = s.Room.LiveLoad()
		}
		return p.Build()
	},
	Draw:     drawPlatform,
	Unproven: true,
})

var stickDesign = known(100, Design{
	Changes: func(_ Values, s Situation) []change {
		return []change{sized("0.9 of the stature long", "length_m", StickLength(max(s.Stature, 1)))}
	},
	Instead: always("a towel held with both hands"),
	Key:     "stick", Name: "Stick", Does: "shoulders moved with both hands on it", On: Nowhere,
	Asks: asked(metres("length_m", "Length", 0.9, 2.2)),
	Starts: func(s Situation) Values {
		return Values{Num: map[string]float64{"length_m": float64(StickLength(max(s.Stature, 1)))}}
	},
	Build: func(v Values, s Situation) (Built, error) {
		return MobilityStick{Length: v.length("length_m"), Stature: s.Stature}.Build()
	},
	Gives: func(Values, Situation) []capability.Supply {
		return []capability.Supply{capability.Of(capability.Stick)}
	},
	Draw:     drawStick,
	Unproven: true,
})

// pipeName is a nominal size as it is written.
func pipeName(size string) Text {
	for _, w := range pipeWords {
		if w.Key == size {
			return w.Name
		}
	}
	return Text(size)
}
