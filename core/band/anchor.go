package band

import (
	"math"

	"scrappyrack/core/quantity"
	"scrappyrack/core/space"
)

// Pull is what a set-up asks of its anchor: the most that it may be, its ± included, in N, with the angle in
// degrees above the horizontal at which it pulls at that end of the way where it
// pulls harder, from the anchor towards the body. It is what a build or a door anchor
// is checked against.
type Pull struct {
	Force   quantity.Force
	Upwards float64
}

// LightDoor is what an anchor on a hollow, glazed, sliding or folding door is asked
// at most (house value).
var LightDoor = space.LightDoor.Takes()

// OnAnchor is the most that the staying end may have to take, the pull with its
// uncertainty. It is zero for a movement
// without an anchor.
func (s Set) OnAnchor() Pull {
	if !s.Movement.Anchored() || len(s.Bands) == 0 {
		return Pull{}
	}
	c := CourseOf(s.Movement, s.Bands[0].Kind, s.Stature, s.Rig)
	p := Through(&c, s.Bands, s.Rig)
	at := 1
	if p.Start > p.Finish {
		at = 0
	}
	to := c.To[at].minus(c.From[at])
	return Pull{p.Peak + p.PeakU95, math.Atan2(to.Y, math.Hypot(to.X, to.Z)) * 180 / math.Pi}
}
