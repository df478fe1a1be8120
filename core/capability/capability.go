// Package capability is what a thing lets one do, other than give a load, and what a
// movement requires: both with their parameters, and whether the one meets the other.
package capability

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// Kind is a kind of capability.
type Kind string

// The kinds in use. Safeties catch a bar that is not got up again. A seat carries a person
// who sits down on it; a counter is an edge at the height of the hip that is fixed to
// something and is leaned on, dip edges are two that bear the hands between them, fixed or not; a
// ledge a low wall outdoors; a slide is what slips on the floor that is there.
const (
	Seat    Kind = "sturdy seat"
	Counter Kind = "fixed counter"
	DipEdge Kind = "pair of edges for dips"
	Ledge   Kind = "low wall outdoors"
	Slide   Kind = "sliding surface"
	Stick   Kind = "stick"
	Ball    Kind = "ball for a person"
	Rope    Kind = "jump rope"
	Machine Kind = "cardio machine"
	Bench   Kind = "bench"
	Step    Kind = "step"
	Rack    Kind = "rack"
	HangBar Kind = "hanging bar"
	LowBar  Kind = "low bar or straps"
	Anchor  Kind = "anchor"
	Lane    Kind = "clear lane"
)

// Kinds lists them all.
func Kinds() []Kind {
	return []Kind{Bench, Step, Rack, HangBar, LowBar, Anchor, Lane, Seat, Counter, DipEdge, Ledge, Slide, Stick, Ball, Rope, Machine}
}

// Span is from where to where something is or may be: a height of an anchor as a share
// of stature, of a step in m, the length of a lane in m. The zero Span is anywhere.
type Span struct{ From, To float64 }

// Anchor heights as shares of stature: high for pull-downs, chest for presses and rows,
// low for curls and floor work (common practice: chest give or take six inches).
var (
	High   = Span{0.95, 1.30}
	Chest  = Span{0.65, 0.85}
	Low    = Span{0, 0.30}
	Middle = Span{0.45, 0.65}
)

// Requirement is one thing that a movement must have. At is where; Strength is the pull
// that it must bear, in N, 0 where that is not asked; Extra what is worn or held on it besides
// the body, in kg.
type Requirement struct {
	Kind     Kind
	At       Span
	Strength quantity.Force
	Extra    quantity.Mass
}

// Supply is one thing that something lets one do. At is where it can be (for heights of
// an anchor as shares of stature like those of requirements); Strength is the pull that
// it bears, in N, 0 where it is not a matter of strength. Limited says that it bears no more
// than Extra besides the body, in kg. Quality is how well it does, 0 to 1; Caution what has to
// be minded with it.
type Supply struct {
	Kind     Kind
	At       Span
	Strength quantity.Force
	Limited  bool
	Extra    quantity.Mass
	Quality  float64
	Caution  string
}

// Of is a supply of a kind that does as well as can be, anywhere.
func Of(kind Kind) Supply { return Supply{Kind: kind, Quality: 1} }

// LackKind says in what way a requirement is not met.
type LackKind string

// The ways of lacking, the gravest first: nothing of the kind, not at that place, not
// strong enough.
const (
	Absent LackKind = "absent"
	Placed LackKind = "placed elsewhere"
	Weak   LackKind = "too weak"
)

// Lack is a requirement that is not met, with what there is of it.
type Lack struct {
	Requirement Requirement
	Kind        LackKind
	Have        Supply
}

// Meets says how well a supply meets a requirement, 0 to 1; where that is 0, lack says
// why.
func (r Requirement) Meets(s Supply) (quality float64, lack Lack) {
	switch {
	case s.Kind != r.Kind:
		return 0, Lack{Requirement: r, Kind: Absent}
	case r.At != (Span{}) && s.At != (Span{}) && (s.At.To < r.At.From-1e-9 || s.At.From > r.At.To+1e-9):
		return 0, Lack{r, Placed, s}
	case r.Strength > 0 && s.Strength > 0 && s.Strength < r.Strength:
		return 0, Lack{r, Weak, s}
	case s.Limited && r.Extra > s.Extra+1e-9:
		return 0, Lack{r, Weak, s}
	}
	return math.Max(0, math.Min(1, s.Quality)), Lack{}
}

// Best is how well the best of some supplies meets a requirement; where none does, lack
// is that of the one that comes nearest.
func (r Requirement) Best(supplies []Supply) (quality float64, lack Lack) {
	lack = Lack{Requirement: r, Kind: Absent}
	for _, s := range supplies {
		q, why := r.Meets(s)
		if q > quality {
			quality = q
		}
		if q == 0 && why.Kind.near() > lack.Kind.near() {
			lack = why
		}
	}
	if quality > 0 {
		return quality, Lack{}
	}
	return 0, lack
}

func (k LackKind) near() int {
	switch k {
	case Placed:
		return 1
	case Weak:
		return 2
	}
	return 0
}

// String names what is required, as a thing that one needs.
func (r Requirement) String() string {
	if r.Kind != Anchor {
		return string(r.Kind)
	}
	return levels[r.At] + string(r.Kind)
}

var levels = map[Span]string{High: "high ", Chest: "chest ", Low: "low ", Middle: "waist "}

// Phrase says what is lacking.
func (l Lack) Phrase() quantity.Phrase {
	thing := l.Requirement.String()
	switch l.Kind {
	case Weak:
		if l.Have.Limited {
			return quantity.Say("bears ", quantity.Amount(quantity.KindMass, float64(l.Requirement.Extra)),
				" besides the body, what is there was worked out for ", quantity.Amount(quantity.KindMass, float64(l.Have.Extra)))
		}
		return quantity.Say("pulls ", quantity.Amount(quantity.KindForce, float64(l.Requirement.Strength)),
			" at its anchor, what is there takes ", quantity.Amount(quantity.KindForce, float64(l.Have.Strength)))
	case Placed:
		if l.Requirement.Kind == Lane {
			return quantity.Say("needs a lane of ", quantity.Amount(quantity.KindLength, l.Requirement.At.From), ", the longest here is ",
				quantity.Amount(quantity.KindLength, l.Have.At.To))
		}
		return quantity.Say("needs ", article(thing), ", and the one there is elsewhere")
	}
	return quantity.Say("needs ", article(thing))
}

func article(thing string) string {
	if thing == string(LowBar) {
		return "a low bar, or straps"
	}
	return fmt.Sprintf("a %s", thing)
}
