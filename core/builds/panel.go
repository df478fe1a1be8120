package builds

import (
	"fmt"
	"math"

	"scrappyrack/core/quantity"
)

// Panel is a sheet material: the bending stress that it may have along and across its face
// grain, ten minutes long, and its stiffness so, in Pa, on its gross section (house values;
// particle board and MDF are refused under feet).
type Panel struct {
	Key, Name             string
	Along, Across         float64
	ElasticAlong, Elastic float64
}

// Panels are those that are known.
func Panels() []Panel {
	return []Panel{
		{"softwood-plywood", "softwood plywood", 5.5e6 * WallDuration, 2.7e6 * WallDuration, 7e9, 2.5e9},
		{"birch-plywood", "birch plywood", 10e6 * WallDuration, 8e6 * WallDuration, 9e9, 7e9},
		{"osb", "OSB", 4e6 * WallDuration, 2e6 * WallDuration, 3.5e9, 1.5e9},
	}
}

// PanelByKey finds one. Errors are *quantity.FieldError of panel.
func PanelByKey(key string) (Panel, error) {
	for _, p := range Panels() {
		if p.Key == key {
			return p, nil
		}
	}
	return Panel{}, quantity.At("panel", fmt.Sprintf("%q is no panel that is known; particle board and MDF break under feet", key))
}

// A foot is a patch of 0.10 × 0.25 m; a panel under it works as a strip (house values).
const (
	footWidth, footSpread = 0.10, 0.6
	footShort             = 0.05
)

// Strip is the bending stress in a panel under one foot in the middle of a span, in Pa: of a
// strip as wide as the foot and 0.6 of the span, never wider than the panel; F in N, span,
// width and thickness in m, all above 0.
func Strip(f quantity.Force, span, width, thickness quantity.Length) float64 {
	l, t := float64(span), float64(thickness)
	b := math.Min(float64(width), footWidth+footSpread*l)
	return float64(f) / 4 * math.Max(0, l-footShort) / (b * t * t / 6)
}

// Tread is the same of a board that is wide enough for the foot: all of it works.
func Tread(f quantity.Force, span, width, thickness quantity.Length) float64 {
	l, t := float64(span), float64(thickness)
	return float64(f) / 4 * math.Max(0, l-footShort) / (float64(width) * t * t / 6)
}

// Standing is a box or a step that somebody stands on: how high, how heavy, how wide as it
// tips; how far inside of its edge a foot lands, how far the legs flare beyond it and the top
// overhangs them, in m; the friction with the floor.
type Standing struct {
	Height, Width, Inside, Flare, Overhang quantity.Length
	Mass                                   quantity.Mass
	Mu                                     float64
}

// sway is the part of a landing foot that pushes sideways when it tips and when it slides,
// and tipGamma what tipping is held off with (house values).
const sway, slideSway, tipGamma = 0.1, 0.15, 1.5

// push is the level part of what lands, in N: 0.15 of it, and no more than slides it away.
func (s Standing) push(f quantity.Force) float64 {
	return math.Min(slideSway*float64(f), s.Mu*(float64(f)+float64(s.Mass)*quantity.StandardGravity))
}

// Tips is how far tipping is used under a foot of F newtons: 1.5 · 0.1 F h over
// F (e + flare − overhang) + W B/2.
func (s Standing) Tips(f quantity.Force) float64 {
	w := float64(s.Mass) * quantity.StandardGravity
	holds := float64(f)*float64(s.Inside+s.Flare-s.Overhang) + w*float64(s.Width)/2
	if holds <= 0 {
		return math.Inf(1)
	}
	return tipGamma * sway * float64(f) * float64(s.Height) / holds
}

// Slides is how far sliding is used: 0.15 F over μ (F + W).
func (s Standing) Slides(f quantity.Force) float64 {
	w := float64(s.Mass) * quantity.StandardGravity
	if s.Mu <= 0 {
		return math.Inf(1)
	}
	return slideSway * float64(f) / (s.Mu * (float64(f) + w))
}

// Sled is what a sled of a mass is dragged with, in N, at a friction, by a line that rises at
// an angle in degrees: μ m g / (cos θ + μ sin θ). Source: statics.
func Sled(mu float64, m quantity.Mass, angle float64) quantity.Force {
	sin, cos := math.Sincos(angle * math.Pi / 180)
	return quantity.Force(mu * float64(m) * quantity.StandardGravity / (cos + mu*sin))
}

// damp is the strength of a panel along its face grain, in Pa, less where it gets wet, as timber's is.
func (p Panel) damp(wet bool) float64 {
	if wet {
		return p.Along * wetBending
	}
	return p.Along
}

// wetBearing is what wet wood bears across the grain of what dry does (NDS 2018 supplement, C_M 0.67).
func wetBearing(wet bool) float64 {
	if wet {
		return 0.67
	}
	return 1
}
