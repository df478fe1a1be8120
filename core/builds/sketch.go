package builds

import (
	"math"
	"slices"
	"strings"
	"unicode"

	"scrappyrack/core/quantity"
)

// Mark is one shape of a drawing, in m: x to the right, y up from the floor. A rect has its lower
// left corner, W and H; a round its middle and W as its diameter; a line goes from X, Y by W, H;
// a dim is a line with its length written on it, beside what it measures; a face has corners, and hides
// what is behind it. Of is what it is of;
// Link the words that the names of the checks about it begin with.
type Mark struct {
	Shape      MarkShape
	X, Y, W, H float64
	Points     [][2]float64 // of a face, in m
	Of         MarkOf
	Text, Link Text
}

// MarkShape is what a mark is.
type MarkShape string

// The shapes of marks.
const (
	MarkRect  MarkShape = "rect"
	MarkRound MarkShape = "round"
	MarkLine  MarkShape = "line"
	MarkDim   MarkShape = "dim"
	MarkFace  MarkShape = "face"
)

// MarkOf is what a mark is of.
type MarkOf string

// What marks are of; the house is what is there already.
const (
	OfWood  MarkOf = "wood"
	OfSteel MarkOf = "steel"
	OfStrap MarkOf = "strap"
	OfLoad  MarkOf = "load"
	OfHouse MarkOf = "house"
)

// About is the check that is used furthest among those that a mark is about, by its place among some;
// -1 where it is about none.
func (m Mark) About(checks []Check) int {
	worst := -1
	for i, c := range checks {
		rest, of := strings.CutPrefix(string(c.Link), string(m.Link))
		if m.Link == "" || !of || rest != "" && unicode.IsLetter([]rune(rest)[0]) {
			continue
		}
		if worst < 0 || c.Use() > checks[worst].Use() {
			worst = i
		}
	}
	return worst
}

// Measure is what a dim says, in a reader's units: to a sixteenth of an inch where they read inches.
func (m Mark) Measure(units quantity.System) string {
	long := math.Abs(m.W + m.H)
	if units == quantity.US && long < far {
		return inches(long)
	}
	return quantity.Format(units, LengthKind(long), long)
}

// Figure is one view of a design.
type Figure struct {
	Name  string
	Marks []Mark
}

func rect(of MarkOf, x, y, w, h float64, link Text) Mark {
	return Mark{Shape: MarkRect, X: x, Y: y, W: w, H: h, Of: of, Link: link}
}

func round(of MarkOf, x, y, d float64, link Text) Mark {
	return Mark{Shape: MarkRound, X: x, Y: y, W: d, H: d, Of: of, Link: link}
}

func line(of MarkOf, x, y, w, h float64, link Text) Mark {
	return Mark{Shape: MarkLine, X: x, Y: y, W: w, H: h, Of: of, Link: link}
}

func across(x, y, w float64) Mark { return Mark{Shape: MarkDim, X: x, Y: y, W: w} }
func upward(x, y, h float64) Mark { return Mark{Shape: MarkDim, X: x, Y: y, H: h} }

func (m Mark) saying(text Text) Mark {
	m.Text = text
	return m
}

// Figures draws a design as it was worked out.
func (w Worked) Figures(s Situation) []Figure {
	if w.Design.Draw == nil {
		return nil
	}
	return w.Design.Draw(w.Values, s)
}

// fixingDetail is how boards are held that are thick together: a section through stud, lining, board
// and screw.
func fixingDetail(v Values, s Situation, board float64, through quantity.Length) Figure {
	base, _ := s.wallOf(v)
	lining := float64(base.Lining)
	if v.yes("cut") {
		lining = 0
	}
	deep, length, name := float64(base.H), 0.115, Text("stud")
	if lag, ok := lags[v.Word["screw"]]; ok {
		length = float64(lag[1])
	}
	if base.Kind != WoodStuds {
		deep, name = 0.10, "wall"
	}
	thick := float64(through)
	f := Figure{Name: "fixing", Marks: []Mark{
		rect(OfHouse, 0, 0, deep, board, name), rect(OfWood, deep+lining, 0, thick, board, "board"),
		line(OfSteel, deep+lining+thick, board/2, -length, 0, "screws"), across(deep+lining, -0.03, thick).saying("board"),
		across(0, -0.06, deep).saying(name),
	}}
	if base.Kind == WoodStuds { // how far an anchor goes in its maker says
		f.Marks = append(f.Marks, across(deep+lining+thick-length, board+0.025, length).saying("screw"))
	}
	if lining > 0 {
		f.Marks = append(f.Marks, rect(OfHouse, deep, 0, lining, board, ""), across(deep, -0.09, lining).saying("lining"))
	}
	return f
}

