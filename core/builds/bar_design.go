package builds

import (
	"math"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

var barWords = func() (out []Word) {
	for _, s := range BarStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}()

func (b *Bar) form(f *form) {
	word(f, &b.Use, RowUnder, Ask{Key: "use", Label: "For", Words: barUses})
	word(f, &b.Stock, "graded-edge", Ask{Key: "stock", Label: "Bar", Words: barWords})
	number(f, &b.Span, 0.8, metres("span_m", "Between the supports", 0.2, 3))
	number(f, &b.Inside, 0.15, metres("inside_m", "Each hand from its support", 0, 1.2))
	word(f, &b.Support, Sawhorses, Ask{Key: "support", Label: "On", Words: barSupports})
	number(f, &b.Rated, 0, marked("rated_n", "Each support is marked with"))
	f.yes(&b.Held, true, yesNo("held", "Held at both ends",
		"A board in cradles of {39 mm} with cheeks of {60 mm} and stops; a pipe with pins or collars."))
	f.only(b.Support == Chairs, func() {
		f.yes(&b.AtWall, false, yesNo("at_wall", "Chairs against a wall, no castors, nothing folds", ""))
	})
	b.Joists.prefix = "joist_"
	f.only(b.Support == Brackets, func() { b.Joists.form(f) })
	f.only(b.Support != Brackets, func() {
		number(f, &b.High, 0.8, metres("high_m", "Bar above the floor", 0.5, 1.2))
		number(f, &b.Spread, 0.45, metres("spread_m", "Feet of a support apart, across the bar", 0.2, 1.5))
		number(f, &b.Weighs, 5, Ask{Key: "support_kg", Label: "Each support weighs", Kind: quantity.KindMass, Low: 0.5, High: 60})
		number(f, &b.Mu, 0.2, friction)
	})
	b.Timber.form(f)
	f.yes(&b.Wet, f.s.outside(), damp)
	f.body(&b.Body)
}

var (
	barUses     = words("row", "Rows, feet on the floor", "hang", "Hanging, pull-ups")
	barSupports = words("sawhorses", "Sawhorses", "chairs", "Chairs", "brackets", "Brackets bolted through two joists")
)

func (b *Bar) joists() *Overhead { return &b.Joists }

func (b *Bar) grips() *float64 { return &b.Mu }

// changes are what can be done about a bar: held, on other supports, the hands nearer to them, another bar,
// a shorter one.
func (b Bar) changes(Situation) (out []change) {
	hold := change{}
	if !b.Held {
		hold = so("hold it at both ends so that it neither rolls nor slides", func(b *Bar) { b.Held = true })
	}
	holds := []change{hold}
	if b.Use != HangFrom {
		for _, c := range sideways {
			holds = append(holds, hold.and(c))
		}
	}
	switch {
	case b.Use == HangFrom && b.Support != Brackets:
		holds = nil
		for _, j := range []struct {
			words Text
			wide  quantity.Length
		}{{"two sawn joists that were seen", 0.038}, {"two pairs of sawn joists that were seen, each bolted together", 0.076}} {
			holds = append(holds, hold.and(outside("on brackets bolted through "+j.words+", {38 × 235 mm|2 × 10} of stamped Douglas "+
				"fir-larch, {0.4 m} apart, {3.6 m} from bearing to bearing, {0.6 m} from one of them, below a furnished room, "+
				"instead of "+Text(b.Support),
				func(b *Bar) {
					b.Support = Brackets
					b.Joists = Overhead{Known: SawnJoist, Owner: b.Joists.Owner, Carries: FurnishedRoom, Spaced: 0.4, B: j.wide,
						H: 0.235, Span: 3.6, At: 0.6, Wood: "timber-graded:douglas-fir-larch", Bolt: 0.016, Above: 0.16}
				})))
		}
	case b.Support == Chairs && !b.AtWall:
		out = append(out, hold.and(outside("the chairs against a wall, on no castors, nothing that folds",
			func(b *Bar) { b.AtWall = true })))
		for i := range holds {
			holds[i] = holds[i].and(so("on sawhorses instead of chairs", func(b *Bar) { b.Support = Sawhorses }))
		}
	}
	for _, hold := range holds {
		out = append(out, b.others(hold)...)
	}
	return out
}

// sideways are what can be done about rows that pull supports over or along.
var sideways = func() []change {
	low := so("the bar {0.8 m} above the floor", func(b *Bar) { b.High = min(b.High, 0.8) })
	wide := so("supports whose feet stand {0.76 m} apart", func(b *Bar) { b.Spread = max(b.Spread, 0.76) })
	return []change{rubberFeet, low, low.and(rubberFeet), wide, wide.and(rubberFeet), wide.and(low).and(rubberFeet)}
}()

// others are the changes of a bar itself, after one of how it is held.
func (b Bar) others(hold change) (out []change) {
	out = append(out, hold)
	if b.Support == Brackets {
		for _, c := range b.Joists.changes() {
			out = append(out, hold.and(c))
		}
	}
	for _, in := range []quantity.Length{0.15, 0.10} {
		if in < b.Inside {
			out = append(out, hold.and(so(tell("hands %s from the supports", cm(in)), func(b *Bar) { b.Inside = in })))
		}
	}
	spans := []quantity.Length{b.Span}
	for _, span := range []quantity.Length{0.8, 0.6} {
		if span < b.Span {
			spans = append(spans, span)
		}
	}
	for i, span := range spans {
		for _, stock := range BarStocks() {
			if stock.Key == "broomstick" || stock.Key == "pvc" || i == 0 && stock.Key == b.Stock {
				continue
			}
			c := hold.and(so(stock.Name, func(b *Bar) { b.Stock = stock.Key }))
			if i > 0 {
				c = c.and(so(tell("%s between the supports", metre(span, 1)),
					func(b *Bar) { b.Span, b.Inside = span, min(b.Inside, span/2) }))
			}
			if stock.Rolls {
				grip := b
				c.of(&grip)
				c.note = grip.better()
			}
			out = append(out, c)
		}
	}
	return out
}

// better names the bar with the better grip where a thick board would do.
func (b Bar) better() Text {
	b.Stock, b.Rated = "pipe-1-1/4", max(b.Rated, 1e5)
	if got, err := b.Build(); err == nil && got.OK() {
		return tell("; 1¼ in steel pipe is the better grip, used %.2f", math.Ceil(got.Weakest().Use()*100)/100)
	}
	return ""
}

var _ = known(40, of[Bar]{
	Key: "bar", Name: "Bar for rows, or to hang from", Does: "rows under it, or hanging", On: OnFloor,
	Build:   func(b Bar, _ Situation) (Built, error) { return b.Build() },
	Changes: Bar.changes,
	Instead: func(b Bar) Text {
		if b.Use == HangFrom {
			return "rows under a bar at the hip, feet on the floor, or a pull-down on a band at an anchor that holds"
		}
		return "a row with a load in one hand, or on a band under the foot"
	},
	Gives: func(b Bar, _ Situation) []capability.Supply {
		if b.Use == HangFrom {
			return []capability.Supply{limited(capability.Of(capability.HangBar))}
		}
		return []capability.Supply{limited(capability.Supply{Kind: capability.LowBar, Quality: 1,
			Caution: "held at both ends, looked at before each set"})}
	},
	Draw: Bar.draw,
})

// cradleCut is a cradle, cut across, with the bar in it.
func cradleCut(bar Section) Figure {
	w, deep, t, cheek := float64(bar.wide()), float64(bar.Depth()), float64(boardThick), float64(boardWide)
	room := w + float64(cradleRoom)
	f := Figure{Name: "a cradle, cut", Strokes: []Stroke{
		rect(OfWood, -room/2-t-0.01, 0, room+2*t+0.02, t, ""), rect(OfWood, -room/2-t, t, t, cheek, "bar stays"),
		rect(OfWood, room/2, t, t, cheek, "bar stays"),
		line(OfSteel, -room/2-t/2, 0, 0, 0.07, ""), line(OfSteel, room/2+t/2, 0, 0, 0.07, ""),
		across(-room/2, t+cheek+0.03, room), upward(room/2+t+0.05, t, cheek), across(-room/2-t-0.01, -0.03, room+2*t+0.02),
	}}
	if bar.Shape == Rect {
		f.Strokes = append(f.Strokes, rect(OfWood, -w/2, t, w, deep, "bar in bending"))
	} else {
		f.Strokes = append(f.Strokes, round(OfSteel, 0, t+deep/2, deep, "bar in bending"))
	}
	return f
}

func (b Bar) draw(Situation) []Figure {
	span, in, high := float64(b.Span), float64(b.Inside), float64(b.High)
	if b.Support == Brackets {
		high = 2.1
	}
	stock, err := BarStockByKey(b.Stock)
	if err != nil {
		return nil
	}
	thick := float64(stock.Section.Depth())
	f := Figure{Name: "front", Strokes: []Stroke{
		rect(OfWood, -0.1, high, span+0.2, thick, "bar"), round(OfLoad, in, high+thick/2, 0.09, "bar in bending, both hands"),
		round(OfLoad, span-in, high+thick/2, 0.09, "bar in bending, both hands"),
		across(0, high+thick+0.14, span), across(0, high-0.14, in), upward(span+0.3, 0, high),
	}}
	if b.Support == Brackets {
		// Seen along the joists: one over each end.
		j := b.Joists
		wide, h, above := float64(j.B), float64(j.H), float64(j.Above)
		under := high + thick + 0.3
		for _, x := range []float64{0, span} {
			f.Strokes = append(f.Strokes, line(OfSteel, x, high+thick, 0, under-plateDrop-high-thick, "each support"),
				rect(OfBuilding, x-wide/2, under, wide, h, "joist in bending"))
			f.Strokes = append(f.Strokes, platesOn(x, wide, under, above, "each support")...)
		}
		long, at := float64(j.Span), float64(j.At)
		joist := Figure{Name: "along a joist", Strokes: []Stroke{
			rect(OfBuilding, 0, under, long, h, "joist in bending"), round(OfSteel, at, under+above, 0.03, "bolt across the grain"),
			line(OfSteel, at, under, 0, -0.3, "each support"), across(0, under+h+0.15, long), across(0, under-0.2, at),
		}}
		return []Figure{f, joist, joistCut(wide, h, above, "each support")}
	} else {
		for _, x := range []float64{0, span} {
			base, long := high-float64(boardThick), float64(cradleLong)
			f.Strokes = append(f.Strokes, line(OfBuilding, x, base, -0.15, -base, "each support"),
				line(OfBuilding, x, base, 0.15, -base, "each support"),
				rect(OfWood, x-0.07, base, 0.14, float64(boardThick), ""),
				rect(OfWood, x-long/2, high, long, float64(boardWide), "bar stays"))
		}
	}
	return []Figure{f, assembled(b.solids(stock)...), cradleCut(stock.Section)}
}
