// Package space answers what fits into a room for a body of this size.
package space

import (
	"math"

	"scrappyrack/core/body"
	"scrappyrack/core/derivation"
	"scrappyrack/core/quantity"
)

// Allowances of the headroom rules, in m (house values unless said).
const (
	overheadClear  = 0.05 // above the load in an overhead movement
	hangClear      = 0.05 // a full hang's bar above grip reach
	hangOver       = 0.30 // from bar to ceiling in a full hang
	bentKnee       = 0.20 // share of stature saved by bending the knees
	chinHead       = 0.13 // share of stature from chin to crown
	chinHeadClear  = 0.10
	ropeClear      = 0.25
	jumpClear      = 0.40
	jumpReachClear = 0.30
	stepClear      = 0.05
	floorWork      = 0.30
	lyingPress     = 0.90 // load and arms over a body that lies on the floor or a bench
	// Greatest grip heights as shares of stature, from memory: seated on the floor trunk
	// 0.288, arm 0.386 and seat 0.05; on the knees.
	seatedReach = 0.724
	kneelReach  = 0.919
	chairReach  = body.Knee + seatedReach
	// Crown heights as shares of stature, from memory: on the knees, on a chair as high as
	// the knee, on the floor.
	kneelCrown = 1 - (body.Knee - body.Ankle)
	chairCrown = body.Knee + 0.52
	floorCrown = 0.52 + 0.02
)

// Use is a way of using the height of a room.
type Use string

// The uses with a rule of their own.
const (
	FullHang     Use = "full-hang"
	BentHang     Use = "bent-knee-hang"
	ChinOverBar  Use = "chin-over-bar"
	OverheadUse  Use = "overhead"
	StepUp       Use = "step-up"
	Rope         Use = "rope"
	Jump         Use = "jump"
	JumpReach    Use = "jump-hands-up"
	StandingUse  Use = "standing"
	LyingOnFloor Use = "floor"
	LyingPress   Use = "lying-press"
	FloorPress   Use = "seated-overhead"
	KneelPress   Use = "kneeling-overhead"
	ChairPress   Use = "chair-overhead"
	BarOverhead  Use = "bar-overhead"
	FullPullUp   Use = "full-pull-up"
	Kneeling     Use = "kneeling"
	OnChair      Use = "seated"
	OnTheFloor   Use = "seated-floor"
)

// DiscRadius is how far a bar's largest discs stand above the grip: 450 mm across (IWF
// Technical and Competition Rules), in m.
const DiscRadius = quantity.Length(0.225)

// Allowance is what a use adds: the load's height above the grip or the step's
// height, both in m and ≥ 0.
type Allowance struct {
	LoadAbove quantity.Length
	Step      quantity.Length
}

// Body is what of a person a room is measured against, in m. Reach is the height of a bar
// gripped overhead, standing barefoot, and Press the greatest height of the grip in a press
// overhead, as measured; 0 takes the share of the stature. Shoe is the thickness of the
// soles, which counts in every standing height.
type Body struct{ Stature, Reach, Press, Shoe quantity.Length }

// DefaultShoe is how thick soles are that nobody has measured, in m (house value).
const DefaultShoe = quantity.Length(0.03)

// grip is the height of a bar gripped overhead, in m, with its words in a formula.
func (b Body) grip() (at float64, words string) {
	if b.Reach > 0 {
		return float64(b.Reach), "reach"
	}
	return body.GripReach * float64(b.Stature), "1.184 H"
}

// press is the greatest height of the grip in a press, likewise.
func (b Body) press() (at float64, words string) {
	if b.Press > 0 {
		return float64(b.Press), "pressed grip"
	}
	return body.PressReach * float64(b.Stature), "1.204 H"
}

// stands says that a use has the feet on the ground or just above it, the body upright:
// soles count.
func (u Use) stands() bool {
	switch u {
	case FullHang, FullPullUp, OverheadUse, BarOverhead, StepUp, Rope, Jump, JumpReach, StandingUse:
		return true
	}
	return false
}

