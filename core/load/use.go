package load

import (
	"fmt"
	"math"

	"scrappyrack/core/body"
	"scrappyrack/core/material"
	"scrappyrack/core/quantity"
)

// Days after which a thing is weighed again (house values).
const (
	daysOpenWet   = 14
	daysSealedWet = 180
	daysSealedDry = 365
)

// WeighAgain is after how many days a container is weighed again: wet fillings
// dry and water evaporates where they are not sealed; a dry filling in an open
// or zipped container gains damp and loses grains, and is treated like a sealed
// wet one.
func WeighAgain(closure Closure, f material.Filling) int {
	switch {
	case f.Wet && closure != Sealed:
		return daysOpenWet
	case f.Wet || closure != Sealed:
		return daysSealedWet
	}
	return daysSealedDry
}

// Scooped is a volume measured out with a scoop or jug: Whole full ones and a
// Rest (L), and what the whole ones alone weigh in the vessel.
type Scooped struct {
	Whole int
	Rest  quantity.Volume
	Fill  Fill
}

// Scoops counts how often a scoop of a size (L, > 0) goes into a volume (L, ≥
// 0). The error is for a size that is not above 0.
func (v Vessel) Scoops(f material.Filling, volume, size quantity.Volume) (Scooped, error) {
	if !(size > 0) {
		return Scooped{}, fmt.Errorf("a scoop of %g L holds nothing", float64(size))
	}
	whole := math.Floor(float64(volume/size) + 1e-9)
	return Scooped{
		Whole: int(whole), Rest: max(0, volume-quantity.Volume(whole)*size),
		Fill: v.fill(f, quantity.Volume(whole)*size),
	}, nil
}

// Drop is one stage of a drop set: the mass to have, what to pour out to get
// there from the stage before (L), and the fill that is left.
type Drop struct {
	Reps int
	Pour quantity.Volume
	Fill Fill
}

// MaxDrops is how many drops one set has at most.
const MaxDrops = 12

// PourOff is the schedule of a drop set: from start (kg), with reps at each
// stage, each stage lighter than the one before by the share fall (above 0,
// below 1), for a number of drops (1 to MaxDrops). Where a stage would be below
// what the vessel weighs empty the schedule ends before it. Errors are
// *OutOfReach for a start that cannot be.
func (v Vessel) PourOff(f material.Filling, start quantity.Mass, reps int, fall float64, drops int) ([]Drop, error) {
	if !(fall > 0 && fall < 1) || drops < 1 || drops > MaxDrops {
		return nil, fmt.Errorf("a drop set falls by a share between 0 and 1, 1 to %d times", MaxDrops)
	}
	first, err := v.For(f, start)
	if err != nil {
		return nil, err
	}
	out := []Drop{{Reps: reps, Fill: first}}
	for range drops {
		before := out[len(out)-1].Fill
		next, err := v.For(f, before.Mass.Value*quantity.Mass(1-fall))
		if err != nil {
			break
		}
		out = append(out, Drop{Reps: reps, Pour: before.Volume - next.Volume, Fill: next})
	}
	return out, nil
}

// Angles of the curl's model, in degrees of the forearm above the horizontal.
const (
	curlBottom = -90.0
	curlTop    = 50.0 // the elbow bent by 140°
)

// Curl is how much of a curl a hanging container leaves. MeetsAt is the angle of
// the forearm above the horizontal at which the rim's edge meets it (degrees),
// Lost the share of the whole arc from there to the top, 0 when it never meets.
type Curl struct {
	MeetsAt float64
	Lost    float64
}

// CurlRange models a curl with a container of an outer width (m, > 0) hanging
// straight below the grip, its rim drop (m, ≥ 0) under it: the forearm turns
// about the elbow at the side from hanging to 140° of flexion, and the rim's
// edge, half a width toward the elbow, meets it at θ = atan(2·drop/width). Where
// the edge is behind the elbow then, it meets the upper arm when the rim rises
// past the elbow, at θ = asin(drop/forearm), forearm 0.146 × stature (Drillis &
// Contini 1966). House model, rigid arm and container.
func CurlRange(width, drop, stature quantity.Length) Curl {
	forearm := float64(body.At(stature, body.Forearm))
	half := float64(width) / 2
	angle := math.Atan2(float64(drop), half)
	if half > forearm*math.Cos(angle) { // the edge is behind the elbow there
		angle = math.Asin(math.Min(1, float64(drop)/forearm))
	}
	meets := angle * 180 / math.Pi
	if meets >= curlTop {
		return Curl{MeetsAt: curlTop}
	}
	return Curl{MeetsAt: meets, Lost: (curlTop - meets) / (curlTop - curlBottom)}
}

// Swing is what stays free under a hanging load, in m: Standing with the arms
// down (grip height 0.431 H less the hang), and Hinged with the back level and
// the arms straight down (hip height 0.530 H less the arm, 0.387 H, less the
// hang), negative where it meets the floor.
type Swing struct {
	Standing, Hinged quantity.Length
}

// swingMargin is what should stay free standing (house value).
const swingMargin = quantity.Length(0.10)

// SwingClearance works out a swing with a load that hangs below the grip by a
// length (m, ≥ 0) for a stature (m). Shares of stature: Drillis & Contini 1966.
func SwingClearance(hang, stature quantity.Length) Swing {
	arm := body.Shoulder - body.Grip
	return Swing{
		Standing: body.At(stature, body.Grip) - hang,
		Hinged:   body.At(stature, body.Hip-arm) - hang,
	}
}

// Clear says that a swing has its margin standing.
func (s Swing) Clear() bool { return s.Standing >= swingMargin }
