package builds

import (
	"math"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

func barWords() (out []Word) {
	for _, s := range BarStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}

func barOf(v Values, s Situation) Bar {
	return Bar{
		Use: BarUse(v.Word["use"]), Stock: v.Word["stock"], Span: v.length("span_m"), Inside: v.length("inside_m"),
		Body: s.body(v), Support: BarSupport(v.Word["support"]),
		Rated: v.force("rated_n"), Held: v.yes("held"), AtWall: v.yes("at_wall"), Wet: v.yes("wet"),
		Joists: overheadOf(joistPrefix, v, s),
		High:   v.length("high_m"), Spread: v.length("spread_m"), Weighs: v.mass("support_kg"), Mu: v.Num["mu"],
		Timber: timberOf(v),
	}
}

// barChanges are what can be done about a bar: held, on other supports, the hands nearer to them,
// another bar, a shorter one.
func barChanges(v Values, s Situation) (out []change) {
	hold := change{}
	if !v.yes("held") {
		hold = sized("hold it at both ends so that it neither rolls nor slides", "held", "yes")
	}
	holds := []change{hold}
	if !hangs(v) {
		for _, c := range barSideways(v) {
			holds = append(holds, hold.and(c))
		}
	}
	hang, chairs, hung := v.Word["use"] == string(HangFrom), v.Word["support"] == string(Chairs),
		v.Word["support"] == string(Brackets)
	switch {
	case hang && !hung:
		holds = nil
		for _, j := range []struct {
			words Text
			wide  float64
		}{{"two sawn joists that were seen", 0.038}, {"two pairs of sawn joists that were seen, each bolted together", 0.076}} {
			to := sized("on brackets bolted through "+j.words+", {38 × 235 mm|2 × 10} of stamped Douglas fir-larch, "+
				"{0.4 m} apart, "+
				"{3.6 m} from bearing to bearing, {0.6 m} from one of them, below a furnished "+
				"room, instead of "+Text(v.Word["support"]),
				"support", string(Brackets), "overhead", "sawn", "above", string(FurnishedRoom), "joists_m", 0.4, "wood",
				"timber-graded:douglas-fir-larch", joistPrefix+"b_m", j.wide, joistPrefix+"h_m", 0.235, joistPrefix+"span_m",
				3.6, joistPrefix+"at_m", 0.6, "bolt_m", 0.016, "above_m", 0.16)
			to.world = true
			holds = append(holds, hold.and(to))
		}
	case chairs && !v.yes("at_wall"):
		to := sized("the chairs against a wall, on no castors, nothing that folds", "at_wall", "yes")
		to.world = true
		out = append(out, hold.and(to))
		for i := range holds {
			holds[i] = holds[i].and(sized("on sawhorses instead of chairs", "support", string(Sawhorses)))
		}
	}
	for _, hold := range holds {
		out = append(out, barsWith(hold, hung, v, s)...)
	}
	return out
}

func hangs(v Values) bool { return v.Word["use"] == string(HangFrom) }

// barSideways are what can be done about rows that pull supports over or along.
func barSideways(v Values) []change {
	low := sized("the bar {0.8 m} above the floor", "high_m", math.Min(v.Num["high_m"], 0.8))
	wide := sized("supports whose feet stand {0.76 m} apart", "spread_m", math.Max(v.Num["spread_m"], 0.76))
	feet := rubberFeet(v)
	return []change{feet, low, low.and(feet), wide, wide.and(feet), wide.and(low).and(feet)}
}

// barsWith are the changes of a bar itself, after one of how it is held.
func barsWith(hold change, hung bool, v Values, s Situation) (out []change) {
	out = append(out, hold)
	if hung {
		for _, c := range overheadChanges(joistPrefix, v) {
			out = append(out, hold.and(c))
		}
	}
	for _, in := range []float64{0.15, 0.10} {
		if in < v.Num["inside_m"] {
			out = append(out, hold.and(sized(tell("hands %s from the supports", cm(in)), "inside_m", in)))
		}
	}
	spans := []float64{v.Num["span_m"]}
	for _, span := range []float64{0.8, 0.6} {
		if span < v.Num["span_m"] {
			spans = append(spans, span)
		}
	}
	for i, span := range spans {
		for _, b := range BarStocks() {
			if b.Key == "broomstick" || b.Key == "pvc" || i == 0 && b.Key == v.Word["stock"] {
				continue
			}
			c := hold.and(sized(b.Name, "stock", b.Key))
			if i > 0 {
				c = c.and(sized(tell("%s between the supports", metre(span, 1)), "span_m", span, "inside_m",
					math.Min(v.Num["inside_m"], span/2)))
			}
			if b.Rolls {
				c.note = better(v.Over(c.to), s)
			}
			out = append(out, c)
		}
	}
	return out
}

// better names the bar with the better grip where a thick board would do.
func better(v Values, s Situation) Text {
	grip := barOf(v, s)
	grip.Stock, grip.Rated = "pipe-1-1/4", max(grip.Rated, 1e6)
	if got, err := grip.Build(); err == nil && got.OK() {
		return tell("; 1¼ in steel pipe is the better grip, used %.2f", math.Ceil(got.Weakest().Use()*100)/100)
	}
	return ""
}

var _ = known(40, Design{
	Key: "bar", Name: "Bar for rows, or to hang from", Does: "rows under it, or hanging", On: OnFloor,
	Asks: func(v Values, _ Situation) []Ask {
		asks := []Ask{
			{Key: "use", Label: "For", Words: words("row", "Rows, feet on the floor", "hang", "Hanging, pull-ups")},
			{Key: "stock", Label: "Bar", Words: barWords()},
			metres("span_m", "Between the supports", 0.3, 2.5), metres("inside_m", "Each hand from its support", 0, 1.2),
			{Key: "support", Label: "On", Words: words("sawhorses", "Sawhorses", "chairs", "Chairs", "brackets",
				"Brackets bolted through two joists")},
			marked("rated_n", "Each support is marked with"),
			yesNo("held", "Held at both ends",
				"A board in cradles of {39 mm} with cheeks of {60 mm} and stops; a pipe with pins or collars."),
		}
		if v.Word["support"] == string(Chairs) {
			asks = append(asks, yesNo("at_wall", "Chairs against a wall, no castors, nothing folds", ""))
		}
		if v.Word["support"] == string(Brackets) {
			asks = append(asks, overheadAsks(joistPrefix)...)
		} else {
			asks = append(asks, metres("high_m", "Bar above the floor", 0.5, 1.2),
				metres("spread_m", "Feet of a support apart, across the bar", 0.2, 1.5),
				Ask{Key: "support_kg", Label: "Each support weighs", Kind: quantity.KindMass, Low: 0.5, High: 60}, friction)
		}
		return append(append(asks, timberAsks(v)...), damp, worn)
	},
	Starts: func(s Situation) Values {
		return overheadStarts(joistPrefix).Over(Values{
			Num: map[string]float64{"span_m": 0.8, "inside_m": 0.15, "high_m": 0.8, "spread_m": 0.45, "support_kg": 5, "mu": 0.2,
				"rated_n": 0, "worn_kg": 0},
			Word: map[string]string{"use": "row", "stock": "graded-edge", "support": "sawhorses", "held": "yes", "at_wall": "no",
				"wet": s.outside()},
		}).Over(timberStarts())
	},
	Build: func(v Values, s Situation) (Built, error) {
		out, err := barOf(v, s).Build()
		return out, named(err, joistPrefix)
	},
	Changes: barChanges,
	Instead: func(v Values) Text {
		if v.Word["use"] == string(HangFrom) {
			return "rows under a bar at the hip, feet on the floor, or a pull-down on a band at an anchor that holds"
		}
		return "a row with a load in one hand, or on a band under the foot"
	},
	Gives: func(v Values, _ Situation) []capability.Supply {
		if v.Word["use"] == string(HangFrom) {
			return []capability.Supply{extra(v, capability.Of(capability.HangBar))}
		}
		return []capability.Supply{extra(v, capability.Supply{Kind: capability.LowBar, Quality: 1,
			Caution: "held at both ends, looked at before each set"})}
	},
	Draw: drawBar,
})

// cradleCut is a cradle, cut across, with the bar in it.
func cradleCut(bar Section) Figure {
	w, deep, t, cheek := float64(bar.wide()), float64(bar.Depth()), float64(boardThick), float64(boardWide)
	room := w + float64(cradleRoom)
	f := Figure{Name: "a cradle, cut", Marks: []Mark{
		rect(OfWood, -room/2-t-0.01, 0, room+2*t+0.02, t, ""), rect(OfWood, -room/2-t, t, t, cheek, "bar stays"),
		rect(OfWood, room/2, t, t, cheek, "bar stays"),
		line(OfSteel, -room/2-t/2, 0, 0, 0.07, ""), line(OfSteel, room/2+t/2, 0, 0, 0.07, ""),
		across(-room/2, t+cheek+0.03, room), upward(room/2+t+0.05, t, cheek), across(-room/2-t-0.01, -0.03, room+2*t+0.02),
	}}
	if bar.Shape == Rect {
		f.Marks = append(f.Marks, rect(OfWood, -w/2, t, w, deep, "bar in bending"))
	} else {
		f.Marks = append(f.Marks, round(OfSteel, 0, t+deep/2, deep, "bar in bending"))
	}
	return f
}

func drawBar(v Values, s Situation) []Figure {
	span, in := v.Num["span_m"], v.Num["inside_m"]
	high := v.Num["high_m"]
	if v.Word["support"] == string(Brackets) {
		high = 2.1
	}
	stock, err := BarStockByKey(v.Word["stock"])
	if err != nil {
		return nil
	}
	thick := float64(stock.Section.Depth())
	f := Figure{Name: "front", Marks: []Mark{
		rect(OfWood, -0.1, high, span+0.2, thick, "bar"), round(OfLoad, in, high+thick/2, 0.09, "bar in bending, both hands"),
		round(OfLoad, span-in, high+thick/2, 0.09, "bar in bending, both hands"),
		across(0, high+thick+0.14, span), across(0, high-0.14, in), upward(span+0.3, 0, high),
	}}
	if v.Word["support"] == string(Brackets) {
		// Seen along the joists: one over each end.
		b, h, above := v.Num[joistPrefix+"b_m"], v.Num[joistPrefix+"h_m"], v.Num["above_m"]
		under := high + thick + 0.3
		for _, x := range []float64{0, span} {
			f.Marks = append(f.Marks, line(OfSteel, x, high+thick, 0, under-plateDrop-high-thick, "each support"),
				rect(OfHouse, x-b/2, under, b, h, "joist in bending"))
			f.Marks = append(f.Marks, platesOn(x, b, under, above, "each support")...)
		}
		long, at := v.Num[joistPrefix+"span_m"], v.Num[joistPrefix+"at_m"]
		joist := Figure{Name: "along a joist", Marks: []Mark{
			rect(OfHouse, 0, under, long, h, "joist in bending"), round(OfSteel, at, under+above, 0.03, "bolt across the grain"),
			line(OfSteel, at, under, 0, -0.3, "each support"), across(0, under+h+0.15, long), across(0, under-0.2, at),
		}}
		return []Figure{f, joist, joistCut(b, h, above, "each support")}
	} else {
		for _, x := range []float64{0, span} {
			base, long := high-float64(boardThick), float64(cradleLong)
			f.Marks = append(f.Marks, line(OfHouse, x, base, -0.15, -base, "each support"),
				line(OfHouse, x, base, 0.15, -base, "each support"),
				rect(OfWood, x-0.07, base, 0.14, float64(boardThick), ""),
				rect(OfWood, x-long/2, high, long, float64(boardWide), "bar stays"))
		}
	}
	return []Figure{f, assembled(barOf(v, s).solids(stock)...), cradleCut(stock.Section)}
}
