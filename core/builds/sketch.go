package builds

import (
	"math"
	"strings"
	"unicode"

	"scrappyrack/core/quantity"
)

// Stroke is one shape of a drawing, in m: x to the right, y up from the floor. A rect has its lower
// left corner, W and H; a round its middle and W as its diameter; a line goes from X, Y by W, H;
// a dim is a line with its length written on it, beside what it measures; a face has corners, and hides
// what is behind it. Of is what it is of;
// Link the words that the names of the checks about it begin with.
type Stroke struct {
	Shape      StrokeShape
	X, Y, W, H float64
	Points     [][2]float64 // of a face, in m
	Of         StrokeOf
	Text, Link Text
	Named      bool // a dim that says its text alone
}

// StrokeShape is what a mark is.
type StrokeShape string

// The shapes of marks.
const (
	MarkRect  StrokeShape = "rect"
	MarkRound StrokeShape = "round"
	MarkLine  StrokeShape = "line"
	MarkDim   StrokeShape = "dim"
	MarkFace  StrokeShape = "face"
)

// StrokeOf is what a mark is of.
type StrokeOf string

// What marks are of; the house is what is there already.
const (
	OfWood     StrokeOf = "wood"
	OfSteel    StrokeOf = "steel"
	OfStrap    StrokeOf = "strap"
	OfLoad     StrokeOf = "load"
	OfBuilding StrokeOf = "house"
)

// About is the check that is used furthest among those that a mark is about, by its place among some;
// -1 where it is about none.
func (m Stroke) About(checks []Check) int {
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
func (m Stroke) Measure(units quantity.System) string {
	if m.Named {
		return ""
	}
	long := math.Abs(m.W + m.H)
	if units == quantity.US && long < far {
		return inches(long)
	}
	return quantity.Format(units, LengthKind(long), long)
}

// Figure is one view of a design.
type Figure struct {
	Name    string
	Strokes []Stroke
}

func rect(of StrokeOf, x, y, w, h float64, link Text) Stroke {
	return Stroke{Shape: MarkRect, X: x, Y: y, W: w, H: h, Of: of, Link: link}
}

func round(of StrokeOf, x, y, d float64, link Text) Stroke {
	return Stroke{Shape: MarkRound, X: x, Y: y, W: d, H: d, Of: of, Link: link}
}

func line(of StrokeOf, x, y, w, h float64, link Text) Stroke {
	return Stroke{Shape: MarkLine, X: x, Y: y, W: w, H: h, Of: of, Link: link}
}

func across(x, y, w float64) Stroke { return Stroke{Shape: MarkDim, X: x, Y: y, W: w} }

func upward(x, y, h float64) Stroke { return Stroke{Shape: MarkDim, X: x, Y: y, H: h} }

func (m Stroke) saying(text Text) Stroke {
	m.Text = text
	return m
}

// called is a dim that says a name in place of its length.
func (m Stroke) called(name Text) Stroke {
	m.Text, m.Named = name, true
	return m
}

// landingZone is a top from above with the zone where feet land, inside of its edges.
func landingZone(name string, long, wide, inside float64) Figure {
	return Figure{Name: name, Strokes: []Stroke{rect(OfWood, 0, 0, long, wide, ""),
		rect(OfLoad, inside, inside, long-2*inside, wide-2*inside, "").saying("feet land here"),
		across(0, wide+0.04, long), upward(long+0.06, 0, wide), across(0, -0.05, inside)}}
}

// Figures draws a design as it was worked out.
func (w Worked) Figures(s Situation) []Figure {
	if w.made == nil {
		return nil
	}
	return w.Design.draw(w.made, s)
}
