package builds

import (
	"math"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

func treadWords() (out []Word) {
	for _, s := range TreadStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}

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

var _ = known(70, Design{
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
