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

// Needs is the ceiling that a person of a stature needs for a use, with its
// derivation. Stature in m.
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
func Needs(stature quantity.Length, use Use, a Allowance) derivation.Derivation {
	h := float64(stature)
	d := derivation.Derivation{
		Title: useNames[use] + ": ceiling needed", Kind: quantity.KindLength,
		Inputs: []derivation.Input{derivation.Number("stature H", quantity.KindLength, h, "client.stature_m")},
		Range:  "level floor, shoes off; measure this client to be sure",
		Source: "Drillis & Contini 1966; house allowances",
	}
	switch use {
	case FullHang:
		d.Value, d.Formula = body.GripReach*h+hangClear+hangOver, "1.184 H + 0.05 m + 0.30 m over the bar"
		d.Source = "Pheasant & Haslegrave, Bodyspace, vertical grip reach (from memory); house allowances"
	case BentHang:
		d.Value, d.Formula = (body.GripReach-bentKnee)*h+hangOver, "(1.184 − 0.20) H + 0.30 m over the bar"
		d.Source = "Pheasant & Haslegrave, Bodyspace, vertical grip reach (from memory); house allowances"
	case ChinOverBar:
		d.Value = (body.GripReach-bentKnee)*h + math.Max(hangOver, chinHead*h+chinHeadClear)
		d.Formula = "(1.184 − 0.20) H + max(0.30 m, 0.13 H + 0.10 m)"
	case OverheadUse:
		d.Value, d.Formula = body.PressReach*h+float64(a.LoadAbove)+overheadClear, "1.204 H + height of the load above the grip + 0.05 m"
		d.Inputs = append(d.Inputs, derivation.Number("load above the grip", quantity.KindLevel, float64(a.LoadAbove), "stock"))
	case BarOverhead:
		d.Value, d.Formula = body.PressReach*h+float64(DiscRadius)+overheadClear, "1.204 H + 0.225 m (discs of 450 mm) + 0.05 m"
	case FloorPress, KneelPress:
		reach, words := seatedReach, "0.724 H"
		if use == KneelPress {
			reach, words = kneelReach, "0.919 H"
		}
		d.Value, d.Formula = reach*h+float64(a.LoadAbove)+overheadClear, words+" + height of the load above the grip + 0.05 m"
		d.Inputs = append(d.Inputs, derivation.Number("load above the grip", quantity.KindLevel, float64(a.LoadAbove), "stock"))
		d.Source = "segments from memory (trunk 0.288, arm 0.386, seat 0.05); house allowances"
	case FullPullUp:
		d.Value = body.GripReach*h + hangClear + math.Max(hangOver, chinHead*h+chinHeadClear)
		d.Formula = "1.184 H + 0.05 m + max(0.30 m, 0.13 H + 0.10 m)"
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
		d.Value, d.Formula = body.PressReach*h+jumpReachClear, "1.204 H + 0.30 m"
	case LyingOnFloor:
		d.Value, d.Formula, d.Inputs = floorWork, "0.30 m above the floor", nil
	default:
		d.Value, d.Formula = h+stepClear, "H + 0.05 m"
	}
	return d
}

var useNames = map[Use]string{
	FullHang: "Full hang", BentHang: "Bent-knee hang", ChinOverBar: "Chin over the bar", OverheadUse: "Press overhead, standing",
	StepUp: "Step-up", Rope: "Rope", Jump: "Jump", JumpReach: "Jump, hands up", StandingUse: "Standing work", LyingOnFloor: "Floor work",
	LyingPress: "Lying press", FloorPress: "Press seated on the floor", KneelPress: "Press kneeling", BarOverhead: "Bar overhead, standing",
	FullPullUp: "Pull-up from a full hang", Kneeling: "Kneeling work", OnChair: "Seated on a chair", OnTheFloor: "Seated on the floor",
}

// Uses lists every use with a rule.
func Uses() []Use {
	return []Use{OverheadUse, FullHang, BentHang, ChinOverBar, StepUp, Rope, JumpReach, Jump, StandingUse, LyingOnFloor, LyingPress, FloorPress, KneelPress, BarOverhead, FullPullUp, Kneeling, OnChair, OnTheFloor}
}

