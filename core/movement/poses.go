package movement

import "scrappyrack/core/band"

// Poses that come again and again. Angles are house values for a usual way of
// doing each movement.
var (
	stand      = band.Pose{Base: band.Standing}
	squat      = band.Pose{Base: band.Standing, Shank: 28, Thigh: 85, Trunk: 38, Upper: 40, Fore: 170}
	hinge      = band.Pose{Base: band.Standing, Shank: 5, Thigh: 22, Trunk: 70}
	bent       = band.Pose{Base: band.Standing, Shank: 12, Thigh: 30, Trunk: 60}
	atChest    = band.Pose{Base: band.Standing, Upper: -20, Fore: 95, Out: 15}
	overhead   = band.Pose{Base: band.Standing, Upper: 180, Fore: 180}
	straightF  = band.Pose{Base: band.Standing, Upper: 90, Fore: 90}
	atShoulder = band.Pose{Base: band.Standing, Upper: 35, Fore: 160}
	sitting    = band.Pose{Base: band.Seated}
	ribs       = band.Pose{Base: band.Standing, Upper: -45, Fore: 60}
)

func with(p band.Pose, change func(*band.Pose)) band.Pose { change(&p); return p }

func armsOf(p, arms band.Pose) band.Pose {
	p.Upper, p.Fore, p.Out, p.ForeOut = arms.Upper, arms.Fore, arms.Out, arms.ForeOut
	return p
}

func arms(p band.Pose, upper, fore, out float64) band.Pose {
	p.Upper, p.Fore, p.Out = upper, fore, out
	return p
}

func leg(p band.Pose, flex, calf, out float64) band.Pose {
	p.Leg, p.Calf, p.LegOut = flex, calf, out
	return p
}

// Heights of anchors as shares of stature.
const (
	highAnchor  = 1.10
	chestAnchor = 0.75
	waistAnchor = 0.56
	lowAnchor   = 0.06
)
