package builds

import (
	"math"

	"scrappyrack/core/quantity"
)

// HardwareKind is a kind of link between a body and what it hangs from.
type HardwareKind string

// The kinds.
const (
	MetalLink     HardwareKind = "metal"   // shackles, plates, quick links
	SewnStrap     HardwareKind = "strap"   // sewn and marked
	RopeLink      HardwareKind = "rope"    // knotted
	LashingStrap  HardwareKind = "lashing" // load straps with a buckle
	Carabiner     HardwareKind = "carabiner"
	ShoulderedEye HardwareKind = "shouldered-eye"
	PlainEye      HardwareKind = "plain-eye" // and screw hooks that are shut
	OpenHook      HardwareKind = "open-hook"
	Fitting       HardwareKind = "fitting" // of pipe, its maker unknown
)

// Knot is how a rope is tied.
type Knot string

// The knots, with what they leave of a rope (house values, common practice).
const (
	FigureEight Knot = "figure-eight"
	Bowline     Knot = "bowline"
	Girth       Knot = "girth"
	SomeKnot    Knot = ""
)

var knots = map[Knot]float64{FigureEight: 0.75, Bowline: 0.65, Girth: 0.5, SomeKnot: 0.5}

// Hardware is one link as it is marked: its working load, or else what it breaks at, in N; 0
// for what is not marked. Angle is how far off its axis it is pulled, in degrees. Locked says
// that a gate is locked and held in place; Wet that polyamide gets wet.
type Hardware struct {
	Kind            HardwareKind
	Working, Breaks quantity.Force
	Knot            Knot
	Angle           float64
	Locked, Wet     bool
}

// asked asks what a link of a kind is marked with.
func (h *Hardware) asked(f *form, kind HardwareKind, a Ask) {
	if f.said != nil {
		h.Kind = kind
	}
	number(f, &h.Working, 0, a)
}

// Capacity is what a link may bear, factored loads against it, in N; 0 with the reason where
// it may bear nothing. Body says that a body hangs from it: then no more than 0.7 of it, for
// fatigue.
func (h Hardware) Capacity(body bool) (newtons float64, why Text) {
	switch {
	case h.Kind == OpenHook && body:
		return 0, "an open hook lets go: never for a body"
	case h.Kind == LashingStrap && body:
		return 0, "a lashing strap is made for loads: never for a body"
	case h.Kind == Fitting && body:
		return 0, "a fitting of unknown make is never in a body's load path"
	case h.Kind == PlainEye && h.Angle > 5:
		return 0, "a plain eye or screw hook is pulled on its axis only"
	case h.Working <= 0 && h.Breaks <= 0:
		return 0, "no mark: it counts as nothing"
	}
	newtons = float64(h.Working)
	if newtons <= 0 {
		part := 4.0
		switch h.Kind {
		case SewnStrap, LashingStrap:
			part = 5
		case RopeLink:
			part = 3 / knots[h.Knot]
		}
		newtons = float64(h.Breaks) / part
	}
	if h.Kind == RopeLink && h.Wet {
		newtons *= 0.85
	}
	switch h.Kind {
	case ShoulderedEye:
		switch {
		case h.Angle > 90:
			return 0, "an eye is not pushed"
		case h.Angle > 45:
			newtons *= 0.25
		case h.Angle > 5:
			newtons *= 0.30
		}
	case Carabiner:
		if !h.Locked {
			if body {
				return 0, "a body wants a locking gate that is held in place"
			}
			newtons = math.Min(newtons, float64(h.Breaks)/4)
		}
	}
	if body {
		newtons *= BodyHardware
	}
	return newtons, ""
}