// Fits holds one use against a ceiling in m for a stature in m, with the usual load and
// step; needed is the ceiling that it takes. A ceiling of 0 has not been measured and
// stops nothing.
func Fits(stature, ceiling quantity.Length, use Use) (needed quantity.Length, ok bool) {
	need := quantity.Length(Needs(stature, use, Allowance{LoadAbove: DefaultLoadAbove, Step: DefaultStep}).Value)
	return need, ceiling <= 0 || ceiling >= need
}

// Headroom is one use held against the room's ceiling. Margin = ceiling −
// needed; Known is false when the ceiling has not been measured.
type Headroom struct {
	Use    Use
	Name   string
	Needed derivation.Derivation
	Margin quantity.Length
	Fits   bool
	Known  bool
	// Instead says what would work when it does not fit.
	Instead quantity.Phrase
}

// DefaultLoadAbove is how far a jug or dumbbell stands above the grip when
// nothing is known of it (house value).
const DefaultLoadAbove = quantity.Length(0.10)

// DefaultStep is the middle of the 18 to 20 in that are common practice.
const DefaultStep = quantity.Length(0.48)

// Heads checks the uses that a consultant asks for against a ceiling in m; a
// ceiling of 0 has not been measured: everything then fits with Known false.
func Heads(stature, ceiling quantity.Length) []Headroom {
	var out []Headroom
	for _, use := range []Use{StandingUse, OverheadUse, FloorPress, FullHang, BentHang, ChinOverBar, StepUp, Rope, JumpReach} {
		need := Needs(stature, use, Allowance{LoadAbove: DefaultLoadAbove, Step: DefaultStep})
		h := Headroom{Use: use, Name: useNames[use], Needed: need, Known: ceiling > 0, Fits: true}
		if h.Known {
			h.Margin = ceiling - quantity.Length(need.Value)
			h.Fits = h.Margin >= 0
			if !h.Fits {
				h.Instead = instead(use, stature, ceiling)
			}
		}
		out = append(out, h)
	}
	return out
}

func instead(use Use, stature, ceiling quantity.Length) quantity.Phrase {
	h := float64(stature)
	switch use {
	case StandingUse:
		return quantity.Say("kneeling and floor work only; nobody stands upright here")
	case FloorPress:
		return quantity.Say("presses lying on the floor")
	case OverheadUse:
		for _, low := range []Use{KneelPress, FloorPress} {
			if _, ok := Fits(stature, ceiling, low); ok {
				return quantity.Say(map[Use]string{KneelPress: "press kneeling, or seated on the floor", FloorPress: "press seated on the floor"}[low])
			}
		}
		return quantity.Say("presses lying on the floor")
	case FullHang:
		if bar := (body.GripReach - bentKnee) * h; float64(ceiling) >= bar+hangOver {
			return quantity.Say("a bent-knee hang with the bar at ", quantity.Amount(quantity.KindLength, bar), " works")
		}
		return quantity.Say("rows under a low bar, or pull-downs with a band")
	case BentHang, ChinOverBar:
		return quantity.Say("rows under a low bar, or pull-downs with a band")
	case StepUp:
		if step := float64(ceiling) - h - stepClear; step >= 0.15 {
			return quantity.Say("a step of up to ", quantity.Amount(quantity.KindLevel, math.Floor(step*100+1e-6)/100), " works")
		}
		return quantity.Say("split squats on the level")
	case Rope:
		return quantity.Say("the same jumps without the rope, knees soft")
	default:
		return quantity.Say("keep the hands below the head, or step instead of jumping")
	}
}

// HeadroomFor is the one headroom among heads for a use; ok is false when the
// use is not among them.
func HeadroomFor(heads []Headroom, use Use) (h Headroom, ok bool) {
	for _, h := range heads {
		if h.Use == use {
			return h, true
		}
	}
	return Headroom{}, false
}
