package builds

import (
	"math"
	"scrappyrack/core/capability"
	"scrappyrack/core/quantity"
)

var treadWords = func() (out []Word) {
	for _, s := range TreadStocks() {
		out = append(out, Word{s.Key, s.Name})
	}
	return out
}()

func (s StepBox) changes(Situation) []change {
	flare := func(f quantity.Length) change {
		return so(tell("legs flared %s", mm(f)), func(s *StepBox) { s.Flare = max(s.Flare, f) })
	}
	joined := func(words Text, by Joining) change { return so(words, func(s *StepBox) { s.Joined = by }) }
	apart := func(words Text, span quantity.Length) change { return so(words, func(s *StepBox) { s.Span = span }) }
	singles := []change{flare(0.02), flare(0.04), rubberFeet}
	for _, span := range []quantity.Length{0.36, 0.30} {
		if span < s.Span {
			singles = append(singles, apart(tell("the legs %s apart", cm(span)), span))
		}
	}
	if short := s.Span / 2; short >= 0.15 {
		singles = append(singles, apart("the legs half as far apart", short))
	}
	nearer := len(singles) - 3 // of them bring the legs together
	if s.tread().Boards > 1 && s.Joined != Topped {
		singles = append(singles, joined("a panel glued and screwed over both boards", Topped))
		if s.Joined != Cleated {
			singles = append(singles, joined("a cleat under the middle of both boards", Cleated))
		}
	}
	for _, t := range TreadStocks() {
		if t.Key != s.Stock {
			singles = append(singles, so(t.Name, func(s *StepBox) { s.Stock = t.Key }))
		}
	}
	middle := so("a third frame half way, a tread of two spans", func(s *StepBox) { s.Middle = true })
	out := together(singles...)
	for _, c := range singles[3:] {
		out = append(out, flare(0.04).and(rubberFeet).and(c))
	}
	wide := flare(0.06).and(rubberFeet)
	out = append(out, wide)
	for _, c := range singles[3:] {
		out = append(out, wide.and(c))
	}
	if !s.Middle {
		for _, first := range []change{middle, middle.and(wide)} {
			out = append(out, first)
			for i, c := range singles[3:] {
				if out = append(out, first.and(c)); i >= nearer {
					continue
				}
				for _, more := range singles[3+nearer:] {
					out = append(out, first.and(c).and(more))
				}
			}
		}
	}
	return out
}

// joinedWords are what keeps the boards of a tread together.
var joinedWords = words("no", "Nothing: a foot stands on one of them", "cleat", "A board across below their middle, eight screws",
	"panel", "A panel of {18 mm} over both, glued and screwed")

func (s *StepBox) form(f *form) {
	if f.said == nil && s.Joined == "" {
		s.Joined = Apart
	}
	word(f, &s.Use, StepOn, stepUse)
	word(f, &s.Stock, "graded-140", Ask{Key: "stock", Label: "Tread", Words: treadWords})
	f.only(s.tread().Boards > 1, func() {
		word(f, &s.Joined, Cleated, Ask{Key: "joined", Label: "Its boards are joined by", Words: joinedWords,
			Help: "One row of screws joins nothing: it tilts. Where it gets wet nothing is glued."})
	})
	high := StepHeight(max(f.s.Stature, 1))
	number(f, &s.Height, high, metres("height_m", "Height", float64(lowestStep), 0.8))
	number(f, &s.Span, 0.36, metres("span_m", "Between the legs", 0.15, 0.8))
	f.yes(&s.Middle, false, yesNoOf("middle", "A third frame half way", "No: one at each end",
		"A tread of two spans; its long braces push less, too."))
	// 1.5 · 0.1 F h over F (e + flare): the legs stand out by what the height asks for.
	flare := quantity.Length(math.Max(0.02, math.Ceil(float64(0.15*high-stepInside)*200)/200))
	number(f, &s.Flare, flare, Ask{Key: "flare_m", Label: "Legs stand out by", Kind: quantity.KindThin, Low: 0, High: 0.2})
	number(f, &s.Mu, 0.5, friction)
	s.Timber.form(f)
	f.yes(&s.Wet, f.s.outside(), damp)
	f.body(&s.Body)
}

func (s *StepBox) grips() *float64 { return &s.Mu }

// onItsLegs is a step whose tread lies on its legs, their feet standing out to all sides: what it weighs and
// how wide it stands follow from its boards.
func (s StepBox) onItsLegs() StepBox {
	s.Base = s.tread().Width + 2*s.Flare
	s.Mass = s.weighs(s.tread())
	return s
}

func (s StepBox) tread() (out TreadStock) {
	for _, t := range TreadStocks() {
		if t.Key == s.Stock {
			out = t
		}
	}
	return out
}

var _ = known(70, of[StepBox]{
	Key: "step", Name: "Step", Does: "a step at the client's own height", On: OnFloor,
	Build:   func(s StepBox, _ Situation) (Built, error) { return s.onItsLegs().Build() },
	Changes: StepBox.changes,
	Instead: always[StepBox]("a lower step, a stair, or a split squat on the floor"),
	Gives:   func(s StepBox, _ Situation) []capability.Supply { return standsAt(s.Height) },
	Draw:    StepBox.draw,
})

func (s StepBox) draw(Situation) []Figure {
	step, tread := s.onItsLegs(), s.tread()
	h, span, flare, deep, thick := float64(step.Height), float64(step.Span), float64(step.Flare), float64(tread.Width),
		float64(tread.Thickness+step.over(tread))
	under, wide := h-thick, float64(boardWide)
	leg := func(x, out, w float64) []Stroke { // its two edges
		return []Stroke{line(OfWood, x-w/2, under, out, -under, "a leg"), line(OfWood, x+w/2, under, out, -under, "a leg")}
	}
	along, sideways := step.braces(tread)
	view := func(name string, long, w float64, b Brace) Figure {
		f := Figure{Name: name, Strokes: append(leg(w/2, -flare, w), leg(long-w/2, flare, w)...)}
		bays := 1
		if b.Name == along.Name {
			bays = int(step.spans())
		}
		bay := (long - w + flare*0.8) / float64(bays)
		for i := range bays {
			f.Strokes = append(f.Strokes, line(OfWood, w/2-flare*0.8+float64(i)*bay, b.Low, bay, b.Upper-b.Low, b.Name))
		}
		f.Strokes = append(f.Strokes, rect(OfWood, 0, under, long, thick, "tread in bending"),
			across(0, h+0.08, long), across(-flare, -0.08, long+2*flare), upward(long+0.2, 0, h), upward(-flare-0.1, 0, b.Low))
		return f
	}
	front, side := view("front", float64(step.long()), float64(boardThick), along), view("side", deep, wide, sideways)
	if s.Middle {
		for _, edge := range []float64{-0.5, 0.5} {
			front.Strokes = append(front.Strokes, line(OfWood, float64(step.long())/2+edge*float64(boardThick), under, 0, -under, "a leg"))
		}
	}
	front.Strokes = append(front.Strokes, across(float64(boardThick), h+0.17, span).saying("clear"))
	side.Strokes = append(side.Strokes, rect(OfWood, 0, under-wide, deep, wide, "").saying("rail"))
	_, _, inside := landing(s.Use, s.Body)
	feet := landingZone("the tread from above", float64(step.long()), deep, float64(inside))
	return []Figure{front, side, feet, assembled(step.solids()...), along.lap().figure("brace on a narrow side", along.Name),
		sideways.lap().figure("brace on a wide side", sideways.Name)}
}