// Needs is the ceiling that a person needs for a use, with its derivation.
//
//	full hang      1.184 H + 0.35
//	full pull-up   1.184 H + 0.05 + max(0.30, 0.13 H + 0.10): hang and chin over the bar
//	bent-knee hang 0.984 H + 0.30
//	chin over bar  0.984 H + max(0.30, 0.13 H + 0.10)
//	overhead press 1.204 H + load height + 0.05
//	seated on the floor, overhead 0.724 H + load height + 0.05; kneeling 0.919 H
//	bar overhead   1.204 H + 0.225 + 0.05 (discs of 450 mm)
//	lying press    0.90
//	step-up        H + step + 0.05
//	rope H + 0.25, jump H + 0.40, jump with hands up 1.204 H + 0.30, standing H + 0.05
//
// A measured reach stands in for 1.184 H (and less 0.20 H for the bent knees), a measured
// press for 1.204 H; soles are added to what is done upright on the feet.
func Needs(b Body, use Use, a Allowance) derivation.Derivation {
	h := float64(b.Stature)
	reach, reachWords := b.grip()
	press, pressWords := b.press()
	d := derivation.Derivation{
		Title: useNames[use] + ": ceiling needed", Kind: quantity.KindLength,
		Inputs: []derivation.Input{derivation.Number("stature H", quantity.KindLength, h, "client.stature_m")},
		Range:  "level floor, shoes off; measure this client to be sure",
		Source: "Drillis & Contini 1966; house allowances",
	}
	const reachSource = "Pheasant & Haslegrave, Bodyspace, vertical grip reach (from memory); house allowances"
	switch use {
	case FullHang:
		d.Value, d.Formula, d.Source = reach+hangClear+hangOver, reachWords+" + 0.05 m + 0.30 m over the bar", reachSource
	case BentHang:
		d.Value, d.Formula, d.Source = reach-bentKnee*h+hangOver, reachWords+" − 0.20 H + 0.30 m over the bar", reachSource
	case ChinOverBar:
		d.Value = reach - bentKnee*h + math.Max(hangOver, chinHead*h+chinHeadClear)
		d.Formula = reachWords + " − 0.20 H + max(0.30 m, 0.13 H + 0.10 m)"
	case OverheadUse:
		d.Value, d.Formula = press+float64(a.LoadAbove)+overheadClear, pressWords+" + height of the load above the grip + 0.05 m"
		d.Inputs = append(d.Inputs, derivation.Number("load above the grip", quantity.KindLevel, float64(a.LoadAbove), "stock"))
	case BarOverhead:
		d.Value, d.Formula = press+float64(DiscRadius)+overheadClear, pressWords+" + 0.225 m (discs of 450 mm) + 0.05 m"
	case FloorPress, KneelPress, ChairPress:
		reach, words := seatedReach, "0.724 H"
		if use == KneelPress {
			reach, words = kneelReach, "0.919 H"
		}
		if use == ChairPress {
			reach, words = chairReach, "1.009 H"
		}
		d.Value, d.Formula = reach*h+float64(a.LoadAbove)+overheadClear, words+" + height of the load above the grip + 0.05 m"
		d.Inputs = append(d.Inputs, derivation.Number("load above the grip", quantity.KindLevel, float64(a.LoadAbove), "stock"))
		d.Source = "segments from memory (trunk 0.288, arm 0.386, seat 0.05); house allowances"
	case FullPullUp:
		d.Value = reach + hangClear + math.Max(hangOver, chinHead*h+chinHeadClear)
		d.Formula = reachWords + " + 0.05 m + max(0.30 m, 0.13 H + 0.10 m)"
	case LyingPress:
		d.Value, d.Formula, d.Inputs = lyingPress, "0.90 m", nil
	case Kneeling:
		d.Value, d.Formula = kneelCrown*h+stepClear, "H − 0.246 H + 0.05 m"
	case OnChair:
		d.Value, d.Formula = chairCrown*h+stepClear, "0.805 H + 0.05 m"
	case OnTheFloor:
		d.Value, d.Formula = floorCrown*h+stepClear, "0.54 H + 0.05 m"
	case StepUp:
		d.Value, d.Formula = h+float64(a.Step)+stepClear, "H + step + 0.05 m"
		d.Inputs = append(d.Inputs, derivation.Number("step", quantity.KindLevel, float64(a.Step), "stock"))
	case Rope:
		d.Value, d.Formula = h+ropeClear, "H + 0.25 m"
	case Jump:
		d.Value, d.Formula = h+jumpClear, "H + 0.40 m"
	case JumpReach:
		d.Value, d.Formula = press+jumpReachClear, pressWords+" + 0.30 m"
	case LyingOnFloor:
		d.Value, d.Formula, d.Inputs = floorWork, "0.30 m above the floor", nil
	default:
		d.Value, d.Formula = h+stepClear, "H + 0.05 m"
	}
	if use.stands() && b.Shoe > 0 {
		d.Value, d.Formula = d.Value+float64(b.Shoe), d.Formula+" + soles"
		d.Inputs = append(d.Inputs, derivation.Number("soles", quantity.KindLevel, float64(b.Shoe), "space.shoe_m"))
	}
	switch use {
	case FullHang, BentHang, ChinOverBar, FullPullUp:
		if b.Reach > 0 {
			d.Inputs = append(d.Inputs, derivation.Number("reach, measured", quantity.KindLength, float64(b.Reach), "client.reach_m"))
		}
	case OverheadUse, BarOverhead, JumpReach:
		if b.Press > 0 {
			d.Inputs = append(d.Inputs, derivation.Number("pressed grip, measured", quantity.KindLength, float64(b.Press),
				"client.press_m"))
		}
	}
	return d
}

var useNames = map[Use]string{
	FullHang: "Full hang", BentHang: "Bent-knee hang", ChinOverBar: "Chin over the bar", OverheadUse: "Press overhead, standing",
	StepUp: "Step-up", Rope: "Rope", Jump: "Jump", JumpReach: "Jump, hands up", StandingUse: "Standing work", LyingOnFloor: "Floor work",
	LyingPress: "Lying press", FloorPress: "Press seated on the floor", KneelPress: "Press kneeling", ChairPress: "Press seated on a chair",
	BarOverhead: "Bar overhead, standing",
	FullPullUp:  "Pull-up from a full hang", Kneeling: "Kneeling work", OnChair: "Seated on a chair", OnTheFloor: "Seated on the floor",
}

// Uses lists every use with a rule.
func Uses() []Use {
	return []Use{OverheadUse, FullHang, BentHang, ChinOverBar, StepUp, Rope, JumpReach, Jump, StandingUse, LyingOnFloor, LyingPress,
		FloorPress, KneelPress, ChairPress, BarOverhead, FullPullUp, Kneeling, OnChair, OnTheFloor}
}

// DefaultLoadAbove is how far a jug or dumbbell stands above the grip when
// nothing is known of it (house value).
const DefaultLoadAbove = quantity.Length(0.10)

// DefaultStep is the middle of the 18 to 20 in that are common practice.
const DefaultStep = quantity.Length(0.48)

// UsualNeed is the ceiling that a person needs for a use with the usual load and step, in m.
func UsualNeed(b Body, use Use) derivation.Derivation {
	return Needs(b, use, Allowance{LoadAbove: DefaultLoadAbove, Step: DefaultStep})
}