func drawBandBoard(v Values, s Situation) []Figure {
	const wide = 0.089
	heights := ringHeights(v, s)
	if len(heights) == 0 {
		return nil
	}
	high := float64(slices.Max(heights) + boardEnd + 0.04)
	f := Figure{Name: "front", Marks: []Mark{rect(OfWood, -wide/2, 0, wide, high, "board"),
		upward(-0.3-0.45*float64(len(heights)), 0, high).saying("board"), across(-wide/2, high+0.1, wide)}}
	for i, h := range heights {
		at := float64(h)
		f.Marks = append(f.Marks,
			round(OfSteel, 0, at, 0.05, tell("ring at %s", metre(at, 2))),
			round(OfSteel, 0, at-float64(besideRing), 0.014, tell("screws at %s", metre(at, 2))),
			round(OfSteel, 0, at+float64(besideRing), 0.014, tell("screws at %s", metre(at, 2))),
			upward(-0.3-0.45*float64(i), 0, at))
	}
	f.Marks = append(f.Marks, round(OfSteel, 0, float64(boardEnd), 0.014, "screws"))
	return []Figure{f, assembled(bandBoardOf(v, s).solids()...), fixingDetail(v, s, wide, boardThick)}
}

func drawBodyBoard(v Values, s Situation) []Figure {
	wide, at := float64(bodyBoardWidth), v.Num["ring_m"]
	base, _ := s.wallOf(v)
	long := float64(base.bodyBoardLong())
	f := Figure{Name: "front", Marks: []Mark{
		rect(OfWood, -long/2, at-wide/2, long, wide, "board"), round(OfSteel, 0, at, 0.06, "ring"),
		across(-long/2, at+wide/2+0.12, long), upward(long/2+0.2, 0, at),
	}}
	places := base.bodyPlaces()
	if base.Kind == WoodStuds {
		for _, x := range places {
			f.Marks = append(f.Marks, rect(OfHouse, float64(x)-0.019, 0, 0.038, float64(base.High), "stud"))
		}
	}
	f.Marks = append(f.Marks, across(0, at+wide/2+0.3, float64(places[2])))
	for _, p := range places {
		x := float64(p)
		for _, row := range bodyRows {
			f.Marks = append(f.Marks, round(OfSteel, x, at-wide/2+float64(row), 0.016, "screws"))
		}
	}
	for i := range 4 {
		f.Marks = append(f.Marks, round(OfSteel, ringBoltApart*(float64(i)-1.5), at, ringBolt, "ring's bolts"))
	}
	if v.yes("legs") {
		apart := float64(legsApart)
		f.Marks = append(f.Marks, rect(OfWood, -apart/2-0.0445, 0, 0.089, at-wide/2, "each leg"),
			rect(OfWood, apart/2-0.0445, 0, 0.089, at-wide/2, "each leg"),
			rect(OfWood, -apart/2-0.0445, 0.1, apart+0.089, 0.089, ""), across(-apart/2, -0.08, apart))
	}
	return []Figure{f, bodyBoardClose(long, places), assembled(bodyBoardOf(v, s).solids()...), fixingDetail(v, s, wide, boardThick)}
}

// bodyBoardClose is the board by itself, as it is marked and bored.
func bodyBoardClose(long float64, places [3]quantity.Length) Figure {
	wide := float64(bodyBoardWidth)
	low, up := float64(bodyRows[0]), float64(bodyRows[1])
	f := Figure{Name: "the board, as it is bored", Marks: []Mark{rect(OfWood, -long/2, 0, long, wide, "")}}
	for _, p := range places {
		for _, row := range bodyRows {
			f.Marks = append(f.Marks, round(OfSteel, float64(p), float64(row), 0.009, ""))
		}
	}
	for i := range 4 {
		f.Marks = append(f.Marks, round(OfSteel, ringBoltApart*(float64(i)-1.5), wide/2, 0.011, ""))
	}
	f.Marks = append(f.Marks, rect(OfSteel, -0.08, wide/2-0.024, 0.16, 0.048, ""),
		across(-long/2, wide+0.16, long), across(-long/2, wide+0.09, long/2+float64(places[0])),
		across(float64(places[0]), wide+0.09, float64(places[1]-places[0])),
		across(-1.5*ringBoltApart, -0.05, ringBoltApart), upward(long/2+0.04, 0, low), upward(long/2+0.14, low, up-low),
		upward(long/2+0.24, 0, wide))
	return f
}

