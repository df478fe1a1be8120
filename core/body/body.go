// Package body gives the lengths of a person from their stature.
package body

import "scrappyrack/core/quantity"

// Segment heights and lengths as shares of stature (Drillis & Contini 1966, as
// tabulated in Winter, Biomechanics and Motor Control of Human Movement).
const (
	Ankle         = 0.039
	Knee          = 0.285
	Fingertip     = 0.377
	Grip          = 0.431
	Wrist         = 0.485
	Hip           = 0.530
	Elbow         = 0.630
	Shoulder      = 0.818
	Chin          = 0.870
	Eye           = 0.936
	UpperArm      = 0.186
	Forearm       = 0.146
	Hand          = 0.108
	FootLength    = 0.152
	ShoulderWidth = 0.259
)

// GripReach is the height of a bar gripped overhead by a standing person as a
// share of stature (Pheasant & Haslegrave, Bodyspace, vertical grip reach,
// from memory).
const GripReach = 1.184

// PressReach is the greatest grip height in an overhead press: shoulder, upper
// arm, forearm and half a hand (Drillis & Contini).
const PressReach = Shoulder + UpperArm + Forearm + Hand/2

// MinStature and MaxStature bound what is believed of a person, in m.
const (
	MinStature = quantity.Length(1.0)
	MaxStature = quantity.Length(2.5)
)

// At scales a share of stature, giving m.
func At(stature quantity.Length, share float64) quantity.Length {
	return stature * quantity.Length(share)
}

// Height is a height of a standing person, in m, as a share of stature, and who says so.
type Height struct {
	Name   string
	At     quantity.Length
	Share  float64
	Source string
}

// Heights are the heights that a room and its gear are measured against, the highest
// first; none of a stature that is not known (0). Stature in m, MinStature to MaxStature.
func Heights(stature quantity.Length) []Height {
	if stature <= 0 {
		return nil
	}
	const segments = "Drillis & Contini 1966"
	out := []Height{
		{"overhead grip", 0, GripReach, "Pheasant & Haslegrave, Bodyspace, from memory"},
		{"shoulder", 0, Shoulder, segments}, {"hip", 0, Hip, segments}, {"grip, arms down", 0, Grip, segments}, {"knee", 0, Knee, segments},
	}
	for i := range out {
		out[i].At = At(stature, out[i].Share)
	}
	return out
}