func drawDoorStrap(v Values, _ Situation) []Figure {
	const leaf, high = 0.044, 1.2
	gap, knot := v.Num["gap_m"], v.Num["knot_m"]
	return []Figure{{Name: "from above", Marks: []Mark{
		rect(OfHouse, 0, 0, 0.5, leaf, "door").saying("leaf"), rect(OfHouse, 0.5+gap, -0.02, 0.25, leaf+0.04, "").saying("frame"),
		round(OfStrap, 0.5+gap/2, leaf+knot/2, knot, "knot"),
		line(OfStrap, 0.5+gap/2, leaf, 0, -leaf-0.3, "strap").saying("to the band"), across(0.5, -0.06, gap),
		across(0.5+gap/2-knot/2, leaf+knot+0.04, knot),
	}}, {Name: "side", Marks: []Mark{
		rect(OfHouse, 0, 0, leaf, 2, "door"), round(OfStrap, leaf+knot/2, high, knot, "knot"),
		line(OfStrap, 0, high, -0.5, 0, "strap").saying("pull"),
	}}}
}

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

// platesOn draws the plates on both faces of a joist that is seen along itself, b wide, its middle at x, with
// its bolt; and what is pinned between their lower ends.
func platesOn(x, b, under, above float64, link Text) []Mark {
	const over = 0.03
	t := float64(plateThick)
	return []Mark{
		rect(OfSteel, x-b/2-t, under-plateDrop-over, t, above+plateDrop+2*over, link),
		rect(OfSteel, x+b/2, under-plateDrop-over, t, above+plateDrop+2*over, link),
		line(OfSteel, x-b/2-2*t, under+above, b+4*t, 0, "bolt across the grain"),
		line(OfSteel, x-b/2-2*t, under-plateDrop, b+4*t, 0, link),
	}
}

// joistCut is one joist, cut across, with its plates and its bolt.
func joistCut(b, h, above float64, link Text) Figure {
	f := Figure{Name: "one joist, cut", Marks: append([]Mark{rect(OfHouse, -b/2, 0, b, h, "joist in bending")},
		platesOn(0, b, 0, above, link)...)}
	f.Marks = append(f.Marks, upward(b/2+0.08, 0, above), upward(b/2+0.08, -plateDrop, plateDrop), upward(-b/2-0.08, 0, h),
		across(-b/2, h+0.03, b))
	return f
}

func drawRings(v Values, _ Situation) []Figure {
	b, h, span, at, above, apart := v.Num["b_m"], v.Num["h_m"], v.Num["span_m"], v.Num["at_m"], v.Num["above_m"], v.Num["apart_m"]
	const under, strap = 2.4, 0.7
	from := under - plateDrop
	cross := Figure{Name: "across", Marks: []Mark{
		rect(OfHouse, -b/2, under, b, h, "joist in bending"), rect(OfHouse, apart-b/2, under, b, h, "joist in bending"),
		line(OfStrap, 0, from, 0, -strap, "strap"), line(OfStrap, apart, from, 0, -strap, "strap"),
		round(OfStrap, 0, from-strap-0.11, 0.22, "strap"), round(OfStrap, apart, from-strap-0.11, 0.22, "strap"),
		across(0, from-strap-0.35, apart), upward(apart+0.15, under, h),
	}}
	cross.Marks = append(append(cross.Marks, platesOn(0, b, under, above, "plates and shackle")...),
		platesOn(apart, b, under, above, "plates and shackle")...)
	return []Figure{{Name: "along a joist", Marks: []Mark{
		rect(OfHouse, 0, under, span, h, "joist in bending"),
		rect(OfSteel, at-0.03, from-0.03, 0.06, above+plateDrop+0.06, "plates and shackle"),
		round(OfSteel, at, under+above, 0.02, "bolt"), line(OfStrap, at, from, 0, -strap, "strap"),
		round(OfStrap, at, from-strap-0.11, 0.22, "strap"),
		across(0, under+h+0.15, span), across(0, under-0.2, at),
	}}, cross, joistCut(b, h, above, "plates and shackle")}
}
